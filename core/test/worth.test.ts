// What a jar is worth: up to what Needs ask whole, beyond that hardly anything, the last few of a lot little.
import { describe, expect, test } from 'vitest'
import {
  costOf,
  harvestAfter,
  improve,
  LEANING_WEIGHTS,
  quartsOf,
  wantsOf,
  Worth,
  type BookNeed,
  type SeasonLot,
  type SeasonModel,
  type SeasonPlan,
} from '../src'
import { wrongs } from './kit/check-season'
import { loadSolver, proveBound } from './kit/bound'
import { makeSeason } from './kit/seasons'
import { book } from './kit/season-book'

const base = makeSeason(4, { lots: 16, days: 24, canners: 2 })
const model: SeasonModel = {
  ...base,
  weights: LEANING_WEIGHTS.even,
  // Time and supplies for all of it: only what is wanted decides.
  supplies: [],
  days: base.days.map((d) => ({ ...d, minutes: 600, people: 2 })),
}
const finish = (m: SeasonModel): SeasonPlan => {
  const search = improve(m, [], 1, { heats: 1 })
  let step = search.next()
  while (!step.done) step = search.next()
  return step.value
}
const quartsIn = (m: SeasonModel, plan: SeasonPlan, foodId: string): number =>
  plan.loads
    .flatMap((l) => l.portions)
    .reduce((n, p) => {
      const lot = m.lots[p.lot]
      return n + (lot?.foodId === foodId ? p.jars * quartsOf(lot.jar) : 0)
    }, 0)
const offered = (m: SeasonModel, foodId: string): number =>
  m.lots.reduce((n, l) => n + (l.foodId === foodId ? l.jars * quartsOf(l.jar) : 0), 0)
const foods = [...new Set(model.lots.map((l) => l.foodId))]
const most = [...foods].sort((a, b) => offered(model, b) - offered(model, a))[0] ?? ''

describe('a season cans what is wanted', () => {
  test('all of a food without a need', () => {
    const plan = finish(model)
    expect(quartsIn(model, plan, most)).toBeGreaterThan(offered(model, most) - 4 * 4)
    expect(costOf(model, plan).lost).toBe(0)
  })
  test('half of it where half is wanted, and hardly a load more', () => {
    const half = { ...model, wants: [{ foodId: most, quarts: offered(model, most) / 2 }] }
    const plan = finish(half)
    expect(wrongs(half, plan)).toEqual([])
    const canned = quartsIn(half, plan, most)
    expect(canned).toBeGreaterThanOrEqual(offered(model, most) / 2 - 3)
    expect(canned).toBeLessThanOrEqual(offered(model, most) / 2 + 9)
    const cost = costOf(half, plan)
    expect(cost.lost).toBe(0)
    expect(cost.spare).toBeGreaterThan(offered(model, most) / 2 - 12)
  })
  test('nothing of a food that nobody eats, but what is put up all the same', () => {
    const none = { ...model, wants: [{ foodId: most, quarts: 0, nobody: true }] }
    expect(quartsIn(none, finish(none), most)).toBe(0)
    // What is put up whole has no want: see `wantsOf`.
    const all = { ...model, lots: model.lots.map((l) => ({ ...l, putUpAll: true })) }
    expect(costOf(all, finish(all)).spare).toBe(0)
  })
  test('no load of its own for the last two or three jars', () => {
    const [first] = model.lots
    const lot = (jars: number, more: Partial<SeasonLot> = {}): SeasonLot => ({
      ...{ ...first!, id: `${jars}`, foodId: 'carrots', jar: 'quart', jars, arrived: 0, due: 9 },
      ...more,
    })
    const small = (lots: readonly SeasonLot[]): SeasonModel => ({ ...model, lots })
    const three = small([lot(3)])
    expect(finish(three).loads).toEqual([])
    expect(costOf(three, { loads: [] })).toMatchObject({ lost: 0, spare: 3 })
    expect(finish(small([lot(3, { putUpAll: true })])).loads).toHaveLength(1)
    const ten = finish(small([lot(10)]))
    expect(ten.loads).toHaveLength(1)
    expect(ten.loads[0]?.portions[0]?.jars).toBe(7)
    expect(costOf(small([lot(5)]), { loads: [] })).toMatchObject({ lost: 5, spare: 0 })
  })
})

