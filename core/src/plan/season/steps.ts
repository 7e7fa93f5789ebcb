import { complaintsOf } from './check'
import { costDifference, costOf, type PlanCost } from './cost'
import { overruns } from './fit-days'
import { improve, type ImproveEffort, type Progress } from './improve'
import { weightsOf, type PlanLoad, type SeasonModel, type SeasonPlan } from './model'

/** One change of a plan that can be taken by itself. */
export interface PlanStep {
  /** Days whose loads it changes, by their index. */
  readonly days: readonly number[]
  /** Loads of those days after it. */
  readonly loads: readonly PlanLoad[]
  /** Jars that are on another day then. */
  readonly moved: number
  /** What it costs more than the plan without it: what is saved is negative. */
  readonly change: PlanCost
}

/** So much a moved jar weighs where a plan is only repaired: a dozen are moved to save one, none for comfort. */
const STIFF = 8
/** A repair is looked for once. */
const REPAIR: ImproveEffort = { heats: 1 }

/**
 * The plan people have, changed as little as may be: a search in which moving jars is dear.
 * Yields after each bit, as `improve` does.
 * @param from the plan that people have.
 */
export function* repair(
  model: SeasonModel,
  kept: readonly PlanLoad[],
  seed: number,
  from: readonly PlanLoad[],
): Generator<Progress, SeasonPlan> {
  const weights = { ...weightsOf(model), moved: STIFF }
  return yield* improve({ ...model, weights }, kept, seed, REPAIR, from)
}

/** A plan with some of its days as a step has them. */
export const withStep = (plan: SeasonPlan, step: Pick<PlanStep, 'days' | 'loads'>): SeasonPlan => ({
  loads: [...plan.loads.filter((l) => !step.days.includes(l.day)), ...step.loads],
})

/** What a step must save at least: a third of a load. */
const LEAST_SAVED = 2

/**
 * What would make a plan better, in steps that each stand by themselves: days that exchange
 * jars with each other belong to one step. Only steps that save something and can be done;
 * those that save most for each moved jar first. No two change a day or a lot that the other
 * changes; two that take the same lids can still be too much together. Where no part can be
 * done alone, the whole is one step.
 * @param better a plan that costs less as a whole.
 */
export function stepsTo(
  model: SeasonModel,
  plan: SeasonPlan,
  better: SeasonPlan,
): readonly PlanStep[] {
  const before = costOf(model, plan)
  const stepOf = (days: readonly number[]): readonly PlanStep[] => {
    const loads = better.loads.filter((l) => days.includes(l.day))
    const after = withStep(plan, { days, loads })
    if (!mayFollow(model, plan, after) || overruns(model, { loads }).size > 0) return []
    const change = costDifference(costOf(model, after), before)
    const moved = jarsMoved(plan, after)
    return change.total < -LEAST_SAVED && moved > 0 ? [{ days, loads, moved, change }] : []
  }
  const groups = daysTogether(model, plan, better)
  const steps = groups.flatMap(stepOf)
  return steps.length === 0
    ? stepOf(groups.flat())
    : steps.sort((a, b) => a.change.total / a.moved - b.change.total / b.moved)
}

/** Whether a changed plan breaks nothing that the plan before it keeps. */
export const mayFollow = (model: SeasonModel, before: SeasonPlan, after: SeasonPlan): boolean =>
  complaintsOf(model, after).length <= complaintsOf(model, before).length

/** Jars of each lot on a day, by lot. */
function onDay(plan: SeasonPlan, day: number): ReadonlyMap<number, number> {
  const jars = new Map<number, number>()
  for (const load of plan.loads)
    if (load.day === day)
      for (const p of load.portions) jars.set(p.lot, (jars.get(p.lot) ?? 0) + p.jars)
  return jars
}

/** Jars that one plan has on another day than the other; what is new or gone moves nowhere. */
export function jarsMoved(before: SeasonPlan, after: SeasonPlan): number {
  const gone = new Map<number, number>()
  const come = new Map<number, number>()
  const add = (to: Map<number, number>, lot: number, jars: number): void =>
    void to.set(lot, (to.get(lot) ?? 0) + jars)
  for (const day of new Set([...before.loads, ...after.loads].map((l) => l.day))) {
    const [had, has] = [onDay(before, day), onDay(after, day)]
    for (const lot of new Set([...had.keys(), ...has.keys()])) {
      const more = (has.get(lot) ?? 0) - (had.get(lot) ?? 0)
      add(more > 0 ? come : gone, lot, Math.abs(more))
    }
  }
  return [...come].reduce((n, [lot, jars]) => n + Math.min(jars, gone.get(lot) ?? 0), 0)
}

/** Days that differ, in groups: two days are in one where a lot has other jars on both. */
function daysTogether(
  model: SeasonModel,
  a: SeasonPlan,
  b: SeasonPlan,
): readonly (readonly number[])[] {
  const group = model.days.map((_, d) => d)
  const rootOf = (d: number): number => {
    let at = d
    while (group[at] !== at) at = group[at] ?? at
    return at
  }
  const changed = new Set<number>()
  const daysOfLot = new Map<number, number>()
  model.days.forEach((_, day) => {
    const [was, is] = [onDay(a, day), onDay(b, day)]
    for (const lot of new Set([...was.keys(), ...is.keys()])) {
      if (was.get(lot) === is.get(lot)) continue
      changed.add(day)
      const other = daysOfLot.get(lot)
      if (other === undefined) daysOfLot.set(lot, day)
      else group[rootOf(day)] = rootOf(other)
    }
  })
  const groups = new Map<number, number[]>()
  for (const day of changed) groups.set(rootOf(day), [...(groups.get(rootOf(day)) ?? []), day])
  return [...groups.values()]
}
