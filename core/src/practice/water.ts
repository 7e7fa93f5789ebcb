import { kelvin } from '../quantity/units'
import { saturationPressure } from '../steam'

// Properties near the boiling line between 0 and 130 °C, to about a percent, on one datum
// (liquid at 0 °C), so that what leaves one account enters another.

/** Specific heat of liquid water, J/(kg·K). */
const C_LIQUID = 4217
/** Gas constant of steam, J/(kg·K). */
const R_STEAM = 461.5
/** Density of hot water, kg/m³. */
const LIQUID_DENSITY = 955
/** Gas constant, J/(mol·K). */
export const R_MOLAR = 8.314
/** Molar heat of air at constant volume and pressure, J/(mol·K). */
const CV_AIR = 20.8
export const CP_AIR = CV_AIR + R_MOLAR
export const AIR_KG_PER_MOL = 0.02896
export const WATER_KG_PER_MOL = 0.018015
const ZERO_C = 273.15

/** Heat that evaporates a kilogram of water at T, J/kg. */
const evaporation = (T: number): number => 2.501e6 - 2361 * (T - ZERO_C)
/** Enthalpy of steam, J/kg. */
export const steamEnthalpy = (T: number): number => C_LIQUID * (T - ZERO_C) + evaporation(T)

/** What is in the closed pot, jars apart. Masses in kg, air in mol, volume in m³. */
export interface Contents {
  /** Liquid and steam together. */
  readonly waterKg: number
  readonly airMol: number
  /** Room for water, steam and air. */
  readonly roomM3: number
  /** Heat capacity of metal that follows the water, J/K. */
  readonly metalJK: number
}

/** How much of the water is steam, and the pressures that stand there, Pa. */
export interface Equilibrium {
  readonly steamKg: number
  readonly liquidKg: number
  readonly steamPa: number
  readonly airPa: number
  readonly pressurePa: number
}

/** How water divides into liquid and steam at T, K, and what pressures stand there, Pa. */
export function equilibrium(c: Contents, T: number): Equilibrium {
  // The liquid's own volume changes little with the steam it gives off.
  const gas = Math.max(1e-4, c.roomM3 - c.waterKg / LIQUID_DENSITY)
  const saturated = saturationPressure(kelvin(T))
  const most = (saturated * gas) / (R_STEAM * T)
  const steamKg = Math.min(c.waterKg, most)
  const steamPa = most <= c.waterKg ? saturated : (steamKg * R_STEAM * T) / gas
  const airPa = (c.airMol * R_MOLAR * T) / gas
  return { steamKg, liquidKg: c.waterKg - steamKg, steamPa, airPa, pressurePa: steamPa + airPa }
}

/** Internal energy of the contents at T, J. */
const energyAt = (c: Contents, T: number): number => energyOf(c, T, equilibrium(c, T))

/** The same where it is known already how the water divides. */
export function energyOf(c: Contents, T: number, { steamKg, liquidKg }: Equilibrium): number {
  const t = T - ZERO_C
  return (
    c.metalJK * t +
    liquidKg * C_LIQUID * t +
    steamKg * (steamEnthalpy(T) - R_STEAM * T) +
    c.airMol * CV_AIR * t
  )
}

/**
 * The temperature at which the contents hold this much energy, K.
 * @param near where to begin looking, K.
 */
export function temperatureFor(c: Contents, energyJ: number, near: number): number {
  let T = near
  let slope = 1
  let step = Infinity
  for (let i = 0; i < 24; i++) {
    const here = energyAt(c, T)
    // Near the answer the slope is as good as the one before; it is measured anew after a long way, and now and then.
    if (i % 4 === 0 || Math.abs(step) > 0.5) slope = (energyAt(c, T + 0.01) - here) / 0.01
    step = Math.max(-20, Math.min(20, (here - energyJ) / slope))
    T = Math.max(274, Math.min(600, T - step))
    if (Math.abs(step) < 1e-7) break
  }
  return T
}

/** Ratio of specific heats of steam. */
const GAMMA = 1.3
const CRITICAL = (2 / (GAMMA + 1)) ** (GAMMA / (GAMMA - 1))
/** How much of a hole's area a jet fills. */
const DISCHARGE = 0.62

/**
 * Mass that flows through a hole, kg/s: choked when the outside is under about half of the inside.
 * @param areaM2 area of the hole.
 */
export function orificeFlow(
  insidePa: number,
  outsidePa: number,
  T: number,
  areaM2: number,
): number {
  if (insidePa <= outsidePa || areaM2 <= 0) return 0
  const ratio = Math.max(CRITICAL, outsidePa / insidePa)
  const speed = Math.sqrt(
    ((2 * GAMMA) / ((GAMMA - 1) * R_STEAM * T)) *
      (ratio ** (2 / GAMMA) - ratio ** ((GAMMA + 1) / GAMMA)),
  )
  return DISCHARGE * areaM2 * insidePa * speed
}
