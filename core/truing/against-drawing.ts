import type { Drawn } from './feet-tapes'
import { spanMm, type Ground } from './ground'

/** How measured feet lie against the drawing: all in place, one of them off, or the frame racked. */
export type Pull
  = | { readonly kind: 'true', readonly worstMm: number }
    | {
      readonly kind: 'one-foot'
      readonly foot: string
      readonly byMm: number
      readonly toX: number
      readonly toZ: number
      readonly laid: readonly Laid[]
    }
    | {
      readonly kind: 'racked'
      readonly worstMm: number
      readonly along: readonly [string, string]
      readonly byMm: number
      readonly laid: readonly Laid[]
    }

/** A foot as it was measured, turned and shifted onto the drawing, and where it was drawn. */
export interface Laid {
  readonly id: string
  readonly is: Ground
  readonly drawn: Ground
}

/** A foot this near to its place is in it: tapes say no more, millimetres (docs/sources.md#truing, low). */
const IN_PLACE_MM = 2
/** Where all others fit and this one is so many times worse than they are, it is the one. */
const STANDS_OUT = 2.5

/**
 * Lays four measured feet on the drawn ones and says which is off. Three of them are laid in their place; if the
 * fourth is then far out and they are not, it is that one, and it is pulled back along the arrow; otherwise the whole
 * frame is racked.
 */
export function pullToDrawing(measured: readonly Drawn[], drawn: readonly Drawn[]): Pull {
  const whole = laidOn(
    measured,
    drawn,
    measured.map(m => m.id),
  )
  const worst = (laid: readonly Laid[], ids: readonly string[]) =>
    Math.max(...laid.filter(l => ids.includes(l.id)).map(l => spanMm(l.is, l.drawn)))
  const all = measured.map(m => m.id)
  if (worst(whole, all) <= IN_PLACE_MM) return { kind: 'true', worstMm: worst(whole, all) }
  const alone = all.map((foot) => {
    const others = all.filter(id => id !== foot)
    const laid = laidOn(measured, drawn, others)
    return { foot, laid, othersMm: worst(laid, others), byMm: worst(laid, [foot]) }
  })
  const best = alone.reduce((a, b) => (b.othersMm < a.othersMm ? b : a))
  if (best.othersMm <= IN_PLACE_MM && best.byMm > STANDS_OUT * Math.max(best.othersMm, IN_PLACE_MM / 2)) {
    const { is, drawn: want } = best.laid.find(l => l.id === best.foot)!
    return {
      kind: 'one-foot',
      foot: best.foot,
      byMm: best.byMm,
      toX: (want.xMm - is.xMm) / best.byMm,
      toZ: (want.zMm - is.zMm) / best.byMm,
      laid: best.laid,
    }
  }
  return { kind: 'racked', worstMm: worst(whole, all), ...longerDiagonal(measured, drawn), laid: whole }
}

/**
 * Of the two diagonals the one that has grown most against the drawing: the frame is pulled together along it, by
 * half of what they differ.
 */
function longerDiagonal(
  measured: readonly Drawn[],
  drawn: readonly Drawn[],
): { readonly along: readonly [string, string], readonly byMm: number } {
  const grown = ([i, j]: readonly [number, number]) =>
    spanMm(at(measured, drawn[i]!.id), at(measured, drawn[j]!.id)) - spanMm(drawn[i]!, drawn[j]!)
  const [first, second] = [
    [0, 2],
    [1, 3],
  ] as const
  const [i, j] = grown(first) >= grown(second) ? first : second
  return { along: [drawn[i]!.id, drawn[j]!.id], byMm: Math.abs(grown(first) - grown(second)) / 2 }
}

const at = (all: readonly Drawn[], id: string): Drawn => all.find(p => p.id === id)!

/** The measured feet shifted and turned so that those of `by` lie as near to their drawn places as they can. */
function laidOn(measured: readonly Drawn[], drawn: readonly Drawn[], by: readonly string[]): Laid[] {
  const middle = (all: readonly Drawn[]) => ({
    xMm: by.reduce((s, id) => s + at(all, id).xMm, 0) / by.length,
    zMm: by.reduce((s, id) => s + at(all, id).zMm, 0) / by.length,
  })
  const [from, to] = [middle(measured), middle(drawn)]
  let [cos, sin] = [0, 0]
  for (const id of by) {
    const [px, pz] = [at(measured, id).xMm - from.xMm, at(measured, id).zMm - from.zMm]
    const [qx, qz] = [at(drawn, id).xMm - to.xMm, at(drawn, id).zMm - to.zMm]
    cos += px * qx + pz * qz
    sin += px * qz - pz * qx
  }
  const turn = Math.atan2(sin, cos)
  return measured.map((m): Laid => {
    const [x, z] = [m.xMm - from.xMm, m.zMm - from.zMm]
    const is = {
      xMm: to.xMm + x * Math.cos(turn) - z * Math.sin(turn),
      zMm: to.zMm + x * Math.sin(turn) + z * Math.cos(turn),
    }
    return { id: m.id, is, drawn: at(drawn, m.id) }
  })
}
