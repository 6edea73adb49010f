import { phraseText } from '../measure/phrase'
import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { JOBS } from '../../tests/fixtures/jobs'
import { applyAll } from '../../tests/fixtures/pieces'
import { faultsOfPlan } from '../../tests/fixtures/validate-plan'
import { asFound, standingOf } from '../bodies'
import { drawAsFound, VIEWS } from '../drawing'
import { orThrow } from '../measure/result'
import { newFault } from '../piece/faults'
import { readPieceFile } from '../piece/file'
import type { Break, Piece } from '../piece/schema'
import { USUAL_SHOP } from '../reference/usual-shop'
import { recordOf } from '../record'
import { benchSteps, planPiece } from '.'

const folder = new URL('../../tests/fixtures/files/jobs/', import.meta.url)
const job = (name: string): Piece => orThrow(readPieceFile(readFileSync(new URL(`${name}.json`, folder), 'utf8')))
const plan = (piece: Piece) => planPiece(piece, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T10:00')
const kinds = (name: string) => plan(job(name)).troubles.map(t => t.kind)
const settled = (piece: Piece, ...ids: string[]) =>
  applyAll(
    piece,
    ids.map(trouble => ({
      do: 'settle-trouble' as const,
      trouble,
      how: 'mended-otherwise' as const,
      why: 'done by hand',
    })),
  )

describe.each(Object.keys(JOBS))('%s', (name) => {
  it('is said in the document, as the commands tell it', () => {
    expect(readdirSync(folder)).toContain(`${name}.json`)
    expect(job(name)).toEqual(JOBS[name]!())
  })

  it('is drawn, every body of it', () => {
    const piece = job(name)
    const drawing = drawAsFound(piece, VIEWS.bench)
    expect(new Set(drawing.faces.map(f => f.part))).toEqual(new Set(asFound(piece).parts.map(p => p.id)))
    expect(Object.values(drawing.box).every(Number.isFinite)).toBe(true)
  })

  it('gets a plan in which the validator finds nothing wrong, with no date while anything is open', () => {
    const piece = job(name)
    const made = plan(piece)
    expect(faultsOfPlan(piece, made)).toEqual([])
    const isOpen = made.troubles.some(t => t.answer === 'open')
    if (isOpen) expect(made.returnMin).toBeNull()
    expect(recordOf(piece, made).sections.some(s => s.title.startsWith('Still open'))).toBe(isOpen)
  })
})

describe('what each is listed as, in an order that works', () => {
  it.each([
    ['leg-broken-through-its-mortise', ['break', 'joint-loose']],
    ['arm-split-along', ['split', 'joint-loose']],
    ['bow-snapped-in-the-bend', ['break']],
    ['gate-knuckle-set-back', ['hold-failed', 'earlier-repair']],
    ['rungs-sharing-a-hole', ['joint-loose']],
    ['firm-and-out-of-register', ['out-of-register', 'earlier-repair']],
    ['wormy-foot-with-a-castor', ['live-worm', 'joint-loose', 'hold-failed']],
    ['plank-seat-cracked', ['split', 'joint-loose']],
    ['top-split-by-its-screws', ['split', 'held-fast']],
    ['bolted-corner-with-dry-dowels', ['hardware-loose', 'hold-failed']],
    ['leg-snapped-above-its-stretcher', ['break']],
    ['leg-in-three-with-the-middle-lost', ['break', 'break', 'loss']],
    ['pinned-wedged-and-nailed-under-a-drop-in', ['joint-loose']],
  ])('%s', (name, expected) => expect(kinds(name)).toEqual(expected))

  it('a joint waits for the wood it sits in, is in no stage until then, and is planned once the wood is dealt with', () => {
    const [name, wood, joint] = [
      'leg-broken-through-its-mortise',
      'fault:snapped',
      'left-side-rail--left-front-leg',
    ] as const
    const made = plan(job(name))
    expect(made.troubles.find(t => t.id === `joint:${joint}`)).toMatchObject({ answer: 'open', waitsFor: [wood] })
    expect(made.stages.flatMap(s => s.joints)).not.toContain(joint)
    expect(made.takeApart.moves).toEqual([])
    expect(plan(settled(job(name), wood)).mends.map(m => m.joint)).toEqual([joint])
  })

  it('a cracked plank has a slip let in where it would not be pulled closed, and the leg in it is seen to after that', () => {
    const made = plan(job('plank-seat-cracked'))
    const leg = made.troubles.find(t => t.id === 'joint:left-front-leg--seat')!
    expect(made.woodMends.find(m => m.trouble === 'fault:through-the-plank')!.chosen).toBe('slip-in')
    const [plank, own] = ['fault:through-the-plank/slip', 'left-front-leg--seat'].map(id =>
      made.stages.find(s => s.wood.includes(id) || s.joints.includes(id)),
    )
    if (leg.answer === 'mended') expect(own!.startMin).toBeGreaterThanOrEqual(plank!.clampsOffMin)
    else expect(own).toBeUndefined()
  })
})

describe('a top that its screws split', () => {
  it('is freed before anything is filled: no slip while it is held, and one can be let in once it is free and still stands open', () => {
    const held = job('top-split-by-its-screws')
    const made = plan(held)
    expect(made.woodMends.find(m => m.trouble === 'part:top')!.chosen).toBe('let-it-move')
    expect(made.woodMends.find(m => m.trouble === 'fault:across-the-top')!.chosen).toBeNull()
    expect(made.stages).toEqual([])
    expect(made.returnMin).toBeNull()
    const steps = made.tasks.filter(t => t.id.startsWith('part:top/'))
    expect(steps.length).toBeGreaterThan(0)
    const freed = applyAll(held, [
      {
        do: 'log-event',
        event: {
          id: 'freed',
          at: '2026-03-05T11:00',
          kind: 'done',
          stage: null,
          of: steps.flatMap(t => t.facts),
          note: '',
        },
      },
    ])
    expect(plan(freed).woodMends.find(m => m.trouble === 'fault:across-the-top')!.chosen).toBe('slip-in')
  })
})

describe('what the wood’s own mends are', () => {
  it('a split arm is closed before the joint in it, which then has its turn', () => {
    const made = plan(job('arm-split-along'))
    expect(made.troubles.map(t => t.answer)).toEqual(['mended', 'mended'])
    const at = (line: string) => made.stages.find(s => s.wood.includes(line) || s.joints.includes(line))!
    const [split, joint] = [at('fault:along-the-arm/face'), at('left-arm--left-back-post')]
    expect(joint.after).toContain(split.number)
    expect(joint.startMin).toBeGreaterThanOrEqual(split.clampsOffMin)
  })
})

describe('apart is apart', () => {
  it('a leg in two is two bodies: what sits below the break is on the lower one, and the halves are drawn apart', () => {
    const { piece, breaks } = standingOf(job('leg-snapped-above-its-stretcher'))
    expect(breaks).toMatchObject([{ fault: 'above', first: 'left-front-leg~1', second: 'left-front-leg~2' }])
    expect(piece.joints.find(j => j.id === 'left-stretcher--left-front-leg')!.receives).toBe('left-front-leg~1')
    expect(piece.joints.find(j => j.id === 'front-rail--left-front-leg')!.receives).toBe('left-front-leg~2')
    const { offsets } = asFound(job('leg-snapped-above-its-stretcher'))
    expect(offsets.get('left-front-leg~1')![1]).toBeLessThan(offsets.get('left-front-leg~2')![1])
  })

  it('two breaks make three bodies of it; mended by other means it is whole again', () => {
    const stool = job('leg-in-three-with-the-middle-lost')
    expect(standingOf(stool).piece.parts.filter(p => p.id.startsWith('left-front-leg'))).toHaveLength(3)
    expect(standingOf(settled(stool, 'fault:low', 'fault:high')).breaks).toEqual([])
  })

  it('a break that runs through a joint leaves its tenon in both halves', () => {
    const standing = standingOf(job('leg-broken-through-its-mortise'))
    expect(standing.alsoIn).toHaveLength(1)
    expect(standing.alsoIn[0]!.joint).toBe('left-side-rail--left-front-leg')
  })

  it('a stretcher in two is drawn off half by half: one joint opens where four do on a whole one', () => {
    const broken = applyAll(job('leg-snapped-above-its-stretcher'), [
      { do: 'remove-fault', fault: 'above' },
      { do: 'add-fault', fault: { ...(newFault('break', 'middle', 'left-stretcher', 0.5) as Break), parted: 'apart' } },
      { do: 'test-joint', joint: 'left-stretcher--left-back-post', state: 'gives' },
      {
        do: 'measure-clearance',
        joint: 'left-stretcher--left-back-post',
        where: 'cheek',
        measure: { value: 0.1, basis: 'measured' },
      },
      { do: 'set-old-glue', joint: 'left-stretcher--left-back-post', glue: 'pva' },
    ])
    const opened = (piece: Piece) => plan(piece).takeApart.moves.flatMap(m => m.opens)
    const leftBroken = applyAll(broken, [
      { do: 'settle-trouble', trouble: 'fault:middle', how: 'left', why: 'a new one is being made' },
    ])
    expect(opened(leftBroken)).toEqual(['left-stretcher--left-back-post'])
    expect(opened(settled(broken, 'fault:middle')).length).toBeGreaterThanOrEqual(4)
  })

  it('an old repair is drawn where it stands and planned as it should be', () => {
    const crooked = job('firm-and-out-of-register')
    const { offsets, parts } = asFound(crooked)
    expect(Math.hypot(...offsets.get('left-back-post~2')!)).toBeCloseTo(3, 6)
    const [found, right] = [
      parts.find(p => p.id === 'left-back-post~2')!.axis.at(-1)!,
      crooked.parts.find(p => p.id === 'left-back-post')!.axis.at(-1)!,
    ]
    // 2 degrees over the length beyond the repair: sin 2° times that.
    const beyondMm = Math.hypot(
      ...parts
        .find(p => p.id === 'left-back-post~2')!
        .axis.at(-1)!
        .map((c, k) => c - parts.find(p => p.id === 'left-back-post~2')!.axis[0]![k]!),
    )
    expect(Math.hypot(...found.map((c, k) => c - right[k]!))).toBeCloseTo(2 * Math.sin(Math.PI / 180) * beyondMm, 1)
  })
})

describe('what holds comes out before anything moves', () => {
  const KNUCKLES = ['back-gate-rail--back-apron', 'front-gate-rail--front-apron']

  it('pins, wedges and nails are each out first, and what lies on the rails is lifted off before', () => {
    const piece = job('pinned-wedged-and-nailed-under-a-drop-in')
    const made = plan(piece)
    expect(made.takeApart.offBefore).toEqual([{ kind: 'lift', part: 'drop-in-seat' }])
    expect(made.takeApart.moves[0]!.locksFirst.map(l => l.kind).sort()).toEqual(['nail', 'wedge', 'wooden-pin'])
    const steps = benchSteps(made).map(t => phraseText(t.title))
    expect(steps.findIndex(s => s.startsWith('nail'))).toBeLessThan(steps.findIndex(s => s.startsWith('Move out')))
  })

  it('a rung that the other one passes comes out after it, and both go home wet in one stage', () => {
    const made = plan(job('rungs-sharing-a-hole'))
    const [passing, passed] = ['front-rung-2--left-front-post', 'left-rung-2--left-front-post']
    const at = (joint: string) => made.takeApart.moves.findIndex(m => m.joints.includes(joint))
    expect(at(passing)).toBeLessThan(at(passed))
    const stage = made.stages.find(s => s.joints.includes(passed))!
    expect(stage.joints.indexOf(passed)).toBeLessThan(stage.joints.indexOf(passing))
  })

  it('a hinge that swings is no fault and is never glued; a pin that binds is', () => {
    const made = plan(job('gate-knuckle-set-back'))
    expect(made.mends).toEqual([])
    expect(made.stages).toEqual([])
    for (const id of KNUCKLES) expect(made.troubles.some(t => t.id === `joint:${id}`)).toBe(false)
  })

  it('a bolted corner gets neither swab nor mallet nor glue', () => {
    const made = plan(job('bolted-corner-with-dry-dowels'))
    expect([made.mends, made.stages, made.diagnoses]).toEqual([[], [], []])
    expect(made.woodMends.map(m => m.chosen)).toEqual(['tighten', 'tighten'])
    expect(made.troubles).toMatchObject([
      { kind: 'hardware-loose', answer: 'mended' },
      { kind: 'hold-failed', answer: 'mended' },
    ])
    const stripped = plan(
      applyAll(job('bolted-corner-with-dry-dowels'), [
        { do: 'change-hold', hold: { ...job('bolted-corner-with-dry-dowels').holds[0]!, faults: ['stripped'] } },
      ]),
    )
    expect(stripped.troubles).toMatchObject([{ answer: 'open', waitsFor: ['hold:bolt'] }, { answer: 'open' }])
    expect(stripped.returnMin).toBeNull()
  })

  it('a castor comes off and eaten wood is spared before the back of the chair is moved', () => {
    const made = plan(job('wormy-foot-with-a-castor'))
    expect(made.takeApart.moves[0]).toMatchObject({ offFirst: [{ id: 'castor' }], frail: ['eaten'] })
  })
})
