import { input } from '../measure/figure'
import { bitMm, mm, q, say } from '../measure/phrase'
import { dot, negate } from '../measure/vec'
import { axisLengthMm, grainNear, pointAtHeight, reachToSurfaceMm, sectionAt } from '../piece/geometry'
import { speciesNamed } from '../reference/species'
import { bitOver, bitUnder } from '../reference/bits'
import { tool } from '../reference/tools'
import { plugView } from './wood-views'
import { before, cured, using } from '../work'
import { EASY_FIT_MM, glueFaces, no, sizeMm, sizeOf, widest, type JointCase, type Mend, type Verdict } from './mend'

/**
 * A bare face on a face, with nothing that goes into anything: glue, and screws where the construction leaves no
 * other way.
 */
export const screwFace: Mend<JointCase> = {
  id: 'screw-face',
  decides: '7 diameters of thread in the last part, 3 to an edge',
  tools: ['scraper', 'drill', 'bit', 'depth-stop', 'driver', 'swab'],
  label: 'Glue, and screws from the hidden side',
  short: 'glue + screws',
  opens: true,
  undo: 'partly',
  place: { conserve: 20, everyday: 8, strength: 1.2 },
  // A corner block has its own, at the angle of its corner.
  isFor: c => c.joint.form.kind === 'butt' && c.entering.role !== 'corner-block',
  consider,
  draw: (_c, work) => [
    plugView({
      partMm: sizeOf(work, 'stop-receiving') + BEFORE_FACE_MM,
      plugMm: sizeOf(work, 'clearance-hole'),
      deepMm: sizeOf(work, 'first-part'),
      boreMm: sizeOf(work, 'pilot'),
      boreDeepMm: sizeOf(work, 'stop-receiving'),
    }),
  ],
}

/** Screws to be had, millimetres; what they want of the wood, in their diameters (docs/sources.md#mends, medium). */
const SCREWS_MM = [6, 5, 4.5, 4, 3.5, 3]
const THREAD = 7
const MOST_THREAD = 10
const TO_EDGE = 3
const BETWEEN = 7
const BEFORE_FACE_MM = 3
const SUNK_SHARE = 1 / 3
const MOST_SUNK_MM = 10
const ROOM_MM = 0.3
const PILOT = { hard: 0.7 * 0.88, soft: 0.7 * 0.7, hardFrom: 0.5 } as const
const STEP_MM = 5
/** A thread along the fibres holds about so much of one across them (docs/sources.md#mends, low). */
const IN_END_GRAIN = 0.7
const END_GRAIN_FROM = 0.7

