import { z } from 'zod'
import { SCHOOLS } from '../piece/words'
import { CLAMP_TYPES } from './clamps'
import { GLUE_IDS } from './glues'
import { ROUND_IDS } from './rounds'

/** Temperatures and humidity as the workshop has them; `tonightC` is the lowest expected before morning. */
export const Climate = z.strictObject({
  nowC: z.number().min(-30, 'must be between -30 and 60 C').max(60, 'must be between -30 and 60 C'),
  nowRhPct: z.number().min(5, 'must be between 5 and 98 %').max(98, 'must be between 5 and 98 %'),
  tonightC: z.number().min(-30, 'must be between -30 and 60 C').max(60, 'must be between -30 and 60 C'),
})
export type Climate = z.infer<typeof Climate>

export const RackRow = z.strictObject({
  id: z.string().min(1).max(64),
  type: z.enum(CLAMP_TYPES),
  count: z.number().int('must be a whole number').min(0, 'must be 0 or more').max(200, 'must be 200 at most'),
  openingMm: z.number().min(20, 'must be at least 20 mm').max(5000, 'must be 5000 mm at most'),
})
export type RackRow = z.infer<typeof RackRow>

const RoomC = z.number().min(-30, 'must be between -30 and 60 C').max(60, 'must be between -30 and 60 C')
/** Another room than the bench’s, into which what is glued can be carried to cure. */
export const Room = z.strictObject({
  id: z.string().regex(/^[a-z0-9][a-z0-9-]{0,63}$/, 'must be lower-case letters, digits and hyphens'),
  name: z.string().min(1, 'must have a name').max(60),
  dayC: RoomC,
  nightC: RoomC,
})
export type Room = z.infer<typeof Room>

/** Bits by their diameters, millimetres, whichever way they are marked. */
const BitMm = z.number().min(1, 'must be 1 mm or more').max(80, 'must be 80 mm at most')

const Price = z.number().min(0, 'must be 0 or more').max(100_000, 'must be 100 000 at most').nullable()
/** What the shop takes for its time and its wood, in its own money; null where it does not say. */
export const Prices = z.strictObject({
  money: z.string().max(8, 'must be a sign or a few letters, such as EUR'),
  hour: Price,
  woodLitre: Price,
  glue100g: Price,
  hardwareEach: Price,
})
export type Prices = z.infer<typeof Prices>

const StoreMm = z.number().min(0.5, 'must be 0.5 mm or more').max(6000, 'must be 6000 mm at most')
/** Wood that lies in the shop: rods by their diameter, boards by thickness and width. */
export const StoreRow = z.strictObject({
  id: z.string().min(1).max(64),
  kind: z.enum(['rod', 'board']),
  wood: z.string().min(1, 'must name the wood').max(100),
  thicknessMm: StoreMm,
  widthMm: StoreMm,
  lengthMm: StoreMm,
  count: z.number().int('must be a whole number').min(0, 'must be 0 or more').max(999, 'must be 999 at most'),
  /** As a meter read it; left out where nobody measured. */
  moisturePct: z.number().min(4, 'must be 4 % or more').max(60, 'must be 60 % at most').nullable().optional(),
})
export type StoreRow = z.infer<typeof StoreRow>

/** The fields of a shop, before what they must agree on. Units and keys are the device's own matter. */
export const ShopFields = z.strictObject({
  name: z.string().max(100),
  school: z.enum(SCHOOLS),
  hands: z.number().int().min(1, 'must be at least 1').max(6, 'must be 6 at most'),
  opensMin: z.number().int().min(0).max(1439),
  closesMin: z.number().int().min(0).max(1440),
  /** Days of the week on which nobody works, 0 for Sunday; left out where every day is a working day. */
  daysOff: z.array(z.number().int().min(0).max(6)).max(6, 'must leave a day to work on').optional(),
  /** Ways of undoing old glue that this shop does not use. */
  roundsLeftOut: z.array(z.enum(ROUND_IDS)).optional(),
  climate: Climate,
  rooms: z.array(Room).max(12),
  rack: z.array(RackRow).max(100),
  shelf: z.array(z.enum(GLUE_IDS)).min(1, 'must hold at least one glue'),
  bitsMm: z.array(BitMm).min(1, 'must hold at least one bit').max(120),
  prices: Prices,
  store: z.array(StoreRow).max(200),
})

/** What a shop has and how it works. The plan needs nothing else about it. */
export const Shop = ShopFields.refine(s => s.closesMin > s.opensMin, {
  path: ['closesMin'],
  message: 'must be later than opening',
})
export type Shop = z.infer<typeof Shop>
