import { bodyName } from '../bodies'
import type { ClampLine } from '../clamping'
import type { Trouble } from '../condition/troubles'
import { joined, say, type Phrase } from '../measure/phrase'
import { tagOf } from '../piece/facts'
import type { Piece } from '../piece/schema'
import { glueNamed } from '../reference/glues'
import { chosenWork } from './chosen'
import type { Plan } from './plan'
import { workName } from './trouble-words'

/** What glue lines are named from. */
export interface Lines {
  readonly woodMends: Plan['woodMends']
  readonly troubles: readonly Trouble[]
}

/** How a glue line is called: a joint by its tag, a mend’s own line by its trouble and which of its faces it is. */
export function lineName(piece: Piece, plan: Lines, line: string): Phrase {
  const joint = piece.joints.find(j => `joint:${j.id}` === line)
  if (joint) return say`${tagOf(joint)}`
  const mend = plan.woodMends.find(m => chosenWork(m)?.design?.glueLines.some(l => l.id === line))
  const words = mend && chosenWork(mend)?.design?.glueLines.find(l => l.id === line)?.words
  const trouble = plan.troubles.find(t => t.id === mend?.trouble)
  if (!words || !trouble) return say`${line}`
  return say`${workName(piece, trouble)}, ${words}`
}

/** What is closed in a stage, in the order in which it is. */
export const stageLines = (
  piece: Piece,
  plan: Lines,
  stage: { readonly joints: readonly string[], readonly wood: readonly string[] },
): Phrase =>
  joined(
    [...stage.joints.map(id => `joint:${id}`), ...stage.wood].map(id => lineName(piece, plan, id)),
    '; ',
  )

/** What a clamp is for: the body it runs along and the joints it closes, or the glue line it presses. */
export function clampWords(piece: Piece, line: ClampLine): string {
  const tags = line.joints.map(id => tagOf(piece.joints.find(j => j.id === id)!))
  if (line.by === 'strap') return `strap round the ${aroundWords(piece, line)}, ${tags.join(', ')}`
  if (line.by === 'faces') return `across the faces of ${tags.join(', ')}`
  if (line.by === 'grip') {
    return `${bodyName(piece, line.part)} drawn in by a handscrew gripped to it, ${tags.join(' and ')}`
  }
  if (line.over) return `one caul over ${tags.join(', ')}`
  return line.label ?? `${bodyName(piece, line.part)}, ${tags.join(' and ')}`
}

/** What a strap goes round: a frame by its corners, or the parts it pulls together. */
function aroundWords(piece: Piece, line: ClampLine): string {
  const joints = line.joints.map(id => piece.joints.find(j => j.id === id)!)
  if (joints.some(j => j.form.kind === 'mitre')) return 'frame, a block at each corner'
  const receivers = [
    ...new Set(joints.flatMap(j => piece.joints.filter(o => o.enters === j.enters).map(o => o.receives))),
  ]
  return receivers.length > 2
    ? `${receivers.length} parts they stand between, a block at each corner`
    : receivers.map(id => bodyName(piece, id)).join(' and ')
}

/** The glues of a stage by name. */
export const glueNames = (stage: Plan['stages'][number]): string =>
  stage.glues.map(id => glueNamed(id).label).join(' and ') || 'without glue'

/** What a stage’s glue leaves of time to use, minutes: the shortest of what is spread in it. */
export const openInStage = (plan: Plan, stage: Plan['stages'][number]): number =>
  Math.min(...stage.glues.map(id => plan.glue.choice.verdicts.find(v => v.glue.id === id)?.open.value ?? 0))
