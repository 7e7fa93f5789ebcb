import { readLoads, type Cell } from './cell'
import { factsOf, type Facts } from '../../../src/plan/season/facts'
import {
  MOST_OVER_MIN,
  spanOf,
  weightsOf,
  type PlanLoad,
  type SeasonCanner,
  type SeasonModel,
} from '../../../src/plan/season/model'
import { WEIGHTS } from '../../../src/plan/season/weights'
import type { Window } from './window'
import { Worth } from '../../../src/plan/season/worth'
import { LATER_LOAD_MIN } from '../../../src/plan/season/length'
import { ProgramBuilder, type Program } from './solver'

export interface WindowProgram {
  readonly program: Program
  /** Reads the loads out of a solution. */
  readonly read: (values: readonly number[]) => readonly PlanLoad[]
}

/**
 * The whole choice of a window as one program. Variables: loads per day, canner
 * and kind, jars of each lot in them, which kind is first, whether the day is
 * canned on, minutes past closing. With `relaxed` what only guards the clock is
 * left out, so that the program's bound holds for every plan that can be done.
 */
export function windowProgram(model: SeasonModel, window: Window, relaxed = false): WindowProgram {
  const facts = factsOf(model)
  const build = new ProgramBuilder()
  const worth = new Worth(model)
  const cells: Cell[] = []
  const placed = model.lots.map((): [number, number][] => [])
  for (const day of window.days) {
    const of = dayCells(model, facts, { window, worth, day }, build, relaxed)
    for (const cell of of) for (const l of cell.lots) placed[l.lot]?.push([l.column, 1])
    cells.push(...of)
  }
  window.jars.forEach((jars, lot) => {
    if (jars > 0) build.row(-Infinity, jars, placed[lot] ?? [])
  })
  for (const { lots, most } of worth.caps(window.jars)) {
    const saved = build.column(-1, most)
    const terms = lots.flatMap((lot) =>
      (placed[lot] ?? []).map(([column]): [number, number] => [column, -worth.most(lot)]),
    )
    build.row(-Infinity, 0, [[saved, 1], ...terms])
  }
  supplyRows(facts, window, cells, build)
  if (window.atMost !== undefined && Number.isFinite(window.atMost)) build.atMost(window.atMost)
  return { program: build.program(), read: (values) => readLoads(cells, values) }
}

/** What is decided of a day. */
interface DayOf {
  readonly window: Window
  readonly worth: Worth
  readonly day: number
}

function dayCells(
  model: SeasonModel,
  facts: Facts,
  of: DayOf,
  build: ProgramBuilder,
  relaxed: boolean,
): Cell[] {
  const { window, day } = of
  const open = model.days[day]
  if (!open || open.minutes <= 0) return []
  const here = window.kept.filter((l) => l.day === day)
  const fixed = facts.fixed[day] ?? []
  const cells = model.canners.flatMap((_, canner) => cannerCells(model, facts, of, canner, build))
  if (cells.length === 0) return []
  const used = here.length + fixed.length > 0
  const canned = build.column(used ? 0 : weightsOf(model).day, 1, true, used ? 1 : 0)
  const late = build.column(WEIGHTS.late, model.lateMinutes)
  for (const cell of cells)
    build.row(-Infinity, 0, [
      [cell.loads, 1],
      [canned, -mostLoads(model, facts, cell)],
    ])
  openRows(window, cells, canned, build)
  runRows(model, facts, cells, canned, build)
  clockRows(model, facts, { day, cells, here, canned, late, relaxed }, build)
  return cells
}

/** No jar of a lot on a day that is not canned on: implied, but it keeps the relaxation tight. */
function openRows(
  window: Window,
  cells: readonly Cell[],
  canned: number,
  build: ProgramBuilder,
): void {
  const byLot = new Map<number, [number, number][]>()
  for (const cell of cells)
    for (const l of cell.lots) byLot.set(l.lot, [...(byLot.get(l.lot) ?? []), [l.column, 1]])
  for (const [lot, terms] of byLot)
    build.row(-Infinity, 0, [...terms, [canned, -(window.jars[lot] ?? 0)]])
}

/** A canner's whole runs of a day, of all kinds together: as many as the quickest of them. */
function runRows(
  model: SeasonModel,
  facts: Facts,
  cells: readonly Cell[],
  canned: number,
  build: ProgramBuilder,
): void {
  for (const canner of new Set(cells.map((c) => c.canner))) {
    const own = cells.filter((c) => c.canner === canner)
    if (own.length < 2) continue
    const most = Math.max(...own.map((c) => mostLoads(model, facts, c)))
    build.row(-Infinity, 0, [...own.map((c): [number, number] => [c.loads, 1]), [canned, -most]])
  }
}

