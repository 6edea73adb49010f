export { drillAt, inTheWayOf, type Reach } from './access'
export { betweenBoresMm, segmentsApartMm, toSolidMm, type Bore } from './bore'
export { beforeEndMm, outsideMm, pointsAlong, reachMm } from './solid'
