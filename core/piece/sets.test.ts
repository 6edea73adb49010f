import { describe, expect, it } from 'vitest'
import { applyAll, newPiece } from '../../tests/fixtures/pieces'
import { measured } from '../measure/measured'
import { isCommon, type Command } from './commands'
import type { Entry } from './entry'
import { memberWords } from './set-words'
import { anotherMember, passedOn } from './sets'

const SET = { id: 'four', member: 1, of: 4 }
const chair = applyAll(newPiece('post-and-rung'), [{ do: 'join-set', set: SET }])
const entry = (id: string, command: Entry['command']): Entry => ({
  id,
  at: '2026-03-05T09:30:00Z',
  by: 'bench',
  command,
})
const size: Command = { do: 'measure-shape', key: 'seatHeight', measure: measured(450) }
const gives: Command = { do: 'test-joint', joint: chair.joints[0]!.id, state: 'gives' }

describe('a set of pieces alike', () => {
  it('shares how they are made and what is asked, not what is wrong with one', () => {
    expect(
      [
        size,
        { do: 'describe', intake: { ask: 'x' } },
        { do: 'edit-frame', edit: { do: 'rename-part', part: 'slat-1', label: 'x' } },
      ].map(c => isCommon(c as Command)),
    ).toEqual([true, true, true])
    expect(
      [
        gives,
        { do: 'edit-frame', edit: { do: 'describe-part', part: 'slat-1', missing: true } },
        { do: 'choose-glue', glue: null },
      ].map(c => isCommon(c as Command)),
    ).toEqual([false, false, false])
  })

  it('starts another member with what is common and nothing looked at', () => {
    const found = applyAll(chair, [
      size,
      gives,
      { do: 'edit-frame', edit: { do: 'describe-part', part: 'slat-1', species: 'Oak, white' } },
      { do: 'edit-frame', edit: { do: 'describe-part', part: 'slat-1', missing: true } },
    ])
    const second = anotherMember(found, 'chair-2', { ...SET, member: 2 })
    expect(second).toMatchObject({ id: 'chair-2', findings: {}, shape: { measures: { seatHeight: { value: 450 } } } })
    expect(second.parts.find(p => p.id === 'slat-1')).toMatchObject({ species: 'Oak, white' })
    expect(second.parts.some(p => p.missing)).toBe(false)
    expect([memberWords(found), memberWords(second), memberWords(newPiece('stool'))]).toEqual(['1 of 4', '2 of 4', ''])
  })

  it('passes a common entry on under its own name, and the undo of it, and the undo of that', () => {
    const own = [entry('entry-aaaa', size), entry('entry-bbbb', gives)]
    const passed = passedOn(own[0]!, own, 2, [])!
    expect(passed).toMatchObject({ id: 'entry-aaaa-m2', command: size })
    expect(passedOn(own[1]!, own, 2, [])).toBeNull()
    const undo = entry('entry-cccc', { do: 'undo', entry: 'entry-aaaa' })
    const there = passedOn(undo, [...own, undo], 2, [passed])!
    expect(there).toMatchObject({ id: 'entry-cccc-m2', command: { do: 'undo', entry: 'entry-aaaa-m2' } })
    const redo = entry('entry-dddd', { do: 'undo', entry: 'entry-cccc' })
    expect(passedOn(redo, [...own, undo, redo], 2, [passed, there])).toMatchObject({
      command: { do: 'undo', entry: 'entry-cccc-m2' },
    })
    // Taken back on the second chair it is found on the first, where it has no suffix.
    const back = entry('entry-eeee', { do: 'undo', entry: 'entry-aaaa-m2' })
    expect(passedOn(back, [passed, back], 1, own)).toMatchObject({ command: { do: 'undo', entry: 'entry-aaaa' } })
    expect(passedOn(entry('entry-ffff', { do: 'undo', entry: 'entry-bbbb' }), own, 2, [passed])).toBeNull()
  })
})
