import type { WholePieceReading } from '../cause'
import { joined, mm, q, say } from '../measure/phrase'
import { isFlatFrame, tagOf } from '../piece/facts'
import { nameOf } from '../piece/names'
import type { Piece } from '../piece/schema'
import { surveyOf } from '../condition/survey'
import { chosenWork } from './chosen'
import type { Draft } from './draft'
import { isHeldOff } from './dry-run'
import type { AnsweredTrouble, Gate, Plan, Reading } from './plan'
import { glueTask } from './task-graph'
import { troubleName } from './trouble-words'
import type { Task } from '../work'

/** What was judged about a piece: its troubles answered or not, what wants measuring, the frame as a whole. */
export interface Judged {
  readonly troubles: readonly AnsweredTrouble[]
  readonly readings: readonly Reading[]
  readonly whole: WholePieceReading
}

/** Whether somebody decided about the frame’s bracing, or it is put back in this plan. */
export function isBracingAnswered(piece: Piece, troubles: readonly AnsweredTrouble[]): boolean {
  const lost = troubles.filter(t => t.kind === 'bracing-lost')
  return piece.choices.bracing !== null || (lost.length > 0 && lost.every(t => t.answer !== 'open'))
}

/** What has to be so before glue is spread: nothing found out with glue on every surface. */
export function gatesOf(piece: Piece, draft: Draft, { troubles, readings, whole }: Judged): Gate[] {
  const { mends, apart, tasks } = draft
  const { untested } = surveyOf(piece)
  const undecided = mends.filter(m => m.chosen === null)
  // What a gate of its own asks for is not asked for twice.
  const isAsked = (t: AnsweredTrouble) =>
    undecided.some(m => t.id === `joint:${m.joint}`) || (t.kind === 'bracing-lost' && whole.needsAnswer)
  const open = troubles.filter(t => t.answer === 'open' && !isAsked(t))
  const locked = [...new Set(apart.moves.flatMap(move => [...move.locksFirst.map(l => l.joint), ...move.findMetal]))]
  const tags = (ids: readonly string[]) =>
    ids
      .slice(0, 6)
      .map(id => tagOf(piece.joints.find(j => j.id === id)!))
      .join(', ')
  return [
    {
      id: 'tested',
      step: 'test',
      done: untested.length === 0,
      words:
        untested.length === 0
          ? say`Every joint was tried`
          : say`${q(untested.length, 'count')} joints not tried: ${tags(untested.map(j => j.id))}${untested.length > 6 ? ' …' : ''}`,
    },
    {
      id: 'mends',
      step: 'mend',
      done: undecided.length === 0,
      words:
        undecided.length === 0
          ? say`Every loose joint has its mend`
          : say`No mend yet for ${tags(undecided.map(m => m.joint))}`,
    },
    {
      id: 'troubles',
      step: 'mend',
      done: open.length === 0,
      words:
        open.length === 0
          ? say`Nothing found is left unanswered`
          : say`Neither mended nor settled: ${open
            .slice(0, 6)
            .map(t => troubleName(piece, t))
            .join(', ')}${open.length > 6 ? ' …' : ''}`,
    },
    {
      id: 'readings',
      step: 'test',
      done: readings.length === 0,
      words:
        readings.length === 0
          ? say`What decides has been measured`
          : say`Measure first: ${tags(readings.map(r => r.joint))}`,
    },
    {
      id: 'bracing',
      step: 'cause',
      done: !whole.needsAnswer || isBracingAnswered(piece, troubles),
      words: whole.needsAnswer
        ? isBracingAnswered(piece, troubles)
          ? say`The frame’s bracing is answered`
          : say`The frame’s bracing is not answered: mended alone, it fails again`
        : say`Nothing points to the frame as a whole`,
    },
    {
      id: 'metal',
      step: 'open-up',
      done: locked.length === 0 || tasks.every(t => t.done || (t.kind !== 'lock-out' && t.kind !== 'find-metal')),
      words:
        locked.length === 0
          ? say`Nothing but glue in the joints that open`
          : say`Pins, wedges, screws and bolts out first: ${tags(locked)}`,
    },
    ...shouldersGate(piece, draft),
    ...heldOffGate(piece, draft),
    {
      id: 'dry-run',
      step: 'dry-run',
      done: tasks.every(t => t.kind !== 'dry-run' || t.done),
      words: tasks.some(t => t.kind === 'dry-run')
        ? say`Dry run: every joint closes, square, ${isFlatFrame(piece) ? 'flat' : 'four feet down'}, clamps rehearsed`
        : say`Nothing comes apart that has to be closed dry first`,
    },
  ]
}

/** What does not close dry does not close with glue either. */
function heldOffGate(piece: Piece, { staging, tasks }: Draft): Gate[] {
  const isWaiting = (id: string) => !tasks.some(t => t.kind === 'glue' && t.done && t.joints.includes(id))
  const held = staging.stages.flatMap(s => s.joints).filter(id => isHeldOff(piece.dryClose?.[id]) && isWaiting(id))
  if (held.length === 0) return []
  const words = held.map(
    id => say`${tagOf(piece.joints.find(j => j.id === id)!)} by ${mm(piece.dryClose![id]!.offMm!.value)}`,
  )
  return [
    {
      id: 'held-off',
      step: 'dry-run',
      done: false,
      joints: held,
      words: say`Held off in the dry run: ${joined(words, ', ')}`,
    },
  ]
}

/** Parts that are made again between two others: none is cut to length from a drawing. */
function shouldersGate(piece: Piece, { wood }: Draft): Gate[] {
  const wanted = wood.flatMap(m => chosenWork(m)?.steps.flatMap(s => s.shouldersOf ?? []) ?? [])
  if (wanted.length === 0) return []
  const open = wanted.filter(part => piece.dryFit?.[part] === undefined)
  return [
    {
      id: 'shoulders',
      step: 'mend',
      done: open.length === 0,
      joints: piece.joints.filter(j => open.includes(j.enters) || open.includes(j.receives)).map(j => j.id),
      words:
        open.length === 0
          ? say`New parts were measured in the frame`
          : say`Measure shoulder to shoulder in the frame: ${open.map(id => nameOf(piece, id)).join(', ')}`,
    },
  ]
}

/** What still keeps one stage from being glued: a break in the hand waits for no dry run of the frame. */
export function gatesFor(
  { gates, tasks }: Pick<Plan, 'gates' | 'tasks'>,
  stage: Pick<Plan['stages'][number], 'joints' | 'wood'>,
): Gate[] {
  const task = tasks.find(t => t.id === glueTask(stage))
  const isRehearsed = (g: Gate) => g.id !== 'dry-run' || task?.after.some(a => a.because === 'rehearsed')
  const isOfIts = (g: Gate) => g.joints === undefined || stage.joints.some(j => g.joints!.includes(j))
  return gates.filter(g => !g.done && isRehearsed(g) && isOfIts(g))
}

/**
 * What keeps one task from being begun besides what it waits for: new wood is not cut to a length nobody has
 * measured.
 */
export function gatesOfTask({ gates, tasks }: Pick<Plan, 'gates' | 'tasks'>, task: Pick<Task, 'after'>): Gate[] {
  const isUnmeasured = task.after.some(a => tasks.some(t => t.id === a.task && t.shouldersOf !== undefined && !t.done))
  return isUnmeasured ? gates.filter(g => g.id === 'shoulders' && !g.done) : []
}
