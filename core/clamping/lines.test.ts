import { describe, expect, it } from 'vitest'
import { newChair, newPiece } from '../../tests/fixtures/pieces'
import { presentJoints } from '../piece/facts'
import { clampLines } from './lines'

const DEG = 180 / Math.PI

describe('the true angle of a pull', () => {
  it('on a round leg that leans is the lean in the plane of the pull: asin of the pull on the leg’s own line, and it wants a notch of the leg’s thickness', () => {
    const stool = newPiece('stool')
    const rung = stool.parts.find(p => p.role.includes('rung'))!
    const [line] = clampLines(stool, presentJoints(stool).filter(j => j.enters === rung.id))
    const offs = stool.joints.filter(j => j.enters === rung.id).map((j) => {
      const leg = stool.parts.find(p => p.id === j.receives)!
      const [a, b] = [leg.axis[0]!, leg.axis.at(-1)!]
      const long = Math.hypot(...[0, 1, 2].map(k => b[k]! - a[k]!))
      const pull = [0, 1, 2].reduce((sum, k) => sum + j.withdraw[k]! * (b[k]! - a[k]!) / long, 0)
      return Math.asin(Math.abs(pull)) * DEG
    })
    expect(Math.max(...offs)).toBeGreaterThan(3)
    expect(line!.offSquareDeg).toBeCloseTo(Math.max(...offs), 6)
    expect(line!.roundMm).toBeGreaterThan(25)
  })

  it('on the square leg of a straight frame is none, and no notch is wanted', () => {
    const chair = newChair()
    const [line] = clampLines(chair, chair.joints.filter(j => j.enters === 'front-rail'))
    expect(line!.offSquareDeg).toBeLessThan(0.5)
    expect(line!.roundMm).toBeUndefined()
  })
})
