import type { H3Event } from 'h3'
import type { z } from 'zod'
import type { Issue } from '#core/measure/result'
import { issuesOf } from '#core/piece/file'
import type { Absent } from './store'

/** An error answer that names each field: `data.issues` holds path and message. */
export const refusal = (statusCode: number, message: string, issues: readonly Issue[]) => createError({ statusCode, message, data: { issues } })

/** The body if it has the right form, else 400 with the path of every field that has not. */
export async function bodyOf<T>(event: H3Event, schema: z.ZodType<T>): Promise<T> {
  const parsed = schema.safeParse(await readBody(event).catch(() => undefined))
  if (!parsed.success) throw refusal(400, 'Some of this cannot be read.', issuesOf(parsed.error))
  return parsed.data
}

/** The body as bytes, if it is no larger than `most`; else 413, whether its size was announced or not. */
export async function bytesOf(event: H3Event, most: number, message: string): Promise<Buffer> {
  if (Number(getHeader(event, 'content-length') ?? 0) > most) throw refusal(413, message, [])
  const chunks: Buffer[] = []
  let size = 0
  for await (const chunk of event.node.req as AsyncIterable<Buffer>) {
    size += chunk.length
    if (size > most) throw refusal(413, message, [])
    chunks.push(chunk)
  }
  return Buffer.concat(chunks)
}

/** What was found, or 410 for a piece that was erased and 404 for one nobody ever heard of. */
export function orAbsent<T extends object>(found: T | Absent): T {
  if (found === 'erased') throw createError({ statusCode: 410, message: 'This piece was erased.' })
  if (found === 'unknown') throw createError({ statusCode: 404, message: 'There is no such piece.' })
  return found as T
}

export function idOf(event: H3Event): string {
  const id = getRouterParam(event, 'id') ?? ''
  if (!/^[a-z0-9-]{1,64}$/.test(id)) throw createError({ statusCode: 404, message: 'There is no such piece.' })
  return id
}
