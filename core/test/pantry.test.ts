import { expect, test } from 'vitest'
import fc from 'fast-check'
import {
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
  expect(pullList(jars, '2026-08-20', 3).map((j) => j.id)).toEqual(['s1', 'c1', 's2'])
  expect(pullList(jars, '2026-07-20', 3)).toEqual([])
})

test('freshness falls from 1 to 0; age says what to do', () => {
  expect(freshness('2025-08-14', '2026-08-14', '2025-08-14')).toBe(1)
  expect(freshness('2025-08-14', '2026-08-14', '2026-02-12')).toBeCloseTo(0.5, 1)
  expect(freshness('2025-08-14', '2026-08-14', '2030-01-01')).toBe(0)
  expect(ageOf({ bestBy: '2026-01-01', reviewBy: '2027-01-01' }, '2026-01-02')).toBe('past-best')
  expect(ageOf({ bestBy: '2026-01-01', reviewBy: '2027-01-01' }, '2027-01-02')).toBe('review')
})

test('boil before tasting: 10 minutes and one more per 1,000 ft, rounded up', () => {
  expect([0, 1000, 2640, 8000, -50].map(boilBeforeTasting)).toEqual([10, 11, 13, 18, 10])
})

test('the plain date is the household’s, not the server’s', () => {
  const late = Date.UTC(2026, 7, 15, 3, 30)
  expect(dateAt(late, 'America/Denver')).toBe('2026-08-14')
  expect(dateAt(late, 'Europe/Berlin')).toBe('2026-08-15')
})
