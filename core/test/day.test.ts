import fc from 'fast-check'
import { describe, expect, test, vi } from 'vitest'
import {
  cannerClasses,
  clockOf,
  dayLoadOf,
  daySheet,
  kitchenOn,
  minuteOf,
  runningLoad,
  seeded,
  type DayKitchen,
  type DayLoad,
  type DaySheet,
  type KitchenCalendar,
  type LoadStage,
} from '../src'
import { assignHands } from '../src/plan/day/people'
import { bruteFinish } from './kit/brute-day'
import { wrongsOfDay as wrongs } from './kit/check-day'

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

/** Loads made up from a seed, on the canners in turn. */
function someLoads(seed: number, count: number, most = 100, canners = 2): DayLoad[] {
  const random = seeded(seed)
  return Array.from({ length: count }, (_, i) => {
    const canner = cannerClasses[i % canners]!
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
  test('whatever the kitchen: a sheet keeps every rule, quick or not, and the longer look is no later', () => {
    const hours = fc.record({
      from: fc.integer({ min: 0, max: 180 }),
      until: fc.integer({ min: 300, max: 960 }),
    })
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 10_000 }),
        fc.integer({ min: 1, max: 7 }),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 1, max: 3 }),
        fc.array(hours, { minLength: 1, maxLength: 3 }),
        (seed, count, canners, burners, there) => {
          const loads = someLoads(seed, count, 100, canners)
          const k = kitchen(0, {
            burners,
            people: there.map((h, i) => ({
              id: `p${i}`,
              name: `Person ${i}`,
              from: OPENS + h.from,
              until: OPENS + h.until,
            })),
          })
          const [quick, full] = [daySheet(loads, k, 0), daySheet(loads, k)]
          for (const sheet of [quick, full]) {
            if (sheet.outcome !== 'sheet') continue
            expect(wrongs(sheet, loads, k)).toEqual([])
            expect(sheet.bound).toBeLessThanOrEqual(sheet.finish + 1e-6)
          }
          if (quick.outcome !== 'sheet') return
          expect(full.outcome).toBe('sheet')
          if (full.outcome === 'sheet') expect(full.finish).toBeLessThanOrEqual(quick.finish + 1e-6)
        },
      ),
      { numRuns: 60, seed: 20260814 },
    )
  })
  test('a load or a burner more or less: never better for less', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), (seed) => {
        const loads = someLoads(seed, 3, 45)
        const all = sheetOf(loads, kitchen(2))
        const fewer = sheetOf(loads.slice(1), kitchen(2))
        const one = sheetOf(loads, kitchen(2, { burners: 1 }))
        if (!all.optimal || !fewer.optimal || !one.optimal) return
        expect(fewer.finish).toBeLessThanOrEqual(all.finish + 1e-6)
        expect(all.finish).toBeLessThanOrEqual(one.finish + 1e-6)
      }),
      { numRuns: 15 },
    )
  })
  test('the same loads in another order make the same finish', () => {
    for (const seed of [3, 4, 5]) {
      const loads = someLoads(seed, 4)
      const finish = sheetOf(loads, kitchen(2)).finish
      expect(sheetOf([...loads].reverse(), kitchen(2)).finish).toBe(finish)
    }
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
  test('going on until what it says fits, also when the first search was too short to see it', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const loads = someLoads(seed, 7)
      const until = (closes: number) =>
        daySheet(loads, kitchen(2, { closes, people: people(2, OPENS, closes) }), 0)
      const tight = until(OPENS + 200)
      if (tight.outcome !== 'does-not-fit') throw new Error('it fits')
      const change = tight.changes.find((c) => c.kind === 'close-later')
      if (!change || !('minutes' in change)) throw new Error('no such change')
      expect([seed, until(OPENS + 200 + change.minutes).outcome]).toEqual([seed, 'sheet'])
    }
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
    exceptions: [{ onDate: '2026-08-21', opens: '09:00', closes: '12:00', people: 1 }],
    busy: [{ onDate: '2026-08-28', from: '18:00', until: '18:30' }],
  }
  test('a weekday, a closed one, and one nobody spoke of', () => {
    expect(kitchenOn(calendar, '2026-08-14')).toEqual({
      ...{ opens: 1020, closes: 1290, people: 2, gaps: [] },
    })
    expect(kitchenOn(calendar, '2026-08-15')).toBeNull()
    expect(kitchenOn(calendar, '2026-08-16')).toBeNull()
  })
  test('an odd day goes before its weekday', () => {
    expect(kitchenOn(calendar, '2026-08-21')).toEqual({
      ...{ opens: 540, closes: 720, people: 1, gaps: [] },
    })
  })
  test('an errand in the middle leaves both sides of it', () => {
    expect(kitchenOn(calendar, '2026-08-28')).toEqual({
      ...{ opens: 1020, closes: 1290, people: 2, gaps: [{ from: 1080, until: 1110 }] },
    })
  })
  test('a few minutes before an errand are no free time', () => {
    const busy = [{ onDate: '2026-08-28', from: '17:20', until: '18:00' }]
    expect(kitchenOn({ ...calendar, busy }, '2026-08-28')).toMatchObject({ opens: 1080, gaps: [] })
  })
  test('what is over of today does not count', () => {
    expect(kitchenOn(calendar, '2026-08-14', 1200)?.opens).toBe(1200)
    expect(kitchenOn(calendar, '2026-08-14', 1300)).toBeNull()
  })
  test('hours past midnight go on into the night, and the next morning’s busy time counts', () => {
    const night = { ...calendar, exceptions: [{ onDate: '2026-08-21', opens: '18:00', closes: '01:30', people: 2 }] } // prettier-ignore
    expect(kitchenOn(night, '2026-08-21')).toMatchObject({ opens: 1080, closes: 1530, gaps: [] })
    const busy = [{ onDate: '2026-08-22', from: '00:00', until: '00:30' }]
    expect(kitchenOn({ ...night, busy }, '2026-08-21')).toMatchObject({
      ...{ opens: 1080, closes: 1530, gaps: [{ from: 1440, until: 1470 }] },
    })
    // The morning after is a day of its own.
    expect(kitchenOn({ ...night, busy }, '2026-08-22')).toBeNull()
  })
  test('busy times never add free minutes, and nobody is free in them', () => {
    const time = fc.integer({ min: 0, max: 1439 })
    fc.assert(
      fc.property(fc.array(fc.tuple(time, time), { maxLength: 5 }), (stretches) => {
        const busy = stretches
          .map(([a, b]) => [Math.min(a, b), Math.max(a, b) + 1] as const)
          .map(([a, b]) => ({ onDate: '2026-08-14', from: clockOf(a), until: clockOf(b) }))
        const open = kitchenOn({ ...calendar, busy }, '2026-08-14')
        if (!open) return
        expect([open.opens >= 1020, open.closes <= 1290]).toEqual([true, true])
        const isFree = (m: number): boolean =>
          m >= open.opens && m < open.closes && open.gaps.every((g) => m < g.from || m >= g.until)
        for (let m = 1020; m < 1290; m++)
          if (busy.some((b) => minuteOf(b.from) <= m && m < minuteOf(b.until)))
            expect(isFree(m)).toBe(false)
      }),
    )
  })
})

