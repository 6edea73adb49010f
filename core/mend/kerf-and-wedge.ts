import { dot } from '../measure/vec'
import { frameOfSegment, grainNear } from '../piece/geometry'
import { shareNear } from '../piece/places'
import { input, inputOf } from '../measure/figure'
import { fitMm, mm, q, say } from '../measure/phrase'
import { FORMS } from '../piece/joint-forms'
import { speciesNamed } from '../reference/species'
import { alongView, lengthUnder, thicknessBeside, woodOf, written } from './joint-views'
import {
  dowelSnapped,
  EASY_FIT_MM,
  glueFaces,
  no,
  sizeMm,
  sizeOf,
  widest,
  type JointCase,
  type Mend,
  type Verdict,
  type Work,
} from './mend'
import { band, type Shape, type View } from '../sheet'
import { tool } from '../reference/tools'
import { before, cured, using, wet } from '../work'

const LEAST_MM = 0.15
const MOST_MM = 1.5
/** What a fine back saw leaves, millimetres. */
const KERF_MM = 0.8
/** The kerf stops this far short of the shoulder, or it shows and weakens the root, millimetres. */
const SHORT_OF_SHOULDER_MM = 3
/** From this width on a tenon takes two kerfs, each this far in from its edge, millimetres. */
const WIDE_TENON_MM = 28
const KERF_INSET_MM = 6
/**
 * Of a blind wedge set by hand so much at least is in the kerf, or it falls out before the joint is closed,
 * millimetres.
 */
const HELD_BY_MM = 4
/**
 * A round tenon spread by its wedge bears on the socket where it holds: so much is left for the glue there,
 * millimetres.
 */
const PRESSED_MM = 0.05
/**
 * How nearly the tenon’s width has to lie along the receiving part’s grain: as a cosine, sound above the first, never
 * below the second.
 */
const ALONG_GRAIN = { sound: 0.94, never: 0.71 } as const
/** Energy to start a split at the kerf's root, N/mm, plain and with its root drilled; low confidence. */
const SPLIT_ENERGY = { plain: 0.3, drilled: 0.6 } as const
const STRAIN_MOST = 0.01
const TAPER_LEAST_DEG = 3
const TAPER_MOST_DEG = 8

/** What a kerfed and wedged tenon or round tenon measures. All lengths in millimetres. */
export interface WedgeGeometry {
  readonly kerfs: 1 | 2
  readonly kerfDepthMm: number
  readonly stripMm: number
  readonly strain: number
  readonly strainLimit: number
  readonly drillRoot: boolean
  /** What one wedge spreads at the tenon’s end. */
  readonly spreadMm: number
  readonly taperDeg: number
  /** At the wedge’s thick end. */
  readonly thicknessMm: number
  readonly lengthMm: number
  /**
   * How far a blind wedge, set in by hand, stands out of the tenon’s end before the bottom drives it home; 0 for one
   * driven from outside.
   */
  readonly proudMm: number
  /** Kerf depth that would keep the strain within the limit. */
  readonly depthNeededMm: number
}

/**
 * Works out kerfs and wedge for a gap along the receiving part's grain (docs/sources.md#wedges; strain limit low
 * confidence).
 * @param gapMm whole clearance at the mortise’s bottom, where the wedge spreads   @param widthMm the tenon’s width,
 * or a round tenon’s diameter
 * @param depthMm tenon length   @param deeperMm how much deeper the mortise is; 0 for a through tenon, which is
 * driven from outside
 * @param stiffnessMPa of the tenon’s wood along the grain
 */
export function wedgeGeometry(
  gapMm: number,
  widthMm: number,
  depthMm: number,
  deeperMm: number,
  stiffnessMPa: number,
  round: boolean,
): WedgeGeometry {
  const kerfs = !round && widthMm >= WIDE_TENON_MM ? 2 : 1
  const stripMm = kerfs === 2 ? KERF_INSET_MM : widthMm / 2
  const kerfDepthMm = depthMm - SHORT_OF_SHOULDER_MM
  const strain = (1.5 * stripMm * (gapMm / 2)) / kerfDepthMm ** 2
  const limitFor = (energy: number) => Math.min(STRAIN_MOST, Math.sqrt((3 * energy) / (stiffnessMPa * stripMm)))
  const drillRoot = strain > limitFor(SPLIT_ENERGY.plain)
  const strainLimit = limitFor(drillRoot ? SPLIT_ENERGY.drilled : SPLIT_ENERGY.plain)
  const spreadMm = gapMm / kerfs
  const taperDeg = Math.max(TAPER_LEAST_DEG, (2 * Math.atan((0.75 * spreadMm) / kerfDepthMm) * 180) / Math.PI)
  const perMm = 2 * Math.tan(((taperDeg / 2) * Math.PI) / 180)
  const isBlind = deeperMm > 0
  const proudMm = isBlind ? deeperMm + spreadMm / perMm : 0
  const thicknessMm = isBlind ? KERF_MM + perMm * proudMm : KERF_MM + spreadMm
  const natural = thicknessMm / perMm
  return {
    kerfs,
    kerfDepthMm,
    stripMm,
    strain,
    strainLimit,
    drillRoot,
    spreadMm,
    taperDeg,
    thicknessMm,
    proudMm,
    lengthMm: Math.floor(Math.min(natural, isBlind ? kerfDepthMm + deeperMm - 1 : kerfDepthMm)),
    depthNeededMm: Math.sqrt((1.5 * stripMm * (gapMm / 2)) / limitFor(SPLIT_ENERGY.drilled)),
  }
}

