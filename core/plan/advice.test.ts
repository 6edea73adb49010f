import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { bracingAsked } from '../condition/bracing'
import { readBreak } from '../condition/breaks'
import { diagnose, readWholePiece } from '../cause'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import type { Command } from '../piece/commands'
import { newFault } from '../piece/faults'
import { newHold } from '../piece/new-hold'
import type { Break, Piece } from '../piece/schema'
import type { JointState } from '../piece/words'
import type { Climate, Shop } from '../reference/shop-settings'
import { USUAL_SHOP } from '../reference/usual-shop'
import { recordOf } from '../record'
import { benchSteps, planPiece } from '.'

/**
 * Situations in which bad advice came out once, each with a neighbour: what a repairer reads must not be that again.
 */

const plan = (piece: Piece, shop: Shop = USUAL_SHOP, climate: Climate = shop.climate, at = '2026-03-05T09:00') =>
  planPiece(piece, shop, climate, at)
const tried = (piece: Piece, states: Readonly<Partial<Record<string, JointState>>> = {}): Piece =>
  applyAll(
    piece,
    piece.joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: states[j.id] ?? 'solid' })),
  )
const gap = (joint: string, where: 'cheek' | 'edge' | 'round', mm: number): Command => ({
  do: 'measure-clearance',
  joint,
  where,
  measure: measured(mm),
})
const pva = (joint: string): Command => ({ do: 'set-old-glue', joint, glue: 'pva' })
const RAIL = 'left-side-rail--left-back-post'
const OTHER = 'right-side-rail--right-back-post'
const snug = (joint: string): Command[] => [gap(joint, 'cheek', 0.1), gap(joint, 'edge', 0.1), pva(joint)]
const texts = (piece: Piece) =>
  benchSteps(plan(piece))
    .map(s => `${phraseText(s.title)}: ${phraseText(s.words)}`)
    .join('\n')

describe('what no mend serves', () => {
  // Snapped, and 20 mm of its post gone beside a tenon of 11: a plug of 33 leaves no wall in 38.
  const lost = applyAll(tried(newChair(), { [RAIL]: 'gives', [OTHER]: 'swings' }), [
    ...snug(RAIL),
    { do: 'measure-joint', joint: OTHER, size: 'thicknessMm', measure: measured(11) },
    gap(OTHER, 'cheek', 20),
    gap(OTHER, 'edge', 3),
    { do: 'look-for', joint: OTHER, sign: 'dowel-stub', look: 'seen' },
  ])

  it('a loose joint that no mend fits is undecided, said first, and in no stage, though it comes apart with the rest', () => {
    const made = plan(lost)
    expect(made.takeApart.decisions.find(d => d.joint === OTHER)!.decision).toBe('undecided')
    expect(made.stages.flatMap(s => s.joints)).not.toContain(OTHER)
    expect(made.stops[0]).toMatchObject({ id: 'no-mend', about: [`joint:${OTHER}`] })
    expect(made.returnMin).toBeNull()
  })

  it('nor is anything glued that would be closed over it; with a mend for it both are', () => {
    expect(plan(lost).stages).toEqual([])
    const served = applyAll(lost, snug(OTHER))
    expect(plan(served).stages.flatMap(s => s.joints)).toEqual(expect.arrayContaining([RAIL, OTHER]))
  })
})

describe('a top on its screws', () => {
  it('comes off for a loose apron and goes back on its screws: no glue under it, no clamps on it, nothing scraped', () => {
    const table = newPiece('table')
    const apron = table.joints.find(j => j.enters === 'left-apron')!.id
    const made = plan(applyAll(tried(table, { [apron]: 'gives' }), snug(apron)))
    const fixings = table.joints.filter(j => j.form.kind === 'fixing').map(j => j.id)
    const own = made.stages.find(s => s.joints.some(id => fixings.includes(id)))!
    expect(own).toMatchObject({ glues: [], lines: [], clampsOffMin: own.clampedMin })
    expect(made.glue.lines.filter(l => fixings.some(id => l.id === `joint:${id}`))).toEqual([])
    expect(made.tasks.filter(t => t.kind === 'clean' && fixings.includes(t.joints[0]!))).toEqual([])
  })
})

