import type { z } from 'zod'
import { PieceForm } from './document-schema'
import { brokenRules } from './invariants'

export * from './document-schema'

/** A whole document: of the right form, and with parts that agree with one another. */
export const Piece = PieceForm.superRefine((piece, ctx) => {
  for (const { path, message } of brokenRules(piece)) ctx.addIssue({ code: 'custom', path: [...path], message })
})
export type Piece = z.infer<typeof Piece>
