/** Why the workshop's data could not be opened, in one sentence that says what to do; null for what nobody foresaw. */
export function sentenceFor(error: unknown, folder: string): string | null {
  const { code = '', message = '' } = (error ?? {}) as { code?: string, message?: string }
  if (code.startsWith('SQLITE_BUSY')) {
    return `Another Arreglo is running on ${folder}: end it first, or name another folder in ARREGLO_DATA.`
  }
  if (code.startsWith('SQLITE_NOTADB') || code.startsWith('SQLITE_CORRUPT')) {
    return `arreglo.db in ${folder} is damaged: nothing in it was changed. Put a copy in its place with “npm run --silent arreglo -- restore FILE”; the daily ones are in ${folder}/copies.`
  }
  if (/previously executed migration .* is missing|corrupted migrations/.test(message)) {
    return `arreglo.db in ${folder} was written by a newer Arreglo: nothing in it was changed. Start that one, or name another folder in ARREGLO_DATA.`
  }
  if (
    code.startsWith('SQLITE_READONLY')
    || code === 'EROFS'
    || code === 'EACCES'
    || code === 'EPERM'
    || code.startsWith('SQLITE_CANTOPEN')
    || code === 'ENOTDIR'
  ) {
    return `${folder} cannot be written to: nothing was changed. Give this user the right to, or name another folder in ARREGLO_DATA.`
  }
  if (code.startsWith('SQLITE_FULL') || code === 'ENOSPC') {
    return `The disk that holds ${folder} is full: what was kept is whole. Make room, then start again.`
  }
  return null
}

/**
 * Why something could not be kept while the server runs, for who typed it; null for what has nothing to do with the
 * disk.
 */
export function diskSentence(error: unknown): string | null {
  const { code = '' } = (error ?? {}) as { code?: string }
  if (code.startsWith('SQLITE_FULL') || code === 'ENOSPC' || code === 'EDQUOT') {
    return 'The server’s disk is full: nothing of this was kept there. Make room on it.'
  }
  if (code.startsWith('SQLITE_READONLY') || code === 'EROFS' || code === 'EACCES') {
    return 'The server’s data cannot be written to: nothing of this was kept there.'
  }
  if (code.startsWith('SQLITE_IOERR') || code === 'EIO') {
    return 'The server’s disk does not take what is written: nothing of this was kept there. Look at the disk before going on.'
  }
  return null
}
