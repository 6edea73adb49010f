import { z } from 'zod'
import { LengthMm, MeasuredSchema } from '../measure/measured-schema'
import { Id, Name, Species, UnitVec, VecMm } from './basic-schema'
import { FINISHES, FIXINGS, MITRE_LOCKS, SHOW_FACES } from './words'

/** Width and depth of a part's section at a share of the way along its axis, millimetres. */
export const Station = z.strictObject({
  along: z.number().min(0).max(1),
  widthMm: z.number().positive().max(2000),
  depthMm: z.number().positive().max(2000),
})

export const Section = z
  .strictObject({ shape: z.enum(['rectangle', 'round']), stations: z.array(Station).min(1).max(60) })
  .meta({ id: 'section' })
export const Axis = z
  .array(VecMm)
  .min(2)
  .max(60)
  .refine(
    points => points.slice(1).every((p, i) => Math.hypot(...p.map((c, k) => c - points[i]![k]!)) > 0.01),
    'must run on: two points of it in a row are the same',
  )
  .meta({ id: 'axis' })

/** Slope of the grain as 1 in so many; straight grain is a large number. */
export const GrainOneIn = MeasuredSchema.refine(
  m => m.value >= 1 && m.value <= 100,
  'must be a slope from 1 in 1 to 1 in 100',
)

export const Part = z
  .strictObject({
    id: Id,
    /** A name of its own, over the one that its side, kind and number give it. */
    label: Name.optional(),
    /** What the part is, whichever side it stands on: `front-leg`, `side-rail`, `slat`. */
    role: Id,
    section: Section,
    axis: Axis,
    /** Direction of the section's width; its depth lies square to both this and the axis. */
    across: UnitVec,
    /**
     * The planes its ends are cut to, by their normals, where they are not square to the axis: a level foot, a
     * shoulder against a leaning post.
     */
    cuts: z.strictObject({ start: UnitVec.nullable(), end: UnitVec.nullable() }).optional(),
    species: Species,
    /** What nobody has looked at is left out. */
    grainOneIn: GrainOneIn.optional(),
    /** The finish near its joints, where it is another than the piece's. */
    finish: z.enum(FINISHES).optional(),
    show: z.enum(SHOW_FACES).optional(),
    missing: z.boolean().optional(),
    /** Of what is to be made again: the old one is still in its place, beyond saving, and comes out first. */
    stillIn: z.boolean().optional(),
  })
  .meta({ id: 'part' })
export type Part = z.infer<typeof Part>

const Tenon = z.strictObject({
  kind: z.literal('mortise-and-tenon'),
  thicknessMm: LengthMm,
  widthMm: LengthMm,
  deeperMm: LengthMm,
  pinned: z.boolean(),
  through: z.boolean().optional(),
  haunched: z.boolean().optional(),
  wedged: z.boolean().optional(),
})
const Dowels = z.strictObject({
  kind: z.literal('dowel'),
  count: z.number().int().min(1).max(6),
  diameterMm: LengthMm,
  spacingMm: LengthMm,
})
const RoundTenon = z.strictObject({
  kind: z.literal('round-tenon'),
  diameterMm: LengthMm,
  deeperMm: LengthMm,
  through: z.boolean().optional(),
  wedged: z.boolean().optional(),
})
/**
 * Flat joints by the face or tongue that enters: a housing takes the whole end, a bridle a tongue, a lap half of
 * both.
 */
const Housing = z.strictObject({ kind: z.literal('housing'), thicknessMm: LengthMm, widthMm: LengthMm })
const Bridle = z.strictObject({ kind: z.literal('bridle'), thicknessMm: LengthMm, widthMm: LengthMm })
const HalfLap = z.strictObject({ kind: z.literal('half-lap'), thicknessMm: LengthMm, widthMm: LengthMm })
const Butt = z.strictObject({
  kind: z.literal('butt'),
  thicknessMm: LengthMm,
  widthMm: LengthMm,
  screws: z.number().int().min(0).max(12),
})
/** Two ends cut to half a corner each, face on face: width is along the slant, from the outer corner to the inner. */
const Mitre = z.strictObject({
  kind: z.literal('mitre'),
  thicknessMm: LengthMm,
  widthMm: LengthMm,
  lock: z.enum(MITRE_LOCKS),
})
const Bolted = z.strictObject({
  kind: z.literal('bolted'),
  count: z.number().int().min(1).max(4),
  diameterMm: LengthMm,
  bracket: z.boolean(),
})
/** A wooden hinge: fingers that interlock on a pin. It turns about the pin, from where it is drawn to its stop. */
const Knuckle = z.strictObject({
  kind: z.literal('knuckle'),
  count: z.number().int().min(2).max(9),
  diameterMm: LengthMm,
  thicknessMm: LengthMm,
  turnsAbout: UnitVec.optional(),
  stopDeg: z.number().min(-360).max(360).optional(),
})
/** A top, a plate or a mechanism that is fixed to what carries it and lifts off when its fixings are undone. */
const Fixing = z.strictObject({
  kind: z.literal('fixing'),
  by: z.enum(FIXINGS),
  count: z.number().int().min(1).max(24),
  thicknessMm: LengthMm,
  widthMm: LengthMm,
})
/** Lies where it is, held by its own weight: a drop-in seat, a cushion frame, a tray. */
const Rest = z.strictObject({ kind: z.literal('rest'), thicknessMm: LengthMm, widthMm: LengthMm })

export const JointForm = z
  .discriminatedUnion('kind', [
    Tenon,
    Dowels,
    RoundTenon,
    Housing,
    Bridle,
    HalfLap,
    Butt,
    Mitre,
    Bolted,
    Knuckle,
    Fixing,
    Rest,
  ])
  .meta({ id: 'jointForm' })
export type JointForm = z.infer<typeof JointForm>

export const Joint = z
  .strictObject({
    id: Id,
    /** Shown as J1, J2 ...; once given it stays, because paper tags carry it. */
    number: z.number().int().positive(),
    enters: Id,
    receives: Id,
    /** Where the shoulder meets the receiving part. */
    at: VecMm,
    /** The way the entering part comes out of the receiving one. */
    withdraw: UnitVec,
    /** How deep the tenon or dowels sit in the receiving part. */
    depthMm: LengthMm,
    form: JointForm,
    /** The joint whose socket or hole it shares. */
    shares: Id.optional(),
    /**
     * Of two tenons in one hole: true for the one that passes the other, so that it goes in last and comes out first.
     */
    passes: z.boolean().optional(),
  })
  .meta({ id: 'joint' })
export type Joint = z.infer<typeof Joint>
