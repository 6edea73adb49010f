import { CLOSES_MM, LOST_MUCH_PCT } from '../condition/breaks'
import { fitMm, q, say } from '../measure/phrase'
import { figureOf, input, inputOf } from '../measure/figure'
import { before, using, wet } from '../work'
import { faceWork, flatToFibres } from './glue-break'
import { no, sizeMm, type Mend, type Verdict } from './mend'
import { breakOf, notYet, partIn, type WoodCase } from './wood-case'

/**
 * A break along the fibres that tore: each splinter glued back into its bed first, the two halves pressed when those
 * have set.
 */
export const splintersFirst: Mend<WoodCase> = {
  id: 'splinters-first',
  decides: 'torn faces, up to 15 degrees to the fibres, 15 % of the face lost at most',
  tools: [
    'needle',
    'thin-blade',
    'swab',
    'pencil',
    'brush',
    'strap',
    'batten',
    'syringe',
    'nippers',
    'driver',
    'pliers',
    'drill',
    'bit',
    'chisel',
    'hollow-cutter',
    'punch',
    'spanner',
    'staple-lifter',
    'mallet',
    'levers',
    'tack-lifter',
  ],
  label: 'Splinters first, then pressed',
  short: 'splinters, then glued',
  opens: false,
  undo: 'partly',
  place: { conserve: 0.8, everyday: 0.9, strength: 1.8 },
  isFor: c => breakOf(c).surface === 'ragged',
  consider,
}

/** Steeper to the fibres the splinters are short and carry nothing (docs/sources.md#breaks, low). */
const STEEPEST_DEG = 15
/** Share of the face that hangs in splinters, usual (docs/sources.md#breaks, low). */
const SPLINTERED = 0.3

function consider(c: WoodCase): Verdict {
  const fault = breakOf(c)
  const worstDeg = flatToFibres(c, STEEPEST_DEG, say`its splinters are short, and something has to pass through it`)
  if (typeof worstDeg !== 'number') return worstDeg
  if (!fault.fibreDeg && !partIn(c).grainOneIn) return notYet(say`the slope of the grain there decides: 1 in how much`)
  const lost = fault.lostPct
  if (lost === null) return notYet(say`say how much of its face is lost: splinters that are gone cannot be laid back`)
  if (lost.value > LOST_MUCH_PCT) {
    return no(say`${q(lost.value, '%')} of its face lost: too many of its splinters are gone`)
  }
  const face = faceWork(c, 'good')
  const faceMm2 = face.design.glueLines[0]!.areaMm2
  const gapMm = Math.min(fault.gapMm!.value, CLOSES_MM)
  const [line] = face.design.glueLines
  return {
    ...face,
    fits: true,
    reason: say`torn along the fibres, ${q(worstDeg, 'deg')} at worst, ${q(lost.value, '%')} lost: with its splinters down it closes to ${fitMm(gapMm)}`,
    sizes: [
      ...face.sizes,
      {
        id: 'core',
        label: 'splinters, about',
        figure: figureOf(
          SPLINTERED * faceMm2,
          'mm2',
          'three tenths of its face, usually',
          [input('face', faceMm2, 'mm2')],
          'breaks',
          'low',
        ),
      },
      sizeMm(
        'play',
        'stays open as it is',
        fault.gapMm!.value,
        'as it was pressed dry; splinters that stand up hold it off',
        [inputOf('open', fault.gapMm!, 'fit-mm')],
        'breaks',
        'fit-mm',
      ),
    ],
    steps: [
      ...face.steps.filter(s => s.when === 'before' && s.id !== 'clean' && s.id !== 'mark'),
      using(
        before(
          'order',
          12,
          say`Lay every splinter back dry, longest and deepest first, and number them in that order; fibres that folded are wetted and laid straight. Nothing is cut off, nothing sanded.`,
        ),
        'needle',
        'thin-blade',
        'pencil',
      ),
      using(
        wet(
          'bed',
          say`Thin glue under each splinter by needle, in its order; down with tape or a strip over film, so that it lies flush with the face; no glue on the face itself.`,
        ),
        'syringe',
        'strap',
        'swab',
      ),
      using(
        before(
          'try',
          8,
          say`Tape off, beads off the face with a thin blade. Close it dry: it goes to ${fitMm(CLOSES_MM)} all round, or a splinter stands. Mark across it in two places.`,
          2,
        ),
        'thin-blade',
        'pencil',
      ),
      ...face.steps.filter(s => s.when === 'wet').map(s => ({ ...s, turn: 2 })),
    ],
    scrap: say`Close it dry with all splinters laid back before any glue is out: what does not go home then will not go home wet.`,
    leavesGapMm: gapMm,
    hold: { low: 0.6, high: 0.88 },
    design: {
      ...face.design,
      glueLines: [
        {
          id: `${c.trouble.id}/splinters`,
          words: say`its splinters`,
          areaMm2: SPLINTERED * faceMm2,
          gapMm: 0.05,
          turn: 1,
          soon: true,
        },
        { ...line!, gapMm, turn: 2 },
      ],
      pressing: face.design.pressing.map(p => ({ ...p, turn: 2 })),
    },
  }
}
