import { isGlued } from '../piece/facts'
import { FORMS } from '../piece/joint-forms'
import type { Joint, JointForm, Piece } from '../piece/schema'
import type { HoldFault, HoldKind, HoldState } from '../piece/words'
import { HINDRANCE, isMetal, WAYS_OUT } from './ways-out'

/** Something that holds a joint besides its glue: recorded by somebody, or there by the way the joint is made. */
export interface HeldBy {
  readonly id: string
  readonly joint: string
  readonly kind: HoldKind
  readonly count: number
  readonly state: HoldState
  readonly faults: readonly HoldFault[]
  readonly hidden: boolean
  readonly note: string
  /** True where nobody recorded it: the joint’s make says it is there. */
  readonly made: boolean
}

/** Kinds that stand for one another: a recorded snapped screw is one of the screws the make speaks of. */
const FAMILIES: readonly (readonly HoldKind[])[] = [
  ['screw', 'plugged-screw', 'snapped-screw'],
  ['hanger-bolt', 'bolt'],
]
const isAlike = (a: HoldKind, b: HoldKind): boolean => a === b || FAMILIES.some(f => f.includes(a) && f.includes(b))

/** Nails and keys across a mitre; a spline lies in both faces and locks nothing. */
const LOCKS_OF_MITRE: Readonly<
  Record<Extract<JointForm, { kind: 'mitre' }>['lock'], { kind: HoldKind, count: number }[]>
> = {
  'none': [],
  'spline': [],
  'keys': [{ kind: 'key', count: 2 }],
  'back-key': [{ kind: 'key', count: 1 }],
  'nails': [{ kind: 'brad', count: 2 }],
}

/** What a joint is held by, by its make alone. */
function madeWith({ form }: Joint): { kind: HoldKind, count: number }[] {
  switch (form.kind) {
    case 'mortise-and-tenon':
      return [
        ...(form.pinned ? [{ kind: 'wooden-pin' as const, count: 1 }] : []),
        ...(form.wedged ? [{ kind: 'wedge' as const, count: 2 }] : []),
      ]
    case 'round-tenon':
      return form.wedged ? [{ kind: 'wedge', count: 1 }] : []
    case 'butt':
      return form.screws > 0 ? [{ kind: 'screw', count: form.screws }] : []
    case 'mitre':
      return LOCKS_OF_MITRE[form.lock]
    case 'bolted':
      return [
        { kind: 'hanger-bolt', count: form.count },
        ...(form.bracket ? [{ kind: 'corner-bracket' as const, count: 1 }] : []),
      ]
    case 'knuckle':
      return [{ kind: 'hinge-pin', count: 1 }]
    case 'fixing':
      return [{ kind: form.by, count: form.count }]
    default:
      return []
  }
}

/**
 * Whether a joint is made with such a thing, so that it goes back or is made new when the joint is closed; what was
 * driven in later is not.
 */
export const isOfItsMake = (joint: Joint, kind: HoldKind): boolean => madeWith(joint).some(m => isAlike(m.kind, kind))

/** All that holds a joint besides glue: what was recorded at it, and what its make speaks of and nobody recorded. */
export function holdsOf(piece: Piece, joint: Joint): HeldBy[] {
  const recorded = piece.holds.filter(h => h.on.kind === 'joint' && h.on.id === joint.id)
  const own = recorded.map((h): HeldBy => ({
    id: h.id,
    joint: joint.id,
    kind: h.kind,
    count: 1,
    state: h.state,
    faults: h.faults,
    hidden: h.hidden,
    note: h.note,
    made: false,
  }))
  const made = madeWith(joint)
    .filter(m => !recorded.some(h => isAlike(h.kind, m.kind)))
    .map((m): HeldBy => ({
      id: `made-${m.kind}--${joint.id}`,
      joint: joint.id,
      kind: m.kind,
      count: m.count,
      state: 'not-looked',
      faults: [],
      hidden: false,
      note: '',
      made: true,
    }))
  return [...own, ...made]
}

/** Whether somebody has taken it out already. */
const isOut = (piece: Piece, held: HeldBy): boolean =>
  piece.events.some(
    e =>
      (e.kind === 'hold-out'
        && (e.of.includes(`hold:${held.id}`) || (held.made && e.of.includes(`joint:${held.joint}`))))
      || (e.kind === 'done' && held.made && e.of.includes(`joint:${held.joint}/${held.kind}-out`)),
  )

/**
 * Holds that have to be out before a joint can move: a pin, a wedge, a screw, a bolt; not what is gone or out
 * already.
 */
export const locksOf = (piece: Piece, joint: Joint): HeldBy[] =>
  holdsOf(piece, joint).filter(h => WAYS_OUT[h.kind].locks && h.state !== 'gone' && !isOut(piece, h))

/** Minutes until it is out, and the chance that the wood round it is harmed; low confidence. */
export function effortOf({ kind, count, faults, state }: HeldBy): { minutes: number, harm: number } {
  const hindered = Math.max(1, ...faults.map(f => HINDRANCE[f] ?? 1))
  const eased = state === 'loose' ? 0.7 : 1
  const { minutes, harm } = WAYS_OUT[kind]
  return { minutes: minutes * count * hindered * eased, harm: 1 - (1 - harm * hindered) ** count }
}

/** What sits on a part and comes off before the part is struck, pressed or turned over. */
export const offFirst = (piece: Piece, part: string): readonly Piece['holds'][number][] =>
  piece.holds.filter(
    h =>
      h.on.kind === 'part'
      && h.on.id === part
      && WAYS_OUT[h.kind].first
      && h.state !== 'gone'
      && !piece.events.some(e => e.kind === 'hold-out' && e.of.includes(`hold:${h.id}`)),
  )

/**
 * Whether hardware holds a joint and glue does not: what goes wrong with it is its hardware’s. A dry joint with
 * nothing else in it just lacks glue.
 */
export function isHeldByHardware(piece: Piece, joint: Joint): boolean {
  if (joint.form.kind === 'rest') return false
  if (!FORMS[joint.form.kind].glued) return true
  return !isGlued(piece, joint) && holdsOf(piece, joint).some(h => WAYS_OUT[h.kind].locks && isMetal(h.kind))
}
