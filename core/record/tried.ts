import { joined, mm, q, say, type Phrase } from '../measure/phrase'
import { tagOf } from '../piece/facts'
import { nameOf } from '../piece/names'
import type { Piece } from '../piece/schema'
import type { FloorFinding, JointState } from '../piece/words'
import { floorTestsFor, heldOffLabel, levelInWords, type Plan } from '../plan'
import { levelled } from '../truing'

export interface TriedLine {
  readonly head: string
  readonly text: Phrase
}

const FELT: Readonly<Record<JointState, string>> = {
  'solid': 'firm',
  'ticks': 'ticks',
  'gives': 'gives',
  'swings': 'swings',
  'apart': 'apart',
  'not-tested': 'not felt',
}
const SEEN: Readonly<Record<FloorFinding, string>> = {
  'fine': 'fine',
  'moves': 'something moved',
  'left-out': 'left out',
}

/**
 * What was tried before and after the glue, and what was seen: dry, by the clock, with the clamps off, and on the
 * floor.
 */
export function whatWasTried(piece: Piece, plan: Plan): TriedLine[] {
  return [
    ...dryLines(piece),
    ...rehearsals(plan),
    ...measuredDry(piece),
    ...feltLines(piece),
    ...feetLines(piece),
    ...floorLines(piece),
  ]
}

const tag = (piece: Piece, id: string): string => tagOf(piece.joints.find(j => j.id === id)!)

function dryLines(piece: Piece): TriedLine[] {
  const told = Object.entries(piece.dryClose ?? {}).filter(([, close]) => close.offMm !== null || close.why !== null)
  return told.map(([id, { offMm, why }]) => ({
    head: `${tag(piece, id)} closed dry`,
    text:
      offMm === null
        ? say`home, after it was held off: ${heldOffLabel(why!)}`
        : say`held off by ${mm(offMm.value)}${why ? `: ${heldOffLabel(why)}` : ''}`,
  }))
}

const rehearsals = (plan: Plan): TriedLine[] =>
  plan.stages.flatMap(s =>
    s.rehearsal
      ? [{ head: `Stage ${s.number} rehearsed`, text: say`${q(s.rehearsal.tookMin, 'min')} without spreading` }]
      : [],
  )

const measuredDry = (piece: Piece): TriedLine[] =>
  Object.entries(piece.dryFit ?? {}).map(([part, measure]) => ({
    head: 'Measured dry',
    text: say`${nameOf(piece, part)}, ${mm(measure.value)} from shoulder to shoulder`,
  }))

function feltLines(piece: Piece): TriedLine[] {
  const felt = Object.entries(piece.after)
    .filter(([id]) => id.startsWith('joint:'))
    .map(([id, { state }]) => ({ joint: id.slice('joint:'.length), state }))
  if (felt.length === 0) return []
  const moving = felt.filter(f => f.state !== 'solid').map((f): Phrase => say`${tag(piece, f.joint)} ${FELT[f.state]}`)
  const firm = felt
    .filter(f => f.state === 'solid')
    .map(f => tag(piece, f.joint))
    .join(', ')
  return [{ head: 'Felt again', text: joined([...(firm ? [say`firm: ${firm}`] : []), ...moving], '; ') }]
}

function feetLines(piece: Piece): TriedLine[] {
  const found = levelled(piece)
  return found?.ok ? [{ head: 'Feet', text: levelInWords(piece, found.value) }] : []
}

function floorLines(piece: Piece): TriedLine[] {
  return floorTestsFor(piece).flatMap((row) => {
    const seen = piece.onFloor?.[row.id]
    return seen ? [{ head: row.title, text: say`${SEEN[seen.found]}${seen.note ? `: ${seen.note}` : ''}` }] : []
  })
}
