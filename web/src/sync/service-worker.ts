import { useSyncExternalStore } from 'react'

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
  const later = (): void => {
    window.setTimeout(() => void register().catch(() => undefined), QUIET_MS)
  }
  if (document.readyState === 'complete') later()
  else window.addEventListener('load', later, { once: true })
}

/** Private windows and strange hosts may forbid it; then a network is needed. */
async function register(): Promise<void> {
  const { Workbox } = await import('workbox-window')
  const workbox = new Workbox('/sw.js')
  workbox.addEventListener('waiting', () => {
    waiting = () => {
      workbox.addEventListener('controlling', () => window.location.reload())
      workbox.messageSkipWaiting()
    }
    listeners.forEach((l) => l())
  })
  await workbox.register()
  window.setInterval(() => void workbox.update().catch(() => undefined), HOUR_MS)
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
