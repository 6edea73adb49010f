import { standingOf, type BreakTie, type Standing } from '../bodies'
import { isHeldByHardware, locksOf } from '../hardware'
import { figureOf, input, type Figure } from '../measure/figure'
import { mm, q, say, type Phrase } from '../measure/phrase'
import type { Work } from '../mend'
import { findingOf, isLoose, tagOf } from '../piece/facts'
import type { Joint, Piece } from '../piece/schema'
import { breakChance, inPlaceMinutes, slimmestMm } from './costs'
import { describeMove, type Move } from './moves'
import { faultOfTie, jointOfTie, laidParts, looseBreaks, problemFor } from './problem'
import { searchOn, type Fault, type Opening, type Problem, type Search } from './search'
import type { ClosingFrame, StageTree } from './closing-frame'
import { partedBy } from './separate'
import { USUAL_WAYS, type Tie } from './tie'
import { faultTag } from '../piece/faults'
import { nameOf } from '../piece/names'
import { minutesOf } from '../work'

export type Decision = 'open' | 'in-the-way' | 'mend-in-place' | 'leave-shut' | 'undecided'
export const DECISION_LABELS: Readonly<Record<Decision, string>> = {
  'open': 'open',
  'in-the-way': 'open, in the way',
  'mend-in-place': 'mend in place',
  'leave-shut': 'leave shut',
  'undecided': 'undecided',
}

export interface JointDecision {
  readonly joint: string
  readonly decision: Decision
  readonly why: Phrase
  /** Chance that opening it breaks something; only for joints that open. */
  readonly breakChance: Figure | null
  /** What opening it and what mending it in place come to, where both can be done; only for those. */
  readonly margin: Margin | null
}

/** Minutes that one joint’s mend adds to the whole, opened and in place. */
export interface Margin {
  readonly openMin: number
  readonly inPlaceMin: number
  readonly isJudgement: boolean
}

/** A part that only lies there, or what is known of the seat. */
export type OffBefore
  = { readonly kind: 'lift', readonly part: string } | { readonly kind: 'drop-in-seat' } | { readonly kind: 'stuffing' }

export interface TakeApart {
  readonly decisions: readonly JointDecision[]
  /** What lies on the piece or covers it, and is off before anything else; empty where nothing opens. */
  readonly offBefore: readonly OffBefore[]
  readonly moves: readonly Move[]
  readonly expectedMin: number
  /** No other way costs less than this, minutes: the expected minutes themselves where that is proven. */
  readonly boundMin: number
  /** What keeps it from coming apart as wanted. */
  readonly problems: readonly TakeApartProblem[]
  /**
   * Of the breaks to be closed those whose halves the frame holds near each other all the time: sprung together, in
   * no move.
   */
  readonly sprungBreaks: readonly string[]
  /** Of the joints that open those whose dowels are sawn through at the seam, and made anew. */
  readonly sawn: readonly string[]
}

/**
 * A joint that was set to stay shut and cannot be mended so, or a frame that does not come apart with what may be
 * opened.
 */
export type TakeApartProblem
  = | { readonly kind: 'stays-shut', readonly joint: string, readonly words: Phrase }
    | { readonly kind: 'stuck', readonly shut: readonly string[], readonly words: Phrase }

/** What the plan settled for each faulty joint before anything is opened. */
export interface FaultMends {
  readonly joint: string
  readonly opens: Work | null
  readonly inPlace: Work | null
  /** How its part goes in where the frame stands, so that nothing has to open for it. */
  readonly goesInAlone?: Phrase
  /** Somebody has opened it already: it closes again whatever it was opened for. */
  readonly isOpen?: boolean
}

/**
 * Decides which joints open, which are mended in place and which stay shut, and in which moves the piece comes apart.
 * `standing` is the piece as it stands there; two plans of the same wood give the same one, and share what was
 * searched.
 * `closing` names the breaks, by their faults, whose halves are to be joined again, `sawn` the joints that are sawn
 * open where
 * they have to open at all.
 */
