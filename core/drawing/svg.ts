import type { Drawing } from './draw'
import type { Point } from './camera'

/** Tones and pencils of the drawing on paper. */
const PAPER = { light: [230, 231, 225], shade: [201, 204, 197], ink: '#1e2a30', red: '#b3261e', blue: '#1f4fa3' } as const
const MARGIN = 40

export interface SvgMark { readonly joint: string, readonly tag: string, readonly pencil: 'ink' | 'red' | 'blue' }

/** A drawing as an SVG file of its own: faces, edges, and the numbers of the joints in the pencil that fits. */
export function drawingSvg(drawing: Drawing, title: string, marks: readonly SvgMark[]): string {
  const { minX, minY, maxX, maxY } = drawing.box
  const points = (list: readonly Point[]) => list.map(p => `${p.x.toFixed(1)},${p.y.toFixed(1)}`).join(' ')
  const faces = drawing.faces.map(f => `<polygon points="${points(f.outline)}" fill="${toneOf(f.light)}"/>${f.edges.map(e => `<polyline points="${points(e)}"/>`).join('')}`)
  const pegs = marks.flatMap((m) => {
    const spot = drawing.spots.find(s => s.joint === m.joint)
    return spot ? [`<circle cx="${spot.at.x.toFixed(1)}" cy="${spot.at.y.toFixed(1)}" r="9" fill="${PAPER[m.pencil]}"/><text x="${(spot.at.x + 12).toFixed(1)}" y="${(spot.at.y - 10).toFixed(1)}" fill="${PAPER[m.pencil]}">${escapeText(m.tag)}</text>`] : []
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
