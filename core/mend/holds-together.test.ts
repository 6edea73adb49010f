import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAll, arbitraryOf, newChair } from '../../tests/fixtures/pieces'
import { depthIn } from '../../tests/fixtures/validate-wood'
import { apply } from '../piece/apply'
import { troublesOf } from '../condition/troubles'
import { measured } from '../measure/measured'
import { FAMILIES } from '../piece/families'
import { newFault } from '../piece/faults'
import type { Break, Fault, Loss, Part, Piece } from '../piece/schema'
import { woodCandidates, type Work } from './index'

/** What must hold of every cut, whatever it is cut in: worked out here from points and lengths alone. */
type Vec = readonly [number, number, number]
const sub = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const plus = (a: Vec, b: Vec, k: number): Vec => [a[0] + k * b[0], a[1] + k * b[1], a[2] + k * b[2]]
const dot = (a: Vec, b: Vec) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const size = (a: Vec) => Math.sqrt(dot(a, a))
const unit = (a: Vec): Vec => plus([0, 0, 0], a, 1 / size(a))
const longOf = (p: Part) => p.axis.slice(1).reduce((sum, b, i) => sum + size(sub(b as Vec, p.axis[i]! as Vec)), 0)
const isStraight = (p: Part) => p.axis.length === 2
const faulty = (piece: Piece, fault: Fault): Piece => applyAll(piece, [{ do: 'add-fault', fault }])
const anyPiece = fc.constantFrom(...FAMILIES.filter(f => f.id !== 'flat-frame')).chain(f => arbitraryOf(f))

function fitting(piece: Piece, ids: readonly string[]): { id: string, work: Work }[] {
  const trouble = troublesOf(piece).find(t => t.id === 'fault:f')!
  return woodCandidates({ piece, trouble, school: 'everyday', glueGapMm: 0.15 }).flatMap(c =>
    ids.includes(c.mend.id) && c.verdict.fits ? [{ id: c.mend.id, work: c.verdict }] : [],
  )
}
/** The plane of a break, from its angle to the axis and the way it faces round it, degrees from the part’s width. */
function breakPlane(part: Part, share: number, angleDeg: number, turnDeg: number): { at: Vec, normal: Vec } {
  const [from, to] = [part.axis[0]! as Vec, part.axis[1]! as Vec]
  const way = unit(sub(to, from))
  const across = unit(plus(part.across as Vec, way, -dot(part.across as Vec, way)))
  const through: Vec = [
    way[1] * across[2] - way[2] * across[1],
    way[2] * across[0] - way[0] * across[2],
    way[0] * across[1] - way[1] * across[0],
  ]
  const [angle, turn] = [(angleDeg * Math.PI) / 180, (turnDeg * Math.PI) / 180]
  const faces = plus(plus([0, 0, 0], across, Math.cos(turn)), through, Math.sin(turn))
  return {
    at: plus(from, way, share * size(sub(to, from))),
    normal: plus(plus([0, 0, 0], way, Math.sin(angle)), faces, Math.cos(angle)),
  }
}
const family = (piece: Piece): string => piece.shape.family
const sizesOf = (work: Work) => Object.fromEntries(work.sizes.map(s => [s.id, s.figure.value]))

