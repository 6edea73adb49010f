import type { Drawing } from './draw'
import type { Point } from './camera'
import { placeTags, WoodMap } from './tags'

/** Tones and pencils of the drawing on paper. */
const PAPER = { light: [230, 231, 225], shade: [201, 204, 197], ink: '#1e2a30', red: '#b3261e', blue: '#1f4fa3' } as const
const MARGIN = 70

export interface SvgMark { readonly joint: string, readonly tag: string, readonly pencil: 'ink' | 'red' | 'blue' }

/** A drawing as an SVG file of its own: faces, edges, and the numbers of the joints in the pencil that fits. */
export function drawingSvg(drawing: Drawing, title: string, marks: readonly SvgMark[]): string {
  const { minX, minY, maxX, maxY } = drawing.box
  const points = (list: readonly Point[]) => list.map(p => `${p.x.toFixed(1)},${p.y.toFixed(1)}`).join(' ')
  const faces = drawing.faces.map(f => `<polygon points="${points(f.outline)}" fill="${toneOf(f.light)}" stroke="${toneOf(f.light)}" stroke-width="0.6"/>${f.edges.map(e => `<polyline points="${points(e)}"/>`).join('')}`)
  const spots = marks.flatMap((m) => { const spot = drawing.spots.find(x => x.joint === m.joint); return spot ? [{ ...m, at: { x: spot.at.x - minX + MARGIN, y: spot.at.y - minY + MARGIN } }] : [] })
  const sheet = { widthPx: maxX - minX + 2 * MARGIN, heightPx: maxY - minY + 2 * MARGIN }
  const wood = new WoodMap(drawing.faces.map(f => f.outline.map(p => ({ x: p.x - minX + MARGIN, y: p.y - minY + MARGIN }))), sheet)
  const placed = placeTags(spots.map(m => ({ id: m.joint, at: m.at, widthPx: 24 + 17 * m.tag.length, heightPx: 34 })), { x: sheet.widthPx / 2, y: sheet.heightPx / 2 }, sheet, wood)
  const pegs = spots.map((m, i) => {
    const [x, y] = [placed[i]!.centre.x + minX - MARGIN, placed[i]!.centre.y + minY - MARGIN].map(v => v.toFixed(1))
    const [atX, atY] = [m.at.x + minX - MARGIN, m.at.y + minY - MARGIN].map(v => v.toFixed(1))
    return `<g stroke="${PAPER[m.pencil]}" fill="${PAPER[m.pencil]}"><line x1="${atX}" y1="${atY}" x2="${x}" y2="${y}"/><circle cx="${atX}" cy="${atY}" r="5"/><text x="${x}" y="${y}" dy="10" text-anchor="middle" stroke="#fff" stroke-width="8" paint-order="stroke">${escapeText(m.tag)}</text></g>`
  })
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${(minX - MARGIN).toFixed(0)} ${(minY - MARGIN).toFixed(0)} ${(maxX - minX + 2 * MARGIN).toFixed(0)} ${(maxY - minY + 2 * MARGIN).toFixed(0)}">`,
    `<title>${escapeText(title)}</title>`,
    `<g fill="none" stroke="${PAPER.ink}" stroke-width="1.5" stroke-linejoin="round">`, ...faces, '</g>',
    '<g font-family="sans-serif" font-size="30" font-weight="bold">', ...pegs, '</g>', '</svg>', '',
  ].join('\n')
}

const toneOf = (light: number): string => `rgb(${PAPER.shade.map((s, i) => Math.round(s + (PAPER.light[i]! - s) * (0.25 + 0.75 * light))).join(',')})`
const escapeText = (text: string): string => text.replace(/[<>&"']/g, c => `&#${c.charCodeAt(0)};`)
