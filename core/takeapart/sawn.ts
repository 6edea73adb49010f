import { isMetal, locksOf } from '../hardware'
import { cross, dot, length, negate, scale, subtract, unit, type Vec } from '../measure/vec'
import { findingOf, isGlued, partOf } from '../piece/facts'
import { frameOfSegment, reachToSurfaceMm } from '../piece/geometry'
import { shareNear } from '../piece/places'
import type { Joint, Piece } from '../piece/schema'
import type { OldGlue } from '../piece/words'
import { openingMinutes } from './costs'

/** Glues that neither heat nor water nor spirit lets go for sure: there the saw is thought of before the mallet. */
const HARD_GLUES: ReadonlySet<OldGlue> = new Set(['epoxy', 'urea', 'polyurethane'])

/** A fine saw wants so much free room beside the seam, from one side at least, millimetres (low). */
const SAW_ROOM_MM = 40

/**
 * Dowelled joints that are sawn through at their seam where they have to open: the glue is known to be one that
 * hardly lets go, no metal crosses the seam, a saw gets at it from some side, and it is expected to cost less than
 * pulling. It still has to be drawn along its line, for the new dowels go home that way: the saw spares the blow, not
 * the room.
 */
export function sawnIfOpened(piece: Piece): ReadonlySet<string> {
  return new Set(
    piece.joints
      .filter(j => isSawable(piece, j) && openingMinutes(piece, j, true) < openingMinutes(piece, j, false))
      .map(j => j.id),
  )
}

function isSawable(piece: Piece, joint: Joint): boolean {
  const { state, oldGlue } = findingOf(piece, joint.id)
  if (joint.form.kind !== 'dowel' || state === 'apart' || !isGlued(piece, joint) || !HARD_GLUES.has(oldGlue)) {
    return false
  }
  return (
    !locksOf(piece, joint).some(l => isMetal(l.kind)) && sidesOf(piece, joint).some(side => isClear(piece, joint, side))
  )
}

/** The four ways in which a blade may come into the seam: square to the way the dowels lie. */
function sidesOf(piece: Piece, { enters, withdraw }: Joint): Vec[] {
  const { tangent, across, through } = frameOfSegment(partOf(piece, enters), 0)
  const [flattest] = [tangent, across, through].sort((a, b) => Math.abs(dot(a, withdraw)) - Math.abs(dot(b, withdraw)))
  const sideways = unit(subtract(flattest!, scale(withdraw, dot(flattest!, withdraw))))
  const other = cross(withdraw, sideways)
  return [sideways, negate(sideways), other, negate(other)]
}

/** Whether nothing else that meets the two parts stands beside the seam within the saw’s room. */
function isClear(piece: Piece, joint: Joint, side: Vec): boolean {
  const enters = partOf(piece, joint.enters)
  const edgeMm = reachToSurfaceMm(enters, 0, shareNear(enters, joint.at), side)
  return !piece.joints.some((j) => {
    if (j.id === joint.id || ![j.enters, j.receives].some(p => p === joint.enters || p === joint.receives)) return false
    const away = subtract(j.at, joint.at)
    const besideMm = dot(away, side)
    const offMm = length(subtract(away, scale(side, besideMm)))
    return besideMm > 0 && besideMm < edgeMm + SAW_ROOM_MM && offMm < edgeMm + SAW_ROOM_MM
  })
}
