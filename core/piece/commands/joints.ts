import { z } from 'zod'
import { LengthMm } from '../../measure/measured-schema'
import { fitMm, mm, say } from '../../measure/phrase'
import { fail, succeed } from '../../measure/result'
import { drawId, drawMeasured } from '../draw'
import { Finding, Id, type Joint } from '../document-schema'
import { LARGEST_CLEARANCE_MM } from '../invariants'
import { clearancesOf, FORMS, sizesOf } from '../joint-forms'
import { CLEARANCES, DIRECTIONS, JOINT_SIZES, JOINT_STATES, LOOKS, OLD_GLUES, SIGNS, type ClearanceKey } from '../words'
import { define, jointIds, onJoint, plainly, tagFor, without, withFinding } from './define'

const measureJoint = define({
  schema: z.strictObject({ do: z.literal('measure-joint'), joint: Id, size: z.enum(JOINT_SIZES), measure: LengthMm }),
  words: 'joint size',
  apply: (piece, { joint: id, size, measure }) =>
    onJoint(piece, id, () => {
      const joint = piece.joints.find(j => j.id === id)!
      if (size !== 'depthMm' && !(size in joint.form)) {
        return fail('no_such_size', `A ${joint.form.kind} joint has no such size.`, 'size')
      }
      const changed = {
        ...joint,
        ...(size === 'depthMm' ? { depthMm: measure } : { form: { ...joint.form, [size]: measure } }),
      } as Joint
      return succeed({ ...piece, joints: piece.joints.map(j => (j.id === id ? changed : j)) })
    }),
  touches: ({ joint, size }) => [`joint/${joint}/${size}`],
  says: ({ joint, size, measure }, piece) => {
    const own = piece.joints.find(j => j.id === joint)
    return say`${tagFor(piece, joint)} ${
      own
        ? (sizesOf(own)
            .find(s => s.key === size)
            ?.label.toLowerCase() ?? size)
        : size
    } ${mm(measure.value)}`
  },
  draw: (d, piece) => ({
    joint: drawId(d, jointIds(piece)),
    size: d.pick(JOINT_SIZES),
    measure: drawMeasured(d, 1, 60),
  }),
})

/** Solid or untested joints have no direction of movement. */
const testJoint = define({
  schema: z.strictObject({ do: z.literal('test-joint'), joint: Id, state: z.enum(JOINT_STATES) }),
  words: 'wiggle test',
  apply: (piece, { joint, state }) =>
    withFinding(piece, joint, f => ({
      ...f,
      state,
      directions: state === 'solid' || state === 'not-tested' ? [] : f.directions,
    })),
  touches: ({ joint }) => [`finding/${joint}/state`, `finding/${joint}/direction`],
  says: ({ joint, state }, piece) => say`${tagFor(piece, joint)} ${plainly(state)}`,
  draw: (d, piece) => ({ joint: drawId(d, jointIds(piece)), state: d.pick(JOINT_STATES) }),
})

const setDirection = define({
  schema: z.strictObject({ do: z.literal('set-direction'), joint: Id, direction: z.enum(DIRECTIONS), on: z.boolean() }),
  words: 'direction',
  apply: (piece, { joint, direction, on }) =>
    withFinding(piece, joint, f => ({
      ...f,
      directions: [...f.directions.filter(x => x !== direction), ...(on ? [direction] : [])],
    })),
  touches: ({ joint, direction }) => [`finding/${joint}/direction/${direction}`],
  says: ({ joint, direction, on }, piece) =>
    say`${tagFor(piece, joint)} ${on ? '' : 'does not: '}${plainly(direction)}`,
  draw: (d, piece) => ({ joint: drawId(d, jointIds(piece)), direction: d.pick(DIRECTIONS), on: d.chance() }),
})

const lookFor = define({
  schema: z.strictObject({ do: z.literal('look-for'), joint: Id, sign: z.enum(SIGNS), look: z.enum(LOOKS).nullable() }),
  words: 'sign',
  apply: (piece, { joint, sign, look }) =>
    withFinding(piece, joint, f => ({ ...f, signs: without(f.signs, sign, look) })),
  touches: ({ joint, sign }) => [`finding/${joint}/sign/${sign}`],
  says: ({ joint, sign, look }, piece) =>
    say`${tagFor(piece, joint)} ${plainly(sign)}: ${look === null ? 'not looked' : plainly(look)}`,
  draw: (d, piece) => ({ joint: drawId(d, jointIds(piece)), sign: d.pick(SIGNS), look: d.pick([...LOOKS, null]) }),
})

