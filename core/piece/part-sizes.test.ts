import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { acrossSizes, withAcross } from './part-sizes'

const chair = newChair()
const part = (id: string) => chair.parts.find(p => p.id === id)!
const named = (id: string) => Object.fromEntries(acrossSizes(part(id)).map(s => [s.id, s.valueMm]))

describe('what a part measures across', () => {
  it('is thickness and height of a rail, whichever way it runs, as it was measured', () => {
    // As the family's measures say: 22 thick and 58 high.
    expect(named('front-rail')).toEqual({ thickness: 22, height: 58 })
  })

  it('is width and depth of a post, and the diameter of what is turned', () => {
    expect(Object.keys(named('left-back-post'))).toEqual(['width', 'depth'])
    const rung = newPiece('post-and-rung').parts.find(p => p.role === 'rung')!
    expect(acrossSizes(rung).map(s => s.id)).toEqual(['diameter'])
  })

  it('is changed under its name, in proportion where the part tapers, and nothing else with it', () => {
    const rail = part('front-rail')
    const [thickness, height] = acrossSizes(rail)
    const told = applyAll(chair, [
      {
        do: 'edit-frame',
        edit: { do: 'shape-part', part: rail.id, section: withAcross(rail.section, height!, 2 * height!.valueMm) },
      },
    ])
    expect(acrossSizes(told.parts.find(p => p.id === rail.id)!)).toEqual([
      thickness,
      { ...height!, valueMm: 2 * height!.valueMm },
    ])
    const tapered = {
      shape: 'round' as const,
      stations: [
        { along: 0, widthMm: 20, depthMm: 20 },
        { along: 1, widthMm: 10, depthMm: 10 },
      ],
    }
    const diameter = { id: 'diameter' as const, key: 'widthMm' as const, valueMm: 20 }
    expect(withAcross(tapered, diameter, 30).stations.map(s => [s.widthMm, s.depthMm])).toEqual([
      [30, 30],
      [15, 15],
    ])
  })
})
