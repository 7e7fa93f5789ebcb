import { weekdayOf } from './dates'

/** When the kitchen is free on a weekday, week after week. Times "17:30"; null when nobody cans. */
export interface KitchenHours {
  /** Monday 1 to Sunday 7. */
  readonly weekday: number
  readonly opens: string | null
  readonly closes: string | null
  readonly people: number
}

/** One day that is not like its weekday. */
export interface KitchenException {
  readonly onDate: string
  readonly opens: string | null
  readonly closes: string | null
  readonly people: number
}

/** A time in which nobody can stay at the stove. */
export interface BusyTime {
  readonly onDate: string
  readonly from: string
  /** "24:00" for the end of the day. */
  readonly until: string
}

/** The longest free stretch of a day, minutes from midnight; a canner is never left alone for an errand. */
export interface KitchenStretch {
  readonly opens: number
  readonly closes: number
  readonly people: number
}

/** Minutes from midnight of "17:30"; 1440 for "24:00". */
export function minuteOf(time: string): number {
  const [hours = 0, minutes = 0] = time.split(':').map(Number)
  return hours * 60 + minutes
}

/** "17:30" of minutes from midnight. Past midnight it goes on: "24:20". */
export function clockOf(minute: number): string {
  const whole = Math.round(minute)
  return `${String(Math.floor(whole / 60)).padStart(2, '0')}:${String(whole % 60).padStart(2, '0')}`
}

export interface KitchenCalendar {
  readonly hours: readonly KitchenHours[]
  readonly exceptions: readonly KitchenException[]
  readonly busy: readonly BusyTime[]
}

/**
 * When there can be canned on a day: its exception or else its weekday, less the
 * busy times, the longest stretch that is left. Null when there is none.
 * @param notBefore minutes from midnight that are over already, for today.
 */
export function kitchenOn(
  calendar: KitchenCalendar,
  date: string,
  notBefore = 0,
): KitchenStretch | null {
  const weekday = weekdayOf(date)
  const day =
    calendar.exceptions.find((e) => e.onDate === date) ??
    calendar.hours.find((h) => h.weekday === weekday)
  if (!day || day.opens === null || day.closes === null || day.people < 1) return null
  let free: [number, number][] = [[Math.max(minuteOf(day.opens), notBefore), minuteOf(day.closes)]]
  for (const b of calendar.busy) {
    if (b.onDate !== date) continue
    const [from, until] = [minuteOf(b.from), minuteOf(b.until)]
    free = free.flatMap(([a, z]): [number, number][] =>
      until <= a || from >= z
        ? [[a, z]]
        : [
            [a, from],
            [until, z],
          ],
    )
  }
  const [opens, closes] = free.sort((x, y) => y[1] - y[0] - (x[1] - x[0]))[0] ?? [0, 0]
  return closes > opens ? { opens, closes, people: day.people } : null
}
