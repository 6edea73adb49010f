import { figureOf, input, type Figure } from '../measure/figure'
import { fitMm, phraseText, q, say, type Phrase } from '../measure/phrase'
import type { OldGlue, School } from '../piece/words'
import { GLUES, type Glue, type GlueId } from '../reference/glues'
import { OPEN_TIME_SHARE } from '../reference/rates'
import type { Climate, Shop } from '../reference/shop-settings'
import { READ_WITHIN_MM } from '../wood/fit'
import { clampTime, coldestBetweenC, openTime } from './climate'

/** What the joints of a glue-up ask of their glue. */
export interface GlueNeeds {
  /** Largest clearance left after fitting, millimetres. */
  readonly gapMm: number
  /** Working time of the longest stage, minutes; 0 while it is not known yet. */
  readonly workingMin: number
  readonly service: 'dry' | 'damp' | 'wet'
  /** Kinds of old glue that stay behind. */
  readonly oldGlueLeft: readonly OldGlue[]
  readonly mustComeApart: boolean
  readonly oldPiece: boolean
  readonly keptFinish: boolean
  /** When the clamps go on. */
  readonly startMin: number
  /** The climate it cures in, where it is carried to another room than the bench’s. */
  readonly cureIn?: Climate | undefined
}

export interface GlueVerdict {
  readonly glue: Glue
  /** Empty when it may be used; else each hard limit it breaks. */
  readonly against: readonly Phrase[]
  readonly inFavour: readonly string[]
  readonly score: number
  readonly open: Figure
  /** Null if it never sets in the cold it is to cure in. */
  readonly clamp: Figure | null
  readonly onShelf: boolean
}

export interface GlueChoice {
  readonly verdicts: readonly GlueVerdict[]
  readonly best: GlueVerdict | null
  readonly runnerUp: GlueVerdict | null
  /** What would make the runner-up win, in words. */
  readonly wouldWin: string
}

/**
 * Judges every glue for a job: hard limits first, each with its reason; then the shop's school and the piece decide.
 */
export function chooseGlue(needs: GlueNeeds, school: School, shop: Shop, climate: Climate): GlueChoice {
  const verdicts = GLUES.map(g => judge(g, needs, school, shop, climate)).sort(
    (a, b) => Number(b.against.length === 0) - Number(a.against.length === 0) || b.score - a.score,
  )
  const fit = verdicts.filter(v => v.against.length === 0)
  const [best, runnerUp] = [fit[0] ?? null, fit[1] ?? null]
  return { verdicts, best, runnerUp, wouldWin: best && runnerUp ? whyRunnerUp(best, runnerUp) : '' }
}

function judge(glue: Glue, needs: GlueNeeds, school: School, shop: Shop, climate: Climate): GlueVerdict {
  const open = openTime(glue, climate)
  const clamp = clampTime(glue, needs.cureIn ?? climate, shop, needs.startMin)
  const onShelf = shop.shelf.includes(glue.id)
  const { score, inFavour } = prefer(glue, needs, school, onShelf, open)
  return {
    glue,
    open,
    clamp: Number.isFinite(clamp.value) ? clamp : null,
    onShelf,
    score,
    inFavour,
    against: hardLimits(glue, needs, shop, climate, open, clamp),
  }
}

const WATER = { none: 0, poor: 1, fair: 2, good: 3 } as const
const WATER_NEEDED = { dry: 0, damp: 2, wet: 3 } as const

function hardLimits(glue: Glue, needs: GlueNeeds, shop: Shop, climate: Climate, open: Figure, clamp: Figure): Phrase[] {
  const against: Phrase[] = []
  if (needs.gapMm > glue.gapMm + (glue.gapMm === 0 ? 0 : READ_WITHIN_MM) + 1e-9) {
    against.push(
      glue.gapMm === 0
        ? say`its foam fills but does not hold, the joint leaves ${fitMm(needs.gapMm)}`
        : say`bridges ${fitMm(glue.gapMm)}, the joint leaves ${fitMm(needs.gapMm)}`,
    )
  }
  const usable = open.value * OPEN_TIME_SHARE
  if (needs.workingMin > usable) {
    against.push(
      say`open ${q(open.value, 'min')} today, of which ${q(usable, 'min')} may be used; the longest stage needs ${q(needs.workingMin, 'min')}`,
    )
  }
  const cold = coldProblem(glue, needs, shop, climate, clamp)
  if (cold) against.push(cold)
  if (WATER[glue.water] < WATER_NEEDED[needs.service]) against.push(say`does not stand ${needs.service} use`)
  const left = needs.oldGlueLeft.find(old => !glue.bondsOver.includes(old))
  if (left) against.push(say`will not bond over ${left === 'pva' ? 'PVA' : left} glue that stays behind`)
  if (needs.mustComeApart && glue.undo !== 'yes') {
    against.push(say`cannot be undone without harm, and this piece must come apart again`)
  }
  return against
}

