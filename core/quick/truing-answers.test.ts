import { describe, expect, it } from 'vitest'
import { phraseText } from '../measure/phrase'
import type { Result } from '../measure/result'
import {
  feetAnswer,
  rackAnswer,
  seatBoreAnswer,
  sightsAnswer,
  stretcherAnswer,
  windingAnswer,
  type Answer,
} from './answers'

const told = (r: Result<Answer>) => (r.ok ? phraseText(r.value.sentence) : `${r.issues[0]!.path}: ${r.issues[0]!.code}`)

describe('truing without a piece', () => {
  it('a seat frame 431 before, 338 behind, 363 at both sides: true diagonals 525.9; 4 mm over is pulled together', () => {
    // aside 46.5, depth √(363² − 46.5²) = 360.0; √(384.5² + 360²) = 526.7.
    const answer = rackAnswer({ frontMm: 431, rightMm: 363, backMm: 338, leftMm: 363, firstMm: 532.7, secondMm: 520.7 })
    expect(told(answer)).toContain('Pull together from front left to back right')
    expect(told(answer)).toContain('526.7 mm')
    expect(
      told(rackAnswer({ frontMm: 431, rightMm: 363, backMm: 338, leftMm: 363, firstMm: 800, secondMm: 525 })),
    ).toBe('first: no_such_frame')
  })
  it('feet: 3 mm under one is 3 mm off one beside it', () => {
    expect(told(feetAnswer([0, 0, 3, 0], 400, 360))).toMatch(
      /^It rocks on front right and back left\. 3 mm off (front right|back left)/,
    )
    expect(told(feetAnswer([0, 0, 0, 0], 400, 360))).toBe('It stands.')
    expect(told(feetAnswer([0, 0, 1000, 0], 400, 360))).toBe('back-right: absurd')
  })
  it('a stretcher of legs leaning 8° and 5°: off square by asin(tan 8 / √(1 + tan² 8 + tan² 5)) = 7.97°, half the leg 17 / cos 7.97° = 17.17 off each side', () => {
    const answer = stretcherAnswer(380, 34, 8, 5, 22)
    expect(told(answer)).toContain('8°')
    expect(answer.ok && answer.value.figures[0]!.figure.value).toBeCloseTo(380 - 2 * 17.166, 1)
    expect(told(stretcherAnswer(380, 34, 80, 5, 22))).toBe('along: absurd')
  })
  it('a seat bore and a twisted frame', () => {
    expect(told(seatBoreAnswer(12, 16))).toContain('19.6°')
    expect(told(windingAnswer([0, 0, 0, 3], 600, 400))).toContain('corners 2 and 4')
    expect(told(windingAnswer([0, 0, 900, 3], 600, 400))).toBe('three: absurd')
    // asin(3 / 600) = 0.29°; 400 x tan of it = 2 mm.
    expect(told(sightsAnswer(3, 600, 400))).toContain('one corner stands 2 mm up')
    expect(told(sightsAnswer(300, 600, 400))).toBe('over: absurd')
  })
})
