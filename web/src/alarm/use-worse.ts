import type { LoadWithEvents } from '@kelvit/contract'
import { isWorse, type Verdict } from '@kelvit/core'
import { useEffect, useRef } from 'react'
import { useLoads } from '../sync/queries'
import { useNotify } from '../ui/notice'

/** What everybody is told when a judgement became worse for the jars, a sentence a load. */
export function worseSince(
  before: ReadonlyMap<string, Verdict>,
  loads: readonly LoadWithEvents[],
): readonly string[] {
  return loads.flatMap((l) => {
    const was = before.get(l.id)
    if (was === undefined || !isWorse(was, l.judgement.verdict)) return []
    const why = l.judgement.reasons[0]?.sentence ?? ''
    return [
      l.judgement.verdict === 'in-doubt'
        ? `Batch ${l.code} is in doubt: its jars are held. ${why}`
        : `Batch ${l.code} was not processed as tested. ${why}`,
    ]
  })
}

/** Says on every device when a load is judged worse than it was, whichever page is open. */
export function useWorse(): void {
  const loads = useLoads().data
  const notify = useNotify()
  const seen = useRef<ReadonlyMap<string, Verdict> | undefined>(undefined)
  useEffect(() => {
    if (!loads) return
    if (seen.current)
      for (const sentence of worseSince(seen.current, loads)) notify.trouble(sentence)
    seen.current = new Map(loads.map((l) => [l.id, l.judgement.verdict]))
  }, [loads, notify])
}
