import { effortOf, WAYS_OUT } from '../hardware'
import type { Recipe, Round } from '../glue'
import { q, say, type Phrase } from '../measure/phrase'
import { tagOf } from '../piece/facts'
import { faultTag } from '../piece/faults'
import { nameOf } from '../piece/names'
import type { Piece } from '../piece/schema'
import type { Move, OffBefore, TakeApart } from '../takeapart'
import { tool, type ToolId } from '../reference/tools'
import { handsOn, type Task, type TaskKind } from '../work'
import type { Done } from './done'
import { recipesAlike, type Alike } from './recipes'

/** Minutes round the joints themselves (docs/sources.md#working-rates, low). */
const LABELS_MIN = 5
const OFF_MIN = 5
const FIND_METAL_MIN = 5
const HOLD_CLOSED_MIN = 2
const MOVE_MIN = 4

const OFF_WORDS = {
  'drop-in-seat': {
    id: 'piece/seat-off',
    title: 'Seat out',
    words: 'Look under it for screws; lift the seat out and mark its front.',
  },
  'stuffing': {
    id: 'piece/stuffing-off',
    title: 'Cover and stuffing off',
    words: 'Tacks lifted at the joints that open, cover and stuffing folded back, a picture of how they lay.',
  },
} as const

/** A task of the opening before it is known what it waits for. */
interface Draft {
  readonly id: string
  readonly kind: TaskKind
  readonly usualMin: number
  readonly waitMin?: number
  readonly minutes?: Task['minutes']
  readonly clockMin?: number | null
  /** What need not be done any more if it lets go here. */
  readonly spares?: readonly string[]
  readonly joints?: readonly string[]
  readonly title: Phrase
  readonly words: Phrase
  readonly why: Phrase
  readonly facts?: readonly string[]
  readonly tools: readonly ToolId[]
}

const LABELS: Draft = {
  id: 'piece/labelled',
  kind: 'label',
  usualMin: LABELS_MIN,
  title: say`Label it`,
  words: say`A label on every part that comes off, a picture from each side, overhangs measured.`,
  why: say`What is not marked goes home the wrong way round.`,
  tools: ['labels', 'camera'],
}

/**
 * Everything until the last joint is open, one after another, after what comes out `first`; what soaks may soak
 * together.
 */
export function openingTasks(
  piece: Piece,
  apart: TakeApart,
  recipes: Readonly<Record<string, Recipe>>,
  done: Done,
  first: readonly Task[] = [],
): Task[] {
  const moves = apart.moves.filter(m => m.opens.length > 0)
  if (moves.length === 0) return [...first]
  const tasks: Task[] = [...first]
  /** What everything of the next move waits for. */
  let gate: string[] = first.map(t => t.id)
  const add = (draft: Draft, after: readonly string[], isDone: boolean): string => {
    tasks.push(taskOf(draft, after, isDone || done.has(draft.facts ?? [draft.id])))
    return draft.id
  }
  const anyOpen = moves.some(m => m.opens.some(id => done.has([`joint:${id}/open`])))
  gate = [add(LABELS, gate, anyOpen)]
  for (const off of apart.offBefore) gate = [add(offTask(piece, off), gate, anyOpen)]
  for (const move of moves) {
    const facts = move.opens.map(id => `joint:${id}/open`)
    const isOpen = done.has(facts)
    // What comes off for one move is off for the next.
    for (const draft of beforeTheMove(piece, move)) {
      if (!tasks.some(t => t.id === draft.id)) gate = [add(draft, gate, isOpen)]
    }
    const softened = recipesAlike(move, recipes).map(group =>
      undoing(piece, group).reduce<readonly string[]>((before, draft) => [add(draft, before, isOpen)], gate),
    )
    gate = [add(moveTask(piece, move, facts), softened.length > 0 ? softened.flat() : gate, isOpen)]
  }
  return tasks
}

function taskOf(
  {
    id,
    kind,
    usualMin,
    minutes = handsOn(usualMin),
    waitMin = 0,
    clockMin = null,
    spares,
    joints = [],
    title,
    words,
    why,
    facts,
    tools,
  }: Draft,
  after: readonly string[],
  done: boolean,
): Task {
  return {
    id,
    kind,
    joints,
    title,
    words,
    why,
    waitMin,
    done,
    troubles: [],
    line: null,
    after: after.map(task => ({ task, because: kind === 'open' ? 'out-of-the-way' : 'order' })),
    hands: 1,
    minutes,
    clockMin,
    ...(spares ? { spares } : {}),
    facts: facts ?? [id],
    tools: tools.map(t => tool(t)),
  }
}

function offTask(piece: Piece, off: OffBefore): Draft {
  const why = say`It is in the way, and is not to be struck.`
  if (off.kind === 'lift') {
    const words = say`The ${nameOf(piece, off.part)} only lies there: lift it off.`
    return {
      id: `part:${off.part}/off`,
      kind: 'off',
      usualMin: OFF_MIN,
      title: say`Lift it off`,
      words,
      why,
      tools: [],
    }
  }
  const { id, title, words } = OFF_WORDS[off.kind]
  return {
    id,
    kind: 'off',
    usualMin: OFF_MIN,
    title: say`${title}`,
    words: say`${words}`,
    why,
    tools: off.kind === 'stuffing' ? ['tack-lifter', 'camera'] : ['driver'],
  }
}

