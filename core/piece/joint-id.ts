const LONGEST_ID = 64

/**
 * The id of the joint by which one part enters another: 64 letters at most; two long names are cut, the receiving one
 * first.
 */
export const jointId = (enters: string, receives: string): string =>
  `${enters.slice(0, 38)}--${receives}`.slice(0, LONGEST_ID).replace(/-+$/, '')

/** The id, or the first of `id-2`, `id-3` … that nobody has. */
export function freeId(id: string, isTaken: (id: string) => boolean): string {
  if (!isTaken(id)) return id
  for (let n = 2; ; n++) {
    const tried = `${id.slice(0, LONGEST_ID - 1 - String(n).length)}-${n}`
    if (!isTaken(tried)) return tried
  }
}
