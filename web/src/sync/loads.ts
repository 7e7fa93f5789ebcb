import type { LoadEventRow, LoadPortion, LoadWithEvents } from '@kelvit/contract'
import { asEvents, foldLoad, judgeLoad, type LoadSetup, type LoadState } from '@kelvit/core'

/** What the facts of a load come to; folded once for as long as it does not change. */
export function stateOf(load: LoadWithEvents): LoadState {
  const known = states.get(load)
  if (known) return known
  const state = foldLoad(load.setup, asEvents(load.events))
  states.set(load, state)
  return state
}
const states = new WeakMap<LoadWithEvents, LoadState>()

const inOrder = (a: LoadEventRow, b: LoadEventRow): number =>
  a.at.localeCompare(b.at) || a.id.localeCompare(b.id)

/** A load with these facts: stage and judgement follow from all of them, as on the server. */
function refolded(
  load: LoadWithEvents,
  events: readonly LoadEventRow[],
  setup: LoadSetup = load.setup,
): LoadWithEvents {
  const all = [...events].sort(inOrder)
  const state = foldLoad(setup, asEvents(all))
  const stage = all.length > 0 ? state.stage : load.stage
  return { ...load, setup, events: all, stage, judgement: judgeLoad(setup, state) }
}

/** A load with one fact more, or as the server has it now. */
export const withEvent = (
  load: LoadWithEvents,
  row: LoadEventRow,
  setup?: LoadSetup,
): LoadWithEvents => refolded(load, [...load.events.filter((e) => e.id !== row.id), row], setup)

/** A load whose own row was written; its facts and portions stand beside it. */
export function withLoadRow(load: LoadWithEvents | undefined, row: LoadWithEvents): LoadWithEvents {
  const { events = [], portions = [] } = load ?? {}
  return refolded({ ...row, portions, events }, events, row.setup)
}

/** A portion as it is kept with its load; where it stands among the others is its own. */
export type PortionRow = LoadPortion & { readonly position: number }

export function withPortion(load: LoadWithEvents, row: PortionRow): LoadWithEvents {
  const portions = [...load.portions.filter((p) => p.id !== row.id), row] as PortionRow[]
  return { ...load, portions: portions.sort((a, b) => (a.position ?? 0) - (b.position ?? 0)) }
}
