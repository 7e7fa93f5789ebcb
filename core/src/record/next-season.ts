import { tableFood } from '../method/food-name'
import type { Book, BookNeed } from '../book/book'
import { foodStock, type WeeksOfFood } from '../book/food-stock'
import { viewNeed } from '../book/need-view'
import { balanceOf, goodInTime, jarsAWeek, mealsOfUse, shelfOn } from '../book/needs'
import { mayBeEaten } from '../book/shelf'
import { beliefOf } from '../harvest/estimate'
import { wantedFor, type Wanted } from '../harvest/wanted'
import { formOf } from '../method/foods'
import { quartsOf } from '../method/jar-size'
import { addDays } from '../time/dates'
import type { JarSize, Mouth } from '../words'

/** A year of weeks, days. */
const YEAR = 365

/** What the season after the next harvest asks of one food; jars are of the need's own size. */
export interface NextFood<N extends BookNeed = BookNeed> {
  readonly need: N
  /** Jars a week as the needs say, and as they are really eaten; the latter null where nothing is on record. */
  readonly planned: number
  readonly used: number | null
  /** Whole weeks of record behind it. */
  readonly weeksOfRecord: number
  /** Jars a week it reckons with. */
  readonly rate: number
  /** Weeks to cover, and the jars they take. */
  readonly weeks: number
  readonly needed: number
  /** Jars that will still be there at the harvest, and still good when their turn comes. */
  readonly stillGood: number
  readonly toCan: number
  /** Produce for it, at the need's certainty; null where nothing is to can or the form is not in the tables. */
  readonly wanted: Wanted | null
}

/** Jars or lids for all of it together. */
export interface NextGear {
  readonly jar: JarSize | null
  readonly mouth: Mouth
  readonly wanted: number
  /** Jars that are empty then, or lids that are left. */
  readonly have: number
  readonly toBuy: number
}

export interface NextSeason<N extends BookNeed = BookNeed> {
  readonly foods: readonly NextFood<N>[]
  readonly jars: readonly NextGear[]
  readonly lids: readonly NextGear[]
}

type NextBook<N extends BookNeed> = Omit<
  Pick<Book, 'jars' | 'lots' | 'loads' | 'yields' | 'needs' | 'jarGroups' | 'lidLots' | 'today'>,
  'needs'
> & { readonly needs: readonly N[] }

/**
 * Next season's targets: use × the weeks to cover, less what will still be good then
 * (formulas §11), with the produce, jars and lids that it takes. Use is what was really
 * eaten, by the needs as long as the record is short.
 */
export function nextSeason<N extends BookNeed>(
  book: NextBook<N>,
  use: readonly WeeksOfFood[],
): NextSeason<N> {
  const foods = book.needs.map((need) => nextFood(need, book, use))
  return { foods, jars: jarsToBuy(book, foods), lids: lidsToBuy(book, foods) }
}

function nextFood<N extends BookNeed>(
  need: N,
  book: NextBook<N>,
  use: readonly WeeksOfFood[],
): NextFood<N> {
  const stock = foodStock(book, use, need.foodId)
  const planned = jarsAWeek(need)
  const rate = stock.rate ?? planned
  const eaten = { ...need, mealsPerWeek: mealsOfUse(rate, need.jarsPerMeal) }
  const harvest = need.nextHarvestOn < book.today ? book.today : need.nextHarvestOn
  const after = { ...eaten, nextHarvestOn: addDays(harvest, YEAR) }
  const shelf = standing(need, book)
  const stillGood = Math.floor(
    goodInTime(after, harvest, shelfOn(eaten, book.today, shelf, harvest)) + 1e-9,
  )
  const { weeks, needed, toCan } = balanceOf(after, harvest, stillGood, 0)
  const found = formOf(need.formId)
  const food = tableFood(need)
  return {
    need,
    planned,
    used: stock.weeksOfRecord > 0 ? rate : null,
    weeksOfRecord: stock.weeksOfRecord,
    rate,
    weeks,
    needed,
    stillGood,
    toCan,
    wanted:
      found && food && toCan > 0
        ? wantedFor(
            toCan,
            need.jar,
            beliefOf(found.form, book.yields, book.today),
            need.certainty,
            food,
            found.form,
          )
        : null,
  }
}

/** The food's jars on the shelf and to come, in the need's own size, by the day they are best by. */
function standing<N extends BookNeed>(
  need: N,
  book: NextBook<N>,
): readonly { readonly bestBy: string; readonly jars: number }[] {
  const onShelf = book.jars
    .filter((j) => j.foodId === need.foodId && mayBeEaten(j))
    .map((j) => ({ bestBy: j.bestBy, jars: quartsOf(j.jar) / quartsOf(need.jar) }))
  const { planned } = viewNeed(need, book).balance
  // What is still to come this season is taken to be best for a year.
  return planned > 0 ? [...onShelf, { bestBy: addDays(book.today, YEAR), jars: planned }] : onShelf
}

/** Which mouth most of the household's jars of a size have. */
function mouthOf(book: Pick<Book, 'jarGroups'>, jar: JarSize): Mouth {
  const owned = (mouth: Mouth): number =>
    book.jarGroups
      .filter((g) => g.jar === jar && g.mouth === mouth)
      .reduce((n, g) => n + g.owned, 0)
  return owned('wide') > owned('regular') ? 'wide' : 'regular'
}

function jarsToBuy(book: Pick<Book, 'jarGroups'>, foods: readonly NextFood[]): readonly NextGear[] {
  const sizes = [...new Set(foods.filter((f) => f.toCan > 0).map((f) => f.need.jar))]
  return sizes.map((jar): NextGear => {
    const mouth = mouthOf(book, jar)
    const of = (what: (f: NextFood) => number): number =>
      foods.filter((f) => f.need.jar === jar).reduce((n, f) => n + what(f), 0)
    const owned = book.jarGroups
      .filter((g) => g.jar === jar)
      .reduce((n, g) => n + g.owned - g.broken, 0)
    const wanted = of((f) => f.toCan)
    const have = Math.max(0, owned - of((f) => f.stillGood))
    return { jar, mouth, wanted, have, toBuy: Math.max(0, wanted - have) }
  })
}

/** Every jar takes a new lid. */
function lidsToBuy(
  book: Pick<Book, 'jarGroups' | 'lidLots'>,
  foods: readonly NextFood[],
): readonly NextGear[] {
  const mouths = new Map<Mouth, number>()
  for (const f of foods)
    if (f.toCan > 0) {
      const mouth = mouthOf(book, f.need.jar)
      mouths.set(mouth, (mouths.get(mouth) ?? 0) + f.toCan)
    }
  return [...mouths].map(([mouth, wanted]): NextGear => {
    const have = book.lidLots.filter((l) => l.mouth === mouth).reduce((n, l) => n + l.left, 0)
    return { jar: null, mouth, wanted, have, toBuy: Math.max(0, wanted - have) }
  })
}
