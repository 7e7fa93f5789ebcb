import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import fc from 'fast-check'
import {
  answerLine,
  canBy,
  cookMinutes,
  soakedFoods,
  estimateJars,
  foodOf,
  foods,
  formOf,
  JAR_SIZES,
  handsPerQuart,
  handsPerQuartOf,
  jarsToCome,
  readWeighIn,
  jarsUnplanned,
  type BookLoad,
  type LoadStage,
  learnYield,
  pounds,
  poundsOfRow,
  poundsPerQuart,
  predictiveSd,
  prepMinutes,
  publishedYield,
  seeded,
  yieldQuestion,
} from '@kelvit/core'

const beans = formOf('beans-snap')!.form

test('snap beans: the published prior and 30 lb', () => {
  const prior = publishedYield(beans)
  expect(prior.sd).toBeCloseTo(0.1553, 4)
  const got = estimateJars(pounds(30), prior, 'quart')
  expect(got.likely).toBe(15)
  expect(got.exact.low).toBeCloseTo(11.8, 1)
  expect(got.exact.high).toBeCloseTo(19.0, 1)
  expect(got).toMatchObject({ low: 12, high: 19 })
})

test('three lots at 1.8 lb a quart move the median to 1.823', () => {
  const lots = Array.from({ length: 3 }, () => ({ lb: 18, quarts: 10, yearsOld: 0 }))
  expect(poundsPerQuart(learnYield(publishedYield(beans), lots))).toBeCloseTo(1.823, 3)
})

test('an average without a range is read with sd 0.20; per pint counts double', () => {
  expect(publishedYield(formOf('squash-winter')!.form).sd).toBe(0.2)
  expect(poundsPerQuart(publishedYield(formOf('peppers')!.form))).toBeCloseTo(2, 9)
})

test('laws of an estimate', () => {
  const form = fc.constantFrom(...foods.flatMap((f) => f.forms))
  const lot = fc.record({
    lb: fc.double({ min: 1, max: 200, noNaN: true }),
    quarts: fc.integer({ min: 1, max: 90 }),
    yearsOld: fc.integer({ min: 0, max: 6 }),
  })
  fc.assert(
    fc.property(
      form,
      fc.array(lot, { maxLength: 6 }),
      fc.double({ min: 0.1, max: 5000, noNaN: true }),
      fc.double({ min: 0, max: 500, noNaN: true }),
      fc.constantFrom(...JAR_SIZES),
      (f, lots, lb, more, jar) => {
        const prior = publishedYield(f)
        const belief = learnYield(prior, lots)
        expect(belief.sd).toBeLessThanOrEqual(prior.sd + 1e-12)
        expect(predictiveSd(belief)).toBeGreaterThan(belief.sd)
        const a = estimateJars(pounds(lb), belief, jar)
        const b = estimateJars(pounds(lb + more), belief, jar)
        expect(a.low <= a.likely && a.likely <= a.high).toBe(true)
        expect(b.low >= a.low && b.likely >= a.likely && b.high >= a.high).toBe(true)
      },
    ),
  )
})

test('older lots count less, and nonsense lots not at all', () => {
  const prior = publishedYield(beans)
  const young = poundsPerQuart(learnYield(prior, [{ lb: 15, quarts: 10, yearsOld: 0 }]))
  const old = poundsPerQuart(learnYield(prior, [{ lb: 15, quarts: 10, yearsOld: 4 }]))
  expect(young).toBeLessThan(old)
  expect(
    learnYield(prior, [
      { lb: 0, quarts: 3, yearsOld: 0 },
      { lb: 4, quarts: NaN, yearsOld: 0 },
    ]),
  ).toEqual({ mean: prior.mean, sd: expect.closeTo(prior.sd, 12) })
})

test('can-by is arrival plus the days it keeps; under a day is the same day', () => {
  const f = foodOf('beans-snap')!
  expect(canBy(f, '2026-08-14', 'room')).toBe('2026-08-15')
  expect(canBy(f, '2026-08-14', 'cool')).toBe('2026-08-19')
  expect(canBy(foodOf('corn')!, '2026-08-14', 'room')).toBe('2026-08-14')
})

