import { describe, expect, it } from 'vitest'
import { newPiece } from '../../tests/fixtures/pieces'
import type { Piece } from '../piece/schema'
import { hingesOf, posed } from '.'

const gateLeg = newPiece('table', { top: 'drop-leaf', support: 'gate' })
const part = (piece: Piece, id: string) => piece.parts.find(p => p.id === id)!
const tip = (piece: Piece, id: string) => part(piece, id).axis.at(-1)!
const spanMm = (a: readonly number[], b: readonly number[]) => Math.hypot(...a.map((c, i) => c - b[i]!))

describe('what hangs on hinges', () => {
  it('is each leaf by itself, and each gate as a whole, with its stop', () => {
    const hinges = hingesOf(gateLeg.parts, gateLeg.joints)
    expect(hinges.map(h => [[...h.parts].sort().join(' '), h.stopDeg])).toEqual([
      ['front-leaf', 90],
      ['back-leaf', 90],
      ['front-gate-leg front-gate-low-rail front-gate-rail front-gate-stile', 90],
      ['back-gate-leg back-gate-low-rail back-gate-rail back-gate-stile', 90],
    ])
  })

  it('worked example: a leaf 330 long at its stop hangs from the top’s edge, 330 lower at its tip', () => {
    const down = posed(gateLeg, 1)
    // The pin lies half the leaf's 20 mm out from the edge, at 260 + 10 = 270; the edge 10 behind the pin turns up
    // over it.
    expect(part(gateLeg, 'front-leaf').axis[0]).toEqual([0, 720, 260])
    expect(part(down, 'front-leaf').axis[0]!.map(c => Math.round(c))).toEqual([0, 730, 270])
    expect(tip(down, 'front-leaf').map(c => Math.round(c))).toEqual([0, 730 - 330, 270])
    expect(tip(down, 'back-leaf').map(c => Math.round(c))).toEqual([0, 730 - 330, -270])
  })

  it('a gate at its stop lies along its apron, its leg still upright on the floor', () => {
    const shut = posed(gateLeg, 1)
    const leg = part(shut, 'front-gate-leg').axis
    expect(leg.map(p => Math.round(p[1]))).toEqual(part(gateLeg, 'front-gate-leg').axis.map(p => Math.round(p[1])))
    expect(spanMm(leg[0]!, [leg.at(-1)![0], 0, leg.at(-1)![2]])).toBeLessThan(0.01)
    const rail = part(shut, 'front-gate-rail').axis
    expect(Math.abs(rail[0]![2] - rail.at(-1)![2])).toBeLessThan(0.01)
  })

  it('swings its gates in before its leaves come down', () => {
    const half = posed(gateLeg, 0.5)
    expect(part(half, 'front-leaf')).toEqual(part(gateLeg, 'front-leaf'))
    expect(tip(half, 'front-gate-leg').map(c => Math.round(c))).toEqual(
      tip(posed(gateLeg, 1), 'front-gate-leg').map(c => Math.round(c)),
    )
  })

  it('moves as one: nothing in it comes nearer to anything else in it, at any share of the way, and the rest stays', () => {
    for (const share of [0.2, 0.55, 1]) {
      const turned = posed(gateLeg, share)
      for (const { parts } of hingesOf(gateLeg.parts, gateLeg.joints)) {
        const points = (piece: Piece) => piece.parts.filter(p => parts.has(p.id)).flatMap(p => p.axis)
        const [before, after] = [points(gateLeg), points(turned)]
        before.forEach((a, i) =>
          before.forEach((b, k) => expect(spanMm(after[i]!, after[k]!)).toBeCloseTo(spanMm(a, b), 6)),
        )
      }
      expect(part(turned, 'top')).toEqual(part(gateLeg, 'top'))
      expect(turned.parts.every(p => Math.abs(Math.hypot(...p.across) - 1) < 1e-9)).toBe(true)
    }
  })

  it('stays where it is drawn once something else holds both its sides', () => {
    const nailed = {
      ...gateLeg,
      joints: [
        ...gateLeg.joints,
        { ...gateLeg.joints[0]!, id: 'nailed', enters: 'front-gate-rail', receives: 'left-front-leg' },
      ],
    }
    expect(hingesOf(nailed.parts, nailed.joints).some(h => h.parts.has('front-gate-rail'))).toBe(false)
  })
})
