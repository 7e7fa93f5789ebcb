import { addDays } from '../time/dates'
import { beliefOf } from '../harvest/estimate'
import { wantedFor, type Wanted } from '../harvest/wanted'
import { formOf } from '../method/foods'
import { portionFood, tableFood } from '../method/food-name'
import { quartsOf } from '../method/jar-size'
import { foodIdOf } from '../method/mixed-name'
import { isOpenLot, type JarSize } from '../words'
import type { Book, BookNeed } from './book'
import { jarsToCome } from './lots'
import {
  balanceOf,
  coverage,
  goodInTime,
  type Balance,
  type Coming,
  type CoverageWeek,
} from './needs'
import { mayBeEaten } from './shelf'

export interface NeedView<N extends BookNeed = BookNeed> {
  readonly need: N
  /** The harvest until which jars are counted; ISO plain date, see `harvestAfter`. */
  readonly until: string
  readonly balance: Balance
  readonly weeks: readonly CoverageWeek[]
  /** Produce for what is still to can; null when nothing is, or the form is not in the tables. */
  readonly wanted: Wanted | null
}

type NeedBook = Pick<Book, 'jars' | 'lots' | 'loads' | 'yields' | 'today'>

/**
 * What a need comes to: jars on the shelf that will still be good, those to come, still
 * to can, and the year's coverage. Counts in the need's own jar size, others by volume.
 */
export function viewNeed<N extends BookNeed>(need: N, book: NeedBook): NeedView<N> {
  const { today } = book
  const until = harvestAfter(need, book)
  const eaten = { ...need, nextHarvestOn: until }
  const found = formOf(need.formId)
  const food = tableFood(need)
  const asJars = (size: JarSize, n: number): number => (n * quartsOf(size)) / quartsOf(need.jar)
  const shelf = book.jars
    .filter((j) => j.foodId === need.foodId && mayBeEaten(j))
    .map((j) => ({ bestBy: j.bestBy, jars: asJars(j.jar, 1) }))
  const coming = [...lotsToCome(need, book, asJars), ...standingJars(need, book, asJars)]
  const planned = coming.filter((c) => c.onDate <= until).reduce((n, c) => n + c.jars, 0)
  const good = Math.floor(goodInTime(need, today, shelf) + 1e-9)
  const balance = balanceOf(eaten, today, good, Math.floor(planned))
  const belief = found && beliefOf(found.form, book.yields, today)
  return {
    need,
    until,
    balance,
    weeks: coverage(need, today, shelf, coming),
    wanted:
      found && food && belief && balance.toCan > 0
        ? wantedFor(balance.toCan, need.jar, belief, need.certainty, food, found.form)
        : null,
  }
}

/** A harvest that begins in so many days is this season's, if its lots are on the way. */
const COMING_DAYS = 45

/**
 * The harvest until which the jars of this season must last. Where its own day is over, or
 * what comes in now is that harvest, it is the one a year later.
 * @returns ISO plain date.
 */
export function harvestAfter(
  need: Pick<BookNeed, 'foodId' | 'nextHarvestOn'>,
  { today, lots }: Pick<Book, 'today' | 'lots'>,
): string {
  const coming = lots.filter((l) => foodIdOf(l.foodId, l.jarOf) === need.foodId && isOpenLot(l))
  let day = need.nextHarvestOn
  const isNow = (): boolean =>
    day <= today || coming.some((l) => day <= l.canBy && day <= addDays(today, COMING_DAYS))
  while (isNow()) day = addDays(day, YEAR_DAYS)
  return day
}
const YEAR_DAYS = 365

type AsJars = (size: JarSize, n: number) => number

/** Jars of the food's open lots, by their can-by: what is in jars already is counted where it stands. */
const lotsToCome = (need: BookNeed, book: NeedBook, asJars: AsJars): readonly Coming[] =>
  book.lots
    .filter((l) => foodIdOf(l.foodId, l.jarOf) === need.foodId && isOpenLot(l))
    .map((l) => ({
      onDate: l.canBy < book.today ? book.today : l.canBy,
      jars: asJars(l.jar, jarsToCome(book, l)),
    }))

/** Jars of the food that are in a canner or stand on the board, unless they count as not processed. */
function standingJars(need: BookNeed, book: NeedBook, asJars: AsJars): readonly Coming[] {
  const jars = book.loads
    .filter((l) => l.stage !== 'checked' && l.stage !== 'aborted' && l.stage !== 'planned')
    .filter((l) => l.judgement?.verdict !== 'not-processed')
    .flatMap((l) => l.portions)
    .filter((p) => portionFood(p) === need.foodId)
    .reduce((n, p) => n + asJars(p.jar, p.filled ?? 0), 0)
  return jars > 0 ? [{ onDate: book.today, jars }] : []
}

/** Share of the year's meals from jars that are covered by shelf or plan, 0 to 1; null when nothing is eaten. */
export function coveredShare(views: readonly Pick<NeedView, 'weeks'>[]): number | null {
  const weeks = views.flatMap((v) => v.weeks).filter((w) => w.kind !== 'fresh')
  return weeks.length === 0 ? null : weeks.filter((w) => w.kind !== 'gap').length / weeks.length
}
