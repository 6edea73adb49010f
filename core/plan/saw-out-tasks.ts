import { holdsOf } from '../hardware'
import { joined, say, type Phrase } from '../measure/phrase'
import { tagOf } from '../piece/facts'
import { FORMS } from '../piece/joint-forms'
import { nameOf } from '../piece/names'
import type { Joint, Part, Piece } from '../piece/schema'
import { tool } from '../reference/tools'
import { handsOn, type Task } from '../work'
import type { Done } from './done'
import type { Job } from './job'

/**
 * Writing its sizes down and sawing it through, and clearing one socket of its stub, minutes
 * (docs/sources.md#working-rates, low).
 */
const SAW_MIN = 10
const STUB_MIN = 8

/**
 * Parts beyond saving that are still in the piece: out before anything else is opened, in pieces where they do not
 * come whole.
 */
export function sawOutTasks({ original, remade }: Job, done: Done): Task[] {
  return original.parts.filter(p => p.stillIn && remade.has(p.id)).map(p => sawOut(original, p, done))
}

function sawOut(piece: Piece, part: Part, done: Done): Task {
  const joints = piece.joints.filter(j => j.enters === part.id || j.receives === part.id)
  const stubs = joints.filter(j => !FORMS[j.form.kind].flat)
  const id = `part:${part.id}/out`
  return {
    id,
    kind: 'open',
    troubles: [`part:${part.id}`],
    joints: [],
    line: null,
    after: [],
    hands: 1,
    minutes: handsOn(SAW_MIN + STUB_MIN * stubs.length),
    waitMin: 0,
    clockMin: null,
    tools: [tool('caliper'), tool('fine-saw'), tool('drill'), tool('chisel')],
    title: say`The old ${nameOf(piece, part.id)} out`,
    words: wordsFor(piece, part, joints),
    why: say`It is beyond saving, and what it sits in is not: so the saw goes through it, and no blow.`,
    facts: [id],
    done: done.has([id]),
  }
}

function wordsFor(piece: Piece, part: Part, joints: readonly Joint[]): Phrase {
  // What only lies on its neighbour, or is screwed to it, leaves nothing in a hole.
  const stubs = joints.filter(j => !FORMS[j.form.kind].flat)
  const locked = joints.filter(j => holdsOf(piece, j).length > 0)
  const tags = (some: readonly Joint[]) =>
    joined(
      some.map(j => say`${tagOf(j)}`),
      ', ',
    )
  const [enters, receives] = [stubs.filter(j => j.enters === part.id), stubs.filter(j => j.receives === part.id)]
  return joined(
    [
      say`Write down its sizes first and keep every piece: it is the pattern.`,
      ...(locked.length > 0 ? [say`What is in ${tags(locked)} out: metal, pins, wedges.`] : []),
      ...(enters.length > 0
        ? [
            say`Saw it through a finger’s breadth from ${tags(enters)}; bore and pare the stub out of the hole, down to the old wall and no further.`,
          ]
        : []),
      ...(receives.length > 0
        ? [
            say`Split it away from ${tags(receives)} along its grain, a little at a time, so that what sits in it stays whole.`,
          ]
        : []),
    ],
    ' ',
  )
}
