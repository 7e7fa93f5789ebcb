import fc from 'fast-check'
// How amounts are read and how figures are said, held against tables written by hand.
import { describe, expect, test } from 'vitest'
import {
  bareKitchen,
  dialWords,
  figuresFor,
  foldLoad,
  gaugeScale,
  loadAt,
  recallText,
  recordLines,
  kelvinToCelsius,
  kelvin,
  kitchenNumber,
  pressureOn,
  psi,
  psiToKpa,
  numberAhead,
  readNumber,
  readWeighIn,
  showAltitude,
  showClock,
  showLength,
  showTemperature,
  showMinutes,
  showPressure,
  showRow,
  showWeight,
} from '@kelvit/core'
import { DIAL_MARKS, type DialMarks } from '@kelvit/core/words'
import { dial, fact, log, MIN } from './kit/loads'
import { readAmount } from '../src/quantity/amount'

test.each([
  [0, '0'],
  [0.125, '⅛'],
  [0.25, '¼'],
  [1 / 3, '⅓'],
  [0.375, '⅜'],
  [0.5, '½'],
  [0.625, '⅝'],
  [2 / 3, '⅔'],
  [0.75, '¾'],
  [0.875, '⅞'],
  [0.998, '1'],
  [12, '12'],
  [1.5, '1½'],
  [7.004, '7'],
  [2.9999, '3'],
  [0.41, '0.41'],
  [3.111, '3.11'],
])('%d is written %s', (n, words) => {
  expect(kitchenNumber(n)).toBe(words)
})

test.each([
  [9.94, 'us', '9.9 lb'],
  [10, 'us', '10 lb'],
  [45.4, 'us', '45 lb'],
  [45, 'metric', '20.4 kg'],
  [0.5, 'metric', '0.2 kg'],
] as const)('%d lb in %s is %s', (lb, system, words) => {
  expect(showWeight(lb, system)).toBe(words)
})

test.each([
  [6, 'us', '6 psi'],
  [12.5, 'us', '12½ psi'],
  // Rounded up, never down: 6 psi is 41.37 kPa.
  [6, 'metric', '42 kPa (6 psi)'],
  [12, 'metric', '83 kPa (12 psi)'],
  [11, 'metric', '76 kPa (11 psi)'],
] as const)('a target of %d psi in %s is %s', (p, system, words) => {
  expect(showPressure(psi(p), system)).toBe(words)
})

describe('on this kitchen’s own gauge', () => {
  test('a true dial and a weight say the target', () => {
    expect(pressureOn({ kind: 'dial', errorPsi: 0 }, psi(12), 'us')).toBe('12 psi')
    expect(pressureOn({ kind: 'weighted', errorPsi: 1.5 }, psi(15), 'us')).toBe('15 psi')
    expect(pressureOn({ kind: 'dial', errorPsi: 1e-12 }, psi(12), 'us')).toBe('12 psi')
  })
  test('a dial that is off says so, and which way', () => {
    expect(pressureOn({ kind: 'dial', errorPsi: 1 }, psi(12), 'us')).toBe(
      '13 psi on your dial: it reads 1 high',
    )
    expect(pressureOn({ kind: 'dial', errorPsi: -0.5 }, psi(12), 'us')).toBe(
      '11½ psi on your dial: it reads ½ low',
    )
    expect(pressureOn({ kind: 'dial', errorPsi: 1 }, psi(12), 'metric')).toBe(
      '90 kPa (13 psi) on your dial: it reads 7 kPa high',
    )
  })
})

test('altitudes, lengths, temperatures', () => {
  expect([showAltitude(2640, 'us'), showAltitude(2640, 'metric')]).toEqual(['2,640 ft', '805 m'])
  expect([showLength(1.25, 'us'), showLength(1.25, 'metric')]).toEqual(['1¼ in', '3.2 cm'])
  expect([showTemperature(180, 'us'), showTemperature(180, 'metric')]).toEqual(['180 °F', '82 °C'])
  expect(psiToKpa(psi(10))).toBeCloseTo(68.9476, 3)
  expect(kelvinToCelsius(kelvin(373.15))).toBeCloseTo(100, 9)
})

