import type { TimedStage } from '../../load/stages'

/** Somebody who helps, and when; minutes from midnight. */
export interface DayPerson {
  readonly id: string
  readonly name: string
  readonly from: number
  readonly until: number
}

/** One load of the day with its stages, whole minutes. */
export interface DayLoad {
  readonly id: string
  readonly cannerId: string
  readonly stages: Readonly<Record<TimedStage, number>>
  /** ISO plain date; of two equally good orders the earlier goes first. */
  readonly canBy: string
  /** It is on already: its stages are what is left of them, and the first begins as the day does. */
  readonly running?: true
}

/** The kitchen of a day; minutes from midnight. */
export interface DayKitchen {
  readonly opens: number
  readonly closes: number
  readonly burners: number
  readonly people: readonly DayPerson[]
  /** Errands, in which nobody is there; minutes from midnight. A canner may cool meanwhile. */
  readonly gaps?: readonly Absence[]
}

/** When somebody is not there. */
export interface Absence {
  readonly from: number
  readonly until: number
}

/** One stage on the clock, minutes from midnight; `person` where it takes hands or eyes. */
export interface DayTask {
  readonly loadId: string
  readonly stage: TimedStage
  readonly from: number
  readonly to: number
  readonly person: string | null
}

export interface DaySheet {
  readonly outcome: 'sheet'
  readonly tasks: readonly DayTask[]
  /** When the last jar is out and the kitchen is clean, minutes from midnight. */
  readonly finish: number
  /** People whose hands are needed, of those there are. */
  readonly people: number
  /** Whether no other order can finish earlier. */
  readonly optimal: boolean
  /** No order finishes before this, minutes from midnight. */
  readonly bound: number
}

/** What would make a day fit, the smallest first. */
export type DayChange =
  | { readonly kind: 'open-earlier' | 'close-later'; readonly minutes: number }
  | { readonly kind: 'one-person-more' }
  | { readonly kind: 'leave-out'; readonly loadId: string }

export interface DayDoesNotFit {
  readonly outcome: 'does-not-fit'
  readonly reason: 'nobody' | 'closed' | 'too-long'
  readonly sentence: string
  readonly changes: readonly DayChange[]
}

/** A jar is filled at most this long before it goes into the canner, minutes. */
export const FILLED_WAITS_MIN = 15
/** Jars may wait in the open canner this long for somebody to take them out, minutes. */
export const OPENED_WAITS_MIN = 45
/** Canners that one person may watch at once. */
export const WATCHED_AT_ONCE = 2
/** Preparation is done in pieces of at most this long, with a look at the canners between, minutes. */
const PIECE_MIN = 45
/** How many even pieces so many minutes of preparation are done in. */
export const pieces = (minutes: number): number =>
  Math.max(1, Math.ceil(minutes / PIECE_MIN - 1e-9))
/** How long a day is thought to last at most when it is asked how much longer it would take, minutes. */
export const LONG_DAY_MIN = 24 * 60
