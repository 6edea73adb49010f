import { z } from 'zod'
import { isOnCalendar } from '../measure/wall-time'

/** Tags and scripts have no place in a name or a note; a plain “less than” sign has. */
const MARKUP = /<[a-z!/?]/i
// eslint-disable-next-line no-control-regex
const CONTROL = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\u007F\u202A-\u202E\u2066-\u2069]/
const plain = (max: number) =>
  z
    .string()
    .max(max, `must be ${max} characters at most`)
    .refine(t => !MARKUP.test(t), 'must be plain words: it holds a markup tag')
    .refine(t => !CONTROL.test(t), 'must be plain words: it holds control characters')

/** What every record inherits, so that it can name no entry of one. */
const isInherited = (name: string): boolean => name in {}
export const Id = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]{0,63}$/, 'must be lower-case letters, digits and hyphens, 64 at most')
  .refine(id => !isInherited(id), 'must be another name: this one has a meaning of its own')
  .meta({ id: 'id' })
/** A measure, an option or a choice of one, as a family names it. */
export const Key = z
  .string()
  .regex(/^[a-z][a-zA-Z0-9-]{0,39}$/, 'must be letters, digits and hyphens, 40 at most')
  .refine(key => !isInherited(key), 'must be another name: this one has a meaning of its own')
  .meta({ id: 'key' })
export const Text = plain(2000).meta({ id: 'text' })
export const Name = plain(200).meta({ id: 'name' })
export const Species = plain(60).meta({ id: 'species' })
/** What gave a command: a browser's own name, or a program's. */
export const DeviceName = plain(60)
/** Wall-clock time, as in `2026-03-05T09:30`. */
export const WallTime = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'must be a time such as 2026-03-05T09:30')
  .refine(isOnCalendar, 'must be a day on the calendar and a time of the clock')
  .meta({ id: 'wallTime' })
/** What a decision, a cause or a second look is about: a joint, a fault, a part, a hold or the bracing, by its id. */
export const TroubleId = z
  .string()
  .regex(
    /^(joint|fault|part|hold|bracing):[a-z0-9][a-z0-9-]{0,63}$/,
    'must name a joint, a fault, a part or a hold, such as fault:broken-leg',
  )
  .meta({ id: 'troubleId' })
/**
 * Something done to what a trouble may be about, or to the whole piece: `joint:x`, `joint:x/open`, `fault:x/face`,
 * `piece/seat-off`.
 */
export const FactId = z
  .string()
  .regex(
    /^(?:(?:joint|fault|part|hold|bracing):[a-z0-9][a-z0-9-]{0,63}|piece)(?:\/[a-z0-9][a-z0-9-]{0,79}){0,2}$/,
    'must name what was done to a joint, a fault, a part or a hold, such as joint:left-rail/open',
  )
  .meta({ id: 'factId' })
const Coordinate = z.number().min(-6000).max(6000)
export const VecMm = z.tuple([Coordinate, Coordinate, Coordinate]).meta({ id: 'vecMm' })
export const UnitVec = z
  .tuple([z.number(), z.number(), z.number()])
  .refine(v => Math.abs(Math.hypot(...v) - 1) < 1e-6, 'must be a direction of length 1')
  .meta({ id: 'direction' })
