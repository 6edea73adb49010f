import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatLength, MM_PER_INCH, parseLength, type UnitSystem } from './length'
import { orThrow } from './result'

const mm = (text: string, units: UnitSystem = 'mm') => orThrow(parseLength(text, units)).mm

describe('what people type', () => {
  it.each([
    ['17.5', 'mm', 17.5],
    ['17,5', 'mm', 17.5],
    ['.5', 'in', 12.7],
    ['17.5', 'in', 444.5],
    ['17.5 mm', 'in', 17.5],
    ['11/16', 'mm', 17.4625],
    ['11/16', 'in', 17.4625],
    ['1 7/16 in', 'mm', 36.5125],
    ['1-7/16', 'mm', 36.5125],
    ['2 cm', 'in', 20],
    ['23/32"', 'mm', 18.25625],
    ['3/8', 'mm', 9.525],
    ['12 thou', 'mm', 0.3048],
    ['1 ft 2 in', 'mm', 355.6],
    ['17 1/2 in', 'mm', 444.5],
  ] as const)('%s with the switch on %s is %f mm', (text, units, expected) => {
    expect(mm(text, units)).toBeCloseTo(expected, 9)
  })

  it('echoes how it was read, so that a wrong switch is noticed', () => {
    expect(orThrow(parseLength('11/16', 'mm')).readAs).toBe('11/16 in')
    expect(orThrow(parseLength('17.5', 'in')).readAs).toBe('17.5 in')
  })

  it.each([
    ['', 'empty'],
    ['abc', 'not_a_length'],
    ['3/0', 'not_a_length'],
    ['-4', 'negative'],
    ['900 cm', 'too_long'],
    ['5 6', 'not_a_length'],
    ['4 furlong', 'not_a_length'],
    ['1 in 2 in', 'not_a_length'],
  ])('refuses “%s” as %s and says what would be right', (text, code) => {
    const result = parseLength(text)
    expect(result.ok).toBe(false)
    if (!result.ok) {
      expect(result.issues[0]!.code).toBe(code)
      expect(result.issues[0]!.message.length).toBeGreaterThan(20)
    }
  })
})

describe('lengths round-trip', () => {
  it('in inches within half of 1/64, in thousandths below 2 mm', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3000, noNaN: true }), (value) => {
        const step = value < 2 ? MM_PER_INCH / 1000 : MM_PER_INCH / 64
        expect(Math.abs(mm(formatLength(value, 'in')) - value)).toBeLessThanOrEqual(step / 2 + 1e-9)
      }),
    )
  })

  it('in millimetres within half of the last digit shown', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3000, noNaN: true }), (value) => {
        expect(Math.abs(mm(formatLength(value, 'mm')) - value)).toBeLessThanOrEqual((value < 2 ? 0.005 : 0.05) + 1e-9)
      }),
    )
  })

  it('every sixty-fourth of an inch is read back exactly', () => {
    fc.assert(
      fc.property(fc.integer({ min: 6, max: 64 * 40 }), (n) => {
        expect(mm(formatLength((n * MM_PER_INCH) / 64, 'in'))).toBeCloseTo((n * MM_PER_INCH) / 64, 9)
      }),
    )
  })
})
