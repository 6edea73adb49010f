import type { Sheet } from './sheet'
import { CHECK_MM, type Paper } from './paper'
import { sheetSvg } from './export'

/** Nothing is printed nearer to the paper’s edge, and neighbours show so much of each other, millimetres. */
const EDGE_MM = 12
export const OVERLAP_MM = 10
/** Under each page stands the line to check the scale on. */
const FOOT_MM = 12

/** One page: its place in the whole, and what of the drawing it shows, millimetres in the drawing’s own measure. */
export interface Tile {
  readonly column: number
  readonly row: number
  readonly x: number
  readonly y: number
  readonly wideMm: number
  readonly highMm: number
}
export interface Tiling {
  readonly columns: number
  readonly rows: number
  readonly tiles: readonly Tile[]
}

/** How a drawing so large is cut into pages that overlap. */
export function tilesOf(wideMm: number, highMm: number, paper: Paper): Tiling {
  const [pageWide, pageHigh] = [paper.wideMm - 2 * EDGE_MM, paper.highMm - 2 * EDGE_MM - FOOT_MM]
  const count = (size: number, page: number) => Math.max(1, Math.ceil((size - OVERLAP_MM) / (page - OVERLAP_MM) - 1e-9))
  const [columns, rows] = [count(wideMm, pageWide), count(highMm, pageHigh)]
  const tiles = Array.from({ length: columns * rows }, (_, i): Tile => {
    const [column, row] = [i % columns, Math.floor(i / columns)]
    return {
      column,
      row,
      x: column * (pageWide - OVERLAP_MM),
      y: row * (pageHigh - OVERLAP_MM),
      wideMm: pageWide,
      highMm: pageHigh,
    }
  })
  return { columns, rows, tiles }
}

/**
 * A sheet as SVG pages at 1:1, the paper turned where that takes fewer: overlap marks, and a check line both ways on
 * each.
 */
export function sheetPages(sheet: Sheet, paper: Paper): { readonly pages: readonly string[], readonly paper: Paper } {
  const { inner, wideMm, highMm, fromX, fromY } = bodyOf(sheetSvg(sheet))
  const turned: Paper = { ...paper, wideMm: paper.highMm, highMm: paper.wideMm }
  const [upright, lying] = [tilesOf(wideMm, highMm, paper), tilesOf(wideMm, highMm, turned)]
  const [used, tiling] = lying.tiles.length < upright.tiles.length ? [turned, lying] : [paper, upright]
  const pages = tiling.tiles.map(
    tile =>
      `<svg xmlns="http://www.w3.org/2000/svg" width="${used.wideMm}mm" height="${used.highMm}mm" viewBox="0 0 ${used.wideMm} ${used.highMm}">`
      + `<svg x="${EDGE_MM}" y="${EDGE_MM}" width="${tile.wideMm}" height="${tile.highMm}" viewBox="${fromX + tile.x} ${fromY + tile.y} ${tile.wideMm} ${tile.highMm}">${inner}</svg>`
      + `${marksOf(tile, tiling)}${footOf(tile, tiling, used)}</svg>`,
  )
  return { pages, paper: used }
}

/** What an SVG file draws, without its frame, and the box it draws it in. */
function bodyOf(svg: string): { inner: string, wideMm: number, highMm: number, fromX: number, fromY: number } {
  const [, fromX, fromY, wideMm, highMm] = /viewBox="(-?[\d.]+) (-?[\d.]+) ([\d.]+) ([\d.]+)"/.exec(svg)!.map(Number)
  const inner = svg.slice(svg.indexOf('>', svg.indexOf('<svg')) + 1, svg.lastIndexOf('</svg>'))
  return { inner, fromX: fromX!, fromY: fromY!, wideMm: wideMm!, highMm: highMm! }
}

const THIN = 'stroke="#1e2a30" stroke-width="0.2" fill="none"'
const TEXT = 'font-family="sans-serif" font-size="3.2" fill="#1e2a30"'

/** Crosses in the middle of what two pages share: laid on each other, cross on cross, the pages are one sheet. */
function marksOf({ column, row, wideMm, highMm }: Tile, { columns, rows }: Tiling): string {
  const xs = [...(column > 0 ? [OVERLAP_MM / 2] : []), ...(column < columns - 1 ? [wideMm - OVERLAP_MM / 2] : [])]
  const ys = [...(row > 0 ? [OVERLAP_MM / 2] : []), ...(row < rows - 1 ? [highMm - OVERLAP_MM / 2] : [])]
  const cross = (x: number, y: number) => `M${x - 3} ${y}h6M${x} ${y - 3}v6`
  const at = [
    ...xs.flatMap(x => [5, highMm - 5].map(y => [x, y] as const)),
    ...ys.flatMap(y => [5, wideMm - 5].map(x => [x, y] as const)),
  ]
  return `<path ${THIN} d="${at.map(([x, y]) => cross(x + EDGE_MM, y + EDGE_MM)).join('')}"/>`
}

/** A hundred millimetres both ways, to be measured before anything is sawn, and which page this is. */
function footOf({ column, row }: Tile, { columns, rows }: Tiling, paper: Paper): string {
  const [x, y] = [EDGE_MM, paper.highMm - EDGE_MM - 2]
  const level = `M${x} ${y}h${CHECK_MM}m0 -2v4m-${CHECK_MM} -4v4`
  const upright = `M${paper.wideMm - 6} ${EDGE_MM}v${CHECK_MM}m-2 0h4m-4 -${CHECK_MM}h4`
  const words = `Both check lines are ${CHECK_MM} mm: measure them first.${columns * rows > 1 ? ` Page ${row * columns + column + 1} of ${columns * rows}, row ${row + 1}, column ${column + 1}.` : ''}`
  return `<path class="check" ${THIN} d="${level}${upright}"/><text ${TEXT} x="${x}" y="${y - 3}">${words}</text>`
}
