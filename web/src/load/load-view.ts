import type { CannerRead, Household, LoadWithEvents } from '@kelvit/contract'
import {
  psi,
  gaugeOf,
  kitchenOf,
  figuresFor,
  formOf,
  judgeLoad,
  loadAt,
  loadContents,
  type Figures,
  type Judgement,
  type LoadNow,
  type LoadState,
  type Refusal,
} from '@kelvit/core'
import { stateOf } from '../sync/loads'

/** A load with its state folded and its clocks read at a moment. */
export interface LoadView {
  readonly load: LoadWithEvents
  readonly canner: CannerRead | undefined
  readonly state: LoadState
  readonly now: LoadNow
  readonly judgement: Judgement
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
    fresh:
      state.stage === 'planned' && canner && load.portions.length > 0
        ? freshFigures(load, canner, household)
        : undefined,
    now: loadAt(load.setup, state, at, household.units),
    judgement: judgeLoad(load.setup, state),
    contents: loadContents(load.portions),
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
    gaugeErrorPsi: psi(gaugeOf(canner).errorPsi),
    marks: canner.dialMarks,
    burner: canner.standsOn,
    restMin: canner.stageMinutes.restMin,
    seal: canner.seal,
    kitchen: kitchenOf(household),
  })
