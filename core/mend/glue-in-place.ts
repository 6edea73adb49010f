import { fitMm, say } from '../measure/phrase'
import { FORMS } from '../piece/joint-forms'
import { READ_WITHIN_MM } from '../wood/fit'
import {
  dowelSnapped,
  EASY_FIT_MM,
  glueFaces,
  no,
  rocksAtEdges,
  widest,
  type JointCase,
  type Mend,
  type Verdict,
} from './mend'
import { before, cured, using, wet } from '../work'

/**
 * Glue worked in from the mouth without taking the joint apart: weaker and less sure, for joints that cannot open
 * without harm.
 */
export const glueInPlace: Mend<JointCase> = {
  id: 'glue-in-place',
  decides: 'state, old glue inside, clearance against the largest gap of the glue',
  tools: ['reversed-clamp', 'needle', 'syringe', 'swab'],
  label: 'Glue in place',
  short: 'in place',
  opens: false,
  undo: 'partly',
  place: { conserve: 3, everyday: 5, strength: 5 },
  consider,
}

function consider(c: JointCase): Verdict {
  const { state } = c.finding
  if (!FORMS[c.joint.form.kind].glued) return no(say`a ${FORMS[c.joint.form.kind].label} is not held by glue`)
  if (dowelSnapped(c)) return no(say`a dowel has snapped: glue from outside never reaches it`)
  if (c.metal) return no(say`metal holds it: it must come out before any glue goes in`)
  if (state !== 'ticks' && state !== 'gives') {
    return no(
      state === 'solid'
        ? say`it is solid`
        : state === 'apart'
          ? say`it has come out: clean it and glue it home`
          : say`it swings: the fit is lost as well, glue alone will not hold it`,
    )
  }
  const gap = widest(glueFaces(c))
  if (gap > c.glueGapMm + READ_WITHIN_MM + 1e-9) {
    return no(say`the glue bridges ${fitMm(c.glueGapMm)}, the joint leaves ${fitMm(gap)}`)
  }
  if (gap > EASY_FIT_MM) {
    return no(say`${fitMm(gap)} is past an easy fit (${fitMm(EASY_FIT_MM)}): glue that thick fills and does not hold`)
  }
  if (rocksAtEdges(c)) {
    return no(say`${fitMm(widest(c.clearance.edge))} at the edges lets it rock, whatever glue goes in`)
  }
  if (c.finding.oldGlue === 'unknown') {
    return no(
      say`nobody knows the old glue inside: a warm damp swab on a crumb first, for new glue holds only over protein`,
    )
  }
  if (c.finding.oldGlue !== 'protein' && c.finding.oldGlue !== 'none') {
    return no(say`new glue does not bond over ${c.finding.oldGlue === 'pva' ? 'PVA' : c.finding.oldGlue} left inside`)
  }
  if (c.glueBondsOver && c.finding.oldGlue !== 'none' && !c.glueBondsOver.includes(c.finding.oldGlue)) {
    return no(say`the glue in the pot does not bond over the ${c.finding.oldGlue} glue left inside`)
  }
  return {
    fits: true,
    reason: say`it ${state} and still fits; clearly less sure than opening it`,
    sizes: [],
    stock: [
      {
        id: 'syringe',
        serves: 'all',
        what: 'syringe and needle',
        count: 1,
        sizesMm: [],
        wood: '',
        note: 'needle 1 mm',
      },
    ],
    cautions: [],
    leavesGapMm: gap,
    removedCm3: 0,
    hold: state === 'ticks' ? { low: 0.5, high: 0.85 } : { low: 0.35, high: 0.7 },
    steps: [
      using(
        before(
          'spread',
          6,
          say`Spread the shoulder a few millimetres with a reversed clamp; pick out what crumbs come.`,
        ),
        'reversed-clamp',
        'needle',
      ),
      using(
        wet('syringe', say`Syringe glue in from the highest point, work the joint until it shows all round.`),
        'syringe',
        'swab',
      ),
      cured('try', 6, say`Test it again once cured. If it ticks, it must open.`),
    ],
  }
}
