import { findFamily } from './families'
import { handlesOf, isFactOf, jointsNamedBy } from './faults'
import { clearancesOf } from './joint-forms'
import { LIMITS } from './limits'
import type { Finding, Joint, Piece } from './document-schema'
import type { ClearanceKey } from './words'

/** A rule that a document breaks: where, and what would be right. */
export interface BrokenRule {
  readonly path: readonly (string | number)[]
  readonly message: string
}
type Tell = (path: readonly (string | number)[], message: string) => void

/** A gap wider than this is a slip of the unit: no joint that is still one has it. */
export const LARGEST_CLEARANCE_MM = 20

/**
 * What must hold of every document besides its form, whichever way it came about: by a command, from a file, as a copy.
 * Empty for a document that is whole. Every record is looked up by its own keys only, so that no inherited name passes.
 */
export function brokenRules(piece: Piece): BrokenRule[] {
  const broken: BrokenRule[] = []
  const tell: Tell = (path, message) => {
    broken.push({ path, message })
  }
  checkCounts(piece, tell)
  checkIds(piece, tell)
  checkShape(piece, tell)
  checkFrame(piece, tell)
  checkFacts(piece, tell)
  return broken
}

const LISTS = ['parts', 'joints', 'holds', 'faults', 'photos', 'events', 'notes'] as const
const ONE = {
  parts: 'parts',
  joints: 'joints',
  holds: 'pieces of hardware',
  faults: 'faults',
  photos: 'pictures',
  events: 'events',
  notes: 'notes',
} as const

function checkCounts(piece: Piece, tell: Tell): void {
  for (const list of LISTS) {
    if (piece[list].length > LIMITS[list]) tell([list], `must be ${LIMITS[list]} ${ONE[list]} at most`)
  }
  if (piece.shape.edits.length > LIMITS.edits) {
    tell(['shape', 'edits'], `must be ${LIMITS.edits} changes by hand at most`)
  }
}

function checkIds(piece: Piece, tell: Tell): void {
  for (const list of LISTS) {
    const ids = new Set(piece[list].map(x => x.id))
    if (ids.size < piece[list].length) tell([list], `two ${ONE[list]} share an id: each needs its own`)
  }
  if (new Set(piece.joints.map(j => j.number)).size < piece.joints.length) {
    tell(['joints'], 'two joints share a number: each needs its own')
  }
}

function checkShape({ shape, set }: Piece, tell: Tell): void {
  const family = findFamily(shape.family)
  if (!family) return tell(['shape', 'family'], `must be a family this program draws; it knows no “${shape.family}”`)
  for (const [key, measure] of Object.entries(shape.measures)) {
    const row = family.measures.find(m => m.key === key)
    if (!row) { tell(['shape', 'measures', key], 'must be a measurement of its family') }
    else if (!(measure.value >= row.min && measure.value <= row.max)) {
      tell(['shape', 'measures', key], `must be between ${row.min} and ${row.max}`)
    }
  }
  for (const [key, value] of Object.entries(shape.options)) {
    const row = family.options.find(o => o.key === key)
    if (!row) { tell(['shape', 'options', key], 'must be an option of its family') }
    else if (!row.choices.some(c => c.value === value)) {
      tell(['shape', 'options', key], `must be one of ${row.choices.map(c => c.value).join(', ')}`)
    }
  }
  if (set && set.member > set.of) tell(['set', 'member'], 'must be one of the set: its number is larger than the set')
}

function checkFrame(piece: Piece, tell: Tell): void {
  const parts = new Set(piece.parts.map(p => p.id))
  const joints = new Map(piece.joints.map(j => [j.id, j]))
  piece.joints.forEach((j, i) => {
    for (const end of ['enters', 'receives'] as const) {
      if (!parts.has(j[end])) tell(['joints', i, end], `must name a part of this piece; there is no “${j[end]}”`)
    }
    if (j.enters === j.receives) tell(['joints', i, 'receives'], 'must be another part than the one that enters')
    if (j.shares === undefined) {
      if (j.passes !== undefined) tell(['joints', i, 'passes'], 'must be left out where no hole is shared')
      return
    }
    if (j.shares === j.id || joints.get(j.shares)?.receives !== j.receives) {
      tell(['joints', i, 'shares'], `must name another joint in the same part; “${j.shares}” is none`)
    }
  })
}

