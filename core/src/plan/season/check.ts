import { capacityFor, minimumFor } from '../../load/capacity'
import { dayLengths, jarsOf } from './cost'
import { drawnFrom } from './shortage'
import { MOST_OVER_MIN, type PlanLoad, type SeasonModel, type SeasonPlan } from './model'

export type PlanFault =
  | 'no-lot'
  | 'refused'
  | 'pressures-differ'
  | 'over-processed'
  | 'capacity'
  | 'minimum'
  | 'not-here'
  | 'untested'
  | 'past-can-by'
  | 'closed'
  | 'too-long'
  | 'too-many-jars'
  | 'no-supplies'

/** What keeps a plan from being done, on the day it concerns. */
export interface PlanComplaint {
  readonly fault: PlanFault
  readonly day: number
  /** Minutes too long, jars too many, pieces short. */
  readonly by: number
}

/** Everything that keeps a plan from being done; empty when it can be done as it stands. */
export function complaintsOf(model: SeasonModel, plan: SeasonPlan): readonly PlanComplaint[] {
  return [
    ...plan.loads.flatMap((load) => loadFaults(model, load)),
    ...dayFaults(model, plan),
    ...lotFaults(model, plan),
    ...supplyFaults(model, plan),
  ]
}

function loadFaults(model: SeasonModel, load: PlanLoad): PlanComplaint[] {
  const { day } = load
  const canner = model.canners[load.canner]
  const lots = load.portions.map((p) => model.lots[p.lot])
  const faults: PlanComplaint[] = []
  const say = (fault: PlanFault, by = 0): void => void faults.push({ fault, day, by })
  const [first] = lots
  if (!canner || !first || lots.some((l) => !l)) return [{ fault: 'no-lot', day, by: 0 }]
  const processes = lots.flatMap((l) => l?.processes[load.canner] ?? [])
  if (processes.length < lots.length) say('refused')
  if (lots.some((l) => l?.jar !== first.jar || l.mouth !== first.mouth)) say('capacity')
  if (new Set(processes.map((p) => p.psi)).size > 1) say('pressures-differ')
  const minutes = processes.map((p) => p.minutes)
  const over = Math.max(0, ...minutes) - Math.min(...minutes)
  if (over > MOST_OVER_MIN) say('over-processed', over)
  const jars = jarsOf(load)
  const capacity = capacityFor(canner.capacity, first.jar, first.mouth)
  if (jars > capacity) say('capacity', jars - capacity)
  const least = minimumFor(canner.minimum, first.jar)
  if (jars < least) say('minimum', least - jars)
  if (lots.some((l) => l && day < l.arrived)) say('not-here')
  if (day < (canner.from ?? 0)) say('untested')
  if (lots.some((l) => l && day > l.due)) say('past-can-by')
  return faults
}

function dayFaults(model: SeasonModel, plan: SeasonPlan): PlanComplaint[] {
  const used = new Set(plan.loads.map((l) => l.day))
  return dayLengths(model, plan).flatMap((length, day): PlanComplaint[] => {
    if (!used.has(day)) return []
    const open = model.days[day]?.minutes ?? 0
    if (open <= 0) return [{ fault: 'closed', day, by: 0 }]
    const by = length - open - model.lateMinutes
    return by > 1e-6 ? [{ fault: 'too-long', day, by: Math.ceil(by - 1e-6) }] : []
  })
}

function lotFaults(model: SeasonModel, plan: SeasonPlan): PlanComplaint[] {
  const placed = new Map<number, number>()
  for (const load of plan.loads)
    for (const p of load.portions) placed.set(p.lot, (placed.get(p.lot) ?? 0) + p.jars)
  return [...placed].flatMap(([lot, jars]): PlanComplaint[] => {
    const by = jars - (model.lots[lot]?.jars ?? 0)
    return by > 0 ? [{ fault: 'too-many-jars', day: 0, by }] : []
  })
}

function supplyFaults(model: SeasonModel, plan: SeasonPlan): PlanComplaint[] {
  return shortfalls(model, plan).map(({ day, by }) => ({ fault: 'no-supplies', day, by }))
}

/** Where a plan draws more of a supply than there is by then: the first such day of each line. */
function shortfalls(model: SeasonModel, plan: SeasonPlan): { day: number; by: number }[] {
  return model.supplies.flatMap((line) => {
    const fixed = drawnFrom(model, { loads: [] }, line)
    let sum = 0
    let ours = 0
    for (const [day, n] of drawnFrom(model, plan, line).entries()) {
      sum += n
      ours += n - (fixed[day] ?? 0)
      // What only the loads at the stove draw too much is not the plan's fault.
      const by = sum - (line.stock[day] ?? 0)
      if (ours > 0 && by > 1e-6) return [{ day, by }]
    }
    return []
  })
}
