// When a kitchen is free, held against a look at every minute of the day and of the night after it.
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  canBeOpen,
  clockOf,
  closingOf,
  dateAt,
  kitchenDay,
  kitchenOn,
  minuteOf,
  sayDate,
  type KitchenCalendar,
  type KitchenStretch,
} from '@kelvit/core'

const FRIDAY = '2026-08-14'
const SATURDAY = '2026-08-15'
const open = (opens: string, closes: string, more: object = {}): KitchenCalendar => ({
  hours: [{ weekday: 5, opens, closes, people: 2 }],
  exceptions: [],
  busy: [],
  ...more,
})
const busy = (onDate: string, from: string, until: string) => ({ onDate, from, until })

/** The same by painting minutes: free stretches of half an hour and more, from the first to the last. */
function painted(
  calendar: KitchenCalendar,
  opens: string,
  closes: string,
  notBefore: number,
): KitchenStretch | null {
  const [from, to] = [minuteOf(opens), minuteOf(closes)]
  const end = to > from ? to : to + 1440
  const free = Array.from({ length: 2 * 1440 }, (_, m) => m >= Math.max(from, notBefore) && m < end)
  for (const b of calendar.busy) {
    const plus = b.onDate === FRIDAY ? 0 : b.onDate === SATURDAY ? 1440 : null
    if (plus === null) continue
    for (let m = minuteOf(b.from) + plus; m < minuteOf(b.until) + plus && m < free.length; m++)
      free[m] = false
  }
  const stretches: { from: number; until: number }[] = []
  for (let m = 0; m < free.length; m++) {
    if (!free[m]) continue
    let until = m
    while (free[until]) until++
    if (until - m >= 30) stretches.push({ from: m, until })
    m = until
  }
  if (stretches.length === 0) return null
  const gaps = stretches.slice(1).map((s, i) => ({ from: stretches[i]!.until, until: s.from }))
  return { opens: stretches[0]!.from, closes: stretches.at(-1)!.until, people: 2, gaps }
}

describe('when the kitchen is free', () => {
  const time = (most: number) => fc.integer({ min: 0, max: most }).map((m) => clockOf(m))
  const errand = fc
    .tuple(
      fc.constantFrom(FRIDAY, SATURDAY, '2026-08-16'),
      time(1439),
      fc.integer({ min: 1, max: 400 }),
    )
    .map(([day, from, long]) => busy(day, from, clockOf(Math.min(1440, minuteOf(from) + long))))

  test('minute by minute, whatever is busy', () => {
    fc.assert(
      fc.property(
        time(1439),
        time(1439),
        fc.array(errand, { maxLength: 6 }),
        fc.integer({ min: 0, max: 1500 }),
        (opens, closes, errands, notBefore) => {
          fc.pre(canBeOpen(opens, closes))
          const calendar = open(opens, closes, { busy: errands })
          expect(kitchenOn(calendar, FRIDAY, notBefore)).toEqual(
            painted(calendar, opens, closes, notBefore),
          )
        },
      ),
      { numRuns: 400 },
    )
  })
  test('half an hour is just enough, at the edge and between errands', () => {
    expect(kitchenOn(open('18:00', '18:30'), FRIDAY)).toMatchObject({ opens: 1080, closes: 1110 })
    expect(kitchenOn(open('18:00', '18:29'), FRIDAY)).toBeNull()
    const day = open('18:00', '22:00', {
      busy: [busy(FRIDAY, '18:29', '19:00'), busy(FRIDAY, '19:30', '20:00')],
    })
    expect(kitchenOn(day, FRIDAY)).toEqual({
      opens: 1140,
      closes: 1320,
      people: 2,
      gaps: [{ from: 1170, until: 1200 }],
    })
  })
  test('a day that is not like its weekday goes by its own times; nobody there, nothing is canned', () => {
    const odd = (more: object) => ({
      exceptions: [{ onDate: FRIDAY, opens: '09:00', closes: '12:00', people: 1, ...more }],
    })
    expect(kitchenOn(open('18:00', '22:00', odd({})), FRIDAY)).toMatchObject({
      opens: 540,
      closes: 720,
      people: 1,
    })
    for (const more of [{ people: 0 }, { opens: null }, { closes: null }])
      expect(kitchenOn(open('18:00', '22:00', odd(more)), FRIDAY)).toBeNull()
    expect(kitchenOn(open('18:00', '22:00'), SATURDAY)).toBeNull()
  })
  test('an end that is no later is of the night after, up to six; a whole day is none', () => {
    expect(['22:00', '01:00', '06:00', '06:01', '18:00'].map((t) => canBeOpen('18:00', t))).toEqual(
      [true, true, true, false, false],
    )
    // At one in the morning, one to one would be a day.
    expect(canBeOpen('01:00', '01:00')).toBe(false)
    expect([closingOf('18:00', '22:00'), closingOf('18:00', '01:30')]).toEqual([1320, 1530])
  })
  test('errands may be told in any order', () => {
    const errands = [
      busy(FRIDAY, '20:00', '20:30'),
      busy(FRIDAY, '18:40', '19:20'),
      busy(FRIDAY, '18:50', '19:00'),
    ]
    const gaps = [
      { from: 1120, until: 1160 },
      { from: 1200, until: 1230 },
    ]
    for (const list of [errands, errands.toReversed()])
      expect(kitchenOn(open('18:00', '22:00', { busy: list }), FRIDAY)?.gaps).toEqual(gaps)
  })
})

