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
