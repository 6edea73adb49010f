import { faceForce, shoulderForce } from '../clamping'
import { openTime } from '../glue'
import { input, type Figure, type FigureUnit } from '../measure/figure'
import { fitMm, mm, q, say, type Phrase } from '../measure/phrase'
import { fail, succeed, type Result } from '../measure/result'
import {
  bitSteps,
  deepestMm,
  HAND_FIT_MM,
  ROOM_FOR_GLUE_MM,
  SHIM_LEAST_MM,
  SHIM_MOST_MM,
  shimFor,
  wallNeededMm,
  wedgeGeometry,
} from '../mend'
import { glueNamed, type GlueId } from '../reference/glues'
import { OPEN_TIME_SHARE } from '../reference/rates'
import type { Climate } from '../reference/shop-settings'
import { speciesNamed } from '../reference/species'
import {
  betweenPosts,
  levelFeet,
  postLeaning,
  rackingFrom,
  rackOf,
  seatBore,
  windingByHeights,
  windingBySights,
  type FeetAim,
  type FourSides,
} from '../truing'
import { fitClassOf } from '../wood/fit'

/** An answer to a question that came without a piece: one sentence, and its figures with how they were worked out. */
export interface Answer {
  readonly sentence: Phrase
  readonly figures: readonly { readonly label: string, readonly figure: Figure }[]
}

const figure = (
  value: number,
  unit: FigureUnit,
  rule: string,
  inputs: Figure['derivation']['inputs'],
  source: string,
): Figure => ({ value, unit, derivation: { rule, inputs, source, confidence: 'medium' } })
const typed = (label: string, value: number, unit: FigureUnit = 'mm') => input(label, value, unit, 'measured')

/** What fills a gap at a tenon's cheeks. Millimetres. */
export function shimAnswer(gapMm: number): Result<Answer> {
  if (gapMm < SHIM_LEAST_MM) {
    return succeed({ sentence: say`${fitMm(gapMm)} is ${fitClassOf(gapMm).label}: glue alone will do.`, figures: [] })
  }
  if (gapMm > SHIM_MOST_MM) {
    return succeed({ sentence: say`${fitMm(gapMm)} is more than shims should fill: a new tenon.`, figures: [] })
  }
  const { count, thicknessMm } = shimFor(gapMm)
  const shown = figure(
    thicknessMm,
    'fit-mm',
    `(gap − 0.05 mm for the glue) / ${count}`,
    [typed('gap', gapMm, 'fit-mm')],
    'mends',
  )
  return succeed({
    sentence:
      count === 2
        ? say`${fitMm(thicknessMm)} of wood on each cheek, grain with the tenon.`
        : say`One shaving of ${fitMm(thicknessMm)}; it moves the rail over by ${fitMm(thicknessMm / 2)}.`,
    figures: [{ label: 'shim', figure: shown }],
  })
}

/** What spreads a tenon in a gap along the grain: kerfs and wedges in beech. Millimetres. */
export function wedgeAnswer(gapMm: number, lengthMm: number, widthMm: number): Result<Answer> {
  if (lengthMm < 11) return fail('too_short', 'A tenon under 11 mm has no room for a kerf.', 'length')
  if (gapMm < 0.15 || gapMm > 1.5) {
    return succeed({
      sentence:
        gapMm < 0.15
          ? say`${fitMm(gapMm)} is too little to wedge.`
          : say`${fitMm(gapMm)} is more than a wedge can spread: a new tenon.`,
      figures: [],
    })
  }
  const g = wedgeGeometry(
    gapMm,
    widthMm,
    lengthMm,
    1.5,
    speciesNamed('Beech, European').values.stiffnessGPa.value * 1000,
    false,
  )
  if (g.strain > g.strainLimit) {
    return succeed({
      sentence: say`It would split: the kerf would have to be ${mm(Math.ceil(g.depthNeededMm))} deep, and there is room for ${mm(g.kerfDepthMm)}.`,
      figures: [],
    })
  }
  const inputs = [typed('gap', gapMm, 'fit-mm'), typed('tenon length', lengthMm), typed('tenon width', widthMm)]
  return succeed({
    sentence: say`${g.kerfs === 1 ? 'One kerf in the middle' : 'Two kerfs, 6 mm in from the edges'}, ${mm(g.kerfDepthMm)} deep${g.drillRoot ? ', their roots drilled' : ''}; ${g.kerfs === 1 ? 'a wedge' : 'wedges'} ${fitMm(g.thicknessMm)} at the thick end, ${mm(g.lengthMm)} long, set in by hand ${mm(Math.round(g.proudMm * 10) / 10)} proud.`,
    figures: [
      {
        label: 'wedge at its thick end',
        figure: figure(
          g.thicknessMm,
          'fit-mm',
          'kerf 0.8 mm + what it grows over the length it stands proud',
          inputs,
          'wedges',
        ),
      },
      { label: 'kerf depth', figure: figure(g.kerfDepthMm, 'mm', 'tenon length − 3 mm', inputs, 'wedges') },
      {
        label: 'wedge length',
        figure: figure(
          g.lengthMm,
          'mm',
          'kerf depth + 1.5 mm that a mortise is usually deeper − 1 mm, or where the taper ends',
          inputs,
          'wedges',
        ),
      },
    ],
  })
}

