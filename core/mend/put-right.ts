import { inputOf } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { FORMS } from '../piece/joint-forms'
import { before, using, type Step } from '../work'
import { no, sizeMm, type JointCase, type Mend, type Stock, type Verdict } from './mend'
import { notYet } from './wood-case'

/**
 * A joint that holds, but in the wrong place: opened, one cheek of the tenon pared by the step and the other filled
 * by it, and glued again in line. Only where the repairer wants it: what is firm is not opened for its looks alone.
 */
export const putRight: Mend<JointCase> = {
  id: 'put-right',
  decides: 'the step against a quarter of the tenon',
  tools: ['scraper', 'chisel', 'block-plane', 'caliper', 'batten'],
  label: 'Open it and set it in line',
  short: 'set in line',
  opens: true,
  undo: 'partly',
  place: { conserve: 9, everyday: 5, strength: 5 },
  setsInLine: true,
  consider,
}

/** Pared off one cheek at most, as a share of the tenon (docs/sources.md#mends, low). */
const MOST_OF_TENON = 1 / 4
const FOR_GLUE_MM = 0.05

function consider(c: JointCase): Verdict {
  const { form } = c.joint
  const { fit } = FORMS[form.kind]
  if (fit === 'round') {
    return no(
      say`a round ${form.kind === 'dowel' ? 'dowel' : 'tenon'} cannot be moved over in its hole: the hole is plugged and bored again in its place`,
    )
  }
  if (!c.steppedMm) return notYet(say`nobody has measured how far it stands off: record the repair at it with its step`)
  const stepMm = c.steppedMm.value
  if (fit === 'face') {
    return verdict(
      c,
      [],
      [],
      [
        using(
          before(
            'line',
            8,
            say`Faces clean and flat; fit dry against a straight batten, and mark both parts across the line.`,
          ),
          'scraper',
          'batten',
        ),
      ],
      0,
    )
  }
  const thickMm = 'thicknessMm' in form ? form.thicknessMm.value : 0
  if (stepMm > MOST_OF_TENON * thickMm + 1e-9) {
    return no(say`${mm(stepMm)} is more than a quarter of the ${mm(thickMm)} tenon: a loose tenon cut in line instead`)
  }
  const [wideMm, longMm] = ['widthMm' in form ? form.widthMm.value - 2 : 0, c.joint.depthMm.value - 2]
  const shimMm = stepMm - FOR_GLUE_MM
  return verdict(
    c,
    [
      sizeMm('offset', 'moved over', stepMm, 'as far as it stands off its line', [inputOf('step', c.steppedMm, 'mm')]),
      sizeMm('shim', 'shim on the other cheek', shimMm, 'step − 0.05 mm for glue', [
        inputOf('step', c.steppedMm, 'mm'),
      ]),
      sizeMm('shim-width', 'shim, width', wideMm, 'tenon − 2 mm', []),
      sizeMm('shim-length', 'shim, length', longMm, 'tenon’s length − 2 mm', [
        inputOf('tenon, length', c.joint.depthMm, 'mm'),
      ]),
    ],
    [
      {
        id: 'shim',
        serves: 'each',
        what: 'shim',
        count: 1,
        sizesMm: [shimMm, wideMm, longMm],
        wood: c.entering.species,
        note: 'long grain with the tenon, glued on first',
      },
    ],
    [
      using(
        before('mark', 4, say`Before it opens: lay a batten across the step, and mark which cheek goes which way.`),
        'batten',
      ),
      using(before('scrape', 10, say`Old glue off tenon and mortise; wood on.`), 'scraper', 'chisel'),
      using(
        before(
          'pare',
          12,
          say`Pare ${mm(stepMm)} off the cheek it moves towards, square to the shoulder; glue the shim to the other, and let it set.`,
        ),
        'chisel',
        'caliper',
      ),
      using(
        before('line', 6, say`Fit dry: the batten lies flat across the line, the shoulder closes.`),
        'block-plane',
        'batten',
      ),
    ],
    (stepMm * wideMm * longMm) / 1000,
  )
}

const verdict = (
  c: JointCase,
  sizes: Extract<Verdict, { fits: true }>['sizes'],
  stock: readonly Stock[],
  steps: readonly Step[],
  removedCm3: number,
): Verdict => ({
  fits: true,
  reason: say`it stands ${mm(c.steppedMm!.value)} off its line and holds: opened only because it is to be set right`,
  sizes,
  stock,
  steps,
  cautions: ['blade'],
  leavesGapMm: FOR_GLUE_MM,
  removedCm3,
  hold: { low: 0.65, high: 0.9 },
})