test('times that pass', () => {
  expect([0.4, 59.4, 60, 80, 125].map(showMinutes)).toEqual([
    '0 min',
    '59 min',
    '1 h',
    '1 h 20',
    '2 h 05',
  ])
  expect([-5, 9, 760, 3725].map(showClock)).toEqual(['00:00', '00:09', '12:40', '1:02:05'])
})

describe('a gauge as the house reads it', () => {
  const [us, metric] = [gaugeScale('us'), gaugeScale('metric')]
  test('targets in kilopascals round up, as the tables do; readings are near', () => {
    expect([6, 10, 11, 12, 15].map(metric.target)).toEqual([42, 69, 76, 83, 104])
    expect([metric.unit, metric.say(metric.target(12))]).toEqual(['kPa', '83'])
    expect([us.unit, us.say(us.target(12.5))]).toEqual(['psi', '12½'])
    expect(metric.reading(11.5)).toBe(79.3)
  })
  test('a figure that reaches the target reaches it in psi, one that does not is under it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 68 }), (quarters) => {
        const target = quarters / 4
        for (const gauge of [us, metric]) {
          const figure = gauge.target(target)
          expect(gauge.toPsi(figure)).toBeGreaterThanOrEqual(target - 1e-9)
          expect(gauge.toPsi(figure - gauge.step)).toBeLessThan(target)
        }
        // No kilopascal is given away: one less is too little.
        expect(metric.toPsi(metric.target(target) - 1)).toBeLessThan(target)
      }),
    )
  })
  test('how far a dial is off is said the same as beside the target', () => {
    for (const error of [-1.5, -0.5, 0.5, 1, 2]) {
      const beside = pressureOn({ kind: 'dial', errorPsi: error }, psi(12), 'metric')
      expect(beside).toContain(`reads ${metric.off(error)} kPa ${error > 0 ? 'high' : 'low'}`)
    }
    expect([us.off(-1.5), metric.off(1)]).toEqual(['1½', '7'])
  })
  test('what was read comes back as what it was', () => {
    for (let kpa = 0; kpa <= 206; kpa++) expect(metric.reading(metric.toPsi(kpa))).toBe(kpa)
    for (let p = 0; p <= 30; p += 0.25) expect(us.reading(us.toPsi(p))).toBe(p)
  })
})

describe('amounts', () => {
  test.each([
    ['1.5 bu', 1.5, 'bu'],
    ['1,5 bu', 1.5, 'bu'],
    ['12,25kg', 12.25, 'kg'],
    ['.5 bu', 0.5, 'bu'],
    ['1.125 lb', 1.125, 'lb'],
    ['60', 60, ''],
    ['60ears', 60, 'ears'],
    ['  7   lb beets', 7, 'lb beets'],
    ['1 1/2 bu', 1.5, 'bu'],
    ['10 11/12 bu', 10 + 11 / 12, 'bu'],
    ['1 1 / 2bu', 1.5, 'bu'],
    ['3/4 bu', 0.75, 'bu'],
    ['3 / 4bu', 0.75, 'bu'],
    ['15/16 bu', 0.9375, 'bu'],
    ['1½ bu', 1.5, 'bu'],
    ['½bu', 0.5, 'bu'],
    ['⅞ bu', 0.875, 'bu'],
    ['a bushel', 1, 'bushel'],
    ['An  ear', 1, 'ear'],
    ['half a bushel', 0.5, 'bushel'],
    ['half  an  ear', 0.5, 'ear'],
    ['three crates', 3, 'crates'],
    ['2 doz ears', 24, 'ears'],
    ['2 doz. ears', 24, 'ears'],
    ['2dz ears', 24, 'ears'],
    ['1 dozen', 12, ''],
    ['1½ dozen ears', 18, 'ears'],
  ])('%s', (text, value, rest) => {
    const read = readAmount(text)
    expect(read?.value).toBeCloseTo(value, 9)
    expect(read?.rest).toBe(rest)
  })
  test.each([
    [''],
    ['beets'],
    ['0 lb'],
    ['1/0 bu'],
    ['1 3/2 bu'],
    ['1 2/2 bu'],
    ['1.2.3 lb'],
    ['1,000 lb'],
    ['1/2/3 bu'],
    ['a'],
    ['many a bushel'],
    [`${'9'.repeat(400)} lb`],
  ])('%s is no amount', (text) => {
    expect(readAmount(text)).toBeUndefined()
  })
})

