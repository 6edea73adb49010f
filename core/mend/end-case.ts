import { LOST_MUCH_PCT } from '../condition/breaks'
import { isHeldByHardware } from '../hardware'
import { mm, q, say, type Phrase } from '../measure/phrase'
import { distance } from '../measure/vec'
import { findingOf, tagOf } from '../piece/facts'
import { axisLengthMm, sectionAt } from '../piece/geometry'
import { pegShapeOf } from '../piece/joint-forms'
import { shareNear } from '../piece/places'
import type { Joint, Part } from '../piece/schema'
import { spoiltFace } from './glue-break'
import { no, type Verdict } from './mend'
import { faultOf, notYet, partIn, type WoodCase } from './wood-case'

/**
 * Past what is spoilt, to sound wood, millimetres; worm reaches further than it shows (docs/sources.md#splices, low).
 */
const TO_SOUND_MM = 5
const PAST_WORM_MM = 15
/**
 * Of the section lost to worm, from which on its wood is replaced, %; at a joint sooner
 * (docs/sources.md#fault-estimates, low).
 */
const WORM_REPLACE_PCT = 30
const WORM_AT_JOINT_PCT = 15
/** A loss deeper than this share of its part has no bottom to let a patch into. */
const LOSS_REPLACE_SHARE = 0.5

/** Wood of a part that is spoilt over its whole section, and where it is sound again. */
export interface Spoilt {
  readonly part: Part
  readonly totalMm: number
  /** From the part’s first end, millimetres. */
  readonly fromMm: number
  readonly toMm: number
}

/** The length of a part that has to go; why none has to, or what has to be looked at first. */
export function spoiltLength(c: WoodCase): Spoilt | Verdict {
  const fault = faultOf(c)
  const part = partIn(c)
  const totalMm = axisLengthMm(part)
  const atMm = fault.along * totalMm
  const span = (half: number, past: number): Spoilt => ({
    part,
    totalMm,
    fromMm: Math.max(0, atMm - half - past),
    toMm: Math.min(totalMm, atMm + half + past),
  })
  switch (fault.kind) {
    case 'break': {
      if (fault.surface === 'not-looked') {
        return notYet(say`nobody has looked at its faces: clean, fibrous, ragged or crushed`)
      }
      const isSpoilt
        = spoiltFace(fault) !== null || fault.surface === 'crushed' || (fault.lostPct?.value ?? 0) > 2 * LOST_MUCH_PCT
      if (!isSpoilt) return no(say`its faces still find each other: nothing of it is sawn off`)
      const { widthMm, depthMm } = sectionAt(part, fault.along)
      return span(
        Math.max(widthMm, depthMm) / 2 / Math.tan((Math.max(20, fault.angleDeg.value) * Math.PI) / 180),
        TO_SOUND_MM,
      )
    }
    case 'worm': {
      if (fault.live !== 'old') {
        return notYet(
          say`nobody has said that the worm is old: treat it or keep it apart first, and watch over paper for a month`,
        )
      }
      if (fault.lostPct === null) return notYet(say`probe round the section: how much of it is lost decides`)
      const atJoint
        = jointsBetween(c, part, atMm - fault.lengthMm.value / 2, atMm + fault.lengthMm.value / 2).length > 0
      const least = atJoint ? WORM_AT_JOINT_PCT : WORM_REPLACE_PCT
      if (fault.lostPct.value <= least) {
        return no(
          say`${q(fault.lostPct.value, '%')} of the section lost, up to ${q(least, '%')}${atJoint ? ' at a joint' : ''} it is kept and made firm`,
        )
      }
      return span(fault.lengthMm.value / 2, PAST_WORM_MM)
    }
    case 'loss': {
      const { widthMm, depthMm } = sectionAt(part, fault.along)
      if (fault.depthMm.basis === 'assumed') return notYet(say`measure what is gone: length, width and depth`)
      const thin = Math.min(widthMm, depthMm)
      if (fault.depthMm.value <= LOSS_REPLACE_SHARE * thin) {
        return no(say`${mm(fault.depthMm.value)} of ${mm(thin)} gone: a patch is let in, the part stays`)
      }
      return span(fault.lengthMm.value / 2, TO_SOUND_MM)
    }
    default:
      return no(say`nothing of its wood is spoilt`)
  }
}

export const isSpoilt = (x: Spoilt | Verdict): x is Spoilt => 'fromMm' in x