const measureClearance = define({
  schema: z.strictObject({
    do: z.literal('measure-clearance'),
    joint: Id,
    where: z.enum(CLEARANCES),
    measure: LengthMm.nullable(),
  }),
  words: 'clearance',
  apply: (piece, { joint: id, where, measure }) =>
    onJoint(piece, id, () => {
      const { form } = piece.joints.find(j => j.id === id)!
      const told = CLEARANCES_TOLD[FORMS[form.kind].fit]
      if (!clearancesOf(form).includes(where)) return fail('no_such_clearance', told, 'where')
      if (measure && measure.value > LARGEST_CLEARANCE_MM) {
        return fail(
          'out_of_range',
          `A clearance is believed up to ${LARGEST_CLEARANCE_MM} mm. Check the unit.`,
          'measure.value',
        )
      }
      return withFinding(piece, id, f => ({ ...f, clearance: without(f.clearance, where, measure) }))
    }),
  touches: ({ joint, where }) => [`finding/${joint}/clearance/${where}`],
  says: ({ joint, where, measure }, piece) =>
    say`${tagFor(piece, joint)} clearance ${plainly(where)}: ${measure ? fitMm(measure.value) : 'not measured'}`,
  draw: (d, piece) => {
    const joint = drawId(d, jointIds(piece))
    const form = piece.joints.find(j => j.id === joint)?.form
    return {
      joint,
      where: d.pick(form && d.chance() ? clearancesOf(form) : CLEARANCES),
      measure: d.chance() ? drawMeasured(d, 0, 2.5) : d.pick([null, drawMeasured(d, 0, 40)]),
    }
  },
})

const setOldGlue = define({
  schema: z.strictObject({ do: z.literal('set-old-glue'), joint: Id, glue: z.enum(OLD_GLUES) }),
  words: 'old glue',
  apply: (piece, { joint, glue }) => withFinding(piece, joint, f => ({ ...f, oldGlue: glue })),
  touches: ({ joint }) => [`finding/${joint}/oldGlue`],
  says: ({ joint, glue }, piece) => say`${tagFor(piece, joint)} old glue: ${plainly(glue)}`,
  draw: (d, piece) => ({ joint: drawId(d, jointIds(piece)), glue: d.pick(OLD_GLUES) }),
})

const copyFinding = define({
  schema: z.strictObject({ do: z.literal('copy-finding'), joint: Id, finding: Finding }),
  words: 'copied finding',
  apply: (piece, { joint: id, finding }) =>
    onJoint(piece, id, () => {
      const fits = clearancesOf(piece.joints.find(j => j.id === id)!.form)
      const stray = Object.keys(finding.clearance).find(k => !fits.includes(k as ClearanceKey))
      return stray
        ? fail('no_such_clearance', `This joint has no clearance “${stray}”.`, 'finding.clearance')
        : withFinding(piece, id, () => finding)
    }),
  touches: ({ joint }) => [`finding/${joint}`],
  says: ({ joint, finding }, piece) =>
    say`${tagFor(piece, joint)} ${[finding.state, ...finding.directions].map(plainly).join(', ')}`,
  draw: (d, piece) => ({
    joint: drawId(d, jointIds(piece)),
    finding: {
      state: d.pick(JOINT_STATES),
      directions: [d.pick(DIRECTIONS)],
      signs: { [d.pick(SIGNS)]: d.pick(LOOKS) },
      clearance: { [d.pick(CLEARANCES)]: drawMeasured(d, 0, 30) },
      oldGlue: d.pick(OLD_GLUES),
    },
  }),
})

export const JOINTS = [
  measureJoint,
  testJoint,
  setDirection,
  lookFor,
  measureClearance,
  setOldGlue,
  copyFinding,
] as const

const CLEARANCES_TOLD = {
  cheeks: 'A tenon has a clearance at the cheeks and one at the edges.',
  round: 'A round joint has one clearance, all around.',
  face: 'A flat joint has one clearance, at its face.',
} as const
