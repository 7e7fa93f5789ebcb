import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  Board,
  PLAIN_WEIGHTS,
  construct,
  costOf,
  dayLength,
  dayLengths,
  firstCome,
  improve,
  lossOf,
  overruns,
  seeded,
  type PlanLoad,
  type SeasonModel,
  type SeasonPlan,
} from '../src'
import { Network, type Link } from '../src/plan/day/network'
import { wrongs } from './kit/check-season'
import { makeSeason } from './kit/seasons'
import { loadSolver } from './kit/bound'
import { ProgramBuilder } from './kit/bound/solver'

const model = makeSeason(4, { lots: 16, days: 24, canners: 2 })

/** Does something at random to a board: puts jars somewhere, takes some out, takes a load off. */
function fiddle(board: Board, random: () => number, times: number): void {
  const pick = <T>(items: readonly T[]): T | undefined => items[Math.floor(random() * items.length)]
  for (let i = 0; i < times; i++) {
    const load = pick(board.byDay.flat())
    const what = random()
    if (what < 0.2 && load) board.remove(load)
    else if (what < 0.35 && load) {
      const portion = pick(load.portions)
      if (portion && load.jars - portion.jars >= load.least)
        board.take(load, portion.lot, portion.jars)
    } else {
      const lot = Math.floor(random() * model.lots.length)
      const day = Math.floor(random() * model.days.length)
      const canner = Math.floor(random() * model.canners.length)
      const into = random() < 0.5 ? (pick(board.byDay[day] ?? []) ?? null) : null
      const place = board.placeAt(
        lot,
        day,
        into?.canner ?? canner,
        into,
        1 + Math.floor(random() * 9),
      )
      if (place) board.put(place)
    }
  }
}

describe('the board', () => {
  test('whatever is done to it, what stands on it can be done, and it knows its cost', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 10_000 }), (seed) => {
        const board = new Board(model)
        fiddle(board, seeded(seed), 60)
        const plan = board.plan()
        expect(wrongs(model, plan)).toEqual([])
        expect(board.cost()).toBeCloseTo(costOf(model, plan).total, 6)
      }),
      { numRuns: 60 },
    )
  })
  test('a rollback takes everything back since the mark, and nothing before it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 10_000 }), (seed) => {
        const random = seeded(seed)
        const board = new Board(model)
        fiddle(board, random, 30)
        const before = {
          plan: board.plan(),
          cost: board.cost(),
          open: [...board.open],
          supply: board.supplyLeft(),
        }
        board.mark()
        fiddle(board, random, 30)
        board.rollback()
        const after = {
          plan: board.plan(),
          cost: board.cost(),
          open: [...board.open],
          supply: board.supplyLeft(),
        }
        expect(after.plan).toEqual(before.plan)
        expect(after.cost).toBeCloseTo(before.cost, 9)
        expect([after.open, after.supply]).toEqual([before.open, before.supply])
      }),
      { numRuns: 60 },
    )
  })
  test('a place costs what it says', () => {
    const random = seeded(5)
    const board = new Board(model)
    for (let i = 0; i < 200; i++) {
      const lot = Math.floor(random() * model.lots.length)
      const day = Math.floor(random() * model.days.length)
      const place = board.placeAt(lot, day, i % 2, null, 7)
      if (!place) continue
      const before = board.cost()
      board.put(place)
      expect(board.cost() - before).toBeCloseTo(
        place.delta - place.jars * lossOf(model, model.lots[place.lot]!),
        6,
      )
    }
    expect(board.byDay.flat().length).toBeGreaterThan(3)
  })
  test('a plan put on it and read off again is the same', () => {
    for (const plan of [firstCome(model), construct(model)]) {
      const board = new Board(model)
      for (const load of plan.loads) expect(board.addWhole(load)).toBe(true)
      expect(board.plan()).toEqual(plan)
    }
  })
  test('a load that cannot be done is left off whole', () => {
    const board = new Board(model)
    const [load] = construct(model).loads
    const before = board.cost()
    expect(
      board.addWhole({ ...load!, portions: [{ lot: load!.portions[0]!.lot, jars: 500 }] }),
    ).toBe(false)
    expect(board.cost()).toBe(before)
  })
})

