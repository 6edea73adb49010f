import { z } from 'zod'
import { say } from '../../measure/phrase'
import { fail, succeed, type Result } from '../../measure/result'
import { drawId, drawWords, type Draw } from '../draw'
import { Id, Text, TroubleId, WallTime, type Piece } from '../document-schema'
import { faultTag, handlesOf } from '../faults'
import { LIMITS } from '../limits'
import { CAUSE_IDS, GLUE_IDS, SETTLED, SURFACE_AIMS, VERDICTS } from '../words'
import { define, jointIds, onJoint, plainly, tagFor, without } from './define'
import { nameOf } from '../names'

const withChoices = (piece: Piece, change: Partial<Piece['choices']>): Piece => ({
  ...piece,
  choices: { ...piece.choices, ...change },
})

const chooseMend = define({
  schema: z.strictObject({ do: z.literal('choose-mend'), trouble: TroubleId, mend: Id.nullable() }),
  words: 'choice of mend',
  apply: (piece, { trouble, mend }) =>
    onHandle(piece, trouble, () => succeed(withChoices(piece, { mends: without(piece.choices.mends, trouble, mend) }))),
  touches: ({ trouble }) => [`choice/mend/${trouble}`],
  says: ({ trouble, mend }, piece) =>
    say`${nameFor(piece, trouble)} ${mend === null ? 'mend left to the program' : plainly(mend)}`,
  draw: (d, piece) => ({
    trouble: drawHandle(d, piece),
    mend: d.pick(['re-glue', 'shims', 'glue-in-place', 'kerf-and-wedge', 'new-dowel', null]),
  }),
})

const chooseGlue = define({
  schema: z.strictObject({ do: z.literal('choose-glue'), glue: z.enum(GLUE_IDS).nullable() }),
  words: 'choice of glue',
  apply: (piece, { glue }) => succeed(withChoices(piece, { glue })),
  touches: () => ['choice/glue'],
  says: ({ glue }) => (glue === null ? say`glue left to the program` : say`glue: ${plainly(glue)}`),
  draw: d => ({ glue: d.pick([...GLUE_IDS, null]) }),
})

const overruleCause = define({
  schema: z.strictObject({
    do: z.literal('overrule-cause'),
    trouble: TroubleId,
    cause: z.enum(CAUSE_IDS).nullable(),
    why: Text,
  }),
  words: 'cause',
  apply: (piece, { trouble, cause, why }) =>
    onHandle(piece, trouble, () =>
      succeed(
        withChoices(piece, { causes: without(piece.choices.causes, trouble, cause === null ? null : { cause, why }) }),
      ),
    ),
  touches: ({ trouble }) => [`choice/cause/${trouble}`],
  says: ({ trouble, cause, why }, piece) =>
    say`${nameFor(piece, trouble)} ${cause === null ? 'cause left to the program' : `cause: ${plainly(cause)}`}${why ? `, ${why}` : ''}`,
  draw: (d, piece) => ({ trouble: drawHandle(d, piece), cause: d.pick([...CAUSE_IDS, null]), why: drawWords(d) }),
})

const leaveShut = define({
  schema: z.strictObject({ do: z.literal('leave-shut'), joint: Id, on: z.boolean() }),
  words: 'leave shut',
  apply: (piece, { joint, on }) =>
    onJoint(piece, joint, () =>
      succeed(
        withChoices(piece, {
          leaveShut: [...piece.choices.leaveShut.filter(id => id !== joint), ...(on ? [joint] : [])],
        }),
      ),
    ),
  touches: ({ joint }) => [`choice/leave-shut/${joint}`],
  says: ({ joint, on }, piece) => say`${tagFor(piece, joint)} ${on ? 'leave shut' : 'may be opened'}`,
  draw: (d, piece) => ({ joint: drawId(d, jointIds(piece)), on: d.chance() }),
})

const answerBracing = define({
  schema: z.strictObject({
    do: z.literal('answer-bracing'),
    answer: z.enum(['restore', 'accept']).nullable(),
    why: Text,
  }),
  words: 'answer on the bracing',
  apply: (piece, { answer, why }) => succeed(withChoices(piece, { bracing: answer === null ? null : { answer, why } })),
  touches: () => ['choice/bracing'],
  says: ({ answer, why }) => say`bracing: ${answer ?? 'not answered'}${why ? `, ${why}` : ''}`,
  draw: d => ({ answer: d.pick(['restore', 'accept', null] as const), why: drawWords(d) }),
})

/** A trouble is never merely noted: whoever leaves it, or mends it by other means, says why or how. */
const settleTrouble = define({
  schema: z.strictObject({
    do: z.literal('settle-trouble'),
    trouble: TroubleId,
    how: z.enum(SETTLED).nullable(),
    why: Text,
  }),
  words: 'decision on a trouble',
  apply: (piece, { trouble, how, why }) => {
    if (how !== null && why.trim() === '') {
      return fail(
        'why_missing',
        'Say why it is left, or how it was mended: one sentence the next repairer can read.',
        'why',
      )
    }
    return onHandle(piece, trouble, () =>
      succeed(
        withChoices(piece, { settled: without(piece.choices.settled, trouble, how === null ? null : { how, why }) }),
      ),
    )
  },
  touches: ({ trouble }) => [`choice/settled/${trouble}`],
  says: ({ trouble, how, why }, piece) =>
    say`${nameFor(piece, trouble)} ${how === null ? 'not decided' : plainly(how)}${why ? `: ${why}` : ''}`,
  draw: (d, piece) => ({ trouble: drawHandle(d, piece), how: d.pick([...SETTLED, null]), why: drawWords(d) }),
})

