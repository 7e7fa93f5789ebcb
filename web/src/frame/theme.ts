import { useSyncExternalStore } from 'react'

export type Theme = 'light' | 'dark'
const listeners = new Set<() => void>()

const current = (): Theme => (document.documentElement.dataset.theme === 'dark' ? 'dark' : 'light')

export function setTheme(theme: Theme): void {
  document.documentElement.dataset.theme = theme
  try {
    localStorage.setItem('kelvit.theme', theme)
  } catch {
    // Without storage the choice lasts until the page is closed.
  }
  listeners.forEach((l) => l())
}

export const useTheme = (): Theme =>
  useSyncExternalStore((l) => {
    listeners.add(l)
    return () => listeners.delete(l)
  }, current)