export function takeApart(
  piece: Piece,
  mends: readonly FaultMends[],
  standing: Standing = standingOf(piece),
  closing: ReadonlySet<string> = NONE,
  sawn: ReadonlySet<string> = NONE,
): TakeApart {
  const faults: Fault[] = mends
    .filter(m => (m.opens || m.inPlace || m.isOpen) && !m.goesInAlone)
    .map(m => ({
      joint: m.joint,
      mayOpen: m.isOpen || (m.opens !== null && !piece.choices.leaveShut.includes(m.joint)),
      inPlaceCost: m.inPlace && !m.isOpen ? inPlaceMinutes(piece, minutesOf(m.inPlace.steps), m.inPlace.hold) : null,
      ...(m.isOpen ? { isOpen: true } : {}),
    }))
  const blocked = faults.filter(f => !f.mayOpen && f.inPlaceCost === null)
  const problems = blocked.map((f): TakeApartProblem => ({
    kind: 'stays-shut',
    joint: f.joint,
    words: say`${tagOf(jointOf(piece, f.joint))} is to stay shut, and nothing mends it in place.`,
  }))
  const workable = faults.filter(f => !blocked.includes(f))
  const breaks = standing.breaks.filter(b => closing.has(b.fault))
  const found = openingOf(standing, workable, [], sawn)
  const stuck = found.stuck.map(s => stuckProblem(standing, s))
  const all = [...problems, ...stuck]
  if (!found.opening) return describe({ piece, standing, mends, sawn, sprungBreaks: [] }, null, all, found.margins)
  // Whether halves lie loose is known only once it is known what opens; then they go home in their turn.
  const loose = looseBreaks(standing, breaks, openedIn(found.opening))
  const sprungBreaks = breaks.filter(b => !loose.includes(b)).map(b => b.fault)
  const opening = loose.length === 0 ? found.opening : openingOf(standing, workable, loose, sawn).opening
  return describe({ piece, standing, mends, sawn, sprungBreaks }, opening, all, found.margins)
}

const NONE: ReadonlySet<string> = new Set()

interface Stuck {
  readonly joint: string
  readonly leastFlexMm: number | null
}
interface Found {
  readonly opening: Opening | null
  readonly stuck: readonly Stuck[]
  readonly margins: ReadonlyMap<string, Margin>
}

/** Searches by what was found on the joints: another choice of glue, hands or school changes nothing they know. */
const searches = new WeakMap<
  Piece['findings'],
  Map<string, { readonly joints: Piece['joints'], readonly parts: Piece['parts'], readonly search: Search }>
>()
const known = new WeakMap<Standing, Map<string, Found>>()

/**
 * A plan asks the same of the same piece for one glue after another; a piece is never changed, so the answer stands.
 */
function openingOf(
  standing: Standing,
  faults: readonly Fault[],
  broken: readonly BreakTie[],
  sawn: ReadonlySet<string>,
): Found {
  const key = `${[...sawn].join(' ')} ${broken.map(b => b.fault).join(' ')} ${faults.map(f => `${f.joint} ${f.mayOpen} ${f.inPlaceCost} ${f.isOpen ?? ''}`).join(', ')}`
  return remembered(known, standing, key, () => {
    const problem = problemFor(standing, faults, broken, sawn)
    const search = searchFor(standing, problem)
    const opening = search.cheapest(problem.faults, problem.wayCost)
    if (opening) return { opening, stuck: [], margins: marginsOf(search, problem, opening) }
    // What does not come free with all that is allowed is left out and said, so that the rest is still planned.
    const free = search.freeWith(problem.wayCost)
    const isStuck = (f: Fault) => f.inPlaceCost === null && !free.has(f.joint)
    const stuck = problem.faults.filter(isStuck)
    const rest = problem.faults.filter(f => !stuck.some(s => jointOfTie(s.joint) === jointOfTie(f.joint)))
    return {
      opening: search.cheapest(rest, problem.wayCost),
      stuck: stuck.map(f => ({ joint: f.joint, leastFlexMm: leastFlexMm(problem, f.joint) })),
      margins: new Map(),
    }
  })
}

