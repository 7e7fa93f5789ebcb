import { endCalls } from '../alarm/calling'
import { wipeCache } from '../sync/cache'
import { wipeOutbox } from '../sync/outbox'
import type { Owner } from '../sync/outgoing'
import { wipeRefused } from '../sync/refused'

const others =
  typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('kelvit-leaving')

/** Forgets all that this device holds of somebody, in every tab. What was not sent is lost. */
export async function wipeDevice(whose: Owner): Promise<void> {
  wipeCache()
  await wipeOutbox(whose).catch(() => undefined)
  await wipeRefused(whose).catch(() => undefined)
  await endCalls().catch(() => undefined)
  others?.postMessage('left')
}

/** Tells other tabs that nobody is signed in here any more, while something still waits. */
export const tellLeft = (): void => others?.postMessage('left')

/** Hears that somebody signed out in another tab. Returns how to stop. */
export function hearLeaving(left: () => void): () => void {
  others?.addEventListener('message', left)
  return () => others?.removeEventListener('message', left)
}
