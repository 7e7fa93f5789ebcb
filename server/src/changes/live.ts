import type { Change } from '@kelvit/contract'
import pg from 'pg'
import type { Logger } from 'pino'
import { serversOf } from '../db/hosts'
import { forLog } from '../http/errors'
import type { Listener, Live, Word } from '../http/live'

/** Lines of a household's log after a place. */
type ReadLog = (householdId: string, since: number) => Promise<readonly Change[]>

const RETRY_MS = 1000

/** One LISTEN connection per process, made anew when it breaks. */
export function openLive(url: string, log: Logger, read: ReadLog): Live {
  const listeners = new Map<string, Set<Listener>>()
  const tell = (householdId: string, word: Word): void => {
    for (const hear of [...(listeners.get(householdId) ?? [])]) hear(word)
  }
  const readers = makeReaders(read, tell, log)
  const spread = (payload: string): void => {
    const [household = '', what = '', which = '', lines = '1'] = payload.split(' ')
    if (household === '*')
      for (const id of listeners.keys()) tell(id, { kind: what === 'clock' ? 'clock' : 'gap' })
    else if (!listeners.has(household)) return
    else if (what === 'changes') readers.wake(household, Number(which), Number(lines))
    else if (what === 'sessions') tell(household, { kind: 'session-ended', tokenHash: which })
  }
  const connection = keepListening(url, log, spread)
  return {
    listen: (householdId, hear) => {
      const set = listeners.get(householdId) ?? new Set()
      listeners.set(householdId, set.add(hear))
      return () => {
        set.delete(hear)
        if (set.size > 0 || listeners.get(householdId) !== set) return
        listeners.delete(householdId)
        readers.forget(householdId)
      }
    },
    count: () => [...listeners.values()].reduce((n, set) => n + set.size, 0),
    close: () => connection.close(),
  }
}

/** Reads each household's log once for all who listen here, however many words came meanwhile. */
function makeReaders(
  read: ReadLog,
  tell: (householdId: string, word: Word) => void,
  log: Logger,
): {
  wake(householdId: string, seq: number, lines: number): void
  forget(householdId: string): void
} {
  interface Reader {
    told: number
    wanted: number
    busy: boolean
  }
  const readers = new Map<string, Reader>()
  const run = async (householdId: string, reader: Reader): Promise<void> => {
    reader.busy = true
    try {
      while (reader.told < reader.wanted) {
        const changes = await read(householdId, reader.told)
        const last = changes.at(-1)?.seq
        if (last === undefined) break
        reader.told = last
        tell(householdId, { kind: 'changes', changes })
      }
    } catch (err) {
      // Whoever listens reads for themselves as soon as the database answers again.
      log.info({ err: forLog(err) }, 'live changes: not read')
      reader.told = reader.wanted
      tell(householdId, { kind: 'gap' })
    }
    reader.busy = false
  }
  return {
    // Whoever has heard nothing yet hears all lines of this commit, and none before it.
    wake: (householdId, seq, lines) => {
      const reader = readers.get(householdId) ?? { told: seq - lines, wanted: seq, busy: false }
      readers.set(householdId, reader)
      reader.wanted = Math.max(reader.wanted, seq)
      if (!reader.busy) void run(householdId, reader)
    },
    forget: (householdId) => readers.delete(householdId),
  }
}

/** The LISTEN connection; after it was lost, every listener is told of the gap. */
function keepListening(
  url: string,
  log: Logger,
  spread: (payload: string) => void,
): { close(): Promise<void> } {
  const servers = serversOf(url)
  let client: pg.Client | undefined
  let timer: NodeJS.Timeout | undefined
  let closed = false
  let listened = false
  const connect = async (): Promise<void> => {
    const fresh = new servers.Client(servers.config)
    fresh.on('error', () => retry(fresh))
    fresh.on('end', () => retry(fresh))
    fresh.on('notification', (n) => spread(n.payload ?? ''))
    try {
      await fresh.connect()
      await fresh.query('listen kelvit')
      client = fresh
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
  void connect()
  return {
    close: async () => {
      closed = true
      clearTimeout(timer)
      await client?.end().catch(() => undefined)
    },
  }
}