describe('lines', () => {
  const lb = (line: string): number | string => {
    const read = readWeighIn(line, { containers: [{ name: 'blue crate', lb: 19 }] })
    return read.ok ? Math.round(read.pounds * 1000) / 1000 : read.code
  }
  test.each([
    ['1 pound beets', 1],
    ['16 ounce beets', 1],
    ['16 ounces of beets', 1],
    ['2 kilo beets', 4.409],
    ['2 kgs beets', 4.409],
    ['2 kilogram beets', 4.409],
    ['500 gram beets', 1.102],
    ['500 gr beets', 1.102],
    ['3 # beets', 3],
    ['1 bu beets', 52],
    ['2 bus beets', 104],
    ['1 half bushel beets', 26],
    ['1 half-bushel beets', 26],
    ['1 half bu beets', 26],
    ['1 hbu beets', 26],
    ['2 peck beets', 26],
    ['2 pks beets', 26],
    ['1 sack potatoes', 50],
    ['2 sacks potatoes', 100],
    ['1 crate asparagus', 31],
    ['3 ear sweet corn', 1.95],
    ['3 pieces peppers', 0.9],
    ['3 pc peppers', 0.9],
    ['2 blue crates beets', 38],
    ['5 lb 3 oz beets', 5.188],
    ['1.5 lbs. beets', 1.5],
  ])('%s is %d lb', (line, pounds) => {
    expect(lb(line)).toBe(pounds)
  })
  test.each([
    ['', 'empty'],
    ['x'.repeat(301), 'too-long'],
    ['5 lb', 'food'],
    ['3 heads beets', 'weight'],
    ['3 roots sweet corn', 'weight'],
    ['1 crate beets', 'weight'],
    ['1 bu asparagus', 'weight'],
    ['99999 lb beets', 'too-much'],
    ['30000 lb beets', 'too-much'],
    ['5 lb beets @ soon', 'price'],
    ['5 lb beets @ 1/crate', 'price'],
    ['5 lb beets @ 20000/lb', 'price'],
    ['5 lb beets @ 1/lb @ 2/lb', 'price'],
  ])('%s: %s', (line, code) => {
    expect(lb(line)).toBe(code)
  })
  test('a price is for the unit it names', () => {
    const perLb = (line: string): number | null | string => {
      const read = readWeighIn(line)
      return read.ok ? read.pricePerLb : read.code
    }
    expect(perLb('5 lb beets')).toBeNull()
    expect(perLb('5 lb beets @ 0.85/lb')).toBe(0.85)
    expect(perLb('5 lb beets @ .85 per lb')).toBe(0.85)
    expect(perLb('5 lb beets @ $0,85 a lb')).toBe(0.85)
    expect(perLb('5 lb beets @ 26/bu')).toBe(0.5)
    expect(perLb('5 lb beets @ 10000/lb')).toBe(10000)
  })
  test('what was understood is said back', () => {
    const said = (line: string): string => {
      const read = readWeighIn(line)
      return read.ok ? read.understood : read.sentence
    }
    expect(said('1.5 bu snap beans, Provider')).toBe('1½ bu snap beans')
    expect(said('60 ears sweet corn')).toBe('60 ears sweet corn')
    expect(said('1 ear sweet corn')).toBe('1 ear sweet corn')
    expect(said('5 lb 3 oz beets')).toBe('5 lb 3 oz beets')
    expect(said('12 peppers')).toBe('12 peppers')
  })
})

