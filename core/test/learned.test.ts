import * as unit from '../src/quantity/units'
import {
  cannerClasses,
  foldLoad,
  learnTimes,
  tellingReadings,
  withLearned,
  type RunLoad,
} from '@kelvit/core'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { dial, GOOD_DIAL, log, MIN } from './kit/loads'

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
  return { state: foldLoad(dial, log(...lines)), fullness, jars: 7 }
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
    expect(learnTimes(guess, [{ state, fullness: 1, jars: 7 }]).cool.loads).toBe(0)
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
