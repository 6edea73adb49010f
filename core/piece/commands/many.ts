import { z } from 'zod'
import { say, type Phrase } from '../../measure/phrase'
import { fail, succeed, type Result } from '../../measure/result'
import { Id, type Piece } from '../document-schema'
import type { Draw } from '../draw'
import { freeId } from '../joint-id'
import { newHold } from '../new-hold'
import { editWith } from '../shape'
import { HOLD_STATES, METALS, OLD_GLUES, type HoldKind } from '../words'
import { define, jointIds, plainly, withFinding } from './define'

/** What can be said of many joints in one breath. */
export const ManyFact = z.discriminatedUnion('is', [
  z.strictObject({ is: z.literal('held'), kind: z.enum(METALS), state: z.enum(HOLD_STATES), hidden: z.boolean() }),
  z.strictObject({ is: z.literal('old-glue'), glue: z.enum(OLD_GLUES) }),
  z.strictObject({ is: z.literal('wedged'), wedged: z.boolean() }),
])
export type ManyFact = z.infer<typeof ManyFact>

const LONGEST_ID = 64
const nameOfHold = (kind: HoldKind, joint: string): string => `${kind}-in-${joint}`.slice(0, LONGEST_ID)
/** Joints whose long names are alike but for their ends keep a hold each. */
const holdId = (piece: Piece, kind: HoldKind, joint: string): string =>
  freeId(nameOfHold(kind, joint), id => piece.holds.some(h => h.id === id))

function tellOne(piece: Piece, joint: string, fact: ManyFact): Result<Piece> {
  const own = piece.joints.find(j => j.id === joint)
  if (!own) return fail('no_such_joint', `There is no joint “${joint}” on this piece.`, 'joints')
  switch (fact.is) {
    case 'held': {
      const { kind, state, hidden } = fact
      const isThere = piece.holds.some(h => h.on.kind === 'joint' && h.on.id === joint && h.kind === kind)
      if (isThere) return succeed(piece)
      const hold = newHold(kind, holdId(piece, kind, joint), joint, { state, hidden })
      return succeed({ ...piece, holds: [...piece.holds, hold] })
    }
    case 'old-glue':
      return withFinding(piece, joint, f => ({ ...f, oldGlue: fact.glue }))
    case 'wedged':
      if (own.form.kind !== 'mortise-and-tenon' && own.form.kind !== 'round-tenon') return succeed(piece)
      return editWith(piece, { do: 'change-joint', joint, form: { ...own.form, wedged: fact.wedged } })
  }
}

const saysFact = (fact: ManyFact): Phrase =>
  fact.is === 'held'
    ? say`${plainly(fact.kind)}`
    : fact.is === 'old-glue'
      ? say`old glue ${plainly(fact.glue)}`
      : say`${fact.wedged ? 'wedged' : 'not wedged'}`

const drawFact = (d: Draw): ManyFact =>
  d.pick([
    { is: 'held' as const, kind: d.pick(METALS), state: d.pick(HOLD_STATES), hidden: d.chance() },
    { is: 'old-glue' as const, glue: d.pick(OLD_GLUES) },
    { is: 'wedged' as const, wedged: d.chance() },
  ])

/** All of them or none: one undo takes all back. What a joint has already, or cannot have, it is not told twice. */
const tellMany = define({
  schema: z.strictObject({ do: z.literal('tell-joints'), joints: z.array(Id).min(1).max(200), fact: ManyFact }),
  words: 'many joints at once',
  apply: (piece, { joints, fact }) =>
    joints.reduce<Result<Piece>>((told, joint) => (told.ok ? tellOne(told.value, joint, fact) : told), succeed(piece)),
  touches: ({ joints, fact }) =>
    joints.map(joint =>
      fact.is === 'held'
        ? `hold/${nameOfHold(fact.kind, joint)}`
        : fact.is === 'old-glue'
          ? `finding/${joint}/oldGlue`
          : `joint/${joint}/form`,
    ),
  says: ({ joints, fact }) => say`${saysFact(fact)}, ${String(joints.length)} joints`,
  common: ({ fact }) => fact.is === 'wedged',
  draw: (d, piece) => ({ joints: [...new Set([d.pick(jointIds(piece)), d.pick(jointIds(piece))])], fact: drawFact(d) }),
})

export const MANY = [tellMany] as const