/** What comes off, what is found, what is got out and what is held before a move, each a thing to do of its own. */
function beforeTheMove(piece: Piece, move: Move): Draft[] {
  const tag = (id: string) => tagOf(piece.joints.find(j => j.id === id)!)
  const off = move.offFirst.map((h): Draft => ({
    id: `hold:${h.id}/off`,
    kind: 'off',
    usualMin: OFF_MIN,
    title: say`${WAYS_OUT[h.kind].label} off first`,
    words: say`${WAYS_OUT[h.kind].way}`,
    tools: WAYS_OUT[h.kind].tools,
    why: say`It sits on the ${h.on.kind === 'part' ? nameOf(piece, h.on.id) : 'piece'} that is struck or turned over.`,
  }))
  const metal = move.findMetal.map((id): Draft => ({
    id: `joint:${id}/metal-found`,
    kind: 'find-metal',
    usualMin: FIND_METAL_MIN,
    joints: [id],
    title: say`Find the metal in ${tag(id)}`,
    words: say`Somebody saw signs of it: a magnet, a bright light along the grain, under every plug and filler.`,
    tools: ['magnet'],
    why: say`Hitting a part that is secretly held breaks another part.`,
  }))
  const locks = move.locksFirst.map((l): Draft => ({
    id: l.made ? `joint:${l.joint}/${l.kind}-out` : `hold:${l.id}/out`,
    kind: 'lock-out',
    usualMin: effortOf(l).minutes,
    joints: [l.joint],
    title: say`${WAYS_OUT[l.kind].label} out of ${tag(l.joint)}`,
    words: say`${WAYS_OUT[l.kind].way} If it will not come: ${WAYS_OUT[l.kind].otherwise}`,
    tools: WAYS_OUT[l.kind].tools,
    why: say`It locks the joint: hitting a part that is held breaks another part.`,
  }))
  return [...off, ...metal, ...locks, ...move.frail.map(id => frailTask(piece, move, id))]
}

function frailTask(piece: Piece, move: Move, id: string): Draft {
  const fault = piece.faults.find(f => f.id === id)!
  const part = nameOf(piece, fault.part)
  // The same wood may be struck in several moves, and is held in each.
  const own = {
    id: `fault:${id}/held-for-${move.opens[0]!}`,
    kind: 'hold-closed' as const,
    usualMin: HOLD_CLOSED_MIN,
    tools: [],
  }
  return fault.kind === 'worm'
    ? {
        ...own,
        title: say`Spare ${faultTag(piece, fault)}`,
        words: say`No blow on the ${part} where it is eaten; pull at its sound length.`,
        why: say`Eaten wood crushes under a block.`,
      }
    : {
        ...own,
        title: say`Hold ${faultTag(piece, fault)}`,
        words: say`A clamp with pads across it while this is moved, only so tight that it opens no further; no blow on the ${part} itself.`,
        why: say`The move strikes or springs that wood.`,
      }
}

const middleOf = ([low, high]: readonly [number, number]): number => (low + high) / 2

/** One task a round: the later ones only as far as they are likely to be needed. */
function undoing(piece: Piece, { joints, recipe }: Alike): Draft[] {
  const tags = joints.map(id => tagOf(piece.joints.find(j => j.id === id)!)).join(', ')
  const factsOf = (round: Round) => joints.map(id => `joint:${id}/round-${round.id}`)
  return recipe.rounds.map((round, i): Draft => {
    const { row, reach } = round
    const [low, high] = row.handsMin
    const many = joints.length
    const waitMin = Math.round(reach * middleOf(row.soakMin))
    const isLast = i === recipe.rounds.length - 1
    const next = isLast
      ? say`Then it stays shut: say so, and the plan goes round it.`
      : say`If it still holds: ${recipe.rounds[i + 1]!.row.label}.`
    return {
      id: factsOf(round).sort().join('+'),
      kind: 'soften',
      usualMin: reach * middleOf(row.handsMin) * many,
      minutes: { low: i === 0 ? low * many : 0, usual: reach * middleOf(row.handsMin) * many, high: high * many },
      waitMin,
      clockMin: row.soakMin[1] > 0 ? middleOf(row.soakMin) : null,
      joints,
      title:
        recipe.rounds.length === 1
          ? say`Undo the glue in ${tags}: ${row.label}`
          : say`Undo the glue in ${tags}, round ${i + 1}: ${row.label}`,
      words: say`${row.words}${round.shield ? say` Shield: ${round.shield}.` : say``} It has let go when: ${row.sign} Stop when: ${row.stop} ${next}`,
      tools: row.tools,
      why:
        i === 0
          ? say`The gentlest way that the finish near by stands.`
          : say`Come to in about ${q(reach, 'share')} of such joints.`,
      facts: factsOf(round),
      ...(round.id !== 'swab' && !isLast ? { spares: recipe.rounds.slice(i + 1).flatMap(factsOf) } : {}),
    }
  })
}

const moveTask = (piece: Piece, move: Move, facts: readonly string[]): Draft => ({
  id: `${move.opens
    .map(id => `joint:${id}`)
    .sort()
    .join('+')}/open`,
  kind: 'open',
  usualMin: MOVE_MIN,
  joints: move.opens,
  title: say`Move out ${move.opens.map(id => tagOf(piece.joints.find(j => j.id === id)!)).join(', ')}`,
  words: move.words,
  tools: ['mallet', 'reversed-clamp'],
  why:
    move.springMm > 0.5
      ? say`It has to be sprung ${q(move.springMm, 'mm')} sideways.`
      : say`It leaves along its own line.`,
  facts,
})
