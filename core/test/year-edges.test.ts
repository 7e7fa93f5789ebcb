// The year and next season held against counting day by day, and with several foods, sizes and
// mouths at once: a filter that lets everything through is seen here.
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { addDays, nextSeason } from '../src'
import { stockOf } from '../src/record/stock-of-year'
import { jar, NO_PRICES, year } from './kit/year'

describe('what stood there in a year', () => {
  /** The same by looking at every evening of two years. */
  function byEvenings(
    jars: readonly { cannedOn: string; goneOn: string | null }[],
    end: string,
  ): ReturnType<typeof stockOf> {
    const onEvening = (day: string): number =>
      jars.filter((j) => j.cannedOn <= day && !(j.goneOn !== null && j.goneOn <= day)).length
    const without: { from: string; until: string | null }[] = []
    let had = false
    let none: string | null = null
    for (let day = '2025-01-01'; day <= end; day = addDays(day, 1)) {
      const n = onEvening(day)
      if (n > 0) {
        if (none !== null && day > '2026-01-01') without.push({ from: none, until: day })
        had = true
        none = null
      } else if (had) {
        // An absence that began before New Year is told from New Year on.
        none ??= day
        if (none < '2026-01-01' && day >= '2026-01-01') none = '2026-01-01'
      }
    }
    if (none !== null) without.push({ from: none, until: null })
    return { left: onEvening(end), without }
  }
  const day = fc.integer({ min: 0, max: 729 }).map((n) => addDays('2025-01-01', n))
  const stood = fc.record({
    cannedOn: day,
    stays: fc.option(fc.integer({ min: 0, max: 300 })),
  })

  test('what is there again on New Year’s Day was not missed in the year', () => {
    const jars = [
      { cannedOn: '2025-01-01', goneOn: '2025-01-02' },
      { cannedOn: '2026-01-01', goneOn: null },
    ]
    expect(stockOf(jars, 2026, '2027-02-01')).toEqual({ left: 1, without: [] })
  })
  test.each([
    ['at its end', '2027-02-01', '2026-12-31'],
    ['today, where it is not over', '2026-09-15', '2026-09-15'],
  ])('as counted on every evening: %s', (_, today, end) => {
    fc.assert(
      fc.property(fc.array(stood, { maxLength: 7 }), (list) => {
        const jars = list.map(({ cannedOn, stays }) => ({
          cannedOn,
          goneOn: stays === null ? null : addDays(cannedOn, stays),
        }))
        expect(stockOf(jars, 2026, today)).toEqual(byEvenings(jars, end))
      }),
      { numRuns: 300 },
    )
  })
})

