import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { readDate, readTime, sayHour, sayTime } from '@kelvit/core'

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
