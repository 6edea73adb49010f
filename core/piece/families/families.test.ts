import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAll, arbitraryOf, newPiece } from '../../../tests/fixtures/pieces'
import { orThrow } from '../../measure/result'
import { along, distance, dot, length, scale, subtract, unit, type Vec } from '../../measure/vec'
import { apply } from '../apply'
import { twinId } from '../sides'
import { readPieceFile, writePieceFile } from '../file'
import { boundsOf, solidsOf, surfaceBetween } from '../geometry'
import { partOf } from '../facts'
import type { Joint, Part, Piece } from '../document-schema'
import { FAMILIES } from '.'

const RUNS = { numRuns: 10, endOnFailure: true }
const each = FAMILIES.map(f => [f.label, f] as const)

/** Distance of a point from a stretch, millimetres. */
function offLineMm(p: Vec, a: Vec, b: Vec): number {
  const way = subtract(b, a)
  const t = Math.max(0, Math.min(1, dot(subtract(p, a), way) / dot(way, way)))
  return distance(p, along(a, way, t))
}
const offAxisMm = (part: Part, p: Vec) => Math.min(...part.axis.slice(1).map((b, i) => offLineMm(p, part.axis[i]!, b)))

/**
 * How deep inside a part a point lies, millimetres: positive inside, the distance to the nearest face; negative
 * outside.
 */
function insideMm(part: Part, p: Vec): number {
  return Math.max(
    ...solidsOf(part, 72).map(({ start, end }) => {
      const n = start.length
      const faces = [
        ...start.map((a, i) => [a, start[(i + 1) % n]!, end[(i + 1) % n]!] as const),
        [start[2]!, start[1]!, start[0]!] as const,
        [end[0]!, end[1]!, end[2]!] as const,
      ]
      return Math.min(...faces.map(([a, b, c]) => -dot(unit(cross(subtract(b, a), subtract(c, b))), subtract(p, a))))
    }),
  )
}
const cross = (a: Vec, b: Vec): Vec => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]

/** The end of the entering part's own wood next to a joint, so that what comes free can be watched. */
const tipOf = (part: Part, joint: Joint): Vec =>
  along(joint.at, joint.withdraw, Math.min(20, length(subtract(part.axis[0]!, part.axis[part.axis.length - 1]!)) / 3))

describe.each(each)('%s', (_label, family) => {
  it('joins every part to another', () => {
    fc.assert(
      fc.property(arbitraryOf(family), (piece) => {
        for (const part of piece.parts) {
          expect(
            piece.joints.some(j => j.enters === part.id || j.receives === part.id),
            part.id,
          ).toBe(true)
        }
        expect(new Set(piece.joints.map(j => j.number)).size).toBe(piece.joints.length)
      }),
      RUNS,
    )
  })

  it('has every shoulder on the axis of what enters and on the surface of what receives', () => {
    fc.assert(
      fc.property(arbitraryOf(family), (piece) => {
        for (const joint of piece.joints) {
          expect(offAxisMm(partOf(piece, joint.enters), joint.at), `${joint.id} off its axis`).toBeLessThan(1)
          expect(
            Math.abs(insideMm(partOf(piece, joint.receives), joint.at)),
            `${joint.id} off the surface`,
          ).toBeLessThan(1)
        }
      }),
      RUNS,
    )
  })

  it('withdraws along unit vectors that take the entering part out of the receiving one', () => {
    fc.assert(
      fc.property(arbitraryOf(family), (piece) => {
        for (const joint of piece.joints) {
          const receiving = partOf(piece, joint.receives)
          expect(length(joint.withdraw)).toBeCloseTo(1, 9)
          // Just inside lies wood of the receiving part, and all the way out there is none of it.
          expect(
            surfaceBetween(
              receiving,
              along(joint.at, joint.withdraw, 400),
              along(joint.at, joint.withdraw, -Math.min(2, joint.depthMm.value + 1)),
            ),
            `${joint.id} meets it`,
          ).not.toBeNull()
          for (const out of [1, 5, 20, 60]) {
            expect(
              insideMm(receiving, along(tipOf(partOf(piece, joint.enters), joint), joint.withdraw, out)),
              `${joint.id} is free after ${out} mm`,
            ).toBeLessThan(0.5)
          }
        }
      }),
      RUNS,
    )
  })

  it('is the same left and right', () => {
    fc.assert(
      fc.property(arbitraryOf(family), ({ parts, joints }) => {
        const flip = (v: Vec): Vec => [0 - v[0], v[1], v[2]]
        for (const part of parts) {
          const twin = parts.find(p => p.id === twinId(part.id))!
          expect(twin, part.id).toBeDefined()
          const ends = [twin.axis[0]!, twin.axis[twin.axis.length - 1]!]
          for (const end of [part.axis[0]!, part.axis[part.axis.length - 1]!]) {
            expect(Math.min(...ends.map(e => distance(e, flip(end)))), part.id).toBeLessThan(0.1)
          }
          expect(twin.section.stations.length).toBe(part.section.stations.length)
        }
        for (const joint of joints) {
          expect(
            joints.some(
              j => distance(j.at, flip(joint.at)) < 0.1 && distance(j.withdraw, flip(joint.withdraw)) < 0.001,
            ),
            joint.id,
          ).toBe(true)
        }
      }),
      RUNS,
    )
  })

  it('stands on the floor whatever is measured', () => {
    fc.assert(
      fc.property(arbitraryOf(family), (piece) => {
        const { min } = boundsOf(piece.parts)
        expect(min[1]).toBeGreaterThan(-0.1)
        expect(min[1]).toBeLessThan(0.1)
      }),
      RUNS,
    )
  })

  it('comes back from its file as it was', () => {
    fc.assert(
      fc.property(arbitraryOf(family), (piece) => {
        expect(orThrow(readPieceFile(writePieceFile(piece)))).toEqual(piece)
      }),
      { numRuns: 4, endOnFailure: true },
    )
  })
})

