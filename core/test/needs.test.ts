import { describe, expect, test } from 'vitest'
import fc from 'fast-check'
import {
  addDays,
  balanceOf,
  balanceSupplies,
  beliefOf,
  cannerClasses,
  capacityFor,
  countedLots,
  coverage,
  goodInTime,
  daysBetween,
  estimateCapacity,
  estimateJars,
  foodOf,
  formOf,
  foods,
  inspectionFor,
  jarsForServings,
  publishedYield,
  SCHOOLS,
  splitPickings,
  suggestJar,
  supplyId,
  wantedFor,
  weeklyUse,
  type Need,
  type PlannedJars,
} from '@kelvit/core'

const TODAY = '2026-08-14'
const need = (more: Partial<Need> = {}): Need => ({
  jarsPerMeal: 1,
  mealsPerWeek: 2,
  freshMonths: [],
  nextHarvestOn: addDays(TODAY, 70),
  ...more,
})

describe('needs', () => {
  test('jars = jars per meal × meals × weeks, less the shelf and the plan', () => {
    expect(balanceOf(need(), TODAY, 5, 4)).toEqual({
      weeks: 10,
      needed: 20,
      onShelf: 5,
      planned: 4,
      toCan: 11,
      over: 0,
    })
    // Too much is said as well: 100 on the shelf and 4 to come against 20 that are eaten.
    expect(balanceOf(need(), TODAY, 100, 4)).toMatchObject({ toCan: 0, over: 84 })
    expect(balanceOf(need(), TODAY, 20, 0)).toMatchObject({ toCan: 0, over: 0 })
    expect(balanceOf(need({ jarsPerMeal: 3 }), TODAY, 0, 0).needed).toBe(60)
    expect(balanceOf(need(), TODAY, 100, 0).toCan).toBe(0)
    expect(balanceOf(need({ nextHarvestOn: TODAY }), TODAY, 0, 0).needed).toBe(0)
  })
  test('months in which it is eaten fresh need no jars', () => {
    const all = balanceOf(need({ nextHarvestOn: '2027-08-14' }), TODAY, 0, 0)
    const summer = balanceOf(
      need({ nextHarvestOn: '2027-08-14', freshMonths: [7, 8, 9] }),
      TODAY,
      0,
      0,
    )
    expect(all.weeks).toBe(53)
    expect(summer.weeks).toBeLessThan(all.weeks - 11)
    expect(
      balanceOf(need({ freshMonths: [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12] }), TODAY, 0, 0).needed,
    ).toBe(0)
  })
  const anyNeed = fc.record({
    jarsPerMeal: fc.integer({ min: 0, max: 6 }),
    mealsPerWeek: fc.integer({ min: 0, max: 7 }),
    freshMonths: fc.uniqueArray(fc.integer({ min: 1, max: 12 }), { maxLength: 6 }),
    nextHarvestOn: fc.integer({ min: 0, max: 500 }).map((d) => addDays(TODAY, d)),
  })
  test('a longer wait, a fuller table or an emptier shelf never asks for fewer jars', () => {
    fc.assert(
      fc.property(anyNeed, fc.nat(60), fc.nat(60), fc.nat(200), (n, shelf, planned, later) => {
        const a = balanceOf(n, TODAY, shelf, planned)
        expect(
          balanceOf({ ...n, nextHarvestOn: addDays(n.nextHarvestOn, later) }, TODAY, shelf, planned)
            .toCan,
        ).toBeGreaterThanOrEqual(a.toCan)
        expect(
          balanceOf({ ...n, mealsPerWeek: n.mealsPerWeek + 1 }, TODAY, shelf, planned).toCan,
        ).toBeGreaterThanOrEqual(a.toCan)
        expect(balanceOf(n, TODAY, shelf + 1, planned).toCan).toBeLessThanOrEqual(a.toCan)
      }),
    )
  })
  test('coverage: shelf first, then the plan, then a gap; fresh months need nothing', () => {
    const kinds = coverage(
      need({ freshMonths: [9] }),
      TODAY,
      [{ bestBy: '2027-08-01', jars: 4 }],
      [{ onDate: '2026-10-20', jars: 6 }],
      20,
    ).map((w) => w.kind)
    expect(kinds.slice(0, 2)).toEqual(['shelf', 'shelf'])
    expect(kinds.filter((k) => k === 'fresh')).toHaveLength(4)
    expect(kinds.filter((k) => k === 'planned')).toHaveLength(3)
    expect(kinds.indexOf('gap')).toBeLessThan(kinds.indexOf('planned'))
    expect(kinds.at(-1)).toBe('gap')
  })
  test('a year is 52.14 weeks: a jar and a bit short of 53 at one a week, 366 jars at seven', () => {
    const year = { nextHarvestOn: addDays(TODAY, 365), mealsPerWeek: 7 }
    expect(balanceOf(need(year), TODAY, 0, 0).needed).toBe(365)
    expect(balanceOf(need({ ...year, mealsPerWeek: 1 }), TODAY, 52, 0).toCan).toBe(1)
  })
  test('a jar past its best covers no later week: 20 jars best by tomorrow cover about one', () => {
    const tomorrow = [{ bestBy: addDays(TODAY, 1), jars: 20 }]
    const weekly = need({ mealsPerWeek: 1, nextHarvestOn: addDays(TODAY, 371) })
    const kinds = coverage(weekly, TODAY, tomorrow, []).map((w) => w.kind)
    expect(kinds.filter((k) => k === 'shelf')).toHaveLength(1)
    expect(goodInTime(weekly, TODAY, tomorrow)).toBe(1)
    expect(balanceOf(weekly, TODAY, goodInTime(weekly, TODAY, tomorrow), 0)).toMatchObject({
      needed: 53,
      toCan: 52,
    })
  })
  test('what is good in time is what one jar after the other would find good', () => {
    const batches = fc.array(
      fc.record({ bestBy: fc.nat(500).map((d) => addDays(TODAY, d)), jars: fc.nat(9) }),
      { maxLength: 6 },
    )
    fc.assert(
      fc.property(anyNeed, batches, (n, shelf) => {
        if (n.jarsPerMeal * n.mealsPerWeek === 0 || n.freshMonths.length > 0) return
        const rate = n.jarsPerMeal * n.mealsPerWeek
        const jars = shelf.flatMap((b) => Array.from({ length: b.jars }, () => b.bestBy)).sort()
        let [good, week, inWeek] = [0, 0, 0]
        for (const bestBy of jars) {
          if (bestBy < addDays(TODAY, week * 7)) continue
          good++
          if (++inWeek === rate) [week, inWeek] = [week + 1, 0]
        }
        expect(goodInTime(n, TODAY, shelf)).toBe(good)
      }),
    )
  })
  test('coverage gives out no more jars than there are', () => {
    fc.assert(
      fc.property(
        anyNeed,
        fc.nat(80),
        fc.array(
          fc.record({ onDate: fc.nat(360).map((d) => addDays(TODAY, d)), jars: fc.nat(40) }),
          {
            maxLength: 5,
          },
        ),
        (n, shelf, coming) => {
          const weeks = coverage(n, TODAY, [{ bestBy: '2030-01-01', jars: shelf }], coming)
          const eaten =
            weeks.filter((w) => w.kind === 'shelf' || w.kind === 'planned').length *
            n.jarsPerMeal *
            n.mealsPerWeek
          expect(eaten).toBeLessThanOrEqual(shelf + coming.reduce((s, c) => s + c.jars, 0) + 1e-9)
          expect(weeks).toHaveLength(52)
        },
      ),
    )
  })
  test('the jar size follows the servings; large tables take several', () => {
    expect(suggestJar(4, ['pint', 'quart'])).toBe('pint')
    expect(suggestJar(5, ['pint', 'quart'])).toBe('quart')
    expect(suggestJar(2, ['halfPint', 'pint'])).toBe('halfPint')
    expect(suggestJar(20, ['pint', 'quart'])).toBe('quart')
    expect(jarsForServings(20, 'quart')).toBe(3)
  })
  test('last year’s use, only when the record is long enough', () => {
    const taken = [1, 8, 15, 22, 29, 36, 43, 50].map((d) => addDays('2026-06-01', d))
    expect(weeklyUse(taken, '2026-06-01', '2026-07-27')).toBeCloseTo(1, 6)
    expect(weeklyUse(taken, '2026-06-01', '2026-07-01')).toBeNull()
  })
})

