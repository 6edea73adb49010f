import { glueInPlace, jointCase } from '../mend'
import { FORMS } from '../piece/joint-forms'
import type { ClearanceKey } from '../piece/words'
import { chosenWork } from './candidates'
import type { Draft } from './draft'
import { jointOf, type Job } from './job'
import type { Reading } from './plan'

/** Up to this any thin glue does, so that a gap nobody measured decides nothing, millimetres. */
const THIN_GLUE_MM = 0.15

/**
 * What has to be measured before anything is cut or the glue for the whole piece is taken: a clearance that somebody only
 * assumed and that chose a mend which cannot be undone, or the glue that fills.
 */
export function readingsOf(job: Job, draft: Draft): Reading[] {
  return [...gapsThatDecide(job, draft), ...gluesThatDecide(job, draft)]
}

/** Old glue nobody has looked at, where joints would stay shut if it turned out to be protein glue. */
function gluesThatDecide({ piece, school }: Job, { mends, apart, verdict }: Draft): Reading[] {
  const opensMore = apart.decisions.some(d => d.decision === 'in-the-way')
  if (!opensMore) return []
  return mends.filter((m) => {
    const decision = apart.decisions.find(d => d.joint === m.joint)?.decision
    const c = jointCase(piece, jointOf(piece, m.joint), school, verdict?.glue.gapMm ?? 0)
    if (decision !== 'open' || m.picked || c.finding.oldGlue !== 'unknown') return false
    return glueInPlace.consider({ ...c, finding: { ...c.finding, oldGlue: 'protein' } }).fits
  }).map((m): Reading => ({ joint: m.joint, of: 'old-glue', decides: 'opening' }))
}

function gapsThatDecide(job: Job, { mends, verdict: glue }: Draft): Reading[] {
  return mends.flatMap((m): Reading[] => {
    const option = m.options.find(o => o.id === m.chosen)
    const work = chosenWork(m)
    if (!option || !work) return []
    const joint = jointOf(job.piece, m.joint)
    const { clearance } = jointCase(job.piece, joint, job.school, 0)
    const isSnapped = m.chosen === 'new-dowel' && job.piece.findings[joint.id]?.signs['dowel-stub'] === 'seen'
    const decides: ClearanceKey = FORMS[joint.form.kind].fit === 'round' ? 'round' : m.chosen === 'kerf-and-wedge' ? 'edge' : 'cheek'
    const isAssumed = clearance[decides as 'cheek' | 'edge' | 'round'].mouth.basis === 'assumed'
    if (!isAssumed || isSnapped) return []
    const cannotBeUndone = option.undo === 'no'
    const choosesGlue = glue !== null && glue.glue.group === 'epoxy' && work.leavesGapMm > THIN_GLUE_MM
    if (!cannotBeUndone && !choosesGlue) return []
    return [{ joint: joint.id, of: 'clearance', clearance: decides, decides: cannotBeUndone ? 'cut' : 'glue' }]
  })
}
