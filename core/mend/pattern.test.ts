import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { readDxf } from '../../tests/fixtures/read-sheet'
import { troublesOf } from '../condition/troubles'
import { add, cross, distance, dot, scale, subtract, unit, type Vec } from '../measure/vec'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { FAMILIES } from '../piece/families'
import type { Part, Piece } from '../piece/schema'
import { twinId } from '../piece/sides'
import { sheetDxf } from '../sheet/export'
import { sheetOfWood, woodCandidates, type Work } from './index'
import { mirrored, patternOf } from './pattern'

const lose = (piece: Piece, part: string): Piece =>
  applyAll(piece, [{ do: 'edit-frame', edit: { do: 'describe-part', part, missing: true } }])
const isStraight = ({ axis }: Part): boolean => {
  const line = unit(subtract(axis.at(-1)!, axis[0]!))
  return axis.every(p => Math.hypot(...cross(line, subtract(p, axis[0]!))) < 0.5)
}

function copy(piece: Piece, part: string) {
  const trouble = troublesOf(piece).find(t => t.id === `part:${part}`)!
  const c = { piece, trouble, school: 'everyday' as const, glueGapMm: 0.15 }
  const { verdict } = woodCandidates(c).find(x => x.mend.id === 'copy-part')!
  const work = verdict as Work
  return {
    c,
    work,
    verdict,
    sizes: Object.fromEntries(work.sizes.map(s => [s.id, s.figure.value])),
    sheet: () => sheetOfWood(c, 'copy-part', work, part)!,
  }
}

describe('a part as a pattern', () => {
  const stool = newPiece('stool')
  const leg = stool.parts.find(p => p.role === 'leg' || p.id.endsWith('-leg'))!

  it('turned over twice is the part it was, and over once is its twin: for every straight part of every family that has a hand', () => {
    let seen = 0
    for (const family of FAMILIES) {
      const piece = newPiece(family.id)
      for (const part of piece.parts.filter(isStraight)) {
        const own = patternOf(piece, part)
        expect(mirrored(mirrored(own))).toEqual(own)
        const twin = piece.parts.find(p => p.id === twinId(part.id) && p.id !== part.id)
        if (!twin) continue
        const theirs = mirrored(patternOf(piece, twin))
        expect(theirs.lengthMm).toBeCloseTo(own.lengthMm, 1)
        expect(theirs.bores.length).toBe(own.bores.length)
        for (const bore of own.bores) {
          const other = theirs.bores.find(b => twinId(b.joint.id) === bore.joint.id)
          if (!other) continue
          expect(other.atMm, `${family.id} ${part.id} ${bore.joint.id}`).toBeCloseTo(bore.atMm, 1)
          expect(other.angleDeg).toBeCloseTo(bore.angleDeg, 1)
          // Straight behind is the same from either side.
          const apart = Math.abs(other.turnDeg - bore.turnDeg) % 360
          expect(Math.min(apart, 360 - apart)).toBeLessThan(0.05)
          seen++
        }
      }
    }
    expect(seen).toBeGreaterThan(60)
  })

  it('bored as it says, each hole points where its joint does: rebuilt from length, angle and turn alone, on splayed legs as well', () => {
    for (const family of FAMILIES) {
      const piece = newPiece(family.id)
      for (const part of piece.parts.filter(isStraight)) {
        const isTurned = part.axis.at(-1)![1] < part.axis[0]![1] - 1e-6
        const [first, last] = isTurned ? [part.axis.at(-1)!, part.axis[0]!] : [part.axis[0]!, part.axis.at(-1)!]
        const line = unit(subtract(last, first))
        const looked: Vec = Math.abs(line[1]) > 0.5 ? [0, 0, 1] : [0, 1, 0]
        const front = unit(subtract(looked, scale(line, dot(looked, line))))
        const left = cross(line, front)
        for (const b of patternOf(piece, part).bores) {
          const [a, t] = [(b.angleDeg * Math.PI) / 180, (b.turnDeg * Math.PI) / 180]
          const way = add(
            scale(line, Math.cos(a)),
            add(scale(front, Math.sin(a) * Math.cos(t)), scale(left, Math.sin(a) * Math.sin(t))),
          )
          expect(Math.hypot(...subtract(way, unit(b.joint.withdraw)))).toBeLessThan(1e-3)
          // And its mouth lies beside that place on the line, no further than the part is thick.
          const at = add(first, scale(line, b.atMm))
          expect(distance(at, b.joint.at)).toBeLessThan(
            Math.max(...part.section.stations.map(s => Math.hypot(s.widthMm, s.depthMm))) / 2 + 2,
          )
        }
      }
    }
  })

  it('a stool’s leg: its rungs’ holes by hand, height over the cosine of its lean', () => {
    const piece = stool
    const line = unit(subtract(leg.axis.at(-1)!, leg.axis[0]!))
    const up = Math.abs(line[1])
    const foot = leg.axis[0]![1] < leg.axis.at(-1)![1] ? leg.axis[0]! : leg.axis.at(-1)!
    for (const b of patternOf(piece, leg).bores) {
      // The mouth lies on the skin: its height differs from the axis by no more than half a leg times the lean.
      expect(Math.abs(b.atMm - (b.joint.at[1] - foot[1]) / up)).toBeLessThan(
        (20 * Math.hypot(line[0], line[2])) / up + 0.5,
      )
    }
  })
})