describe('errands', () => {
  const noon = { from: OPENS + 240, until: OPENS + 270 }
  const beans = (id: string) => dayLoadOf({
    id, cannerId: 'small', canBy: '2026-08-15', jar: 'quart', jars: 7, prepMin: 40,
    processMinutes: 25, stageMinutes: cannerClasses[0]!.stageMinutes,
  }) // prettier-ignore
  const inGap = (sheet: DaySheet, gap: { from: number; until: number }) =>
    sheet.tasks.filter((t) => t.from < gap.until - 1e-6 && t.to > gap.from + 1e-6)
  test('nobody works or watches in one, and no weight is taken off; a canner may cool', () => {
    for (let at = 0; at < 300; at += 15) {
      const gap = { from: OPENS + at, until: OPENS + at + 45 }
      const k = kitchen(1, { gaps: [gap], closes: OPENS + 720 })
      const loads = [beans('a'), beans('b')]
      const sheet = sheetOf(loads, k)
      expect(wrongs(sheet, loads, k), `errand at ${at}`).toEqual([])
      const stages = new Set(inGap(sheet, gap).map((t) => t.stage))
      stages.delete('cool')
      // Jars may stand in the open canner, but it is opened while somebody is there.
      expect([...stages], `errand at ${at}`).toEqual([])
    }
  })
  test('half an hour at noon does not halve a Saturday', () => {
    const loads = ['a', 'b', 'c'].map(beans)
    const free = sheetOf(loads, kitchen(2, { closes: OPENS + 720 }))
    const k = kitchen(2, { closes: OPENS + 720, gaps: [noon] })
    const sheet = sheetOf(loads, k)
    expect(wrongs(sheet, loads, k)).toEqual([])
    expect(sheet.finish - free.finish).toBeLessThanOrEqual(60)
  })
})

