import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arbitraryDamaged } from '../../tests/fixtures/damage'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { faultsOfPlan } from '../../tests/fixtures/validate-plan'
import { faultsOfTasks } from '../../tests/fixtures/validate-tasks'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { orThrow } from '../measure/result'
import { parseWallTime } from '../measure/wall-time'
import type { Command } from '../piece/commands'
import { FAMILIES } from '../piece/families'
import { newFault } from '../piece/faults'
import { readPieceFile } from '../piece/file'
import { PieceEvent } from '../piece/document-schema'
import type { Piece } from '../piece/schema'
import { USUAL_SHOP } from '../reference/usual-shop'
import { stateOf } from '../work'
import { benchSteps, eventOf, lostPicks, planPiece, type Plan } from '.'

const START = '2026-03-05T09:30'
const CLIMATE = { nowC: 18, nowRhPct: 50, tonightC: 16 }
const plan = (piece: Piece) => planPiece(piece, USUAL_SHOP, CLIMATE, START)
const chapel = orThrow(readPieceFile(readFileSync(new URL('../../demo/chapel-chair.json', import.meta.url), 'utf8')))
const at = (t: string) => parseWallTime(`2026-03-05T${t}`)

/** A dozen plans a piece are made here: of pieces with few ways to come apart. */
const QUICK = FAMILIES.filter(f => ['stool', 'table', 'upholstered-frame'].includes(f.id))

/** The piece after the first tasks of its bench list were done, one a quarter of an hour. */
function afterDoing(piece: Piece, count: number): { piece: Piece, done: string[] } {
  let now = piece
  const done: string[] = []
  for (let i = 0; i < count; i++) {
    const task = benchSteps(plan(now))[0]
    if (!task) break
    const minute = String(30 + (i % 30)).padStart(2, '0')
    now = applyAll(now, [
      {
        do: 'log-event',
        event: {
          id: `did-${i}`,
          at: `2026-03-05T${String(9 + Math.floor(i / 30)).padStart(2, '0')}:${minute}`,
          stage: null,
          note: '',
          ...eventOf(task),
        },
      },
    ])
    done.push(...task.facts)
  }
  return { piece: now, done }
}

describe('the work on a leg that is registered, sawn and bored', () => {
  const made = plan(chapel)
  const task = (id: string) => made.tasks.find(t => t.id === id)!

  it('by hand: cleaned 12 min and marked 8 min from half past nine; laid out 1 + 1 × 0.5 min; spread at 9:51 ½', () => {
    expect(task('fault:broken-leg/clean').time).toMatchObject({ startMin: at('09:30'), endMin: at('09:42') })
    expect(task('fault:broken-leg/mark').time!.endMin).toBe(at('09:50'))
    expect(task('fault:broken-leg/register/glue').time!.startMin).toBe(at('09:50') + 1.5)
  })
  it('is sawn once the register’s clamps are off, bored after that, and only then has its dowel glued', () => {
    const order = [
      'fault:broken-leg/register/glue',
      'fault:broken-leg/register/clamps-off',
      'fault:broken-leg/saw',
      'fault:broken-leg/bore',
      'fault:broken-leg/dry',
      'fault:broken-leg/dowel/glue',
    ]
    const starts = order.map(id => task(id).time!.startMin)
    expect(starts).toEqual([...starts].sort((a, b) => a - b))
    expect(task('fault:broken-leg/saw').after).toContainEqual({
      task: 'fault:broken-leg/register/clamps-off',
      because: 'cured',
    })
  })
  it('what waits for nothing is done while something cures', () => {
    const chair = applyAll(newChair(), [
      ...newChair().joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: 'solid' })),
      { do: 'edit-frame', edit: { do: 'describe-part', part: 'left-front-leg', grainOneIn: measured(30) } },
      {
        do: 'add-fault',
        fault: {
          ...newFault('split', 'split', 'left-front-leg', 0.4),
          runsOut: 'no',
          openMm: measured(0.3),
          lengthMm: measured(300),
        } as Extract<ReturnType<typeof newFault>, { kind: 'split' }>,
      },
      { do: 'edit-frame', edit: { do: 'describe-part', part: 'slat-1', missing: true } },
    ])
    const both = plan(chair)
    const cures = both.stages.find(s => s.wood.some(w => w.startsWith('fault:split')))!
    const made = both.tasks.find(t => t.id === 'part:slat-1/make')!
    expect(made.time!.endMin).toBeLessThan(cures.clampsOffMin)
    expect(made.time!.startMin).toBeGreaterThan(cures.startMin)
  })
})

