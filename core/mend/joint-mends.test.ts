import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import type { Command } from '../piece/commands'
import { newHold } from '../piece/new-hold'
import type { Piece } from '../piece/schema'
import type { School } from '../piece/words'
import { jointCase, mendCandidates, type Work } from './index'

/** A round tenon of 15 mm, 24 deep, in a post of 34 mm. */
const RUNG = 'front-seat-rung--left-front-post'
/** A tenon 9 × 48 × 28 of a rail 22 thick, in a post of 38 mm, its mortise 1.5 deeper. */
const RAIL = 'left-side-rail--left-back-post'

function asked(piece: Piece, joint: string, mend: string, school: School = 'everyday') {
  const found = mendCandidates(
    jointCase(
      piece,
      piece.joints.find(j => j.id === joint)!,
      school,
      0.15,
    ),
  ).find(c => c.mend.id === mend)
  if (!found) {
    return {
      fits: false,
      why: 'not thought of',
      wants: false,
      work: null as unknown as Work,
      sizes: {} as Record<string, number>,
    }
  }
  const { verdict } = found
  const sizes = Object.fromEntries((verdict.fits ? verdict.sizes : []).map(s => [s.id, s.figure.value]))
  return {
    fits: verdict.fits,
    why: phraseText(verdict.reason),
    wants: !verdict.fits && verdict.wants === true,
    work: verdict as Work,
    sizes,
  }
}
const gap = (
  joint: string,
  where: 'round' | 'round-bottom' | 'cheek' | 'cheek-bottom' | 'edge',
  mm: number,
): Command => ({ do: 'measure-clearance', joint, where, measure: measured(mm) })
const snapped = (joint: string): Command => ({ do: 'look-for', joint, sign: 'dowel-stub', look: 'seen' })
const rung = (gapMm: number, ...more: Command[]) =>
  applyAll(newPiece('post-and-rung'), [
    { do: 'test-joint', joint: RUNG, state: 'swings' },
    gap(RUNG, 'round', gapMm),
    ...more,
  ])
const rail = (cheekMm: number, edgeMm: number, ...more: Command[]) =>
  applyAll(newChair(), [
    { do: 'test-joint', joint: RAIL, state: 'swings' },
    gap(RAIL, 'cheek', cheekMm),
    gap(RAIL, 'edge', edgeMm),
    ...more,
  ])
const modern: Command = { do: 'describe', intake: { age: 'modern' } }

describe('cloth round a tenon', () => {
  it.each([
    // One turn of 0.13 cloth takes 0.26: 0.35 − 0.26 = 0.09. Of 0.70 even one of 0.20 leaves 0.30; two take 0.80 and
    // leave −0.10.
    [0.35, 0.09, 'one turn of cotton'],
    [0.7, -0.1, 'two turns of linen'],
  ])('%f mm leaves %f with %s', (gapMm, left, words) => {
    const { fits, sizes, why } = asked(rung(gapMm, modern), RUNG, 'fabric-wrap')
    expect(fits).toBe(true)
    expect(sizes.turns).toBeCloseTo(left, 9)
    expect(why).toContain(words)
  })
  it('is no mend for a gap it cannot fit, a fit that glue holds, an old piece, a socket wider inside, or a shop that conserves', () => {
    expect(asked(rung(1), RUNG, 'fabric-wrap').fits).toBe(false)
    expect(asked(rung(0.1, modern), RUNG, 'fabric-wrap').why).toContain('glue alone')
    expect(asked(rung(0.35), RUNG, 'fabric-wrap').why).toContain('modern')
    expect(asked(rung(0.35, modern, gap(RUNG, 'round-bottom', 0.6)), RUNG, 'fabric-wrap').why).toContain('fits neither')
    expect(asked(rung(0.35, modern), RUNG, 'fabric-wrap', 'conserve').fits).toBe(false)
  })
  it('the strip goes round once and laps two: π × 15 = 47.1, so 48 + 2; 24 − 2 wide', () => {
    expect(asked(rung(0.35, modern), RUNG, 'fabric-wrap').work.stock[0]!.sizesMm).toEqual([50, 22])
  })
})

