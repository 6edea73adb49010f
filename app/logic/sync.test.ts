import { describe, expect, it } from 'vitest'
import { findingOf } from '#core/piece/facts'
import type { Command } from '#core/piece/commands'
import { newHold } from '#core/piece/new-hold'
import { phraseText } from '#core/measure/phrase'
import { Desk, opened, settle, tabAt } from '../../tests/fixtures/desk'
import { newPiece } from '../../tests/fixtures/pieces'
import { ModelKeeping } from '../../tests/fixtures/sync-world'

const stool = newPiece('stool')
const [J1, J2] = stool.joints.map(j => j.id) as [string, string]
const test = (joint: string, state: 'solid' | 'gives' | 'apart'): Command => ({ do: 'test-joint', joint, state })
const note = (n: number): Command => ({
  do: 'keep-note',
  note: { id: `note-${n}`, at: '2026-03-05T09:00', text: `note ${n}` },
})

describe('the queue of a device', () => {
  it('settles an answer on the piece it is about, though another one is on screen by then', async () => {
    const desk = new Desk('a', 'b')
    const { sync } = await opened(desk, 'b')
    desk.hold()
    const late = sync.open('a')
    const there = sync.open('b')
    expect(sync.give('b', test(J1, 'gives')).ok).toBe(true)
    desk.release()
    await Promise.all([late, there])
    await settle()
    expect(sync.pieceOf('b')!.view.piece.id).toBe('b')
    expect(desk.pieces.get('a')!.log).toEqual([])
    expect(findingOf(desk.pieces.get('b')!.piece, J1).state).toBe('gives')
  })

  it('sends 700 entries in parts, halves what is too large, and keeps all of what is turned away', async () => {
    const desk = new Desk('a')
    desk.isGone = true
    const { sync, keeping, later } = tabAt(desk)
    await sync.start()
    for (let i = 0; i < 450; i++) sync.giveBlind({ id: 'a', title: 'a' }, 0, note(i))
    for (let i = 0; i < 250; i++) sync.giveBlind({ id: 'a', title: 'a' }, 0, test(J1, i % 2 ? 'solid' : 'gives'))
    await settle()
    expect(sync.status()).toMatchObject({ reach: 'offline', waiting: [{ pieceId: 'a', title: 'a', count: 700 }] })
    desk.isGone = false
    for (const status of [403, 404, 408, 429]) {
      desk.deny = () => status
      await later()
      expect([keeping.waiting.size, sync.status().denied.get('a')]).toEqual([700, status])
    }
    desk.deny = entries => (entries.length > 60 ? 413 : null)
    await later()
    expect(desk.pieces.get('a')!.log).toHaveLength(700)
    expect(Math.max(...desk.batches.map(b => b.entries.length))).toBeLessThanOrEqual(60)
    expect(keeping.waiting.size).toBe(0)
  })

  it('gives up only the entry that cannot be read, or that the server refuses, and keeps it to be seen after a reload', async () => {
    const desk = new Desk('a')
    desk.isGone = true
    const { sync, keeping, later } = await opened(desk, 'a')
    for (const n of [1, 2, 3]) sync.giveBlind({ id: 'a', title: 'a' }, 0, note(n))
    sync.giveBlind({ id: 'a', title: 'a' }, 0, { do: 'change-hold', hold: newHold('brad', 'nowhere', J1) })
    await settle()
    desk.unreadable.add('a-entry-0001')
    desk.isGone = false
    await later()
    expect(desk.pieces.get('a')!.piece.notes.map(n => n.id)).toEqual(['note-1', 'note-3'])
    const again = tabAt(desk, keeping, 'b')
    await again.sync.start()
    expect(again.sync.status().clashes.map(c => [c.why, phraseText(c.mine)])).toEqual([
      ['unreadable', 'note: note 2'],
      ['refused', `brad in J${stool.joints[0]!.number}`],
    ])
  })

  it('lets the newer stand where older work is about the same thing, with both values, until somebody decides', async () => {
    const desk = new Desk('a')
    const { sync, later } = await opened(desk, 'a')
    desk.isGone = true
    sync.give('a', test(J1, 'solid'))
    sync.give('a', test(J2, 'solid'))
    await settle()
    desk.give('a', test(J1, 'apart'))
    desk.give('a', { do: 'rename', title: 'other' })
    desk.isGone = false
    await later()
    const there = () => desk.pieces.get('a')!.piece
    expect([findingOf(there(), J1).state, findingOf(there(), J2).state, there().title]).toEqual([
      'apart',
      'solid',
      'other',
    ])
    const [clash] = sync.status().clashes
    const tag = `J${stool.joints[0]!.number}`
    expect(clash).toMatchObject({ why: 'newer', theirs: [{ by: 'tablet' }] })
    expect([clash!.mine, clash!.theirs[0]!.said].map(p => phraseText(p))).toEqual([`${tag} solid`, `${tag} apart`])
    await sync.decide(clash!.waiting.entry.id, 'mine')
    await settle()
    expect(findingOf(there(), J1).state).toBe('solid')
    expect(sync.status().clashes).toEqual([])
  })

  it('does not ask where both said the same, or where the newer was taken back again', async () => {
    const desk = new Desk('a')
    const { sync, later } = await opened(desk, 'a')
    desk.isGone = true
    sync.give('a', test(J1, 'gives'))
    sync.give('a', test(J2, 'gives'))
    await settle()
    desk.give('a', test(J1, 'gives'))
    desk.give('a', test(J2, 'apart'))
    desk.give('a', { do: 'undo', entry: 'theirs-1-a' })
    desk.isGone = false
    await later()
    expect(sync.status().clashes).toEqual([])
    expect([J1, J2].map(j => findingOf(desk.pieces.get('a')!.piece, j).state)).toEqual(['gives', 'gives'])
  })

  it('counts an undo by somebody else as news of what it takes back', async () => {
    const desk = new Desk('a')
    desk.give('a', test(J1, 'gives'), 'tablet')
    const { sync, later } = await opened(desk, 'a')
    desk.isGone = true
    sync.give('a', { do: 'set-direction', joint: J1, direction: 'turns', on: true })
    await settle()
    desk.give('a', { do: 'undo', entry: 'theirs-0-a' })
    desk.isGone = false
    await later()
    expect(sync.status().clashes[0]!.why).toBe('newer')
    expect(phraseText(sync.status().clashes[0]!.theirs[0]!.said)).toBe(`taken back: J${stool.joints[0]!.number} gives`)
  })

  it('drops what was taken back again before anybody had to hear of it', async () => {
    const desk = new Desk('a')
    const { sync, later } = await opened(desk, 'a')
    desk.isGone = true
    sync.give('a', test(J1, 'solid'))
    sync.give('a', { do: 'undo', entry: 'a-entry-0000' })
    await settle()
    desk.give('a', test(J1, 'apart'))
    desk.isGone = false
    await later()
    expect(sync.status()).toMatchObject({ clashes: [], waiting: [] })
    expect(findingOf(desk.pieces.get('a')!.piece, J1).state).toBe('apart')
  })

  it('sends what waits for every piece at the start, opened or not', async () => {
    const desk = new Desk('a', 'b')
    const { sync, keeping } = await opened(desk, 'a')
    desk.isGone = true
    sync.give('a', test(J1, 'gives'))
    sync.giveBlind({ id: 'b', title: 'b' }, null, note(1))
    await settle()
    desk.isGone = false
    const next = tabAt(desk, keeping, 'b')
    await next.sync.start()
    await settle()
    expect([...desk.pieces.values()].map(h => h.log.length)).toEqual([1, 1])
  })

  it('works and sends though the device keeps nothing, and says what only the tab has', async () => {
    const desk = new Desk('a')
    const keeping = new ModelKeeping()
    keeping.isFull = true
    const { sync, later } = await opened(desk, 'a', keeping)
    sync.give('a', test(J1, 'gives'))
    await settle()
    expect(findingOf(desk.pieces.get('a')!.piece, J1).state).toBe('gives')
    desk.isGone = true
    sync.give('a', test(J2, 'gives'))
    await settle()
    expect(sync.status().notKept).toBe(1)
    desk.isGone = false
    await later()
    expect(findingOf(desk.pieces.get('a')!.piece, J2).state).toBe('gives')
    expect(sync.status()).toMatchObject({ notKept: 0, waiting: [] })
  })

  it('hears of a change while it sends', async () => {
    const desk = new Desk('a')
    const { sync } = await opened(desk, 'a')
    desk.hold()
    sync.give('a', test(J1, 'gives'))
    await settle()
    desk.give('a', test(J2, 'apart'))
    sync.heard({ piece: 'a', version: 2 })
    desk.release()
    await settle()
    expect([J1, J2].map(j => findingOf(sync.pieceOf('a')!.view.piece, j).state)).toEqual(['gives', 'apart'])
  })

  it('shows what waited for an erased piece once, then lets it go', async () => {
    const desk = new Desk('a')
    const { sync, keeping, later } = await opened(desk, 'a')
    desk.isGone = true
    sync.give('a', test(J1, 'gives'))
    await settle()
    desk.erased.add('a')
    desk.isGone = false
    await later()
    expect(sync.presenceOf('a')).toBe('erased')
    const [clash] = sync.status().clashes
    expect(clash!.why).toBe('erased')
    expect(phraseText(clash!.mine)).toBe(`J${stool.joints[0]!.number} gives`)
    await sync.decide(clash!.waiting.entry.id, 'theirs')
    expect([keeping.waiting.size, keeping.clashes.size]).toEqual([0, 0])
  })

  it('a tab that is behind asks first, before it holds back what another tab gave on top of what it has not seen', async () => {
    const desk = new Desk('a')
    const keeping = new ModelKeeping()
    const [behind, ahead] = [await opened(desk, 'a', keeping, 'one'), await opened(desk, 'a', keeping, 'two')]
    const screw = newHold('screw', 'screw-1', J1)
    ahead.sync.give('a', { do: 'add-hold', hold: screw })
    await settle()
    desk.isGone = true
    ahead.sync.give('a', { do: 'change-hold', hold: { ...screw, note: 'rusty' } })
    await settle()
    desk.isGone = false
    ahead.sync.end()
    behind.sync.give('a', test(J2, 'gives'))
    await settle()
    expect(behind.sync.status().clashes).toEqual([])
    expect(desk.pieces.get('a')!.piece.holds).toEqual([{ ...screw, note: 'rusty' }])
  })

  it('two tabs of one device send every entry once, whoever has the turn', async () => {
    const desk = new Desk('a')
    const keeping = new ModelKeeping()
    const [one, two] = [await opened(desk, 'a', keeping, 'one'), await opened(desk, 'a', keeping, 'two')]
    desk.hold()
    one.sync.give('a', test(J1, 'gives'))
    two.sync.give('a', test(J2, 'apart'))
    await settle()
    desk.release()
    await settle()
    await two.sync.keptChanged()
    await one.sync.keptChanged()
    await settle()
    await two.later()
    expect(
      desk.pieces
        .get('a')!
        .log.map(e => e.id)
        .sort(),
    ).toEqual(['one-entry-0000', 'two-entry-0000'])
    for (const { sync } of [one, two]) expect(sync.pieceOf('a')!.view.log).toHaveLength(2)
  })
})
