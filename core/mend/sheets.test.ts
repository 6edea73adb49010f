import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { blocks, lineByLayer, readDxf, readSvg } from '../../tests/fixtures/read-sheet'
import { measured } from '../measure/measured'
import type { Command } from '../piece/commands'
import type { Piece } from '../piece/schema'
import { sheetDxf, sheetSvg } from '../sheet/export'
import { lengthOf } from '../sheet'
import { jointCase, mendCandidates, sheetOfJoint, type Work } from './index'

const RUNG = 'front-seat-rung--left-front-post'
const RAIL = 'left-side-rail--left-back-post'
const FRONT = 'front-rail--left-front-leg'
const gap = (joint: string, where: 'round' | 'cheek' | 'edge', mm: number): Command => ({
  do: 'measure-clearance',
  joint,
  where,
  measure: measured(mm),
})
const snapped = (joint: string): Command => ({ do: 'look-for', joint, sign: 'dowel-stub', look: 'seen' })
const rung = (mm: number, ...more: Command[]) =>
  applyAll(newPiece('post-and-rung'), [
    { do: 'test-joint', joint: RUNG, state: 'swings' },
    gap(RUNG, 'round', mm),
    ...more,
  ])
const rail = (mm: number) =>
  applyAll(newChair(), [
    { do: 'test-joint', joint: RAIL, state: 'swings' },
    gap(RAIL, 'cheek', mm),
    gap(RAIL, 'edge', 0.1),
  ])
const dowelled = applyAll(newChair({ frontRail: 'dowel' }), [
  { do: 'test-joint', joint: FRONT, state: 'swings' },
  snapped(FRONT),
])

function sheetFor(piece: Piece, joint: string, mend: string) {
  const c = jointCase(
    piece,
    piece.joints.find(j => j.id === joint)!,
    'everyday',
    0.15,
  )
  const { verdict } = mendCandidates(c).find(x => x.mend.id === mend)!
  const sheet = verdict.fits ? sheetOfJoint(c, mend, verdict, 'sheet')! : null
  return {
    sheet: sheet!,
    work: verdict as Work,
    sizes: Object.fromEntries((verdict.fits ? verdict.sizes : []).map(s => [s.id, s.figure.value])),
    fits: verdict.fits,
  }
}

const CASES = [
  ['sleeve', () => sheetFor(rung(1), RUNG, 'sleeve')],
  ['bored-tenon', () => sheetFor(rung(0.2, snapped(RUNG)), RUNG, 'bored-tenon')],
  ['loose-tenon', () => sheetFor(rail(1.6), RAIL, 'loose-tenon')],
  ['plug-and-recut', () => sheetFor(rail(1.6), RAIL, 'plug-and-recut')],
  ['new-dowel', () => sheetFor(dowelled, FRONT, 'new-dowel')],
  ['shims', () => sheetFor(rail(0.6), RAIL, 'shims')],
  ['kerf-and-wedge', () => sheetFor(applyAll(rail(0.1), [gap(RAIL, 'edge', 0.5)]), RAIL, 'kerf-and-wedge')],
  ['shims-and-wedge', () => sheetFor(applyAll(rail(0.5), [gap(RAIL, 'edge', 0.5)]), RAIL, 'shims-and-wedge')],
] as const

