import { createHash } from 'node:crypto'
import { sql, type RawBuilder } from 'kysely'
import { shopFacts } from '#core/plan'
import type { Shop } from '#core/reference/shop-settings'
import { useDatabase } from '../db/database'
import type { Made } from './planning'

/** What a plan was made with: the shop's facts and the program. Another one makes every outlook stale. */
export const madeWith = (shop: Shop, program: string): string =>
  createHash('sha256')
    .update(`${program} ${JSON.stringify(shopFacts(shop))}`)
    .digest('base64url')
    .slice(0, 22)

/**
 * Whether what is kept is of another version of the piece, was made with something else, or has run out; also where
 * there is none. For a query that joins the tables summary and outlook.
 */
export const isStale = (made: string, nowMin: number): RawBuilder<boolean> => sql<boolean>`(
  outlook.pieceVersion is null or outlook.pieceVersion <> summary.version
  or (summary.isOver = 0 and outlook.madeWith <> ${made}) or outlook.goodUntilMin <= ${nowMin}
)`

export interface ToPlan {
  readonly id: string
  readonly version: number
  readonly document: string
}

/**
 * The next piece whose outlook has to be worked out: of those wanted now, else any that is not over, the latest taken
 * in first, or none where only those wanted are asked for; null if there is none. `left` are those that could not be
 * planned, by id and version.
 */
export async function nextToPlan(
  wanted: readonly string[],
  left: ReadonlySet<string>,
  made: string,
  nowMin: number,
  onlyWanted = false,
): Promise<ToPlan | null> {
  const stale = () =>
    useDatabase()
      .selectFrom('summary')
      .leftJoin('outlook', 'outlook.pieceId', 'summary.pieceId')
      .select(['summary.pieceId as id', 'version'])
      .where(isStale(made, nowMin))
  const isLeft = ({ id, version }: { id: string, version: number }) => left.has(leftKey(id, version, made))
  const near = wanted.length === 0 ? [] : await stale().where('summary.pieceId', 'in', wanted).execute()
  const first = wanted.map(id => near.find(r => r.id === id)).find(r => r !== undefined && !isLeft(r))
  const rest = () =>
    stale()
      .where('isOver', '=', 0)
      .orderBy('summary.takenInAt', 'desc')
      .limit(left.size + 1)
      .execute()
  const found = first ?? (onlyWanted ? undefined : (await rest()).find(r => !isLeft(r)))
  if (!found) return null
  return (
    (await useDatabase()
      .selectFrom('piece')
      .select(['id', 'version', 'document'])
      .where('id', '=', found.id)
      .executeTakeFirst()) ?? null
  )
}

/** One attempt: a piece at a version, with what it was to be planned with. */
export const leftKey = (id: string, version: number, made: string): string => `${id} ${version} ${made}`

/** Keeps an outlook, unless the piece was erased while it was worked out. */
export async function keepOutlook({ id, version }: ToPlan, made: string, { outlook, picture }: Made): Promise<void> {
  const row = {
    pieceVersion: version,
    madeWith: made,
    goodUntilMin: outlook.goodUntilMin,
    step: outlook.next.step,
    waitsUntilMin: outlook.waitsUntilMin,
    inClampsUntilMin: outlook.inClampsUntilMin,
    outlook: JSON.stringify(outlook),
    picture: JSON.stringify(picture),
  }
  await useDatabase()
    .transaction()
    .execute(async (trx) => {
      if (!(await trx.selectFrom('piece').select('id').where('id', '=', id).executeTakeFirst())) return
      await trx
        .insertInto('outlook')
        .values({ pieceId: id, ...row })
        .onConflict(c => c.column('pieceId').doUpdateSet(row))
        .execute()
    })
}
