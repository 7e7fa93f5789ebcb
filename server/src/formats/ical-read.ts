import ICAL from 'ical.js'
import { Temporal } from 'temporal-polyfill'

/** A stretch of a day that is taken, times "17:30", the end of a day "24:00". */
export interface TakenTime {
  readonly onDate: string
  readonly from: string
  readonly until: string
  readonly what: string
}

export interface ReadCalendar {
  readonly times: readonly TakenTime[]
  readonly leftOut: readonly string[]
}

/** A calendar file that cannot be read; the message says what is wrong with it. */
export class UnreadableCalendar extends Error {}

/** Occurrences that are laid out over the whole file, so that hostile rules end; said when it is reached. */
const MOST_STEPS = 10_000
const MOST_TIMES = 2000
const MOST_ZONES = 40

interface Reading {
  /** The household's zone; also meant where a file names none. */
  readonly zone: string
  readonly from: string
  readonly until: string
  steps: number
}

class TooLong extends Error {}
class UnknownZone extends Error {}

/**
 * Reads the times of an iCalendar file (RFC 5545) in which somebody is busy:
 * repeated events are laid out from whenever they began, single changed occurrences
 * take their own time, cancelled and "free" ones are left away, stretches over
 * midnight divided. Zones that the file describes are its own and nobody else's.
 * Runs in a worker: whatever a file holds, it keeps nobody else waiting.
 * @param zone the household's; also meant where a file names none.
 * @throws UnreadableCalendar when it is no calendar at all.
 */
export function readCalendar(
  text: string,
  zone: string,
  from: string,
  until: string,
): ReadCalendar {
  const reading: Reading = { zone, from, until, steps: MOST_STEPS }
  const leftOut: string[] = []
  const times: TakenTime[] = []
  for (const series of seriesOf(text)) {
    try {
      times.push(...timesOf(series, reading))
    } catch (error) {
      leftOut.push(whyLeftOut(series, error))
    }
    if (times.length > MOST_TIMES) {
      leftOut.push('The file has more events than Kelvit can keep. We left out the later ones.')
      break
    }
  }
  return { times: times.slice(0, MOST_TIMES), leftOut: leftOut.slice(0, 20) }
}

function whyLeftOut({ event }: Series, error: unknown): string {
  const name = `“${String(event.summary ?? 'an event').slice(0, 60)}”`
  if (error instanceof TooLong) return `${name} repeats in a way that takes too long to lay out.`
  if (error instanceof UnknownZone) return `${name} is in a time zone Kelvit doesn’t know.`
  return `${name} has no time Kelvit can read.`
}

/** An event with the occurrences of it that were changed one by one. */
interface Series {
  readonly event: ICAL.Event
  readonly changed: readonly ICAL.Event[]
}

/** Left to itself the library would look through the whole file for each event's exceptions. */
const ALONE = { exceptions: [], strictExceptions: false }

function seriesOf(text: string): Series[] {
  if (!/^\uFEFF?\s*BEGIN:VCALENDAR/i.test(text))
    throw new UnreadableCalendar('This isn’t a calendar file.')
  try {
    const root = new ICAL.Component(ICAL.parse(text))
    keepPlainZones(root)
    return grouped(root.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e, ALONE)))
  } catch {
    throw new UnreadableCalendar('This calendar file is damaged or incomplete.')
  }
}

/** Zones change once or twice a year; a description that says otherwise is not read. */
function keepPlainZones(root: ICAL.Component): void {
  const plain = (z: ICAL.Component): boolean =>
    z
      .getAllSubcomponents()
      .flatMap((part) => part.getAllProperties('rrule'))
      .every((rule) => (rule.getFirstValue() as ICAL.Recur).freq === 'YEARLY')
  for (const [i, z] of root.getAllSubcomponents('vtimezone').entries())
    if (i >= MOST_ZONES || !plain(z)) root.removeSubcomponent(z)
}

const isException = (e: ICAL.Event): boolean => e.component.hasProperty('recurrence-id')

