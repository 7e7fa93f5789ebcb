/**
 * Branded units: a number that says what it measures, so that psi cannot be
 * handed to a function that wants feet. Values are stored in the unit of the
 * published tables (psi gauge, ft, lb, in, min); other units are made at the edge.
 */
declare const unit: unique symbol
type Unit<Name extends string> = number & { readonly [unit]: Name }

/** Gauge pressure, pounds per square inch above the kitchen's atmosphere. */
export type Psi = Unit<'psi'>
/** Absolute pressure, pascal. */
export type Pascal = Unit<'Pa'>
/** Altitude or row length, feet. */
export type Feet = Unit<'ft'>
/** Weight of produce, avoirdupois pounds. */
export type Pounds = Unit<'lb'>
/** Process, stage and hands-on time, minutes. */
export type Minutes = Unit<'min'>
/** Headspace and jar sizes, inches. */
export type Inches = Unit<'in'>
/** Thermodynamic temperature, kelvin. */
export type Kelvin = Unit<'K'>
/** Temperature as cooks read it, degrees Fahrenheit. */
export type Fahrenheit = Unit<'°F'>

export const psi = (n: number): Psi => n as Psi
export const pascal = (n: number): Pascal => n as Pascal
export const feet = (n: number): Feet => n as Feet
export const pounds = (n: number): Pounds => n as Pounds
export const minutes = (n: number): Minutes => n as Minutes
export const inches = (n: number): Inches => n as Inches
export const kelvin = (n: number): Kelvin => n as Kelvin

const PA_PER_PSI = 6894.757293168361
const KG_PER_LB = 0.45359237
const M_PER_FT = 0.3048

export const psiToPascal = (p: number): Pascal => pascal(p * PA_PER_PSI)
export const pascalToPsi = (p: number): Psi => psi(p / PA_PER_PSI)
/** Gauge kilopascal for display. */
export const psiToKpa = (p: Psi): number => (p * PA_PER_PSI) / 1000
export const kelvinToFahrenheit = (t: Kelvin): Fahrenheit => ((t - 273.15) * 1.8 + 32) as Fahrenheit
export const kelvinToCelsius = (t: Kelvin): number => t - 273.15
export const fahrenheitToCelsius = (t: number): number => (t - 32) / 1.8
export const feetToMetres = (f: number): number => f * M_PER_FT
export const metresToFeet = (m: number): Feet => feet(m / M_PER_FT)
export const poundsToKg = (w: number): number => w * KG_PER_LB
export const kgToPounds = (kg: number): Pounds => pounds(kg / KG_PER_LB)
