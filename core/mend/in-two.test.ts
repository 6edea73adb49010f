import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { troublesOf } from '../condition/troubles'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { distance } from '../measure/vec'
import type { Piece } from '../piece/schema'
import { sheetOfWood, woodCandidates, type WoodCase } from '.'

function asked(piece: Piece, part: string) {
  const lost = applyAll(piece, [{ do: 'edit-frame', edit: { do: 'describe-part', part, missing: true } }])
  const trouble = troublesOf(lost).find(t => t.id === `part:${part}`)!
  const c: WoodCase = { piece: lost, trouble, school: 'everyday', glueGapMm: 0.15 }
  const { verdict } = woodCandidates(c).find(o => o.mend.id === 'in-two')!
  if (!verdict.fits) return { why: phraseText(verdict.reason) }
  const sizes = Object.fromEntries(verdict.sizes.map(s => [s.id, s.figure.value]))
  return { sizes, work: verdict, sheet: sheetOfWood(c, 'in-two', verdict, part)!, why: phraseText(verdict.reason) }
}

const areaOf = (points: readonly (readonly [number, number])[]): number =>
  Math.abs(
    points.reduce((sum, [x, y], i) => {
      const [u, v] = points[(i + 1) % points.length]!
      return sum + (x * v - u * y) / 2
    }, 0),
  )

describe('a part made again in two lengths', () => {
  const box = newChair({ stretchers: 'box' })

  it('a stretcher 18 × 26: slope 10 × 18 = 180 at tan⁻¹ 1/10 = 5.7°, made 2 × 10 = 20 longer, 4703 mm² of face, three clamps along it', () => {
    const { sizes, work } = asked(box, 'left-stretcher')
    const { axis } = box.parts.find(p => p.id === 'left-stretcher')!
    const betweenMm = distance(axis[0]!, axis[1]!)
    expect(sizes!.slot).toBeCloseTo(180, 6)
    expect(sizes!.travel).toBe(20)
    expect(sizes!['drill-slope']).toBeCloseTo(5.71, 2)
    expect(work!.stock[0]!.sizesMm[2]).toBeCloseTo(betweenMm + 2 * 20 + 20, 6)
    expect(work!.design!.glueLines[0]!.areaMm2).toBeCloseTo(Math.sqrt(180 ** 2 + 18 ** 2) * 26, 6)
    // Each pressed straight across its 18 mm, all within the slope, which lies about the middle.
    const at = work!.design!.pressing.map(({ from, to }) => {
      expect(distance(from, to)).toBeCloseTo(18, 6)
      return distance(axis[0]!, from.map((x, k) => (x + to[k]!) / 2) as [number, number, number])
    })
    expect(at.map(x => Math.round(x))).toEqual([-60, 0, 60].map(x => Math.round(betweenMm / 2 + x)))
  })

  it('as long as there is room: a half with its tenon of 20 still goes in between the sockets, a thickness stays to each shoulder', () => {
    const slots = [410, 300, 260, 250].map((depthMm) => {
      const chair = applyAll(box, [{ do: 'measure-shape', key: 'depth', measure: measured(depthMm) }])
      const { axis } = chair.parts.find(p => p.id === 'left-stretcher')!
      const betweenMm = distance(axis[0]!, axis[1]!)
      const { sizes, why } = asked(chair, 'left-stretcher')
      if (!sizes) return why
      const halfMm = betweenMm / 2 + sizes.slot! / 2 + 20
      expect(halfMm).toBeLessThan(betweenMm)
      expect(betweenMm - sizes.slot!).toBeGreaterThan(2 * 18)
      return Math.round(sizes.slot!)
    })
    expect(slots).toEqual([180, 180, 162, 153])
  })

  it('its two halves make up the whole as drawn: each slope is the other’s, and nothing is between them', () => {
    const { sheet, sizes } = asked(newPiece('stick-chair'), 'left-stick-2')
    const view = sheet!.views.find(v => v.title === 'Its slope from the side')!
    const halves = view.shapes.flatMap(s => (s.kind === 'polygon' ? [s.points] : []))
    const xs = halves.flat().map(([x]) => x)
    const ys = halves.flat().map(([, y]) => y)
    const [wide, deep] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)]
    expect(halves.map(areaOf).reduce((a, b) => a + b, 0)).toBeCloseTo(wide * deep, 6)
    expect(sizes!.slot! / deep).toBeCloseTo(10, 6)
  })

  it('nothing can enter it: a cross stretcher would have to go in from the side while its half goes in along its line', () => {
    expect(asked(newChair({ stretchers: 'h' }), 'left-stretcher').why).toContain('from the side')
    expect(asked(newChair({ stretchers: 'h' }), 'cross-stretcher').why).toContain('nothing opens')
  })

  it('not what carries who sits, what is in sight and flat, what is bent, short, or goes home from one end', () => {
    expect(asked(box, 'left-side-rail').why).toContain('made whole')
    expect(asked(box, 'slat-1').why).toContain('in sight')
    expect(asked(newPiece('stick-chair'), 'bow').why).toContain('bent')
    expect(asked(newPiece('stool'), 'left-front-leg').why).toContain('one end')
    const short = newPiece('stick-chair', { arms: 'arms' })
    expect(asked(short, 'left-arm-stick').why).toMatch(/slope of 10 times|clear of joints/)
  })
})
