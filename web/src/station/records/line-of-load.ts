import type { LoadWithEvents, LogbookLine } from '@kelvit/contract'
import { whyHeld } from '@kelvit/core'

/** A load that this device holds as the logbook tells it; nothing of one that is not over. */
export function lineOfLoad(load: LoadWithEvents): readonly LogbookLine[] {
  const { id, code, cannerId, startsAt, stage, judgement, portions } = load
  if (stage !== 'checked' && stage !== 'aborted' && stage !== 'standing') return []
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
