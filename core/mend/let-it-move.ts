import { input } from '../measure/figure'
import { mm, q, say } from '../measure/phrase'
import { sectionAt } from '../piece/geometry'
import type { Joint } from '../piece/schema'
import { speciesNamed } from '../reference/species'
import { dimensionChangeMm, restingMoisturePct } from '../wood/moisture'
import { no, sizeMm, type Mend, type Verdict } from './mend'
import { partIn, type WoodCase } from './wood-case'
import { tool } from '../reference/tools'
import { before, using } from '../work'

/** A broad part held fast across its grain by its screws: their holes become slots, so that it can swell and shrink. */
export const letItMove: Mend<WoodCase> = {
  id: 'let-it-move',
  decides: 'width across the grain × shrinkage × change of moisture',
  tools: ['driver', 'labels', 'drill', 'bit', 'chisel'],
  label: 'Slots, so that it can move',
  short: 'slots',
  opens: false,
  undo: 'partly',
  place: { conserve: 1, everyday: 1, strength: 1 },
  consider,
}

/**
 * From a damp summer to a heated winter indoors: what a board has to be able to follow (docs/sources.md#moisture,
 * medium).
 */
const DAMP = { temperatureC: 20, humidityPct: 65 }
const DRY = { temperatureC: 21, humidityPct: 30 }
const SCREW_MM = 4
const SPARE_MM = 1

const screwsOf = (c: WoodCase, part: string): Joint[] =>
  c.piece.joints.filter(
    j =>
      (j.enters === part || j.receives === part)
      && ((j.form.kind === 'fixing' && j.form.by === 'screw') || (j.form.kind === 'butt' && j.form.screws > 0)),
  )

function consider(c: WoodCase): Verdict {
  const part = partIn(c)
  const screws = screwsOf(c, part.id)
  if (screws.length === 0) return no(say`no screw is recorded that holds it: say first what does`)
  const { widthMm, depthMm } = sectionAt(part, 0.5)
  const wideMm = Math.max(widthMm, depthMm)
  const [damp, dry] = [
    restingMoisturePct(DAMP.temperatureC, DAMP.humidityPct),
    restingMoisturePct(DRY.temperatureC, DRY.humidityPct),
  ]
  const shrinkagePct = speciesNamed(part.species).values.tangentialShrinkagePct.value
  const moveMm = -dimensionChangeMm(wideMm, shrinkagePct, damp, dry)
  // Fixed along its middle, each side moves by half.
  const travelMm = moveMm / 2
  const slotMm = SCREW_MM + travelMm + 2 * SPARE_MM
  return {
    fits: true,
    reason: say`${mm(wideMm)} of it move ${mm(moveMm)} between damp and heated air: a slot of ${mm(slotMm)} at each of ${q(screws.length, 'count')} screws lets it`,
    sizes: [
      sizeMm(
        'travel',
        'moves, each side',
        travelMm,
        'width × its shrinkage × change of moisture, half to each side of the middle',
        [
          input('width', wideMm, 'mm'),
          input('shrinkage, along the rings', shrinkagePct, '%', 'table'),
          input('damp', damp, '%', 'table'),
          input('heated', dry, '%', 'table'),
        ],
        'moisture',
      ),
      sizeMm(
        'slot',
        'slot, across the grain',
        slotMm,
        'screw + travel + 1 mm at both ends',
        [input('screw', SCREW_MM, 'mm', 'table'), input('travel', travelMm, 'mm')],
        'moisture',
      ),
    ],
    stock: [],
    steps: [
      using(before('out', 3 * screws.length, say`All its screws out, each labelled.`), 'driver', 'labels'),
      using(
        before(
          'slot',
          4 * screws.length,
          say`In what carries it, not in the board: each screw’s hole drawn out to a slot of ${mm(slotMm)} across the board’s grain, the two nearest its middle left round.`,
        ),
        'drill',
        tool('bit', SCREW_MM + 0.5),
        'chisel',
      ),
      using(
        before(
          'back',
          2 * screws.length,
          say`Screws back with a washer, in the middle of their slots, tight and then a quarter turn off. No glue between.`,
        ),
        'driver',
      ),
    ],
    cautions: ['drill'],
    leavesGapMm: 0,
    removedCm3: 0,
    hold: { low: 0.85, high: 0.97 },
  }
}
