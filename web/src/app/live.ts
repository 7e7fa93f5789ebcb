import { paths } from '@kelvit/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { refetchWhenSent } from '../api/changes'
import { staleBy } from '../api/queries'
import { setClock } from './clock'

/** Hears of changes made on other devices and reads those lists anew. */
export function useLive(): void {
  const client = useQueryClient()
  useEffect(() => {
    const stream = new EventSource(paths.live)
    const stale = new Set<string>()
    let timer: number | undefined
    let greeted = false
    const renew = (): void => {
      timer = undefined
      refetchWhenSent(client, [...stale])
      stale.clear()
    }
    stream.addEventListener('change', (message: MessageEvent<string>) => {
      const { resource } = JSON.parse(message.data) as { resource: string }
      if (resource === 'clock') void setClock()
      for (const key of staleBy[resource] ?? []) stale.add(key)
      timer ??= window.setTimeout(renew, 60)
    })
    stream.addEventListener('hello', () => {
      // After a gap anything may have changed.
      if (greeted) void client.invalidateQueries()
      greeted = true
      void setClock()
    })
    return () => {
      stream.close()
      window.clearTimeout(timer)
    }
  }, [client])
}
