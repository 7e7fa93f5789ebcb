import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  addDays,
  jarCost,
  nextSeason,
  shelfOn,
  weeksOfYear,
  type Prices,
  type YearLoad,
} from '../src'
import { jar, jars, NO_PRICES, year } from './kit/year'

const load = (more: Partial<YearLoad> = {}): YearLoad => ({
  id: 'load',
  code: 'B1',
  onDate: '2026-08-03',
  verdict: 'as-tested',
  reason: '',
  minutes: 180,
  ...more,
})
describe('the weeks of a year', () => {
  test('begin on the Monday of the week that holds 1 January, and hold 31 December', () => {
    // 2026 begins on a Thursday, 2024 on a Monday, 2028 on a Saturday, 2040 on a Sunday and leaps.
    expect(weeksOfYear(2026)[0]).toBe('2025-12-29')
    expect(weeksOfYear(2024)[0]).toBe('2024-01-01')
    expect(weeksOfYear(2026)).toHaveLength(53)
    expect(weeksOfYear(2040)).toHaveLength(54)
    for (let y = 1990; y < 2060; y++) {
      const weeks = weeksOfYear(y)
      expect(new Date(`${weeks[0]}T00:00Z`).getUTCDay()).toBe(1)
      expect(weeks[0]! <= `${y}-01-01` && addDays(weeks[0]!, 6) >= `${y}-01-01`).toBe(true)
      expect(weeks.at(-1)! <= `${y}-12-31` && addDays(weeks.at(-1)!, 6) >= `${y}-12-31`).toBe(true)
    }
  })
})

