import { WAYS_OUT } from '../hardware'
import { input, inputOf } from '../measure/figure'
import { bitMm, mm, say } from '../measure/phrase'
import { partOf } from '../piece/facts'
import { sectionAt } from '../piece/geometry'
import { shareNear } from '../piece/places'
import type { Part } from '../piece/schema'
import type { HoldKind } from '../piece/words'
import { speciesNamed } from '../reference/species'
import { no, sizeMm, sizeOf, type Mend, type Verdict } from './mend'
import { plugView } from './wood-views'
import { bitsIn, holdIn, notYet, type WoodCase } from './wood-case'
import { bitUnder, rodsFor } from '../reference/bits'
import { tool } from '../reference/tools'
import { before, using } from '../work'

const THREADED: ReadonlySet<HoldKind> = new Set([
  'screw',
  'plugged-screw',
  'hanger-bolt',
  'bolt',
  'corner-bracket',
  'plate',
  'castor',
])

/**
 * A thread that has pulled out of the wood: a plug of hard wood across the pull, and a new pilot for the same screw.
 */
export const renewThread: Mend<WoodCase> = {
  id: 'renew-thread',
  decides: 'the screw’s thickness, wall beside a plug of twice that',
  tools: ['drill', 'bit', 'depth-stop', 'brush', 'mallet', 'chisel', 'driver', 'spanner', 'levers'],
  label: 'Plugged, and a new thread',
  short: 'new thread',
  opens: false,
  undo: 'partly',
  place: { conserve: 1, everyday: 1, strength: 1 },
  isFor: c => c.trouble.kind === 'hold-failed' && THREADED.has(holdIn(c).kind) && holdIn(c).faults.includes('stripped'),
  consider,
  datum: say`Lengths are from the face it is bored or cut into, about its old centre.`,
  draw: (_c, work) => [
    plugView({
      partMm: sizeOf(work, 'stop-receiving') + BEFORE_FACE_MM,
      plugMm: sizeOf(work, 'plug'),
      deepMm: sizeOf(work, 'stop-receiving'),
      boreMm: sizeOf(work, 'pilot'),
    }),
  ],
}

/**
 * A thread’s root against its outside, a pilot against the root, by how dense the wood is (docs/sources.md#mends,
 * medium).
 */
const ROOT_SHARE = 0.7
const PILOT = { hard: 0.88, soft: 0.7, hardFrom: 0.5 } as const
/** Thread wanted, in diameters; before the far face, and beside the plug, millimetres. */
const THREAD_DIAMETERS = 7
const BEFORE_FACE_MM = 3
const WALL_MM = 3
/** The plug is at least twice the screw, so that its thread stands in new wood all round. */
const PLUG_DIAMETERS = 2
const SETS_MIN = 12 * 60

