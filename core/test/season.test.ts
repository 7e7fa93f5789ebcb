import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { gunzipSync } from 'node:zlib'
import * as unit from '../src/quantity/units'
import fc from 'fast-check'
import { describe, expect, test, vi } from 'vitest'
import {
  complaintsOf,
  construct,
  costOf,
  datedPortions,
  dayLengths,
  dayLoadOf,
  daySheet,
  earliestCanBy,
  endingInTime,
  fade,
  firstCome,
  improve,
  laterFor,
  moveLoad,
  movesBetween,
  overruns,
  otherJars,
  putIntoOthers,
  shortagesOf,
  WEIGHTS,
  type PlanLoad,
  type SeasonModel,
  type SeasonPlan,
} from '../src'
import { boardWith } from '../src/plan/season/construct'
import { wrongs } from './kit/check-season'
import { makeSeason } from './kit/seasons'
import { loadSolver, proveBound, windowOf, windowProgram, type Solver } from './kit/bound'

const solve: Solver = await loadSolver()

const SMALL = { lots: 14, days: 20, canners: 2 }
const EFFORT = { heats: 1 }
vi.setConfig({ testTimeout: 30_000 })

function improved(model: SeasonModel, kept: readonly PlanLoad[] = [], seed = 1): SeasonPlan {
  const search = improve(model, kept, seed, EFFORT)
  let step = search.next()
  while (!step.done) step = search.next()
  return step.value
}

/** One lot of so many jars of 25-minute beans that keeps five days, one small canner, evenings of four hours. */
function plain(more: Partial<SeasonModel> = {}, jars = 7): SeasonModel {
  const base = makeSeason(1, { lots: 1, days: 10, canners: 1 })
  const process = { psi: unit.psi(15), minutes: unit.minutes(25) }
  return {
    ...base,
    days: base.days.map((d) => ({ ...d, minutes: unit.minutes(240), people: 1 })),
    lots: [
      {
        ...base.lots[0]!,
        id: 'a',
        jar: 'quart',
        jars,
        arrived: 0,
        due: 5,
        prepMinPerJar: 12,
        processes: [process],
      },
    ],
    supplies: [],
    ...more,
  }
}

describe('what a plan is judged by', () => {
  test('an empty plan loses every jar and nothing else', () => {
    const cost = costOf(plain(), { loads: [] })
    expect(cost).toMatchObject({ lost: 7, faded: 0, loads: 0, days: 0, late: 0, over: 0 })
    expect(cost.total).toBeCloseTo(7 * (25 + 3 * (4 / 9)), 9)
  })
  test('lids for one lot only: what can still be helped is left out, not what is lost now', () => {
    const [soon] = plain().lots
    const line = { id: 'lids', kind: 'lids' as const, jar: null, mouth: soon!.mouth }
    const model = plain({
      lots: [
        { ...soon!, id: 'late', arrived: 4, due: 9 },
        { ...soon!, id: 'soon' },
      ],
      supplies: [{ ...line, stock: plain().days.map(() => 7) }],
    })
    for (const plan of [construct(model), improved(model)])
      expect(plan.loads.map((l) => model.lots[l.portions[0]!.lot]!.id)).toEqual(['soon'])
  })
  test('a load on the third of five days: quality goes by the square', () => {
    const cost = costOf(plain(), {
      loads: [{ day: 3, canner: 0, portions: [{ lot: 0, jars: 7 }] }],
    })
    expect(cost.faded).toBeCloseTo(7 * 0.36, 9)
    expect(cost.total).toBeCloseTo(7 * 0.36 * WEIGHTS.quality + WEIGHTS.load + WEIGHTS.day, 9)
  })
  test('fade is nothing on the first day, all on the last, and never falls between', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -20, max: 20 }),
        fc.integer({ min: 1, max: 90 }),
        (arrived, keeps) => {
          const lot = { arrived, due: arrived + keeps }
          expect(fade(lot, arrived)).toBe(0)
          expect(fade(lot, lot.due)).toBe(1)
          for (let d = arrived; d < lot.due; d++)
            expect(fade(lot, d + 1)).toBeGreaterThanOrEqual(fade(lot, d))
        },
      ),
    )
  })
  test('weights fall in the order in which they are meant', () => {
    expect([WEIGHTS.lost, WEIGHTS.quality, WEIGHTS.load, WEIGHTS.day, WEIGHTS.late]).toEqual(
      [...[WEIGHTS.lost, WEIGHTS.quality, WEIGHTS.load, WEIGHTS.day, WEIGHTS.late]].sort(
        (a, b) => b - a,
      ),
    )
  })
})

