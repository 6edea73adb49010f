/** A figure somebody took, or one the software filled in until somebody does. */
export interface Measured { readonly value: number, readonly basis: 'measured' | 'assumed' }

export const measured = (value: number): Measured => ({ value, basis: 'measured' })
export const assumed = (value: number): Measured => ({ value, basis: 'assumed' })
