import { z } from 'zod'
import { MeasuredSchema } from '../../measure/measured-schema'
import { joined, mm, say } from '../../measure/phrase'
import { fail, succeed } from '../../measure/result'
import { drawMeasured, drawWords } from '../draw'
import { Edit, Intake, Key, Name, OptionValue, SetOf, Species } from '../document-schema'
import { drawEdit, editTouches } from '../edits'
import { findFamily } from '../families'
import { editWith, redraw } from '../shape'
import { AGES, FINISHES, PLACES, SCHOOLS, SERVICES, UPHOLSTERIES, WORTHS } from '../words'
import { jointName, nameOf, partName } from '../names'
import { define, plainly } from './define'

const rename = define({
  schema: z.strictObject({ do: z.literal('rename'), title: Name.min(1, 'must name the piece') }),
  words: 'name of the piece',
  apply: (piece, { title }) => succeed({ ...piece, title }),
  touches: () => ['title'],
  says: ({ title }) => say`called “${title}”`,
  common: () => true,
  draw: d => ({ title: drawWords(d) || 'Chair' }),
})

const describe = define({
  schema: z.strictObject({ do: z.literal('describe'), intake: Intake.partial() }),
  words: 'what was taken in',
  apply: (piece, { intake }) => succeed({ ...piece, intake: { ...piece.intake, ...intake } }),
  touches: ({ intake }) => Object.keys(intake).map(key => `intake/${key}`),
  says: ({ intake }) =>
    joined(
      Object.entries(intake).map(([key, value]) => say`${key}: ${value === null ? 'none' : plainly(String(value))}`),
      ', ',
    ),
  common: () => true,
  draw: d => ({
    intake: d.pick([
      { worth: d.pick(WORTHS), school: d.pick([...SCHOOLS, null]) },
      { customer: drawWords(d) },
      { ask: drawWords(d) },
      { age: d.pick(AGES), finish: d.pick(FINISHES) },
      { upholstery: d.pick(UPHOLSTERIES), service: d.pick(SERVICES) },
      { due: d.pick(['2026-03-09T12:00', null]) },
      { place: d.pick(PLACES) },
    ]),
  }),
})

const measureShape = define({
  schema: z.strictObject({ do: z.literal('measure-shape'), key: Key, measure: MeasuredSchema }),
  words: 'measurement',
  apply: (piece, { key, measure }) => {
    const row = findFamily(piece.shape.family)?.measures.find(m => m.key === key)
    if (!row) return fail('no_such_measure', `This family has no measurement “${key}”.`, 'key')
    const unit = row.unit === 'mm' ? 'mm' : 'degrees'
    if (!(measure.value >= row.min && measure.value <= row.max)) {
      return fail(
        'out_of_range',
        `${row.label}: between ${row.min} and ${row.max} ${unit} is believed.`,
        'measure.value',
      )
    }
    return redraw({ ...piece, shape: { ...piece.shape, measures: { ...piece.shape.measures, [key]: measure } } })
  },
  touches: ({ key }) => [`measure/${key}`],
  says: ({ key, measure }, piece) => {
    const row = findFamily(piece.shape.family)?.measures.find(m => m.key === key)
    return say`${row?.label ?? key} ${row?.unit === 'deg' ? `${measure.value}°` : mm(measure.value)}`
  },
  common: () => true,
  draw: (d, piece) => {
    const row = d.pick(findFamily(piece.shape.family)!.measures)
    return { key: row.key, measure: drawMeasured(d, row.min - 20, row.max + 20) }
  },
})

const setOption = define({
  schema: z.strictObject({ do: z.literal('set-option'), key: Key, value: OptionValue }),
  words: 'construction',
  apply: (piece, { key, value }) => {
    const row = findFamily(piece.shape.family)?.options.find(o => o.key === key)
    if (!row) return fail('no_such_option', `This family has no option “${key}”.`, 'key')
    if (!row.choices.some(c => c.value === value)) {
      return fail('no_such_choice', `${row.label}: one of ${row.choices.map(c => c.label).join(', ')}.`, 'value')
    }
    return redraw({ ...piece, shape: { ...piece.shape, options: { ...piece.shape.options, [key]: value } } })
  },
  touches: ({ key }) => [`option/${key}`],
  says: ({ key, value }, piece) => {
    const row = findFamily(piece.shape.family)?.options.find(o => o.key === key)
    return say`${row?.label ?? key}: ${row?.choices.find(c => c.value === value)?.label ?? value}`
  },
  common: () => true,
  draw: (d, piece) => {
    const row = d.pick(findFamily(piece.shape.family)!.options)
    return { key: row.key, value: d.pick([...row.choices.map(c => c.value), 'nonsense']) }
  },
})

const setSpecies = define({
  schema: z.strictObject({ do: z.literal('set-species'), species: Species }),
  words: 'wood',
  apply: (piece, { species }) => redraw({ ...piece, shape: { ...piece.shape, species } }),
  touches: () => ['species'],
  says: ({ species }) => say`wood: ${species}`,
  common: () => true,
  draw: d => ({ species: d.pick(['Oak, white', 'Ash, white', 'Beech, European']) }),
})

const editFrame = define({
  schema: z.strictObject({ do: z.literal('edit-frame'), edit: Edit }),
  words: 'change of the drawing',
  apply: (piece, { edit }) => editWith(piece, edit),
  touches: ({ edit }) => editTouches(edit),
  says: ({ edit }, piece) => {
    const { do: what, ...facts } = edit
    const of
      = 'part' in edit
        ? typeof edit.part === 'string'
          ? nameOf(piece, edit.part)
          : partName(piece, edit.part)
        : typeof edit.joint === 'string'
          ? edit.joint
          : jointName(piece, edit.joint)
    const told = Object.entries(facts).filter(
      ([key, value]) => key !== 'part' && key !== 'joint' && typeof value !== 'object',
    )
    return say`${plainly(what)}: ${[of, ...told.map(([key, value]) => `${plainly(key)} ${String(value)}`)].join(', ')}`
  },
  /** A lost part is one member's own loss. */
  common: ({ edit }) => !(edit.do === 'describe-part' && (edit.missing !== undefined || edit.stillIn !== undefined)),
  draw: (d, piece) => ({ edit: drawEdit(d, piece) }),
})

const joinSet = define({
  schema: z.strictObject({ do: z.literal('join-set'), set: SetOf }),
  words: 'set',
  apply: (piece, { set }) =>
    set.member > set.of
      ? fail('no_such_member', `A set of ${set.of} has no number ${set.member}.`, 'set.member')
      : succeed({ ...piece, set }),
  touches: () => ['set'],
  says: ({ set }) => say`${set.member} of ${set.of}`,
  draw: d => ({ set: { id: 'set-a', member: d.whole(1, 5), of: d.whole(2, 5) } }),
})

export const MADE = [rename, describe, measureShape, setOption, setSpecies, editFrame, joinSet] as const
