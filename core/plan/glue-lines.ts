import { chooseGlue, verdictOf, type GlueNeeds, type GlueVerdict } from '../glue'
import type { WoodClosing } from '../glueup'
import type { Glue } from '../reference/glues'
import { GLUE_IDS } from '../reference/glues'
import { OPEN_TIME_SHARE } from '../reference/rates'
import { chosenWork } from './chosen'
import { candidatesFor } from './candidates'
import type { Joint } from '../piece/schema'
import { cureClimate, type Job } from './job'
import type { JointMend, TroubleMend } from './plan'

/** The repairer's own glue if one was picked, else the best that breaks no hard limit. */
export function pickGlue({ piece, shop, school, climate }: Job, needs: GlueNeeds): GlueVerdict | null {
  const choice = chooseGlue(needs, school, shop, climate)
  const own = GLUE_IDS.find(id => id === piece.choices.glue)
  if (own) return verdictOf(choice, own)
  // A stage a little too long is no reason to fill a whole chair with epoxy: it is said, and another pair of hands
  // offered.
  const film
    = choice.best?.glue.group === 'epoxy' ? chooseGlue({ ...needs, workingMin: 0 }, school, shop, climate).best : null
  return film && film.glue.group !== 'epoxy' ? verdictOf(choice, film.glue.id) : choice.best
}

/** Which glue goes into which line, where it is another than the glue of the piece. */
export type OwnGlues = ReadonlyMap<string, GlueVerdict>

/**
 * A joint’s mends with more than the glue of the piece in view: which of them that leave it shut, and all others,
 * take another.
 */
export interface GluedMend {
  readonly mend: JointMend
  readonly inPlace: GlueVerdict | null
  readonly opened: GlueVerdict | null
}

/**
 * The mends of a joint with the glue of the piece, and where that will not do with a glue of its own: in place with
 * one that holds over what stays inside, rather than opening sound joints for it; opened with the thinnest that lets
 * a mend fit and stays open as long as its stage takes, as far as that is known. Where only the cold keeps it from
 * being done in place it is left undecided: a warmer room is offered sooner than a mallet.
 * @param recut parts whose wood at this joint goes and is made again by another mend
 */
export function mendWithGlue(
  job: Job,
  joint: Joint,
  needs: GlueNeeds,
  main: Glue | null,
  recut: ReadonlySet<string>,
): GluedMend {
  const own = candidatesFor(job, joint, main, recut)
  const fits = (m: JointMend, opens: boolean) => m.options.some(o => o.opens === opens && o.verdict.fits)
  if (job.piece.choices.glue !== null || fits(own, false)) return { mend: own, inPlace: null, opened: null }
  const cureIn = cureClimate(job, [joint.id])
  const { verdicts } = chooseGlue(
    { ...needs, gapMm: 0, workingMin: 0, oldGlueLeft: [], cureIn },
    job.school,
    job.shop,
    job.climate,
  )
  const tried = [...verdicts]
    .sort((a, b) => a.glue.gapMm - b.glue.gapMm || b.score - a.score)
    .map(verdict => ({ verdict, mend: candidatesFor(job, joint, verdict.glue, recut) }))
  const may = tried.filter(t => t.verdict.against.length === 0)
  const shut = may.find(t => fits(t.mend, false))
  if (shut) return { mend: withInPlace(own, shut.mend), inPlace: shut.verdict, opened: null }
  if (fits(own, true) || tried.some(t => fits(t.mend, false))) return { mend: own, inPlace: null, opened: null }
  const filling = may.filter(t => fits(t.mend, true) && t.verdict.glue.gapMm > (main?.gapMm ?? 0))
  const opened = filling.find(t => t.verdict.open.value * OPEN_TIME_SHARE >= needs.workingMin) ?? filling[0]
  return opened
    ? { mend: opened.mend, inPlace: null, opened: opened.verdict }
    : { mend: own, inPlace: null, opened: null }
}

/** The mends of one view, with those that leave the joint shut of another. */
function withInPlace(mend: JointMend, other: JointMend): JointMend {
  const shut = other.options.filter(o => !o.opens)
  const options = [...mend.options.filter(o => o.opens), ...shut].sort(
    (a, b) => Number(b.verdict.fits) - Number(a.verdict.fits),
  )
  const chosen = mend.chosen ?? other.chosen
  return { ...mend, options, chosen, picked: mend.picked || other.picked }
}

/** Of the glues on the shelf that may be used the one that is out of clamps first. */
const soonest = (verdicts: readonly GlueVerdict[]): GlueVerdict | undefined =>
  verdicts
    .filter(v => v.against.length === 0 && v.onShelf && v.clamp)
    .sort((a, b) => a.clamp!.value - b.clamp!.value)[0] ?? verdicts.find(v => v.against.length === 0)

/**
 * The glue of each line in the wood that the glue of the piece does not serve: one already open for another line if
 * it will do.
 */
export function gluesOfWood(
  job: Job,
  mends: readonly TroubleMend[],
  closings: readonly WoodClosing[],
  main: GlueVerdict | null,
  needs: GlueNeeds,
  others: OwnGlues,
): Map<string, GlueVerdict> {
  const own = new Map<string, GlueVerdict>()
  if (job.piece.choices.glue !== null) return own
  const lines = new Map(mends.flatMap(m => chosenWork(m)?.design?.glueLines ?? []).map(line => [line.id, line]))
  for (const { id } of closings) {
    const line = lines.get(id)!
    const { verdicts, best } = chooseGlue(
      { ...needs, gapMm: line.gapMm, workingMin: 0, oldGlueLeft: [] },
      job.school,
      job.shop,
      job.climate,
    )
    const willDo = (glue: GlueVerdict | null | undefined) =>
      glue && verdicts.find(v => v.glue.id === glue.glue.id && v.against.length === 0)
    if (line.soon) {
      const first = soonest(verdicts)
      if (first) own.set(id, first)
      continue
    }
    if (willDo(main)) continue
    const other = [...own.values(), ...others.values()].map(willDo).find(v => v)
    const picked = other || best
    if (picked) own.set(id, picked)
  }
  return own
}
