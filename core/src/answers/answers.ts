import { GEAR } from './data/gear'
import { METHOD } from './data/method'
import { PANTRY } from './data/pantry'
import { SEASON } from './data/season'
import { STOVE } from './data/stove'
import type { Answer } from './data/types'

/** Every short answer, in the order of the work. */
export const ANSWERS: readonly Answer[] = [...SEASON, ...METHOD, ...GEAR, ...STOVE, ...PANTRY]
