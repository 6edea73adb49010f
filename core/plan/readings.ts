import { glueInPlace, jointCase } from '../mend'
import { FORMS } from '../piece/joint-forms'
import type { ClearanceKey } from '../piece/words'
import { takeApart, type TakeApart } from '../takeapart'
import { chosenWork, isLeft } from './chosen'
import { workOf } from './candidates'
import { doneOn } from './done'
import type { Draft } from './draft'
import { jointOf, type Job } from './job'
import type { Reading } from './plan'

/** Up to this any thin glue does, so that a gap nobody measured decides nothing, millimetres. */
const THIN_GLUE_MM = 0.15

/**
 * What has to be measured before anything is cut or the glue for the whole piece is taken: a clearance that somebody
 * only assumed and that chose a mend which cannot be undone, or the glue that fills.
 */
export function readingsOf(job: Job, draft: Draft): Reading[] {
  return [...gapsThatDecide(job, draft), ...gluesThatDecide(job, draft)]
}

/** Old glue nobody has looked at, where joints would stay shut if it turned out to be protein glue. */
function gluesThatDecide(job: Job, { mends, apart, verdict }: Draft): Reading[] {
  const opened = countOpened(apart)
  if (opened === 0) return []
  const already = doneOn(job.piece)
  const inPlace = new Map(
    mends.flatMap((m) => {
      const c = jointCase(job.piece, jointOf(job.piece, m.joint), job.school, verdict?.glue.gapMm ?? 0)
      const isOpened = apart.decisions.find(d => d.joint === m.joint)?.decision === 'open'
      if (!isOpened || already.allOpened || already.opened.has(m.joint) || m.picked || c.finding.oldGlue !== 'unknown') {
        return []
      }
      const work = glueInPlace.consider({ ...c, finding: { ...c.finding, oldGlue: 'protein' } })
      return work.fits ? [[m.joint, work] as const] : []
    }),
  )
  // Only where the answer would leave joints shut is it asked for: what opens for another’s sake opens anyway.
  return [...inPlace]
    .filter(([joint, work]) => {
      const otherwise = takeApart(
        job.piece,
        mends
          .filter(m => !isLeft(m))
          .map(m => ({ joint: m.joint, opens: workOf(m, true), inPlace: m.joint === joint ? work : workOf(m, false) })),
        job.standing,
        new Set(),
        job.sawn,
      )
      return countOpened(otherwise) < opened - 1
    })
    .map(([joint]): Reading => ({ joint, of: 'old-glue', decides: 'opening' }))
}

const countOpened = (apart: TakeApart): number => new Set(apart.moves.flatMap(m => m.opens)).size

function gapsThatDecide(job: Job, { mends, glueOf }: Draft): Reading[] {
  return mends.flatMap((m): Reading[] => {
    const glue = glueOf(`joint:${m.joint}`)
    const option = m.options.find(o => o.id === m.chosen)
    const work = chosenWork(m)
    if (!option || !work) return []
    const joint = jointOf(job.piece, m.joint)
    const { clearance } = jointCase(job.piece, joint, job.school, 0)
    const isSnapped = m.chosen === 'new-dowel' && job.piece.findings[joint.id]?.signs['dowel-stub'] === 'seen'
    const decides: ClearanceKey
      = FORMS[joint.form.kind].fit === 'round' ? 'round' : m.chosen === 'kerf-and-wedge' ? 'edge' : 'cheek'
    const isAssumed = clearance[decides as 'cheek' | 'edge' | 'round'].mouth.basis === 'assumed'
    if (!isAssumed || isSnapped) return []
    const cannotBeUndone = option.undo === 'no'
    const choosesGlue = glue !== null && glue.glue.group === 'epoxy' && work.leavesGapMm > THIN_GLUE_MM
    if (!cannotBeUndone && !choosesGlue) return []
    return [{ joint: joint.id, of: 'clearance', clearance: decides, decides: cannotBeUndone ? 'cut' : 'glue' }]
  })
}
