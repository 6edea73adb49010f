import { input, inputOf } from '../measure/figure'
import { fitMm, say } from '../measure/phrase'
import { before, using } from '../work'
import { dowelSnapped, EASY_FIT_MM, no, sizeMm, type JointCase, type Mend, type Verdict } from './mend'
import { isEven, roundFit } from './socket'

/** A plane shaving glued round a round tenon: nothing of the old wood goes, and it comes off again with its glue. */
export const shavingRound: Mend<JointCase> = {
  id: 'shaving-round',
  decides: '0.3 to 1.0 mm of clearance, even, a shaving of 0.5 mm at most',
  tools: ['scraper', 'block-plane', 'caliper', 'brush', 'strap', 'knife'],
  label: 'A shaving round the tenon',
  short: 'shaving',
  opens: true,
  undo: 'yes',
  place: { conserve: 4, everyday: 8, strength: 13 },
  consider,
}

/**
 * Thicker than this a shaving cracks as it is bent round, and what is left for the glue, millimetres
 * (docs/sources.md#mends, low).
 */
const MOST_MM = 0.5
const FOR_GLUE_MM = 0.1
/** Thinner round tenons are too tight a bend for it, in thicknesses of the shaving (docs/sources.md#bends, low). */
const LEAST_RADII = 15
const BOUND_MIN = 12 * 60

function consider(c: JointCase): Verdict {
  const fit = roundFit(c)
  if (!fit) return no(say`a shaving is bent round a round tenon; a square one is shimmed`)
  if (dowelSnapped(c)) return no(say`something inside is broken`)
  const gapMm = fit.holeMm - fit.pegMm
  if (gapMm <= EASY_FIT_MM + 1e-9) {
    return no(say`${fitMm(gapMm)} is a fit that glue holds, or a thinner shaving than a plane takes evenly`)
  }
  if (!isEven(fit.gap)) {
    return no(
      say`${fitMm(fit.gap.mouth.value)} at the mouth and ${fitMm(fit.gap.bottom!.value)} inside: a shaving of one thickness fits neither`,
    )
  }
  const thickMm = (gapMm - FOR_GLUE_MM) / 2
  if (thickMm > MOST_MM + 1e-9) {
    return no(say`it wants a shaving of ${fitMm(thickMm)}: over ${fitMm(MOST_MM)} it cracks as it is bent`)
  }
  if (fit.pegMm / 2 < LEAST_RADII * thickMm) {
    return no(
      say`${fitMm(thickMm)} will not bend round a tenon of ${fitMm(fit.pegMm)}: ${String(LEAST_RADII)} times its thickness is the tightest`,
    )
  }
  const lengthMm = Math.floor(c.joint.depthMm.value) - 1
  const roundMm = Math.PI * (fit.pegMm + thickMm)
  return {
    fits: true,
    reason: say`${fitMm(gapMm)}, the same all the way in: a shaving of ${fitMm(thickMm)} leaves ${fitMm(FOR_GLUE_MM)} for the glue and takes nothing off the old tenon`,
    sizes: [
      sizeMm(
        'shim',
        'shaving, thick',
        thickMm,
        '(clearance − 0.1 mm for glue) / 2',
        [inputOf('clearance', fit.gap.mouth, 'fit-mm')],
        'mends',
        'fit-mm',
      ),
      sizeMm(
        'shim-width',
        'round the tenon',
        roundMm,
        'π × (tenon + shaving); its ends pared to nothing where they lap',
        [input('tenon', fit.pegMm, 'mm')],
        'mends',
      ),
      sizeMm(
        'shim-length',
        'along the tenon',
        lengthMm,
        'tenon − 1 mm, clear of the shoulder',
        [inputOf('tenon, length', c.joint.depthMm, 'mm')],
        'mends',
      ),
    ],
    stock: [
      {
        id: 'shim',
        serves: 'each',
        what: 'shaving',
        count: 1,
        sizesMm: [thickMm, roundMm + 6, lengthMm],
        wood: c.entering.species,
        note: 'off a straight-grained edge, its grain along the tenon; damp, it bends',
      },
    ],
    steps: [
      using(before('scrape', 8, say`Scrape tenon and socket to bare wood; no wood off the tenon.`), 'scraper'),
      using(
        before(
          'shave',
          10,
          say`Set the plane on scrap until the caliper reads ${fitMm(thickMm)}, all along; cut it to go round once, both ends pared to nothing where they lap.`,
        ),
        'block-plane',
        'caliper',
        'knife',
      ),
      {
        ...using(
          before(
            'bind',
            8,
            say`Damp it, protein glue on the tenon, round it with its grain along; bind it with cord over film until it has set.`,
          ),
          'brush',
          'strap',
        ),
        waitMin: BOUND_MIN,
      },
      using(
        before('fit', 6, say`Cord off; scrape what is proud until it goes in by hand, a twist and no more.`),
        'scraper',
      ),
    ],
    scrap: say`Bend one dry round a dowel of the tenon’s size first: one that cracks is too thick or too dry.`,
    cautions: ['blade'],
    leavesGapMm: FOR_GLUE_MM,
    removedCm3: 0,
    hold: { low: 0.55, high: 0.82 },
  }
}