function grouped(events: readonly ICAL.Event[]): Series[] {
  const masters = events.filter((e) => !isException(e))
  const exceptions = byUid(events.filter(isException))
  const known = new Set(masters.map((m) => m.uid))
  const alone = events.filter((e) => isException(e) && !known.has(e.uid))
  return [
    ...masters.map((event) => ({ event, changed: exceptions.get(event.uid) ?? [] })),
    ...alone.map((event) => ({ event, changed: [] })),
  ]
}

function byUid(events: readonly ICAL.Event[]): Map<string, ICAL.Event[]> {
  const map = new Map<string, ICAL.Event[]>()
  for (const e of events) map.set(e.uid, [...(map.get(e.uid) ?? []), e])
  return map
}

const takesTime = (e: ICAL.Event): boolean =>
  e.component.getFirstPropertyValue('status') !== 'CANCELLED' &&
  e.component.getFirstPropertyValue('transp') !== 'TRANSPARENT'

const titleOf = (e: ICAL.Event): string =>
  String(e.summary ?? '')
    .replace(/\p{Cc}/gu, ' ')
    .trim()
    .slice(0, 120)

function timesOf({ event, changed }: Series, reading: Reading): TakenTime[] {
  const found: TakenTime[] = []
  for (const c of changed)
    if (takesTime(c)) found.push(...within(c.startDate, c.endDate, c, reading))
  if (!event.startDate) throw new Error('no start')
  if (!takesTime(event)) return found
  if (!event.isRecurring() || isException(event))
    return [...found, ...within(event.startDate, event.endDate, event, reading)]
  const at = (c: ICAL.Event): Moment => momentOf(c.recurrenceId, c, reading)
  const moved = new Set(changed.map((c) => asKey(at(c))))
  const onward = changed
    .filter((c) => c.modifiesFuture())
    .map((c) => ({ event: c, from: at(c) }))
    .sort((a, b) => (before(a.from, b.from) ? -1 : 1))
  for (const start of occurrences(event, reading)) {
    const here = changed.length > 0 ? momentOf(start, event, reading) : undefined
    if (here && moved.has(asKey(here))) continue
    const last = here && onward.filter((c) => !before(here, c.from)).at(-1)?.event
    if (last && !takesTime(last)) continue
    const begin = start.clone()
    if (last) begin.addDuration(last.startDate.subtractDateTz(last.recurrenceId))
    const end = begin.clone()
    end.addDuration((last ?? event).duration)
    found.push(...within(begin, end, last ?? event, reading))
  }
  return found
}

const asKey = (m: Moment): string => `${m.date} ${m.time}`

/** Starts of a repeated event's occurrences that can reach into the days asked for. */
function* occurrences(event: ICAL.Event, reading: Reading): Generator<ICAL.Time> {
  if (reading.steps <= 0) throw new TooLong()
  const start = nearStart(event, reading)
  if (!start) return
  const each = event.iterator(start)
  // A day or two more at both ends: zones move an occurrence by less.
  const first = dayNumber(reading.from) - daysOf(event)
  const last = dayNumber(reading.until) + 2
  for (;;) {
    if (--reading.steps < 0) throw new TooLong()
    const next = each.next()
    const day = next ? dayOf(next) : Infinity
    if (!next || day > last) return
    if (day >= first) yield next
  }
}

const DAY_MS = 86_400_000
const dayNumber = (iso: string): number => Math.round(Date.parse(iso) / DAY_MS)
/** Days since 1970 of a calendar time, also long before it. */
function dayOf(t: ICAL.Time): number {
  const day = new Date(0)
  day.setUTCFullYear(t.year, t.month - 1, t.day)
  return Math.round(day.getTime() / DAY_MS)
}

/** Days that one occurrence can reach over, and two for zones. */
const daysOf = (event: ICAL.Event): number =>
  Math.ceil(Math.abs(event.duration.toSeconds()) / 86_400) + 2

/**
 * Where to begin laying out a rule: its own start, or many whole repetitions later
 * when it began long ago. A whole number of repetitions keeps which days it falls on.
 * Undefined when it was over before.
 */
