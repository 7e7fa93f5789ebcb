import { paths, type ClockReading } from '@kelvit/contract'
import { useSyncExternalStore } from 'react'
import { keepHere, keptHere } from './on-device'
import { request } from './request'

const KEY = 'kelvit.clock'

/**
 * The one place that reads the device's clock. The server's clock leads: a
 * phone that is minutes off still shows the same time left as the wall.
 */
let { offset, frozenAt } = remembered()
let measured = false
/** Where both clocks of the device stood when it last heard the server's: the one may be set, the other only runs. */
let heardWith: { readonly wall: number; readonly running: number } | undefined
let jumped = false
/** How far Kelvit's own clock is behind the machine it runs on, ms. */
let serverOff = 0
/** The wall clock of a device that ran so far off its running clock was set, or the device slept, ms. */
const JUMP_MS = 2000
const listeners = new Set<() => void>()
let timer: number | undefined

export function nowMs(): number {
  if (frozenAt !== null) return frozenAt
  const wall = Date.now()
  if (heardWith && !jumped) {
    const ran = performance.now() - heardWith.running
    if (Math.abs(wall - heardWith.wall - ran) > JUMP_MS) noticeJump()
  }
  return wall + offset
}

/** What was known of the server's time is worth nothing now: it is asked for again at once. */
function noticeJump(): void {
  jumped = true
  queueMicrotask(() => {
    listeners.forEach((l) => l())
    void setClock()
  })
}

/** How far Kelvit's clock is behind its machine's, which was set while a load ran, ms. */
export const useServerOff = (): number => useSyncExternalStore(subscribe, () => serverOff)

/** Whether the device's clock jumped, and the server was not heard since. */
export const useClockJumped = (): boolean => useSyncExternalStore(subscribe, () => jumped)

/** The instant to write on an event that happens now. */
export const nowIso = (): string => new Date(nowMs()).toISOString()

/** Whether the server's time was heard, and the device's clock has not jumped since; until then the device's own clock is only a guess. */
export function isMeasured(): boolean {
  nowMs()
  return measured && !jumped
}

/** What a clock went by: how far it was ahead of the device's own, or where it stood still. */
export interface Basis {
  readonly offset: number
  readonly frozenAt: number | null
}

/** What this device's clock goes by now. */
export const basis = (): Basis => ({ offset, frozenAt })

/** What a clock that still goes by this shows now, as an instant to send. */
export const isoBy = (by: Basis): string =>
  new Date(by.frozenAt ?? Date.now() + by.offset).toISOString()

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

/** How the server's clock was last seen to differ, for a start without a network. */
function remembered(): Basis {
  try {
    const kept = JSON.parse(keptHere(KEY) ?? '{}') as Partial<Basis>
    return { offset: Number(kept.offset ?? 0) || 0, frozenAt: kept.frozenAt ?? null }
  } catch {
    return { offset: 0, frozenAt: null }
  }
}

const remember = (): void => void keepHere(KEY, JSON.stringify(basis()))

/** Asks the server what time it is; a failure leaves the clock as it was. */
export async function setClock(): Promise<void> {
  const sent = Date.now()
  const reading = await request<ClockReading>('GET', paths.clock).catch(() => undefined)
  if (!reading) return
  measured = true
  jumped = false
  serverOff = reading.off ?? 0
  heardWith = { wall: Date.now(), running: performance.now() }
  const half = (Date.now() - sent) / 2
  if (reading.frozen) frozenAt = reading.now
  else {
    frozenAt = null
    offset = Math.round(reading.now + half - Date.now())
  }
  remember()
  listeners.forEach((l) => l())
}
