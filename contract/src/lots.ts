import type { JarSize, Storage } from '@kelvit/core'

export type LotState = 'expected' | 'in-house' | 'canned' | 'eaten' | 'spoiled'
export type LotSource = 'garden' | 'bought' | 'given'

/** Produce that came in, or is expected, as one thing to be put up. */
export interface Lot {
  readonly id: string
  readonly foodId: string
  readonly formId: string
  readonly jar: JarSize
  readonly variety: string | null
  readonly source: LotSource
  /** The weigh-in line as it was understood. */
  readonly said: string
  readonly lb: number
  readonly pricePerLb: number | null
  readonly arrivedOn: string
  readonly storage: Storage
  readonly canBy: string
  readonly state: LotState
  readonly finishedOn: string | null
  /** Where a lot was split from. */
  readonly fromLotId: string | null
  /** The planting it is a picking of. */
  readonly plantingId: string | null
  /** Why this lot is left out of yield learning; null when it counts. */
  readonly excludedBecause: string | null
  readonly note: string
  readonly version: number
}

/** A bed with its harvest window and expected total, split into pickings. */
export interface Planting {
  readonly id: string
  readonly foodId: string
  readonly formId: string
  readonly jar: JarSize
  readonly variety: string | null
  readonly rowFt: number | null
  readonly expectedLb: number
  readonly firstOn: string
  readonly lastOn: string
  readonly pickings: number
  readonly note: string
  readonly version: number
}

/** Several lots changed as one: all of them or none. */
export interface LotMove {
  readonly id: string
  readonly version: number
  readonly arrivedOn: string
  readonly state: 'expected' | 'in-house'
}
