import { fail, succeed, type Result } from '../measure/result'
import type { Command } from './commands'
import { findFamily } from './families'
import { editWith, redraw } from './shape'
import { findingOf } from './facts'
import { dropFault, putFault } from './faults'
import { clearancesOf, FORMS } from './joint-forms'
import type { Finding, Joint, Piece } from './schema'
import type { ClearanceKey } from './words'

/**
 * The piece after a command, or a refusal that says why. Pure and total for any command the schema accepts;
 * the document it returns always satisfies the schema again.
 */
export function apply(piece: Piece, command: Command): Result<Piece> {
  if ('joint' in command && !piece.joints.some(j => j.id === command.joint)) return fail('no_such_joint', `There is no joint “${command.joint}” on this piece.`, 'joint')
  switch (command.do) {
    case 'rename': return succeed({ ...piece, title: command.title })
    case 'describe': return succeed({ ...piece, intake: { ...piece.intake, ...command.intake } })
    case 'measure-shape': return measureShape(piece, command)
    case 'set-option': return setOption(piece, command)
    case 'set-species': return redraw({ ...piece, shape: { ...piece.shape, species: command.species } })
    case 'edit-frame': return editWith(piece, command.edit)
    case 'measure-joint': return measureJoint(piece, command)
    case 'test-joint': return succeed(testJoint(piece, command.joint, command.state))
    case 'set-direction': return succeed(setDirection(piece, command))
    case 'look-for': return succeed(withFinding(piece, command.joint, f => ({ ...f, signs: without(f.signs, command.sign, command.look) })))
    case 'measure-clearance': return measureClearance(piece, command)
    case 'set-old-glue': return succeed(withFinding(piece, command.joint, f => ({ ...f, oldGlue: command.glue })))
    case 'copy-finding': return copyFinding(piece, command)
    case 'add-metal': return addMetal(piece, command)
    case 'change-metal': return piece.metal.some(m => m.id === command.metal.id && m.joint === command.metal.joint) ? succeed({ ...piece, metal: piece.metal.map(m => (m.id === command.metal.id ? command.metal : m)) }) : fail('no_such_metal', 'There is no such metal at this joint.', 'metal.id')
    case 'remove-metal': return succeed({ ...piece, metal: piece.metal.filter(m => m.id !== command.metal) })
    case 'add-fault': return putFault(piece, command.fault, true)
    case 'change-fault': return putFault(piece, command.fault, false)
    case 'remove-fault': return succeed(dropFault(piece, command.fault))
    case 'add-photo': return addPhoto(piece, command)
    case 'remove-photo': return succeed({ ...piece, photos: piece.photos.filter(p => p.id !== command.photo) })
    case 'join-set': return succeed({ ...piece, set: command.set })
    case 'set-bracing': return succeed({ ...piece, bracing: { ...piece.bracing, ...command.bracing } })
    case 'choose-mend': return succeed(withChoices(piece, { mends: without(piece.choices.mends, command.joint, command.mend) }))
    case 'choose-glue': return succeed(withChoices(piece, { glue: command.glue }))
    case 'overrule-cause': return succeed(withChoices(piece, { causes: without(piece.choices.causes, command.joint, command.cause === null ? null : { cause: command.cause, why: command.why }) }))
    case 'leave-shut': return succeed(withChoices(piece, { leaveShut: [...piece.choices.leaveShut.filter(id => id !== command.joint), ...(command.on ? [command.joint] : [])] }))
    case 'answer-bracing': return succeed(withChoices(piece, { bracing: command.answer === null ? null : { answer: command.answer, why: command.why } }))
    case 'set-outcome': return setOutcome(piece, command)
    case 'keep-note': return piece.notes.some(n => n.id === command.note.id) ? fail('twice', 'This note is kept already.') : succeed({ ...piece, notes: [...piece.notes, command.note] })
    case 'drop-note': return succeed({ ...piece, notes: piece.notes.filter(n => n.id !== command.note) })
    case 'log-event': return piece.events.some(e => e.id === command.event.id) ? fail('twice', 'This event is already in the log.') : succeed({ ...piece, events: [...piece.events, command.event] })
  }
}

type Of<K extends Command['do']> = Extract<Command, { do: K }>

const withFinding = (piece: Piece, joint: string, change: (f: Finding) => Finding): Piece =>
  ({ ...piece, findings: { ...piece.findings, [joint]: change(findingOf(piece, joint)) } })
const withChoices = (piece: Piece, change: Partial<Piece['choices']>): Piece => ({ ...piece, choices: { ...piece.choices, ...change } })

/** A copy of a record with one key set, or without it when the value is null. */
function without<T>(record: Readonly<Record<string, T>>, key: string, value: T | null): Record<string, T> {
  const { [key]: _gone, ...rest } = record
  return value === null ? rest : { ...rest, [key]: value }
}