/**
 * Hole, depth stop and bit steps for a dowel, from the thinner part across it and the thickness along the bore.
 * Millimetres.
 */
export function dowelAnswer(dowelMm: number, acrossMm: number, alongMm: number): Result<Answer> {
  const wallMm = (acrossMm - dowelMm) / 2
  if (wallMm < wallNeededMm(dowelMm)) {
    return succeed({
      sentence: say`Too thick: it leaves ${mm(Math.max(0, wallMm))} of wall and wants ${mm(wallNeededMm(dowelMm))}.`,
      figures: [],
    })
  }
  const depthMm = Math.floor(Math.min(2.5 * dowelMm, deepestMm(alongMm, dowelMm)))
  if (depthMm < 1.5 * dowelMm) {
    return succeed({
      sentence: say`Only ${mm(Math.max(0, depthMm))} deep before the bit comes out the other side: too short to hold.`,
      figures: [],
    })
  }
  const inputs = [typed('dowel', dowelMm), typed('thickness along the bore', alongMm)]
  return succeed({
    sentence: say`Hole ${mm(dowelMm)} to ${fitMm(dowelMm + HAND_FIT_MM)}, stop at ${mm(depthMm + ROOM_FOR_GLUE_MM)}. An old one comes out in steps of ${bitSteps(
      dowelMm,
    )
      .map(b => `${b}`)
      .join(', ')} and ${mm(dowelMm)}.`,
    figures: [
      {
        label: 'depth stop',
        figure: figure(
          depthMm + ROOM_FOR_GLUE_MM,
          'mm',
          '2.5 diameters, or what leaves 3 mm beyond the bit’s point (0.3 diameters), + 1 mm for glue',
          inputs,
          'dowels',
        ),
      },
      {
        label: 'wall left',
        figure: figure(
          wallMm,
          'mm',
          '(thinner part − dowel) / 2, at least half the dowel and 3 mm',
          [typed('dowel', dowelMm), typed('thinner part', acrossMm)],
          'dowels',
        ),
      },
    ],
  })
}

/** How long a glue is open now. */
export function openAnswer(glueId: GlueId, climate: Climate): Result<Answer> {
  const glue = glueNamed(glueId)
  const open = openTime(glue, climate)
  if (climate.nowC < glue.coldestC) {
    return succeed({
      sentence: say`Too cold for it: ${q(climate.nowC, 'C')}, and it wants ${q(glue.coldestC, 'C')}.`,
      figures: [{ label: 'open time', figure: open }],
    })
  }
  return succeed({
    sentence: say`${q(open.low!, 'min', open.high!)}, of which ${q(open.value * OPEN_TIME_SHARE, 'min')} may be used.`,
    figures: [{ label: 'open time', figure: open }],
  })
}

/** Pull on a shoulder, or pressure on a face, from its two sides. Millimetres. */
export function forceAnswer(
  kind: 'shoulder' | 'face',
  widthMm: number,
  heightMm: number,
  glueId: GlueId,
): Result<Answer> {
  const pressure = glueNamed(glueId).pressureMPa ?? ([0.02, 0.1] as const)
  const force = kind === 'shoulder' ? shoulderForce(widthMm * heightMm) : faceForce(widthMm * heightMm, pressure)
  return succeed({
    sentence: say`${q(force.low!, 'kN', force.high!)}${kind === 'shoulder' ? '; more means something holds it off' : ', square to the face, spread by cauls'}.`,
    figures: [{ label: 'clamp force', figure: force }],
  })
}

/** How far a frame is out of square, from its diagonals and a side. Millimetres. */
export function squareAnswer(firstMm: number, secondMm: number, sideMm: number): Result<Answer> {
  const racking = rackingFrom(firstMm, secondMm, sideMm)
  if (!racking.ok) return racking
  const { lean, trueDiagonal, pull } = racking.value
  if (pull.value < 0.25) {
    return succeed({
      sentence: say`Square: both diagonals want to be ${mm(trueDiagonal.value)}.`,
      figures: [{ label: 'true diagonal', figure: trueDiagonal }],
    })
  }
  return succeed({
    sentence: say`${q(lean.value, 'deg')} out of square: pull across the longer diagonal until both read ${mm(trueDiagonal.value)}, ${fitMm(pull.value)} less.`,
    figures: [
      { label: 'out of square', figure: lean },
      { label: 'true diagonal', figure: trueDiagonal },
      { label: 'pull', figure: pull },
    ],
  })
}

