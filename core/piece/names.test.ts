import { describe, expect, it } from 'vitest'
import { applyAll, newPiece } from '../../tests/fixtures/pieces'
import { directionWords } from '../takeapart'
import { FAMILIES } from './families'
import { handSeen, jointName, nameOf, partName } from './names'

const names = (family: string) => {
  const piece = newPiece(family)
  return piece.parts.map(p => partName(piece, p))
}

describe('what a part is called', () => {
  it('is its side, its place among the like and its kind', () => {
    expect(names('post-and-rung')).toEqual(
      expect.arrayContaining([
        'left front post',
        'front seat rung',
        'front second rung',
        'left third rung',
        'lowest slat',
        'second slat',
      ]),
    )
    expect(names('stick-chair')).toEqual(
      expect.arrayContaining(['left front leg', 'cross stretcher', 'bow', 'left stick 1', 'right stick 2']),
    )
    expect(names('stool')).toContain('right front leg')
  })

  it('differs from part to part of a piece, in every family, and is never an id', () => {
    for (const { id } of FAMILIES) {
      expect(new Set(names(id)).size, id).toBe(names(id).length)
      for (const name of names(id)) expect(name).toMatch(/^[a-z]+( [a-z]+)*( \d)?$/)
    }
  })

  it('is one’s own where somebody gave one, and its joints follow', () => {
    const piece = applyAll(newPiece('framed-chair'), [
      { do: 'edit-frame', edit: { do: 'rename-part', part: 'crest-rail', label: 'carved crest' } },
    ])
    expect(nameOf(piece, 'crest-rail')).toBe('carved crest')
    expect(piece.joints.filter(j => j.enters === 'crest-rail').map(j => jointName(piece, j))).toEqual([
      'carved crest to left back post',
      'carved crest to right back post',
    ])
    expect(JSON.stringify(newPiece('framed-chair').parts)).not.toContain('label')
  })

  it('has its side from the sitter in a chair, and from who stands before it in a table, a bench or a stool without a back', () => {
    // x runs to the sitter's left: on the right for whoever looks at the front of the thing.
    const [chair, table] = [newPiece('framed-chair'), newPiece('table')]
    for (const piece of [chair, table]) {
      const leg = piece.parts.find(p => p.role === 'front-leg' && p.axis[0]![0] > 0)!
      expect(nameOf(piece, leg.id)).toBe(piece === chair ? 'left front leg' : 'right front leg')
      expect(handSeen(piece, leg.id)).toBe(piece === chair ? 'left' : 'right')
      expect(handSeen(piece, 'front-rail')).toBe('none')
    }
    expect(directionWords(chair, [1, 0, 0.2])).toBe('to the sitter’s left')
    expect(directionWords(table, [1, 0, 0.2])).toBe('to the right')
    expect(directionWords(table, [0, 0.1, -1])).toBe('to the back')
  })

  it('of what is gone is its id', () => expect(nameOf(newPiece('stool'), 'no-such-part')).toBe('no-such-part'))
})
