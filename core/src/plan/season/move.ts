import { complaintsOf, type PlanComplaint } from './check'
import { costDifference, costOf, type PlanCost } from './cost'
import type { PlanLoad, SeasonModel, SeasonPlan } from './model'

/** What it would mean to put a load on another day or canner. */
export interface Moved {
  readonly plan: SeasonPlan
  /** Cost after, less cost before: jars lost, quality, minutes and the rest. */
  readonly change: PlanCost
  /** What then keeps the plan from being done, as it was not before. */
  readonly complaints: readonly PlanComplaint[]
}

/**
 * A plan with one load put elsewhere and pinned there; jars that are not in the
 * house yet or past their can-by on that day stay out of it and count as lost.
 */
export function moveLoad(
  model: SeasonModel,
  plan: SeasonPlan,
  load: PlanLoad,
  to: { readonly day: number; readonly canner: number },
): Moved {
  const portions = load.portions.filter((p) => {
    const lot = model.lots[p.lot]
    return lot && to.day >= lot.arrived && to.day <= lot.due
  })
  const others = plan.loads.filter((l) => l !== load)
  const put: PlanLoad = { ...load, ...to, portions, pinned: true }
  const after = { loads: portions.length > 0 ? [...others, put] : others }
  return {
    plan: after,
    change: costDifference(costOf(model, after), costOf(model, plan)),
    complaints: complaintsOf(model, after).filter(
      (c) => c.day === to.day || c.fault === 'too-many-jars' || c.fault === 'no-supplies',
    ),
  }
}

/** Jars of a lot that one plan has on a day and another has elsewhere. */
export interface JarMove {
  readonly lotId: string
  readonly jars: number
  /** ISO days; null where they are in no load. */
  readonly from: string | null
  readonly to: string | null
  readonly why: 'closed' | 'can-by' | 'new-jars' | 'gone' | 'fuller' | 'left-out'
}

/** A portion by lot and day, as it is stored. */
export interface DatedPortion {
  readonly lotId: string
  readonly onDate: string
  readonly jars: number
}

/** Every portion of a plan with its day. */
export const datedPortions = (model: SeasonModel, plan: SeasonPlan): readonly DatedPortion[] =>
  plan.loads.flatMap((load) =>
    load.portions.map((p) => ({
      lotId: model.lots[p.lot]?.id ?? '',
      onDate: model.days[load.day]?.date ?? '',
      jars: p.jars,
    })),
  )

/** What is on another day in a new plan, lot by lot, and why as far as the model tells. */
export function movesBetween(
  model: SeasonModel,
  before: readonly DatedPortion[],
  after: readonly DatedPortion[],
): readonly JarMove[] {
  const lots = new Set([...before, ...after].map((p) => p.lotId))
  return [...lots].flatMap((lotId) => {
    const was = byDay(before.filter((p) => p.lotId === lotId))
    const is = byDay(after.filter((p) => p.lotId === lotId))
    for (const [on, jars] of was) {
      const same = Math.min(jars, is.get(on) ?? 0)
      take(was, on, same)
      take(is, on, same)
    }
    const moves: JarMove[] = []
    for (const [from, jars] of was) {
      let left = jars
      for (const [to, room] of is) {
        const n = Math.min(left, room)
        if (n === 0) continue
        moves.push({ lotId, jars: n, from, to, why: whyMoved(model, lotId, from) })
        take(is, to, n)
        left -= n
      }
      if (left > 0) moves.push({ lotId, jars: left, from, to: null, why: whyGone(model, lotId) })
    }
    for (const [to, jars] of is) moves.push({ lotId, jars, from: null, to, why: 'new-jars' })
    return moves
  })
}

function byDay(portions: readonly DatedPortion[]): Map<string, number> {
  const days = new Map<string, number>()
  for (const p of portions) days.set(p.onDate, (days.get(p.onDate) ?? 0) + p.jars)
  return days
}

function take(days: Map<string, number>, on: string, jars: number): void {
  const left = (days.get(on) ?? 0) - jars
  if (left > 0) days.set(on, left)
  else days.delete(on)
}

function whyMoved(model: SeasonModel, lotId: string, from: string): JarMove['why'] {
  const day = model.days.findIndex((d) => d.date === from)
  const lot = model.lots.find((l) => l.id === lotId)
  if (day < 0 || (model.days[day]?.minutes ?? 0) <= 0) return 'closed'
  if (lot && (day > lot.due || day < lot.arrived)) return 'can-by'
  return 'fuller'
}

const whyGone = (model: SeasonModel, lotId: string): JarMove['why'] =>
  model.lots.some((l) => l.id === lotId) ? 'left-out' : 'gone'