describe('what a wanted number of jars takes', () => {
  const beans = formOf('beans-snap')!.form
  test('52 quarts of snap beans: an even chance and 80% sure', () => {
    const even = wantedFor(52, 'quart', publishedYield(beans), 0.5, foodOf('beans-snap')!, beans)
    expect(even.lb).toBeCloseTo(104, 6)
    expect(even.containers).toMatchObject({ name: 'bushel', count: expect.closeTo(104 / 30, 6) })
    expect(even.rowFt).toBeCloseTo((104 / 120) * 100, 6)
    const sure = wantedFor(52, 'quart', publishedYield(beans), 0.8, foodOf('beans-snap')!, beans)
    expect(sure.lb).toBeCloseTo(104 * Math.exp(0.8416 * 0.18472), 1)
  })
  test('it is the inverse of the estimate, and surer never takes less', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...foods.flatMap((food) => food.forms.map((form) => ({ food, form })))),
        fc.integer({ min: 1, max: 400 }),
        ({ food, form }, jars) => {
          const prior = publishedYield(form)
          const at = ([0.5, 0.8, 0.9, 0.95] as const).map(
            (c) => wantedFor(jars, 'pint', prior, c, food, form).lb,
          )
          expect(at).toEqual([...at].sort((a, b) => a - b))
          expect(estimateJars(at[0]!, prior, 'pint').likely).toBe(jars)
          // Nine in ten sure of a number is the low end of eight in ten.
          expect(estimateJars(at[2]!, prior, 'pint').exact.low).toBeCloseTo(jars, 6)
        },
      ),
    )
  })
})

