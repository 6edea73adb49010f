import { FORMS } from './joint-forms'
import type { JointForm } from './schema'
import type { ClearanceKey } from './words'

const PLACES: Readonly<Record<ClearanceKey, string>> = {
  'cheek': 'at the cheeks',
  'cheek-bottom': 'at the bottom of the cheeks',
  'edge': 'at the edges',
  'edge-bottom': 'at the bottom of the edges',
  'round': 'all round',
  'round-bottom': 'round the bottom',
}

/** Where a clearance is measured, to go on a sentence with: a flat joint has faces and no cheeks. */
export const clearancePlace = (form: JointForm, where: ClearanceKey): string =>
  FORMS[form.kind].fit === 'face' ? 'between the faces' : PLACES[where]

const LABELS: Readonly<Record<ClearanceKey, string>> = {
  'cheek': 'Cheeks, mouth',
  'cheek-bottom': 'Cheeks, bottom',
  'edge': 'Edges, mouth',
  'edge-bottom': 'Edges, bottom',
  'round': 'Around, mouth',
  'round-bottom': 'Around, bottom',
}

/** The same beside its field. */
export const clearanceLabel = (form: JointForm, where: ClearanceKey): string =>
  FORMS[form.kind].fit === 'face' ? 'Faces' : LABELS[where]

/** What is taken from what. */
export function clearanceHeading(form: JointForm): string {
  if (FORMS[form.kind].fit === 'face') return 'Gap between the faces, closed by hand'
  return FORMS[form.kind].fit === 'round' ? 'Clearance, hole less what is in it' : 'Clearance, mortise less tenon'
}
