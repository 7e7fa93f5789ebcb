import { REFUSED_SOURCE } from './data/refused'
import type { Refusal, RefusalReason, RefusedFood } from './data/types'

export const refuse = (
  reason: RefusalReason,
  sentence: string,
  instead: readonly string[],
  source: string,
): Refusal => ({ outcome: 'refused', reason, sentence, instead, source })

/** The refusal of a food that is listed as having no tested process. */
export const refuseFood = (
  food: RefusedFood,
  reason: RefusalReason = 'no-tested-process',
): Refusal => refuse(reason, `${food.name}: ${food.reason}`, food.instead, REFUSED_SOURCE)