describe('legs that lean two ways', () => {
  it('worked example: 9 degrees sideways and 6 forward lean tan⁻¹ √(tan² 9 + tan² 6) = 10.76 degrees in space', () => {
    const chair = newPiece('stick-chair')
    const leg = partOf(chair, 'left-front-leg')
    const line = unit(subtract(leg.axis[1]!, leg.axis[0]!))
    expect((Math.acos(line[1]) * 180) / Math.PI).toBeCloseTo(10.76, 2)
    const [across, forward] = [Math.atan2(-line[0], line[1]), Math.atan2(-line[2], line[1])].map(
      a => (a * 180) / Math.PI,
    )
    expect(across).toBeCloseTo(9, 4)
    expect(forward).toBeCloseTo(6, 4)
  })
})

describe('counting', () => {
  const joints = (piece: Piece) => piece.joints.length
  it('worked examples', () => {
    expect(joints(newPiece('post-and-rung', { frontRungs: 3, sideRungs: 4, backRungs: 3, slats: 4 }))).toBe(
      2 * (14 + 4),
    )
    expect(joints(newPiece('stool', { legCount: 3 }))).toBe(6 + 3)
    expect(joints(newPiece('stick-chair'))).toBe(4 + 6 + 2 + 14)
    expect(joints(newPiece('table'))).toBe(8 + 4)
    expect(joints(newPiece('upholstered-frame', { crossRails: 1 }))).toBe(8 + 2 + 8)
    expect(newPiece('stool', { legCount: 3 }).joints.filter(j => j.shares)).toHaveLength(1)
  })
  it('a joint at two thirds of a curve still points square into it', () => {
    const rocker = newPiece('rocker')
    for (const j of rocker.joints.filter(x => x.receives.endsWith('runner'))) {
      expect(dot(j.withdraw, [0, 1, 0])).toBeGreaterThan(0.9)
    }
    expect(scale([1, 0, 0], 2)).toEqual([2, 0, 0])
  })
})

describe('a plank-seat chair with slats and a crest', () => {
  const chair = newPiece('stick-chair', { back: 'slats', slats: 3 })
  const of = (role: string) => chair.parts.filter(p => p.role === role)

  it('has its slats between its posts, one over the other, and no sticks', () => {
    expect([of('slat').length, of('spindle').length, of('back-post').length]).toEqual([3, 0, 2])
    const heights = of('slat').map(p => p.axis[0]![1])
    expect(heights).toEqual([...heights].sort((a, b) => a - b))
    for (const slat of of('slat')) {
      expect(chair.joints.filter(j => j.enters === slat.id).map(j => j.receives)).toEqual([
        'left-back-post',
        'right-back-post',
      ])
    }
    // Leaning with the back: 11 degrees from upright, as its wider way up says.
    const [slat] = of('slat')
    const up = unit(cross(slat!.across, unit(subtract(slat!.axis[1]!, slat!.axis[0]!))))
    expect((Math.acos(Math.abs(up[1])) * 180) / Math.PI).toBeCloseTo(11, 3)
  })

  it('refuses slats that would touch, and an arm bow nothing would carry', () => {
    expect(() => newPiece('stick-chair', { back: 'slats', arms: 'bow' })).toThrow('carried by sticks')
    const tall = apply(chair, { do: 'measure-shape', key: 'slatHeight', measure: { value: 120, basis: 'measured' } })
    expect(tall).toMatchObject({ ok: false, issues: [{ message: expect.stringContaining('would touch') }] })
  })
})

describe('splayed legs', () => {
  it.each([
    ['table', 'splay', 'rake'],
    ['upholstered-frame', 'splay', 'legRake'],
  ])('of a %s set their feet out and leave everything above where it was', (family, splay, rake) => {
    const straight = newPiece(family)
    const degrees = (key: string, value: number) =>
      ({ do: 'measure-shape', key, measure: { value, basis: 'measured' } }) as const
    const splayed = applyAll(straight, [degrees(splay, 8), degrees(rake, 5)])
    const leg = (piece: Piece) => partOf(piece, 'left-front-leg').axis
    const [foot, top] = [leg(splayed)[0]!, leg(splayed).at(-1)!]
    expect(top).toEqual(leg(straight).at(-1))
    // tan 8 and tan 5 of the height between foot and top.
    expect(foot[0] - top[0]).toBeCloseTo(0.14054 * top[1], 1)
    expect(foot[2] - top[2]).toBeCloseTo(0.08749 * top[1], 1)
    expect(foot[1]).toBe(0)
  })
})
