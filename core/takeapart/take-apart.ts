import { figureOf, input, type Figure } from '../measure/figure'
import { mm, q, say, type Phrase } from '../measure/phrase'
import { dot, type Vec } from '../measure/vec'
import { glueFaces, jointCase, widest, type Work } from '../mend'
import { findingOf, isFaulty, partOf, tagOf } from '../piece/facts'
import type { Joint, Metal, Piece } from '../piece/schema'
import type { CautionId } from '../reference/cautions'
import { partedBy, type Separation, type Tie } from './bodies'
import { breakChance, inPlaceMinutes, openingMinutes, slimmestMm } from './costs'
import { methodFor, type MethodChoice } from './methods'
import { cheapestOpening, type Fault, type Opening, type Problem } from './search'

export type Decision = 'open' | 'in-the-way' | 'mend-in-place' | 'leave-shut' | 'undecided'
export const DECISION_LABELS: Readonly<Record<Decision, string>> = { 'open': 'open', 'in-the-way': 'open, in the way', 'mend-in-place': 'mend in place', 'leave-shut': 'leave shut', 'undecided': 'undecided' }

export interface JointDecision {
  readonly joint: string
  readonly decision: Decision
  readonly why: Phrase
  /** Chance that opening it breaks something; only for joints that open. */
  readonly breakChance: Figure | null
}

export interface Move {
  readonly parts: readonly string[]
  /** What stays behind of the body they leave. */
  readonly from: readonly string[]
  readonly words: Phrase
  readonly joints: readonly string[]
  readonly direction: Vec
  readonly springMm: number
  /** Metal to come out before the mallet. */
  readonly metalFirst: readonly Metal[]
  readonly methods: readonly { readonly joint: string, readonly method: MethodChoice }[]
  readonly cautions: readonly CautionId[]
  /** Shut joints in the line of pull that are loose and could let go instead. */
  readonly watch: readonly string[]
}

export interface TakeApart {
  readonly decisions: readonly JointDecision[]
  readonly moves: readonly Move[]
  readonly flexMm: number
  readonly expectedMin: number
  readonly problems: readonly Phrase[]
}

/** What the plan settled for each faulty joint before anything is opened. */
export interface FaultMends { readonly joint: string, readonly opens: Work | null, readonly inPlace: Work | null }

/** A chair frame gives this much sideways without harm, millimetres; more is tried in steps and said (low confidence). */
const FLEX_STEPS_MM = [3, 5, 8, 12] as const

/** Decides which joints open, which are mended in place and which stay shut, and in which moves the piece comes apart. */
export function takeApart(piece: Piece, mends: readonly FaultMends[]): TakeApart {
  const faults: Fault[] = mends.filter(m => m.opens || m.inPlace).map(m => ({
    joint: m.joint, mayOpen: m.opens !== null && !piece.choices.leaveShut.includes(m.joint),
    inPlaceCost: m.inPlace ? inPlaceMinutes(piece, m.inPlace.minutes, m.inPlace.hold) : null,
  }))
  const blocked = faults.filter(f => !f.mayOpen && f.inPlaceCost === null)
  const problems = blocked.map(f => say`${tagOf(jointOf(piece, f.joint))} is to stay shut, and nothing mends it in place.`)
  const workable = faults.filter(f => !blocked.includes(f))
  for (const flexMm of FLEX_STEPS_MM) {
    const opening = knownOpening(piece, workable, flexMm)
    if (opening) return describe(piece, mends, opening, flexMm, problems)
  }
  return describe(piece, mends, null, FLEX_STEPS_MM[0], [...problems, say`It does not come apart with ${mm(FLEX_STEPS_MM.at(-1)!)} of spring and what may be opened: free a joint that is set to stay shut, or check the drawing.`])
}

const known = new WeakMap<Piece, Map<string, Opening | null>>()

/** A plan asks the same of the same piece for one glue after another; a piece is never changed, so the answer stands. */
function knownOpening(piece: Piece, faults: readonly Fault[], flexMm: number): Opening | null {
  const answers = known.get(piece) ?? new Map<string, Opening | null>()
  known.set(piece, answers)
  const key = `${flexMm} ${faults.map(f => `${f.joint} ${f.mayOpen} ${f.inPlaceCost}`).join(', ')}`
  const before = answers.get(key)
  if (before !== undefined) return before
  const opening = cheapestOpening(problemFor(piece, faults, flexMm))
  answers.set(key, opening)
  return opening
}

export const tiesOf = (piece: Piece): Tie[] => piece.joints.map((j) => {
  const c = jointCase(piece, j, 'everyday', 0)
  return { id: j.id, enters: j.enters, receives: j.receives, withdraw: j.withdraw, depthMm: j.depthMm.value, playMm: isFaulty(c.finding.state) ? widest(glueFaces(c)) : 0 }
})

export function problemFor(piece: Piece, faults: readonly Fault[], flexMm: number): Problem {
  const byId = new Map(piece.joints.map(j => [j.id, j]))
  const shut = new Set([...piece.choices.leaveShut, ...faults.filter(f => !f.mayOpen).map(f => f.joint)])
  return {
    parts: piece.parts.map(p => p.id), ties: tiesOf(piece), faults, flexMm,
    apart: new Set(piece.joints.filter(j => findingOf(piece, j.id).state === 'apart').map(j => j.id)),
    openCost: id => (shut.has(id) ? Infinity : openingMinutes(piece, byId.get(id)!)),
  }
}

const jointOf = (piece: Piece, id: string): Joint => piece.joints.find(j => j.id === id)!