/** How far the way a wedge spreads the tenon lies along the receiving part’s grain there: 1 along it, 0 across. */
function grainAgreement({ joint, entering, receiving }: JointCase): number {
  const grain = grainNear(receiving, joint.at)
  // A round tenon is kerfed whichever way one likes: only the grain that runs with its own axis is lost to it.
  if (joint.form.kind === 'round-tenon') return Math.sqrt(Math.max(0, 1 - dot(grain, joint.withdraw) ** 2))
  const segment = shareNear(entering, joint.at) > 0.5 ? entering.axis.length - 2 : 0
  return Math.abs(dot(frameOfSegment(entering, segment).through, grain))
}

/** A tenon sawn and spread by a wedge, against end grain only: along the receiving part's grain. */
export const kerfAndWedge: Mend<JointCase> = {
  id: 'kerf-and-wedge',
  decides: 'clearance along the receiving part’s grain, strain at the kerf’s root',
  tools: ['pencil', 'square', 'fine-saw', 'depth-stop', 'drill', 'bit', 'caliper', 'scrap', 'mallet', 'chisel', 'swab'],
  label: 'Kerf and wedge at the edges',
  short: 'wedge',
  opens: true,
  undo: 'no',
  place: { conserve: 4, everyday: 2, strength: 3 },
  fittedWet: true,
  consider,
  draw,
}

function consider(c: JointCase): Verdict {
  const { form } = c.joint
  if (form.kind === 'dowel') return no(say`dowels are replaced, not wedged`)
  if (form.kind !== 'mortise-and-tenon' && form.kind !== 'round-tenon') {
    return no(say`a ${FORMS[form.kind].label} has no tenon to spread`)
  }
  if (dowelSnapped(c)) return no(say`the tenon has snapped: a wedge has nothing to spread`)
  if (form.wedged) return no(say`it is wedged already: the old wedge comes out, and a new one goes into its own kerf`)
  const round = form.kind === 'round-tenon'
  const ends = round ? c.clearance.round : c.clearance.edge
  // A wedge spreads the tenon at its end, so the clearance at the bottom sizes it.
  const gap = (ends.bottom ?? ends.mouth).value
  const cheeks = widest(glueFaces(c))
  if (gap < LEAST_MM) {
    return !round && cheeks > c.glueGapMm
      ? no(
          say`the play is at the cheeks, ${fitMm(cheeks)}: a wedge there presses on the ${c.receivingName}’s side grain and splits it`,
        )
      : no(say`${fitMm(gap)} along the grain is too little to wedge`)
  }
  if (gap > MOST_MM) return no(say`${fitMm(gap)} is more than a wedge can spread (${fitMm(MOST_MM)}): a new tenon`)
  if (!round && cheeks > Math.min(c.glueGapMm, EASY_FIT_MM) + 1e-9) {
    return no(say`the cheeks are loose as well, ${fitMm(cheeks)}: a wedge does not close them`)
  }
  const along = grainAgreement(c)
  if (along < ALONG_GRAIN.never) {
    return no(say`the tenon’s width lies across the ${c.receivingName}’s grain: a wedge there splits it`)
  }
  const width = round ? form.diameterMm : form.widthMm
  const stiffness = speciesNamed(c.entering.species).values.stiffnessGPa
  const g = wedgeGeometry(
    gap,
    width.value,
    c.joint.depthMm.value,
    form.through ? 0 : form.deeperMm.value,
    stiffness.value * 1000,
    round,
  )
  if (g.kerfDepthMm < 8) return no(say`the tenon is only ${mm(c.joint.depthMm.value)} long: no room for a kerf`)
  if (g.strain > g.strainLimit) {
    return no(
      say`bent ${strainText(g.strain)} at the kerf’s root, over its limit of ${strainText(g.strainLimit)}: a kerf of ${mm(Math.ceil(g.depthNeededMm))} would do, there is room for ${mm(g.kerfDepthMm)}`,
    )
  }
  if (g.taperDeg > TAPER_MOST_DEG) {
    return no(
      say`the wedge would have to taper ${q(g.taperDeg, 'deg')}; over ${q(TAPER_MOST_DEG, 'deg')} it works itself out`,
    )
  }
  if (g.lengthMm - g.proudMm < HELD_BY_MM && g.proudMm > 0) {
    return no(
      say`set by hand it would stand ${mm(g.proudMm)} proud and be only ${mm(g.lengthMm)} long: the mortise is too deep behind it`,
    )
  }
  const slant = along < ALONG_GRAIN.sound ? say`, though not straight along it: no more spread than that` : say``
  return {
    fits: true,
    reason: say`${fitMm(gap)} along the ${c.receivingName}’s grain${slant}: ${g.kerfs === 1 ? 'one wedge spreads it' : 'two wedges spread it'}`,
    ...workFor(c, g, cheeks, inputOf('clearance at the edges', ends.bottom ?? ends.mouth, 'fit-mm'), stiffness.value),
  }
}

