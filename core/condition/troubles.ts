import { isHeldByHardware } from '../hardware'
import { movedAgain } from './moved-again'
import { jointsNamedBy, faultTag } from '../piece/faults'
import { findingOf, isFaulty, isLoose, missingParts, partOf, presentJoints, tagOf } from '../piece/facts'
import type { Fault, Hold, Joint, Piece } from '../piece/schema'
import type { JointState } from '../piece/words'

/** Everything that wants something done about it is one of these, with one kind of handle. */
export type TroubleKind
  = | 'break'
    | 'part-missing'
    | 'split'
    | 'live-worm'
    | 'bracing-lost'
    | 'moved-again'
    | 'joint-loose'
    | 'hardware-loose'
    | 'out-of-register'
    | 'held-fast'
    | 'hold-failed'
    | 'earlier-repair'
    | 'loss'
    | 'worm'

export interface Trouble {
  /** `joint:…`, `fault:…`, `part:…`, `hold:…` or `bracing:…`; what a decision names. */
  readonly id: string
  readonly kind: TroubleKind
  /** What stands on the drawing and on the paper tag; empty where there is none. */
  readonly tag: string
  /** The part it lies in, or that is missing; for a joint the part that enters. Null for what is the whole frame’s. */
  readonly part: string | null
  readonly joint: string | null
  readonly fault: string | null
  /**
   * Other troubles that have to be dealt with before this one can be: a mortise in a split post waits for the split.
   */
  readonly standsOn: readonly string[]
  /** What it felt like once it was done; null where nobody has tried it again. */
  readonly felt: JointState | null
}

/** Worst first: what the piece cannot carry with, then what grows worse, then what only looks bad. */
const RANKS: Readonly<Record<TroubleKind, number>> = {
  'break': 0,
  'part-missing': 1,
  'split': 2,
  'live-worm': 3,
  'bracing-lost': 4,
  'moved-again': 4.5,
  'joint-loose': 5,
  'hardware-loose': 6,
  'out-of-register': 7,
  'held-fast': 8,
  'hold-failed': 9,
  'earlier-repair': 10,
  'loss': 11,
  'worm': 12,
}
const STATE_RANKS: Readonly<Record<JointState, number>> = {
  'apart': 0,
  'swings': 1,
  'gives': 2,
  'ticks': 3,
  'solid': 4,
  'not-tested': 4,
}

/** All that is wrong with a piece, worst first, like ones together. Pure; what nobody found is not in it. */
export function troublesOf(piece: Piece): Trouble[] {
  const found = [
    ...piece.faults.flatMap(fault => faultTrouble(piece, fault) ?? []),
    ...missingParts(piece).map(p => bare({ id: `part:${p.id}`, kind: 'part-missing', part: p.id })),
    ...heldFast(piece),
    ...bracingTroubles(piece),
    ...jointTroubles(piece),
    ...piece.holds.flatMap(hold => holdTrouble(piece, hold) ?? []),
  ]
  const felt = found.map((t): Trouble => ({ ...t, felt: piece.after[t.id]?.state ?? null }))
  const inOrder = felt
    .map((t, i) => [t, i] as const)
    .sort(([a, i], [b, k]) => RANKS[a.kind] - RANKS[b.kind] || i - k)
    .map(([t]) => t)
  return inOrder.map(t => ({ ...t, standsOn: foundationsOf(piece, t, inOrder) }))
}

const bare = (facts: Pick<Trouble, 'id' | 'kind'> & Partial<Trouble>): Trouble => ({
  tag: '',
  part: null,
  joint: null,
  fault: null,
  standsOn: [],
  felt: null,
  ...facts,
})

/**
 * An earlier repair that holds, in register, is history and no trouble; of one nobody has judged yet that is not
 * known. What is wrong in a part that is gone, or beyond saving, is why it goes: nobody mends it.
 */
function faultTrouble(piece: Piece, fault: Fault): Trouble | null {
  if (partOf(piece, fault.part).missing) return null
  if (fault.kind === 'earlier-repair' && fault.holds === 'holds' && fault.register === 'in-register') return null
  return bare({
    id: `fault:${fault.id}`,
    kind: fault.kind === 'worm' ? (fault.live === 'old' ? 'worm' : 'live-worm') : fault.kind,
    tag: faultTag(piece, fault),
    part: fault.part,
    joint: 'joint' in fault ? fault.joint : null,
    fault: fault.id,
  })
}

