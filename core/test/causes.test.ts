import { describe, expect, test } from 'vitest'
import {
  altitudeOn,
  causesOf,
  daysOfTest,
  feet,
  foldLoad,
  judgeLoad,
  lookUpProcess,
  psi,
  minutes,
  recallText,
  type LoadEvent,
  type LoadSetup,
} from '../src'

const T = Date.parse('2026-08-14T17:00:00Z')
const MIN = 60_000
const DAY = '2026-08-14'

const setup = (over: Partial<LoadSetup> = {}): LoadSetup => ({
  regulatedBy: 'dial',
  psi: psi(12),
  minutes: minutes(25),
  gaugeErrorPsi: psi(0),
  restMinutes: minutes(10),
  ...over,
})
type Told = readonly [minute: number, kind: LoadEvent['kind'], more?: Partial<LoadEvent>]
const facts = (list: readonly Told[]): LoadEvent[] =>
  list.map(([m, kind, more], i) => ({
    id: `e${String(i).padStart(2, '0')}`,
    at: T + m * MIN,
    heardAt: T + m * MIN,
    kind,
    ...more,
  }))
const TO_PRESSURE: readonly Told[] = [
  [0, 'started'],
  [1, 'filling-began'],
  [2, 'locked'],
  [3, 'steam-steady'],
  [13, 'weight-on'],
]
const AFTER: readonly Told[] = [
  [57, 'heat-off'],
  [110, 'pressure-zero'],
  [111, 'lock-dropped'],
  [112, 'weight-off'],
  [123, 'opened'],
  [124, 'unloaded'],
  [900, 'seals-checked'],
]
const read = (list: readonly number[]): Told[] =>
  list.map((p, i) => [30 + i * 9, 'reading', { psi: psi(p) }])
const evening = (readings: readonly number[], later: readonly Told[] = []): LoadEvent[] =>
  facts([...TO_PRESSURE, ...read(readings), ...AFTER, ...later])

const beans = (gauge: 'dial' | 'weighted') => {
  const answer = lookUpProcess({
    form: 'beans-snap',
    pack: 'hot',
    jar: 'quart',
    gauge,
    altitudeFt: feet(2500),
  })
  if (answer.outcome !== 'process') throw new Error('no such process')
  return answer
}
const tested = (testedOn: string, errorPsi: number) => ({
  id: `on ${testedOn}`,
  testedOn,
  errorPsi: psi(errorPsi),
})
const at = (altitudeFt: number, moves: readonly [until: string, ft: number][] = []) => ({
  altitudeFt: feet(altitudeFt),
  altitudeMoves: moves.map(([until, ft]) => ({ until, altitudeFt: feet(ft) })),
})

/** What is found of a load that read 12.5 at its lowest on 14 August, as [kind, test, truth, need]. */
function causes(
  tests: readonly ReturnType<typeof tested>[],
  kitchen = at(2500),
  { weight = 0, bare = false, readings = [13, 12.5, 13, 13] } = {},
) {
  const load = setup(weight > 0 ? { regulatedBy: 'weighted', psi: psi(weight) } : {})
  const events =
    weight > 0
      ? facts([
          ...TO_PRESSURE,
          [30, 'at-pressure'],
          ...[36, 42, 48, 57].map((m): Told => [m, 'still-rocking']),
          ...AFTER,
        ])
      : evening(readings)
  const processes = bare ? [] : [beans(weight > 0 ? 'weighted' : 'dial')]
  return causesOf({ setup: load, processes }, foldLoad(load, events), DAY, {
    tests,
    kitchen,
  }).map((c) => [c.kind, c.testId, c.recalled.truePsi, c.recalled.requiredPsi])
}

describe('the days that a gauge test speaks of', () => {
  const tests = [
    tested('2026-05-02', 0),
    tested('2024-05-06', -2),
    tested('2025-05-01', 2.5),
    tested('2027-05-01', 0),
    tested('2026-09-01', 1),
    tested('2026-09-01', 0),
  ]
  const days = (day: string) =>
    daysOfTest(
      tests,
      tests.find((t) => t.testedOn === day)!,
    )
  test('from the last good one before it, to the next one after it', () => {
    expect(days('2026-09-01')).toEqual({ since: '2026-05-02', until: '2027-05-01' })
    expect(days('2027-05-01')).toEqual({ since: '2026-09-01', until: null })
  })
  test('a dial that was too far off was no good test; two psi low was', () => {
    expect(days('2026-05-02')).toEqual({ since: '2024-05-06', until: '2026-09-01' })
  })
  test('the first test speaks of all that came before it', () => {
    expect(days('2024-05-06')).toEqual({ since: null, until: '2025-05-01' })
  })
})

