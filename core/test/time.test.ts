import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { Temporal } from 'temporal-polyfill'
import {
  addDays,
  addMonths,
  dateAt,
  daysBetween,
  readDate,
  readTime,
  realDate,
  sayHour,
  sayTime,
  wallClock,
  weekdayOf,
} from '@kelvit/core'

describe('times of day', () => {
  test('as the household says them', () => {
    expect([0, 330, 720, 1050, 1439].map((m) => sayTime(m, 12))).toEqual([
      '12:00 am',
      '5:30 am',
      '12:00 pm',
      '5:30 pm',
      '11:59 pm',
    ])
    expect([0, 330, 720, 1050, 1439].map((m) => sayTime(m, 24))).toEqual([
      '00:00',
      '05:30',
      '12:00',
      '17:30',
      '23:59',
    ])
    // Past midnight it is the next day's time.
    expect([sayTime(1460, 12), sayTime(1460, 24)]).toEqual(['12:20 am', '00:20'])
    expect([sayHour(1020, 12), sayHour(1020, 24), sayHour(1050, 12)]).toEqual([
      '5 pm',
      '17:00',
      '5:30 pm',
    ])
  })
  test('as people type them', () => {
    const evening = 18 * 60
    for (const text of [
      '5:30 pm',
      '5.30pm',
      '17:30',
      '1730',
      '5:30p',
      '5:30 P.M.',
      '17h30',
      '5:30',
    ])
      expect([text, readTime(text, evening)]).toEqual([text, 1050])
    expect(readTime('5:30', 8 * 60)).toBe(330)
    expect(readTime('05:30', evening)).toBe(330)
    expect([readTime('noon'), readTime('midnight'), readTime('24:00')]).toEqual([720, 0, 1440])
    expect([readTime('12:15 am'), readTime('12:15 pm'), readTime('9p')]).toEqual([15, 735, 1260])
    for (const text of ['', 'soon', '25:00', '13 pm', '0 am', '5:75', '24:30', '-1', '5:3'])
      expect([text, readTime(text)]).toEqual([text, undefined])
  })
  test('what was said is read as what it was, in both ways of saying it', () => {
    fc.assert(
      fc.property(fc.nat(1439), fc.constantFrom(12 as const, 24 as const), (m, hours) => {
        expect(readTime(sayTime(m, hours), m)).toBe(m)
      }),
    )
  })
})

describe('dates', () => {
  const TODAY = '2026-08-14' // a Friday
  const read = (text: string) => readDate(text, TODAY)
  test('as people type them', () => {
    for (const text of [
      '20 aug',
      'Aug 20',
      'august 20th',
      '20 Aug 2026',
      'Thu 20 Aug',
      '2026-08-20',
    ])
      expect([text, read(text)]).toEqual([text, '2026-08-20'])
    expect([read('today'), read('tomorrow'), read('yesterday')]).toEqual([
      '2026-08-14',
      '2026-08-15',
      '2026-08-13',
    ])
  })
  test('a year that is said counts, however far; spaces, stops and capitals do not', () => {
    expect([read('14 aug 2024'), read(' 31  AUG. '), read('1 jan 1999')]).toEqual([
      '2024-08-14',
      '2026-08-31',
      '1999-01-01',
    ])
    for (const text of ['sat 20', '20', 'x2026-08-20', '2026-08-20x'])
      expect([text, read(text)]).toEqual([text, undefined])
    // "24" might be the year: it is asked again, not passed over.
    for (const text of ['20 aug 24', '20 aug 2027-', '20 21 aug', 'aug 20 2024 2025', '99 20 aug'])
      expect([text, read(text)]).toEqual([text, undefined])
  })
  test('a weekday is the next one, never today', () => {
    expect([read('sat'), read('Monday'), read('fri')]).toEqual([
      '2026-08-15',
      '2026-08-17',
      '2026-08-21',
    ])
  })
  test('without a year the nearest is meant', () => {
    expect([read('2 jan'), read('1 may'), read('20 dec')]).toEqual([
      '2027-01-02',
      '2026-05-01',
      '2026-12-20',
    ])
  })
  test('figures alone and days that are none are not guessed at', () => {
    for (const text of ['8/14', '14.8.', '', '31 feb', '2026-02-30', 'aug', '40 aug', 'some day'])
      expect([text, read(text)]).toEqual([text, undefined])
  })
})

describe('the calendar, held against another implementation', () => {
  const iso = fc
    .date({ min: new Date('1970-01-01'), max: new Date('2099-12-31'), noInvalidDate: true })
    .map((d) => d.toISOString().slice(0, 10))
  test('days between, days on and months on', () => {
    fc.assert(
      fc.property(iso, iso, fc.integer({ min: -800, max: 800 }), (a, b, n) => {
        const [from, to] = [Temporal.PlainDate.from(a), Temporal.PlainDate.from(b)]
        expect(daysBetween(a, b)).toBe(from.until(to, { largestUnit: 'day' }).days)
        expect(addDays(a, n)).toBe(from.add({ days: n }).toString())
        expect(addMonths(a, n)).toBe(from.add({ months: n }).toString())
        expect(weekdayOf(a)).toBe(from.dayOfWeek)
      }),
      { numRuns: 400 },
    )
  })
  test('clocks on the wall, summer time and half-hour zones included', () => {
    const zones = ['America/Denver', 'Europe/Berlin', 'Asia/Kolkata', 'Australia/Lord_Howe', 'Pacific/Apia', 'UTC'] // prettier-ignore
    const around = [
      '2026-03-08T08:59:00Z',
      '2026-03-08T09:00:00Z',
      '2026-11-01T07:30:00Z',
      '2026-11-01T08:30:00Z',
      '2026-03-29T00:59:59Z',
      '2026-03-29T01:00:00Z',
    ].map((t) => Date.parse(t))
    fc.assert(
      fc.property(
        fc.oneof(fc.constantFrom(...around), fc.integer({ min: 0, max: 4e12 })),
        fc.constantFrom(...zones),
        (ms, zone) => {
          const there = Temporal.Instant.fromEpochMilliseconds(ms).toZonedDateTimeISO(zone)
          expect(wallClock(ms, zone)).toEqual({
            date: there.toPlainDate().toString(),
            minute: there.hour * 60 + there.minute,
          })
          expect(dateAt(ms, zone)).toBe(there.toPlainDate().toString())
        },
      ),
      { numRuns: 400 },
    )
  })
  test('days that no calendar has', () => {
    for (const day of ['2026-02-30', '2026-13-01', '2026-2-3', 'today', '', '2026-02-29'])
      expect(realDate(day), day).toBeUndefined()
    expect(realDate('2028-02-29')).toBe('2028-02-29')
    expect(() => addDays('nonsense', 1)).toThrow(RangeError)
    expect(() => daysBetween('2026-08-14', '')).toThrow(RangeError)
  })
})
