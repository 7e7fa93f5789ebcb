import type { JarSize } from '@kelvit/core'

/** What the house eats of a food, kept per food. */
export interface NeedRow {
  readonly id: string
  readonly foodId: string
  readonly formId: string
  readonly jar: JarSize
  readonly jarsPerMeal: number
  readonly mealsPerWeek: number
  readonly freshMonths: readonly number[]
  readonly nextHarvestOn: string
  readonly certainty: 0.5 | 0.8 | 0.9 | 0.95
  readonly version: number
}
