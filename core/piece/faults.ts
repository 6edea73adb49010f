import { handleOfFact } from './fact-ids'
import { fail, succeed, type Result } from '../measure/result'
import type { Fault, Piece } from './document-schema'
import { withinLimits } from './fault-limits'
import type { FaultKind } from './words'
import { nameOf } from './names'

export const FAULT_LABELS: Readonly<Record<FaultKind, string>> = {
  'break': 'break',
  'split': 'split',
  'worm': 'worm',
  'loss': 'wood missing',
  'earlier-repair': 'earlier repair',
}
const LETTERS: Readonly<Record<FaultKind, string>> = {
  'break': 'B',
  'split': 'S',
  'worm': 'W',
  'loss': 'L',
  'earlier-repair': 'R',
}

/** What stands on the paper tag: a letter for the kind and its place among those, in the order they were found. */
export const faultTag = (piece: Piece, fault: Fault): string =>
  `${LETTERS[fault.kind]}${piece.faults.filter(f => f.kind === fault.kind).findIndex(f => f.id === fault.id) + 1}`

/** The fault as a screen reader says it: `B1, break in the left front leg, ragged`. */
export function spokenFault(piece: Piece, fault: Fault): string {
  const part = nameOf(piece, fault.part)
  const more
    = fault.kind === 'break'
      ? fault.surface === 'not-looked'
        ? []
        : [fault.surface]
      : fault.kind === 'earlier-repair'
        ? [fault.register.replaceAll('-', ' '), fault.holds.replaceAll('-', ' ')]
        : []
  return [faultTag(piece, fault), `${FAULT_LABELS[fault.kind]} in the ${part}`, ...more].join(', ')
}

const assumed = (value: number) => ({ value, basis: 'assumed' as const })
/** A fault as it is when somebody has only pointed at it: where it is, and nothing looked at yet. */
export function newFault(kind: FaultKind, id: string, part: string, along: number, joint: string | null = null): Fault {
  const spot = { id, part, along, turnDeg: 0, note: '' }
  switch (kind) {
    case 'break':
      return {
        kind,
        ...spot,
        parted: 'not-seen',
        joint: null,
        angleDeg: assumed(90),
        fibreDeg: null,
        surface: 'not-looked',
        gapMm: null,
        lostPct: null,
        through: [],
      }
    case 'split':
      return { kind, ...spot, joint, crosses: [], runsOut: 'not-seen', lengthMm: assumed(40), openMm: null }
    case 'worm':
      return { kind, ...spot, lengthMm: assumed(60), lostPct: null, live: 'not-sure' }
    case 'loss':
      return { kind, ...spot, lengthMm: assumed(30), widthMm: assumed(8), depthMm: assumed(8) }
    case 'earlier-repair':
      return {
        kind,
        ...spot,
        joint,
        glue: 'unknown',
        metal: null,
        register: 'not-sure',
        holds: 'not-sure',
        offMm: null,
        leanDeg: null,
      }
  }
}

/** The piece with a fault added or changed; refused where its part or joint is not on the piece. */
export function putFault(piece: Piece, fault: Fault, isNew: boolean): Result<Piece> {
  const there = piece.faults.some(f => f.id === fault.id)
  if (isNew && there) return fail('twice', 'This fault is already recorded.', 'fault.id')
  if (!isNew && !there) return fail('no_such_fault', 'There is no such fault on this piece.', 'fault.id')
  const part = piece.parts.find(p => p.id === fault.part)
  if (!part) return fail('no_such_part', `There is no part “${fault.part}” on this piece.`, 'fault.part')
  const within = withinLimits(part, fault)
  if (!within.ok) return within
  for (const { id, path } of jointsNamedBy(fault)) {
    const joint = piece.joints.find(j => j.id === id)
    if (!joint) return fail('no_such_joint', `There is no joint “${id}” on this piece.`, path)
    if (joint.enters !== fault.part && joint.receives !== fault.part) {
      return fail('not_its_joint', 'The joint must be one of the part’s own.', path)
    }
  }
  return succeed({
    ...piece,
    faults: isNew ? [...piece.faults, fault] : piece.faults.map(f => (f.id === fault.id ? fault : f)),
  })
}

/** The joints a fault names, with the field that names each. */
export function jointsNamedBy(fault: Fault): { readonly id: string, readonly path: string }[] {
  if (!('joint' in fault)) return []
  const own = fault.joint === null ? [] : [{ id: fault.joint, path: 'fault.joint' }]
  return fault.kind === 'split' ? [...own, ...fault.crosses.map((id, i) => ({ id, path: `fault.crosses.${i}` }))] : own
}

/**
 * The piece without a fault, without the holds in it and what was decided about them; its pictures stay as pictures
 * of the piece.
 */
export const dropFault = (piece: Piece, id: string): Piece =>
  withoutHandles({
    ...piece,
    faults: piece.faults.filter(f => f.id !== id),
    holds: piece.holds.filter(h => h.on.kind !== 'fault' || h.on.id !== id),
    photos: piece.photos.map(p =>
      p.of.kind === 'fault' && p.of.id === id ? { ...p, of: { kind: 'piece', id: null } } : p,
    ),
  })

/** What a decision, a cause or a second look may be about on this piece. */
export const handlesOf = ({ joints, faults, parts, holds }: Piece): Set<string> =>
  new Set([
    ...joints.map(j => `joint:${j.id}`),
    ...faults.map(f => `fault:${f.id}`),
    ...parts.map(p => `part:${p.id}`),
    ...holds.map(h => `hold:${h.id}`),
    'bracing:blocks',
    'bracing:webbing',
  ])

/** Whether something that was done was done to the piece, or to something that is on it. */
export const isFactOf = (handles: ReadonlySet<string>, fact: string): boolean => {
  const handle = handleOfFact(fact)
  return handle === 'piece' || handles.has(handle)
}

/** The piece without decisions, causes and second looks about what is no longer there. */
export function withoutHandles(piece: Piece): Piece {
  const there = handlesOf(piece)
  const only = <T>(record: Record<string, T>): Record<string, T> =>
    Object.fromEntries(Object.entries(record).filter(([id]) => there.has(id)))
  const { choices } = piece
  const isAbout = (fact: string) => isFactOf(there, fact)
  return {
    ...piece,
    after: only(piece.after),
    events: piece.events.map(e => (e.of.every(isAbout) ? e : { ...e, of: e.of.filter(isAbout) })),
    choices: { ...choices, mends: only(choices.mends), settled: only(choices.settled), causes: only(choices.causes) },
  }
}
