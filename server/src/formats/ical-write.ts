import ICAL from 'ical.js'

/** A canning day as a calendar shows it. */
export interface CanningDay {
  readonly date: string
  /** Epoch ms. */
  readonly starts: number
  readonly ends: number
  readonly summary: string
  readonly details: string
}

/** Canning days as an iCalendar file (RFC 5545); the same day keeps its identity from one reading to the next. */
export function writeCalendar(
  days: readonly CanningDay[],
  household: { readonly id: string; readonly name: string },
  now: number,
): string {
  const root = new ICAL.Component('vcalendar')
  root.addPropertyWithValue('version', '2.0')
  root.addPropertyWithValue('prodid', '-//Kelvit//Canning days//EN')
  root.addPropertyWithValue('x-wr-calname', `Canning at ${household.name}`)
  root.addPropertyWithValue('refresh-interval', ICAL.Duration.fromSeconds(3600))
  for (const day of days) {
    const event = new ICAL.Component('vevent')
    event.addPropertyWithValue('uid', `${day.date}-${household.id}@kelvit`)
    event.addPropertyWithValue('dtstamp', utc(now))
    event.addPropertyWithValue('dtstart', utc(day.starts))
    event.addPropertyWithValue('dtend', utc(day.ends))
    event.addPropertyWithValue('summary', day.summary)
    event.addPropertyWithValue('description', day.details)
    root.addSubcomponent(event)
  }
  return `${root.toString()}\r\n`
}

const utc = (ms: number): ICAL.Time => ICAL.Time.fromJSDate(new Date(ms), true)
