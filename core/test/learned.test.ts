import * as unit from '../src/quantity/units'
import {
  cannerClasses,
  foldLoad,
  learnTimes,
  tellingReadings,
  withLearned,
  besideWords,
  hasDrifted,
  type PressureIn,
  type RunLoad,
} from '@kelvit/core'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { dial, GOOD_DIAL, GOOD_WEIGHT, log, MIN, weighted } from './kit/loads'

const guess = cannerClasses[1]!.stageMinutes

/** A good evening with heating, climbing and cooling of these minutes. */
const run = (heat: number, climb: number, cool: number, fullness = 1): RunLoad => {
  const shift = heat - 18
  const lines = GOOD_DIAL.map((l) => {
    const [m, ...rest] = l.split(' ')
    const at = Number(m)
    const later = at >= 38 ? shift : 0
    const climbs = at >= 57 ? climb - 9 : 0
    const cools = at >= 120 ? cool - 38 : 0
    return [at + later + climbs + cools, ...rest].join(' ')
  })
  return { setup: dial, state: foldLoad(dial, log(...lines)), fullness, jars: 7 }
}

describe('times learned from a canner’s own loads', () => {
  test('the first guess until there is one', () => {
    const learned = learnTimes(guess, [])
    expect(learned.cool).toEqual({
      minutes: 42,
      smallMinutes: 42,
      loads: 0,
      least: null,
      most: null,
    })
    expect(withLearned(guess, learned)).toEqual(guess)
  })
  test('heat, climb and cool as they were, with the guess counted as two', () => {
    const learned = learnTimes(guess, [run(26, 12, 50), run(27, 13, 52), run(28, 14, 55)])
    expect(learned.heat).toMatchObject({ minutes: 26, loads: 3, least: 26, most: 28 })
    expect(learned.climb).toMatchObject({ minutes: 12, least: 12, most: 14 })
    expect(learned.cool).toMatchObject({ minutes: 50, least: 50, most: 55 })
    expect(withLearned(guess, learned)).toMatchObject({
      heatMin: 26,
      climbMin: 12,
      coolMin: 50,
      fillMinFixed: 5,
    })
  })
  test('small and full loads apart', () => {
    const learned = learnTimes(guess, [
      ...[1, 2, 3, 4].map(() => run(20, 9, 60)),
      ...[1, 2, 3, 4].map(() => run(20, 9, 25, 0.3)),
    ])
    expect([learned.cool.minutes, learned.cool.smallMinutes]).toEqual([60, 25])
  })
  test('a load that was restarted teaches nothing of cooling', () => {
    const state = foldLoad(
      dial,
      log(
        ...GOOD_DIAL.slice(0, 7),
        '66 reading 11',
        '70 reading 12',
        '79 reading 12',
        '88 reading 12',
        '95 heat-off',
        '200 pressure-zero',
      ),
    )
    expect(learnTimes(guess, [{ setup: dial, state, fullness: 1, jars: 7 }]).cool.loads).toBe(0)
  })
})

describe('readings of a device that become facts', () => {
  const reading = (i: number, s: number, psi: number) => ({
    id: `r${i}`,
    at: s * 1000,
    psi: unit.psi(psi),
  })
  test('one a minute while nothing changes, and every crossing', () => {
    const list = Array.from({ length: 300 }, (_, s) => reading(s, s, s === 130 ? 11.9 : 12.3))
    expect(tellingReadings(dial, undefined, list).map((r) => r.at / 1000)).toEqual([
      0, 60, 120, 130, 131, 191, 251,
    ])
  })
  test('whatever is left out could not have started or broken a clock', () => {
    const psi = fc.oneof(
      fc.constantFrom(0, 11.9, 12, 12.5, 18.5),
      fc.double({ min: 0, max: 20, noNaN: true }),
    )
    fc.assert(
      fc.property(fc.array(psi, { minLength: 1, maxLength: 200 }), (values) => {
        const start = log(...GOOD_DIAL.slice(0, 5))
        const all = values.map((v, i) => reading(i, 57 * 60 + i * 2, v))
        const fold = (list: typeof all) =>
          foldLoad(dial, [...start, ...list.map((r) => ({ ...r, kind: 'reading' as const }))])
        const [whole, told] = [fold(all), fold([...tellingReadings(dial, undefined, all)])]
        expect([told.stage, told.restarts, told.stage === 'processing' ? told.since : 0]).toEqual([
          whole.stage,
          whole.restarts,
          whole.stage === 'processing' ? whole.since : 0,
        ])
        expect(whole.since - 48 * MIN).toBeGreaterThanOrEqual(0)
      }),
    )
  })
})

describe('two gauges on one lid', () => {
  /** An evening on the weight in which the dial was read at these pressures. */
  const read = (...figures: number[]): RunLoad => {
    const lines = GOOD_WEIGHT.flatMap((l) =>
      l.startsWith('65 ') ? [l, ...figures.map((p, i) => `${66 + i} reading ${p}`)] : [l],
    )
    return { setup: weighted, state: foldLoad(weighted, log(...lines)), fullness: 1, jars: 7 }
  }
  const told = (...loads: RunLoad[]) => {
    const { beside } = learnTimes(guess, loads)
    return beside && [beside.latestPsi, beside.usualPsi, hasDrifted(beside)]
  }
  test('nothing is known where nobody read the dial, or only once, or where the dial regulates', () => {
    expect(told()).toBeNull()
    expect(told(read(), read(15.5))).toBeNull()
    expect(told(run(18, 9, 38))).toBeNull()
  })
  test('the last load stands against the median of those before', () => {
    expect(told(read(15.5, 15.5))).toEqual([0.5, null, false])
    expect(told(read(15.5, 16), read(15.25, 15.25), read(15.5, 15.5))).toEqual([0.5, 0.5, false])
    expect(told(read(15, 15), read(15, 15), read(16, 16))).toEqual([1, 0, false])
    expect(told(read(15, 15), read(15, 15), read(16.5, 16.5))).toEqual([1.5, 0, true])
    expect(told(read(16, 16), read(16, 16), read(14.5, 14.5))).toEqual([-0.5, 1, true])
  })
  test('in words, as the dial is marked', () => {
    const words = (marks: PressureIn, ...loads: RunLoad[]) =>
      besideWords(learnTimes(guess, loads).beside!, marks)
    expect(words('us', read(15.5, 15.5))).toBe(
      'Last time its dial showed ½ psi more than the weight holds.',
    )
    expect(words('us', read(15, 15), read(15, 15), read(15, 15))).toBe(
      'Its dial shows what the weight holds, as in the 2 loads before.',
    )
    expect(words('bar', read(15, 15), read(15, 15), read(17, 17))).toBe(
      'Last time its dial showed 0.14 bar more than the weight holds. Before, it was what the weight holds. Have the dial tested.',
    )
  })
})
