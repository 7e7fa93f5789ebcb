import type { SeasonRecords, PlanLoad, PlanStep } from '@kelvit/core'
import { useEffect, useRef, useState } from 'react'
import type { Answer, SearchProgress } from '../../../worker/messages'
import { withSeason } from '../../../worker/season'

/** Where a run of the planner stands. */
export type Planning =
  | { readonly state: 'idle' }
  | { readonly state: 'running'; readonly share: number; readonly best: Answer | null }
  | {
      readonly state: 'done'
      readonly best: Answer
      readonly steps: readonly PlanStep[]
      /** Not stopped before its end. */
      readonly whole: boolean
    }
  | { readonly state: 'failed'; readonly sentence: string }

/** Plans in a worker, so that the page never stands still; can be stopped with the best so far. */
export function usePlanner() {
  const [planning, setPlanning] = useState<Planning>({ state: 'idle' })
  const end = useRef<() => void>(undefined)
  useEffect(() => () => end.current?.(), [])
  const run = (records: SeasonRecords, from: readonly PlanLoad[]): void => {
    const pinned = from.filter((l) => l.pinned)
    end.current?.()
    setPlanning({ state: 'running', share: 0, best: null })
    const hear = ({ done, of, best }: SearchProgress): void =>
      setPlanning({ state: 'running', share: done / of, best })
    end.current = withSeason(
      async (season, heard) => {
        const found = await season.plan({ records, pinned, from, seed: 1 }, heard(hear))
        setPlanning({ state: 'done', ...found, whole: true })
      },
      (sentence) => setPlanning({ state: 'failed', sentence }),
    )
  }
  const stop = (): void => {
    end.current?.()
    setPlanning((p) =>
      p.state === 'running' && p.best
        ? { state: 'done', best: p.best, steps: [], whole: false }
        : { state: 'idle' },
    )
  }
  const forget = (): void => setPlanning({ state: 'idle' })
  return { planning, run, stop, forget }
}