describe('how long a day is', () => {
  test('no load, no day', () => expect(dayLength([], 2, 2)).toBe(0))
  test('one load: its hands and its run', () => {
    expect(dayLength([{ canner: 0, hands: 90, run: 110 }], 1, 2)).toBe(200)
  })
  test('two in one canner: the shorter hands first, both runs, and a little between', () => {
    const two = [
      { canner: 0, hands: 90, run: 110 },
      { canner: 0, hands: 60, run: 120 },
    ]
    expect(dayLength(two, 2, 2)).toBe(60 + 230 + 2)
  })
  test('hands bind: all of them shared out, then the shortest run, and what each later load adds', () => {
    const three = [0, 1, 1].map((canner) => ({ canner, hands: 200, run: 100 }))
    expect(dayLength(three, 1, 2)).toBe(600 + 100 + 2 * 18)
  })
  test('three canners on two burners: one waits a whole run, as if hands were no matter', () => {
    const three = [0, 1, 2].map((canner) => ({ canner, hands: 20, run: 150 }))
    expect(dayLength(three, 3, 3)).toBe(20 + 150 + 2 * 2)
    expect(dayLength(three, 3, 2)).toBe(20 + 2 * 150 + 20 + 2 * 2)
  })
  test('never shorter with a person or a burner less, and the same in any order', () => {
    const load = fc.record({
      canner: fc.integer({ min: 0, max: 2 }),
      hands: fc.integer({ min: 10, max: 200 }),
      run: fc.integer({ min: 80, max: 200 }),
    })
    fc.assert(
      fc.property(fc.array(load, { minLength: 1, maxLength: 6 }), (loads) => {
        const length = dayLength(loads, 2, 2)
        expect(dayLength(loads, 1, 2)).toBeGreaterThanOrEqual(length)
        expect(dayLength(loads, 2, 1)).toBeGreaterThanOrEqual(length)
        expect(dayLength([...loads].reverse(), 2, 2)).toBeCloseTo(length, 9)
      }),
    )
  })
  test('a plan’s days are as long as their loads', () => {
    const plan = construct(model)
    dayLengths(model, plan).forEach((length, d) => {
      expect(length > 0).toBe(plan.loads.some((l) => l.day === d))
      expect(length).toBeLessThanOrEqual((model.days[d]?.minutes ?? 0) + model.lateMinutes + 1e-6)
    })
  })
})

describe('improving', () => {
  test('stopping early leaves a plan that can be done; at the end every day ends in time', () => {
    const search = improve(model, [], 1, { heats: 1 })
    const start = costOf(model, construct(model)).total
    let words = 0
    let done = 0
    let whole = false
    let step = search.next()
    for (; !step.done; step = search.next()) {
      words++
      expect(step.value.done).toBeGreaterThanOrEqual(done)
      ;({ done } = step.value)
      expect(done).toBeLessThanOrEqual(step.value.of)
      // The beginning is told at once, with nothing done yet.
      if (words === 1) expect(done).toBe(0)
      if (done === step.value.of) whole = true
      expect(wrongs(model, step.value.plan)).toEqual([])
    }
    expect(words).toBeGreaterThan(3)
    expect(whole).toBe(true)
    expect(overruns(model, step.value).size).toBe(0)
    expect(costOf(model, step.value).total).toBeLessThanOrEqual(start)
  }, 300_000)
  test('the same seed gives the same plan, and more effort never a dearer one', () => {
    const finish = (heats: number) => {
      const search = improve(model, [], 5, { heats })
      let step = search.next()
      while (!step.done) step = search.next()
      return step.value
    }
    const [one, two, four] = [finish(1), finish(2), finish(4)]
    expect(finish(1)).toEqual(one)
    const cost = (plan: SeasonPlan) => costOf(model, plan).total
    expect(cost(two)).toBeLessThanOrEqual(cost(one) + 1e-6)
    expect(cost(four)).toBeLessThanOrEqual(cost(two) + 1e-6)
  }, 300_000)
  test('from a plan that is there it never gets worse, also when a day of it is lost', () => {
    const finish = (m: SeasonModel, from: readonly PlanLoad[]) => {
      const search = improve(m, [], 3, { heats: 1 }, from)
      let step = search.next()
      while (!step.done) step = search.next()
      return step.value
    }
    const good = finish(model, [])
    const again = finish(model, good.loads)
    expect(costOf(model, again).total).toBeLessThanOrEqual(costOf(model, good).total + 1e-6)
    const lost = good.loads[0]!.day
    const without = {
      ...model,
      days: model.days.map((d, i) => (i === lost ? { ...d, minutes: 0 } : d)),
    }
    expect(wrongs(without, finish(without, good.loads))).toEqual([])
  }, 300_000)
  test('an empty season has an empty plan', () => {
    const empty: SeasonModel = { ...model, lots: [], fixed: [] }
    expect(construct(empty)).toEqual({ loads: [] })
    expect(costOf(empty, { loads: [] }).total).toBe(0)
  })
})

