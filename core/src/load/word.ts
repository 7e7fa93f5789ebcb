import { type LoadEvent } from './facts'
import { type LoadSetup } from './setup'
import { type LoadState } from './state'

/** One fact at its moment, with what the load runs at and how silences were answered. */
export interface Word {
  readonly e: LoadEvent
  /** The moment it counts from, epoch ms. */
  readonly at: number
  readonly setup: LoadSetup
  readonly answers: Answers
}

/** What people said of the minutes in which nobody read the dial, by the fact that ended them. */
export interface Answers {
  readonly watched: ReadonlyMap<string, string>
  readonly unwatched: ReadonlySet<string>
}

/** The state after a fact; with a sentence when the fact did not fit and is asked about. */
export type Step = LoadState | { readonly state: LoadState; readonly ask: string }

/** A fact that cannot be at this stage: its time is asked about. `what` goes on after "that". */
export const askTime = (state: LoadState, what: string): Step =>
  ask(state, `Check the time. You recorded that ${what}, but the load was ${state.stage} then.`)

export const ask = (state: LoadState, sentence: string): Step => ({ state, ask: sentence })
