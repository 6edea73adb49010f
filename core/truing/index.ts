export { pullToDrawing, type Laid, type Pull } from './against-drawing'
export { betweenPosts, postLeaning, postOf, seatBore, type Between, type Post } from './between-posts'
export { rackingFrom, type Racking } from './diagonals'
export { feetOf, type Foot } from './feet'
export { levelFeet, STANDS_MM, type FeetAim, type FootCut, type FootHeight, type Levelling } from './feet-heights'
export {
  misreadByMark,
  misreadBySecond,
  pairsOf,
  shapeFromTapes,
  tapeKey,
  type Drawn,
  type Misread,
  type Reading,
  type TapeShape,
} from './feet-tapes'
export { rackOf, type FourSides, type Racked } from './four-sides'
export { spanMm, TAPE_NOISE_MM, type Ground } from './ground'
export { topOver, type Overhangs, type TopLies } from './overhangs'
export { windingByHeights, windingBySights, type Winding } from './winding'
export { flatPanel, panelsOf, readDiagonals, type Diagonals, type Panel } from './panels'
export {
  drawnFeet,
  FLOOR,
  feetLand,
  HEIGHTS,
  levelled,
  markFor,
  SEAT,
  standOver,
  TAPES,
  TAPES_AGAIN,
  TO_MARK,
  type FeetLand,
} from './of-piece'
