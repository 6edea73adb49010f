import { input, inputOf } from '../measure/figure'
import { fitMm, joined, mm, say } from '../measure/phrase'
import { tagOf } from '../piece/facts'
import { jointsNamedBy } from '../piece/faults'
import { pegShapeOf } from '../piece/joint-forms'
import type { Split } from '../piece/schema'
import { across, along, band, polygon, type View } from '../sheet'
import { before, cured, using, wet } from '../work'
import { pressAcross } from './close-split'
import { written } from './joint-views'
import { no, sizeMm, sizeOf, type Mend, type Verdict, type Work } from './mend'
import { faultOf, notYet, partIn, type WoodCase } from './wood-case'

/** A split that will not be pulled closed: its faces cleaned, a slip of the same wood glued into it as it stands. */
export const slipIn: Mend<WoodCase> = {
  id: 'slip-in',
  decides: 'open 0.3 to 4 mm as it stands, where it ends',
  tools: ['knife', 'fine-saw', 'block-plane', 'caliper', 'brush', 'swab', 'strap', 'chisel'],
  label: 'A slip let into it',
  short: 'slip',
  opens: false,
  undo: 'no',
  place: { conserve: 2, everyday: 2, strength: 2 },
  consider,
  datum: say`Lengths are from the end at which the split comes out; its thickness is at the face, its thin edge goes in first.`,
  draw,
}

/**
 * Narrower closes by itself or takes glue alone; wider is a piece of wood that is lost (docs/sources.md#breaks, low),
 * millimetres.
 */
const [LEAST_MM, MOST_MM] = [0.3, 4]
/**
 * Taken off its faces in all so that they are clean and even; the slip stands so much thicker at the face, to close
 * by pressing.
 */
const CLEANED_MM = 0.2
const TAPER_MM = 0.2
const PROUD_MM = 1