describe('made again from the drawing alone, as a joiner would', () => {
  it('a sleeve: core 9, collar 15.9 by 23 long, (15.9 − 9) / 2 of wood on each side', () => {
    const { sheet } = sheetFor(rung(1), RUNG, 'sleeve')
    const { lines, circles } = readDxf(sheetDxf(sheet))
    const collar = blocks(lines, 'new')
    expect(collar).toHaveLength(2)
    for (const half of collar) {
      expect(half.longMm).toBeCloseTo(23, 1)
      expect(half.thickMm).toBeCloseTo(3.45, 1)
    }
    expect(blocks(lines, 'cut')[0]!.thickMm).toBeCloseTo(9, 1)
    expect(circles.map(c => [c.layer, 2 * c.r]).sort()).toEqual(
      expect.arrayContaining([
        ['cut', expect.closeTo(9, 1)],
        ['new', expect.closeTo(15.9, 1)],
      ]),
    )
  })
  it('a bored tenon: the bore as deep as its stop says, the peg as long as its list says', () => {
    const { sheet, sizes, work } = sheetFor(rung(0.2, snapped(RUNG)), RUNG, 'bored-tenon')
    const { lines } = readDxf(sheetDxf(sheet))
    const [bore] = blocks(lines, 'cut')
    expect([bore!.longMm, bore!.thickMm]).toEqual([
      expect.closeTo(sizes['stop-entering']!, 1),
      expect.closeTo(sizes.bore!, 1),
    ])
    const peg = blocks(lines, 'new').reduce((sum, b) => sum + b.longMm, 0)
    expect(peg).toBeCloseTo(work.stock[0]!.sizesMm[1]!, 1)
  })
  it('a loose tenon: 10.5 × 48 × 55 in a mortise cut 29 deep', () => {
    const { lines } = readDxf(sheetDxf(sheetFor(rail(1.6), RAIL, 'loose-tenon').sheet))
    expect(blocks(lines, 'new')[0]).toMatchObject({ longMm: expect.closeTo(55, 1), thickMm: expect.closeTo(10.5, 1) })
    const cuts = blocks(lines, 'cut')
    expect(cuts[0]!.longMm).toBeCloseTo(29, 1)
    expect(cuts.at(-1)).toMatchObject({ longMm: expect.closeTo(10.5, 1), thickMm: expect.closeTo(48, 1) })
  })
  it('a plug: 12.6 thick, 29.5 deep, and the old tenon’s 9 cut into it', () => {
    const { lines } = readDxf(sheetDxf(sheetFor(rail(1.6), RAIL, 'plug-and-recut').sheet))
    expect(blocks(lines, 'new')[0]).toMatchObject({ longMm: expect.closeTo(29.5, 1), thickMm: expect.closeTo(12.6, 1) })
    expect(blocks(lines, 'cut')[0]).toMatchObject({ longMm: expect.closeTo(29.5, 1), thickMm: expect.closeTo(9, 1) })
  })
  it('shims: 26 long and 46 wide, (0.6 − 0.05) / 2 on both sides of a tenon of 9', () => {
    const { lines } = readDxf(sheetDxf(sheetFor(rail(0.6), RAIL, 'shims').sheet))
    const strips = blocks(lines, 'new')
    expect(strips.filter(b => Math.abs(b.longMm - 26) < 0.1 && Math.abs(b.thickMm - 0.275) < 0.01)).toHaveLength(2)
    expect(strips.filter(b => Math.abs(b.thickMm - 46) < 0.1)).toHaveLength(2)
  })
  it('wedges: two kerfs 25 deep, 6 in from the edges of 48; each wedge as thick at its head as its size says', () => {
    const { sheet, sizes } = sheetFor(applyAll(rail(0.1), [gap(RAIL, 'edge', 0.5)]), RAIL, 'kerf-and-wedge')
    const { lines } = readDxf(sheetDxf(sheet))
    const kerfs = lines.filter(l => l.layer === 'cut')
    expect(kerfs.map(l => Math.abs(l.a[0] - l.b[0]))).toEqual([expect.closeTo(25, 1), expect.closeTo(25, 1)])
    expect(Math.abs(kerfs[0]!.a[1] - kerfs[1]!.a[1])).toBeCloseTo(48 - 12, 1)
    const heads = lines.filter(l => l.layer === 'new' && Math.abs(l.a[0] - l.b[0]) < 0.01)
    expect(heads.map(l => Math.abs(l.a[1] - l.b[1]))).toEqual([
      expect.closeTo(sizes['wedge-thickness']!, 1),
      expect.closeTo(sizes['wedge-thickness']!, 1),
    ])
  })
  it('tenon and mortise both spoilt: a plug 12.5 by 29.5, a tenon of 7.5 by 55 let 29 into the rail', () => {
    const piece = applyAll(rail(1.5), [
      gap(RAIL, 'edge', 0.4),
      snapped(RAIL),
      { do: 'measure-clearance', joint: RAIL, where: 'cheek-bottom', measure: measured(0.9) },
    ])
    const { lines } = readDxf(sheetDxf(sheetFor(piece, RAIL, 'plug-and-tenon').sheet))
    const made = blocks(lines, 'new').map(b => [Math.round(b.longMm * 10) / 10, Math.round(b.thickMm * 10) / 10])
    expect(made).toEqual(
      expect.arrayContaining([
        [29.5, 12.5],
        [55, 7.5],
      ]),
    )
    expect(blocks(lines, 'cut')[0]!.longMm).toBeCloseTo(29, 1)
  })
  it('a screw in a bare face: 3.8 through 38 of post, a pilot of 2.156 on to 70', () => {
    const butt = applyAll(newChair(), [
      {
        do: 'edit-frame',
        edit: {
          do: 'change-joint',
          joint: RAIL,
          form: { kind: 'butt', thicknessMm: measured(22), widthMm: measured(58), screws: 0 },
        },
      },
      { do: 'test-joint', joint: RAIL, state: 'gives' },
      gap(RAIL, 'cheek', 0.1),
    ])
    const { lines } = readDxf(sheetDxf(sheetFor(butt, RAIL, 'screw-face').sheet))
    expect(blocks(lines, 'new')[0]).toMatchObject({ longMm: expect.closeTo(3.8, 1), thickMm: expect.closeTo(38, 0) })
    expect(blocks(lines, 'cut')[0]).toMatchObject({ longMm: expect.closeTo(2.156, 2), thickMm: expect.closeTo(70, 0) })
  })
  it('dowels: two of 10 by 50, as far apart as they were, in bores 26 and 26 deep', () => {
    const { sheet } = sheetFor(dowelled, FRONT, 'new-dowel')
    const { lines } = readDxf(sheetDxf(sheet))
    const dowels = blocks(lines, 'new')
    expect(dowels).toHaveLength(2)
    for (const d of dowels) expect([d.longMm, d.thickMm]).toEqual([expect.closeTo(50, 1), expect.closeTo(10, 1)])
    const { form } = dowelled.joints.find(j => j.id === FRONT)!
    expect(Math.abs(dowels[0]!.middleY - dowels[1]!.middleY)).toBeCloseTo(
      form.kind === 'dowel' ? form.spacingMm.value : 0,
      1,
    )
    expect(blocks(lines, 'cut')[0]!.longMm).toBeCloseTo(52, 1)
  })
})

