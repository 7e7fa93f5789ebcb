import { addDays, minuteOf, sayTime } from '@kelvit/core'
import { useCallback, useMemo } from 'react'
import { useHousehold } from './session'

const DAY: Intl.DateTimeFormatOptions = {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  timeZone: 'UTC',
}

const join = (parts: Intl.DateTimeFormatPart[], keys: readonly string[]): string =>
  keys.map((k) => parts.find((p) => p.type === k)?.value ?? '').join(' ')

/** "Fri 14 Aug" of a plain date. */
export const showDay = (iso: string): string =>
  join(new Intl.DateTimeFormat('en-US', DAY).formatToParts(Date.parse(iso)), [
    'weekday',
    'day',
    'month',
  ])
/** "14 Aug" of a plain date; with the year when it is not this one. */
export const showDate = (iso: string, today?: string): string => {
  const parts = new Intl.DateTimeFormat('en-US', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  }).formatToParts(Date.parse(iso))
  return join(
    parts,
    today && iso.slice(0, 4) !== today.slice(0, 4) ? ['day', 'month', 'year'] : ['day', 'month'],
  )
}

/** How this house says a time of day; minutes from midnight. */
export function useClock(): (minute: number) => string {
  const { clockHours } = useHousehold().household.settings
  return useCallback((minute) => sayTime(minute, clockHours), [clockHours])
}

/**
 * Times of day in the household's zone, or another: "6:42 pm", and "Sat 5:51 am" for
 * another day.
 */
export function useTimes(elsewhere?: string) {
  const { household } = useHousehold()
  const { clockHours } = household.settings
  const zone = elsewhere ?? household.zone
  return useMemo(() => {
    const clock = new Intl.DateTimeFormat('en-GB', {
      hour: '2-digit',
      minute: '2-digit',
      timeZone: zone,
    })
    const time = {
      format: (ms: number): string => sayTime(minuteOf(clock.format(ms)), clockHours),
    }
    const day = new Intl.DateTimeFormat('en-GB', { weekday: 'short', timeZone: zone })
    const date = new Intl.DateTimeFormat('en-CA', { timeZone: zone })
    return {
      time: (ms: number): string => time.format(ms),
      dayTime: (ms: number, now: number): string =>
        date.format(ms) === date.format(now)
          ? time.format(ms)
          : `${day.format(ms)} ${time.format(ms)}`,
    }
  }, [zone, clockHours])
}

export const plural = (n: number, one: string, many = `${one}s`): string =>
  `${n} ${n === 1 ? one : many}`

/** The plain date six days on: the end of a week that begins today. */
export const addWeek = (today: string): string => addDays(today, 6)
