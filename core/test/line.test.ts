import { describe, expect, test } from 'vitest'
import fc from 'fast-check'
import { foods, kitchenNumber, readWeighIn, showClock, showMinutes } from '@kelvit/core'

const own = [
  { name: 'blue crate', lb: 19, foodId: null },
  { name: 'tub', lb: 12, foodId: 'beets' },
]

test.each([
  ['1.5 bu snap beans', 'beans-snap', 45],
  ['1 1/2 bushels green beans', 'beans-snap', 45],
  ['1½ bu. snap beans', 'beans-snap', 45],
  ['half a bushel of snap beans', 'beans-snap', 15],
  ['a half bushel snap beans', 'beans-snap', 15],
  ['2 pecks carrots', 'carrots', 25],
  ['22 lb beets', 'beets', 22],
  ['22lbs beets', 'beets', 22],
  ['5 lb 3 oz okra', 'okra', 5.1875],
  ['5lb 3oz okra', 'okra', 5.1875],
  ['1 lb 8 ounces of okra', 'okra', 1.5],
  ['1,5 kg beets', 'beets', 3.30693],
  ['2,25 bu snap beans', 'beans-snap', 67.5],
  ['8 oz okra', 'okra', 0.5],
  ['10 kg tomatoes', 'tomatoes', 22.0462],
  ['500 g mushrooms', 'mushrooms', 1.10231],
  ['60 ears sweet corn', 'corn', 39],
  ['5 doz ears of corn', 'corn', 39],
  ['2 dozen peppers', 'peppers', 7.2],
  ['12 tomatoes', 'tomatoes', 3.96],
  ['1 crate asparagus', 'asparagus', 31],
  ['2 sacks potatoes', 'potatoes-white', 100],
  ['2 10-lb bags potatoes', 'potatoes-white', 20],
  ['3 blue crates beets', 'beets', 57],
  ['2 tubs beets', 'beets', 24],
])('%s', (line, food, lb) => {
  const got = readWeighIn(line, { containers: own })
  expect(got).toMatchObject({ ok: true, food: { id: food } })
  expect(got.ok && got.pounds).toBeCloseTo(lb, 3)
})

test('variety and price', () => {
  expect(readWeighIn('1 bu snap beans, Provider @ 0.85/lb')).toMatchObject({
    ok: true,
    variety: 'Provider',
    pricePerLb: 0.85,
  })
  const got = readWeighIn('1 bu beets @ $26/bu')
  expect(got.ok && got.pricePerLb).toBeCloseTo(0.5, 6)
  expect(readWeighIn('1.5 bu snap beans')).toMatchObject({ understood: '1½ bu snap beans' })
  expect(readWeighIn('5 lb 3 oz okra')).toMatchObject({ understood: '5 lb 3 oz okra' })
  const comma = readWeighIn('22 lb beets @ €0,85/lb')
  expect(comma.ok && comma.pricePerLb).toBe(0.85)
  expect(readWeighIn('5 lb 17 oz okra').ok).toBe(false)
  expect(readWeighIn('60 ears sweet corn')).toMatchObject({ understood: '60 ears sweet corn' })
})

test.each([
  ['', 'empty'],
  ['beans', 'amount'],
  ['1,500 lb beets', 'amount'],
  ['0 lb beets', 'amount'],
  ['-3 lb beets', 'amount'],
  ['1/0 bu beets', 'amount'],
  ['1 3/2 lb beets', 'amount'],
  ['3 lb', 'food'],
  ['3 lb beans', 'which-food'],
  ['3 lb cabbage', 'refused-food'],
  ['3 firkins beets', 'unit'],
  ['60 sweet corn', 'unit'],
  ['12 beets', 'unit'],
  ['12 heads beets', 'weight'],
  ['1 bu winter squash', 'weight'],
  ['2 tubs carrots', 'weight'],
  ['3 lb xyzzy', 'food'],
  ['3 lb beets @ cheap', 'price'],
  ['3 lb beets @ 2', 'price'],
  ['3 lb beets @ 1/lb @ 2/lb', 'price'],
  ['99999 bu beets', 'too-much'],
  ['1e5 lb beets', 'unit'],
  ['x'.repeat(300), 'too-long'],
])('%s is a complaint about the %s', (line, code) => {
  const got = readWeighIn(line, { containers: own })
  expect(got).toMatchObject({ ok: false, code })
  expect(!got.ok && got.sentence.length).toBeGreaterThan(10)
})

test('a slip names the word and offers the nearest foods', () => {
  expect(readWeighIn('3 lb beetz')).toMatchObject({
    ok: false,
    word: 'beetz',
    suggestions: expect.arrayContaining(['Beets']),
  })
})