/** What is carried to another room to cure: all that is glued together goes to one. */
const chooseRoom = define({
  schema: z.strictObject({
    do: z.literal('choose-room'),
    joints: z.array(Id).min(1).max(LIMITS.joints),
    room: Id.nullable(),
  }),
  words: 'room it cures in',
  apply: (piece, { joints, room }) => {
    const stray = joints.find(id => !piece.joints.some(j => j.id === id))
    if (stray !== undefined) return fail('no_such_joint', `There is no joint “${stray}” on this piece.`, 'joints')
    const rooms = joints.reduce((all, id) => without(all, id, room), piece.choices.rooms)
    return succeed(withChoices(piece, { rooms }))
  },
  touches: ({ joints }) => joints.map(id => `choice/room/${id}`),
  says: ({ joints, room }, piece) =>
    say`${joints.map(id => tagFor(piece, id)).join(', ')} ${room === null ? 'cure at the bench' : `cure in: ${plainly(room)}`}`,
  draw: (d, piece) => ({ joints: [drawId(d, jointIds(piece))], room: d.pick(['warm-room', 'house', null]) }),
})

const chooseHands = define({
  schema: z.strictObject({
    do: z.literal('choose-hands'),
    hands: z.number().int('must be a whole number').min(1, 'must be 1 or more').max(8, 'must be 8 at most').nullable(),
  }),
  words: 'hands at the glue-up',
  apply: (piece, { hands }) => succeed(withChoices(piece, { hands })),
  touches: () => ['choice/hands'],
  says: ({ hands }) => (hands === null ? say`hands as the shop has them` : say`${hands} pairs of hands at the glue-up`),
  draw: d => ({ hands: d.pick([1, 2, 3, null]) }),
})

const beginLater = define({
  schema: z.strictObject({ do: z.literal('begin-later'), notBefore: WallTime.nullable() }),
  words: 'when gluing may begin',
  apply: (piece, { notBefore }) => succeed(withChoices(piece, { notBefore })),
  touches: () => ['choice/begin'],
  says: ({ notBefore }) =>
    notBefore === null ? say`gluing as soon as it is ready` : say`gluing not before ${notBefore.replace('T', ' ')}`,
  draw: d => ({ notBefore: d.pick(['2026-03-06T08:00', null]) }),
})

const chooseSurface = define({
  schema: z.strictObject({ do: z.literal('choose-surface'), surface: z.enum(SURFACE_AIMS).nullable() }),
  words: 'how far the surface goes',
  apply: (piece, { surface }) => {
    const { surface: _before, ...choices } = piece.choices
    return succeed({ ...piece, choices: surface === null ? choices : { ...choices, surface } })
  },
  touches: () => ['choice/surface'],
  says: ({ surface }) => (surface === null ? say`surface left to the program` : say`surface: ${plainly(surface)}`),
  draw: d => ({ surface: d.pick([...SURFACE_AIMS, null]) }),
})

/** Ending a job without a repair asks for the reason, because the owner will. */
const setOutcome = define({
  schema: z.strictObject({ do: z.literal('set-outcome'), verdict: z.enum(VERDICTS).nullable(), why: Text }),
  words: 'outcome',
  apply: (piece, { verdict, why }) => {
    if (verdict !== null && verdict !== 'repair' && why.trim() === '') {
      return fail('why_missing', 'Say why: one sentence the owner can read.', 'why')
    }
    return succeed({ ...piece, outcome: verdict === null ? null : { verdict, why } })
  },
  touches: () => ['outcome'],
  says: ({ verdict, why }) => say`${verdict === null ? 'no outcome' : plainly(verdict)}${why ? `, ${why}` : ''}`,
  draw: d => ({ verdict: d.pick([...VERDICTS, null]), why: drawWords(d) }),
})

export const CHOICES = [
  chooseMend,
  chooseGlue,
  overruleCause,
  leaveShut,
  answerBracing,
  settleTrouble,
  chooseRoom,
  chooseHands,
  beginLater,
  chooseSurface,
  setOutcome,
] as const

/** Goes on only with something that is there to be decided about. */
function onHandle(piece: Piece, trouble: string, then: () => Result<Piece>): Result<Piece> {
  if (handlesOf(piece).has(trouble)) return then()
  const [kind, id] = trouble.split(':')
  return fail('no_such_trouble', `There is no ${kind} “${id}” on this piece.`, 'trouble')
}

/** The tag or name of what a decision is about. */
function nameFor(piece: Piece, trouble: string): string {
  const [kind, id] = trouble.split(':') as [string, string]
  if (kind === 'joint') return tagFor(piece, id)
  if (kind === 'part') return nameOf(piece, id)
  const fault = piece.faults.find(f => f.id === id)
  const hold = piece.holds.find(h => h.id === id)
  return kind === 'fault' && fault ? faultTag(piece, fault) : kind === 'hold' && hold ? plainly(hold.kind) : plainly(id)
}

const drawHandle = (d: Draw, piece: Piece): string => d.pick([...handlesOf(piece), 'fault:no-such-thing'])
