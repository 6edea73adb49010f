import { joined, say, type Phrase } from '../measure/phrase'
import type { AGES, Finish, OldGlue, School } from '../piece/words'
import type { CautionId } from '../reference/cautions'
import { mayHaveTannin, TANNIN_WOODS } from '../reference/species'
import { ROUND_IDS, ROUNDS, type RoundId, type RoundRow } from '../reference/rounds'

type Age = (typeof AGES)[number]

/** What a joint is like round its old glue. */
export interface Around {
  readonly glue: OldGlue
  readonly age: Age
  /** Somebody mended it before: then a later glue is likelier. */
  readonly mendedBefore: boolean
  /** The glues that are known in its other joints. */
  readonly elsewhere: readonly OldGlue[]
  readonly finishes: readonly Finish[]
  readonly woods: readonly string[]
  readonly stuffed: boolean
  readonly metal: boolean
  readonly school: School
  /** It gives or swings: the old glue holds little of it any more. */
  readonly loose?: boolean
  /** Ways this shop does not use. */
  readonly leftOut: readonly RoundId[]
}

/** How likely each glue is in the joint, in shares of one. */
export type Odds = Readonly<Partial<Record<OldGlue, number>>>

/** A round of the recipe, with what this joint asks besides. */
export interface Round {
  readonly id: RoundId
  readonly row: RoundRow
  /** That it lets go in this round, and that this round is come to at all. */
  readonly chance: number
  readonly reach: number
  readonly shield: Phrase | null
}

export interface Recipe {
  readonly odds: Odds
  readonly rounds: readonly Round[]
  /** Why some that would help are not told. */
  readonly leftOut: readonly { readonly id: RoundId, readonly why: Phrase }[]
  readonly cautions: readonly CautionId[]
}

/** Who glued before the forties had protein glue, and who glues today has PVA (low). */
const ODDS_BY_AGE: Readonly<Record<Age, Odds>> = {
  old: { protein: 0.8, pva: 0.12, epoxy: 0.04, construction: 0.04 },
  modern: { pva: 0.7, urea: 0.12, protein: 0.05, polyurethane: 0.08, epoxy: 0.05 },
  unknown: { protein: 0.45, pva: 0.4, urea: 0.05, epoxy: 0.06, construction: 0.04 },
}
/** Who mended it since took what was to hand (low). */
const MENDED_ODDS: Odds = {
  pva: 0.55,
  epoxy: 0.2,
  protein: 0.1,
  polyurethane: 0.06,
  cyanoacrylate: 0.05,
  construction: 0.04,
}

export function oddsOf({
  glue,
  age,
  mendedBefore,
  elsewhere,
}: Pick<Around, 'glue' | 'age' | 'mendedBefore' | 'elsewhere'>): Odds {
  if (glue !== 'unknown') return { [glue]: 1 }
  if (mendedBefore) return MENDED_ODDS
  const known = elsewhere.filter(g => g !== 'unknown' && g !== 'none')
  if (known.length === 0) return ODDS_BY_AGE[age]
  const odds: Partial<Record<OldGlue, number>> = {}
  for (const g of known) odds[g] = (odds[g] ?? 0) + LIKE_THE_REST / known.length
  for (const [g, share] of Object.entries(ODDS_BY_AGE[age]) as [OldGlue, number][]) {
    odds[g] = (odds[g] ?? 0) + (1 - LIKE_THE_REST) * share
  }
  return odds
}
/** A joint was most likely glued with what the others were (low). */
const LIKE_THE_REST = 0.85

/** A round less likely to help than this is not worth the wood. */
const LEAST_CHANCE = 0.12
/** With less hope than this in what the finish stands, what harms it is told as well, with a shield. */
const LEAST_HOPE = 0.5

/**
 * The rounds for one joint, gentlest first, each with what to shield; what harms something near by only where nothing
 * else is left.
 */
export function recipeFor(around: Around): Recipe {
  const odds = oddsOf(around)
  const chances = new Map(ROUND_IDS.map(id => [id, chanceOf(ROUNDS[id], odds, around.loose ?? false)]))
  const helpful = ROUND_IDS.filter(id => chances.get(id)! >= LEAST_CHANCE)
  const barred = new Map(
    helpful.flatMap((id) => {
      const why = barredBy(ROUNDS[id], id, around)
      return why ? [[id, why] as const] : []
    }),
  )
  const harmed = helpful.filter(id => !barred.has(id) && harms(ROUNDS[id], around).length > 0)
  const free = helpful.filter(id => !barred.has(id) && !harmed.includes(id))
  // A finish is made good again sooner than a tenon that was sawn through.
  const mild = free.filter(id => !ROUNDS[id].harsh)
  const isEnough = hopeOf(mild, chances) >= LEAST_HOPE || around.finishes.includes('gilded')
  const told = withoutHarsh(
    ROUND_IDS.filter(id => free.includes(id) || (!isEnough && harmed.includes(id))),
    around,
    chances,
  )
  const rounds = apartFromFlame(around.glue === 'unknown' ? ['swab' as const, ...told] : told)
  let reach = 1
  return {
    odds,
    rounds: rounds.map((id): Round => {
      const round = { id, row: ROUNDS[id], chance: chances.get(id)!, reach, shield: shieldFor(ROUNDS[id], around) }
      reach *= 1 - round.chance
      return round
    }),
    leftOut: [
      ...[...barred].map(([id, why]) => ({ id, why })),
      ...harmed
        .filter(id => !rounds.includes(id))
        .map(id => ({ id, why: say`it harms the ${harms(ROUNDS[id], around).join(' and the ')} near by` })),
    ],
    cautions: [
      ...new Set([
        ...rounds.flatMap(id =>
          ROUNDS[id].cautions.filter(c => c !== 'polyurethane-heat' || (odds.polyurethane ?? 0) > 0),
        ),
        ...(around.finishes.includes('paint') ? ['paint' as const] : []),
      ]),
    ],
  }
}

