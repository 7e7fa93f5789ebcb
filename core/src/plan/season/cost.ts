import { dayLoadOf } from '../day/from-load'
import { runningLoad } from '../day/running'
import type { DayLoad } from '../day/types'
import { dayLength, loadTimes, type LoadTimes } from './length'
import {
  fade,
  weightsOf,
  type FixedLoad,
  type PlanLoad,
  type SeasonModel,
  type SeasonPlan,
} from './model'
import { foodsBeyond, lengthCost, minutesLate, WEIGHTS } from './weights'
import { openOf, Worth } from './worth'

/** What a plan comes to. */
export interface PlanCost {
  /** Jars of no load that are wanted: past their can-by, or with no jar, lid or time for them. */
  readonly lost: number
  /** Jars of no load to eat, freeze or give: more than is wanted, or too few for a load. */
  readonly spare: number
  /** Jars' worth of quality lost by waiting. */
  readonly faded: number
  readonly loads: number
  readonly days: number
  /** Jars of one lot in one load, counted once each. */
  readonly portions: number
  /** Minutes past closing, all days together. */
  readonly late: number
  /** Days that run past closing. */
  readonly lateDays: number
  /** Jar-minutes of more processing than a jar's own. */
  readonly over: number
  /** Foods beyond two, all days together. */
  readonly foods: number
  /** Minutes of the longest day. */
  readonly longest: number
  /** Canning days right after others: the second counts one, the third two, and so on. */
  readonly inARow: number
  /** Jars on another day than in the plan people have. */
  readonly moved: number
  /** All of it weighed. */
  readonly total: number
}

/** Minutes under pressure: the longest time of the jars in it. Zero when a process is refused. */
export const processMinutesOf = (model: SeasonModel, load: PlanLoad): number =>
  load.portions.reduce(
    (most, p) => Math.max(most, model.lots[p.lot]?.processes[load.canner]?.minutes ?? 0),
    0,
  )

/** Minutes that a load boils or simmers before it is filled: the longest of what is in it. */
export const cookMinutesOf = (model: SeasonModel, load: Pick<PlanLoad, 'portions'>): number =>
  load.portions.reduce((most, p) => Math.max(most, model.lots[p.lot]?.cookMin ?? 0), 0)

export const jarsOf = (load: PlanLoad): number => load.portions.reduce((n, p) => n + p.jars, 0)

export function timesOf(model: SeasonModel, load: PlanLoad): LoadTimes {
  const canner = model.canners[load.canner]
  if (!canner) throw new RangeError('a load names a canner the model does not have')
  const prep = load.portions.reduce(
    (m, p) => m + p.jars * (model.lots[p.lot]?.prepMinPerJar ?? 0),
    0,
  )
  const minutes = processMinutesOf(model, load)
  return loadTimes(
    load.canner,
    canner.stageMinutes,
    jarsOf(load),
    prep,
    minutes,
    cookMinutesOf(model, load),
  )
}

/** A load that stays as a day sheet sees it: of one at the stove, what is left of it. */
export function fixedLoad(model: SeasonModel, fixed: FixedLoad, at: number): DayLoad | undefined {
  const canner = model.canners[fixed.canner]
  if (!canner) return undefined
  const whole = dayLoadOf({
    ...fixed,
    id: `fixed ${at}`,
    cannerId: canner.id,
    canBy: '',
    stageMinutes: canner.stageMinutes,
  })
  return (fixed.at && runningLoad(whole, fixed.at)) ?? whole
}

function sheetTimes(canner: number, { stages }: DayLoad): LoadTimes {
  const { prepare, cook, fill, ...run } = stages
  return {
    canner,
    hands: prepare + fill,
    run: Object.values(run).reduce((a, b) => a + b, 0),
    ...(cook > 0 ? { cook } : {}),
  }
}

/** Times of a load that stays: of one at the stove, of what is left of it. Undefined without its canner. */
export function timesOfFixed(model: SeasonModel, fixed: FixedLoad): LoadTimes | undefined {
  const load = fixedLoad(model, fixed, 0)
  return load && sheetTimes(fixed.canner, load)
}

