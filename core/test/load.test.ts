import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import fc from 'fast-check'
import {
  cannerBlocks,
  cannerClasses,
  handsMinutes,
  learnStageMinutes,
  offerWays,
  splitJars,
  stageSpans,
  totalMinutes,
} from '@kelvit/core'

describe('canner', () => {
  test('blocked when the dial is untested, overdue or off; a weight needs no test', () => {
    expect(cannerBlocks('dial', null)).toMatchObject([{ reason: 'dial-untested' }])
    expect(cannerBlocks('dial', { daysAgo: 365, errorPsi: unit.psi(2) })).toEqual([])
    expect(cannerBlocks('dial', { daysAgo: 366, errorPsi: unit.psi(0) })).toMatchObject([
      { reason: 'dial-overdue' },
    ])
    expect(cannerBlocks('dial', { daysAgo: 3, errorPsi: unit.psi(-2.5) })).toMatchObject([
      { reason: 'dial-off' },
    ])
    expect(cannerBlocks('dial', { daysAgo: 3, errorPsi: unit.psi(NaN) })).toHaveLength(1)
    expect(cannerBlocks('weighted', null)).toEqual([])
    expect(cannerBlocks('weighted', null, [{ sentence: 'The vent is blocked.' }])).toHaveLength(1)
  })
  test('splits keep every load between minimum and capacity and lose no jar', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 200 }),
        fc.integer({ min: 4, max: 20 }),
        fc.integer({ min: 1, max: 4 }),
        (n, cap, min) => {
          const ways = splitJars(n, cap, min)
          expect(ways.length).toBeLessThanOrEqual(3)
          if (n >= min && n > 0) expect(ways.length).toBeGreaterThan(0)
          for (const w of ways) {
            expect(w.loads.reduce((a, b) => a + b, 0) + w.left).toBe(n)
            for (const l of w.loads) expect(l >= min && l <= cap).toBe(true)
          }
        },
      ),
    )
  })
  test('three different ways for 24 quarts in a canner of 7', () => {
    expect(splitJars(24, 7, 2)).toEqual([
      { kind: 'fill', loads: [7, 7, 7, 3], left: 0 },
      { kind: 'even', loads: [6, 6, 6, 6], left: 0 },
      { kind: 'fill', loads: [7, 7, 7], left: 3 },
    ])
    expect(splitJars(22, 7, 2)[0]).toMatchObject({ loads: [7, 7, 7], left: 1 })
    expect(() => splitJars(3, 1, 2)).toThrow(RangeError)
  })
  test('a quart load of beans is a two-hour evening', () => {
    const small = cannerClasses[0]!.stageMinutes
    const spans = stageSpans(
      { jars: 7, jar: 'quart', prepMinPerQuart: 12, processMinutes: 25 },
      small,
    )
    expect(totalMinutes(spans)).toBeGreaterThan(120)
    expect(handsMinutes(spans)).toBeCloseTo(7 * 12 + 5 + 1.2 * 7 + 6, 6)
  })
  test('stage times move from the first guess to what was seen', () => {
    expect(learnStageMinutes(35, [])).toBe(35)
    expect(learnStageMinutes(35, [50])).toBe(35)
    expect(learnStageMinutes(35, [50, 50, 50])).toBe(50)
    expect(learnStageMinutes(35, [NaN, -3, 9999])).toBe(35)
  })
})

describe('ways to put up a harvest', () => {
  const canner = (i: number, processMinutes: number | null = 25) => ({
    id: cannerClasses[i]!.id,
    capacity: cannerClasses[i]!.capacity,
    minimum: { quart: 2, pint: 4 },
    stageMinutes: cannerClasses[i]!.stageMinutes,
    processMinutes,
  })
  const beans = (jars: number) => ({
    jars,
    jar: 'quart' as const,
    mouth: 'regular' as const,
    prepMinPerQuart: 12,
  })

  test('at most three, each within capacity and minimum, no jar lost', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 90 }), fc.subarray([0, 1, 2]), (jars, which) => {
        const ways = offerWays(
          beans(jars),
          which.map((i) => canner(i)),
        )
        expect(ways.length).toBeLessThanOrEqual(3)
        if (jars >= 2 && which.length > 0) expect(ways.length).toBeGreaterThan(0)
        for (const w of ways) {
          expect(w.loads.reduce((n, l) => n + l.jars, 0) + w.left).toBe(jars)
          for (const l of w.loads)
            expect(l.jars >= 2 && l.jars <= (l.cannerId === 'large' ? 14 : 7)).toBe(true)
          expect(w.totalMin).toBeGreaterThanOrEqual(w.handsMin)
        }
      }),
    )
  })
  test('two canners are quicker than one, and a refused canner is not offered', () => {
    const [one] = offerWays(beans(14), [canner(0)])
    const two = offerWays(beans(14), [canner(0), canner(1)])
    expect(Math.min(...two.map((w) => w.totalMin))).toBeLessThan(one!.totalMin)
    expect(offerWays(beans(14), [canner(0, null)])).toEqual([])
  })
  test('what simmers before it is filled takes its time in every room, and no hands', () => {
    const [plain] = offerWays(beans(7), [canner(0)])
    const [cooked] = offerWays({ ...beans(7), cookMin: 30 }, [canner(0)])
    expect(cooked!.totalMin - plain!.totalMin).toBe(30)
    expect(cooked!.handsMin).toBe(plain!.handsMin)
  })
})