const mostLoads = (
  model: SeasonModel,
  facts: Facts,
  cell: { day: number; canner: number; minutes: number },
): number =>
  Math.max(
    1,
    Math.floor(
      (minutesOn(model, cell.day) - leastLead(model, cell.canner)) /
        ((facts.baseRun[cell.canner] ?? 0) + cell.minutes),
    ),
  )

/** Minutes from opening until the last jar must be out. */
const minutesOn = (model: SeasonModel, day: number): number => {
  const there = model.days[day]
  return (there ? spanOf(there) : 0) + model.lateMinutes
}

/** Minutes of hands before a canner's first load, at the very least: it is filled. */
const leastLead = (model: SeasonModel, canner: number): number => {
  const { stageMinutes: s, minimum } = model.canners[canner] ?? {}
  return s && minimum ? s.fillMinFixed + s.fillMinPerJar * Math.min(minimum.quart, minimum.pint) : 0
}

function cannerCells(
  model: SeasonModel,
  facts: Facts,
  { window, worth, day }: DayOf,
  canner: number,
  build: ProgramBuilder,
): Cell[] {
  const able = model.lots.flatMap((lot, i) => {
    const fit = facts.fits[i]?.[canner]
    const open = (window.jars[i] ?? 0) > 0 && day >= lot.arrived && day <= lot.due
    return fit && open ? [{ i, fit }] : []
  })
  const kinds = new Map(able.map(({ fit }) => [`${fit.group} ${fit.minutes}`, fit] as const))
  return [...kinds.values()].map((kind) => {
    const loads = build.column(
      WEIGHTS.load,
      mostLoads(model, facts, { day, canner, minutes: kind.minutes }),
      true,
    )
    const first = build.column(0, 1, true)
    const lots = able
      .filter(
        ({ fit }) =>
          fit.group === kind.group &&
          fit.minutes <= kind.minutes &&
          kind.minutes - fit.minutes <= MOST_OVER_MIN,
      )
      .map(({ i, fit }) => {
        const wait = facts.fade[i]?.[day - Math.max(0, model.lots[i]?.arrived ?? 0)] ?? 0
        const cost =
          wait * WEIGHTS.quality + (kind.minutes - fit.minutes) * WEIGHTS.over - worth.linear(i)
        const jars = window.jars[i] ?? 0
        const column = build.column(cost, jars)
        // A single load holds no more of a lot than fits: keeps the relaxation tight.
        if (jars < kind.capacity)
          build.row(-Infinity, 0, [
            [column, 1],
            [loads, -jars],
          ])
        return { lot: i, column }
      })
    const inside = lots.map((l) => [l.column, 1] as const)
    build.row(-Infinity, 0, [...inside, [loads, -kind.capacity]])
    build.row(0, Infinity, [...inside, [loads, -kind.least]])
    build.row(-Infinity, 0, [
      [first, 1],
      [loads, -1],
    ])
    const { minutes, capacity, least } = kind
    return { day, canner, minutes, capacity, least, loads, first, lots }
  })
}

interface DayClock {
  readonly day: number
  readonly cells: readonly Cell[]
  readonly here: readonly PlanLoad[]
  readonly canned: number
  readonly late: number
  readonly relaxed: boolean
}