describe('learning, against other arithmetic', () => {
  /** Mean and sd of the posterior by adding it up on a fine grid. */
  function onAGrid(
    prior: { mean: number; sd: number },
    lots: readonly { x: number; weight: number }[],
  ): { mean: number; sd: number } {
    let [sum, first, second] = [0, 0, 0]
    for (let x = prior.mean - 1.5; x <= prior.mean + 1.5; x += 0.0005) {
      const log = lots.reduce(
        (l, lot) => l - (lot.weight * (x - lot.x) ** 2) / (2 * 0.1 ** 2),
        -((x - prior.mean) ** 2) / (2 * prior.sd ** 2),
      )
      const p = Math.exp(log)
      sum += p
      first += p * x
      second += p * x * x
    }
    const mean = first / sum
    return { mean, sd: Math.sqrt(second / sum - mean * mean) }
  }
  test('prior and lots together are what adding up the posterior gives', () => {
    const lot = fc.record({
      lb: fc.double({ min: 10, max: 60, noNaN: true }),
      yearsOld: fc.integer({ min: 0, max: 6 }),
    })
    // Lots that agree: what a spread of their own does is tried by simulation below.
    fc.assert(
      fc.property(
        fc.array(lot, { maxLength: 5 }),
        fc.double({ min: 1.5, max: 2.6, noNaN: true }),
        (some, perQuart) => {
          const lots = some.map((l) => ({ ...l, perQuart }))
          const prior = publishedYield(beans)
          const learned = learnYield(
            prior,
            lots.map((l) => ({ lb: l.lb, quarts: l.lb / l.perQuart, yearsOld: l.yearsOld })),
          )
          const summed = onAGrid(
            prior,
            lots.map((l) => ({ x: Math.log(l.perQuart), weight: 0.8 ** l.yearsOld })),
          )
          expect(learned.mean).toBeCloseTo(summed.mean, 3)
          expect(learned.sd).toBeCloseTo(summed.sd, 3)
        },
      ),
      { numRuns: 20 },
    )
  })
  test('about eight in ten lots to come are within the interval', () => {
    const random = seeded(7)
    const normal = (): number =>
      Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    const belief = learnYield(publishedYield(beans), [
      { lb: 18, quarts: 9, yearsOld: 0 },
      { lb: 22, quarts: 12, yearsOld: 1 },
    ])
    const { exact } = estimateJars(pounds(60), belief, 'quart')
    let inside = 0
    for (let i = 0; i < 4000; i++) {
      const perQuart = Math.exp(belief.mean + belief.sd * normal() + 0.1 * normal())
      const jars = 60 / perQuart
      if (jars >= exact.low && jars <= exact.high) inside++
    }
    expect(inside / 4000).toBeGreaterThan(0.77)
    expect(inside / 4000).toBeLessThan(0.83)
  })
  test('every lot makes the interval narrower, and many lots bring it to how lots differ', () => {
    const lots = Array.from({ length: 200 }, () => ({ lb: 20, quarts: 10, yearsOld: 0 }))
    let last = Infinity
    for (const n of [0, 1, 2, 5, 200]) {
      const sd = predictiveSd(learnYield(publishedYield(beans), lots.slice(0, n)))
      expect(sd).toBeLessThan(last)
      last = sd
    }
    expect(last).toBeCloseTo(0.1, 2)
  })
})

test('what is still to come of a lot is less what was filled, in any size', () => {
  // By the published 2 lb a quart: 28 lb of beans make 14 quarts or 28 pints.
  const lot = { id: 'l', formId: 'beans-snap', lb: unit.pounds(28), jar: 'quart' as const }
  const part = (
    filled: number | null,
    jar: 'quart' | 'pint' = 'quart',
    lotId = 'l',
    stage: LoadStage = 'standing',
  ): BookLoad => ({
    stage,
    portions: [{ lotId, formId: 'beans-snap', jar, mouth: 'regular', jars: 7, filled }],
  })
  const book = (...loads: BookLoad[]) => ({ loads, yields: [], today: '2026-08-14' })
  expect(jarsToCome(book(), lot)).toBe(14)
  expect(jarsToCome(book(part(7)), lot)).toBe(7)
  expect(jarsToCome(book(part(7), part(8, 'pint')), lot)).toBe(3)
  expect(jarsToCome(book(part(20)), lot)).toBe(0)
  expect(jarsToCome(book(part(7)), { ...lot, jar: 'pint' })).toBe(14)
  expect(jarsToCome(book(part(7, 'quart', 'other'), part(null)), lot)).toBe(14)
  // What is planned holds its jars too, what was stopped holds none.
  expect(jarsUnplanned(book(part(null)), lot)).toBe(7)
  expect(jarsUnplanned(book(part(5), part(null)), lot)).toBe(2)
  expect(jarsUnplanned(book(part(7, 'quart', 'l', 'aborted')), lot)).toBe(14)
})