describe('a part made again', () => {
  const box = newChair({ stretchers: 'box' })

  it('is provisional until its length is measured in the dry frame, and then as long as measured and its tenons of 20', () => {
    const lost = lose(box, 'left-stretcher')
    const drawn = copy(lost, 'left-stretcher')
    expect(drawn.work.sizes.find(s => s.id === 'length')!.label).toContain('provisional')
    const read = copy(
      applyAll(lost, [{ do: 'measure-shoulders', part: 'left-stretcher', measure: measured(351) }]),
      'left-stretcher',
    )
    expect(read.sizes.length).toBeCloseTo(351 + 2 * 20, 9)
    expect(read.work.sizes.find(s => s.id === 'length')!.label).toBe('finished length')
    const xs = readDxf(sheetDxf(read.sheet()))
      .lines.filter(l => l.layer === 'new')
      .flatMap(l => [l.a[0], l.b[0]])
    // Two views of it stand beside each other.
    expect(xs.filter(x => Math.abs(x - Math.min(...xs) - 391) < 0.2).length).toBeGreaterThan(0)
  })

  it('a reading that cannot be is refused with what would be right, and nothing is changed', () => {
    const lost = lose(box, 'left-stretcher')
    expect(() => applyAll(lost, [{ do: 'measure-shoulders', part: 'left-stretcher', measure: measured(35) }])).toThrow(
      /a reading is between/,
    )
    expect(() => applyAll(lost, [{ do: 'measure-shoulders', part: 'no-such', measure: null }])).toThrow()
  })

  it('a lost front leg is bored as its twin is, on the other side, with what enters it set one by one', () => {
    const { work, sheet } = copy(lose(newPiece('stool'), leg('stool')), leg('stool'))
    const told = work.settings!.map(s => phraseText(s.what))
    expect(told.length).toBeGreaterThan(0)
    for (const s of work.settings!) expect([s.stopMm! > 0, s.angleDeg! > 60 && s.angleDeg! < 120]).toEqual([true, true])
    const circles = readDxf(sheetDxf(sheet())).circles
    expect(circles.length).toBe(told.length)
  })

  it('one that was measured is copied, not the drawing: a twin made thicker makes a thicker copy', () => {
    const thick = applyAll(box, [
      {
        do: 'edit-frame',
        edit: {
          do: 'shape-part',
          part: 'right-stretcher',
          section: { shape: 'rectangle', stations: [{ along: 0, widthMm: 24, depthMm: 40 }] },
        } as never,
      },
    ])
    expect(copy(lose(thick, 'left-stretcher'), 'left-stretcher').sizes).toMatchObject({ thickness: 24, width: 40 })
  })
})

const leg = (family: string): string => newPiece(family).parts.find(p => /left.*leg/.test(p.id))!.id
