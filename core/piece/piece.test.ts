import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  applyAll,
  applyWhatFits,
  arbitraryTape,
  arbitraryTestedChair,
  newChair,
  newPiece,
  tapeDraw,
} from '../../tests/fixtures/pieces'
import { measured } from '../measure/measured'
import { orThrow } from '../measure/result'
import { apply } from './apply'
import { Command, COMMANDS, drawCommand, isSameThing, touchesOf } from './commands'
import { EDITS } from './edits'
import type { Entry } from './entry'
import { readPieceFile, writePieceFile } from './file'
import { appendEntries, findRedoable, findUndoable, historyOf, isStanding, replay, type History } from './history'
import { findingOf, tagOf } from './facts'
import { LIMITS } from './limits'
import { Piece } from './schema'

const entry = (id: number, command: Entry['command'], by = 'bench'): Entry => ({
  id: `entry-${id}-0000`,
  at: '2026-03-05T09:30:00Z',
  by,
  command,
})
const solid = (joint: string): Command => ({ do: 'test-joint', joint, state: 'solid' })

describe('commands', () => {
  it('never break what must hold of a document, whatever is given in whatever order', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('framed-chair', 'stick-chair', 'post-and-rung', 'table', 'stool').map(f => newPiece(f)),
        fc.array(arbitraryTape(), { maxLength: 40 }),
        (start, tapes) => {
          let piece = start
          for (const tape of tapes) piece = applyWhatFits(piece, [drawCommand(tapeDraw(tape), piece)])
          const checked = Piece.safeParse(piece)
          expect(checked.success ? [] : checked.error.issues).toEqual([])
          expect(orThrow(readPieceFile(writePieceFile(piece)))).toEqual(piece)
          // Drawn anew from what is stored it is the same piece: edits are facts, parts follow from them.
          expect(orThrow(apply(piece, { do: 'set-species', species: piece.shape.species })).parts).toEqual(piece.parts)
        },
      ),
      { numRuns: 120 },
    )
  })

  it('are all drawn, and so is every edit, each well formed and most of them taken at some time', () => {
    const [drawn, taken] = [new Set<string>(), new Set<string>()]
    let piece = newPiece('post-and-rung')
    for (const [n, tape] of fc.sample(arbitraryTape(), { numRuns: 4000, seed: 5 }).entries()) {
      const command = drawCommand(tapeDraw(tape), piece)
      expect(Command.safeParse(command).error?.issues ?? []).toEqual([])
      const name = command.do === 'edit-frame' ? `edit-frame ${command.edit.do}` : command.do
      drawn.add(name)
      const next = apply(piece, command)
      if (next.ok) {
        taken.add(name)
        piece = next.value
      }
      // From the start again now and then: a part is copied under one name only once.
      if (piece.parts.length < 8 || n % 50 === 0) piece = newPiece('post-and-rung')
    }
    const all = [
      ...COMMANDS.map(c => c.schema.shape.do.value).filter(name => name !== 'edit-frame'),
      ...EDITS.map(e => `edit-frame ${e.schema.shape.do.value}`),
    ].sort()
    expect([...drawn].sort()).toEqual(all)
    expect([...taken].sort()).toEqual(all)
  })

  it('say what they touch: a command that is taken changes nothing of what another one’s paths name alone', () => {
    const readers: Record<string, (p: Piece) => unknown> = {
      title: p => p.title,
      outcome: p => p.outcome,
      set: p => p.set,
      hold: p => p.holds,
      after: p => p.after,
      fault: p => p.faults,
      note: p => p.notes,
      photo: p => p.photos.map(x => x.id),
      event: p => p.events,
      intake: p => p.intake,
      bracing: p => p.bracing,
      choice: p => [p.choices.glue, p.choices.bracing],
      measure: p => p.shape.measures,
      option: p => p.shape.options,
      species: p => p.shape.species,
    }
    fc.assert(
      fc.property(
        arbitraryTestedChair(),
        fc.array(arbitraryTape(), { minLength: 5, maxLength: 20 }),
        (start, tapes) => {
          let piece = start
          for (const tape of tapes) {
            const command = drawCommand(tapeDraw(tape), piece)
            const next = apply(piece, command)
            if (!next.ok) continue
            const roots = new Set(touchesOf(command).map(path => path.split('/')[0]!))
            // What was decided and felt about a joint, and metal in a break, go with it.
            if (command.do === 'edit-frame' || command.do === 'set-option') {
              for (const root of ['after', 'event']) roots.add(root)
            }
            if (command.do === 'remove-fault' || command.do === 'remove-hold') {
              for (const root of ['hold', 'event']) roots.add(root)
            }
            for (const [root, read] of Object.entries(readers)) {
              if (!roots.has(root)) expect(read(next.value), `${command.do} and ${root}`).toEqual(read(piece))
            }
            for (const j of next.value.joints) {
              if (
                !touchesOf(command).some(path => isSameThing(path, `finding/${j.id}`))
                && command.do !== 'edit-frame'
                && command.do !== 'set-option'
              ) { expect(findingOf(next.value, j.id)).toEqual(findingOf(piece, j.id)) }
            }
            piece = next.value
          }
        },
      ),
      { numRuns: 60 },
    )
  })

  it.each<[string, Command, string]>([
    ['a joint by an inherited name', { do: 'test-joint', joint: 'constructor', state: 'solid' }, 'no_such_joint'],
    [
      'a set with more members than it has',
      { do: 'join-set', set: { id: 'pair', member: 24, of: 2 } },
      'no_such_member',
    ],
    [
      'a clearance of metres, copied',
      {
        do: 'copy-finding',
        joint: 'front-rail--left-front-leg',
        finding: { state: 'gives', directions: [], signs: {}, clearance: { cheek: measured(5000) }, oldGlue: 'pva' },
      },
      'not_whole',
    ],
    [
      'a socket shared with nothing',
      {
        do: 'edit-frame',
        edit: {
          do: 'add-joint',
          joint: { ...newChair().joints[0]!, id: 'stray', number: 900, shares: 'nothing-there' },
        },
      },
      'no_shared_socket',
    ],
  ])('refuse %s', (_, command, code) => {
    expect(apply(newChair(), command)).toMatchObject({ ok: false, issues: [{ code }] })
  })

  it.each<[string, unknown]>([
    ['a glue that does not exist', { do: 'choose-glue', glue: 'grandfathers-glue' }],
    ['a cause that does not exist', { do: 'overrule-cause', trouble: 'joint:a', cause: 'the-dog', why: '' }],
    ['a day on no calendar', { do: 'keep-note', note: { id: 'n', at: '9999-99-99T10:00', text: 'x' } }],
    ['a joint called by an inherited name', { do: 'edit-frame', edit: { do: 'remove-joint', joint: 'constructor' } }],
    ['a measure called by one', { do: 'measure-shape', key: 'toString', measure: measured(4) }],
    ['a title with a tag', { do: 'rename', title: '<b>x' }],
    ['wood with control characters', { do: 'set-species', species: 'oak\u0000' }],
  ])('have no form for %s', (_, command) => {
    expect(Command.safeParse(command).success).toBe(false)
  })

  it('keep five hundred notes and not one more', () => {
    let chair = newChair()
    for (let i = 0; i < LIMITS.notes; i++) {
      chair = applyAll(chair, [{ do: 'keep-note', note: { id: `note-${i}`, at: '2026-03-05T09:00', text: 'x' } }])
    }
    expect(
      apply(chair, { do: 'keep-note', note: { id: 'one-more', at: '2026-03-05T09:00', text: 'x' } }),
    ).toMatchObject({ ok: false, issues: [{ path: 'notes', message: expect.stringContaining('500') }] })
  })

  it('give a mirrored bow joints of its own, though both its ends enter the same seat', () => {
    const chair = newPiece('stick-chair')
    const twice = applyAll(chair, [
      { do: 'edit-frame', edit: { do: 'mirror-part', part: 'bow', as: 'second-bow', label: 'second bow' } },
    ])
    const own = twice.joints.filter(j => j.enters === 'second-bow')
    expect(own.map(j => j.id)).toEqual(['second-bow--seat', 'second-bow--seat-2'])
    expect(own.map(j => j.number)).toEqual([chair.joints.length + 1, chair.joints.length + 2])
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
    expect(refusal).toMatchObject({
      ok: false,
      issues: [{ path: 'measure.value', message: 'Seat height: between 200 and 900 mm is believed.' }],
    })
    expect(
      apply(chair, { do: 'measure-clearance', joint: chair.joints[0]!.id, where: 'round', measure: measured(0.2) }),
    ).toMatchObject({ ok: false })
    expect(apply(chair, { do: 'set-outcome', verdict: 'refer-on', why: ' ' })).toMatchObject({
      ok: false,
      issues: [{ path: 'why' }],
    })
  })

  it('redraw without losing what was found, and keep the numbers on the tags', () => {
    const joint = 'left-side-rail--left-back-post'
    const before = applyAll(newChair({ stretchers: 'h' }), [
      { do: 'test-joint', joint, state: 'gives' },
      { do: 'measure-joint', joint, size: 'thicknessMm', measure: measured(9.5) },
    ])
    const after = applyAll(before, [
      { do: 'measure-shape', key: 'depth', measure: measured(460) },
      { do: 'set-option', key: 'stretchers', value: 'none' },
      { do: 'set-option', key: 'slats', value: 4 },
    ])
    const number = (p: Piece, id: string) => p.joints.find(j => j.id === id)!.number
    expect(findingOf(after, joint).state).toBe('gives')
    expect(after.joints.find(j => j.id === joint)!.form).toMatchObject({
      thicknessMm: { value: 9.5, basis: 'measured' },
    })
    expect(number(after, 'crest-rail--left-back-post')).toBe(number(before, 'crest-rail--left-back-post'))
  })

  it('will not draw away a joint that was tested', () => {
    const tested = applyAll(newChair({ stretchers: 'h' }), [solid('cross-stretcher--left-stretcher')])
    const result = apply(tested, { do: 'set-option', key: 'stretchers', value: 'none' })
    const tag = tagOf(tested.joints.find(j => j.id === 'cross-stretcher--left-stretcher')!)
    expect(result).toMatchObject({
      ok: false,
      issues: [{ code: 'joint_has_findings', message: expect.stringContaining(tag) }],
    })
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

  /** Any log on a piece: commands, undos and redos by two hands, as they come. */
  function arbitraryHistory(start: Piece, most: number): fc.Arbitrary<History> {
    return fc
      .array(fc.tuple(arbitraryTape(), fc.nat(9), fc.constantFrom('bench', 'tablet')), { maxLength: most })
      .map((steps) => {
        let history = historyOf(start)
        for (const [i, [tape, lot, by]] of steps.entries()) {
          const target = lot < 2 ? findUndoable(history.log, by) : lot === 2 ? findRedoable(history.log, by) : undefined
          const given = entry(
            i,
            target ? { do: 'undo', entry: target.id } : drawCommand(tapeDraw(tape), history.piece),
            by,
          )
          const next = appendEntries(history, [given])
          if (next.ok) history = next.value
        }
        return history
      })
  }

  it('is the document: whatever was given and taken back, a replay from the start gives the same', () => {
    fc.assert(
      fc.property(arbitraryHistory(newPiece('stool'), 120), (history) => {
        expect(history.piece).toEqual(orThrow(replay(history.base.piece, history.log)))
        for (const mark of history.marks) {
          const then = history.log.filter((_, i) => i < mark.version && isStanding(history.log)[i])
          expect(mark.piece).toEqual(
            applyAll(
              history.base.piece,
              then.map(e => e.command as Command),
            ),
          )
        }
      }),
      { numRuns: 40 },
    )
  })

  it('undoing everything, last first, gives the first document, one at a time or in one batch', () => {
    fc.assert(
      fc.property(arbitraryHistory(base, 25), (start) => {
        let history = start
        const undos: Entry[] = []
        for (;;) {
          const last = findUndoable(history.log, 'bench') ?? findUndoable(history.log, 'tablet')
          if (!last) break
          const undo = entry(1000 + undos.length, { do: 'undo', entry: last.id }, last.by)
          const next = appendEntries(history, [undo])
          if (!next.ok) return // one hand's last stands under another's: refused, as it must be
          history = next.value
          undos.push(undo)
        }
        expect(history.piece).toEqual(base)
        expect(appendEntries(start, undos)).toMatchObject({ ok: true, value: { piece: base } })
      }),
      { numRuns: 30 },
    )
  })

  it('takes a batch whole or not at all, and names the entry that cannot be', () => {
    const history = historyOf(base)
    expect(
      appendEntries(history, [entry(1, solid(a)), entry(2, solid('no-such-joint')), entry(3, solid(b))]),
    ).toMatchObject({ ok: false, entry: 'entry-2-0000' })
    expect(history.log).toEqual([])
    expect(appendEntries(history, [entry(1, solid(a)), entry(2, { do: 'undo', entry: 'nobody-0000' })])).toMatchObject({
      ok: false,
      entry: 'entry-2-0000',
      issues: [{ code: 'no_such_entry' }],
    })
  })

  it('a past that is closed can be read and not taken back', () => {
    const log = [entry(1, solid(a)), entry(2, solid(b))]
    const closed = historyOf(
      { version: 1, piece: orThrow(replay(base, log.slice(0, 1))) },
      log,
      orThrow(replay(base, log)),
    )
    expect(appendEntries(closed, [entry(3, { do: 'undo', entry: 'entry-1-0000' })])).toMatchObject({
      ok: false,
      issues: [{ code: 'too_old' }],
    })
    const open = appendEntries(closed, [entry(3, { do: 'undo', entry: 'entry-2-0000' })])
    expect(open.ok && [findingOf(open.value.piece, a).state, findingOf(open.value.piece, b).state]).toEqual([
      'solid',
      'not-tested',
    ])
  })

  it('refuses to take back what later entries stand on', () => {
    const log = [
      entry(1, { do: 'set-option', key: 'stretchers', value: 'h' }),
      entry(2, solid('cross-stretcher--left-stretcher')),
    ]
    expect(
      appendEntries(historyOf(base, log, orThrow(replay(base, log))), [
        entry(3, { do: 'undo', entry: 'entry-1-0000' }),
      ]),
    ).toMatchObject({ ok: false, entry: 'entry-3-0000', issues: [{ code: 'cannot_replay' }] })
  })
})

