import { z } from 'zod'
import { formatLength } from '../../measure/length'
import { LengthMm } from '../../measure/measured-schema'
import { mm, say } from '../../measure/phrase'
import { fail, succeed } from '../../measure/result'
import { drawId, drawMeasured } from '../draw'
import { DryClose, FeetAim, Id, OnFloor, ReadingKey, type Piece } from '../document-schema'
import { axisLengthMm } from '../geometry'
import { nameOf } from '../names'
import { FLOOR_FINDINGS, FLOOR_TESTS, HELD_OFF } from '../words'
import { define, jointIds, onJoint, plainly, tagFor, without } from './define'

/** A reading further from the drawing than this is a slip of the tape or of the unit, as shares of the drawn length. */
const [LEAST, MOST] = [0.6, 1.6]

/**
 * Shoulder to shoulder of a part that is made again, from the frame fitted dry: the one length that no drawing gives.
 */
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
  says: ({ part, measure }, piece) =>
    measure
      ? say`${nameOf(piece, part)}, shoulder to shoulder ${mm(measure.value)}`
      : say`${nameOf(piece, part)}, shoulder to shoulder not measured`,
  draw: (d, piece) => ({
    part: drawId(
      d,
      piece.parts.map(p => p.id),
    ),
    measure: d.chance() ? drawMeasured(d, 100, 600) : null,
  }),
})

/** Held off by less than this it is home: a sheet of paper, millimetres. */
export const HOME_MM = 0.1

/** How a joint closed dry: null takes it back. */
const closeDry = define({
  schema: z.strictObject({ do: z.literal('close-dry'), joint: Id, close: DryClose.nullable() }),
  words: 'closed dry',
  apply: (piece, { joint, close }) =>
    onJoint(piece, joint, () => {
      if (close?.offMm && close.offMm.value < HOME_MM) {
        return fail(
          'is_home',
          `Held off by less than ${formatLength(HOME_MM, 'mm')} it is home: say that it closes.`,
          'close.offMm',
        )
      }
      if (close?.offMm && close.offMm.value > HELD_OFF_MOST_MM) {
        return fail(
          'not_held_off',
          `A joint held off by more than ${formatLength(HELD_OFF_MOST_MM, 'mm')} is not together yet: close it as far as it goes.`,
          'close.offMm',
        )
      }
      return succeed(withRecord(piece, 'dryClose', without(piece.dryClose ?? {}, joint, close)))
    }),
  touches: ({ joint }) => [`dry-close/${joint}`],
  says: ({ joint, close }, piece) => {
    const tag = tagFor(piece, joint)
    if (close === null) return say`${tag} not closed dry yet`
    return close.offMm === null
      ? say`${tag} closes dry`
      : say`${tag} held off by ${mm(close.offMm.value)}${close.why ? `: ${plainly(close.why)}` : ''}`
  },
  draw: (d, piece) => ({
    joint: drawId(d, jointIds(piece)),
    close: d.pick([null, { offMm: null, why: null }, { offMm: drawMeasured(d, 0.2, 5), why: d.pick(HELD_OFF) }]),
  }),
})
/** What stands farther open has not been closed, millimetres. */
const HELD_OFF_MOST_MM = 40

/**
 * What a reading can be where the check says it, and not the piece: over a board, under a foot, between two marks;
 * millimetres.
 */
const CAN_READ: Readonly<Record<string, readonly [number, number]>> = {
  'feet-heights': [0, 60],
  'floor-heights': [0, 60],
  'rocking': [0, 60],
  'winding': [0, 200],
  'overhang': [0, 400],
  'corner-across': [60, 195],
}

/** One reading of the frame fitted dry, or in its clamps. */
const readTrue = define({
  schema: z.strictObject({ do: z.literal('read-true'), key: ReadingKey, measure: LengthMm.nullable() }),
  words: 'reading of the frame',
  apply: (piece, { key, measure }) =>
    withinReach(key, measure)
    ?? succeed(withRecord(piece, 'trueReadings', without(piece.trueReadings ?? {}, key, measure))),
  touches: ({ key }) => [`true-reading/${key}`],
  says: ({ key, measure }) =>
    measure
      ? say`${plainly(key.replace('/', ', '))}: ${mm(measure.value)}`
      : say`${plainly(key.replace('/', ', '))}: taken back`,
  draw: d => ({
    key: d.pick(['feet-heights/left-front-leg', 'plan/first', 'plan/second']),
    measure: d.chance() ? drawMeasured(d, 0, 600) : null,
  }),
})

function withinReach(key: string, measure: { readonly value: number } | null): ReturnType<typeof fail> | null {
  const [low, high] = CAN_READ[key.split('/')[0]!] ?? [0, Infinity]
  if (!measure || (measure.value >= low && measure.value <= high)) return null
  return fail(
    'cannot_be',
    `It reads ${formatLength(low, 'mm')} to ${formatLength(high, 'mm')}: look at the rule again, or at what it stands on.`,
    'measure',
  )
}

/** What the feet are cut to. */
const aimFeet = define({
  schema: z.strictObject({ do: z.literal('aim-feet'), aim: FeetAim.nullable() }),
  words: 'what the feet are cut to',
  apply: (piece, { aim }) => {
    const { feetAim: _before, ...rest } = piece
    if (aim?.kind === 'slope' && aim.riseMm === null) {
      return fail('no_rise', 'Say how much higher the seat is to stand in front than behind.', 'aim.riseMm')
    }
    return succeed(aim ? { ...rest, feetAim: aim } : rest)
  },
  touches: () => ['feet-aim'],
  says: ({ aim }) =>
    aim
      ? say`feet cut: ${plainly(aim.kind)}${aim.riseMm ? say`, ${mm(aim.riseMm.value)} up to the front` : ''}`
      : say`what the feet are cut to is open`,
  draw: d => ({
    aim: d.pick([
      null,
      { kind: 'least-wood' as const, riseMm: null },
      { kind: 'slope' as const, riseMm: drawMeasured(d, 0, 40) },
    ]),
  }),
})

/** A record of the document with what was said in it; one that is empty is left out. */
function withRecord<K extends 'dryClose' | 'trueReadings' | 'onFloor'>(
  piece: Piece,
  key: K,
  record: NonNullable<Piece[K]>,
): Piece {
  const { [key]: _before, ...rest } = piece
  return (Object.keys(record).length > 0 ? { ...rest, [key]: record } : rest) as Piece
}

/** What was tried on the floor before it goes home; null takes it back. */
const tryOnFloor = define({
  schema: z.strictObject({ do: z.literal('try-on-floor'), test: z.enum(FLOOR_TESTS), seen: OnFloor.nullable() }),
  words: 'tried on the floor',
  apply: (piece, { test, seen }) =>
    succeed(
      withRecord(piece, 'onFloor', without<OnFloor>((piece.onFloor ?? {}) as Record<string, OnFloor>, test, seen)),
    ),
  touches: ({ test }) => [`on-floor/${test}`],
  says: ({ test, seen }) =>
    seen
      ? say`on the floor, ${plainly(test)}: ${plainly(seen.found)}${seen.note ? `, ${seen.note}` : ''}`
      : say`on the floor, ${plainly(test)}: not tried`,
  draw: d => ({
    test: d.pick(FLOOR_TESTS),
    seen: d.pick([null, { found: d.pick(FLOOR_FINDINGS), at: '2026-03-07T09:00', note: '' }]),
  }),
})

export const DRY_FIT = [measureShoulders, closeDry, readTrue, aimFeet, tryOnFloor] as const
