import type { LotState } from '@kelvit/core'

/** What has become of a lot. */
export const LOT_STATE_WORDS: Readonly<Record<LotState, string>> = {
  expected: 'expected',
  'in-house': 'in the house',
  canned: 'canned',
  eaten: 'eaten fresh',
  frozen: 'frozen',
  dried: 'dried',
  given: 'given away',
  sold: 'sold',
  fed: 'fed to animals',
  spoiled: 'spoiled',
}
