import type { Block } from './fitness'
import type { DialMarks, GaugeKind, JarSize, Mouth } from '../words'

/** Minutes of each stage of one load; heat, climb and cool are learned per canner. */
export interface StageMinutes {
  readonly fillMinPerJar: number
  readonly fillMinFixed: number
  readonly heatMin: number
  readonly ventMin: number
  readonly climbMin: number
  readonly coolMin: number
  readonly restMin: number
  readonly unloadMin: number
}

/** Jars of one size that a canner takes, by mouth where that matters. */
export type CapacityOf = number | { readonly [mouth in Mouth]?: number }
export type Capacity = { readonly [size in JarSize]?: CapacityOf }

export interface CannerClass {
  readonly id: string
  readonly name: string
  readonly innerDiameterIn: number
  readonly innerHeightIn: number
  readonly gauge: GaugeKind | 'both'
  readonly capacity: Capacity
  readonly stageMinutes: StageMinutes
}

export interface JarSpec {
  readonly id: JarSize
  readonly name: string
  readonly quarts: number
  readonly ml: number
  readonly heightIn: number
  readonly diameterIn: { readonly [mouth in Mouth]: number | null }
  readonly process?: JarSize
}

/** What planning needs to know of a canner. */
export interface CannerFacts {
  readonly capacity: Capacity
  readonly minimum: { readonly quart: number; readonly pint: number }
  readonly stageMinutes: StageMinutes
}

/** A canner of the household as planning reads it. */
export interface HouseCanner extends CannerFacts {
  readonly id: string
  readonly name: string
  readonly regulatedBy: GaugeKind
  /** What its dial is marked in; as the household reads where nothing is said. */
  readonly dialMarks?: DialMarks | null
  readonly retired: boolean
  /** What keeps it from being used today; empty when it may be. */
  readonly blocks: readonly Pick<Block, 'reason'>[]
  /** The last test of its dial; null where there is none on record. */
  readonly lastTest?: { readonly testedOn: string; readonly errorPsi?: number } | null
}
