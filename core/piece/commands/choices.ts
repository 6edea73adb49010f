import { z } from 'zod'
import { fail, succeed } from '../../measure/result'
import { drawId, drawWords } from '../draw'
import { Id, Text, TroubleId, type Piece } from '../document-schema'
import { CAUSE_IDS, GLUE_IDS, MEND_IDS, SETTLED, VERDICTS } from '../words'
import { define, jointIds, labelFor, onJoint, plainly, tagFor, without } from './define'

const withChoices = (piece: Piece, change: Partial<Piece['choices']>): Piece => ({
  ...piece,
  choices: { ...piece.choices, ...change },
})

const chooseMend = define({
  schema: z.strictObject({ do: z.literal('choose-mend'), joint: Id, mend: z.enum(MEND_IDS).nullable() }),
  words: 'choice of mend',
  apply: (piece, { joint, mend }) =>
    onJoint(piece, joint, () => succeed(withChoices(piece, { mends: without(piece.choices.mends, joint, mend) }))),
  touches: ({ joint }) => [`choice/mend/${joint}`],
  says: ({ joint, mend }, piece) =>
    [`${tagFor(piece, joint)} ${mend === null ? 'mend left to the program' : plainly(mend)}`],
  draw: (d, piece) => ({ joint: drawId(d, jointIds(piece)), mend: d.pick([...MEND_IDS, null]) }),
})

const chooseGlue = define({
  schema: z.strictObject({ do: z.literal('choose-glue'), glue: z.enum(GLUE_IDS).nullable() }),
  words: 'choice of glue',
  apply: (piece, { glue }) => succeed(withChoices(piece, { glue })),
  touches: () => ['choice/glue'],
  says: ({ glue }) => [glue === null ? 'glue left to the program' : `glue: ${plainly(glue)}`],
  draw: d => ({ glue: d.pick([...GLUE_IDS, null]) }),
})

const overruleCause = define({
  schema: z.strictObject({ do: z.literal('overrule-cause'), joint: Id, cause: z.enum(CAUSE_IDS).nullable(), why: Text }),
  words: 'cause',
  apply: (piece, { joint, cause, why }) =>
    onJoint(piece, joint, () => succeed(withChoices(piece, { causes: without(piece.choices.causes, joint, cause === null
      ? null
      : { cause, why }) }))),
  touches: ({ joint }) => [`choice/cause/${joint}`],
  says: ({ joint, cause, why }, piece) =>
    [`${tagFor(piece, joint)} ${cause === null ? 'cause left to the program' : `cause: ${plainly(cause)}`}${why ? `, ${why}` : ''}`],
  draw: (d, piece) => ({ joint: drawId(d, jointIds(piece)), cause: d.pick([...CAUSE_IDS, null]), why: drawWords(d) }),
})

const leaveShut = define({
  schema: z.strictObject({ do: z.literal('leave-shut'), joint: Id, on: z.boolean() }),
  words: 'leave shut',
  apply: (piece, { joint, on }) =>
    onJoint(piece, joint, () => succeed(withChoices(piece, { leaveShut: [...piece.choices.leaveShut.filter(id => id !== joint), ...(on
      ? [joint]
      : [])] }))),
  touches: ({ joint }) => [`choice/leave-shut/${joint}`],
  says: ({ joint, on }, piece) => [`${tagFor(piece, joint)} ${on ? 'leave shut' : 'may be opened'}`],
  draw: (d, piece) => ({ joint: drawId(d, jointIds(piece)), on: d.chance() }),
})

const answerBracing = define({
  schema: z.strictObject({ do: z.literal('answer-bracing'), answer: z.enum(['restore', 'accept']).nullable(), why: Text }),
  words: 'answer on the bracing',
  apply: (piece, { answer, why }) => succeed(withChoices(piece, { bracing: answer === null ? null : { answer, why } })),
  touches: () => ['choice/bracing'],
  says: ({ answer, why }) => [`bracing: ${answer ?? 'not answered'}${why ? `, ${why}` : ''}`],
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
    const [kind, id] = trouble.split(':') as ['joint' | 'fault' | 'part', string]
    const there = { joint: piece.joints, fault: piece.faults, part: piece.parts }[kind].some(x => x.id === id)
    if (!there) return fail('no_such_trouble', `There is no ${kind} “${id}” on this piece.`, 'trouble')
    if (how !== null && why.trim() === '') {
      return fail('why_missing', 'Say why it is left, or how it was mended: one sentence the next repairer can read.', 'why')
    }
    return succeed(withChoices(piece, { settled: without(piece.choices.settled ?? {}, trouble, how === null
      ? null
      : {
          how,
          why,
        }) }))
  },
  touches: ({ trouble }) => [`choice/settled/${trouble}`],
  says: ({ trouble, how, why }, piece) => {
    const [kind, id] = trouble.split(':') as [string, string]
    const name = kind === 'joint' ? tagFor(piece, id) : kind === 'part' ? labelFor(piece, id) : piece.faults.find(f => f.id === id)?.kind ?? id
    return [`${plainly(name)} ${how === null ? 'not decided' : plainly(how)}${why ? `: ${why}` : ''}`]
  },
  draw: (d, piece) => {
    const known = [
      ...piece.joints.map(j => `joint:${j.id}`),
      ...piece.faults.map(f => `fault:${f.id}`),
      ...piece.parts.map(p => `part:${p.id}`),
    ]
    return { trouble: d.pick([...known, 'fault:no-such-thing']), how: d.pick([...SETTLED, null]), why: drawWords(d) }
  },
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
  says: ({ verdict, why }) => [`${verdict === null ? 'no outcome' : plainly(verdict)}${why ? `, ${why}` : ''}`],
  draw: d => ({ verdict: d.pick([...VERDICTS, null]), why: drawWords(d) }),
})

export const CHOICES = [chooseMend, chooseGlue, overruleCause, leaveShut, answerBracing, settleTrouble, setOutcome] as const
