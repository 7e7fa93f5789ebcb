import type { Feet, Pounds } from '../quantity/units'
import type {
  CanningDays,
  Hold,
  JarProcess,
  JarSize,
  JarState,
  LoadStage,
  LotState,
  Mouth,
  Pack,
  SupplyKindStored,
} from '../words'
import type { JarOf } from '../method/mixed-name'
import type { LotYield } from '../harvest/history'
import type { Need } from './needs'

/** A lot as views read it; weights in pounds, days as ISO plain dates. */
export interface BookLot {
  readonly id: string
  readonly foodId: string
  readonly formId: string
  readonly jar: JarSize
  readonly lb: Pounds
  readonly arrivedOn: string
  readonly canBy: string
  /** It still ripens until then; null where it is ready. */
  readonly readyFrom?: string | null
  readonly state: LotState
  /** What is in its jars, where they hold several things. */
  readonly jarOf?: JarOf | null
}

export interface BookPortion {
  readonly lotId: string | null
  readonly formId: string
  readonly jar: JarSize
  readonly mouth: Mouth
  /** Jars planned. */
  readonly jars: number
  /** Jars that really went in; null until the lid was locked. */
  readonly filled: number | null
  /** What is in the jars, where they hold several things. */
  readonly jarOf?: JarOf | null
}

export interface BookLoad {
  readonly stage: LoadStage
  readonly portions: readonly BookPortion[]
  /** What its facts say of it; may be left out where nothing asks. */
  readonly judgement?: { readonly verdict: string }
}

export interface BookJar {
  readonly id: string
  readonly foodId: string
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly state: JarState
  readonly cannedOn: string
  readonly bestBy: string
  readonly useSoon: boolean
  readonly recipeId: string | null
  readonly hold: Hold | null
  readonly process: JarProcess
}

export interface BookNeed extends Need {
  readonly foodId: string
  readonly formId: string
  readonly jar: JarSize
  readonly certainty: 0.5 | 0.8 | 0.9 | 0.95
  /** All that comes in is put up, however much it is. */
  readonly putUpAll?: boolean
}

/**
 * A household's rows as web and server read them. Each view below says which of them it
 * needs; what it answers is the same wherever it is asked.
 */
export interface Book {
  /** The household's plain date, ISO. */
  readonly today: string
  readonly household: {
    readonly altitudeFt: Feet
    readonly settings: {
      readonly salt: boolean
      readonly bandsOff: boolean
      readonly defaultPack: Pack
      readonly restMinutes: number
      readonly mealsPerWeek: number
      readonly burners: number
      readonly lateMinutes: number
      readonly canningDays: CanningDays
    }
  }
  /** Lots that are open: in the house or expected. Others may be among them and count for nothing. */
  readonly lots: readonly BookLot[]
  /** Loads that are not over, those of open lots, and recent ones. */
  readonly loads: readonly BookLoad[]
  /** Jars on the shelf or set aside at least. */
  readonly jars: readonly BookJar[]
  /** Lots that were canned whole, with what they filled. */
  readonly yields: readonly LotYield[]
  readonly needs: readonly BookNeed[]
  readonly jarGroups: readonly {
    readonly jar: JarSize
    readonly mouth: Mouth
    readonly owned: number
    readonly broken: number
  }[]
  readonly lidLots: readonly { readonly mouth: Mouth; readonly left: number }[]
  readonly supplies: readonly { readonly kind: SupplyKindStored; readonly amount: number }[]
  /** Loads of the season plan that are still to come. */
  readonly plan: readonly {
    readonly onDate: string
    readonly portions: readonly {
      readonly lotId: string
      readonly formId: string
      readonly jar: JarSize
      readonly mouth: Mouth
      readonly jars: number
    }[]
  }[]
}
