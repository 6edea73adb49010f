import type { Family } from './family'
import { framedChair } from './framed-chair'

export const FAMILIES: readonly Family[] = [framedChair]
export const findFamily = (id: string): Family | undefined => FAMILIES.find(f => f.id === id)
export type { Family, MeasureRow, OptionRow } from './family'
