import type { Joint, JointForm } from './frame-schema'
import type { ClearanceKey, JointSizeKey } from './words'

export type JointKind = JointForm['kind']
export const JOINT_KINDS = [
  'mortise-and-tenon',
  'dowel',
  'round-tenon',
  'housing',
  'bridle',
  'half-lap',
  'butt',
  'mitre',
  'bolted',
  'knuckle',
  'fixing',
  'rest',
] as const satisfies readonly JointKind[]

interface FormRow {
  readonly label: string
  /** How it can be loose: across a tenon two ways, all around something round, or as one flat face. */
  readonly fit: 'cheeks' | 'round' | 'face'
  /** Held by glue, not by a bolt, a pin that works or its own weight. */
  readonly glued: boolean
  /** Meant to move: that it does is no fault. */
  readonly moves: boolean
  /** Two flat faces with nothing in each other: undone, it comes off any way and slides along the face. */
  readonly flat: boolean
}

/** What the rest of the core asks about a kind of joint. A new kind is a row here and a form in the schema. */
export const FORMS: Readonly<Record<JointKind, FormRow>> = {
  'mortise-and-tenon': { label: 'mortise and tenon', fit: 'cheeks', glued: true, moves: false, flat: false },
  'dowel': { label: 'dowels', fit: 'round', glued: true, moves: false, flat: false },
  'round-tenon': { label: 'round tenon', fit: 'round', glued: true, moves: false, flat: false },
  'housing': { label: 'housing', fit: 'cheeks', glued: true, moves: false, flat: false },
  'bridle': { label: 'bridle joint', fit: 'cheeks', glued: true, moves: false, flat: false },
  'half-lap': { label: 'half lap', fit: 'face', glued: true, moves: false, flat: false },
  'butt': { label: 'butt joint', fit: 'face', glued: true, moves: false, flat: true },
  'mitre': { label: 'mitre', fit: 'face', glued: true, moves: false, flat: true },
  'bolted': { label: 'bolted corner', fit: 'round', glued: false, moves: false, flat: false },
  'knuckle': { label: 'knuckle hinge', fit: 'round', glued: false, moves: true, flat: false },
  'fixing': { label: 'fixing', fit: 'face', glued: false, moves: false, flat: true },
  'rest': { label: 'laid in', fit: 'face', glued: false, moves: true, flat: true },
}

const CLEARANCES_BY_FIT: Readonly<Record<FormRow['fit'], readonly ClearanceKey[]>> = {
  cheeks: ['cheek', 'cheek-bottom', 'edge', 'edge-bottom'],
  round: ['round', 'round-bottom'],
  face: ['cheek'],
}
/** The clearances that can be measured on a joint: two ways across a tenon, one around a dowel, one at a flat face. */
export const clearancesOf = (form: JointForm): readonly ClearanceKey[] => CLEARANCES_BY_FIT[FORMS[form.kind].fit]

const SIZE_LABELS: Readonly<Record<JointSizeKey, string>> = {
  depthMm: 'Depth',
  thicknessMm: 'Thickness',
  widthMm: 'Width',
  deeperMm: 'Socket deeper by',
  diameterMm: 'Diameter',
  spacingMm: 'Spacing',
}
/** The sizes of a joint, its depth first, with their names. */
export const sizesOf = (joint: Joint): { key: JointSizeKey, label: string }[] =>
  (Object.keys(SIZE_LABELS) as JointSizeKey[])
    .filter(key => key === 'depthMm' || key in joint.form)
    .map(key => ({ key, label: SIZE_LABELS[key] }))