test.each([
  ['1-1/2 lb', 1.5, 'lb'],
  ['12-13/16 lb', 12.8125, 'lb'],
  ['12 13/16 lb', 12.8125, 'lb'],
  ['3/2 lb', 1.5, 'lb'],
  ['0 3/2 lb', 1.5, 'lb'],
  ['1½ lb', 1.5, 'lb'],
  ['12,345.5 lb', 12345.5, 'lb'],
  ['1,234,567.25 lb', 1234567.25, 'lb'],
  ['1.234,5 kg', 1234.5, 'kg'],
  ['12.345.678,25 kg', 12345678.25, 'kg'],
  ['12 500 lb', 12500, 'lb'],
  ['12’500 lb', 12500, 'lb'],
  ['1 234 567 lb', 1234567, 'lb'],
  ['1,2345 lb', 1.2345, 'lb'],
  ['1,23456 lb', 1.23456, 'lb'],
  ['.5 lb', 0.5, 'lb'],
  [',5 lb', 0.5, 'lb'],
  ['5 lb\nof beets', 5, 'lb\nof beets'],
  ['1/2 lb\nof beets', 0.5, 'lb\nof beets'],
  ['1 1/2 lb\nof beets', 1.5, 'lb\nof beets'],
] as const)('“%s” begins with a number', (text, value, rest) => {
  expect(numberAhead(text)).toEqual({ value, rest })
})

test.each([
  '1,234 lb',
  '3/0 lb',
  '1 3/2 lb',
  '1 2/2 lb',
  'about 5',
  'to 1-1/2',
  '5/6/7',
  '1.2.3',
  '',
])('“%s” does not say one number', (text) => {
  expect(numberAhead(text)).toBeUndefined()
})

const NO_NUMBER = 'Write a number, such as 12 or 1.5.'
test.each([
  ['12', false, 12],
  ['  1,5 ', false, 1.5],
  ['−3', false, -3],
  ['–3', false, -3],
  ['- 2½', false, -2.5],
  ['+ 4', false, 4],
  ['0', true, 0],
  ['1,234', true, 1234],
  ['123,456', true, 123456],
  ['1,2345', false, 1.2345],
  ['1.5', true, 'Write a whole number.'],
  ['1,234', false, 'Is that 1234 or 1.234? Write it without the comma.'],
  ['-123,456', false, 'Is that 123456 or 123.456? Write it without the comma.'],
  ['', false, NO_NUMBER],
  ['-', false, NO_NUMBER],
  ['3-', false, NO_NUMBER],
  ['5 lb', false, NO_NUMBER],
  ['lb 1,234', false, NO_NUMBER],
  ['1,234 lb', true, NO_NUMBER],
  ['1234,567', false, NO_NUMBER],
  ['9'.repeat(400), false, NO_NUMBER],
] as const)('a field with “%s” (whole: %s)', (text, whole, read) => {
  expect(readNumber(text, whole)).toEqual(
    typeof read === 'number' ? { ok: true, value: read } : { ok: false, sentence: read },
  )
})

test.each([
  ['half a bushel', 0.5, 'bushel'],
  ['HALF AN ear', 0.5, 'ear'],
  ['two dozen ears', 24, 'ears'],
  ['2 doz. ears', 24, 'ears'],
  ['3 dz ears', 36, 'ears'],
] as const)('an amount: “%s”', (text, value, rest) => {
  expect(readAmount(text)).toEqual({ value, rest })
})
test.each(['better half a bushel', 'zero ears', '0 ears', '5-gal bucket', 'dozens'])(
  'no amount: “%s”',
  (text) => {
    expect(readAmount(text)).toBeUndefined()
  },
)
test('a dozen is one where it follows the number, not where it is the crop', () => {
  expect(readAmount('3 ears, a dozen')).toEqual({ value: 3, rest: 'ears, a dozen' })
})