describe('people come and go', () => {
  /** A day made up from a seed: two or three canners, up to four people with hours of their own. */
  function someDay(seed: number): { loads: DayLoad[]; k: DayKitchen } {
    const random = seeded(seed * 7919 + 11)
    const pick = (n: number): number => Math.floor(random() * n)
    const canners = 2 + pick(2)
    const cooked = (l: DayLoad, i: number): DayLoad => ({
      ...l,
      stages: { ...l.stages, cook: [0, 30, 90][(seed + i) % 3]! },
    })
    const plain = someLoads(seed + 500, 1 + pick(4), 120, canners)
    const loads = seed % 4 === 0 ? plain.map(cooked) : plain
    const k = kitchen(0, {
      opens: OPENS,
      closes: OPENS + 60 * (5 + pick(9)),
      burners: 1 + pick(canners),
      ...(pick(3) === 0
        ? { gaps: [{ from: OPENS + 60 + 15 * pick(16), until: OPENS + 330 + 15 * pick(6) }] }
        : {}),
      people: Array.from({ length: 1 + pick(4) }, (_, i) => {
        const from = OPENS + 15 * pick(20)
        return { id: `p${i}`, name: `Person ${i}`, from, until: from + 45 + 30 * pick(24) }
      }),
    })
    return { loads, k }
  }

  // A thousand were tried; the check goes through as many as a quarter of a minute holds.
  const DAYS = Number(process.env.KELVIT_DAYS ?? 300)
  test('on made-up days every rule is kept, and somebody who is there does each piece of work', () => {
    let sheets = 0
    for (let seed = 0; seed < DAYS; seed++) {
      const { loads, k } = someDay(seed)
      // Each tenth is looked at longer.
      const sheet = daySheet(loads, k, seed % 10 === 0 ? 60 : 0)
      if (sheet.outcome !== 'sheet') {
        expect(sheet.sentence, `day ${seed}`).not.toMatch(/\b0 min|-\d/)
        continue
      }
      sheets++
      expect(wrongs(sheet, loads, k), `day ${seed}`).toEqual([])
    }
    expect(sheets).toBeGreaterThan(DAYS / 4)
  }, 600_000)

  test('two who hand over at noon do not make one person for what lasts over noon', () => {
    const noon = OPENS + 240
    const load = dayLoadOf({
      id: 'a', cannerId: 'small', canBy: '2026-08-15', jar: 'quart', jars: 7, prepMin: 40,
      processMinutes: 25, stageMinutes: cannerClasses[0]!.stageMinutes,
    }) // prettier-ignore
    // Closing leaves no other time: the preparation would have to lie across noon.
    const k = kitchen(0, {
      people: [
        { id: 'early', name: 'Early', from: OPENS, until: noon - 10 },
        { id: 'late', name: 'Late', from: noon - 10, until: OPENS + 720 },
      ],
    })
    const sheet = sheetOf([load], k)
    expect(wrongs(sheet, [load], k)).toEqual([])
  })

  test('hands are assigned exactly: a greedy choice would leave one task to nobody', () => {
    const people = [
      { from: 0, until: 100 },
      { from: 0, until: 60 },
    ]
    const tasks = [
      { from: 0, to: 50 },
      { from: 10, to: 40 },
      { from: 45, to: 60 },
      { from: 55, to: 90 },
    ]
    const given = assignHands(tasks, people)!
    expect(given).toHaveLength(4)
    for (const [i, t] of tasks.entries()) {
      const p = people[given[i]!]!
      expect(t.from >= p.from && t.to <= p.until).toBe(true)
      for (const [j, o] of tasks.entries())
        if (i !== j && given[i] === given[j]) expect(o.to <= t.from || t.to <= o.from).toBe(true)
    }
    expect(assignHands([...tasks, { from: 20, to: 30 }], people)).toBeUndefined()
    expect(assignHands([{ from: 50, to: 110 }], people)).toBeUndefined()
    expect(assignHands([], [])).toEqual([])
  })
})

