import { PADS_MM } from '../clamping'
import { mm, say, type Phrase } from '../measure/phrase'
import { isFlatFrame } from '../piece/facts'
import type { Piece } from '../piece/schema'
import { clampNamed } from '../reference/clamps'
import type { Shop } from '../reference/shop-settings'
import { feetOf, flatPanel, panelsOf, readDiagonals, STANDS_MM, windingByHeights, type Panel } from '../truing'
import { footName } from './feet-words'
import type { Plan } from './plan'

/** One thing to read off the frame, and what it should read where that is known. */
export interface Slot {
  readonly key: string
  readonly label: Phrase
  readonly targetMm: number | null
}

/** Something to look at while the frame can still be moved. */
export interface TrueCheck {
  readonly id: string
  readonly kind: 'diagonals' | 'rocking' | 'winding'
  readonly title: Phrase
  readonly how: Phrase
  readonly slots: readonly Slot[]
}

/** What the readings say: whether it is true, and if not what to pull, with what, how far past. */
export interface CheckAnswer {
  readonly isTrue: boolean
  readonly words: Phrase
}

/**
 * What is looked at when a stage is closed, dry or wet: the diagonals of every panel it shuts, and at the end whether
 * it rocks.
 */
export function checksFor(piece: Piece, stages: Plan['stages'], number: number): TrueCheck[] {
  const stage = stages.find(s => s.number === number)
  if (!stage) return []
  if (isFlatFrame(piece)) return flatChecks(piece)
  const later = new Set(stages.filter(s => s.number > number && !s.glued).flatMap(s => s.joints))
  const shut = panelsOf(piece).filter(
    p => p.joints.some(j => stage.joints.includes(j)) && !p.joints.some(j => later.has(j)),
  )
  const standing = shut.some(p => p.kind === 'plan') || (shut.length > 0 && later.size === 0)
  return [...shut.map(p => diagonalsOf(piece, p)), ...(standing ? [rocking(piece)] : [])]
}

function diagonalsOf(piece: Piece, panel: Panel): TrueCheck {
  const [a, b, c, d] = panel.posts.map(id => footName(piece, id)) as [string, string, string, string]
  const isPlan = panel.kind === 'plan'
  const slot = (which: 'first' | 'second', words: Phrase, targetMm: number): Slot => ({
    key: `${panel.id}/${which}`,
    label: words,
    targetMm,
  })
  return {
    id: panel.id,
    kind: 'diagonals',
    title: isPlan ? say`From above, at the rails` : say`Side, ${a} to ${b}`,
    how: isPlan
      ? say`From corner to corner at the height of the rails, both at like places.`
      : say`From each foot to the other post at the top rail, both at like places.`,
    slots: isPlan
      ? [
          slot('first', say`${a} – ${c}, at the rails`, panel.firstMm),
          slot('second', say`${b} – ${d}, at the rails`, panel.secondMm),
        ]
      : [
          slot('first', say`from the ${a} foot`, panel.firstMm),
          slot('second', say`from the ${b} foot`, panel.secondMm),
        ],
  }
}

function rocking(piece: Piece): TrueCheck {
  const feet = feetOf(piece)
  return {
    id: 'rocking',
    kind: 'rocking',
    title: say`On the flat board`,
    how: say`All ${feet.length} feet down: press on each corner in turn, and measure under the one that lifts.`,
    slots: [{ key: 'rocking/gap', label: say`gap under the foot that lifts`, targetMm: 0 }],
  }
}

function flatChecks(piece: Piece): TrueCheck[] {
  const panel = flatPanel(piece)
  if (!panel) return []
  const corner = (n: number) => say`corner ${n}`
  return [
    {
      id: 'flat',
      kind: 'diagonals',
      title: say`Square`,
      how: say`From corner to corner, inside or outside, both alike.`,
      slots: [
        { key: 'flat/first', label: say`corner 1 to corner 3`, targetMm: panel.firstMm },
        { key: 'flat/second', label: say`corner 2 to corner 4`, targetMm: panel.secondMm },
      ],
    },
    {
      id: 'winding',
      kind: 'winding',
      title: say`Without twist`,
      how: say`Flat on a board: how high each corner stands over it, in order round the frame.`,
      slots: [1, 2, 3, 4].map(n => ({
        key: `winding/corner-${['one', 'two', 'three', 'four'][n - 1]!}`,
        label: corner(n),
        targetMm: 0,
      })),
    },
  ]
}

/**
 * What was read of a check and what follows; null while something of it is not read yet. Readings in millimetres by
 * their keys.
 */
export function answerCheck(piece: Piece, check: TrueCheck, shop: Pick<Shop, 'rack'>): CheckAnswer | null {
  const read = check.slots.map(s => piece.trueReadings?.[s.key]?.value)
  if (read.some(r => r === undefined)) return null
  const values = read as number[]
  if (check.kind === 'rocking') return rockingAnswer(values[0]!)
  if (check.kind === 'winding') return windingAnswer(piece, values as [number, number, number, number])
  return diagonalsAnswer(check, values as [number, number], shop)
}

function diagonalsAnswer(
  { slots }: TrueCheck,
  [first, second]: [number, number],
  shop: Pick<Shop, 'rack'>,
): CheckAnswer {
  const { pull, byMm, toMm } = readDiagonals(
    { firstMm: slots[0]!.targetMm!, secondMm: slots[1]!.targetMm! },
    first,
    second,
  )
  if (pull === null) return { isTrue: true, words: say`True: the diagonals are as they should be to each other.` }
  const [slot, readMm] = pull === 'first' ? ([slots[0]!, first] as const) : ([slots[1]!, second] as const)
  return {
    isTrue: false,
    words: say`${slot.label}: ${mm(byMm)} too long; pull it together along it ${withWhat(shop, readMm)}, to ${mm(readMm - byMm)}, once as far as ${mm(toMm)}, let go and read both again.`,
  }
}

/** What on the rack reaches from corner to corner; failing that a cord with a stick in it. */
function withWhat({ rack }: Pick<Shop, 'rack'>, spanMm: number): string {
  const bars = rack
    .filter(r => clampNamed(r.type).spans && r.openingMm >= spanMm + PADS_MM)
    .sort((a, b) => a.openingMm - b.openingMm)
  if (bars[0]) return `with one ${clampNamed(bars[0].type).label.toLowerCase()} of ${bars[0].openingMm} mm`
  return rack.some(r => r.type === 'strap')
    ? 'with a strap from corner to corner'
    : 'with a cord and a stick twisted in it'
}

const rockingAnswer = (gapMm: number): CheckAnswer =>
  gapMm <= STANDS_MM
    ? { isTrue: true, words: say`It stands.` }
    : {
        isTrue: false,
        words: say`It lifts by ${mm(gapMm)}: slacken a little, weight over the two feet that float, see the diagonals again, tighten. What is left when it has cured is taken off a foot.`,
      }

function windingAnswer(piece: Piece, heights: [number, number, number, number]): CheckAnswer {
  const panel = flatPanel(piece)!
  const winding = windingByHeights(heights, panel.sidesMm[0], panel.sidesMm[1])
  if (!winding.ok) return { isTrue: false, words: say`${winding.issues[0]!.message}` }
  const { high, offMm, pressMm } = winding.value
  if (high === null) return { isTrue: true, words: say`Flat.` }
  const corners = high === 'first-and-third' ? 'corners 1 and 3' : 'corners 2 and 4'
  return {
    isTrue: false,
    words: say`Twisted by ${mm(offMm)}: ${corners} down to the board over packing under the other two, ${mm(pressMm)} past flat, until it has set.`,
  }
}