describe('wood that a move strikes', () => {
  const chair = applyAll(tried(newChair(), { [RAIL]: 'gives' }), snug(RAIL))
  const split: Command = {
    do: 'add-fault',
    fault: { ...newFault('split', 'crack', 'right-back-post', 0.4, OTHER), lengthMm: measured(40) } as never,
  }

  it('split: the move says it, it is held closed, and the chance of harm is more', () => {
    const cracked = applyAll(chair, [split])
    const [before, after] = [plan(chair), plan(cracked)].map(p => p.takeApart.decisions.find(d => d.joint === OTHER)!)
    const made = plan(cracked)
    if (after!.decision === 'in-the-way') {
      expect(after!.breakChance!.value).toBeGreaterThan(before!.breakChance!.value)
      expect(made.takeApart.moves.flatMap(m => m.frail)).toContain('crack')
      expect(texts(cracked)).toContain('Hold S1')
    }
    else { expect(made.takeApart.moves.flatMap(m => m.opens)).not.toContain(OTHER) }
  })

  it('a split in the part of a joint to be glued is mended before that joint is', () => {
    const own = applyAll(chair, [{ do: 'add-fault', fault: newFault('split', 'crack', 'left-back-post', 0.4, RAIL) }])
    expect(plan(own).troubles.map(t => [t.kind, t.waitsFor])).toEqual([
      ['split', []],
      ['joint-loose', ['fault:crack']],
    ])
    expect(plan(own).stages).toEqual([])
  })
})

describe('metal that somebody saw signs of', () => {
  const chair = applyAll(tried(newChair(), { [RAIL]: 'gives' }), snug(RAIL))

  it('keeps the gate shut on a solid joint that opens on the way, and is looked for before the mallet', () => {
    const seen = applyAll(chair, [{ do: 'look-for', joint: OTHER, sign: 'hidden-metal', look: 'seen' }])
    expect(plan(seen).gates.find(g => g.id === 'metal')!.done).toBe(false)
    expect(plan(chair).gates.find(g => g.id === 'metal')!.done).toBe(true)
    expect(texts(seen)).toMatch(/Find the metal in J6: [\s\S]*Move out/)
  })

  it('once it is found it is a lock with its way out, and taken out it is none', () => {
    const found = applyAll(chair, [
      { do: 'look-for', joint: RAIL, sign: 'hidden-metal', look: 'seen' },
      { do: 'add-hold', hold: newHold('brad', 'brad', RAIL, { hidden: true }) },
    ])
    expect(plan(found).takeApart.moves.flatMap(m => m.locksFirst.map(l => l.id))).toEqual(['brad'])
    const out = applyAll(found, [
      {
        do: 'log-event',
        event: { id: 'out', at: '2026-03-05T10:00', kind: 'hold-out', stage: null, of: ['hold:brad'], note: '' },
      },
    ])
    expect(plan(out).takeApart.moves.flatMap(m => m.locksFirst)).toEqual([])
  })
})

describe('a firm joint out of register', () => {
  it('is a trouble and no reason to say that nothing has to come apart; left with a reason it is settled', () => {
    const stepped = applyAll(tried(newChair()), [{ do: 'look-for', joint: RAIL, sign: 'step-in-line', look: 'seen' }])
    expect(plan(stepped).troubles).toMatchObject([{ kind: 'out-of-register', answer: 'open' }])
    expect(plan(stepped).stages).toEqual([])
    expect(
      plan(applyAll(stepped, [{ do: 'settle-trouble', trouble: `joint:${RAIL}`, how: 'left', why: 'old and firm' }]))
        .troubles,
    ).toMatchObject([{ answer: 'left' }])
  })
})

