import type { LoadWithEvents, LogbookLine } from '@kelvit/contract'
import { asEvents, foldLoad, OVER_STAGES, sketchOf, whyHeld } from '@kelvit/core'

/** A load that this device holds as the logbook tells it; nothing of one that is not over. */
export function lineOfLoad(load: LoadWithEvents): readonly LogbookLine[] {
  const { id, code, cannerId, startsAt, stage, judgement, portions, setup, events } = load
  if (!(OVER_STAGES as readonly string[]).includes(stage)) return []
  return [
    {
      id,
      code,
      cannerId,
      startsAt,
      stage,
      verdict: judgement.verdict,
      reason: whyHeld(judgement),
      minutes: null,
      sketch: sketchOf(setup, foldLoad(setup, asEvents(events))),
      // How many sealed is in the jars, not in the load.
      ...{ sealed: 0, unsealed: 0 },
      portions,
    },
  ]
}
