import { useSyncExternalStore } from 'react'

/**
 * Whether something was refused on this device and nobody has looked at it. A mark of its
 * own: most devices never have anything refused, and need none of the code for it.
 */
const KEY = 'kelvit.refused'
const listeners = new Set<() => void>()
window.addEventListener('storage', () => listeners.forEach((l) => l()))

const marked = (): boolean => {
  try {
    return localStorage.getItem(KEY) !== null
  } catch {
    return shown
  }
}
/** Where nothing is kept, for as long as this page lives. */
let shown = false

export function markRefused(some: boolean): void {
  shown = some
  try {
    if (some) localStorage.setItem(KEY, 'yes')
    else localStorage.removeItem(KEY)
  } catch {
    // It is shown by this page alone.
  }
  listeners.forEach((l) => l())
}

export const useSomeRefused = (): boolean =>
  useSyncExternalStore((l) => {
    listeners.add(l)
    return () => listeners.delete(l)
  }, marked)
