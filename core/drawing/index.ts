export { drawPiece, type Drawing, type Face, type JointSpot } from './draw'
export { VIEWS, type Point, type View, type ViewName } from './camera'
export { placeTags, type PlacedTag } from './tags'
