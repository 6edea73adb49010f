import { FORMS } from './joint-forms'
import type { JointForm } from './schema'
import type { ClearanceKey } from './words'

interface Words {
  /** To go on a sentence with. */
  readonly place: string
  /** Beside its field. */
  readonly label: string
}
const WORDS: Readonly<Record<ClearanceKey, Words>> = {
  'cheek': { place: 'at the cheeks', label: 'Cheeks, mouth' },
  'cheek-bottom': { place: 'at the bottom of the cheeks', label: 'Cheeks, bottom' },
  'edge': { place: 'at the edges', label: 'Edges, mouth' },
  'edge-bottom': { place: 'at the bottom of the edges', label: 'Edges, bottom' },
  'round': { place: 'all round', label: 'Around, mouth' },
  'round-bottom': { place: 'round the bottom', label: 'Around, bottom' },
}
const OF_FACES: Words = { place: 'between the faces', label: 'Faces' }

/** Where a clearance of a joint is measured: a flat joint has faces and no cheeks. */
export const clearanceWords = (form: JointForm, where: ClearanceKey): Words =>
  FORMS[form.kind].fit === 'face' ? OF_FACES : WORDS[where]

/** What is taken from what. */
export function clearanceHeading(form: JointForm): string {
  if (FORMS[form.kind].fit === 'face') return 'Gap between the faces, closed by hand'
  return FORMS[form.kind].fit === 'round' ? 'Clearance, hole less what is in it' : 'Clearance, mortise less tenon'
}
