import { z } from 'zod'
import { formatLength } from '../../measure/length'
import { LengthMm } from '../../measure/measured-schema'
import { mm, say } from '../../measure/phrase'
import { fail, succeed } from '../../measure/result'
import { drawId, drawMeasured } from '../draw'
import { Id } from '../document-schema'
import { axisLengthMm } from '../geometry'
import { nameOf } from '../names'
import { define, without } from './define'

/** A reading further from the drawing than this is a slip of the tape or of the unit, as shares of the drawn length. */
const [LEAST, MOST] = [0.6, 1.6]

/** Shoulder to shoulder of a part that is made again, from the frame fitted dry: the one length that no drawing gives. */
const measureShoulders = define({
  schema: z.strictObject({ do: z.literal('measure-shoulders'), part: Id, measure: LengthMm.nullable() }),
  words: 'shoulder to shoulder',
  apply: (piece, { part: id, measure }) => {
    const part = piece.parts.find(p => p.id === id)
    if (!part) return fail('no_such_part', `There is no part “${id}” on this piece.`, 'part')
    const drawnMm = axisLengthMm(part)
    if (measure && (measure.value < LEAST * drawnMm || measure.value > MOST * drawnMm)) {
      return fail(
        'not_its_length',
        `It is drawn ${formatLength(drawnMm, 'mm')} from shoulder to shoulder: a reading is between ${formatLength(LEAST * drawnMm, 'mm')} and ${formatLength(MOST * drawnMm, 'mm')}, or the part is drawn wrong.`,
        'measure',
      )
    }
    const { dryFit, ...rest } = piece
    const kept = without(dryFit ?? {}, id, measure)
    return succeed(Object.keys(kept).length > 0 ? { ...rest, dryFit: kept } : rest)
  },
  touches: ({ part }) => [`dry-fit/${part}`],
  says: ({ part, measure }, piece) => (measure ? say`${nameOf(piece, part)}, shoulder to shoulder ${mm(measure.value)}` : say`${nameOf(piece, part)}, shoulder to shoulder not measured`),
  draw: (d, piece) => ({ part: drawId(d, piece.parts.map(p => p.id)), measure: d.chance() ? drawMeasured(d, 100, 600) : null }),
})

export const DRY_FIT = [measureShoulders] as const
