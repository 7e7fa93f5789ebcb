import * as unit from '../src/quantity/units'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  bareKitchen,
  changedFigures,
  figuresFor,
  pressureOn,
  psi,
  showPressure,
  whyNotTogether,
  type FiguresQuery,
} from '../src'

interface Asked extends Partial<FiguresQuery> {
  readonly altitudeFt?: unit.Feet
  readonly restMinutes?: number
}

const query = ({ altitudeFt, restMinutes, ...more }: Asked = {}): FiguresQuery => ({
  portions: [{ formId: 'beans-snap', pack: 'hot', jar: 'quart' }],
  regulatedBy: 'dial',
  gaugeErrorPsi: unit.psi(0),
  restMin: 10,
  kitchen: {
    ...bareKitchen(altitudeFt ?? 2640),
    rules: { cushionPsi: 1 },
    restMinutes: restMinutes ?? 10,
  },
  ...more,
})
const setupOf = (more: Asked = {}) => {
  const found = figuresFor(query(more))
  if (found.outcome !== 'process') throw new Error(found.sentence)
  return found.setup
}

describe('what a load runs at', () => {
  test('from the tables, the gauge and the house', () => {
    expect(setupOf({ gaugeErrorPsi: unit.psi(1.5), restMinutes: unit.minutes(15) })).toEqual({
      regulatedBy: 'dial',
      psi: unit.psi(12),
      minutes: unit.minutes(25),
      gaugeErrorPsi: unit.psi(1.5),
      restMinutes: unit.minutes(15),
    })
    expect(setupOf({ regulatedBy: 'weighted', gaugeErrorPsi: unit.psi(1.5) })).toMatchObject({
      psi: unit.psi(15),
      gaugeErrorPsi: unit.psi(0),
    })
    expect(setupOf({ restMin: 3, restMinutes: unit.minutes(5) }).restMinutes).toBe(10)
    expect(figuresFor(query({ altitudeFt: unit.feet(8500) }))).toMatchObject({
      outcome: 'refused',
      reason: 'altitude-above-table',
    })
    expect(
      figuresFor(
        query({ portions: [...query().portions, { formId: 'beets', pack: 'hot', jar: 'quart' }] }),
      ),
    ).toMatchObject({ setup: { minutes: 35 } })
  })
  test('what is not as it was planned is named, figure by figure', () => {
    expect(changedFigures(setupOf(), setupOf())).toEqual([])
    expect(
      changedFigures(
        setupOf(),
        setupOf({ altitudeFt: unit.feet(5400), gaugeErrorPsi: unit.psi(-1) }),
      ),
    ).toEqual([
      { what: 'psi', from: 12, to: 13 },
      { what: 'gaugeErrorPsi', from: 0, to: -1 },
    ])
  })
  test('law: a higher kitchen never runs lower or shorter', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 8000 }),
        fc.integer({ min: 0, max: 3000 }),
        (ft, more) => {
          const [low, high] = [
            figuresFor(query({ altitudeFt: unit.feet(ft) })),
            figuresFor(query({ altitudeFt: unit.feet(ft + more) })),
          ]
          if (low.outcome === 'process' && high.outcome === 'process') {
            expect(high.setup.psi).toBeGreaterThanOrEqual(low.setup.psi)
            expect(high.setup.minutes).toBe(low.setup.minutes)
          }
        },
      ),
      { seed: 5 },
    )
  })
})

describe('whether jars go in together', () => {
  const canner = {
    name: 'Small canner',
    capacity: { quart: 7, pint: { regular: 9, wide: 8 } },
    minimum: { quart: 2, pint: 4 },
  }
  const q = (jars: number) => ({ jar: 'quart' as const, mouth: 'regular' as const, jars })
  const p = (jars: number, mouth: 'regular' | 'wide' = 'regular') => ({
    jar: 'pint' as const,
    mouth,
    jars,
  })
  test.each([
    [[q(7)], undefined],
    [[q(8)], 'capacity'],
    [[q(1)], 'minimum'],
    [[q(2)], undefined],
    [[q(0)], 'minimum'],
    [[p(9)], undefined],
    [[p(9, 'wide')], 'capacity'],
    [[p(3)], 'minimum'],
    [[q(4), p(4)], 'capacity'],
    [[q(4), p(3)], undefined],
    [[q(0), p(4)], undefined],
    [[{ jar: 'halfPint' as const, mouth: 'regular' as const, jars: 4 }], 'capacity'],
  ])('%j: %s', (jars, reason) => expect(whyNotTogether(jars, canner)?.reason).toBe(reason))
})

describe('the pressure as it is read here', () => {
  test('a true dial and a weight say the target; a dial that is off says its own figure and why', () => {
    expect(pressureOn({ kind: 'dial', errorPsi: unit.psi(0) }, psi(12), 'us')).toBe('12 psi')
    expect(pressureOn({ kind: 'weighted', errorPsi: unit.psi(1) }, psi(10), 'us')).toBe('10 psi')
    expect(pressureOn({ kind: 'dial', errorPsi: unit.psi(1) }, psi(12), 'us')).toBe(
      '13 psi on your dial: it reads 1 high',
    )
    expect(pressureOn({ kind: 'dial', errorPsi: unit.psi(-0.5) }, psi(12), 'us')).toBe(
      '11½ psi on your dial: it reads ½ low',
    )
    expect(pressureOn({ kind: 'dial', errorPsi: unit.psi(1) }, psi(12), 'metric')).toMatch(
      /^90 kPa \(13 psi\) on your dial: it reads 7 kPa high$/,
    )
  })
  test('a target in kilopascals is rounded up, never down', () => {
    expect(showPressure(psi(6), 'metric')).toBe('42 kPa (6 psi)')
    for (let p = 5; p <= 15; p++)
      expect(Number(/^\d+/.exec(showPressure(psi(p), 'metric'))?.[0])).toBeGreaterThanOrEqual(
        p * 6.894757,
      )
  })
})
