import { fail, succeed, type Result } from '../measure/result'
import type { Fault, Piece } from './document-schema'
import type { FaultKind } from './words'

export const FAULT_LABELS: Readonly<Record<FaultKind, string>> = { 'break': 'break', 'split': 'split', 'worm': 'worm', 'loss': 'wood missing', 'earlier-repair': 'earlier repair' }
const LETTERS: Readonly<Record<FaultKind, string>> = { 'break': 'B', 'split': 'S', 'worm': 'W', 'loss': 'L', 'earlier-repair': 'R' }

/** What stands on the paper tag: a letter for the kind and its place among those, in the order they were found. */
export const faultTag = (piece: Piece, fault: Fault): string => `${LETTERS[fault.kind]}${piece.faults.filter(f => f.kind === fault.kind).findIndex(f => f.id === fault.id) + 1}`

/** The fault as a screen reader says it: `B1, break in the left front leg, ragged`. */
export function spokenFault(piece: Piece, fault: Fault): string {
  const part = piece.parts.find(p => p.id === fault.part)?.label ?? fault.part
  const more = fault.kind === 'break' ? [fault.surface] : fault.kind === 'earlier-repair' ? [fault.register.replaceAll('-', ' '), fault.holds.replaceAll('-', ' ')] : []
  return [faultTag(piece, fault), `${FAULT_LABELS[fault.kind]} in the ${part}`, ...more].join(', ')
}

const assumed = (value: number) => ({ value, basis: 'assumed' as const })
/** A fault as it is when somebody has only pointed at it: where it is, and nothing looked at yet. */
export function newFault(kind: FaultKind, id: string, part: string, along: number, joint: string | null = null): Fault {
  const spot = { id, part, along, turnDeg: 0, note: '' }
  switch (kind) {
    case 'break': return { kind, ...spot, angleDeg: assumed(90), fibreDeg: null, surface: 'fibrous', gapMm: null, lostPct: null, through: [] }
    case 'split': return { kind, ...spot, joint: joint ?? '', lengthMm: assumed(40), openMm: null }
    case 'worm': return { kind, ...spot, lengthMm: assumed(60), lostPct: null, live: 'not-sure' }
    case 'loss': return { kind, ...spot, lengthMm: assumed(30), widthMm: assumed(8), depthMm: assumed(8) }
    case 'earlier-repair': return { kind, ...spot, joint, glue: 'unknown', metal: null, register: 'not-sure', holds: 'not-sure' }
  }
}

/** The piece with a fault added or changed; refused where its part or joint is not on the piece. */
export function putFault(piece: Piece, fault: Fault, isNew: boolean): Result<Piece> {
  const there = piece.faults.some(f => f.id === fault.id)
  if (isNew && there) return fail('twice', 'This fault is already recorded.', 'fault.id')
  if (!isNew && !there) return fail('no_such_fault', 'There is no such fault on this piece.', 'fault.id')
  if (!piece.parts.some(p => p.id === fault.part)) return fail('no_such_part', `There is no part “${fault.part}” on this piece.`, 'fault.part')
  if ('joint' in fault && fault.joint !== null) {
    const joint = piece.joints.find(j => j.id === fault.joint)
    if (!joint) return fail('no_such_joint', fault.kind === 'split' ? 'A split starts at a socket: pick the joint it starts at.' : `There is no joint “${fault.joint}” on this piece.`, 'fault.joint')
    if (joint.enters !== fault.part && joint.receives !== fault.part) return fail('not_its_joint', 'The joint must be one of the part’s own.', 'fault.joint')
  }
  return succeed({ ...piece, faults: isNew ? [...piece.faults, fault] : piece.faults.map(f => (f.id === fault.id ? fault : f)) })
}

/** The piece without a fault; its pictures stay as pictures of the piece. */
export const dropFault = (piece: Piece, id: string): Piece => ({
  ...piece,
  faults: piece.faults.filter(f => f.id !== id),
  ...(piece.choices.settled ? { choices: { ...piece.choices, settled: Object.fromEntries(Object.entries(piece.choices.settled).filter(([key]) => key !== `fault:${id}`)) } } : {}),
  photos: piece.photos.map(p => (p.of.kind === 'fault' && p.of.id === id ? { ...p, of: { kind: 'piece', id: null } } : p)),
})
