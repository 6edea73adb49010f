import { chooseGlue, verdictOf, type GlueNeeds, type GlueVerdict } from '../glue'
import type { WoodClosing } from '../glueup'
import { GLUE_IDS, GLUES } from '../reference/glues'
import { candidatesFor } from './candidates'
import { jointOf, type Job } from './job'
import type { JointMend, TroubleMend } from './plan'
import { woodWork } from './wood'

/** The repairer's own glue if one was picked, else the best that breaks no hard limit. */
export function pickGlue({ piece, shop, school, climate }: Job, needs: GlueNeeds): GlueVerdict | null {
  const choice = chooseGlue(needs, school, shop, climate)
  const own = GLUE_IDS.find(id => id === piece.choices.glue)
  return own ? verdictOf(choice, own) : choice.best
}

/** Which glue goes into which line, where it is another than the glue of the piece. */
export type OwnGlues = ReadonlyMap<string, GlueVerdict>

/**
 * A joint that no mend fits with the glue of the piece: the same joint with the thinnest glue that lets one fit, which then
 * goes into this joint and no other. Null where no glue helps, or the repairer picked one for all.
 */
export function withOwnGlue(job: Job, m: JointMend, needs: GlueNeeds, gapMm: number): { readonly mend: JointMend, readonly verdict: GlueVerdict } | null {
  if (job.piece.choices.glue !== null) return null
  const wider = [...new Set(GLUES.map(g => g.gapMm))].filter(g => g > gapMm).sort((a, b) => a - b)
  for (const gap of wider) {
    const mend = candidatesFor(job, jointOf(job.piece, m.joint), gap)
    const work = mend.options.find(o => o.verdict.fits)?.verdict
    if (!work?.fits) continue
    const verdict = pickGlue(job, { ...needs, gapMm: work.leavesGapMm, workingMin: 0 })
    return verdict ? { mend, verdict } : null
  }
  return null
}

/** The glue of each line in the wood that the glue of the piece does not serve: one already open for another line if it will do. */
export function gluesOfWood(job: Job, mends: readonly TroubleMend[], closings: readonly WoodClosing[], main: GlueVerdict | null, needs: GlueNeeds, others: OwnGlues): Map<string, GlueVerdict> {
  const own = new Map<string, GlueVerdict>()
  if (job.piece.choices.glue !== null) return own
  const gaps = new Map(mends.flatMap(m => woodWork(m)?.design?.glueLines ?? []).map(line => [line.id, line.gapMm]))
  for (const { id } of closings) {
    const { verdicts, best } = chooseGlue({ ...needs, gapMm: gaps.get(id) ?? 0, workingMin: 0, oldGlueLeft: [] }, job.school, job.shop, job.climate)
    const willDo = (glue: GlueVerdict | null | undefined) => glue && verdicts.find(v => v.glue.id === glue.glue.id && v.against.length === 0)
    if (willDo(main)) continue
    const other = [...own.values(), ...others.values()].map(willDo).find(v => v)
    const picked = other || best
    if (picked) own.set(id, picked)
  }
  return own
}
