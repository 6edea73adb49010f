import { input, type Confidence, type Figure } from '../measure/figure'
import type { Range } from '../reference/row'

/** Pressure that brings a shoulder home and holds it, MPa (docs/sources.md#clamp-forces, medium). */
export const SHOULDER_PRESSURE_MPA: Range = [0.3, 0.5]
/** Usual pull on a shoulder, kN: less does not hold it, more means that something keeps it off. */
export const SHOULDER_FORCE_KN: Range = [0.3, 3]

/** What a pull on shoulders is worked out by: how often it pulls at once, and between which forces it stays, kN. */
interface Pull {
  readonly legs: number
  readonly limitsKn: Range
  readonly what: string
  readonly rule: string
  readonly confidence: Confidence
}

function onShoulders(areaMm2: number, { legs, limitsKn: [least, most], what, rule, confidence }: Pull): Figure {
  const [low, high] = SHOULDER_PRESSURE_MPA.map(p => Math.min(most, Math.max(least, (p * areaMm2) / 1000 / legs))) as [
    number,
    number,
  ]
  const inputs = [
    input(what, areaMm2, 'mm2'),
    input('pressure, low', SHOULDER_PRESSURE_MPA[0], 'MPa', 'table'),
    input('pressure, high', SHOULDER_PRESSURE_MPA[1], 'MPa', 'table'),
  ]
  return {
    value: (low + high) / 2,
    low,
    high,
    unit: 'kN',
    derivation: { rule, inputs, source: 'clamp-forces', confidence },
  }
}

/**
 * Force that brings a tenon's or dowelled rail's shoulder home, kN. The glue faces lie along the pull: it does not
 * press them.
 */
export const shoulderForce = (shoulderAreaMm2: number): Figure =>
  onShoulders(shoulderAreaMm2, {
    legs: 1,
    limitsKn: SHOULDER_FORCE_KN,
    what: 'shoulder area',
    rule: 'Shoulder area × 0.3–0.5 MPa, and between 0.3 and 3 kN. If more is needed, something holds the shoulder off: stop and look.',
    confidence: 'medium',
  })

/** Less does not hold what springs back, more bows thin sticks, kN (docs/sources.md#clamp-forces, low). */
const STRAP_TENSION_KN: Range = [0.2, 0.7]

/**
 * Tension of a strap over sticks, kN: it presses with both its legs, and sticks have little shoulder, so that a firm
 * pull is enough and more only bows them. @param shoulderMm2 of all joints under it
 */
export const strapTension = (shoulderMm2: number): Figure =>
  onShoulders(shoulderMm2, {
    legs: 2,
    limitsKn: STRAP_TENSION_KN,
    what: 'shoulders under it',
    rule: 'Shoulders under the strap × 0.3–0.5 MPa / 2, for both legs pull; between 0.2 and 0.7 kN.',
    confidence: 'low',
  })

/**
 * Force for a face joint, break or splice, kN: pressure × area / cos t.
 * @param tiltDeg between the pull and the face's normal, 0 to 60   @throws RangeError outside that
 */
export function faceForce(areaMm2: number, pressureMPa: Range, tiltDeg = 0): Figure {
  if (!(tiltDeg >= 0 && tiltDeg <= 60)) {
    throw new RangeError(`A pull ${tiltDeg} degrees off the face cannot close it: 0 to 60.`)
  }
  const cos = Math.cos((tiltDeg * Math.PI) / 180)
  const [low, high] = pressureMPa.map(p => (p * areaMm2) / cos / 1000) as [number, number]
  return {
    value: (low + high) / 2,
    low,
    high,
    unit: 'kN',
    derivation: {
      rule: 'Pressure × area / cos t, t between the pull and the face’s normal.',
      inputs: [
        input('area', areaMm2, 'mm2'),
        input('pressure, low', pressureMPa[0], 'MPa', 'table'),
        input('pressure, high', pressureMPa[1], 'MPa', 'table'),
        input('t', tiltDeg, 'deg'),
      ],
      source: 'clamp-forces',
      confidence: 'medium',
    },
  }
}

/**
 * Tension left after a strap has gone round a corner, waxed or not: e to the minus 0.3 times a right angle
 * (docs/sources.md#clamp-forces, medium).
 */
export const PAST_CORNER = Math.exp((-0.3 * Math.PI) / 2)
/**
 * Pressure that a mitre in end grain wants: enough for contact, not so much that it slides, MPa
 * (docs/sources.md#clamp-forces, low).
 */
const MITRE_PRESSURE_MPA: Range = [0.15, 0.4]

/**
 * Tension of a strap round a mitred frame, kN, pulled at the middle of one side. At a corner both sides are pushed
 * home by the tension there; square to the slant that is 0.71 of it. The two far corners have the least: the mean of
 * what is left past one corner and past two.
 */
export function mitreTension(faceAreaMm2: number): Figure {
  const leastShare = (Math.SQRT1_2 * (PAST_CORNER + PAST_CORNER ** 2)) / 2
  const [low, high] = MITRE_PRESSURE_MPA.map(p => (p * faceAreaMm2) / leastShare / 1000) as [number, number]
  return {
    value: (low + high) / 2,
    low,
    high,
    unit: 'kN',
    derivation: {
      rule: 'Pressure × face of a corner / (0.71 × the mean of 0.62 and 0.39, what is left of the pull at the far corners).',
      inputs: [
        input('face of a corner', faceAreaMm2, 'mm2'),
        input('pressure, low', MITRE_PRESSURE_MPA[0], 'MPa', 'table'),
        input('pressure, high', MITRE_PRESSURE_MPA[1], 'MPa', 'table'),
      ],
      source: 'clamp-forces',
      confidence: 'low',
    },
  }
}

/** A wet glue line creeps from about here, degrees off square; dry it still holds and deceives. */
export const SLIP_DEG = 5
