import { z } from 'zod'

/** Tags and scripts have no place in a name or a note; a plain “less than” sign has. */
const MARKUP = /<\s*[a-z!/?]/i
// eslint-disable-next-line no-control-regex
const CONTROL = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\u007F\u202A-\u202E\u2066-\u2069]/
const plain = (max: number) => z.string().max(max, `must be ${max} characters at most`)
  .refine(t => !MARKUP.test(t), 'must be plain words: it holds a markup tag').refine(t => !CONTROL.test(t), 'must be plain words: it holds control characters')

export const Id = z.string().regex(/^[a-z0-9][a-z0-9-]{0,63}$/, 'must be lower-case letters, digits and hyphens, 64 at most').meta({ id: 'id' })
export const Text = plain(2000).meta({ id: 'text' })
export const Name = plain(200).meta({ id: 'name' })
/** Wall-clock time, as in `2026-03-05T09:30`. */
export const WallTime = z.string().regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'must be a time such as 2026-03-05T09:30').meta({ id: 'wallTime' })
const Coordinate = z.number().min(-6000).max(6000)
export const VecMm = z.tuple([Coordinate, Coordinate, Coordinate]).meta({ id: 'vecMm' })
export const UnitVec = z.tuple([z.number(), z.number(), z.number()])
  .refine(v => Math.abs(Math.hypot(...v) - 1) < 1e-6, 'must be a direction of length 1').meta({ id: 'direction' })
