import { foodOf, shortName } from '@kelvit/core'

/** A food as a label has room for it. */
export const foodName = (foodId: string): string =>
  foodId === 'untested' ? 'Untested' : shortName(foodOf(foodId) ?? { name: foodId })
