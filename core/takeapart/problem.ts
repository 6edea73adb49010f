import type { BreakTie, Standing } from '../bodies'
import { glueFaces, jointCase, widest } from '../mend'
import { cross, distance, dot, negate, subtract, unit, type Vec } from '../measure/vec'
import { findingOf, isLoose, partOf } from '../piece/facts'
import { FORMS } from '../piece/joint-forms'
import type { Joint, Piece } from '../piece/schema'
import type { Tie } from './bodies'
import { openingMinutes } from './costs'
import type { Fault, Problem } from './search'

/** A joint whose hole a break runs through is held by both halves: the second tie has the joint’s id with this behind it. */
const ALSO = '~also'
/** A break whose halves are brought together again: a tie of its own, told from joints by this before the fault’s id. */
const BREAK = 'break:'
const breakTieId = (fault: string): string => BREAK + fault
/** The fault a tie is the break of; null for a joint’s. */
export const faultOfTie = (tie: string): string | null => (tie.startsWith(BREAK) ? tie.slice(BREAK.length) : null)
/** How far the halves of a break reach into each other, millimetres (low): enough that they part away from the face, any way. */
const INTERLOCK_MM = 3

const asBreakTie = ({ fault, first, second, plane }: BreakTie): Tie =>
  ({ id: breakTieId(fault), enters: second, receives: first, withdraw: plane.normal, depthMm: INTERLOCK_MM, playMm: 0 })

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
  return { id: j.id, enters: j.enters, receives: j.receives, withdraw, depthMm: j.depthMm.value, playMm, flat, square, tongued }
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

/** Of two tenons in one hole the one that passes the other is out first; unseen, neither comes while the other is shut. */
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
 * The search for what opens. A joint that has come apart holds nothing. Where what came apart lies loose in the hand it
 * has to go home again along its own line, so it counts as opened at no cost; where the frame round it still stands it
 * was sprung out and is sprung home again, and asks for nothing. `broken` are breaks whose halves lie loose and go home in
 * their turn.
 */
export function problemFor(standing: Standing, faults: readonly Fault[], flexMm: number, broken: readonly BreakTie[] = []): Problem {
  const { piece } = standing
  const byId = new Map(piece.joints.map(j => [j.id, j]))
  const shut = new Set([...piece.choices.leaveShut, ...faults.filter(f => !f.mayOpen).map(f => f.joint)])
  const opened = new Set(faults.filter(f => f.isOpen).map(f => f.joint))
  const apart = new Set(piece.joints.filter(j => findingOf(piece, j.id).state === 'apart').map(j => j.id))
  // What only lies there is lifted off before anything else: it holds nothing.
  const laid = new Set(piece.joints.filter(j => j.form.kind === 'rest').map(j => j.id))
  const ties = tiesOf(standing).filter(t => !laid.has(jointOfTie(t.id)))
  const holding = ties.filter(t => !apart.has(jointOfTie(t.id)))
  const bodyOf = bodiesOf(piece.parts.map(p => p.id), holding)
  const toClose = new Set(faults.map(f => f.joint).filter(id => apart.has(id)))
  const isLooseInHand = (t: Tie) => toClose.has(t.id) && bodyOf.get(t.enters) !== bodyOf.get(t.receives)
  const kept = ties.filter(t => !apart.has(jointOfTie(t.id)) || isLooseInHand(t))
  const breaks = broken.map(asBreakTie)
  const there = new Set(kept.map(t => t.id))
  const shares = new Map<string, number>()
  for (const t of kept) shares.set(jointOfTie(t.id), (shares.get(jointOfTie(t.id)) ?? 0) + 1)
  const costs = new Map(kept.map((t) => {
    const id = jointOfTie(t.id)
    return [t.id, opened.has(id) ? 0 : shut.has(id) ? Infinity : openingMinutes(piece, byId.get(id)!) / shares.get(id)!] as const
  }))
  return {
    parts: piece.parts.map(p => p.id),
    ties: [
      ...kept.map(t => ({ ...t, waitsFor: t.waitsFor && there.has(t.waitsFor) ? t.waitsFor : undefined, sharesWith: t.sharesWith && there.has(t.sharesWith) ? t.sharesWith : undefined })),
      ...breaks,
    ],
    faults: [
      ...faults.flatMap(f => kept.filter(t => jointOfTie(t.id) === f.joint).map(t => ({ ...f, joint: t.id }))),
      ...breaks.map(t => ({ joint: t.id, mayOpen: true, inPlaceCost: null })),
    ],
    flexMm,
    apart: new Set([...apart, ...breaks.map(t => t.id)]),
    // The search asks for it thousands of times, so it is worked out once.
    openCost: tie => (faultOfTie(tie) === null ? costs.get(tie) ?? Infinity : 0),
  }
}

/** Of the breaks those whose halves nothing else holds to one another once these joints are open: they lie loose in the hand. */
export function looseBreaks(standing: Standing, breaks: readonly BreakTie[], opened: ReadonlySet<string>): BreakTie[] {
  const { piece } = standing
  const holding = tiesOf(standing).filter(t => !opened.has(jointOfTie(t.id)) && findingOf(piece, jointOfTie(t.id)).state !== 'apart')
  const bodyOf = bodiesOf(piece.parts.map(p => p.id), holding)
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
