import { input, inputOf } from '../measure/figure'
import { fitMm, say } from '../measure/phrase'
import { dowelSnapped, no, sizeMm, type JointCase, type Mend, type Verdict } from './mend'
import { isEven, roundFit } from './socket'
import { before, using, wet } from '../work'

/** Cloth soaked in glue round a tenon: a stop-gap on a modern seat, where the owner wants no more. */
export const fabricWrap: Mend<JointCase> = {
  id: 'fabric-wrap',
  decides: 'turns of a cloth that leave −0.10 to 0.15 mm',
  tools: ['scraper', 'caliper', 'brush', 'swab'],
  label: 'Cloth wrapped round it',
  short: 'cloth wrap',
  opens: true,
  undo: 'partly',
  place: { conserve: 20, everyday: 8, strength: 12 },
  fittedWet: true,
  consider,
}

/** Cloths by how thick one layer is once pressed in its glue, millimetres (docs/sources.md#mends, low). */
const CLOTHS = [
  { label: 'fine cotton', layerMm: 0.08 },
  { label: 'cotton', layerMm: 0.13 },
  { label: 'linen', layerMm: 0.2 },
] as const
const MOST_TURNS = 2
/**
 * What may be left: from a knock-in fit to what goes together by hand, millimetres (docs/sources.md#fit-classes,
 * medium).
 */
const [TIGHTEST_MM, LOOSEST_MM] = [-0.1, 0.15]
const BEST_MM = 0.05

function consider(c: JointCase): Verdict {
  const fit = roundFit(c)
  if (!fit) return no(say`cloth goes round a round tenon`)
  if (dowelSnapped(c)) return no(say`something inside is broken`)
  if (c.school === 'conserve') return no(say`cloth in a joint is not for a piece that is to be kept as it was`)
  if (c.age !== 'modern') return no(say`it is a stop-gap for a modern seat, and nobody has said that this is one`)
  if (!isEven(fit.gap)) {
    return no(
      say`${fitMm(fit.gap.mouth.value)} at the mouth and ${fitMm(fit.gap.bottom!.value)} inside: cloth of one thickness fits neither`,
    )
  }
  const gapMm = fit.holeMm - fit.pegMm
  if (gapMm <= Math.max(LOOSEST_MM, c.glueGapMm)) return no(say`${fitMm(gapMm)} is a fit: glue alone`)
  const ways = CLOTHS.flatMap(cloth =>
    Array.from({ length: MOST_TURNS }, (_, i) => ({
      ...cloth,
      turns: i + 1,
      leftMm: gapMm - 2 * cloth.layerMm * (i + 1),
    })),
  )
  const fitting = ways.filter(w => w.leftMm >= TIGHTEST_MM - 1e-9 && w.leftMm <= LOOSEST_MM + 1e-9)
  if (fitting.length === 0) return no(say`no cloth in one turn or two leaves a fit in ${fitMm(gapMm)}`)
  // One turn before two; of those the one that leaves what goes together by hand.
  const way = fitting.sort(
    (a, b) => a.turns - b.turns || Math.abs(a.leftMm - BEST_MM) - Math.abs(b.leftMm - BEST_MM),
  )[0]!
  const layer = input('one layer, pressed', way.layerMm, 'fit-mm', 'table')
  return {
    fits: true,
    reason: say`${way.turns === 1 ? 'one turn' : 'two turns'} of ${way.label}: ${fitMm(gapMm)} less ${fitMm(2 * way.layerMm * way.turns)} leaves ${fitMm(way.leftMm)}`,
    sizes: [
      sizeMm(
        'turns',
        'left for the glue',
        way.leftMm,
        'clearance − 2 × layer × turns',
        [inputOf('clearance', fit.gap.mouth, 'fit-mm'), layer, input('turns', way.turns, 'count')],
        'mends',
        'fit-mm',
      ),
    ],
    stock: [
      {
        id: 'cloth',
        serves: 'each',
        what: `strip of ${way.label}`,
        count: 1,
        sizesMm: [Math.ceil(Math.PI * fit.pegMm * way.turns) + 2, Math.floor(c.joint.depthMm.value) - 2],
        wood: '',
        note: 'woven, not knitted; no selvedge',
      },
    ],
    steps: [
      using(before('scrape', 8, say`Scrape tenon and socket to bare wood.`), 'scraper'),
      using(
        before(
          'try',
          3,
          say`Dry round the tenon first: it goes in by a twist of the hand. One turn that lets it swing wants a second, not more force.`,
        ),
        'caliper',
      ),
      using(
        wet(
          'wrap',
          say`Soak the strip in glue, wrap it the way the tenon will be turned in, two millimetres short of the shoulder; glue in the socket; twist it home.`,
        ),
        'brush',
        'swab',
      ),
    ],
    cautions: [],
    leavesGapMm: Math.max(0, way.leftMm),
    removedCm3: 0,
    hold: { low: 0.35, high: 0.65 },
  }
}
