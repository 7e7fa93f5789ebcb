import { costOf } from './cost'
import { WEIGHTS, type SeasonModel, type SeasonPlan } from './model'
import { windowProgram } from './program'
import { windowOf } from './window'
import type { Solver } from './solver'

/** How far a plan can be from the best there is. */
export interface Proof {
  /** No plan of this season costs less. */
  readonly bound: number
  /** Share of the plan's cost that is not proven, 0 when it is the best. */
  readonly gap: number
  /** The gap said in whole loads: at most so many loads' worth better could exist. */
  readonly loads: number
}

/** Seconds spent on the proof: more make the bound tighter, never wrong. */
const PATIENCE_S = 5

/**
 * What no plan can beat: the whole season as one program, with the clock only as
 * far as it binds every plan, and how far branch and bound has come with it.
 * Pinned loads are in every plan.
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
  const solved = solve(program, { nodes: 100_000, gap: 0.001, seconds })
  const bound = Number.isFinite(solved.bound) ? Math.min(cost, without + solved.bound) : 0
  const gap = cost > 0 ? Math.max(0, (cost - bound) / cost) : 0
  return { bound, gap, loads: Math.floor((cost - bound) / WEIGHTS.load + 1e-6) }
}