describe('ways to plan', () => {
  test.each([1, 2, 3, 4])(
    'season %i: every way gives a plan that can be done, the improved one no dearer',
    (seed) => {
      const model = makeSeason(seed, { lots: 20, days: 30, canners: 2 + (seed % 2) })
      const best = improved(model)
      expect(wrongs(model, best)).toEqual([])
      const cost = costOf(model, best).total
      for (const way of [firstCome, earliestCanBy, construct]) {
        const plan = way(model)
        expect(wrongs(model, plan)).toEqual([])
        expect(complaintsOf(model, plan)).toEqual([])
        const inTime = costOf(model, endingInTime(model, [], way)).total
        expect(cost).toBeLessThanOrEqual(inTime + 1e-6)
      }
    },
  )
  test('the same seed gives the same plan', () => {
    const model = makeSeason(7, SMALL)
    expect(improved(model)).toEqual(improved(model))
  })
  test('a full-sized season keeps to every rule', () => {
    const model = makeSeason(11)
    for (const plan of [firstCome(model), earliestCanBy(model), construct(model)])
      expect(wrongs(model, plan)).toEqual([])
  })
  test('one lot of one load is canned at once', () => {
    const plan = { loads: [{ day: 0, canner: 0, portions: [{ lot: 0, jars: 7 }] }] }
    for (const made of [firstCome(plain()), construct(plain()), improved(plain())])
      expect(made).toEqual(plan)
  })
  test('two half lots wait for each other and share a canner', () => {
    const [lot] = plain().lots
    const two = plain({
      lots: [
        { ...lot!, jars: 3 },
        { ...lot!, id: 'b', jars: 4, arrived: 1, due: 6 },
      ],
    })
    expect(firstCome(two).loads).toHaveLength(2)
    const best = improved(two)
    expect(best.loads).toHaveLength(1)
    expect(best.loads[0]).toMatchObject({ day: 1 })
  })
  test('foods of different pressure never share, and long ones not with short ones', () => {
    const [lot] = plain().lots
    const other = (psi: number, minutes: number): SeasonModel =>
      plain({
        lots: [
          { ...lot!, jars: 3 },
          {
            ...lot!,
            id: 'b',
            jars: 4,
            processes: [{ psi: unit.psi(psi), minutes: unit.minutes(minutes) }],
          },
        ],
      })
    expect(improved(other(15, 40)).loads).toHaveLength(1)
    expect(improved(other(15, 41)).loads).toHaveLength(2)
    expect(improved(other(10, 25)).loads).toHaveLength(2)
  })
  test('nine jars become two loads that are both allowed', () => {
    const sizes = improved(plain({}, 8)).loads.map((l) => l.portions[0]!.jars)
    expect(sizes.reduce((a, b) => a + b, 0)).toBe(8)
    expect(Math.min(...sizes)).toBeGreaterThanOrEqual(2)
  })
  test('pinned loads stay, and what is done anew goes round them', () => {
    const model = makeSeason(3, SMALL)
    const some = construct(model)
      .loads.slice(0, 3)
      .map((l) => ({ ...l, pinned: true as const }))
    const plan = improved(model, some)
    expect(wrongs(model, plan)).toEqual([])
    for (const pin of some) expect(plan.loads).toContainEqual(pin)
  })
  test('a pin with two lots stays whole', () => {
    let pins = 0
    for (let seed = 1; seed <= 30; seed++) {
      const model = makeSeason(seed, SMALL)
      const shared = construct(model).loads.filter((l) => l.portions.length > 1)
      for (const load of shared) {
        const pin = { ...load, pinned: true as const }
        pins++
        expect([seed, boardWith(model, [pin]).plan().loads]).toEqual([seed, [pin]])
      }
      const [first] = shared
      if (first && seed <= 4) {
        const pin = { ...first, pinned: true as const }
        expect(improved(model, [pin]).loads).toContainEqual(pin)
      }
    }
    expect(pins).toBeGreaterThan(8)
  })
  test('a fixed load takes its canner’s time', () => {
    const f = {
      day: 0,
      canner: 0,
      jar: 'quart' as const,
      mouth: 'regular' as const,
      jars: 7,
      toFill: 7,
      prepMin: 84,
      processMinutes: 25,
    }
    const plan = construct(plain({ fixed: [f] }))
    expect(plan.loads.map((l) => l.day)).toEqual([1])
  })
})

