import { costOf } from '../../../src/plan/season/cost'
import type { SeasonModel, SeasonPlan } from '../../../src/plan/season/model'
import { windowProgram } from './program'
import { windowOf } from './window'
import type { Solver } from './solver'

/** How far a plan can be from the best there is. */
export interface Proof {
  /** No plan of this season costs less. */
  readonly bound: number
  /** Share of the plan's cost that is not proven, 0 when it is the best. */
  readonly gap: number
}

/** Seconds spent on the proof: more make the bound tighter, never wrong. */
const PATIENCE_S = 5
/** Seconds for the relaxation, below which no bound falls. */
const RELAXED_S = 20
/**
 * What no plan can beat: the whole season as one program, with the clock only as
 * far as it binds every plan; its relaxation, and how far branch and bound has come
 * beyond that. Pinned loads are in every plan.
 */
export function proveBound(
  model: SeasonModel,
  plan: SeasonPlan,
  solve: Solver,
  seconds = PATIENCE_S,
): Proof {
  const kept = { loads: plan.loads.filter((l) => l.pinned) }
  const days = model.days.map((_, d) => d)
  const { window } = windowOf(model, kept.loads, days, Infinity)
  const { program } = windowProgram(model, window, true)
  const cost = costOf(model, plan).total
  const without = costOf(model, kept).total
  const limits = { nodes: 100_000, gap: 0.001 }
  // Branch and bound that is stopped early may not even have come so far.
  const relaxed = solve(program, { ...limits, seconds: RELAXED_S, relaxed: true })
  const solved = solve(program, { ...limits, seconds })
  const best = Math.max(relaxed.bound, Number.isFinite(solved.bound) ? solved.bound : -Infinity)
  const bound = Number.isFinite(best) ? Math.max(0, Math.min(cost, without + best)) : 0
  return { bound, gap: cost > 0 ? (cost - bound) / cost : 0 }
}
