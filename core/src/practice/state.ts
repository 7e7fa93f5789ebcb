import type { Fahrenheit, Psi } from '../quantity/units'
import type { JarSize } from '../words'

export type PracticeSize = 'small' | 'tall' | 'large'

/** What goes wrong by itself in a lesson. */
export interface Faults {
  /** Share of the burner's power that is there, 0 to 1. */
  readonly burner?: number
  /** A draught between these moments, seconds from the start. */
  readonly gust?: { readonly fromS: number; readonly toS: number }
  /** Share of the vent that is open, 0 to 1. */
  readonly vent?: number
  /** How much the dial shows too high, psi. */
  readonly dialHighPsi?: number
  /** The lid is not on its marks: steam leaks all round. */
  readonly lidOffMarks?: boolean
}

export interface PracticeOptions {
  readonly size: PracticeSize
  readonly jars: number
  readonly jar: JarSize
  readonly pack: 'hot' | 'raw'
  readonly altitudeFt: number
  /** The weight that goes on the vent, psi: 5, 10 or 15. */
  readonly weightPsi: number
  /** Water in the pot, kg; by the manual when left out. */
  readonly waterKg?: number
  readonly faults?: Faults
}

/** What a hand does. */
export interface Controls {
  /** The knob, 0 to 1. */
  readonly heat: number
  readonly weightOn: boolean
  /** The lid is taken off. */
  readonly lidOff?: boolean
}

/**
 * A canner on a burner at a moment. Temperatures in kelvin inside, °F where it is read;
 * pressures psi gauge; energies J over water at 0 °C; masses kg.
 */
export interface PracticeState {
  readonly options: PracticeOptions
  readonly seconds: number
  /** True pressure over the kitchen's atmosphere. */
  readonly gaugePsi: Psi
  /** What the dial shows. */
  readonly dialPsi: Psi
  readonly temperatureF: Fahrenheit
  /** Mole fraction of air in the gas, 0 to 1. */
  readonly airFraction: number
  /** Liquid water in the pot. */
  readonly waterKg: number
  /** Middle of a jar; the steam's temperature without jars. */
  readonly jarTemperatureF: Fahrenheit
  /** Energy of pot, water, steam, air and jars. */
  readonly energyJ: number
  /** Water, steam and air in the pot. */
  readonly massKg: number
  /** What went in and out since the beginning: the accounts that must balance. */
  readonly heatInJ: number
  readonly heatLostJ: number
  readonly ventedJ: number
  readonly ventedKg: number
  /** Steam that leaves the vent or the weight now, kg/s. */
  readonly plumeKgS: number
  /** Share of air in what leaves. */
  readonly plumeAir: number
  readonly lockUp: boolean
  /** The weight lifts or rocks. */
  readonly rocking: boolean
  readonly plugBlown: boolean
  /** Share of the jars' liquid that was drawn out, 0 to 1. */
  readonly siphoned: number
  readonly openedUnderPressure: boolean
  /** Whether the weight is on. */
  readonly weightOn: boolean
  /** The highest pressure at which somebody lifted the weight, psi; null where nobody did. */
  readonly liftedAtPsi: number | null
  readonly burnerW: number
  readonly inner: Inner
}

/** What only the simulation reads: K, kg, mol, psi. */
export interface Inner {
  readonly T: number
  readonly shellK: number
  readonly coreK: number
  readonly waterKg: number
  readonly bulkAirMol: number
  readonly pocketAirMol: number
  /** How fast the pressure falls, psi a minute; rising is negative. */
  readonly fall: number
  /** Falls that the gas in the jars still bears, psi. */
  readonly cushion: number
}
