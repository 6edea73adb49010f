import type { Stock } from '../mend'
import type { StoreRow } from '../reference/shop-settings'
import type { WoodUse } from '../wood/uses'

/**
 * What each thing is cut from and how much over: thickness, width and length, millimetres; null for what is not cut
 * from wood.
 */
interface Allowance {
  readonly use: WoodUse
  readonly from: 'rod' | 'board'
  readonly overMm: readonly [thickness: number, width: number, length: number]
}

/**
 * Left on and brought down: 10 to 15 mm of length on a turned part, 1 to 2 on a fitted end, half a millimetre proud
 * on a patch; a wedge is driven and sawn off (docs/sources.md#mends, medium).
 */
const ALLOWANCES: Readonly<Record<Stock['id'], Allowance | null>> = {
  dowel: { use: 'pin', from: 'rod', overMm: [0, 0, 8] },
  pin: { use: 'pin', from: 'rod', overMm: [0, 0, 6] },
  peg: { use: 'pin', from: 'rod', overMm: [2, 0, 6] },
  wedge: { use: 'pin', from: 'board', overMm: [1, 1, 15] },
  tenon: { use: 'turned', from: 'board', overMm: [1, 1, 2] },
  shim: { use: 'patch', from: 'board', overMm: [0.5, 1, 2] },
  plug: { use: 'patch', from: 'board', overMm: [0.5, 1, 3] },
  patch: { use: 'patch', from: 'board', overMm: [1, 1, 1] },
  collar: { use: 'turned', from: 'rod', overMm: [3, 0, 6] },
  block: { use: 'block', from: 'board', overMm: [1, 1, 3] },
  part: { use: 'turned', from: 'board', overMm: [3, 3, 12] },
  screw: null,
  cloth: null,
  syringe: null,
}

/**
 * A piece of new wood as it is sawn and as it goes in, millimetres, the length last; by its diameter where it is
 * round.
 */
export interface Cut {
  readonly use: WoodUse
  readonly from: 'rod' | 'board'
  readonly finishedMm: readonly number[]
  readonly roughMm: readonly number[]
  /** Of all of them, rough. */
  readonly roughCm3: number
}

/** How a thing is cut; null for what is bought as it is, or whose sizes nobody knows yet. */
export function cutOf({ id, sizesMm, count }: Pick<Stock, 'id' | 'sizesMm' | 'count'>): Cut | null {
  const allowance = ALLOWANCES[id]
  if (!allowance || sizesMm.length < 2) return null
  const [over, overWide, overLong] = allowance.overMm
  const long = sizesMm[sizesMm.length - 1]!
  const thick = sizesMm[0]!
  const isRound = sizesMm.length === 2
  const roughMm = isRound ? [thick + over, long + overLong] : [thick + over, sizesMm[1]! + overWide, long + overLong]
  const each = isRound ? roughMm[0]! ** 2 * roughMm[1]! : roughMm[0]! * roughMm[1]! * roughMm[2]!
  return {
    use: allowance.use,
    from: isRound ? allowance.from : 'board',
    finishedMm: sizesMm,
    roughMm,
    roughCm3: (count * each) / 1000,
  }
}

/** A rod is of the size or it is not; a board may be thicker and wider. Millimetres. */
const SAME_ROD_MM = 0.05
/** What a cut takes. */
const KERF_MM = 2

/**
 * Of the wood that lies in the store what each cut may be sawn from, first come first served; null where nothing
 * does.
 */
export function fromStore(
  cuts: readonly { readonly cut: Cut | null, readonly count: number, readonly woods: readonly string[] }[],
  store: readonly StoreRow[],
): (StoreRow | null)[] {
  const left = new Map(store.map(row => [row.id, Array.from({ length: row.count }, () => row.lengthMm)]))
  return cuts.map(({ cut, count, woods }) => {
    if (!cut) return null
    const long = cut.roughMm[cut.roughMm.length - 1]!
    const fitting = store.filter(row => woods.includes(row.wood) && isBigEnough(row, cut))
    return (
      fitting.find((row) => {
        const rest = taken(left.get(row.id)!, long + KERF_MM, count)
        if (rest) left.set(row.id, rest)
        return rest !== null
      }) ?? null
    )
  })
}

function isBigEnough(row: StoreRow, { use, from, roughMm }: Cut): boolean {
  const [thick, wide] = roughMm
  if (from === 'rod' && row.kind === 'rod') return Math.abs(row.thicknessMm - thick!) <= SAME_ROD_MM
  if (row.kind === 'rod') return false
  // A dowel out of a board is sawn across its fibres somewhere: it is split, or bought.
  if (from === 'rod' && use === 'pin') return false
  return row.thicknessMm >= thick! && row.widthMm >= (roughMm.length === 2 ? thick! : wide!)
}

/** The lengths that are left once so many were sawn off; null if they do not give that many. */
function taken(lengthsMm: readonly number[], eachMm: number, count: number): number[] | null {
  const left = [...lengthsMm]
  for (let i = 0; i < count; i++) {
    const at = left.findIndex(l => l >= eachMm - KERF_MM)
    if (at < 0) return null
    left[at] = left[at]! - eachMm
  }
  return left
}
