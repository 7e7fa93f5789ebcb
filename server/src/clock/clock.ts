import type { Database } from '../db/pool'

/** Clocks of devices differ a little from this one; further ahead is a wrong clock, ms. */
export const AHEAD_MS = 5000

/** The one source of the present moment on the server. */
export interface Clock {
  /** Epoch milliseconds. */
  now(): number
  readonly frozen: boolean
  /** Moves a frozen clock; a real one cannot be set. */
  set(now: number): Promise<void>
  /** Learns where a frozen clock stands: another server process may have moved it. */
  refresh(): Promise<void>
}

export const realClock: Clock = {
  now: () => Date.now(),
  frozen: false,
  set: () => Promise.reject(new Error('the real clock cannot be set')),
  refresh: () => Promise.resolve(),
}

/** A clock that stands still until it is set, known to this process alone. */
export function frozenClock(at: number): Clock {
  let present = at
  return {
    now: () => present,
    frozen: true,
    set: (now) => {
      present = now
      return Promise.resolve()
    },
    refresh: () => Promise.resolve(),
  }
}

/**
 * A clock that stands still and is one for all server processes: where it stands is
 * a row. A process that starts again with the same beginning goes on where it stood;
 * another beginning starts it anew.
 * @param began the beginning as it was said, `2026-08-14T17:00`.
 * @param at the same as epoch milliseconds.
 */
export async function sharedFrozenClock(db: Database, began: string, at: number): Promise<Clock> {
  let present = at
  await db.ask('delete from frozen_clock where began <> $1', [began])
  await db.ask('insert into frozen_clock (began, now) values ($1, $2) on conflict do nothing', [
    began,
    new Date(at),
  ])
  const refresh = async (): Promise<void> => {
    const [row] = await db.ask<{ now: Date }>('select now from frozen_clock where began = $1', [
      began,
    ])
    if (row) present = row.now.getTime()
  }
  await refresh()
  return {
    now: () => present,
    frozen: true,
    refresh,
    set: async (now) => {
      await db.ask('update frozen_clock set now = $2 where began = $1', [began, new Date(now)])
      present = now
    },
  }
}
