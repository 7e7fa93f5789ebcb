import { describe, expect, test } from 'vitest'
import fc from 'fast-check'
import {
  addDays,
  ageOf,
  dateAt,
  daysBetween,
  freshness,
  nextJar,
  oldestFirst,
  pullList,
  shelfDates,
  type ShelfJar,
} from '@kelvit/core'

const DAY_MS = 86_400_000
const START = Date.UTC(2024, 0, 1)
const iso = (ms: number): string => new Date(ms).toISOString().slice(0, 10)
const day = fc.integer({ min: 0, max: 1200 }).map((n) => iso(START + n * DAY_MS))

const jars: fc.Arbitrary<ShelfJar[]> = fc
  .array(
    fc.record({
      foodId: fc.constantFrom('beets', 'corn', 'okra', 'beans-snap'),
      cannedOn: day,
      useSoon: fc.boolean(),
      untested: fc.boolean(),
    }),
    { maxLength: 40 },
  )
  .map((list) =>
    list.map((j, i) => ({
      ...j,
      id: `jar-${String(i).padStart(2, '0')}`,
      bestBy: shelfDates(j.cannedOn, { bestMonths: 12, reviewMonths: 24 }).bestBy,
    })),
  )

describe('oldest first', () => {
  test('is the same jars in an order no two of which are the wrong way round', () => {
    fc.assert(
      fc.property(jars, (all) => {
        const row = oldestFirst(all)
        expect([...row].map((j) => j.id).sort()).toEqual(all.map((j) => j.id).sort())
        row.forEach((a, i) =>
          row.slice(i + 1).forEach((b) => {
            if (a.useSoon === b.useSoon) expect(a.bestBy <= b.bestBy).toBe(true)
            else expect(a.useSoon).toBe(true)
          }),
        )
      }),
    )
  })
  test('the next jar is tested, of its food, and no other of those is before it', () => {
    fc.assert(
      fc.property(jars, (all) => {
        const able = all.filter((j) => j.foodId === 'beets' && !j.untested)
        const next = nextJar(all, 'beets')
        expect(next === undefined).toBe(able.length === 0)
        if (!next) return
        expect(able).toContain(next)
        const soon = able.filter((j) => j.useSoon)
        const from = soon.length > 0 ? soon : able
        expect(from.every((j) => next.bestBy <= j.bestBy)).toBe(true)
      }),
    )
  })
})

describe('the pull list', () => {
  const meals = fc.integer({ min: 0, max: 12 })
  test('holds all that reaches its best within the week, none untested, none twice, no more than there are meals', () => {
    fc.assert(
      fc.property(jars, day, meals, (all, today, n) => {
        const list = pullList(all, today, n)
        const due = all.filter((j) => !j.untested && (j.useSoon || j.bestBy < addDays(today, 7)))
        expect(list.length).toBeGreaterThanOrEqual(Math.min(n, due.length))
        expect(list.length).toBeLessThanOrEqual(n)
        expect(new Set(list.map((j) => j.id)).size).toBe(list.length)
        for (const jar of list) expect(jar.untested ?? false).toBe(false)
      }),
    )
  })
  test('no food comes a second time while another that is due has not come once', () => {
    fc.assert(
      fc.property(jars, day, meals, (all, today, n) => {
        const list = pullList(all, today, n)
        const due = all.filter((j) => !j.untested && (j.useSoon || j.bestBy < addDays(today, 7)))
        const count = (of: readonly ShelfJar[], food: string): number =>
          of.filter((j) => j.foodId === food).length
        const foods = [...new Set(due.map((j) => j.foodId))]
        for (const a of foods)
          for (const b of foods)
            if (count(list, b) < count(due, b))
              expect(count(list, a) - count(list, b)).toBeLessThanOrEqual(1)
      }),
    )
  })
  test('of one food the older jar is pulled first', () => {
    fc.assert(
      fc.property(jars, day, meals, (all, weekEnd, n) => {
        const list = pullList(all, weekEnd, n)
        const left = all.filter((j) => !j.untested && !list.includes(j))
        for (const jar of list)
          for (const other of left)
            if (other.foodId === jar.foodId && other.useSoon === jar.useSoon)
              expect(jar.bestBy <= other.bestBy).toBe(true)
      }),
    )
  })
})