/** Sawn at the seam at once, where its dowels are made anew anyway. */
export const sawingRecipe = (glue: OldGlue): Recipe => ({
  odds: { [glue]: 1 },
  rounds: [{ id: 'saw-line', row: ROUNDS['saw-line'], chance: 1, reach: 1, shield: null }],
  leftOut: [],
  cautions: ROUNDS['saw-line'].cautions.filter(c => c !== 'polyurethane-heat' || glue === 'polyurethane'),
})

const chanceOf = ({ lets, letsLoose = 0 }: RoundRow, odds: Odds, isLoose: boolean): number =>
  Object.entries(odds).reduce(
    (sum, [glue, share]) => sum + (share * Math.max(lets[glue as OldGlue] ?? 0, isLoose ? letsLoose : 0)) / 100,
    0,
  )

/** That one of several rounds lets it go. */
const hopeOf = (ids: readonly RoundId[], chances: ReadonlyMap<RoundId, number>): number =>
  1 - ids.reduce((left, id) => left * (1 - chances.get(id)!), 1)

/** A finish nobody has named is treated as shellac, which stands least. */
const nearBy = ({ finishes }: Around): Finish[] => [
  ...new Set(finishes.map((f): Finish => (f === 'unknown' ? 'shellac' : f))),
]
const harms = (row: RoundRow, around: Around): Finish[] => nearBy(around).filter(f => row.harms.includes(f))

function barredBy(row: RoundRow, id: RoundId, { leftOut, woods, stuffed, metal, finishes }: Around): Phrase | null {
  if (leftOut.includes(id)) return say`this shop does not use it`
  if (row.stainsTannin && woods.some(mayHaveTannin)) {
    const named = woods.find(w => TANNIN_WOODS.has(w))
    return say`it stains ${named ?? 'wood with tannin, and this may have it,'} black beside iron`
  }
  if (row.stainsTannin && metal && id === 'vinegar') return say`the metal in it would stain: out first, then it is told`
  if (row.wet && stuffed) return say`it would run into the stuffing`
  if (finishes.includes('gilded') && (row.wet || row.hot || row.vapour)) {
    return say`leaf on its ground stands neither water nor heat nor solvents`
  }
  return null
}

/** The saw, and what strips, only where the rest gives too little hope; who conserves waits longer. */
function withoutHarsh(ids: readonly RoundId[], { school }: Around, chances: ReadonlyMap<RoundId, number>): RoundId[] {
  const mild = ids.filter(id => !ROUNDS[id].harsh)
  const enough = school === 'conserve' ? 0.3 : 0.75
  return hopeOf(mild, chances) >= enough ? mild : [...ids]
}

/** What is hot comes before what gives off vapour, whatever the table says. */
function apartFromFlame(ids: readonly RoundId[]): RoundId[] {
  const isVapour = (id: RoundId) => ROUNDS[id].vapour === true
  const last = ids.findLastIndex(id => ROUNDS[id].hot)
  const early = ids.filter((id, i) => isVapour(id) && i < last)
  const rest = ids.filter(id => !early.includes(id))
  const place = rest.findLastIndex(id => ROUNDS[id].hot) + 1
  return [...rest.slice(0, place), ...early, ...rest.slice(place)]
}

function shieldFor(row: RoundRow, around: Around): Phrase | null {
  const near = harms(row, around)
  const parts = [
    ...(near.length > 0 ? [say`the ${near.join(' and the ')} near by under film and foil`] : []),
    ...(row.wet && around.stuffed ? [say`stuffing and cover folded back and wrapped`] : []),
    ...(row.vapour ? [say`windows open, nothing hot or sparking in the room, nothing heated here afterwards`] : []),
    ...(row.hot && near.length === 0 ? [say`what stands near by under foil`] : []),
  ]
  return parts.length === 0 ? null : joined(parts, '; ')
}

/** Minutes of a recipe: with luck, as is to be expected, and if every round is needed; hands and waiting apart. */
export function minutesOfRecipe({ rounds }: Recipe): {
  hands: { low: number, usual: number, high: number }
  wait: { low: number, usual: number, high: number }
} {
  const middle = ([a, b]: readonly [number, number]) => (a + b) / 2
  const sum = (of: (r: Round) => number) => rounds.reduce((total, r) => total + of(r), 0)
  const first = rounds[0]
  return {
    hands: {
      low: first?.row.handsMin[0] ?? 0,
      usual: sum(r => r.reach * middle(r.row.handsMin)),
      high: sum(r => r.row.handsMin[1]),
    },
    wait: {
      low: first?.row.soakMin[0] ?? 0,
      usual: sum(r => r.reach * middle(r.row.soakMin)),
      high: sum(r => r.row.soakMin[1]),
    },
  }
}
