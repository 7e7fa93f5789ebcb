import { Temporal } from 'temporal-polyfill'
import { describe, expect, test } from 'vitest'
import fc from 'fast-check'
import { readCalendar } from '../src/formats/ical-read'

const FROM = '2026-08-14'
const UNTIL = '2027-01-11'
let n = 0
const event = (...lines: string[]): string =>
  ['BEGIN:VEVENT', `UID:u${++n}`, 'DTSTAMP:20260801T000000Z', ...lines, 'END:VEVENT'].join('\r\n')
const file = (...parts: string[]): string =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//t//EN', ...parts, 'END:VCALENDAR'].join('\r\n')
const read = (...parts: string[]) => readCalendar(file(...parts), 'America/Denver', FROM, UNTIL)
const days = (...parts: string[]): string[] => read(...parts).times.map((t) => t.onDate)

describe('events that began years ago', () => {
  test('a daily one fills every day of the window, at its own time', () => {
    const { times, leftOut } = read(
      event(
        'SUMMARY:Milking',
        'DTSTART:19700101T060000',
        'DTEND:19700101T063000',
        'RRULE:FREQ=DAILY',
      ),
    )
    expect(leftOut).toEqual([])
    expect(times).toHaveLength(151)
    expect(times[0]).toEqual({ onDate: FROM, from: '06:00', until: '06:30', what: 'Milking' })
    expect(times.at(-1)?.onDate).toBe(UNTIL)
  })
  test('from the year 1, and free days kept free', () => {
    expect(
      days(event('DTSTART:00010101T060000', 'DURATION:PT1H', 'RRULE:FREQ=DAILY;BYDAY=SA')).slice(
        0,
        2,
      ),
    ).toEqual(['2026-08-15', '2026-08-22'])
  })
  test('an ended one is over, a counted one ends when it says', () => {
    expect(
      days(
        event(
          'DTSTART:20000101T060000',
          'DURATION:PT1H',
          'RRULE:FREQ=DAILY;UNTIL=20100101T000000Z',
        ),
      ),
    ).toEqual([])
    expect(
      days(event('DTSTART:20000101T060000', 'DURATION:PT1H', 'RRULE:FREQ=DAILY;COUNT=300')),
    ).toEqual([])
    // 2020-01-01 is day 1; 2026-08-15 is day 2419.
    expect(
      days(event('DTSTART:20200101T060000', 'DURATION:PT1H', 'RRULE:FREQ=DAILY;COUNT=2419')),
    ).toEqual(['2026-08-14', '2026-08-15'])
  })
  test('every rule without end falls on the days that plain counting gives', () => {
    const start = Temporal.PlainDate.from('1987-03-05')
    fc.assert(
      fc.property(
        fc.constantFrom('DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY'),
        fc.integer({ min: 1, max: 7 }),
        fc.integer({ min: 0, max: 4000 }),
        (freq, interval, later) => {
          const begin = start.add({ days: later })
          // The 29th to 31st are not in every month: what then is the library's affair.
          if (begin.day > 28) return
          const unit = { DAILY: 'days', WEEKLY: 'weeks', MONTHLY: 'months', YEARLY: 'years' }[freq]!
          const wanted: string[] = []
          for (let i = 0; ; i++) {
            const d = begin.add({ [unit]: i * interval })
            if (d.toString() > UNTIL) break
            if (d.toString() >= FROM) wanted.push(d.toString())
          }
          const at = begin.toString().replaceAll('-', '')
          expect(
            days(
              event(
                `DTSTART:${at}T100000`,
                'DURATION:PT1H',
                `RRULE:FREQ=${freq};INTERVAL=${interval}`,
              ),
            ),
          ).toEqual(wanted)
        },
      ),
      { seed: 11, numRuns: 200 },
    )
  })
})

