import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arbitraryOf, applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { depthIn } from '../../tests/fixtures/validate-wood'
import { readDxf } from '../../tests/fixtures/read-sheet'
import { troublesOf } from '../condition/troubles'
import { distance, dot, subtract, unit } from '../measure/vec'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { FAMILIES } from '../piece/families'
import { newFault } from '../piece/faults'
import type { Break, Fault, Loss, Piece, Split } from '../piece/schema'
import { sheetDxf } from '../sheet/export'
import { sheetOfWood, woodCandidates, type Work } from './index'
import { loadOn } from './scarf'

/**
 * Ends, lengths and keys of new wood, worked out by hand on a chair of beech: legs of 38 × 38 × 445, rails of 22 ×
 * 58.
 */
const chair = newChair()
const LEG = 'left-front-leg'
const RAIL = 'front-rail'
const long = (piece: Piece, id: string) => {
  const p = piece.parts.find(x => x.id === id)!
  return distance(p.axis[0]!, p.axis.at(-1)!)
}
const add = (piece: Piece, fault: Fault): Piece => applyAll(piece, [{ do: 'add-fault', fault }])

function asked(piece: Piece, mend: string, trouble = 'fault:f') {
  const found = troublesOf(piece).find(t => t.id === trouble)!
  const c = { piece, trouble: found, school: 'everyday' as const, glueGapMm: 0.15 }
  const candidate = woodCandidates(c).find(x => x.mend.id === mend)
  if (!candidate) {
    return {
      c,
      fits: false,
      why: 'not thought of',
      wants: false,
      work: null as unknown as Work,
      sizes: {} as Record<string, number>,
    }
  }
  const { verdict } = candidate
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
/** A leg snapped straight across and crushed, so far from its foot. */
const crushed = (part: string, atMm: number, facts: Partial<Break> = {}, piece = chair): Piece =>
  add(piece, {
    ...(newFault('break', 'f', part, atMm / long(piece, part)) as Break),
    parted: 'apart',
    surface: 'crushed',
    angleDeg: measured(90),
    gapMm: measured(0.1),
    ...facts,
  })
const eaten = (part: string, atMm: number, lengthMm: number, lostPct: number, piece = chair): Piece =>
  add(piece, {
    ...newFault('worm', 'f', part, atMm / long(piece, part)),
    lengthMm: measured(lengthMm),
    lostPct: measured(lostPct),
    live: 'old',
  } as Fault)
const worn = (atMm: number, lengthMm: number, depthMm = 10): Piece =>
  add(chair, {
    ...(newFault('loss', 'f', LEG, atMm / long(chair, LEG)) as Loss),
    lengthMm: measured(lengthMm),
    widthMm: measured(20),
    depthMm: measured(depthMm),
  })

describe('a new end', () => {
  it('worked example: crushed 60 mm up a leg of 38: sawn at 65; 18 mm is the thickest rod up to half; 65 + 3 × 18 = 119 long, (38 − 18) / 2 = 10 of wall', () => {
    const { sizes, work } = asked(crushed(LEG, 60), 'new-end')
    expect(sizes['saw-line']).toBeCloseTo(65, 6)
    expect(sizes).toMatchObject({ 'dowel': 18, 'dowel-length': 119, 'stop-receiving': 120 })
    expect(sizes.wall).toBeCloseTo(10, 6)
    expect(work.stock.map(s => s.sizesMm)).toEqual([
      [42, 42, 65],
      [18, 119],
    ])
  })
  it('faces that still find each other are not sawn off; half the part is copied, not ended', () => {
    expect(asked(crushed(LEG, 60, { surface: 'ragged' }), 'new-end').why).toContain('still find each other')
    expect(asked(crushed(LEG, 230), 'new-end').why).toContain('would go')
    expect(asked(crushed(LEG, 60, { surface: 'not-looked' }), 'new-end').wants).toBe(true)
  })
  it('what sits on the length that goes is opened for it, unless it is to stay shut; a tenon that is apart is made again with it', () => {
    // Above a box of stretchers; the foot goes and the two stretchers in it with it.
    const foot = newChair({ stretchers: 'box' })
    const inFoot = foot.joints.filter(j => j.receives === LEG && j.at[1] < 180).map(j => j.id)
    const { fits, work } = asked(eaten(LEG, 110, 90, 45, foot), 'new-end')
    if (fits) {
      expect(work.design!.opens).toEqual(
        expect.arrayContaining(inFoot.filter(id => foot.joints.find(j => j.id === id)!.at[1] < 160)),
      )
    }
    const shut = applyAll(
      foot,
      inFoot.map(joint => ({ do: 'leave-shut' as const, joint, on: true })),
    )
    expect(asked(eaten(LEG, 110, 90, 45, shut), 'new-end').why).toContain('stay shut')
    const stretcher = newChair({ stretchers: 'box' })
    const joint = stretcher.joints.find(j => j.enters === 'left-stretcher')!.id
    const apart = applyAll(stretcher, [{ do: 'test-joint', joint, state: 'apart' }])
    const { why } = asked(crushed('left-stretcher', 14, {}, apart), 'scarf')
    expect(why).not.toContain('opened first')
  })
  it('its dowel stays in the leg with its walls all along, whatever leg it is, and never meets a joint that holds', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...FAMILIES.filter(f => f.id !== 'flat-frame')).chain(f => arbitraryOf(f)),
        fc.double({ min: 0.05, max: 0.3, noNaN: true }),
        (piece, share) => {
          const legs = piece.parts.filter(p => p.axis.length === 2 && Math.abs(p.axis[1]![1] - p.axis[0]![1]) > 200)
          for (const leg of legs.slice(0, 2)) {
            const { fits, work } = asked(crushed(leg.id, share * long(piece, leg.id), {}, piece), 'new-end')
            if (!fits) continue
            const [bore] = work.design!.bores
            const way = unit(subtract(bore!.to, bore!.from))
            for (let t = 2 * bore!.diameterMm; t < distance(bore!.from, bore!.to); t += 5) {
              const at = bore!.from.map((x, k) => x + way[k]! * t) as [number, number, number]
              const aside = unit(Math.abs(way[1]) < 0.8 ? [way[2], 0, -way[0]] : [0, way[2], -way[1]])
              for (const sign of [1, -1]) {
                const skin = at.map((x, k) => x + (sign * aside[k]! * bore!.diameterMm) / 2) as [number, number, number]
                expect(depthIn(leg, skin)).toBeGreaterThan(3 - 0.8)
              }
            }
          }
        },
      ),
      { numRuns: 15 },
    )
  })
})