/** How far a frame of four sides has racked, and which diagonal to pull: sides may differ. Millimetres. */
export function rackAnswer(sides: FourSides): Result<Answer> {
  const racked = rackOf(sides)
  if (!racked.ok) return racked
  const { rack, trueFirst, trueSecond, pullAlong, pull, pullTo } = racked.value
  const figures = [
    { label: 'off true', figure: rack },
    { label: 'front left to back right, true', figure: trueFirst },
    { label: 'front right to back left, true', figure: trueSecond },
  ]
  if (pullAlong === null) {
    return succeed({ sentence: say`True: the diagonals are what these four sides make them.`, figures })
  }
  const way = pullAlong === 'first' ? 'front left to back right' : 'front right to back left'
  return succeed({
    sentence: say`Pull together from ${way}, by ${fitMm(pull.value)}: to ${mm((pullAlong === 'first' ? trueFirst : trueSecond).value)}, once as far as ${mm(pullTo.value)}, let go and read again.`,
    figures: [...figures, { label: 'pull', figure: pull }, { label: 'at the furthest', figure: pullTo }],
  })
}

const CORNERS = ['front left', 'front right', 'back right', 'back left'] as const

/**
 * What to take off four feet by their heights over a board, where they stand in a rectangle. Millimetres; the feet as
 * four letters of one size.
 */
export function feetAnswer(
  heightsMm: readonly [number, number, number, number],
  wideMm: number,
  deepMm: number,
  aim: FeetAim['kind'] = 'least-wood',
): Result<Answer> {
  if (!(wideMm > 0 && deepMm > 0)) {
    return fail('missing', 'How far apart the feet stand, longer than nothing.', wideMm > 0 ? 'deep' : 'wide')
  }
  const at = [
    [1, 1],
    [-1, 1],
    [-1, -1],
    [1, -1],
  ] as const
  const feet = CORNERS.map((id, i) => ({
    id,
    xMm: (at[i]![0] * wideMm) / 2,
    zMm: (at[i]![1] * deepMm) / 2,
    heightMm: heightsMm[i]!,
    floorMm: 0,
    leanDeg: 0,
    areaMm2: 1,
  }))
  const level = levelFeet(feet, aim === 'slope' ? { kind: 'as-held' } : { kind: aim })
  if (!level.ok) return { ok: false, issues: level.issues.map(i => ({ ...i, path: i.path.replace(' ', '-') })) }
  const { cuts, rocking } = level.value
  const off = cuts.filter(c => c.trimMm >= 0.1)
  const inputs = heightsMm.map((h, i) => typed(CORNERS[i]!, h))
  return succeed({
    sentence:
      off.length === 0
        ? say`It stands.`
        : say`${rocking ? say`It rocks on ${rocking.on[0]} and ${rocking.on[1]}. ` : say``}${off.map(c => `${Math.round(c.trimMm * 10) / 10} mm off ${c.id}`).join(', ')}; or as much under the others.`,
    figures: off.map(c => ({
      label: `off ${c.id}`,
      figure: figure(
        c.trimMm,
        'mm',
        'a plane through three ends and above the fourth: of those the one with least to take off',
        inputs,
        'truing',
      ),
    })),
  })
}

/**
 * A level stretcher between two round legs that lean in its own plane and square to it. Millimetres and degrees,
 * outward positive.
 */
