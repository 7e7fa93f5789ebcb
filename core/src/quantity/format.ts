import type { DialMarks, UnitSystem } from '../words'
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

/** What pressures are told in: a canner's own marks, else the household's units. */
export type PressureIn = UnitSystem | DialMarks

/**
 * Gauge pressure to reach: "12 psi", or "83 kPa (12 psi)" since the tables are in psi. Other
 * units than psi round up.
 */
export function showPressure(p: Psi, told: PressureIn): string {
  const { unit, target, say } = gaugeScale(told)
  return unit === 'psi'
    ? `${kitchenNumber(p)} psi`
    : `${say(target(p))} ${unit} (${trim(p, 1)} psi)`
}

/** How a gauge is read: figures in its own unit, kept in psi. */
export interface GaugeScale {
  readonly unit: DialMarks
  /** A target as a figure to reach; other units than psi round up. */
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
/**
 * A scale of another unit.
 * @param of how many of it a psi is. @param digits that are read of it.
 */
const scaleOf = (
  unit: DialMarks,
  of: number,
  digits: number,
  [step, lines]: readonly [number, number],
): GaugeScale => ({
  unit,
  target: (p) => Math.ceil(p * of * 10 ** digits - 1e-9) / 10 ** digits,
  // A needle between two marks is read a little finer where the unit is coarse.
  reading: (p) => Math.round(p * of * 10 ** Math.max(1, digits)) / 10 ** Math.max(1, digits),
  toPsi: (figure) => psi(figure / of),
  off: (error) => trim(Math.abs(error) * of, digits),
  say: (figure) => (digits === 0 ? trim(figure, 1) : figure.toFixed(digits)),
  ...{ step, lines },
})
const KPA_A_PSI = psiToKpa(psi(1))
/** A kilogram on a square centimetre is 98.0665 kPa, by its definition. */
const KPA_A_KG_CM2 = 98.0665
const SCALES: Readonly<Record<PressureIn, GaugeScale>> = (() => {
  const kPa = scaleOf('kPa', KPA_A_PSI, 0, [3, 30])
  return {
    ...{ us: PSI_SCALE, psi: PSI_SCALE, metric: kPa, kPa },
    bar: scaleOf('bar', KPA_A_PSI / 100, 2, [0.02, 0.3]),
    'kg/cm²': scaleOf('kg/cm²', KPA_A_PSI / KPA_A_KG_CM2, 2, [0.02, 0.3]),
  }
})()

/** The gauge as it is read: by its own marks, else as a house of these units reads it. */
export const gaugeScale = (told: PressureIn): GaugeScale => SCALES[told]

/** The gauge that regulates: its kind, how much a dial reads high at its last test, psi, and its marks. */
export interface GaugeHere {
  readonly kind: 'dial' | 'weighted'
  readonly errorPsi: number
  /** What its dial is marked in; as the household reads where nothing is said. */
  readonly marks?: DialMarks | null
}

/**
 * A target pressure as it is read on this kitchen's own gauge. A dial that is off says so
 * with its reason, the same everywhere: "13 psi on your dial: it reads 1 high".
 * @param target tested target, psi gauge.
 */
export function pressureOn(gauge: GaugeHere, target: Psi, system: UnitSystem): string {
  const { kind, errorPsi } = gauge
  const told = gauge.marks ?? system
  if (kind === 'weighted' || Math.abs(errorPsi) < 1e-9) return showPressure(target, told)
  const { unit, off } = gaugeScale(told)
  const by = `${off(errorPsi)}${unit === 'psi' ? '' : ` ${unit}`}`
  return `${showPressure(psi(target + errorPsi), told)} on your dial: it reads ${by} ${errorPsi > 0 ? 'high' : 'low'}`
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
