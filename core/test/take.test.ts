import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  adviceOn,
  datesOfCome,
  eatBy,
  forecast,
  foodStock,
  kindsOn,
  needsDiffer,
  oldestFirst,
  reconcile,
  stockAhead,
  takeJars,
  useRate,
  weeksOfUse,
  whyNotTake,
  yearDay,
  type JarToTake,
  type TakeWish,
} from '../src'

const TODAY = '2026-08-14'
const NOW = Date.parse('2026-08-14T18:00:00Z')

const jar = (id: string, more: Partial<JarToTake> & { shelfId?: string | null } = {}) => ({
  id,
  foodId: 'corn',
  jar: 'pint' as const,
  mouth: 'regular' as const,
  state: 'on-shelf' as const,
  cannedOn: '2025-09-01',
  bestBy: '2026-09-01',
  useSoon: false,
  recipeId: null,
  hold: null,
  process: 'here' as const,
  seal: 'sealed' as const,
  outAt: null,
  stateAt: Date.parse('2025-09-02T00:00:00Z'),
  shelfId: null as string | null,
  ...more,
})
const wish = (more: Partial<TakeWish> = {}): TakeWish => ({
  foodId: 'corn',
  jar: 'pint',
  count: 1,
  why: 'eaten',
  preferred: [],
  onDate: TODAY,
  ...more,
})
const ids = (jars: readonly { id: string }[]): string => jars.map((j) => j.id).join(' ')