describe('one mend for several troubles', () => {
  it('a loose corner and the loose bolt in it are tightened once', () => {
    const corner = orThrow(
      readPieceFile(
        readFileSync(
          new URL('../../tests/fixtures/files/jobs/bolted-corner-with-dry-dowels.json', import.meta.url),
          'utf8',
        ),
      ),
    )
    const made = plan(corner)
    expect(made.troubles.map(t => t.answer)).toEqual(['mended', 'mended'])
    const steps = made.tasks.filter(t => t.kind === 'tighten')
    expect(steps.map(t => t.troubles)).toEqual(steps.map(() => made.troubles.map(t => t.id)))
    expect(new Set(steps.map(t => t.id)).size).toBe(3)
  })
})

describe('any piece badly treated', () => {
  it.each(FAMILIES.map(f => [f.label, f] as const))(
    '%s: nothing before what it stands on, one pair of hands, every clamp in one place',
    (_label, family) => {
      fc.assert(
        fc.property(arbitraryDamaged(family), (piece) => {
          expect(faultsOfTasks(plan(piece), USUAL_SHOP)).toEqual([])
        }),
        { numRuns: Number(process.env.DAMAGED ?? 8) },
      )
    },
    240_000,
  )

  it('what is done stays done, whatever is found or measured afterwards', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...QUICK).chain(f => arbitraryDamaged(f)),
        fc.integer({ min: 1, max: 12 }),
        fc.double({ min: 0, max: 1.2, noNaN: true }),
        (piece, count, gap) => {
          const { piece: half, done } = afterDoing(piece, count)
          const joint = half.joints[count % half.joints.length]!
          const measure: Command[]
            = joint.form.kind === 'mortise-and-tenon'
              ? [{ do: 'measure-clearance', joint: joint.id, where: 'cheek', measure: measured(gap) }]
              : []
          const later = applyAll(half, [
            ...measure,
            { do: 'test-joint', joint: joint.id, state: 'gives' },
            { do: 'add-fault', fault: newFault('split', 'found-later', joint.receives, 0.5) },
          ])
          const made = plan(later)
          expect(askedAgain(made, done)).toEqual([])
          expect(stillOpen(later, made)).toEqual([])
          expect(faultsOfTasks(made, USUAL_SHOP)).toEqual([])
        },
      ),
      { numRuns: Number(process.env.DAMAGED ?? 15) },
    )
  }, 240_000)

  it('a task keeps its name when something elsewhere is told', () => {
    const ids = new Set(plan(chapel).tasks.map(t => t.id))
    const told = applyAll(chapel, [
      { do: 'add-fault', fault: newFault('loss', 'nick', 'bow', 0.5) },
      { do: 'keep-note', note: { id: 'n', at: START, text: 'The owner wants it by Easter.' } },
    ])
    expect(
      plan(told)
        .tasks.filter(t => !ids.has(t.id))
        .map(t => t.id),
    ).toEqual([])
    expect(
      [...ids].filter(
        id => id !== 'piece/tested-again' && !id.startsWith('shellac/') && !plan(told).tasks.some(t => t.id === id),
      ),
    ).toEqual([])
  })
})