describe('what a year brought', () => {
  test('good jars by week, those that failed apart, with why', () => {
    const { foods, causes, weeks } = year({
      jars: [
        ...jars(6),
        jar({
          seal: 'unsealed',
          state: 'discarded',
          goneOn: '2026-08-04',
          cause: 'Nick in the rim',
        }),
        jar({ seal: 'broken', state: 'discarded', goneOn: '2026-08-03' }),
        jar({ hold: 'not-processed', state: 'discarded', goneOn: '2026-08-05' }),
        jar({ seal: 'sealed-low-liquid', cannedOn: '2026-09-01' }),
      ],
    })
    const [beans] = foods
    expect(beans).toMatchObject({ canned: 7, quarts: 7, failed: 3, left: 7 })
    expect(beans!.cannedWeeks[weeks.indexOf('2026-08-03')]).toBe(6)
    expect(beans!.cannedWeeks[weeks.indexOf('2026-08-31')]).toBe(1)
    expect(beans!.cannedWeeks.reduce((a, b) => a + b)).toBe(7)
    expect(causes).toEqual([
      { cause: 'Broke', jars: 1 },
      { cause: 'Its load was not processed as tested', jars: 1 },
      { cause: 'Nick in the rim', jars: 1 },
    ])
  })
  test('a jar that was processed again counts once, where it came good', () => {
    const { foods, causes } = year({
      jars: [
        jar({ seal: 'unsealed', state: 'processed-again', goneOn: '2026-08-04' }),
        jar({ cannedOn: '2026-08-04', loadId: 'again' }),
      ],
    })
    expect(foods[0]).toMatchObject({ canned: 1, failed: 0 })
    expect(causes).toEqual([])
  })
  test('a gift is eaten here but was not put up here', () => {
    const [beans] = year({
      jars: [jar({ loadId: null, state: 'eaten', goneOn: '2026-10-01' })],
    }).foods
    expect(beans).toMatchObject({ canned: 0, failed: 0, eaten: 1 })
  })
  test('eaten, given, lost and left; jars of the year before are eaten in this one', () => {
    const [beans] = year({
      jars: [
        ...jars(3, { cannedOn: '2025-08-03', state: 'eaten', goneOn: '2026-02-03' }),
        jar({ state: 'opened', goneOn: '2026-12-31' }),
        jar({ state: 'given', goneOn: '2026-12-24' }),
        jar({ state: 'missing', goneOn: '2026-11-01' }),
        jar({ state: 'eaten', goneOn: '2027-01-02' }),
        jar(),
      ],
    }).foods
    // What was eaten after New Year stood there at the end of the year.
    expect(beans).toMatchObject({ canned: 5, eaten: 4, given: 1, lost: 1, left: 2 })
  })
  test('when there was none of it: from the last jar to the next one put up', () => {
    const [beans] = year({
      jars: [
        jar({ cannedOn: '2025-08-03', state: 'eaten', goneOn: '2026-05-11' }),
        jar({ cannedOn: '2026-07-20', state: 'eaten', goneOn: '2026-11-02' }),
      ],
    }).foods
    expect(beans!.without).toEqual([
      { from: '2026-05-11', until: '2026-07-20' },
      { from: '2026-11-02', until: null },
    ])
  })
  test('none at New Year is said from New Year on; what had never been is not missed', () => {
    const before = jar({ cannedOn: '2025-08-03', state: 'eaten', goneOn: '2025-12-01' })
    const [beans] = year({ jars: [before, jar({ cannedOn: '2026-07-20' })] }).foods
    expect(beans!.without).toEqual([{ from: '2026-01-01', until: '2026-07-20' }])
    expect(year({ jars: [jar({ cannedOn: '2026-07-20' })] }).foods[0]!.without).toEqual([])
  })
  test('yields against the printed one, lots left out of learning left out', () => {
    const lot = {
      id: 'l',
      version: 1,
      foodId: 'beans-snap',
      formId: 'beans-snap',
      variety: null,
      source: 'garden' as const,
      lb: 14,
      quarts: 8,
      finishedOn: '2026-08-03',
      excludedBecause: null,
    }
    const [beans] = year({
      jars: jars(1),
      yields: [
        lot,
        { ...lot, lb: 10, quarts: 4 },
        { ...lot, lb: 99, quarts: 1, excludedBecause: 'Half of it was eaten' },
        { ...lot, lb: 99, quarts: 1, finishedOn: '2025-08-03' },
      ],
    }).foods
    expect(beans!.yields).toEqual([
      { formId: 'beans-snap', lots: 2, lb: 24, quarts: 12, lbPerQuart: 2, published: 2 },
    ])
  })
  test('hours by week, and the loads that failed with why', () => {
    const { minutesWeeks, weeks, failedLoads, loads } = year({
      loads: [
        load(),
        load({ minutes: null }),
        load({
          onDate: '2026-08-09',
          minutes: 100,
          verdict: 'in-doubt',
          reason: 'The wrong weight was on.',
        }),
        load({ onDate: '2025-12-31', minutes: 999 }),
      ],
    })
    expect(loads).toBe(3)
    expect(minutesWeeks[weeks.indexOf('2026-08-03')]).toBe(280)
    expect(minutesWeeks.reduce((a, b) => a + b)).toBe(280)
    expect(failedLoads.map((l) => l.reason)).toEqual(['The wrong weight was on.'])
  })
  test('nothing is lost or doubled: put up = still here + gone, for any year of jars', () => {
    const day = fc.integer({ min: 0, max: 364 }).map((n) => addDays('2026-01-01', n))
    const some = fc.record({
      cannedOn: day,
      after: fc.option(fc.integer({ min: 0, max: 200 })),
      state: fc.constantFrom('eaten', 'opened', 'given', 'discarded', 'missing' as const),
    })
    fc.assert(
      fc.property(fc.array(some, { maxLength: 40 }), (list) => {
        const all = list.map(({ cannedOn, after, state }) =>
          after === null
            ? jar({ cannedOn })
            : jar({ cannedOn, state, goneOn: addDays(cannedOn, after) }),
        )
        const [f] = year({ jars: all, today: '2028-01-01' }).foods
        if (!f) {
          expect(all).toEqual([])
          return
        }
        expect(f.canned).toBe(all.length)
        expect(f.eaten + f.given + f.lost + f.left).toBe(all.length)
        expect(f.eatenWeeks.reduce((a, b) => a + b)).toBe(f.eaten)
        for (const w of f.without) expect(w.until === null || w.until >= w.from).toBe(true)
      }),
    )
  })
})

describe('what a jar cost', () => {
  const prices: Prices = { lid: 0.3, additions: 0.05, fuel: 1.4, jar: 2, jarRuns: 20, shop: {} }
  test('produce, lid, additions, its share of the fuel and of the glass', () => {
    // 10 lb at 1.00 in 7 quarts → 1.43 of produce a jar.
    const { sum, ...parts } = jarCost(10 / 7, prices, 7)
    expect(parts.fuel).toBeCloseTo(0.2)
    expect(parts.glass).toBeCloseTo(0.1)
    expect(sum).toBeCloseTo(10 / 7 + 0.3 + 0.05 + 0.2 + 0.1)
  })
  test('what is not known is not counted as nothing', () => {
    expect(jarCost(null, NO_PRICES, 7).sum).toBeNull()
    expect(jarCost(null, { ...NO_PRICES, lid: 0.3 }, 7)).toMatchObject({ produce: null, sum: 0.3 })
    expect(() => jarCost(1, prices, 0)).toThrow(RangeError)
  })
  test('a year sums what its good jars cost, and says what a shop would take for as much', () => {
    const [beans] = year({
      jars: [...jars(7, { costEach: 1.5 }), jar({ seal: 'unsealed', costEach: 1.5 })],
      prices: { ...prices, shop: { 'beans-snap': 4 } },
    }).foods
    // Eight jars were in the load: each bears an eighth of its fuel.
    expect(beans!.cost).toBeCloseTo(7 * (1.5 + 0.3 + 0.05 + 1.4 / 8 + 0.1))
    expect(beans).toMatchObject({ priced: 7, shop: 28 })
    expect(year({ jars: jars(7) }).foods[0]).toMatchObject({ cost: null, priced: 0, shop: null })
  })
})

