import type { BreakTie, Standing } from '../bodies'
import { glueFaces, jointCase, widest } from '../mend'
import { cross, distance, dot, negate, subtract, unit, type Vec } from '../measure/vec'
import { findingOf, isLoose, partOf } from '../piece/facts'
import { FORMS } from '../piece/joint-forms'
import type { Joint, Piece } from '../piece/schema'
import { twinId } from '../piece/sides'
import { bendsOut } from './bend-out'
import { openingMinutes, wayMinutes } from './costs'
import type { Fault, Problem } from './search'
import { USUAL_WAYS, waysOf, type Tie } from './tie'

/**
 * A joint whose hole a break runs through is held by both halves: the second tie has the joint’s id with this behind
 * it.
 */
const ALSO = '~also'
/**
 * A break whose halves are brought together again: a tie of its own, told from joints by this before the fault’s id.
 */
const BREAK = 'break:'
const breakTieId = (fault: string): string => BREAK + fault
/** The fault a tie is the break of; null for a joint’s. */
export const faultOfTie = (tie: string): string | null => (tie.startsWith(BREAK) ? tie.slice(BREAK.length) : null)
/**
 * How far the halves of a break reach into each other, millimetres (low): enough that they part away from the face,
 * any way.
 */
const INTERLOCK_MM = 3

const asBreakTie = ({ fault, first, second, plane }: BreakTie): Tie => ({
  id: breakTieId(fault),
  enters: second,
  receives: first,
  withdraw: plane.normal,
  depthMm: INTERLOCK_MM,
  playMm: 0,
})

/** The joint a tie is of. */
export const jointOfTie = (tie: string): string => tie.split(ALSO)[0]!
const alsoTie = (joint: string, body: string): string => `${joint}${ALSO}-${body}`

/** Every joint as a tie between bodies, and the shared hole’s order with it. */
export function tiesOf({ piece, alsoIn }: Standing): Tie[] {
  const own = piece.joints.map(j => ({ ...asTie(piece, j), ...sharing(piece.joints, j) }))
  const byId = new Map(own.map(t => [t.id, t]))
  const also = alsoIn.map(({ joint, body }): Tie => ({ ...byId.get(joint)!, id: alsoTie(joint, body), receives: body }))
  return [...own, ...also]
}

function asTie(piece: Piece, j: Joint): Tie {
  const playMm = isLoose(piece, j) ? widest(glueFaces(jointCase(piece, j, 'everyday', 0))) : 0
  const flat = FORMS[j.form.kind].flat
  const withdraw = flat ? faceOf(piece, j) : j.withdraw
  const square = j.form.kind === 'mitre' ? squareToFrame(piece, j) : undefined
  const tongued = j.form.kind === 'mitre' && j.form.lock === 'spline'
  return {
    id: j.id,
    enters: j.enters,
    receives: j.receives,
    withdraw,
    depthMm: Math.max(j.depthMm.value, threadedMm(piece, j)),
    playMm,
    flat,
    square,
    tongued,
    at: j.at,
    round: j.form.kind === 'round-tenon',
    ...(bendsOut(piece, j) ? { ways: [...USUAL_WAYS, { id: 'bent-out', flexMm: 0 }] } : {}),
  }
}

/**
 * A tenon that goes through and on is threaded: all that stands out beyond has to come back through the hole,
 * millimetres.
 */
function threadedMm(piece: Piece, { form, enters, at, withdraw }: Joint): number {
  if (form.kind !== 'round-tenon' || !form.through) return 0
  return Math.max(...partOf(piece, enters).axis.map(p => dot(subtract(at, p), withdraw)))
}

/** The way square to the plane of a frame’s corner. */
function squareToFrame(piece: Piece, j: Joint): Vec {
  const { axis } = partOf(piece, j.enters)
  return unit(cross(subtract(axis.at(-1)!, axis[0]!), j.withdraw))
}

/** The way the face looks on which a part lies flat: what it enters is flat there, and its own end is cut to it. */
function faceOf(piece: Piece, j: Joint): Vec {
  const part = partOf(piece, j.enters)
  const isStart = distance(part.axis[0]!, j.at) < distance(part.axis.at(-1)!, j.at)
  const cut = isStart ? part.cuts?.start : part.cuts?.end
  if (!cut) return j.withdraw
  return dot(cut, j.withdraw) < 0 ? negate(cut) : cut
}

/**
 * Of two tenons in one hole the one that passes the other is out first; unseen, neither comes while the other is
 * shut.
 */
function sharing(joints: readonly Joint[], j: Joint): Pick<Tie, 'waitsFor' | 'sharesWith'> {
  const named = joints.find(o => o.id === j.shares)
  // Three may meet in one hole: what passes this one goes before it, whichever was named first.
  const namings = joints.filter(o => o.shares === j.id)
  const [passing, unseen] = [namings.find(o => o.passes), namings.find(o => o.passes === undefined)]
  if (named && j.passes === undefined) return { sharesWith: named.id }
  if (named && j.passes === false) return { waitsFor: named.id }
  return { ...(passing ? { waitsFor: passing.id } : {}), ...(unseen ? { sharesWith: unseen.id } : {}) }
}

/**
 * The search for what opens. A joint that has come apart holds nothing. Where what came apart lies loose in the hand
 * it has to go home again along its own line, so it counts as opened at no cost; where the frame round it still
 * stands it was sprung out and is sprung home again, and asks for nothing. `broken` are breaks whose halves lie loose
 * and go home in their turn; `sawn` are joints that are sawn open where they have to open.
 */
