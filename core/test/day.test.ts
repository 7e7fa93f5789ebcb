import fc from 'fast-check'
import { describe, expect, test, vi } from 'vitest'
import {
  ATTENTION,
  cannerClasses,
  clockOf,
  dayLoadOf,
  daySheet,
  kitchenOn,
  minuteOf,
  seeded,
  type DayKitchen,
  type DayLoad,
  type DaySheet,
  type KitchenCalendar,
} from '../src'
import { bruteFinish } from './kit/brute-day'

vi.setConfig({ testTimeout: 30_000 })

const OPENS = 8 * 60
const people = (n: number, from = OPENS, until = 24 * 60) =>
  Array.from({ length: n }, (_, i) => ({ id: `p${i}`, name: `Person ${i}`, from, until }))
const kitchen = (n: number, more: Partial<DayKitchen> = {}): DayKitchen => ({
  opens: OPENS,
  closes: 24 * 60,
  burners: 2,
  people: people(n),
  ...more,
})

/** Loads made up from a seed, on two canners in turn. */
function someLoads(seed: number, count: number, most = 100): DayLoad[] {
  const random = seeded(seed)
  return Array.from({ length: count }, (_, i) => {
    const canner = cannerClasses[i % 2]!
    const jars = 2 + Math.floor(random() * 6)
    return dayLoadOf({
      id: `load-${i}`,
      cannerId: canner.id,
      canBy: `2026-08-${15 + i}`,
      jar: 'quart',
      jars,
      prepMin: Math.min(most, jars * (6 + Math.floor(random() * 9))),
      processMinutes: [25, 30, 40, 85][Math.floor(random() * 4)]!,
      stageMinutes: canner.stageMinutes,
    })
  })
}

const sheetOf = (loads: readonly DayLoad[], k: DayKitchen): DaySheet => {
  const sheet = daySheet(loads, k)
  if (sheet.outcome !== 'sheet') throw new Error(sheet.sentence)
  return sheet
}

/** Looks at a sheet with its tasks alone: every rule of a canning day said again. */
function wrongs(sheet: DaySheet, loads: readonly DayLoad[], k: DayKitchen): string[] {
  const found: string[] = []
  const of = (id: string, stage: string) =>
    sheet.tasks.filter((t) => t.loadId === id && t.stage === stage).sort((a, b) => a.from - b.from)
  const near = (a: number, b: number): boolean => Math.abs(a - b) < 1e-6
  for (const load of loads) {
    const chain = ['heat', 'vent', 'climb', 'process', 'cool', 'rest'].map(
      (s) => of(load.id, s)[0]!,
    )
    for (const [i, t] of chain.entries()) {
      if (!near(t.to - t.from, load.stages[t.stage])) found.push(`${t.stage} is cut short`)
      if (i > 0 && !near(chain[i - 1]!.to, t.from)) found.push(`a gap before ${t.stage}`)
    }
    const [fill, unload] = [of(load.id, 'fill')[0]!, of(load.id, 'unload')[0]!]
    const prepare = of(load.id, 'prepare')
    if (prepare.some((p) => p.to > fill.from + 1e-6)) found.push('filled before prepared')
    const gap = chain[0]!.from - fill.to
    if (gap < -1e-6 || gap > 15 + 1e-6) found.push(`filled jars wait ${gap}`)
    if (unload.from < chain[5]!.to - 1e-6) found.push('opened early')
    if (unload.to > k.closes + 1e-6) found.push('past closing')
  }
  for (const t of sheet.tasks)
    if (['hands', 'eyes'].includes(ATTENTION[t.stage])) {
      const p = k.people.find((x) => x.id === t.person)
      if (!p) found.push(`nobody does ${t.stage}`)
      else if (t.from < p.from - 1e-6 || t.to > p.until + 1e-6) found.push(`${p.name} is not there`)
      if (
        sheet.tasks.some(
          (o) => o !== t && o.person === t.person && o.from < t.to - 1e-6 && t.from < o.to - 1e-6,
        )
      )
        found.push('two things at once')
    }
  for (const a of loads)
    for (const b of loads)
      if (a !== b && a.cannerId === b.cannerId) {
        const [x, y] = [of(a.id, 'heat')[0]!.from, of(b.id, 'heat')[0]!.from]
        if (x <= y && of(a.id, 'unload')[0]!.to > y + 1e-6) found.push('two loads in one canner')
      }
  return found
}

