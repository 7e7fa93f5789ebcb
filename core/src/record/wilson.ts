/** 95% of the normal distribution, both sides. */
const Z = 1.959963984540054
/** Fewer tries than this tell nothing worth showing. */
const FEW = 20

/** A share with what it may really be. Shares are 0 to 1. */
export interface Rate {
  readonly of: number
  readonly good: number
  readonly share: number
  /** Wilson's 95% interval. */
  readonly from: number
  readonly to: number
  readonly tooFew: boolean
}

/**
 * How often something went well, by Wilson's score interval (E. B. Wilson, 1927), which holds
 * for few tries and for shares near all or nothing.
 * @throws RangeError for more good ones than tries, or for numbers that are none.
 */
export function rateOf(good: number, of: number): Rate {
  if (!(Number.isInteger(good) && Number.isInteger(of) && good >= 0 && good <= of && of > 0))
    throw new RangeError('so many of so many, and at least one try')
  const share = good / of
  const z2 = Z * Z
  const middle = (share + z2 / (2 * of)) / (1 + z2 / of)
  const half = (Z / (1 + z2 / of)) * Math.sqrt((share * (1 - share)) / of + z2 / (4 * of * of))
  return {
    of,
    good,
    share,
    from: Math.max(0, middle - half),
    to: Math.min(1, middle + half),
    tooFew: of < FEW,
  }
}
