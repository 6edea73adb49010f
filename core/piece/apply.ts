import { succeed, type Result } from '../measure/result'
import { applyUnchecked, type Command } from './commands'
import type { Piece } from './document-schema'
import { brokenRules } from './invariants'

/**
 * The piece after a command, or a refusal that says why. Pure and total for any command the schema accepts; the
 * document it returns is whole, or it is not returned.
 */
export function apply(piece: Piece, command: Command): Result<Piece> {
  const next = applyUnchecked(piece, command)
  return next.ok ? whole(next.value) : next
}

/** The document, if nothing that must hold of every one is broken. */
export function whole(piece: Piece): Result<Piece> {
  const broken = brokenRules(piece)
  if (broken.length === 0) return succeed(piece)
  return {
    ok: false,
    issues: broken.map(b => ({
      path: b.path.join('.'),
      code: 'not_whole',
      message: `This cannot be: ${b.path.join('.')} ${b.message}.`,
    })),
  }
}
