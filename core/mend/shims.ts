import { input, inputOf } from '../measure/figure'
import { fitMm, mm, say } from '../measure/phrase'
import { FORMS } from '../piece/joint-forms'
import { alongView, endView, lengthUnder, thicknessBeside, woodOf, written } from './joint-views'
import {
  dowelSnapped,
  isTapered,
  TAPER_MM,
  no,
  rocksAtEdges,
  sizeMm,
  sizeOf,
  widest,
  type JointCase,
  type Mend,
  type Verdict,
  type Work,
} from './mend'
import { across, band, rectangle, type View } from '../sheet'
import { before, using } from '../work'

export const SHIM_MOST_MM = 1.5
/** Room for the glue once the shims are in, in all, millimetres; well inside what any glue here bridges. */
const FOR_GLUE_MM = 0.05
/** Thinnest that is worth setting on both sides, and the thinnest plane shaving that can be set at all, millimetres. */
const THINNEST_PAIR_MM = 0.1
const THINNEST_MM = 0.05
export const SHIM_LEAST_MM = FOR_GLUE_MM + THINNEST_MM

/** Thinner than this wood is not sawn but planed off a board, millimetres. */
const SHAVING_MM = 0.15
/** A tenon shorter than this has no cheek that a shim holds on, millimetres (low). */
const SHORTEST_TENON_MM = 10

/**
 * How many shims a gap at the cheeks takes and how thick each is, millimetres: two where each is thick enough to set,
 * so that the rail stays where it was.
 */
export function shimFor(gapMm: number): { count: 1 | 2, thicknessMm: number } {
  const wood = Math.max(0, gapMm - FOR_GLUE_MM)
  return wood / 2 >= THINNEST_PAIR_MM ? { count: 2, thicknessMm: wood / 2 } : { count: 1, thicknessMm: wood }
}

/** Thin wood on the cheeks of a tenon: fills the gap with wood and leaves the tenon whole. */
export const shims: Mend<JointCase> = {
  id: 'shims',
  decides: 'clearance at the cheeks, and that the mortise is no wider inside',
  tools: ['scraper', 'chisel', 'fine-saw', 'block-plane', 'caliper'],
  label: 'Shims at the cheeks',
  short: 'shims',
  opens: true,
  undo: 'yes',
  place: { conserve: 2, everyday: 3, strength: 4 },
  fittedWet: true,
  consider,
  draw,
}

