import { dayLength, loadTimes, type LoadTimes } from './length'
import { fade, lossOf, WEIGHTS, type PlanLoad, type SeasonModel, type SeasonPlan } from './model'

/** What a plan comes to. */
export interface PlanCost {
  /** Jars of no load: past their can-by, or with no jar, lid or time for them. */
  readonly lost: number
  /** Jars' worth of quality lost by waiting. */
  readonly faded: number
  readonly loads: number
  readonly days: number
  /** Jars of one lot in one load, counted once each. */
  readonly portions: number
  /** Minutes past closing, all days together. */
  readonly late: number
  /** Jar-minutes of more processing than a jar's own. */
  readonly over: number
  /** All of it weighed. */
  readonly total: number
}

/** Minutes under pressure: the longest time of the jars in it. Zero when a process is refused. */
export const processMinutesOf = (model: SeasonModel, load: PlanLoad): number =>
  load.portions.reduce(
    (most, p) => Math.max(most, model.lots[p.lot]?.processes[load.canner]?.minutes ?? 0),
    0,
  )

export const jarsOf = (load: PlanLoad): number => load.portions.reduce((n, p) => n + p.jars, 0)

export function timesOf(model: SeasonModel, load: PlanLoad): LoadTimes {
  const canner = model.canners[load.canner]
  if (!canner) throw new RangeError('a load names a canner the model does not have')
  const prep = load.portions.reduce(
    (m, p) => m + p.jars * (model.lots[p.lot]?.prepMinPerJar ?? 0),
    0,
  )
  const minutes = processMinutesOf(model, load)
  return loadTimes(load.canner, canner.stageMinutes, jarsOf(load), prep, minutes)
}

/** Times of the loads that stay, by day. */
export function fixedTimes(model: SeasonModel): readonly (readonly LoadTimes[])[] {
  const byDay: LoadTimes[][] = model.days.map(() => [])
  for (const f of model.fixed) {
    const stages = model.canners[f.canner]?.stageMinutes
    if (stages) byDay[f.day]?.push(loadTimes(f.canner, stages, f.jars, f.prepMin, f.processMinutes))
  }
  return byDay
}

/** How long each day lasts with what is fixed and planned on it, minutes. */
export function dayLengths(model: SeasonModel, plan: SeasonPlan): readonly number[] {
  const byDay = fixedTimes(model).map((times) => [...times])
  for (const load of plan.loads) byDay[load.day]?.push(timesOf(model, load))
  return byDay.map((times, d) => dayLength(times, model.days[d]?.people ?? 1, model.burners))
}

/** Judges a plan: every part, and the weighed total. Does not ask whether it can be done. */
export function costOf(model: SeasonModel, plan: SeasonPlan): PlanCost {
  const placed = model.lots.map(() => 0)
  let faded = 0
  let over = 0
  for (const load of plan.loads) {
    const minutes = processMinutesOf(model, load)
    for (const p of load.portions) {
      const lot = model.lots[p.lot]
      if (!lot) continue
      placed[p.lot] = (placed[p.lot] ?? 0) + p.jars
      faded += p.jars * fade(lot, load.day)
      over += p.jars * (minutes - (lot.processes[load.canner]?.minutes ?? minutes))
    }
  }
  let lost = 0
  let loss = 0
  for (const [i, lot] of model.lots.entries()) {
    const jars = lot.jars - (placed[i] ?? 0)
    lost += jars
    loss += jars * lossOf(model, lot)
  }
  const openDays = new Set(plan.loads.map((l) => l.day))
  // A day that is canned on anyway costs nothing more.
  for (const f of model.fixed) openDays.delete(f.day)
  const late = dayLengths(model, plan).reduce(
    (sum, length, d) => sum + Math.max(0, length - (model.days[d]?.minutes ?? 0)),
    0,
  )
  const portions = plan.loads.reduce((n, l) => n + l.portions.length, 0)
  const parts = { lost, faded, loads: plan.loads.length, days: openDays.size, portions, late, over }
  return { ...parts, total: loss + weigh(parts) + portions * (model.portionWeight ?? 0) }
}

/** The weighed sum of a plan's parts, without the jars lost and its portions. */
const weigh = (p: Omit<PlanCost, 'lost' | 'portions' | 'total'>): number =>
  p.faded * WEIGHTS.quality +
  p.loads * WEIGHTS.load +
  p.days * WEIGHTS.day +
  p.late * WEIGHTS.late +
  p.over * WEIGHTS.over

/** What one plan costs more than another, part by part. */
export const costDifference = (then: PlanCost, before: PlanCost): PlanCost => ({
  lost: then.lost - before.lost,
  faded: then.faded - before.faded,
  loads: then.loads - before.loads,
  days: then.days - before.days,
  portions: then.portions - before.portions,
  late: then.late - before.late,
  over: then.over - before.over,
  total: then.total - before.total,
})
