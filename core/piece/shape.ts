import { assumed } from '../measure/measured'
import { fail, succeed, type Result } from '../measure/result'
import { findFamily } from './families'
import { findingOf, tagOf } from './facts'
import type { Joint, Part, Piece } from './schema'

/** The species every part of a piece is made of until parts can differ. */
export const speciesOf = (piece: Pick<Piece, 'parts'>): string => piece.parts[0]?.species ?? 'unknown'

/**
 * Draws a piece's parts and joints anew from its family, measures and options, keeping joint numbers, measured joint sizes
 * and findings. Refused where a joint with a finding or metal would disappear, or where the measures leave a part no length.
 */
export function redraw(piece: Piece, species: string = speciesOf(piece)): Result<Piece> {
  const family = findFamily(piece.shape.family)
  if (!family) return fail('unknown_family', `There is no family “${piece.shape.family}”.`, 'shape.family')
  let built: { parts: Part[], joints: Joint[] }
  try {
    built = family.build(piece.shape.measures, piece.shape.options, species)
  }
  catch (error) {
    if (error instanceof RangeError) return fail('no_such_shape', error.message, 'shape.measures')
    throw error
  }
  const kept = new Set(built.joints.map(j => j.id))
  const lost = piece.joints.find(j => !kept.has(j.id) && (findingOf(piece, j.id).state !== 'not-tested' || piece.metal.some(m => m.joint === j.id)))
  if (lost) return fail('joint_has_findings', `This would take away ${tagOf(lost)}, ${lost.label}, which has been tested. Set it to “not tested” first.`)
  return succeed(withoutStale({ ...piece, parts: built.parts, joints: keepNumbers(piece, built.joints).map(j => keepMeasured(piece.joints, j)) }))
}

/** Paper tags carry the numbers, so once testing has begun a joint keeps its own; new joints take the free ones from the lowest up. */
function keepNumbers(piece: Piece, after: readonly Joint[]): Joint[] {
  if (Object.keys(piece.findings).length === 0) return [...after]
  const before = piece.joints
  const given = new Map(before.map(j => [j.id, j.number]))
  const used = new Set(after.flatMap(j => given.get(j.id) ?? []))
  let next = 1
  return after.map((j) => {
    const own = given.get(j.id)
    if (own !== undefined) return { ...j, number: own }
    while (used.has(next)) next++
    used.add(next)
    return { ...j, number: next }
  })
}

/** What was measured on a joint outlives a redraw, as long as it is still the same kind of joint. */
function keepMeasured(before: readonly Joint[], joint: Joint): Joint {
  const old = before.find(j => j.id === joint.id && j.form.kind === joint.form.kind)
  if (!old) return joint
  const form = Object.fromEntries(Object.entries(joint.form).map(([key, value]) => {
    const was = (old.form as Record<string, unknown>)[key]
    return [key, isMeasured(was) ? was : value]
  })) as Joint['form']
  return { ...joint, form, depthMm: isMeasured(old.depthMm) ? old.depthMm : joint.depthMm }
}

const isMeasured = (x: unknown): boolean => typeof x === 'object' && x !== null && 'basis' in x && x.basis === 'measured'

/** Untested leftovers and choices for joints that are gone are dropped, so that the document stays whole. */
function withoutStale(piece: Piece): Piece {
  const ids = new Set(piece.joints.map(j => j.id))
  const only = <T>(record: Record<string, T>) => Object.fromEntries(Object.entries(record).filter(([id]) => ids.has(id)))
  const { choices } = piece
  return {
    ...piece,
    findings: only(piece.findings),
    choices: { ...choices, mends: only(choices.mends), causes: only(choices.causes), leaveShut: choices.leaveShut.filter(id => ids.has(id)) },
  }
}

export interface StartOptions { readonly id: string, readonly title: string, readonly family: string, readonly takenInAt: string }

/** A new piece of a family, every measurement assumed, nothing tested. */
export function startPiece({ id, title, family: familyId, takenInAt }: StartOptions): Result<Piece> {
  const family = findFamily(familyId)
  if (!family) return fail('unknown_family', `There is no family “${familyId}”.`, 'family')
  return redraw({
    schemaVersion: 1, id, title, takenInAt,
    intake: { customer: '', ask: '', age: 'unknown', worth: 'valued', finish: 'unknown', upholstery: 'none', service: 'dry', due: null, school: null },
    shape: {
      family: familyId,
      measures: Object.fromEntries(family.measures.map(m => [m.key, assumed(m.usual)])),
      options: Object.fromEntries(family.options.map(o => [o.key, o.usual])),
    },
    parts: [], joints: [], findings: {}, metal: [],
    bracing: { cornerBlocks: 'not-looked', webbing: 'not-looked' },
    choices: { mends: {}, glue: null, causes: {}, leaveShut: [], bracing: null },
    outcome: null, events: [], notes: [],
  }, 'Beech, European')
}
