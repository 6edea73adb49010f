export { bodyName } from './names'
export { partingBreaks, partOfBody, placeOfBody, standingOf, type BreakTie, type Standing } from './standing'
export { planeOf, stretchOf, type BreakPlane } from './cut'
export { asFound, type AsFound } from './as-found'
