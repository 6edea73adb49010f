export { caulSheet, STEEPEST_CAUL_DEG, wantsCaul, type CaulFor } from './caul'
export { across, along, band, bar, boxOf, circle, lengthOf, lineOf, polygon, rectangle, slanted, type Dimension, type Flat, type Pencil, type Shape, type Sheet, type View } from './sheet'