describe('preparation stands together and near its filling', () => {
  test.each(Array.from({ length: 12 }, (_, seed) => seed))('day %i', (seed) => {
    const loads = someLoads(seed + 40, 3, 160)
    const k = kitchen(1 + (seed % 2))
    const sheet = sheetOf(loads, k)
    expect(wrongs(sheet, loads, k)).toEqual([])
    const hands = sheet.tasks.filter((t) => t.person !== null)
    for (const load of loads) {
      const fill = sheet.tasks.find((t) => t.loadId === load.id && t.stage === 'fill')!
      const pieces = sheet.tasks
        .filter((t) => t.loadId === load.id && t.stage === 'prepare')
        .sort((a, b) => a.from - b.from)
      // After each piece comes the next one or the filling, or all hands have other work just then.
      for (const [i, piece] of pieces.entries()) {
        const next = pieces[i + 1]?.from ?? fill.from
        const length = piece.to - piece.from
        // Somebody idle for as long as the piece, between it and what follows, would have done it.
        for (const p of k.people.filter((x) => hands.some((t) => t.person === x.id))) {
          const busy = (at: number): boolean =>
            hands.some((t) => t.person === p.id && t.from < at + 1 - 1e-6 && t.to > at + 1e-6)
          let free = 0
          for (let at = piece.to; at < next; at++) {
            free = busy(at) ? 0 : free + 1
            expect(free, `${load.id} at ${piece.from}`).toBeLessThan(length + 1e-6)
          }
        }
      }
    }
  })
})

describe('of sheets that end equally early the easier one', () => {
  /** Minutes until the first canner is lit, and from each one's first heat to its last jar. */
  const strain = (sheet: DaySheet, loads: readonly DayLoad[]): number => {
    const spans = new Map<string, number[]>()
    for (const load of loads) {
      const own = sheet.tasks.filter((t) => t.loadId === load.id)
      const heat = own.find((t) => t.stage === 'heat')!.from - OPENS
      const out = own.find((t) => t.stage === 'unload')!.to - OPENS
      const had = spans.get(load.cannerId) ?? [Infinity, 0]
      spans.set(load.cannerId, [Math.min(had[0]!, heat), Math.max(had[1]!, out)])
    }
    const all = [...spans.values()]
    return Math.min(...all.map((s) => s[0]!)) + all.reduce((m, s) => m + s[1]! - s[0]!, 0)
  }
  test('the first canner is lit early and gear is not idle; no finish is later for it', () => {
    let less = 0
    for (let seed = 60; seed < 84; seed++) {
      const loads = someLoads(seed, 4, 120)
      const k = kitchen(1 + (seed % 2))
      const [quick, sheet] = [daySheet(loads, k, 0), daySheet(loads, k)]
      if (quick.outcome !== 'sheet' || sheet.outcome !== 'sheet') continue
      expect(wrongs(sheet, loads, k)).toEqual([])
      expect(sheet.finish).toBeLessThanOrEqual(quick.finish + 1e-6)
      if (Math.abs(sheet.finish - quick.finish) > 1e-6) continue
      expect(strain(sheet, loads), `day ${seed}`).toBeLessThanOrEqual(strain(quick, loads) + 1e-6)
      if (strain(sheet, loads) < strain(quick, loads) - 1) less++
    }
    expect(less).toBeGreaterThan(3)
  }, 120_000)
})

test('what adding up minutes leaves behind the comma makes no further piece of preparation', () => {
  const of = (prepMin: number) =>
    dayLoadOf({ id: 'a', cannerId: 'small', canBy: '2026-08-15', jar: 'quart', jars: 7, prepMin, processMinutes: 25, stageMinutes: cannerClasses[0]!.stageMinutes }) // prettier-ignore
  for (const whole of [45, 90, 135]) expect(of(whole + 1e-12).stages).toEqual(of(whole).stages)
  const tight = (prepMin: number) => {
    const k = kitchen(1)
    const finish = sheetOf([of(90)], k).finish
    return daySheet([of(prepMin)], { ...k, closes: finish, people: people(1, OPENS, finish) })
      .outcome
  }
  expect([tight(90), tight(90 + 1e-12)]).toEqual(['sheet', 'sheet'])
})