describe('people say it otherwise', () => {
  test.each([
    ['5 pounds and 3 ounces okra', 'okra', 5.1875],
    ['2 kg 300 g beets', 'beets', 5.07063],
    ['2 kg and 300 grams of beets', 'beets', 5.07063],
    ['1 250 g okra', 'okra', 2.75578],
    ['1\u202f250,5 g okra', 'okra', 2.75688],
    ['1,234.5 lb beets', 'beets', 1234.5],
    ['1.234,5 lb beets', 'beets', 1234.5],
    ['5-1/2 lb beets', 'beets', 5.5],
    ['six pecks carrots', 'carrots', 75],
    [',5 kg beets', 'beets', 1.10231],
  ])('%s', (line, food, lb) => {
    const got = readWeighIn(line)
    expect(got).toMatchObject({ ok: true, food: { id: food } })
    expect(got.ok && got.pounds).toBeCloseTo(lb, 3)
  })

  test('a bucket is asked about once, for the crop that lies in it', () => {
    const line = 'a bucket of snap beans'
    expect(readWeighIn(line)).toMatchObject({
      ok: false,
      sentence: 'How heavy is one bucket of snap beans?',
      asks: { name: 'bucket', food: { id: 'beans-snap' } },
      suggestions: [],
      fixes: [],
    })
    const told = { containers: [{ name: 'bucket', lb: 13, foodId: 'beans-snap' }] }
    expect(readWeighIn(line, told)).toMatchObject({ ok: true, pounds: 13 })
    expect(readWeighIn('2 buckets tomatoes', told)).toMatchObject({
      ok: false,
      asks: { name: 'bucket', food: { id: 'tomatoes' } },
    })
    const both = [...told.containers, { name: 'Bucket', lb: 22, foodId: 'tomatoes' }]
    expect(readWeighIn('2 buckets tomatoes', { containers: both })).toMatchObject({ pounds: 44 })
    expect(readWeighIn('2 buckets snap beans', { containers: both })).toMatchObject({ pounds: 26 })
  })

  test('what is counted is asked about too: twelve pumpkins, a 5-gal bucket', () => {
    expect(readWeighIn('12 pumpkins')).toMatchObject({
      ok: false,
      asks: { name: 'pumpkin', food: { id: 'squash-winter' } },
    })
    const containers = [{ name: 'pumpkin', lb: 9, foodId: 'squash-winter' }]
    expect(readWeighIn('12 pumpkins, Sugar', { containers })).toMatchObject({
      ok: true,
      pounds: 108,
      variety: 'Sugar',
      understood: '12 pumpkins',
    })
    expect(readWeighIn('a 5-gal bucket of tomatoes')).toMatchObject({
      asks: { name: '5-gal bucket', food: { id: 'tomatoes' } },
    })
    expect(readWeighIn('5-gal bucket of tomatoes')).toMatchObject({
      code: 'amount',
      fixes: [{ line: 'a 5-gal bucket of tomatoes' }],
    })
    expect(readWeighIn('1 bu winter squash')).toMatchObject({
      code: 'weight',
      asks: { name: 'bu', food: { id: 'squash-winter' } },
    })
  })

  test('a slip in the unit is mended, not weighed', () => {
    expect(readWeighIn('3 bushls beets')).toMatchObject({
      code: 'unit',
      fixes: [{ line: '3 bushels beets' }],
    })
  })

  test.each([
    ['30 tomatoes @ 4 a dozen', 4 / 12 / 0.33],
    ['60 ears sweet corn @ 0.5 each', 0.5 / 0.65],
    ['2 crates asparagus @ $18 a crate', 18 / 31],
    ['2 bu beets @ 26,50 € per bu', 26.5 / 52],
    ['2 bu beets @ CHF 52 the lot', 52 / 104],
    ['2 bu beets @ 52 kr for all', 52 / 104],
    ['10 kg beets @ 2,20/kg', 2.2 / 2.20462262],
    ['12 lb beets @ ₹30/lb', 30],
    ['12 lb beets @ free', null],
  ])('price: %s', (line, perLb) => {
    const got = readWeighIn(line)
    if (perLb === null) expect(got).toMatchObject({ ok: false, code: 'price' })
    else expect(got.ok && got.pricePerLb).toBeCloseTo(perLb, 6)
  })

  test('the household’s own word for a crop, but never for a refused one', () => {
    const cropWords = [
      { word: 'Runners', foodId: 'beans-snap' },
      { word: 'gone', foodId: 'no-such-food' },
    ]
    expect(readWeighIn('3 lb runners, Scarlet', { cropWords })).toMatchObject({
      ok: true,
      food: { id: 'beans-snap' },
      variety: 'Scarlet',
    })
    expect(readWeighIn('a bucket of runners', { cropWords })).toMatchObject({
      asks: { name: 'bucket', food: { id: 'beans-snap' } },
    })
    expect(readWeighIn('3 lb gone', { cropWords })).toMatchObject({ ok: false, code: 'food' })
  })

  test('no way to put a line right changes its amount', () => {
    const amounts = ['3', '1.5', '½', '2 1/2', '12']
    const units = ['', 'firkins ', 'bushls ', 'ears ', 'heads ', 'lb ', 'tubs ']
    const crops = ['beets', 'beetz', 'sweet corn', 'pepers', 'beans', 'winter squash', 'tubs corn']
    for (const a of amounts)
      for (const u of units)
        for (const c of crops) {
          const got = readWeighIn(`${a} ${u}${c}`, { containers: own })
          if (got.ok) continue
          for (const fix of got.fixes) expect(fix.line.startsWith(`${a} `), fix.line).toBe(true)
          for (const { line } of got.fixes.filter((f) => !f.line.includes('firkins'))) {
            const again = readWeighIn(line, { containers: own })
            if (again.ok) expect(kitchenNumber(again.amount)).toBe(kitchenNumber(readNumberOf(a)))
          }
        }
  })
})

