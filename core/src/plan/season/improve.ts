import { complaintsOf } from './check'
import { construct, earliestCanBy } from './construct'
import { costOf } from './cost'
import { DayEnds } from './day-ends'
import { endingInTime, filledUp, overruns } from './fit-days'
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
/** Days laid out by their sheets each time it is warmed up, at most: crowded seasons take more of them a step. */
const LAID_OUT = 3000
/** Search steps between two words of progress at most; where each takes its time. */
const SLICE = 150
const CAREFUL_SLICE = 30
/** A season's progress is told in so many parts each time it is warmed up. */
const PARTS = 100
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
  const { standing, crowded } = beginning(model, kept, ends, from)
  const search = new Search(model, kept, standing, seeded(seed), ends)
  search.careful = crowded
  const steps = Math.max(1, Math.ceil((STEPS_PER_LOT * model.lots.length) / SLICE)) * SLICE
  const of = effort.heats * PARTS
  yield { ...search.best, done: 0, of }
  for (let h = 0; h < effort.heats; h++) {
    if (h > 0) search.home()
    const warm = WARM / Math.min(LEAST_WARM, 1 + h)
    const heat = (share: number): number => warm * (COLD / warm) ** Math.min(1, share)
    const before = ends.laidOut
    for (let done = 0, share = 0; share < 1;) {
      const slice = search.careful ? CAREFUL_SLICE : SLICE
      search.run(slice, heat(share), heat(share + slice / steps))
      done += slice
      const laidOut = search.careful ? (ends.laidOut - before) / LAID_OUT : 0
      share = Math.max(done / steps, laidOut)
      yield { ...search.best, done: Math.round((h + Math.min(1, share)) * PARTS), of }
    }
  }
  return search.best.plan
}

/** Whether a plan can be done and all its days end in time by their sheets. */
const inTime = (model: SeasonModel, plan: SeasonPlan): boolean =>
  complaintsOf(model, plan).length === 0 && overruns(model, plan).size === 0

/** Putting right what the estimate of a day let through costs this much a jar: then days are laid out from the beginning. */
const DEAR_A_JAR = 0.9

const isCrowded = (model: SeasonModel, kept: readonly PlanLoad[], mended?: SeasonPlan): boolean =>
  mended !== undefined &&
  costOf(model, mended).total - costOf(model, construct(model, kept)).total >
    DEAR_A_JAR * model.lots.reduce((n, l) => n + l.jars, 0)

/** The best of the quick ways whose days end in time, and of the plan that is there as far as it still holds. */
function beginning(
  model: SeasonModel,
  kept: readonly PlanLoad[],
  ends: DayEnds,
  from: readonly PlanLoad[],
): { readonly standing: Standing; readonly crowded: boolean } {
  const plans = QUICK_WAYS.map((way) => endingInTime(model, kept, way, ends))
  const crowded = isCrowded(model, kept, plans[0])
  if (crowded)
    plans.push(
      endingInTime(model, kept, () => construct(model, kept, (b, d) => ends.inTime(b, d)), ends),
    )
  if (from.length > 0) {
    plans.push(filledUp(model, kept, from, ends))
    if (inTime(model, { loads: from })) plans.push({ loads: from })
  }
  const standing = plans
    .map((plan): Standing => ({ plan, cost: costOf(model, plan).total }))
    .reduce((a, b) => (b.cost < a.cost ? b : a))
  return { standing, crowded }
}