describe('a sleeve', () => {
  it('worked example: hole 15 + 1 = 16, collar 15.9; a core of 9 leaves (15.9 − 9) / 2 = 3.45 of wall, one of 10 only 2.95, and is over half of 15; 24 − 1 long', () => {
    const { sizes, work } = asked(rung(1), RUNG, 'sleeve')
    expect(sizes.core).toBe(9)
    expect(sizes.collar).toBeCloseTo(15.9, 9)
    expect(sizes.wall).toBeCloseTo(3.45, 9)
    expect(sizes['tenon-length']).toBe(23)
    expect(work.removedCm3).toBeCloseTo(((Math.PI / 4) * (225 - 81) * 24) / 1000, 9)
  })
  it('takes no wood off a tenon that fits easily, goes on nothing snapped, and on no tenon too thin to keep half', () => {
    expect(asked(rung(0.3), RUNG, 'sleeve').why).toContain('easy fit')
    expect(asked(rung(1, snapped(RUNG)), RUNG, 'sleeve').why).toContain('snapped')
    // A 10 mm tenon in 10.6: 3 mm of collar leaves 4.5, and less than 5 is under half.
    expect(
      asked(rung(0.6, { do: 'measure-joint', joint: RUNG, size: 'diameterMm', measure: measured(10) }), RUNG, 'sleeve')
        .why,
    ).toContain('under half')
    expect(asked(rung(1, gap(RUNG, 'round-bottom', 0.4)), RUNG, 'sleeve').why).toContain('wider at one end')
  })
})

describe('a new tenon bored in', () => {
  // The rung is 22 mm thick near its ends: 3 mm of wall leave 16, and the peg’s end is turned to the hole.
  it('worked example: snapped, hole 15.2; peg 15.1 in the socket; a bit of 14 in the rung goes 35 deep; 35 + 24 − 1 long', () => {
    const piece = rung(0.2, snapped(RUNG))
    const thin = piece.parts.find(p => p.id === 'front-seat-rung')!.section.stations[0]!.widthMm
    const { sizes, fits } = asked(piece, RUNG, 'bored-tenon')
    expect(fits).toBe(true)
    expect(sizes['tenon-thickness']).toBeCloseTo(15.1, 9)
    const bit = [5, 6, 8, 10, 12, 14].filter(d => d <= 15.1 && (thin - d) / 2 >= 3).at(-1)!
    expect(sizes.bore).toBe(bit)
    expect(sizes.wall).toBeCloseTo((thin - bit) / 2, 6)
    expect(sizes['tenon-length']).toBe(Math.ceil(2.5 * bit) + 23)
    expect(sizes['stop-entering']).toBe(Math.ceil(2.5 * bit) + 1)
  })
  it('is not for a tenon that is whole and can be filled, nor for a square one', () => {
    expect(asked(rung(0.5), RUNG, 'bored-tenon').why).toContain('not sawn off')
    expect(asked(rail(1, 1, snapped(RAIL)), RAIL, 'bored-tenon').why).toContain('square one')
  })
})

describe('a loose tenon', () => {
  it('worked example: 9 + 1.6 − 0.1 = 10.5 in 22 of stock, 5.75 of wall; 48 + 0.1 − 0.1 wide; 27 in the post and 28 in the rail, cut 29', () => {
    const { sizes } = asked(rail(1.6, 0.1), RAIL, 'loose-tenon')
    expect(sizes['tenon-thickness']).toBeCloseTo(10.5, 9)
    expect(sizes.wall).toBeCloseTo(5.75, 9)
    expect(sizes['tenon-width']).toBeCloseTo(48, 9)
    expect([sizes['tenon-length'], sizes['stop-entering']]).toEqual([55, 29])
  })
  it('never takes more than half of the stock: 9 + 2.2 − 0.1 = 11.1 of 22', () => {
    expect(asked(rail(2.2, 0.1), RAIL, 'loose-tenon').why).toContain('over half')
  })
  it('is for what shims cannot fill or what has broken: whole and 0.6 at the cheeks it is not sawn off, snapped it is', () => {
    expect(asked(rail(0.6, 0.1), RAIL, 'loose-tenon').fits).toBe(false)
    expect(asked(rail(0.6, 0.1, snapped(RAIL)), RAIL, 'loose-tenon').fits).toBe(true)
    expect(asked(rail(1, 1), RAIL, 'loose-tenon').fits).toBe(true)
  })
})

