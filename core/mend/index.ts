import type { MendId, School } from '../piece/words'
import { glueInPlace } from './glue-in-place'
import { kerfAndWedge } from './kerf-and-wedge'
import type { JointCase, Mend, Verdict } from './mend'
import { newDowel } from './new-dowel'
import { reGlue } from './re-glue'
import { shims } from './shims'

export const MENDS: readonly Mend[] = [reGlue, shims, kerfAndWedge, newDowel, glueInPlace]
export const mendNamed = (id: MendId): Mend => MENDS.find(m => m.id === id)!

export interface Candidate { readonly mend: Mend, readonly verdict: Verdict }

/** Order in which each school tries the mends that fit (docs/sources.md#schools). Glue in place is weighed against opening elsewhere. */
const PREFERENCE: Readonly<Record<School, readonly MendId[]>> = {
  conserve: ['re-glue', 'shims', 'glue-in-place', 'kerf-and-wedge', 'new-dowel'],
  everyday: ['re-glue', 'kerf-and-wedge', 'shims', 'new-dowel', 'glue-in-place'],
  strength: ['new-dowel', 're-glue', 'kerf-and-wedge', 'shims', 'glue-in-place'],
}

/** Every mend for a joint, those that fit first, in the school's order; the others with the reason they do not. */
export function mendCandidates(c: JointCase): Candidate[] {
  const order = PREFERENCE[c.school]
  return MENDS.map(mend => ({ mend, verdict: mend.consider(c) }))
    .sort((a, b) => Number(b.verdict.fits) - Number(a.verdict.fits) || order.indexOf(a.mend.id) - order.indexOf(b.mend.id))
}

export type { JointCase, Mend, Size, SizeId, Stock, TwoEnds, Verdict, Work } from './mend'
export { glueInPlace } from './glue-in-place'
export { bitSteps, deepestMm, HAND_FIT_MM, ROOM_FOR_GLUE_MM, wallNeededMm } from './new-dowel'
export { SHIM_LEAST_MM, SHIM_MOST_MM, shimFor } from './shims'
export { wedgeGeometry, type WedgeGeometry } from './kerf-and-wedge'
export { jointCase, glueFaces, widest, workFigures } from './mend'