describe('pickings', () => {
  test('keep the total and the window, heavier in the middle', () => {
    const three = splitPickings(48, '2026-08-20', '2026-09-03', 3)
    expect(three.map((p) => p.onDate)).toEqual(['2026-08-20', '2026-08-27', '2026-09-03'])
    expect(three[1]!.lb).toBeGreaterThan(three[0]!.lb)
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 9000 }),
        fc.nat(120),
        fc.integer({ min: 1, max: 24 }),
        (tenths, span, n) => {
          const all = splitPickings(tenths / 10, TODAY, addDays(TODAY, span), n)
          expect(all).toHaveLength(n)
          expect(all.reduce((s, p) => s + p.lb, 0)).toBeCloseTo(tenths / 10, 6)
          for (const p of all) {
            expect(p.lb).toBeGreaterThan(0)
            expect(p.onDate >= TODAY && p.onDate <= addDays(TODAY, span)).toBe(true)
          }
        },
      ),
    )
  })
  test('a window that ends before it begins is refused', () => {
    expect(() => splitPickings(10, '2026-09-03', '2026-08-20', 2)).toThrow(RangeError)
    expect(() => splitPickings(0, TODAY, TODAY, 2)).toThrow(RangeError)
    expect(() => splitPickings(10, TODAY, TODAY, 0)).toThrow(RangeError)
  })
})

describe('supplies', () => {
  const plan = (by: string, jars: number, more: Partial<PlannedJars> = {}): PlannedJars => ({
    by,
    jar: 'quart',
    mouth: 'regular',
    jars,
    saltTspPerJar: 0,
    citricAcidTspPerJar: 0,
    ...more,
  })
  const have = new Map([
    ['lids regular', 20],
    ['bands regular', 99],
    ['jars quart regular', 30],
    ['citric-acid', 4],
  ])
  test('the day on which lids run out, and how many are missing', () => {
    const all = balanceSupplies(
      [
        plan('2026-08-20', 14),
        plan('2026-08-16', 14),
        plan('2026-08-25', 4, { citricAcidTspPerJar: 0.5 }),
      ],
      have,
    )
    const of = (id: string) => all.find((b) => b.id === id)
    expect(of('lids regular')).toMatchObject({ needed: 32, short: 12, shortOn: '2026-08-20' })
    expect(of('jars quart regular')).toMatchObject({ short: 2, shortOn: '2026-08-25' })
    expect(of('bands regular')).toMatchObject({ short: 0, shortOn: null })
    expect(of('citric-acid')).toMatchObject({ needed: 2, short: 0 })
    expect(all[0]!.id).toBe('lids regular')
  })
  test('bands that come off come back', () => {
    // Bands that come off for storage serve the next day; lids never do.
    const three = [plan('2026-08-16', 7), plan('2026-08-16', 7), plan('2026-08-23', 9)]
    const bands = (back: boolean) =>
      balanceSupplies(three, have, back).find((b) => b.key.kind === 'bands')?.needed
    expect([bands(false), bands(true)]).toEqual([23, 14])
    expect(balanceSupplies(three, have, true).find((b) => b.key.kind === 'lids')?.needed).toBe(23)
  })
  test('what nobody counted is short from the first day', () => {
    expect(
      balanceSupplies([plan('2026-08-16', 4, { mouth: 'wide' })], have).map((b) => [
        b.id,
        b.shortOn,
      ]),
    ).toContainEqual(['lids wide', '2026-08-16'])
    expect(supplyId({ kind: 'jars', jar: 'pint', mouth: 'wide' })).toBe('jars pint wide')
  })
  test('more on hand never means more to buy', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ by: fc.nat(60).map((d) => addDays(TODAY, d)), jars: fc.nat(20) }), {
          maxLength: 12,
        }),
        fc.nat(100),
        fc.nat(50),
        (plans, lids, more) => {
          const short = (n: number) =>
            balanceSupplies(
              plans.map((p) => plan(p.by, p.jars)),
              new Map([['lids regular', n]]),
            ).find((b) => b.id === 'lids regular')?.short ?? 0
          expect(short(lids + more)).toBeLessThanOrEqual(short(lids))
          expect(short(lids)).toBe(Math.max(0, plans.reduce((s, p) => s + p.jars, 0) - lids))
        },
      ),
    )
  })
})