function describe(piece: Piece, mends: readonly FaultMends[], opening: Opening | null, flexMm: number, problems: readonly Phrase[]): TakeApart {
  const parted = partedBy(opening?.moves ?? [])
  return {
    decisions: piece.joints.map(j => decide(piece, j, mends.find(m => m.joint === j.id), opening, parted)),
    moves: (opening?.moves ?? []).map(m => describeMove(piece, m, parted)),
    flexMm, expectedMin: opening?.cost ?? 0, problems,
  }
}

function decide(piece: Piece, joint: Joint, mend: FaultMends | undefined, opening: Opening | null, parted: ReadonlySet<string>): JointDecision {
  const as = (decision: Decision, why: Phrase): JointDecision => ({ joint: joint.id, decision, why, breakChance: decision === 'open' || decision === 'in-the-way' ? chanceFigure(piece, joint) : null })
  if (opening && parted.has(joint.id)) {
    if (mend?.opens) return as('open', say`its mend needs it open`)
    return as('in-the-way', inTheWay(piece, joint, opening))
  }
  if (opening?.inPlace.has(joint.id)) return as('mend-in-place', piece.choices.mends[joint.id] === 'glue-in-place' ? say`chosen: glue in place, and test it again once cured` : say`opening it costs more in expected breakage and time than the chance that it comes back`)
  if (mend) return as('undecided', mend.opens || mend.inPlace ? say`it cannot be opened as things stand` : say`none of the mends here fits it`)
  return as('leave-shut', leaveShutReason(piece, joint))
}

function chanceFigure(piece: Piece, joint: Joint): Figure {
  const inputs = [input('slimmest part', slimmestMm(piece, joint), 'mm')]
  return figureOf(breakChance(piece, joint), 'share', 'A base chance by state (solid 10 %, ticks 5 %, gives 3 %, swings 2 %), × 2.5 for a part under 14 mm, × 3 for glue that cannot be undone, × 0.7 for protein glue, × 1.3 if pinned.', inputs, 'opening-costs', 'low')
}

function inTheWay(piece: Piece, joint: Joint, opening: Opening): Phrase {
  const reason = opening.reasons.find(r => r.oneOf.includes(joint.id))
  if (!reason) return say`it comes apart with the rest`
  const target = tagOf(jointOf(piece, reason.target))
  const others = reason.oneOf.filter(id => id !== joint.id).map(id => tagOf(jointOf(piece, id)))
  const chance = q(breakChance(piece, joint), 'share')
  return others.length === 0 ? say`${target} cannot come free while it is shut; ${chance} chance of harm` : say`${target} stays stuck unless this or one of ${others.slice(0, 4).join(', ')} opens; this one risks least: ${chance} chance of harm`
}

function leaveShutReason(piece: Piece, joint: Joint): Phrase {
  const { state } = findingOf(piece, joint.id)
  const settled = piece.choices.settled?.[`joint:${joint.id}`]
  if (settled) return say`${settled.how === 'left' ? 'left as it is' : 'mended otherwise'}: ${settled.why}`
  if (piece.choices.leaveShut.includes(joint.id)) return say`you said it stays shut`
  if (state === 'not-tested') return say`not tested yet: try it before anything is opened`
  const slim = slimmestMm(piece, joint)
  const enters = partOf(piece, joint.enters)
  return slim < 14 ? say`solid, and the ${enters.label} is ${mm(slim)} thin; opening it would free nothing you need` : say`solid; opening it would free nothing you need`
}

const AXES: readonly [Vec, string][] = [[[1, 0, 0], 'to the sitter’s left'], [[-1, 0, 0], 'to the sitter’s right'], [[0, 1, 0], 'upward'], [[0, -1, 0], 'downward'], [[0, 0, 1], 'forward'], [[0, 0, -1], 'backward']]
export const directionWords = (direction: Vec): string => AXES.reduce((best, a) => (dot(a[0], direction) > dot(best[0], direction) ? a : best))[1]

function describeMove(piece: Piece, move: Separation, parted: ReadonlySet<string>): Move {
  const joints = move.joints.map(id => jointOf(piece, id))
  const metalFirst = piece.metal.filter(m => move.joints.includes(m.joint))
  const methods = joints.filter(j => findingOf(piece, j.id).state !== 'apart').map(j => ({ joint: j.id, method: methodFor(findingOf(piece, j.id).oldGlue, partOf(piece, j.enters).finish ?? piece.intake.finish, partOf(piece, j.enters).species) }))
  const labels = move.parts.map(id => partOf(piece, id).label)
  const spring = move.springMm > 0.5 ? say`, sprung ${mm(move.springMm)}` : say``
  const touching = piece.joints.filter(j => !parted.has(j.id) && isFaulty(findingOf(piece, j.id).state) && move.parts.includes(j.enters) !== move.parts.includes(j.receives))
  return {
    parts: move.parts, from: move.from, joints: move.joints, direction: move.direction, springMm: move.springMm, metalFirst, methods,
    words: say`${listWords(labels)} ${directionWords(move.direction)}${spring}: ${joints.map(tagOf).join(', ')}`,
    cautions: [...new Set<CautionId>([...methods.flatMap(m => m.method.cautions), 'spreader'])],
    watch: touching.map(j => j.id),
  }
}

/** `Both front legs and the front rail together`: pairs are named once, so that a whole side or front stays readable. */
function listWords(labels: readonly string[]): string {
  const bare = (label: string) => label.replace(/^(left|right) /, '')
  const names = [...new Set(labels.map(bare))].flatMap((name) => {
    const own = labels.filter(l => bare(l) === name)
    return own.length === 2 ? [`both ${name}s`] : own.map(l => `the ${l}`)
  })
  const words = names.length === 1 ? names[0]! : `${names.slice(0, -1).join(', ')} and ${names.at(-1)} together`
  return words[0]!.toUpperCase() + words.slice(1)
}
