import { z } from 'zod'
import { plain, type Phrase } from '../../measure/phrase'
import type { Result } from '../../measure/result'
import type { Draw } from '../draw'
import type { Piece } from '../document-schema'
import { CHOICES } from './choices'
import type { CommandForm, CommandKind } from './define'
import { DRY_FIT } from './dry-fit'
import { JOINTS } from './joints'
import { MADE } from './made'
import { MANY } from './many'
import { RECORD } from './record'
import { WOOD } from './wood'

/** Everything a repairer can say, measure, choose or do to a piece. Nothing else ever changes one. */
export const COMMANDS = [...MADE, ...JOINTS, ...WOOD, ...DRY_FIT, ...MANY, ...CHOICES, ...RECORD] as const

type Schemas<T extends readonly { readonly schema: unknown }[]> = { [K in keyof T]: T[K]['schema'] }
const SCHEMAS = COMMANDS.map(c => c.schema) as unknown as Schemas<typeof COMMANDS>

export const Command = z.discriminatedUnion('do', SCHEMAS)
export type Command = z.infer<typeof Command>

const KINDS = new Map(
  COMMANDS.map(kind => [kind.schema.shape.do.value as string, kind as unknown as CommandKind<CommandForm>]),
)
const FORGOTTEN = 'something an older program knew'
const kindOf = (command: Command): CommandKind<CommandForm> => KINDS.get(command.do)!

/** What a command does by itself; `apply` checks what comes out. Pure and total for any command the schema accepts. */
export const applyUnchecked = (piece: Piece, command: Command): Result<Piece> => kindOf(command).apply(piece, command)
/**
 * What of the document a command changes, as paths; see CommandKind. A closed past may hold commands nobody knows any
 * more.
 */
export const touchesOf = (command: Command): readonly string[] => KINDS.get(command.do)?.touches(command) ?? []
/** What was said, with its value. `piece` gives tags and names. */
export const saysOf = (command: Command, piece: Piece): Phrase =>
  KINDS.get(command.do)?.says(command, piece) ?? plain(FORGOTTEN)
/** What it is about, in a few words. */
export const wordsOf = (command: Command): string => KINDS.get(command.do)?.words ?? FORGOTTEN
/** Whether a command says something about all members of a set. */
export const isCommon = (command: Command): boolean => kindOf(command).common?.(command) ?? false
/** Any command at all for a piece, sensible or not, but of the right form; for tests. */
export function drawCommand(d: Draw, piece: Piece): Command {
  const kind = d.pick(COMMANDS)
  return { do: kind.schema.shape.do.value, ...kind.draw(d, piece) } as Command
}

/** Whether two paths are the same thing or one holds the other. */
export const isSameThing = (a: string, b: string): boolean => a === b || a.startsWith(`${b}/`) || b.startsWith(`${a}/`)