describe('which jar is taken', () => {
  const shelf = [
    jar('new', { cannedOn: '2026-07-01', bestBy: '2027-07-01' }),
    jar('old', { cannedOn: '2024-09-01', bestBy: '2025-09-01' }),
    jar('mid'),
    jar('quart', { jar: 'quart', bestBy: '2024-01-01' }),
    jar('beets', { foodId: 'beets', bestBy: '2024-01-01' }),
    jar('held', { hold: 'in-doubt', bestBy: '2023-01-01' }),
    jar('untested', { recipeId: 'r', bestBy: '2023-01-01' }),
    jar('eaten', { state: 'eaten', bestBy: '2023-01-01' }),
    jar('tomorrow', { cannedOn: '2026-08-15', bestBy: '2020-01-01' }),
  ]
  test('the oldest sound one of the food and size, then the next', () => {
    expect(ids(takeJars(shelf, wish(), NOW).jars)).toBe('old')
    expect(ids(takeJars(shelf, wish({ count: 2 }), NOW).jars)).toBe('old mid')
    expect(takeJars(shelf, wish({ count: 5 }), NOW)).toMatchObject({ short: 2, substituted: false })
    expect(ids(takeJars(shelf, wish({ jar: 'quart' }), NOW).jars)).toBe('quart')
  })
  test('one to use soon before its elders', () => {
    expect(ids(takeJars([...shelf, jar('soon', { useSoon: true })], wish(), NOW).jars)).toBe('soon')
  })
  test('the chosen one first; gone, the next oldest stands for it', () => {
    expect(takeJars(shelf, wish({ preferred: ['new'] }), NOW)).toMatchObject({
      jars: [{ id: 'new' }],
      substituted: false,
    })
    expect(takeJars(shelf, wish({ preferred: ['eaten'] }), NOW)).toMatchObject({
      jars: [{ id: 'old' }],
      substituted: true,
    })
    expect(ids(takeJars(shelf, wish({ count: 2, preferred: ['new', 'new'] }), NOW).jars)).toBe(
      'new old',
    )
  })
  test('a chosen jar counts once, and more chosen than wanted are left', () => {
    const all = wish({ count: 1, preferred: ['mid', 'new'] })
    expect(takeJars(shelf, all, NOW)).toMatchObject({ jars: [{ id: 'mid' }], short: 0 })
  })
  test.each(['discarded', 'moved'] as const)(
    '%s is the jar that was meant, and no other',
    (why) => {
      expect(takeJars(shelf, wish({ why, preferred: ['eaten'] }), NOW)).toEqual({
        jars: [],
        substituted: false,
        short: 1,
      })
      expect(ids(takeJars(shelf, wish({ why, preferred: ['held'] }), NOW).jars)).toBe('held')
      expect(takeJars(shelf, wish({ why }), NOW).jars).toEqual([])
    },
  )
  test('why a jar is not offered, as a sentence', () => {
    const said = (more: object, why: TakeWish['why']) => whyNotTake(jar('x', more), why, NOW)
    expect(said({}, 'eaten')).toBeUndefined()
    expect(said({ state: 'given' }, 'eaten')).toBe('This jar was already given.')
    expect(said({ recipeId: 'r' }, 'opened')).toContain('Don’t eat')
    expect(said({ recipeId: 'r' }, 'discarded')).toBeUndefined()
    expect(said({ recipeId: 'r' }, 'moved')).toBeUndefined()
    expect(said({ hold: 'in-doubt' }, 'opened')).toContain('in doubt')
    expect(said({ hold: 'in-doubt' }, 'given')).toContain('in doubt')
    expect(said({ hold: 'in-doubt' }, 'discarded')).toBeUndefined()
    expect(said({ process: 'unknown' }, 'given')).toContain('Don’t give it away')
    expect(said({ process: 'unknown' }, 'eaten')).toBeUndefined()
  })
  test('law: nobody gets what another has, nothing held or untested is eaten, and the sum is right', () => {
    const anyJar = fc.record({
      hold: fc.constantFrom(null, null, 'in-doubt' as const, 'not-processed' as const),
      recipeId: fc.constantFrom(null, null, 'r'),
      state: fc.constantFrom('on-shelf' as const, 'on-shelf' as const, 'eaten' as const),
      bestBy: fc
        .integer({ min: 0, max: 400 })
        .map((d) => `2026-${String(1 + (d % 12)).padStart(2, '0')}-10`),
    })
    fc.assert(
      fc.property(
        fc.array(anyJar, { maxLength: 12 }),
        fc.integer({ min: 1, max: 6 }),
        fc.array(fc.integer({ min: 0, max: 14 }), { maxLength: 5 }),
        (kinds, count, chosen) => {
          const jars = kinds.map((k, i) => jar(`j${i}`, k))
          const taken = takeJars(jars, wish({ count, preferred: chosen.map((i) => `j${i}`) }), NOW)
          expect(new Set(ids(taken.jars).split(' ')).size).toBe(Math.max(1, taken.jars.length))
          expect(taken.jars.length + taken.short).toBe(count)
          for (const j of taken.jars)
            expect([j.hold, j.recipeId, j.state]).toEqual([null, null, 'on-shelf'])
          const sound = jars.filter((j) => !j.hold && !j.recipeId && j.state === 'on-shelf')
          expect(taken.jars.length).toBe(Math.min(count, sound.length))
          if (chosen.length === 0)
            expect(ids(taken.jars)).toBe(ids(oldestFirst(sound).slice(0, count)))
        },
      ),
      { numRuns: 300 },
    )
  })
})