describe('exceptions to a series', () => {
  const choir = [
    'UID:choir',
    'DTSTAMP:20260801T000000Z',
    'SUMMARY:Choir',
    'DTSTART:20150106T190000',
    'DTEND:20150106T210000',
    'RRULE:FREQ=WEEKLY',
  ]
  const vevent = (...lines: string[]): string =>
    ['BEGIN:VEVENT', ...lines, 'END:VEVENT'].join('\r\n')
  const on = (date: string, ...parts: string[]): string[] =>
    read(vevent(...choir), ...parts)
      .times.filter((t) => t.onDate === date)
      .map((t) => `${t.from}–${t.until} ${t.what}`)
  const changed = (id: string, ...lines: string[]): string =>
    vevent('UID:choir', 'DTSTAMP:20260801T000000Z', `RECURRENCE-ID:${id}`, ...lines)

  test('a moved one takes its new time and leaves the old one free', () => {
    const moved = changed(
      '20260818T190000',
      'SUMMARY:Choir, moved',
      'DTSTART:20260820T180000',
      'DTEND:20260820T190000',
    )
    expect(on('2026-08-18', moved)).toEqual([])
    expect(on('2026-08-20', moved)).toEqual(['18:00–19:00 Choir, moved'])
    expect(on('2026-08-25', moved)).toEqual(['19:00–21:00 Choir'])
  })
  test('a cancelled or free one leaves its time free', () => {
    const times = ['DTSTART:20260818T190000', 'DTEND:20260818T210000']
    expect(on('2026-08-18', changed('20260818T190000', 'STATUS:CANCELLED', ...times))).toEqual([])
    expect(on('2026-08-18', changed('20260818T190000', 'TRANSP:TRANSPARENT', ...times))).toEqual([])
  })
  test('one moved from before the window into it counts', () => {
    expect(
      on(
        '2026-08-15',
        changed(
          '20260811T190000',
          'SUMMARY:Choir',
          'DTSTART:20260815T100000',
          'DTEND:20260815T110000',
        ),
      ),
    ).toEqual(['10:00–11:00 Choir'])
  })
  test('a change to this and all that follow moves them all', () => {
    const later = vevent(
      'UID:choir',
      'DTSTAMP:20260801T000000Z',
      'RECURRENCE-ID;RANGE=THISANDFUTURE:20260825T190000',
      'SUMMARY:Choir',
      'DTSTART:20260826T200000',
      'DTEND:20260826T203000',
    )
    expect(on('2026-08-18', later)).toEqual(['19:00–21:00 Choir'])
    expect(on('2026-08-25', later)).toEqual([])
    expect(on('2026-08-26', later)).toEqual(['20:00–20:30 Choir'])
    expect(on('2026-09-02', later)).toEqual(['20:00–20:30 Choir'])
  })
})

describe('zones', () => {
  const zone = (name: string, offset: string): string =>
    [
      'BEGIN:VTIMEZONE',
      `TZID:${name}`,
      'BEGIN:STANDARD',
      'DTSTART:19700101T000000',
      `TZOFFSETFROM:${offset}`,
      `TZOFFSETTO:${offset}`,
      'END:STANDARD',
      'END:VTIMEZONE',
    ].join('\r\n')
  const call = event(
    'DTSTART;TZID=Works Time:20260820T200000',
    'DTEND;TZID=Works Time:20260820T210000',
  )
  test('a file’s own zone counts in that file', () => {
    expect(read(zone('Works Time', '+0200'), call).times[0]).toMatchObject({ from: '12:00' })
    expect(read(zone('Works Time', '+0000'), call).times[0]).toMatchObject({ from: '14:00' })
  })
  test('and leaves nothing behind for the next file, which says that it does not know it', () => {
    read(zone('Works Time', '+0200'), call)
    const { times, leftOut } = read(call)
    expect(times).toEqual([])
    expect(leftOut[0]).toMatch(/time zone/)
    const berlin = event(
      'DTSTART;TZID=Europe/Berlin:20260820T200000',
      'DTEND;TZID=Europe/Berlin:20260820T210000',
    )
    const before = read(berlin).times
    read(zone('Europe/Berlin', '-1100'), berlin)
    expect(read(berlin).times).toEqual(before)
  })
})

test('what repeats within the hour, or on days that never come, is said and ends', () => {
  const second = read(event('SUMMARY:Tick', 'DTSTART:19700101T000000', 'RRULE:FREQ=SECONDLY'))
  expect(second).toMatchObject({ times: [], leftOut: [expect.stringMatching(/Tick.*too long/)] })
  const counted = read(
    event(
      'SUMMARY:Many',
      'DTSTART:19000101T000000',
      'DURATION:PT1H',
      'RRULE:FREQ=DAILY;BYDAY=MO,TU,WE,TH,FR,SA,SU;COUNT=900000',
    ),
    event(
      'SUMMARY:More',
      'DTSTART:19000101T000000',
      'DURATION:PT1H',
      'RRULE:FREQ=DAILY;BYDAY=MO,TU,WE,TH,FR,SA,SU;COUNT=900000',
    ),
  )
  expect(counted.leftOut.join()).toMatch(/More.*too long/)
})
