import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAll, arbitraryTestedChair, newChair } from '../../tests/fixtures/pieces'
import { troublesOf } from '../condition/troubles'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { parseWallTime } from '../measure/wall-time'
import { apply } from '../piece/apply'
import type { Command } from '../piece/commands'
import { newHold } from '../piece/new-hold'
import type { Piece } from '../piece/schema'
import { USUAL_SHOP } from '../reference/usual-shop'
import { recordOf } from '../record'
import { nextStep, planPiece } from '.'

const START = '2026-03-05T09:00'
const plan = (piece: Piece) => planPiece(piece, USUAL_SHOP, USUAL_SHOP.climate, START)
const next = (piece: Piece) => phraseText(nextStep(piece, plan(piece), parseWallTime(START)).words)
const sections = (piece: Piece) => recordOf(piece, plan(piece)).sections.map(s => s.title)

const solid = (piece: Piece): Piece =>
  applyAll(
    piece,
    piece.joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: 'solid' })),
  )
const chair = solid(newChair({ arms: 'through' }))
const RAIL = 'left-side-rail--left-back-post'
const spot = { part: 'left-front-leg', along: 0.3, turnDeg: 0, note: '' }
const snapped: Command = {
  do: 'add-fault',
  fault: {
    kind: 'break',
    parted: 'apart',
    joint: null,
    id: 'snapped',
    ...spot,
    angleDeg: measured(80),
    fibreDeg: null,
    surface: 'ragged',
    gapMm: null,
    lostPct: null,
    through: [],
  },
}
const eaten: Command = {
  do: 'add-fault',
  fault: { kind: 'worm', id: 'eaten', ...spot, lengthMm: measured(120), lostPct: measured(45), live: 'live' },
}
const split: Command = {
  do: 'add-fault',
  fault: {
    kind: 'split',
    id: 'split',
    ...spot,
    joint: 'front-rail--left-front-leg',
    crosses: [],
    runsOut: 'not-seen',
    lengthMm: measured(60),
    openMm: null,
  },
}
const lostArm: Command = { do: 'edit-frame', edit: { do: 'describe-part', part: 'right-arm', missing: true } }
const gives: Command = { do: 'test-joint', joint: RAIL, state: 'gives' }
const pva: Command = { do: 'set-old-glue', joint: RAIL, glue: 'pva' }
const sound: Command = {
  do: 'add-fault',
  fault: {
    kind: 'earlier-repair',
    id: 'old',
    ...spot,
    joint: null,
    glue: 'protein',
    metal: null,
    offMm: null,
    leanDeg: null,
    register: 'in-register',
    holds: 'holds',
  },
}
const settle = (trouble: string, why: string, how: 'left' | 'mended-otherwise' = 'left'): Command => ({
  do: 'settle-trouble',
  trouble,
  how,
  why,
})

describe('a piece whose joints are all solid and whose wood is not', () => {
  it.each([
    ['a leg snapped at 80°', snapped, 'B1'],
    ['live worm at 45 %', eaten, 'W1'],
    ['a split at a mortise', split, 'S1'],
  ])('%s: no date, not sent home, no finished record', (_, fault, name) => {
    const piece = applyAll(chair, [fault])
    expect(plan(piece).returnMin).toBeNull()
    expect(next(piece)).toContain(name)
    expect(next(piece)).toContain('before it goes home')
    expect(sections(piece)).toContain('Still open: not to be sent home')
    expect(plan(piece).troubles).toMatchObject([{ answer: 'open' }])
  })

  it('has nothing wrong only where nothing is, and an earlier repair that holds in register is history', () => {
    expect([next(chair), plan(chair).troubles]).toEqual(['Nothing is wrong: write it down', []])
    expect(plan(applyAll(chair, [sound])).troubles).toEqual([])
  })
})

describe('the list of troubles', () => {
  it('is worst first: what it cannot carry with, what grows, what is loose', () => {
    const piece = applyAll(chair, [gives, eaten, split, snapped, lostArm])
    expect(plan(piece).troubles.map(t => t.kind)).toEqual([
      'break',
      'part-missing',
      'split',
      'live-worm',
      'joint-loose',
    ])
    expect(plan(piece).troubles.at(-1)).toMatchObject({ id: `joint:${RAIL}`, answer: 'mended' })
  })

  it('keeps the date back while one is open, though every joint is mended', () => {
    const loose = applyAll(chair, [gives, pva])
    expect(plan(loose).returnMin).not.toBeNull()
    const broken = applyAll(loose, [snapped])
    expect(plan(broken).returnMin).toBeNull()
    expect(plan(broken).gates.find(g => g.id === 'troubles')).toMatchObject({ done: false })
    expect(next(broken)).toContain('B1')
    const settled = applyAll(broken, [settle('fault:snapped', 'new end spliced by hand', 'mended-otherwise')])
    expect(plan(settled).returnMin).toBe(plan(loose).returnMin)
    expect(sections(settled)).not.toContain('Still open: not to be sent home')
    expect(sections(settled)).toContain('Left as it is, or mended otherwise')
  })

  it('gives no date either while a joint was not tried', () => {
    const untried = applyAll(chair, [
      gives,
      { do: 'test-joint', joint: 'crest-rail--left-back-post', state: 'not-tested' },
    ])
    expect(plan(untried).stages.length).toBeGreaterThan(0)
    expect(plan(untried).returnMin).toBeNull()
  })
})

