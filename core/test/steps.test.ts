// After a change: the plan people have with as little moved as may be, then what would better it, step by step.
import { describe, expect, test } from 'vitest'
import {
  complaintsOf,
  costOf,
  improve,
  jarsMoved,
  LEANING_WEIGHTS,
  mayFollow,
  overruns,
  repair,
  stepsTo,
  withStep,
  type PlanLoad,
  type Progress,
  type SeasonModel,
  type SeasonPlan,
} from '../src'
import { wrongs } from './kit/check-season'
import { makeSeason } from './kit/seasons'

const last = (search: Generator<Progress, SeasonPlan>): SeasonPlan => {
  let step = search.next()
  while (!step.done) step = search.next()
  return step.value
}
const daysOf = (plan: SeasonPlan): readonly number[] => [...new Set(plan.loads.map((l) => l.day))]
const jarsOn = (plan: SeasonPlan, day: number): number =>
  plan.loads
    .filter((l) => l.day === day)
    .flatMap((l) => l.portions)
    .reduce((n, p) => n + p.jars, 0)
const standing = (model: SeasonModel, loads: readonly PlanLoad[]): SeasonModel => ({
  ...model,
  before: loads.flatMap((l) => l.portions.map((p) => ({ lot: p.lot, day: l.day, jars: p.jars }))),
})

/** A season with a plan, of which one evening is taken. */
function taken(seed: number) {
  const base: SeasonModel = {
    ...makeSeason(seed, { lots: 24, days: 45, canners: 2 }),
    weights: LEANING_WEIGHTS.even,
  }
  const plan = last(improve(base, [], 1))
  const shut = daysOf(plan)[3] ?? 0
  const from = plan.loads.filter((l) => l.day !== shut)
  const model = standing(
    { ...base, days: base.days.map((d, i) => (i === shut ? { ...d, minutes: 0 } : d)) },
    plan.loads,
  )
  const mended = last(repair(model, [], 1, from))
  return { base, plan, shut, from, model, mended, better: last(improve(model, [], 1, { heats: 2 }, mended.loads)) } // prettier-ignore
}
const seasons = [31, 33, 34].map(taken)

describe('one evening taken', () => {
  test('moves hardly more jars than it held, and keeps to every rule', () => {
    for (const { plan, shut, model, mended, better } of seasons) {
      expect(wrongs(model, mended)).toEqual([])
      expect(overruns(model, mended).size).toBe(0)
      expect(jarsOn(mended, shut)).toBe(0)
      expect(jarsMoved(plan, mended)).toBeLessThanOrEqual(jarsOn(plan, shut) + 8)
      expect(costOf(model, mended).lost).toBeLessThanOrEqual(costOf(model, better).lost + 1)
    }
  })
  test('a thorough plan costs little less and moves more: that much is offered as steps', () => {
    for (const { plan, model, mended, better } of seasons) {
      const [a, b] = [costOf(model, mended).total, costOf(model, better).total]
      expect(b).toBeLessThanOrEqual(a + 1e-6)
      expect(a / b).toBeLessThan(1.06)
      expect(jarsMoved(plan, mended)).toBeLessThanOrEqual(jarsMoved(plan, better))
    }
  })
  test('each step can be taken by itself, and all of them together, and saves what it says', () => {
    let steps = 0
    for (const { model, mended, better } of seasons) {
      let all = mended
      for (const step of stepsTo(model, mended, better)) {
        steps++
        const alone = withStep(mended, step)
        expect(complaintsOf(model, alone)).toEqual([])
        expect(overruns(model, alone).size).toBe(0)
        expect(costOf(model, alone).total - costOf(model, mended).total).toBeCloseTo(step.change.total, 6) // prettier-ignore
        expect(step.change.total).toBeLessThan(0)
        expect(step.moved).toBe(jarsMoved(mended, alone))
        all = withStep(all, step)
      }
      expect(complaintsOf(model, all)).toEqual([])
      expect(overruns(model, all).size).toBe(0)
      expect(costOf(model, all).total).toBeLessThanOrEqual(costOf(model, mended).total)
    }
    expect(steps).toBeGreaterThan(1)
  })
})

test('the lids of one step are not there for two', () => {
  const { model, mended } = seasons[0]!
  const [a, b] = mended.loads
  const without = { loads: mended.loads.filter((l) => l !== a && l !== b) }
  const jars = (loads: readonly (PlanLoad | undefined)[]): number =>
    loads.reduce((n, l) => n + (l?.portions ?? []).reduce((m, p) => m + p.jars, 0), 0)
  const enough = jars(without.loads) + Math.max(jars([a]), jars([b]))
  const scarce: SeasonModel = {
    ...model,
    supplies: (['regular', 'wide'] as const).map((mouth) => ({
      ...{ id: mouth, kind: 'lids' as const, jar: null, mouth },
      stock: model.days.map(() => enough),
    })),
    lots: model.lots.map((l) => ({ ...l, mouth: 'regular' as const })),
  }
  const plus = (...loads: (PlanLoad | undefined)[]): SeasonPlan => ({
    loads: [...without.loads, ...loads.flatMap((l) => l ?? [])],
  })
  expect(mayFollow(scarce, without, plus(a))).toBe(true)
  expect(mayFollow(scarce, without, plus(b))).toBe(true)
  expect(mayFollow(scarce, plus(a), plus(a, b))).toBe(false)
})

test('nothing changed: nothing moves; a jar more finds its place beside the others', () => {
  for (const { base, plan } of seasons) {
    expect(jarsMoved(plan, last(repair(standing(base, plan.loads), [], 1, plan.loads)))).toBeLessThanOrEqual(2) // prettier-ignore
    const grown = standing(
      { ...base, lots: base.lots.map((l, i) => (i === 0 ? { ...l, jars: l.jars + 1 } : l)) },
      plan.loads,
    )
    expect(jarsMoved(plan, last(repair(grown, [], 1, plan.loads)))).toBeLessThanOrEqual(4)
  }
}, 60_000)