describe('a count', () => {
  const shelf = [
    jar('a', { bestBy: '2026-01-01', shelfId: 's' }),
    jar('b', { bestBy: '2026-02-01', shelfId: 's' }),
    jar('c', { bestBy: '2026-03-01', shelfId: 's' }),
    jar('q', { jar: 'quart', shelfId: 's' }),
    jar('else', { shelfId: 't' }),
    jar('gone', { state: 'eaten', shelfId: 's' }),
  ]
  test('what should stand there, by food and size, the most first', () => {
    expect(kindsOn(shelf, 's').map((k) => [k.jar, ids(k.jars)])).toEqual([
      ['pint', 'a b c'],
      ['quart', 'q'],
    ])
    expect(kindsOn(shelf, null)).toEqual([])
  })
  test('of fewer the oldest are missing; of more nobody knows which', () => {
    const [kind] = kindsOn(shelf, 's')
    const said = (n: number) => {
      const r = reconcile(kind!, n)
      return [ids(r.found), ids(r.missing), r.extra]
    }
    expect(said(3)).toEqual(['a b c', '', 0])
    expect(said(1)).toEqual(['c', 'a b', 0])
    expect(said(0)).toEqual(['', 'a b c', 0])
    expect(said(5)).toEqual(['a b c', '', 2])
  })
  test('a jar that only says its year was canned on its first day; an unknown process has no best time', () => {
    const policy = {
      bestMonths: 12,
      reviewMonths: 24,
      foodMonths: { beets: { bestMonths: 18, reviewMonths: 36 } },
    }
    const cannedOn = yearDay(2024)
    expect(cannedOn).toBe('2024-01-01')
    expect(datesOfCome({ foodId: 'corn', cannedOn, process: 'told' }, TODAY, policy)).toEqual({
      bestBy: '2025-01-01',
      reviewBy: '2026-01-01',
      useSoon: false,
    })
    // A food that the household keeps otherwise.
    expect(
      datesOfCome({ foodId: 'beets', cannedOn, process: 'told' }, TODAY, policy),
    ).toMatchObject({
      bestBy: '2025-07-01',
      reviewBy: '2027-01-01',
    })
    expect(datesOfCome({ foodId: 'beets', cannedOn, process: 'unknown' }, TODAY, policy)).toEqual({
      bestBy: TODAY,
      reviewBy: TODAY,
      useSoon: true,
    })
  })
  test('opened, a jar keeps four days; tomatoes a week by their acid', () => {
    const day = 86_400_000
    expect(eatBy(NOW, { foodId: 'corn' }) - NOW).toBe(4 * day)
    expect(eatBy(NOW, { foodId: 'tomatoes', formId: 'tomatoes-in-water' }) - NOW).toBe(7 * day)
    // With okra or zucchini in it, it keeps no longer than they do.
    expect(eatBy(NOW, { foodId: 'tomatoes', formId: 'tomatoes-okra' }) - NOW).toBe(4 * day)
  })
})

describe('how fast it is eaten', () => {
  test('what was eaten of late counts most: half as much every eight weeks', () => {
    const weeks = [3, ...Array.from({ length: 7 }, () => 0), 1]
    // By hand: weights 1, 2^-1/8 … 2^-1, the sum of nine of them.
    const sum = Array.from({ length: 9 }, (_, i) => 2 ** (-i / 8)).reduce((a, b) => a + b, 0)
    expect(useRate(weeks, null)).toBeCloseTo((3 + 0.5) / sum, 10)
  })
  test('on a short record the needs count with it, half and half after eight weeks', () => {
    expect(useRate([], 2)).toBe(2)
    expect(useRate([], null)).toBeNull()
    expect(useRate([0, 0, 0, 0, 0, 0, 0, 0], 2)).toBeCloseTo(1, 10)
    expect(
      useRate(
        Array.from({ length: 24 }, () => 1),
        5,
      ),
    ).toBeCloseTo(0.75 + 0.25 * 5, 10)
  })
  test('whole weeks of record, the latest first; the week that began before it is left out', () => {
    expect(
      weeksOfUse(['2026-08-14', '2026-08-08', '2026-08-07', '2026-07-01'], '2026-07-20', TODAY),
    ).toEqual([2, 1, 0])
    expect(weeksOfUse([], TODAY, TODAY)).toEqual([])
  })
})

