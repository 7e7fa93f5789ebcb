import { createSyncStoragePersister } from '@tanstack/query-sync-storage-persister'
import { dehydrate, type DehydrateOptions, type QueryClient } from '@tanstack/react-query'

const KEY = 'kelvit.cache'
/** Changes with every wipe, in any tab. What a page knows from before a wipe is never written after it. */
const ERA = 'kelvit.era'

/** Private windows may forbid storage; then nothing is kept. */
function store(): Storage | undefined {
  try {
    return window.localStorage
  } catch {
    return undefined
  }
}

const eraNow = (): string | null => store()?.getItem(ERA) ?? null
let era: string | null | undefined = eraNow()
const closed = (): boolean => era !== eraNow()

/** What was last known, for a start without a network. Once a tab wipes it, no open page writes to it. */
export const persister = createSyncStoragePersister({
  storage: {
    getItem: (key) => store()?.getItem(key) ?? null,
    setItem: (key, value) => {
      if (!closed()) store()?.setItem(key, value)
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
  if (closed()) return
  const kept = { buster: BUSTER, timestamp: Date.now(), clientState: dehydrate(client, options) }
  try {
    store()?.setItem(KEY, JSON.stringify(kept))
  } catch {
    // A full store keeps what it had.
  }
}

/** Forgets everything that was known, and what was typed, for good: the page is left right after. */
export function wipeCache(): void {
  era = undefined
  store()?.removeItem(KEY)
  try {
    store()?.setItem(ERA, `${Date.now()} ${Math.random()}`)
    window.sessionStorage.clear()
  } catch {
    // Without storage there is nothing to forget.
  }
}
