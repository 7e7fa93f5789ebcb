import { useSyncExternalStore } from 'react'
import { keepHere, keptHere } from './on-device'

/**
 * Whether something was refused on this device and nobody has looked at it. A mark of its
 * own: most devices never have anything refused, and need none of the code for it.
 */
const KEY = 'kelvit.refused'
const listeners = new Set<() => void>()
window.addEventListener('storage', () => listeners.forEach((l) => l()))

/** Where nothing is kept, for as long as this page lives. */
let shown = false
const marked = (): boolean => shown || keptHere(KEY) !== null

export function markRefused(some: boolean): void {
  shown = !keepHere(KEY, some ? 'yes' : null) && some
  listeners.forEach((l) => l())
}

export const useSomeRefused = (): boolean =>
  useSyncExternalStore((l) => {
    listeners.add(l)
    return () => listeners.delete(l)
  }, marked)
