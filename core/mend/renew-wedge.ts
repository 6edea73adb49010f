import { inputOf } from '../measure/figure'
import { fitMm, mm, say } from '../measure/phrase'
import {
  dowelSnapped,
  EASY_FIT_MM,
  glueFaces,
  no,
  sizeMm,
  widest,
  type JointCase,
  type Mend,
  type Verdict,
} from './mend'
import { cured, before, using, wet } from '../work'

/**
 * A tenon that goes through and was wedged: the old wedge out of its kerf, and a new one that takes up what has
 * shrunk.
 */
export const renewWedge: Mend<JointCase> = {
  id: 'renew-wedge',
  decides: 'the old wedge’s thickness, and what the tenon wants to be spread by',
  tools: ['scraper', 'chisel', 'fine-saw', 'caliper', 'brush', 'mallet', 'swab'],
  label: 'A new wedge in its old kerf',
  short: 'new wedge',
  opens: true,
  undo: 'partly',
  place: { conserve: 0.6, everyday: 0.8, strength: 1 },
  fittedWet: true,
  isFor: c => 'wedged' in c.joint.form && c.joint.form.wedged === true,
  consider,
}

/** More than this in one kerf and the tenon tears at its root, millimetres (docs/sources.md#wedges, low). */
const MOST_SPREAD_MM = 1.5

function consider(c: JointCase): Verdict {
  const { form } = c.joint
  const isThrough = 'through' in form && form.through === true
  if (!isThrough) {
    return no(say`its wedge is blind and cannot be driven again: what is in it stays, or the tenon is made anew`)
  }
  if (dowelSnapped(c)) return no(say`the tenon has snapped: a wedge has nothing to spread`)
  const isRound = form.kind === 'round-tenon'
  if (!isRound && widest(glueFaces(c)) > Math.min(c.glueGapMm, EASY_FIT_MM) + 1e-9) {
    return no(say`the cheeks are loose as well, ${fitMm(widest(glueFaces(c)))}: a wedge does not close them`)
  }
  const spread = isRound ? c.clearance.round : c.clearance.edge
  if (widest(spread) > MOST_SPREAD_MM) {
    return no(say`${fitMm(widest(spread))} is more than its kerf can be spread: a new tenon`)
  }
  const [old] = c.wedgesMm
  if (!old) {
    return {
      fits: false,
      wants: true,
      reason: say`nobody has measured the old wedge at its outer end: it says how wide its kerf is`,
    }
  }
  const thickMm = old.value + widest(spread)
  return {
    fits: true,
    reason: say`it was wedged by its maker: the old ${mm(old.value)} and ${fitMm(widest(spread))} of play want ${mm(thickMm)} at the end face`,
    sizes: [
      sizeMm(
        'wedge-thickness',
        'wedge at its thick end',
        thickMm,
        'old wedge + clearance along the grain',
        [inputOf('old wedge', old, 'mm'), inputOf('clearance', spread.mouth, 'fit-mm')],
        'wedges',
      ),
    ],
    stock: [
      {
        id: 'wedge',
        serves: 'each',
        what: 'wedge',
        count: 1,
        sizesMm: [thickMm, c.joint.depthMm.value],
        wood: 'as the old one, or oak; split not sawn',
        note: 'as wide as the tenon; its grain along it; longer, and sawn off',
      },
    ],
    steps: [
      using(
        before(
          'scrape',
          10,
          say`Old wedge out of its kerf in splinters, along its grain; scrape tenon and socket to bare wood.`,
        ),
        'chisel',
        'scraper',
      ),
      using(
        before(
          'wedge',
          8,
          say`Split the wedge and pare it to ${mm(thickMm)} at the end face; tried in the kerf by hand it stands well proud.`,
        ),
        'chisel',
        'caliper',
      ),
      using(
        wet(
          'drive',
          say`Glue on the tenon, close the joint, and drive the wedge from outside until its sound changes; none on the wedge where it is to come out again.`,
        ),
        'brush',
        'mallet',
        'swab',
      ),
      using(cured('trim', 4, say`Saw the wedge flush.`), 'fine-saw'),
    ],
    cautions: ['blade'],
    leavesGapMm: isRound ? 0.05 : widest(glueFaces(c)),
    removedCm3: 0,
    hold: { low: 0.7, high: 0.92 },
  }
}