function consider(c: JointCase): Verdict {
  const { form } = c.joint
  if (form.kind !== 'mortise-and-tenon' && form.kind !== 'housing' && form.kind !== 'bridle') {
    return no(
      FORMS[form.kind].fit === 'round'
        ? say`a round joint has no cheeks to shim`
        : say`a flat joint has no cheeks to shim`,
    )
  }
  if (dowelSnapped(c)) return no(say`something inside is broken`)
  const { cheek, edge } = c.clearance
  const gap = widest(cheek)
  if (gap < SHIM_LEAST_MM - 1e-9) {
    return no(say`${fitMm(gap)} at the cheeks is too little for a shim: glue alone will do`)
  }
  if (gap > SHIM_MOST_MM) {
    return no(say`${fitMm(gap)} at the cheeks is more than shims should fill (${fitMm(SHIM_MOST_MM)}): a new tenon`)
  }
  if (rocksAtEdges(c)) return no(say`${fitMm(widest(edge))} at the edges as well: shims alone would let it rock`)
  const mouthMm = cheek.mouth.value
  if (cheek.bottom && cheek.bottom.value > mouthMm + TAPER_MM) {
    return no(
      say`${fitMm(cheek.bottom.value)} at the bottom and ${fitMm(mouthMm)} at the mouth: a shim that fills it inside does not pass the mouth`,
    )
  }
  if (c.joint.depthMm.value < SHORTEST_TENON_MM) {
    return no(say`a tenon of ${mm(c.joint.depthMm.value)} is too short for a shim to hold on`)
  }
  const both = shimFor(gap).count === 2
  const thickness = (end: number) => Math.max(0, end - FOR_GLUE_MM) / (both ? 2 : 1)
  const [atMouth, atBottom] = [thickness(cheek.mouth.value), thickness(cheek.bottom?.value ?? cheek.mouth.value)]
  const [long, wide] = [c.joint.depthMm.value - 2, form.widthMm.value - 2]
  const count = both ? 2 : 1
  const rule = both
    ? '(clearance − 0.05 mm for the glue) / 2, one on each cheek so that the rail stays where it was'
    : 'clearance − 0.05 mm for the glue, on one cheek: two would be thinner than 0.10 mm'
  const inputs = [
    inputOf('clearance at the cheeks, mouth', cheek.mouth, 'fit-mm'),
    ...(cheek.bottom ? [inputOf('at the bottom', cheek.bottom, 'fit-mm')] : []),
    input('left for the glue', FOR_GLUE_MM, 'fit-mm', 'table'),
  ]
  return {
    fits: true,
    reason: both
      ? say`the cheeks leave ${fitMm(gap)}: ${fitMm(thickness(gap))} of wood on each side`
      : say`the cheeks leave ${fitMm(gap)}: ${fitMm(thickness(gap))} on one side moves the rail over by ${fitMm(thickness(gap) / 2)}`,
    sizes: [
      sizeMm('shim', isTapered(cheek) ? 'shim, mouth' : 'shim thickness', atMouth, rule, inputs, 'mends', 'fit-mm'),
      ...(isTapered(cheek) ? [sizeMm('shim-bottom', 'shim, bottom', atBottom, rule, inputs, 'mends', 'fit-mm')] : []),
      sizeMm('shim-length', 'shim length', long, 'tenon length − 2 mm, so that the shoulder closes', [
        inputOf('tenon length', c.joint.depthMm, 'mm'),
      ]),
      sizeMm('shim-width', 'shim width', wide, 'tenon width − 2 mm', [inputOf('tenon width', form.widthMm, 'mm')]),
    ],
    stock: [
      {
        id: 'shim',
        serves: 'each',
        what: isTapered(cheek) ? 'tapered shim' : 'shim',
        count,
        sizesMm: [Math.max(atMouth, atBottom), wide, long],
        wood: c.entering.species,
        note: 'long grain with the tenon',
      },
    ],
    steps: [
      using(
        before('scrape', 10, say`Scrape tenon and mortise to bare wood; take nothing off the tenon.`),
        'scraper',
        'chisel',
      ),
      using(
        before(
          'cut-shims',
          8,
          say`${Math.max(atMouth, atBottom) < SHAVING_MM ? say`Plane ${count} ${count === 1 ? 'shaving' : 'shavings'} for a shim` : say`Cut ${count} ${count === 1 ? 'shim' : 'shims'}`}, ${fitMm(atMouth)} × ${mm(wide)} × ${mm(long)}, grain with the tenon.`,
        ),
        'fine-saw',
        'block-plane',
        'caliper',
      ),
      ...(isTapered(cheek)
        ? [
            using(
              before(
                'taper-shims',
                8,
                say`The mortise is tapered: thin the shim to ${fitMm(atBottom)} at its inner end. Do not run a drill into it.`,
              ),
              'block-plane',
              'caliper',
            ),
          ]
        : []),
      using(before('fit-shims', 7, say`Fit dry by hand pressure; shave a shim if it wants the mallet.`), 'block-plane'),
    ],
    scrap: say`Plane one shaving and measure it at both ends before the rest: it is to be ${fitMm(atMouth)} all along.`,
    cautions: ['blade'],
    leavesGapMm: FOR_GLUE_MM,
    removedCm3: 0,
    hold: { low: 0.65, high: 0.92 },
  }
}

/** The tenon in its mortise with a shim on one cheek or on both. */
function draw(c: JointCase, work: Work): View[] {
  const { form } = c.joint
  if (!('thicknessMm' in form) || !('widthMm' in form)) return []
  const wood = woodOf(c)
  const [longMm, wideMm, shimMm] = [sizeOf(work, 'shim-length'), sizeOf(work, 'shim-width'), sizeOf(work, 'shim')]
  const [tenonMm, count] = [form.thicknessMm.value, work.stock[0]!.count]
  const sides = count === 2 ? [1, -1] : [1]
  const deeperMm = 'deeperMm' in form ? form.deeperMm.value : 0
  const off = (tenonMm + shimMm) / 2
  return [
    alongView(
      wood,
      [
        band(-c.joint.depthMm.value - deeperMm, 0, tenonMm + 2 * shimMm, 'hidden'),
        band(-c.joint.depthMm.value, 0, tenonMm, 'wood', { grain: 'x' }),
        ...sides.map(y =>
          band(-c.joint.depthMm.value + 1, -c.joint.depthMm.value + 1 + longMm, shimMm, 'new', {}, y * off),
        ),
      ],
      [
        lengthUnder(wood, -c.joint.depthMm.value, 0, 1, written(c.joint.depthMm.value)),
        lengthUnder(wood, -c.joint.depthMm.value + 1, -c.joint.depthMm.value + 1 + longMm, 0, written(longMm)),
        thicknessBeside(wood, tenonMm, 0, written(tenonMm)),
      ],
    ),
    endView(
      wood,
      [
        rectangle('hidden', [-tenonMm / 2, -form.widthMm.value / 2], [tenonMm / 2, form.widthMm.value / 2]),
        ...sides.map(x => rectangle('new', [x * off - shimMm / 2, -wideMm / 2], [x * off + shimMm / 2, wideMm / 2])),
      ],
      [across(-wood.thickMm / 2, wideMm, 8, written(wideMm))],
    ),
  ]
}
