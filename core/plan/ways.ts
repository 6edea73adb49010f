import { describeWallTime } from '../measure/wall-time'
import { joined, mm, q, say, type Phrase } from '../measure/phrase'
import { presentJoints } from '../piece/facts'
import type { Piece } from '../piece/schema'
import { SCHOOLS, type School } from '../piece/words'
import { glueNamed } from '../reference/glues'
import { losesNoWood, type Work } from '../mend'
import type { MendOption, Plan } from './plan'
import { surfaceAimOf } from './surface-tasks'
import { troubleName } from './trouble-words'

export type WayRowId
  = | 'trouble'
    | 'opened'
    | 'undone'
    | 'wood'
    | 'weakest'
    | 'glue'
    | 'hands'
    | 'stages'
    | 'surface'
    | 'price'
    | 'back'
    | 'left'

/** One thing the three ways are compared by: a cell for each school, in the order of `SCHOOLS`. */
export interface WayRow {
  readonly id: WayRowId
  /** Troubles it is about, by their tags or names; empty for what is the whole piece’s. */
  readonly about: readonly string[]
  readonly cells: readonly Phrase[]
  readonly isSame: boolean
}

/** The same piece planned to each school, and what they part ways over. */
export interface Ways {
  readonly schools: readonly School[]
  readonly rows: readonly WayRow[]
  /** Expected hold of the weakest mend of each, low and high; null where nothing is mended. */
  readonly holds: readonly ({ readonly low: number, readonly high: number } | null)[]
  /** Whether two ways hold so alike that nobody can tell, by their place among the schools. */
  readonly alike: readonly (readonly [number, number])[]
}

/** The piece as another school would take it; its own picks stay. */
export const inSchool = (piece: Piece, school: School): Piece => ({
  ...piece,
  id: `${piece.id}--${school}`,
  intake: { ...piece.intake, school },
})

/**
 * Compares three whole plans of one piece.
 * @param plans one for each of `SCHOOLS`, in that order   @throws RangeError if there are not as many
 */
export function compareWays(piece: Piece, plans: readonly Plan[]): Ways {
  if (plans.length !== SCHOOLS.length) {
    throw new RangeError(`There are ${SCHOOLS.length} schools, and ${plans.length} plans.`)
  }
  const whole = (id: WayRowId, cellOf: (plan: Plan) => Phrase): WayRow => row(id, [], plans.map(cellOf))
  const holds = plans.map(weakestOf)
  const rows = [
    ...troubleRows(piece, plans),
    whole('glue', gluesOf),
    whole('opened', plan => say`${q(openedBy(plan), 'count')} of ${q(presentJoints(piece).length, 'count')}`),
    whole('undone', plan => undoneBy(piece, plan)),
    whole('wood', woodLost),
    row(
      'weakest',
      [],
      holds.map(h => (h ? say`${h.name}, ${holdClass(h.low, h.high)}` : say`nothing is mended`)),
    ),
    whole('hands', plan => say`${q(plan.cost.lines.find(l => l.id === 'hands')?.amount.value ?? 0, 'h')}`),
    whole('stages', plan => say`${q(plan.stages.length, 'count')}`),
    whole('surface', plan => surfaceBy(piece, plan)),
    ...(plans.every(p => p.cost.total !== null)
      ? [whole('price', plan => say`${plan.cost.money} ${(plan.cost.total ?? 0).toFixed(0)}`)]
      : []),
    whole('back', plan =>
      plan.returnMin === null ? say`no date yet` : say`${describeWallTime(plan.returnMin, plan.startMin)}`,
    ),
    whole('left', plan => leftBy(piece, plan)),
  ]
  const pairs = [
    [0, 1],
    [0, 2],
    [1, 2],
  ] as const
  return {
    schools: SCHOOLS,
    rows,
    holds: holds.map(h => (h ? { low: h.low, high: h.high } : null)),
    alike: pairs.filter(([a, b]) => holds[a] && holds[b] && overlap(holds[a], holds[b]) > TOO_ALIKE),
  }
}

/** Two bands that share more than this of the narrower one cannot be told apart. */
const TOO_ALIKE = 0.6
function overlap(a: { low: number, high: number }, b: { low: number, high: number }): number {
  const shared = Math.min(a.high, b.high) - Math.max(a.low, b.low)
  return shared / Math.max(0.01, Math.min(a.high - a.low, b.high - b.low))
}

/** As the worker of a table says how well a mend holds. */
export function holdClass(low: number, high: number): string {
  const middle = (low + high) / 2
  return middle > 0.8 ? 'good' : middle > 0.65 ? 'fair to good' : middle > 0.5 ? 'low to fair' : 'low'
}

function woodLost(plan: Plan): Phrase {
  const cm3 = worksOf(plan).reduce((sum, { work }) => sum + work.removedCm3, 0)
  return losesNoWood(cm3) ? say`none` : say`${q(cm3, 'cm3')}`
}

