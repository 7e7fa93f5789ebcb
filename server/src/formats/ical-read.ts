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

/** Occurrences of one event that are looked at, so that a rule without end ends. */
const MOST_OCCURRENCES = 800
const MOST_TIMES = 2000

/**
 * Reads the times of an iCalendar file (RFC 5545) in which somebody is busy:
 * repeated events are laid out, cancelled and "free" ones left away, stretches
 * over midnight divided.
 * @param zone the household's; also meant where a file names none.
 * @throws UnreadableCalendar when it is no calendar at all.
 */
export function readCalendar(
  text: string,
  zone: string,
  from: string,
  until: string,
): ReadCalendar {
  const events = eventsOf(text)
  const leftOut: string[] = []
  const times: TakenTime[] = []
  for (const event of events) {
    try {
      times.push(...timesOf(event, zone, from, until))
    } catch {
      leftOut.push(
        `“${String(event.summary ?? 'an event').slice(0, 60)}” has no time Kelvit can read.`,
      )
    }
    if (times.length > MOST_TIMES) {
      leftOut.push('The file has more events than Kelvit keeps; the later ones were left out.')
      break
    }
  }
  return { times: times.slice(0, MOST_TIMES), leftOut: leftOut.slice(0, 20) }
}

function eventsOf(text: string): ICAL.Event[] {
  if (!/^\uFEFF?\s*BEGIN:VCALENDAR/i.test(text))
    throw new UnreadableCalendar('This is not a calendar file: it does not begin with a calendar.')
  try {
    const root = new ICAL.Component(ICAL.parse(text))
    for (const z of root.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(z)
    return root
      .getAllSubcomponents('vevent')
      .filter(
        (e) =>
          e.getFirstPropertyValue('status') !== 'CANCELLED' &&
          e.getFirstPropertyValue('transp') !== 'TRANSPARENT' &&
          !e.hasProperty('recurrence-id'),
      )
      .map((e) => new ICAL.Event(e))
  } catch {
    throw new UnreadableCalendar('This calendar file is damaged or cut off and cannot be read.')
  }
}

function timesOf(event: ICAL.Event, zone: string, from: string, until: string): TakenTime[] {
  if (!event.startDate) throw new Error('no start')
  const what = String(event.summary ?? '')
    .replace(/\p{Cc}/gu, ' ')
    .trim()
    .slice(0, 120)
  const zones: Zones = { own: zone, named: namedZone(event) }
  if (!event.isRecurring()) return within(event.startDate, event.endDate, zones, from, until, what)
  const found: TakenTime[] = []
  const each = event.iterator()
  for (let i = 0; i < MOST_OCCURRENCES; i++) {
    const start = each.next()
    if (!start || dateIn(start, zones) > until) break
    const { startDate, endDate } = event.getOccurrenceDetails(start)
    found.push(...within(startDate, endDate, zones, from, until, what))
  }
  return found
}

/** Files name zones of the world without describing them; those the library takes for none. */
const namedZone = (event: ICAL.Event): string | undefined =>
  event.component.getFirstProperty('dtstart')?.getFirstParameter('tzid')

interface Zones {
  /** The household's. */
  readonly own: string
  /** The one the event names, if any. */
  readonly named: string | undefined
}

/** The moment of a calendar time in the household's zone. */
function inZone(time: ICAL.Time, { own: zone, named: said }: Zones): Temporal.ZonedDateTime {
  const wall = Temporal.PlainDateTime.from({
    year: time.year,
    month: time.month,
    day: time.day,
    hour: time.hour,
    minute: time.minute,
    second: time.second,
  })
  const read = time.zone?.tzid
  const named = read && read !== 'floating' ? read : said
  if (time.isDate || !named) return wall.toZonedDateTime(zone)
  if (named === 'UTC' || named === 'Z') return wall.toZonedDateTime('UTC').withTimeZone(zone)
  try {
    return wall.toZonedDateTime(named).withTimeZone(zone)
  } catch {
    return Temporal.Instant.fromEpochMilliseconds(time.toUnixTime() * 1000).toZonedDateTimeISO(zone)
  }
}

const dateIn = (time: ICAL.Time, zones: Zones): string =>
  inZone(time, zones).toPlainDate().toString()

function within(
  start: ICAL.Time,
  end: ICAL.Time,
  zones: Zones,
  from: string,
  until: string,
  what: string,
): TakenTime[] {
  const a = inZone(start, zones)
  const z = inZone(end, zones)
  const times: TakenTime[] = []
  for (let day = a.toPlainDate(); times.length < 62; day = day.add({ days: 1 })) {
    const onDate = day.toString()
    const opens = a.toPlainDate().equals(day) ? clock(a) : '00:00'
    const last = z.toPlainDate().equals(day)
    const closes = last ? clock(z) : '24:00'
    if (closes > opens && onDate >= from && onDate <= until)
      times.push({ onDate, from: opens, until: closes, what })
    if (last || Temporal.PlainDate.compare(day, z.toPlainDate()) > 0 || onDate > until) break
  }
  return times
}

const clock = (t: Temporal.ZonedDateTime): string =>
  t.toPlainTime().toString({ smallestUnit: 'minute' })