function searchFor({ piece }: Standing, problem: Problem): Search {
  const own
    = searches.get(piece.findings)
      ?? new Map<string, { joints: Piece['joints'], parts: Piece['parts'], search: Search }>()
  searches.set(piece.findings, own)
  const key = problem.ties.map(t => `${t.id} ${t.contact ?? ''}`).join(',')
  const before = own.get(key)
  if (before?.joints === piece.joints && before.parts === piece.parts) return before.search
  const search = searchOn(problem.parts, problem.ties)
  own.set(key, { joints: piece.joints, parts: piece.parts, search })
  return search
}

/** Above so many that may be mended either way nobody weighs each of them. */
const MOST_MARGINS = 12
/**
 * Nearer to each other than this share of the dearer one, minutes of expected work say nothing: it is a matter of
 * judgement.
 */
const JUDGEMENT_SHARE = 0.15

/**
 * For each joint that can be mended either way what either adds, everything else chosen as well as can be beside it.
 */
function marginsOf(search: Search, problem: Problem, { cost }: Opening): ReadonlyMap<string, Margin> {
  const both = problem.faults.filter(f => f.mayOpen && !f.isOpen && f.inPlaceCost !== null)
  if (both.length > MOST_MARGINS) return new Map()
  return new Map(
    both.flatMap(({ joint }) => {
      const others = problem.faults.filter(f => f.joint !== joint)
      const own = problem.faults.find(f => f.joint === joint)!
      const without = search.cheapest(others, problem.wayCost)?.cost ?? cost
      const opened = search.cheapest([...others, { ...own, inPlaceCost: null }], problem.wayCost)?.cost
      const shut = search.cheapest([...others, { ...own, mayOpen: false }], (tie, way) =>
        tie === joint ? Infinity : problem.wayCost(tie, way),
      )?.cost
      if (opened === undefined || shut === undefined) return []
      const [openMin, inPlaceMin] = [opened - without, shut - without]
      return [
        [
          jointOfTie(joint),
          {
            openMin,
            inPlaceMin,
            isJudgement: Math.abs(openMin - inPlaceMin) <= JUDGEMENT_SHARE * Math.max(openMin, inPlaceMin),
          },
        ] as const,
      ]
    }),
  )
}

function remembered<T>(store: WeakMap<Standing, Map<string, T>>, standing: Standing, key: string, make: () => T): T {
  const answers = store.get(standing) ?? new Map<string, T>()
  store.set(standing, answers)
  if (!answers.has(key)) answers.set(key, make())
  return answers.get(key)!
}

/** No frame is sprung further than this, millimetres: past it the drawing is wrong. */
const MOST_FLEX_MM = 60

/**
 * The least spring with which a tie comes free when all that may open is open, to a tenth of a millimetre; null if
 * none does.
 */
function leastFlexMm(problem: Problem, tie: string): number | null {
  const isFree = (flexMm: number) => {
    const ties = problem.ties.map((t): Tie => ({ ...t, ways: [{ id: 'sprung-far', flexMm }] }))
    return searchOn(problem.parts, ties)
      .freeWith((id, way) => problem.wayCost(id, way))
      .has(tie)
  }
  if (!isFree(MOST_FLEX_MM)) return null
  let [low, high] = [0, MOST_FLEX_MM]
  while (high - low > 0.1) {
    const middle = (low + high) / 2
    if (isFree(middle)) high = middle
    else low = middle
  }
  return high
}

function stuckProblem({ piece }: Standing, { joint, leastFlexMm: flexMm }: Stuck): TakeApartProblem {
  const broken = piece.faults.find(f => f.id === faultOfTie(joint))
  const target = broken ? faultTag(piece, broken) : tagOf(jointOf(piece, jointOfTie(joint)))
  const shut = piece.choices.leaveShut
  const most = USUAL_WAYS.at(-1)!.flexMm
  const words
    = flexMm === null
      ? say`${target} does not come apart however far it is sprung, with all open that may open: ${shut.length > 0 ? 'free a joint that is set to stay shut, or ' : ''}check which way its joints are drawn.`
      : say`${target} would come apart only with ${mm(Math.ceil(flexMm))} of spring; no more than ${mm(most)} is taken to do no harm. ${shut.length > 0 ? 'Free a joint that is set to stay shut, or check' : 'Check'} the drawing.`
  return { kind: 'stuck', shut, words }
}

