// Lots that are due, have no evening, or are put right; the sheet for the cupboard door; numbers as people type them.
import type { LotYield } from '../src/harvest/history'
import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import {
  afterLook,
  answerHarvest,
  looksFor,
  dialWords,
  foods,
  inOwnDegrees,
  yieldsByVariety,
  answerLine,
  correctLot,
  doorLines,
  dueLots,
  feet,
  foodOf,
  JAR_SIZES,
  jarsWithoutEvening,
  likelyJars,
  lookUpProcess,
  numberAhead,
  pounds,
  readNumber,
  readWeighIn,
  retargeted,
  standardAt,
  whyNoWay,
  type BookLoad,
  type BookLot,
  type Process,
} from '@kelvit/core'

const TODAY = '2026-08-14'
const lot = (more: Partial<BookLot> = {}): BookLot => ({
  id: 'l1',
  foodId: 'beans-snap',
  formId: 'beans-snap',
  jar: 'quart',
  lb: unit.pounds(30),
  arrivedOn: TODAY,
  canBy: '2026-08-15',
  state: 'in-house',
  ...more,
})
const portion = (jars: number, filled: number | null = null, more = {}) => ({
  lotId: 'l1',
  formId: 'beans-snap',
  jar: 'quart' as const,
  mouth: 'regular' as const,
  jars,
  filled,
  ...more,
})
const load = (stage: BookLoad['stage'], jars: number, filled: number | null = null): BookLoad => ({
  stage,
  portions: [portion(jars, filled)],
})
const day = (onDate: string, jars: number, more = {}) => ({
  onDate,
  portions: [portion(jars, null, more)],
})
const book = (more: object = {}) => ({ yields: [], today: TODAY, loads: [], plan: [], ...more })

describe('a lot without an evening', () => {
  const makes = likelyJars(book(), lot())
  test('30 pounds of beans make 15 quarts by the printed average', () => expect(makes).toBe(15))
  test.each([
    ['nothing planned', {}, 15],
    ['a load at the stove', { loads: [load('planned', 7)] }, 8],
    ['what is filled', { loads: [load('standing', 7, 6)] }, 9],
    ['a stopped load holds none', { loads: [load('aborted', 7)] }, 15],
    ['a day of the plan', { plan: [day('2026-08-15', 7)] }, 8],
    ['a day that is over', { plan: [day('2026-08-13', 7)] }, 15],
    ['a day after its can-by', { plan: [day('2026-08-16', 7)] }, 15],
    ['two pints for a quart', { plan: [day('2026-08-14', 14, { jar: 'pint' })] }, 8],
    ['all of it', { loads: [load('planned', 7)], plan: [day('2026-08-15', 9)] }, 0],
    ['another lot’s load', { plan: [day('2026-08-15', 7, { lotId: 'l2' })] }, 15],
  ])('%s', (_words, more, jars) => expect(jarsWithoutEvening(book(more), lot())).toBe(jars))

  test('it is due by tomorrow, unless it has its loads', () => {
    const due = (l: BookLot, more = {}) =>
      dueLots({ ...book(more), jars: [], needs: [], lots: [l], ...more }).length
    expect(due(lot())).toBe(1)
    expect(due(lot({ canBy: '2026-08-10' }))).toBe(1)
    expect(due(lot({ canBy: '2026-08-16' }))).toBe(0)
    expect(due(lot({ state: 'expected' }))).toBe(0)
    expect(due(lot({ state: 'eaten' }))).toBe(0)
    expect(due(lot(), { loads: [load('planned', 15)] })).toBe(0)
    expect(due(lot(), { loads: [load('planned', 11)] })).toBe(1)
    // The last few are not worth a load, and what nobody needs none at all: it is to eat, freeze or give.
    expect(due(lot(), { loads: [load('planned', 12)] })).toBe(0)
    const need = {
      ...{ foodId: 'beans-snap', formId: 'beans-snap', jar: 'quart', jarsPerMeal: 1 },
      ...{ mealsPerWeek: 0, freshMonths: [], nextHarvestOn: '2027-08-14', certainty: 0.8 },
    }
    expect(due(lot(), { needs: [need] })).toBe(0)
    expect(due(lot(), { needs: [{ ...need, putUpAll: true }] })).toBe(1)
    expect(due(lot(), { loads: [load('planned', 14)], needs: [{ ...need, putUpAll: true }] })).toBe(1) // prettier-ignore
  })
})