describe('a day that has begun', () => {
  const bean = (id: string, cannerId = 'small'): DayLoad => {
    const canner = cannerClasses.find((c) => c.id === cannerId)!
    return dayLoadOf({ id, cannerId, canBy: '2026-08-15', jar: 'quart', jars: 7, prepMin: 60, processMinutes: 25, stageMinutes: canner.stageMinutes }) // prettier-ignore
  }
  const from = (opens: number, n = 2) => kitchen(n, { opens, people: people(n, opens) })

  test('what is left of a load: stages that are over take none, the one it is in what its clock leaves', () => {
    const whole = bean('on')
    const at = (stage: LoadStage, passed: number, left: number | null) => runningLoad(whole, { stage, passed, left })!.stages // prettier-ignore
    expect(at('processing', 10, 15)).toMatchObject({ prepare: 0, fill: 0, heat: 0, vent: 0, climb: 0, process: 15, cool: whole.stages.cool, unload: whole.stages.unload }) // prettier-ignore
    expect(at('heating', 8, null)).toMatchObject({ fill: 0, heat: whole.stages.heat - 8, vent: 10 })
    // Whatever takes longer than it was thought to is thought to be over soon.
    expect(at('cooling', 500, null).cool).toBe(5)
    expect(at('preparing', 20, null).prepare).toBe(whole.stages.prepare - 20)
    for (const stage of ['planned', 'standing', 'checked', 'aborted'] as const)
      expect(runningLoad(whole, { stage, passed: 1, left: null })).toBeUndefined()
  })
  test('at 19:30 with a load under pressure in the only canner, the next one waits for it', () => {
    const on = runningLoad(bean('on'), { stage: 'processing', passed: 5, left: 20 })!
    const sheet = sheetOf([bean('next'), on], from(19 * 60 + 30))
    expect(Math.min(...sheet.tasks.map((t) => t.from))).toBe(19 * 60 + 30)
    const out = Math.max(...sheet.tasks.filter((t) => t.loadId === 'on').map((t) => t.to))
    const heat = sheet.tasks.find((t) => t.loadId === 'next' && t.stage === 'heat')!
    expect(heat.from).toBeGreaterThanOrEqual(out)
    const process = sheet.tasks.find((t) => t.loadId === 'on' && t.stage === 'process')!
    expect([process.from, process.to]).toEqual([19 * 60 + 30, 19 * 60 + 50])
    expect(wrongs(sheet, [bean('next'), on], from(19 * 60 + 30))).toEqual([])
  })
  test('what does not fit any more is never mended by leaving out what is on, or beginning earlier', () => {
    const on = runningLoad(bean('on'), { stage: 'heating', passed: 5, left: null })!
    const got = daySheet([on, bean('next')], { ...from(19 * 60 + 30), closes: 20 * 60 })
    expect(got.outcome).toBe('does-not-fit')
    if (got.outcome === 'does-not-fit')
      for (const c of got.changes) expect([c.kind === 'open-earlier', c.kind === 'leave-out' && c.loadId === 'on']).toEqual([false, false]) // prettier-ignore
  })
  test('law: whatever is on goes on at once, and nothing else touches its canner before it is out', () => {
    const stages = ['preparing', 'filling', 'heating', 'venting', 'climbing', 'processing', 'cooling', 'resting', 'unloading'] as const // prettier-ignore
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.constantFrom(...stages), fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 3 }), (seed, stage, passed, n) => {
        const others = someLoads(seed, n)
        const on = runningLoad({ ...someLoads(seed + 7, 1)[0]!, id: 'on' }, { stage, passed, left: null })!
        const loads = [...others, on]
        const k = from(18 * 60, 3)
        const got = daySheet(loads, { ...k, closes: 36 * 60, people: people(3, 18 * 60, 36 * 60) })
        if (got.outcome !== 'sheet') throw new Error(got.sentence)
        expect(wrongs(got, loads, { ...k, closes: 36 * 60, people: people(3, 18 * 60, 36 * 60) })).toEqual([])
        const mine = got.tasks.filter((t) => t.loadId === 'on').sort((a, b) => a.from - b.from)
        expect(mine[0]!.from).toBe(18 * 60)
        const heat = mine.find((t) => !['prepare', 'cook', 'fill'].includes(t.stage))!.from
        const out = mine.at(-1)!.to
        for (const t of got.tasks)
          if (t.loadId !== 'on' && t.stage === 'heat' && others.find((l) => l.id === t.loadId)!.cannerId === on.cannerId)
            expect(t.from >= out || t.from < heat).toBe(true)
      }),
      { seed: 812, numRuns: 80, examples: [[812481, 'unloading', 0, 2]] },
    ) // prettier-ignore
  })
})
