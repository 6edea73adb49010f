import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { blocks, lineByLayer, readDxf, readSvg } from '../../tests/fixtures/read-sheet'
import { troublesOf } from '../condition/troubles'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { newFault } from '../piece/faults'
import { newHold } from '../piece/new-hold'
import type { Break, Split, Hold, Loss, Piece } from '../piece/schema'
import { lengthOf } from '../sheet'
import { sheetDxf, sheetSvg } from '../sheet/export'
import { sheetOfWood, woodCandidates, type Work } from './index'

/** A leg of 38 × 38 that stands upright; lengths along it are from the break. */
const LEG = 'left-front-leg'
const chair = newChair()

function sheetFor(piece: Piece, id: string, mend: string) {
  const trouble = troublesOf(piece).find(t => t.id === id)!
  const c = { piece, trouble, school: 'everyday' as const, glueGapMm: 0.15 }
  const { verdict } = woodCandidates(c).find(x => x.mend.id === mend)!
  const work = verdict as Work
  const sizes = Object.fromEntries((verdict.fits ? verdict.sizes : []).map(s => [s.id, s.figure.value]))
  return { sheet: verdict.fits ? sheetOfWood(c, mend, work, 'sheet')! : null!, work, sizes }
}
const broken = (angleDeg: number, along: number): Piece =>
  applyAll(chair, [
    {
      do: 'add-fault',
      fault: {
        ...(newFault('break', 'b', LEG, along) as Break),
        parted: 'apart',
        angleDeg: measured(angleDeg),
        surface: 'ragged',
        gapMm: measured(0.1),
        lostPct: measured(10),
      },
    },
  ])
const chipped = applyAll(chair, [
  {
    do: 'add-fault',
    fault: {
      ...(newFault('loss', 'c', LEG, 0.4) as Loss),
      lengthMm: measured(30),
      widthMm: measured(12),
      depthMm: measured(6),
    },
  },
])
const held = (facts: Partial<Hold>, kind: Hold['kind'], on: Hold['on']): Piece =>
  applyAll(chair, [{ do: 'add-hold', hold: { ...newHold(kind, 'h', on), ...facts } }])
const cracked = applyAll(chair, [
  {
    do: 'add-fault',
    fault: {
      ...(newFault('split', 's', LEG, 0.5) as Split),
      lengthMm: measured(120),
      openMm: measured(0.8),
      runsOut: 'yes',
    },
  },
])
const noBlocks = applyAll(chair, [{ do: 'set-bracing', bracing: { cornerBlocks: 'missing' } }])
const lost = applyAll(newPiece('post-and-rung'), [
  { do: 'edit-frame', edit: { do: 'describe-part', part: 'front-seat-rung', missing: true } },
])
const lostStick = applyAll(newPiece('stick-chair'), [
  { do: 'edit-frame', edit: { do: 'describe-part', part: 'left-stick-2', missing: true } },
])

const CASES = [
  ['saw-and-bore', () => sheetFor(broken(90, 0.2), 'fault:b', 'saw-and-bore')],
  ['dowel-break', () => sheetFor(broken(60, 0.45), 'fault:b', 'dowel-break')],
  ['let-in-patch', () => sheetFor(chipped, 'fault:c', 'let-in-patch')],
  ['corner-block', () => sheetFor(noBlocks, 'bracing:blocks', 'corner-block')],
  ['slip-in', () => sheetFor(cracked, 'fault:s', 'slip-in')],
  ['screwed-panel', () => sheetFor(noBlocks, 'bracing:blocks', 'screwed-panel')],
  ['in-two', () => sheetFor(lostStick, 'part:left-stick-2', 'in-two')],
  ['copy-part', () => sheetFor(lost, 'part:front-seat-rung', 'copy-part')],
  [
    'hard-pad',
    () =>
      sheetFor(
        held({ faults: ['crushed-wood'], diameterMm: measured(8) }, 'bolt', {
          kind: 'part',
          id: 'left-side-rail',
          along: 0.5,
        }),
        'hold:h',
        'hard-pad',
      ),
  ],
  [
    'castor-socket',
    () =>
      sheetFor(
        held({ state: 'loose', diameterMm: measured(10), lengthMm: measured(38) }, 'castor', {
          kind: 'part',
          id: LEG,
          along: 0,
        }),
        'hold:h',
        'castor-socket',
      ),
  ],
  [
    'renew-thread',
    () =>
      sheetFor(
        held({ faults: ['stripped'], diameterMm: measured(4.5) }, 'screw', {
          kind: 'part',
          id: 'front-rail',
          along: 0.5,
        }),
        'hold:h',
        'renew-thread',
      ),
  ],
] as const

