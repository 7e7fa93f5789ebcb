import { quartsOf } from '../method/jar-size'
import type { JarSize } from '../method/types'

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