describe('a scarf', () => {
  it('worked example: crushed 40 mm up a leg of 38 × 445, its rails from 387 up: 45 go, 12 × 38 do not lie clear of them', () => {
    const { why, sizes, fits } = asked(crushed(LEG, 40), 'scarf')
    const low = Math.min(...chair.joints.filter(j => j.receives === LEG).map(j => j.at[1] - j.depthMm.value))
    // What is free of joints, and 2 × 38 stay: the slope is 8 times and more, or it is refused with what there is.
    const free = Math.min(long(chair, LEG) - 45 - 76, low - 45)
    if (free / 38 < 8) expect([fits, why]).toEqual([false, expect.stringContaining('too short it lets go')])
    else expect(sizes.length).toBeCloseTo((Math.floor((free / 38) * 2) / 2) * 38, 3)
  })
  it('by hand on a stick of 20: twelve times 20 are 240, at tan⁻¹ (1 / 12) = 4.76°; the face is √(240² + 20²) long', () => {
    const bare = newPiece('table', { support: 'none' })
    const apron = bare.parts.find(p => p.id === 'back-apron')!
    const thick = Math.min(apron.section.stations[0]!.widthMm, apron.section.stations[0]!.depthMm)
    const opened = applyAll(
      bare,
      bare.joints
        .filter(j => j.enters === apron.id)
        .map(j => ({ do: 'test-joint' as const, joint: j.id, state: 'apart' as const })),
    )
    const { fits, sizes, c, work } = asked(crushed(apron.id, 30, {}, opened), 'scarf')
    if (!fits) return
    expect(sizes['drill-slope']).toBeCloseTo(
      (Math.atan(1 / (sizes.length! / (sizes.length! * Math.tan((sizes['drill-slope']! * Math.PI) / 180)))) * 180)
      / Math.PI,
      6,
    )
    expect(thick).toBeGreaterThan(0)
    const face = readDxf(sheetDxf(sheetOfWood(c, 'scarf', work, 'sheet')!))
      .lines.filter(l => l.layer === 'new')
      .map(l => Math.hypot(l.a[0] - l.b[0], l.a[1] - l.b[1]))
    const deep = sizes.length! * Math.tan((sizes['drill-slope']! * Math.PI) / 180)
    expect(face.some(l => Math.abs(l - Math.hypot(sizes.length!, deep)) < 0.1)).toBe(true)
  })
  it('the load of a foot points in under the seat, of an arm down: the old slope looks against it', () => {
    const leg = chair.parts.find(p => p.id === LEG)!
    const { way } = loadOn(chair, leg, 'first')
    const twin = chair.parts.find(p => p.id === 'right-front-leg')!
    expect(Math.sign(way[0])).toBe(Math.sign(twin.axis[0]![0] - leg.axis[0]![0]))
    expect(way[1]).toBe(0)
    const rail = chair.parts.find(p => p.id === RAIL)!
    expect(loadOn(chair, rail, 'first').way).toEqual([0, -1, 0])
  })
})