/** Through, wedged, pinned: what is special about a joint, in words. */
export function formWords(form: JointForm): string {
  const { label } = FORMS[form.kind]
  const special = (['through', 'wedged', 'haunched', 'pinned'] as const).filter(
    key => (form as Partial<Record<string, unknown>>)[key] === true,
  )
  if (form.kind === 'fixing') return `${form.count} × ${form.by.replaceAll('-', ' ')}`
  if (form.kind === 'mitre' && form.lock !== 'none') return `${label} with ${form.lock.replaceAll('-', ' ')}`
  const count = form.kind === 'dowel' || form.kind === 'bolted' ? `${form.count} × ` : ''
  return `${count}${special.length > 0 ? `${special.join(', ')} ` : ''}${label}`
}

const assumed = (value: number) => ({ value, basis: 'assumed' as const })
/** A joint of another kind in the same place, with usual sizes for the section that enters, millimetres. */
export function usualForm(kind: JointKind, widthMm: number, depthMm: number): JointForm {
  const [thin, tall] = [Math.min(widthMm, depthMm), Math.max(widthMm, depthMm)]
  const half = (x: number) => Math.max(1, Math.round(x / 2))
  switch (kind) {
    case 'mortise-and-tenon':
      return {
        kind,
        thicknessMm: assumed(half(thin * 0.8)),
        widthMm: assumed(Math.max(10, Math.round(tall - 10))),
        deeperMm: assumed(1.5),
        pinned: false,
      }
    case 'dowel':
      return {
        kind,
        count: tall > 4 * 10 ? 2 : 1,
        diameterMm: assumed(Math.min(10, half(thin))),
        spacingMm: assumed(half(tall)),
      }
    case 'round-tenon':
      return { kind, diameterMm: assumed(Math.max(6, Math.round(thin * 0.75))), deeperMm: assumed(1.5) }
    case 'housing':
      return { kind, thicknessMm: assumed(thin), widthMm: assumed(tall) }
    case 'bridle':
      return { kind, thicknessMm: assumed(Math.max(1, Math.round(thin / 3))), widthMm: assumed(tall) }
    case 'half-lap':
      return { kind, thicknessMm: assumed(half(thin)), widthMm: assumed(tall) }
    case 'butt':
      return { kind, thicknessMm: assumed(thin), widthMm: assumed(tall), screws: 0 }
    case 'mitre':
      return { kind, thicknessMm: assumed(thin), widthMm: assumed(Math.round(tall * Math.SQRT2)), lock: 'none' }
    case 'bolted':
      return { kind, count: 1, diameterMm: assumed(8), bracket: false }
    case 'fixing':
      return { kind, by: 'screw', count: 1, thicknessMm: assumed(thin), widthMm: assumed(tall) }
    case 'rest':
      return { kind, thicknessMm: assumed(thin), widthMm: assumed(tall) }
    case 'knuckle':
      return { kind, count: 5, diameterMm: assumed(6), thicknessMm: assumed(thin) }
  }
}

/** How deep a dowel sits in the part that enters, in diameters (docs/sources.md#dowels, medium). */
export const DOWEL_IN_RAIL_DIAMETERS = 2.5

/**
 * What goes into the receiving part: its section, and how many of it stand how far apart. Null for a face that only
 * meets.
 */
export interface PegShape {
  readonly shape: 'rectangle' | 'round'
  readonly thicknessMm: number
  readonly widthMm: number
  readonly count: number
  readonly spacingMm: number
}

export function pegShapeOf(form: JointForm): PegShape | null {
  if (form.kind === 'butt' || form.kind === 'mitre' || form.kind === 'fixing' || form.kind === 'rest') return null
  if ('widthMm' in form) {
    return {
      shape: 'rectangle',
      thicknessMm: form.thicknessMm.value,
      widthMm: form.widthMm.value,
      count: 1,
      spacingMm: 0,
    }
  }
  const d = form.diameterMm.value
  const spacingMm = form.kind === 'dowel' ? form.spacingMm.value : 4 * d
  return {
    shape: 'round',
    thicknessMm: d,
    widthMm: d,
    count: form.kind === 'dowel' || form.kind === 'bolted' ? form.count : 1,
    spacingMm,
  }
}
