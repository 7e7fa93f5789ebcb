import type { SeasonPortion } from '@kelvit/contract'
import { countJars, foodOf, formOf, saidName } from '@kelvit/core'

/** "7 quarts of snap beans, 2 quarts of carrots". */
export const portionWords = (
  portions: readonly Pick<SeasonPortion, 'formId' | 'jar' | 'jars'>[],
): string =>
  portions
    .map((p) => {
      const food = formOf(p.formId)?.food ?? foodOf(p.formId) ?? { name: p.formId }
      return `${countJars(p.jars, p.jar)} of ${saidName(food)}`
    })
    .join(', ')