const sameText = (a: Phrase, b: Phrase): boolean => JSON.stringify(a) === JSON.stringify(b)
const row = (id: WayRowId, about: readonly string[], cells: readonly Phrase[]): WayRow => ({
  id,
  about,
  cells,
  isSame: cells.every(c => sameText(c, cells[0]!)),
})

interface Chosen {
  readonly trouble: string
  readonly option: MendOption
  readonly work: Work
}

/** Every mend a plan chose, with the trouble it answers. */
function worksOf(plan: Plan): Chosen[] {
  const sets = [
    ...plan.mends.map(m => ({ trouble: `joint:${m.joint}`, m })),
    ...plan.woodMends.map(m => ({ trouble: m.trouble, m })),
  ]
  return sets.flatMap(({ trouble, m }) => {
    const option = m.options.find(o => o.id === m.chosen)
    return option?.verdict.fits ? [{ trouble, option, work: option.verdict }] : []
  })
}

/** What each way does about each trouble; troubles that all three answer alike stand in one row. */
function troubleRows(piece: Piece, plans: readonly Plan[]): WayRow[] {
  const merged = new Map<string, WayRow>()
  for (const trouble of plans[0]!.troubles) {
    const cells = plans.map((plan) => {
      const own = plan.troubles.find(t => t.id === trouble.id)
      const chosen = worksOf(plan).find(w => w.trouble === trouble.id)
      if (own && (own.answer === 'left' || own.answer === 'mended-otherwise')) {
        return say`${own.answer === 'left' ? 'left' : 'mended otherwise'}`
      }
      if (!chosen || own?.answer === 'open') return say`no mend as things stand`
      return chosenWords(plan, chosen)
    })
    const key = JSON.stringify(cells)
    const before = merged.get(key)
    merged.set(key, row('trouble', [...(before?.about ?? []), trouble.tag || troubleName(piece, trouble)], cells))
  }
  return [...merged.values()]
}

/** A mend by its short name, with the size that tells it from another. */
function chosenWords(plan: Plan, { trouble, option, work }: Chosen): Phrase {
  const size = work.sizes.find(s => ['dowel', 'shim', 'plug', 'collar', 'tenon-thickness'].includes(s.id))
  const glue = plan.glue.lines.find(l => l.trouble === trouble)?.glue
  const sized
    = size && size.figure.unit === 'mm' ? say`${option.label}, ${mm(size.figure.value)}` : say`${option.label}`
  return glue ? say`${sized}; ${glueNamed(glue).label}` : sized
}

const openedBy = (plan: Plan): number => new Set(plan.takeApart.moves.flatMap(m => m.opens)).size

function gluesOf(plan: Plan): Phrase {
  const labels = [...new Set(plan.glue.lines.map(l => glueNamed(l.glue).label))]
  return labels.length === 0 ? say`none` : say`${labels.join(', ')}`
}

/** What of it can be taken apart again one day, counting the glue as well as the mend. */
function undoneBy(piece: Piece, plan: Plan): Phrase {
  const works = worksOf(plan)
  if (works.length === 0) return say`nothing is done`
  const stays = works.filter(
    ({ trouble, option }) =>
      option.undo === 'no' || plan.glue.lines.some(l => l.trouble === trouble && glueNamed(l.glue).undo === 'no'),
  )
  if (stays.length === 0) return say`all of it`
  if (stays.length === works.length) return say`none of it`
  const names = stays
    .map(s => plan.troubles.find(t => t.id === s.trouble))
    .flatMap(t => (t ? [t.tag || troubleName(piece, t)] : []))
  return say`all but ${names.join(', ')}`
}

function weakestOf(plan: Plan): { name: string, low: number, high: number } | null {
  const works = worksOf(plan)
  const least = works.reduce<Chosen | null>(
    (worst, w) =>
      worst === null || w.work.hold.low + w.work.hold.high < worst.work.hold.low + worst.work.hold.high ? w : worst,
    null,
  )
  if (!least) return null
  const trouble = plan.troubles.find(t => t.id === least.trouble)
  return { name: trouble?.tag || least.option.short, ...least.work.hold }
}

const SURFACE_WORDS = {
  keep: 'kept; only the mends',
  blend: 'blended into each part',
  refinish: 'all of it anew',
  elsewhere: 'not here',
} as const

/** How far each goes with the surface, and in how many coats. */
function surfaceBy(piece: Piece, plan: Plan): Phrase {
  const steps = plan.tasks.filter(t => t.kind === 'surface')
  if (steps.length === 0) return say`nothing to be seen`
  const coats = steps.filter(t => t.id.includes('/coat-')).length
  if (coats === 0) return say`cleaned along the seams`
  return say`${SURFACE_WORDS[surfaceAimOf(piece, plan.school)]}, ${q(coats, 'count')} ${coats === 1 ? 'coat' : 'coats'}`
}

/** What each leaves as it is, or open. */
function leftBy(piece: Piece, plan: Plan): Phrase {
  const left = plan.troubles.filter(t => t.answer === 'left' || t.answer === 'open')
  return left.length === 0
    ? say`nothing`
    : joined(
        left.map(t => say`${t.tag || troubleName(piece, t)}`),
        ', ',
      )
}
