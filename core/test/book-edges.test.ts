// The edges of the household's sums: what a jar costs, how long a food lasts, who eats what when.
import { describe, expect, test } from 'vitest'
import {
  coverage,
  foodStocks,
  jarCost,
  needsDiffer,
  produceCost,
  shelfOn,
  weeklyUse,
  type LotCost,
  type BookNeed,
  type Prices,
} from '@kelvit/core'

const TODAY = '2026-08-14'
/** Two pints a week, and nothing fresh. */
const need: BookNeed = {
  foodId: 'corn',
  formId: 'corn-kernel',
  jar: 'pint',
  jarsPerMeal: 1,
  mealsPerWeek: 2,
  freshMonths: [],
  nextHarvestOn: '2027-08-01',
  certainty: 0.8,
}

describe('what a jar costs', () => {
  const prices: Prices = { lid: 0.4, additions: 0.05, fuel: 2.1, jar: 1.2, jarRuns: 12, shop: {} }
  test('is its parts: fuel shared by the load, the glass by its runs', () => {
    const cost = jarCost(1.5, prices, 7)
    expect(cost).toMatchObject({ produce: 1.5, lid: 0.4, additions: 0.05 })
    expect(cost.fuel).toBeCloseTo(0.3, 10)
    expect(cost.glass).toBeCloseTo(0.1, 10)
    expect(cost.sum).toBeCloseTo(1.5 + 0.4 + 0.05 + 0.3 + 0.1, 10)
    expect(jarCost(null, prices, 1).fuel).toBeCloseTo(2.1, 10)
    // A jar that is said to last no run at all is not dearer than it was.
    expect(jarCost(null, { ...prices, jarRuns: 0 }, 7).glass).toBeCloseTo(1.2, 10)
  })
  test('a part that nobody knows is not nought, and a sum of none is none', () => {
    const nothing: Prices = { lid: null, additions: null, fuel: null, jar: null, jarRuns: 12, shop: {} } // prettier-ignore
    expect(jarCost(null, nothing, 7)).toEqual({
      produce: null,
      lid: null,
      additions: null,
      fuel: null,
      glass: null,
      sum: null,
    })
    expect(jarCost(2, nothing, 7).sum).toBe(2)
    expect(jarCost(0, nothing, 7).sum).toBe(0)
  })
  test.each([0, 0.5, -1, NaN])('a load of %s jars is refused', (jars) => {
    expect(() => jarCost(1, prices, jars)).toThrow(RangeError)
  })
  test('its produce has no price before anything was filled, also where nothing is expected', () => {
    const lot: LotCost = { pricePerLb: 2, lb: 10, finished: true, quartsFilled: 4, lbPerQuart: 2 }
    expect(produceCost(lot, 'pint')).toBeCloseTo(2.5, 10)
    expect(produceCost({ ...lot, quartsFilled: 0 }, 'pint')).toBeNull()
    expect(produceCost({ ...lot, finished: false, quartsFilled: 0 }, 'pint')).toBeNull()
  })
})

describe('the shelf, food by food', () => {
  const jar = (foodId: string, bestBy: string, state: 'on-shelf' | 'eaten' = 'on-shelf') => ({
    id: `${foodId} ${bestBy}`,
    foodId,
    jar: 'pint' as const,
    mouth: 'regular' as const,
    state,
    cannedOn: '2025-09-01',
    bestBy,
    useSoon: false,
    recipeId: null,
    hold: null,
    process: 'here' as const,
  })
  test('what goes wrong soonest is first, what nobody knows last, and equal ones by name', () => {
    const jars = [
      jar('okra', '2030-01-01'),
      jar('beets', '2030-01-01'),
      jar('carrots', '2030-01-01'),
      jar('corn', '2026-08-20'),
      jar('corn', '2026-08-21'),
      jar('corn', '2026-08-22'),
      jar('peas', '2026-08-20', 'eaten'),
    ]
    const needs = [need, { ...need, foodId: 'carrots' }]
    const told = foodStocks({ jars, needs, today: TODAY }, [])
    expect(told.map((s) => s.foodId)).toEqual(['corn', 'carrots', 'beets', 'okra'])
    expect(told.map((s) => s.jars.length)).toEqual([3, 1, 1, 1])
    expect(told.map((s) => s.forecast === null)).toEqual([false, false, true, true])
    const again = foodStocks({ jars: [...jars].reverse(), needs, today: TODAY }, [])
    expect(again.map((s) => s.foodId)).toEqual(['corn', 'carrots', 'beets', 'okra'])
  })
  test('only its own record counts', () => {
    const weeks = Array.from({ length: 12 }, () => 5)
    const [corn] = foodStocks({ jars: [jar('corn', '2027-01-01')], needs: [need], today: TODAY }, [
      { foodId: 'beets', weeks },
    ])
    expect(corn).toMatchObject({ planned: 2, rate: 2, weeksOfRecord: 0 })
  })
  test('needs and record differ by more than a quarter of the larger, and only where both are known', () => {
    const differ = (planned: number | null, rate: number | null) =>
      needsDiffer({ planned, rate, weeksOfRecord: 8 })
    expect(differ(4, 3)).toBe(false)
    expect(differ(4, 2.99)).toBe(true)
    expect(differ(3, 4)).toBe(false)
    expect(differ(3, 4.01)).toBe(true)
    expect([differ(null, 4), differ(4, null), differ(null, null)]).toEqual([false, false, false])
  })
})

