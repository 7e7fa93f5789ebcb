import { Board } from '../../../src/plan/season/board'
import type { PlanLoad, SeasonModel } from '../../../src/plan/season/model'

/** A window is only worth changing for more than this much cost. */
const LEAST_GAIN = 0.5

/** What of a season is decided anew: some days, with the jars that are to be placed on them. */
export interface Window {
  readonly days: readonly number[]
  /** Jars of each lot that are open to these days. */
  readonly jars: readonly number[]
  /** Loads on these days that stay. */
  readonly kept: readonly PlanLoad[]
  /** What the window cost until now, against leaving it empty: only better answers count. */
  readonly atMost?: number
  /** Pieces of each supply line that may be drawn up to each day of the season, without what is drawn elsewhere. */
  readonly supply: readonly (readonly number[])[]
}

/** A window over some days of a plan: their loose loads are taken off and decided anew. */
export function windowOf(
  model: SeasonModel,
  plan: readonly PlanLoad[],
  days: readonly number[],
  cost: number,
): { readonly window: Window; readonly rest: readonly PlanLoad[] } {
  const inside = new Set(days)
  const rest = plan.filter((l) => !inside.has(l.day) || l.pinned)
  const board = new Board(model)
  for (const load of rest) board.addWhole(load)
  return {
    window: {
      days,
      jars: [...board.open],
      kept: rest.filter((l) => inside.has(l.day)),
      supply: board.supplyLeft(),
      atMost: cost - board.cost() - LEAST_GAIN,
    },
    rest,
  }
}
