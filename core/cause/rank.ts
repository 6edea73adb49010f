import { signsAt, signNamed } from '../condition/signs'
import { bracingAsked, drawsBlocks, isBraced } from '../condition/bracing'
import { faultyJoints, findingOf, isFaulty, partOf } from '../piece/facts'
import type { Joint, Piece } from '../piece/schema'
import type { SignId } from '../piece/words'
import { holdsOf, isMetal } from '../hardware'
import { CAUSES, type Cause, type CauseId, type Evidence, type Observation } from './causes'

/** A cause for one joint: how likely, the evidence either way, and what nobody has looked at yet. */
export interface RankedCause {
  readonly cause: CauseId
  readonly label: string
  readonly answer: string
  readonly wholePiece: boolean
  /** Several causes may hold at once, so these do not add up to 1. */
  readonly probability: number
  readonly low: number
  readonly high: number
  readonly evidenceFor: readonly string[]
  readonly evidenceAgainst: readonly string[]
  readonly notLooked: readonly string[]
}

export interface NextTest {
  readonly sign: SignId
  readonly label: string
  readonly hint: string
  readonly minutes: number
}
export interface Diagnosis {
  readonly joint: string
  readonly causes: readonly RankedCause[]
  readonly nextTest: NextTest | null
  readonly observations: number
}

/** Observed, observed absent, or not looked at: three different things. */
type Look = 'there' | 'absent' | 'unknown'

/**
 * Causes of a loose joint, likeliest first. Each cause is weighed on its own: log odds from its prior plus the log
 * ratio of every observation made. The band widens with what was not looked at (docs/limits.md#independent-evidence).
 */
export function diagnose(piece: Piece, joint: Joint): Diagnosis {
  const applicable = CAUSES.filter(
    c => (!c.at || c.at.includes(joint.form.kind)) && (!c.wholePiece || isBraced(piece, joint)),
  )
  const causes = applicable.map(c => weigh(piece, joint, c)).sort((a, b) => b.probability - a.probability)
  return {
    joint: joint.id,
    causes,
    nextTest: findNextTest(piece, joint, applicable),
    observations: countObservations(piece, joint),
  }
}

/**
 * A factor of 1.5 in the odds either way for the prior, 1.25 more for each piece of evidence nobody looked at, 6 at
 * most.
 */
const BAND_LOG = Math.log(1.5)
const BAND_PER_UNKNOWN = Math.log(1.25)
const BAND_MOST = Math.log(6)
const logistic = (x: number) => 1 / (1 + Math.exp(-x))
const logit = (p: number) => Math.log(p / (1 - p))

function weigh(piece: Piece, joint: Joint, cause: Cause): RankedCause {
  let logOdds = logit(cause.prior)
  const lists = { evidenceFor: [] as string[], evidenceAgainst: [] as string[], notLooked: [] as string[] }
  for (const e of cause.evidence) {
    const look = lookAt(piece, joint, e.on)
    if (look === 'unknown') { lists.notLooked.push(e.words) }
    else {
      const ratio = look === 'there' ? e.ratio : e.absentRatio
      logOdds += Math.log(ratio)
      if (ratio > 1.15) lists.evidenceFor.push(look === 'there' ? e.words : `not there: ${e.words}`)
      else if (ratio < 0.87) lists.evidenceAgainst.push(look === 'there' ? e.words : `not there: ${e.words}`)
    }
  }
  const band = Math.min(BAND_MOST, BAND_LOG + lists.notLooked.length * BAND_PER_UNKNOWN)
  return {
    cause: cause.id,
    label: cause.label,
    answer: cause.answer,
    wholePiece: cause.wholePiece,
    probability: logistic(logOdds),
    low: logistic(logOdds - band),
    high: logistic(logOdds + band),
    ...lists,
  }
}

function lookAt(piece: Piece, joint: Joint, what: Observation): Look {
  const f = findingOf(piece, joint.id)
  switch (what.kind) {
    case 'sign':
      return lookForSign(piece, joint, what.sign)
    case 'state':
      return f.state === 'not-tested' ? 'unknown' : there(what.state.includes(f.state))
    case 'direction':
      return f.directions.length === 0 ? 'unknown' : there(f.directions.includes(what.direction))
    case 'old-glue':
      return f.oldGlue === 'unknown' || f.oldGlue === 'none' ? 'unknown' : there(what.glue.includes(f.oldGlue))
    case 'clearance-over':
      return clearance(f) === null ? 'unknown' : there(clearance(f)! > what.mm)
    case 'age':
      return piece.intake.age === 'unknown' ? 'unknown' : there(piece.intake.age === what.age)
    case 'many-front-joints':
      return there(looseFrontJoints(piece) >= 2)
    case 'bracing-gone':
      return bracingGone(piece)
    case 'never-braced':
      return neverBraced(piece)
  }
}

