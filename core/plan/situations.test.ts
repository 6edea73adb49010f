import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arbitraryDamaged } from '../../tests/fixtures/damage'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { chooseGlue, verdictOf, type GlueNeeds } from '../glue'
import { formatInches, MM_PER_INCH } from '../measure/length'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { jointCase, mendCandidates } from '../mend'
import { FAMILIES } from '../piece/families'
import { FORMS } from '../piece/joint-forms'
import type { Command } from '../piece/commands'
import { newHold } from '../piece/new-hold'
import type { Piece } from '../piece/schema'
import type { ClearanceKey, GlueId, JointState, OldGlue, School } from '../piece/words'
import type { Climate } from '../reference/shop-settings'
import { USUAL_SHOP } from '../reference/usual-shop'
import { planPiece } from '.'

/** What a good repairer would take and would not, and why: each argued in its own line. */

const NINE = 29_546_460 // 2026-03-05, 09:00
const mild: Climate = { nowC: 20, nowRhPct: 50, tonightC: 18 }
const cold: Climate = { nowC: 12, nowRhPct: 50, tonightC: 1 }
const hot: Climate = { nowC: 32, nowRhPct: 35, tonightC: 24 }
const usual: GlueNeeds = {
  gapMm: 0.05,
  workingMin: 5,
  service: 'dry',
  oldGlueLeft: [],
  mustComeApart: false,
  oldPiece: false,
  keptFinish: false,
  startMin: NINE,
}

interface Wanted {
  readonly needs?: Partial<GlueNeeds>
  readonly school?: School
  readonly air?: Climate
  readonly best?: readonly string[]
  readonly never?: readonly GlueId[]
}

describe('which glue', () => {
  it.each<[string, Wanted]>([
    ['a tight modern kitchen chair: plain PVA, cheap and strong on tight joints', { best: ['pva'] }],
    [
      'the same chair a hundred years old: protein, for whoever opens it next',
      { needs: { oldPiece: true }, best: ['protein'] },
    ],
    ['a shop that conserves takes protein even for the modern one', { school: 'conserve', best: ['protein'] }],
    [
      'a precious piece: nothing that cannot be undone',
      {
        needs: { mustComeApart: true, oldPiece: true },
        best: ['protein'],
        never: ['pva-white', 'epoxy-slow', 'polyurethane', 'urea'],
      },
    ],
    [
      'half a millimetre left: what fills, and no film glue',
      { needs: { gapMm: 0.5 }, best: ['epoxy', 'urea'], never: ['pva-white', 'fish', 'hot-hide', 'liquid-hide'] },
    ],
    [
      '0.13 mm is past fish and hot hide glue, and within PVA',
      { needs: { gapMm: 0.13 }, best: ['pva'], never: ['fish', 'hot-hide'] },
    ],
    [
      'foam fills and does not hold: never polyurethane where anything is left open',
      { needs: { gapMm: 0.1 }, never: ['polyurethane'] },
    ],
    [
      'a garden bench in the rain: only what stands wet',
      { needs: { service: 'wet' }, never: ['hot-hide', 'liquid-hide', 'fish', 'pva-white', 'pva-slow'] },
    ],
    [
      'a damp porch: no protein',
      { needs: { service: 'damp' }, never: ['hot-hide', 'liquid-hide', 'fish', 'pva-white'] },
    ],
    [
      'PVA that stays in a joint: no new PVA or protein over it',
      { needs: { oldGlueLeft: ['pva' as OldGlue] }, never: ['pva-white', 'pva-slow', 'fish', 'liquid-hide'] },
    ],
    [
      'protein that stays: protein over it',
      { needs: { oldGlueLeft: ['protein' as OldGlue] }, best: ['protein'], never: ['pva-white'] },
    ],
    [
      'before closing, one degree tonight: nothing that is in clamps into the cold; what gels sets in any',
      {
        air: cold,
        needs: { startMin: NINE + 8 * 60 + 50 },
        never: ['pva-white', 'pva-slow', 'fish', 'liquid-hide', 'urea'],
      },
    ],
    [
      'twelve minutes of closing: not what is open for two',
      { needs: { workingMin: 12 }, never: ['hot-hide', 'epoxy-quick', 'pva-yellow'] },
    ],
    [
      'a hot dry day: white PVA skins before eight minutes of closing are over',
      { needs: { workingMin: 8 }, air: hot, never: ['pva-white', 'pva-yellow'] },
    ],
    [
      'a kept shellac surface on an old piece: squeeze-out that washes off with water',
      { needs: { keptFinish: true, oldPiece: true }, best: ['protein'] },
    ],
  ])('%s', (_why, { needs = {}, school = 'everyday', air = mild, best, never = [] }) => {
    const choice = chooseGlue({ ...usual, ...needs }, school, USUAL_SHOP, air)
    if (best) expect(best).toContain(choice.best?.glue.group)
    for (const id of never) expect(verdictOf(choice, id).against, id).not.toEqual([])
    expect(never).not.toContain(choice.best?.glue.id)
  })
})

