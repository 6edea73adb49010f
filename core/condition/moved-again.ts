import { isFaulty } from '../piece/facts'
import type { Piece } from '../piece/schema'

/** How the second gluing of a joint is told, apart from its first. */
export const againLine = (joint: string): string => `joint:${joint}/again`

const gluedAt = (piece: Piece, line: string): string[] =>
  piece.events.filter(e => e.kind === 'stage-glued' && e.of.includes(line)).map(e => e.at)
/** What older programs kept names only a stage: it may have been any joint’s. */
const gluedUnnamedAt = (piece: Piece): string[] =>
  piece.events.filter(e => e.kind === 'stage-glued' && e.of.length === 0).map(e => e.at)

/**
 * Joints that had been glued in this repair when somebody felt them move again, and those that were glued once more
 * for it.
 */
export function movedAgain(piece: Piece): ReadonlySet<string> {
  return new Set(
    piece.joints
      .map(j => j.id)
      .filter((id) => {
        const felt = piece.after[`joint:${id}`]
        const movedAfter
          = felt !== undefined
            && isFaulty(felt.state)
            && [...gluedAt(piece, `joint:${id}`), ...gluedUnnamedAt(piece)].some(at => at <= felt.at)
        return movedAfter || gluedAt(piece, againLine(id)).length > 0
      }),
  )
}

/** Whether it was glued once more and moved even after that. */
export function movedOnceMore(piece: Piece, joint: string): boolean {
  const felt = piece.after[`joint:${joint}`]
  return felt !== undefined && isFaulty(felt.state) && gluedAt(piece, againLine(joint)).some(at => at < felt.at)
}
