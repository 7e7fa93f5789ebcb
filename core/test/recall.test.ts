import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import {
  dialWords,
  foldLoad,
  lookUpProcess,
  feet,
  recallOf,
  recallWords,
  requiredAt,
  retargeted,
  standardAt,
  type LoadEvent,
  type LoadSetup,
} from '../src'

const T = Date.parse('2026-08-14T17:00:00Z')
const MIN = 60_000
const dial: LoadSetup = {
  regulatedBy: 'dial',
  psi: unit.psi(12),
  minutes: unit.minutes(25),
  gaugeErrorPsi: unit.psi(0),
  restMinutes: unit.minutes(10),
}
const facts = (...list: readonly (readonly [number, LoadEvent['kind'], number?])[]): LoadEvent[] =>
  list.map(([m, kind, psi], i) => ({
    id: `e${String(i).padStart(2, '0')}`,
    at: T + m * MIN,
    heardAt: T + m * MIN,
    kind,
    psi: psi === undefined ? null : unit.psi(psi),
  }))
/** A good evening with these readings, nine minutes apart from minute 30 on. */
const evening = (readings: readonly number[]): LoadEvent[] =>
  facts(
    [0, 'started'],
    [1, 'filling-began'],
    [2, 'locked'],
    [3, 'steam-steady'],
    [13, 'weight-on'],
    ...readings.map((psi, i) => [30 + i * 9, 'reading', psi] as const),
    [57, 'heat-off'],
    [110, 'pressure-zero'],
    [111, 'lock-dropped'],
    [112, 'weight-off'],
    [123, 'opened'],
    [124, 'unloaded'],
    [900, 'seals-checked'],
  )
const found = (errorPsi: number, requiredPsi = 12) => ({
  errorPsi: unit.psi(errorPsi),
  requiredPsi: unit.psi(requiredPsi),
})
const recalled = (readings: readonly number[], errorPsi: number, setup = dial) =>
  recallOf(setup, foldLoad(setup, evening(readings)), found(errorPsi, setup.psi))

describe('a load that was short in truth', () => {
  test('by its worst reading less the error', () => {
    expect(recalled([13, 12.5, 13, 13], 1)).toEqual({
      requiredPsi: 12,
      worstReadingPsi: 12.5,
      truePsi: 11.5,
    })
    expect(recalled([13, 12.5, 13, 13], 0.5)).toBeNull()
    expect(recalled([13, 12.5, 13, 13], 0.51)).not.toBeNull()
    expect(recalled([13, 13, 13, 13], -2)).toBeNull()
  })
  test('what the needle had to show counted the error that was known then', () => {
    const known = { ...dial, gaugeErrorPsi: unit.psi(1) }
    expect(recalled([13, 13, 13.5, 13], 1, known)).toBeNull()
    expect(recalled([13, 13, 13.5, 13], 1.5, known)).toMatchObject({ truePsi: unit.psi(11.5) })
  })
  test('a reading while it climbed or cooled is none of the process', () => {
    const state = foldLoad(dial, [
      ...evening([13, 13, 13, 13]),
      ...facts([20, 'reading', 6]).map((e) => ({ ...e, id: 'climb' })),
      ...facts([80, 'reading', 4]).map((e) => ({ ...e, id: 'cool' })),
    ])
    expect(recallOf(dial, state, found(1))).toBeNull()
  })
  test('a weight is not touched by a dial, but by an altitude', () => {
    const weight: LoadSetup = { ...dial, regulatedBy: 'weighted', psi: unit.psi(10) }
    const run = foldLoad(
      weight,
      evening([]).concat(
        facts([30, 'at-pressure'], [40, 'still-rocking'], [50, 'still-rocking']).map((e, i) => ({
          ...e,
          id: `w${i}`,
        })),
      ),
    )
    expect(recallOf(weight, run, found(3, 10))).toBeNull()
    expect(recallOf(weight, run, found(0, 15))).toEqual({
      requiredPsi: unit.psi(15),
      worstReadingPsi: null,
      truePsi: unit.psi(10),
    })
  })
  test('one that was never processed in full is condemned already', () => {
    const short = foldLoad(
      dial,
      facts(
        [0, 'started'],
        [2, 'locked'],
        [3, 'steam-steady'],
        [13, 'weight-on'],
        [30, 'reading', 12],
        [35, 'heat-off'],
      ),
    )
    expect(recallOf(dial, short, found(3))).toBeNull()
  })
})

test('how a dial reads', () => {
  expect([1.5, -1, 0].map((e) => dialWords(unit.psi(e), 'us'))).toEqual([
    '1½ psi high',
    '1 psi low',
    'right',
  ])
})

test('what the tables ask elsewhere: the same pack, jar, gauge and option', () => {
  const at = (form: string, option: 'standard' | 'low') => {
    const answer = lookUpProcess({
      form,
      pack: 'hot',
      jar: 'quart',
      gauge: 'dial',
      altitudeFt: feet(1000),
      option,
    })
    if (answer.outcome !== 'process') throw new Error(answer.sentence)
    return answer
  }
  const beans = at('beans-snap', 'standard')
  const low = at('tomatoes-in-water', 'low')
  expect(requiredAt([beans], unit.feet(1000))).toBe(11)
  expect(requiredAt([beans], unit.feet(4500))).toBe(13)
  expect(requiredAt([low], unit.feet(4500))).toBe(8)
  expect(requiredAt([low, beans], unit.feet(4500))).toBe(13)
  expect(requiredAt([beans], unit.feet(9000))).toBe(Infinity)
})

test('why, in words: a reading as it was read, a need rounded up, in one unit', () => {
  const short = { requiredPsi: 12, worstReadingPsi: 12.5, truePsi: 11.5 }
  expect(Object.values(recallWords(short, 'us'))).toEqual([
    'The lowest reading was 12½:',
    'really 11½ psi',
    'but it needs 12.',
  ])
  expect(Object.values(recallWords({ ...short, worstReadingPsi: null }, 'metric'))).toEqual([
    'Nobody recorded a reading. It was held at its target:',
    'really 79.3 kPa',
    'but it needs 83.',
  ])
})

test('what an altitude asks of a gauge, as the tables have it', () => {
  const asked = (gauge: 'dial' | 'weighted') =>
    [0, 1000, 1001, 2000, 2001, 4000, 4001, 6000, 6001, 8000, 8001, 10_000, 10_001].map((ft) =>
      standardAt(gauge, unit.feet(ft)),
    )
  const above = [15, 15, 15, 15, 15, 15, 15, 15, 15, 15, null]
  expect(asked('weighted')).toEqual([10, 10, ...above])
  expect(asked('dial').slice(0, 11)).toEqual([11, 11, 11, 11, 12, 12, 13, 13, 14, 14, null])
})

test('of loads whose pressure another altitude changes, each is named with what it is to be', () => {
  const process = lookUpProcess({
    form: 'beans-snap',
    pack: 'hot',
    jar: 'quart',
    gauge: 'weighted',
    altitudeFt: unit.feet(500),
  })
  if (process.outcome !== 'process') throw new Error('no such process')
  const loads = [
    { id: 'a', processes: [process] },
    { id: 'none', processes: [] },
  ]
  const told = (from: number, to: number) =>
    retargeted(loads, unit.feet(from), unit.feet(to)).map((r) => [r.load.id, r.before, r.after])
  expect(told(500, 900)).toEqual([])
  expect(told(500, 5400)).toEqual([['a', 10, 15]])
  expect(told(5400, 500)).toEqual([['a', 15, 10]])
  expect(told(500, 12_000)).toEqual([['a', 10, null]])
})