describe('piece files', () => {
  it('export then import gives the same piece', () => {
    fc.assert(
      fc.property(arbitraryTestedChair(), (piece) => {
        expect(orThrow(readPieceFile(writePieceFile(piece)))).toEqual(piece)
      }),
      { numRuns: 40 },
    )
  })

  it('name every fault with its path', () => {
    const file = JSON.parse(writePieceFile(newChair()))
    file.piece.joints[2].enters = 'sofa'
    file.piece.joints[0].withdraw = [1, 1, 0]
    file.piece.intake.worth = 'priceless'
    const result = readPieceFile(JSON.stringify(file))
    expect(result.ok).toBe(false)
    if (!result.ok) {
      expect(result.issues.map(i => i.path)).toEqual(
        expect.arrayContaining(['piece.joints.0.withdraw', 'piece.intake.worth']),
      )
    }
    file.piece.joints[0].withdraw = [1, 0, 0]
    file.piece.intake.worth = 'valued'
    expect(readPieceFile(JSON.stringify(file))).toMatchObject({
      ok: false,
      issues: [{ path: 'piece.joints.2.enters', message: expect.stringContaining('sofa') }],
    })
  })

  it.each([
    ['{', 'not_json'],
    ['{}', 'not_a_piece'],
    ['{"format":"arreglo-piece","version":99}', 'unknown_version'],
    ['"x"', 'not_a_piece'],
  ])('refuse %s', (text, code) => {
    expect(readPieceFile(text)).toMatchObject({ ok: false, issues: [{ code }] })
  })
})
