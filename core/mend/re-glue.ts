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
import { mitreOf, sizing } from './mitre-case'
import { before, using, type Step } from '../work'

/** Old glue off, nothing else changed: where the fit is still good enough for the glue. */
export const reGlue: Mend<JointCase> = {
  id: 're-glue',
  decides: 'clearance against the largest gap of the glue',
  tools: ['scraper', 'swab', 'brush', 'strap'],
  label: 'Clean and re-glue',
  short: 're-glue',
  opens: true,
  undo: 'yes',
  place: { conserve: 1, everyday: 1, strength: 2 },
  consider,
}

const FACES = { cheeks: 'cheeks leave', round: 'hole leaves', face: 'faces leave' } as const

function consider(c: JointCase): Verdict {
  if (!FORMS[c.joint.form.kind].glued) return no(say`a ${FORMS[c.joint.form.kind].label} is not held by glue`)
  if (dowelSnapped(c)) {
    return no(
      c.sawn
        ? say`its dowels are sawn through to open it: new ones go in`
        : say`a dowel has snapped: glue cannot join it`,
    )
  }
  const gap = widest(glueFaces(c))
  if (gap > c.glueGapMm + READ_WITHIN_MM + 1e-9) {
    return no(say`the glue bridges ${fitMm(c.glueGapMm)}, the ${FACES[FORMS[c.joint.form.kind].fit]} ${fitMm(gap)}`)
  }
  if (gap > EASY_FIT_MM) {
    return no(say`${fitMm(gap)} is past an easy fit (${fitMm(EASY_FIT_MM)}): glue that thick fills and does not hold`)
  }
  if (rocksAtEdges(c)) return no(say`${fitMm(widest(c.clearance.edge))} at the edges lets it rock: wedge it`)
  return {
    fits: true,
    reason:
      gap > c.glueGapMm
        ? say`parts whole, and ${fitMm(gap)} is, as closely as it reads, the ${fitMm(c.glueGapMm)} the glue bridges`
        : say`parts whole, and ${fitMm(gap)} is within the ${fitMm(c.glueGapMm)} the glue bridges`,
    sizes: [],
    stock: [],
    cautions: ['blade'],
    leavesGapMm: gap,
    removedCm3: 0,
    hold: { low: 0.7, high: 0.95 },
    steps: [
      ...cleaning(c),
      before(
        'fit',
        5,
        say`Fit dry: it goes together by hand and the ${mitreOf(c) ? 'slant' : 'shoulder'} closes all round.`,
      ),
      ...(mitreOf(c) ? sizing(c) : []),
    ],
  }
}

/** Old glue off the old wood; new wood has none, and is scraped only to be fitted. */
function cleaning({ fresh, receivingName }: JointCase): Step[] {
  if (fresh === 'both') return []
  const words = {
    none: say`Scrape the old glue off both faces with a keen edge held flat: glue off, wood on. Do not sand.`,
    entering: say`Scrape the old glue out of the ${receivingName}, wood left on; the new wood is left as it was made.`,
    receiving: say`Scrape the old glue off what enters, wood left on; the new wood is left as it was made.`,
  }
  return [
    using(before('scrape', fresh === 'none' ? 13 : 8, words[fresh]), 'scraper'),
    using(
      before('drop', 2, say`A drop of water soaks into bare wood within seconds; where it stands, there is glue left.`),
      'swab',
    ),
  ]
}
