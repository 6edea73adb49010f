import type { H3Event } from 'h3'
import { parseWallTime } from '#core/measure/wall-time'
import { issuesOf } from '#core/piece/file'
import { BenchQuery, type BenchAsked } from '#shared/bench-query'
import { refusal } from '../pieces/answers'
import { hearWallClock } from './wall-clock'

/** What a request asks of the list, its wall clock heard. @throws 400 with the field that cannot be read */
export function askedOf(event: H3Event): BenchAsked {
  const parsed = BenchQuery.safeParse(getQuery(event))
  if (!parsed.success) throw refusal(400, 'Some of this cannot be read.', issuesOf(parsed.error))
  hearWallClock(parseWallTime(parsed.data.at))
  return parsed.data
}
