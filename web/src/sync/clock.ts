import { paths, type ClockReading } from '@kelvit/contract'
import { useSyncExternalStore } from 'react'
import { request } from './request'

/**
 * The one place that reads the device's clock. The server's clock leads: a
 * phone that is minutes off still shows the same time left as the wall.
 */
let { offset, frozenAt } = remembered()
let measured = false
const listeners = new Set<() => void>()
let timer: number | undefined

export const nowMs = (): number => frozenAt ?? Date.now() + offset

/** The instant to write on an event that happens now. */
export const nowIso = (): string => new Date(nowMs()).toISOString()

/** Whether the server's time was ever heard; until then the device's own clock is only a guess. */
export const isMeasured = (): boolean => measured

/** What hooks see: whole seconds, so that a render is only due when a clock changes. */
const wholeSecond = (): number => Math.floor(nowMs() / 1000) * 1000

function subscribe(listener: () => void): () => void {
  listeners.add(listener)
  timer ??= window.setInterval(() => listeners.forEach((l) => l()), 250)
  return () => {
    listeners.delete(listener)
    if (listeners.size === 0) {
      window.clearInterval(timer)
      timer = undefined
    }
  }
}

/** The present moment, epoch ms, renewed every second. */
export const useNow = (): number => useSyncExternalStore(subscribe, wholeSecond)
const wholeMinute = (): number => Math.floor(nowMs() / 60_000) * 60_000
/** The present moment, renewed every minute. */
export const useMinute = (): number => useSyncExternalStore(subscribe, wholeMinute)

interface Kept {
  readonly offset: number
  readonly frozenAt: number | null
}
const KEY = 'kelvit.clock'

/** How the server's clock was last seen to differ, for a start without a network. */
function remembered(): Kept {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Kept>
    return { offset: Number(kept.offset ?? 0) || 0, frozenAt: kept.frozenAt ?? null }
  } catch {
    return { offset: 0, frozenAt: null }
  }
}

function remember(): void {
  try {
    localStorage.setItem(KEY, JSON.stringify({ offset, frozenAt } satisfies Kept))
  } catch {
    // The device's own clock will do until the server is heard.
  }
}

/** Asks the server what time it is; a failure leaves the clock as it was. */
export async function setClock(): Promise<void> {
  const sent = Date.now()
  const reading = await request<ClockReading>('GET', paths.clock).catch(() => undefined)
  if (!reading) return
  measured = true
  const half = (Date.now() - sent) / 2
  if (reading.frozen) frozenAt = reading.now
  else {
    frozenAt = null
    offset = Math.round(reading.now + half - Date.now())
  }
  remember()
  listeners.forEach((l) => l())
}
