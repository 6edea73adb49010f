import type { z } from 'zod'
import type { Phrase } from '../../measure/phrase'
import { fail, succeed, type Result } from '../../measure/result'
import { findingOf, tagOf } from '../facts'
import type { Draw } from '../draw'
import type { Finding, Piece } from '../document-schema'

/** Whatever a command's form may be, as long as it says what it does. */
export type CommandForm = z.ZodObject<{ do: z.ZodLiteral<string> } & z.ZodRawShape>

/** All there is to one kind of command: its form, what it does, what it touches, how it is said, how to make one up. */
export interface CommandKind<S extends CommandForm> {
  readonly schema: S
  /** What it is about, in a few words, for the undo button and the logbook. */
  readonly words: string
  /**
   * The document afterwards, or a refusal with its reason. What must hold of every document is checked by the caller.
   */
  apply(piece: Piece, command: z.infer<S>): Result<Piece>
  /**
   * What of the document it changes, as paths from the whole to the part, such as `finding/<joint>/state`. Two commands
   * touch the same thing where one path is the other or leads to it. A fact that only makes sense together with another
   * names the other as well.
   */
  touches(command: z.infer<S>): readonly string[]
  /** What was said, with its value, so that two that differ can be laid side by side. */
  says(command: z.infer<S>, piece: Piece): Phrase
  /** Whether it is about all members of a set: how they are made and what is asked, not what is wrong with one. */
  common?(command: z.infer<S>): boolean
  /** What it says besides what it does; sensible or not, but of the right form. */
  draw(d: Draw, piece: Piece): Omit<z.infer<S>, 'do'>
}

export const define = <S extends CommandForm>(kind: CommandKind<S>): CommandKind<S> => kind

/** An id as words: `pulls-out` as `pulls out`. */
export const plainly = (id: string): string => id.replaceAll('-', ' ')
/** The tag of a joint, or its id where it is gone. */
export const tagFor = (piece: Piece, joint: string): string => {
  const j = piece.joints.find(x => x.id === joint)
  return j ? tagOf(j) : joint
}
export const jointIds = (piece: Piece): string[] => piece.joints.map(j => j.id)

/** Goes on only with a joint that is there. */
export function onJoint(piece: Piece, joint: string, then: () => Result<Piece>): Result<Piece> {
  return piece.joints.some(j => j.id === joint)
    ? then()
    : fail('no_such_joint', `There is no joint “${joint}” on this piece.`, 'joint')
}

export const withFinding = (piece: Piece, joint: string, change: (f: Finding) => Finding): Result<Piece> =>
  onJoint(piece, joint, () =>
    succeed({
      ...piece,
      findings: { ...piece.findings, [joint]: change(findingOf(piece, joint)) },
    }),
  )

/** A copy of a record with one key set, or without it when the value is null. */
export function without<T>(record: Readonly<Record<string, T>>, key: string, value: T | null): Record<string, T> {
  const { [key]: _gone, ...rest } = record
  return value === null ? rest : { ...rest, [key]: value }
}