function consider(c: WoodCase): Verdict {
  const held = holdIn(c)
  const isPlate = held.kind === 'corner-bracket' || held.kind === 'plate' || held.kind === 'castor'
  const label = isPlate ? `screw of the ${WAYS_OUT[held.kind].label}` : WAYS_OUT[held.kind].label
  if (held.faults.some(f => f === 'bent' || f === 'snapped')) {
    return no(say`the ${label} itself is spoilt: out with it first`)
  }
  if (!held.diameterMm) {
    return notYet(say`nobody has measured the ${label}: its thickness decides the plug and the pilot`)
  }
  const { part, along } = woodOf(c)
  const { widthMm, depthMm } = sectionAt(part, along)
  const [thinMm, wideMm] = [Math.min(widthMm, depthMm), Math.max(widthMm, depthMm)]
  const screwMm = held.diameterMm.value
  const plugMm = rodsFor(bitsIn(c)).find(d => d >= PLUG_DIAMETERS * screwMm)
  const wallMm = (wideMm - (plugMm ?? Infinity)) / 2
  if (plugMm === undefined || wallMm < WALL_MM) {
    return no(
      say`a plug of twice ${mm(screwMm)} leaves no ${mm(WALL_MM)} of wall in ${mm(wideMm)}: a splice of sound wood instead`,
    )
  }
  const wantedMm = held.lengthMm?.value ?? THREAD_DIAMETERS * screwMm
  const deepMm = Math.min(wantedMm, thinMm - BEFORE_FACE_MM)
  const isHard = speciesNamed(part.species).values.specificGravity.value >= PILOT.hardFrom
  const pilotMm = ROOT_SHARE * screwMm * (isHard ? PILOT.hard : PILOT.soft)
  const pilotBitMm = bitUnder(bitsIn(c), pilotMm) ?? pilotMm
  const screw = inputOf('screw', held.diameterMm, 'mm')
  return {
    fits: true,
    reason: say`a plug of ${mm(plugMm)} leaves ${mm(wallMm)} of wall; ${mm(deepMm)} of thread${deepMm < wantedMm ? say`, ${mm(wantedMm - deepMm)} short of what it wants` : ''}`,
    sizes: [
      sizeMm('plug', 'plug', plugMm, 'the smallest bit of at least twice the screw', [screw], 'mends'),
      sizeMm(
        'pilot',
        'pilot',
        pilotMm,
        isHard ? 'screw × 0.7 for its root × 0.88 in hard wood' : 'screw × 0.7 for its root × 0.7 in soft wood',
        [screw],
        'mends',
      ),
      sizeMm(
        'stop-receiving',
        'depth',
        deepMm,
        'its length, or 7 diameters; 3 mm short of the far face',
        [held.lengthMm ? inputOf('length', held.lengthMm, 'mm') : screw, input('part', thinMm, 'mm')],
        'mends',
      ),
      sizeMm(
        'wall',
        'wall beside the plug',
        wallMm,
        '(part − plug) / 2, 3 mm at least',
        [input('part', wideMm, 'mm')],
        'mends',
      ),
    ],
    stock: [
      {
        id: 'plug',
        serves: 'each',
        what: 'plug',
        count: 1,
        sizesMm: [plugMm, deepMm],
        wood: 'beech, maple or birch',
        note: 'cut across a board: the thread then bites across its grain and not into its end',
      },
    ],
    steps: [
      using(before('out', WAYS_OUT[held.kind].minutes, say`${WAYS_OUT[held.kind].way}`), ...WAYS_OUT[held.kind].tools),
      using(
        before('bore', 5, say`Bore the worn hole out to ${mm(plugMm)}, ${mm(deepMm)} deep by a stop, on its old line.`),
        'drill',
        tool('bit', plugMm),
        'depth-stop',
      ),
      {
        ...using(
          before(
            'plug',
            6,
            say`Glue the plug in, its grain across the pull of the ${label}; level it when it has set.`,
          ),
          'brush',
          'mallet',
          'chisel',
        ),
        waitMin: SETS_MIN,
      },
      using(
        before(
          'pilot',
          5,
          say`Pilot ${bitMm(pilotBitMm)} on the old line; wax the thread; the same ${label} back, tight and no further.`,
        ),
        'drill',
        tool('bit', pilotBitMm),
        'driver',
      ),
    ],
    settings: [
      { what: say`Old hole`, bitMm: plugMm, stopMm: deepMm },
      { what: say`Pilot`, bitMm: pilotBitMm, stopMm: deepMm },
    ],
    scrap: say`Pilot a scrap of the plug’s wood first: the screw goes in by hand with the driver pressed, and does not split it.`,
    cautions: ['drill'],
    leavesGapMm: 0,
    removedCm3: ((Math.PI / 4) * (plugMm ** 2 - screwMm ** 2) * deepMm) / 1000,
    hold: { low: 0.75, high: 0.95 },
  }
}

/** The wood the thread stands in: of a joint the part that receives, otherwise the part it is in. */
function woodOf(c: WoodCase): { part: Part, along: number } {
  const { on } = holdIn(c)
  if (on.kind === 'part') return { part: partOf(c.piece, on.id), along: on.along }
  if (on.kind === 'fault') {
    const fault = c.piece.faults.find(f => f.id === on.id)!
    return { part: partOf(c.piece, fault.part), along: fault.along }
  }
  const joint = c.piece.joints.find(j => j.id === on.id)!
  const part = partOf(c.piece, joint.receives)
  return { part, along: shareNear(part, joint.at) }
}
