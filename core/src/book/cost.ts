import { beliefOf, poundsPerQuart } from '../harvest/estimate'
import { formOf } from '../method/foods'
import { isOpenLot } from '../words'
import type { Book, BookLot } from './book'
import type { JarSize } from '../words'
import { quartsOf } from '../method/jar-size'

/** What the produce of a lot cost, and what became of it. */
export interface LotCost {
  /** Price per pound, in the household's currency. */
  readonly pricePerLb: number
  readonly lb: number
  /** Whether all of it is in jars; before that the rest is still expected to fill some. */
  readonly finished: boolean
  /** Quarts it really filled so far, all sizes by their volume. */
  readonly quartsFilled: number
  /** What is expected of it, lb per quart. */
  readonly lbPerQuart: number
}

/**
 * Price of the produce in one jar: the lot's own price over the jars it really filled,
 * by volume; while some of it is still to be filled, over what it will likely come to.
 * @returns the household's currency a jar; null when nothing was filled.
 */
export function produceCost(lot: LotCost, jar: JarSize): number | null {
  const expected = lot.finished ? 0 : lot.lb / lot.lbPerQuart
  const quarts = Math.max(lot.quartsFilled, expected)
  return lot.quartsFilled > 0 && quarts > 0
    ? ((lot.pricePerLb * lot.lb) / quarts) * quartsOf(jar)
    : null
}

/**
 * What a lot cost and fills, with one expectation of its yield wherever a price is told:
 * at the weigh-in and on the shelf.
 * @param filled quarts it really filled so far.
 */
export const lotCost = (
  book: Pick<Book, 'yields' | 'today'>,
  lot: Pick<BookLot, 'formId' | 'lb' | 'state'> & { readonly pricePerLb: number },
  filled: number,
): LotCost | null => {
  const form = formOf(lot.formId)?.form
  return form
    ? {
        pricePerLb: lot.pricePerLb,
        lb: lot.lb,
        finished: !isOpenLot(lot),
        lbPerQuart: poundsPerQuart(beliefOf(form, book.yields, book.today)),
        quartsFilled: filled,
      }
    : null
}

/** What jars cost here besides the produce, in the household's currency; null where nobody said. */
export interface Prices {
  /** A flat lid. */
  readonly lid: number | null
  /** Salt, acid and spices, a jar. */
  readonly additions: number | null
  /** Gas or current, a load. */
  readonly fuel: number | null
  /** An empty jar with its band. */
  readonly jar: number | null
  /** Runs that a jar is reckoned to last. */
  readonly jarRuns: number
  /** What the same would cost in a shop, a quart, by food. */
  readonly shop: Readonly<Record<string, number>>
}

/** What one jar cost, by part, in the household's currency; null where a part is not known. */
export interface JarCost {
  readonly produce: number | null
  readonly lid: number | null
  readonly additions: number | null
  readonly fuel: number | null
  /** Its share of a jar that is used many times. */
  readonly glass: number | null
  /** Of the parts that are known; null where none is. */
  readonly sum: number | null
}

/**
 * What a jar cost: its produce, a lid, what was added, its share of the load's fuel and of
 * the jar itself.
 * @param produce what `produceCost` said of it, or null.
 * @param jarsInLoad jars that were in its load, itself among them.
 * @throws RangeError where it was in a load of no jars.
 */
export function jarCost(produce: number | null, prices: Prices, jarsInLoad: number): JarCost {
  if (!(jarsInLoad >= 1)) throw new RangeError('a jar was in a load of one jar at least')
  const parts = {
    produce,
    lid: prices.lid,
    additions: prices.additions,
    fuel: prices.fuel === null ? null : prices.fuel / jarsInLoad,
    glass: prices.jar === null ? null : prices.jar / Math.max(1, prices.jarRuns),
  }
  const known = Object.values(parts).filter((p) => p !== null)
  return { ...parts, sum: known.length === 0 ? null : known.reduce((a, b) => a + b, 0) }
}