describe('hands and kinds', () => {
  const form = (id: string) => {
    const found = formOf(id)!
    return handsPerQuart(found.food, found.form)
  }
  test('hands go by the pounds that fill a quart', () => {
    // 9 minutes for 3 lb of tomatoes; thick sauce takes 6½ lb a quart, crushed ones 2¾.
    expect(form('tomatoes-raw-no-liquid')).toBe(9)
    expect(form('tomato-sauce-thick')).toBeCloseTo(19.5, 6)
    expect(form('tomatoes-crushed')).toBeCloseTo(8.25, 6)
    expect(form('beans-snap')).toBe(12)
    expect(handsPerQuartOf('no-such-form')).toBe(0)
    // A pint is half a quart: 7 × 12 and 9 × 6, and nothing for what nobody knows.
    expect(
      prepMinutes([
        { formId: 'beans-snap', jar: 'quart', jars: 7 },
        { formId: 'beans-snap', jar: 'pint', jars: 9 },
        { formId: 'no-such-form', jar: 'pint', jars: 9 },
      ]),
    ).toBe(138)
  })
  test('a row bears by its length; nothing is said of a food without a figure', () => {
    // 120 lb of snap beans on 100 ft would be 30 on 25.
    const food = foods.find((f) => f.lbPer100FtRow === 120)!
    expect(poundsOfRow(food, 25)).toBe(30)
    const { lbPer100FtRow: _none, ...bare } = food
    expect(poundsOfRow(bare, 25)).toBeNull()
  })
  test('a jalapeño is no bell pepper', () => {
    const lb = (line: string) => {
      const read = readWeighIn(line)
      return read.ok ? read.pounds : read.sentence
    }
    expect(lb('40 jalapeños')).toBeCloseTo(2, 6)
    expect(lb('40 jalapenos')).toBeCloseTo(2, 6)
    expect(lb('40 peppers')).toBeCloseTo(12, 6)
    expect(lb('40 bell peppers')).toBeCloseTo(12, 6)
  })
  test('a range that is an estimate says little about the spread', () => {
    // 6 to 7 quarts a bushel of field peas would make an interval nobody measured.
    expect(publishedYield(formOf('peas-southern')!.form).sd).toBe(0.2)
    expect(publishedYield(formOf('beans-snap')!.form).sd).toBeCloseTo(0.1553, 4)
  })
})

describe('what boils by itself, and what is soaked before', () => {
  test('of several the longest; nothing where nothing does', () => {
    const minutes = (...ids: string[]) => cookMinutes(ids.map((formId) => ({ formId })))
    expect(minutes()).toBe(0)
    expect(minutes('beets')).toBe(0)
    expect(minutes('no-such-form')).toBe(0)
    expect(minutes('beans-dried')).toBe(30)
    expect(minutes('tomato-juice', 'tomato-sauce-thick', 'beets')).toBe(120)
  })
  test('each food once, whichever load it is in', () => {
    const load = (...ids: string[]) => ({ portions: ids.map((formId) => ({ formId })) })
    expect(soakedFoods([load('beets'), load('beans-snap', 'no-such-form')])).toEqual([])
    expect(soakedFoods([load('beans-dried'), load('beets', 'beans-baked')])).toEqual([
      'beans-dried',
    ])
  })
})

