import { say, q, type Phrase } from '../measure/phrase'
import { tagOf, partOf } from '../piece/facts'
import type { Piece } from '../piece/schema'
import { OPEN_TIME_SHARE } from '../reference/rates'
import type { Plan } from './plan'

/** One thing to do with both hands, large enough to be read across the room. */
export interface BenchStep {
  readonly phase: 'open' | 'mend' | 'glue'
  readonly title: string
  readonly text: Phrase
  readonly why: Phrase
  /** A clock to run with it, minutes: soaking, or what may be used of the open time. */
  readonly clockMin: number | null
}

/** The plan as a list to work through: take apart, mend, glue. */
export function benchSteps(piece: Piece, plan: Plan): BenchStep[] {
  const tag = (id: string) => tagOf(piece.joints.find(j => j.id === id)!)
  const opening = plan.takeApart.moves.flatMap((move): BenchStep[] => [
    ...move.metalFirst.map((m): BenchStep => ({ phase: 'open', title: `Metal out of ${tag(m.joint)}`, text: say`The ${m.kind.replace('-', ' ')} comes out before the mallet.`, why: say`Hitting a part that is secretly held breaks another part.`, clockMin: null })),
    ...move.methods.filter(m => m.method.soakMin > 0).map((m): BenchStep => ({ phase: 'open', title: `Undo the glue in ${tag(m.joint)}`, text: m.method.how, why: say`The gentlest way that the finish near by stands.`, clockMin: m.method.soakMin })),
    { phase: 'open', title: `Move out ${move.joints.map(tag).join(', ')}`, text: move.words, why: say`${move.springMm > 0.5 ? say`It has to be sprung ${q(move.springMm, 'mm')} sideways.` : say`It leaves along its own line.`}`, clockMin: null },
  ])
  const mending = plan.mends.flatMap((m): BenchStep[] => {
    const option = m.options.find(o => o.id === m.chosen)
    if (!option?.verdict.fits) return []
    const { reason, steps } = option.verdict
    return steps.map(text => ({ phase: 'mend' as const, title: `${tag(m.joint)}, ${option.short}`, text, why: reason, clockMin: null }))
  })
  const usable = (plan.glue.chosen?.open.value ?? 0) * OPEN_TIME_SHARE
  const gluing = plan.stages.filter(s => !s.glued).flatMap((s): BenchStep[] => [
    { phase: 'glue', title: `Stage ${s.number}: lay out`, text: say`Clamps in the order of use: ${s.lines.map(l => partOf(piece, l.part).label).join(', ')}. Pads and film on every jaw.`, why: say`Rehearsed dry, so that nothing is found out with glue on every surface.`, clockMin: null },
    { phase: 'glue', title: `Stage ${s.number}: spread and close`, text: say`${s.joints.map(tag).join(', ')}: both faces, close, clamp, check diagonals and feet, wipe.`, why: say`${q(s.working.value, 'min')} of work in ${q(usable, 'min')}.`, clockMin: usable },
  ])
  return [...opening, ...mending, ...gluing]
}