function consider(c: JointCase): Verdict {
  const { form } = c.joint
  if (form.kind !== 'butt') return no(say`it has a joint of its own: a screw beside that is no mend`)
  if (c.finding.signs.split === 'seen') return no(say`the wood has split there: a screw would open it further`)
  const gapMm = widest(glueFaces(c))
  if (gapMm > Math.min(c.glueGapMm, EASY_FIT_MM) + 1e-9) {
    return no(say`the faces stand ${mm(gapMm)} apart: they are planed to meet first`)
  }
  const { passedMm, lastMm, grainShare } = thicknesses(c)
  const [shortMm, longMm] = [
    Math.min(form.thicknessMm.value, form.widthMm.value),
    Math.max(form.thicknessMm.value, form.widthMm.value),
  ]
  const screwMm = SCREWS_MM.find(d => THREAD * d <= lastMm - BEFORE_FACE_MM + 1e-9 && 2 * TO_EDGE * d <= shortMm + 1e-9)
  if (screwMm === undefined) {
    return no(say`no screw has 7 diameters of thread in ${mm(lastMm)} and 3 to the edges of a face ${mm(shortMm)} wide`)
  }
  const threadMm = Math.min(lastMm - BEFORE_FACE_MM, MOST_THREAD * screwMm)
  const sunkMm = Math.min(MOST_SUNK_MM, passedMm * SUNK_SHARE)
  const through = passedMm - sunkMm
  const lengthMm = Math.floor((through + threadMm) / STEP_MM) * STEP_MM
  const inLastMm = lengthMm - through
  if (inLastMm < THREAD * screwMm - 1e-9) {
    return no(
      say`a screw of ${mm(lengthMm)} has ${mm(inLastMm)} of thread in the last part; ${mm(THREAD * screwMm)} are wanted`,
    )
  }
  const count = longMm >= (BETWEEN + 2 * TO_EDGE) * screwMm ? 2 : 1
  const density = speciesNamed(c.receiving.species).values.specificGravity.value
  const isHard = density >= PILOT.hardFrom
  const pilotMm = screwMm * (isHard ? PILOT.hard : PILOT.soft)
  const [throughBitMm, pilotBitMm] = [
    bitOver(c.bitsMm, screwMm + ROOM_MM) ?? screwMm + ROOM_MM,
    bitUnder(c.bitsMm, pilotMm) ?? pilotMm,
  ]
  const inEnd = grainShare > END_GRAIN_FROM
  return {
    fits: true,
    reason: say`nothing goes into anything here: ${q(count, 'count')} × ${mm(screwMm)} with ${mm(inLastMm)} of thread in sound wood${inEnd ? say`, in end grain, where it holds about ${q(IN_END_GRAIN * 100, '%')}` : ''}`,
    sizes: [
      sizeMm('dowel', 'screw', screwMm, 'the thickest with 7 diameters of thread in the last part and 3 to the edges', [
        input('last part', lastMm, 'mm'),
        input('face', shortMm, 'mm'),
      ]),
      sizeMm('length', 'screw, length', lengthMm, 'first part − sunk + thread, down to the next 5 mm', [
        input('first part', passedMm, 'mm'),
        input('sunk', sunkMm, 'mm'),
      ]),
      sizeMm('pilot', 'pilot', pilotMm, isHard ? 'screw × 0.7 × 0.88 in hard wood' : 'screw × 0.7 × 0.7 in soft wood', [
        input('screw', screwMm, 'mm'),
      ]),
      sizeMm(
        'clearance-hole',
        'hole through the first part',
        screwMm + ROOM_MM,
        'screw + 0.3 mm: a thread in both holds the faces apart',
        [input('screw', screwMm, 'mm')],
      ),
      sizeMm('first-part', 'first part', passedMm, 'what the screw only passes', []),
      sizeMm('stop-entering', 'sunk for a plug', sunkMm, 'a third of the first part, 10 mm at most', [
        input('first part', passedMm, 'mm'),
      ]),
      sizeMm('stop-receiving', 'pilot’s depth, both parts', passedMm + inLastMm, 'first part + thread', [
        input('thread', inLastMm, 'mm'),
      ]),
    ],
    stock: [
      {
        id: 'screw',
        serves: 'each',
        what: 'screw',
        count,
        sizesMm: [screwMm, lengthMm],
        wood: '',
        note: 'its thread waxed; a plug over each, grain with the face',
      },
    ],
    steps: [
      using(before('scrape', 10, say`Old glue off both faces; fit dry until no light shows.`), 'scraper', 'swab'),
      using(
        before(
          'bore',
          10,
          say`Clamped dry, from the hidden side, square to the face: sunk ${mm(sunkMm)}, ${bitMm(throughBitMm)} through the first part only, ${bitMm(pilotBitMm)} on to ${mm(passedMm + inLastMm)} by a stop; try one in scrap of the same wood.`,
        ),
        'drill',
        tool('bit', throughBitMm),
        tool('bit', pilotBitMm),
        'depth-stop',
      ),
      using(
        cured(
          'screw',
          6,
          say`When the glue has set: screws home by hand, tight and no further. They hold; they do not pull the faces together.`,
        ),
        'driver',
      ),
    ],
    settings: [
      { what: say`First part, clearance`, bitMm: throughBitMm, stopMm: passedMm },
      { what: say`Last part, pilot`, bitMm: pilotBitMm, stopMm: passedMm + inLastMm },
    ],
    scrap: say`Drive one into scrap of the last part’s wood, as near to an edge as it will be: it goes in by hand and does not split it.`,
    cautions: ['drill'],
    leavesGapMm: gapMm,
    removedCm3: (((count * Math.PI) / 4) * screwMm ** 2 * lengthMm) / 1000,
    hold: { low: inEnd ? 0.45 : 0.6, high: inEnd ? 0.75 : 0.88 },
  }
}

/**
 * What a screw along the joint’s line goes through first, what it ends in, and how far the grain there runs along it.
 */
function thicknesses(c: JointCase): { passedMm: number, lastMm: number, grainShare: number } {
  const { segment, share } = pointAtHeight(c.receiving, c.joint.at[1])
  const receivesMm = 2 * reachToSurfaceMm(c.receiving, segment, share, negate(c.joint.withdraw))
  const grain = grainNear(c.entering, c.joint.at)
  const along = Math.abs(dot(grain, c.joint.withdraw))
  const { widthMm, depthMm } = sectionAt(c.entering, 0)
  // What enters by its end is met through the other; what lies flat is passed itself, if it is the thinner.
  if (along > END_GRAIN_FROM) return { passedMm: receivesMm, lastMm: axisLengthMm(c.entering), grainShare: along }
  const thinMm = Math.min(widthMm, depthMm)
  const [passedMm, lastMm] = thinMm <= receivesMm ? [thinMm, receivesMm] : [receivesMm, thinMm]
  return { passedMm, lastMm, grainShare: 0 }
}
