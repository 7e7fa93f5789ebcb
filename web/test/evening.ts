// The facts of an evening at a dial, as page tests tell them.
import type { LoadEventRow, LoadWithEvents } from '@kelvit/contract'
import { asEvents, foldLoad, judgeLoad, psi } from '@kelvit/core'
import { load } from './kit'

export const MIN = 60_000
/** When the evening begins, epoch ms. */
export const START = Date.parse('2026-08-14T17:00:00Z')

/** Minute, kind, and what was read (psi) or said. */
export type Fact = readonly [number, string, (number | string)?]

export const rows = (...list: readonly Fact[]): LoadEventRow[] =>
  list.map(([minute, kind, value], i) => ({
    id: `e${String(i).padStart(3, '0')}`,
    loadId: 'd1',
    at: new Date(START + minute * MIN).toISOString(),
    happenedAt: null,
    heardAt: null,
    kind: kind as LoadEventRow['kind'],
    by: 'Wren',
    psi: typeof value === 'number' ? psi(value) : null,
    text: typeof value === 'string' ? value : null,
    eventId: null,
    source: null,
    doubtIds: null,
    seen: null,
  }))

/** Up to a clock that runs since minute 40. */
export const TO_PROCESS = [
  [0, 'started'],
  [1, 'filling-began'],
  [2, 'locked'],
  [20, 'steam-steady'],
  [30, 'weight-on'],
  [40, 'reading', 12],
] as const satisfies readonly Fact[]

/** A load of which that was said, at its stage and judged by it. */
export function asLoad(list: readonly Fact[], setup = load().setup): LoadWithEvents {
  const events = rows(...list)
  const state = foldLoad(setup, asEvents(events))
  return load({ setup, events, stage: state.stage, judgement: judgeLoad(setup, state) })
}
