export { betweenBoresMm, segmentsApartMm, toSolidMm, type Bore } from './bore'
export { beforeEndMm, outsideMm, pointsAlong, reachMm } from './solid'
