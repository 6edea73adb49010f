import { describe, expect, it } from 'vitest'
import type { Vec } from '../measure/vec'
import { datumEnd, endName, sideName } from './ends'
import type { Part } from './schema'
import { newChair } from '../../tests/fixtures/pieces'

/** A line in the sitter's left half of a chair is at positive x, its front at positive z, up is positive y. */
const between = (from: Vec, to: Vec) => ({ axis: [from, to] }) as Pick<Part, 'axis'>
const chair = newChair()
const table = { parts: chair.parts.filter(p => ['front-leg', 'front-rail'].includes(p.role)) }

describe('what an end of a part is called', () => {
  it('is the foot and the top of what stands on the floor, the lower end of what does not', () => {
    const leg = between([194, 0, 181], [194, 438, 181])
    expect([endName(chair, leg, 'first'), endName(chair, leg, 'last')]).toEqual(['foot', 'top'])
    expect(endName(chair, between([100, 450, 0], [120, 800, -60]), 'first')).toBe('lower end')
    // The foot is the foot though the part was drawn from above.
    expect(endName(chair, between([194, 438, 181], [194, 0, 181]), 'last')).toBe('foot')
  })

  it('is left or right as the sitter has them, and as one sees them who stands before what has no back', () => {
    const rail = between([176, 409, 181], [-176, 409, 181])
    expect([endName(chair, rail, 'first'), endName(chair, rail, 'last')]).toEqual(['left end', 'right end'])
    expect([endName(table, rail, 'first'), endName(table, rail, 'last')]).toEqual(['right end', 'left end'])
  })

  it('is front or back of what runs that way, splayed or not', () => {
    const rail = between([193, 409, 162], [163, 409, -165])
    expect([endName(chair, rail, 'first'), endName(chair, rail, 'last')]).toEqual(['front end', 'back end'])
  })

  it('is the same from both sides: every part of a chair has two ends of different names', () => {
    for (const part of chair.parts) {
      expect(endName(chair, part, 'first')).not.toBe(endName(chair, part, 'last'))
      expect(datumEnd(chair, part)).toBe(endName(chair, part, 'first'))
    }
  })
})

describe('which side of a part is meant', () => {
  /** A leg whose width runs from the sitter’s right to left: a quarter turn on it looks the way the leg goes × left. */
  const leg = { ...between([0, 0, 0], [0, 400, 0]), across: [1, 0, 0] as [number, number, number] }

  it('goes round it from its width on, as one looks down on the foot', () => {
    // Up × left is: (0,1,0) × (1,0,0) = (0,0,−1), the back.
    expect([0, 90, 180, -90].map(turn => sideName(chair, leg, turn))).toEqual(['left', 'back', 'right', 'front'])
    expect(sideName(table, leg, 0)).toBe('right')
  })

  it('is the top and the underside of what lies', () => {
    const rail = { ...between([0, 400, 0], [0, 400, -300]), across: [1, 0, 0] as [number, number, number] }
    // Backwards × left is: (0,0,−1) × (1,0,0) = (0,−1,0).
    expect([90, -90].map(turn => sideName(chair, rail, turn))).toEqual(['underside', 'top'])
  })
})
