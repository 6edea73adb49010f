export { betweenBoresMm, segmentsApartMm, toSolidMm, type Bore } from './bore'
export { outsideMm, pointsAlong, reachMm } from './solid'