const strainText = (strain: number) => `${(strain * 100).toFixed(1)} %`

function workFor(
  c: JointCase,
  g: WedgeGeometry,
  cheeksMm: number,
  gapInput: ReturnType<typeof inputOf>,
  stiffnessGPa: number,
) {
  const form = c.joint.form as Extract<JointCase['joint']['form'], { kind: 'mortise-and-tenon' | 'round-tenon' }>
  const across = form.kind === 'round-tenon' ? form.diameterMm.value : form.thicknessMm.value
  const depth = inputOf('tenon length', c.joint.depthMm, 'mm')
  return {
    sizes: [
      sizeMm(
        'kerf-depth',
        'kerf depth',
        g.kerfDepthMm,
        'tenon length − 3 mm, so that the kerf stays short of the shoulder',
        [depth],
        'wedges',
      ),
      sizeMm(
        'wedge-thickness',
        'wedge at its thick end',
        g.thicknessMm,
        g.proudMm > 0
          ? 'kerf width + what it grows over the length it stands proud, so that at the tenon’s end it is kerf + clearance / kerfs once home'
          : 'kerf width + clearance / kerfs, at the end face once home',
        [gapInput, input('kerf width', KERF_MM, 'fit-mm', 'table'), input('kerfs', g.kerfs, 'count')],
        'wedges',
        'fit-mm',
      ),
      sizeMm(
        'wedge-length',
        'wedge length',
        g.lengthMm,
        'kerf depth + what the mortise is deeper − 1 mm at most, or the shoulder never closes',
        [depth, inputOf('mortise deeper by', form.deeperMm, 'mm')],
        'wedges',
      ),
      ...(g.proudMm > 0
        ? [
            sizeMm(
              'wedge-proud',
              'stands proud, set by hand',
              g.proudMm,
              'mortise deeper by + (clearance / kerfs) / (2 tan(taper/2)): the bottom drives it home by that much',
              [inputOf('mortise deeper by', form.deeperMm, 'mm'), gapInput],
              'wedges',
            ),
          ]
        : []),
      sizeMm(
        'wedge-taper',
        'taper',
        g.taperDeg,
        'at least 3°, and enough that it bears at the mouth of the kerf: 2 tan(taper/2) ≥ 1.5 spread / kerf depth',
        [input('spread', g.spreadMm, 'fit-mm')],
        'wedges',
        'deg',
      ),
      {
        id: 'root-strain' as const,
        label: 'strain at the root',
        figure: {
          value: g.strain,
          unit: 'share' as const,
          derivation: {
            rule: '1.5 × strip × (clearance / 2) / kerf depth²; limit: the smaller of 1 % and √(3 × split energy / (stiffness × strip))',
            inputs: [
              gapInput,
              input('strip', g.stripMm, 'mm'),
              input('stiffness, GPa', stiffnessGPa, 'count', 'table'),
              input('limit', g.strainLimit, 'share'),
            ],
            source: 'wedges',
            confidence: 'low' as const,
            limit: 'wedge-strain',
          },
        },
      },
    ],
    stock: [
      {
        id: 'wedge' as const,
        serves: 'each' as const,
        what: 'wedge',
        count: g.kerfs,
        sizesMm: [g.thicknessMm, across, g.lengthMm],
        wood: c.entering.species,
        note: 'split, not sawn; grain along its length',
      },
    ],
    steps: [
      using(
        before(
          'mark',
          8,
          say`Mark the kerf${g.kerfs === 2 ? 's' : ''} across the tenon’s thickness, square to the ${c.receivingName}’s grain${g.kerfs === 2 ? say`, ${mm(KERF_INSET_MM)} in from each edge` : say`, in the middle`}.`,
        ),
        'pencil',
        'square',
      ),
      using(before('saw', 7, say`Saw ${mm(g.kerfDepthMm)} deep and no further.`), 'fine-saw', 'depth-stop'),
      ...(g.drillRoot
        ? [
            using(
              before(
                'root-hole',
                2,
                say`Drill a 2 mm hole at the root of each kerf first: bent ${strainText(g.strain)}, it would start a split otherwise.`,
              ),
              'drill',
              tool('bit', 2),
            ),
          ]
        : []),
      ...(g.proudMm > 0
        ? [
            using(
              before(
                'set',
                5,
                say`Push the wedge in by hand, dry, until it is as thick as the kerf at the tenon’s end: it then stands ${mm(g.proudMm)} proud, and the bottom drives it home. Flush it does nothing; further out the shoulder does not close.`,
              ),
              'caliper',
            ),
            using(
              before('scrap', 10, say`Try it in scrap first: a blind wedge cannot be taken back.`),
              'scrap',
              'mallet',
            ),
            wet('close', say`Glue on the faces, none on the wedge.`),
          ]
        : [
            using(before('fit', 10, say`Fit it dry; split the wedge and try it in the kerf.`), 'chisel'),
            using(
              wet(
                'drive',
                say`Close the joint, then drive the wedge from outside until it is home. Glue on the faces, none on the wedge.`,
              ),
              'mallet',
              'swab',
            ),
            using(cured('trim', 5, say`Saw the wedge flush.`), 'fine-saw'),
          ]),
    ],
    settings: [
      {
        what: say`Kerf, across the tenon’s thickness`,
        stopMm: g.kerfDepthMm,
        ...(g.kerfs === 2 ? { fenceMm: KERF_INSET_MM } : {}),
      },
    ],
    scrap: say`A scrap tenon of the same size, kerfed and wedged in a scrap mortise: measure what it spreads at its end, and see that the shoulder still closes.`,
    cautions: ['blade' as const],
    leavesGapMm: form.kind === 'round-tenon' ? PRESSED_MM : cheeksMm,
    removedCm3: (g.kerfs * KERF_MM * g.kerfDepthMm * across) / 1000,
    hold: { low: 0.6, high: 0.9 },
  }
}