describe('putting a lot right', () => {
  test('fewer pounds: fewer jars, and loads that hold too many', () => {
    const planned = book({ loads: [load('planned', 7)], plan: [day('2026-08-15', 7)] })
    expect(correctLot(planned, lot(), lot({ lb: unit.pounds(20) }))).toEqual({
      makes: { before: 15, after: 10 },
      canBy: { before: '2026-08-15', after: '2026-08-15' },
      tooMany: 4,
      late: false,
    })
    expect(correctLot(planned, lot(), lot({ lb: unit.pounds(40) })).tooMany).toBe(0)
  })
  test('another size counts what is planned in it', () => {
    const planned = book({ loads: [load('planned', 10)] })
    // 15 pints' worth of beans against 10 quarts, which are 20 pints.
    expect(correctLot(planned, lot(), lot({ jar: 'pint', lb: unit.pounds(15) }))).toMatchObject({
      makes: { before: 15, after: 15 },
      tooMany: 5,
    })
  })
  test('an earlier can-by leaves a day of the plan behind', () => {
    const planned = book({ plan: [day('2026-08-15', 7)] })
    expect(correctLot(planned, lot(), lot({ canBy: '2026-08-14' })).late).toBe(true)
    expect(correctLot(planned, lot(), lot({ canBy: '2026-08-15' })).late).toBe(false)
    const over = book({ plan: [day('2026-08-13', 7)] })
    expect(correctLot(over, lot(), lot({ canBy: '2026-08-12' }))).toMatchObject({
      late: false,
      tooMany: 0,
    })
  })
})

describe('why there is no way', () => {
  const gear = {
    id: 'c',
    processMinutes: 45,
    capacity: { pint: 9, halfPint: 18 },
    minimum: { quart: 2, pint: 4 },
    stageMinutes: { fillMinPerJar: 1, fillMinFixed: 5, heatMin: 18, ventMin: 10, climbMin: 8, coolMin: 35, restMin: 10, unloadMin: 6 }, // prettier-ignore
  }
  const wanted = { jars: 3, jar: 'pint', mouth: 'regular', prepMinPerQuart: 5 } as const
  test('no canner, no room, too few', () => {
    expect(whyNoWay(wanted, [])).toEqual({ why: 'no-canner' })
    expect(whyNoWay({ ...wanted, jar: 'quart' }, [gear])).toEqual({ why: 'no-room' })
    expect(whyNoWay(wanted, [gear])).toEqual({ why: 'too-few', least: 4 })
    expect(whyNoWay(wanted, [{ ...gear, processMinutes: null }])).toEqual({ why: 'no-room' })
  })
  test('5 lb of mushrooms is too few for a load of their own, not “no canner is fit”', () => {
    const food = foodOf('mushrooms')!
    const asked = {
      food,
      form: food.forms[0]!,
      pounds: pounds(5),
      jar: 'pint',
      mouth: 'regular',
      household: {
        altitudeFt: unit.feet(2640),
        settings: {
          defaultPack: 'hot',
          restMinutes: unit.minutes(10),
          extraMinutes: 0,
          foodMinutes: {},
          tomatoOption: 'standard',
        },
      },
      canners: [
        { ...gear, name: 'C', regulatedBy: 'weighted', blocks: [], retired: false, lastTest: null },
      ],
      yields: [],
      arrivedOn: TODAY,
    } as unknown as Parameters<typeof answerHarvest>[0]
    expect(answerHarvest(asked)).toMatchObject({ ways: [], noWay: { why: 'too-few', least: 4 } })
    expect(answerHarvest({ ...asked, pounds: pounds(20) }).noWay).toBeNull()
  })
  test('a line says what it makes', () => {
    const line = (text: string) => {
      const read = readWeighIn(text)
      return read.ok ? answerLine(read, [], TODAY) : read.sentence
    }
    expect(line('30 lb snap beans')).toBe('30 lb snap beans: about 15 quarts')
    expect(line('1 oz okra')).toBe('1 oz okra: not one whole jar')
  })
})

