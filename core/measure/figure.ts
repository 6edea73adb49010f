import type { Measured } from './measured'

export type Confidence = 'high' | 'medium' | 'low'
export type FigureUnit
  = | 'mm'
    | 'fit-mm'
    | 'bit-mm'
    /** What a clamp or strap has to reach over: no finer than its jaw is set. */
    | 'reach-mm'
    | 'mm2'
    | 'cm2'
    | 'cm3'
    | 'litre'
    | 'N'
    | 'kN'
    | 'MPa'
    | 'min'
    | 'h'
    | 'C'
    | '%'
    | 'g'
    | 'deg'
    | 'count'
    | 'share'

export interface FigureInput {
  readonly label: string
  readonly value: number
  readonly unit: FigureUnit
  /** `table` is a constant of the reference data, `computed` the outcome of an earlier step. */
  readonly basis: Measured['basis'] | 'table' | 'computed'
}

/** How a figure came about, so that any number on screen can be opened and checked. */
export interface Derivation {
  /** The formula in words. */
  readonly rule: string
  readonly inputs: readonly FigureInput[]
  /** Anchor in docs/sources.md. */
  readonly source: string
  readonly confidence: Confidence
  /** Anchor in docs/limits.md, where the model leaves something out that matters here. */
  readonly limit?: string
}

/** A computed number with its unit, its range where there is one, and its derivation. */
export interface Figure {
  readonly value: number
  readonly low?: number
  readonly high?: number
  readonly unit: FigureUnit
  readonly derivation: Derivation
}

/** A figure from its parts, for those worked out in one line. */
export const figureOf = (
  value: number,
  unit: FigureUnit,
  rule: string,
  inputs: readonly FigureInput[],
  source: string,
  confidence: Confidence = 'medium',
): Figure => ({ value, unit, derivation: { rule, inputs, source, confidence } })

export const input = (
  label: string,
  value: number,
  unit: FigureUnit,
  basis: FigureInput['basis'] = 'computed',
): FigureInput => ({ label, value, unit, basis })
export const inputOf = (label: string, m: Measured, unit: FigureUnit): FigureInput => ({
  label,
  value: m.value,
  unit,
  basis: m.basis,
})
