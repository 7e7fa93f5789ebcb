import type { PressureBand } from './types'

/**
 * Target pressure by regulating gauge and altitude, psi gauge; each band holds
 * up to and including its `toFt`. Above the last band: no figure.
 */
export const STANDARD_BANDS: {
  readonly dial: readonly PressureBand[]
  readonly weighted: readonly PressureBand[]
} = {
  dial: [
    { toFt: 2000, psi: 11 },
    { toFt: 4000, psi: 12 },
    { toFt: 6000, psi: 13 },
    { toFt: 8000, psi: 14 },
  ],
  weighted: [
    { toFt: 1000, psi: 10 },
    { toFt: 10000, psi: 15 },
  ],
}

export const BANDS_SOURCE =
  'USDA Complete Guide to Home Canning, Agriculture Information Bulletin 539 (2015), Guide 4 (vegetables)'
