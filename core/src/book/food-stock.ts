import type { Book, BookJar, BookNeed } from './book'
import { adviceOn, forecast, useRate, type Advice, type Forecast } from './forecast'
import { jarsAWeek } from './needs'
import { mayBeEaten } from './shelf'

/** Jars of one food that were eaten in each whole week of record, the latest first. */
export interface WeeksOfFood {
  readonly foodId: string
  readonly weeks: readonly number[]
}

/** One food on the shelf: how much, how fast it goes, and how that ends. */
export interface FoodStock<J> {
  readonly foodId: string
  /** Jars that may be eaten. */
  readonly jars: readonly J[]
  /** Jars a week by the needs; null where they say nothing of it. */
  readonly planned: number | null
  /** Jars a week it reckons with; null where nothing is known. */
  readonly rate: number | null
  /** Whole weeks of record it is made of. */
  readonly weeksOfRecord: number
  /** Null where nobody knows how fast it is eaten. */
  readonly forecast: Forecast | null
  readonly advice: readonly Advice[]
  readonly need: BookNeed | undefined
}

/** The shelf food by food, those that go wrong soonest first. */
export function foodStocks<J extends BookJar>(
  book: Pick<Book, 'needs' | 'today'> & { readonly jars: readonly J[] },
  use: readonly WeeksOfFood[],
): readonly FoodStock<J>[] {
  const foods = [...new Set(book.jars.filter(mayBeEaten).map((j) => j.foodId))]
  return foods
    .map((foodId) => foodStock(book, use, foodId))
    .sort(
      (a, b) =>
        (b.forecast?.late ?? -1) - (a.forecast?.late ?? -1) || a.foodId.localeCompare(b.foodId),
    )
}

/** One food on the shelf. */
export function foodStock<J extends BookJar>(
  book: Pick<Book, 'needs' | 'today'> & { readonly jars: readonly J[] },
  use: readonly WeeksOfFood[],
  foodId: string,
): FoodStock<J> {
  const jars = book.jars.filter((j) => j.foodId === foodId && mayBeEaten(j))
  const need = book.needs.find((n) => n.foodId === foodId)
  const planned = need ? jarsAWeek(need) : null
  const weeks = use.find((u) => u.foodId === foodId)?.weeks ?? []
  const rate = useRate(weeks, planned)
  const ahead =
    rate === null
      ? null
      : forecast(
          jars.map((j) => j.bestBy),
          book.today,
          rate,
        )
  return {
    foodId,
    jars,
    planned,
    rate,
    weeksOfRecord: weeks.length,
    forecast: ahead,
    advice: ahead ? adviceOn(ahead, need) : [],
    need,
  }
}

/** The needs and what is really eaten lie so far apart that one of them ought to change. */
const APART = 0.25

/** Whether the needs say something else than what is really eaten; never on a short record. */
export const needsDiffer = (
  s: Pick<FoodStock<unknown>, 'planned' | 'rate' | 'weeksOfRecord'>,
): boolean =>
  s.planned !== null &&
  s.rate !== null &&
  s.weeksOfRecord >= 8 &&
  Math.abs(s.rate - s.planned) > APART * Math.max(s.planned, s.rate)

/** Jars of a food that will pass their best before their turn comes, and when the first does. */
export interface TooMany {
  readonly foodId: string
  readonly jars: number
  readonly by: string
}

/** What there is too much of, by the reckoning of how long each food lasts; the soonest first. */
export const tooManyOf = (stocks: readonly FoodStock<unknown>[]): readonly TooMany[] =>
  stocks
    .flatMap(({ foodId, forecast }) =>
      forecast && forecast.lateFrom !== null
        ? [{ foodId, jars: forecast.late, by: forecast.lateFrom }]
        : [],
    )
    .sort((a, b) => a.by.localeCompare(b.by))
