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

/** Somebody looked into a lot: when, who, and how long it’s good. */
export interface LotLook {
  /** ISO plain date. */
  readonly on: string
  readonly by: string
  readonly words: string
}

/** What a person says who looked, with how many days from that day it can still be canned. */
const LOOKS = [
  { words: 'today or never', days: 0 },
  { words: 'good for 3 more days', days: 3 },
  { words: 'good for another week', days: 7 },
  { words: 'good for 2 more weeks', days: 14 },
  { words: 'good for another month', days: 30 },
] as const

export type Look = (typeof LOOKS)[number]
/** Of any food that is still sound so much may be said, days. */
const ALWAYS_DAYS = 3

/** What can be said of a food: up to twice as long as it keeps in a cool place by the table. */
export const looksFor = ({ keepsDays }: Pick<Food, 'keepsDays'>): readonly Look[] =>
  LOOKS.filter(({ days }) => days <= Math.max(ALWAYS_DAYS, 2 * keepsDays.cool))

/**
 * A lot after a look: that person's judgement goes before the table's estimate, either way.
 * @param today ISO plain date of the look.
 */
export const afterLook = (
  { words, days }: Look,
  today: string,
  by: string,
): { readonly canBy: string; readonly looked: LotLook } => ({
  canBy: addDays(today, days),
  looked: { on: today, by, words },
})

/** How long somebody says that a lot still ripens, days. */
export const RIPENS_IN = [
  { words: 'ripe now', days: 0 },
  { words: 'ripe in 2 days', days: 2 },
  { words: 'ripe in 4 days', days: 4 },
  { words: 'ripe in a week', days: 7 },
] as const

/**
 * A lot that still ripens: nothing of it is canned before that day, and from then on it keeps
 * as long as the food does.
 * @param today ISO plain date of the look.
 */
export function afterRipening(
  food: Food,
  lot: { readonly canBy: string; readonly storage: Storage },
  days: number,
  today: string,
): { readonly readyFrom: string | null; readonly canBy: string } {
  const ready = addDays(today, days)
  const keeps = canBy(food, ready, lot.storage)
  return {
    readyFrom: days === 0 ? null : ready,
    canBy: keeps > lot.canBy ? keeps : lot.canBy,
  }
}
