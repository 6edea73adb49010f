import { isFaulty } from '../piece/facts'
import type { Piece } from '../piece/schema'
import type { Job } from './job'
import type { Draft } from './draft'
import type { Answer, AnsweredTrouble } from './plan'

/** What of a draft says how troubles are answered. */
type Answering = Pick<Draft, 'mends' | 'wood' | 'closings' | 'stages'>

/**
 * Every trouble with what becomes of it: mended where a mend was chosen and is in a stage, settled where the repairer
 * said so and why, open otherwise. What the plan has no mend for stays open until somebody decides.
 */
export function answeredTroubles(
  { original: piece, troubles }: Job,
  { mends, wood, closings, stages }: Answering,
): AnsweredTrouble[] {
  const staged = new Set(stages.flatMap(s => s.joints))
  const done = mends.filter(m => m.chosen !== null && staged.has(m.joint))
  const opened = new Set(done.filter(m => m.options.find(o => o.id === m.chosen)?.opens).map(m => m.joint))
  // A repair in a joint that is opened and cleaned is undone with it, where it stands in register and nothing was
  // driven in.
  const undone = piece.faults.flatMap(f =>
    f.kind === 'earlier-repair' && f.joint !== null && opened.has(f.joint) && f.register === 'in-register'
      ? [`fault:${f.id}`]
      : [],
  )
  const closed = new Set(stages.flatMap(s => s.wood))
  const inWood = wood
    .filter(m => m.chosen !== null && closings.filter(c => c.trouble === m.trouble).every(c => closed.has(c.id)))
    .map(m => m.trouble)
    .filter(id => isHome(piece, id, staged) && comesUndone(piece, id, opened))
  const again = new Set(inWood)
  const mended = new Set([...done.map(m => `joint:${m.joint}`), ...undone, ...inWood])
  const bracing = piece.choices.bracing
  return troubles.map((t) => {
    const settled = piece.choices.settled[t.id]
    const byBracing = t.kind === 'bracing-lost' && bracing ? bracing : null
    // A joint that had not been glued when it was felt is mended by what is planned for it now.
    const cameBack = t.felt !== null && isFaulty(t.felt) && t.kind !== 'joint-loose'
    const waitsFor = t.standsOn.filter(id => piece.choices.settled[id] === undefined && !mended.has(id))
    const answer: Answer = settled
      ? settled.how
      : (t.kind === 'moved-again' ? again.has(t.id) : mended.has(t.id) && !cameBack)
          ? 'mended'
          : byBracing
            ? byBracing.answer === 'restore'
              ? 'mended-otherwise'
              : 'left'
            : 'open'
    return { ...t, answer, why: settled?.why ?? byBracing?.why ?? '', waitsFor }
  })
}

/** Whether the joint of an earlier repair is opened; anything else has none. */
function comesUndone(piece: Piece, trouble: string, opened: ReadonlySet<string>): boolean {
  const fault = piece.faults.find(f => `fault:${f.id}` === trouble)
  return fault?.kind !== 'earlier-repair' || fault.joint === null || opened.has(fault.joint)
}

/** Whether a part that is made again has all its joints in a stage; anything else has none of its own. */
function isHome(piece: Piece, trouble: string, staged: ReadonlySet<string>): boolean {
  const [kind, id] = trouble.split(':')
  if (kind !== 'part' || !piece.parts.find(p => p.id === id)?.missing) return true
  return piece.joints.filter(j => j.enters === id || j.receives === id).every(j => staged.has(j.id))
}
