// The practice canner against physics it does not know: balances, the steam tables, and
// what canning people see.
import { describe, expect, test } from 'vitest'
import {
  cannerClasses,
  isSteady,
  kelvin,
  pascal,
  psi,
  feet,
  saturationPressure,
  saturationTemperature,
  startCanner,
  steamTemperature,
  stepCanner,
  type Controls,
  type PracticeOptions,
  type PracticeState,
} from '@kelvit/core'

const OPTIONS: PracticeOptions = {
  size: 'tall',
  jars: 7,
  jar: 'quart',
  pack: 'hot',
  altitudeFt: 0,
  weightPsi: 15,
}
const LONG = { timeout: 120_000 }

const until = (
  s: PracticeState,
  controls: Controls,
  done: (s: PracticeState) => boolean,
  most = 6000,
): PracticeState => {
  const end = s.seconds + most
  while (!done(s) && s.seconds < end) s = stepCanner(s, controls, 2)
  expect(done(s)).toBe(true)
  return s
}
/** A run is a pure function of its options: what several tests begin with is run once. */
function once(
  run: (o: Partial<PracticeOptions>, to: number) => PracticeState,
): (o?: Partial<PracticeOptions>, to?: number) => PracticeState {
  const known = new Map<string, PracticeState>()
  return (o = {}, to = 11.3) => {
    const key = JSON.stringify([o, to])
    const state = known.get(key) ?? run(o, to)
    known.set(key, state)
    return state
  }
}
const steady = once((o) =>
  until(startCanner({ ...OPTIONS, ...o }), { heat: 1, weightOn: false }, isSteady),
)
const vented = once((o) => stepCanner(steady(o), { heat: 0.8, weightOn: false }, 600))
const risen = once((o, to) =>
  until(vented(o), { heat: 1, weightOn: true }, (s) => s.gaugePsi >= to),
)

/** Somebody sensible at the knob: a little more when it is low, a little less when it is high. */
function hold(s: PracticeState, target: number, seconds: number) {
  let base = 0.25
  let [lo, hi] = [Infinity, -Infinity]
  for (let t = 0; t < seconds; t += 5) {
    const off = target - s.gaugePsi
    base = Math.max(0, Math.min(1, base + off * 0.001))
    const heat = Math.max(0, Math.min(1, base + off * 0.25))
    s = stepCanner(s, { heat, weightOn: true }, 5)
    if (t > 300) {
      lo = Math.min(lo, s.gaugePsi)
      hi = Math.max(hi, s.gaugePsi)
    }
  }
  return { s, lo, hi }
}
const cooled = (s: PracticeState): PracticeState =>
  until(s, { heat: 0, weightOn: true }, (x) => x.gaugePsi <= 0.05, 9000)

test('saturation pressure and temperature are each other’s inverse, and agree with the standard’s table', () => {
  for (const [T, MPa] of [
    [300, 0.353658941e-2],
    [500, 0.263889776e1],
    [600, 0.123443146e2],
  ] as const)
    expect(saturationPressure(kelvin(T)) / 1e6 / MPa).toBeCloseTo(1, 8)
  for (let p = 2e4; p < 3e5; p += 1.7e4)
    expect(saturationPressure(saturationTemperature(pascal(p))) / p).toBeCloseTo(1, 7)
})

describe('nothing is lost', () => {
  test.each([{}, { size: 'small' as const }, { size: 'large' as const, jars: 14 }, { jars: 0 }])(
    'energy and mass balance over a whole run: %j',
    LONG,
    (o) => {
      const first = startCanner({ ...OPTIONS, ...o })
      const { s } = hold(risen(o), 11.5, 600)
      const last = cooled(s)
      const energy = last.energyJ + last.heatLostJ + last.ventedJ - last.heatInJ - first.energyJ
      expect(Math.abs(energy / last.heatInJ)).toBeLessThan(0.01)
      expect(Math.abs((last.massKg + last.ventedKg) / first.massKg - 1)).toBeLessThan(0.01)
      expect(last.ventedKg).toBeGreaterThan(0.05)
    },
  )
  test('the same seconds in other portions give the same state', () => {
    const a = stepCanner(startCanner(OPTIONS), { heat: 1, weightOn: false }, 60)
    let b = startCanner(OPTIONS)
    for (let i = 0; i < 30; i++) b = stepCanner(b, { heat: 1, weightOn: false }, 2)
    expect(b).toEqual(a)
  })
})

