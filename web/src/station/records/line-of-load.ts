import type { LoadWithEvents, LogbookLine } from '@kelvit/contract'
import { OVER_STAGES, whyHeld } from '@kelvit/core'

/** A load that this device holds as the logbook tells it; nothing of one that is not over. */
export function lineOfLoad(load: LoadWithEvents): readonly LogbookLine[] {
  const { id, code, cannerId, startsAt, stage, judgement, portions } = load
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
      portions,
    },
  ]
}