export function problemFor(
  standing: Standing,
  faults: readonly Fault[],
  broken: readonly BreakTie[] = [],
  sawn: ReadonlySet<string> = new Set(),
): Problem {
  const { piece } = standing
  const byId = new Map(piece.joints.map(j => [j.id, j]))
  const shut = new Set([...piece.choices.leaveShut, ...faults.filter(f => !f.mayOpen).map(f => f.joint)])
  const opened = new Set(faults.filter(f => f.isOpen).map(f => f.joint))
  const apart = new Set(piece.joints.filter(j => findingOf(piece, j.id).state === 'apart').map(j => j.id))
  const all = tiesOf(standing)
  const laid = laidParts(piece)
  // What only lies there is lifted off before anything else; what also lies on something while other joints hold it
  // is in the way of it.
  const ties = all.filter(t => !isRest(byId, t))
  const contacts = all.filter(t => isRest(byId, t) && !laid.has(t.enters)).map(t => ({ ...t, contact: true }))
  const bodyOf = bodiesOf(
    piece.parts.map(p => p.id),
    ties.filter(t => !apart.has(jointOfTie(t.id))),
  )
  const toClose = new Set(faults.map(f => f.joint).filter(id => apart.has(id)))
  const isLooseInHand = (t: Tie) => toClose.has(t.id) && bodyOf.get(t.enters) !== bodyOf.get(t.receives)
  const kept = ties.filter(t => !apart.has(jointOfTie(t.id)) || isLooseInHand(t))
  const breaks = broken.map(asBreakTie)
  const there = new Set(kept.map(t => t.id))
  const shares = new Map<string, number>()
  for (const t of kept) shares.set(jointOfTie(t.id), (shares.get(jointOfTie(t.id)) ?? 0) + 1)
  const costs = new Map(
    kept.map((t) => {
      const id = jointOfTie(t.id)
      const joint = byId.get(id)!
      const alike = isTwinOf(
        joint,
        faults.map(f => byId.get(f.joint)!),
      )
        ? ALIKE_MIN
        : 0
      const open = opened.has(id)
        ? 0
        : shut.has(id) && !apart.has(id)
          ? Infinity
          : Math.max(0, openingMinutes(piece, joint, sawn.has(id)) / shares.get(id)! - alike)
      return [t.id, waysOf(t).map(way => open + wayMinutes(piece, joint, way.id))] as const
    }),
  )
  return {
    parts: piece.parts.map(p => p.id),
    ties: [
      ...kept.map(t => ({
        ...t,
        waitsFor: t.waitsFor && there.has(t.waitsFor) ? t.waitsFor : undefined,
        sharesWith: t.sharesWith && there.has(t.sharesWith) ? t.sharesWith : undefined,
      })),
      ...contacts,
      ...breaks,
    ],
    faults: [
      ...faults.flatMap(f => kept.filter(t => jointOfTie(t.id) === f.joint).map(t => ({ ...f, joint: t.id }))),
      ...breaks.map(t => ({ joint: t.id, mayOpen: true, inPlaceCost: null })),
    ],
    // The halves of a break part as soon as they are drawn from each other.
    wayCost: (tie, way) => (faultOfTie(tie) === null ? (costs.get(tie)?.[way] ?? Infinity) : 0),
  }
}

/**
 * Of joints that cost the same the counterpart of a faulty one is opened, so that both sides come and go alike,
 * minutes.
 */
const ALIKE_MIN = 0.001
const isTwinOf = (joint: Joint, faulty: readonly Joint[]): boolean =>
  faulty.some(f => f.id !== joint.id && twinId(f.enters) === joint.enters && twinId(f.receives) === joint.receives)

const isRest = (byId: ReadonlyMap<string, Joint>, tie: Tie): boolean =>
  byId.get(jointOfTie(tie.id))?.form.kind === 'rest'

/** Parts that nothing holds but their weight. */
export function laidParts(piece: Piece): Set<string> {
  const own = (part: string) => piece.joints.filter(j => j.enters === part || j.receives === part)
  return new Set(
    piece.parts
      .map(p => p.id)
      .filter(id => own(id).length > 0 && own(id).every(j => j.form.kind === 'rest' && j.enters === id)),
  )
}

/**
 * Of the breaks those whose halves nothing else holds to one another once these joints are open: they lie loose in
 * the hand.
 */
export function looseBreaks(standing: Standing, breaks: readonly BreakTie[], opened: ReadonlySet<string>): BreakTie[] {
  const { piece } = standing
  const holding = tiesOf(standing).filter(
    t => !opened.has(jointOfTie(t.id)) && findingOf(piece, jointOfTie(t.id)).state !== 'apart',
  )
  const bodyOf = bodiesOf(
    piece.parts.map(p => p.id),
    holding,
  )
  return breaks.filter(b => bodyOf.get(b.first) !== bodyOf.get(b.second))
}

/** A number for each part: the same where ties hold parts together. */
function bodiesOf(parts: readonly string[], ties: readonly Tie[]): Map<string, number> {
  const number = new Map<string, number>()
  const next = new Map<string, string[]>(parts.map(p => [p, []]))
  for (const t of ties) {
    next.get(t.enters)!.push(t.receives)
    next.get(t.receives)!.push(t.enters)
  }
  for (const [i, part] of parts.entries()) {
    const queue = number.has(part) ? [] : [part]
    for (const p of queue) {
      if (number.has(p)) continue
      number.set(p, i)
      queue.push(...next.get(p)!)
    }
  }
  return number
}
