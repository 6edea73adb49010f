import type { Trouble } from '../condition/troubles'
import { isMetal, WAYS_OUT } from '../hardware'
import { mm, say, type Phrase } from '../measure/phrase'
import type { Verdict } from '../mend'
import { toCutMm, takenBy, type Taken } from '../mend/clash'
import { no } from '../mend/mend'
import { partOf } from '../piece/facts'
import { faultTag } from '../piece/faults'
import { axisLengthMm, sectionAt } from '../piece/geometry'
import type { Break, Hold, Part, Piece } from '../piece/schema'
import { KEEP_BETWEEN_MM } from './clashes'

/**
 * Something in a part that a bit, a chisel or a saw must not meet: where it lies along the part, and how far it
 * reaches each way, millimetres.
 */
interface Obstacle {
  readonly atMm: number
  readonly reachMm: number
  readonly of: 'metal' | 'break'
  readonly words: Phrase
}

/** Half a stout screw: which way it lies nobody has said, so it may lie anywhere across the part (low). */
const SHANK_REACH_MM = 3
/** In wood broader than this it may be passed at its side. */
const BROAD_MM = 80

/**
 * A mend is refused whose cuts would meet metal that stays in the part, or whose bore would cross the face of another
 * break.
 */
export function clearOfObstacles(piece: Piece, trouble: Trouble, verdict: Verdict): Verdict {
  const design = verdict.fits ? verdict.design : undefined
  if (!design || trouble.part === null) return verdict
  const part = partOf(piece, trouble.part)
  const taken = takenBy(design, part)
  for (const obstacle of [...metalIn(piece, part), ...breaksIn(piece, part, trouble)]) {
    const leftMm = wallTo(taken, obstacle)
    if (leftMm >= KEEP_BETWEEN_MM) continue
    return no(
      leftMm <= 0 ? say`it would meet ${obstacle.words}` : say`it would come within ${mm(leftMm)} of ${obstacle.words}`,
    )
  }
  return verdict
}

/** Recesses may lie over a break that is glued; a bore through its face would part it again. */
function wallTo(taken: Taken, { atMm, reachMm, of }: Obstacle): number {
  if (of === 'break') return toCutMm({ ...taken, recesses: [] }, atMm) - reachMm
  return Math.min(toCutMm(taken, atMm), ...taken.sawnAtMm.map(at => Math.abs(at - atMm))) - reachMm
}

function metalIn(piece: Piece, part: Part): Obstacle[] {
  const isOut = (h: Hold) =>
    h.state === 'gone' || piece.events.some(e => e.kind === 'hold-out' && e.of.includes(`hold:${h.id}`))
  return piece.holds.flatMap((h): Obstacle[] => {
    if (h.on.kind !== 'part' || h.on.id !== part.id || !isMetal(h.kind) || isOut(h)) return []
    const { widthMm, depthMm } = sectionAt(part, h.on.along)
    if (Math.max(widthMm, depthMm) > BROAD_MM) return []
    return [
      {
        atMm: h.on.along * axisLengthMm(part),
        reachMm: SHANK_REACH_MM,
        of: 'metal',
        words: say`the ${WAYS_OUT[h.kind].label} that stays in it: out first`,
      },
    ]
  })
}

function breaksIn(piece: Piece, part: Part, trouble: Trouble): Obstacle[] {
  const others = piece.faults.filter(
    (f): f is Break => f.kind === 'break' && f.part === part.id && f.id !== trouble.fault,
  )
  return others
    .filter(f => piece.choices.settled[`fault:${f.id}`]?.how !== 'mended-otherwise')
    .map((f) => {
      const { widthMm, depthMm } = sectionAt(part, f.along)
      const reachMm = Math.max(widthMm, depthMm) / 2 / Math.tan((f.angleDeg.value * Math.PI) / 180)
      return { atMm: f.along * axisLengthMm(part), reachMm, of: 'break', words: say`the face of ${faultTag(piece, f)}` }
    })
}
