/** Where something that was erased is still held. */
export const copiesInWords = (copies: readonly string[]): string =>
  copies.length === 0
    ? 'No copy in the data folder holds it.'
    : `Still in ${copies.length === 1 ? 'one copy' : `${copies.length} copies`} in the data folder: ${copies.join(', ')}. Daily ones go after a month, others when you delete them; look for copies elsewhere as well.`
