import type { Basis } from './clock'

/**
 * Changes that must not be lost: kept on the device until the server has given a final
 * answer. Each is idempotent (its ids are made here), so sending twice changes nothing.
 */
export interface Outgoing {
  readonly path: string
  /** PUT where nothing is said; both are the same said twice. */
  readonly method?: 'PUT' | 'DELETE'
  readonly body?: unknown
  /** What was said, in words, for whoever has to decide about it if it is refused. */
  readonly words?: string
  /** What this device shows of it until the server has spoken. */
  readonly shows?: Shown
  /**
   * Written down by a clock that was not held against the server's since this page began, or
   * since the device's clock was set: what it went by. What the same clock shows as it sends
   * goes along. `true` was kept by an earlier Kelvit: the device's own clock.
   */
  readonly unmeasured?: Basis | true
}

/** Rows of one list as a waiting change leaves them: the columns it sets, or a whole new row. */
export interface Shown {
  /** The word under which the list is kept. */
  readonly key: string
  readonly rows?: readonly (Readonly<Record<string, unknown>> & { readonly id: string })[]
  /** Ids of rows that are gone. */
  readonly gone?: readonly string[]
}

/** Whose change it is: it is shown to nobody else and never sent under another name. */
export interface Owner {
  readonly householdId: string
  readonly memberId: string
}

export interface Kept extends Outgoing {
  /** UUIDv7: the order in which things were said. */
  readonly id: string
  readonly owner: string
}

export const ownerKey = (o: Owner): string => `${o.householdId}/${o.memberId}`
