export { across, along, band, boxOf, circle, lengthOf, lineOf, rectangle, type Dimension, type Flat, type Pencil, type Shape, type Sheet, type View } from './sheet'
