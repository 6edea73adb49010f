import { sql, type ExpressionBuilder } from 'kysely'
import { formatWallTime, MIN_PER_DAY, minuteOfDay, parseWallTime } from '#core/measure/wall-time'
import type { SetOf } from '#core/piece/schema'
import type { NextStep } from '#core/plan'
import type { Shop } from '#core/reference/shop-settings'
import { laidOut, type Outlook } from '#core/shop/outlook'
import {
  PAGE_ROWS,
  type BenchPage,
  type BenchRow,
  type BenchSums,
  type BenchTodo,
  type DueWithin,
} from '#shared/bench'
import { MOST_NAMED, type BenchAsked } from '#shared/bench-query'
import { useDatabase } from '../db/database'
import { isStale } from './outlooks'

/** So many stand beside the list. */
const MOST_BESIDE = 12
const MOST_CUSTOMERS = 500
/** Pieces without a date come after all with one. */
const NEVER = '9999'

const joined = () => useDatabase().selectFrom('summary').leftJoin('outlook', 'outlook.pieceId', 'summary.pieceId')
type Joined = ReturnType<typeof joined>

/** One page of the pieces asked for, in the order they came in; `made` tells which outlooks are stale. */
export async function benchPage(asked: BenchAsked, shop: Shop, made: string): Promise<BenchPage> {
  const nowMin = parseWallTime(asked.at)
  const wanted = filtered(joined(), asked)
  const { total } = await wanted.select(eb => eb.fn.countAll<number>().as('total')).executeTakeFirstOrThrow()
  const rows = await after(wanted, asked.after)
    .select([
      'summary.pieceId as id',
      'version',
      'title',
      'set',
      'customer',
      'due',
      'isOver',
      'summary.takenInAt',
      'outlook.outlook',
      'outlook.pieceVersion',
      isStale(made, nowMin).as('isStale'),
    ])
    .orderBy('summary.takenInAt')
    .orderBy('summary.pieceId')
    .limit((asked.only ? MOST_NAMED : PAGE_ROWS) + 1)
    .execute()
  const shown = rows.slice(0, asked.only ? MOST_NAMED : PAGE_ROWS)
  const last = shown.at(-1)
  return {
    total: Number(total),
    rows: shown.map(r => asRow(r, shop, nowMin)),
    next: rows.length > shown.length && last ? `${last.takenInAt}~${last.id}` : null,
  }
}

function filtered(query: Joined, { find, step, customer, due, over, only, at }: BenchAsked): Joined {
  let q = query.where('isOver', '=', over ? 1 : 0)
  if (only !== undefined) q = q.where('summary.pieceId', 'in', only.split(',').slice(0, MOST_NAMED))
  if (find) q = q.where(sql<boolean>`words like ${`%${escaped(find.trim().toLowerCase())}%`} escape '\\'`)
  if (step) q = q.where('outlook.step', '=', step)
  if (customer) q = q.where('customer', '=', customer)
  return due ? q.where(eb => isDue(eb, due, at)) : q
}

/** What stands for anything in a pattern stands for itself. */
const escaped = (text: string): string => text.replace(/[\\%_]/g, c => `\\${c}`)

const DAYS: Readonly<Record<Exclude<DueWithin, 'overdue' | 'none'>, number>> = { 'two-days': 2, 'week': 7 }

function isDue(eb: ExpressionBuilder<{ summary: { due: string | null } }, 'summary'>, due: DueWithin, at: string) {
  if (due === 'none') return eb('summary.due', 'is', null)
  if (due === 'overdue') return eb('summary.due', '<', at)
  const now = parseWallTime(at)
  return eb('summary.due', '<', formatWallTime(now - minuteOfDay(now) + (DAYS[due] + 1) * MIN_PER_DAY))
}

/** What comes after the row another page ended with. */
function after(query: Joined, cursor: string | undefined): Joined {
  const found = /^([^~]+)~(.+)$/.exec(cursor ?? '')
  if (!found) return query
  return query.where(sql<boolean>`(summary.takenInAt, summary.pieceId) > (${found[1]!}, ${found[2]!})`)
}

interface Kept {
  readonly id: string
  readonly version: number
  readonly title: string
  readonly set: string | null
  readonly customer: string
  readonly due: string | null
  readonly takenInAt: string
  readonly isOver: number
  readonly outlook: string | null
  readonly pieceVersion: number | null
  readonly isStale: unknown
}

