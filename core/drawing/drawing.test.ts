import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { newFault } from '../piece/faults'
import { LIMITS } from '../piece/limits'
import { solidsOf } from '../piece/geometry'
import { cameraFor, type Point } from './camera'
import { dot, subtract, type Vec } from '../measure/vec'
import {
  drawingSvg,
  drawPiece,
  explodedOffsets,
  markFaults,
  movedPiece,
  pegsOf,
  placeTags,
  SMALL_SIDE,
  smallPicture,
  VIEWS,
  WoodMap,
} from './index'
import type { Part } from '../piece/schema'

const block = (id: string, x: number, z: number, height: number): Part => ({
  id,
  label: id,
  role: 'block',
  species: 'Beech, European',
  across: [1, 0, 0],
  axis: [
    [x, 0, z],
    [x, height, z],
  ],
  section: { shape: 'rectangle', stations: [{ along: 0, widthMm: 40, depthMm: 40 }] },
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
  it('draws as many parts as a file may hold, each bent as often as may be, and small as well', () => {
    const bent = (i: number): Part => ({
      ...block(`p${i}`, (i % 20) * 60, Math.floor(i / 20) * 60, 900),
      axis: Array.from(
        { length: 60 },
        (_, k) => [(i % 20) * 60 + 10 * Math.sin(k), 15 * k, Math.floor(i / 20) * 60] as const,
      ),
    })
    const parts = Array.from({ length: LIMITS.parts }, (_, i) => bent(i))
    const { faces, box } = drawPiece(parts, [], VIEWS.bench)
    expect(new Set(faces.map(f => f.part)).size).toBe(LIMITS.parts)
    expect(box.maxX - box.minX).toBeGreaterThan(1000)
    expect(smallPicture({ ...newChair(), parts, joints: [], findings: {} }).faces.length).toBeGreaterThan(1000)
  })
  it('a small picture stays within its square, marks what is loose and what is lost, and leaves out no part', () => {
    const chair = newChair()
    const [first] = chair.joints
    const lost = chair.parts.find(p => p.id !== first!.enters && p.id !== first!.receives)!
    const piece = applyAll(chair, [
      { do: 'test-joint', joint: first!.id, state: 'gives' },
      { do: 'edit-frame', edit: { do: 'describe-part', part: lost.id, missing: true } },
    ])
    const picture = smallPicture(piece)
    const numbers = picture.faces.flatMap(([outline]) => {
      const [x, y, ...steps] = outline.match(/-?\d+/g)!.map(Number)
      let [px, py] = [x!, y!]
      const all = [px, py]
      for (let i = 0; i < steps.length; i += 2) all.push((px += steps[i]!), (py += steps[i + 1]!))
      return all
    })
    expect(Math.min(...numbers)).toBeGreaterThanOrEqual(0)
    expect(Math.max(...numbers)).toBeLessThanOrEqual(SMALL_SIDE)
    expect(picture.loose.map(l => l.joint)).toEqual([first!.id])
    expect(picture.lost).toMatch(/^M\d/)
    expect(smallPicture(chair).lost).toBe('')
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

describe('the drawing as a file', () => {
  it('is one SVG with every part’s faces and the joints’ numbers, and lets no markup in', () => {
    const chair = newChair()
    const drawing = drawPiece(chair.parts, chair.joints, VIEWS.bench)
    const broken = applyAll(chair, [{ do: 'add-fault', fault: newFault('break', 'break-1', 'left-front-leg', 0.4) }])
    const svg = drawingSvg(
      drawing,
      'A <script>chair</script>',
      [{ joint: chair.joints[0]!.id, tag: 'J1', pencil: 'red' }],
      markFaults(broken, drawing.camera),
    )
    expect(svg).toContain('>B1</text>')
    expect(svg.match(/<polygon/g)).toHaveLength(drawing.faces.length)
    expect(svg).toContain('>J1</text>')
    expect(svg).not.toContain('<script')
  })
})

describe('drawn apart', () => {
  const chair = newChair({ stretchers: 'h', frontRail: 'dowel' })
  it('every joint opens along its line, most of all where nothing else holds it back', () => {
    const offsets = explodedOffsets(chair.parts, chair.joints, 60)
    for (const j of chair.joints) {
      expect(dot(subtract(offsets.get(j.enters)!, offsets.get(j.receives)!), j.withdraw)).toBeGreaterThan(10)
    }
    const sum = [...offsets.values()].reduce((a, o) => [a[0] + o[0], a[1] + o[1], a[2] + o[2]] as const, [
      0, 0, 0,
    ] as const)
    for (const x of sum) expect(x).toBeCloseTo(0, 6)
  })
  it('two parts and one joint part by just the gap, half each', () => {
    const [a, b] = [block('a', 0, 0, 60), block('b', 50, 0, 60)]
    const joint = { ...chair.joints[0]!, enters: 'b', receives: 'a', withdraw: [1, 0, 0] as [number, number, number] }
    expect([...explodedOffsets([a, b], [joint], 60).values()].map(o => o[0])).toEqual([-30, 30])
  })
  it('is left as it stands by no gap at all', () => {
    expect(movedPiece(chair.parts, chair.joints, explodedOffsets(chair.parts, chair.joints, 0))).toEqual({
      parts: chair.parts,
      joints: chair.joints,
    })
  })
})

describe('what sits in the sockets', () => {
  const chair = newChair({ frontRail: 'dowel' })
  const pegs = (id: string) => {
    const j = chair.joints.find(x => x.id === id)!
    return {
      j,
      pegs: pegsOf(
        j,
        chair.parts.find(p => p.id === j.enters)!,
      ),
    }
  }
  it('a tenon reaches as deep as it was measured, into the receiving part', () => {
    const {
      j,
      pegs: [tenon],
    } = pegs('left-side-rail--left-back-post')
    const [from, to] = tenon!.part.axis as unknown as [Vec, Vec]
    expect(from).toEqual(j.at)
    expect(dot(subtract(to, from), j.withdraw)).toBeCloseTo(-j.depthMm.value, 6)
  })
  it('two dowels stand above each other at their spacing', () => {
    const {
      pegs: [a, b],
    } = pegs('front-rail--left-front-leg')
    expect(Math.abs(a!.part.axis[0]![1] - b!.part.axis[0]![1])).toBeCloseTo(29, 6)
  })
})

describe('tags', () => {
  const sheet = { widthPx: 600, heightPx: 600 }
  const request = (at: Point, i: number) => ({ id: `j${i}`, at, widthPx: 56, heightPx: 22 })
  it('never lie on each other where there is room, and stay on the sheet', () => {
    const points = fc.array(
      fc.record({ x: fc.double({ min: 60, max: 540, noNaN: true }), y: fc.double({ min: 60, max: 540, noNaN: true }) }),
      { minLength: 1, maxLength: 14 },
    )
    fc.assert(
      fc.property(points, (spots: Point[]) => {
        const tags = placeTags(spots.map(request), { x: 300, y: 300 }, sheet)
        for (const t of tags) {
          expect(
            t.centre.x >= 30 - 1e-6 && t.centre.x <= 570 + 1e-6 && t.centre.y >= 13 - 1e-6 && t.centre.y <= 587 + 1e-6,
          ).toBe(true)
        }
        const touching = tags.flatMap((a, i) =>
          tags
            .slice(i + 1)
            .filter(b => Math.abs(a.centre.x - b.centre.x) < 55 && Math.abs(a.centre.y - b.centre.y) < 21),
        )
        expect(touching).toEqual([])
      }),
      { numRuns: 60 },
    )
  })
  it('keep off the wood', () => {
    const post = [
      { x: 280, y: 100 },
      { x: 320, y: 100 },
      { x: 320, y: 500 },
      { x: 280, y: 500 },
    ]
    const wood = new WoodMap([post], sheet)
    expect(wood.under({ x: 300, y: 300 }, 20, 20)).toBe(1)
    expect(wood.under({ x: 100, y: 300 }, 20, 20)).toBe(0)
    const spots = [120, 200, 280, 360, 440].map((y, i) => request({ x: 300, y }, i))
    for (const t of placeTags(spots, { x: 300, y: 300 }, sheet, wood)) expect(wood.under(t.centre, 56, 22)).toBe(0)
  })
})