describe('what glue does not hold', () => {
  it('a bolt on the way is undone by its nut: no swab, no mallet words for it, no glue in the record', () => {
    const corner = 'right-side-rail--right-front-leg'
    const bench = applyAll(tried(newPiece('upholstered-frame', { corners: 'dowel' }), { [corner]: 'gives' }), [
      gap(corner, 'round', 0.1),
      pva(corner),
    ])
    const opened = plan(bench)
      .takeApart.decisions.filter(d => d.decision === 'in-the-way')
      .map(d => d.joint)
    const bolted = opened.find(id => bench.joints.find(j => j.id === id)!.form.kind === 'dowel')!
    const piece = applyAll(bench, [
      {
        do: 'edit-frame',
        edit: {
          do: 'change-joint',
          joint: bolted,
          form: { kind: 'bolted', count: 1, diameterMm: measured(8), bracket: true },
        },
      },
    ])
    const made = plan(piece)
    const move = made.takeApart.moves.find(m => m.joints.includes(bolted))!
    expect(move.locksFirst.filter(l => l.joint === bolted).map(l => l.kind)).toEqual(['hanger-bolt', 'corner-bracket'])
    expect(move.undo).not.toContain(bolted)
    const glued = applyAll(piece, [
      {
        do: 'log-event',
        event: {
          id: 'g',
          at: '2026-03-05T12:00',
          kind: 'stage-glued',
          stage: 1,
          of: made.stages.flatMap(s => s.joints.map(j => `joint:${j}`)),
          note: '',
        },
      },
    ])
    const record = recordOf(glued, plan(glued))
      .sections.flatMap(s => s.lines)
      .find(l => l.head === 'Glue')!
    const tag = `J${piece.joints.find(j => j.id === bolted)!.number}`
    expect(phraseText(record.text).split(/[ ,;]+/)).not.toContain(tag)
  })

  it('a table top lets go by its screws or buttons, not by a swab, and is not glued on again', () => {
    const loose = 'front-apron--left-front-leg'
    for (const [fixing, kind] of [
      ['screw', 'screw'],
      ['button', 'button'],
    ] as const) {
      const table = applyAll(tried(newPiece('table', { fixing }), { [loose]: 'gives' }), [
        gap(loose, 'cheek', 0.1),
        gap(loose, 'edge', 0.1),
        pva(loose),
      ])
      const made = plan(table)
      const top = made.takeApart.moves.find(m => m.joints.some(j => j.endsWith('--top')))!
      expect(new Set(top.locksFirst.map(l => l.kind))).toEqual(new Set([kind]))
      expect(top.undo.filter(id => id.endsWith('--top'))).toEqual([])
    }
  })

  it('corner blocks are asked after and blamed only where there are corners: not on plank seats, not on tables, not for a crest', () => {
    expect(
      [newPiece('stick-chair'), newPiece('table'), newPiece('stool'), newChair()].map(p => bracingAsked(p).blocks),
    ).toEqual([false, false, false, true])
    const plank = tried(newPiece('stick-chair'), {
      'left-stretcher--left-front-leg': 'gives',
      'right-stretcher--right-front-leg': 'gives',
    })
    expect(readWholePiece(plank).sentence).not.toContain('corner blocks')
    const crest = applyAll(tried(newChair(), { 'crest-rail--left-back-post': 'gives' }), [
      { do: 'set-bracing', bracing: { cornerBlocks: 'missing' } },
    ])
    expect(
      diagnose(
        crest,
        crest.joints.find(j => j.id === 'crest-rail--left-back-post')!,
      ).causes.some(c => c.wholePiece),
    ).toBe(false)
    expect(
      diagnose(
        crest,
        crest.joints.find(j => j.id === RAIL)!,
      ).causes.some(c => c.wholePiece),
    ).toBe(true)
  })
})

