import type { Drawing } from './draw'
import type { Point } from './camera'
import type { FaultMark } from './fault-marks'
import { placeTags, WoodMap } from './tags'

/** Tones and pencils of the drawing on paper. */
const PAPER = {
  light: [230, 231, 225],
  shade: [201, 204, 197],
  ink: '#1e2a30',
  red: '#b3261e',
  blue: '#1f4fa3',
} as const
const MARGIN = 70

export interface SvgMark {
  readonly joint: string
  readonly tag: string
  readonly pencil: 'ink' | 'red' | 'blue'
}

/** A fault with its number: in red unless another pencil is said, as for what is mended. */
export interface SvgFault {
  readonly mark: FaultMark
  readonly tag: string
  readonly pencil?: SvgMark['pencil']
}

/**
 * A drawing as an SVG file of its own: faces, edges, what is missing as a broken outline, the numbers of joints and
 * faults in the pencil that fits.
 */
export function drawingSvg(
  drawing: Drawing,
  title: string,
  marks: readonly SvgMark[],
  faults: readonly SvgFault[] = [],
): string {
  const { minX, minY, maxX, maxY } = drawing.box
  const points = (list: readonly Point[]) => list.map(p => `${p.x.toFixed(1)},${p.y.toFixed(1)}`).join(' ')
  const faces = drawing.faces
    .filter(f => !f.missing)
    .map(
      f =>
        `<polygon points="${points(f.outline)}" fill="${toneOf(f.light)}" stroke="${toneOf(f.light)}" stroke-width="0.6"/>${f.edges.map(e => `<polyline points="${points(e)}"/>`).join('')}`,
    )
  const ghosts = drawing.faces
    .filter(f => f.missing)
    .flatMap(f => f.edges.map(e => `<polyline points="${points(e)}"/>`))
  const strokes = faults.map(({ mark }) =>
    [
      ...mark.strokes.map(s => `<polyline points="${points(s)}"/>`),
      ...mark.dots.map(d => `<circle cx="${d.x.toFixed(1)}" cy="${d.y.toFixed(1)}" r="3" fill="${PAPER.red}"/>`),
    ].join(''),
  )
  const onSheet = (p: Point): Point => ({ x: p.x - minX + MARGIN, y: p.y - minY + MARGIN })
  const spots = [
    ...marks.flatMap((m) => {
      const spot = drawing.spots.find(x => x.joint === m.joint)
      return spot ? [{ id: m.joint, tag: m.tag, pencil: m.pencil, at: onSheet(spot.at) }] : []
    }),
    ...faults.map(({ mark, tag, pencil = 'red' }) => ({ id: mark.fault, tag, pencil, at: onSheet(mark.at) })),
  ]
  const sheet = { widthPx: maxX - minX + 2 * MARGIN, heightPx: maxY - minY + 2 * MARGIN }
  const wood = new WoodMap(
    drawing.faces.map(f => f.outline.map(onSheet)),
    sheet,
  )
  const placed = placeTags(
    spots.map(m => ({ id: m.id, at: m.at, widthPx: 24 + 17 * m.tag.length, heightPx: 34 })),
    { x: sheet.widthPx / 2, y: sheet.heightPx / 2 },
    sheet,
    wood,
  )
  const pegs = spots.map((m, i) => {
    const [x, y] = [placed[i]!.centre.x + minX - MARGIN, placed[i]!.centre.y + minY - MARGIN].map(v => v.toFixed(1))
    const [atX, atY] = [m.at.x + minX - MARGIN, m.at.y + minY - MARGIN].map(v => v.toFixed(1))
    return `<g stroke="${PAPER[m.pencil]}" fill="${PAPER[m.pencil]}"><line x1="${atX}" y1="${atY}" x2="${x}" y2="${y}"/><circle cx="${atX}" cy="${atY}" r="5"/><text x="${x}" y="${y}" dy="10" text-anchor="middle" stroke="#fff" stroke-width="8" paint-order="stroke">${escapeText(m.tag)}</text></g>`
  })
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${(minX - MARGIN).toFixed(0)} ${(minY - MARGIN).toFixed(0)} ${(maxX - minX + 2 * MARGIN).toFixed(0)} ${(maxY - minY + 2 * MARGIN).toFixed(0)}">`,
    `<title>${escapeText(title)}</title>`,
    `<g fill="none" stroke="${PAPER.ink}" stroke-width="1.5" stroke-linejoin="round">`,
    ...faces,
    '</g>',
    `<g fill="none" stroke="${PAPER.red}" stroke-width="2" stroke-dasharray="8 6">`,
    ...ghosts,
    '</g>',
    `<g fill="none" stroke="${PAPER.red}" stroke-width="4" stroke-linejoin="round">`,
    ...strokes,
    '</g>',
    '<g font-family="sans-serif" font-size="30" font-weight="bold">',
    ...pegs,
    '</g>',
    '</svg>',
    '',
  ].join('\n')
}

const toneOf = (light: number): string =>
  `rgb(${PAPER.shade.map((s, i) => Math.round(s + (PAPER.light[i]! - s) * (0.25 + 0.75 * light))).join(',')})`
const escapeText = (text: string): string => text.replace(/[<>&"']/g, c => `&#${c.charCodeAt(0)};`)
