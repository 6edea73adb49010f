import { input } from '../measure/figure'
import { mm, q, say } from '../measure/phrase'
import type { Part } from '../piece/schema'
import { twinId } from '../piece/sides'
import { nameOf } from '../piece/names'
import { before, using, type Step } from '../work'
import { bendOf, type Bend } from './bend'
import type { sizeMm, Mend, Size, Verdict } from './mend'
import { no } from './mend'
import { partIn, type WoodCase } from './wood-case'

/**
 * A lost part that is bent: sawn to its curve, bent in steam, or built up of thin layers. Its joints close as new
 * ones.
 */

/**
 * Grain sawn straight runs out no steeper than 1 in 7 at the ends, where a curved part bears least
 * (docs/sources.md#bends, low), degrees.
 */
const SAWN_DEG = (Math.atan(1 / 7) * 180) / Math.PI
/**
 * Steamed over a form with a strap along its outside: no tighter than so many thicknesses, and how much of the bend
 * comes back.
 */
const STEAMED_RADII = 10
const SPRINGS_BACK = 0.06
const STEAM_MIN_PER_MM = 60 / 25
const SETS_MIN = 7 * 24 * 60
/** Layers no thicker than this share of the radius. */
const LAYER_SHARE = 1 / 60
const MOST_LAYERS = 24
const GLUED_MIN = 24 * 60
/** Left on at both ends, and on each side, millimetres. */
const OVER_ENDS_MM = 60
const OVER_SIDES_MM = 4
const MOST_OUT_OF_PLANE_MM = 8

const common = {
  opens: false,
  undo: 'yes',
  isFor: (c: WoodCase) => c.trouble.kind === 'part-missing' && bendOf(partIn(c)) !== null,
} as const

/** Curved so little that it can be sawn out of a board. */
export const sawnCopy: Mend<WoodCase> = {
  ...common,
  id: 'sawn-copy',
  decides: 'grain that runs out no steeper than 1 in 7 at its ends',
  tools: ['caliper', 'pencil', 'fine-saw', 'shaping', 'batten', 'scrap'],
  label: 'Sawn to its curve',
  short: 'sawn copy',
  place: { conserve: 1, everyday: 1, strength: 3 },
  consider: c =>
    bent(c, (part, bend) => {
      if (bend.endSlopeDeg > SAWN_DEG) {
        return no(
          say`sawn from a board its grain would run out at ${q(bend.endSlopeDeg, 'deg')} by its ends, over ${q(SAWN_DEG, 'deg')}: it would break there again`,
        )
      }
      const blankMm = bend.riseMm + bend.thickMm
      return done(
        part,
        bend,
        say`its curve rises ${mm(bend.riseMm)}: out of a board ${mm(blankMm)} wide the grain runs out at ${q(bend.endSlopeDeg, 'deg')} at most`,
        [
          size('width', 'blank, wide', blankMm, 'rise + thickness', [
            input('rise', bend.riseMm, 'mm'),
            input('thickness', bend.thickMm, 'mm'),
          ]),
          size(
            'end-slope',
            'grain runs out, at most',
            bend.endSlopeDeg,
            'between the axis at its ends and the line between them',
            [],
            'deg',
          ),
        ],
        [bend.wideMm, blankMm, bend.chordMm],
        [
          using(
            before(
              'saw',
              30,
              say`Mark the curve on the board with the grain along its middle; saw and shape to the template.`,
            ),
            'fine-saw',
            'shaping',
          ),
        ],
      )
    }),
}

