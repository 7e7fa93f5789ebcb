import { dueNow, MAY_WAIT, type Due } from '@kelvit/core'
import { setCallingTitle } from '../ui/title'
import { useEffect, useRef, useState } from 'react'
import { useCanners, useLoads } from '../sync/queries'
import { useNow } from '../sync/clock'
import { useHousehold } from '../household/session'
import { callingLoads } from './due'
import { alarmSettings } from './settings'
import { canSound, sound, speak } from './sound'

/** Called again this often until somebody does it or says that it is heard, ms. */
const AGAIN_MS = 20_000
/** What is only waiting calls less often, ms. */
const AGAIN_QUIET_MS = 180_000

const ICON = '/jar.svg'
const ICON_CALLING = '/jar-calling.svg'

/**
 * Makes the device heard and seen while something is due at the stove, whichever page is
 * open: sound, voice, vibration, notification, title and icon; and keeps the screen awake
 * while a load runs.
 */
export function useAlarm(): void {
  const loads = useLoads().data
  const canners = useCanners().data
  const { units } = useHousehold().household
  const now = useNow()
  const due = loads && canners ? dueNow(callingLoads(loads, canners), now, units) : []
  const [first] = due
  const running =
    loads?.some((l) => !['planned', 'standing', 'checked', 'aborted'].includes(l.stage)) ?? false
  useCalls(first)
  useTitle(first)
  useWakeLock(running)
}

function useCalls(first: Due | undefined): void {
  const { key, kind, sentence } = first ?? {}
  const last = useRef<string | undefined>(undefined)
  useEffect(() => {
    if (!key || !kind || !sentence) {
      last.current = undefined
      return
    }
    const call = (): void => {
      const settings = alarmSettings()
      sound(kind)
      if (settings.speak) speak(sentence)
      if (settings.vibrate && canSound()) navigator.vibrate?.([300, 120, 300])
      if (settings.notify && document.hidden) show(key, sentence)
    }
    if (last.current !== key) call()
    last.current = key
    const timer = window.setInterval(call, MAY_WAIT.has(kind) ? AGAIN_QUIET_MS : AGAIN_MS)
    return () => window.clearInterval(timer)
  }, [key, kind, sentence])
}

function show(key: string, sentence: string): void {
  if (typeof Notification === 'undefined' || Notification.permission !== 'granted') return
  const about = { body: sentence, tag: key, icon: ICON }
  const byPage = (): void => {
    try {
      new Notification('Kelvit', about)
    } catch {
      // Phones only let a service worker show one; sound and screen still call.
    }
  }
  const worker = navigator.serviceWorker as ServiceWorkerContainer | undefined
  if (!worker) byPage()
  else
    void worker
      .getRegistration()
      .then((there) => (there ? there.showNotification('Kelvit', about) : byPage()))
      .catch(() => undefined)
}

function useTitle(first: Due | undefined): void {
  const sentence = first?.sentence
  useEffect(() => {
    const icon = document.querySelector<HTMLLinkElement>('link[rel="icon"]')
    if (!sentence) return
    setCallingTitle(sentence)
    if (icon) icon.href = ICON_CALLING
    return () => {
      setCallingTitle(undefined)
      if (icon) icon.href = ICON
    }
  }, [sentence])
}

function useWakeLock(running: boolean): void {
  useEffect(() => {
    if (!running || !('wakeLock' in navigator)) return
    let lock: WakeLockSentinel | undefined
    let over = false
    const take = (): void => {
      if (document.hidden) return
      navigator.wakeLock.request('screen').then(
        (l) => {
          if (over) void l.release()
          else lock = l
        },
        () => undefined,
      )
    }
    take()
    document.addEventListener('visibilitychange', take)
    return () => {
      over = true
      document.removeEventListener('visibilitychange', take)
      void lock?.release()
    }
  }, [running])
}

/** Whether this browser cannot sound yet, because nobody has touched the page. */
export function useMute(): boolean {
  const [mute, setMute] = useState(() => !canSound())
  useEffect(() => {
    if (!mute) return
    const look = (): void => setMute(!canSound())
    for (const event of ['pointerup', 'keyup']) window.addEventListener(event, look)
    return () => {
      for (const event of ['pointerup', 'keyup']) window.removeEventListener(event, look)
    }
  }, [mute])
  return mute
}
