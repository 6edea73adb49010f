import { Edit } from './edits'
import type { Piece as PieceDocument } from './document-schema'
import type { Entry } from './entry'
import { historyOf, replay, type History } from './history'
import { LARGEST_CLEARANCE_MM } from './invariants'
import { entryUpToDate, upToDate, withPlainWords, withTimes } from './older-versions'
import { Piece } from './schema'
import { redraw } from './shape'
import { CAUSE_IDS, GLUE_IDS } from './words'

/**
 * A piece as an older program kept it, with its log, as this one keeps it. Where every entry can be brought up and
 * what stands replays, the past stays open and the document is that replay. Where not, the document is put right by
 * itself, the log stays to be read, and nothing in it can be taken back any more.
 * @param base, document, log as parsed from where they were kept, of any version; `base` is where the past opens,
 * `baseVersion`
 * how much of the log lies before it
 */
export function broughtUp(base: unknown, document: unknown, log: readonly unknown[], baseVersion = 0): History {
  const entries = log.map(entryUpToDate)
  const open = entries.slice(baseVersion)
  const start = Piece.safeParse(upToDate(base))
  if (start.success && open.every(e => e !== null)) {
    const replayed = replay(start.data, open)
    const whole = log.map((e, i) => entries[i] ?? (e as Entry))
    if (replayed.ok) return historyOf({ version: baseVersion, piece: start.data }, whole, replayed.value)
  }
  const piece = putRight(upToDate(document) as PieceDocument)
  const kept = log.map((e, i) => entries[i] ?? (e as Entry))
  return historyOf({ version: log.length, piece }, kept, piece)
}

/**
 * A document that breaks rules no older program held to, with what breaks them taken out or put as it should have
 * been.
 */
function putRight(piece: PieceDocument): PieceDocument {
  if (Piece.safeParse(piece).success) return piece
  const tidy = withTimes(withPlainWords(piece) as Record<string, unknown>, piece.takenInAt) as PieceDocument
  const told: PieceDocument = {
    ...tidy,
    set: tidy.set && { ...tidy.set, of: Math.max(tidy.set.of, tidy.set.member) },
    shape: { ...tidy.shape, edits: tidy.shape.edits.filter(e => Edit.safeParse(e).success) },
    findings: withBelievedClearances(tidy.findings),
    notes: tidy.notes.map(n => ({ ...n, at: withTimes({ at: n.at }, piece.takenInAt).at as string })),
    events: tidy.events.map(e => ({ ...e, at: withTimes({ at: e.at }, piece.takenInAt).at as string })),
    choices: {
      ...tidy.choices,
      glue: GLUE_IDS.find(id => id === tidy.choices.glue) ?? null,
      causes: Object.fromEntries(Object.entries(tidy.choices.causes).filter(([, c]) => CAUSE_IDS.includes(c.cause))),
    },
  }
  const drawn = redraw(told)
  return drawn.ok ? drawn.value : told
}

const withBelievedClearances = (findings: PieceDocument['findings']): PieceDocument['findings'] =>
  Object.fromEntries(
    Object.entries(findings).map(([id, finding]) => {
      const clearance = Object.fromEntries(
        Object.entries(finding.clearance).filter(([, gap]) => gap.value <= LARGEST_CLEARANCE_MM),
      )
      return [id, { ...finding, clearance }]
    }),
  )