describe('worm', () => {
  it('10 % is made firm; 25 % firmed and patched, 1.5 × 0.25 × 38 = 14.25 deep; 45 % goes, 15 mm past it', () => {
    expect(asked(eaten(LEG, 100, 60, 10), 'worm-firm').fits).toBe(true)
    expect(asked(eaten(LEG, 100, 60, 10), 'worm-patched').fits).toBe(false)
    expect(asked(eaten(LEG, 100, 60, 25), 'worm-patched').sizes.thickness).toBeCloseTo(14.25, 6)
    expect(asked(eaten(LEG, 100, 60, 25), 'worm-firm').fits).toBe(false)
    expect(asked(eaten(LEG, 30, 60, 45), 'worm-patched').why).toContain('new wood')
    // 30 + 30 + 15 = 75 from the foot.
    expect(asked(eaten(LEG, 30, 60, 45), 'new-end').sizes['saw-line']).toBeCloseTo(75, 6)
  })
  it('live, or not told old, nothing is done to the wood before it is treated', () => {
    const live = add(chair, {
      ...newFault('worm', 'f', LEG, 0.2),
      lengthMm: measured(50),
      lostPct: measured(10),
      live: 'live',
    } as Fault)
    for (const { verdict } of woodCandidates({
      piece: live,
      trouble: troublesOf(live)[0]!,
      school: 'everyday',
      glueGapMm: 0.15,
    })) { expect(verdict.fits).toBe(false) }
  })
  it('at a joint 20 % is too much to keep', () => {
    const at = chair.joints.find(j => j.receives === LEG)!.at[1]
    expect(asked(eaten(LEG, at, 60, 20), 'worm-patched').why).toContain('at a joint')
  })
})

describe('a foot', () => {
  it('worked example: 12 mm gone round 6 mm up: sawn at 12, a tip of 12, four over each way', () => {
    const { sizes, work } = asked(worn(6, 12), 'foot-tip')
    expect(sizes).toEqual({ 'saw-line': 12, 'thickness': 12 })
    expect(work.stock[0]!.sizesMm).toEqual([42, 42, 12])
  })
  it('pegged from 15 mm on; over 25 it is a new end; in the middle of a leg it is no tip', () => {
    expect(phraseText(asked(worn(10, 20), 'foot-tip').work.steps[1]!.words)).toContain('pegs')
    expect(asked(worn(20, 40), 'foot-tip').why).toContain('new end')
    expect(asked(worn(200, 20), 'foot-tip').why).toBe('not thought of')
  })
})

describe('a loss past the middle', () => {
  it('worked example: 22 of 38 gone over 40 mm: 24 deep lean in 24 tan 7° = 2.95, so 40 + 2 × 3.45 = 46.9 × 38; 14 stay, over a third of 38', () => {
    const { fits, sizes, work } = asked(worn(200, 40, 22), 'through-patch')
    expect(fits).toBe(true)
    expect(sizes).toMatchObject({ length: expect.closeTo(46.89, 2), thickness: 24 })
    expect(sizes.width).toBeCloseTo(38, 6)
    expect(sizes.wall).toBeCloseTo(14, 6)
    expect(work.stock[0]!.sizesMm.map(x => Math.round(x * 10) / 10)).toEqual([24.5, 39, 46.9])
  })
  it('28 of 38 leave 8, under a third: the length is replaced; 10 are a patch from one face', () => {
    expect(asked(worn(200, 40, 28), 'through-patch').why).toContain('the length is replaced')
    expect(asked(worn(200, 40, 10), 'through-patch').why).toBe('not thought of')
  })
})