test.each([
  [10, 'us', '10 ft'],
  [10.2, 'us', '11 ft'],
  [10, 'metric', '4 m'],
  [3 / 0.3048, 'metric', '3 m'],
] as const)('a row of %d ft in %s is %s', (ft, system, words) => {
  expect(showRow(ft, system)).toBe(words)
})

describe('a dial with marks of its own', () => {
  // By the definitions: a bar is 100 kPa, a kilogram on a square centimetre 98.0665 kPa, a psi 6.894757 kPa.
  const A_PSI = { psi: 1, kPa: 6.894757, bar: 0.06894757, 'kg/cm²': 0.0703069579 }
  const DIGITS = { psi: 2, kPa: 0, bar: 2, 'kg/cm²': 2 }
  test('tells a target rounded up by less than its last digit, never down', () => {
    fc.assert(
      fc.property(fc.constantFrom(...DIAL_MARKS), fc.integer({ min: 2, max: 80 }), (marks, q) => {
        const [target, gauge] = [q / 4, gaugeScale(marks)]
        const figure = gauge.target(target)
        expect(figure).toBeGreaterThanOrEqual(target * A_PSI[marks] - 1e-6)
        expect(figure - target * A_PSI[marks]).toBeLessThan(10 ** -DIGITS[marks])
        expect(gauge.toPsi(figure)).toBeGreaterThanOrEqual(target - 1e-9)
        expect(gauge.unit).toBe(marks)
      }),
    )
  })
  test('is told in them wherever it stands, whatever the household reads', () => {
    const told = (marks: DialMarks | null, errorPsi: number, units: 'us' | 'metric') =>
      pressureOn({ kind: 'dial', errorPsi, marks }, psi(11), units)
    expect(told('bar', 0, 'us')).toBe('0.76 bar (11 psi)')
    expect(told('bar', 1, 'metric')).toBe('0.83 bar (12 psi) on your dial: it reads 0.07 bar high')
    expect(told('kg/cm²', 0, 'us')).toBe('0.78 kg/cm² (11 psi)')
    expect([0.9, 0.83, 1].map(gaugeScale('bar').say)).toEqual(['0.90', '0.83', '1.00'])
    expect(told('psi', -1, 'metric')).toBe('10 psi on your dial: it reads 1 low')
    expect(told('kPa', 0, 'us')).toBe('76 kPa (11 psi)')
    expect(told(null, 0, 'metric')).toBe('76 kPa (11 psi)')
  })
  test('at the stove, in a recall, on record and in what held the heat last time', () => {
    const setup = { ...dial, psi: psi(11), marks: 'bar' as const }
    const up = ['0 started', '5 filling-began', '20 locked', '38 steam-steady', '48 weight-on']
    const high = log(...up, '57 reading 15')
    const { prompts } = loadAt(setup, foldLoad(setup, high), 58 * MIN, 'us')
    expect(prompts.map((p) => p.sentence)).toContain(
      'Ease the heat a little. Hold it near 0.76 bar.',
    )
    const recalled = { requiredPsi: 12, worstReadingPsi: 11, truePsi: 10 }
    expect(recallText(recalled, 'bar')).toBe(
      'The lowest reading was 0.76: really 0.69 bar, but it needs 0.83.',
    )
    expect(dialWords(psi(1.5), 'kg/cm²')).toBe('0.11 kg/cm² high')
    const [line] = recordLines([fact('reading', 60, { psi: psi(11) })], 'kg/cm²')
    expect(line!.words).toContain('0.77 kg/cm²')
  })
  test('goes into what a load runs at, and stays with it', () => {
    const found = figuresFor({
      portions: [{ formId: 'beans-snap', pack: 'hot', jar: 'quart' }],
      regulatedBy: 'dial',
      marks: 'bar',
      gaugeErrorPsi: psi(0),
      restMin: 10,
      kitchen: bareKitchen(2640),
    })
    expect(found).toMatchObject({ outcome: 'process', setup: { marks: 'bar' } })
  })
})