describe('jars and lids', () => {
  const lids = (n: number) => ({
    id: 'lids regular',
    kind: 'lids' as const,
    jar: null,
    mouth: 'regular' as const,
    stock: Array(10).fill(n),
  })
  test('no plan draws more than there is, and the shortage is told with its day', () => {
    const model = plain({ supplies: [lids(5)] })
    const plan = improved(model)
    expect(wrongs(model, plan)).toEqual([])
    expect(costOf(model, plan).lost).toBe(2)
    expect(shortagesOf(model, plan)).toEqual([
      { line: model.supplies[0], short: 2, onDate: model.days[0]!.date },
    ])
  })
  test('jars of another size that stand empty are offered for what has none', () => {
    const jars = (jar: 'quart' | 'pint', n: number) => ({
      id: `jars ${jar} regular`,
      kind: 'jars' as const,
      jar,
      mouth: 'regular' as const,
      stock: Array(10).fill(n),
    })
    const model = plain({ supplies: [jars('quart', 5), jars('pint', 47)] })
    const [lot] = model.lots
    expect(otherJars(model, improved(model))).toEqual([
      { lotId: lot!.id, foodId: lot!.foodId, left: 2, owned: 5, to: 'pint', empty: 47 },
    ])
    // Nothing to offer where none stand empty, where the mouth is another, or nothing is left out.
    const none = plain({ supplies: [jars('quart', 5), jars('pint', 0)] })
    expect(otherJars(none, improved(none))).toEqual([])
    const wide = plain({ supplies: [jars('quart', 5), { ...jars('pint', 47), mouth: 'wide' }] })
    expect(otherJars(wide, improved(wide))).toEqual([])
    const enough = plain({ supplies: [jars('quart', 50), jars('pint', 47)] })
    expect(otherJars(enough, improved(enough))).toEqual([])
  })
  test('of a lot goes into other jars what they hold, in proportion; a last jar goes with it', () => {
    const lot = { lb: unit.pounds(90), jar: 'quart' as const }
    const put = (left: number, empty: number, makes = 45) =>
      putIntoOthers(lot, makes, { left, to: 'pint', empty })
    // Forty pints hold twenty quarts: 90 lb × 20 / 45.
    expect(put(38, 40)).toEqual({ jars: 20, lb: 40, whole: false })
    expect(put(7, 40)).toEqual({ jars: 7, lb: 14, whole: false })
    expect(put(45, 200)).toEqual({ jars: 45, lb: 90, whole: true })
    expect(put(44, 88)).toMatchObject({ jars: 44, lb: 88, whole: false })
    expect(put(44.5, 200)).toMatchObject({ lb: 90, whole: true })
    expect(put(1, 1, 7)).toMatchObject({ jars: 0.5, lb: 6.4 })
  })
  test('enough is no shortage', () => {
    const model = plain({ supplies: [lids(7)] })
    expect(shortagesOf(model, improved(model))).toEqual([])
  })
  test('lids that come later are waited for', () => {
    const line = { ...lids(0), stock: [0, 0, 7, 7, 7, 7, 7, 7, 7, 7] }
    expect(improved(plain({ supplies: [line] })).loads.map((l) => l.day)).toEqual([2])
  })
})

