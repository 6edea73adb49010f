import { WAYS_OUT } from '../hardware'
import { say, q, type Phrase } from '../measure/phrase'
import { tagOf } from '../piece/facts'
import { faultTag } from '../piece/faults'
import type { Piece } from '../piece/schema'
import { OPEN_TIME_SHARE } from '../reference/rates'
import { clampWords, glueNames, openInStage, stageLines } from './line-words'
import type { Plan } from './plan'
import { troubleName } from './trouble-words'
import { nameOf } from '../piece/names'

/** One thing to do with both hands, large enough to be read across the room. */
export interface BenchStep {
  readonly phase: 'open' | 'mend' | 'glue'
  readonly title: string
  readonly text: Phrase
  readonly why: Phrase
  /** A clock to run with it, minutes: soaking, or what may be used of the open time. */
  readonly clockMin: number | null
}

const OFF_WORDS = {
  'lift': { title: 'Lift it off', text: '' },
  'drop-in-seat': { title: 'Seat out', text: 'Look under it for screws; lift the seat out and mark its front.' },
  'stuffing': { title: 'Cover and stuffing off', text: 'Tacks lifted at the joints that open, cover and stuffing folded back, a picture of how they lay.' },
} as const

/** What comes off, what is found and what is got out before a move, each a thing to do of its own. */
function beforeTheMove(piece: Piece, move: Plan['takeApart']['moves'][number], tag: (id: string) => string): BenchStep[] {
  const step = (title: string, text: Phrase, why: Phrase): BenchStep => ({ phase: 'open', title, text, why, clockMin: null })
  return [
    ...move.offFirst.map(h => step(`${WAYS_OUT[h.kind].label} off first`, say`${WAYS_OUT[h.kind].way}`, say`It sits on the ${h.on.kind === 'part' ? nameOf(piece, h.on.id) : 'piece'} that is struck or turned over.`)),
    ...move.findMetal.map(id => step(`Find the metal in ${tag(id)}`, say`Somebody saw signs of it: a magnet, a bright light along the grain, under every plug and filler.`, say`Hitting a part that is secretly held breaks another part.`)),
    ...move.locksFirst.map(l => step(`${WAYS_OUT[l.kind].label} out of ${tag(l.joint)}`, say`${WAYS_OUT[l.kind].way} If it will not come: ${WAYS_OUT[l.kind].otherwise}`, say`It locks the joint: hitting a part that is held breaks another part.`)),
    ...move.frail.map((id) => {
      const fault = piece.faults.find(f => f.id === id)!
      const part = nameOf(piece, fault.part)
      return fault.kind === 'worm'
        ? step(`Spare ${faultTag(piece, fault)}`, say`No blow on the ${part} where it is eaten; pull at its sound length.`, say`Eaten wood crushes under a block.`)
        : step(`Hold ${faultTag(piece, fault)} closed`, say`A clamp with pads across it while this is moved; no blow on the ${part} itself.`, say`The move strikes or springs that wood.`)
    }),
  ]
}

/** The plan as a list to work through: take apart, mend, glue. */
export function benchSteps(piece: Piece, plan: Plan): BenchStep[] {
  const tag = (id: string) => tagOf(piece.joints.find(j => j.id === id)!)
  const off = plan.takeApart.offBefore.map((what): BenchStep => ({ phase: 'open', title: OFF_WORDS[what.kind].title, text: what.kind === 'lift' ? say`The ${nameOf(piece, what.part)} only lies there: lift it off.` : say`${OFF_WORDS[what.kind].text}`, why: say`It is in the way, and is not to be struck.`, clockMin: null }))
  const opening = plan.takeApart.moves.filter(m => m.opens.length > 0).flatMap((move): BenchStep[] => [
    ...beforeTheMove(piece, move, tag),
    ...move.methods.filter(m => m.method.soakMin > 0).map((m): BenchStep => ({ phase: 'open', title: `Undo the glue in ${tag(m.joint)}`, text: m.method.how, why: say`The gentlest way that the finish near by stands.`, clockMin: m.method.soakMin })),
    { phase: 'open', title: `Move out ${move.opens.map(tag).join(', ')}`, text: move.words, why: say`${move.springMm > 0.5 ? say`It has to be sprung ${q(move.springMm, 'mm')} sideways.` : say`It leaves along its own line.`}`, clockMin: null },
  ])
  const mending = plan.mends.flatMap((m): BenchStep[] => {
    const option = m.options.find(o => o.id === m.chosen)
    if (!option?.verdict.fits) return []
    const { reason, steps } = option.verdict
    return steps.map(text => ({ phase: 'mend' as const, title: `${tag(m.joint)}, ${option.short}`, text, why: reason, clockMin: null }))
  })
  const inWood = plan.woodMends.flatMap((m): BenchStep[] => {
    const option = m.options.find(o => o.id === m.chosen)
    const trouble = plan.troubles.find(t => t.id === m.trouble)
    if (!option?.verdict.fits || !trouble) return []
    const { reason, steps } = option.verdict
    return steps.map(text => ({ phase: 'mend' as const, title: `${trouble.tag || troubleName(piece, trouble)}, ${option.short}`, text, why: reason, clockMin: null }))
  })
  const gluing = plan.stages.filter(s => !s.glued).map(s => ({ s, usable: openInStage(plan, s) * OPEN_TIME_SHARE })).flatMap(({ s, usable }): BenchStep[] => [
    { phase: 'glue', title: `Stage ${s.number}: lay out`, text: s.lines.length === 0 ? say`Nothing is clamped: by hand and by its own fit. Rags and water ready.` : say`Clamps in the order of use: ${s.lines.map(l => clampWords(piece, l)).join('; ')}. Pads and film on every jaw.`, why: say`Rehearsed dry, so that nothing is found out with glue on every surface.`, clockMin: null },
    { phase: 'glue', title: `Stage ${s.number}: spread and close`, text: say`${glueNames(s)} in ${stageLines(piece, plan, s)}: both faces, close, ${s.lines.length > 0 ? 'clamp, ' : ''}${s.joints.length > 0 ? 'check diagonals and feet, ' : 'see that it is straight, '}wipe.`, why: say`${q(s.working.value, 'min')} of work in ${q(usable, 'min')}.`, clockMin: usable },
  ])
  return [...off, ...opening, ...mending, ...inWood, ...gluing]
}
