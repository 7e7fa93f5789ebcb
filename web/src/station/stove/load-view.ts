import type { CannerRead, Household, LoadWithEvents } from '@kelvit/contract'
import {
  figuresFor,
  countJars,
  foodOf,
  formOf,
  loadAt,
  saidName,
  type Figures,
  type LoadNow,
  type LoadState,
  type Refusal,
} from '@kelvit/core'
import { stateOf } from '../../api/changes'
import { gaugeOf } from '../../app/gauge'

/** A load with its state folded and its clocks read at a moment. */
export interface LoadView {
  readonly load: LoadWithEvents
  readonly canner: CannerRead | undefined
  readonly state: LoadState
  readonly now: LoadNow
  readonly at: number
  readonly contents: string
  readonly foodId: string
  /** What a load that is not started yet would run at if it were started now. */
  readonly fresh: Figures | Refusal | undefined
}

export function viewLoad(
  load: LoadWithEvents,
  canners: readonly CannerRead[],
  household: Household,
  at: number,
): LoadView {
  const state = stateOf(load)
  const canner = canners.find((c) => c.id === load.cannerId)
  return {
    load,
    state,
    at,
    canner,
    fresh: state.stage === 'planned' && canner ? freshFigures(load, canner, household) : undefined,
    now: loadAt(load.setup, state, at),
    contents: contentsOf(load),
    foodId: formOf(load.portions[0]?.formId ?? '')?.food.id ?? '',
  }
}

/** The same lookup that the server makes when the load is started. */
const freshFigures = (
  load: LoadWithEvents,
  canner: CannerRead,
  household: Household,
): Figures | Refusal =>
  figuresFor({
    portions: load.portions,
    regulatedBy: canner.regulatedBy,
    gaugeErrorPsi: gaugeOf(canner).errorPsi,
    restMin: canner.stageMinutes.restMin,
    altitudeFt: household.altitudeFt,
    cushionPsi: household.settings.cushionPsi,
    restMinutes: household.settings.restMinutes,
  })

/** "16 pints of snap beans, hot pack". */
export function contentsOf(load: LoadWithEvents): string {
  const parts = load.portions.map((p) => {
    const food = foodOf(formOf(p.formId)?.food.id ?? '')
    return `${countJars(p.filled ?? p.jars, p.jar)} of ${food ? saidName(food) : p.formId}`
  })
  const packs = [...new Set(load.portions.map((p) => p.pack))]
  return `${parts.join(' and ')}${packs.length === 1 ? `, ${packs[0]} pack` : ''}`
}
