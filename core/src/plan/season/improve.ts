import { complaintsOf } from './check'
import { boardWith, construct, earliestCanBy, placeLots } from './construct'
import { costOf } from './cost'
import { endingInTime, overruns, ShorterDays } from './fit-days'
import type { PlanLoad, SeasonModel, SeasonPlan } from './model'
import { windowProgram } from './program'
import { windowOf } from './window'
import { seeded } from '../search/random'
import { Search, type Standing } from './ruin'
import type { Solver } from './solver'

export interface ImproveEffort {
  /** Steps of ruin and rebuild for every lot. */
  readonly stepsPerLot: number
  /** Open days of one exactly solved window. */
  readonly windowDays: number
  /** Branch-and-bound nodes in one window; with 0 there are no exact windows, only the search. */
  readonly nodes: number
}

export const USUAL_EFFORT: ImproveEffort = { stepsPerLot: 80, windowDays: 4, nodes: 2 }

/** How far the search is, and the best plan until now. */
export interface Progress {
  readonly plan: SeasonPlan
  readonly cost: number
  readonly done: number
  readonly of: number
}

/** Whole-number choices in one window at most: larger ones are cut shorter. */
const MOST_WHOLE = 16
/** Search steps between two words of progress at most. */
const SLICE = 250
/** Cost by which the search may step back at its beginning, as a share of the whole. */
const WARMTH = 0.005
/** Share of the search before days are laid out as sheets for the first time. */
const BEFORE = 0.4
/** Rounds of laying days out and searching again, with the exact windows after them. */
const ROUNDS = 4
/** Ways to begin with; the improved plan costs no more than they, held to days that end in time. */
const QUICK_WAYS = [construct, earliestCanBy]
/** Rounds at the end, until no day runs over. */
const LAST_ROUNDS = 8

/**
 * Makes a plan better, a bit at a time: yields after each bit, so that whoever
 * runs it can show progress, stop it and keep the best. Search by ruin and
 * rebuild; days laid out as exact sheets, and those that run over planned shorter;
 * every stretch of days decided exactly; search again. At its end every day ends
 * in time by its sheet, but for those with pinned loads, and it costs no more than
 * the quick ways held to that. The same model, seed and effort give the same plan.
 * @param kept pinned loads, which stay as they are.
 * @param from a plan that is there: never worse than it, as far as it can still be done.
 */
export function* improve(
  model: SeasonModel,
  kept: readonly PlanLoad[],
  seed: number,
  solve: Solver,
  effort: ImproveEffort = USUAL_EFFORT,
  from: readonly PlanLoad[] = [],
): Generator<Progress, SeasonPlan> {
  const random = seeded(seed)
  const days = new ShorterDays(model, kept)
  const windows = effort.nodes > 0 ? windowsOf(model, effort.windowDays) : []
  const steps = effort.stepsPerLot * model.lots.length
  const before = Math.ceil((steps * BEFORE) / SLICE)
  const each = Math.ceil((steps * (1 - BEFORE)) / (ROUNDS + 1) / SLICE)
  const slices = before + each * (ROUNDS + 1)
  const slice = Math.ceil(steps / slices)
  const of = slices + windows.length
  let search = new Search(model, kept, beginning(model, kept, from), random)
  let done = 0
  const word = (): Progress => ({ ...search.best, done: ++done, of })
  const shorten = (): boolean => {
    const { plan } = search.best
    const over = days.shorten(plan)
    if (over.length > 0) search = new Search(days.model, kept, days.refit(plan, kept), random)
    return over.length > 0
  }
  for (let s = 0; s < before; s++) {
    search.run(slice, WARMTH * (1 - s / slices))
    yield word()
  }
  for (let round = 0; round <= ROUNDS; round++) {
    shorten()
    for (const stretch of round === ROUNDS ? windows : []) {
      search.jump(solveWindow(days.model, search.best, stretch, solve, effort.nodes))
      yield word()
    }
    for (let s = 0; s < each; s++) {
      search.run(slice, WARMTH * (1 - BEFORE) * (1 - round / (ROUNDS + 1)))
      yield word()
    }
  }
  for (let round = 0; round < LAST_ROUNDS && shorten(); round++) search.run(slice, 0)
  const plans = [
    days.strip(search.best.plan),
    ...QUICK_WAYS.map((way) => endingInTime(model, kept, way)),
  ]
  if (inTime(model, { loads: from })) plans.push({ loads: from })
  return plans.reduce((a, b) => (costOf(model, b).total < costOf(model, a).total ? b : a))
}

/** Whether a plan can be done and all its days end in time by their sheets. */
const inTime = (model: SeasonModel, plan: SeasonPlan): boolean =>
  complaintsOf(model, plan).length === 0 && overruns(model, plan).size === 0

/** The better of a plan made anew and the one that is there, as far as it still holds and filled up. */
function beginning(
  model: SeasonModel,
  kept: readonly PlanLoad[],
  from: readonly PlanLoad[],
): Standing {
  const made = QUICK_WAYS.map((way): Standing => {
    const plan = way(model, kept)
    return { plan, cost: costOf(model, plan).total }
  }).reduce((a, b) => (b.cost < a.cost ? b : a))
  if (from.length === 0) return made
  const board = boardWith(model, [...kept, ...from.filter((l) => !l.pinned)])
  placeLots(board, board.urgent)
  return board.cost() < made.cost ? { plan: board.plan(), cost: board.cost() } : made
}

/** Stretches of days on which the kitchen is open, one after the other. */
function windowsOf(model: SeasonModel, length: number): (readonly number[])[] {
  const open = model.days.flatMap((day, d) => (day.minutes > 0 ? [d] : []))
  const step = length
  return open.flatMap((_, i) => (i % step === 0 ? [open.slice(i, i + length)] : []))
}

/** Decides some days exactly, with everything else as it is; keeps the better of both. */
function solveWindow(
  model: SeasonModel,
  best: Standing,
  days: readonly number[],
  solve: Solver,
  nodes: number,
): Standing {
  const { window, rest } = windowOf(model, best.plan.loads, days, best.cost)
  const { program, read } = windowProgram(model, window)
  if (program.cost.length === 0) return best
  if (days.length > 2 && program.integer.filter(Boolean).length > MOST_WHOLE)
    return solveWindow(model, best, days.slice(0, -1), solve, nodes)
  const { values } = solve(program, { nodes, gap: 0.005, seconds: 5 })
  if (!values) return best
  const board = boardWith(model, [...rest, ...read(values)])
  const cost = board.cost()
  return cost < best.cost - 1e-6 ? { plan: board.plan(), cost } : best
}