function nearStart(event: ICAL.Event, reading: Reading): ICAL.Time | undefined {
  const rules = event.component.getAllProperties('rrule')
  const start = event.startDate
  const rule = rules.length === 1 ? (rules[0]?.getFirstValue() as ICAL.Recur) : undefined
  if (!rule) return start
  const ahead = dayNumber(reading.from) - daysOf(event) - dayOf(start)
  const interval = Math.max(1, rule.interval)
  const unit = {
    DAILY: interval,
    WEEKLY: 7 * interval,
    MONTHLY: 366 * interval,
    YEARLY: 366 * 400 * interval,
  }[rule.freq as 'DAILY'] as number | undefined
  if (unit === undefined) throw new TooLong()
  const skip = Math.floor(ahead / unit) - 1
  if (skip <= 0) return start
  if (rule.count) {
    // How many a repetition has is only known where no part multiplies or removes them.
    if (Object.keys(rule.parts).length > 0 || unit > 7 * interval) return start
    const left = rule.count - skip
    if (left <= 0) return undefined
    rule.count = left
  }
  const near = start.clone()
  if (rule.freq === 'DAILY' || rule.freq === 'WEEKLY') near.adjust(skip * unit, 0, 0, 0)
  else if (start.month === 2 && start.day === 29) return start
  else near.year += skip * interval * (rule.freq === 'YEARLY' ? 400 : 1)
  return near
}

/** Zones of the world that files name without describing them; those the library takes for none. */
const saidZone = (event: ICAL.Event): string | undefined =>
  event.component.getFirstProperty('dtstart')?.getFirstParameter('tzid')

/** A moment as the household's clock and calendar show it; as text in the order of time. */
interface Moment {
  readonly date: string
  /** "17:30:00". */
  readonly time: string
}

const two = (n: number): string => String(n).padStart(2, '0')
const before = (a: Moment, b: Moment): boolean =>
  a.date < b.date || (a.date === b.date && a.time < b.time)

/** The moment of a calendar time in the household's zone; without the long way round where it is given in it. */
function momentOf(time: ICAL.Time, event: ICAL.Event, { zone }: Reading): Moment {
  const date = `${String(time.year).padStart(4, '0')}-${two(time.month)}-${two(time.day)}`
  const wall: Moment = {
    date,
    time: `${two(time.hour)}:${two(time.minute)}:${two(Math.min(59, time.second))}`,
  }
  if (time.isDate) return { date, time: '00:00:00' }
  const read = time.zone?.tzid
  if (read === 'UTC' || read === 'Z') return shifted(wall, 'UTC', zone)
  // Described in this very file: its word counts, whatever others call by that name.
  if (read && read !== 'floating')
    return momentAt(Temporal.Instant.fromEpochMilliseconds(time.toUnixTime() * 1000), zone)
  const named = saidZone(event)
  return named && named !== zone ? shifted(wall, named, zone) : wall
}

function shifted(wall: Moment, from: string, to: string): Moment {
  let there: Temporal.ZonedDateTime
  try {
    there = Temporal.PlainDateTime.from(`${wall.date}T${wall.time}`).toZonedDateTime(from)
  } catch {
    throw new UnknownZone(from)
  }
  return momentAt(there.toInstant(), to)
}

function momentAt(instant: Temporal.Instant, zone: string): Moment {
  const text = instant
    .toZonedDateTimeISO(zone)
    .toPlainDateTime()
    .toString({ smallestUnit: 'second' })
  const [date = '', time = ''] = text.split('T')
  return { date, time }
}

const nextDay = (date: string): string =>
  new Date(Date.parse(date) + DAY_MS).toISOString().slice(0, 10)

function within(
  start: ICAL.Time,
  end: ICAL.Time,
  event: ICAL.Event,
  reading: Reading,
): TakenTime[] {
  const { from, until } = reading
  const a = momentOf(start, event, reading)
  const z = momentOf(end, event, reading)
  const times: TakenTime[] = []
  for (let day = a.date < from ? from : a.date; day <= until && day <= z.date; day = nextDay(day)) {
    const opens = a.date === day ? a.time.slice(0, 5) : '00:00'
    const closes = z.date === day ? z.time.slice(0, 5) : '24:00'
    if (closes > opens)
      times.push({ onDate: day, from: opens, until: closes, what: titleOf(event) })
    if (times.length >= 400) break
  }
  return times
}
