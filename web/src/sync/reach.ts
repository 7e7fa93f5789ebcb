import { useSyncExternalStore } from 'react'
import { nowMs } from './clock'
import { keepHere, keptHere } from './on-device'

/** Whether the server is heard, and when it last was. */
export interface Reach {
  readonly heard: boolean
  /** Epoch ms; null when it was never heard on this device. */
  readonly at: number | null
}

const KEY = 'kelvit.heard'
/** A connection that comes back at once was never gone. */
const PATIENCE_MS = 3000

const kept = (): number | null => Number(keptHere(KEY)) || null

// Until it is heard or seen to be away nothing is said.
let state: Reach = { heard: true, at: kept() }
let timer: number | undefined
const listeners = new Set<() => void>()

function set(next: Reach): void {
  state = next
  listeners.forEach((l) => l())
}

const remember = (): void => void keepHere(KEY, String(nowMs()))

/** The stream is open, or was lost. */
export function reached(heard: boolean): void {
  window.clearTimeout(timer)
  timer = undefined
  if (heard) {
    remember()
    set({ heard: true, at: nowMs() })
  } else if (state.heard) {
    const at = state.at
    timer = window.setTimeout(() => set({ heard: false, at }), PATIENCE_MS)
  }
}

// While it is heard, what is shown is as old as now.
window.addEventListener('pagehide', () => {
  if (state.heard && state.at !== null) remember()
})
window.addEventListener('offline', () => reached(false))

export const useReach = (): Reach =>
  useSyncExternalStore(
    (l) => {
      listeners.add(l)
      return () => listeners.delete(l)
    },
    () => state,
  )
