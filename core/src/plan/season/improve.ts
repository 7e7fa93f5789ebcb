import { complaintsOf } from './check'
import { boardWith, construct, earliestCanBy, placeLots } from './construct'
import { costOf } from './cost'
import { DayEnds } from './day-ends'
import { endingInTime, overruns } from './fit-days'
import type { PlanLoad, SeasonModel, SeasonPlan } from './model'
import { seeded } from '../search/random'
import { Search, type Standing } from './ruin'

export interface ImproveEffort {
  /** Times the search is warmed up from its best plan and cooled down again. */
  readonly heats: number
}

export const USUAL_EFFORT: ImproveEffort = { heats: 4 }

/** How far the search is, and the best plan until now. */
export interface Progress {
  readonly plan: SeasonPlan
  readonly cost: number
  readonly done: number
  readonly of: number
}

/** Steps of ruin and rebuild for every lot, each time it is warmed up. */
const STEPS_PER_LOT = 60
/** Search steps between two words of progress at most. */
const SLICE = 150
/** Cost by which a step may be worse when it is warm: about a load; and when it is cold. */
const WARM = 6
const COLD = 0.25
/** Each time it is warmed up a little less, up to so many times. */
const LEAST_WARM = 4
/** Ways to begin with; the improved plan costs no more than they, held to days that end in time. */
const QUICK_WAYS = [construct, earliestCanBy]

/**
 * Makes a plan better, a bit at a time: yields after each bit, so that whoever runs it can
 * show progress, stop it and keep the best. Annealing by ruin and rebuild, warmed up several
 * times from the best plan; every day of every plan ends in time by its exact sheet, but for
 * those with pinned loads. It costs no more than the quick ways held to that. The same
 * model, seed and effort give the same plan, and more effort never a dearer one.
 * @param kept pinned loads, which stay as they are.
 * @param from a plan that is there: never worse than it, as far as it can still be done.
 */
export function* improve(
  model: SeasonModel,
  kept: readonly PlanLoad[],
  seed: number,
  effort: ImproveEffort = USUAL_EFFORT,
  from: readonly PlanLoad[] = [],
): Generator<Progress, SeasonPlan> {
  const ends = new DayEnds(model)
  const search = new Search(model, kept, beginning(model, kept, ends, from), seeded(seed), ends)
  const perHeat = Math.max(1, Math.ceil((STEPS_PER_LOT * model.lots.length) / SLICE))
  const of = effort.heats * perHeat
  for (let s = 0; s < of; s++) {
    const at = (s % perHeat) / perHeat
    if (s > 0 && at === 0) search.home()
    const warm = WARM / Math.min(LEAST_WARM, 1 + Math.floor(s / perHeat))
    const heat = (share: number): number => warm * (COLD / warm) ** share
    search.run(SLICE, heat(at), heat(at + 1 / perHeat))
    yield { ...search.best, done: s + 1, of }
  }
  return search.best.plan
}

/** Whether a plan can be done and all its days end in time by their sheets. */
const inTime = (model: SeasonModel, plan: SeasonPlan): boolean =>
  complaintsOf(model, plan).length === 0 && overruns(model, plan).size === 0

/** The best of the quick ways whose days end in time, and of the plan that is there as far as it still holds. */
function beginning(
  model: SeasonModel,
  kept: readonly PlanLoad[],
  ends: DayEnds,
  from: readonly PlanLoad[],
): Standing {
  const plans = QUICK_WAYS.map((way) => endingInTime(model, kept, way, ends))
  if (from.length > 0) {
    const filled = (): SeasonPlan => {
      const board = boardWith(model, [...kept, ...from.filter((l) => !l.pinned)])
      placeLots(board, board.urgent)
      return board.plan()
    }
    plans.push(endingInTime(model, kept, filled, ends))
    if (inTime(model, { loads: from })) plans.push({ loads: from })
  }
  return plans
    .map((plan): Standing => ({ plan, cost: costOf(model, plan).total }))
    .reduce((a, b) => (b.cost < a.cost ? b : a))
}