describe('a pin that draws', () => {
  const pin = (diameterMm?: number): Command => ({
    do: 'add-hold',
    hold: { ...newHold('wooden-pin', 'pin', RAIL), ...(diameterMm ? { diameterMm: measured(diameterMm) } : {}) },
  })
  it('worked example: an old pin of 7 in beech: 1.2 nearer the shoulder, for 7 / 5 = 1.4 is more; 28 − 2 × 7 − 3.5 = 10.5 from it at most', () => {
    const { sizes } = asked(rail(0.1, 0.1, pin(7)), RAIL, 'drawn-pin')
    expect(sizes).toMatchObject({ dowel: 7, offset: 1.2 })
    expect(sizes['pin-depth']).toBeCloseTo(10.5, 9)
  })
  it('a thin pin is offset less, or it shears: 5 / 5 = 1', () =>
    expect(asked(rail(0.1, 0.1, pin(5)), RAIL, 'drawn-pin').sizes.offset).toBe(1))
  it('asks for the old pin’s thickness, and is not thought of where nothing was pinned', () => {
    expect(asked(rail(0.1, 0.1, pin()), RAIL, 'drawn-pin')).toMatchObject({
      fits: false,
      wants: true,
      why: expect.stringContaining('measured the old pin'),
    })
    expect(asked(rail(0.1, 0.1), RAIL, 'drawn-pin').why).toBe('not thought of')
  })
})

describe('a wedge renewed', () => {
  // An arm on a wedged through tenon of its leg.
  const chair = newChair({ arms: 'through' })
  const ARM = chair.joints.find(j => j.form.kind === 'mortise-and-tenon' && j.form.wedged === true)!.id
  const loose = (edgeMm: number, ...more: Command[]) =>
    applyAll(chair, [
      { do: 'test-joint', joint: ARM, state: 'gives' },
      gap(ARM, 'cheek', 0.1),
      gap(ARM, 'edge', edgeMm),
      ...more,
    ])
  const wedge = (mm: number): Command => ({
    do: 'add-hold',
    hold: { ...newHold('wedge', 'w', ARM), diameterMm: measured(mm) },
  })
  it('worked example: the old one 3.2 at the end face and 0.5 of play: 3.7', () => {
    expect(asked(loose(0.5, wedge(3.2)), ARM, 'renew-wedge').sizes['wedge-thickness']).toBeCloseTo(3.7, 9)
  })
  it('asks for the old one; loose at the cheeks it is no mend; where nothing was wedged it is not thought of', () => {
    expect(asked(loose(0.5), ARM, 'renew-wedge').wants).toBe(true)
    expect(asked(loose(0.5, wedge(3), gap(ARM, 'cheek', 0.6)), ARM, 'renew-wedge').why).toContain(
      'cheeks are loose as well',
    )
    expect(asked(rail(0.1, 0.5), RAIL, 'renew-wedge').why).toBe('not thought of')
  })
})

