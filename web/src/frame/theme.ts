import { useSyncExternalStore } from 'react'
import { keepHere } from '../sync/on-device'

export type Theme = 'light' | 'dark'
const listeners = new Set<() => void>()

const current = (): Theme => (document.documentElement.dataset.theme === 'dark' ? 'dark' : 'light')

export function setTheme(theme: Theme): void {
  document.documentElement.dataset.theme = theme
  keepHere('kelvit.theme', theme)
  listeners.forEach((l) => l())
}

export const useTheme = (): Theme =>
  useSyncExternalStore((l) => {
    listeners.add(l)
    return () => listeners.delete(l)
  }, current)
