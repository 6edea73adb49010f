import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { phraseText, say } from '../measure/phrase'
import { unit, type Vec } from '../measure/vec'
import type { Command } from '../piece/commands'
import { newHold } from '../piece/new-hold'
import { groundOf } from './bodies'
import { partedBy, separate } from './separate'
import { giveNeededMm, type Tie } from './tie'
import { takeApart } from './index'
import { before } from '../work'

describe('what a frame lets go', () => {
  it('a joint leaves along its line, at a slight angle with spring, and never against it', () => {
    const tie = { withdraw: [1, 0, 0] as Vec, depthMm: 30, playMm: 0.5 }
    expect(giveNeededMm(tie, [1, 0, 0])).toBe(0)
    expect(giveNeededMm(tie, unit([1, 0, Math.tan((5 * Math.PI) / 180)]))).toBeCloseTo(
      30 * Math.sin((5 * Math.PI) / 180) - 0.5,
      9,
    )
    expect(giveNeededMm(tie, [-1, 0, 0])).toBe(Infinity)
  })
})

/** Directions all round, evenly strewn. */
const STREWN: Vec[] = Array.from({ length: 4000 }, (_, i) => {
  const [y, turn] = [1 - (2 * (i + 0.5)) / 4000, i * Math.PI * (3 - Math.sqrt(5))]
  const r = Math.sqrt(1 - y * y)
  return [r * Math.cos(turn), y, r * Math.sin(turn)]
})

/** What its mend asks of a joint here: only that it is open. */
const work = {
  sizes: [],
  stock: [],
  steps: [before('clean', 20, say`cleaned`)],
  cautions: [],
  leavesGapMm: 0.1,
  removedCm3: 0,
  hold: { low: 0.7, high: 0.9 },
}

describe('what lies flat on another part', () => {
  const flat = (id: string, receives: string, withdraw: Vec): Tie => ({
    id,
    enters: 'block',
    receives,
    withdraw,
    depthMm: 0.5,
    playMm: 0,
    flat: true,
  })
  it('comes off any way but into it, and slides along it', () => {
    const tie = flat('a', 'rail', [0, 0, -1])
    expect(
      (
        [
          [0, 0, -1],
          [1, 0, 0],
          [0, -1, 0],
          [0.6, 0, -0.8],
        ] as Vec[]
      ).map(d => giveNeededMm(tie, d)),
    ).toEqual([0, 0, 0, 0])
    // Into the face it is let go only as far as 30 mm of it may give: 30 x 0.01.
    expect(giveNeededMm(tie, unit([1, 0, 0.01]))).toBeCloseTo(0.3, 4)
  })
  it('a block comes out of its corner, whatever angle its two faces stand at, wherever strewing directions finds a way', () => {
    // Up to four faces: between two that look at each other it slides, boxed in by three it stays, unless they lean.
    const face = fc
      .tuple(fc.double({ min: -1, max: 1, noNaN: true }), fc.double({ min: 0, max: 6.28, noNaN: true }))
      .map(([y, t]): Vec => [Math.sqrt(1 - y * y) * Math.cos(t), y, Math.sqrt(1 - y * y) * Math.sin(t)])
    fc.assert(
      fc.property(fc.array(face, { minLength: 1, maxLength: 4 }), (faces) => {
        const ties = faces.map((n, i) => flat(`f${i}`, 'rails', n))
        const found
          = partedBy(
            separate(
              groundOf(['block', 'rails'], ties),
              Uint8Array.from(ties, () => 1),
            ),
          ).size > 0
        const isClear = STREWN.some(d => faces.every(n => n[0] * d[0] + n[1] * d[1] + n[2] * d[2] > 0.02))
        if (isClear) expect(found).toBe(true)
        if (found && faces.length > 2) {
          expect(STREWN.some(d => faces.every(n => n[0] * d[0] + n[1] * d[1] + n[2] * d[2] > -0.12))).toBe(true)
        }
      }),
      { numRuns: 300 },
    )
  })
  it('a chair with screwed blocks opens at a loose rail: the blocks’ screws come out first, and no more than two blocks open', () => {
    const chair = newChair({ blocks: 'screwed' })
    const rail = chair.joints.find(j => j.enters === 'left-side-rail')!.id
    const blocks = new Set(chair.joints.filter(j => j.form.kind === 'butt').map(j => j.id))
    expect(blocks.size).toBe(8)
    const piece = applyAll(
      chair,
      chair.joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: j.id === rail ? 'swings' : 'solid' })),
    )
    const made = takeApart(piece, [{ joint: rail, opens: work, inPlace: null }])
    const opened = made.moves.flatMap(m => m.joints)
    expect(opened).toContain(rail)
    expect(opened.filter(id => blocks.has(id))).toHaveLength(2)
    expect(
      made.moves
        .flatMap(m => m.locksFirst)
        .filter(l => l.kind === 'screw')
        .map(l => l.joint)
        .sort(),
    ).toEqual(opened.filter(id => blocks.has(id)).sort())
  })
})