describe('a day sheet', () => {
  test('one load: every stage after the other', () => {
    const load = dayLoadOf({
      id: 'a',
      cannerId: 'small',
      canBy: '2026-08-15',
      jar: 'quart',
      jars: 7,
      prepMin: 84,
      processMinutes: 25,
      stageMinutes: cannerClasses[0]!.stageMinutes,
    })
    // 84 prepare, 14 fill, 18 heat, 10 vent, 8 climb, 25 process, 35 cool, 10 rest, 6 unload
    const sheet = sheetOf([load], kitchen(1))
    expect(sheet.finish - OPENS).toBe(84 + 14 + 18 + 10 + 8 + 25 + 35 + 10 + 6)
    expect(sheet).toMatchObject({ people: 1, optimal: true })
  })
  test.each([1, 2, 3, 4, 5, 6, 7, 8])(
    'two loads, one person, day %i: as early as every order tried',
    (seed) => {
      const loads = someLoads(seed, 2, 45)
      const sheet = sheetOf(loads, kitchen(1))
      expect(sheet.optimal).toBe(true)
      expect(sheet.finish - OPENS).toBeCloseTo(bruteFinish(loads, 1), 6)
    },
  )
  test.each([11, 12, 13, 14])(
    'two loads, two people, day %i: as early as every order tried',
    (seed) => {
      const loads = someLoads(seed, 2, 45)
      const sheet = sheetOf(loads, kitchen(2))
      expect(sheet.finish - OPENS).toBeCloseTo(bruteFinish(loads, 2), 6)
    },
  )
  test.each([21, 22])('two loads in one canner, day %i', (seed) => {
    const loads = someLoads(seed, 2, 45).map((l) => ({ ...l, cannerId: 'small' }))
    expect(sheetOf(loads, kitchen(1)).finish - OPENS).toBeCloseTo(bruteFinish(loads, 1), 6)
  })
  test('three loads, one person: as early as every order tried', () => {
    const loads = someLoads(31, 3, 40)
    const sheet = sheetOf(loads, kitchen(1))
    const best = bruteFinish(loads, 1)
    expect(sheet.finish - OPENS).toBeGreaterThanOrEqual(best - 1e-6)
    if (sheet.optimal) expect(sheet.finish - OPENS).toBeCloseTo(best, 6)
    expect(sheet.bound - OPENS).toBeLessThanOrEqual(best + 1e-6)
  })
  test.each([41, 42, 43, 44, 45])(
    'six loads, two canners, two people, day %i: every rule is kept',
    (seed) => {
      const loads = someLoads(seed, 6)
      const sheet = sheetOf(loads, kitchen(2))
      expect(wrongs(sheet, loads, kitchen(2))).toEqual([])
      expect(sheet.bound).toBeLessThanOrEqual(sheet.finish)
    },
  )
  test('nine loads are placed too, well within every rule', () => {
    const loads = someLoads(51, 9)
    const sheet = sheetOf(loads, kitchen(2))
    expect(wrongs(sheet, loads, kitchen(2))).toEqual([])
  })
  test('a helper who comes late and one who goes early only work while they are there', () => {
    const loads = someLoads(61, 3)
    const hours = [
      { id: 'a', name: 'Early', from: OPENS, until: OPENS + 200 },
      { id: 'b', name: 'Late', from: OPENS + 150, until: 24 * 60 },
    ]
    const k = kitchen(0, { people: hours })
    const sheet = sheetOf(loads, k)
    expect(wrongs(sheet, loads, k)).toEqual([])
  })
  test('one burner: canners take turns on it', () => {
    const loads = someLoads(71, 2)
    const one = sheetOf(loads, kitchen(2, { burners: 1 }))
    const heat = (id: string) => one.tasks.find((t) => t.loadId === id && t.stage === 'heat')!
    const out = (id: string) => one.tasks.find((t) => t.loadId === id && t.stage === 'unload')!
    const [first, second] = [heat('load-0'), heat('load-1')].sort((a, b) => a.from - b.from)
    expect(out(first!.loadId).to).toBeLessThanOrEqual(second!.from + 1e-6)
  })
  test('nobody more is asked than is needed', () => {
    expect(sheetOf(someLoads(1, 1), kitchen(4)).people).toBe(1)
  })
  test('more people never finish later', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), (seed) => {
        const loads = someLoads(seed, 2, 45)
        expect(sheetOf(loads, kitchen(2)).finish).toBeLessThanOrEqual(
          sheetOf(loads, kitchen(1)).finish + 1e-6,
        )
      }),
      { numRuns: 15 },
    )
  })
})