describe('next season', () => {
  const need = {
    foodId: 'beans-snap',
    formId: 'beans-snap',
    jar: 'quart' as const,
    jarsPerMeal: 1,
    mealsPerWeek: 2,
    freshMonths: [],
    nextHarvestOn: '2027-07-20',
    certainty: 0.5 as const,
  }
  const onShelf = (n: number, bestBy: string) =>
    Array.from({ length: n }, (_, i) => ({
      id: `${i}`,
      foodId: 'beans-snap',
      jar: 'quart' as const,
      mouth: 'regular' as const,
      state: 'on-shelf' as const,
      cannedOn: '2026-08-03',
      bestBy,
      useSoon: false,
      recipeId: null,
      hold: null,
      process: 'here' as const,
    }))
  const book = {
    today: '2027-01-10',
    jars: onShelf(0, '2027-08-03'),
    lots: [],
    loads: [],
    yields: [],
    needs: [need],
    jarGroups: [{ jar: 'quart' as const, mouth: 'wide' as const, owned: 60, broken: 2 }],
    lidLots: [{ mouth: 'wide' as const, left: 24 }],
  }
  test('use × the weeks to cover, with produce, jars and lids for it', () => {
    const { foods, jars: glass, lids } = nextSeason(book, [])
    // 365 days are 52.14 weeks, at two jars each.
    expect(foods[0]).toMatchObject({
      planned: 2,
      used: null,
      rate: 2,
      needed: 105,
      stillGood: 0,
      toCan: 105,
    })
    // Two pounds fill a quart by the printed yield.
    expect(foods[0]!.wanted!.lb).toBeCloseTo(210)
    expect(glass).toEqual([{ jar: 'quart', mouth: 'wide', wanted: 105, have: 58, toBuy: 47 }])
    expect(lids).toEqual([{ jar: null, mouth: 'wide', wanted: 105, have: 24, toBuy: 81 }])
  })
  test('less what will still be good then: eaten until the harvest first, then only as long as it is best', () => {
    // 27.3 weeks until the harvest eat 54.6 of the 80; the rest is best for two weeks and a day.
    const short = nextSeason({ ...book, jars: onShelf(80, '2027-08-03') }, [])
    expect(short.foods[0]).toMatchObject({ stillGood: 6, toCan: 99 })
    const long = nextSeason({ ...book, jars: onShelf(80, '2029-01-01') }, [])
    expect(long.foods[0]).toMatchObject({ stillGood: 25, toCan: 80 })
    // Full jars cannot be filled.
    expect(long.jars[0]).toMatchObject({ have: 33, toBuy: 47 })
  })
  test('what was really eaten counts more the longer the record is', () => {
    const weeks = (n: number) => [
      { foodId: 'beans-snap', weeks: Array.from({ length: n }, () => 1) },
    ]
    expect(nextSeason(book, weeks(8)).foods[0]).toMatchObject({ rate: 1.5, weeksOfRecord: 8 })
    expect(nextSeason(book, weeks(52)).foods[0]!.rate).toBeCloseTo(1 + 8 / 60)
  })
  test('months with fresh food ask for no jars', () => {
    const { foods } = nextSeason({ ...book, needs: [{ ...need, freshMonths: [7, 8, 9] }] }, [])
    // 273 of the 365 days are left, and weeks go by their middle.
    expect(Math.abs(foods[0]!.needed - 2 * (273 / 7))).toBeLessThanOrEqual(2)
  })
  test('a harvest that is past begins today', () => {
    const { foods } = nextSeason({ ...book, needs: [{ ...need, nextHarvestOn: '2026-07-20' }] }, [])
    expect(foods[0]).toMatchObject({ needed: 105 })
  })
  test('enough of it: nothing to can, nothing to buy', () => {
    const next = nextSeason({ ...book, jars: onShelf(300, '2031-01-01') }, [])
    expect(next.foods[0]).toMatchObject({ toCan: 0, wanted: null })
    expect([next.jars, next.lids]).toEqual([[], []])
  })
  test('what stands there on a day: eaten oldest first, without what is past its best', () => {
    const shelf = [
      { bestBy: '2027-02-01', jars: 30 },
      { bestBy: '2027-12-01', jars: 10 },
    ]
    // Four weeks eat eight of the older; the other 22 are past their best.
    expect(shelfOn(need, '2027-01-10', shelf, '2027-02-07')).toEqual([
      { bestBy: '2027-12-01', jars: 10 },
    ])
    expect(shelfOn(need, '2027-01-10', shelf, '2027-01-10')).toEqual(shelf)
  })
})
