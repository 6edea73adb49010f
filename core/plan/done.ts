import { closedIn, type Staging, type WoodClosing } from '../glueup'
import { isGlued } from '../piece/facts'
import { handleOfFact } from '../piece/fact-ids'
import type { Piece, PieceEvent } from '../piece/schema'
import { parseWallTime } from '../measure/wall-time'
import type { Task, TaskLog } from '../work'

/** What the log says has been done. */
export interface Done {
  /** Whether all of these facts are so. */
  has(facts: readonly string[]): boolean
  /** What the log says of work that makes these facts so: begun, put off, done, and when. */
  log(facts: readonly string[]): TaskLog
  /** Lines whose gluing was told, by their ids. */
  readonly glued: ReadonlySet<string>
  /** Joints somebody has taken apart, by their ids. */
  readonly opened: ReadonlySet<string>
  /** Whether the take-apart was told for the whole piece at once, as older programs did. */
  readonly allOpened: boolean
  /** Whether the dry run was told for the whole piece at once, as older programs did. */
  readonly allDry: boolean
}

const OPEN = '/open'
const TOLD = new Set<string>(['done', 'opened', 'dry-run-closed'])

/** Reads what has been done from a piece’s log. */
export function doneOn(piece: Piece): Done {
  const facts = new Set(piece.events.filter(e => TOLD.has(e.kind)).flatMap(e => e.of))
  const isTold = (kind: 'opened' | 'dry-run-closed') => piece.events.some(e => e.kind === kind && e.of.length === 0)
  const [allOpened, allDry] = [isTold('opened'), isTold('dry-run-closed')]
  const isSo = (fact: string) =>
    facts.has(fact) || (allOpened && fact.endsWith(OPEN)) || (allDry && fact.endsWith('/dry'))
  return {
    log: wanted => logOf(piece.events, wanted),
    has: wanted => wanted.length > 0 && wanted.every(isSo),
    glued: new Set(piece.events.filter(e => e.kind === 'stage-glued').flatMap(e => e.of)),
    opened: new Set(
      [...facts]
        .filter(f => f.startsWith('joint:') && f.endsWith(OPEN))
        .map(f => f.slice('joint:'.length, -OPEN.length)),
    ),
    allOpened,
    allDry,
  }
}

/** The last word on these facts counts: what was put off may have been taken up, and the other way round. */
function logOf(events: readonly PieceEvent[], facts: readonly string[]): TaskLog {
  const isOf = (e: PieceEvent) => facts.length > 0 && facts.every(f => e.of.includes(f))
  const last = events.findLast(e => (e.kind === 'begun' || e.kind === 'put-off') && isOf(e))
  const did = events.findLast(e => (TOLD.has(e.kind) || e.kind === 'hold-out' || e.kind === 'stage-glued') && isOf(e))
  return {
    begunMin: last?.kind === 'begun' ? parseWallTime(last.at) : null,
    notBeforeMin: last?.kind === 'put-off' && last.until ? parseWallTime(last.until) : null,
    doneMin: did ? parseWallTime(did.at) : null,
  }
}

/**
 * When the clamps went on each glue line that is done. Glue is told by its line: `joint:…` for a joint, a mend’s own
 * line otherwise; what older programs kept named the trouble, once for each of its lines in turn, or only the number
 * of the stage.
 */
export function gluedLines(piece: Piece, { stages }: Staging, closings: readonly WoodClosing[]): Map<string, string> {
  const glued = piece.events.filter(e => e.kind === 'stage-glued')
  const asLine = (line: string) => glued.findLast(e => e.of.includes(line))
  const asTrouble = (line: string) => {
    const closing = closings.find(c => c.id === line)
    // A joint that was injected again was glued under its own name before.
    return closing && !line.startsWith('joint:') && glued.filter(e => e.of.includes(closing.trouble))[closing.turn - 1]
  }
  const asStage = (number: number) => glued.find(e => e.of.length === 0 && e.stage === number)
  return new Map(
    stages.flatMap((stage) => {
      const told = closedIn(stage).map(
        line => [line, asLine(line) ?? asTrouble(line) ?? asStage(stage.number)] as const,
      )
      // What holds without glue in the same stage is closed with the rest.
      const isDry = (line: string) => piece.joints.some(j => `joint:${j.id}` === line && !isGlued(piece, j))
      const known = told.flatMap(([line, event]) => (event ? [[line, event.at] as const] : []))
      const last = known
        .map(([, at]) => at)
        .sort()
        .at(-1)
      const dry
        = last === undefined
          ? []
          : told.flatMap(([line, event]) => (!event && isDry(line) ? [[line, last] as const] : []))
      return [...known, ...dry]
    }),
  )
}

/** How a task is written in the log once it is done: the kind of event, and what it was done to. */
export function eventOf(task: Pick<Task, 'kind' | 'facts'>): Pick<PieceEvent, 'kind' | 'of'> {
  const of = [...task.facts]
  switch (task.kind) {
    case 'glue':
      return { kind: 'stage-glued', of }
    case 'open':
      return { kind: 'opened', of }
    case 'dry-run':
      return { kind: 'dry-run-closed', of }
    case 'test-again':
      return { kind: 'tested-again', of: [] }
    case 'lock-out': {
      const holds = of.filter(f => f.startsWith('hold:')).map(handleOfFact)
      return holds.length > 0 ? { kind: 'hold-out', of: holds } : { kind: 'done', of }
    }
    default:
      return { kind: 'done', of }
  }
}
