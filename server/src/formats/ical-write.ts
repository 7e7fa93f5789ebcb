import ICAL from 'ical.js'

/** A day with something to remember, not at a time of it. */
export interface DayNote {
  /** Tells it apart from others of the same day, and stays the same from one reading to the next. */
  readonly key: string
  readonly date: string
  readonly summary: string
  readonly details: string
}

/** A canning day as a calendar shows it. */
export interface CanningDay {
  /** What it is known by from one reading to the next: its date, or a load. */
  readonly date: string
  /** Epoch ms. */
  readonly starts: number
  readonly ends: number
  readonly summary: string
  readonly details: string
}

/**
 * Canning days and what is to be remembered as an iCalendar file (RFC 5545); each keeps its
 * identity from one reading to the next.
 */
export function writeCalendar(
  days: readonly CanningDay[],
  household: { readonly id: string; readonly name: string },
  now: number,
  notes: readonly DayNote[] = [],
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
  for (const note of notes) {
    const event = new ICAL.Component('vevent')
    event.addPropertyWithValue('uid', `${note.key}-${household.id}@kelvit`)
    event.addPropertyWithValue('dtstamp', utc(now))
    event.addPropertyWithValue('dtstart', ICAL.Time.fromDateString(note.date))
    event.addPropertyWithValue('transp', 'TRANSPARENT')
    event.addPropertyWithValue('summary', note.summary)
    event.addPropertyWithValue('description', note.details)
    root.addSubcomponent(event)
  }
  return `${root.toString()}\r\n`
}

const utc = (ms: number): ICAL.Time => ICAL.Time.fromJSDate(new Date(ms), true)