function asRow(
  { id, version, title, set, customer, due, takenInAt, isOver, outlook, pieceVersion, isStale: stale }: Kept,
  shop: Shop,
  nowMin: number,
): BenchRow {
  const made = outlook === null ? null : (JSON.parse(outlook) as Outlook)
  return {
    id,
    version,
    title,
    set: set === null ? null : (JSON.parse(set) as SetOf),
    customer,
    due,
    takenInAt,
    isOver: isOver === 1,
    isStale: Boolean(stale),
    plan: made && {
      next: made.next,
      tested: made.tested,
      loose: made.loose,
      inWood: made.inWood,
      isGlued: made.isGlued,
      glued: made.glued,
      bars: [...made.bars, ...laidOut(made.ahead, shop, nowMin)],
      pictureOf: pieceVersion ?? 0,
    },
  }
}

/** What stands over and beside the list of what is on the bench. */
export async function benchSums(nowMin: number): Promise<BenchSums> {
  const counts = await joined()
    .select(eb => [
      'isOver',
      eb.fn.countAll<number>().as('many'),
      sql<number>`sum(case when outlook.inClampsUntilMin > ${nowMin} then 1 else 0 end)`.as('inClamps'),
    ])
    .groupBy('isOver')
    .execute()
  const of = (isOver: number) => counts.find(c => c.isOver === isOver)
  const steps = await joined()
    .select('outlook.step')
    .distinct()
    .where('isOver', '=', 0)
    .where('outlook.step', 'is not', null)
    .execute()
  const customers = await useDatabase()
    .selectFrom('summary')
    .select('customer')
    .distinct()
    .where('isOver', '=', 0)
    .where('customer', '!=', '')
    .orderBy('customer')
    .limit(MOST_CUSTOMERS)
    .execute()
  return {
    onBench: Number(of(0)?.many ?? 0),
    over: Number(of(1)?.many ?? 0),
    inClamps: Number(of(0)?.inClamps ?? 0),
    steps: steps.map(s => s.step!),
    customers: customers.map(c => c.customer),
    now: await toDo(nowMin),
    clampsOut: await clampsOut(nowMin),
  }
}

/** What hands can do before what waits, then by the date it is due, then by when it came in. */
async function toDo(nowMin: number): Promise<BenchTodo[]> {
  const first = await joined()
    .select('summary.pieceId')
    .where('isOver', '=', 0)
    .where('outlook.step', 'is not', null)
    .orderBy(sql`coalesce(outlook.waitsUntilMin, 0) > ${nowMin}`)
    .orderBy(sql`coalesce(due, ${NEVER})`)
    .orderBy('summary.takenInAt')
    .orderBy('summary.pieceId')
    .limit(MOST_BESIDE)
    .execute()
  const ids = first.map(r => r.pieceId)
  // The outlooks themselves are read for these few only.
  const rows = await joined()
    .select(['summary.pieceId as id', 'title', 'set', sql<string>`json_extract(outlook.outlook, '$.next')`.as('next')])
    .where('summary.pieceId', 'in', ids)
    .execute()
  return rows
    .sort((a, b) => ids.indexOf(a.id) - ids.indexOf(b.id))
    .map(r => ({
      id: r.id,
      title: r.title,
      set: r.set === null ? null : (JSON.parse(r.set) as SetOf),
      next: JSON.parse(r.next) as NextStep,
    }))
}

async function clampsOut(nowMin: number): Promise<Record<string, number>> {
  const rows = await useDatabase()
    .selectFrom('outlook')
    .select(sql<string>`json_extract(outlook, '$.clamps')`.as('clamps'))
    .where('inClampsUntilMin', '>', nowMin)
    .execute()
  const out: Record<string, number> = {}
  for (const { clamps } of rows) {
    for (const { row, untilMin } of JSON.parse(clamps) as Outlook['clamps']) {
      if (untilMin > nowMin) out[row] = (out[row] ?? 0) + 1
    }
  }
  return out
}

/** Whose pieces there are, with how many each, those whose name holds some letters. */
export async function customersFound(find: string): Promise<{ readonly customer: string, readonly pieces: number }[]> {
  const rows = await useDatabase()
    .selectFrom('summary')
    .select(eb => ['customer', eb.fn.countAll<number>().as('pieces')])
    .where('customer', '!=', '')
    .where(sql<boolean>`lower(customer) like ${`%${escaped(find.trim().toLowerCase())}%`} escape '\\'`)
    .groupBy('customer')
    .orderBy('customer')
    .limit(MOST_CUSTOMERS)
    .execute()
  return rows.map(r => ({ customer: r.customer, pieces: Number(r.pieces) }))
}

/** A piece's small picture as last worked out, as JSON; nothing where there is none yet. */
export async function pictureOf(id: string): Promise<string | undefined> {
  return (await useDatabase().selectFrom('outlook').select('picture').where('pieceId', '=', id).executeTakeFirst())
    ?.picture
}