describe('bracing told bit by bit', () => {
  const strip = (id: string, along: number, state: 'holds' | 'loose' | 'gone'): Command => ({
    do: 'add-hold',
    hold: newHold('web', id, { kind: 'part', id: 'front-rail', along }, { state }),
  })
  it('each strip of webbing is a trouble of its own, worst kind first, and the word for all of it is no second one', () => {
    const piece = applyAll(newChair(), [
      { do: 'set-bracing', bracing: { webbing: 'slack' } },
      strip('w1', 0.2, 'holds'),
      strip('w2', 0.4, 'loose'),
      strip('w3', 0.6, 'gone'),
    ])
    expect(troublesOf(piece).map(t => [t.id, t.kind, t.part])).toEqual([
      ['hold:w2', 'bracing-lost', 'front-rail'],
      ['hold:w3', 'bracing-lost', 'front-rail'],
    ])
    expect(
      troublesOf(applyAll(newChair(), [{ do: 'set-bracing', bracing: { webbing: 'slack' } }])).map(t => t.id),
    ).toEqual(['bracing:webbing'])
    expect(plan(piece).troubles.map(t => t.answer)).toEqual(['mended', 'mended'])
    // One strip each, woven in again: 372 of a side rail and two folds of 45 is 462.
    const lengths = plan(piece)
      .woodMends.map(m => m.options.find(o => o.id === 'new-webbing')!.verdict)
      .map(v => (v.fits ? v.sizes.find(s => s.id === 'length')!.figure.value : 0))
    expect(new Set(lengths).size).toBe(1)
    expect(lengths[0]).toBeGreaterThan(400)
  })
  it('each block of a chair that has them is a part: one lost is that one, and the word for all four is no second trouble', () => {
    const chair = newChair({ blocks: 'glued' })
    const one = applyAll(chair, [
      { do: 'set-bracing', bracing: { cornerBlocks: 'missing' } },
      { do: 'edit-frame', edit: { do: 'describe-part', part: 'left-back-block', missing: true } },
    ])
    expect(troublesOf(one).map(t => t.id)).toEqual(['part:left-back-block'])
    const loose = applyAll(chair, [
      { do: 'set-bracing', bracing: { cornerBlocks: 'loose' } },
      { do: 'test-joint', joint: 'right-front-block--front-rail', state: 'gives' },
    ])
    expect(troublesOf(loose).map(t => t.id)).toEqual(['joint:right-front-block--front-rail'])
  })
})

describe('a decision on a trouble', () => {
  it('asks for the reason, names what is there, and goes with it', () => {
    const broken = applyAll(chair, [snapped])
    expect(apply(broken, settle('fault:snapped', ' '))).toMatchObject({
      ok: false,
      issues: [{ code: 'why_missing', path: 'why' }],
    })
    expect(apply(broken, settle('fault:nothing', 'x'))).toMatchObject({
      ok: false,
      issues: [{ code: 'no_such_trouble' }],
    })
    const settled = applyAll(broken, [settle('fault:snapped', 'old, sound, leave it')])
    expect(plan(settled).troubles).toMatchObject([{ answer: 'left', why: 'old, sound, leave it' }])
    expect(applyAll(settled, [{ do: 'remove-fault', fault: 'snapped' }]).choices.settled).toEqual({})
    expect(
      plan(applyAll(settled, [{ do: 'settle-trouble', trouble: 'fault:snapped', how: null, why: '' }])).troubles,
    ).toMatchObject([{ answer: 'open' }])
  })

  it('on a loose joint takes it out of the work: it is neither opened for its own sake nor glued', () => {
    const left = applyAll(chair, [gives, settle(`joint:${RAIL}`, 'ticks for forty years, the owner likes it')])
    const made = plan(left)
    expect([made.mends, made.takeApart.moves, made.stages]).toEqual([[], [], []])
    expect(phraseText(made.takeApart.decisions.find(d => d.joint === RAIL)!.why)).toContain('forty years')
  })
})

describe('any tested chair', () => {
  it('has no date and is not sent home while a trouble is open or a joint untried, and everything found is in the list', () => {
    fc.assert(
      fc.property(arbitraryTestedChair(), (piece) => {
        const made = plan(piece)
        const found = Object.entries(piece.findings)
          .filter(([, f]) => ['ticks', 'gives', 'swings', 'apart'].includes(f.state))
          .map(([id]) => id)
        const lost = new Set(piece.parts.filter(p => p.missing).map(p => p.id))
        for (const id of found) {
          const joint = piece.joints.find(j => j.id === id)!
          if (!lost.has(joint.enters) && !lost.has(joint.receives)) {
            expect(made.troubles.some(t => t.id === `joint:${id}`)).toBe(true)
          }
        }
        for (const id of lost) expect(made.troubles.some(t => t.id === `part:${id}`)).toBe(true)
        for (const f of piece.faults) {
          const isListed = made.troubles.some(t => t.id === `fault:${f.id}`)
          if (f.kind !== 'earlier-repair') expect(isListed).toBe(!lost.has(f.part))
        }
        const isOpen = made.troubles.some(
          t =>
            piece.choices.settled?.[t.id] === undefined
            && !made.stages.some(s => s.joints.includes(t.joint ?? '') && t.kind === 'joint-loose'),
        )
        const isUntried = piece.joints.some(
          j =>
            !lost.has(j.enters)
            && !lost.has(j.receives)
            && (piece.findings[j.id]?.state ?? 'not-tested') === 'not-tested',
        )
        if (isOpen || isUntried) expect(made.returnMin).toBeNull()
        const ended
          = piece.events.some(e => e.kind === 'returned')
            || (piece.outcome !== null && piece.outcome.verdict !== 'repair')
        if (isOpen && !ended) {
          expect(phraseText(nextStep(piece, made, parseWallTime(START)).words)).not.toContain('send it home')
        }
      }),
      { numRuns: 80 },
    )
  })
})
