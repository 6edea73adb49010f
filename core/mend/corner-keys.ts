import { input, inputOf } from '../measure/figure'
import { mm, q, say } from '../measure/phrase'
import { sectionAt } from '../piece/geometry'
import { polygon, slanted, type View } from '../sheet'
import { cured, using } from '../work'
import { written } from './joint-views'
import { no, sizeMm, sizeOf, type JointCase, type Mend, type Verdict, type Work } from './mend'
import { faceIsKept, mitreOf } from './mitre-case'
import { reGlue } from './re-glue'

/** A mitre glued again and keyed: thin slips of wood across the corner, let in from its outside once it has cured. */
export const cornerKeys: Mend<JointCase> = {
  id: 'corner-keys',
  decides: 'slot to 0.6 of the slant, 3 mm from the sight edge, thickness a sixth of the frame',
  tools: ['scraper', 'swab', 'brush', 'fine-saw', 'block-plane', 'caliper', 'square', 'chisel', 'strap'],
  label: 'Re-glue, and keys across the corner',
  short: 're-glue + keys',
  opens: true,
  undo: 'partly',
  place: { conserve: 8, everyday: 0.9, strength: 0.5 },
  isFor: c => mitreOf(c) !== null,
  consider,
  draw,
}

/** A key against the frame’s thickness, and the slot against the slant (docs/sources.md#mitres, low). */
const KEY_SHARE = 1 / 6
const LEAST_KEY_MM = 1.5
const SLOT_SHARE = 0.6
const TO_SIGHT_MM = 3
/** Two keys from here on, millimetres. */
const TWO_FROM_MM = 18

function consider(c: JointCase): Verdict {
  const form = mitreOf(c)
  if (!form) return no(say`only a mitre is keyed`)
  if (mitreOf(c)?.lock === 'spline') return no(say`its spline holds it: glued again with that, or a new one`)
  const glued = reGlue.consider(c)
  if (!glued.fits) return glued
  if (faceIsKept(c)) {
    return no(
      say`keys show at the outer edges, and the ${c.finish === 'gilded' ? 'gilding' : 'paint'} goes round them: a key from the back instead`,
    )
  }
  const { widthMm, depthMm } = sectionAt(c.entering, 0)
  const thickMm = Math.min(widthMm, depthMm)
  const slantMm = form.widthMm.value
  const slotMm = Math.min(SLOT_SHARE * slantMm, slantMm - TO_SIGHT_MM)
  const keyMm = Math.max(LEAST_KEY_MM, Math.round(thickMm * KEY_SHARE * 2) / 2)
  const count = thickMm >= TWO_FROM_MM ? 2 : 1
  // From edge to edge of the slot: the key lies square to the slant, in a corner of ninety degrees as long as twice
  // its depth.
  const longMm = 2 * slotMm
  return {
    ...glued,
    reason: say`${glued.reason}; end grain holds little, so ${q(count, 'count')} ${count === 1 ? 'key' : 'keys'} of ${mm(keyMm)} go ${mm(slotMm)} into the ${mm(slantMm)} of slant`,
    sizes: [
      ...glued.sizes,
      sizeMm(
        'thickness',
        'key and slot, thickness',
        keyMm,
        'a sixth of the frame’s thickness, 1.5 mm at least; the saw’s own kerf if it is near',
        [input('frame', thickMm, 'mm')],
      ),
      sizeMm(
        'stop-entering',
        'slot, deep from the outer corner',
        slotMm,
        '0.6 of the slant, 3 mm from the sight edge at least',
        [inputOf('slant', form.widthMm, 'mm')],
      ),
      sizeMm('length', 'key, long side', longMm, '2 × slot: the slot opens at ninety degrees', [
        input('slot', slotMm, 'mm'),
      ]),
    ],
    stock: [
      ...glued.stock,
      {
        id: 'shim',
        serves: 'each',
        what: 'key',
        count,
        sizesMm: [keyMm, slotMm, longMm],
        wood: c.entering.species,
        note: 'grain across the corner, along its long side',
      },
    ],
    steps: [
      ...glued.steps,
      using(
        cured(
          'slots',
          6 + 4 * count,
          say`When it has cured: the corner upright in a cradle of ninety degrees, ${count === 1 ? 'one slot in the middle' : 'two slots at thirds'} of its thickness, ${mm(keyMm)} wide, ${mm(slotMm)} deep from the corner.`,
        ),
        'fine-saw',
        'square',
      ),
      using(
        cured(
          'keys',
          6 * count,
          say`Keys to a push fit, glue in the slots, pushed home; trimmed with the grain, from the corner inwards, when they have set.`,
        ),
        'block-plane',
        'brush',
        'chisel',
      ),
    ],
    settings: [
      {
        what: say`Slot, the corner pointing up`,
        stopMm: slotMm,
        angleDeg: 45,
        fenceMm: thickMm / (count + 1) - keyMm / 2,
      },
    ],
    scrap: say`Cut one slot in scrap and try a key: it goes in with the fingers, and does not fall out when turned over.`,
    cautions: [...new Set([...glued.cautions, 'blade' as const])],
    removedCm3: (count * keyMm * slotMm ** 2) / 1000,
    hold: { low: 0.7, high: 0.93 },
  }
}

/** The corner from the front: the slant, and the key square to it. */
function draw(c: JointCase, work: Work): View[] {
  const form = mitreOf(c)
  if (!form) return []
  const side = form.widthMm.value / Math.SQRT2
  const out = side + 60
  const slot = sizeOf(work, 'stop-entering') * Math.SQRT2
  return [
    {
      id: 'face',
      title: 'From the front, the corner up and left',
      shapes: [
        polygon(
          'wood',
          [
            [0, 0],
            [out, 0],
            [out, -side],
            [side, -side],
            [side, -out],
            [0, -out],
          ],
          true,
        ),
        { kind: 'line', from: [0, 0], to: [side, -side], pencil: 'middle' },
        polygon('new', [
          [0, 0],
          [slot, 0],
          [0, -slot],
        ]),
      ],
      dimensions: [
        slanted([slot, 0], [0, -slot], -6, written(sizeOf(work, 'length'))),
        slanted([0, 0], [slot / 2, -slot / 2], 4, written(sizeOf(work, 'stop-entering'))),
        { from: [0, -side], to: [0, 0], offMm: 10, words: written(side) },
      ],
    },
  ]
}