describe('mends', () => {
  it('thick glue is no mend: 0.76 mm all round is not “clean and re-glue”, whatever bridges it', () => {
    const joint = 'left-stretcher--left-front-leg'
    const chair = applyAll(tried(newPiece('stick-chair'), { [joint]: 'swings' }), [
      gap(joint, 'round', 0.76),
      { do: 'choose-glue', glue: 'epoxy-slow' },
    ])
    const option = plan(chair).mends[0]!.options.find(o => o.id === 're-glue')!
    expect(option.verdict.fits).toBe(false)
    expect(phraseText(option.verdict.reason)).toContain('does not hold')
    const easy = applyAll(chair, [gap(joint, 'round', 0.25)])
    expect(plan(easy).mends[0]!.options.find(o => o.id === 're-glue')!.verdict.fits).toBe(true)
  })

  it('a clearance nobody measured does not choose a cut: it is asked for, and there is no date until then', () => {
    const chair = applyAll(tried(newChair(), { [RAIL]: 'swings' }), [gap(RAIL, 'cheek', 0.1), pva(RAIL)])
    const made = plan(chair)
    expect(made.mends[0]!.chosen).toBe('kerf-and-wedge')
    expect(made.readings).toEqual([{ joint: RAIL, of: 'clearance', clearance: 'edge', decides: 'cut' }])
    expect([made.returnMin, made.gates.find(g => g.id === 'readings')!.done]).toEqual([null, false])
    const measuredToo = plan(applyAll(chair, [gap(RAIL, 'edge', 0.5)]))
    expect([measuredToo.readings, measuredToo.returnMin === null]).toEqual([[], false])
  })

  it('glue in place goes in only after the swab, and sound joints are not opened before it', () => {
    const chair = applyAll(tried(newChair(), { [RAIL]: 'ticks' }), [gap(RAIL, 'cheek', 0.1)])
    expect(plan(chair).mends[0]!.options.find(o => o.id === 'glue-in-place')!.verdict.fits).toBe(false)
    expect(plan(chair).readings).toEqual([{ joint: RAIL, of: 'old-glue', decides: 'opening' }])
    const swabbed = plan(applyAll(chair, [{ do: 'set-old-glue', joint: RAIL, glue: 'protein' }]))
    expect(swabbed.takeApart.decisions.find(d => d.joint === RAIL)!.decision).toBe('mend-in-place')
    expect(swabbed.takeApart.moves).toEqual([])
  })

  it('a break is judged by the worst angle to the fibres: 8° to the axis in wood that runs 1 in 10 is not “glue alone”', () => {
    const straight = newChair()
    const runsOut = applyAll(straight, [
      { do: 'edit-frame', edit: { do: 'describe-part', part: 'left-front-leg', grainOneIn: measured(10) } },
    ])
    const broken = { ...(newFault('break', 'b', 'left-front-leg', 0.4) as Break), angleDeg: measured(8) }
    expect(phraseText(readBreak(straight, broken).words)).toContain('glue alone')
    expect(phraseText(readBreak(runsOut, broken).words)).not.toContain('glue alone')
    expect(phraseText(readBreak(straight, { ...broken, lostPct: measured(30) }).words)).not.toContain(
      'glue alone holds',
    )
  })
})

