import type { Issue } from '#core/measure/result'

/** Messages by field path, as the server names them; `''` is the whole. */
export type FieldErrors = Readonly<Record<string, string>>

interface FetchFailure {
  statusCode?: number
  data?: { message?: string, data?: { issues?: Issue[] } }
}
const isFailure = (e: unknown): e is FetchFailure => typeof e === 'object' && e !== null

/** What a failed request says about each field. Without an answer: that the server cannot be reached. */
export function errorsOf(error: unknown): FieldErrors {
  if (!isFailure(error) || error.statusCode === undefined) {
    return { '': 'The server cannot be reached. What you typed stays here; try again.' }
  }
  const issues = error.data?.data?.issues ?? []
  if (issues.length === 0) return { '': error.data?.message ?? `The server answered ${error.statusCode}.` }
  return Object.fromEntries(issues.map(i => [i.path, i.message]))
}

export const statusOf = (error: unknown): number | undefined => (isFailure(error) ? error.statusCode : undefined)
export const dataOf = <T>(error: unknown): T | undefined =>
  isFailure(error) ? (error.data?.data as T | undefined) : undefined