/** Corners of whatever is drawn in a pencil, from its lines in a DXF file. */
const corners = (text: string, layer: string) =>
  readDxf(text)
    .lines.filter(l => l.layer === layer)
    .flatMap(l => [l.a, l.b])
const long = (l: { a: readonly number[], b: readonly number[] }) => Math.hypot(l.a[0]! - l.b[0]!, l.a[1]! - l.b[1]!)

describe('made again from the drawing alone', () => {
  it('a leg sawn and bored: a dowel as long and thick as it says, in a bore a millimetre longer at one end, the saw line as far from the break', () => {
    const { sheet, sizes, work } = sheetFor(broken(90, 0.2), 'fault:b', 'saw-and-bore')
    const { lines } = readDxf(sheetDxf(sheet))
    const [dowel] = blocks(lines, 'new')
    expect(dowel).toMatchObject({
      longMm: expect.closeTo(sizes['dowel-length']!, 0),
      thickMm: expect.closeTo(sizes.dowel!, 1),
    })
    expect(blocks(lines, 'cut')[0]!.longMm).toBeCloseTo(dowel!.longMm + 1, 1)
    const saw = lines.find(l => l.layer === 'cut' && Math.abs(l.a[0] - l.b[0]) < 0.01 && long(l) > 40)!
    const face = lines.find(l => l.layer === 'break')!
    expect(Math.abs(saw.a[0] - (face.a[0] + face.b[0]) / 2)).toBeCloseTo(4, 1)
    expect(phraseText(sheet.settings[0]!)).toContain(`bit ${sizes.dowel} mm`)
    expect(work.scrap).toBeDefined()
  })
  it('dowels across: each lies at its slope to the part, as thick and as long as the list says, and crosses the break', () => {
    const { sheet, sizes, work } = sheetFor(broken(60, 0.45), 'fault:b', 'dowel-break')
    const { lines } = readDxf(sheetDxf(sheet))
    const sides = lines.filter(l => l.layer === 'new').sort((a, b) => long(b) - long(a))
    const [side] = sides
    const slope = Math.abs((Math.atan2(side!.b[1] - side!.a[1], side!.b[0] - side!.a[0]) * 180) / Math.PI)
    expect(Math.min(slope, 180 - slope)).toBeCloseTo(sizes['drill-slope']!, 0)
    expect(sides.some(l => Math.abs(long(l) - sizes.dowel!) < 0.05)).toBe(true)
    expect(long(side!)).toBeGreaterThan(work.stock[0]!.sizesMm[1]! - 1.01)
    const face = lines.find(l => l.layer === 'break')!
    const xs = corners(sheetDxf(sheet), 'new').map(p => p[0])
    expect((face.a[0] + face.b[0]) / 2).toBeGreaterThan(Math.min(...xs))
    expect((face.a[0] + face.b[0]) / 2).toBeLessThan(Math.max(...xs))
  })
  it('a patch: 34 × 16, 6.5 deep, its sides leaning in by 6.5 tan 7° = 0.80, half a millimetre proud', () => {
    const { lines } = readDxf(sheetDxf(sheetFor(chipped, 'fault:c', 'let-in-patch').sheet))
    const level = lines.filter(l => l.layer === 'cut' && Math.abs(l.a[1] - l.b[1]) < 0.01).map(long)
    expect(level.filter(l => Math.abs(l - 34) < 0.05).length).toBeGreaterThanOrEqual(2)
    expect(level.some(l => Math.abs(l - (34 - 2 * 6.5 * Math.tan((7 * Math.PI) / 180))) < 0.05)).toBe(true)
    const patch = lines.filter(l => l.layer === 'new').flatMap(l => [l.a[1], l.b[1]])
    expect(Math.max(...patch) - Math.min(...patch)).toBeCloseTo(7, 1)
  })
  it('a block of the widest corner: its ends stand at (180° − corner) / 2 to its long side, 24 thick', () => {
    const { sheet, sizes, work } = sheetFor(noBlocks, 'bracing:blocks', 'corner-block')
    const own = readDxf(sheetDxf(sheet)).lines.filter(l => l.layer === 'new')
    const level = own.filter(l => Math.abs(l.a[1] - l.b[1]) < 0.01).sort((a, b) => long(b) - long(a))
    expect(long(level[0]!)).toBeCloseTo(sizes.length!, 1)
    expect(Math.abs(level[0]!.a[1] - level[1]!.a[1])).toBeCloseTo(24, 1)
    const end = own.find(l => Math.abs(l.a[1] - l.b[1]) > 1)!
    const slope = Math.abs((Math.atan2(end.b[1] - end.a[1], end.b[0] - end.a[0]) * 180) / Math.PI)
    expect(Math.min(slope, 180 - slope)).toBeCloseTo(
      Math.min(...work.sizes.filter(s => s.id === 'end-slope').map(s => s.figure.value)),
      1,
    )
  })
  it('a copied rung: shoulder to shoulder and its two tenons of 15, as long together as the list says', () => {
    const { sheet, sizes, work } = sheetFor(lost, 'part:front-seat-rung', 'copy-part')
    const xs = corners(sheetDxf(sheet), 'new').map(p => p[0])
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(sizes.length!, 1)
    expect(work.stock[0]!.sizesMm.at(-1)).toBeCloseTo(sizes.length!, 9)
    const tenons = blocks(readDxf(sheetDxf(sheet)).lines, 'new').filter(b => Math.abs(b.thickMm - 15) < 0.1)
    expect(tenons.map(b => b.longMm)).toEqual([expect.closeTo(24, 1), expect.closeTo(24, 1)])
  })
  it('a castor’s sleeve: 16 by 38 + 2, bored 10 for its stem; a pad: 23 square, let in 5', () => {
    const castor = readDxf(sheetDxf(CASES.find(([id]) => id === 'castor-socket')![1]().sheet)).lines
    expect(blocks(castor, 'new')[0]).toMatchObject({ longMm: expect.closeTo(16, 1), thickMm: expect.closeTo(40, 1) })
    expect(blocks(castor, 'cut')[0]!.longMm).toBeCloseTo(10, 1)
    const pad = readDxf(sheetDxf(CASES.find(([id]) => id === 'hard-pad')![1]().sheet)).lines
    const cuts = blocks(pad, 'cut').map(b => [Math.round(b.longMm * 10) / 10, Math.round(b.thickMm * 10) / 10])
    expect(cuts).toEqual(
      expect.arrayContaining([
        [23, 23],
        [23, 5],
      ]),
    )
  })
  it('a thread: plug and pilot as wide as their sizes, as deep as the stop', () => {
    const { sheet, sizes } = sheetFor(
      held({ faults: ['stripped'], diameterMm: measured(4.5) }, 'screw', {
        kind: 'part',
        id: 'front-rail',
        along: 0.5,
      }),
      'hold:h',
      'renew-thread',
    )
    const { lines } = readDxf(sheetDxf(sheet))
    expect(blocks(lines, 'new')[0]).toMatchObject({
      longMm: expect.closeTo(10, 1),
      thickMm: expect.closeTo(sizes['stop-receiving']!, 1),
    })
    expect(blocks(lines, 'cut')[0]!.longMm).toBeCloseTo(sizes.pilot!, 1)
  })
})

