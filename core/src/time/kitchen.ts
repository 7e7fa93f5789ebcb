import { addDays, weekdayOf, type WallClock } from './dates'

/**
 * When the kitchen is free on a weekday, week after week. Times "17:30"; null when nobody
 * cans. An end that is not after the beginning is of the night that follows: 18:00 to 01:00.
 */
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
  /** Who is there by name, where somebody said so. */
  readonly who?: readonly string[] | null
}

/** A time in which nobody can stay at the stove. */
export interface BusyTime {
  readonly onDate: string
  readonly from: string
  /** "24:00" for the end of the day. */
  readonly until: string
}

/** Minutes from midnight; past the next midnight they go on, 25:00 is 1500. */
export interface FreeTime {
  readonly from: number
  readonly until: number
}

/** The free time of a day, minutes from midnight, from its first minute to its last. */
export interface KitchenStretch {
  readonly opens: number
  readonly closes: number
  readonly people: number
  /** Who is there by name; left out where nobody said so. */
  readonly who?: readonly string[]
  /** Errands between, in which nobody is there; one after the other. */
  readonly gaps: readonly FreeTime[]
}

/** A free time shorter than this at the edge of a day is none, minutes. */
const LEAST_FREE_MIN = 30
const DAY_MIN = 1440

/** The latest that a kitchen closes in the night, "06:00". */
const LATEST_IN_NIGHT = '06:00'

/** Whether a kitchen can be open from one time until another: later that day, or in the night after it. */
export const canBeOpen = (opens: string, closes: string): boolean =>
  minuteOf(closes) > minuteOf(opens) ||
  (minuteOf(closes) < minuteOf(opens) && minuteOf(closes) <= minuteOf(LATEST_IN_NIGHT))

/** Minutes from midnight at which a kitchen closes: of the next night where it is not after the opening. */
export const closingOf = (opens: string, closes: string): number =>
  minuteOf(closes) > minuteOf(opens) ? minuteOf(closes) : minuteOf(closes) + DAY_MIN

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
 * When there can be canned on a day: its exception or else its weekday, less the busy times
 * of that day and, past midnight, of the next. Null when there is none.
 * @param notBefore minutes from midnight that are over already, for today.
 */
export function kitchenOn(
  calendar: KitchenCalendar,
  date: string,
  notBefore = 0,
): KitchenStretch | null {
  const weekday = weekdayOf(date)
  const odd = calendar.exceptions.find((e) => e.onDate === date)
  const day = odd ?? calendar.hours.find((h) => h.weekday === weekday)
  if (!day || day.opens === null || day.closes === null || day.people < 1) return null
  const whole = {
    from: Math.max(minuteOf(day.opens), notBefore),
    until: closingOf(day.opens, day.closes),
  }
  const free = busyOn(calendar.busy, date).reduce<readonly FreeTime[]>(less, [whole])
  const long = free.filter((f) => f.until - f.from >= LEAST_FREE_MIN)
  const [first, last] = [long[0], long.at(-1)]
  if (!first || !last) return null
  const gaps = long.slice(1).map((f, i) => ({ from: long[i]?.until ?? f.from, until: f.from }))
  return {
    opens: first.from,
    closes: last.until,
    people: day.people,
    gaps,
    ...(odd?.who ? { who: odd.who } : {}),
  }
}

/**
 * The day that a kitchen is in: the day before, for as long as its night goes on. Minutes
 * then go on past midnight: at half past midnight it is 24:30 of the evening before.
 * @param now what the clock on the wall shows.
 */
export function kitchenDay(now: WallClock, calendar: KitchenCalendar): WallClock {
  const night = { date: addDays(now.date, -1), minute: now.minute + DAY_MIN }
  const before = kitchenOn(calendar, night.date)
  return before && night.minute < before.closes ? night : now
}

/** Busy times of a day and of the night after it, minutes from its midnight, in their order. */
function busyOn(busy: readonly BusyTime[], date: string): readonly FreeTime[] {
  const next = addDays(date, 1)
  return busy
    .filter((b) => b.onDate === date || b.onDate === next)
    .map((b) => {
      const plus = b.onDate === date ? 0 : DAY_MIN
      return { from: minuteOf(b.from) + plus, until: minuteOf(b.until) + plus }
    })
    .sort((a, b) => a.from - b.from)
}

/** Free times without a busy one. */
const less = (free: readonly FreeTime[], busy: FreeTime): readonly FreeTime[] =>
  free.flatMap((f) =>
    busy.until <= f.from || busy.from >= f.until
      ? [f]
      : [
          { from: f.from, until: busy.from },
          { from: busy.until, until: f.until },
        ].filter((part) => part.until > part.from),
  )
