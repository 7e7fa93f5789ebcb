import { useSyncExternalStore } from 'react'
import { isPassing, request, sentenceOf } from '../api/request'

/**
 * Changes that must not be lost: kept on the device until the server has them.
 * Each is idempotent (its ids are made here), so sending twice changes nothing.
 */
export interface Outgoing {
  readonly path: string
  readonly body: unknown
}

const KEY = 'kelvit.outbox'
const RETRY_MS = 4000
const listeners = new Set<() => void>()
let queue: readonly Outgoing[] = read()
let sending = false
let timer: number | undefined
let refused: (sentence: string) => void = () => undefined
let delivered: () => void = () => undefined

function read(): readonly Outgoing[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]')
    return Array.isArray(kept) ? (kept as Outgoing[]) : []
  } catch {
    return []
  }
}

function keep(next: readonly Outgoing[]): void {
  queue = next
  try {
    localStorage.setItem(KEY, JSON.stringify(queue))
  } catch {
    // A full or forbidden store leaves the queue in memory; it is still sent.
  }
  listeners.forEach((l) => l())
}

/** Sends in order, one at a time; stops at the first that cannot get through. */
async function flush(): Promise<void> {
  if (sending) return
  sending = true
  window.clearTimeout(timer)
  try {
    for (let next = queue[0]; next; next = queue[0]) {
      try {
        await request('PUT', next.path, next.body)
      } catch (error) {
        if (isPassing(error)) {
          timer = window.setTimeout(() => void flush(), RETRY_MS)
          return
        }
        refused(sentenceOf(error))
      }
      keep(queue.slice(1))
    }
    delivered()
  } finally {
    sending = false
  }
}

/** Keeps a change and sends it as soon as it can be sent. */
export function sendOut(change: Outgoing): void {
  keep([...queue, change])
  void flush()
}

/** Says where refusals go, and who wants to know that all is sent. */
export function openOutbox(hear: {
  refused: (sentence: string) => void
  delivered: () => void
}): void {
  refused = hear.refused
  delivered = hear.delivered
  window.addEventListener('online', () => void flush())
  void flush()
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
