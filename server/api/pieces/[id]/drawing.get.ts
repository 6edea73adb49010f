import { drawAsFound, drawingSvg, markFaults, VIEWS } from '#core/drawing'
import { isLoose, presentJoints, tagOf } from '#core/piece/facts'
import { idOf, orAbsent } from '../../../pieces/answers'
import { findPiece } from '../../../pieces/store'

/** The piece as an SVG file, its loose joints in red. */
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const stored = orAbsent(await findPiece(id))
  const { piece } = stored
  setHeader(event, 'content-type', 'image/svg+xml; charset=utf-8')
  setHeader(event, 'content-disposition', `attachment; filename="${id}.svg"`)
  const marks = presentJoints(piece).map(j => ({
    joint: j.id,
    tag: tagOf(j),
    pencil: isLoose(piece, j) ? ('red' as const) : ('ink' as const),
  }))
  const drawing = drawAsFound(piece, VIEWS.bench)
  return drawingSvg(drawing, piece.title, marks, markFaults(piece, drawing.camera))
})