describe('glue and the night', () => {
  const chair = applyAll(tried(newChair(), { [RAIL]: 'gives' }), snug(RAIL))

  it('PVA at four in the afternoon before a cold night is checked over the hours it really takes', () => {
    const cold: Climate = { nowC: 11, nowRhPct: 50, tonightC: 2 }
    const late = plan(chair, { ...USUAL_SHOP, shelf: ['pva-white'] }, cold, '2026-03-05T15:30')
    // At 11 °C it wants about two hours, and after six it is too cold for it: whatever is planned is out of clamps by
    // then or begins next day.
    for (const s of late.stages) {
      if (late.glue.chosen!.glue.group === 'pva') expect(s.setMin % 1440).toBeLessThanOrEqual(USUAL_SHOP.closesMin + 60)
    }
    expect(late.glue.chosen?.against ?? []).toEqual([])
  })

  it('a shop too cold for any glue says what would free it, each by one press that does', () => {
    const shop: Shop = {
      ...USUAL_SHOP,
      shelf: ['liquid-hide'],
      rooms: [{ id: 'house', name: 'House', dayC: 21, nightC: 19 }],
    }
    const old = applyAll(chair, [
      { do: 'describe', intake: { age: 'old', worth: 'precious' } },
      { do: 'set-old-glue', joint: RAIL, glue: 'protein' },
    ])
    const cold: Climate = { nowC: 15, nowRhPct: 50, tonightC: 8 }
    const stop = plan(old, shop, { ...cold, nowC: 18.5 }).stops.find(s => s.id === 'no-glue')!
    const carry = stop.remedies.find(r => r.id === 'carry-to-room')!
    expect(phraseText(carry.changes)).toContain('out of clamps')
    const freed = plan(applyAll(old, [carry.command!]), shop, { ...cold, nowC: 18.5 })
    expect([freed.stops, freed.returnMin === null]).toEqual([[], false])
  })

  it('glue in place on a cold night: a heated room is named sooner than a glue that gels in a minute, and with one it is planned', () => {
    const stool = newPiece('stool')
    const [first] = stool.joints
    const told = applyAll(
      stool,
      stool.joints.flatMap((j): Command[] => [
        { do: 'test-joint', joint: j.id, state: j === first ? 'ticks' : 'solid' },
        { do: 'set-old-glue', joint: j.id, glue: 'protein' },
      ]),
    )
    const night: Climate = { nowC: 19, nowRhPct: 50, tonightC: 6 }
    const stop = plan(told, USUAL_SHOP, night).stops.find(s => s.id === 'stage-too-long')!
    expect(stop.remedies.map(r => phraseText(r.words)).join()).toContain('18 °C by night')
    const house = { ...USUAL_SHOP, rooms: [{ id: 'house', name: 'House', dayC: 20, nightC: 19 }] }
    const carry = plan(told, house, night)
      .stops.find(s => s.id === 'stage-too-long')!
      .remedies.find(r => r.command !== null)!
    expect(plan(applyAll(told, [carry.command!]), house, night).stops.filter(s => s.id === 'stage-too-long')).toEqual(
      [],
    )
  })

  it('hot hide sets in any cold, and is short of time to close instead', () => {
    const own = applyAll(chair, [
      { do: 'set-old-glue', joint: RAIL, glue: 'protein' },
      { do: 'choose-glue', glue: 'hot-hide' },
    ])
    const cold = plan(own, USUAL_SHOP, { nowC: 12, nowRhPct: 50, tonightC: 6 })
    const against = cold.glue.chosen!.against.map(a => phraseText(a)).join('; ')
    expect(against).not.toContain('cold')
    expect(against).toContain('open')
  })

  it('a header and the line under it never disagree about the glue', () => {
    for (const nights of [2, 8, 12, 16, 20]) {
      const made = plan(chair, USUAL_SHOP, { nowC: 19, nowRhPct: 50, tonightC: nights })
      for (const change of made.glue.changes) {
        expect(phraseText(change).startsWith(made.glue.chosen!.glue.label)).toBe(true)
      }
    }
  })

  it('is in use from an hour at which somebody is there, and a glue that cannot set has no date instead of no number', () => {
    const made = plan(chair)
    expect(made.returnMin! % 1440).toBeGreaterThanOrEqual(USUAL_SHOP.opensMin)
    expect(made.returnMin! % 1440).toBeLessThanOrEqual(USUAL_SHOP.closesMin)
  })
})

