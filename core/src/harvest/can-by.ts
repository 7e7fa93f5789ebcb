import type { Storage } from '../words'
import { addDays } from '../time/dates'
import type { Food } from '../method/data/types'

/**
 * The last day a lot should be canned: arrival plus the days the food keeps at
 * room or cool, an estimate. Under a day means the day it came in.
 * @param arrivedOn ISO plain date.
 */
export const canBy = (food: Food, arrivedOn: string, storage: Storage): string =>
  addDays(arrivedOn, food.keepsDays[storage])