describe('the bound', () => {
  test.each([2, 5, 8])('season %i: no plan found costs less than the bound', (seed) => {
    const model = makeSeason(seed, SMALL)
    const plan = improved(model)
    const proof = proveBound(model, plan, solve, 1)
    expect(proof.bound).toBeGreaterThan(0)
    for (const made of [plan, construct(model), firstCome(model)])
      expect(costOf(model, made).total).toBeGreaterThanOrEqual(proof.bound - 1e-6)
  })
  test('a season of one load is proven best', () => {
    const proof = proveBound(plain(), improved(plain()), solve)
    expect(proof.gap).toBeLessThan(0.01)
  })
  test('the whole season as one program, read back, can be done', () => {
    const model = makeSeason(9, { lots: 6, days: 10, canners: 1 })
    const { window } = windowOf(
      model,
      [],
      model.days.map((_, d) => d),
      Infinity,
    )
    const { program, read } = windowProgram(model, window)
    const { values } = solve(program, { nodes: 2000, gap: 0.01, seconds: 20, thorough: true })
    const plan = { loads: read(values!) }
    // The program's clock is an estimate from below on days with several loads; everything else is exact.
    expect(wrongs(model, plan).filter((w) => !/minutes long/.test(w))).toEqual([])
    expect(plan.loads.length).toBeGreaterThan(0)
  })
})

describe('moving a load', () => {
  const model = plain()
  const plan = improved(model)
  const [load] = plan.loads
  test('says what it costs', () => {
    const moved = moveLoad(model, plan, load!, { day: 5, canner: 0 })
    expect(moved.complaints).toEqual([])
    expect(moved.change.faded).toBeCloseTo(7, 9)
    expect(moved.plan.loads[0]).toMatchObject({ day: 5, pinned: true })
  })
  test('past its can-by its jars are lost', () => {
    const moved = moveLoad(model, plan, load!, { day: 6, canner: 0 })
    expect(moved.change.lost).toBe(7)
    expect(moved.plan.loads).toEqual([])
  })
  test('left out of its day it goes to the best later one, whole and before it spoils', () => {
    const later = laterFor(model, plan, load!)
    const put = later?.plan.loads.find((l) => l.id === load!.id)
    expect(put?.day).toBeGreaterThan(load!.day)
    expect(put?.portions).toEqual(load!.portions)
    expect(later?.complaints).toEqual([])
    // No other later day costs less.
    for (let day = load!.day + 1; day <= 5; day++) {
      const other = moveLoad(model, plan, load!, { day, canner: 0 })
      if (other.complaints.length === 0)
        expect(later!.change.total).toBeLessThanOrEqual(other.change.total)
    }
  })
  test('with no later day that is open before it spoils, it goes nowhere', () => {
    const shut = {
      ...model,
      days: model.days.map((d, i) => (i > load!.day ? { ...d, minutes: 0 } : d)),
    }
    expect(laterFor(shut, plan, load!)).toBeNull()
    const { plan: last } = moveLoad(model, plan, load!, { day: 5, canner: 0 })
    expect(laterFor(model, last, last.loads[0]!)).toBeNull()
  })
  test('a closed day and a day too long are complaints', () => {
    const shut = {
      ...model,
      days: model.days.map((d, i) =>
        i === 2 ? { ...d, minutes: 0 } : i === 3 ? { ...d, minutes: 60 } : d,
      ),
    }
    expect(moveLoad(shut, plan, load!, { day: 2, canner: 0 }).complaints[0]?.fault).toBe('closed')
    expect(moveLoad(shut, plan, load!, { day: 3, canner: 0 }).complaints[0]?.fault).toBe('too-long')
  })
  test('what moved is listed by lot with both days', () => {
    const later = moveLoad(model, plan, load!, { day: 2, canner: 0 }).plan
    expect(movesBetween(model, plan, later)).toEqual([
      { lotId: 'a', jars: 7, from: model.days[0]!.date, to: model.days[2]!.date, why: 'room' },
    ])
    expect(movesBetween(model, plan, { loads: [] })).toMatchObject([{ to: null, why: 'left-out' }])
  })
  test('moves add up: what one plan has on a day is either still there or in the list', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 1, max: 9 })), {
          maxLength: 6,
        }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 1, max: 9 })), {
          maxLength: 6,
        }),
        (a, b) => {
          const planOf = (x: [number, number][]): SeasonPlan => ({
            loads: x.map(([day, jars]) => ({ day, canner: 0, portions: [{ lot: 0, jars }] })),
          })
          const dated = (x: [number, number][]) => datedPortions(model, planOf(x))
          const [was, is] = [dated(a), dated(b)]
          const moves = movesBetween(model, planOf(a), planOf(b))
          const sum = (x: readonly { jars: number }[]): number => x.reduce((n, y) => n + y.jars, 0)
          const gone = sum(moves.filter((m) => m.to === null))
          const fresh = sum(moves.filter((m) => m.from === null))
          expect(sum(was) - gone + fresh).toBe(sum(is))
        },
      ),
    )
  })
})

