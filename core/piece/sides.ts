/** The id of a part's or joint's counterpart on the other side: left for right. The same where it has no hand. */
export const twinId = (id: string): string =>
  id.replace(/\b(left|right)\b/g, side => (side === 'left' ? 'right' : 'left'))
export type Hand = 'left' | 'right' | 'none'
/** Which side a part or joint belongs to, by its id. */
export const handOf = (id: string): Hand => (/\bleft\b/.test(id) ? 'left' : /\bright\b/.test(id) ? 'right' : 'none')
