import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import type { Command } from '../piece/commands'
import type { Piece } from '../piece/schema'
import { drawnFeet, feetLand, levelled, pairsOf, spanMm, tapeKey, type Drawn } from '../truing'
import { levelInWords, tapesInWords } from '.'

/** A piece with the tapes that its feet would read, had they moved as told. */
function taped(piece: Piece, moved: (foot: Drawn) => Drawn): Piece {
  return applyAll(
    piece,
    pairsOf(drawnFeet(piece).map(moved)).map(([a, b]): Command => ({
      do: 'read-true',
      key: `feet-tapes/${tapeKey(a.id, b.id)}`,
      measure: measured(spanMm(a, b)),
    })),
  )
}
function told(piece: Piece): string {
  const land = feetLand(piece)
  if (!land?.ok) throw new Error('no feet')
  return phraseText(tapesInWords(piece, land.value))
}

describe('what the tapes say, in words', () => {
  it('of a chair as its sitter has it, of a table as one stands before it', () => {
    const chair = newChair()
    expect(told(taped(chair, f => (f.id === 'right-back-post' ? { ...f, xMm: f.xMm + 6 } : f)))).toContain(
      'Right back post is 6 mm off its place: pull it to the sitter’s right',
    )
    const table = newPiece('table')
    const [first] = drawnFeet(table)
    expect(told(taped(table, f => (f.id === first!.id ? { ...f, xMm: f.xMm - 6 } : f)))).toMatch(
      /pull it to the right, along the arrow/,
    )
  })
  it('says nothing while nothing was read, what is missing while some were, and that it is as drawn when it is', () => {
    const chair = newChair()
    expect(feetLand(chair)).toBeNull()
    const some = applyAll(chair, [
      { do: 'read-true', key: `feet-tapes/${tapeKey('left-front-leg', 'right-front-leg')}`, measure: measured(402) },
    ])
    const land = feetLand(some)
    expect(land !== null && !land.ok && land.issues[0]!.code).toBe('missing')
    expect(told(taped(chair, f => f))).toContain('As drawn')
  })
  it('a slip is told with what each tape would have to be, one that no slip explains as more than one', () => {
    const chair = taped(newChair(), f => f)
    const key = `feet-tapes/${tapeKey('left-front-leg', 'right-front-leg')}`
    const off = (mm: number) => told(applyAll(chair, [{ do: 'read-true', key, measure: measured(402 + mm) }]))
    expect(off(15)).toContain('left front – right front by 15 mm less')
    expect(off(180)).toContain('more than one is wrong')
  })
})

describe('what comes off the feet, in words', () => {
  it('of legs that lean along the leg; or what is put under', () => {
    const chair = newChair()
    const read = (mm: readonly number[]) =>
      applyAll(
        chair,
        drawnFeet(chair).map((f, i): Command => ({
          do: 'read-true',
          key: `feet-heights/${f.id}`,
          measure: measured(mm[i]!),
        })),
      )
    const words = (piece: Piece) => {
      const level = levelled(piece)
      return level?.ok ? phraseText(levelInWords(piece, level.value)) : ''
    }
    expect(words(read([0, 0, 0, 0]))).toBe('It stands: nothing comes off.')
    expect(words(read([0, 0, 3, 0]))).toMatch(
      /^It rocks on right front leg and left back post; one of the others stands 3 mm up\. 3 mm off the left front leg, 3 mm off the right front leg, 3 mm off the left back post/,
    )
    expect(
      words(applyAll(read([0, 0, 3, 0]), [{ do: 'aim-feet', aim: { kind: 'least-wood', riseMm: null } }])),
    ).toMatch(/\d(\.\d)? mm off the (right front leg|left back post), measured along the leg/)
  })
})
