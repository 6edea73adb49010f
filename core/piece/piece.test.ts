import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAll, applyWhatFits, arbitraryChair, arbitraryCommand, arbitraryTestedChair, newChair } from '../../tests/fixtures/pieces'
import { measured } from '../measure/measured'
import { orThrow } from '../measure/result'
import { apply } from './apply'
import type { Command, Entry } from './commands'
import { readPieceFile, writePieceFile } from './file'
import { append, findRedoable, findUndoable, replay } from './log'
import { findingOf, tagOf } from './facts'
import { Piece } from './schema'

const entry = (id: number, command: Entry['command'], by = 'bench'): Entry => ({ id: `entry-${id}-0000`, at: '2026-03-05T09:30:00Z', by, command })
const solid = (joint: string): Command => ({ do: 'test-joint', joint, state: 'solid' })

describe('commands', () => {
  it('never break the schema, whatever is given in whatever order', () => {
    fc.assert(fc.property(arbitraryChair().chain(p => fc.tuple(fc.constant(p), fc.array(arbitraryCommand(p), { maxLength: 30 }))), ([piece, commands]) => {
      const after = applyWhatFits(piece, commands)
      const checked = Piece.safeParse(after)
      expect(checked.success ? [] : checked.error.issues).toEqual([])
    }), { numRuns: 60 })
  })

  it('leave the piece they were given as it was', () => {
    const before = newChair()
    const copy = structuredClone(before)
    apply(before, { do: 'test-joint', joint: before.joints[0]!.id, state: 'gives' })
    expect(before).toEqual(copy)
  })

  it('refuse with a reason that names what would be right', () => {
    const chair = newChair()
    const refusal = apply(chair, { do: 'measure-shape', key: 'seatHeight', measure: measured(17.5) })
    expect(refusal).toMatchObject({ ok: false, issues: [{ path: 'measure.value', message: 'Seat height: between 200 and 900 mm is believed.' }] })
    expect(apply(chair, { do: 'measure-clearance', joint: chair.joints[0]!.id, where: 'round', measure: measured(0.2) })).toMatchObject({ ok: false })
    expect(apply(chair, { do: 'set-outcome', verdict: 'refer-on', why: ' ' })).toMatchObject({ ok: false, issues: [{ path: 'why' }] })
  })

  it('redraw without losing what was found, and keep the numbers on the tags', () => {
    const joint = 'left-side-rail--left-back-post'
    const before = applyAll(newChair({ stretchers: 'h' }), [{ do: 'test-joint', joint, state: 'gives' }, { do: 'measure-joint', joint, size: 'thicknessMm', measure: measured(9.5) }])
    const after = applyAll(before, [{ do: 'measure-shape', key: 'depth', measure: measured(460) }, { do: 'set-option', key: 'stretchers', value: 'none' }, { do: 'set-option', key: 'slats', value: 4 }])
    const number = (p: Piece, id: string) => p.joints.find(j => j.id === id)!.number
    expect(findingOf(after, joint).state).toBe('gives')
    expect(after.joints.find(j => j.id === joint)!.form).toMatchObject({ thicknessMm: { value: 9.5, basis: 'measured' } })
    expect(number(after, 'crest-rail--left-back-post')).toBe(number(before, 'crest-rail--left-back-post'))
  })

  it('will not draw away a joint that was tested', () => {
    const tested = applyAll(newChair({ stretchers: 'h' }), [solid('cross-stretcher--left-stretcher')])
    const result = apply(tested, { do: 'set-option', key: 'stretchers', value: 'none' })
    const tag = tagOf(tested.joints.find(j => j.id === 'cross-stretcher--left-stretcher')!)
    expect(result).toMatchObject({ ok: false, issues: [{ code: 'joint_has_findings', message: expect.stringContaining(tag) }] })
  })
})

describe('the logbook', () => {
  const base = newChair()
  const [a, b] = base.joints.map(j => j.id) as [string, string]

  it('undo takes back one entry and leaves later ones; undoing the undo is redo', () => {
    const log = [entry(1, solid(a)), entry(2, solid(b)), entry(3, { do: 'undo', entry: 'entry-1-0000' })]
    expect(findingOf(orThrow(replay(base, log)), a).state).toBe('not-tested')
    expect(findingOf(orThrow(replay(base, log)), b).state).toBe('solid')
    expect(findRedoable(log, 'bench')!.id).toBe('entry-3-0000')
    const redone = [...log, entry(4, { do: 'undo', entry: 'entry-3-0000' })]
    expect(orThrow(replay(base, redone))).toEqual(orThrow(replay(base, log.slice(0, 2))))
    expect(findRedoable(redone, 'bench')).toBeUndefined()
  })

  it('offers each hand only its own last entry', () => {
    const log = [entry(1, solid(a), 'bench'), entry(2, solid(b), 'tablet')]
    expect(findUndoable(log, 'bench')!.id).toBe('entry-1-0000')
  })

  it('undoing everything, last first, gives the first document', () => {
    fc.assert(fc.property(fc.array(arbitraryCommand(base), { maxLength: 15 }), (commands) => {
      let log: Entry[] = []
      let piece = base
      for (const command of commands) {
        const next = append(base, piece, log, entry(log.length, command))
        if (next.ok) [piece, log] = [next.value, [...log, entry(log.length, command)]]
      }
      for (let last = findUndoable(log, 'bench'); last; last = findUndoable(log, 'bench')) {
        const undo = entry(log.length, { do: 'undo', entry: last.id })
        piece = orThrow(append(base, piece, log, undo))
        log = [...log, undo]
      }
      expect(piece).toEqual(base)
    }), { numRuns: 30 })
  })

  it('refuses to take back what later entries stand on', () => {
    const log = [entry(1, { do: 'set-option', key: 'stretchers', value: 'h' }), entry(2, solid('cross-stretcher--left-stretcher'))]
    expect(append(base, orThrow(replay(base, log)), log, entry(3, { do: 'undo', entry: 'entry-1-0000' }))).toMatchObject({ ok: false, issues: [{ code: 'cannot_replay' }] })
  })
})

describe('piece files', () => {
  it('export then import gives the same piece', () => {
    fc.assert(fc.property(arbitraryTestedChair(), (piece) => {
      expect(orThrow(readPieceFile(writePieceFile(piece)))).toEqual(piece)
    }), { numRuns: 40 })
  })

  it('name every fault with its path', () => {
    const file = JSON.parse(writePieceFile(newChair()))
    file.piece.joints[2].enters = 'sofa'
    file.piece.joints[0].withdraw = [1, 1, 0]
    file.piece.intake.worth = 'priceless'
    const result = readPieceFile(JSON.stringify(file))
    expect(result.ok).toBe(false)
    if (!result.ok) expect(result.issues.map(i => i.path)).toEqual(expect.arrayContaining(['piece.joints.0.withdraw', 'piece.intake.worth']))
    file.piece.joints[0].withdraw = [1, 0, 0]
    file.piece.intake.worth = 'valued'
    expect(readPieceFile(JSON.stringify(file))).toMatchObject({ ok: false, issues: [{ path: 'piece.joints.2.enters', message: expect.stringContaining('sofa') }] })
  })

  it.each([['{', 'not_json'], ['{}', 'not_a_piece'], ['{"format":"arreglo-piece","version":99}', 'unknown_version'], ['"x"', 'not_a_piece']])('refuse %s', (text, code) => {
    expect(readPieceFile(text)).toMatchObject({ ok: false, issues: [{ code }] })
  })
})