describe('another altitude', () => {
  const process = (form: string, ft: number): Process => {
    const got = lookUpProcess({
      form,
      pack: 'hot',
      jar: 'pint',
      gauge: 'dial',
      altitudeFt: feet(ft),
    })
    if (got.outcome !== 'process') throw new Error(got.sentence)
    return got
  }
  test('the pressures of the printed bands', () => {
    expect([0, 2000, 2001, 4000, 6001, 8000].map((f) => standardAt('dial', unit.feet(f)))).toEqual([
      11, 11, 12, 12, 14, 14,
    ])
    expect([0, 1000, 1001, 10000].map((f) => standardAt('weighted', unit.feet(f)))).toEqual([
      10, 10, 15, 15,
    ])
    expect(standardAt('dial', unit.feet(8001))).toBeNull()
  })
  test('names the loads whose pressure it changes, and those that have none up there', () => {
    const beans = { id: 'a', processes: [process('beans-snap', 1000)] }
    const empty = { id: 'b', processes: [] }
    expect(retargeted([beans, empty], unit.feet(1000), unit.feet(1900))).toEqual([])
    expect(retargeted([beans, empty], unit.feet(1000), unit.feet(5400))).toEqual([
      { load: beans, before: 11, after: 13 },
    ])
    expect(retargeted([beans], unit.feet(1000), unit.feet(9000))).toEqual([
      { load: beans, before: 11, after: null },
    ])
  })
})

describe('the sheet for the cupboard door', () => {
  test.each([
    ['dial', 2640],
    ['weighted', 0],
    ['dial', 7000],
  ] as const)('%s at %i ft: every line is what the lookup says', (gauge, ft) => {
    const lines = doorLines({ gauge, altitudeFt: feet(ft) })
    expect(lines.length).toBeGreaterThan(20)
    for (const { form, packs, minutes, psi } of lines)
      for (const pack of packs)
        for (const jar of JAR_SIZES) {
          const answer = lookUpProcess({ form: form.id, pack, jar, gauge, altitudeFt: feet(ft) })
          if (minutes[jar] === undefined) continue
          expect(answer).toMatchObject({ outcome: 'process', minutes: minutes[jar], psi })
        }
  })
  test('snap beans in pints and quarts, both packs in one line', () => {
    const [beans] = doorLines({ gauge: 'dial', altitudeFt: feet(2640) }).filter(
      (l) => l.form.id === 'beans-snap',
    )
    expect(beans).toMatchObject({ psi: 12, minutes: { pint: 20, quart: 25 } })
    expect([...beans!.packs].sort()).toEqual(['hot', 'raw'])
  })
  test('no size of a tested form is left out, and none stands where the tables end', () => {
    const here = doorLines({ gauge: 'dial', altitudeFt: feet(2640) })
    for (const l of here)
      for (const size of JAR_SIZES.filter((s) => l.form.minutes[s] !== undefined))
        expect(l.minutes[size], `${l.form.id} ${size}`).toBeGreaterThan(0)
    expect(doorLines({ gauge: 'dial', altitudeFt: feet(12000) })).toEqual([])
  })
})