describe('how it ends', () => {
  const sixty = Array.from({ length: 60 }, () => '2026-09-10')
  test('sixty quarts that are all best by 10 September: eight a week save them from 17 July', () => {
    expect(forecast(sixty, '2026-07-17', 8)).toMatchObject({ late: 0, saving: null })
    const late = forecast(sixty, '2026-07-17', 4)
    // 55 days: at four a week 31 are eaten by then.
    expect(late).toMatchObject({ late: 29, lateFrom: '2026-09-10', runsOut: '2026-10-30' })
    expect(late.saving).toBeCloseTo((60 * 7) / 55, 10)
    expect(forecast(sixty, '2026-07-17', late.saving!).late).toBe(0)
  })
  test('nothing is eaten: all pass their best, and it never runs out', () => {
    expect(forecast(sixty, '2026-07-17', 0)).toMatchObject({ late: 60, runsOut: null })
    expect(forecast([], TODAY, 2)).toMatchObject({ jars: 0, runsOut: null, late: 0, saving: null })
    expect(() => forecast([], TODAY, -1)).toThrow(RangeError)
    expect(() => forecast([], TODAY, Number.NaN)).toThrow(RangeError)
  })
  test('what is past its best already is said apart', () => {
    expect(forecast(['2026-08-01', '2026-12-01'], TODAY, 1)).toMatchObject({
      pastBest: 1,
      late: 0,
      runsOut: '2026-08-28',
    })
  })
  test('law: at the saving rate nothing passes its best that is at its best today', () => {
    const days = fc.array(fc.integer({ min: 7, max: 700 }), { minLength: 1, maxLength: 40 })
    fc.assert(
      fc.property(days, fc.double({ min: 0.01, max: 3, noNaN: true }), (ahead, rate) => {
        const bestBys = ahead.map((d) =>
          new Date(Date.parse(TODAY) + d * 86_400_000).toISOString().slice(0, 10),
        )
        const f = forecast(bestBys, TODAY, rate)
        if (f.saving === null) expect(f.late).toBe(0)
        else {
          expect(f.saving).toBeGreaterThan(rate - 1e-9)
          expect(forecast(bestBys, TODAY, f.saving + 1e-9).late).toBe(0)
        }
      }),
      { numRuns: 300 },
    )
  })
  test('advice: eat more where that is thinkable, else give away; less next season; or it runs out', () => {
    const need = {
      jarsPerMeal: 1,
      mealsPerWeek: 1,
      freshMonths: [],
      nextHarvestOn: '2027-08-01',
    }
    const kinds = (rate: number, n: number, day: string) =>
      adviceOn(
        forecast(
          Array.from({ length: n }, () => day),
          TODAY,
          rate,
        ),
        need,
      ).map((a) => a.kind)
    expect(kinds(1, 10, '2026-10-09')).toEqual(['eat-more', 'less-next-season'])
    expect(kinds(1, 30, '2026-10-09')).toEqual(['give-away', 'less-next-season'])
    expect(kinds(1, 10, '2027-08-01')).toEqual(['runs-out'])
    expect(kinds(1, 60, '2028-08-01')).toEqual([])
    expect(adviceOn(forecast(['2026-10-09'], TODAY, 1), undefined)).toEqual([])
  })
  test('the steps ahead: as many as are left on each day, and those still at their best', () => {
    const steps = stockAhead(['2026-08-20', '2026-12-01', '2026-12-01'], TODAY, 1, '2026-09-04')
    expect(steps).toEqual([
      { onDate: '2026-08-14', jars: 3, best: 3 },
      { onDate: '2026-08-21', jars: 2, best: 2 },
      { onDate: '2026-08-28', jars: 1, best: 1 },
      { onDate: '2026-09-04', jars: 0, best: 0 },
    ])
    expect(stockAhead(['2026-08-20'], TODAY, 0, '2026-08-21')[1]).toEqual({
      onDate: '2026-08-21',
      jars: 1,
      best: 0,
    })
  })
  test('a food on the shelf: what may be eaten, at the rate of needs and record together', () => {
    const book = {
      today: TODAY,
      needs: [
        {
          foodId: 'corn',
          formId: 'corn-kernel',
          jar: 'pint' as const,
          jarsPerMeal: 1,
          mealsPerWeek: 2,
          freshMonths: [],
          nextHarvestOn: '2027-08-01',
          certainty: 0.8 as const,
        },
      ],
      jars: [jar('a'), jar('b', { hold: 'in-doubt' }), jar('c', { foodId: 'beets' })],
    }
    const weeks = Array.from({ length: 8 }, () => 0)
    const stock = foodStock(book, [{ foodId: 'corn', weeks }], 'corn')
    expect(ids(stock.jars)).toBe('a')
    expect(stock).toMatchObject({ planned: 2, weeksOfRecord: 8 })
    expect(stock.rate).toBeCloseTo(1, 10)
    expect(needsDiffer(stock)).toBe(true)
    expect(needsDiffer({ ...stock, weeksOfRecord: 7 })).toBe(false)
    expect(needsDiffer({ ...stock, rate: 1.9 })).toBe(false)
    expect(foodStock(book, [], 'beets')).toMatchObject({
      planned: null,
      rate: null,
      forecast: null,
    })
  })
})