describe('a plug, and cut again', () => {
  it('worked example, socket: 15.9 and 1 mm all round want 17.9, so 18; (34 − 18) / 2 = 8 of wall; 24 + 1 deep; bored 15 again', () => {
    expect(asked(rung(0.9), RUNG, 'plug-and-recut').sizes).toMatchObject({
      'plug': 18,
      'bore': 15,
      'stop-receiving': 25,
      'wall': 8,
    })
  })
  it('worked example, mortise: 9 + 1.6 + 2 = 12.6 by 48 + 0.1 + 2 = 50.1, 28 + 1.5 deep; (38 − 12.6) / 2 = 12.7 of wall', () => {
    const { sizes } = asked(rail(1.6, 0.1), RAIL, 'plug-and-recut')
    expect(sizes.plug).toBeCloseTo(12.6, 9)
    expect(sizes.width).toBeCloseTo(50.1, 9)
    expect(sizes['stop-receiving']).toBeCloseTo(29.5, 9)
    expect(sizes.wall).toBeCloseTo(12.7, 9)
  })
  it('is for holes past filling, tapered or not, and never for one that is only tapered; where no wall would be left it is refused', () => {
    expect(asked(rung(0.5), RUNG, 'plug-and-recut').fits).toBe(false)
    expect(asked(rung(0.6, gap(RUNG, 'round-bottom', 0.2)), RUNG, 'plug-and-recut').fits).toBe(false)
    expect(asked(rung(0.9, gap(RUNG, 'round-bottom', 0.4)), RUNG, 'plug-and-recut').why).toContain('wider at one end')
    // A post of 24 mm: 17.5 and 1 mm all round want a plug of 20, which leaves 2.
    const thin = rung(
      2.5,
      { do: 'measure-shape', key: 'socketDepth', measure: measured(14) },
      { do: 'measure-shape', key: 'postSize', measure: measured(24) },
    )
    expect(asked(thin, RUNG, 'plug-and-recut').fits).toBe(false)
  })
})

describe('whatever was measured', () => {
  const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true })
  it('no wall is under its 3 mm, no core under half, nothing deeper than its part, and sizes add up', () => {
    fc.assert(
      fc.property(mm(0, 3), mm(9, 24), mm(12, 40), fc.boolean(), (gapMm, pegMm, depthMm, isSnapped) => {
        const piece = rung(
          gapMm,
          { do: 'measure-joint', joint: RUNG, size: 'diameterMm', measure: measured(pegMm) },
          { do: 'measure-joint', joint: RUNG, size: 'depthMm', measure: measured(depthMm) },
          ...(isSnapped ? [snapped(RUNG)] : []),
        )
        const [sleeved, bored, plugged] = ['sleeve', 'bored-tenon', 'plug-and-recut'].map(id => asked(piece, RUNG, id))
        if (sleeved!.fits) {
          expect((pegMm + gapMm - 0.1 - sleeved!.sizes.core!) / 2).toBeGreaterThanOrEqual(3 - 1e-9)
          expect(sleeved!.sizes.core!).toBeGreaterThanOrEqual(pegMm / 2)
        }
        if (bored!.fits) expect(bored!.sizes.bore!).toBeLessThanOrEqual(pegMm + gapMm)
        if (plugged!.fits) expect((34 - plugged!.sizes.plug!) / 2).toBeGreaterThanOrEqual(3 - 1e-9)
      }),
      { numRuns: 60 },
    )
  })
  it('something can be done about every round joint up to 2 mm loose, or it is said why not with a number', () => {
    fc.assert(
      fc.property(mm(0.02, 2), (gapMm) => {
        const piece = rung(gapMm, modern)
        const all = mendCandidates(
          jointCase(
            piece,
            piece.joints.find(j => j.id === RUNG)!,
            'everyday',
            0.15,
          ),
        )
        expect(all.some(c => c.verdict.fits && c.mend.opens)).toBe(true)
        for (const c of all) expect(phraseText(c.verdict.reason).length).toBeGreaterThan(10)
      }),
      { numRuns: 60 },
    )
  })
})

