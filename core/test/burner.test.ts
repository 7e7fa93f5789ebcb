// What a canner weighs on its burner, and when it is run with water only.
import { burnerLoad, fullWeight, lastRun, waterRunDue, type OnBurner } from '@kelvit/core'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'

const tall: OnBurner = {
  standsOn: 'glass',
  burnerLimitLb: 50,
  emptyLb: 12,
  innerDiameterIn: 12,
  waterIn: 3,
}
const quarts = (jars: number) => [{ jar: 'quart' as const, jars }]

describe('a full canner', () => {
  test('weighs its own weight, its water and its jars', () => {
    const full = fullWeight(tall, quarts(7))!
    // 3 in of water in 12 in: 339 cubic inches, 12.25 lb; seven quarts at a little over 3 lb.
    expect(full.water).toBeCloseTo(12.25, 1)
    expect(full.jars).toBeGreaterThan(20)
    expect(full.jars).toBeLessThan(23)
    expect(full.all).toBeCloseTo(12 + full.water + full.jars, 9)
  })
  test('is told against what its burner carries, with room for an estimate', () => {
    expect(burnerLoad(tall, quarts(7))).toBe('near')
    expect(burnerLoad({ ...tall, burnerLimitLb: 60 }, quarts(7))).toBe('within')
    expect(burnerLoad({ ...tall, burnerLimitLb: 40 }, quarts(7))).toBe('over')
    for (const unknown of [{ burnerLimitLb: null }, { emptyLb: null }, { innerDiameterIn: null }])
      expect(burnerLoad({ ...tall, ...unknown }, quarts(7))).toBe('unknown')
  })
  test('never weighs less with more in it', () => {
    const size = fc.constantFrom('halfPint', 'pint', 'pintAndHalf', 'quart')
    fc.assert(
      fc.property(size, fc.nat(20), fc.nat(20), (jar, a, b) => {
        const all = (jars: number): number => fullWeight(tall, [{ jar, jars }])!.all
        expect(all(a + b)).toBeGreaterThanOrEqual(all(a))
      }),
    )
  })
})

describe('a run with water only', () => {
  test.each([
    [null, 'bought-used'],
    ['2026-08-01', null],
    ['2026-03-18', null],
    ['2026-03-16', 'after-winter'],
    ['2025-10-01', 'after-winter'],
  ] as const)('last ran %s: %s', (last, due) => {
    expect(waterRunDue(last, '2026-08-14')).toBe(due)
  })
  test('counts as a run of the canner, as a load does', () => {
    const run = { onDate: '2026-08-10', why: 'after-winter', by: 'Wren' } as const
    expect(lastRun('2025-10-01', [run])).toBe('2026-08-10')
    expect(lastRun('2026-08-12', [run])).toBe('2026-08-12')
    expect(lastRun(null, [run])).toBe('2026-08-10')
    expect(lastRun(null, [])).toBeNull()
  })
})