describe('dates, against arithmetic of another kind', () => {
  test('days between and days later, by milliseconds', () => {
    fc.assert(
      fc.property(day, fc.integer({ min: -800, max: 800 }), (from, n) => {
        const to = iso(Date.parse(from) + n * DAY_MS)
        expect(daysBetween(from, to)).toBe(n)
        expect(addDays(from, n)).toBe(to)
        expect(addDays(from, n + 0.75)).toBe(to)
      }),
    )
  })
  test('months later, the day of the month kept or the month’s last', () => {
    fc.assert(
      fc.property(day, fc.integer({ min: 1, max: 60 }), (from, months) => {
        const [y, m, d] = from.split('-').map(Number) as [number, number, number]
        const last = new Date(Date.UTC(y, m - 1 + months + 1, 0)).getUTCDate()
        const wanted = iso(Date.UTC(y, m - 1 + months, Math.min(d, last)))
        expect(shelfDates(from, { bestMonths: months, reviewMonths: months }).bestBy).toBe(wanted)
      }),
    )
  })
  test.each(['America/Denver', 'Europe/Berlin', 'Asia/Kolkata', 'Pacific/Auckland', 'UTC'])(
    'the day in %s is what the platform’s own calendar says',
    (timeZone) => {
      const calendar = new Intl.DateTimeFormat('en-CA', { timeZone, dateStyle: 'short' })
      fc.assert(
        fc.property(fc.integer({ min: 0, max: 1200 * 24 * 60 }), (minute) => {
          const at = START + minute * 60_000
          expect(dateAt(at, timeZone)).toBe(calendar.format(at))
        }),
      )
    },
  )
  test('a day with 23 or 25 hours is one day', () => {
    // Clocks go forward on 8 March and back on 1 November 2026 in this zone.
    for (const night of ['2026-03-08', '2026-11-01']) {
      const noonBefore = Date.parse(`${addDays(night, -1)}T19:00:00Z`)
      expect(dateAt(noonBefore, 'America/Denver')).toBe(addDays(night, -1))
      expect(dateAt(noonBefore + DAY_MS, 'America/Denver')).toBe(night)
    }
  })
})

describe('ageing', () => {
  test('freshness never rises, and is over when the best is', () => {
    fc.assert(
      fc.property(day, day, day, (cannedOn, a, b) => {
        const { bestBy } = shelfDates(cannedOn, { bestMonths: 12, reviewMonths: 24 })
        const [first, then] = a <= b ? [a, b] : [b, a]
        expect(freshness(cannedOn, bestBy, then)).toBeLessThanOrEqual(
          freshness(cannedOn, bestBy, first),
        )
        expect(freshness(cannedOn, bestBy, cannedOn)).toBe(1)
        expect(freshness(cannedOn, bestBy, bestBy)).toBe(0)
      }),
    )
  })
  test('a jar goes from best to past it to review, never back', () => {
    const order = ['best', 'past-best', 'review']
    fc.assert(
      fc.property(day, day, day, (cannedOn, a, b) => {
        const dates = shelfDates(cannedOn, { bestMonths: 12, reviewMonths: 24 })
        const [first, then] = a <= b ? [a, b] : [b, a]
        expect(order.indexOf(ageOf(dates, first))).toBeLessThanOrEqual(
          order.indexOf(ageOf(dates, then)),
        )
        expect(ageOf(dates, dates.bestBy)).toBe('best')
        expect(ageOf(dates, dates.reviewBy)).not.toBe('review')
      }),
    )
  })
})