describe('days that end in time', () => {
  const ways = { firstCome, earliestCanBy, construct }
  test.each([1, 4, 9])('season %i: by hand or improved, no day runs over by its sheet', (seed) => {
    const model = makeSeason(seed, { lots: 20, days: 26, canners: 2 + (seed % 2) })
    const best = improved(model)
    expect(wrongs(model, best)).toEqual([])
    expect(overruns(model, best)).toEqual(new Map())
    for (const way of Object.values(ways)) {
      const plan = endingInTime(model, [], way)
      expect(wrongs(model, plan)).toEqual([])
      expect(overruns(model, plan)).toEqual(new Map())
      expect(costOf(model, best).total).toBeLessThanOrEqual(costOf(model, plan).total + 1e-6)
    }
  })
  test('a plan that is there is kept while nothing better is found, but not one that cannot be done', () => {
    const model = plain()
    const good = improved(model)
    const again = improve(model, [], 2, EFFORT, good.loads)
    let step = again.next()
    while (!step.done) step = again.next()
    expect(costOf(model, step.value).total).toBeLessThanOrEqual(costOf(model, good).total)
    const first = good.loads[0]!.day
    const shut = {
      ...model,
      days: model.days.map((d, i) => (i === first ? { ...d, minutes: 0 } : d)),
    }
    const anew = improve(shut, [], 2, EFFORT, good.loads)
    let last = anew.next()
    while (!last.done) last = anew.next()
    expect(wrongs(shut, last.value)).toEqual([])
    expect(last.value.loads.some((l) => l.day === first)).toBe(false)
  })
  test('a plan whose days end in time stays as it is', () => {
    const plan = construct(plain())
    expect(overruns(plain(), plan).size).toBe(0)
    expect(endingInTime(plain(), [], () => plan)).toEqual(plan)
  })
  test('what cannot be made shorter in any way is left out, load by load', () => {
    const model = plain()
    const two = { ...construct(model).loads[0]!, canner: 0 }
    const stubborn = { loads: [two, { ...two }] }
    expect(overruns(model, stubborn).size).toBe(1)
    const stripped = endingInTime(model, [], () => stubborn)
    expect(stripped.loads).toHaveLength(1)
    expect(overruns(model, stripped).size).toBe(0)
  })
  test('a pinned load stays where the keeper put it; what makes its day late beside it goes elsewhere', () => {
    const model = plain()
    const pinned = { ...construct(model).loads[0]!, pinned: true }
    // Twice the same jars on one evening that has room for one load.
    const twice = { ...model, lots: model.lots.map((l) => ({ ...l, jars: l.jars * 2 })) }
    const full = { loads: [pinned, { ...pinned, pinned: false }] }
    expect(overruns(twice, full).size).toBe(1)
    const mended = endingInTime(twice, [pinned], () => full)
    expect(mended.loads).toContainEqual(pinned)
    expect(overruns(twice, mended).size).toBe(0)
    // Nothing but pinned loads: the day is the keeper's own.
    const both = { loads: [pinned, { ...pinned, canner: 0 }] }
    expect(endingInTime(twice, both.loads, () => ({ loads: [pinned] })).loads).toEqual([pinned])
  })
  test('the estimate of a day is near its sheet: a few minutes long on average', () => {
    const misses = [2, 5, 7].flatMap((seed) => {
      const model = makeSeason(seed, { lots: 50, days: 60, canners: 2 + (seed % 2) })
      const plan = construct(model)
      return dayLengths(model, plan).flatMap((length, day) => {
        const loads = plan.loads.filter((l) => l.day === day)
        if (loads.length < 2) return []
        const count = model.days[day]!.people
        const sheet = daySheet(
          loads.map((l, i) =>
            dayLoadOf({
              id: String(i),
              cannerId: String(l.canner),
              canBy: '2026-08-14',
              jar: model.lots[l.portions[0]!.lot]!.jar,
              jars: l.portions.reduce((n, p) => n + p.jars, 0),
              prepMin: l.portions.reduce(
                (m, p) => m + p.jars * model.lots[p.lot]!.prepMinPerJar,
                0,
              ),
              processMinutes: Math.max(
                ...l.portions.map((p) => model.lots[p.lot]!.processes[l.canner]!.minutes),
              ),
              stageMinutes: model.canners[l.canner]!.stageMinutes,
            }),
          ),
          {
            opens: 0,
            closes: 4000,
            burners: model.burners,
            people: Array.from({ length: count }, (_, i) => ({
              id: String(i),
              name: '',
              from: 0,
              until: 4000,
            })),
          },
        )
        return sheet.outcome === 'sheet' ? [sheet.finish - length] : []
      })
    })
    const mean = misses.reduce((a, b) => a + b, 0) / misses.length
    const spread = Math.sqrt(misses.reduce((a, b) => a + (b - mean) ** 2, 0) / misses.length)
    expect(misses.length).toBeGreaterThan(30)
    expect(Math.abs(mean)).toBeLessThan(8)
    expect(spread).toBeLessThan(15)
  })
})

describe('a crowded season', () => {
  test(
    '150 lots on three canners: steps are taken, and every day ends in time',
    { timeout: 120_000 },
    () => {
      const file = resolve(import.meta.dirname, 'kit/crowded-season.json.gz')
      const crowded = JSON.parse(gunzipSync(readFileSync(file)).toString()) as SeasonModel
      const byHand = costOf(crowded, endingInTime(crowded, [], construct))
      const search = improve(crowded, [], 1)
      let step = search.next()
      // A twentieth of the whole search.
      while (!step.done && step.value.done < step.value.of / 20) step = search.next()
      if (step.done) throw new Error('it ended at once')
      const { plan, cost } = step.value
      expect(cost).toBeLessThan(0.8 * byHand.total)
      expect(costOf(crowded, plan).lost).toBeLessThan(byHand.lost / 2)
      expect(overruns(crowded, plan).size).toBe(0)
      expect(wrongs(crowded, plan)).toEqual([])
    },
  )
})
