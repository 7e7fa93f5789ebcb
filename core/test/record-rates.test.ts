import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { rateOf } from '../src'

describe('how often something went well', () => {
  test('Wilson’s interval, as published tables have it', () => {
    // 81 of 263: Newcombe (1998), method 3: 0.2553 to 0.3662.
    const r = rateOf(81, 263)
    expect(r.from).toBeCloseTo(0.2553, 4)
    expect(r.to).toBeCloseTo(0.3662, 4)
    // 15 of 148: 0.0624 to 0.1605; 0 of 20: 0 to 0.1611; 1 of 29: 0.0061 to 0.1718.
    expect([rateOf(15, 148).from, rateOf(15, 148).to].map((n) => n.toFixed(4))).toEqual([
      '0.0624',
      '0.1605',
    ])
    expect([rateOf(0, 20).from, rateOf(0, 20).to].map((n) => n.toFixed(4))).toEqual([
      '0.0000',
      '0.1611',
    ])
    expect([rateOf(1, 29).from, rateOf(1, 29).to].map((n) => n.toFixed(4))).toEqual([
      '0.0061',
      '0.1718',
    ])
  })
  test('under twenty tries it is too few to tell', () => {
    expect([rateOf(19, 19).tooFew, rateOf(20, 20).tooFew]).toEqual([true, false])
  })
  test('law: the interval holds what was seen, and is narrower with more of the same', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), fc.integer({ min: 0, max: 500 }), (of, k) => {
        const good = Math.min(k, of)
        const r = rateOf(good, of)
        expect(r.from).toBeLessThanOrEqual(r.share + 1e-12)
        expect(r.to).toBeGreaterThanOrEqual(r.share - 1e-12)
        expect(r.from).toBeGreaterThanOrEqual(0)
        expect(r.to).toBeLessThanOrEqual(1)
        const more = rateOf(good * 4, of * 4)
        expect(more.to - more.from).toBeLessThan(r.to - r.from)
      }),
    )
  })
  test.each([
    [2, 1],
    [-1, 4],
    [0, 0],
    [1.5, 3],
    [1, Number.NaN],
  ])('%d of %d is refused', (good, of) => {
    expect(() => rateOf(good, of)).toThrow(RangeError)
  })
})
