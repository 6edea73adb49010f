import { assumed } from '../measure/measured'
import { fail, succeed, type Result } from '../measure/result'
import { editFrame, withEdit, type Frame } from './edits'
import { findFamily, type Family } from './families'
import { faultTag, jointsNamedBy, withoutHandles } from './faults'
import { findingOf, tagOf } from './facts'
import { clearancesOf } from './joint-forms'
import { SCHEMA_VERSION } from './version'
import type { Edit, Joint, Piece } from './document-schema'
import type { ClearanceKey } from './words'
import { jointName } from './names'

/**
 * Draws a piece's parts and joints anew from its family, measures, options and edits, keeping joint numbers, measured
 * joint sizes and findings. Refused where something found would disappear, or where the measures leave a part no
 * length.
 */
export function redraw(drawn: Piece): Result<Piece> {
  const family = findFamily(drawn.shape.family)
  if (!family) return fail('unknown_family', `There is no family “${drawn.shape.family}”.`, 'shape.family')
  const piece = { ...drawn, shape: { ...drawn.shape, ...completed(family, drawn.shape) } }
  let frame: Frame
  try {
    frame = family.build(piece.shape.measures, piece.shape.options, piece.shape.species)
  }
  catch (error) {
    if (error instanceof RangeError) return fail('no_such_shape', error.message, 'shape.measures')
    throw error
  }
  // An edit whose part is gone for now is passed over, and comes back with the part.
  for (const edit of piece.shape.edits) {
    const next = editFrame(frame, edit)
    if (next.ok) frame = next.value
  }
  return withFrame(piece, frame)
}

/** What a family has learnt to ask since the piece was taken in is as usual until somebody says otherwise. */
export function completed(
  family: Family,
  { measures, options }: Piece['shape'],
): Pick<Piece['shape'], 'measures' | 'options'> {
  const isWhole = family.measures.every(m => m.key in measures) && family.options.every(o => o.key in options)
  if (isWhole) return { measures, options }
  return {
    measures: { ...Object.fromEntries(family.measures.map(m => [m.key, assumed(m.usual)])), ...measures },
    options: { ...Object.fromEntries(family.options.map(o => [o.key, o.usual])), ...options },
  }
}

/** The piece after one change of its frame by hand, which is kept for the next redraw. */
export function editWith(piece: Piece, edit: Edit): Result<Piece> {
  const next = editFrame(piece, edit)
  if (!next.ok) return next
  return withFrame({ ...piece, shape: { ...piece.shape, edits: withEdit(piece.shape.edits, edit) } }, next.value)
}

/**
 * Lays a new frame under what is known of a piece. Refused where a tested joint or a recorded fault would lose its
 * wood.
 */
function withFrame(piece: Piece, frame: Frame): Result<Piece> {
  const [joints, parts] = [new Set(frame.joints.map(j => j.id)), new Set(frame.parts.map(p => p.id))]
  const lost = piece.joints.find(
    j =>
      !joints.has(j.id)
      && (findingOf(piece, j.id).state !== 'not-tested'
        || piece.holds.some(h => h.on.kind === 'joint' && h.on.id === j.id)),
  )
  if (lost) {
    return fail(
      'joint_has_findings',
      `This would take away ${tagOf(lost)}, ${jointName(piece, lost)}, which has been tested. Set it to “not tested” first.`,
    )
  }
  const fault = piece.faults.find(f => !parts.has(f.part) || jointsNamedBy(f).some(j => !joints.has(j.id)))
  if (fault) {
    return fail(
      'part_has_faults',
      `This would take away the wood of ${faultTag(piece, fault)}. Take that fault off first.`,
    )
  }
  const hold = piece.holds.find(h => h.on.kind === 'part' && !parts.has(h.on.id))
  if (hold) {
    return fail(
      'part_has_holds',
      `This would take away the wood that the ${hold.kind.replaceAll('-', ' ')} sits on. Take that off first.`,
    )
  }
  const drawn = keepNumbers(
    piece,
    frame.joints.map(j => sharing(frame.joints, j)),
  ).map(j => keepMeasured(piece.joints, j))
  return succeed(withoutStale({ ...piece, parts: [...frame.parts], joints: drawn }))
}