describe('a patch', () => {
  it('covers its loss from the face to the bottom, its sides leaning in: every corner of what is gone lies in what is put in', () => {
    let seen = 0
    fc.assert(
      fc.property(
        anyPiece,
        fc.nat(20),
        fc.double({ min: 0.2, max: 0.8, noNaN: true }),
        fc.constantFrom(0, 90, 180, 270),
        fc.tuple(fc.integer({ min: 5, max: 60 }), fc.integer({ min: 4, max: 20 }), fc.integer({ min: 1, max: 18 })),
        (piece, which, along, turnDeg, [l, w, d]) => {
          const parts = piece.parts.filter(isStraight)
          const part = parts[which % parts.length]!
          const loss: Loss = {
            ...(newFault('loss', 'f', part.id, along) as Loss),
            turnDeg,
            lengthMm: measured(l),
            widthMm: measured(w),
            depthMm: measured(d),
          }
          // What its part has no room for is refused when it is told.
          const told = apply(piece, { do: 'add-fault', fault: loss })
          if (!told.ok) return
          for (const { id, work } of fitting(told.value, ['let-in-patch', 'through-patch'])) {
            const [patch] = work.design!.newWood
            const s = sizesOf(work)
            const lean = s.thickness! * Math.tan((7 * Math.PI) / 180)
            expect(s.length! / 2 - lean, `${id} along`).toBeGreaterThanOrEqual(l / 2 - 1e-9)
            if (id === 'let-in-patch') expect(s.width! / 2 - lean, `${id} across`).toBeGreaterThanOrEqual(w / 2 - 1e-9)
            expect(s.thickness!).toBeGreaterThanOrEqual(d)
            // The solid that is drawn and cut reaches as far as its sizes say, from half a millimetre over the face
            // inward.
            const way = unit(sub(patch!.axis.at(-1)! as Vec, patch!.axis[0]! as Vec))
            expect(longOf(patch!)).toBeCloseTo(s.length!, 6)
            const middle = plus(patch!.axis[0]! as Vec, way, longOf(patch!) / 2)
            for (const side of [-1, 1]) {
              expect(depthIn(patch!, plus(middle, way, side * (l / 2)))).toBeGreaterThan(-0.01)
            }
            seen++
          }
        },
      ),
      { numRuns: 150 },
    )
    expect(seen).toBeGreaterThan(30)
  })
})

describe('a dowel across a break', () => {
  it('runs in both halves for two of its diameters at least, on any leg, rail and stick, at whatever angle it broke', () => {
    let seen = 0
    fc.assert(
      fc.property(
        anyPiece,
        fc.nat(20),
        fc.double({ min: 0.2, max: 0.8, noNaN: true }),
        fc.integer({ min: 25, max: 85 }),
        fc.integer({ min: 0, max: 359 }),
        (piece, which, along, angleDeg, turnDeg) => {
          const parts = piece.parts.filter(p => isStraight(p) && !['seat', 'top', 'leaf'].includes(p.role))
          const part = parts[which % parts.length]!
          const snap: Break = {
            ...(newFault('break', 'f', part.id, along) as Break),
            parted: 'apart',
            surface: 'fibrous',
            angleDeg: measured(angleDeg),
            gapMm: measured(0.1),
            lostPct: measured(0),
            turnDeg,
          }
          const broken = faulty(piece, snap)
          for (const { work } of fitting(broken, ['dowel-break'])) {
            // How much of each bore’s line runs in the wood on the one side of the break and on the other.
            const { at, normal } = breakPlane(part, along, angleDeg, turnDeg)
            for (const bore of work.design!.bores) {
              const long = size(sub(bore.to as Vec, bore.from as Vec))
              const way = unit(sub(bore.to as Vec, bore.from as Vec))
              const points = Array.from({ length: Math.floor(long / 0.5) }, (_, i) =>
                plus(bore.from as Vec, way, i * 0.5),
              )
              const inEach = [-1, 1].map(
                side => points.filter(p => depthIn(part, p) > -0.3 && side * dot(sub(p, at), normal) > 0).length * 0.5,
              )
              for (const mm of inEach) {
                expect(mm, `${family(piece)} ${part.id} ${angleDeg}`).toBeGreaterThanOrEqual(2 * bore.diameterMm - 1.5)
              }
              seen++
            }
          }
        },
      ),
      { numRuns: 260 },
    )
    expect(seen).toBeGreaterThan(20)
  })
})