describe('tenon and mortise both spoilt', () => {
  const both = (...more: Command[]) => rail(1.5, 0.4, snapped(RAIL), gap(RAIL, 'cheek-bottom', 0.9), ...more)
  const named = (piece: Piece) =>
    mendCandidates(
      jointCase(
        piece,
        piece.joints.find(j => j.id === RAIL)!,
        'everyday',
        0.15,
      ),
    ).find(c => c.mend.id === 'plug-and-tenon')
  it('worked example: plug 9 + 1.5 + 2 = 12.5 by 48 + 0.4 + 2, 29.5 deep, (38 − 12.5) / 2 = 12.75 of wall; tenon 22 / 3 = 7.5 by 48, 27 + 28 long', () => {
    const { verdict } = named(both())!
    expect(verdict.fits).toBe(true)
    const sizes = Object.fromEntries((verdict.fits ? verdict.sizes : []).map(s => [s.id, s.figure.value]))
    expect(sizes).toEqual({
      'plug': 12.5,
      'width': 50.4,
      'stop-receiving': 29.5,
      'wall': 12.75,
      'tenon-thickness': 7.5,
      'tenon-width': 48,
      'tenon-length': 55,
      'stop-entering': 29,
    })
  })
  it('wins where the mortise is wider at one end; with a straight one a loose tenon alone does, and it is not thought of', () => {
    const best = (piece: Piece) =>
      mendCandidates(
        jointCase(
          piece,
          piece.joints.find(j => j.id === RAIL)!,
          'strength',
          0.15,
        ),
      ).find(c => c.verdict.fits)?.mend.id
    expect(best(both())).toBe('plug-and-tenon')
    const straight = rail(0.5, 0.4, snapped(RAIL))
    expect(best(straight)).toBe('loose-tenon')
    expect(named(straight)).toBeUndefined()
  })
})

describe('a face on a face', () => {
  const butt = (...more: Command[]) =>
    applyAll(newChair(), [
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
      ...more,
    ])
  it('worked example: 22 / 6 lets 3.5 through a post of 38, sunk 10: 28 + 35 down to 60, of which 32 in the rail; pilot 3.5 × 0.616; 58 takes two', () => {
    const { sizes, work, why } = asked(butt(), RAIL, 'screw-face', 'strength')
    expect(sizes).toMatchObject({
      'dowel': 3.5,
      'length': 60,
      'clearance-hole': 3.8,
      'stop-entering': 10,
      'stop-receiving': 70,
    })
    expect(sizes.pilot).toBeCloseTo(2.156, 9)
    expect(work.stock[0]!.count).toBe(2)
    expect(why).toContain('end grain')
  })
  it('is no mend where something enters something, in split wood, or for faces that do not meet', () => {
    expect(asked(rail(0.1, 0.1), RAIL, 'screw-face').why).toBe('not thought of')
    expect(asked(butt({ do: 'look-for', joint: RAIL, sign: 'split', look: 'seen' }), RAIL, 'screw-face').why).toContain(
      'split',
    )
    expect(asked(butt(gap(RAIL, 'cheek', 0.8)), RAIL, 'screw-face').why).toContain('planed to meet')
  })
  it('a shop that conserves puts it last, one that works for strength takes it before glue alone', () => {
    const best = (school: School) =>
      mendCandidates(
        jointCase(
          butt(),
          butt().joints.find(j => j.id === RAIL)!,
          school,
          0.15,
        ),
      ).find(c => c.verdict.fits)!.mend.id
    expect([best('conserve'), best('everyday'), best('strength')]).toEqual(['re-glue', 're-glue', 'screw-face'])
  })
})