/** An end of a part that goes, from where it is sawn off. */
export interface LostEnd {
  readonly part: Part
  readonly totalMm: number
  readonly end: 'first' | 'last'
  /** Where it is sawn square, from the part’s first end, millimetres, and how much goes. */
  readonly cutMm: number
  readonly lostMm: number
  readonly thinMm: number
  readonly wideMm: number
  readonly isRound: boolean
  /** Joints on the length that goes: this part’s own tenon, and what enters it there. */
  readonly joints: readonly Joint[]
  /** Of those what still holds and has to come apart for it, by id. */
  readonly opens: readonly string[]
}

/** Which joints on a length that goes still hold, so that they are opened for it; why they cannot be. */
export function heldOn(c: WoodCase, joints: readonly Joint[]): string[] | Verdict {
  const held = joints.filter(j => findingOf(c.piece, j.id).state !== 'apart')
  const shut = held.find(j => c.piece.choices.leaveShut.includes(j.id))
  if (shut) return no(say`${tagOf(shut)} sits on the length that goes and is to stay shut`)
  const fast = held.find(j => isHeldByHardware(c.piece, j))
  if (fast) {
    return no(
      say`${tagOf(fast)} sits on the length that goes and is held by hardware: undo it and say that it is apart`,
    )
  }
  return held.map(j => j.id)
}

/** The end nearer to what is spoilt, if it can go; else why not. `mostShare` of the part goes at most. */
export function lostEnd(c: WoodCase, mostShare: number): LostEnd | Verdict {
  const spoilt = spoiltLength(c)
  if (!isSpoilt(spoilt)) return spoilt
  const { part, totalMm, fromMm, toMm } = spoilt
  const end = fromMm <= totalMm - toMm ? ('first' as const) : ('last' as const)
  const cutMm = end === 'first' ? toMm : fromMm
  const lostMm = end === 'first' ? cutMm : totalMm - cutMm
  if (lostMm > mostShare * totalMm) {
    return no(say`${mm(lostMm)} of ${mm(totalMm)} would go: the part is copied, or a length of it replaced`)
  }
  const joints = end === 'first' ? jointsBetween(c, part, -1, cutMm) : jointsBetween(c, part, cutMm, totalMm + 1)
  const opens = heldOn(c, joints)
  if (!Array.isArray(opens)) return opens
  const { widthMm, depthMm } = sectionAt(part, cutMm / totalMm)
  return {
    part,
    totalMm,
    end,
    cutMm,
    lostMm,
    thinMm: Math.min(widthMm, depthMm),
    wideMm: Math.max(widthMm, depthMm),
    isRound: part.section.shape === 'round',
    joints,
    opens,
  }
}

export const isLostEnd = (x: LostEnd | Verdict): x is LostEnd => 'cutMm' in x

/** How far a joint reaches along the part it enters, to each side of its middle, millimetres. */
export function reachAlong({ form }: Joint): number {
  const peg = pegShapeOf(form)
  if (peg) return (Math.max(peg.widthMm, peg.thicknessMm) + (peg.count - 1) * peg.spacingMm) / 2
  return 'widthMm' in form ? form.widthMm.value / 2 : 0
}

/** Joints of a part between two places along it, those that only reach into it among them. */
export function jointsBetween(c: WoodCase, part: Part, fromMm: number, toMm: number): Joint[] {
  const total = axisLengthMm(part)
  return c.piece.joints.filter((j) => {
    if (j.enters !== part.id && j.receives !== part.id) return false
    const atMm
      = j.enters === part.id
        ? distance(j.at, part.axis[0]!) < distance(j.at, part.axis.at(-1)!)
          ? 0
          : total
        : shareNear(part, j.at) * total
    const reachMm = j.enters === part.id ? 0 : reachAlong(j)
    return atMm + reachMm >= fromMm && atMm - reachMm <= toMm
  })
}

/** What has to be made again in the new wood: tenons, sockets and mortises. */
export function madeAgain(joints: readonly Joint[], part: Part): Phrase | null {
  if (joints.length === 0) return null
  const words = joints.map(j =>
    j.enters === part.id ? say`the tenon of ${tagOf(j)}` : say`the hole of ${tagOf(j)}, on its old centre`,
  )
  return words.slice(1).reduce<Phrase>((all, w) => say`${all}, ${w}`, words[0]!)
}