const openedIn = (opening: Opening): Set<string> => new Set([...partedBy(opening.moves)].map(jointOfTie))

const jointOf = (piece: Piece, id: string): Joint => piece.joints.find(j => j.id === id)!

/** What a take-apart is run backward by: the frame it parts, and the moves of another order told in words. */
export interface Backward {
  readonly frame: ClosingFrame
  movesOf(tree: StageTree): Move[]
}

const backward = new WeakMap<TakeApart, Backward>()

/** The frame of a take-apart, as long as it is the one that was worked out here; null where nothing comes apart. */
export const backwardOf = (apart: TakeApart): Backward | null => backward.get(apart) ?? null

interface Described {
  readonly piece: Piece
  readonly standing: Standing
  readonly mends: readonly FaultMends[]
  readonly sawn: ReadonlySet<string>
  readonly sprungBreaks: readonly string[]
}

function describe(
  { piece, standing, mends, sawn, sprungBreaks }: Described,
  opening: Opening | null,
  problems: readonly TakeApartProblem[],
  margins: ReadonlyMap<string, Margin>,
): TakeApart {
  const moves = opening?.moves ?? []
  const parted = new Set([...partedBy(moves)].map(jointOfTie))
  const wanted = new Set(mends.filter(m => m.opens).map(m => m.joint))
  const made: TakeApart = {
    decisions: piece.joints.map((j) => {
      const decision = decide(
        piece,
        j,
        mends.find(m => m.joint === j.id),
        opening,
        parted,
      )
      return {
        ...(sawn.has(j.id) && parted.has(j.id) ? sawnOpen(piece, j, decision) : decision),
        margin: margins.get(j.id) ?? null,
      }
    }),
    offBefore: parted.size > 0 ? offBefore(piece) : [],
    moves: moves.map((_, i) => describeMove(standing, piece, moves, i, { parted, wanted })),
    expectedMin: opening?.cost ?? 0,
    boundMin: opening?.boundCost ?? 0,
    problems,
    sprungBreaks,
    sawn: [...parted].filter(id => sawn.has(id)),
  }
  if (opening) {
    const { frame } = opening
    backward.set(made, {
      frame,
      movesOf: (tree) => {
        const own = frame.movesOf(tree)
        return own.map((_, i) => describeMove(standing, piece, own, i, { parted, wanted }))
      },
    })
  }
  return made
}

function offBefore(piece: Piece): OffBefore[] {
  const laid = [...laidParts(piece)]
  const { upholstery } = piece.intake
  const seat: OffBefore[]
    = upholstery === 'drop-in' && laid.length === 0
      ? [{ kind: 'drop-in-seat' }]
      : upholstery === 'stuffed'
        ? [{ kind: 'stuffing' }]
        : []
  return [...laid.map((part): OffBefore => ({ kind: 'lift', part })), ...seat]
}

function decide(
  piece: Piece,
  joint: Joint,
  mend: FaultMends | undefined,
  opening: Opening | null,
  parted: ReadonlySet<string>,
): Omit<JointDecision, 'margin'> {
  const as = (decision: Decision, why: Phrase): Omit<JointDecision, 'margin'> => ({
    joint: joint.id,
    decision,
    why,
    breakChance: decision === 'open' || decision === 'in-the-way' ? chanceFigure(piece, joint) : null,
  })
  const isSettled = piece.choices.settled[`joint:${joint.id}`] !== undefined
  if (opening && parted.has(joint.id)) {
    if (mend?.opens) return as('open', say`its mend needs it open`)
    if (mend?.isOpen && isHeldByHardware(piece, joint)) {
      return as('in-the-way', say`its hardware goes back when the rest is home`)
    }
    if (isLoose(piece, joint) && !isSettled) {
      return isHeldByHardware(piece, joint)
        ? as('in-the-way', say`it comes apart with the rest; its hardware is made sound and goes back when that is home`)
        : as('undecided', say`it comes apart with the rest, and nothing here mends it`)
    }
    if (mend?.isOpen) return as('in-the-way', say`it has been opened`)
    return as('in-the-way', inTheWay(piece, joint, opening))
  }
  if (opening && mend?.opens && findingOf(piece, joint.id).state === 'apart') {
    return as('open', mend.goesInAlone ?? say`it has come out already`)
  }
  if (opening?.inPlace.has(joint.id)) {
    return as(
      'mend-in-place',
      piece.choices.mends[`joint:${joint.id}`] === 'glue-in-place'
        ? say`chosen: glue in place, and test it again once cured`
        : say`opening it costs more in expected breakage and time than the chance that it comes back`,
    )
  }
  if (mend) {
    return as(
      'undecided',
      mend.opens || mend.inPlace ? say`it cannot be opened as things stand` : say`none of the mends here fits it`,
    )
  }
  if (isLoose(piece, joint) && !isSettled) {
    return as(
      'undecided',
      isHeldByHardware(piece, joint)
        ? say`its hardware is seen to, not its glue`
        : say`it waits for what is wrong in its wood`,
    )
  }
  return as('leave-shut', leaveShutReason(piece, joint))
}

