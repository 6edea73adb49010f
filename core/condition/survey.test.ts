import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import type { Command } from '../piece/commands'
import { signsAt } from './signs'
import { spokenJoint, suggestNext, surveyOf, surveySentence } from './survey'

const chair = newChair({ frontRail: 'dowel', stretchers: 'h' })
const test = (joint: string, state: 'solid' | 'gives' | 'swings'): Command => ({ do: 'test-joint', joint, state })

describe('going round the joints', () => {
  it('starts at the seat, where the load is', () => {
    expect(suggestNext(chair)).toMatchObject({
      joint: { id: 'front-rail--left-front-leg' },
      reason: expect.stringContaining('carry the most'),
    })
  })
  it('goes to the other end of a part that turned out loose, and says why', () => {
    const piece = applyAll(chair, [test('left-side-rail--left-back-post', 'gives')])
    expect(suggestNext(piece)).toMatchObject({
      joint: { id: 'left-side-rail--left-front-leg' },
      reason: expect.stringContaining('its other end, J4, is loose'),
    })
  })
  it('then to the neighbours in the same post', () => {
    const piece = applyAll(chair, [
      test('left-side-rail--left-back-post', 'gives'),
      test('left-side-rail--left-front-leg', 'solid'),
    ])
    expect(suggestNext(piece)!.joint.receives).toBe('left-back-post')
  })
  it('never counts an untested joint as solid, and ends when all are tried', () => {
    expect(surveyOf(chair)).toMatchObject({ total: 20, tested: 0, faulty: 0 })
    const all = applyAll(
      chair,
      chair.joints.map(j => test(j.id, 'solid')),
    )
    expect(suggestNext(all)).toBeUndefined()
    expect(surveySentence(all)).toBe('All 20 joints tried: none loose')
  })
  it('gives every joint a spoken name', () => {
    const piece = applyAll(chair, [
      test('left-side-rail--left-back-post', 'gives'),
      { do: 'set-direction', joint: 'left-side-rail--left-back-post', direction: 'pulls-out', on: true },
    ])
    expect(spokenJoint(piece, piece.joints[3]!)).toBe('J4, left side rail to left back post, gives, pulls out')
  })
  it('asks for dowel stubs only where there are dowels', () => {
    expect(signsAt(chair.joints[0]!).some(s => s.id === 'dowel-stub')).toBe(true)
    expect(signsAt(chair.joints[3]!).some(s => s.id === 'dowel-stub')).toBe(false)
  })
})