describe('lengths', () => {
  const chair = newChair({ stretchers: 'box' })
  const LEG = 'left-front-leg'
  const leg = chair.parts.find(p => p.id === LEG)!

  it('after saw and splice add up to the twin’s: what stays and what is put on is the old part again, end, lap, scarf and tip alike', () => {
    let seen = 0
    fc.assert(
      fc.property(fc.integer({ min: 12, max: 120 }), fc.integer({ min: 20, max: 60 }), (atMm, lengthMm) => {
        const total = longOf(leg)
        const worm = faulty(newChair(), {
          ...newFault('worm', 'f', LEG, atMm / total),
          lengthMm: measured(lengthMm),
          lostPct: measured(45),
          live: 'old',
        } as Fault)
        for (const { id, work } of fitting(worm, ['new-end', 'half-lap-splice', 'scarf'])) {
          const s = sizesOf(work)
          const goneMm = id === 'new-end' ? s['saw-line']! : Math.min(...(work.design!.sawnAtMm ?? [Infinity]))
          const overlapMm = id === 'new-end' ? 0 : id === 'half-lap-splice' ? (s.slot ?? 0) : 0
          if (id === 'new-end') {
            expect(total - goneMm + s.length!).toBeCloseTo(total, 6)
            seen++
          }
          else if (Number.isFinite(goneMm) && overlapMm > 0) {
            expect(total - goneMm + s.length! - overlapMm).toBeCloseTo(total, 0)
            seen++
          }
        }
      }),
      { numRuns: 60 },
    )
    const worn = faulty(newChair(), {
      ...(newFault('loss', 'f', LEG, 0.01) as Loss),
      lengthMm: measured(9),
      widthMm: measured(30),
      depthMm: measured(30),
    })
    for (const { work } of fitting(worn, ['foot-tip'])) {
      const s = sizesOf(work)
      expect(s.thickness).toBe(s['saw-line'])
      seen++
    }
    expect(seen).toBeGreaterThan(10)
  })

  it('a register’s saw takes its kerf off the leg, and the sheet says so: 0.8 mm to make up', () => {
    const snap: Break = {
      ...(newFault('break', 'f', LEG, 0.3) as Break),
      parted: 'apart',
      surface: 'ragged',
      angleDeg: measured(80),
      gapMm: measured(0.1),
      lostPct: measured(5),
    }
    const [made] = fitting(faulty(newChair(), snap), ['saw-and-bore'])
    const words = made!.work.steps.map(s => JSON.stringify(s.words)).join(' ')
    expect(words).toContain('took')
    expect(made!.work.design!.sawnAtMm).toHaveLength(1)
  })
})

describe('a part made again', () => {
  it('fits what it enters: each tenon as thick and as deep as its socket, thinner than itself, and not through what it enters unless it is to be', () => {
    let seen = 0
    for (const family of FAMILIES) {
      fc.assert(
        fc.property(arbitraryOf(family), fc.nat(30), (piece, which) => {
          const parts = piece.parts.filter(p => isStraight(p) && !['seat', 'top', 'leaf'].includes(p.role))
          if (parts.length === 0) return
          const part = parts[which % parts.length]!
          const lost = applyAll(piece, [
            { do: 'edit-frame', edit: { do: 'describe-part', part: part.id, missing: true } },
          ])
          const trouble = troublesOf(lost).find(t => t.id === `part:${part.id}`)!
          const found = woodCandidates({ piece: lost, trouble, school: 'everyday', glueGapMm: 0.15 }).find(
            c => c.mend.id === 'copy-part' && c.verdict.fits,
          )
          if (!found?.verdict.fits) return
          const length = found.verdict.sizes.find(s => s.id === 'length')!.figure.value
          const own = piece.joints.filter(j => j.enters === part.id)
          // A stick that is threaded through an arm on its way has its tenons at its ends all the same.
          const fromEnd = (at: readonly number[]) =>
            Math.min(...[part.axis[0]!, part.axis.at(-1)!].map(e => size(sub(at as Vec, e as Vec))))
          const tenons = own.filter(
            j => j.form.kind !== 'butt' && j.form.kind !== 'dowel' && fromEnd(j.at) < 0.2 * longOf(part),
          )
          expect(length).toBeCloseTo(longOf(part) + tenons.reduce((sum, j) => sum + j.depthMm.value, 0), 6)
          for (const j of tenons) {
            const receiver = piece.parts.find(p => p.id === j.receives)!
            // From its mouth inward along its own line: the tenon’s end is still in wood, or it is a through one.
            const inward = plus(j.at as Vec, j.withdraw as Vec, -Math.max(0, j.depthMm.value - 2))
            const isThrough = 'through' in j.form && j.form.through === true
            if (!isThrough && isStraight(receiver)) {
              expect(depthIn(receiver, inward), `${family.id} ${j.id}`).toBeGreaterThan(-3)
            }
            seen++
          }
        }),
        { numRuns: 12 },
      )
    }
    expect(seen).toBeGreaterThan(40)
  })
})