/** Tasks that a bench list asks for though all they bring about was told as done. */
const askedAgain = (made: Plan, done: readonly string[]): string[] =>
  benchSteps(made)
    .filter(t => t.facts.length > 0 && t.facts.every(f => done.includes(f)))
    .map(t => t.id)

/** Joints that were opened, are not glued again, and that no move would close. */
function stillOpen(piece: Piece, made: Plan): string[] {
  const facts = piece.events
    .filter(e => e.kind === 'opened')
    .flatMap(e => e.of)
    .filter(f => f.endsWith('/open'))
    .map(f => f.slice('joint:'.length, -'/open'.length))
  const closed = new Set(made.takeApart.moves.flatMap(m => m.joints))
  const isStuck = made.takeApart.problems.length > 0
  return isStuck ? [] : facts.filter(j => !closed.has(j))
}

describe('a job half done', () => {
  const RAIL = 'left-side-rail--left-back-post'
  const chair = applyAll(newChair(), [
    ...newChair().joints.map((j): Command => ({
      do: 'test-joint',
      joint: j.id,
      state: j.id === RAIL ? 'gives' : 'solid',
    })),
    { do: 'measure-clearance', joint: RAIL, where: 'cheek', measure: measured(0.1) },
    { do: 'set-old-glue', joint: RAIL, glue: 'protein' },
  ])

  it('opened, it goes on from there: the joint that was in the way closes though its reason is gone', () => {
    const first = plan(chair)
    const moved = first.takeApart.moves.flatMap(m => m.opens)
    expect(moved.length).toBeGreaterThan(1)
    const opens = first.tasks.filter(t => t.kind === 'open').length
    const steps = benchSteps(first)
    const { piece: opened } = afterDoing(chair, steps.findLastIndex(t => t.kind === 'open') + 1)
    expect(
      plan(opened)
        .tasks.filter(t => t.kind === 'open')
        .map(t => t.done),
    ).toEqual(Array(opens).fill(true))
    const changed = applyAll(opened, [{ do: 'test-joint', joint: RAIL, state: 'solid' }])
    const later = plan(changed)
    expect(new Set(later.stages.flatMap(s => s.joints))).toEqual(new Set(moved))
    expect(benchSteps(later).map(t => t.kind)).not.toContain('open')
    expect(faultsOfPlan(changed, later)).toEqual([])
  })

  it('what is left of the preparation is what is not done', () => {
    const whole = plan(chair).preparation.value
    const { piece } = afterDoing(chair, 1)
    // The first thing is the labels, five minutes.
    expect(plan(piece).preparation.value).toBeCloseTo(whole - 5, 6)
  })

  it('a break that is glued keeps its mend and its time when its gap is measured anew', () => {
    const steps = benchSteps(plan(chapel))
    const { piece } = afterDoing(chapel, steps.findIndex(t => t.kind === 'glue') + 1)
    const glued = plan(piece).stages.find(s => s.wood.includes('fault:broken-leg/register'))!
    expect(glued.glued).toBe(true)
    const fault = piece.faults.find(f => f.id === 'broken-leg')!
    const later = plan(
      applyAll(piece, [
        { do: 'change-fault', fault: { ...fault, gapMm: measured(0.5) } as typeof fault },
        { do: 'add-fault', fault: newFault('split', 'another', 'bow', 0.3) },
      ]),
    )
    const stage = later.stages.find(s => s.wood.includes('fault:broken-leg/register'))!
    expect([stage.glued, stage.clampedMin]).toEqual([true, glued.clampedMin])
    expect(benchSteps(later).find(t => t.id.startsWith('fault:broken-leg'))!.id).toBe(
      'fault:broken-leg/register/clamps-off',
    )
  })

  it('what is glued is never begun otherwise: the register set, the gap then found too wide, no other mend starts on those faces', () => {
    const steps = benchSteps(plan(chapel))
    const { piece } = afterDoing(chapel, steps.findIndex(t => t.kind === 'glue') + 1)
    const fault = piece.faults.find(f => f.id === 'broken-leg')!
    const made = plan(
      applyAll(piece, [
        { do: 'choose-mend', trouble: 'fault:broken-leg', mend: 'dowel-break' },
        { do: 'change-fault', fault: { ...fault, surface: 'fibrous' } as typeof fault },
      ]),
    )
    const options = made.woodMends.find(m => m.trouble === 'fault:broken-leg')!
    expect(options.chosen).toBe('saw-and-bore')
    expect(options.options.filter(o => o.verdict.fits).map(o => o.id)).toEqual(['saw-and-bore'])
  })

  it('a mend that was picked and no longer can be is said, with what rules it out', () => {
    const picked = applyAll(chapel, [{ do: 'choose-mend', trouble: 'fault:broken-leg', mend: 'dowel-break' }])
    expect(lostPicks(picked, plan(picked))).toEqual([])
    const fault = picked.faults.find(f => f.id === 'broken-leg')!
    const crumbled = applyAll(picked, [
      { do: 'change-fault', fault: { ...fault, surface: 'crumbling' } as typeof fault },
    ])
    expect(lostPicks(crumbled, plan(crumbled)).map(l => [l.trouble, l.mend.id, phraseText(l.why)])).toEqual([
      ['fault:broken-leg', 'dowel-break', 'its faces crumble: cut back to sound wood first'],
    ])
  })
})

