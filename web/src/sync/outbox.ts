import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { useSyncExternalStore } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { fateOf, request, sentenceOf } from './request'

/**
 * Changes that must not be lost: kept on the device until the server has given a final
 * answer. Each is idempotent (its ids are made here), so sending twice changes nothing.
 */
export interface Outgoing {
  readonly path: string
  readonly body: unknown
  /** Written down by a clock that was never held against the server's: the time of sending goes along. */
  readonly unmeasured?: boolean
}

/** Whose change it is: it is shown to nobody else and never sent under another name. */
export interface Owner {
  readonly householdId: string
  readonly memberId: string
}

interface Kept extends Outgoing {
  /** UUIDv7: the order in which things were said. */
  readonly id: string
  readonly owner: string
}

interface Schema extends DBSchema {
  readonly outbox: { key: string; value: Kept; indexes: { owner: string } }
}

const RETRY_MS = 4000
const LOCK = 'kelvit-outbox'
const ownerKey = (o: Owner): string => `${o.householdId}/${o.memberId}`
const inOrder = (all: readonly Kept[]): readonly Kept[] =>
  [...all].sort((a, b) => (a.id < b.id ? -1 : 1))

let owner: Owner | undefined
/** What waits, as the pages see it; the database leads where there is one. */
let queue: readonly Kept[] = []
/** In this page only: not written down yet, or never, because the browser keeps nothing for us. */
let unkept: readonly Kept[] = []
let timer: number | undefined
let refused: (sentence: string) => void = () => undefined
let delivered: () => void = () => undefined
let answered: (path: string, answer: unknown) => void = () => undefined
const listeners = new Set<() => void>()
const others = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(LOCK)

let opened: Promise<IDBPDatabase<Schema> | undefined> | undefined
/** Private windows may forbid storage; then what waits is kept in the page alone. */
const database = (): Promise<IDBPDatabase<Schema> | undefined> =>
  (opened ??= openDB<Schema>('kelvit', 1, {
    upgrade: (db) => {
      db.createObjectStore('outbox', { keyPath: 'id' }).createIndex('owner', 'owner')
    },
  }).catch(() => undefined))

/** Whichever page sent the last of it: all of them hear that nothing waits any more. */
function show(next: readonly Kept[]): void {
  const emptied = queue.length > 0 && next.length === 0
  queue = next
  listeners.forEach((l) => l())
  if (emptied && owner) delivered()
}

async function readAll(): Promise<readonly Kept[]> {
  if (!owner) return []
  const key = ownerKey(owner)
  const stored = (await (await database())?.getAllFromIndex('outbox', 'owner', key)) ?? []
  const here = unkept.filter((k) => k.owner === key && !stored.some((s) => s.id === k.id))
  return inOrder([...stored, ...here])
}

async function keep(item: Kept): Promise<void> {
  try {
    const db = await database()
    if (!db) throw new Error('no store')
    await db.put('outbox', item)
    unkept = unkept.filter((k) => k.id !== item.id)
  } catch {
    // Full or forbidden: it is still sent, as long as this page lives.
  }
}

async function forget(id: string): Promise<void> {
  unkept = unkept.filter((k) => k.id !== id)
  await (await database())?.delete('outbox', id)
}

/** Keeps a change and sends it as soon as it can be sent. */
export function sendOut(change: Outgoing): void {
  if (!owner) throw new Error('nobody is signed in')
  const item: Kept = { ...change, id: uuidv7(), owner: ownerKey(owner) }
  unkept = [...unkept, item]
  show([...queue, item])
  void keep(item)
    .then(() => others?.postMessage('changed'))
    .then(flush)
}

/** One sender at a time among all pages of this browser. */
const alone = async <T>(work: () => Promise<T>): Promise<T> =>
  'locks' in navigator ? await navigator.locks.request(LOCK, work) : await queued(work)
let before: Promise<unknown> = Promise.resolve()
const queued = <T>(work: () => Promise<T>): Promise<T> => {
  const mine = before.then(work)
  before = mine.catch(() => undefined)
  return mine
}

/** Changes of one thing go in order; those of another need not wait for them. */
const laneOf = ({ path }: Kept): string => path.split('/').slice(0, 4).join('/')

async function flush(): Promise<void> {
  window.clearTimeout(timer)
  const whose = owner
  if (!whose) return
  const { sent, left } = await alone(() => sendAll(whose))
  if (owner !== whose) return
  show(await readAll())
  if (sent) others?.postMessage('changed')
  if (left) timer = window.setTimeout(() => void flush(), RETRY_MS)
}

const bodyOf = ({ body, unmeasured }: Kept): unknown =>
  unmeasured ? { ...(body as object), sentAt: new Date().toISOString() } : body

/** Sends in order; whether something went, and whether something has to wait. */
async function sendAll(whose: Owner): Promise<{ sent: boolean; left: boolean }> {
  const stuck = new Set<string>()
  let sent = false
  for (;;) {
    if (owner !== whose) return { sent, left: false }
    const next = (await readAll()).find((k) => !stuck.has(laneOf(k)))
    if (!next) return { sent, left: stuck.size > 0 }
    // Whoever was signed in may have gone while this was read.
    if (owner !== whose) return { sent, left: false }
    try {
      const answer = await request<unknown>('PUT', next.path, bodyOf(next), {
        'kelvit-member': whose.memberId,
      })
      await forget(next.id)
      if (owner === whose) {
        show(await readAll())
        answered(next.path, answer)
      }
      sent = true
      continue
    } catch (error) {
      const fate = fateOf(error)
      if (fate === 'later') return { sent, left: true }
      if (fate === 'stuck') {
        stuck.add(laneOf(next))
        continue
      }
      refused(sentenceOf(error))
    }
    await forget(next.id)
    sent = true
    if (owner === whose) show(await readAll())
  }
}

/**
 * Opens the outbox of whoever is signed in; says where refusals go, and who wants to
 * know that all is sent. Returns how to close it.
 */
export function openOutbox(
  whose: Owner,
  hear: {
    readonly refused: (sentence: string) => void
    readonly delivered: () => void
    /** What the server says of a change that it took. */
    readonly answered?: (path: string, answer: unknown) => void
  },
): () => void {
  owner = whose
  refused = hear.refused
  delivered = hear.delivered
  answered = hear.answered ?? (() => undefined)
  const again = (): void => void flush()
  const look = (): void =>
    void readAll().then((all) => {
      if (owner === whose) show(all)
    })
  window.addEventListener('online', again)
  others?.addEventListener('message', look)
  look()
  again()
  return () => {
    window.removeEventListener('online', again)
    others?.removeEventListener('message', look)
    window.clearTimeout(timer)
    if (owner === whose) owner = undefined
  }
}

/** Throws away what still waits of whoever is signed in, and stops sending. */
export async function wipeOutbox(): Promise<void> {
  const gone = await readAll()
  owner = undefined
  window.clearTimeout(timer)
  unkept = []
  show([])
  for (const { id } of gone) await forget(id)
  others?.postMessage('changed')
}

export const waitingToSend = (): readonly Outgoing[] => queue

/** How many changes wait here. */
export const useWaiting = (): number =>
  useSyncExternalStore(
    (l) => {
      listeners.add(l)
      return () => listeners.delete(l)
    },
    () => queue.length,
  )