const RAIL = 'left-side-rail--left-back-post'
const RUNG = 'front-seat-rung--left-front-post'
const FRONT = 'front-rail--left-front-leg'
const CORNER = 'top-rail--left-stile'
const gap = (joint: string, where: ClearanceKey, mm: number): Command => ({
  do: 'measure-clearance',
  joint,
  where,
  measure: measured(mm),
})
const snapped = (joint: string): Command => ({ do: 'look-for', joint, sign: 'dowel-stub', look: 'seen' })
const state = (joint: string, s: JointState): Command => ({ do: 'test-joint', joint, state: s })
const chair = (...more: Command[]) => applyAll(newChair({ frontRail: 'dowel' }), [state(RAIL, 'swings'), ...more])
const ladder = (...more: Command[]) => applyAll(newPiece('post-and-rung'), [state(RUNG, 'swings'), ...more])
const both = (cheek: number, edge: number) => [gap(RAIL, 'cheek', cheek), gap(RAIL, 'edge', edge)]

interface Case {
  readonly piece: Piece
  readonly joint: string
  readonly school?: School
  readonly best?: string | null
  readonly never: readonly string[]
}

describe('which mend', () => {
  it.each<[string, Case]>([
    [
      'a tenon that fits: old glue off, new glue in; nothing is cut',
      {
        piece: chair(...both(0.1, 0.1)),
        joint: RAIL,
        best: 're-glue',
        never: ['kerf-and-wedge', 'loose-tenon', 'plug-and-recut'],
      },
    ],
    [
      'loose at the cheeks: shims; a wedge there would split the post',
      {
        piece: chair(...both(0.5, 0.1)),
        joint: RAIL,
        best: 'shims',
        never: ['re-glue', 'kerf-and-wedge', 'loose-tenon'],
      },
    ],
    [
      'loose up and down: a wedge along the post’s grain; a shim fills nothing there',
      {
        piece: chair(...both(0.1, 0.6)),
        joint: RAIL,
        best: 'kerf-and-wedge',
        never: ['re-glue', 'shims', 'plug-and-recut'],
      },
    ],
    [
      'loose both ways: the two together, neither alone',
      {
        piece: chair(...both(0.5, 0.5)),
        joint: RAIL,
        best: 'shims-and-wedge',
        never: ['re-glue', 'shims', 'kerf-and-wedge'],
      },
    ],
    [
      'a tenon broken off in its mortise: new wood in both; no glue joins end to end',
      {
        piece: chair(...both(0.4, 0.2), snapped(RAIL)),
        joint: RAIL,
        best: 'loose-tenon',
        never: ['re-glue', 'shims', 'kerf-and-wedge', 'glue-in-place', 'plug-and-recut'],
      },
    ],
    [
      'broken, and its mortise wider at one end: closed and cut anew',
      {
        piece: chair(...both(1.4, 0.2), gap(RAIL, 'cheek-bottom', 0.8), snapped(RAIL)),
        joint: RAIL,
        best: 'plug-and-tenon',
        never: ['loose-tenon', 'shims'],
      },
    ],
    [
      'a mortise worn past filling, the tenon whole: the tenon is not sawn off while the hole can be made again',
      { piece: chair(...both(1.6, 0.1)), joint: RAIL, never: ['re-glue', 'shims', 'kerf-and-wedge'] },
    ],
    [
      'dowels in two: bored out; they are not glued and not pinned',
      {
        piece: applyAll(newChair({ frontRail: 'dowel' }), [state(FRONT, 'swings'), snapped(FRONT)]),
        joint: FRONT,
        best: 'new-dowel',
        never: ['re-glue', 'glue-in-place', 'locking-pin', 'shims'],
      },
    ],
    [
      'a rung of an old chair a millimetre thin: a sleeve; it is whole and is not sawn off',
      { piece: ladder(gap(RUNG, 'round', 1)), joint: RUNG, never: ['re-glue', 'fabric-wrap'] },
    ],
    [
      'a rung snapped in its socket: a new tenon bored in',
      {
        piece: ladder(gap(RUNG, 'round', 0.2), snapped(RUNG)),
        joint: RUNG,
        best: 'bored-tenon',
        never: ['re-glue', 'sleeve', 'plug-and-recut', 'fabric-wrap'],
      },
    ],
    [
      'cloth round a rung of an old chair: no; of a modern seat it may',
      { piece: ladder(gap(RUNG, 'round', 0.35)), joint: RUNG, never: ['re-glue', 'fabric-wrap'] },
    ],
    [
      'a rung that walked out again: strength pins it',
      {
        piece: ladder(gap(RUNG, 'round', 0.1), { do: 'set-direction', joint: RUNG, direction: 'pulls-out', on: true }),
        joint: RUNG,
        school: 'strength',
        never: ['sleeve', 'bored-tenon'],
      },
    ],
    [
      'a socket wider inside than at its mouth: no straight collar, peg or cloth',
      {
        piece: ladder(gap(RUNG, 'round', 0.5), gap(RUNG, 'round-bottom', 0.9)),
        joint: RUNG,
        never: ['re-glue', 'sleeve', 'fabric-wrap', 'bored-tenon'],
      },
    ],
    [
      'nothing is done to a firm joint out of its line but by the repairer’s wish',
      {
        piece: applyAll(newChair(), [
          state(RAIL, 'solid'),
          { do: 'look-for', joint: RAIL, sign: 'step-in-line', look: 'seen' },
        ]),
        joint: RAIL,
        best: null,
        never: ['re-glue', 'glue-in-place', 'shims'],
      },
    ],
    [
      'a gilded frame’s corner: held from the back; no key through its edges',
      {
        piece: applyAll(newPiece('flat-frame'), [
          state(CORNER, 'gives'),
          gap(CORNER, 'cheek', 0.1),
          { do: 'describe', intake: { finish: 'gilded' } },
        ]),
        joint: CORNER,
        school: 'strength',
        never: ['corner-keys', 'locking-pin'],
      },
    ],
    [
      'a tick over PVA left inside: new glue does not hold over it, so it is not glued shut',
      {
        piece: applyAll(newChair(), [
          state(RAIL, 'ticks'),
          ...both(0.1, 0.1),
          { do: 'set-old-glue', joint: RAIL, glue: 'pva' },
        ]),
        joint: RAIL,
        best: 're-glue',
        never: ['glue-in-place'],
      },
    ],
    [
      'metal through it: nothing is run in beside a nail',
      {
        piece: applyAll(newChair(), [
          state(RAIL, 'ticks'),
          ...both(0.1, 0.1),
          { do: 'set-old-glue', joint: RAIL, glue: 'protein' },
          { do: 'add-hold', hold: newHold('nail', 'n', RAIL) },
        ]),
        joint: RAIL,
        never: ['glue-in-place'],
      },
    ],
  ])('%s', (_why, { piece, joint, school = 'everyday', best, never }) => {
    const found = mendCandidates(
      jointCase(
        piece,
        piece.joints.find(j => j.id === joint)!,
        school,
        0.15,
      ),
    )
    const fits = found.filter(c => c.verdict.fits).map(c => c.mend.id)
    if (best !== undefined) expect(fits[0] ?? null).toBe(best)
    expect(fits.filter(id => never.includes(id))).toEqual([])
  })
})

