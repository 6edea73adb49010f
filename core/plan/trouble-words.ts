import type { Trouble } from '../condition/troubles'
import { WAYS_OUT } from '../hardware'
import { FAULT_LABELS, faultTag } from '../piece/faults'
import { tagOf } from '../piece/facts'
import { nameOf } from '../piece/names'
import type { Fault, Piece } from '../piece/schema'

/** How a trouble is called in a line: `B1, break in the left front leg`, `missing right stick`. */
export function troubleName(piece: Piece, trouble: Trouble): string {
  const part = trouble.part === null ? '' : nameOf(piece, trouble.part)
  switch (trouble.kind) {
    case 'part-missing':
      return piece.parts.some(p => p.id === trouble.part && p.stillIn) ? `${part} beyond saving` : `missing ${part}`
    case 'held-fast':
      return `${part} held fast across its grain`
    case 'bracing-lost':
      return bracingName(piece, trouble, part)
    case 'joint-loose':
      return trouble.tag
    case 'moved-again':
      return `${trouble.tag}, which moved again`
    case 'hardware-loose':
      return `${trouble.tag}, held by hardware`
    case 'out-of-register':
      return `${trouble.tag}, out of register`
    case 'hold-failed':
      return holdName(piece, trouble, part)
    default:
      return faultName(piece, piece.faults.find(f => f.id === trouble.fault)!)
  }
}

/** What is worked on for a trouble: of a part that is made again the new one, else the trouble itself. */
export const workName = (piece: Piece, trouble: Trouble): string =>
  trouble.kind === 'part-missing' && trouble.part !== null
    ? `new ${nameOf(piece, trouble.part)}`
    : trouble.tag || troubleName(piece, trouble)

/** `B1, break in the left front leg`; of a part that goes for it as well, where it is no trouble of its own. */
export const faultName = (piece: Piece, fault: Fault): string =>
  `${faultTag(piece, fault)}, ${FAULT_LABELS[fault.kind]} in the ${nameOf(piece, fault.part)}`

/** What work is for, by its tag where it has one: a trouble, or a joint with nothing wrong that is closed again. */
export function tagOfWork(piece: Piece, troubles: readonly Trouble[], id: string): string {
  const trouble = troubles.find(t => t.id === id)
  if (trouble) return trouble.tag || troubleName(piece, trouble)
  const joint = piece.joints.find(j => id === `joint:${j.id}`)
  return joint ? tagOf(joint) : id
}

function bracingName(piece: Piece, trouble: Trouble, part: string): string {
  if (trouble.id === 'bracing:blocks') return 'corner blocks'
  return trouble.id === 'bracing:webbing' ? 'webbing' : holdName(piece, trouble, part)
}

const HOLD_FAULT_WORDS = {
  'stripped': 'stripped',
  'bent': 'bent',
  'snapped': 'snapped',
  'seized': 'seized',
  'split-wood': 'in split wood',
  'crushed-wood': 'in crushed wood',
  'worn': 'worn',
  'binds': 'binding',
} as const

/** `J4, screw loose`, `castor worn, in the left back leg`. */
function holdName(piece: Piece, trouble: Trouble, part: string): string {
  const hold = piece.holds.find(h => `hold:${h.id}` === trouble.id)!
  const state = hold.state === 'loose' || hold.state === 'gone' ? [hold.state === 'gone' ? 'lost' : 'loose'] : []
  const what = `${WAYS_OUT[hold.kind].label} ${[...state, ...hold.faults.map(f => HOLD_FAULT_WORDS[f])].join(', ')}`
  return trouble.tag ? `${trouble.tag}, ${what}` : `${what}, in the ${part}`
}