const readNumberOf = (text: string): number =>
  ({ '3': 3, '1.5': 1.5, '½': 0.5, '2 1/2': 2.5, '12': 12 })[text] ?? NaN

describe('fuzz', () => {
  const words = [
    '1',
    '1.5',
    '½',
    '1/2',
    '2 doz',
    'bu',
    'lb',
    'kg',
    'ears',
    'of',
    ',',
    '@',
    '/',
    '0.85/lb',
    'snap beans',
    'corn',
    'beets',
    'cabbage',
    '-',
    '1e9',
    'NaN',
    '٣',
    '🍅',
    '__proto__',
    'constructor',
  ]
  const soup = fc.array(fc.constantFrom(...words), { maxLength: 8 }).map((w) => w.join(' '))
  test('2,000 lines: no crash, and a value is always finite, positive and its own words', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          soup,
          fc.string({ maxLength: 60 }),
          fc.string({ unit: 'grapheme', maxLength: 40 }),
        ),
        (line) => {
          const got = readWeighIn(line, { containers: own })
          if (!got.ok) {
            expect(got.sentence).not.toBe('')
            return
          }
          expect(got.pounds).toBeGreaterThan(0)
          expect(got.pounds).toBeLessThanOrEqual(20000)
          expect(line.toLowerCase()).toMatch(/\d|a |one|two|three|half|[½¼¾⅓⅔⅛⅜⅝⅞]/)
        },
      ),
      { numRuns: 2000 },
    )
  })
  test('no silent misreading: what is written from parts is read back as those parts', () => {
    const amount = fc.oneof(
      fc.integer({ min: 1, max: 99 }).map((n) => ({ text: String(n), value: n })),
      fc.integer({ min: 1, max: 999 }).map((n) => ({ text: (n / 10).toFixed(1), value: n / 10 })),
      fc
        .integer({ min: 1, max: 20 })
        .chain((w) =>
          fc
            .constantFrom(['1/2', 0.5], ['¼', 0.25], ['3/4', 0.75])
            .map(([t, v]) => ({ text: `${w} ${t}`, value: w + Number(v) })),
        ),
    )
    const unit = fc.constantFrom<[string, number]>(
      ['lb', 1],
      ['pounds', 1],
      ['oz', 1 / 16],
      ['kg', 2.20462262],
    )
    const food = fc.constantFrom(
      ...foods.flatMap((f) => [f.name, ...f.synonyms].map((n) => ({ id: f.id, n }))),
    )
    fc.assert(
      fc.property(amount, unit, food, fc.constantFrom('', 'of '), (a, [u, lb], f, of) => {
        const got = readWeighIn(`${a.text} ${u} ${of}${f.n}`)
        expect(got).toMatchObject({ ok: true, food: { id: f.id } })
        expect(got.ok && got.pounds).toBeCloseTo(a.value * lb, 4)
      }),
      { numRuns: 2000 },
    )
  })
})

test('numbers the way people write them', () => {
  expect([1.5, 0.25, 12, 2 / 3, 0.4, 0.999].map(kitchenNumber)).toEqual([
    '1½',
    '¼',
    '12',
    '⅔',
    '0.4',
    '1',
  ])
  expect([5, 60, 80, 125].map(showMinutes)).toEqual(['5 min', '1 h', '1 h 20', '2 h 05'])
  expect([760, 0, -5, 3725].map(showClock)).toEqual(['12:40', '00:00', '00:00', '1:02:05'])
})
