import { useSyncExternalStore } from 'react'
import { keepHere, keptHere } from '../sync/on-device'

/** How this device makes itself heard; chosen per device, not per household. */
export interface AlarmSettings {
  /** 0 is silent, 1 as loud as the device is set. */
  readonly volume: number
  readonly speak: boolean
  /** The name of a voice of this device; empty for its own choice. */
  readonly voice: string
  readonly vibrate: boolean
  readonly notify: boolean
}

const KEY = 'kelvit.alarm'
const FIRST: AlarmSettings = { volume: 0.7, speak: false, voice: '', vibrate: true, notify: false }

let kept: AlarmSettings | undefined
const listeners = new Set<() => void>()

export function alarmSettings(): AlarmSettings {
  if (kept) return kept
  try {
    const stored = JSON.parse(keptHere(KEY) ?? '{}') as Partial<AlarmSettings>
    kept = { ...FIRST, ...stored }
  } catch {
    kept = FIRST
  }
  return kept
}

export function setAlarmSettings(change: Partial<AlarmSettings>): void {
  kept = { ...alarmSettings(), ...change }
  keepHere(KEY, JSON.stringify(kept))
  listeners.forEach((l) => l())
}

export const useAlarmSettings = (): AlarmSettings =>
  useSyncExternalStore((l) => {
    listeners.add(l)
    return () => listeners.delete(l)
  }, alarmSettings)
