import type { Logger } from 'pino'
import type { Clock } from '../clock'
import type { Database } from '../db/pool'
import type { Live } from '../live/live'

/** What stations are given to work with. */
export interface Deps {
  readonly db: Database
  readonly clock: Clock
  readonly log: Logger
  readonly live: Live
  readonly demo: boolean
  readonly openRegistration: boolean
}
