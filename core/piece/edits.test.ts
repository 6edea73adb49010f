import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { measured } from '../measure/measured'
import { orThrow } from '../measure/result'
import { distance } from '../measure/vec'
import { apply } from './apply'
import { axisLengthMm } from './geometry'
import { barBetween, bentAxis } from './new-part'
import { partOf } from './facts'
import { jointName } from './names'
import { twinId } from './sides'
import type { Edit, Piece as PieceDocument } from './schema'

const edit = (change: Edit) => ({ do: 'edit-frame', edit: change }) as const
const edited = (piece: PieceDocument, ...edits: Edit[]) => applyAll(piece, edits.map(edit))
const ladder = newPiece('post-and-rung')

describe('changing the frame by hand', () => {
  it('keeps what was done when a measurement is changed afterwards', () => {
    const named = edited(
      ladder,
      { do: 'rename-part', part: 'slat-1', label: 'carved slat' },
      { do: 'describe-part', part: 'slat-2', species: 'Oak, white', missing: true },
      { do: 'remove-part', part: 'front-rung-3' },
    )
    const taller = applyAll(named, [{ do: 'measure-shape', key: 'backHeight', measure: measured(1000) }])
    expect(partOf(taller, 'slat-2')).toMatchObject({ species: 'Oak, white', missing: true })
    expect(taller.parts.some(p => p.id === 'front-rung-3')).toBe(false)
    expect(taller.joints.filter(j => j.enters === 'front-rung-3')).toEqual([])
    expect(Math.max(...partOf(taller, 'left-back-post').axis.map(v => v[1]))).toBe(1000)
  })

  it('renames a part in the names of its joints as well', () => {
    const piece = edited(ladder, { do: 'rename-part', part: 'front-seat-rung', label: 'seat bar' })
    expect(piece.joints.filter(j => j.enters === 'front-seat-rung').map(j => jointName(piece, j))).toEqual([
      'seat bar to left front post',
      'seat bar to right front post',
    ])
  })

  it('duplicates a rung with both its joints, and mirrors a part to the other hand', () => {
    const twice = edited(ladder, {
      do: 'duplicate-part',
      part: 'front-rung-2',
      as: 'front-rung-extra',
      label: 'extra rung',
      by: [0, 40, 0],
    })
    expect(
      twice.joints
        .filter(j => j.enters === 'front-rung-extra')
        .map(j => j.receives)
        .sort(),
    ).toEqual(['left-front-post', 'right-front-post'])
    expect(partOf(twice, 'front-rung-extra').axis[0]![1] - partOf(twice, 'front-rung-2').axis[0]![1]).toBe(40)
    const bare = edited(ladder, { do: 'remove-part', part: 'right-rung-2' })
    const back = edited(bare, {
      do: 'mirror-part',
      part: 'left-rung-2',
      as: 'right-rung-2',
      label: 'right second rung',
    })
    for (const [i, v] of partOf(back, 'right-rung-2').axis.entries()) {
      expect(distance(v, partOf(ladder, 'right-rung-2').axis[i]!)).toBeLessThan(0.1)
    }
    expect(
      back.joints
        .filter(j => j.enters === 'right-rung-2')
        .map(j => j.receives)
        .sort(),
    ).toEqual(['right-back-post', 'right-front-post'])
  })

  it('mirrors a part into the place of a missing one: its shape and joints, under that one’s name and numbers', () => {
    const armchair = newChair({ arms: 'through' })
    const arms = armchair.parts.filter(p => /\barm$/.test(p.id)).map(p => p.id)
    expect(arms).toEqual(['left-arm', 'right-arm'])
    const shaped = edited(armchair, {
      do: 'shape-part',
      part: 'left-arm',
      section: { shape: 'rectangle', stations: [{ along: 0, widthMm: 61, depthMm: 19 }] },
    })
    const lost = edited(shaped, { do: 'describe-part', part: 'right-arm', missing: true })
    const made = edited(lost, { do: 'mirror-part', part: 'left-arm', as: 'right-arm' })
    const arm = partOf(made, 'right-arm')
    expect([arm.missing, arm.section]).toEqual([true, partOf(made, 'left-arm').section])
    expect(made.parts.map(p => p.id)).toEqual(armchair.parts.map(p => p.id))
    const its = (piece: PieceDocument) =>
      piece.joints.filter(j => j.enters === 'right-arm').map(({ id, number, receives }) => ({ id, number, receives }))
    expect(its(made)).toEqual(its(armchair))
    for (const j of made.joints.filter(x => x.enters === 'right-arm')) {
      const twin = made.joints.find(x => x.enters === 'left-arm' && x.receives === twinId(j.receives))!
      expect(distance(j.at, [-twin.at[0], twin.at[1], twin.at[2]])).toBeLessThan(1e-9)
    }
  })

  it('refuses what would lose a finding, a fault or the last part, and says which', () => {
    const tested = applyAll(ladder, [{ do: 'test-joint', joint: 'front-rung-2--left-front-post', state: 'gives' }])
    expect(apply(tested, edit({ do: 'remove-part', part: 'front-rung-2' }))).toMatchObject({
      ok: false,
      issues: [{ code: 'joint_has_findings' }],
    })
    const broken = applyAll(ladder, [
      {
        do: 'add-fault',
        fault: {
          kind: 'worm',
          id: 'worm-1',
          part: 'slat-2',
          along: 0.5,
          turnDeg: 0,
          note: '',
          lengthMm: measured(30),
          lostPct: null,
          live: 'old',
        },
      },
    ])
    expect(apply(broken, edit({ do: 'remove-part', part: 'slat-2' }))).toMatchObject({
      ok: false,
      issues: [{ code: 'part_has_faults', message: expect.stringContaining('W1') }],
    })
    expect(apply(ladder, edit({ do: 'describe-part', part: 'no-such' }))).toMatchObject({
      ok: false,
      issues: [{ code: 'no_such_part' }],
    })
  })

  it('changes the kind of a joint and lets two tenons share a hole, in the same part only', () => {
    const [a, b, elsewhere] = [
      'front-seat-rung--left-front-post',
      'left-seat-rung--left-front-post',
      'left-seat-rung--left-back-post',
    ]
    const piece = edited(ladder, {
      do: 'change-joint',
      joint: a!,
      form: { kind: 'dowel', count: 1, diameterMm: measured(9), spacingMm: measured(0) },
      shares: b!,
    })
    expect(piece.joints.find(j => j.id === a)).toMatchObject({ form: { kind: 'dowel' }, shares: b })
    expect(apply(ladder, edit({ do: 'change-joint', joint: a!, shares: elsewhere! }))).toMatchObject({
      ok: false,
      issues: [{ code: 'no_shared_socket' }],
    })
    expect(
      edited(piece, { do: 'change-joint', joint: a!, shares: null }).joints.find(j => j.id === a)!.shares,
    ).toBeUndefined()
    expect(
      edited(piece, { do: 'remove-part', part: 'left-seat-rung' }).joints.find(j => j.id === a)!.shares,
    ).toBeUndefined()
  })
})