describe('a framed chair with a loose side rail', () => {
  const J = 'left-side-rail--left-back-post'
  const chair = newChair()
  const solid = applyAll(chair, [
    ...chair.joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: 'solid' })),
    { do: 'test-joint', joint: J, state: 'gives' },
  ])

  it('comes forward with the right rail’s back joint, and leaves the slats shut with their thickness as the reason', () => {
    const t = takeApart(solid, [{ joint: J, opens: work, inPlace: null }])
    expect(t.moves).toHaveLength(1)
    expect(phraseText(t.moves[0]!.words)).toMatch(/forward, sprung 2\.\d mm: J4, J6$/)
    expect(t.decisions.find(d => d.joint === 'right-side-rail--right-back-post')).toMatchObject({
      decision: 'in-the-way',
    })
    expect(
      phraseText(
        t.decisions.find(d => d.joint === 'slat--left-back-post' || d.joint === 'slat-1--left-back-post')!.why,
      ),
    ).toBe('solid, and the lowest slat is 11 mm thin; opening it would free nothing you need')
  })
  it('a joint set to stay shut is gone round, or the fault is mended in place', () => {
    const shut = applyAll(solid, [{ do: 'leave-shut', joint: 'right-side-rail--right-back-post', on: true }])
    const t = takeApart(shut, [{ joint: J, opens: work, inPlace: null }])
    expect(t.moves.flatMap(m => m.joints)).not.toContain('right-side-rail--right-back-post')
    const inPlace = takeApart(solid, [
      {
        joint: J,
        opens: work,
        inPlace: { ...work, steps: [before('syringe', 5, say`glue in`)], hold: { low: 0.9, high: 1 } },
      },
    ])
    expect(inPlace.decisions.find(d => d.joint === J)).toMatchObject({ decision: 'mend-in-place' })
  })
  it('a shut joint that is looser than those meant to open, in the line of pull, is warned of; one across it, or a firm one, is not', () => {
    const beside = 'left-side-rail--left-front-leg'
    const watched = (state: 'solid' | 'gives', joint = beside) => {
      const piece = applyAll(solid, [
        { do: 'test-joint', joint, state },
        { do: 'leave-shut', joint, on: true },
      ])
      return takeApart(piece, [{ joint: J, opens: work, inPlace: null }]).moves.flatMap(m => m.watch)
    }
    expect(watched('gives')).toEqual([beside])
    expect(watched('solid')).toEqual([])
    expect(watched('gives', 'front-rail--left-front-leg')).toEqual([])
  })
  it('says why a move opens more than its fault: the way round by which the parts would still hang together', () => {
    const [move] = takeApart(solid, [{ joint: J, opens: work, inPlace: null }]).moves
    expect(phraseText(move!.why!)).toBe(
      'Besides J4 its parts hang together by the left side rail – the left front leg – the front rail – the right front leg – the right side rail – the right back post – the back rail – the left back post: that way opens with it.',
    )
  })
  it('metal in the way is out before the mallet', () => {
    const screwed = applyAll(solid, [{ do: 'add-hold', hold: newHold('screw', 'screw', J, { hidden: true }) }])
    expect(takeApart(screwed, [{ joint: J, opens: work, inPlace: null }]).moves[0]!.locksFirst).toHaveLength(1)
  })
  it('an untested joint is never called solid', () => {
    const d = takeApart(applyAll(chair, [{ do: 'test-joint', joint: J, state: 'gives' }]), [
      { joint: J, opens: work, inPlace: null },
    ]).decisions.find(x => x.joint === 'crest-rail--left-back-post')!
    expect(phraseText(d.why)).toContain('not tested yet')
  })
})