test('the altitude on a day: the first move that was still to come', () => {
  const kitchen = at(5400, [
    ['2026-06-01', 2500],
    ['2024-06-01', 500],
  ])
  const on = ['2020-01-01', '2024-05-31', '2024-06-01', '2026-05-31', '2026-06-01', '2026-08-14']
  expect(on.map((day) => altitudeOn(kitchen, day))).toEqual([500, 500, 2500, 2500, 5400, 5400])
  expect(altitudeOn(at(800), '2026-08-14')).toBe(800)
})

describe('what is known now of a load that ran', () => {
  test('a dial that reads too high recalls what it held too low, by that test', () => {
    expect(causes([tested('2026-08-20', 1)])).toEqual([['recalled', 'on 2026-08-20', 11.5, 12]])
    expect(causes([tested('2026-08-20', 0.5)])).toEqual([])
    expect(causes([])).toEqual([])
  })
  test('the days of a test count, both ends among them', () => {
    const bad = tested('2026-08-20', 1)
    expect(causes([tested(DAY, 0), bad])).toHaveLength(1)
    expect(causes([tested('2026-08-15', 0), bad])).toEqual([])
    const before = tested('2026-05-02', 1)
    expect(causes([before])).toHaveLength(1)
    expect(causes([before, tested(DAY, 0)])).toHaveLength(1)
    expect(causes([before, tested('2026-08-13', 0)])).toEqual([])
  })
  test('two bad tests in a row both speak of it', () => {
    expect(
      causes([tested('2026-08-20', 1), tested('2026-08-10', 2.5)]).map(([, id]) => id),
    ).toEqual(['on 2026-08-20', 'on 2026-08-10'])
  })
  test('a weight has no dial to be wrong', () => {
    expect(causes([tested('2026-08-20', 2)], at(2500), { weight: 15 })).toEqual([])
  })
  test('an altitude that was wrong all along is found short, under a weight too', () => {
    expect(causes([], at(5400))).toEqual([['found-short', null, 12.5, 13]])
    expect(causes([], at(5400), { weight: 15 })).toEqual([])
    expect(causes([], at(2500), { weight: 10 })).toEqual([['found-short', null, 10, 15]])
    expect(causes([], at(5400), { readings: [13, 13.5, 13, 13] })).toEqual([])
    expect(causes([], at(5400, [['2026-08-15', 2500]]))).toEqual([])
  })
  test('a dial is held against the higher of what it ran for and what the kitchen needs', () => {
    const high = [tested('2026-08-20', 1)]
    expect(causes(high, at(5400))).toEqual([
      ['recalled', 'on 2026-08-20', 11.5, 13],
      ['found-short', null, 12.5, 13],
    ])
    expect(causes(high, at(500))).toEqual([['recalled', 'on 2026-08-20', 11.5, 12]])
  })
  test('above the tables it is short, and a test still speaks of what it ran for', () => {
    expect(causes([tested('2026-08-20', 1)], at(9000))).toEqual([
      ['recalled', 'on 2026-08-20', 11.5, 12],
      ['found-short', null, 12.5, Infinity],
    ])
  })
  test('without a process on record only the dial can be asked', () => {
    expect(causes([tested('2026-08-20', 1)], at(5400), { bare: true })).toEqual([
      ['recalled', 'on 2026-08-20', 11.5, 12],
    ])
  })
  test('said in one line', () => {
    const short = { requiredPsi: 13, worstReadingPsi: 12.5, truePsi: 12.5 }
    expect(recallText(short, 'us')).toBe('The lowest reading was 12½: really 12½ psi, but it needs 13.') // prettier-ignore
    expect(recallText({ ...short, requiredPsi: Infinity }, 'us')).toBe(
      'There is no tested process at this altitude.',
    )
  })
})

describe('figures that rose after the heat went off', () => {
  const raised = (to: number, readings: readonly number[], more = {}) => {
    const events = evening(readings, [[60, 'figures-changed', { psi: psi(to), ...more }]])
    const judged = judgeLoad(setup(), foldLoad(setup(), events))
    return [judged.verdict, judged.reasons.map((r) => r.code)]
  }
  test('condemn a load that read lower, when the altitude was wrong', () => {
    expect(raised(13, [13.5, 12.5, 13.5, 13.5])[0]).toBe('not-processed')
    expect(raised(13, [13.5, 13, 13.5, 13.5])).toEqual(['as-tested', []])
    expect(raised(13, [13.5, 13.5, 14, 13])).toEqual(['as-tested', []])
  })
  test('put it in doubt, when it is the dial that was tested', () => {
    const byTest = { eventId: 'a gauge test' }
    expect(raised(13, [13.5, 12.5, 13.5, 13.5], byTest)).toEqual(['in-doubt', ['recalled']])
    expect(raised(13, [13.5, 13, 13.5, 13.5], byTest)).toEqual(['as-tested', []])
  })
})