/** Times of the loads that stay, by day. */
export function fixedTimes(model: SeasonModel): readonly (readonly LoadTimes[])[] {
  const byDay: LoadTimes[][] = model.days.map(() => [])
  for (const f of model.fixed) {
    const times = timesOfFixed(model, f)
    if (times) byDay[f.day]?.push(times)
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
  let faded = 0
  let over = 0
  for (const load of plan.loads) {
    const minutes = processMinutesOf(model, load)
    for (const p of load.portions) {
      const lot = model.lots[p.lot]
      if (!lot) continue
      faded += p.jars * fade(lot, load.day)
      over += p.jars * (minutes - (lot.processes[load.canner]?.minutes ?? minutes))
    }
  }
  const worth = new Worth(model)
  const left = openOf(model, plan, worth)
  const sum = (of: readonly number[]): number => of.reduce((a, b) => a + b, 0)
  const [lost, spare] = [sum(left.lost), sum(left.spare)]
  const days = dayParts(model, plan)
  const portions = plan.loads.reduce((n, l) => n + l.portions.length, 0)
  const moved = jarsMoved(model, plan)
  const w = weightsOf(model)
  const total =
    worth.cost(left.open) +
    faded * WEIGHTS.quality +
    plan.loads.length * WEIGHTS.load +
    over * WEIGHTS.over +
    portions * w.portion +
    moved * w.moved +
    days.total
  const { total: _days, ...ofDays } = days
  return { lost, spare, faded, loads: plan.loads.length, portions, over, moved, ...ofDays, total }
}

/** What a plan's days come to, and their part of the weighed sum. */
function dayParts(model: SeasonModel, plan: SeasonPlan) {
  const w = weightsOf(model)
  const lengths = dayLengths(model, plan)
  const fixed = new Set(model.fixed.map((f) => f.day))
  const foods = model.days.map(() => new Set<string>())
  for (const load of plan.loads)
    for (const p of load.portions) foods[load.day]?.add(model.lots[p.lot]?.foodId ?? '')
  const parts = { days: 0, late: 0, lateDays: 0, foods: 0, longest: 0, inARow: 0, total: 0 }
  let run = 0
  for (const [d, length] of lengths.entries()) {
    const open = model.days[d]?.minutes ?? 0
    const late = minutesLate(length, open)
    const own = foods[d]?.size ?? 0
    // A day that is canned on anyway costs nothing more.
    const more = own > 0 && !fixed.has(d) ? 1 : 0
    run = length > 0 ? run + 1 : 0
    const row = Math.max(0, run - 1)
    parts.days += more
    parts.late += late
    parts.lateDays += late > 0 ? 1 : 0
    parts.foods += foodsBeyond(own)
    parts.longest = Math.max(parts.longest, length)
    parts.inARow += row
    parts.total +=
      more * w.day + foodsBeyond(own) * w.food + row * w.inARow + lengthCost(w, length, open)
  }
  return parts
}

/** Jars of a plan that are on another day than in the one people have. */
function jarsMoved(model: SeasonModel, plan: SeasonPlan): number {
  if (!model.before) return 0
  const had = new Map<string, number>()
  for (const b of model.before) {
    const key = `${b.lot} ${b.day}`
    had.set(key, (had.get(key) ?? 0) + b.jars)
  }
  const known = new Set(model.before.map((b) => b.lot))
  let moved = 0
  for (const load of plan.loads)
    for (const p of load.portions) {
      // A lot that is new in the plan moves nothing.
      if (!known.has(p.lot)) continue
      const key = `${p.lot} ${load.day}`
      const there = Math.min(p.jars, had.get(key) ?? 0)
      had.set(key, (had.get(key) ?? 0) - there)
      moved += p.jars - there
    }
  return moved
}

/** What one plan costs more than another, part by part. */
export const costDifference = (then: PlanCost, before: PlanCost): PlanCost => {
  const less = (part: keyof PlanCost): number => then[part] - before[part]
  return {
    ...{
      lost: less('lost'),
      spare: less('spare'),
      faded: less('faded'),
      loads: less('loads'),
      days: less('days'),
    },
    ...{ portions: less('portions'), late: less('late'), lateDays: less('lateDays') },
    ...{ over: less('over'), foods: less('foods'), longest: less('longest') },
    ...{ inARow: less('inARow'), moved: less('moved'), total: less('total') },
  }
}
