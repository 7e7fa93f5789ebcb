import type { LiveChange } from '@kelvit/contract'
import pg from 'pg'
import type { Logger } from 'pino'
import { forLog } from '../http/errors'

type Listener = (change: LiveChange) => void

/** Word of changed rows, from whichever server process changed them. */
export interface Live {
  listen(householdId: string, hear: Listener): () => void
  close(): Promise<void>
}

const RETRY_MS = 1000

/** One LISTEN connection per process, made anew when it breaks. */
export function openLive(url: string, log: Logger): Live {
  const listeners = new Map<string, Set<Listener>>()
  let client: pg.Client | undefined
  let timer: NodeJS.Timeout | undefined
  let closed = false
  let listened = false

  const connect = async (): Promise<void> => {
    const fresh = new pg.Client({ connectionString: url })
    fresh.on('error', () => retry(fresh))
    fresh.on('end', () => retry(fresh))
    fresh.on('notification', (n) => spread(n.payload ?? ''))
    try {
      await fresh.connect()
      await fresh.query('listen kelvit')
      client = fresh
      // What happened while nobody listened is not known: every listener reads anew.
      if (listened) spread('* gap -')
      listened = true
    } catch (err) {
      log.warn({ err: forLog(err) }, 'live changes: no connection yet')
      retry(fresh)
    }
  }
  const retry = (broken: pg.Client): void => {
    if (client === broken) client = undefined
    broken
      .removeAllListeners('end')
      .removeAllListeners('error')
      .on('error', () => undefined)
    void broken.end().catch(() => undefined)
    if (!closed && !timer)
      timer = setTimeout(() => {
        timer = undefined
        void connect()
      }, RETRY_MS)
  }
  const spread = (payload: string): void => {
    const [household = '', resource = '', id = ''] = payload.split(' ')
    const heard = household === '*' ? [...listeners.values()] : [listeners.get(household) ?? []]
    for (const set of heard) for (const hear of [...set]) hear({ resource, id })
  }

  void connect()
  return {
    listen: (householdId, hear) => {
      const set = listeners.get(householdId) ?? new Set()
      listeners.set(householdId, set.add(hear))
      return () => {
        set.delete(hear)
        if (set.size === 0) listeners.delete(householdId)
      }
    },
    close: async () => {
      closed = true
      clearTimeout(timer)
      await client?.end().catch(() => undefined)
    },
  }
}
