import { writeFileSync } from 'node:fs'
import { measured } from '../core/measure/measured'
import { MM_PER_INCH } from '../core/measure/length'
import { orThrow } from '../core/measure/result'
import { apply } from '../core/piece/apply'
import type { Command } from '../core/piece/commands'
import { writePieceFile } from '../core/piece/file'
import { startPiece } from '../core/piece/shape'
import type { Piece } from '../core/piece/schema'

/**
 * Writes the demo pieces as files, through the same commands a repairer gives. Dates in the files are of a fixed day;
 * loading moves them so that today is that day. Run: npx tsx demo/build.ts
 */
const DEMO_DAY = '2026-03-05'

function piece(id: string, title: string, commands: readonly Command[]): Piece {
  return commands.reduce<Piece>((p, c) => orThrow(apply(p, c)), orThrow(startPiece({ id, title, family: 'framed-chair', takenInAt: `${DEMO_DAY}T08:40` })))
}
const size = (key: string, mm: number): Command => ({ do: 'measure-shape', key, measure: measured(Math.round(mm * 100) / 100) })
const inches = (n: number) => n * MM_PER_INCH
const test = (state: 'solid' | 'ticks' | 'gives' | 'swings' | 'apart', ...joints: string[]): Command[] => joints.map(joint => ({ do: 'test-joint', joint, state }))
const look = (joint: string, sign: Extract<Command, { do: 'look-for' }>['sign'], there: 'seen' | 'not-there'): Command => ({ do: 'look-for', joint, sign, look: there })
const gap = (joint: string, where: Extract<Command, { do: 'measure-clearance' }>['where'], mm: number): Command => ({ do: 'measure-clearance', joint, where, measure: measured(mm) })

/** Just taken in: measured, described, not yet tested. */
const schoolroom = piece('schoolroom-chair', 'Schoolroom side chair', [
  { do: 'describe', intake: { customer: 'The school', ask: 'Stop it rocking; it squeaks in assembly. Finish stays as it is.', age: 'old', worth: 'valued', finish: 'shellac', upholstery: 'drop-in', due: '2026-03-12T16:00' } },
  size('seatHeight', inches(17.25)), size('backHeight', 862), size('frontWidth', 425), size('backWidth', inches(14.125)), size('depth', 398), size('legSize', inches(1.4375)),
  { do: 'set-option', key: 'frontRail', value: 'dowel' }, { do: 'set-option', key: 'stretchers', value: 'none' }, { do: 'set-option', key: 'slats', value: 2 },
])

const CREST_LEFT = 'crest-rail--left-back-post'
const STRETCHER = 'left-stretcher--left-front-leg'
const RAIL_BACK = 'right-side-rail--right-back-post'
const vestry = (): Piece => {
  const start = piece('vestry-chair', 'Chapel vestry chair', [
    { do: 'describe', intake: { customer: 'The chapel', ask: 'Right side has come loose. Old, to be kept as it is.', age: 'old', worth: 'valued', finish: 'wax', school: 'conserve', due: '2026-03-09T12:00' } },
    size('seatHeight', 452), size('backHeight', 935), size('frontWidth', 462), size('backWidth', 402), size('depth', 421), size('legSize', 40), size('stretcherHeight', 150), size('rake', 11),
    { do: 'set-option', key: 'stretchers', value: 'h' }, { do: 'set-option', key: 'slats', value: 3 },
  ])
  const loose = [RAIL_BACK, STRETCHER]
  const tested = [
    ...test('solid', ...start.joints.map(j => j.id).filter(id => !loose.includes(id))), ...test('gives', RAIL_BACK), ...test('ticks', STRETCHER),
    { do: 'set-direction', joint: RAIL_BACK, direction: 'pulls-out', on: true } as const,
    look(RAIL_BACK, 'amber-crumbs', 'seen'), look(RAIL_BACK, 'white-line', 'not-there'), look(RAIL_BACK, 'hidden-metal', 'not-there'), { do: 'set-old-glue', joint: RAIL_BACK, glue: 'protein' } as const,
    gap(RAIL_BACK, 'cheek', 0.12), gap(RAIL_BACK, 'edge', 0.2), { do: 'set-old-glue', joint: STRETCHER, glue: 'protein' } as const, gap(STRETCHER, 'cheek', 0.08),
    look(CREST_LEFT, 'split', 'not-there'), { do: 'set-bracing', bracing: { cornerBlocks: 'sound', webbing: 'never-had' } } as const,
    { do: 'set-outcome', verdict: 'repair', why: '' } as const,
    { do: 'log-event', event: { id: 'opened-1', at: `${DEMO_DAY}T08:55`, kind: 'opened', stage: null, note: '' } } as const,
    { do: 'log-event', event: { id: 'dry-1', at: `${DEMO_DAY}T09:10`, kind: 'dry-run-closed', stage: null, note: 'diagonals within 1 mm' } } as const,
    { do: 'log-event', event: { id: 'glued-1', at: `${DEMO_DAY}T09:25`, kind: 'stage-glued', stage: 1, note: '' } } as const,
  ] satisfies Command[]
  return tested.reduce<Piece>((p, c) => orThrow(apply(p, c)), start)
}

for (const p of [schoolroom, vestry()]) writeFileSync(new URL(`./${p.id}.json`, import.meta.url), writePieceFile(p))