function chanceFigure(piece: Piece, joint: Joint): Figure {
  const inputs = [
    input('slimmest part', slimmestMm(piece, joint), 'mm'),
    input('locks to get out', locksOf(piece, joint).length, 'count'),
  ]
  return figureOf(
    breakChance(piece, joint),
    'share',
    'A base chance by state (solid 10 %, ticks 5 %, gives 3 %, swings 2 %), × 2.5 for a part under 14 mm, × 2.5 for wood that is split, eaten or hangs by fibres, × 3 for glue that cannot be undone, × 0.7 for protein glue; and what each lock risks on its way out.',
    inputs,
    'opening-costs',
    'low',
  )
}

/** How it opens where the saw is the lesser harm. */
function sawnOpen(piece: Piece, joint: Joint, decision: Omit<JointDecision, 'margin'>): Omit<JointDecision, 'margin'> {
  const pulledShare = breakChance(piece, joint)
  const chance = figureOf(
    breakChance(piece, joint, true),
    'share',
    'The saw leaves its line or the bit runs out of the old dowel in 3 %; and what each lock risks on its way out.',
    [
      input('if it were pulled', pulledShare, 'share'),
      input('locks to get out', locksOf(piece, joint).length, 'count'),
    ],
    'opening-costs',
    'low',
  )
  return {
    ...decision,
    why: say`${decision.why}; its dowels are sawn through at the seam and made anew, for pulled it would break in ${q(pulledShare, 'share')}`,
    breakChance: chance,
  }
}

function inTheWay(piece: Piece, joint: Joint, opening: Opening): Phrase {
  const reason = opening.reasons.find(r => r.oneOf.some(({ tie }) => jointOfTie(tie) === joint.id))
  if (!reason) return say`it comes apart with the rest`
  const broken = piece.faults.find(f => f.id === faultOfTie(reason.target))
  const target = broken ? faultTag(piece, broken) : tagOf(jointOf(piece, jointOfTie(reason.target)))
  const others = [...new Set(reason.oneOf.map(({ tie }) => jointOfTie(tie)))]
    .filter(id => id !== joint.id)
    .map(id => tagOf(jointOf(piece, id)))
  const chance = q(breakChance(piece, joint), 'share')
  return others.length === 0
    ? say`${target} cannot come free while it is shut; ${chance} chance of harm`
    : say`${target} stays stuck unless this or one of ${others.slice(0, 4).join(', ')} opens; this one risks least: ${chance} chance of harm`
}

function leaveShutReason(piece: Piece, joint: Joint): Phrase {
  const { state } = findingOf(piece, joint.id)
  const settled = piece.choices.settled[`joint:${joint.id}`]
  if (settled) return say`${settled.how === 'left' ? 'left as it is' : 'mended otherwise'}: ${settled.why}`
  if (piece.choices.leaveShut.includes(joint.id)) return say`you said it stays shut`
  if (joint.form.kind === 'rest') return say`it only lies there`
  if (state === 'not-tested') return say`not tested yet: try it before anything is opened`
  const slim = slimmestMm(piece, joint)
  return slim < 14
    ? say`solid, and the ${nameOf(piece, joint.enters)} is ${mm(slim)} thin; opening it would free nothing you need`
    : say`solid; opening it would free nothing you need`
}