describe('a shaving round a tenon', () => {
  it('worked example: 0.7 mm all round less 0.1 for glue, halved: 0.30 thick, π × 15.3 = 48.1 round, 23 along; nothing taken', () => {
    const { fits, sizes, work } = asked(rung(0.7), RUNG, 'shaving-round', 'conserve')
    expect(fits).toBe(true)
    expect(sizes.shim).toBeCloseTo(0.3, 9)
    expect(sizes['shim-width']).toBeCloseTo(Math.PI * 15.3, 9)
    expect(sizes['shim-length']).toBe(23)
    expect([work.removedCm3, work.leavesGapMm]).toEqual([0, 0.1])
  })
  it('is none where glue holds, where it would crack, in a socket wider at one end, or round what is broken', () => {
    expect(asked(rung(0.3), RUNG, 'shaving-round').why).toContain('glue holds')
    // (1.2 − 0.1) / 2 = 0.55; and at 1.08 mm 0.49 × 15 = 7.35 is within the radius of 15 / 2, and not of 14 / 2.
    expect(asked(rung(1.2), RUNG, 'shaving-round').why).toContain('cracks')
    expect(asked(rung(1.08), RUNG, 'shaving-round').fits).toBe(true)
    expect(
      asked(
        rung(1.08, { do: 'measure-joint', joint: RUNG, size: 'diameterMm', measure: measured(14) }),
        RUNG,
        'shaving-round',
      ).why,
    ).toContain('bend round')
    expect(asked(rung(0.7, gap(RUNG, 'round-bottom', 0.3)), RUNG, 'shaving-round').why).toContain('fits neither')
    expect(asked(rung(0.7, snapped(RUNG)), RUNG, 'shaving-round').why).toContain('broken')
  })
  it('comes before a collar where the old tenon is to be kept, and after it in an everyday shop', () => {
    const order = (school: School) =>
      mendCandidates(
        jointCase(
          rung(0.7),
          rung(0.7).joints.find(j => j.id === RUNG)!,
          school,
          0.15,
        ),
      )
        .filter(c => c.verdict.fits)
        .map(c => c.mend.id)
    expect(order('conserve')[0]).toBe('shaving-round')
    expect(order('everyday')[0]).toBe('sleeve')
  })
})

describe('wood to wood, or filled', () => {
  it('0.5 mm at the cheeks is shimmed everywhere but where strength comes first: there the mortise is plugged and cut again', () => {
    const chosen = (school: School, cheekMm: number) =>
      mendCandidates(
        jointCase(
          rail(cheekMm, 0.1),
          rail(cheekMm, 0.1).joints.find(j => j.id === RAIL)!,
          school,
          0.15,
        ),
      ).find(c => c.verdict.fits)!.mend.id
    expect((['conserve', 'everyday', 'strength'] as const).map(s => chosen(s, 0.5))).toEqual([
      'shims',
      'shims',
      'plug-and-recut',
    ])
    // An easy fit is not cut by anybody.
    expect(asked(rail(0.3, 0.1), RAIL, 'plug-and-recut', 'strength').fits).toBe(false)
  })

  it('two hundredths of a millimetre are no reason to refuse a glue; three are', () => {
    expect(asked(rail(0.17, 0.1), RAIL, 're-glue').why).toContain('as closely as it reads')
    expect(asked(rail(0.18, 0.1), RAIL, 're-glue').fits).toBe(false)
  })

  it('snapped dowels of 8 are bored out to 8 again, and to 10 where strength comes first and the walls allow: (22 − 10) / 2 = 6', () => {
    const DOWEL = 'front-rail--left-front-leg'
    const piece = applyAll(newChair({ frontRail: 'dowel' }), [
      { do: 'test-joint', joint: DOWEL, state: 'swings' },
      snapped(DOWEL),
      { do: 'measure-joint', joint: DOWEL, size: 'diameterMm', measure: measured(8) },
    ])
    expect(asked(piece, DOWEL, 'new-dowel', 'everyday').sizes.dowel).toBe(8)
    expect(asked(piece, DOWEL, 'new-dowel', 'strength').sizes).toMatchObject({ dowel: 10, wall: 6 })
    const thick = applyAll(piece, [{ do: 'measure-joint', joint: DOWEL, size: 'diameterMm', measure: measured(12) }])
    // A 14 would leave 4 of 22, under half of it: the old size again.
    expect(asked(thick, DOWEL, 'new-dowel', 'strength').sizes.dowel).toBe(12)
  })
})