describe('new parts', () => {
  it('worked example: a bar between the front legs is as long as the seat rung beside it', () => {
    const [from, to] = ['left-front-post', 'right-front-post'].map(id => ({ part: partOf(ladder, id), along: 0.5 }))
    const edits = orThrow(
      barBetween(
        {
          id: 'brace',
          label: 'brace',
          role: 'stretcher',
          round: true,
          thicknessMm: 20,
          heightMm: 20,
          jointKind: 'round-tenon',
          from: from!,
          to: to!,
        },
        'Ash, white',
      ),
    )
    const piece = edited(ladder, ...edits)
    expect(piece.joints.filter(j => j.enters === 'brace').map(j => jointName(piece, j))).toEqual([
      'brace to left front post',
      'brace to right front post',
    ])
    expect(axisLengthMm(partOf(piece, 'brace'))).toBeCloseTo(460 - 2 * 34, 0)
    expect(
      barBetween(
        {
          id: 'x',
          label: 'x',
          role: 'brace',
          round: false,
          thicknessMm: 20,
          heightMm: 20,
          jointKind: 'butt',
          from: from!,
          to: from!,
        },
        'Ash, white',
      ),
    ).toMatchObject({ ok: false, issues: [{ code: 'same_part' }] })
  })

  it('bends a part off the straight by what was said, and straight again', () => {
    const slat = partOf(newPiece('framed-chair'), 'crest-rail')
    const axis = bentAxis(slat, 24, 'backward')
    expect(axis[0]).toEqual(slat.axis[0])
    expect(Math.min(...axis.map(v => v[2])) - slat.axis[0]![2]).toBeCloseTo(-24, 3)
    expect(bentAxis({ ...slat, axis }, 0, 'backward')).toEqual([slat.axis[0], slat.axis[1]])
  })
})