/** Seen along the wedge’s faces: the tenon across its width, its kerfs, and each wedge home. */
function draw(c: JointCase, work: Work): View[] {
  const { form } = c.joint
  if (form.kind !== 'mortise-and-tenon' && form.kind !== 'round-tenon') return []
  const widthMm = form.kind === 'round-tenon' ? form.diameterMm.value : form.widthMm.value
  const base = woodOf(c)
  const wood = {
    ...base,
    along: [base.along[0]!, band(0, 70, base.isRound ? base.thickMm : base.wideMm, 'wood', { grain: 'x' })],
  }
  const [kerfMm, thickMm, longMm] = [
    sizeOf(work, 'kerf-depth'),
    sizeOf(work, 'wedge-thickness'),
    sizeOf(work, 'wedge-length'),
  ]
  const depthMm = c.joint.depthMm.value
  const deeperMm = form.through ? 0 : form.deeperMm.value
  const count = work.stock.find(s => s.id === 'wedge')?.count ?? 1
  const middles = count === 2 ? [widthMm / 2 - KERF_INSET_MM, KERF_INSET_MM - widthMm / 2] : [0]
  // Home, a blind wedge lies on the bottom; one driven from outside ends with the tenon.
  const head = -depthMm - deeperMm
  return [
    alongView(
      wood,
      [
        band(head, 0, widthMm + c.clearance[form.kind === 'round-tenon' ? 'round' : 'edge'].mouth.value, 'hidden'),
        band(-depthMm, 0, widthMm, 'wood'),
        ...middles.flatMap((y): Shape[] => [
          { kind: 'line', from: [-depthMm, y], to: [-depthMm + kerfMm, y], pencil: 'cut' },
          { kind: 'line', from: [head, y + thickMm / 2], to: [head + longMm, y], pencil: 'new' },
          { kind: 'line', from: [head, y - thickMm / 2], to: [head + longMm, y], pencil: 'new' },
          { kind: 'line', from: [head, y - thickMm / 2], to: [head, y + thickMm / 2], pencil: 'new' },
        ]),
      ],
      [
        lengthUnder(wood, -depthMm, -depthMm + kerfMm, 0, written(kerfMm)),
        lengthUnder(wood, head, head + longMm, 1, written(longMm)),
        thicknessBeside(wood, widthMm, 1, written(widthMm)),
      ],
    ),
  ]
}