describe('how far to open and how it closes', () => {
  it('a swinging apron joint of an ordinary table opens four joints: both ends of its side, and the screws over those two legs', () => {
    const loose = 'left-apron--left-front-leg'
    const table = applyAll(tried(newPiece('table'), { [loose]: 'swings' }), snug(loose))
    const made = plan(table)
    expect(made.takeApart.moves.flatMap(m => m.opens).sort()).toEqual(
      [
        'left-apron--left-front-leg',
        'left-front-leg--top',
        'right-apron--right-front-leg',
        'right-front-leg--top',
      ].sort(),
    )
    expect(made.takeApart.boundMin).toBe(made.takeApart.expectedMin)
  })
  it('a whole ladder-back with every rung loose is glued in a few stages within a week, not one rung a day', () => {
    const chair = newPiece('post-and-rung')
    const rungs = chair.joints.filter(j => j.form.kind === 'round-tenon')
    expect(rungs.length).toBeGreaterThan(20)
    const loose = applyAll(
      tried(chair, Object.fromEntries(rungs.map(j => [j.id, 'swings' as const]))),
      rungs.flatMap(j => [gap(j.id, 'round', 0.12), pva(j.id)]),
    )
    const made = plan(loose)
    expect(made.stages.flatMap(s => s.joints).length).toBeGreaterThanOrEqual(rungs.length)
    expect(made.stages.length).toBeLessThanOrEqual(4)
    expect((made.returnMin! - made.startMin) / 1440).toBeLessThan(7)
    for (const stage of made.stages) expect(stage.unserved).toEqual([])
  })
  it('clamps run from a place to press to a place to press: no plank’s thickness, no jaws that touch, nothing longer than the piece', () => {
    for (const family of [
      'stick-chair',
      'stool',
      'rocker',
      'post-and-rung',
      'table',
      'upholstered-frame',
      'framed-armchair',
    ]) {
      const piece = newPiece(family)
      const all = tried(piece, Object.fromEntries(piece.joints.map(j => [j.id, 'swings' as const])))
      const loose = applyAll(
        all,
        piece.joints.flatMap(j =>
          j.form.kind === 'round-tenon' || j.form.kind === 'dowel'
            ? [gap(j.id, 'round', 0.1), pva(j.id)]
            : j.form.kind === 'mortise-and-tenon'
              ? snug(j.id)
              : [],
        ),
      )
      const highMm = Math.max(...piece.parts.flatMap(p => p.axis.map(a => a[1])))
      for (const { lines } of plan(loose).stages) {
        for (const line of lines.filter(l => l.by !== 'strap' && l.by !== 'faces')) {
          expect(line.spanMm, `${family} ${line.part}`).toBeGreaterThan(60)
          expect(line.spanMm, `${family} ${line.part}`).toBeLessThan(Math.max(highMm, 1300))
        }
        const jaws = lines.filter(l => l.by === 'jaws')
        for (const [i, a] of jaws.entries()) {
          for (const b of jaws.slice(i + 1)) {
            const isOver
              = Math.hypot(...[0, 1, 2].map(k => a.from[k]! - b.from[k]!)) < 24
                && Math.hypot(...[0, 1, 2].map(k => a.to[k]! - b.to[k]!)) < 24
            expect(isOver, `${family}: ${a.part} and ${b.part}`).toBe(false)
          }
        }
      }
    }
  })
})

describe('words', () => {
  it('what nobody said is not in the record', () => {
    const piece = applyAll(tried(newChair()), [
      { do: 'add-fault', fault: newFault('break', 'b', 'left-front-leg', 0.4) },
      { do: 'add-fault', fault: newFault('loss', 'l', 'front-rail', 0.5) },
    ])
    const lines = recordOf(piece, plan(piece))
      .sections.find(s => s.title === 'Found')!
      .lines.map(l => phraseText(l.text))
      .join('\n')
    expect(lines).not.toMatch(/fibrous|30 mm|×|90|°/)
    const told = applyAll(piece, [
      {
        do: 'change-fault',
        fault: {
          ...(newFault('break', 'b', 'left-front-leg', 0.4) as Break),
          surface: 'ragged',
          angleDeg: measured(80),
        },
      },
    ])
    expect(
      recordOf(told, plan(told))
        .sections.find(s => s.title === 'Found')!
        .lines.map(l => phraseText(l.text))
        .join('\n'),
    ).toMatch(/ragged, 80/)
  })
})