describe('a year of several foods', () => {
  const lot = {
    id: 'l',
    version: 1,
    foodId: 'beans-snap',
    formId: 'beans-snap',
    variety: null,
    source: 'garden' as const,
    lb: 14,
    quarts: 7,
    finishedOn: '2026-08-03',
    excludedBecause: null,
  }
  test('each counts its own; the most put up stands first, then the most eaten, then by name', () => {
    const eaten = { state: 'eaten', goneOn: '2026-10-01', cannedOn: '2025-08-01' } as const
    const { foods } = year({
      jars: [
        jar({ foodId: 'carrots', ...eaten }),
        jar({ foodId: 'beets', jar: 'pint' }),
        jar({ foodId: 'beets', jar: 'pint', seal: 'unsealed' }),
        jar({ foodId: 'corn', ...eaten }),
        jar({ foodId: 'corn', ...eaten }),
        jar({ foodId: 'asparagus', ...eaten }),
        jar(),
        jar(),
        // Of this year there is nothing to tell.
        jar({ foodId: 'okra', cannedOn: '2024-08-01', state: 'eaten', goneOn: '2025-03-01' }),
      ],
    })
    expect(foods.map((f) => [f.foodId, f.canned, f.failed, f.eaten, f.left])).toEqual([
      ['beans-snap', 2, 0, 0, 2],
      ['beets', 1, 1, 0, 1],
      ['corn', 0, 0, 2, 0],
      ['asparagus', 0, 0, 1, 0],
      ['carrots', 0, 0, 1, 0],
    ])
    expect(foods[1]!.quarts).toBe(0.5)
  })
  test('a jar that is in doubt failed, one that was given is not eaten, one set aside is neither', () => {
    const [beans] = year({
      jars: [
        jar({ hold: 'not-processed' }),
        jar({ state: 'given', goneOn: '2026-10-01' }),
        jar({ state: 'set-aside' }),
        jar({ seal: 'unsealed', state: 'set-aside' }),
      ],
    }).foods
    expect(beans).toMatchObject({ canned: 2, failed: 2, eaten: 0, given: 1, lost: 0, left: 1 })
  })
  test('yields stay with their food and their form; one that filled nothing is none', () => {
    const { foods } = year({
      jars: [jar(), jar({ foodId: 'corn' })],
      yields: [
        lot,
        { ...lot, foodId: 'corn', formId: 'corn-kernel', lb: 36, quarts: 8 },
        { ...lot, foodId: 'corn', formId: 'corn-cream', lb: 20, quarts: 8 },
        { ...lot, formId: 'gone-from-the-tables', lb: 5, quarts: 2 },
        { ...lot, foodId: 'corn', formId: 'corn-on-the-way', lb: 5, quarts: 0 },
        { ...lot, lb: 70, quarts: 1, finishedOn: null },
      ],
    })
    const of = (id: string) =>
      foods
        .find((f) => f.foodId === id)!
        .yields.map((y) => [y.formId, y.lots, y.lb, y.quarts, y.lbPerQuart])
    expect(of('beans-snap')).toEqual([['beans-snap', 1, 14, 7, 2]])
    expect(of('corn')).toEqual([
      ['corn-kernel', 1, 36, 8, 4.5],
      ['corn-cream', 1, 20, 8, 2.5],
    ])
  })
  test('why jars failed: in words where somebody said it, else by the lid or the load; the most first', () => {
    const { causes, failedLoads } = year({
      jars: [
        jar({ seal: 'unsealed' }),
        jar({ seal: 'unsealed' }),
        jar({ seal: 'sealed-half-liquid' }),
        jar({ seal: 'broken' }),
        jar({ hold: 'not-processed' }),
        jar({ hold: 'not-processed', cause: 'The power went' }),
        // A gift that is not good did not fail here.
        jar({ loadId: null, seal: 'unsealed' }),
      ],
      loads: (['as-tested', 'not-processed', 'in-doubt'] as const).map((verdict, i) => ({
        id: `${i}`,
        code: `B${i}`,
        onDate: '2026-08-03',
        verdict,
        reason: verdict,
        minutes: 100,
      })),
    })
    expect(causes).toEqual([
      { cause: 'Did not seal, nobody said why', jars: 2 },
      { cause: 'Broke', jars: 1 },
      { cause: 'Half of its liquid was lost', jars: 1 },
      { cause: 'Its load was not processed as tested', jars: 1 },
      { cause: 'The power went', jars: 1 },
    ])
    expect(failedLoads.map((l) => l.verdict)).toEqual(['not-processed', 'in-doubt'])
  })
  test('a jar bears its share of its own load’s fuel, also where other jars came from elsewhere', () => {
    const { foods } = year({
      jars: [
        jar({ costEach: 1 }),
        jar({ foodId: 'corn', loadId: null, costEach: 1 }),
        jar({ foodId: 'corn', loadId: 'other', costEach: 1 }),
        jar({ foodId: 'corn', loadId: 'other', costEach: 1 }),
      ],
      prices: { ...NO_PRICES, fuel: 2 },
    })
    expect(foods.find((f) => f.foodId === 'beans-snap')!.cost).toBeCloseTo(3)
    expect(foods.find((f) => f.foodId === 'corn')!.cost).toBeCloseTo(2 * 2)
  })
})

