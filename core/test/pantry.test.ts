import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import fc from 'fast-check'
import {
  addDays,
  ageOf,
  boilBeforeTasting,
  dateAt,
  DEFAULT_POLICY,
  freshness,
  nextJar,
  oldestFirst,
  pullList,
  shelfDates,
  type ShelfJar,
} from '@kelvit/core'

const jar = (id: string, foodId: string, cannedOn: string, useSoon = false): ShelfJar => ({
  id,
  foodId,
  cannedOn,
  bestBy: shelfDates(cannedOn, DEFAULT_POLICY).bestBy,
  useSoon,
})

test('best-by and review-by from the policy, month ends kept', () => {
  expect(shelfDates('2025-08-31', { bestMonths: 18, reviewMonths: 24 })).toEqual({
    bestBy: '2027-02-28',
    reviewBy: '2027-08-31',
  })
  expect(() => shelfDates('2025-02-30', DEFAULT_POLICY)).toThrow(RangeError)
  expect(() => shelfDates('2025-02-01', { bestMonths: 24, reviewMonths: 12 })).toThrow(RangeError)
})

test('oldest first, use-soon before all, the same on every device', () => {
  const jars = [
    jar('c', 'beets', '2025-09-01'),
    jar('a', 'beets', '2024-09-01'),
    jar('b', 'beets', '2025-10-01', true),
    jar('d', 'corn', '2023-01-01'),
  ]
  expect(oldestFirst(jars.slice(0, 3)).map((j) => j.id)).toEqual(['b', 'a', 'c'])
  expect(nextJar(jars, 'beets')?.id).toBe('b')
  expect(nextJar(jars, 'okra')).toBeUndefined()
  fc.assert(
    fc.property(fc.shuffledSubarray(jars, { minLength: 4 }), (s) => {
      expect(oldestFirst(s)).toEqual(oldestFirst(jars))
    }),
  )
})

test('the pull list takes turns between foods and stops at the meals', () => {
  const jars = [1, 2, 3]
    .map((n) => jar(`s${n}`, 'beans-snap', `2025-08-0${n}`))
    .concat(jar('c1', 'corn', '2025-08-05'), jar('new', 'okra', '2026-07-01'))
  expect(pullList(jars, '2026-08-14', 3).map((j) => j.id)).toEqual(['s1', 'c1', 's2'])
  expect(pullList(jars, '2026-07-14', 3)).toEqual([])
})

describe('a flood of jars that are all best by the same day', () => {
  const sixty = Array.from({ length: 60 }, (_, i) => ({
    ...jar(`j${String(i).padStart(2, '0')}`, 'beets', '2025-09-10'),
    bestBy: '2026-09-10',
  }))
  test('the list begins in time, about 8 a week from 17 Jul, and does not wait for the last week', () => {
    expect(pullList(sixty, '2026-07-10', 8)).toEqual([])
    expect(pullList(sixty, '2026-07-17', 8)).toHaveLength(8)
  })
  test('eaten by the list, week by week, none passes its best', () => {
    let left = sixty
    for (let week = 0; week < 30; week++) {
      const today = addDays('2026-03-06', week * 7)
      expect(left.filter((j) => j.bestBy < today)).toEqual([])
      const pulled = new Set(pullList(left, today, 8).map((j) => j.id))
      left = left.filter((j) => !pulled.has(j.id))
    }
    expect(left).toEqual([])
  })
  test('a jar every other week: one at a time is pulled', () => {
    expect(pullList(sixty, '2026-07-17', 8, () => 0.5)).toHaveLength(1)
  })
  test('law: whatever can be eaten in time is, by whoever follows the list', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            food: fc.constantFrom('beets', 'corn', 'okra'),
            days: fc.integer({ min: 0, max: 200 }),
          }),
          { maxLength: 60 },
        ),
        fc.integer({ min: 1, max: 9 }),
        (all, meals) => {
          const jars = all.map((a, i) => ({
            ...jar(`j${i}`, a.food, '2025-09-01'),
            bestBy: addDays('2026-08-14', a.days),
          }))
          // Only where whoever eats the soonest first loses none.
          const days = all.map((a) => a.days).sort((a, b) => a - b)
          if (days.some((d, i) => i + 1 > meals * (Math.floor(d / 7) + 1))) return
          let left = jars
          for (let week = 0; left.length > 0 && week < 40; week++) {
            const today = addDays('2026-08-14', week * 7)
            expect(left.filter((j) => j.bestBy < today)).toEqual([])
            const list = pullList(left, today, meals)
            expect(list.length).toBeLessThanOrEqual(meals)
            const pulled = new Set(list.map((j) => j.id))
            left = left.filter((j) => !pulled.has(j.id))
          }
          expect(left).toEqual([])
        },
      ),
      { seed: 9, numRuns: 300 },
    )
  })
})

test('freshness falls from 1 to 0; age says what to do', () => {
  expect(freshness('2025-08-14', '2026-08-14', '2025-08-14')).toBe(1)
  expect(freshness('2025-08-14', '2026-08-14', '2026-02-12')).toBeCloseTo(0.5, 1)
  expect(freshness('2025-08-14', '2026-08-14', '2030-01-01')).toBe(0)
  expect(ageOf({ bestBy: '2026-01-01', reviewBy: '2027-01-01' }, '2026-01-02')).toBe('past-best')
  expect(ageOf({ bestBy: '2026-01-01', reviewBy: '2027-01-01' }, '2027-01-02')).toBe('review')
})

test('boil before tasting: 10 minutes and one more per 1,000 ft, rounded up', () => {
  // Rounded up: at 1,200 ft it is a minute more than at 1,000.
  expect([1, 1200, 2001].map((ft) => boilBeforeTasting(unit.feet(ft)))).toEqual([11, 12, 13])
  expect([0, 1000, 2640, 8000, -50].map((ft) => boilBeforeTasting(unit.feet(ft)))).toEqual([
    10, 11, 13, 18, 10,
  ])
})

test('the plain date is the household’s, not the server’s', () => {
  const late = Date.UTC(2026, 7, 15, 3, 30)
  expect(dateAt(late, 'America/Denver')).toBe('2026-08-14')
  expect(dateAt(late, 'Europe/Berlin')).toBe('2026-08-15')
})
