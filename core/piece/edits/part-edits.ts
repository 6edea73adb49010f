import { z } from 'zod'
import { fail, succeed, type Result } from '../../measure/result'
import type { Vec } from '../../measure/vec'
import { Id, Name, Species, VecMm } from '../basic-schema'
import { drawId, drawMeasured, drawWords, type Draw } from '../draw'
import { Axis, GrainOneIn, Part, Section, type Joint } from '../frame-schema'
import { freeId, jointId } from '../joint-id'
import { twinId } from '../sides'
import { FINISHES, SHOW_FACES } from '../words'
import { defineEdit, withoutShare, type Frame } from './define'

const changePart = (frame: Frame, id: string, facts: Partial<Part>): Frame => ({
  ...frame,
  parts: frame.parts.map(p => (p.id === id ? { ...p, ...facts } : p)),
})
const idsOf = (frame: Frame) => frame.parts.map(p => p.id)
const drawCopyName = (d: Draw) => ({
  as: d.pick(['copy-a', 'copy-b', 'left-copy']),
  ...(d.chance() ? { label: d.pick(['copy', 'left copy']) } : {}),
})

const addPart = defineEdit({
  schema: z.strictObject({ do: z.literal('add-part'), part: Part }),
  edit: (frame, { part }) => withPart(frame, part, []),
  touches: ({ part }) => [`part/${part.id}`],
  draw: (d, frame) => ({ part: { ...d.pick(frame.parts), ...d.pick([{ id: 'added-a' }, { id: 'added-b' }, {}]) } }),
})

/** A part goes with its joints; the last one cannot go. */
const removePart = defineEdit({
  schema: z.strictObject({ do: z.literal('remove-part'), part: Id }),
  edit: (frame, { part }) => {
    if (frame.parts.length === 1) {
      return fail('last_part', 'The last part cannot be taken away: a piece has at least one.', 'edit.part')
    }
    const gone = new Set(frame.joints.filter(j => j.enters === part || j.receives === part).map(j => j.id))
    const left = frame.joints.filter(j => !gone.has(j.id))
    return succeed({
      parts: frame.parts.filter(p => p.id !== part),
      joints: left.map(j => (j.shares !== undefined && gone.has(j.shares) ? withoutShare(j) : j)),
    })
  },
  touches: ({ part }) => [`part/${part}`],
  draw: (d, frame) => ({ part: drawId(d, idsOf(frame)) }),
})

const duplicatePart = defineEdit({
  schema: z.strictObject({ do: z.literal('duplicate-part'), part: Id, as: Id, label: Name.optional(), by: VecMm }),
  edit: (frame, change) =>
    copyPart(
      frame,
      change,
      v => [v[0] + change.by[0], v[1] + change.by[1], v[2] + change.by[2]],
      v => v,
      id => id,
    ),
  touches: ({ as }) => [`part/${as}`],
  draw: (d, frame) => ({
    part: drawId(d, idsOf(frame)),
    ...drawCopyName(d),
    by: [0, d.whole(-40, 40), d.whole(0, 20)] as [number, number, number],
  }),
})

/**
 * A copy for the other side, with the other hand. Where that side's own part is there but missing, the copy takes its
 * place: its name and number, its joints, and that it has still to be made.
 */
const mirrorPart = defineEdit({
  schema: z.strictObject({ do: z.literal('mirror-part'), part: Id, as: Id, label: Name.optional() }),
  edit: (frame, change) =>
    copyPart(frame, change, mirrored, mirrored, id => (frame.parts.some(p => p.id === twinId(id)) ? twinId(id) : id)),
  touches: ({ as }) => [`part/${as}`],
  draw: (d, frame) => ({ part: drawId(d, idsOf(frame)), ...drawCopyName(d) }),
})

const renamePart = defineEdit({
  schema: z.strictObject({ do: z.literal('rename-part'), part: Id, label: Name.min(1, 'must say what it is') }),
  edit: (frame, { part, label }) => succeed(changePart(frame, part, { label })),
  touches: ({ part }) => [`part/${part}/label`],
  draw: (d, frame) => ({ part: drawId(d, idsOf(frame)), label: drawWords(d) || 'named' }),
  replacesItself: true,
})

const shapePart = defineEdit({
  schema: z.strictObject({ do: z.literal('shape-part'), part: Id, section: Section.optional(), axis: Axis.optional() }),
  edit: (frame, { part, section, axis }) =>
    succeed(
      changePart(frame, part, {
        ...(section ? { section } : {}),
        ...(axis ? { axis } : {}),
      }),
    ),
  touches: ({ part, section, axis }) => [
    ...(section ? [`part/${part}/section`] : []),
    ...(axis ? [`part/${part}/axis`] : []),
  ],
  draw: (d, frame) => {
    const size = d.whole(8, 60)
    const part = drawId(d, idsOf(frame))
    const axis = frame.parts.find(p => p.id === part)?.axis.map(([x, y, z]): [number, number, number] => [x, y + 3, z])
    return {
      part,
      section: {
        shape: d.pick(['round', 'rectangle'] as const),
        stations: [{ along: 0, widthMm: size, depthMm: size }],
      },
      ...(d.chance() && axis ? { axis } : {}),
    }
  },
  replacesItself: true,
})

