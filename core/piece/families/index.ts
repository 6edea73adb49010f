import { variant, type Family } from './family'
import { flatFrame } from './flat-frame'
import { framedChair } from './framed-chair'
import { postAndRung } from './post-and-rung'
import { stickChair } from './stick-chair'
import { stool } from './stool'
import { table } from './table'
import { upholsteredFrame } from './upholstered-frame'

/**
 * In the order they are offered. Several names may share one way of building: picking a family is picking a drawing.
 */
export const FAMILIES: readonly Family[] = [
  framedChair,
  variant(framedChair, 'framed-armchair', 'Framed armchair', 'arms on the front legs or on posts', {
    arms: 'through',
    stretchers: 'box',
    frontWidth: 560,
    backWidth: 470,
    depth: 470,
    backHeight: 960,
    slats: 3,
    legSize: 42,
  }),
  postAndRung,
  stickChair,
  variant(stickChair, 'rocker', 'Rocker', 'runners under a stick chair; other chairs take them as well', {
    runners: 'yes',
    back: 'crest',
    arms: 'arms',
    backHeight: 1080,
    seatHeight: 420,
    seatWidth: 480,
    seatDepth: 440,
    backRake: 9,
    frontRake: 4,
    rake: 16,
    stretcherHeight: 190,
    armHeight: 630,
  }),
  upholsteredFrame,
  stool,
  table,
  flatFrame,
]
export const findFamily = (id: string): Family | undefined => FAMILIES.find(f => f.id === id)
export type { Family, MeasureRow, OptionRow } from './family'
