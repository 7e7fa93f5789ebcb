import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { tryToKeep } from './outbox'
import { WARM } from './queries'

/** After the page that was asked for. */
const QUIET_MS = 2000

/** Fetches every list once, one after the other, so that each page opens without a network. */
export function useKeepWarm(): void {
  const client = useQueryClient()
  useEffect(() => {
    let left = false
    const timer = window.setTimeout(() => {
      void tryToKeep()
      void (async () => {
        for (const query of WARM) {
          if (left) return
          if (client.getQueryData(query.queryKey) === undefined)
            await client.prefetchQuery(query as (typeof WARM)[0]).catch(() => undefined)
        }
      })()
    }, QUIET_MS)
    return () => {
      left = true
      window.clearTimeout(timer)
    }
  }, [client])
}
