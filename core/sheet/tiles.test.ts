import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { say } from '../measure/phrase'
import { PAPERS } from './paper'
import { band, type Sheet } from './sheet'
import { sheetSvg } from './export'
import { OVERLAP_MM, sheetPages, tilesOf } from './tiles'

const [A4] = PAPERS
const sheet = (lengthMm: number, title = 'Leg'): Sheet => ({
  title,
  views: [{ id: 'along', title: 'Along', shapes: [band(0, lengthMm, 30, 'wood')], dimensions: [] }],
  datum: say`From the foot.`,
  settings: [],
  scrap: null,
})

describe('a drawing larger than its paper', () => {
  it('by hand: A4 prints 186 × 261, so 400 × 300 takes 3 × 2 pages: 186 + 2 × 176 = 538 and 261 + 251 = 512', () => {
    expect(tilesOf(400, 300, A4!)).toMatchObject({ columns: 3, rows: 2 })
    expect(tilesOf(186, 261, A4!)).toMatchObject({ columns: 1, rows: 1 })
    expect(tilesOf(187, 261, A4!)).toMatchObject({ columns: 2, rows: 1 })
  })
  it('every point of it is on some page, and neighbours show the same centimetre', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 1500, noNaN: true }),
        fc.double({ min: 10, max: 900, noNaN: true }),
        fc.constantFrom(...PAPERS),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (wide, high, paper, u, v) => {
          const { tiles, columns } = tilesOf(wide, high, paper)
          const [x, y] = [u * wide, v * high]
          expect(
            tiles.some(
              t => x >= t.x - 1e-9 && x <= t.x + t.wideMm + 1e-9 && y >= t.y - 1e-9 && y <= t.y + t.highMm + 1e-9,
            ),
          ).toBe(true)
          if (columns > 1) expect(tiles[0]!.x + tiles[0]!.wideMm - tiles[1]!.x).toBeCloseTo(OVERLAP_MM, 9)
        },
      ),
    )
  })
  it('is turned where that takes fewer pages, and no page scales anything', () => {
    const { pages, paper } = sheetPages(sheet(250), A4!)
    expect(paper.wideMm).toBe(297)
    expect(pages).toHaveLength(1)
    const [, width, , x1, , w]
      = /width="([\d.]+)mm" height="([\d.]+)mm" viewBox="0 0 ([\d.]+) ([\d.]+)"><svg x="12" y="12" width="([\d.]+)"/
        .exec(pages[0]!)!
        .map(Number)
    expect(width).toBe(x1)
    const inner = /<svg x="12" y="12" width="([\d.]+)" height="([\d.]+)" viewBox="-?[\d.]+ -?[\d.]+ ([\d.]+) ([\d.]+)"/
      .exec(pages[0]!)!
      .map(Number)
    expect([inner[1], inner[2]]).toEqual([inner[3], inner[4]])
    expect(w).toBeGreaterThan(250)
  })
  it('each page has a line of 100 mm both ways, which page it is, and crosses where the next lies', () => {
    const { pages } = sheetPages(sheet(700), A4!)
    expect(pages.length).toBeGreaterThan(1)
    for (const [i, page] of pages.entries()) {
      expect(page).toContain(`Page ${i + 1} of ${pages.length}`)
      expect(page).toMatch(/class="check" [^>]+ d="M[\d. ]+h100m[^"]*v100/)
    }
    const crosses = (page: string) => [.../M([\d.]+) [\d.]+h6M/g[Symbol.matchAll](page)].map(m => Number(m[1]))
    // The last cross of a page and the first of the next are the same place of the drawing.
    const { tiles } = tilesOf(716, 60, { ...A4!, wideMm: A4!.highMm, highMm: A4!.wideMm })
    const right = Math.max(...crosses(pages[0]!)) - 12 + tiles[0]!.x
    const left = Math.min(...crosses(pages[1]!)) - 12 + tiles[1]!.x
    expect(right - left).toBeCloseTo(0, 6)
  })
  it('a name with signs in it is written, not run', () => {
    expect(sheetSvg(sheet(50, 'Leg <script>alert(1)</script> & co'))).toContain(
      'Leg &lt;script&gt;alert(1)&lt;/script&gt; &amp; co',
    )
    expect(sheetSvg(sheet(50, '<b>'))).not.toContain('<b>')
  })
})