describe('a tenon or dowel in two', () => {
  it.each(FAMILIES.map(f => [f.label, f] as const))(
    '%s: whatever was measured, only new wood mends it',
    (_label, family) => {
      fc.assert(
        fc.property(
          arbitraryDamaged(family),
          fc.nat(999),
          fc.double({ min: 0, max: 3, noNaN: true }),
          (piece, n, mm) => {
            const joint = piece.joints[n % piece.joints.length]!
            const where = FORMS[joint.form.kind].fit === 'round' ? 'round' : 'cheek'
            const finding = {
              state: 'swings' as const,
              directions: [],
              signs: { 'dowel-stub': 'seen' as const },
              clearance: { [where]: measured(mm) },
              oldGlue: 'protein' as const,
            }
            const broken = { ...piece, findings: { ...piece.findings, [joint.id]: finding } }
            if (!['mortise-and-tenon', 'round-tenon', 'dowel'].includes(joint.form.kind)) return
            const fits = mendCandidates(jointCase(broken, joint, 'everyday', 3))
              .filter(c => c.verdict.fits)
              .map(c => c.mend.id)
            expect(
              fits.filter(id => !['new-dowel', 'bored-tenon', 'loose-tenon', 'plug-and-tenon'].includes(id)),
            ).toEqual([])
          },
        ),
        { numRuns: 15 },
      )
    },
  )
})

