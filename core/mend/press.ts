import { faceForce } from '../clamping'
import { planeOf } from '../bodies'
import { reachMm } from '../geometry'
import { along, dot, negate, scale, subtract, unit, type Vec } from '../measure/vec'
import type { Break, Part } from '../piece/schema'
import { speciesNamed } from '../reference/species'
import type { PressLine } from './design'

/**
 * Faces that broke apart find each other: this brings them together, and more only where the glue wants a thin film,
 * MPa (low).
 */
const CONTACT_MPA = 0.2
/**
 * Pressure that a glue line of sawn faces wants, by how dense the wood is, MPa (docs/sources.md#clamp-forces,
 * medium).
 */
const PRESSURES: readonly { readonly upTo: number, readonly mpa: number }[] = [
  { upTo: 0.45, mpa: 0.7 },
  { upTo: 0.6, mpa: 1 },
  { upTo: Infinity, mpa: 1.2 },
]
/** From what closes broken faces to what sawn ones want. */
export const pressureMPa = (species: string): readonly [number, number] => [
  CONTACT_MPA,
  PRESSURES.find(p => speciesNamed(species).values.specificGravity.value < p.upTo)!.mpa,
]

const RAD = Math.PI / 180
/** From this angle to the axis on a break is pressed along the part, below it across, degrees. */
const ALONG_FROM_DEG = 45

/**
 * How a break is pressed together: a steep one along the part from end to end, a flat one across it, square or nearly
 * square to its face.
 */
export function pressBreak(part: Part, fault: Break, areaMm2: number): PressLine[] {
  const plane = planeOf(part, fault)
  const isSteep = fault.angleDeg.value >= ALONG_FROM_DEG
  const tiltDeg = isSteep ? 90 - fault.angleDeg.value : fault.angleDeg.value
  const force = faceForce(areaMm2, pressureMPa(part.species), tiltDeg)
  // The jaws sit square on the part’s ends; what slides along the slope of the face is held by tape or a splint.
  if (isSteep) return [{ from: part.axis[0]!, to: part.axis[part.axis.length - 1]!, force, offSquareDeg: 0 }]
  const aside = sideOf(plane.normal, plane.tangent)
  const [back, out] = [reachMm(part, plane.at, negate(aside)), reachMm(part, plane.at, aside)]
  // A long slanting face wants a clamp each time its line would leave half the pressure: about twice the depth apart.
  const faceMm = (back + out) / Math.sin(fault.angleDeg.value * RAD)
  const count = Math.max(1, Math.min(4, Math.round(faceMm / (2 * (back + out)))))
  const share = {
    ...force,
    value: force.value / count,
    low: (force.low ?? force.value) / count,
    high: (force.high ?? force.value) / count,
  }
  return Array.from({ length: count }, (_, i): PressLine => {
    const at = along(plane.at, plane.tangent, ((i + 0.5) / count - 0.5) * faceMm * Math.cos(fault.angleDeg.value * RAD))
    return { from: along(at, negate(aside), back), to: along(at, aside, out), force: share, offSquareDeg: tiltDeg }
  })
}

/** The part of a break's normal that lies across its part. */
export function sideOf(normal: Vec, tangent: Vec): Vec {
  return unit(subtract(normal, scale(tangent, dot(normal, tangent))))
}