describe('what a line makes', () => {
  const said = (line: string) => {
    const read = readWeighIn(line)
    if (!read.ok) throw new Error(line)
    return answerLine(read, [], '2026-08-14')
  }
  test('in the largest jars it is tested in', () => {
    expect(said('1 bu snap beans')).toBe('1 bu snap beans: about 15 quarts')
    expect(said('60 ears sweet corn')).toMatch(/: about \d+ quarts$/)
    // Mushrooms and peppers have no time for a quart.
    expect(said('10 lb mushrooms')).toMatch(/: about \d+ pints$/)
    expect(said('30 lb peppers')).toMatch(/: about \d+ pints$/)
  })
  test('too little for a jar says so', () =>
    expect(said('3 oz beets')).toBe('3 oz beets: not one whole jar'))
})

describe('a household that is not like the book', () => {
  const normal = (random: () => number): number =>
    Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const book = publishedYield(beans)
  /** Lots of a household: ln(lb per quart) off the book, with a spread, and a drift from lot to lot. */
  const made = (random: () => number, n: number, off: number, spread: number, drift: number) =>
    Array.from({ length: n }, (_, i) =>
      Math.exp(book.mean + off + drift * i + spread * normal(random)),
    )
  const lotsOf = (perQuart: readonly number[]) =>
    perQuart.map((p) => ({ lb: p * 10, quarts: 10, yearsOld: 0 }))
  /** How often the next lot is within the 80% interval. */
  function covered(n: number, off: number, spread: number, drift: number): number {
    const random = seeded(n * 1000 + Math.round(100 * (off + spread + drift)))
    let inside = 0
    const trials = 3000
    for (let t = 0; t < trials; t++) {
      const all = made(random, n + 1, off, spread, drift)
      const belief = learnYield(book, lotsOf(all.slice(0, n)))
      if (Math.abs(Math.log(all[n]!) - belief.mean) <= 1.2816 * predictiveSd(belief)) inside++
    }
    return inside / trials
  }
  test.each([
    ['40% off the book', 5, Math.log(1.4), 0.1, 0, 0.75, 0.86],
    ['40% off, after eight lots', 8, Math.log(1.4), 0.1, 0, 0.75, 0.86],
    ['lots that differ by 0.2', 8, 0, 0.2, 0, 0.73, 0.85],
    ['a drift of 3% a lot', 5, 0, 0.1, 0.03, 0.74, 0.85],
    ['a drift of 3% a lot, after twenty', 20, 0, 0.1, 0.03, 0.75, 0.86],
    ['like the book', 5, 0, 0.1, 0, 0.75, 0.87],
  ])(
    '%s: about eight in ten lots are within the interval',
    (_, n, off, spread, drift, low, high) => {
      const got = covered(n, off, spread, drift)
      expect(got).toBeGreaterThanOrEqual(low)
      expect(got).toBeLessThanOrEqual(high)
    },
  )
  test('one entry wrong by ten, or kilograms for pounds, leaves the median within 15%, 49 times in 50', () => {
    const random = seeded(3)
    for (const wrong of [10, 1 / 10, 2.2046, 1 / 2.2046]) {
      let far = 0
      for (let t = 0; t < 1000; t++) {
        const all = made(random, 4 + (t % 5), t % 2 ? Math.log(1.2) : 0, 0.1, 0)
        const at = Math.floor(random() * all.length)
        const bad = all.map((p, i) => (i === at ? p * wrong : p))
        const [good, got] = [all, bad].map((a) => poundsPerQuart(learnYield(book, lotsOf(a))))
        if (Math.abs(got! / good! - 1) > 0.15) far++
      }
      expect([wrong, far <= 20]).toEqual([wrong, true])
    }
  })
  test('a lot that is hardly believed is asked about, in words', () => {
    const belief = learnYield(book, lotsOf([2, 2, 2]))
    expect(yieldQuestion(belief, 45, 4)).toMatch(/^45 lb in 4 quarts is far from what’s usual here/)
    expect(yieldQuestion(belief, 14, 7)).toBeUndefined()
    expect(yieldQuestion(belief, 6.4, 7)).toMatch(/kilograms/)
    expect(yieldQuestion(belief, 0, 7)).toBeUndefined()
  })
})
