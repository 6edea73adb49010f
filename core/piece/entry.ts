import { z } from 'zod'
import { DeviceName } from './basic-schema'
import { Command } from './commands'

/** Takes back an earlier entry, which may itself be an undo: undoing an undo is redo. */
export const Undo = z.strictObject({ do: z.literal('undo'), entry: z.string().max(64) })
export type Undo = z.infer<typeof Undo>

/**
 * One line of a piece's logbook. `id` is made by the device that gave it, so that sending it twice does nothing
 * twice.
 */
export const Entry = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{8,64}$/i, 'must be 8 to 64 letters, digits or hyphens'),
  at: z.iso.datetime({ message: 'must be a time such as 2026-03-05T09:30:00Z' }),
  by: DeviceName,
  command: z.union([Command, Undo]),
})
export type Entry = z.infer<typeof Entry>
