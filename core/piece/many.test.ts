import { describe, expect, it } from 'vitest'
import { applyAll, newPiece } from '../../tests/fixtures/pieces'
import { apply } from './apply'
import { findingOf } from './facts'
import type { Command } from './commands'

const ladder = newPiece('post-and-rung')
const rungs = ladder.joints.filter(j => /rung/.test(j.enters)).map(j => j.id)
const brads: Command = {
  do: 'tell-joints',
  joints: rungs,
  fact: { is: 'held', kind: 'brad', state: 'not-looked', hidden: false },
}

describe('what is said of many joints at once', () => {
  it('puts a brad in every rung, once, whoever says it twice', () => {
    const told = applyAll(ladder, [brads])
    expect(told.holds.map(h => [h.kind, h.on.id])).toEqual(rungs.map(id => ['brad', id]))
    expect(applyAll(told, [brads]).holds).toEqual(told.holds)
    expect(new Set(told.holds.map(h => h.id)).size).toBe(rungs.length)
  })

  it('gives each of two joints its own, however long and alike their names are', () => {
    const long = 'the-joint-of-a-very-long-upper-stretcher-into-a-leg-of-the-back-'
    const [a, b] = [`${long.slice(0, 63)}1`, `${long.slice(0, 63)}2`]
    const joints = ladder.joints.slice(0, 2).map((j, i) => ({ ...j, id: i === 0 ? a : b }))
    const told = applyAll({ ...ladder, joints }, [{ ...brads, joints: [a, b] } as Command])
    expect(told.holds.map(h => h.on.id)).toEqual([a, b])
    expect(new Set(told.holds.map(h => h.id)).size).toBe(2)
    expect(told.holds.every(h => h.id.length <= 64)).toBe(true)
  })

  it('leaves alone the joint that has one already, with what is known of it', () => {
    const own = { id: 'found', on: { kind: 'joint' as const, id: rungs[0]! }, kind: 'brad' as const }
    const hold = { ...own, state: 'loose' as const, faults: [], hidden: true, note: '' }
    const told = applyAll(ladder, [{ do: 'add-hold', hold }, brads])
    expect(told.holds.filter(h => h.on.id === rungs[0])).toEqual([hold])
    expect(told.holds).toHaveLength(rungs.length)
  })

  it('tells their glue, and wedges the tenons that can be wedged', () => {
    const all = ladder.joints.map(j => j.id)
    const told = applyAll(ladder, [
      { do: 'tell-joints', joints: all, fact: { is: 'old-glue', glue: 'protein' } },
      { do: 'tell-joints', joints: all, fact: { is: 'wedged', wedged: true } },
    ])
    for (const j of told.joints) {
      expect(findingOf(told, j.id).oldGlue).toBe('protein')
    }
    const tenons = told.joints.filter(j => j.form.kind === 'round-tenon' || j.form.kind === 'mortise-and-tenon')
    expect(tenons.length).toBeGreaterThan(rungs.length)
    expect(tenons.every(j => 'wedged' in j.form && j.form.wedged)).toBe(true)
  })

  it('says nothing of any where one of them is not there', () => {
    const told = apply(ladder, { ...brads, joints: [...rungs, 'nowhere'] } as Command)
    expect(told).toMatchObject({ ok: false, issues: [{ code: 'no_such_joint' }] })
  })
})