describe('gear', () => {
  test('geometry agrees with the manuals of the classes for quarts and pints in one layer', () => {
    const [small] = cannerClasses
    for (const [size, mouth] of [
      ['quart', 'regular'],
      ['pint', 'regular'],
      ['pint', 'wide'],
    ] as const)
      expect([
        size,
        mouth,
        estimateCapacity(small!.innerDiameterIn, small!.innerHeightIn, size, mouth),
      ]).toEqual([size, mouth, capacityFor(small!.capacity, size, mouth)])
    expect(estimateCapacity(11.6, 11.6, 'pint', 'regular')).toBe(18)
    expect(estimateCapacity(0, 10, 'pint', 'regular')).toBe(0)
    expect(estimateCapacity(11.6, 8.4, 'halfPint', 'wide')).toBe(0)
  })
  test('a wider or higher pot never takes fewer', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 4, max: 18, noNaN: true }),
        fc.double({ min: 4, max: 18, noNaN: true }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        (d, h, more) => {
          const n = estimateCapacity(d, h, 'pint', 'regular')
          expect(estimateCapacity(d + more, h, 'pint', 'regular')).toBeGreaterThanOrEqual(n)
          expect(estimateCapacity(d, h + more, 'pint', 'regular')).toBeGreaterThanOrEqual(n)
        },
      ),
    )
  })
  test('the list to look over knows gaskets from metal seals', () => {
    const ids = (seal: 'gasket' | 'metal') => inspectionFor(seal).map((p) => p.id)
    expect(ids('gasket')).toContain('gasket')
    expect(ids('gasket')).not.toContain('metal-seal')
    expect(ids('metal')).toContain('metal-seal')
    expect(ids('metal')).toContain('vent')
  })
  test('every school says what people do and what Kelvit does', () => {
    expect(new Set(SCHOOLS.map((s) => s.id)).size).toBe(SCHOOLS.length)
    for (const s of SCHOOLS)
      expect([s.id, s.question.endsWith('?'), s.kelvit.length > 10]).toEqual([s.id, true, true])
  })
})

test('a lot that is left out is not learned from, nor one of another form', () => {
  const lot = (id: string, quarts: number, more: object = {}) => ({
    id,
    version: 1,
    foodId: 'beans-snap',
    formId: 'beans-snap',
    variety: null,
    source: 'garden' as const,
    lb: 14,
    finishedOn: '2025-08-01',
    excludedBecause: null,
    quarts,
    ...more,
  })
  const got = [
    lot('a', 7),
    lot('b', 2, { excludedBecause: 'hail' }),
    lot('d', 3, { formId: 'corn' }),
  ]
  expect(countedLots(got, 'beans-snap', TODAY)).toEqual([{ lb: 14, quarts: 7, yearsOld: 1 }])
  const learned = beliefOf(formOf('beans-snap')!.form, got, TODAY)
  expect(Math.exp(learned.mean)).toBeCloseTo(2, 6)
  expect(daysBetween(TODAY, addDays(TODAY, 3.9))).toBe(3)
})