export function stretcherAnswer(
  apartMm: number,
  diameterMm: number,
  alongDeg: number,
  asideDeg: number,
  tenonMm: number,
): Result<Answer> {
  if (!(Math.abs(alongDeg) < 40 && Math.abs(asideDeg) < 40)) {
    return fail('absurd', 'A leg leans under 40°.', Math.abs(alongDeg) < 40 ? 'aside' : 'along')
  }
  const made = betweenPosts(
    postLeaning([0, 0, 0], 0 - alongDeg, asideDeg, diameterMm),
    postLeaning([apartMm, 0, 0], alongDeg, asideDeg, diameterMm),
    [tenonMm, tenonMm],
  )
  if (!made.ok) return made
  const { shoulderToShoulderMm, lengthMm, ends } = made.value
  const inputs = [
    typed('leg to leg, middle to middle', apartMm),
    typed('leg, thick', diameterMm),
    typed('leans along it', alongDeg, 'deg'),
    typed('leans square to it', asideDeg, 'deg'),
    typed('tenon', tenonMm),
  ]
  return succeed({
    sentence: say`Cut it ${mm(lengthMm)}: ${mm(shoulderToShoulderMm)} between shoulders bevelled ${q(ends[0].bevelDeg, 'deg')}. Bore ${q(ends[0].bevelDeg, 'deg')} off square to the leg, towards the other leg.`,
    figures: [
      {
        label: 'shoulder to shoulder',
        figure: figure(
          shoulderToShoulderMm,
          'mm',
          'middle to middle, less on each side half the leg / sin of the angle between stick and leg',
          inputs,
          'truing',
        ),
      },
      {
        label: 'bevel and bore off square',
        figure: figure(
          ends[0].bevelDeg,
          'deg',
          'asin(tan a / √(1 + tan² a + tan² b)), a along the stretcher, b square to it',
          inputs,
          'truing',
        ),
      },
    ],
  })
}

/** The bore of a splayed leg in a seat. Degrees. */
export function seatBoreAnswer(splayDeg: number, rakeDeg: number): Result<Answer> {
  if (!(Math.abs(splayDeg) < 45 && Math.abs(rakeDeg) < 45)) {
    return fail('absurd', 'Under 45° each.', Math.abs(splayDeg) < 45 ? 'rake' : 'splay')
  }
  const { tiltDeg, sightDeg } = seatBore(splayDeg, rakeDeg)
  const inputs = [
    typed('splay, seen from the front', splayDeg, 'deg'),
    typed('rake, seen from the side', rakeDeg, 'deg'),
  ]
  return succeed({
    sentence: say`Tilt the drill ${q(tiltDeg, 'deg')} off square to the seat, in a line ${q(sightDeg, 'deg')} off fore-and-aft.`,
    figures: [
      { label: 'tilt', figure: figure(tiltDeg, 'deg', 'atan √(tan² splay + tan² rake)', inputs, 'truing') },
      {
        label: 'sight line',
        figure: figure(sightDeg, 'deg', 'atan(tan splay / tan rake), from fore-and-aft', inputs, 'truing'),
      },
    ],
  })
}

/** Twist of a flat frame by the heights of its four corners over a board. Millimetres. */
export function windingAnswer(
  heightsMm: readonly [number, number, number, number],
  alongMm: number,
  acrossMm: number,
): Result<Answer> {
  const winding = windingByHeights(heightsMm, alongMm, acrossMm)
  if (!winding.ok) {
    return {
      ok: false,
      issues: winding.issues.map(i => ({ ...i, path: ['one', 'two', 'three', 'four'][Number(i.path)] ?? i.path })),
    }
  }
  const { offMm, twistDeg, high } = winding.value
  const inputs = [
    ...heightsMm.map((h, i) => typed(`corner ${i + 1}`, h)),
    typed('one side', alongMm),
    typed('other side', acrossMm),
  ]
  const figures = [
    { label: 'out of flat', figure: figure(offMm, 'mm', 'first + third − second − fourth corner', inputs, 'truing') },
    {
      label: 'twist',
      figure: figure(twistDeg, 'deg', 'the slope of one side less that of the side across from it', inputs, 'truing'),
    },
  ]
  if (high === null) return succeed({ sentence: say`Flat: what is left is a plane.`, figures })
  return succeed({
    sentence: say`Twisted: ${high === 'first-and-third' ? 'corners 1 and 3' : 'corners 2 and 4'} stand up. Press them down over packing under the other two.`,
    figures,
  })
}

/** Twist of a flat frame by two straight sticks sighted one over the other. Millimetres. */
export function sightsAnswer(overMm: number, stickMm: number, frameMm: number): Result<Answer> {
  const winding = windingBySights(overMm, stickMm, frameMm, true)
  if (!winding.ok) return winding
  const { offMm, twistDeg, high } = winding.value
  const inputs = [
    typed('one stick’s end over the other stick', overMm),
    typed('a stick, long', stickMm),
    typed('frame, wide', frameMm),
  ]
  const figures = [
    { label: 'twist', figure: figure(twistDeg, 'deg', 'asin(over / length of a stick)', inputs, 'truing') },
    { label: 'out of flat', figure: figure(offMm, 'mm', 'width of the frame × tan of the twist', inputs, 'truing') },
  ]
  if (high === null) return succeed({ sentence: say`Flat, as far as one sees.`, figures })
  return succeed({
    sentence: say`Twisted by ${q(twistDeg, 'deg')}: one corner stands ${mm(offMm)} up. It is the one under the stick’s high end, and the one across from it.`,
    figures,
  })
}
