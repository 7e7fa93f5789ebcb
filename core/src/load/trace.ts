import { inOrder, momentOf, type LoadEvent } from './facts'
import { LOOK_EVERY_MS, type LoadSetup } from './setup'
import type { HeatSet, LoadState, Reading, UnseenGap } from './state'

/** Readings further apart than this say nothing about what was between, ms. */
export const TRACE_APART_MS = LOOK_EVERY_MS.dial
/** Shown before the venting begins, ms. */
const BEFORE_MS = 5 * 60_000

/** What there is to draw of a load over time. Instants are epoch ms, pressures as the dial shows them. */
export interface LoadTrace {
  readonly from: number
  readonly now: number
  /** Whether time still goes on: then there is room for what comes. */
  readonly live: boolean
  readonly readings: readonly Reading[]
  /** When the weight was heard. */
  readonly heard: readonly number[]
  readonly vent: { readonly from: number; readonly to: number | undefined } | undefined
  readonly runs: readonly {
    readonly from: number
    readonly to: number | undefined
    readonly last: boolean
  }[]
  readonly falls: readonly number[]
  readonly unseen: readonly Pick<UnseenGap, 'from' | 'to'>[]
  readonly heatOff: number | undefined
  /** Where the heat was set, and when. */
  readonly heats: readonly HeatSet[]
  readonly weighted: boolean
}

/**
 * The course of a load for screen and paper: readings, what was heard, where the clock
 * began and broke, where nobody looked.
 * @param now epoch ms; a load whose lid is off ends there.
 */
export function traceOf(
  setup: LoadSetup,
  events: readonly LoadEvent[],
  state: LoadState,
  now: number,
): LoadTrace {
  const { entered } = state
  const ordered = inOrder(events)
  const at = (...kinds: readonly LoadEvent['kind'][]): number[] =>
    ordered.filter((e) => kinds.includes(e.kind)).map(momentOf)
  return {
    from: (entered.venting ?? entered.heating ?? now) - BEFORE_MS,
    now: Math.min(now, entered.standing ?? entered.unloading ?? now),
    live: entered.unloading === undefined,
    readings: state.readings,
    heard: at('still-rocking', 'at-pressure'),
    vent:
      entered.venting === undefined ? undefined : { from: entered.venting, to: entered.climbing },
    runs: state.runs.map((r, i) => ({
      from: r.from,
      to: r.provenTo ?? undefined,
      last: i === state.runs.length - 1,
    })),
    falls: at('pressure-fell'),
    unseen: state.gaps,
    heatOff: state.heatOffAt ?? undefined,
    heats: state.heats,
    weighted: setup.regulatedBy === 'weighted',
  }
}
