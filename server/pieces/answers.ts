import type { H3Event } from 'h3'
import type { z } from 'zod'
import type { Issue } from '#core/measure/result'
import { issuesOf } from '#core/piece/file'
import { diskSentence } from '../db/open-errors'
import type { Absent } from './store'

/** An error answer that names each field: `data.issues` holds path and message. */
export const refusal = (statusCode: number, message: string, issues: readonly Issue[]) =>
  createError({ statusCode, message, data: { issues } })

/** No form of this server’s is larger, bytes: a batch of entries with every word as long as it may be is well below. */
const MOST_FORM_BYTES = 4_000_000

/**
 * The body if it has the right form, else 400 with the path of every field that has not; 413 where it is larger than
 * any form.
 */
export async function bodyOf<T>(event: H3Event, schema: z.ZodType<T>): Promise<T> {
  const bytes = await bytesOf(event, MOST_FORM_BYTES, `Larger than ${MOST_FORM_BYTES / 1e6} MB: send it in parts.`)
  const parsed = schema.safeParse(jsonIn(bytes))
  if (!parsed.success) throw refusal(400, 'Some of this cannot be read.', issuesOf(parsed.error))
  return parsed.data
}

function jsonIn(bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8'))
  }
  catch {
    return undefined
  }
}

/** All bodies that are held at once, bytes: more wait outside. */
const MOST_HELD_BYTES = 64_000_000
let heldBytes = 0

/**
 * The body as bytes, if it is no larger than `most`; else 413, whether its size was announced or not; 503 while too
 * many are read at once.
 */
export async function bytesOf(event: H3Event, most: number, message: string): Promise<Buffer> {
  if (Number(getHeader(event, 'content-length') ?? 0) > most) throw tooMuch(event, 413, message)
  const chunks: Buffer[] = []
  let size = 0
  // It is let go when the answer is out: until then what was made of it may still hold it.
  event.node.res.once('close', () => {
    heldBytes -= size
  })
  for await (const chunk of event.node.req as AsyncIterable<Buffer>) {
    size += chunk.length
    heldBytes += chunk.length
    if (size > most) throw tooMuch(event, 413, message)
    if (heldBytes > MOST_HELD_BYTES) throw tooMuch(event, 503, 'Too much is being sent at once: try again in a moment.')
    chunks.push(chunk)
  }
  return Buffer.concat(chunks)
}

/**
 * The body as it comes, for what goes to the disk and is never held whole. @throws 413 once it is larger than `most`
 */
export async function* bytesLimited(event: H3Event, most: number): AsyncGenerator<Buffer> {
  let size = 0
  for await (const chunk of event.node.req as AsyncIterable<Buffer>) {
    size += chunk.length
    if (size > most) throw tooMuch(event, 413, 'Larger than any workshop’s data.')
    yield chunk
  }
}

/** The rest is not waited for: the connection ends with the answer. */
function tooMuch(event: H3Event, statusCode: 413 | 503, message: string) {
  setHeader(event, 'connection', 'close')
  if (statusCode === 503) setHeader(event, 'retry-after', 2)
  return refusal(statusCode, message, [])
}

/** Answers a write; what the disk would not take is said in one sentence, and nothing of it is kept. */
export const defineWrite = <T>(answer: (event: H3Event) => Promise<T>) =>
  defineEventHandler(async (event) => {
    try {
      return await answer(event)
    }
    catch (error) {
      const sentence = diskSentence(error)
      throw sentence ? refusal(507, sentence, []) : error
    }
  })

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
