import type {
  DayDoesNotFit,
  DayKitchen,
  DayLoad,
  DaySheet,
  PlanCost,
  PlanLoad,
  PlanStep,
  SeasonPlan,
  SeasonRecords,
  WhatIf,
} from '@kelvit/core'

export interface Answer {
  readonly plan: SeasonPlan
  readonly cost: PlanCost
}

/**
 * Where a page listens while a worker works. What is said and what is answered take different
 * ways, and no browser keeps an order between them: before it answers, a worker waits until the
 * last thing it said was heard.
 */
export type Hear<T> = (said: T) => void | Promise<void>

/** How far a search is, with the best it has. */
export interface SearchProgress {
  readonly done: number
  readonly of: number
  readonly best: Answer
}

/** An answer to one what-if; null is the season as it stands, planned with the same effort. */
export interface Supposition {
  readonly ask: WhatIf | null
  readonly best: Answer
}

/** A plan to take, and what would make it better but moves more jars. */
export interface Planned {
  readonly best: Answer
  readonly steps: readonly PlanStep[]
}

/** What the season worker does, called from pages. It throws with a sentence. */
export interface SeasonWork {
  /**
   * Plans thoroughly. Where there is a plan, the answer is that one with as little changed as
   * may be, and what would make it better in steps; it is never worse than the plan that stands.
   */
  plan(
    ask: {
      readonly records: SeasonRecords
      readonly pinned: readonly PlanLoad[]
      readonly from: readonly PlanLoad[]
      readonly seed: number
    },
    hear: Hear<SearchProgress>,
  ): Promise<Planned>
  /** What doing it by hand would cost. */
  byHand(ask: {
    readonly records: SeasonRecords
    readonly pinned: readonly PlanLoad[]
  }): Promise<PlanCost>
  /** Answers what-ifs on copies, each as soon as it is known. */
  whatIf(
    ask: {
      readonly records: SeasonRecords
      readonly pinned: readonly PlanLoad[]
      readonly asks: readonly WhatIf[]
    },
    hear: Hear<Supposition>,
  ): Promise<void>
}

/** What the day worker does. */
export interface DayWork {
  /**
   * The day sheet: a good one at once through `hear`, then the best.
   * @param late how far past closing the day may run when it does not fit otherwise, minutes.
   */
  sheet(
    loads: readonly DayLoad[],
    kitchen: DayKitchen,
    late: number,
    hear: Hear<DaySheet>,
  ): Promise<DaySheet | DayDoesNotFit>
}