describe('air', () => {
  test('ten minutes of venting leave under 2%, one minute several times as much', LONG, () => {
    const start = steady()
    const one = stepCanner(start, { heat: 0.8, weightOn: false }, 60)
    const ten = stepCanner(start, { heat: 0.8, weightOn: false }, 600)
    expect(ten.airFraction).toBeLessThan(0.02)
    expect(one.airFraction).toBeGreaterThan(4 * ten.airFraction)
  })
  test(
    'without air it is the saturated steam of the tables; unvented it is cooler at the same gauge',
    LONG,
    () => {
      const pure = until(vented(), { heat: 1, weightOn: true }, (s) => s.gaugePsi >= 10)
      const tabled = steamTemperature(psi(pure.gaugePsi), feet(0), pure.airFraction)
      expect(Math.abs(pure.temperatureF - tabled)).toBeLessThan(0.3)
      const air = until(startCanner(OPTIONS), { heat: 1, weightOn: true }, (s) => s.gaugePsi >= 10)
      expect(air.airFraction).toBeGreaterThan(0.2)
      expect(pure.temperatureF - air.temperatureF).toBeGreaterThan(10)
      expect(
        Math.abs(air.temperatureF - steamTemperature(psi(air.gaugePsi), feet(0), air.airFraction)),
      ).toBeLessThan(0.3)
    },
  )
  test('a sticky vent leaves more air behind', LONG, () => {
    const clear = stepCanner(startCanner(OPTIONS), { heat: 0.6, weightOn: false }, 900)
    const sticky = stepCanner(
      startCanner({ ...OPTIONS, faults: { vent: 0.08 } }),
      { heat: 0.6, weightOn: false },
      900,
    )
    expect(clear.airFraction).toBeLessThan(0.06)
    // Ten minutes after the first plume the air is still in the corners.
    expect(sticky.airFraction).toBeGreaterThan(0.1)
    // Held at its mark it does not blow its plug; driven on and on it does.
    expect(hold(sticky, 11.5, 1200).s.plugBlown).toBe(false)
    expect(stepCanner(sticky, { heat: 1, weightOn: false }, 3600).plugBlown).toBe(true)
  })
  test('a weight that is lifted under pressure is remembered, with the pressure', LONG, () => {
    const up = risen({}, 8)
    const lifted = stepCanner(up, { heat: 0.3, weightOn: false }, 1)
    expect(up.liftedAtPsi).toBeNull()
    expect(lifted.liftedAtPsi).toBeGreaterThan(7)
    expect(stepCanner(cooled(up), { heat: 0, weightOn: false }, 1).liftedAtPsi).toBeNull()
  })
})

describe('as people see it', () => {
  test.each([
    ['small', 7, 'small'],
    ['tall', 7, 'tall'],
    ['large', 14, 'large'],
  ] as const)('a full %s canner cools about as long as it does at home', LONG, (size, jars, id) => {
    const usual = cannerClasses.find((c) => c.id === id)!.stageMinutes.coolMin
    const { s } = hold(risen({ size, jars }), 11.5, 1500)
    const minutes = (cooled(s).seconds - s.seconds) / 60
    expect(minutes).toBeGreaterThan(usual * 0.75)
    expect(minutes).toBeLessThan(usual * 1.25)
  })
  test('an empty one cools in half the time of a full one', LONG, () => {
    const time = (jars: number) => {
      const { s } = hold(risen({ size: 'small', jars }), 11.5, 900)
      return (cooled(s).seconds - s.seconds) / 60
    }
    const [empty, full] = [time(0), time(7)]
    expect(empty).toBeGreaterThan(15)
    expect(empty).toBeLessThan(full * 0.65)
  })
  test.each([
    [0, 11.5],
    [5000, 13.5],
  ])(
    'at %d ft a sensible hand reaches %d psi and holds it within half a psi',
    LONG,
    (altitudeFt, target) => {
      const settled = hold(risen({ altitudeFt }, target - 0.3), target, 900).s
      const { lo, hi } = hold(settled, target, 1500)
      expect(lo).toBeGreaterThan(target - 0.5)
      expect(hi).toBeLessThan(target + 0.5)
    },
  )
  test(
    'a hasty knob draws liquid out of the jars, a calm one does not, nor does cooling by itself',
    LONG,
    () => {
      const calm = hold(risen(), 11.5, 1500).s
      expect(cooled(calm).siphoned).toBe(0)
      let hasty = calm
      for (let i = 0; i < 3; i++) {
        hasty = until(hasty, { heat: 1, weightOn: true }, (s) => s.gaugePsi > 14.5)
        hasty = until(hasty, { heat: 0, weightOn: true }, (s) => s.gaugePsi < 9)
      }
      expect(cooled(hasty).siphoned).toBeGreaterThan(0.05)
    },
  )
  test('opened under pressure: told, and the jars boil over', () => {
    const s = stepCanner(risen(), { heat: 0, weightOn: true, lidOff: true }, 20)
    expect(s.openedUnderPressure).toBe(true)
    expect(s.gaugePsi).toBeLessThan(2)
    expect(stepCanner(s, { heat: 0, weightOn: true, lidOff: true }, 20).siphoned).toBeGreaterThan(
      0.2,
    )
  })
  test('the weight lifts at its figure and holds it there', LONG, () => {
    const s = stepCanner(vented({ weightPsi: 10 }), { heat: 0.7, weightOn: true }, 1500)
    expect(s.rocking).toBe(true)
    expect(s.gaugePsi).toBeGreaterThan(10)
    expect(s.gaugePsi).toBeLessThan(11)
  })
  test('boiled dry: no water left, and the pot grows hotter than its steam would be', LONG, () => {
    const s = stepCanner(
      startCanner({ ...OPTIONS, waterKg: 0.25 }),
      { heat: 1, weightOn: false },
      3600,
    )
    expect(s.waterKg).toBeLessThan(0.001)
    expect(s.temperatureF).toBeGreaterThan(220)
  })
  test('a weak burner, a draught and a lid off its marks do what they do', LONG, () => {
    const at = (faults: PracticeOptions['faults']) =>
      stepCanner(
        startCanner({ ...OPTIONS, ...(faults ? { faults } : {}) }),
        { heat: 1, weightOn: true },
        900,
      )
    const well = at(undefined)
    expect(at({ burner: 0.5 }).temperatureF).toBeLessThan(well.temperatureF)
    expect(at({ gust: { fromS: 0, toS: 900 } }).temperatureF).toBeLessThan(well.temperatureF)
    expect(at({ lidOffMarks: true }).gaugePsi).toBeLessThan(1)
    const high = at({ dialHighPsi: 2 })
    expect(high.dialPsi - high.gaugePsi).toBeCloseTo(2, 6)
  })
  test('jars that do not fit are refused', () => {
    expect(() => startCanner({ ...OPTIONS, size: 'small', jars: 14 })).toThrow(RangeError)
  })
})
