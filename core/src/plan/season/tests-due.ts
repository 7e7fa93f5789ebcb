import { jarsOf } from './cost'
import type { SeasonModel, SeasonPlan } from './model'

/** A dial that must be tested once more before some loads of a plan can run. */
export interface TestDue {
  /** The canner, by its index in the model. */
  readonly canner: number
  /** The last day for it, ISO: the one before the first of those loads. */
  readonly by: string
  readonly loads: number
  readonly jars: number
}

/**
 * Which dials a plan counts on being tested, and by when: the test on record is over by then,
 * or there is none. The earliest first.
 */
export const testsDue = (model: SeasonModel, plan: SeasonPlan): readonly TestDue[] =>
  model.canners
    .flatMap(({ testBy }, canner): TestDue[] => {
      if (testBy === undefined) return []
      const after = plan.loads.filter((l) => l.canner === canner && l.day >= testBy)
      const first = Math.min(...after.map((l) => l.day))
      const by = model.days[Math.max(0, first - 1)]?.date
      if (by === undefined) return []
      return [{ canner, by, loads: after.length, jars: after.reduce((n, l) => n + jarsOf(l), 0) }]
    })
    .sort((a, b) => a.by.localeCompare(b.by))
