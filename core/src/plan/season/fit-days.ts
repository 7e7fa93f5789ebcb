import { boardWith, placeLots } from './construct'
import { DayEnds } from './day-ends'
import { mendDays } from './mend'
import type { PlanLoad, SeasonModel, SeasonPlan } from './model'

/**
 * Days of a plan whose exact sheet ends later than they may, and by how many minutes: the
 * plan's own estimate of a day is close, not exact.
 */
export function overruns(model: SeasonModel, plan: SeasonPlan): ReadonlyMap<number, number> {
  const ends = new DayEnds(model)
  const found = new Map<number, number>()
  for (const day of new Set(plan.loads.map((l) => l.day))) {
    const by = ends.lateBy(
      plan.loads.filter((l) => l.day === day),
      day,
    )
    if (by > 0) found.set(day, by)
  }
  return found
}

/** Loads that are put elsewhere at most before a plan is taken as it is. */
const MOST_MOVED = 2000

/**
 * A way of planning held to the same rule: every day ends in time by its sheet. Only what
 * makes a day late is put elsewhere; days with pinned loads alone stay as the keeper made them.
 */
export function endingInTime(
  model: SeasonModel,
  kept: readonly PlanLoad[],
  make: (model: SeasonModel, kept: readonly PlanLoad[]) => SeasonPlan,
  ends = new DayEnds(model),
): SeasonPlan {
  const plan = make(model, kept)
  const board = boardWith(model, plan.loads)
  let moved = 0
  mendDays(
    board,
    ends,
    () => model.days.map((_, d) => d),
    (n) => (moved = n) > MOST_MOVED,
  )
  return moved === 0 && board.plan().loads.length === plan.loads.length ? plan : board.plan()
}

/**
 * A plan that is there, filled up: what cannot stay any more goes where it costs least, and
 * new jars find their place; everything else keeps its day and canner.
 */
export function filledUp(
  model: SeasonModel,
  kept: readonly PlanLoad[],
  from: readonly PlanLoad[],
  ends = new DayEnds(model),
): SeasonPlan {
  const fill = (): SeasonPlan => {
    const board = boardWith(model, [...kept, ...from.filter((l) => !l.pinned)])
    placeLots(board, board.urgent)
    return board.plan()
  }
  return endingInTime(model, kept, fill, ends)
}