describe('every sheet', () => {
  it.each(CASES)('%s: SVG and DXF say the same lines', (_name, make) => {
    const { sheet } = make()
    expect(lineByLayer(readSvg(sheetSvg(sheet)))).toEqual(lineByLayer(readDxf(sheetDxf(sheet)).lines))
  })
  it.each(CASES)('%s: each size written beside it is as long as it says', (_name, make) => {
    const { sheet } = make()
    const dimensions = sheet.views.flatMap(v => v.dimensions)
    expect(dimensions.length).toBeGreaterThan(1)
    for (const d of dimensions) expect(Number.parseFloat(d.words)).toBeCloseTo(lengthOf(d), 0)
  })
  it('nothing new is longer or thicker than the sizes say, whatever was measured', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.35, max: 2.5, noNaN: true }),
        fc.double({ min: 10, max: 20, noNaN: true }),
        (gapMm, pegMm) => {
          const piece = rung(gapMm, { do: 'measure-joint', joint: RUNG, size: 'diameterMm', measure: measured(pegMm) })
          const { sheet, sizes, fits } = sheetFor(piece, RUNG, 'sleeve')
          if (!fits) return
          const collar = blocks(readDxf(sheetDxf(sheet)).lines, 'new')
          expect(collar[0]!.longMm).toBeCloseTo(sizes['tenon-length']!, 0)
          expect(collar[0]!.thickMm).toBeCloseTo((sizes.collar! - sizes.core!) / 2, 1)
        },
      ),
      { numRuns: 25 },
    )
  })
})