describe('the shelf on a day to come', () => {
  const shelf = [
    { bestBy: '2027-06-01', jars: 4 },
    { bestBy: '2026-09-30', jars: 3 },
  ]
  test('is eaten from what is best soonest, at the need’s own rate', () => {
    expect(shelfOn(need, TODAY, shelf, '2026-08-21')).toEqual([
      { bestBy: '2026-09-30', jars: 1 },
      { bestBy: '2027-06-01', jars: 4 },
    ])
    expect(shelfOn(need, TODAY, shelf, '2026-08-28')).toEqual([{ bestBy: '2027-06-01', jars: 3 }])
    // Half a week takes half of its jars.
    const half = shelfOn(need, '2026-08-14', [{ bestBy: '2030-01-01', jars: 9 }], '2026-08-24')
    expect(half[0]?.jars).toBeCloseTo(9 - 2 - 2 * (3 / 7), 10)
    expect(shelfOn(need, TODAY, [{ bestBy: '2030-01-01', jars: 4 }], '2026-08-28')).toEqual([])
  })
  test('what is past its best by then is not among it, what is best until that day is', () => {
    const slow = { ...need, mealsPerWeek: 0.01 }
    const left = (until: string) => shelfOn(slow, TODAY, shelf, until).map((s) => s.bestBy)
    expect(left('2026-09-30')).toEqual(['2026-09-30', '2027-06-01'])
    expect(left('2026-10-01')).toEqual(['2027-06-01'])
  })
})

describe('who eats what when', () => {
  test('what is planned comes on its day, in any order of planning', () => {
    const kinds = (...coming: { onDate: string; jars: number }[]) =>
      coverage(need, TODAY, [], coming, 4).map((w) => w.kind)
    const [soon, late] = [{ onDate: '2026-08-20', jars: 2 }, { onDate: '2026-09-03', jars: 2 }] // prettier-ignore
    expect(kinds(soon, late)).toEqual(['planned', 'gap', 'planned', 'gap'])
    expect(kinds(late, soon)).toEqual(['planned', 'gap', 'planned', 'gap'])
    expect(kinds({ onDate: '2026-08-21', jars: 2 })).toEqual(['gap', 'planned', 'gap', 'gap'])
  })
  test('a week from both is named by what gives more, and by the shelf where both give the same', () => {
    const kind = (jars: number) =>
      coverage(need, TODAY, [{ bestBy: '2030-01-01', jars }], [{ onDate: TODAY, jars: 9 }], 1)[0]?.kind // prettier-ignore
    expect([kind(2), kind(1.5), kind(1), kind(0.5), kind(0)]).toEqual([
      'shelf',
      'shelf',
      'shelf',
      'planned',
      'planned',
    ])
  })
  test('the shelf is read by what is best soonest, however it is written down', () => {
    const shelf = [
      { bestBy: '2030-01-01', jars: 2 },
      { bestBy: '2026-08-20', jars: 2 },
    ]
    const kinds = (list: typeof shelf) => coverage(need, TODAY, list, [], 3).map((w) => w.kind)
    expect(kinds(shelf)).toEqual(['shelf', 'shelf', 'gap'])
    expect(kinds([...shelf].reverse())).toEqual(['shelf', 'shelf', 'gap'])
  })
  test('the record counts what was taken after its first day, up to its last', () => {
    const days = ['2026-05-31', '2026-06-01', '2026-06-02', '2026-07-27', '2026-07-28']
    expect(weeklyUse(days, '2026-06-01', '2026-07-27')).toBeCloseTo(2 / 8, 10)
    expect(weeklyUse([], '2026-06-01', '2026-07-27')).toBe(0)
    expect(weeklyUse(days, '2026-06-02', '2026-07-27')).toBeNull()
  })
})
