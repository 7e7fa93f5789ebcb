import type { UnitSystem } from '../words'
import { fahrenheitToCelsius, feetToMetres, poundsToKg, psi, psiToKpa, type Psi } from './units'

const FRACTIONS: readonly (readonly [number, string])[] = [
  [0, ''],
  [1 / 8, '⅛'],
  [1 / 4, '¼'],
  [1 / 3, '⅓'],
  [3 / 8, '⅜'],
  [1 / 2, '½'],
  [5 / 8, '⅝'],
  [2 / 3, '⅔'],
  [3 / 4, '¾'],
  [7 / 8, '⅞'],
  [1, ''],
]

/**
 * A number the way people write it: 1½, ¼, 12. Falls back to at most two
 * decimals when no kitchen fraction is within 0.005.
 */
export function kitchenNumber(value: number): string {
  const whole = Math.floor(value)
  const rest = value - whole
  const near = FRACTIONS.find(([f]) => Math.abs(f - rest) < 0.005)
  if (!near) return String(Number(value.toFixed(2)))
  const [f, sign] = near
  const n = f === 1 ? whole + 1 : whole
  if (sign === '') return String(n)
  return n === 0 ? sign : `${n}${sign}`
}

const trim = (n: number, digits: number): string => String(Number(n.toFixed(digits)))

/** Weight of produce in the household's unit: "45 lb" or "20.4 kg". */
export const showWeight = (lb: number, system: UnitSystem): string =>
  system === 'us' ? `${trim(lb, lb < 10 ? 1 : 0)} lb` : `${trim(poundsToKg(lb), 1)} kg`

/** Gauge pressure to reach: "12 psi", or "83 kPa (12 psi)" since the tables are in psi; kilopascals round up. */
export const showPressure = (p: Psi, system: UnitSystem): string =>
  system === 'us'
    ? `${kitchenNumber(p)} psi`
    : `${Math.ceil(psiToKpa(p) - 1e-9)} kPa (${trim(p, 1)} psi)`

/** How a house reads its gauges: figures in its own unit, kept in psi. */
export interface GaugeScale {
  readonly unit: 'psi' | 'kPa'
  /** A target as a figure to reach; kilopascals round up. */
  readonly target: (p: number) => number
  /** A reading as a figure. */
  readonly reading: (p: number) => number
  /** A figure as kept, psi. */
  readonly toPsi: (figure: number) => Psi
  /** How far a dial is off, without its sign and unit: the same wherever it is said. */
  readonly off: (errorPsi: number) => string
  /** A figure in words, without its unit. */
  readonly say: (figure: number) => string
  /** The step between readings one tap apart, and between the lines of a drawing. */
  readonly step: number
  readonly lines: number
}

const PSI_SCALE: GaugeScale = {
  unit: 'psi',
  target: (p) => p,
  reading: (p) => p,
  toPsi: psi,
  off: (error) => kitchenNumber(Math.abs(error)),
  say: kitchenNumber,
  step: 0.5,
  lines: 5,
}
const KPA_SCALE: GaugeScale = {
  unit: 'kPa',
  target: (p) => Math.ceil(psiToKpa(psi(p)) - 1e-9),
  reading: (p) => Math.round(psiToKpa(psi(p)) * 10) / 10,
  toPsi: (kpa) => psi(kpa / psiToKpa(psi(1))),
  off: (error) => String(Math.round(psiToKpa(psi(Math.abs(error))))),
  say: (kpa) => trim(kpa, 1),
  step: 3,
  lines: 30,
}

/** The gauge as a house of these units reads it. */
export const gaugeScale = (system: UnitSystem): GaugeScale =>
  system === 'us' ? PSI_SCALE : KPA_SCALE

/** The gauge that regulates: its kind, and how much a dial reads high at its last test, psi. */
export interface GaugeHere {
  readonly kind: 'dial' | 'weighted'
  readonly errorPsi: number
}

/**
 * A target pressure as it is read on this kitchen's own gauge. A dial that is off says so
 * with its reason, the same everywhere: "13 psi on your dial: it reads 1 high".
 * @param target tested target, psi gauge.
 */
export function pressureOn(gauge: GaugeHere, target: Psi, system: UnitSystem): string {
  const { kind, errorPsi } = gauge
  if (kind === 'weighted' || Math.abs(errorPsi) < 1e-9) return showPressure(target, system)
  const off = `${gaugeScale(system).off(errorPsi)}${system === 'us' ? '' : ' kPa'}`
  return `${showPressure(psi(target + errorPsi), system)} on your dial: it reads ${off} ${errorPsi > 0 ? 'high' : 'low'}`
}

/** Altitude: "2,640 ft" or "805 m". */
export const showAltitude = (ft: number, system: UnitSystem): string =>
  system === 'us'
    ? `${Math.round(ft).toLocaleString('en-US')} ft`
    : `${Math.round(feetToMetres(ft)).toLocaleString('en-US')} m`

/** Length of a row in the garden, whole feet or metres, rounded up. */
export const showRow = (ft: number, system: UnitSystem): string =>
  system === 'us' ? `${Math.ceil(ft - 1e-9)} ft` : `${Math.ceil(feetToMetres(ft) - 1e-9)} m`

/** Headspace and other short lengths: "1¼ in" or "3.2 cm". */
export const showLength = (inch: number, system: UnitSystem): string =>
  system === 'us' ? `${kitchenNumber(inch)} in` : `${trim(inch * 2.54, 1)} cm`

/** A temperature in °F as a household reads it: "180 °F", "82 °C". */
export const showTemperature = (f: number, system: UnitSystem): string =>
  system === 'us' ? `${f.toFixed(0)} °F` : `${fahrenheitToCelsius(f).toFixed(0)} °C`

/** A text with "32–40 °F" in it, as this household reads temperatures. */
export const inOwnDegrees = (text: string, system: UnitSystem): string =>
  system === 'us'
    ? text
    : text.replace(/(\d+)(?:–(\d+))? °F/g, (_all, low: string, high?: string) =>
        high === undefined
          ? showTemperature(Number(low), system)
          : `${fahrenheitToCelsius(Number(low)).toFixed(0)}–${showTemperature(Number(high), system)}`,
      )

/** Whole minutes as people say them: "45 min", "2 h", "1 h 20". */
export function showMinutes(min: number): string {
  const total = Math.round(min)
  const h = Math.floor(total / 60)
  const m = total % 60
  if (h === 0) return `${m} min`
  return m === 0 ? `${h} h` : `${h} h ${String(m).padStart(2, '0')}`
}

/** A clock for a countdown or a stopwatch: "12:40", "1:02:05". Never negative. */
export function showClock(seconds: number): string {
  const s = Math.max(0, Math.round(seconds))
  const h = Math.floor(s / 3600)
  const m = Math.floor((s % 3600) / 60)
  const two = (n: number): string => String(n).padStart(2, '0')
  return h > 0 ? `${h}:${two(m)}:${two(s % 60)}` : `${two(m)}:${two(s % 60)}`
}