describe('a program', () => {
  test('terms of one column are added together, and nothing is left empty', () => {
    const build = new ProgramBuilder()
    const x = build.column(1, 10)
    const y = build.column(2, 10, true)
    build.row(3, 7, [
      [x, 1],
      [y, 2],
      [x, 1],
    ])
    build.row(-Infinity, 5, [
      [x, 1],
      [x, -1],
    ])
    build.atMost(9)
    expect(build.program()).toEqual({
      cost: [1, 2],
      lower: [0, 0],
      upper: [10, 10],
      integer: [false, true],
      rowLower: [3, -Infinity, -Infinity],
      rowUpper: [7, 5, 9],
      starts: [0, 2, 2, 4],
      columns: [0, 1, 0, 1],
      values: [2, 2, 1, 2],
    })
  })
  test('a knapsack is solved as it must be', async () => {
    const solve = await loadSolver()
    const build = new ProgramBuilder()
    const worth = [10, 13, 7, 8]
    const weight = [3, 4, 2, 3]
    const columns = worth.map((w) => build.column(-w, 1, true))
    build.row(
      -Infinity,
      7,
      columns.map((c, i) => [c, weight[i]!] as const),
    )
    const answer = solve(build.program(), { nodes: 1000, gap: 0, seconds: 5 })
    expect(answer.values?.map(Math.round)).toEqual([1, 1, 0, 0])
    expect(answer.objective).toBeCloseTo(-23, 6)
    expect(answer.bound).toBeCloseTo(-23, 4)
    const loose = solve(build.program(), { nodes: 1, gap: 0, seconds: 5, relaxed: true })
    expect(loose.bound).toBeLessThanOrEqual(-23)
  })
  test('what cannot be has no values', async () => {
    const solve = await loadSolver()
    const build = new ProgramBuilder()
    build.row(2, Infinity, [[build.column(1, 1), 1]])
    expect(solve(build.program(), { nodes: 10, gap: 0, seconds: 5 }).values).toBeNull()
  })
})

/** Longest paths from node 0 by going over all links again and again; undefined when they never settle. */
function slowTimes(size: number, links: readonly Link[]): number[] | undefined {
  const times: number[] = Array.from({ length: size }, () => 0)
  for (let round = 0; round <= size; round++) {
    let moved = false
    for (const l of links)
      if (times[l.from]! + l.gap > times[l.to]! + 1e-9) {
        if (l.to === 0) return undefined
        times[l.to] = times[l.from]! + l.gap
        moved = true
      }
    if (!moved) return times
  }
  return undefined
}

describe('earliest times', () => {
  const link = fc.record({
    from: fc.integer({ min: 0, max: 6 }),
    to: fc.integer({ min: 0, max: 6 }),
    gap: fc.integer({ min: -30, max: 40 }),
  })
  const links = fc.array(
    link.filter((l) => l.from !== l.to),
    { maxLength: 14 },
  )
  test('are those that going over everything finds', () => {
    fc.assert(
      fc.property(links, (all) => {
        const found = new Network(7, all).earliest()
        const slow = slowTimes(7, all)
        expect(found && [...found]).toEqual(slow)
      }),
      { numRuns: 300 },
    )
  })
  test('one link more, added to times that hold, is as if it had been there from the start', () => {
    fc.assert(
      fc.property(links, link, (all, more) => {
        const network = new Network(7, all)
        const before = network.earliest()
        if (!before || more.from === more.to) return
        const after = network.with(before, [more])
        expect(after && [...after]).toEqual(slowTimes(7, [...all, more]))
      }),
      { numRuns: 300 },
    )
  })
})

describe('portions', () => {
  const leaning: SeasonModel = { ...model, weights: { ...PLAIN_WEIGHTS, portion: 0.5 } }
  const finish = (m: SeasonModel) => {
    const search = improve(m, [], 2, { heats: 1 })
    let step = search.next()
    while (!step.done) step = search.next()
    return step.value
  }
  test('each weighs what the household says, and what stands on the board costs what the plan costs', () => {
    const plan = construct(leaning)
    const portions = plan.loads.reduce((n, l) => n + l.portions.length, 0)
    expect(costOf(leaning, plan).portions).toBe(portions)
    expect(costOf(leaning, plan).total - costOf(model, plan).total).toBeCloseTo(portions * 0.5, 9)
    const board = new Board(leaning)
    for (const load of plan.loads) board.addWhole(load)
    expect(board.cost()).toBeCloseTo(costOf(leaning, plan).total, 6)
  })
  test('a plan that minds them has no more of them, and no more jars lost for it than they weigh', () => {
    const [plain, minding] = [finish(model), finish(leaning)]
    const [a, b] = [costOf(model, plain), costOf(leaning, minding)]
    expect(b.portions).toBeLessThanOrEqual(a.portions)
    expect(b.total).toBeLessThanOrEqual(costOf(leaning, plain).total + 1e-6)
  }, 300_000)
})
