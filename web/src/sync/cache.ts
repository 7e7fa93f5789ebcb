import { createSyncStoragePersister } from '@tanstack/query-sync-storage-persister'

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

/** Forgets everything that was known, for good: the page is left right after. */
export function wipeCache(): void {
  closed = true
  store()?.removeItem(KEY)
}
