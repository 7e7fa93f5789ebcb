import { complaintsOf, type PlanComplaint } from './check'
import { costDifference, costOf, type PlanCost } from './cost'
import { overruns } from './fit-days'
import type { PlanLoad, SeasonModel, SeasonPlan } from './model'
import { openOf } from './worth'

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

/**
 * The best later day for a load that is not run on its own: with all its jars, before any of
 * them spoils, and with nothing that keeps that day from being done.
 * @returns null where there is none.
 */
export function laterFor(model: SeasonModel, plan: SeasonPlan, load: PlanLoad): Moved | null {
  const due = Math.min(...load.portions.map((p) => model.lots[p.lot]?.due ?? 0))
  const jars = (l: PlanLoad | undefined): number => l?.portions.reduce((n, p) => n + p.jars, 0) ?? 0
  let best: Moved | null = null
  for (let day = load.day + 1; day <= due && day < model.days.length; day++)
    for (const canner of model.canners.keys()) {
      const moved = moveLoad(model, plan, load, { day, canner })
      const put = moved.plan.loads.at(-1)
      if (moved.complaints.length > 0 || put?.id !== load.id || jars(put) < jars(load)) continue
      if (!best || moved.change.total < best.change.total) best = moved
    }
  return best
}

/** Why jars cannot stay on their day, or, where they could, that others need the room or it is better. */
export type MoveReason =
  | 'closed'
  | 'can-by'
  | 'untested'
  | 'too-long'
  | 'short'
  | 'room'
  | 'new-jars'
  | 'gone'
  | 'left-out'
  | 'not-wanted'

/** Jars of a lot that one plan has on a day and another has elsewhere. */
export interface JarMove {
  readonly lotId: string
  readonly jars: number
  /** ISO days; null where they are in no load. */
  readonly from: string | null
  readonly to: string | null
  readonly why: MoveReason
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
  beforePlan: SeasonPlan,
  afterPlan: SeasonPlan,
): readonly JarMove[] {
  const before = datedPortions(model, beforePlan)
  const after = datedPortions(model, afterPlan)
  const faults = faultsOf(model, beforePlan)
  const { lost } = openOf(model, afterPlan)
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
        moves.push({ lotId, jars: n, from, to, why: whyMoved(model, faults, lotId, from) })
        take(is, to, n)
        left -= n
      }
      if (left > 0)
        moves.push({ lotId, jars: left, from, to: null, why: whyGone(model, lost, lotId) })
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

/** What keeps the loads of a day there from being done, by day. */
function faultsOf(model: SeasonModel, plan: SeasonPlan): ReadonlyMap<number, MoveReason> {
  const faults = new Map<number, MoveReason>()
  for (const day of overruns(model, plan).keys()) faults.set(day, 'too-long')
  for (const { fault, day } of complaintsOf(model, plan)) {
    const reason = REASONS[fault]
    if (reason) faults.set(day, reason)
  }
  return faults
}

const REASONS: Readonly<Partial<Record<PlanComplaint['fault'], MoveReason>>> = {
  closed: 'closed',
  untested: 'untested',
  'too-long': 'too-long',
  'no-supplies': 'short',
}

function whyMoved(
  model: SeasonModel,
  faults: ReadonlyMap<number, MoveReason>,
  lotId: string,
  from: string,
): MoveReason {
  const day = model.days.findIndex((d) => d.date === from)
  const lot = model.lots.find((l) => l.id === lotId)
  if (day < 0 || (model.days[day]?.minutes ?? 0) <= 0) return 'closed'
  if (lot && (day > lot.due || day < lot.arrived)) return 'can-by'
  return faults.get(day) ?? 'room'
}

/** Why jars are in no load any more: the lot is gone, they find no place, or nobody needs them. */
function whyGone(model: SeasonModel, lost: readonly number[], lotId: string): MoveReason {
  const lot = model.lots.findIndex((l) => l.id === lotId)
  if (lot < 0) return 'gone'
  return (lost[lot] ?? 0) > 0 ? 'left-out' : 'not-wanted'
}
