import { uptime } from 'node:os'
import type { Database } from '../db/pool'

/** Clocks of devices differ a little from this one; further ahead is a wrong clock, ms. */
export const AHEAD_MS = 5000

/** The one source of the present moment on the server. */
export interface Clock {
  /** Epoch milliseconds. */
  now(): number
  readonly frozen: boolean
  /** How far the machine's own clock is ahead of this one, ms; 0 where this one follows it. */
  off(): number
  /** Moves a frozen clock; a real one cannot be set. */
  set(now: number): Promise<void>
  /** Learns where a frozen clock stands: another server process may have moved it. */
  refresh(): Promise<void>
}

/** The clocks of a machine: one can be set, the other only runs, also while the machine sleeps. Both ms. */
export interface Machine {
  wall(): number
  running(): number
}

const MACHINE: Machine = { wall: () => Date.now(), running: () => uptime() * 1000 }
/** Further off than this within a moment, the machine's clock was set, ms. */
const SET_MS = 2000

/** A real clock that nobody's process is measured wrong by, when the machine's clock is set. */
export interface SteadyClock extends Clock {
  /** Says whether a load runs anywhere: only where none does is a clock that was set followed. */
  runs(any: boolean): void
  /** Nothing was ever written down later than now: a machine that starts with an old date is behind. */
  notBefore(written: number): void
}

/**
 * The machine's clock, as long as it only runs. When it is set while a load runs, this one runs
 * on as it was, so that the minutes of a process stay true minutes; it follows when none runs.
 * A machine without a battery for its clock starts with an old date and is set once it has a
 * network: a process counted across that would seem over an hour early.
 * @param told hears of each time the clock was set or followed.
 */
export function steadyClock(told: () => void = () => undefined, machine = MACHINE): SteadyClock {
  let held = 0
  let [wall, running] = [machine.wall(), machine.running()]
  let busy = false
  const look = (): number => {
    const [w, r] = [machine.wall(), machine.running()]
    const set = w - wall - (r - running)
    ;[wall, running] = [w, r]
    if (Math.abs(set) > SET_MS) {
      held = busy ? held - set : 0
      told()
    }
    return w + held
  }
  return {
    now: look,
    frozen: false,
    off: () => {
      look()
      return 0 - held
    },
    runs: (any) => {
      look()
      busy = any
      if (any || held === 0) return
      held = 0
      told()
    },
    notBefore: (written) => {
      held = Math.max(held, written - machine.wall())
      if (held > 0) busy = true
    },
    set: () => Promise.reject(new Error('the real clock cannot be set')),
    refresh: () => Promise.resolve(),
  }
}

/** A load of which nothing was heard for so long was forgotten and runs no more, ms. */
const FORGOTTEN_MS = 86_400_000
/** How often it is asked whether a load runs, ms. */
const LOOK_MS = 5000

/** Keeps a steady clock told whether a load runs in any household. @returns how to stop. */
export async function lookAfterClock(db: Database, clock: SteadyClock): Promise<() => void> {
  const ask = async (): Promise<number | null> => {
    const since = new Date(clock.now() - FORGOTTEN_MS)
    const [row] = await db.ask<{ heard: Date | null }>('select kelvit_last_heard($1) as heard', [
      since,
    ])
    return row?.heard ? row.heard.getTime() : null
  }
  const first = await ask()
  clock.runs(first !== null)
  if (first !== null) clock.notBefore(first)
  const timer = setInterval(() => {
    void ask().then(
      (heard) => clock.runs(heard !== null),
      () => undefined,
    )
  }, LOOK_MS).unref()
  return () => clearInterval(timer)
}

/** A clock that stands still until it is set, known to this process alone. */
export function frozenClock(at: number): Clock {
  let present = at
  return {
    now: () => present,
    off: () => 0,
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
    off: () => 0,
    frozen: true,
    refresh,
    set: async (now) => {
      await db.ask('update frozen_clock set now = $2 where began = $1', [began, new Date(now)])
      present = now
    },
  }
}
