import {
  kelvin,
  kelvinToFahrenheit,
  pascal,
  psiToPascal,
  type Fahrenheit,
  type Feet,
  type Kelvin,
  type Pascal,
  type Psi,
} from '../quantity/units'
import { atmosphere } from './atmosphere'

// IAPWS-IF97, region 4, table 34: n1 … n10.
const N1 = 0.11670521452767e4
const N2 = -0.72421316703206e6
const N3 = -0.17073846940092e2
const N4 = 0.1202082470247e5
const N5 = -0.32325550322333e7
const N6 = 0.1491510861353e2
const N7 = -0.48232657361591e4
const N8 = 0.40511340542057e6
const N9 = -0.23855557567849
const N10 = 0.65017534844798e3

/**
 * Temperature at which water boils under an absolute pressure, K.
 * Source: IAPWS-IF97 region 4 backward equation (Eq. 31), 611.213 Pa to 22.064 MPa.
 * @throws RangeError outside that range.
 */
export function saturationTemperature(p: Pascal): Kelvin {
  if (!(p >= 611.213 && p <= 22.064e6))
    throw new RangeError(`pressure ${p} Pa is outside the saturation line`)
  const beta = (p / 1e6) ** 0.25
  const e = beta * beta + N3 * beta + N6
  const f = N1 * beta * beta + N4 * beta + N7
  const g = N2 * beta * beta + N5 * beta + N8
  const d = (2 * g) / (-f - Math.sqrt(f * f - 4 * e * g))
  return kelvin((N10 + d - Math.sqrt((N10 + d) ** 2 - 4 * (N9 + N10 * d))) / 2)
}

/**
 * Pressure under which water boils at a temperature, Pa absolute.
 * Source: IAPWS-IF97 region 4 basic equation (Eq. 30), 273.15 K to 647.096 K.
 * @throws RangeError outside that range.
 */
export function saturationPressure(t: Kelvin): Pascal {
  if (!(t >= 273.15 && t <= 647.096))
    throw new RangeError(`temperature ${t} K is outside the saturation line`)
  const theta = t + N9 / (t - N10)
  const a = theta * theta + N1 * theta + N2
  const b = N3 * theta * theta + N4 * theta + N5
  const c = N6 * theta * theta + N7 * theta + N8
  return pascal(((2 * c) / (-b + Math.sqrt(b * b - 4 * a * c))) ** 4 * 1e6)
}

/**
 * Temperature of the steam in a canner, °F: gauge pressure on top of the
 * kitchen's atmosphere, of which a mole fraction of air carries its share.
 * An explanation, never a reason to change a process.
 * @param airFraction mole fraction of air left in the canner, 0 to under 1.
 */
export function steamTemperature(gauge: Psi, altitude: Feet, airFraction = 0): Fahrenheit {
  if (!(airFraction >= 0 && airFraction < 1))
    throw new RangeError('air fraction must be from 0 to under 1')
  const absolute = atmosphere(altitude) + psiToPascal(gauge)
  return kelvinToFahrenheit(saturationTemperature(pascal(absolute * (1 - airFraction))))
}