const describePart = defineEdit({
  schema: z.strictObject({
    do: z.literal('describe-part'),
    part: Id,
    species: Species.optional(),
    grainOneIn: GrainOneIn.optional(),
    finish: z.enum(FINISHES).optional(),
    show: z.enum(SHOW_FACES).optional(),
    missing: z.boolean().optional(),
    stillIn: z.boolean().optional(),
  }),
  edit: (frame, { do: _do, part, ...facts }) => succeed(changePart(frame, part, facts)),
  touches: ({ do: _do, part, ...facts }) => Object.keys(facts).map(key => `part/${part}/${key}`),
  draw: (d, frame) => ({
    part: drawId(d, idsOf(frame)),
    ...d.pick([
      { missing: d.chance() },
      { missing: true, stillIn: d.chance() },
      { species: 'Oak, white' },
      { grainOneIn: drawMeasured(d, 4, 40) },
      {
        finish: d.pick(FINISHES),
        show: d.pick(SHOW_FACES),
      },
    ]),
  }),
  replacesItself: true,
})

export const PART_EDITS = [addPart, removePart, duplicatePart, mirrorPart, renamePart, shapePart, describePart] as const

const mirrored = (v: Vec): [number, number, number] => [0 - v[0], v[1], v[2]]

function withPart(frame: Frame, part: Part, joints: readonly Joint[]): Result<Frame> {
  if (frame.parts.some(p => p.id === part.id)) {
    return fail('twice', `There is a part “${part.id}” already: give the new one another name.`, 'edit.part.id')
  }
  return succeed({ parts: [...frame.parts, part], joints: [...frame.joints, ...joints] })
}

interface Copy {
  readonly part: string
  readonly as: string
  readonly label?: string | undefined
}
/**
 * A copy takes the joints it enters with along, so that it is held as the first one is; a bow that enters a seat
 * twice does so again.
 */
function copyPart(
  frame: Frame,
  change: Copy,
  point: (v: Vec) => [number, number, number],
  direction: (v: Vec) => Vec,
  partner: (id: string) => string,
): Result<Frame> {
  const model = frame.parts.find(p => p.id === change.part)!
  const turn = (v: Vec) => direction(v) as [number, number, number]
  const cuts = model.cuts && {
    start: model.cuts.start && turn(model.cuts.start),
    end: model.cuts.end && turn(model.cuts.end),
  }
  const { label: _first, ...like } = model
  const copy: Part = {
    ...like,
    id: change.as,
    ...(change.label === undefined ? {} : { label: change.label }),
    axis: model.axis.map(point),
    across: turn(model.across),
    ...(cuts ? { cuts } : {}),
  }
  const lost = frame.parts.find(p => p.id === change.as && p.missing)
  const before = lost ? frame.joints.filter(j => j.enters === lost.id) : []
  const joints: Joint[] = []
  for (const joint of frame.joints.filter(j => j.enters === model.id)) {
    const { shares: _own, passes: _order, ...rest } = joint
    const receives = partner(joint.receives)
    const isTaken = (id: string) => [...frame.joints, ...joints].some(j => j.id === id)
    const same = before.find(j => j.receives === receives && !joints.some(made => made.id === j.id))
    joints.push({
      ...rest,
      id: same?.id ?? freeId(jointId(copy.id, receives), isTaken),
      number: same?.number ?? Math.max(0, ...frame.joints.map(j => j.number)) + 1 + joints.length,
      enters: copy.id,
      receives,
      at: point(joint.at),
      withdraw: turn(joint.withdraw),
    })
  }
  return lost ? inPlaceOf(frame, lost, copy, joints) : withPart(frame, copy, joints)
}

/** A part in the place of one that is missing: what goes into that one goes into this, what it went into it enters. */
function inPlaceOf(frame: Frame, lost: Part, copy: Part, joints: readonly Joint[]): Result<Frame> {
  const { missing: _m, stillIn: _s, label: _l, ...shape } = copy
  const made: Part = {
    ...shape,
    missing: true,
    ...(lost.label === undefined ? {} : { label: lost.label }),
    ...(lost.stillIn === undefined ? {} : { stillIn: lost.stillIn }),
  }
  const kept = new Set(joints.map(j => j.id))
  const left = frame.joints.filter(j => j.enters !== lost.id)
  const gone = new Set(frame.joints.filter(j => j.enters === lost.id && !kept.has(j.id)).map(j => j.id))
  return succeed({
    parts: frame.parts.map(p => (p.id === lost.id ? made : p)),
    joints: [...left.map(j => (j.shares !== undefined && gone.has(j.shares) ? withoutShare(j) : j)), ...joints],
  })
}