describe('a day that does not fit', () => {
  test('says by how much, and what would make it fit', () => {
    const loads = someLoads(1, 1)
    const needs = sheetOf(loads, kitchen(1)).finish - OPENS
    const k = kitchen(1, {
      closes: OPENS + needs - 30,
      people: people(1, OPENS, OPENS + needs - 30),
    })
    const answer = daySheet(loads, k)
    expect(answer).toMatchObject({ outcome: 'does-not-fit', reason: 'too-long' })
    if (answer.outcome !== 'does-not-fit') return
    expect(answer.sentence).toMatch(/30 min longer/)
    expect(answer.changes).toContainEqual({ kind: 'open-earlier', minutes: 30 })
    expect(answer.changes).toContainEqual({ kind: 'close-later', minutes: 30 })
  })
  test.each(['open-earlier', 'close-later'] as const)(
    '%s by what it says does make it fit',
    (kind) => {
      const loads = someLoads(5, 3)
      const tight = kitchen(2, { closes: OPENS + 200, people: people(2, OPENS, OPENS + 200) })
      const answer = daySheet(loads, tight)
      if (answer.outcome !== 'does-not-fit') throw new Error('it fits')
      const change = answer.changes.find((c) => c.kind === kind)
      if (!change || !('minutes' in change)) throw new Error('no such change')
      const [opens, closes] =
        kind === 'open-earlier'
          ? [OPENS - change.minutes, OPENS + 200]
          : [OPENS, OPENS + 200 + change.minutes]
      const wide = kitchen(2, { opens, closes, people: people(2, opens, closes) })
      expect(daySheet(loads, wide).outcome).toBe('sheet')
    },
  )
  test('nobody, and a closed kitchen, are said as such', () => {
    const loads = someLoads(1, 1)
    expect(daySheet(loads, kitchen(0))).toMatchObject({ reason: 'nobody' })
    expect(daySheet(loads, kitchen(1, { closes: OPENS }))).toMatchObject({ reason: 'closed' })
  })
  test('no load at all is an empty sheet', () => {
    expect(daySheet([], kitchen(1))).toMatchObject({ outcome: 'sheet', finish: OPENS, tasks: [] })
  })
})

describe('when the kitchen is free', () => {
  // 2026-08-14 is a Friday.
  const calendar: KitchenCalendar = {
    hours: [
      { weekday: 5, opens: '17:00', closes: '21:30', people: 2 },
      { weekday: 6, opens: null, closes: null, people: 0 },
    ],
    exceptions: [{ on: '2026-08-21', opens: '09:00', closes: '12:00', people: 1 }],
    busy: [{ on: '2026-08-28', from: '18:00', until: '18:30' }],
  }
  test('a weekday, a closed one, and one nobody spoke of', () => {
    expect(kitchenOn(calendar, '2026-08-14')).toEqual({ opens: 1020, closes: 1290, people: 2 })
    expect(kitchenOn(calendar, '2026-08-15')).toBeNull()
    expect(kitchenOn(calendar, '2026-08-16')).toBeNull()
  })
  test('an odd day goes before its weekday', () => {
    expect(kitchenOn(calendar, '2026-08-21')).toEqual({ opens: 540, closes: 720, people: 1 })
  })
  test('a busy time leaves the longest stretch', () => {
    expect(kitchenOn(calendar, '2026-08-28')).toEqual({ opens: 1110, closes: 1290, people: 2 })
  })
  test('what is over of today does not count', () => {
    expect(kitchenOn(calendar, '2026-08-14', 1200)?.opens).toBe(1200)
    expect(kitchenOn(calendar, '2026-08-14', 1300)).toBeNull()
  })
  test('busy times never add free minutes', () => {
    const time = fc.integer({ min: 0, max: 1439 })
    fc.assert(
      fc.property(fc.array(fc.tuple(time, time), { maxLength: 5 }), (stretches) => {
        const busy = stretches
          .map(([a, b]) => [Math.min(a, b), Math.max(a, b) + 1] as const)
          .map(([a, b]) => ({ on: '2026-08-14', from: clockOf(a), until: clockOf(b) }))
        const open = kitchenOn({ ...calendar, busy }, '2026-08-14')
        if (!open) return
        expect(open.closes - open.opens).toBeLessThanOrEqual(270)
        for (const b of busy)
          expect(minuteOf(b.until) <= open.opens || minuteOf(b.from) >= open.closes).toBe(true)
      }),
    )
  })
})