/** Joints that move and should not, joints that came loose again, and firm ones that stand out of their old line. */
function jointTroubles(piece: Piece): Trouble[] {
  const loose = presentJoints(piece).filter(
    j => isLoose(piece, j) || isFaulty(piece.after[`joint:${j.id}`]?.state ?? 'solid'),
  )
  const byState = [...loose].sort(
    (a, b) =>
      STATE_RANKS[findingOf(piece, a.id).state] - STATE_RANKS[findingOf(piece, b.id).state] || a.number - b.number,
  )
  const stepped = presentJoints(piece).filter(
    j => !loose.includes(j) && findingOf(piece, j.id).signs['step-in-line'] === 'seen',
  )
  const again = movedAgain(piece)
  const asTrouble = (kind: TroubleKind) => (j: Joint) =>
    bare({ id: `joint:${j.id}`, kind, tag: tagOf(j), part: j.enters, joint: j.id })
  return [
    ...presentJoints(piece)
      .filter(j => again.has(j.id))
      .map(asTrouble('moved-again')),
    ...byState.filter(j => !isHeldByHardware(piece, j) && !again.has(j.id)).map(asTrouble('joint-loose')),
    ...byState.filter(j => isHeldByHardware(piece, j)).map(asTrouble('hardware-loose')),
    ...stepped.map(asTrouble('out-of-register')),
  ]
}

/** Hardware that is loose, lost or worn; what merely has to come out of the way is no trouble of its own. */
function holdTrouble(piece: Piece, hold: Hold): Trouble | null {
  const fails = hold.state === 'loose' || hold.state === 'gone' || hold.faults.length > 0
  if (!fails) return null
  const joint = hold.on.kind === 'joint' ? piece.joints.find(j => j.id === hold.on.id) : undefined
  const fault = hold.on.kind === 'fault' ? piece.faults.find(f => f.id === hold.on.id) : undefined
  const inPart = fault?.part ?? (hold.on.kind === 'part' ? hold.on.id : null)
  if (inPart !== null && partOf(piece, inPart).missing) return null
  return bare({
    id: `hold:${hold.id}`,
    kind: hold.kind === 'web' ? 'bracing-lost' : 'hold-failed',
    tag: joint ? tagOf(joint) : '',
    part: hold.on.kind === 'part' ? hold.on.id : (fault?.part ?? joint?.enters ?? null),
    joint: joint?.id ?? null,
  })
}

/** A wide part that is screwed down through its width and has split: it could not move, and will split again. */
function heldFast(piece: Piece): Trouble[] {
  const split = new Set(piece.faults.flatMap(f => (f.kind === 'split' ? [f.part] : [])))
  const screwed = (part: string) =>
    piece.joints.filter(
      j =>
        (j.enters === part || j.receives === part)
        && ((j.form.kind === 'fixing' && j.form.by === 'screw') || (j.form.kind === 'butt' && j.form.screws > 0)),
    )
  return piece.parts
    .filter(p => !p.missing && split.has(p.id) && screwed(p.id).length >= 2)
    .map(p => bare({ id: `part:${p.id}`, kind: 'held-fast', part: p.id }))
}

/** What is told block by block and strip by strip is not told of all at once as well. */
function bracingTroubles(piece: Piece): Trouble[] {
  const { bracing } = piece
  const blocks = !isBlockTold(piece) && (bracing.cornerBlocks === 'missing' || bracing.cornerBlocks === 'loose')
  const isStripTold = piece.holds.some(h => h.kind === 'web')
  const webbing
    = !isStripTold
      && (bracing.webbing === 'slack' || bracing.webbing === 'missing' || bracing.webbing === 'board-instead')
  return [
    ...(blocks ? [bare({ id: 'bracing:blocks', kind: 'bracing-lost' })] : []),
    ...(webbing ? [bare({ id: 'bracing:webbing', kind: 'bracing-lost' })] : []),
  ]
}

function isBlockTold(piece: Piece): boolean {
  const blocks = new Set(piece.parts.filter(p => p.role === 'corner-block').map(p => p.id))
  return (
    piece.parts.some(p => p.missing && blocks.has(p.id))
    || piece.joints.some(j => blocks.has(j.enters) && isLoose(piece, j))
  )
}

/**
 * What has to be dealt with before a trouble can be: a joint waits for the break or split in its wood, a patch for
 * the break in its part.
 */
function foundationsOf(piece: Piece, trouble: Trouble, all: readonly Trouble[]): string[] {
  const inSamePart = (kind: TroubleKind) =>
    all.filter(t => t.kind === kind && t.part === trouble.part && t.id !== trouble.id).map(t => t.id)
  // A part in two is made whole before anything else in its wood; what held a split wide open lets go before it is
  // closed.
  if (trouble.kind === 'loss' || trouble.kind === 'worm') return inSamePart('break')
  if (trouble.kind === 'split') return [...inSamePart('break'), ...inSamePart('held-fast')]
  const joint
    = trouble.fault === null && trouble.kind !== 'hold-failed'
      ? piece.joints.find(j => j.id === trouble.joint)
      : undefined
  if (!joint) return []
  if (trouble.kind === 'hardware-loose') {
    return all.filter(t => t.kind === 'hold-failed' && t.joint === joint.id).map(t => t.id)
  }
  return all
    .filter((t) => {
      const fault = piece.faults.find(f => f.id === t.fault)
      if (!fault || t.id === trouble.id) return false
      const names = jointsNamedBy(fault).some(named => named.id === joint.id)
      if (fault.kind === 'break') return names || fault.part === joint.enters || fault.part === joint.receives
      return fault.kind === 'split' && names
    })
    .map(t => t.id)
}
