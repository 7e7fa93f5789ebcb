import type { CannerRead, LoadWithEvents } from '@kelvit/contract'
import {
  countJars,
  foodOf,
  formOf,
  loadAt,
  saidName,
  type LoadNow,
  type LoadState,
} from '@kelvit/core'
import { stateOf } from '../../api/changes'

/** A load with its state folded and its clocks read at a moment. */
export interface LoadView {
  readonly load: LoadWithEvents
  readonly canner: CannerRead | undefined
  readonly state: LoadState
  readonly now: LoadNow
  readonly at: number
  readonly contents: string
  readonly foodId: string
}

export function viewLoad(
  load: LoadWithEvents,
  canners: readonly CannerRead[],
  at: number,
): LoadView {
  const state = stateOf(load)
  return {
    load,
    state,
    at,
    canner: canners.find((c) => c.id === load.cannerId),
    now: loadAt(load.setup, state, at),
    contents: contentsOf(load),
    foodId: formOf(load.portions[0]?.formId ?? '')?.food.id ?? '',
  }
}

/** "16 pints of snap beans, hot pack". */
export function contentsOf(load: LoadWithEvents): string {
  const parts = load.portions.map((p) => {
    const food = foodOf(formOf(p.formId)?.food.id ?? '')
    return `${countJars(p.filled ?? p.jars, p.jar)} of ${food ? saidName(food) : p.formId}`
  })
  const packs = [...new Set(load.portions.map((p) => p.pack))]
  return `${parts.join(' and ')}${packs.length === 1 ? `, ${packs[0]} pack` : ''}`
}
