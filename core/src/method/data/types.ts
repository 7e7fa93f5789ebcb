import type { GaugeKind, JarSize, Pack, PressureOptionId } from '../../words'
import type { Feet, Inches, Minutes, Psi } from '../../quantity/units'

export interface PressureBand {
  readonly toFt: number
  readonly psi: number
}

/** One tested pair of pressure and time of a tomato form, bands in table order. */
export interface PressureOption {
  readonly id: PressureOptionId
  readonly minutes: number
  readonly dial: readonly (number | null)[] | null
  readonly weighted: readonly (number | null)[] | null
  readonly note?: string
}

type BySize = { readonly [size in JarSize]?: number }

export interface AcidAmount {
  readonly citricAcidTsp: number
  readonly bottledLemonJuiceTbsp: number
}
export interface Acid {
  readonly perQuart: AcidAmount
  readonly perPint: AcidAmount
  readonly required: boolean
}

export interface PackMethod {
  readonly pack: Pack
  readonly preCook: string
  readonly headspaceIn?: BySize
  readonly note?: string
}

/** Published yield: `lbPer` pounds fill one `per`; `low`–`high` jars of it come from one container. */
export interface PublishedYield {
  readonly container?: string
  readonly containerLb?: number
  readonly low?: number
  readonly high?: number
  readonly lbPer: number
  readonly per: 'quart' | 'pint'
  /** The jar range is an estimate, not one that was measured: it says little about the spread. */
  readonly rangeEstimated?: true
}

/** A way of putting up a food that has its own tested process. */
export interface FoodForm {
  readonly id: string
  readonly name: string
  readonly packs: readonly PackMethod[]
  readonly minutes: BySize
  readonly headspaceIn: BySize
  readonly pressure: 'standard' | readonly PressureOption[]
  readonly acid?: Acid
  readonly saltTspPerQuart?: number
  readonly source: string
  readonly confirmWithExtension?: boolean
  readonly note?: string
  readonly yield: PublishedYield
}

export interface Food {
  readonly id: string
  readonly name: string
  readonly group: string
  readonly synonyms: readonly string[]
  /** Weight of one piece where people count, an estimate. */
  readonly piece?: { readonly name: string; readonly lb: number }
  /** Kinds whose pieces weigh something else, by the names they are said by; an estimate. */
  readonly otherPieces?: readonly {
    readonly names: readonly string[]
    readonly name: string
    readonly lb: number
  }[]
  /** Days from picking to can-by, an estimate. */
  /** Picked as it turns color, it ripens indoors. */
  readonly ripens?: true
  readonly keepsDays: {
    readonly room: number
    readonly cool: number
    readonly coolCondition: string
  }
  readonly prepMinPerQuart: number
  readonly lbPer100FtRow?: number
  readonly frostTender: boolean
  readonly note?: string
  readonly forms: readonly FoodForm[]
}

export interface RefusedFood {
  readonly id: string
  readonly name: string
  readonly synonyms: readonly string[]
  readonly reason: string
  readonly instead: readonly string[]
}

/** What the household adds to the tables: longer or higher, never shorter or lower. */
export interface HouseholdRules {
  /** Minutes added to the tested time, 0 or more. */
  readonly extraMinutes?: number
  /** Minutes added for one food or one mixed jar, by its id, on top of those. */
  readonly foodMinutes?: Readonly<Record<string, number>>
  /** How far above target the household likes to hold a dial, 0 to 2 psi. */
  readonly cushionPsi?: number
  /** The pair of pressure and time that the household likes for tomatoes; the standard one where the tables do not offer it. */
  readonly tomatoOption?: PressureOptionId
}

export interface ProcessQuery {
  readonly form: string
  readonly pack: Pack
  /** A jar size, a nominal metric size (ml250 … ml1000), or a half gallon, which is refused. */
  readonly jar: string
  readonly gauge: GaugeKind
  readonly altitudeFt: Feet
  readonly option?: PressureOptionId
  readonly rules?: HouseholdRules
}

export interface ProcessOption {
  readonly id: PressureOptionId
  readonly minutes: Minutes
  readonly psi: Psi
}

/** A tested process for one kitchen. */
export interface Process {
  readonly outcome: 'process'
  readonly foodId: string
  readonly formId: string
  readonly pack: Pack
  readonly jar: JarSize
  readonly gauge: GaugeKind
  readonly altitudeFt: Feet
  /** What to run: the tested time plus the household's own addition. */
  readonly minutes: Minutes
  readonly testedMinutes: Minutes
  /** The jar size whose row gave the time (the next larger when the size has no row). */
  readonly rowSize: JarSize
  readonly psi: Psi
  /** Upper edge of the band to hold on a dial. */
  readonly holdToPsi: Psi
  readonly option: PressureOptionId
  readonly options: readonly ProcessOption[]
  readonly headspaceIn: Inches
  readonly preparation: string
  readonly acidPerJar: AcidAmount | null
  readonly saltTspPerJar: number
  readonly notes: readonly string[]
  readonly confirmWithExtension: boolean
  readonly source: string
  readonly edition: string
}

export type RefusalReason =
  | 'no-tested-process'
  | 'pack-not-tested'
  | 'jar-too-large'
  | 'altitude-above-table'
  | 'option-not-tested'
  | 'pressures-differ'
  | 'contents-unknown'
  | 'not-in-this-jar'

/** A first-class answer: there is no number, this is why, and this is what to do instead. */
export interface Refusal {
  readonly outcome: 'refused'
  readonly reason: RefusalReason
  readonly sentence: string
  readonly instead: readonly string[]
  readonly source: string
}

export type ProcessAnswer = Process | Refusal
