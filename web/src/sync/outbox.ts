import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { useSyncExternalStore } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { isoBy, type Basis } from './clock'
import { ownerKey, type Kept, type Outgoing, type Owner } from './outgoing'
import { fateOf, ProblemFault, request, sentenceOf } from './request'

interface Schema extends DBSchema {
  readonly outbox: { key: string; value: Kept; indexes: { owner: string } }
}

const RETRY_MS = 4000
const LOCK = 'kelvit-outbox'
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
let read: () => void = () => undefined
let answered: (change: Outgoing, answer: unknown) => void = () => undefined
let ended: () => void = () => undefined
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
  askToKeep()
  try {
    const db = await database()
    if (!db) throw new Error('no store')
    await db.put('outbox', item)
    unkept = unkept.filter((k) => k.id !== item.id)
  } catch {
    // Full or forbidden: it is still sent, as long as this page lives; and that is said.
    setKeeps(false)
  }
}

/** There is something to lose: the browser is asked, once, not to clear it away. */
let asked = false
function askToKeep(): void {
  if (asked || !('storage' in navigator)) return
  asked = true
  void navigator.storage.persist?.().catch(() => undefined)
}

let keeps = true
function setKeeps(now: boolean): void {
  if (keeps === now) return
  keeps = now
  listeners.forEach((l) => l())
}

/** Room for some hundred changes; less is as good as full. */
const LEAST_BYTES = 100_000

/**
 * Finds out, before anybody types, whether this browser keeps anything for us: by keeping
 * something. What a browser says of its room need not be so.
 */
export async function tryToKeep(): Promise<void> {
  const probe = { id: 'probe', owner: '', path: 'x'.repeat(LEAST_BYTES) }
  try {
    const db = await database()
    await db?.put('outbox', probe)
    await db?.delete('outbox', probe.id)
    setKeeps(db !== undefined)
  } catch {
    setKeeps(false)
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

const PLAIN: Basis = { offset: 0, frozenAt: null }
const bodyOf = ({ body, unmeasured }: Kept): unknown =>
  unmeasured
    ? { ...(body as object), sentAt: isoBy(unmeasured === true ? PLAIN : unmeasured) }
    : body

/** The server doesn't know us any more: what waits has to wait for somebody to sign in. */
const isEnded = (error: unknown): boolean =>
  error instanceof ProblemFault && error.problem.status === 401

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
      const answer = await request<unknown>(next.method ?? 'PUT', next.path, bodyOf(next), {
        'kelvit-member': whose.memberId,
      })
      await forget(next.id)
      if (owner === whose) {
        show(await readAll())
        answered(next, answer)
      }
      sent = true
      continue
    } catch (error) {
      const fate = fateOf(error)
      if (isEnded(error) && owner === whose) ended()
      if (fate === 'later') return { sent, left: true }
      if (fate === 'stuck') {
        stuck.add(laneOf(next))
        continue
      }
      // Whoever was answered has a network to fetch this by.
      const change = { ...next, why: sentenceOf(error), at: new Date().toISOString() }
      await import('./refused').then(({ keepRefused }) => keepRefused(change))
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
    /** What waited here since another time was read and is known now. */
    readonly read?: () => void
    /** Nobody is signed in any more. */
    readonly ended?: () => void
    /** What the server says of a change that it took. */
    readonly answered?: (change: Outgoing, answer: unknown) => void
  },
): () => void {
  owner = whose
  read = hear.read ?? (() => undefined)
  refused = hear.refused
  delivered = hear.delivered
  answered = hear.answered ?? (() => undefined)
  ended = hear.ended ?? (() => undefined)
  const again = (): void => void flush()
  const look = (): void =>
    void readAll().then((all) => {
      if (owner !== whose) return
      show(all)
      if (all.length > 0) read()
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

/** How many changes of somebody wait on this device. */
export async function unsentOf(whose: Owner): Promise<number> {
  const key = ownerKey(whose)
  const stored = (await (await database())?.getAllKeysFromIndex('outbox', 'owner', key)) ?? []
  return new Set([...stored, ...unkept.filter((k) => k.owner === key).map((k) => k.id)]).size
}

/** Throws away what still waits of whoever is, or was, signed in, and stops sending. */
export async function wipeOutbox(whose: Owner | undefined = owner): Promise<void> {
  owner = whose
  const gone = await readAll()
  owner = undefined
  window.clearTimeout(timer)
  unkept = []
  show([])
  for (const { id } of gone) await forget(id)
  others?.postMessage('changed')
}

export const waitingToSend = (): readonly Outgoing[] => queue

/** Whether what cannot be sent yet outlives this page. */
export const useKeeps = (): boolean =>
  useSyncExternalStore(
    (l) => {
      listeners.add(l)
      return () => listeners.delete(l)
    },
    () => keeps,
  )

/** How many changes wait here. */
export const useWaiting = (): number =>
  useSyncExternalStore(
    (l) => {
      listeners.add(l)
      return () => listeners.delete(l)
    },
    () => queue.length,
  )
