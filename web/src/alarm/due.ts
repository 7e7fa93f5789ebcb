import type { CannerRead, LoadWithEvents } from '@kelvit/contract'
import type { CallingLoad } from '@kelvit/core'
import { stateOf } from '../sync/loads'

/** Loads as what calls for somebody is worked out of them. */
export const callingLoads = (
  loads: readonly LoadWithEvents[],
  canners: readonly CannerRead[],
): readonly CallingLoad[] =>
  loads.map((load) => ({
    id: load.id,
    stage: load.stage,
    setup: load.setup,
    state: stateOf(load),
    canner: canners.find((c) => c.id === load.cannerId)?.name,
  }))
