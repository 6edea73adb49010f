export { BROAD_MM, clampLines, lineFigures, type ClampLine } from './lines'
export { canServe, handOut, PADS_MM, unservable, wholeRack, type HandedOut, type RackClamp } from './rack'
export { faceForce, mitreTension, shoulderForce, SLIP_DEG } from './force'