describe('a joint half described', () => {
  it.each(FAMILIES.map(f => [f.label, f] as const))(
    '%s: no cut that cannot be undone rests on a clearance nobody measured without asking for it by name',
    (_label, family) => {
      fc.assert(
        fc.property(arbitraryDamaged(family), (piece) => {
          const made = planPiece(piece, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
          for (const m of made.mends) {
            const option = m.options.find(o => o.id === m.chosen)
            const joint = piece.joints.find(j => j.id === m.joint)!
            const finding = piece.findings[joint.id]
            const isLost = piece.parts.some(p => p.missing && (p.id === joint.enters || p.id === joint.receives))
            if (!option || option.undo !== 'no' || isLost) continue
            const known = Object.values(finding?.clearance ?? {}).some(c => c?.basis === 'measured')
            const asksFor = made.readings.some(r => r.joint === m.joint)
            // A stub in its hole is bored out whatever the clearance was.
            const isStub = finding?.signs['dowel-stub'] === 'seen'
            if (!known && !asksFor && !isStub) {
              expect.fail(`${option.id} in ${m.joint}, a ${FORMS[joint.form.kind].label}, rests on nothing measured`)
            }
          }
        }),
        { numRuns: 12 },
      )
    },
    120_000,
  )
  it('names what it wants, in words that say what it decides', () => {
    const half = mendCandidates(
      jointCase(
        applyAll(newChair(), [
          state(RAIL, 'swings'),
          {
            do: 'edit-frame',
            edit: {
              do: 'change-joint',
              joint: RAIL,
              form: {
                kind: 'mortise-and-tenon',
                thicknessMm: measured(9),
                widthMm: measured(48),
                deeperMm: measured(1.5),
                pinned: true,
              },
            },
          },
          gap(RAIL, 'cheek', 0.1),
          gap(RAIL, 'edge', 0.1),
        ]),
        newChair().joints.find(j => j.id === RAIL)!,
        'conserve',
        0.15,
      ),
    )
    const pinned = half.find(c => c.mend.id === 'drawn-pin')
    if (pinned) expect(phraseText(pinned.verdict.reason)).toMatch(/nobody has measured/)
  })
})

describe('inches', () => {
  it('whatever is printed is within half of 1/64 of the millimetres, and in lowest terms', () => {
    fc.assert(
      fc.property(fc.double({ min: 2, max: 3000, noNaN: true }), (mm) => {
        const [, whole = '0', top = '0', bottom = '1']
          = /^(?:(\d+)(?: |$))?(?:(\d+)\/(\d+))?$/.exec(formatInches(mm).replace(' in', '')) ?? []
        const inches = Number(whole) + Number(top) / Number(bottom)
        expect(Math.abs(inches * MM_PER_INCH - mm)).toBeLessThanOrEqual(MM_PER_INCH / 128 + 1e-9)
        expect(64 % Number(bottom)).toBe(0)
        if (Number(bottom) > 1) expect(Number(top) % 2).toBe(1)
      }),
    )
  })
})
