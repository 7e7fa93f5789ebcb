import { createSyncStoragePersister } from '@tanstack/query-sync-storage-persister'
import { dehydrate, type DehydrateOptions, type QueryClient } from '@tanstack/react-query'

const KEY = 'kelvit.cache'
let closed = false

/** Private windows may forbid storage; then nothing is kept. */
function store(): Storage | undefined {
  try {
    return window.localStorage
  } catch {
    return undefined
  }
}

/** What was last known, for a start without a network. Once it is wiped nothing more is written to it. */
export const persister = createSyncStoragePersister({
  storage: {
    getItem: (key) => store()?.getItem(key) ?? null,
    setItem: (key, value) => {
      if (!closed) store()?.setItem(key, value)
    },
    removeItem: (key) => store()?.removeItem(key),
  },
  key: KEY,
  throttleTime: 1000,
})

/** Anything kept under another word is not read any more. */
export const BUSTER = '3'

/**
 * Writes down at once what is known now. The persister does so a moment later, and a page
 * that is left before that would open again with the state of before its last change.
 */
export function keepNow(client: QueryClient, options: DehydrateOptions): void {
  if (closed) return
  const kept = { buster: BUSTER, timestamp: Date.now(), clientState: dehydrate(client, options) }
  try {
    store()?.setItem(KEY, JSON.stringify(kept))
  } catch {
    // A full store keeps what it had.
  }
}

/** Forgets everything that was known, and what was typed, for good: the page is left right after. */
export function wipeCache(): void {
  closed = true
  store()?.removeItem(KEY)
  try {
    window.sessionStorage.clear()
  } catch {
    // Without storage there is nothing to forget.
  }
}
