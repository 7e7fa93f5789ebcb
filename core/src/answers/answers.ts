import { MORE, URGENT } from './data/emergency'
import { GEAR } from './data/gear'
import { METHOD } from './data/method'
import { PANTRY } from './data/pantry'
import { SEASON } from './data/season'
import { STOVE } from './data/stove'
import type { Answer } from './data/types'

/** Every short answer, in the order of the work. */
export const ANSWERS: readonly Answer[] = [
  ...URGENT,
  ...SEASON,
  ...METHOD,
  ...GEAR,
  ...STOVE,
  ...MORE,
  ...PANTRY,
]
