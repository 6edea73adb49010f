import { bitMm, joined, mm, q, say, type Phrase } from '../measure/phrase'

/** How a tool is set for one cut: where it is made, with which bit, how deep, at which angle, how far from a face. */
export interface Setting {
  readonly what: Phrase
  readonly bitMm?: number
  readonly stopMm?: number
  /** Between the cut and the part’s own line, or its face, as `what` says. */
  readonly angleDeg?: number
  readonly fenceMm?: number
}

/** A setting in words, such as `Leg: bit 10 mm, stop 26 mm`. */
export function settingWords(s: Setting): Phrase {
  const parts = [
    ...(s.bitMm === undefined ? [] : [say`bit ${bitMm(s.bitMm)}`]),
    ...(s.stopMm === undefined ? [] : [say`stop ${mm(s.stopMm)}`]),
    ...(s.angleDeg === undefined ? [] : [say`angle ${q(s.angleDeg, 'deg')}`]),
    ...(s.fenceMm === undefined ? [] : [say`fence ${mm(s.fenceMm)}`]),
  ]
  return say`${s.what}: ${joined(parts, ', ')}`
}