describe('numbers as people type them', () => {
  test.each([
    ['12', 12],
    ['1.5', 1.5],
    ['1,5', 1.5],
    ['0,125', null],
    ['1,2345', 1.2345],
    ['1½', 1.5],
    ['1 1/2', 1.5],
    ['3/4', 0.75],
    ['12 500', 12500],
    ['12\u202f500', 12500],
    ['12’500', 12500],
    ['1,234.5', 1234.5],
    ['1.234,5', 1234.5],
    ['-0,25', -0.25],
    ['−2', -2],
    ['+3', 3],
    ['.5', 0.5],
    ['12 50', null],
    ['1.2.3', null],
    ['twelve', null],
    ['5 lb', null],
    ['1/0', null],
    ['2 3/2', null],
    ['', null],
  ])('%s', (text, value) => {
    const read = readNumber(text)
    expect(read.ok ? read.value : null).toBe(value)
    if (!read.ok) expect(read.sentence.length).toBeGreaterThan(15)
  })
  test('2,640 is asked about, unless only whole numbers belong there', () => {
    expect(readNumber('2,640')).toEqual({
      ok: false,
      sentence: 'Is that 2640 or 2.640? Write it without the comma.',
    })
    expect(readNumber('2,640', true)).toEqual({ ok: true, value: 2640 })
    expect(readNumber('2.5', true)).toMatchObject({ ok: false, sentence: 'Write a whole number.' })
  })
  test('what follows a number is left', () => {
    expect(numberAhead('1½ bu beans')).toEqual({ value: 1.5, rest: 'bu beans' })
    expect(numberAhead('22/bu')).toBeUndefined()
    expect(numberAhead('beans')).toBeUndefined()
  })
})

describe('varieties', () => {
  const canned = (
    variety: string | null,
    lb: number,
    quarts: number,
    more: Partial<LotYield> = {},
  ): LotYield => ({
    ...{ id: `${variety} ${lb}`, version: 1, foodId: 'beans-snap', formId: 'beans-snap' },
    ...{ variety, source: 'garden', lb, quarts, finishedOn: '2026-08-01', excludedBecause: null },
    ...more,
  })
  test('pounds a quart over all lots of each, the fewest first; left-out lots do not count', () => {
    const got = yieldsByVariety([
      canned('Provider', 20, 10),
      canned('provider ', 30, 10),
      canned('Blue Lake', 18, 10),
      canned('Blue Lake', 99, 1, { excludedBecause: 'spilled' }),
      canned(null, 28, 10),
    ])
    expect(got.map((v) => [v.variety, v.lots, v.lbPerQuart, v.least, v.most])).toEqual([
      ['Blue Lake', 1, 1.8, 1.8, 1.8],
      ['Provider', 2, 2.5, 2, 3],
      [null, 1, 2.8, 2.8, 2.8],
    ])
    expect(yieldsByVariety([])).toEqual([])
  })
})

test('temperatures in a text are told as the house reads them', () => {
  expect(inOwnDegrees('32–40 °F, damp', 'metric')).toBe('0–4 °C, damp')
  expect(inOwnDegrees('32 °F in husk', 'metric')).toBe('0 °C in husk')
  expect(inOwnDegrees('32 °F in husk', 'us')).toBe('32 °F in husk')
  for (const food of foods)
    expect(inOwnDegrees(food.keepsDays.coolCondition, 'metric'), food.id).not.toContain('°F')
  expect(dialWords(unit.psi(1), 'metric')).toBe('7 kPa high')
  expect(dialWords(unit.psi(-1.5), 'us')).toBe('1½ psi low')
})

describe('a look into the crate', () => {
  test('says no more of a food than twice what it keeps in a cool place; three days of any', () => {
    for (const food of foods) {
      const days = looksFor(food).map((look) => look.days)
      expect(days.slice(0, 2), food.id).toEqual([0, 3])
      expect(Math.max(...days), food.id).toBeLessThanOrEqual(Math.max(3, 2 * food.keepsDays.cool))
    }
    expect(looksFor(foodOf('corn')!).map((look) => look.days)).toEqual([0, 3])
  })
  test('goes before the estimate, either way', () => {
    const all = looksFor(foodOf('carrots')!)
    expect(all.map((look) => afterLook(look, '2026-08-30', 'Wren').canBy)).toEqual([
      ...['2026-08-30', '2026-09-02', '2026-09-06', '2026-09-13', '2026-09-29'],
    ])
    expect(afterLook(all[0]!, '2026-08-30', 'Wren').looked).toEqual({
      ...{ on: '2026-08-30', by: 'Wren', words: 'today or never' },
    })
  })
})