const there = (yes: boolean): Look => (yes ? 'there' : 'absent')

function lookForSign(piece: Piece, joint: Joint, sign: SignId): Look {
  if (sign === 'hidden-metal' && holdsOf(piece, joint).some(h => isMetal(h.kind) && !h.made)) return 'there'
  const look = findingOf(piece, joint.id).signs[sign]
  return look === undefined ? 'unknown' : there(look === 'seen')
}

/** The largest clearance measured anywhere on the joint, or null if none was. */
function clearance(f: ReturnType<typeof findingOf>): number | null {
  const values = Object.values(f.clearance).flatMap(m => (m && m.basis === 'measured' ? [m.value] : []))
  return values.length === 0 ? null : Math.max(...values)
}

const looseFrontJoints = (piece: Piece): number =>
  faultyJoints(piece).filter(
    j => partOf(piece, j.receives).role === 'front-leg' || partOf(piece, j.enters).role === 'front-rail',
  ).length

const BRACES = new Set(['stretcher', 'rung', 'corner-block'])

function bracingGone(piece: Piece): Look {
  const { bracing, parts } = piece
  if (parts.some(p => p.missing && BRACES.has(p.role))) return 'there'
  if (
    bracing.cornerBlocks === 'missing'
    || bracing.cornerBlocks === 'loose'
    || bracing.webbing === 'board-instead'
    || bracing.webbing === 'slack'
    || bracing.webbing === 'missing'
  ) { return 'there' }
  return bracing.cornerBlocks === 'not-looked' && bracingAsked(piece).blocks && !drawsBlocks(piece)
    ? 'unknown'
    : 'absent'
}

function neverBraced(piece: Piece): Look {
  if (piece.parts.some(p => BRACES.has(p.role))) return 'absent'
  if (!bracingAsked(piece).blocks) return 'absent'
  return piece.bracing.cornerBlocks === 'not-looked' ? 'unknown' : there(piece.bracing.cornerBlocks === 'never-had')
}

function countObservations(piece: Piece, joint: Joint): number {
  const f = findingOf(piece, joint.id)
  return (
    Object.keys(f.signs).length
    + Object.keys(f.clearance).length
    + f.directions.length
    + (f.oldGlue === 'unknown' ? 0 : 1)
    + (f.state === 'not-tested' ? 0 : 1)
  )
}

/**
 * The sign not yet looked for that would tell most per minute: expected drop in uncertainty, summed over the causes.
 */
function findNextTest(piece: Piece, joint: Joint, causes: readonly Cause[]): NextTest | null {
  if (!isFaulty(findingOf(piece, joint.id).state)) return null
  const best = signsAt(joint)
    .filter(s => lookForSign(piece, joint, s.id) === 'unknown')
    .map(s => ({ id: s.id, perMin: causes.reduce((sum, c) => sum + gainBits(piece, joint, c, s.id), 0) / s.lookMin }))
    .sort((a, b) => b.perMin - a.perMin)[0]
  if (!best || best.perMin < 1e-3) return null
  const { label, hint, lookMin } = signNamed(best.id)
  return { sign: best.id, label, hint, minutes: lookMin }
}

const entropyBits = (p: number) => (p <= 0 || p >= 1 ? 0 : -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p)))

function gainBits(piece: Piece, joint: Joint, cause: Cause, sign: SignId): number {
  const e = cause.evidence.find(x => x.on.kind === 'sign' && x.on.sign === sign)
  if (!e) return 0
  const p = weigh(piece, joint, cause).probability
  const seenIfCause = seenProbability(e)
  const seen = p * seenIfCause + ((1 - p) * seenIfCause) / e.ratio
  return (
    entropyBits(p)
    - seen * entropyBits((p * seenIfCause) / seen)
    - (1 - seen) * entropyBits((p * (1 - seenIfCause)) / (1 - seen))
  )
}

/** From both ratios: P(seen | cause) = r (1 - a) / (r - a), r the ratio when seen, a when absent. */
function seenProbability({ ratio: r, absentRatio: a }: Evidence): number {
  return Math.min(0.99, Math.max(0.01, (r * (1 - a)) / (r - a)))
}
