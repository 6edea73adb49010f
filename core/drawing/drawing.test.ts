import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newChair } from '../../tests/fixtures/pieces'
import { solidsOf } from '../piece/geometry'
import { cameraFor, type Point } from './camera'
import { drawPiece, placeTags, VIEWS } from './index'
import type { Part } from '../piece/schema'

const block = (id: string, x: number, z: number, height: number): Part => ({
  id, label: id, role: 'block', species: 'Beech, European', across: [1, 0, 0], axis: [[x, 0, z], [x, height, z]], section: { shape: 'rectangle', stations: [{ along: 0, widthMm: 40, depthMm: 40 }] },
})
const indexOf = (parts: Part[], id: string, view: { turnDeg: number, raiseDeg: number }) => {
  const faces = drawPiece(parts, [], view).faces
  return { first: faces.findIndex(f => f.part === id), last: faces.findLastIndex(f => f.part === id) }
}

describe('the drawing', () => {
  it('keeps the sitter’s left on the right of the sheet when seen from the front, and up at the top', () => {
    const camera = cameraFor({ min: [-100, 0, -100], max: [100, 200, 100] }, VIEWS.front)
    expect(camera.project([50, 100, 0]).x).toBeGreaterThan(0)
    expect(camera.project([0, 150, 0]).y).toBeLessThan(camera.project([0, 50, 0]).y)
  })
  it('draws what stands in front after what stands behind, from both sides', () => {
    const parts = [block('tall', 0, 0, 300), block('near', 0, 100, 120), block('far', 10, -100, 280)]
    expect(indexOf(parts, 'far', VIEWS.front).last).toBeLessThan(indexOf(parts, 'tall', VIEWS.front).first)
    expect(indexOf(parts, 'tall', VIEWS.front).last).toBeLessThan(indexOf(parts, 'near', VIEWS.front).first)
    const behind = { turnDeg: 180, raiseDeg: 3 }
    expect(indexOf(parts, 'near', behind).last).toBeLessThan(indexOf(parts, 'tall', behind).first)
  })
  it('shows three faces of a block seen from a corner, one from straight above', () => {
    expect(drawPiece([block('a', 0, 0, 60)], [], { turnDeg: 30, raiseDeg: 30 }).faces).toHaveLength(3)
    expect(drawPiece([block('a', 0, 0, 60)], [], { turnDeg: 0, raiseDeg: 89.9 }).faces).toHaveLength(1)
  })
  it('draws every part of a chair from every view, and no cap where a bent post’s halves meet', () => {
    const chair = newChair({ stretchers: 'box' })
    for (const view of Object.values(VIEWS)) {
      const drawing = drawPiece(chair.parts, chair.joints, view)
      expect(new Set(drawing.faces.map(f => f.part)).size).toBe(chair.parts.length)
      expect(drawing.spots).toHaveLength(chair.joints.length)
      expect(Object.values(drawing.box).every(Number.isFinite)).toBe(true)
    }
    expect(solidsOf(chair.parts.find(p => p.id === 'left-back-post')!)).toHaveLength(2)
  })
})

describe('tags', () => {
  it('never lie on each other where there is room, and stay on the sheet', () => {
    const points = fc.array(fc.record({ x: fc.double({ min: 60, max: 540, noNaN: true }), y: fc.double({ min: 60, max: 540, noNaN: true }) }), { minLength: 1, maxLength: 16 })
    fc.assert(fc.property(points, (spots: Point[]) => {
      const tags = placeTags(spots.map((at, i) => ({ id: `j${i}`, at, widthPx: 56, heightPx: 22 })), { x: 300, y: 300 }, { widthPx: 600, heightPx: 600 })
      for (const t of tags) expect(t.centre.x >= 30 - 1e-6 && t.centre.x <= 570 + 1e-6 && t.centre.y >= 13 - 1e-6 && t.centre.y <= 587 + 1e-6).toBe(true)
      const touching = tags.flatMap((a, i) => tags.slice(i + 1).filter(b => Math.abs(a.centre.x - b.centre.x) < 55 && Math.abs(a.centre.y - b.centre.y) < 21))
      expect(touching).toEqual([])
    }), { numRuns: 60 })
  })
})
