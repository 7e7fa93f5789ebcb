import { foodOf, mixedNameOf, shortName } from '@kelvit/core'

/** A food as a label has room for it. */
export const foodName = (foodId: string): string =>
  foodId === 'untested'
    ? 'Untested'
    : (mixedNameOf(foodId) ?? shortName(foodOf(foodId) ?? { name: foodId }))
