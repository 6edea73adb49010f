import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { faultsOfWood } from '../../tests/fixtures/validate-wood'
import { troublesOf } from '../condition/troubles'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { FAMILIES } from '../piece/families'
import { newFault } from '../piece/faults'
import { newHold } from '../piece/new-hold'
import type { Command } from '../piece/commands'
import type { Break, EarlierRepair, Fault, Loss, Piece, Split } from '../piece/schema'
import { planPiece } from '../plan'
import { USUAL_SHOP } from '../reference/usual-shop'
import { woodCandidates, type Work } from './index'

const chair = newChair()
const add = (piece: Piece, fault: Fault): Piece => applyAll(piece, [{ do: 'add-fault', fault }])
const broken = (part: string, along: number, facts: Partial<Break>): Break => ({
  ...(newFault('break', 'snap', part, along) as Break),
  parted: 'apart',
  surface: 'ragged',
  angleDeg: measured(90),
  gapMm: measured(0.1),
  ...facts,
})
const LEG = 'left-front-leg' // 38 × 38 × 445, of beech
function asked(piece: Piece, trouble: string, glueGapMm = 0.15) {
  const found = troublesOf(piece).find(t => t.id === trouble)!
  const all = woodCandidates({ piece, trouble: found, school: 'everyday', glueGapMm })
  return (id: string) => {
    const { verdict } = all.find(c => c.mend.id === id)!
    const sizes = verdict.fits ? Object.fromEntries(verdict.sizes.map(s => [s.id, s.figure.value])) : {}
    return {
      fits: verdict.fits,
      why: phraseText(verdict.reason),
      wants: !verdict.fits && verdict.wants === true,
      work: verdict as Work,
      sizes,
    }
  }
}
const atBreak = (facts: Partial<Break>, glueGapMm?: number, along = 0.2) =>
  asked(add(chair, broken(LEG, along, facts)), 'fault:snap', glueGapMm)