describe('work that is running or put off', () => {
  const say = (
    kind: 'begun' | 'put-off' | 'done',
    facts: readonly string[],
    time: string,
    until?: string,
  ): Command => ({
    do: 'log-event',
    event: {
      id: `e-${kind}-${time.replace(':', '')}`,
      at: `2026-03-05T${time}`,
      kind,
      stage: null,
      of: [...facts],
      note: '',
      ...(until ? { until } : {}),
    },
  })
  const task = (piece: Piece, id: string) => plan(piece).tasks.find(t => t.id === id)!

  it('what somebody is at keeps its beginning, and everything else waits for those hands', () => {
    const piece = applyAll(chapel, [say('begun', ['fault:broken-leg/clean'], '09:25')])
    // Begun five minutes before the plan's half past nine: 12 min from 9:25, so that marking begins at 9:37.
    expect(task(piece, 'fault:broken-leg/clean').time).toMatchObject({ startMin: at('09:25'), endMin: at('09:37') })
    expect(task(piece, 'fault:broken-leg/mark').time!.startMin).toBe(at('09:37'))
    expect(stateOf(task(piece, 'fault:broken-leg/clean'))).toBe('running')
    expect(benchSteps(plan(piece))[0]!.id).toBe('fault:broken-leg/clean')
  })
  it('what takes longer than it should is over no sooner than now', () => {
    const piece = applyAll(chapel, [say('begun', ['fault:broken-leg/clean'], '08:00')])
    expect(task(piece, 'fault:broken-leg/clean').time!.endMin).toBe(at('09:30'))
  })
  it('what is put off is not begun before then, nor what stands on it; what it does not hold up is done meanwhile', () => {
    const late = applyAll(chapel, [say('put-off', ['fault:broken-leg/mark'], '09:30', '2026-03-06T08:00')])
    const tomorrow = parseWallTime('2026-03-06T08:00')
    expect(task(late, 'fault:broken-leg/clean').time!.endMin).toBe(at('09:42'))
    expect(task(late, 'fault:broken-leg/mark').time!.startMin).toBe(tomorrow)
    expect(task(late, 'fault:broken-leg/register/glue').time!.startMin).toBeGreaterThanOrEqual(tomorrow)
    const register = (p: Piece) => plan(p).stages.find(s => s.wood.includes('fault:broken-leg/register'))!.startMin
    expect(register(late)).toBeGreaterThan(register(chapel) + 1000)
    expect(stateOf(task(late, 'fault:broken-leg/mark'))).toBe('put-off')
    const taken = applyAll(late, [say('begun', ['fault:broken-leg/mark'], '09:42')])
    expect(stateOf(task(taken, 'fault:broken-leg/mark'))).toBe('running')
    expect(
      stateOf(task(applyAll(taken, [say('done', ['fault:broken-leg/mark'], '09:50')]), 'fault:broken-leg/mark')),
    ).toBe('done')
  })
  it('what was left to soak at 9:20 is free when its soak is over, counted from then', () => {
    const chair = applyAll(
      newChair(),
      newChair().joints.map((j): Command => ({
        do: 'test-joint',
        joint: j.id,
        state: j.id === 'left-side-rail--left-back-post' ? 'ticks' : 'solid',
      })),
    )
    // White glue by a finish that stands warmth: round after round.
    const pva = applyAll(chair, [
      { do: 'describe', intake: { finish: 'oil' } },
      ...chair.joints.map((j): Command => ({ do: 'set-old-glue', joint: j.id, glue: 'pva' })),
    ])
    const rounds = plan(pva).tasks.filter(t => t.kind === 'soften')
    const [first, second] = rounds
    expect(first!.waitMin).toBeGreaterThan(5)
    const done = applyAll(pva, [say('done', ['piece/labelled'], '09:10'), say('done', first!.facts, '09:27')])
    expect(plan(done).tasks.find(t => t.id === second!.id)!.time!.startMin).toBe(at('09:27') + first!.waitMin)
    // It let go in the first round: the others are not done, and hold nothing up.
    const letGo = applyAll(pva, [
      say('done', ['piece/labelled'], '09:10'),
      say('done', [...first!.facts, ...first!.spares!], '09:20'),
    ])
    expect(plan(letGo).tasks.filter(t => t.kind === 'soften' && !t.done)).toEqual([])
  })
  it('on any piece, whatever was done before: hands are in one place, nothing put off is early, nothing stands on what is not there yet', () => {
    const tomorrow = '2026-03-06T08:00'
    fc.assert(
      fc.property(
        fc.constantFrom(...QUICK).chain(f => arbitraryDamaged(f)),
        fc.nat(6),
        fc.nat(30),
        (piece, count, which) => {
          const { piece: half } = afterDoing(piece, count)
          const [first, ...rest] = benchSteps(plan(half)).filter(t => t.time !== null)
          const late = rest[which % Math.max(1, rest.length)]
          if (!first || !late) return
          for (const s of plan(half).stages) for (const n of s.after) expect(n).toBeLessThan(s.number)
          const made = plan(
            applyAll(half, [say('begun', first.facts, '09:28'), say('put-off', late.facts, '09:29', tomorrow)]),
          )
          expect(faultsOfTasks(made, USUAL_SHOP)).toEqual([])
          const now = (id: string) => made.tasks.find(t => t.id === id)!
          expect(stateOf(now(first.id))).toBe('running')
          expect(now(first.id).time!.startMin).toBe(at('09:28'))
          expect(now(late.id).time!.startMin).toBeGreaterThanOrEqual(parseWallTime(tomorrow))
        },
      ),
      { numRuns: Number(process.env.DAMAGED ?? 10) },
    )
  }, 240_000)
  it('a time is asked of what is put off, and of nothing else', () => {
    const event = {
      id: 'x',
      at: '2026-03-05T09:00',
      kind: 'put-off' as const,
      stage: null,
      of: ['piece/labelled'],
      note: '',
    }
    expect(PieceEvent.safeParse(event).success).toBe(false)
    expect(PieceEvent.safeParse({ ...event, kind: 'done', until: '2026-03-06T08:00' }).success).toBe(false)
    expect(PieceEvent.safeParse({ ...event, until: '2026-03-06T08:00' }).success).toBe(true)
  })
})
