/** Something that went wrong in a way the repairer can mend: where, which kind, and what would be right. */
export interface Issue {
  /** Where in the input, as a path such as `joints.3.depthMm`; empty for the whole. */
  readonly path: string
  readonly code: string
  /** One plain sentence: what is wrong and what would be right. */
  readonly message: string
}

/** An expected failure is a value: callers must look at `ok` before they get at the answer. */
export type Result<T>
  = { readonly ok: true, readonly value: T } | { readonly ok: false, readonly issues: readonly Issue[] }

export const succeed = <T>(value: T): Result<T> => ({ ok: true, value })
export const fail = (code: string, message: string, path = ''): { ok: false, issues: Issue[] } => ({
  ok: false,
  issues: [{ path, code, message }],
})

/** The value, or a thrown Error with all messages; for tests and scripts, where a failure is a bug. */
export function orThrow<T>(result: Result<T>): T {
  if (result.ok) return result.value
  throw new Error(result.issues.map(i => (i.path ? `${i.path}: ${i.message}` : i.message)).join('\n'))
}
