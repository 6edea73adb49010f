import type { Bore } from '../geometry'
import { along, cross, subtract, unit, type Vec } from '../measure/vec'
import type { Part } from '../piece/schema'

const asTuple = ([x, y, z]: Vec): [number, number, number] => [x, y, z]

/** A dowel in its bore as a part that can be drawn, from the mouth of the bore inward. */
export function dowelSolid(bore: Bore, id: string, lengthMm: number): Part {
  const way = unit(subtract(bore.to, bore.from))
  const across = unit(cross(way, Math.abs(way[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0]))
  return {
    id,
    role: 'peg',
    axis: [asTuple(bore.from), asTuple(along(bore.from, way, lengthMm))],
    across: asTuple(across),
    section: { shape: 'round', stations: [{ along: 0, widthMm: bore.diameterMm, depthMm: bore.diameterMm }] },
    species: 'Beech, European',
  }
}