/** The three ways a day can be too short: one canner's chain, the hands, the burners. */
function clockRows(model: SeasonModel, facts: Facts, at: DayClock, build: ProgramBuilder): void {
  const { day, cells, late, canned, relaxed } = at
  const minutes = model.days[day]?.minutes ?? 0
  const people = Math.max(1, model.days[day]?.people ?? 1)
  const stay = [...(facts.fixed[day] ?? []), ...keptTimes(model, facts, at.here)]
  const run = (c: Cell): number => (facts.baseRun[c.canner] ?? 0) + c.minutes
  // Every load after the first ones of the day adds a little.
  const later = (each: number, free: number): [number, number][] => [
    ...cells.map((c): [number, number] => [c.loads, each]),
    [canned, -each * free],
  ]
  const given = (each: number): number => minutes - each * stay.length
  const chainLater = later(LATER_LOAD_MIN.chain, 1)
  const chainGiven = given(LATER_LOAD_MIN.chain)
  const handTerms: [number, number][] = []
  const runTerms: [number, number][] = []
  model.canners.forEach((canner, index) => {
    const of = cells.filter((c) => c.canner === index)
    const there = stay.filter((t) => t.canner === index)
    const chain = of.map((c): [number, number] => [c.loads, run(c)])
    const busy = there.reduce((m, t) => m + t.run, 0)
    // With loads that stay, the first one's hands are theirs or fewer.
    const lead = there.length > 0 && !relaxed ? Math.min(...there.map((t) => t.hands)) : 0
    if (there.length === 0) chain.push([leadColumn(model, facts, of, canner, build), 1])
    build.row(-Infinity, chainGiven - busy - lead, [...chain, ...chainLater, [late, -1]])
    runTerms.push(
      ...of.map((c): [number, number] => [c.loads, run(c) / Math.max(1, model.burners)]),
    )
    for (const c of of) {
      handTerms.push([c.loads, canner.stageMinutes.fillMinFixed / people])
      for (const l of c.lots)
        handTerms.push([
          l.column,
          ((model.lots[l.lot]?.prepMinPerJar ?? 0) + canner.stageMinutes.fillMinPerJar) / people,
        ])
    }
  })
  const shortest = Math.min(...cells.map(run), ...stay.map((t) => t.run))
  const hands = stay.reduce((m, t) => m + t.hands, 0) / people
  build.row(-Infinity, given(LATER_LOAD_MIN.hands) - hands, [
    ...handTerms,
    ...later(LATER_LOAD_MIN.hands, people),
    [canned, shortest],
    [late, -1],
  ])
  if (model.canners.length > model.burners) {
    const busy = stay.reduce((m, t) => m + t.run, 0) / Math.max(1, model.burners)
    build.row(-Infinity, chainGiven - busy, [...runTerms, ...chainLater, [late, -1]])
  }
}

function keptTimes(model: SeasonModel, facts: Facts, kept: readonly PlanLoad[]) {
  return kept.map((load) => {
    const stages = model.canners[load.canner]?.stageMinutes
    const jars = load.portions.reduce((n, p) => n + p.jars, 0)
    const prep = load.portions.reduce(
      (m, p) => m + p.jars * (model.lots[p.lot]?.prepMinPerJar ?? 0),
      0,
    )
    const minutes = Math.max(
      0,
      ...load.portions.map((p) => facts.fits[p.lot]?.[load.canner]?.minutes ?? 0),
    )
    return {
      canner: load.canner,
      hands: prep + (stages?.fillMinFixed ?? 0) + (stages?.fillMinPerJar ?? 0) * jars,
      run: (facts.baseRun[load.canner] ?? 0) + minutes,
    }
  })
}

/**
 * Hands before the first load of a canner: all its hands less what later loads
 * can have at most. Exact where the canner runs once that day.
 */
function leadColumn(
  model: SeasonModel,
  facts: Facts,
  cells: readonly Cell[],
  canner: SeasonCanner,
  build: ProgramBuilder,
): number {
  const { fillMinFixed, fillMinPerJar } = canner.stageMinutes
  const lead = build.column(0, Infinity)
  const terms: [number, number][] = [[lead, -1]]
  for (const cell of cells) {
    const perJar = cell.lots.map((l) => (model.lots[l.lot]?.prepMinPerJar ?? 0) + fillMinPerJar)
    const most = fillMinFixed + Math.max(0, ...perJar) * cell.capacity
    cell.lots.forEach((l, i) => terms.push([l.column, perJar[i] ?? 0]))
    terms.push([cell.loads, fillMinFixed - most], [cell.first, most])
    build.row(-Infinity, 0, [
      [cell.loads, 1],
      ...cells.map((c): [number, number] => [c.first, -mostLoads(model, facts, cell)]),
    ])
  }
  build.row(-Infinity, 0, terms)
  build.row(
    -Infinity,
    1,
    cells.map((c): [number, number] => [c.first, 1]),
  )
  return lead
}

/** What is drawn up to a day is never more than there is; days between loads add nothing and are left out. */
function supplyRows(
  facts: Facts,
  window: Window,
  cells: readonly Cell[],
  build: ProgramBuilder,
): void {
  window.supply.forEach((left, line) => {
    const drawing = cells.flatMap((c) =>
      c.lots
        .filter((l) => facts.linesOf[l.lot]?.includes(line))
        .map((l) => ({ day: c.day, column: l.column })),
    )
    const most = window.jars.reduce((n, j, i) => n + (facts.linesOf[i]?.includes(line) ? j : 0), 0)
    let before = Infinity
    for (let d = left.length - 1; d >= 0; d--) {
      const here = Math.min(before, left[d] ?? 0)
      const due = window.days.includes(d)
      if (due && here < most)
        build.row(
          -Infinity,
          here,
          drawing.filter((x) => x.day <= d).map((x): [number, number] => [x.column, 1]),
        )
      before = here
    }
  })
}
