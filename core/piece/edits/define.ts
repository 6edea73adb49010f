import type { z } from 'zod'
import type { Result } from '../../measure/result'
import type { Draw } from '../draw'
import type { Joint, Part } from '../frame-schema'

export interface Frame {
  readonly parts: readonly Part[]
  readonly joints: readonly Joint[]
}

/** Whatever an edit's form may be, as long as it says what it does. */
export type EditForm = z.ZodObject<{ do: z.ZodLiteral<string> } & z.ZodRawShape>

/**
 * All there is to one kind of change by hand: its form, what it does to the frame, what it touches, and how to make
 * one up.
 */
export interface EditKind<S extends EditForm> {
  readonly schema: S
  /** The frame afterwards, or why it cannot be. Parts and joints it names under `part` and `joint` are there. */
  edit(frame: Frame, change: z.infer<S>): Result<Frame>
  /** What of the piece it changes, as paths such as `part/slat-1/label`; see commands/define.ts. */
  touches(change: z.infer<S>): readonly string[]
  /** What it says besides what it does; sensible or not, but of the right form. */
  draw(d: Draw, frame: Frame): Omit<z.infer<S>, 'do'>
  /** A second one about the same part right after the first takes its place in the list of edits. */
  readonly replacesItself?: boolean
}

export const defineEdit = <S extends EditForm>(kind: EditKind<S>): EditKind<S> => kind

export const withoutShare = ({ shares: _gone, passes: _order, ...joint }: Joint): Joint => joint