describe('next season, for several foods', () => {
  const need = {
    foodId: 'beans-snap',
    formId: 'beans-snap',
    jar: 'quart' as 'quart' | 'pint',
    jarsPerMeal: 1,
    mealsPerWeek: 2,
    freshMonths: [],
    nextHarvestOn: '2027-01-10',
    certainty: 0.5 as const,
  }
  const corn = { ...need, foodId: 'corn', formId: 'corn-kernel', jar: 'pint' as const }
  const shelf = (n: number, more: object = {}) =>
    Array.from({ length: n }, (_, i) => ({
      id: `${i}`,
      foodId: 'beans-snap',
      jar: 'quart' as const,
      mouth: 'regular' as const,
      state: 'on-shelf' as const,
      cannedOn: '2026-08-03',
      bestBy: '2031-01-01',
      useSoon: false,
      recipeId: null,
      hold: null,
      process: 'here' as const,
      ...more,
    }))
  const book = {
    today: '2027-01-10',
    jars: shelf(0),
    lots: [],
    loads: [],
    yields: [],
    needs: [need],
    jarGroups: [],
    lidLots: [],
  }
  const one = (more: object) => nextSeason({ ...book, ...more }, []).foods[0]!

  test('jars that still stand: of the food alone, in the need’s own size, and only such as may be eaten', () => {
    expect(one({ jars: shelf(20) }).stillGood).toBe(20)
    expect(one({ jars: shelf(20, { foodId: 'corn' }) }).stillGood).toBe(0)
    expect(one({ jars: shelf(20, { hold: 'in-doubt' }) }).stillGood).toBe(0)
    expect(one({ jars: shelf(20, { state: 'eaten' }) }).stillGood).toBe(0)
    // Twenty pints are ten quarts, and twenty quarts forty pints.
    expect(one({ jars: shelf(20, { jar: 'pint' }) }).stillGood).toBe(10)
    expect(one({ needs: [{ ...need, jar: 'pint' }], jars: shelf(20) }).stillGood).toBe(40)
  })
  test('what is in the house and will be jars this season is taken to be good for a year', () => {
    const lot = {
      id: 'lot',
      foodId: 'beans-snap',
      formId: 'beans-snap',
      jar: 'quart',
      lb: 20,
      arrivedOn: '2027-01-04',
      canBy: '2027-01-09',
      state: 'in-house',
    }
    // Two pounds a quart by the printed yield; part jars are none.
    expect(one({ lots: [lot] })).toMatchObject({ stillGood: 10, toCan: 95 })
    expect(one({ lots: [{ ...lot, foodId: 'corn', formId: 'corn-kernel' }] }).stillGood).toBe(0)
  })
  test('what is eaten now counts up to the harvest, what will be good from it on', () => {
    const later = { ...need, nextHarvestOn: '2027-01-24' }
    // Four are eaten in the two weeks before it.
    expect(one({ needs: [later], jars: shelf(20) }).stillGood).toBe(16)
    expect(one({ needs: [{ ...need, nextHarvestOn: '2026-12-01' }], jars: shelf(20) })).toEqual(
      expect.objectContaining({ stillGood: 20 }),
    )
  })
  test('use is said to be known only where there is a record of it', () => {
    const weeks = [{ foodId: 'beans-snap', weeks: Array.from({ length: 8 }, () => 1) }]
    const next = nextSeason({ ...book, needs: [need, corn] }, weeks)
    expect(next.foods.map((f) => [f.used, f.rate, f.weeksOfRecord])).toEqual([
      [1.5, 1.5, 8],
      [null, 2, 0],
    ])
  })
  test('a form that is not in the tables has no pounds, and still its jars', () => {
    const food = one({ needs: [{ ...need, formId: 'gone' }] })
    expect(food).toMatchObject({ toCan: 105, wanted: null })
    expect(one({ needs: [{ ...need, foodId: 'gone' }] }).wanted).toBeNull()
  })
  test('jars and lids to buy: each size from its own jars, each mouth from its own lids', () => {
    const { jars, lids } = nextSeason(
      {
        ...book,
        needs: [need, corn],
        jarGroups: [
          { jar: 'quart', mouth: 'regular', owned: 40, broken: 4 },
          { jar: 'quart', mouth: 'wide', owned: 41, broken: 0 },
          { jar: 'pint', mouth: 'regular', owned: 30, broken: 0 },
          { jar: 'pint', mouth: 'wide', owned: 30, broken: 0 },
        ],
        lidLots: [
          { mouth: 'wide', left: 50 },
          { mouth: 'wide', left: 5 },
          { mouth: 'regular', left: 200 },
        ],
        jars: shelf(10),
      },
      [],
    )
    // Ten of the quarts are full; as many wide as regular pints: they count as regular.
    expect(jars).toEqual([
      { jar: 'quart', mouth: 'wide', wanted: 95, have: 67, toBuy: 28 },
      { jar: 'pint', mouth: 'regular', wanted: 105, have: 60, toBuy: 45 },
    ])
    expect(lids).toEqual([
      { jar: null, mouth: 'wide', wanted: 95, have: 55, toBuy: 40 },
      { jar: null, mouth: 'regular', wanted: 105, have: 200, toBuy: 0 },
    ])
  })
  test('more is full than was said to be owned: none is empty, and none is owed', () => {
    const { jars } = nextSeason(
      {
        ...book,
        jars: shelf(30),
        jarGroups: [{ jar: 'quart', mouth: 'regular', owned: 12, broken: 0 }],
      },
      [],
    )
    expect(jars).toEqual([{ jar: 'quart', mouth: 'regular', wanted: 75, have: 0, toBuy: 75 }])
  })
})
