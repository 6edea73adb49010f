/** Why the workshop's data could not be opened, in one sentence that says what to do; null for what nobody foresaw. */
export function sentenceFor(error: unknown, folder: string): string | null {
  const { code = '', message = '' } = (error ?? {}) as { code?: string, message?: string }
  if (code.startsWith('SQLITE_BUSY')) return `Another Arreglo is running on ${folder}: end it first, or name another folder in ARREGLO_DATA.`
  if (code.startsWith('SQLITE_NOTADB') || code.startsWith('SQLITE_CORRUPT')) {
    return `arreglo.db in ${folder} is damaged: nothing in it was changed. Put a copy in its place with “npm run --silent arreglo -- restore FILE”; the daily ones are in ${folder}/copies.`
  }
  if (/previously executed migration .* is missing|corrupted migrations/.test(message)) {
    return `arreglo.db in ${folder} was written by a newer Arreglo: nothing in it was changed. Start that one, or name another folder in ARREGLO_DATA.`
  }
  if (code.startsWith('SQLITE_READONLY') || code === 'EROFS' || code === 'EACCES' || code === 'EPERM' || code.startsWith('SQLITE_CANTOPEN') || code === 'ENOTDIR') {
    return `${folder} cannot be written to: nothing was changed. Give this user the right to, or name another folder in ARREGLO_DATA.`
  }
  if (code.startsWith('SQLITE_FULL') || code === 'ENOSPC') return `The disk that holds ${folder} is full: what was kept is whole. Make room, then start again.`
  return null
}