describe('every sheet of wood', () => {
  it.each(CASES)(
    '%s: SVG and DXF say the same, each written size is as long as it says, and it tells what is tried first or set',
    (_name, make) => {
      const { sheet } = make()
      expect(lineByLayer(readSvg(sheetSvg(sheet)))).toEqual(lineByLayer(readDxf(sheetDxf(sheet)).lines))
      for (const d of sheet.views.flatMap(v => v.dimensions)) {
        expect(Number.parseFloat(d.words)).toBeCloseTo(lengthOf(d), 0)
      }
      expect(sheet.settings.length + (sheet.scrap ? 1 : 0)).toBeGreaterThan(0)
      expect(phraseText(sheet.datum)).toContain('Lengths')
    },
  )
})

describe('fill', () => {
  const hollow = (along: number, deep: number, long: number) => {
    const piece = applyAll(chair, [
      {
        do: 'add-fault',
        fault: {
          ...(newFault('loss', 'c', LEG, along) as Loss),
          lengthMm: measured(long),
          widthMm: measured(6),
          depthMm: measured(deep),
        },
      },
    ])
    return woodCandidates({ piece, trouble: troublesOf(piece)[0]!, school: 'conserve', glueGapMm: 0.15 }).find(
      c => c.mend.id === 'fill',
    )!.verdict
  }
  it('is for 2 mm in the middle of a leg, far from any joint; not 5 mm deep, not 30 long, not beside a tenon', () => {
    expect(hollow(0.4, 2, 10).fits).toBe(true)
    expect(phraseText(hollow(0.4, 5, 10).reason)).toContain('carries nothing')
    expect(phraseText(hollow(0.4, 2, 30).reason)).toContain('a patch')
    expect(phraseText(hollow(0.93, 2, 10).reason)).toContain('from a joint')
  })
})