/** Bent in steam over a form, tighter than it is to be by what comes back. */
export const steamedCopy: Mend<WoodCase> = {
  ...common,
  id: 'steamed-copy',
  decides: 'radius of 10 thicknesses, form tighter by what springs back',
  tools: ['caliper', 'pencil', 'fine-saw', 'shaping', 'batten', 'scrap', 'strap'],
  label: 'Bent in steam',
  short: 'steam-bent',
  place: { conserve: 2, everyday: 2, strength: 1 },
  consider: c =>
    bent(c, (part, bend) => {
      if (bend.outOfPlaneMm > MOST_OUT_OF_PLANE_MM) {
        return no(say`it bends two ways at once, ${mm(bend.outOfPlaneMm)} out of one plane: no single form does that`)
      }
      const ratio = bend.radiusMm / bend.thickMm
      if (ratio < STEAMED_RADII) {
        return no(
          say`its radius is ${mm(bend.radiusMm)}, ${ratio.toFixed(1)} times its ${mm(bend.thickMm)}; in steam ${String(STEAMED_RADII)} times are wanted: in layers`,
        )
      }
      const formMm = bend.radiusMm * (1 - SPRINGS_BACK)
      const steamMin = Math.ceil(bend.thickMm * STEAM_MIN_PER_MM)
      return done(
        part,
        bend,
        say`its radius of ${mm(bend.radiusMm)} is ${ratio.toFixed(1)} times its ${mm(bend.thickMm)}: ${q(steamMin, 'min')} of steam, over a form of ${mm(formMm)}, which springs back to it`,
        [
          size(
            'length',
            'strip, long',
            bend.arcMm + 2 * OVER_ENDS_MM,
            'along the curve with its tenons + 60 mm at both ends',
            [input('along the curve', bend.arcMm, 'mm')],
          ),
          size('moves-back', 'form, radius', formMm, 'radius × 0.94: about 6 % springs back', [
            input('radius', bend.radiusMm, 'mm'),
          ]),
        ],
        [bend.thickMm, bend.wideMm, bend.arcMm + 2 * OVER_ENDS_MM],
        [
          using(
            before('form', 60, say`Build the form to a radius of ${mm(formMm)}, its ends a hand longer than the part.`),
            'fine-saw',
          ),
          using(
            before(
              'bend',
              20,
              say`Green or air-dried wood, straight grain end to end: ${q(steamMin, 'min')} in steam, then at once round the form with a strap along its outside; two people, gloves.`,
            ),
            'strap',
          ),
          {
            ...before(
              'set',
              2,
              say`It stays on the form until it is dry, a week at least; then on a drying frame of the same curve.`,
            ),
            waitMin: SETS_MIN,
          },
        ],
        ['heat'],
      )
    }),
}

/** Built up of thin layers over a form: the tighter, the thinner. */
export const laminatedCopy: Mend<WoodCase> = {
  ...common,
  id: 'laminated-copy',
  decides: 'layers of a sixtieth of the radius, form tighter by one in the square of their number',
  tools: ['caliper', 'pencil', 'fine-saw', 'block-plane', 'brush', 'strap', 'shaping', 'batten', 'scrap'],
  label: 'Built up of layers',
  short: 'laminated',
  place: { conserve: 3, everyday: 3, strength: 2 },
  consider: c =>
    bent(c, (part, bend) => {
      if (bend.outOfPlaneMm > MOST_OUT_OF_PLANE_MM) {
        return no(say`it bends two ways at once, ${mm(bend.outOfPlaneMm)} out of one plane: no single form does that`)
      }
      const count = Math.max(2, Math.ceil(bend.thickMm / (bend.radiusMm * LAYER_SHARE)))
      if (count > MOST_LAYERS) {
        return no(
          say`a radius of ${mm(bend.radiusMm)} wants ${q(count, 'count')} layers in ${mm(bend.thickMm)}: more than can be closed in one go`,
        )
      }
      const layerMm = bend.thickMm / count
      const formMm = bend.radiusMm * (1 - 1 / count ** 2)
      return done(
        part,
        bend,
        say`${q(count, 'count')} layers of ${mm(layerMm)} lie round a radius of ${mm(bend.radiusMm)}; the form is ${mm(formMm)}, for one part in ${q(count ** 2, 'count')} springs back`,
        [
          size('shim', 'layer, thick', layerMm, 'thickness / layers; a sixtieth of the radius at most', [
            input('thickness', bend.thickMm, 'mm'),
            input('radius', bend.radiusMm, 'mm'),
          ]),
          size(
            'turns',
            'layers',
            count,
            'thickness / (radius / 60), up to the next whole one',
            [input('radius', bend.radiusMm, 'mm')],
            'count',
          ),
          size(
            'length',
            'layers, long',
            bend.arcMm + 2 * OVER_ENDS_MM,
            'along the curve with its tenons + 60 mm at both ends',
            [input('along the curve', bend.arcMm, 'mm')],
          ),
          size('moves-back', 'form, radius', formMm, 'radius × (1 − 1 / layers²)', [
            input('radius', bend.radiusMm, 'mm'),
            input('layers', count, 'count'),
          ]),
        ],
        [layerMm, bend.wideMm + OVER_SIDES_MM, bend.arcMm + 2 * OVER_ENDS_MM],
        [
          using(
            before(
              'form',
              60,
              say`Build the form to a radius of ${mm(formMm)}, waxed; try all layers dry on it with every clamp.`,
            ),
            'fine-saw',
          ),
          using(
            before(
              'layers',
              10 + 4 * count,
              say`Saw ${q(count, 'count')} layers of ${mm(layerMm)} from one board and keep them in order, so that the grain runs through; plane both faces.`,
            ),
            'fine-saw',
            'block-plane',
          ),
          {
            ...using(
              before(
                'glue',
                30,
                say`A glue that stays open for all ${q(2 * (count - 1), 'count')} faces, urea or slow epoxy sooner than PVA; all onto the form, a clamp every hand from the middle out.`,
              ),
              'brush',
              'strap',
            ),
            waitMin: GLUED_MIN,
          },
        ],
        [],
        count,
      )
    }),
}

