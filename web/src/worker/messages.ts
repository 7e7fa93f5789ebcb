import type {
  PlanCost,
  PlanLoad,
  Proof,
  SeasonPlan,
  SeasonRecords,
  WhatIf,
  DayKitchen,
  DayLoad,
  DayDoesNotFit,
  DaySheet,
} from '@kelvit/core'

/** What the season worker is asked: plan thoroughly, compare with doing it by hand, or answer what-ifs. */
export type SeasonAsk =
  | {
      readonly kind: 'plan'
      readonly records: SeasonRecords
      readonly pinned: readonly PlanLoad[]
      /** The plan that stands: the answer is never worse. */
      readonly from: readonly PlanLoad[]
      readonly seed: number
    }
  | {
      readonly kind: 'by-hand'
      readonly records: SeasonRecords
      readonly pinned: readonly PlanLoad[]
    }
  | {
      readonly kind: 'what-if'
      readonly records: SeasonRecords
      readonly pinned: readonly PlanLoad[]
      readonly asks: readonly WhatIf[]
    }

export interface Answer {
  readonly plan: SeasonPlan
  readonly cost: PlanCost
}

export type SeasonWord =
  | { readonly kind: 'progress'; readonly done: number; readonly of: number; readonly best: Answer }
  | { readonly kind: 'planned'; readonly best: Answer; readonly proof: Proof }
  | { readonly kind: 'by-hand'; readonly cost: PlanCost }
  /** The answer to one what-if; null is the season as it stands, planned with the same effort. */
  | { readonly kind: 'supposed'; readonly ask: WhatIf | null; readonly best: Answer }
  | { readonly kind: 'supposed-all' }
  | { readonly kind: 'failed'; readonly sentence: string }

export interface DayAsk {
  readonly number: number
  readonly loads: readonly DayLoad[]
  readonly kitchen: DayKitchen
  /** How far past closing the day may run when it does not fit otherwise, minutes. */
  readonly late: number
}
export interface DayWord {
  readonly number: number
  readonly sheet: DaySheet | DayDoesNotFit
  /** Whether a better one may still come. */
  readonly last: boolean
}