function coldProblem(glue: Glue, needs: GlueNeeds, shop: Shop, climate: Climate, clamp: Figure): Phrase | null {
  const there = needs.cureIn ?? climate
  if (climate.nowC < glue.coldestC) {
    return say`too cold to spread: ${q(climate.nowC, 'C')} at the bench, and it wants ${q(glue.coldestC, 'C')} or more`
  }
  if (!Number.isFinite(clamp.value)) {
    return say`too cold: never sets at ${q(there.nowC, 'C')} by day and ${q(there.tonightC, 'C')} by night; it wants ${q(glue.coldestC, 'C')}`
  }
  const coldest = coldestBetweenC(there, shop, needs.startMin, needs.startMin + clamp.value)
  if (coldest >= glue.coldestC) return null
  return say`too cold: ${q(coldest, 'C')} while it is in clamps, and it wants ${q(glue.coldestC, 'C')} or more`
}

/**
 * Weights are this project's reading of the schools, low confidence (docs/sources.md#schools). They order glues that
 * all may be used.
 */
function prefer(
  glue: Glue,
  needs: GlueNeeds,
  school: School,
  onShelf: boolean,
  open: Figure,
): { score: number, inFavour: string[] } {
  const inFavour: string[] = []
  let score = 0
  const add = (points: number, words: string) => {
    score += points
    if (points > 0) inFavour.push(words)
  }
  if (onShelf) add(3, 'on the shelf')
  // Who works for strength does not ask what comes undone; an everyday shop does of an old piece.
  if (glue.undo === 'yes') {
    add(school === 'conserve' ? 4 : needs.oldPiece && school === 'everyday' ? 3 : 0.5, 'can be undone')
  }
  if (glue.group === 'pva' && school !== 'conserve') {
    add(needs.oldPiece && school === 'everyday' ? 0 : school === 'strength' ? 4 : 3, 'plain and strong on tight joints')
  }
  if (glue.group === 'epoxy') add(needs.gapMm > 0.15 ? 2 : school === 'strength' ? 0.5 : -2, 'fills what is left open')
  if (needs.keptFinish && glue.group === 'protein') add(1, 'squeeze-out washes off a kept finish')
  add(glue.creep, 'does not creep')
  add(Math.min(1.5, open.value / 20), 'stays open long enough')
  if (glue.id === 'hot-hide') add(-0.5, '')
  return {
    score,
    inFavour: inFavour
      .filter(w => w !== 'does not creep' || glue.creep >= 0.7)
      .filter(w => w !== 'stays open long enough' || open.value >= 15),
  }
}

function whyRunnerUp(best: GlueVerdict, second: GlueVerdict): string {
  if (!second.onShelf && best.onShelf) return 'if it were on the shelf'
  if (second.open.value > best.open.value * 1.3) return 'with more joints in one stage'
  if (second.clamp && best.clamp && second.clamp.value < best.clamp.value * 0.7) {
    return 'if the clamps were needed sooner'
  }
  if (second.glue.undo === 'yes' && best.glue.undo !== 'yes') return 'if the piece must come apart again one day'
  if (second.glue.gapMm > best.glue.gapMm) return 'if the joint were looser'
  return 'if the shop’s school were another'
}

/** A verdict in one line, for lists and the command line. */
export const verdictText = (v: GlueVerdict): string =>
  v.against.length > 0 ? `no: ${v.against.map(p => phraseText(p)).join('; ')}` : v.inFavour.join(', ')
export const verdictOf = (choice: GlueChoice, id: GlueId): GlueVerdict => choice.verdicts.find(v => v.glue.id === id)!

/** Grams of glue for an area of joint, a third over for squeeze-out and the brush. */
export const glueGrams = (glue: Glue, areaMm2: number): Figure =>
  figureOf(
    (areaMm2 / 1e6) * glue.spreadGm2 * 1.33,
    'g',
    'Area × spread for both faces × 1.33 for squeeze-out and the brush.',
    [input('joint area', areaMm2, 'mm2'), input('spread, g/m²', glue.spreadGm2, 'count', 'table')],
    'glue-families',
  )

/** Minutes of a glue's open time that may be used, and what a stage leaves of them. */
export const spareTime = (open: Figure, workingMin: number): Figure =>
  figureOf(
    open.value * OPEN_TIME_SHARE - workingMin,
    'min',
    'Open time today × 0.75 − working time. The first joint spread is the one at risk.',
    [
      input('open time today', open.value, 'min'),
      input('share that may be used', OPEN_TIME_SHARE, 'share', 'table'),
      input('working time', workingMin, 'min'),
    ],
    'glue-climate',
  )
