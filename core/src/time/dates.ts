const DAY_MS = 86_400_000
/** A household asks for the same few hundred dates over and over, a plan many thousand times. */
const MOST_KNOWN = 20_000
const numbers = new Map<string, number>()
const names = new Map<number, string>()

function keep<K, V>(known: Map<K, V>, key: K, value: V): V {
  if (known.size >= MOST_KNOWN) known.clear()
  known.set(key, value)
  return value
}

/** A plain date as UTC counts days from 1970: no zone and no summer time in between. */
function numberOf(date: string): number {
  const known = numbers.get(date)
  if (known !== undefined) return known
  const number = Date.parse(`${date}T00:00:00Z`) / DAY_MS
  if (Number.isNaN(number) || nameOf(number) !== date)
    throw new RangeError(`“${date}” is not a date`)
  return keep(numbers, date, number)
}
const nameOf = (number: number): string =>
  names.get(number) ?? keep(names, number, isoOf(new Date(number * DAY_MS)))

const midnight = (date: string): Date => new Date(numberOf(date) * DAY_MS)
const isoOf = (day: Date): string => day.toISOString().slice(0, 10)

/** The date when it is one that the calendar has; undefined for 30 February. */
export function realDate(iso: string): string | undefined {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(iso)) return undefined
  const day = new Date(`${iso}T00:00:00Z`)
  return !Number.isNaN(day.getTime()) && isoOf(day) === iso ? iso : undefined
}

/** Whole days from one plain date to another, negative when it is past. */
export const daysBetween = (from: string, to: string): number => numberOf(to) - numberOf(from)

/** A plain date a number of days later; part days round down, since they shorten what is left. */
export const addDays = (date: string, days: number): string =>
  nameOf(numberOf(date) + Math.floor(days))

/** A plain date a number of months later; of a shorter month its last day. */
export function addMonths(date: string, months: number): string {
  const day = midnight(date)
  const [year, month] = [day.getUTCFullYear(), day.getUTCMonth() + months]
  // The day before the first of the month after it.
  const last = new Date(Date.UTC(year, month + 1, 0)).getUTCDate()
  return isoOf(new Date(Date.UTC(year, month, Math.min(day.getUTCDate(), last))))
}

/** Monday 1 to Sunday 7. */
export const weekdayOf = (date: string): number => midnight(date).getUTCDay() || 7

const clocks = new Map<string, Intl.DateTimeFormat>()
function clockIn(zone: string): Intl.DateTimeFormat {
  const known = clocks.get(zone)
  if (known) return known
  const made = new Intl.DateTimeFormat('en-US', {
    timeZone: zone,
    hourCycle: 'h23',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
  })
  clocks.set(zone, made)
  return made
}

/** What a clock on the wall of a zone shows at an instant. */
export interface WallClock {
  /** ISO plain date. */
  readonly date: string
  /** Minutes from midnight. */
  readonly minute: number
}

/** What the clocks of a zone show at an instant, epoch ms. */
export function wallClock(epochMs: number, zone: string): WallClock {
  const parts = Object.fromEntries(
    clockIn(zone)
      .formatToParts(epochMs)
      .map((p) => [p.type, p.value]),
  )
  return {
    date: `${parts.year}-${parts.month}-${parts.day}`,
    minute: Number(parts.hour) * 60 + Number(parts.minute),
  }
}

/** The household's plain date at an instant, ISO. */
export const dateAt = (epochMs: number, zone: string): string => wallClock(epochMs, zone).date
