import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newPiece } from '../../tests/fixtures/pieces'
import { newFault } from '../piece/faults'
import { pointAtShare } from '../piece/geometry'
import { partOf } from '../piece/facts'
import { shareNear } from '../piece/places'
import { FAULT_KINDS } from '../piece/words'
import { drawPiece, markFault, sharePointedAt, VIEWS } from '.'

const chair = newPiece('stick-chair')
const leg = partOf(chair, 'left-front-leg')
const joint = chair.joints.find(j => j.enters === leg.id)!

describe('the red pencil on the wood', () => {
  it('marks each kind where it is, from every side, with strokes that can be told apart', () => {
    for (const view of Object.values(VIEWS)) {
      const { camera, box } = drawPiece(chair.parts, chair.joints, view)
      for (const kind of FAULT_KINDS) {
        const mark = markFault(
          newFault(kind, 'f', leg.id, 0.4, kind === 'split' ? joint.id : null),
          leg,
          kind === 'split' ? joint : undefined,
          camera,
        )
        expect(mark.strokes.length + mark.dots.length).toBeGreaterThan(0)
        for (const p of [mark.at, ...mark.dots, ...mark.strokes.flat()]) {
          expect(p.x).toBeGreaterThan(box.minX - 60)
          expect(p.x).toBeLessThan(box.maxX + 60)
          expect(Number.isFinite(p.y)).toBe(true)
        }
      }
    }
  })

  it('a place pointed at on the drawing comes back as the place along the part', () => {
    const { camera } = drawPiece(chair.parts, chair.joints, VIEWS.bench)
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom('left-front-leg', 'bow', 'cross-stretcher', 'left-stick-1'),
        (share, id) => {
          const part = partOf(chair, id)
          const { point } = pointAtShare(part, share)
          expect(sharePointedAt(part, camera, camera.project(point))).toBeCloseTo(share, 1)
          expect(shareNear(part, point)).toBeCloseTo(share, 3)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('leaves a missing part as an outline and the others as they were', () => {
    const parts = chair.parts.map(p => (p.id === 'bow' ? { ...p, missing: true } : p))
    const faces = drawPiece(parts, chair.joints, VIEWS.bench).faces
    expect(new Set(faces.filter(f => f.missing).map(f => f.part))).toEqual(new Set(['bow']))
  })

  it('draws no line across a smooth bend', () => {
    const edges = (id: string) =>
      drawPiece([partOf(chair, id)], [], VIEWS.front).faces.reduce((sum, f) => sum + f.edges.length, 0)
    const faces = drawPiece([partOf(chair, 'bow')], [], VIEWS.front).faces.length
    expect(edges('bow')).toBeLessThan(faces)
  })
})
