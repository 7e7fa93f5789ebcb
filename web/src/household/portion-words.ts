import type { SeasonPortion } from '@kelvit/contract'
import { countJars, portionFood, saidFood } from '@kelvit/core'

/** "7 quarts of snap beans, 2 quarts of carrots". */
export const portionWords = (
  portions: readonly Pick<SeasonPortion, 'formId' | 'jar' | 'jars' | 'jarOf'>[],
): string =>
  portions.map((p) => `${countJars(p.jars, p.jar)} of ${saidFood(portionFood(p))}`).join(', ')