function checkFacts(piece: Piece, tell: Tell): void {
  const joints = new Map(piece.joints.map(j => [j.id, j]))
  const parts = new Set(piece.parts.map(p => p.id))
  const faults = new Set(piece.faults.map(f => f.id))
  const needJoint = (path: readonly (string | number)[], id: string) => {
    if (!joints.has(id)) tell(path, `must name a joint of this piece; there is no “${id}”`)
  }
  for (const [id, finding] of Object.entries(piece.findings)) {
    needJoint(['findings', id], id)
    checkClearances(joints.get(id), finding, ['findings', id, 'clearance'], tell)
  }
  for (const id of Object.keys(piece.choices.rooms)) needJoint(['choices', 'rooms', id], id)
  for (const [i, id] of piece.choices.leaveShut.entries()) needJoint(['choices', 'leaveShut', i], id)
  for (const id of Object.keys(piece.dryFit ?? {})) {
    if (!parts.has(id)) tell(['dryFit', id], 'must belong to a part of this piece')
  }
  for (const id of Object.keys(piece.dryClose ?? {})) needJoint(['dryClose', id], id)
  if (Object.keys(piece.trueReadings ?? {}).length > LIMITS.readings) {
    tell(['trueReadings'], `must be ${LIMITS.readings} readings at most`)
  }
  const there = handlesOf(piece)
  const needHandles = (path: readonly (string | number)[], ids: readonly string[]) => {
    for (const id of ids) {
      if (!there.has(id)) tell([...path, id], 'must belong to a joint, a fault, a part or a hold of this piece')
    }
  }
  needHandles(['choices', 'mends'], Object.keys(piece.choices.mends))
  needHandles(['choices', 'settled'], Object.keys(piece.choices.settled))
  needHandles(['choices', 'causes'], Object.keys(piece.choices.causes))
  needHandles(['after'], Object.keys(piece.after))
  piece.events.forEach((e, i) =>
    needHandles(
      ['events', i, 'of'],
      e.of.filter(f => !isFactOf(there, f)),
    ),
  )
  piece.holds.forEach(({ on }, i) => {
    const isThere = { joint: joints, part: parts, fault: faults }[on.kind].has(on.id)
    if (!isThere) tell(['holds', i, 'on', 'id'], `must name a ${on.kind} of this piece; there is no “${on.id}”`)
  })
  piece.faults.forEach((f, i) => {
    if (!parts.has(f.part)) tell(['faults', i, 'part'], `must name a part of this piece; there is no “${f.part}”`)
    for (const { id, path } of jointsNamedBy(f)) {
      const at = ['faults', i, ...path.split('.').slice(1)]
      needJoint(at, id)
      const joint = joints.get(id)
      if (joint && joint.enters !== f.part && joint.receives !== f.part) {
        tell(at, 'must be one of the part’s own joints')
      }
    }
  })
  piece.photos.forEach(({ of }, i) => {
    if (of.kind === 'piece' ? of.id !== null : of.id === null) {
      tell(['photos', i, 'of', 'id'], 'must name what it is a picture of, and nothing for the whole piece')
    }
    else if (of.kind === 'joint') { needJoint(['photos', i, 'of', 'id'], of.id!) }
    else if (of.kind === 'fault' && !faults.has(of.id!)) {
      tell(['photos', i, 'of', 'id'], 'must name a fault of this piece')
    }
  })
}

function checkClearances(
  joint: Joint | undefined,
  { clearance }: Finding,
  path: readonly (string | number)[],
  tell: Tell,
): void {
  for (const [key, gap] of Object.entries(clearance)) {
    if (joint && !clearancesOf(joint.form).includes(key as ClearanceKey)) {
      tell([...path, key], 'must be a clearance that this kind of joint has')
    }
    if (gap.value > LARGEST_CLEARANCE_MM) {
      tell([...path, key], `must be ${LARGEST_CLEARANCE_MM} mm at most: check the unit`)
    }
  }
}
