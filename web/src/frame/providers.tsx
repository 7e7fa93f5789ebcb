import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import {
  persistQueryClientRestore,
  persistQueryClientSubscribe,
} from '@tanstack/query-persist-client-core'
import type { ReactNode } from 'react'
import { isPassing } from '../sync/request'
import { isLogged } from '../sync/log'
import { WARM } from '../sync/queries'
import { BUSTER, keepNow, persister } from '../sync/cache'
import { Notices } from '../ui/notice'

const DAY_MS = 86_400_000
/** What every station shows when there is no signal. */
const KEPT: ReadonlySet<string> = new Set([
  'log',
  'session',
  'members',
  ...WARM.map((q) => String(q.queryKey[0])),
])

export const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      gcTime: 7 * DAY_MS,
      networkMode: 'always',
      retry: (count, error) => isPassing(error) && count < 2,
      refetchOnWindowFocus: true,
    },
    mutations: { networkMode: 'always', retry: 0 },
  },
})

interface Asked {
  readonly state: { readonly data: unknown }
  readonly queryKey: readonly unknown[]
}

const WHAT_IS_KEPT = {
  shouldDehydrateQuery: (q: Asked): boolean =>
    // What was known stays known when asking again came to nothing. "Nobody" is never
    // remembered: whoever was told so may have come in since.
    q.state.data !== undefined && q.state.data !== null && KEPT.has(String(q.queryKey[0])),
}

window.addEventListener('pagehide', () => keepNow(client, WHAT_IS_KEPT))

/** Takes up what was known here, and keeps from then on what is known. Before anything is drawn. */
export async function takeUpCache(): Promise<void> {
  const kept = { queryClient: client, persister, buster: BUSTER }
  await persistQueryClientRestore({ ...kept, maxAge: 7 * DAY_MS }).catch(() => undefined)
  // What the log keeps up to date goes on from where it was left.
  void client.invalidateQueries({
    predicate: (q) => !isLogged(String(q.queryKey[0])) && q.queryKey[0] !== 'log',
  })
  persistQueryClientSubscribe({ ...kept, dehydrateOptions: WHAT_IS_KEPT })
}

export const Providers = ({ children }: { readonly children: ReactNode }) => (
  <QueryClientProvider client={client}>
    <Notices>{children}</Notices>
  </QueryClientProvider>
)