const size = (
  id: Size['id'],
  label: string,
  value: number,
  rule: string,
  inputs: Parameters<typeof sizeMm>[4],
  unit: 'mm' | 'deg' | 'count' = 'mm',
): Size => ({ id, label, figure: { value, unit, derivation: { rule, inputs, source: 'bends', confidence: 'low' } } })

function bent(c: WoodCase, make: (part: Part, bend: Bend) => Verdict): Verdict {
  const part = partIn(c)
  const drawn = bendOf(part)
  if (!drawn) return no(say`it is straight: it is copied as it is`)
  // Its tenons stand on at its ends.
  const tenonsMm = c.piece.joints
    .filter(j => j.enters === part.id && j.form.kind !== 'butt' && j.form.kind !== 'dowel')
    .reduce((sum, j) => sum + j.depthMm.value, 0)
  const bend: Bend = { ...drawn, arcMm: drawn.arcMm + tenonsMm, chordMm: drawn.chordMm + tenonsMm }
  const verdict = make(part, bend)
  if (!verdict.fits) return verdict
  const twin = c.piece.parts.find(p => p.id === twinId(part.id) && p.id !== part.id && !p.missing)
  const from = twin
    ? using(
        before(
          'template',
          15,
          say`A template in thin board off the ${nameOf(c.piece, twin.id)}, turned over for the other hand; mark on it every joint and which end is which.`,
        ),
        'pencil',
        'caliper',
      )
    : using(
        before(
          'template',
          20,
          say`A template in thin board from the drawing; tried in the frame, fitted dry, before any wood is cut.`,
        ),
        'pencil',
        'batten',
      )
  const last = using(
    before(
      'shape',
      60,
      say`Down to its section by the template; joints marked from the frame fitted dry, then cut to a hand fit.`,
    ),
    'shaping',
    'scrap',
  )
  return { ...verdict, steps: [from, ...verdict.steps, last] }
}

/** @param finishedMm what is bought or sawn for it, millimetres */
function done(
  part: Part,
  _bend: Bend,
  reason: Verdict['reason'],
  sizes: Size[],
  finishedMm: number[],
  steps: Step[],
  cautions: 'heat'[] = [],
  count = 1,
): Verdict {
  return {
    fits: true,
    reason,
    sizes,
    stock: [
      {
        id: 'part',
        serves: 'each',
        what: count > 1 ? 'layer' : 'blank',
        count,
        sizesMm: finishedMm,
        wood: part.species,
        note: 'straight grain end to end, no knot in the bend',
      },
    ],
    steps,
    scrap: say`Bend or saw one in cheap wood first and lay it on the template: by how much it is off, the form or the line is changed.`,
    cautions: [...cautions, 'blade'],
    leavesGapMm: 0,
    removedCm3: 0,
    hold: { low: 0.75, high: 0.93 },
    design: { newWood: [part], bores: [], glueLines: [], pressing: [], closingMin: 0, strength: 'nearly-whole' },
  }
}
