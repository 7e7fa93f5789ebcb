import { useSyncExternalStore } from 'react'
import { Workbox } from 'workbox-window'

/** A new version that has been fetched and waits; pressing it in loads it. */
let waiting: (() => void) | undefined
const listeners = new Set<() => void>()

/** How long the first page is left alone before everything is fetched for later. */
const QUIET_MS = 2500
const HOUR_MS = 3_600_000

/**
 * Keeps the whole application on this device, so that every page opens without a network.
 * A new version never takes over by itself: a running stove is not reloaded.
 */
export function keepApplication(): void {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return
  const workbox = new Workbox('/sw.js')
  workbox.addEventListener('waiting', () => {
    waiting = () => {
      workbox.addEventListener('controlling', () => window.location.reload())
      workbox.messageSkipWaiting()
    }
    listeners.forEach((l) => l())
  })
  const register = (): void => {
    window.setTimeout(() => {
      // Private windows and strange hosts may forbid it; then a network is needed.
      void workbox.register().catch(() => undefined)
      window.setInterval(() => void workbox.update().catch(() => undefined), HOUR_MS)
    }, QUIET_MS)
  }
  if (document.readyState === 'complete') register()
  else window.addEventListener('load', register, { once: true })
}

/** Loads the version that waits; undefined while there is none. */
export const useNewVersion = (): (() => void) | undefined =>
  useSyncExternalStore(
    (l) => {
      listeners.add(l)
      return () => listeners.delete(l)
    },
    () => waiting,
  )
