import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { measured } from '../measure/measured'
import type { Command } from '../piece/commands'
import { newHold } from '../piece/new-hold'
import { signNamed } from '../condition/signs'
import { CAUSES, diagnose, readWholePiece } from './index'

const joint = 'front-rail--left-front-leg'
const chair = applyAll(newChair({ frontRail: 'dowel' }), [{ do: 'test-joint', joint, state: 'swings' }])
const of = (commands: Command[], id: string) => {
  const p = applyAll(chair, commands)
  return diagnose(
    p,
    p.joints.find(j => j.id === joint)!,
  ).causes.find(c => c.cause === id)!
}
const look = (sign: 'amber-crumbs' | 'dowel-stub' | 'bare-tight', l: 'seen' | 'not-there'): Command => ({
  do: 'look-for',
  joint,
  sign,
  look: l,
})

describe('causes of one loose joint', () => {
  it('a dowel stub seen makes a snapped dowel the first cause', () => {
    const piece = applyAll(chair, [look('dowel-stub', 'seen')])
    expect(diagnose(piece, piece.joints[0]!).causes[0]).toMatchObject({
      cause: 'snapped-dowel',
      evidenceFor: expect.arrayContaining(['a dowel stub']),
    })
  })
  it('worked example: odds of a snapped dowel are 0.2/0.8 x 3 (it swings) x 25 (stub seen) = 18.75, so 0.949', () => {
    expect(of([look('dowel-stub', 'seen')], 'snapped-dowel').probability).toBeCloseTo(18.75 / 19.75, 6)
  })
  it('not looked, not there and seen are three different things', () => {
    const [unlooked, absent, seen] = [
      of([], 'aged-protein'),
      of([look('amber-crumbs', 'not-there')], 'aged-protein'),
      of([look('amber-crumbs', 'seen')], 'aged-protein'),
    ]
    expect(absent.probability).toBeLessThan(unlooked.probability)
    expect(seen.probability).toBeGreaterThan(unlooked.probability)
    expect(unlooked.notLooked).toContain('amber, brittle crumbs')
    expect(absent.evidenceAgainst).toContain('not there: amber, brittle crumbs')
  })
  it('the band narrows as more is looked at, and holds the middle', () => {
    const width = (c: { low: number, high: number }) => Math.log(c.high / (1 - c.high)) - Math.log(c.low / (1 - c.low))
    const [before, after] = [
      of([], 'loose-fit'),
      of([{ do: 'measure-clearance', joint, where: 'round', measure: measured(0.5) }], 'loose-fit'),
    ]
    expect(width(after)).toBeLessThan(width(before))
    for (const c of [before, after]) expect(c.low < c.probability && c.probability < c.high).toBe(true)
  })
  it('names the test that tells most per minute, and none once it is done', () => {
    const next = diagnose(chair, chair.joints[0]!).nextTest!
    expect(next.minutes).toBe(signNamed(next.sign).lookMin)
    const done = applyAll(chair, [{ do: 'look-for', joint, sign: next.sign, look: 'not-there' }])
    expect(diagnose(done, done.joints[0]!).nextTest?.sign).not.toBe(next.sign)
  })
  it('metal recorded on the joint counts as metal seen', () => {
    const metal: Command = { do: 'add-hold', hold: newHold('screw', 'screw-1', joint) }
    expect(of([metal], 'fastener-split').probability).toBeGreaterThan(of([], 'fastener-split').probability)
  })
  it('every ratio has a direction that fits its absence', () => {
    for (const e of CAUSES.flatMap(c => c.evidence)) expect((e.ratio - 1) * (e.absentRatio - 1)).toBeLessThan(0)
  })
})

describe('the piece as a whole', () => {
  const frontLoose = applyAll(chair, [{ do: 'test-joint', joint: 'front-rail--right-front-leg', state: 'gives' }])
  it('asks to look under the seat before it judges', () => {
    expect(readWholePiece(frontLoose)).toMatchObject({
      needsAnswer: false,
      sentence: expect.stringContaining('Look under the seat'),
    })
  })
  it('missing corner blocks explain loose front joints, and want an answer', () => {
    const reading = readWholePiece(applyAll(frontLoose, [{ do: 'set-bracing', bracing: { cornerBlocks: 'missing' } }]))
    expect(reading).toMatchObject({
      needsAnswer: true,
      sentence: expect.stringMatching(/Bracing lost explains J1, J2/),
    })
  })
})