function measureShape(piece: Piece, { key, measure }: Of<'measure-shape'>): Result<Piece> {
  const row = findFamily(piece.shape.family)?.measures.find(m => m.key === key)
  if (!row) return fail('no_such_measure', `This family has no measurement “${key}”.`, 'key')
  const unit = row.unit === 'mm' ? 'mm' : 'degrees'
  if (measure.value < row.min || measure.value > row.max) return fail('out_of_range', `${row.label}: between ${row.min} and ${row.max} ${unit} is believed.`, 'measure.value')
  return redraw({ ...piece, shape: { ...piece.shape, measures: { ...piece.shape.measures, [key]: measure } } })
}

function setOption(piece: Piece, { key, value }: Of<'set-option'>): Result<Piece> {
  const row = findFamily(piece.shape.family)?.options.find(o => o.key === key)
  if (!row) return fail('no_such_option', `This family has no option “${key}”.`, 'key')
  if (!row.choices.some(c => c.value === value)) return fail('no_such_choice', `${row.label}: one of ${row.choices.map(c => c.label).join(', ')}.`, 'value')
  return redraw({ ...piece, shape: { ...piece.shape, options: { ...piece.shape.options, [key]: value } } })
}

function measureJoint(piece: Piece, { joint: id, size, measure }: Of<'measure-joint'>): Result<Piece> {
  const joint = piece.joints.find(j => j.id === id)!
  if (size !== 'depthMm' && !(size in joint.form)) return fail('no_such_size', `A ${joint.form.kind} joint has no such size.`, 'size')
  const changed = { ...joint, ...(size === 'depthMm' ? { depthMm: measure } : { form: { ...joint.form, [size]: measure } }) } as Joint
  return succeed({ ...piece, joints: piece.joints.map(j => (j.id === id ? changed : j)) })
}

/** Solid or untested joints have no direction of movement. */
const testJoint = (piece: Piece, joint: string, state: Finding['state']): Piece =>
  withFinding(piece, joint, f => ({ ...f, state, directions: state === 'solid' || state === 'not-tested' ? [] : f.directions }))

const setDirection = (piece: Piece, { joint, direction, on }: Of<'set-direction'>): Piece =>
  withFinding(piece, joint, f => ({ ...f, directions: [...f.directions.filter(d => d !== direction), ...(on ? [direction] : [])] }))

function measureClearance(piece: Piece, { joint: id, where, measure }: Of<'measure-clearance'>): Result<Piece> {
  const { form } = piece.joints.find(j => j.id === id)!
  if (!clearancesOf(form).includes(where)) {
    const told = { cheeks: 'A tenon has a clearance at the cheeks and one at the edges.', round: 'A round joint has one clearance, all around.', face: 'A flat joint has one clearance, at its face.' }
    const message = told[FORMS[form.kind].fit]
    return fail('no_such_clearance', message, 'where')
  }
  if (measure && measure.value > 20) return fail('out_of_range', 'A clearance is believed up to 20 mm. Check the unit.', 'measure.value')
  return succeed(withFinding(piece, id, f => ({ ...f, clearance: without(f.clearance, where, measure) })))
}

function copyFinding(piece: Piece, { joint: id, finding }: Of<'copy-finding'>): Result<Piece> {
  const fits = clearancesOf(piece.joints.find(j => j.id === id)!.form)
  const stray = Object.keys(finding.clearance).find(k => !fits.includes(k as ClearanceKey))
  if (stray) return fail('no_such_clearance', `This joint has no clearance “${stray}”.`, 'finding.clearance')
  return succeed(withFinding(piece, id, () => finding))
}

function addMetal(piece: Piece, { metal }: Of<'add-metal'>): Result<Piece> {
  if (piece.metal.some(m => m.id === metal.id)) return fail('twice', 'This piece of metal is already recorded.', 'metal.id')
  if (!piece.joints.some(j => j.id === metal.joint)) return fail('no_such_joint', `There is no joint “${metal.joint}” on this piece.`, 'metal.joint')
  return succeed({ ...piece, metal: [...piece.metal, metal] })
}

function addPhoto(piece: Piece, { photo }: Of<'add-photo'>): Result<Piece> {
  if (piece.photos.some(p => p.id === photo.id)) return fail('twice', 'This picture is kept already.', 'photo.id')
  const { kind, id } = photo.of
  const there = kind === 'piece' ? id === null : kind === 'joint' ? piece.joints.some(j => j.id === id) : piece.faults.some(f => f.id === id)
  return there ? succeed({ ...piece, photos: [...piece.photos, photo] }) : fail('nothing_there', 'A picture is of the piece, of one of its joints or of one of its faults.', 'photo.of')
}

/** Ending a job without a repair asks for the reason, because the owner will. */
function setOutcome(piece: Piece, { verdict, why }: Of<'set-outcome'>): Result<Piece> {
  if (verdict !== null && verdict !== 'repair' && why.trim() === '') return fail('why_missing', 'Say why: one sentence the owner can read.', 'why')
  return succeed({ ...piece, outcome: verdict === null ? null : { verdict, why } })
}
