import { describe, expect, it } from 'vitest'
import { applyAll, newPiece } from '../../tests/fixtures/pieces'
import { blocks, readDxf } from '../../tests/fixtures/read-sheet'
import { faultsOfPlan } from '../../tests/fixtures/validate-plan'
import { mitreTension } from '../clamping'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import type { Command } from '../piece/commands'
import type { Piece } from '../piece/schema'
import type { School } from '../piece/words'
import { planPiece } from '../plan'
import { USUAL_SHOP } from '../reference/usual-shop'
import { sheetDxf } from '../sheet/export'
import { jointCase, mendCandidates, sheetOfJoint, type Work } from './index'

/** A frame of 500 × 700, its sides 55 wide and 20 thick: a slant of 55 √2 = 77.8 at each corner. */
const CORNER = 'top-rail--left-stile'
const frame = (corner: string, ...more: Command[]): Piece => {
  const piece = newPiece('flat-frame', { corner })
  return applyAll(piece, [
    ...piece.joints.map((j): Command => ({
      do: 'test-joint',
      joint: j.id,
      state: j.id === CORNER ? 'gives' : 'solid',
    })),
    { do: 'measure-clearance', joint: CORNER, where: 'cheek', measure: measured(0.1) },
    { do: 'set-old-glue', joint: CORNER, glue: 'pva' },
    ...more,
  ])
}
function asked(piece: Piece, mend: string, school: School = 'everyday') {
  const c = jointCase(
    piece,
    piece.joints.find(j => j.id === CORNER)!,
    school,
    0.15,
  )
  const { verdict } = mendCandidates(c).find(x => x.mend.id === mend)!
  const sizes = Object.fromEntries((verdict.fits ? verdict.sizes : []).map(s => [s.id, s.figure.value]))
  return {
    c,
    fits: verdict.fits,
    why: phraseText(verdict.reason),
    wants: !verdict.fits && verdict.wants === true,
    work: verdict as Work,
    sizes,
  }
}
const plan = (piece: Piece) => planPiece(piece, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
const gilded: Command = { do: 'describe', intake: { finish: 'gilded' } }

describe('keys across a corner', () => {
  it('worked example: 20 / 6 to the half millimetre 3.5; 0.6 × 77.8 = 46.7 deep, 93.4 long; two from 18 mm on', () => {
    const { sizes, work } = asked(frame('plain'), 'corner-keys')
    expect(sizes.thickness).toBe(3.5)
    expect(sizes['stop-entering']).toBeCloseTo(46.68, 6)
    expect(sizes.length).toBeCloseTo(93.36, 6)
    expect(work.stock[0]!.count).toBe(2)
  })
  it('are sawn through no nails: where it was nailed they stay out, and go back where it has no keys', () => {
    const nailed = (mend: 'corner-keys' | 're-glue') => {
      const piece = frame('nails', { do: 'choose-mend', trouble: `joint:${CORNER}`, mend })
      const words = plan(piece).tasks.filter(t => t.kind === 'glue').map(t => phraseText(t.words)).join(' ')
      return {
        tag: `J${piece.joints.find(j => j.id === CORNER)!.number}`,
        tags: [...words.matchAll(/Brads in the old holes of (.*?), punched/g)].flatMap(m => m[1]!.split(', ')),
      }
    }
    const [keyed, glued] = [nailed('corner-keys'), nailed('re-glue')]
    expect(keyed.tags).not.toContain(`${keyed.tag} (2)`)
    expect(glued.tags).toContain(`${glued.tag} (2)`)
  })
  it('are put in when the corner has cured, and never where they would show in gilding', () => {
    expect(
      asked(frame('plain'), 'corner-keys')
        .work.steps.filter(s => s.id === 'slots' || s.id === 'keys')
        .map(s => s.when),
    ).toEqual(['cured', 'cured'])
    expect(asked(frame('plain', gilded), 'corner-keys').why).toContain('gilding')
  })
  it('made again from the drawing: the key’s long side is twice its depth from the corner', () => {
    const { c, work } = asked(frame('plain'), 'corner-keys')
    const own = readDxf(sheetDxf(sheetOfJoint(c, 'corner-keys', work, 'sheet')!)).lines.filter(l => l.layer === 'new')
    const long = own.map(l => Math.hypot(l.a[0] - l.b[0], l.a[1] - l.b[1])).sort((a, b) => b - a)
    expect(long[0]).toBeCloseTo(93.36, 1)
    expect(long[1]).toBeCloseTo(93.36 / Math.SQRT2, 1)
  })
})

describe('a key from the back', () => {
  it('worked example: 20 / 3 = 6.5 deep leaves 13.5; 1.2 × 55 = 66 long, 0.4 × 55 = 22 across', () => {
    expect(asked(frame('plain'), 'back-key').sizes).toEqual({ thickness: 6.5, length: 66, width: 22, wall: 13.5 })
  })
  it('made again from the drawing: a recess of 66 by 22, 6.5 deep', () => {
    const { c, work } = asked(frame('plain'), 'back-key')
    const cuts = blocks(readDxf(sheetDxf(sheetOfJoint(c, 'back-key', work, 'sheet')!)).lines, 'cut').map(b => [
      Math.round(b.longMm * 10) / 10,
      Math.round(b.thickMm * 10) / 10,
    ])
    expect(cuts).toEqual(
      expect.arrayContaining([
        [66, 22],
        [66, 6.5],
      ]),
    )
  })
  it('a frame of 8 mm leaves too little to its face', () => {
    const thin = frame('plain', { do: 'measure-shape', key: 'thickness', measure: measured(8) })
    expect(asked(thin, 'back-key').fits).toBe(true)
    const thinner = frame(
      'plain',
      { do: 'measure-shape', key: 'thickness', measure: measured(8) },
      {
        do: 'edit-frame',
        edit: {
          do: 'shape-part',
          part: 'top-rail',
          section: { shape: 'rectangle', stations: [{ along: 0, widthMm: 55, depthMm: 7 }] },
        },
      },
    )
    expect(asked(thinner, 'back-key').why).toContain('are wanted')
  })
  it('what is gilded is worked on from the back, its face down and dry', () => {
    const { work } = asked(frame('plain', gilded), 'back-key')
    expect(work.steps.map(s => phraseText(s.words)).join(' ')).toMatch(/gilded face down on soft cloth.*from the back/)
  })
})

describe('a spline', () => {
  it('worked example: 20 / 4 = 5 thick, 10 deep in each face, 2 × 10 − 1 = 19 across, 77.8 along; (20 − 5) / 2 = 7.5 to the face', () => {
    expect(asked(frame('plain'), 'spline').sizes).toEqual({
      'thickness': 5,
      'stop-entering': 10,
      'width': 19,
      'length': 77.8,
      'wall': 7.5,
    })
  })
  it('one that was there is measured first: its slots say how deep', () => {
    expect(asked(frame('spline'), 'spline').wants).toBe(true)
    expect(
      asked(frame('spline', { do: 'measure-joint', joint: CORNER, size: 'depthMm', measure: measured(8) }), 'spline')
        .sizes,
    ).toMatchObject({ 'stop-entering': 8, 'width': 15 })
  })
  it('made again from the drawing: tongue and slots', () => {
    const { c, work } = asked(frame('plain'), 'spline')
    const { lines } = readDxf(sheetDxf(sheetOfJoint(c, 'spline', work, 'sheet')!))
    expect(blocks(lines, 'new')[0]).toMatchObject({ longMm: expect.closeTo(19, 1), thickMm: expect.closeTo(5, 1) })
    expect(blocks(lines, 'cut')[0]!.longMm).toBeCloseTo(20, 1)
  })
})

describe('closing a mitred frame', () => {
  it('a gap nobody has measured is asked for between its faces: it has no cheeks', () => {
    const bare = applyAll(frame('plain'), [
      { do: 'measure-clearance', joint: CORNER, where: 'cheek', measure: null },
      { do: 'test-joint', joint: CORNER, state: 'apart' },
    ])
    const asks = plan(bare)
      .stops.flatMap(s => s.remedies)
      .map(r => phraseText(r.words))
      .filter(w => w.startsWith('Measure'))
    expect(asks.length).toBeGreaterThan(0)
    for (const words of asks) expect(words).toMatch(/between the faces$/)
  })
  it('by hand: a face of 20 × 77.8 = 1556 mm² at 0.15 to 0.4 MPa; of the pull 0.71 × (0.62 + 0.39) / 2 = 0.358 gets there: 0.65 to 1.74 kN', () => {
    const { low, high } = mitreTension(1556)
    expect(low).toBeCloseTo(0.651, 2)
    expect(high).toBeCloseTo(1.736, 2)
  })
  it('opens only what it has to, closes with one strap all round, 2 × (500 + 700) long, and no bar across', () => {
    const made = plan(frame('plain'))
    expect(made.takeApart.moves.length).toBeGreaterThan(0)
    const clamps = made.stages.flatMap(s => s.clamps)
    expect(clamps.map(c => [c.line.by, c.clamp?.row.type])).toEqual([['strap', 'strap']])
    expect(clamps[0]!.line.spanMm).toBeCloseTo(2400, 6)
    expect(made.returnMin).not.toBeNull()
  })
  it('a side goes straight out between its mitres, not along one of them', () => {
    const both = applyAll(frame('plain'), [
      { do: 'test-joint', joint: 'top-rail--right-stile', state: 'gives' },
      { do: 'measure-clearance', joint: 'top-rail--right-stile', where: 'cheek', measure: measured(0.1) },
      { do: 'set-old-glue', joint: 'top-rail--right-stile', glue: 'pva' },
    ])
    const [move] = plan(both).takeApart.moves
    expect(move!.direction.map(x => Math.round(Math.abs(x) * 1000) / 1000)).toEqual([0, 1, 0])
  })
  it.each(['plain', 'spline', 'keys', 'nails', 'half-lap', 'tenon'])(
    '%s: what an independent look finds wrong with its plan: nothing',
    (corner) => {
      const loose = frame(corner, { do: 'measure-joint', joint: CORNER, size: 'depthMm', measure: measured(8) })
      expect(faultsOfPlan(loose, plan(loose))).toEqual([])
    },
  )
  it('a lap is pressed through its faces and not only drawn up: 0.3 to 0.7 MPa on 55 × 55 is 0.91 to 2.12 kN, by short jaws', () => {
    const across = plan(frame('half-lap'))
      .stages.flatMap(s => s.clamps)
      .filter(c => c.line.by === 'faces')
    expect(across.length).toBeGreaterThan(0)
    for (const { line, clamp } of across) {
      expect(line.force.low).toBeCloseTo(0.9075, 3)
      expect(line.spanMm).toBeCloseTo(20, 6)
      expect(clamp).not.toBeNull()
    }
  })
  it('keys of a corner that was only in the way are told for when it has cured', () => {
    const words = plan(frame('keys'))
      .tasks.filter(t => t.kind === 'glue')
      .map(t => phraseText(t.words))
      .join(' ')
    expect(words).toMatch(/New keys across J\d \(2\) in the old slots, once it has cured/)
    expect(words).not.toContain('J1 (2)')
  })
  it('keys are sawn and nails drawn before anything is moved', () => {
    const locks = (corner: string) => plan(frame(corner)).takeApart.moves.flatMap(m => m.locksFirst.map(l => l.kind))
    expect(new Set(locks('keys'))).toEqual(new Set(['key']))
    expect(new Set(locks('nails'))).toEqual(new Set(['brad']))
    expect(locks('plain')).toEqual([])
  })
  it('gilded, nothing wet, warm or dissolving comes near: the old glue is undone dry and from the back', () => {
    const rounds = Object.values(plan(frame('plain', gilded)).recipes).flatMap(r => r.rounds)
    expect(rounds.length).toBeGreaterThan(0)
    for (const { row } of rounds) {
      expect([row.wet, row.hot, row.vapour], row.label).toEqual([undefined, undefined, undefined])
    }
  })
})