describe('a length of a rail', () => {
  it('worked example: worm of 60 mm, 45 %, in the middle of 394: 90 go, laps of 2 × 22 = 44 make 178; two thirds of 22 let in leave 7.33', () => {
    const { sizes } = asked(eaten(RAIL, long(chair, RAIL) / 2, 60, 45), 'rail-splice')
    expect(sizes.length).toBeCloseTo(178, 6)
    expect(sizes.slot).toBe(44)
    expect(sizes.wall).toBeCloseTo(22 / 3, 6)
    expect(sizes.thickness).toBeCloseTo(44 / 3, 6)
  })
  it('near its end there is no wood to lap into', () =>
    expect(asked(eaten(RAIL, 40, 60, 45), 'rail-splice').why).toMatch(/new end|opened first/))
})

describe('keys in a board', () => {
  it('worked example: a plank of 34: 0.4 × 34 = 14 deep, 2.5 × 34 = 85 long, 43 at its ends, 19 at its waist; one to every 150 mm', () => {
    const stool = newPiece('stool', { top: 'square' })
    const split: Split = {
      ...(newFault('split', 'f', 'seat', 0.5) as Split),
      runsOut: 'no',
      lengthMm: measured(260),
      openMm: measured(0.1),
    }
    const { fits, sizes, work, why } = asked(add(stool, split), 'butterfly-key')
    expect([fits, why]).toEqual([true, expect.stringContaining('2 keys')])
    expect(sizes).toMatchObject({ length: 85, width: 43, core: 19, thickness: 14 })
    expect(work.stock[0]!.sizesMm).toEqual([14, 43, 85])
  })
  it('a leg is no board', () => {
    const split: Split = {
      ...(newFault('split', 'f', LEG, 0.5) as Split),
      runsOut: 'no',
      lengthMm: measured(100),
      openMm: measured(0.1),
    }
    expect(asked(add(chair, split), 'butterfly-key').why).toBe('not thought of')
  })
})

describe('glue, and the voids filled', () => {
  const flat = (lostPct: number, angle: number) =>
    applyAll(
      crushed(LEG, 200, {
        surface: 'fibrous',
        angleDeg: measured(angle),
        lostPct: measured(lostPct),
        fibreDeg: measured(angle),
      }),
      [],
    )
  it('is for a break along the fibres with a quarter of its face gone; not with a tenth, not with half, not across', () => {
    expect(asked(flat(25, 7), 'glue-and-fill').fits).toBe(true)
    expect(asked(flat(10, 7), 'glue-and-fill').why).toContain('little to fill')
    expect(asked(flat(50, 7), 'glue-and-fill').why).toContain('new wood')
    expect(asked(flat(25, 40), 'glue-and-fill').why).toContain('fill carries nothing')
  })
})

describe('half a lap', () => {
  it('wants flat faces that do not all show, and three times the wider face of sound wood', () => {
    const shown = applyAll(crushed(LEG, 60), [
      { do: 'edit-frame', edit: { do: 'describe-part', part: LEG, show: 'all-round' } },
    ])
    expect(asked(shown, 'half-lap-splice').why).toContain('shows all round')
    const { fits, sizes } = asked(crushed(LEG, 60), 'half-lap-splice')
    expect(fits).toBe(true)
    expect(sizes).toMatchObject({ length: 114, thickness: 19 })
    expect(sizes['tenon-length']).toBeCloseTo(65 + 114, 6)
  })
})

describe('what goes and what comes', () => {
  it('is as long as before: the new end as long as what was sawn off, whatever was spoilt', () => {
    fc.assert(
      fc.property(fc.double({ min: 20, max: 180, noNaN: true }), (atMm) => {
        const piece = crushed(LEG, atMm)
        const { fits, work, sizes } = asked(piece, 'new-end')
        if (!fits) return
        const solid = work.design!.newWood[0]!
        const own = distance(solid.axis[0]!, solid.axis.at(-1)!)
        expect(own).toBeCloseTo(sizes['saw-line']!, 3)
        const line = unit(subtract(solid.axis.at(-1)!, solid.axis[0]!))
        const leg = piece.parts.find(p => p.id === LEG)!
        expect(Math.abs(dot(line, unit(subtract(leg.axis[1]!, leg.axis[0]!))))).toBeCloseTo(1, 9)
      }),
      { numRuns: 25 },
    )
  })
})
