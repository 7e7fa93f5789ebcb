import type { HouseAddress } from '@kelvit/contract'
import type { LRUCache } from 'lru-cache'
import type { Logger } from 'pino'
import type { Pusher } from '../push/push'
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
  /** How many times the usual bounds strangers may try; once where nothing is said. */
  readonly strangers?: number
}

/** How devices are called while nobody looks at them. */
export interface CallingDeps {
  readonly pusher: Pusher
  /** Whether the last call got through, by session; of this process. */
  readonly reached: LRUCache<string, boolean>
  /** Until a device that wants to try it is called, s; ten where nothing is said. */
  readonly testSeconds?: number
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
  /** Left out where no device is called. */
  readonly calling?: CallingDeps
  /** Where the devices of the house find Kelvit; left out where it serves one machine. */
  readonly house?: () => HouseAddress
}