function consider(c: WoodCase): Verdict {
  const fault = faultOf(c) as Split
  if (fault.runsOut === 'not-seen') {
    return notYet(say`nobody has looked where it ends: a light along it, from both faces`)
  }
  if (fault.openMm === null) return notYet(say`measure how wide it stands open by itself`)
  if (isStillHeld(c)) {
    return notYet(
      say`what holds the wood across its grain keeps it open: free that first and tell it done, then measure how wide it stands by itself`,
    )
  }
  const openMm = fault.openMm.value
  if (openMm < LEAST_MM) return no(say`${fitMm(openMm)} open: glue alone, pressed closed; no slip is so thin`)
  if (openMm > MOST_MM) return no(say`${mm(openMm)} open: wood is gone there, and wants a piece of its own shape`)
  const { deepMm } = pressAcross(c, fault)
  const slotMm = openMm + CLEANED_MM
  const longMm = fault.lengthMm.value
  const crossed = jointsNamedBy(fault)
    .map(n => c.piece.joints.find(j => j.id === n.id)!)
    .filter(j => pegShapeOf(j.form) !== null)
  return {
    fits: true,
    reason: say`${fitMm(openMm)} open, and left so: a slip of ${fitMm(slotMm)} fills it, nothing is pulled`,
    sizes: [
      sizeMm(
        'shim',
        'slip, at its thin edge',
        slotMm,
        'open as it stands + 0.2 mm of cleaning',
        [inputOf('open', fault.openMm, 'fit-mm')],
        'breaks',
        'fit-mm',
      ),
      sizeMm(
        'thickness',
        'slip, at the face',
        slotMm + TAPER_MM,
        'thin edge + 0.2 mm: pressed in, it closes',
        [input('thin edge', slotMm, 'fit-mm')],
        'breaks',
        'fit-mm',
      ),
      sizeMm(
        'length',
        'slip, long',
        longMm,
        'as long as the split',
        [inputOf('split', fault.lengthMm, 'mm')],
        'breaks',
      ),
      sizeMm(
        'width',
        'slip, deep',
        deepMm + PROUD_MM,
        'as deep as the part there + 1 mm proud',
        [input('part, along its face', deepMm, 'mm')],
        'breaks',
      ),
    ],
    stock: [
      {
        id: 'shim',
        serves: 'each',
        what: 'slip',
        count: 1,
        sizesMm: [slotMm + TAPER_MM, deepMm + PROUD_MM, longMm],
        wood: partIn(c).species,
        note: 'grain along its length, rings as the part’s, a shade lighter',
      },
    ],
    steps: [
      using(
        before(
          'clean',
          12,
          say`Clean both faces of the split with a knife and a fine saw until they are even: no more than ${fitMm(CLEANED_MM)} in all. Nothing is pulled or pressed.`,
        ),
        'knife',
        'fine-saw',
      ),
      using(
        before(
          'plane',
          12,
          say`Plane the slip to ${fitMm(slotMm + TAPER_MM)} at the face and ${fitMm(slotMm)} at the edge that goes in; it goes home by the thumbs and stands a millimetre proud.`,
        ),
        'block-plane',
        'caliper',
      ),
      using(
        wet(
          'glue',
          say`Glue on both faces of the split with a thin blade, none on the slip’s top; the slip in from the end, down with the thumbs, a strip and tape over it.`,
        ),
        'brush',
        'strap',
        'swab',
      ),
      using(cured('level', 8, say`Level it with the grain, the finish beside it untouched.`), 'block-plane'),
      ...(crossed.length > 0
        ? [
            using(
              cured(
                'recut',
                8,
                say`Where it crosses ${joined(
                  crossed.map(j => say`${tagOf(j)}`),
                  ', ',
                )}: pare the slip out of the mortise, flush with its wall.`,
              ),
              'chisel',
            ),
          ]
        : []),
    ],
    scrap: say`Plane the first slip of scrap and try it along the whole split: where it binds, the split is cleaned, not the slip thinned.`,
    cautions: ['blade'],
    leavesGapMm: 0.05,
    removedCm3: (CLEANED_MM * longMm * deepMm) / 1000,
    hold: { low: 0.55, high: 0.8 },
    design: {
      newWood: [],
      bores: [],
      glueLines: [
        { id: `${c.trouble.id}/slip`, words: say`its slip`, areaMm2: 2 * longMm * deepMm, gapMm: 0.05, turn: 1 },
      ],
      pressing: [],
      closingMin: 2,
      strength: 'fair',
    },
  }
}

/** Whether the board was split by being held fast and nobody has freed it yet: freed, it may close by itself. */
function isStillHeld({ piece, trouble }: WoodCase): boolean {
  const held = trouble.standsOn.filter(id => id.startsWith('part:'))
  return held.some(id => !piece.events.some(e => e.kind === 'done' && e.of.some(fact => fact.startsWith(`${id}/`))))
}

/** The slip from its face and from its end. */
function draw(_c: WoodCase, work: Work): View[] {
  const [long, deep, thin, thick] = [
    sizeOf(work, 'length'),
    sizeOf(work, 'width'),
    sizeOf(work, 'shim'),
    sizeOf(work, 'thickness'),
  ]
  return [
    {
      id: 'along',
      title: 'The slip from its side',
      shapes: [band(0, long, deep, 'new', { grain: 'x' })],
      dimensions: [along(0, long, -deep / 2, 10, written(long)), across(0, deep, 8, written(deep))],
    },
    {
      id: 'end',
      title: 'From its end, the face up',
      shapes: [
        polygon('new', [
          [-thin / 2, 0],
          [thin / 2, 0],
          [thick / 2, deep],
          [-thick / 2, deep],
        ]),
      ],
      dimensions: [
        along(-thin / 2, thin / 2, 0, 6, written(thin)),
        along(-thick / 2, thick / 2, deep, -6, written(thick)),
        { from: [-thick / 2, 0], to: [-thick / 2, deep], offMm: 8, words: written(deep) },
      ],
    },
  ]
}
