import { endCalls } from '../alarm/end-calls'
import { wipeCache } from '../sync/cache'
import { wipeOutbox } from '../sync/outbox'
import type { Owner } from '../sync/outgoing'
import { wipeRefused } from '../sync/refused'
import { tellLeft } from './hear-leaving'

/** Forgets all that this device holds of somebody, in every tab. What was not sent is lost. */
export async function wipeDevice(whose: Owner): Promise<void> {
  wipeCache()
  await wipeOutbox(whose).catch(() => undefined)
  await wipeRefused(whose).catch(() => undefined)
  await endCalls().catch(() => undefined)
  tellLeft()
}
