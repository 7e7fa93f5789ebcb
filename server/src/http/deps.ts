import type { HouseAddress } from '@kelvit/contract'
import type { Logger } from 'pino'
import type { Clock } from '../clock/clock'
import type { Database } from '../db/pool'
import type { Live } from './live'

/** How this Kelvit stands towards the network. */
export interface Doors {
  /** Addresses of proxies whose word about the caller counts, as `proxy-addr` reads them. */
  readonly trustedProxies: readonly string[]
  /** Names besides localhost and plain addresses under which this Kelvit is opened. */
  readonly hosts: readonly string[]
  /** Who shows it may move a clock that stands still; nobody may when there is none. */
  readonly operatorToken: string | undefined
  /** Who shows it may read the figures from elsewhere than this machine; nobody may when there is none. */
  readonly metricsToken: string | undefined
}

/** What stations are given to work with. */
export interface Deps {
  readonly db: Database
  readonly clock: Clock
  readonly log: Logger
  readonly live: Live
  readonly demo: boolean
  readonly openRegistration: boolean
  readonly doors: Doors
  /** Where the devices of the house find Kelvit; left out where it serves one machine. */
  readonly house?: () => HouseAddress
}
