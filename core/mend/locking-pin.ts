import { reachMm } from '../geometry'
import { input, inputOf, type FigureInput } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { along, cross, negate, unit } from '../measure/vec'
import { grainNear } from '../piece/geometry'
import { dowelSolid } from './dowel-solid'
import { no, sizeMm, type JointCase, type Mend, type Size, type Verdict } from './mend'
import { reGlue } from './re-glue'
import { hasBit } from '../reference/bits'
import { tool } from '../reference/tools'
import { cured, using } from '../work'

/** Glued again, and a pin through it on a hidden face: for a round tenon that has walked out before. */
export const lockingPin: Mend<JointCase> = {
  id: 'locking-pin',
  decides: 'pin of a quarter to a third of the tenon, 2 pins to every edge',
  tools: ['drill', 'bit', 'depth-stop', 'mallet', 'fine-saw', 'scraper', 'swab'],
  label: 'Re-glue and pin',
  short: 're-glue + pin',
  opens: true,
  undo: 'partly',
  place: { conserve: 9, everyday: 6, strength: 1.5 },
  consider,
}

/** Pins to be had, millimetres; between a quarter and a third of the tenon. */
const PINS_MM = [3, 4, 5, 6, 8]
const [LEAST_SHARE, MOST_SHARE] = [0.25, 1 / 3]
/** Where along the tenon's depth, and how much wood to the edge of the part, in pins. */
const AT_DEPTH = 0.6
const TO_EDGE = 2
/** Short of the far face, millimetres. */
const BEYOND_MM = 3

function consider(c: JointCase): Verdict {
  const { form } = c.joint
  if (form.kind !== 'round-tenon') return no(say`a pin is for a round tenon; here the shoulder holds it straight`)
  if (form.through) return no(say`the tenon goes through: a wedge holds it, not a pin`)
  const glued = reGlue.consider(c)
  if (!glued.fits) return glued
  const pulledOut = c.finding.directions.includes('pulls-out')
  // Belt and braces only where the shop works for strength.
  if (!pulledOut && c.school !== 'strength') return no(say`it does not pull out: glue alone keeps it in`)
  const tenonMm = form.diameterMm.value
  const pinMm = PINS_MM.find(
    p => hasBit(c.bitsMm, p) && p >= LEAST_SHARE * tenonMm - 1e-9 && p <= MOST_SHARE * tenonMm + 1e-9,
  )
  if (pinMm === undefined) return no(say`no pin is between a quarter and a third of ${mm(tenonMm)}`)
  const middle = along(c.joint.at, negate(c.joint.withdraw), AT_DEPTH * c.joint.depthMm.value)
  const grain = grainNear(c.receiving, middle)
  const way = unit(cross(grain, c.joint.withdraw))
  const [near, far] = [reachMm(c.receiving, middle, negate(way)), reachMm(c.receiving, middle, way)]
  const toMouth = AT_DEPTH * c.joint.depthMm.value
  if (toMouth < TO_EDGE * pinMm) {
    return no(say`${mm(toMouth)} from the mouth of the socket, and a ${mm(pinMm)} pin wants ${mm(TO_EDGE * pinMm)}`)
  }
  const depthMm = Math.floor(near + Math.min(far - BEYOND_MM, tenonMm / 2 + TO_EDGE * pinMm))
  if (depthMm < near + tenonMm / 2 + pinMm) return no(say`no room behind the tenon for the pin to hold in`)
  const size = (id: Size['id'], label: string, value: number, rule: string, inputs: readonly FigureInput[]) =>
    sizeMm(id, label, value, rule, inputs, 'dowels')
  const bore = {
    part: c.receiving.id,
    from: along(middle, way, -near),
    to: along(middle, way, depthMm - near),
    diameterMm: pinMm,
  }
  return {
    ...glued,
    reason: say`${pulledOut ? 'it has pulled out before' : 'belt and braces'}: ${glued.reason}, and a ${mm(pinMm)} pin keeps it`,
    sizes: [
      ...glued.sizes,
      size('dowel', 'pin', pinMm, 'the thinnest between a quarter and a third of the tenon', [
        inputOf('tenon', form.diameterMm, 'mm'),
      ]),
      size('pin-depth', 'from the shoulder', toMouth, '0.6 of the tenon’s depth', [
        inputOf('tenon’s depth', c.joint.depthMm, 'mm'),
      ]),
      size('stop-receiving', 'depth stop', depthMm, 'through the tenon and 2 pins on, 3 mm short of the far face', [
        input('to the far face', near + far, 'mm'),
      ]),
    ],
    stock: [
      ...glued.stock,
      {
        id: 'pin',
        serves: 'each',
        what: 'pin',
        count: 1,
        sizesMm: [pinMm, depthMm],
        wood: c.receiving.species,
        note: 'split, not sawn',
      },
    ],
    steps: [
      ...glued.steps,
      using(
        cured(
          'pin',
          15,
          say`When it has cured: bore ${mm(pinMm)} from the hidden face, square to the tenon, ${mm(depthMm)} by a stop; pin in with a touch of glue, trimmed flush.`,
        ),
        'drill',
        tool('bit', pinMm),
        'depth-stop',
        'mallet',
        'fine-saw',
      ),
    ],
    settings: [
      {
        what: say`From the hidden face, square to the tenon, ${mm(toMouth)} from the shoulder`,
        bitMm: pinMm,
        stopMm: depthMm,
      },
    ],
    scrap: say`Bore a scrap with the pin’s bit and drive a pin into it: it goes in with taps and does not split it.`,
    cautions: [...new Set([...glued.cautions, 'drill' as const])],
    removedCm3: ((Math.PI / 4) * pinMm ** 2 * depthMm) / 1000,
    hold: { low: Math.min(0.95, glued.hold.low + 0.05), high: Math.min(0.97, glued.hold.high + 0.02) },
    design: {
      newWood: [dowelSolid(bore, `${c.joint.id}-pin`, depthMm)],
      bores: [bore],
      glueLines: [],
      pressing: [],
      closingMin: 0,
      strength: 'good',
    },
  }
}
