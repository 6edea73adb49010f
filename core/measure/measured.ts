/** A figure somebody took, once or several times, or one the software filled in until somebody does. */
export interface Measured {
  readonly value: number
  readonly basis: 'measured' | 'assumed'
  readonly readings?: number[] | undefined
}

export const measured = (value: number): Measured => ({ value, basis: 'measured' })
export const assumed = (value: number): Measured => ({ value, basis: 'assumed' })

export const meanOf = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / values.length

/** Readings are kept to a hundredth of a millimetre, as finely as a caliper gives them. */
const kept = (value: number) => Math.round(value * 100) / 100

/** One more reading of the same thing: the value becomes the mean. The last twenty are kept. */
export function withReading(before: Measured | null, value: number): Measured {
  if (!before || before.basis === 'assumed') return measured(value)
  const readings = [...(before.readings ?? [before.value]), value].map(kept).slice(-20)
  return { value: meanOf(readings), basis: 'measured', readings }
}

/** Least and greatest reading, or undefined where there is only one. */
export function rangeOf(m: Measured): { low: number, high: number } | undefined {
  return m.readings ? { low: Math.min(...m.readings), high: Math.max(...m.readings) } : undefined
}