test('clock times and minutes are each other’s way back; seconds are rounded', () => {
  for (let m = 0; m < 3000; m++) expect(minuteOf(clockOf(m))).toBe(m)
  expect([clockOf(0), clockOf(1439.6), clockOf(1460)]).toEqual(['00:00', '24:00', '24:20'])
  expect([minuteOf('24:00'), minuteOf('17:30'), minuteOf('7')]).toEqual([1440, 1050, 420])
})

test('every month as it is written out', () => {
  const months = Array.from({ length: 12 }, (_, m) => sayDate(`2026-${clockOf(m + 1).slice(3)}-09`))
  expect(months.join(' ')).toBe(
    ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
      .map((m) => `9 ${m} 2026`)
      .join(' '),
  )
})

describe('the day that a kitchen is in', () => {
  const night = open('18:00', '01:30')
  test('after midnight it is the evening before, until the kitchen closes', () => {
    expect(kitchenDay({ date: FRIDAY, minute: 20 * 60 }, night)).toEqual({
      date: FRIDAY,
      minute: 20 * 60,
    })
    expect(kitchenDay({ date: SATURDAY, minute: 30 }, night)).toEqual({
      date: FRIDAY,
      minute: 24 * 60 + 30,
    })
    expect(kitchenDay({ date: SATURDAY, minute: 90 }, night)).toEqual({
      date: SATURDAY,
      minute: 90,
    })
    // What closes before midnight has no night; nor has a day on which nobody cans.
    for (const calendar of [
      open('08:00', '12:00'),
      open('17:00', '24:00'),
      { ...night, hours: [] },
    ])
      expect(kitchenDay({ date: SATURDAY, minute: 0 }, calendar)).toEqual({
        date: SATURDAY,
        minute: 0,
      })
    // An errand in the night may end it earlier.
    const away = { ...night, busy: [busy(SATURDAY, '00:20', '06:00')] }
    expect(kitchenDay({ date: SATURDAY, minute: 30 }, away).date).toBe(SATURDAY)
  })
  test('it is the same moment, however it is told', () => {
    const times = fc.integer({ min: 0, max: 1439 })
    fc.assert(
      fc.property(times, times, times, (opens, closes, minute) => {
        fc.pre(canBeOpen(clockOf(opens), clockOf(closes)))
        const now = { date: SATURDAY, minute }
        const day = kitchenDay(now, open(clockOf(opens), clockOf(closes)))
        const instant = (at: typeof now): number =>
          Date.parse(`${at.date}T00:00:00Z`) + at.minute * 60_000
        expect(instant(day)).toBe(instant(now))
        expect(dateAt(instant(day), 'UTC')).toBe(SATURDAY)
        if (day.date === FRIDAY)
          expect(day.minute).toBeLessThan(closingOf(clockOf(opens), clockOf(closes)))
      }),
    )
  })
})
