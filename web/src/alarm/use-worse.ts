import type { LoadWithEvents } from '@kelvit/contract'
import { asEvents, foldLoad, holdOf, isWorse, type Hold, type Verdict } from '@kelvit/core'
import { useEffect, useRef } from 'react'
import { useLoads } from '../sync/queries'
import { useNotify } from '../ui/notice'

/** What a load's jars were under: how it is judged, and whether they are held. */
interface Standing {
  readonly verdict: Verdict
  readonly hold: Hold | null
}

export const standingOf = ({ setup, events, judgement }: LoadWithEvents): Standing => ({
  verdict: judgement.verdict,
  // Held again is told again, also where the verdict was the same before.
  hold:
    judgement.verdict === 'in-doubt' || judgement.verdict === 'not-processed'
      ? holdOf(setup, foldLoad(setup, asEvents(events)))
      : null,
})

/** What everybody is told when a judgement became worse for the jars, a sentence a load. */
export function worseSince(
  before: ReadonlyMap<string, Standing>,
  loads: readonly LoadWithEvents[],
): readonly string[] {
  return loads.flatMap((l) => {
    const was = before.get(l.id)
    if (was === undefined) return []
    const is = standingOf(l)
    const again = was.hold === null && is.hold !== null
    if (!isWorse(was.verdict, is.verdict) && !again) return []
    const why = l.judgement.reasons[0]?.sentence ?? ''
    return [
      is.verdict === 'in-doubt'
        ? `Batch ${l.code} is in doubt. Set its jars aside. ${why}`
        : `Batch ${l.code} was not processed as tested. ${why}`,
    ]
  })
}

/** Says on every device when a load is judged worse than it was, whichever page is open. */
export function useWorse(): void {
  const loads = useLoads().data
  const notify = useNotify()
  const seen = useRef<ReadonlyMap<string, Standing> | undefined>(undefined)
  useEffect(() => {
    if (!loads) return
    if (seen.current)
      for (const sentence of worseSince(seen.current, loads)) notify.trouble(sentence)
    seen.current = new Map(loads.map((l) => [l.id, standingOf(l)]))
  }, [loads, notify])
}
