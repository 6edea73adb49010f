import { isLoose } from '../piece/facts'
import type { Piece } from '../piece/schema'
import { drawAsFound } from './as-found'
import { VIEWS, type Point } from './camera'
import { markFaults } from './fault-marks'
import { SMALL_SIDE, type SmallDot, type SmallPicture } from './small-picture'

const MARGIN = 8
/** Round parts are drawn with so many sides: more cannot be told apart at this size. */
const SIDES = 8

/** The piece as found, drawn small, with its loose joints and what is wrong in its wood. */
export function smallPicture(piece: Piece): SmallPicture {
  const drawing = drawAsFound(piece, VIEWS.bench, { sides: SIDES })
  const { minX, minY, maxX, maxY } = drawing.box
  const [widthMm, heightMm] = [maxX - minX, maxY - minY]
  const scale = (SMALL_SIDE - 2 * MARGIN) / Math.max(widthMm, heightMm, 1)
  const at = ({ x, y }: Point): SmallDot => ({
    x: Math.round(SMALL_SIDE / 2 + (x - minX - widthMm / 2) * scale),
    y: Math.round(SMALL_SIDE / 2 + (y - minY - heightMm / 2) * scale),
  })
  const path = (points: readonly Point[]): string => pathOf(points.map(at))
  const there = drawing.faces.filter(f => !f.missing)
  const marks = markFaults(piece, drawing.camera).map(f => f.mark)
  const loose = new Set(piece.joints.filter(j => isLoose(piece, j)).map(j => j.id))
  return {
    faces: there.flatMap((face) => {
      const outline = path(face.outline)
      return outline === '' ? [] : [[outline, Math.round(25 + face.light * 75), face.edges.map(path).join('')] as const]
    }),
    lost: drawing.faces
      .filter(f => f.missing)
      .flatMap(f => f.edges.map(path))
      .join(''),
    strokes: marks.flatMap(m => m.strokes.map(path)).join(''),
    dots: marks.flatMap(m => m.dots.map(at)),
    loose: drawing.spots.filter(s => loose.has(s.joint)).map(s => ({ joint: s.joint, ...at(s.at) })),
  }
}

/** A path through points, those left out that fall on the one before; empty where all are one. */
function pathOf(points: readonly SmallDot[]): string {
  const apart = points.filter((p, i) => i === 0 || p.x !== points[i - 1]!.x || p.y !== points[i - 1]!.y)
  if (apart.length < 2) return ''
  const steps = apart.slice(1).map((p, i) => `${p.x - apart[i]!.x} ${p.y - apart[i]!.y}`)
  return `M${apart[0]!.x} ${apart[0]!.y}l${steps.join(' ')}`.replaceAll(' -', '-')
}