describe('the bound of a season with needs', () => {
  test('is beaten by no plan, also where half is wanted or the last jars are odd', async () => {
    const solve = await loadSolver()
    const half = { ...model, wants: [{ foodId: most, quarts: offered(model, most) / 2 }] }
    const odd = { ...model, lots: model.lots.map((l, i) => ({ ...l, jars: 3 + (i % 9) })) }
    for (const m of [half, odd]) {
      const plan = finish(m)
      // Proved from the worst plan there is, so that its cost doesn’t hold the bound down.
      const { bound } = proveBound(m, { loads: [] }, solve, 2)
      expect(bound).toBeGreaterThan(0)
      expect(costOf(m, plan).total).toBeGreaterThanOrEqual(bound - 1e-6)
    }
  }, 120_000)
})

describe('what a jar saves', () => {
  test('is what the cost falls by, whatever is wanted, and never negative', () => {
    for (const quarts of [0, 5, 20, 1000]) {
      const m = { ...model, wants: foods.map((foodId) => ({ foodId, quarts })) }
      const worth = new Worth(m)
      const open = m.lots.map((l) => l.jars)
      for (const [lot, l] of m.lots.entries())
        for (const jars of [1, Math.ceil(l.jars / 2), l.jars]) {
          const after = open.map((n, i) => (i === lot ? n - jars : n))
          const saved = worth.cost(open) - worth.cost(after)
          expect(worth.perJar(lot, jars, open) * jars).toBeCloseTo(saved, 6)
          expect(saved).toBeGreaterThan(-1e-9)
        }
    }
  })
})

const need = (more: Partial<BookNeed> = {}): BookNeed => ({
  ...{ foodId: 'carrots', formId: 'carrots', jar: 'quart', jarsPerMeal: 1, mealsPerWeek: 1 },
  ...{ freshMonths: [], nextHarvestOn: '2027-08-14', certainty: 0.5 },
  ...more,
})

describe('what Needs ask of a season', () => {
  test('jars until the next harvest, less the shelf and what is in loads', () => {
    const of = (n: BookNeed, more: Parameters<typeof book>[0] = {}) =>
      wantsOf(book({ needs: [n], ...more }))
    expect(of(need())).toEqual([{ foodId: 'carrots', quarts: 53 }])
    expect(of(need({ jar: 'pint' }))[0]?.quarts).toBe(26.5)
    expect(of(need({ certainty: 0.95 }))[0]?.quarts).toBeGreaterThan(60)
    expect(of(need({ mealsPerWeek: 0 }))).toEqual([{ foodId: 'carrots', quarts: 0, nobody: true }])
    expect(of(need({ putUpAll: true }))).toEqual([])
    expect(of(need(), { loadJars: 7 })[0]?.quarts).toBe(46)
    expect(of(need(), { shelfJars: 10 })[0]?.quarts).toBe(43)
  })
  test('a harvest whose day is over, or that is what comes in now, is the one a year later', () => {
    const lots = book({ lotDays: ['2026-08-20'] })
    expect(harvestAfter(need(), lots)).toBe('2027-08-14')
    expect(harvestAfter(need({ nextHarvestOn: '2026-08-18' }), lots)).toBe('2027-08-18')
    expect(harvestAfter(need({ nextHarvestOn: '2025-09-01' }), book())).toBe('2026-09-01')
    // Nothing of it is on the way yet: it is still to come.
    expect(harvestAfter(need({ nextHarvestOn: '2026-09-20' }), book())).toBe('2026-09-20')
  })
})