describe('a break', () => {
  it('along the fibres is glued alone: 38 × 38 / sin 6° = 13 814 mm², pressed across by 0.2 to 1.2 MPa / cos 6°', () => {
    const { fits, work, sizes } = atBreak(
      { angleDeg: measured(6), fibreDeg: measured(6), surface: 'clean' },
      undefined,
      0.5,
    )('glue-break')
    expect(fits).toBe(true)
    expect(sizes['glue-face']).toBeCloseTo(1444 / 0.104528, 0)
    const forces = work.design!.pressing.map(p => [p.force.low!, p.force.high!])
    // 38 mm deep and 363 mm long: four clamps share it.
    expect(forces).toHaveLength(4)
    expect(4 * forces[0]![0]!).toBeCloseTo((0.2 * 13814) / 0.994522 / 1000, 2)
    expect(4 * forces[0]![1]!).toBeCloseTo((1.2 * 13814) / 0.994522 / 1000, 2)
  })

  it('is judged at the worst angle in its band: 6° in wood that runs 1 in 20 may be 8.9°', () => {
    const sloped = applyAll(add(chair, broken(LEG, 0.5, { angleDeg: measured(6), surface: 'clean' })), [
      { do: 'edit-frame', edit: { do: 'describe-part', part: LEG, grainOneIn: measured(20) } },
    ])
    expect(asked(sloped, 'fault:snap')('glue-break')).toMatchObject({
      fits: false,
      why: expect.stringContaining('8.9'),
    })
  })

  it.each([
    [{ surface: 'not-looked' }, 'nobody has looked'],
    [{ angleDeg: { value: 90, basis: 'assumed' } }, 'lay a bevel'],
    [{ gapMm: null }, 'press it together'],
    [{ through: ['screw'] }, 'say at the break what it is'],
  ] as [Partial<Break>, string][])('asks first: %j', (facts, words) => {
    const of = atBreak({ angleDeg: measured(60), ...facts })
    expect(of('saw-and-bore')).toMatchObject({ fits: false, wants: true, why: expect.stringContaining(words) })
    expect(of('dowel-break').wants).toBe(true)
  })

  it('is bored across from the side where a drill can be led: a stretcher under the break turns it round', () => {
    // Broken at 250 mm, its face sloping inward: from below on the inside the drill would stand in the front
    // stretcher, 205 mm up.
    const at = (stretchers: string) =>
      asked(
        add(newChair({ stretchers }), broken(LEG, 250 / 445, { angleDeg: measured(60) })),
        'fault:snap',
      )('dowel-break')
    const mouths = (stretchers: string) => at(stretchers).work.design!.bores.map(b => b.from)
    for (const [x, y] of mouths('none')) expect([x < 201, y < 250]).toEqual([true, true])
    for (const [x, y] of mouths('box')) expect([x > 201, y > 250]).toEqual([true, true])
  })

  it('that crumbles or stays 0.9 mm open has no mend of these', () => {
    for (const facts of [{ surface: 'crumbling' as const }, { gapMm: measured(0.9) }]) {
      for (const id of ['glue-break', 'saw-and-bore', 'dowel-break']) expect(atBreak(facts)(id).fits).toBe(false)
    }
  })

  it('square across a 38 mm leg, 89 mm up: sawn at 89 + 4, 18 mm dowel, 4 + 5 × 18 = 94 long, 50 and 46 deep, 10 of wall', () => {
    const { fits, sizes, work } = atBreak({})('saw-and-bore')
    expect(fits).toBe(true)
    expect(sizes).toMatchObject({
      'saw-line': 93,
      'dowel': 18,
      'dowel-length': 94,
      'bit': 18,
      'stop-receiving': 50,
      'stop-entering': 46,
    })
    expect(sizes.wall).toBeCloseTo((38 - 18) / 2, 6)
    expect(work.removedCm3).toBeCloseTo(((Math.PI / 4) * (18 ** 2 * 94 + 38 ** 2 * 0.8)) / 1000, 6)
    expect(work.design!.glueLines.map(l => [l.turn, l.gapMm, l.soon ?? false])).toEqual([
      [1, 0.1, true],
      [2, 0.3, false],
    ])
  })

  it('what the saw took is made good under a foot, and in a rail between its faces', () => {
    const dry = (piece: Piece) =>
      phraseText(asked(piece, 'fault:snap')('saw-and-bore').work.steps.find(s => s.id === 'dry')!.words)
    expect(dry(add(chair, broken(LEG, 0.2, {})))).toContain('a pad under this one')
    const loose = applyAll(chair, [{ do: 'test-joint', joint: 'left-side-rail--left-front-leg', state: 'apart' }])
    const rail = dry(add(loose, broken('left-side-rail', 0.5, { parted: 'apart' })))
    expect(rail).toContain('a veneer as thick goes between the faces')
    expect(rail).not.toContain('feet')
  })

  it('between joints that hold both halves takes no dowel along the part, nor one that would meet a tenon', () => {
    const box = newChair({ stretchers: 'box' })
    expect(asked(add(box, broken(LEG, 0.6, {})), 'fault:snap')('saw-and-bore').why).toContain(
      'the frame holds both halves',
    )
    expect(asked(add(box, broken(LEG, 0.3, {})), 'fault:snap')('saw-and-bore').why).toMatch(/of J\d+|into J\d+/)
  })

  it('at 60° in 38 mm: two 8 mm dowels at 30°, 19 mm apart, 31.1 + 24 past the break, 5.5 mm of wall, 5.6 cm³ bored', () => {
    const { fits, sizes, work } = atBreak({ angleDeg: measured(60) })('dowel-break')
    expect(fits).toBe(true)
    // Mouth: 19 / sin 30° − 4 / tan 30° = 31.07; bottom: (19 − 3 − 4 cos 30°) / sin 30° − 1 = 24.07, and no more than
    // 3 × 8.
    expect(sizes).toMatchObject({ 'dowel': 8, 'dowel-length': 55, 'stop-entering': 56, 'spacing': 19 })
    expect(sizes['drill-slope']).toBeCloseTo(30, 9)
    expect(sizes.wall).toBeCloseTo(19 - 9.5 - 4, 6)
    expect(work.removedCm3).toBeCloseTo((((2 * Math.PI) / 4) * 64 * 56) / 1000, 6)
    const [a, b] = work.design!.bores
    const between = Math.hypot(...[0, 1, 2].map(k => a!.from[k]! - b!.from[k]!))
    expect(between).toBeCloseTo(19, 6)
  })

  it('steeper than the bit can be led is bored at 25°, the second leaning the other way', () => {
    const { sizes, work } = atBreak({ angleDeg: measured(85) })('dowel-break')
    expect(sizes['drill-slope']).toBeCloseTo(25, 9)
    const [a, b] = work.design!.bores.map(bore => [0, 1, 2].map(k => bore.to[k]! - bore.from[k]!))
    const cos = (a![0]! * b![0]! + a![1]! * b![1]! + a![2]! * b![2]!) / Math.hypot(...a!) / Math.hypot(...b!)
    expect((Math.acos(cos) * 180) / Math.PI).toBeCloseTo(50, 3)
  })

  it('anywhere in any upright part: walls, tips, neighbours and joints keep their distance, measured on the drawn solids', () => {
    const uprights = FAMILIES.flatMap(f =>
      newPiece(f.id)
        .parts.filter(p => p.axis.length === 2 && Math.abs(p.axis[1]![1] - p.axis[0]![1]) > 150)
        .map(p => [f.id, p.id] as const),
    )
    const place = fc.record({
      of: fc.constantFrom(...uprights),
      along: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
      angle: fc.integer({ min: 20, max: 90 }),
      turn: fc.integer({ min: 0, max: 359 }),
      school: fc.constantFrom('everyday' as const, 'strength' as const),
    })
    let mended = 0
    fc.assert(
      fc.property(place, ({ of: [family, part], along, angle, turn, school }) => {
        const piece = applyAll(
          add(newPiece(family), broken(part, along, { angleDeg: measured(angle), turnDeg: turn })),
          [{ do: 'describe', intake: { school } }],
        )
        const plan = planPiece(piece, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
        mended += plan.woodMends.filter(m => m.chosen !== null).length
        expect(faultsOfWood(piece, plan)).toEqual([])
      }),
      { numRuns: 60, seed: 11 },
    )
    expect(mended).toBeGreaterThan(5)
  })
})

describe('an earlier repair in the wood', () => {
  const repair = (facts: Partial<EarlierRepair>): Fault => ({
    ...(newFault('earlier-repair', 'old', LEG, 0.5) as EarlierRepair),
    glue: 'protein',
    register: 'out-of-register',
    holds: 'holds',
    offMm: measured(2),
    angleDeg: measured(6),
    ...facts,
  })
  const straight = applyAll(chair, [
    { do: 'edit-frame', edit: { do: 'describe-part', part: LEG, grainOneIn: measured(60) } },
  ])
  const at = (facts: Partial<EarlierRepair>, piece = straight) =>
    asked(add(piece, repair(facts)), 'fault:old')('redo-repair')

  it('in protein glue, 6° along a leg whose grain runs 1 in 60 (0.95° more): softened 5, eased 20, scraped 15, registered 8; 1444 / sin 6° of face; it moves back 2 mm', () => {
    const { fits, work, sizes } = at({})
    expect(fits).toBe(true)
    expect(work.steps.map(s => [s.id, s.minutes])).toEqual([
      ['soften', 5],
      ['ease', 20],
      ['scrape', 15],
      ['register', 8],
      ['press', 0],
    ])
    expect(sizes['glue-face']).toBeCloseTo(1444 / 0.104528, 0)
    expect(sizes['moves-back']).toBe(2)
    expect(work.design!.glueLines).toMatchObject([{ id: 'fault:old/face', gapMm: 0.15, turn: 1 }])
  })
  it('that lets go already is eased open in six minutes', () =>
    expect(at({ holds: 'lets-go' }).work.steps[1]!.minutes).toBe(6))
  it.each([
    [{ glue: 'unknown' }, 'nobody knows its glue'],
    [{ metal: 'nail' }, 'there is nail in it'],
    [{ angleDeg: undefined }, 'lay a bevel on its line'],
  ] as [Partial<EarlierRepair>, string][])('asks first: %j', (facts, words) =>
    expect(at(facts)).toMatchObject({ fits: false, wants: true, why: expect.stringContaining(words) }),
  )
  it('asks for the slope of the grain, which decides whether glue alone will do', () =>
    expect(at({}, chair)).toMatchObject({ fits: false, wants: true }))
  it.each([
    [{ glue: 'urea' }, 'sawn out'],
    [{ glue: 'polyurethane' }, 'sawn out'],
    [{ angleDeg: measured(45) }, 'tell it as one'],
  ] as [Partial<EarlierRepair>, string][])('has no such mend: %j', (facts, words) =>
    expect(at(facts)).toMatchObject({ fits: false, wants: false, why: expect.stringContaining(words) }),
  )
  it('softens while nobody works on it, and is glued after', () => {
    const bare = applyAll(straight, [{ do: 'edit-frame', edit: { do: 'describe-part', part: LEG, finish: 'bare' } }])
    const plan = planPiece(add(bare, repair({ glue: 'pva' })), USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
    const [soften, ease, glue] = ['fault:old/soften', 'fault:old/ease', 'fault:old/face/glue'].map(id =>
      plan.tasks.find(t => t.id === id)!,
    )
    expect(soften!.waitMin).toBeGreaterThan(0)
    expect(ease!.time!.startMin).toBeGreaterThanOrEqual(soften!.time!.endMin + soften!.waitMin)
    expect(glue!.time!.startMin).toBeGreaterThan(ease!.time!.endMin)
  })
})

describe('a split', () => {
  const split = (facts: Partial<Split>): Split => ({
    ...(newFault('split', 'long', 'left-side-rail', 0.5) as Split),
    lengthMm: measured(200),
    runsOut: 'yes',
    openMm: measured(0.4),
    ...facts,
  })
  const of = (facts: Partial<Split>) => asked(add(chair, split(facts)), 'fault:long')('close-split')

  it('in a rail of 22 × 58 that runs out: 3 × 12 600 × (22 × 29³ / 12) × 0.2 / 200³ N to hold it closed', () => {
    const { fits, sizes } = of({})
    expect(fits).toBe(true)
    expect(sizes.spring).toBeCloseTo((3 * 12600 * ((22 * 29 ** 3) / 12) * 0.2) / 200 ** 3, 3)
    expect(sizes['glue-face']).toBeCloseTo(200 * 22, 6)
  })
  it('held at both ends pulls 64 times as hard, and is refused over 400 N', () => {
    expect(of({ runsOut: 'no', lengthMm: measured(120) })).toMatchObject({
      fits: false,
      why: expect.stringContaining('a strip let in instead'),
    })
    expect(of({ runsOut: 'no', lengthMm: measured(300), openMm: measured(0.12) }).sizes.spring).toBeCloseTo(
      (192 * 12600 * ((22 * 29 ** 3) / 12) * 0.06) / 300 ** 3,
      3,
    )
    // 192 × 12 600 × 44 713 × 0.2 / 200³ = 2 704 N, 276 kg; over 120 mm it is 12 520 N, which nobody has.
    expect(of({ runsOut: 'no' }).why).toContain('it takes 280 kg')
    expect(of({ runsOut: 'no', lengthMm: measured(120) }).why).toMatch(/^no clamp closes 0\.40 mm here/)
    // What the glue bridges as it stands is not pulled at all.
    expect(of({ runsOut: 'no', openMm: measured(0.05) }).sizes.spring).toBe(0)
  })
  it('what will not be pulled closed has a slip let in: 0.8 open is 1.0 at the edge, 1.2 at the face, 200 long, 22 + 1 deep; 0.88 cm³ of cleaning', () => {
    const piece = add(chair, split({ openMm: measured(0.8), runsOut: 'no', lengthMm: measured(120) }))
    const { fits, sizes, work } = asked(piece, 'fault:long')('slip-in')
    expect(fits).toBe(true)
    expect([sizes.shim, sizes.thickness, sizes.length, sizes.width].map(x => Math.round(x! * 100) / 100)).toEqual([
      1, 1.2, 120, 23,
    ])
    expect(work.removedCm3).toBeCloseTo((0.2 * 120 * 22) / 1000, 9)
    expect(work.design!.glueLines[0]!.areaMm2).toBeCloseTo(2 * 120 * 22, 6)
    // One that closes is closed first; a hair takes no slip, and a gap of five wants wood of its own shape.
    const order = (openMm: number) =>
      woodCandidates({
        piece: add(chair, split({ openMm: measured(openMm) })),
        trouble: troublesOf(add(chair, split({})))[0]!,
        school: 'everyday',
        glueGapMm: 0.15,
      })
        .filter(c => c.verdict.fits)
        .map(c => c.mend.id)
    expect(order(0.4)[0]).toBe('close-split')
    expect(order(0.2)).not.toContain('slip-in')
    expect(asked(add(chair, split({ openMm: measured(5) })), 'fault:long')('slip-in').why).toContain('wood is gone')
  })
  it('asks where it ends and how wide it stands open', () => {
    expect([of({ runsOut: 'not-seen' }), of({ openMm: null })].map(v => v.wants)).toEqual([true, true])
  })
})

describe('what is gone', () => {
  it('30 × 12 × 6 from a 38 mm leg: recess 34 × 16 × 6.5, 31.5 stay, 1194 mm² of bed, 1.38 cm³ more taken', () => {
    const loss: Loss = {
      ...(newFault('loss', 'chip', LEG, 0.5) as Loss),
      lengthMm: measured(30),
      widthMm: measured(12),
      depthMm: measured(6),
    }
    const { fits, sizes, work } = asked(add(chair, loss), 'fault:chip')('let-in-patch')
    expect(fits).toBe(true)
    expect(sizes).toMatchObject({ length: 34, width: 16, thickness: 6.5, wall: 31.5 })
    expect(work.design!.glueLines[0]!.areaMm2).toBeCloseTo(34 * 16 + 2 * (34 + 16) * 6.5, 9)
    expect(work.removedCm3).toBeCloseTo((34 * 16 * 6.5 - 30 * 12 * 6) / 1000, 9)
    expect(asked(add(chair, { ...loss, depthMm: measured(22) }), 'fault:chip')('let-in-patch').fits).toBe(false)
  })

  it('a lost stretcher is made again with its tenons, after its twin; a bent one and a seat are not', () => {
    const lose = (piece: Piece, part: string) =>
      applyAll(piece, [{ do: 'edit-frame', edit: { do: 'describe-part', part, missing: true } }])
    const box = newChair({ stretchers: 'box' })
    const { fits, sizes, why } = asked(lose(box, 'left-stretcher'), 'part:left-stretcher')('copy-part')
    const { axis } = box.parts.find(p => p.id === 'left-stretcher')!
    expect(fits).toBe(true)
    expect(why).toContain('right stretcher')
    expect(sizes.length).toBeCloseTo(Math.hypot(...[0, 1, 2].map(k => axis[1]![k]! - axis[0]![k]!)) + 2 * 20, 6)
    expect(asked(lose(newPiece('stick-chair'), 'bow'), 'part:bow')('copy-part').why).toContain('bent')
    expect(asked(lose(newPiece('stool'), 'seat'), 'part:seat')('copy-part').why).toContain('panel')
  })

  it('corner blocks: 84.7° and 95.3° corners, 65 along each rail, 2 × 65 × sin 47.7° = 96.1 long; a 22 mm rail gives 28 of thread', () => {
    const bare = applyAll(chair, [{ do: 'set-bracing', bracing: { cornerBlocks: 'missing' } }])
    const { fits, sizes, work } = asked(bare, 'bracing:blocks')('corner-block')
    expect(fits).toBe(true)
    const half = Math.atan((440 - 38 - (370 - 38)) / 2 / (410 - 38)) // how far a side rail runs in
    expect(sizes.length).toBeCloseTo(2 * 65 * Math.sin((Math.PI / 2 + half) / 2), 0)
    // 22 / sin 42.3° − 3 = 29.7, and seven diameters of 4 are 28.
    expect(sizes).toMatchObject({ 'pin-depth': 28 })
    expect(work.stock.map(s => [s.id, s.count])).toEqual([
      ['block', 4],
      ['screw', 16],
    ])
    expect(
      asked(applyAll(chair, [{ do: 'set-bracing', bracing: { webbing: 'missing' } }]), 'bracing:webbing'),
    ).toThrow()
  })
})

describe('hardware', () => {
  const bolted: Command = {
    do: 'edit-frame',
    edit: {
      do: 'change-joint',
      joint: 'left-side-rail--left-front-leg',
      form: { kind: 'bolted', count: 1, diameterMm: measured(8), bracket: true },
    },
  }
  const loose = applyAll(chair, [bolted, { do: 'test-joint', joint: 'left-side-rail--left-front-leg', state: 'gives' }])
  it('that is loose only is tightened, without glue; stripped it is not', () => {
    const { fits, work } = asked(loose, 'joint:left-side-rail--left-front-leg')('tighten')
    expect([fits, work.design]).toEqual([true, undefined])
    const stripped = applyAll(loose, [
      {
        do: 'add-hold',
        hold: newHold('hanger-bolt', 'bolt', 'left-side-rail--left-front-leg', {
          state: 'loose',
          faults: ['stripped'],
        }),
      },
    ])
    expect(asked(stripped, 'joint:left-side-rail--left-front-leg')('tighten').why).toContain('stripped')
  })
  it('a screw that has snapped comes out and its hole is plugged; a castor is no such thing', () => {
    const screwed = applyAll(chair, [
      {
        do: 'add-hold',
        hold: newHold('snapped-screw', 'stub', 'left-side-rail--left-front-leg', { faults: ['snapped'] }),
      },
    ])
    const { fits, work } = asked(screwed, 'hold:stub')('metal-out')
    expect(fits).toBe(true)
    expect(work.stock).toMatchObject([{ id: 'plug', count: 1 }])
    const castor = applyAll(chair, [
      { do: 'add-hold', hold: newHold('castor', 'wheel', { kind: 'part', id: LEG, along: 0 }, { state: 'loose' }) },
    ])
    expect(
      woodCandidates({
        piece: castor,
        trouble: troublesOf(castor).find(t => t.id === 'hold:wheel')!,
        school: 'everyday',
        glueGapMm: 0.15,
      }).map(c => c.mend.id),
    ).not.toContain('metal-out')
  })
})

describe('a break that tore', () => {
  // Along a leg at 8 degrees in wood of 1 in 20, 2.9 degrees: 10.9 at worst.
  const torn = (facts: Partial<Break>): Piece =>
    applyAll(chair, [
      { do: 'edit-frame', edit: { do: 'describe-part', part: LEG, grainOneIn: measured(20) } },
      {
        do: 'add-fault',
        fault: {
          ...(newFault('break', 'f', LEG, 0.5) as Break),
          parted: 'apart',
          surface: 'ragged',
          angleDeg: measured(8),
          gapMm: measured(0.4),
          lostPct: measured(5),
          ...facts,
        },
      },
    ])
  const of = (facts: Partial<Break> = {}) => asked(torn(facts), 'fault:f')('splinters-first')

  it('has its splinters laid back and set before its halves are pressed: two glue lines, the clamps on the second', () => {
    const { fits, work } = of()
    expect(fits).toBe(true)
    const { glueLines, pressing } = work.design!
    expect(glueLines.map(l => [l.id, l.turn])).toEqual([
      ['fault:f/splinters', 1],
      ['fault:f/face', 2],
    ])
    expect([pressing.length > 0, pressing.every(p => p.turn === 2)]).toEqual([true, true])
    // A leg of 38 × 38: 38² / sin 8° less 5 %, three tenths of it in splinters.
    const face = ((38 * 38) / Math.sin((8 * Math.PI) / 180)) * 0.95
    expect(glueLines[1]!.areaMm2).toBeCloseTo(face, 0)
    expect(glueLines[0]!.areaMm2).toBeCloseTo(0.3 * face, 0)
  })

  it('is not for steep breaks, for faces of which much is gone, nor thought of where nothing tore', () => {
    expect(of({ angleDeg: measured(14) }).why).toContain('splinters are short')
    expect(of({ lostPct: measured(25) }).why).toContain('gone')
    expect(of({ lostPct: null }).wants).toBe(true)
    expect(() => of({ surface: 'clean' })).toThrow()
  })
})

describe('a panel under the rails', () => {
  const bare = applyAll(chair, [{ do: 'set-bracing', bracing: { cornerBlocks: 'missing' } }])
  const { fits, sizes, work } = asked(bare, 'bracing:blocks')('screwed-panel')

  it('by hand: rails of 22 reach 11 out of their middle, the panel 5; corners where those lines meet', () => {
    expect(fits).toBe(true)
    const line = (id: string) => bare.parts.find(p => p.id === id)!.axis as [number, number, number][]
    const [front, side] = [line('front-rail'), line('left-side-rail')]
    // The side rail runs in from front to back: x along it at the front line, moved out by 5 over the cosine of its
    // slant.
    const slope = (side[1]![0] - side[0]![0]) / (side[1]![2] - side[0]![2])
    const z = front[0]![2] + 5
    const x = Math.abs(side[0]![0] + slope * (z - side[0]![2])) + 5 * Math.hypot(1, slope)
    expect(sizes.width).toBeCloseTo(2 * x, 3)
    const back = line('back-rail')
    expect(sizes.length).toBeCloseTo(front[0]![2] - back[0]![2] + 10, 3)
    expect(work.sizes.find(s => s.id === 'pin-depth')!.figure.value).toBe(25)
  })

  it('holds far more square than blocks do, and is second to them all the same; nothing of it is glued', () => {
    const blocks = asked(bare, 'bracing:blocks')('corner-block')
    expect(sizes.spring!).toBeGreaterThan(blocks.sizes.spring!)
    // Four blocks of four screws of 4 mm, 480 N each: their distances from the middle of each four, over a side rail
    // of its length.
    const at = [
      [26, 0],
      [52, 0],
      [0, 26],
      [0, 52],
    ] as const
    const sum = at.reduce((all, [a, b]) => all + Math.hypot(a - 19.5, b - 19.5), 0)
    const longest = Math.max(
      ...['front-rail', 'left-side-rail', 'back-rail'].map((id) => {
        const { axis } = bare.parts.find(p => p.id === id)!
        return Math.hypot(...[0, 1, 2].map(k => axis[1]![k]! - axis[0]![k]!))
      }),
    )
    expect(blocks.sizes.spring!).toBeCloseTo((480 * 4 * sum) / longest, 3)
    expect(work.design).toBeUndefined()
    const chosen = woodCandidates({ piece: bare, trouble: troublesOf(bare)[0]!, school: 'everyday', glueGapMm: 0.15 })
    expect(chosen.map(c => c.mend.id)).toEqual(['corner-block', 'screwed-panel'])
  })

  it('new webbing is told by what it pulls: its strips one way, 180 N each, on two rail ends', () => {
    const slack = applyAll(chair, [{ do: 'set-bracing', bracing: { webbing: 'slack' } }])
    const web = asked(slack, 'bracing:webbing')('new-webbing')
    const strips = Number(/^(\d+) strips/.exec(web.why)![1])
    expect(web.sizes.spring).toBe((strips * 180) / 2)
  })
})

describe('an earlier repair at a joint', () => {
  const RAIL = 'left-side-rail--left-back-post'
  const repair = (facts: Partial<EarlierRepair> = {}): Fault => ({
    ...(newFault('earlier-repair', 'old', 'left-side-rail', 0.02) as EarlierRepair),
    joint: RAIL,
    glue: 'construction',
    holds: 'lets-go',
    register: 'out-of-register',
    offMm: measured(2),
    ...facts,
  })
  const loose = (facts: Partial<EarlierRepair> = {}, state: 'swings' | 'solid' = 'swings') =>
    applyAll(chair, [
      ...chair.joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: j.id === RAIL ? state : 'solid' })),
      { do: 'measure-clearance', joint: RAIL, where: 'cheek', measure: measured(0.1) },
      { do: 'measure-clearance', joint: RAIL, where: 'edge', measure: measured(0.1) },
      { do: 'set-old-glue', joint: RAIL, glue: 'construction' },
      { do: 'add-fault', fault: repair(facts) },
    ])

  it('comes off with it: opened, stripped and tried in line before the joint is spread, and then both are mended', () => {
    const made = planPiece(loose(), USUAL_SHOP, { ...USUAL_SHOP.climate, tonightC: 18 }, '2026-03-05T09:00')
    expect(made.troubles.map(t => [t.id, t.answer])).toEqual(
      expect.arrayContaining([
        ['fault:old', 'mended'],
        [`joint:${RAIL}`, 'mended'],
      ]),
    )
    const time = (id: string) => made.tasks.find(t => t.id === id)!.time!
    const opened = made.tasks.find(t => t.kind === 'open' && t.joints.includes(RAIL))!
    const glued = made.stages.find(s => s.joints.includes(RAIL))!
    expect(time('fault:old/off').startMin).toBeGreaterThanOrEqual(opened.time!.endMin)
    expect(time('fault:old/line').endMin).toBeLessThanOrEqual(glued.startMin)
    expect(phraseText(made.tasks.find(t => t.id === 'fault:old/line')!.words)).toContain('comes back by 2 mm')
  })

  it('is not undone where its joint holds, where nobody knows its glue, or while metal in it was not told', () => {
    const of = (facts: Partial<EarlierRepair>, state?: 'solid') =>
      asked(loose(facts, state), 'fault:old')('undo-at-joint')
    expect(of({}, 'solid').why).toContain('holds')
    expect([of({ glue: 'unknown' }).wants, of({ metal: 'brad' }).wants]).toEqual([true, true])
  })
})
