import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { useSyncExternalStore } from 'react'
import { ownerKey, type Kept, type Owner } from './outgoing'
import { markRefused } from './refused-mark'

/** A change that the server would not take: kept on the device until somebody has looked at it. */
export interface RefusedChange extends Kept {
  /** The server's sentence. */
  readonly why: string
  /** When it was refused, ISO. */
  readonly at: string
}

interface Schema extends DBSchema {
  readonly refused: { key: string; value: RefusedChange; indexes: { owner: string } }
}

/** Changes that were refused, as this page sees them. */
let shown: readonly RefusedChange[] = []
const listeners = new Set<() => void>()
const others =
  typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('kelvit-refused')

let opened: Promise<IDBPDatabase<Schema> | undefined> | undefined
/** Of its own: a page of the version before has the outbox open and would keep a new form of it waiting. */
const database = (): Promise<IDBPDatabase<Schema> | undefined> =>
  (opened ??= openDB<Schema>('kelvit-refused', 1, {
    upgrade: (db) => {
      db.createObjectStore('refused', { keyPath: 'id' }).createIndex('owner', 'owner')
    },
  }).catch(() => undefined))

function show(next: readonly RefusedChange[]): void {
  shown = next
  listeners.forEach((l) => l())
}

/** Keeps a refused change; without storage as long as this page lives. */
export async function keepRefused(change: RefusedChange): Promise<void> {
  show([...shown.filter((r) => r.id !== change.id), change])
  markRefused(true)
  await (await database())?.put('refused', change).catch(() => undefined)
  others?.postMessage('changed')
}

/** Somebody has looked at it. */
export async function letGo(id: string): Promise<void> {
  show(shown.filter((r) => r.id !== id))
  const db = await database()
  await db?.delete('refused', id)
  if (((await db?.count('refused')) ?? shown.length) === 0) markRefused(false)
  others?.postMessage('changed')
}

/** Shows what was refused of somebody, also by other pages. Returns how to stop. */
export function openRefused(whose: Owner): () => void {
  let left = false
  const read = async (): Promise<void> => {
    const kept = await (await database())?.getAllFromIndex('refused', 'owner', ownerKey(whose))
    if (kept && !left) show(kept)
  }
  const look = (): void => void read().catch(() => undefined)
  others?.addEventListener('message', look)
  look()
  return () => {
    left = true
    others?.removeEventListener('message', look)
    show([])
  }
}

/** Forgets everything that was refused of somebody. */
export async function wipeRefused(whose: Owner): Promise<void> {
  const db = await database()
  const keys = (await db?.getAllKeysFromIndex('refused', 'owner', ownerKey(whose))) ?? []
  for (const key of keys) await db?.delete('refused', key)
  if (((await db?.count('refused')) ?? 0) === 0) markRefused(false)
  show([])
  others?.postMessage('changed')
}

/** What was refused and nobody has looked at yet. */
export const useRefused = (): readonly RefusedChange[] =>
  useSyncExternalStore(
    (l) => {
      listeners.add(l)
      return () => listeners.delete(l)
    },
    () => shown,
  )
