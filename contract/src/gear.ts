import type { Block, Capacity, GaugeKind, JarSize, Mouth, StageMinutes } from '@kelvit/core'

export interface Canner {
  readonly id: string
  readonly name: string
  readonly classId: string | null
  readonly gauge: GaugeKind | 'both'
  /** The gauge that regulates; for a canner with both, the household names it. */
  readonly regulatedBy: GaugeKind
  readonly capacity: Capacity
  readonly minimum: { readonly quart: number; readonly pint: number }
  readonly innerDiameterIn: number | null
  readonly innerHeightIn: number | null
  readonly seal: 'gasket' | 'metal'
  /** Water in the pot, by the manual, inches. */
  readonly waterIn: number
  readonly rangeNote: string
  readonly manual: string
  readonly stageMinutes: StageMinutes
  /** Inspection points found wrong, each a reason not to use the canner. */
  readonly defects: readonly string[]
  readonly inspectedOn: string | null
  readonly retired: boolean
  readonly version: number
}

/** A canner as it is read: with what keeps it from being used today. */
export interface CannerRead extends Canner {
  readonly blocks: readonly Block[]
  readonly lastTest: { readonly testedOn: string; readonly errorPsi: number } | null
}

export interface GaugeTest {
  readonly id: string
  readonly cannerId: string
  readonly testedOn: string
  /** Reads high is positive, psi. */
  readonly errorPsi: number
  readonly testedBy: string
}

/** A household's own measure: "our blue crate = 19 lb". */
export interface Container {
  readonly id: string
  readonly name: string
  readonly lb: number
  readonly foodId: string | null
  readonly version: number
}

export interface Shelf {
  readonly id: string
  readonly name: string
  readonly position: number
  readonly version: number
}

export interface JarGroup {
  readonly id: string
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly owned: number
  readonly broken: number
  /** Pressure runs the group has been through, when the household counts them. */
  readonly runs: number
  readonly version: number
}

export interface LidLot {
  readonly id: string
  readonly name: string
  readonly mouth: Mouth
  readonly boughtOn: string
  readonly count: number
  readonly left: number
  readonly version: number
}

/** Supplies kept as one amount each: bands and fuel by count, the rest as said. */
export type SupplyKindStored =
  'bands regular' | 'bands wide' | 'salt' | 'citric-acid' | 'vinegar' | 'fuel'
export const SUPPLY_KINDS: readonly SupplyKindStored[] = [
  'bands regular',
  'bands wide',
  'salt',
  'citric-acid',
  'vinegar',
  'fuel',
]

export interface Supply {
  readonly id: string
  readonly kind: SupplyKindStored
  /** Bands and fuel: pieces; salt and citric acid: teaspoons; vinegar: cups. */
  readonly amount: number
  readonly version: number
}