/** A socket is shared only as long as the other joint is there, in the same part. */
function sharing(joints: readonly Joint[], joint: Joint): Joint {
  if (joint.shares === undefined || joints.some(j => j.id === joint.shares && j.receives === joint.receives)) {
    return joint
  }
  const { shares: _gone, passes: _order, ...rest } = joint
  return rest
}

/**
 * Paper tags carry the numbers, so once testing has begun a joint keeps its own; new joints take the free ones from
 * the lowest up.
 */
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
  const form = Object.fromEntries(
    Object.entries(joint.form).map(([key, value]) => {
      const was = (old.form as Record<string, unknown>)[key]
      return [key, isMeasured(was) ? was : value]
    }),
  ) as Joint['form']
  return { ...joint, form, depthMm: isMeasured(old.depthMm) ? old.depthMm : joint.depthMm }
}

const isMeasured = (x: unknown): boolean =>
  typeof x === 'object' && x !== null && 'basis' in x && x.basis === 'measured'

/** A joint made another kind keeps what was found, but no clearance it cannot have. */
function fitting(joints: readonly Joint[], findings: Piece['findings']): Piece['findings'] {
  return Object.fromEntries(
    Object.entries(findings).map(([id, finding]) => {
      const fits = clearancesOf(joints.find(j => j.id === id)!.form)
      const clearance = Object.fromEntries(
        Object.entries(finding.clearance).filter(([key]) => fits.includes(key as ClearanceKey)),
      )
      return [id, { ...finding, clearance }]
    }),
  )
}

/** Untested leftovers and choices for joints that are gone are dropped, so that the document stays whole. */
function withoutStale(piece: Piece): Piece {
  const ids = new Set(piece.joints.map(j => j.id))
  const only = <T>(record: Record<string, T>) =>
    Object.fromEntries(Object.entries(record).filter(([id]) => ids.has(id)))
  const there = new Set(piece.parts.map(p => p.id))
  const ofParts = <T>(record: Record<string, T>) =>
    Object.fromEntries(Object.entries(record).filter(([id]) => there.has(id)))
  const { choices } = piece
  return withoutHandles({
    ...piece,
    findings: fitting(piece.joints, only(piece.findings)),
    ...(piece.dryFit ? { dryFit: ofParts(piece.dryFit) } : {}),
    ...(piece.dryClose ? { dryClose: only(piece.dryClose) } : {}),
    photos: piece.photos.map(p =>
      p.of.kind === 'joint' && !ids.has(p.of.id ?? '') ? { ...p, of: { kind: 'piece', id: null } } : p,
    ),
    choices: {
      ...choices,
      rooms: only(choices.rooms),
      leaveShut: choices.leaveShut.filter(id => ids.has(id)),
    },
  })
}

/** What a piece starts with: nothing decided. */
export const NOTHING_CHOSEN: Piece['choices'] = {
  mends: {},
  glue: null,
  causes: {},
  leaveShut: [],
  settled: {},
  rooms: {},
  hands: null,
  notBefore: null,
  bracing: null,
}

export interface StartOptions {
  readonly id: string
  readonly title: string
  readonly family: string
  readonly takenInAt: string
}

/** A new piece of a family, every measurement assumed, nothing tested. */
export function startPiece({ id, title, family: familyId, takenInAt }: StartOptions): Result<Piece> {
  const family = findFamily(familyId)
  if (!family) return fail('unknown_family', `There is no family “${familyId}”.`, 'family')
  return redraw({
    schemaVersion: SCHEMA_VERSION,
    id,
    title,
    takenInAt,
    set: null,
    intake: {
      customer: '',
      ask: '',
      age: 'unknown',
      worth: 'valued',
      finish: 'unknown',
      upholstery: 'none',
      service: 'dry',
      due: null,
      school: null,
    },
    shape: {
      family: familyId,
      species: 'Beech, European',
      edits: [],
      measures: Object.fromEntries(family.measures.map(m => [m.key, assumed(m.usual)])),
      options: Object.fromEntries(family.options.map(o => [o.key, o.usual])),
    },
    parts: [],
    joints: [],
    findings: {},
    holds: [],
    faults: [],
    photos: [],
    bracing: { cornerBlocks: 'not-looked', webbing: 'not-looked' },
    choices: NOTHING_CHOSEN,
    after: {},
    outcome: null,
    events: [],
    notes: [],
  })
}
