import { measured } from '../core/measure/measured'
import { MM_PER_INCH } from '../core/measure/length'
import { orThrow } from '../core/measure/result'
import { apply } from '../core/piece/apply'
import type { Command } from '../core/piece/commands'
import { newHold } from '../core/piece/new-hold'
import { startPiece } from '../core/piece/shape'
import type { Edit, Fault, Intake, Piece } from '../core/piece/schema'
import type { HoldKind, JointState } from '../core/piece/words'

/** Dates in the files are of a fixed day; loading moves them so that today is that day. */
export const DEMO_DAY = '2026-03-05'

type Of<K extends Command['do']> = Extract<Command, { do: K }>

/** Short hands for the commands a repairer gives, so that a demo piece reads like the job it tells of. */
export const give = (piece: Piece, commands: readonly Command[]): Piece =>
  commands.reduce<Piece>((p, c) => orThrow(apply(p, c)), piece)
export const begin = (id: string, title: string, family: string, commands: readonly Command[], at = '08:40'): Piece =>
  give(orThrow(startPiece({ id, title, family, takenInAt: `${DEMO_DAY}T${at}` })), commands)
export const intake = (facts: Partial<Intake>): Command => ({ do: 'describe', intake: facts })
export const inches = (n: number): number => n * MM_PER_INCH
export const sizes = (values: Readonly<Record<string, number>>): Command[] =>
  Object.entries(values).map(([key, mm]) => ({
    do: 'measure-shape',
    key,
    measure: measured(Math.round(mm * 100) / 100),
  }))
export const made = (options: Readonly<Record<string, string | number>>): Command[] =>
  Object.entries(options).map(([key, value]) => ({ do: 'set-option', key, value }))
export const edit = (change: Edit): Command => ({ do: 'edit-frame', edit: change })
export const missing = (part: string): Command => edit({ do: 'describe-part', part, missing: true })
export const test = (state: JointState, ...joints: string[]): Command[] =>
  joints.map(joint => ({ do: 'test-joint', joint, state }))
export const look = (joint: string, sign: Of<'look-for'>['sign'], there: 'seen' | 'not-there' = 'seen'): Command => ({
  do: 'look-for',
  joint,
  sign,
  look: there,
})
export const gap = (joint: string, where: Of<'measure-clearance'>['where'], ...readings: number[]): Command => ({
  do: 'measure-clearance',
  joint,
  where,
  measure:
    readings.length === 1
      ? measured(readings[0]!)
      : { value: readings.reduce((a, b) => a + b, 0) / readings.length, basis: 'measured', readings },
})
export const way = (joint: string, ...directions: Of<'set-direction'>['direction'][]): Command[] =>
  directions.map(direction => ({ do: 'set-direction', joint, direction, on: true }))
export const glue = (joint: string, kind: Of<'set-old-glue'>['glue']): Command => ({
  do: 'set-old-glue',
  joint,
  glue: kind,
})
export const metal = (id: string, joint: string, kind: HoldKind, note = '', hidden = false): Command => ({
  do: 'add-hold',
  hold: newHold(kind, id, joint, { note, hidden }),
})
export const fault = (value: Fault): Command => ({ do: 'add-fault', fault: value })

/** Goes round every joint that has wood on both sides: what is named has its state, all others are solid. */
export function tested(piece: Piece, states: Readonly<Partial<Record<JointState, readonly string[]>>>): Piece {
  const gone = new Set(piece.parts.filter(p => p.missing).map(p => p.id))
  const named = new Map(
    Object.entries(states).flatMap(([state, joints]) => joints!.map(j => [j, state as JointState] as const)),
  )
  for (const id of named.keys()) {
    if (!piece.joints.some(j => j.id === id)) {
      throw new Error(`${piece.id} has no joint ${id}: ${piece.joints.map(j => j.id).join(', ')}`)
    }
  }
  return give(
    piece,
    piece.joints
      .filter(j => !gone.has(j.enters) && !gone.has(j.receives))
      .flatMap(j => test(named.get(j.id) ?? 'solid', j.id)),
  )
}
export { measured }
