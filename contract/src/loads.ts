import type {
  JarSize,
  LoadEventKind,
  LoadSetup,
  LoadStage,
  Mouth,
  Pack,
  Process,
  SealOutcome,
} from '@kelvit/core'

/** Jars of one lot in a load. */
export interface LoadPortion {
  readonly id: string
  readonly lotId: string | null
  readonly formId: string
  readonly pack: Pack
  readonly jar: JarSize
  readonly mouth: Mouth
  /** Jars planned. */
  readonly jars: number
  /** Jars that really went in; null until the lid was locked. */
  readonly filled: number | null
}

/** One canner full, from plan to seals. */
export interface Load {
  readonly id: string
  /** Short batch code on labels. */
  readonly code: string
  readonly cannerId: string
  readonly startsAt: string
  readonly setup: LoadSetup
  /** What it was planned at, where it was started at other figures; else null. */
  readonly plannedSetup: LoadSetup | null
  /** The tested process of each portion, frozen when the load was planned. */
  readonly processes: readonly Process[]
  readonly portions: readonly LoadPortion[]
  readonly stage: LoadStage
  readonly note: string
  readonly version: number
}

export interface LoadEventRow {
  readonly id: string
  readonly loadId: string
  readonly at: string
  readonly kind: LoadEventKind
  readonly by: string | null
  readonly psi: number | null
  readonly text: string | null
  readonly eventId: string | null
}

export interface LoadWithEvents extends Load {
  readonly events: readonly LoadEventRow[]
}

export type { SealOutcome } from '@kelvit/core'

/** Every outcome of a seal check, held complete by its type. */
const outcomes: Readonly<Record<SealOutcome, true>> = {
  sealed: true,
  'sealed-low-liquid': true,
  'sealed-half-liquid': true,
  unsealed: true,
  broken: true,
}
export const SEAL_OUTCOMES = Object.keys(outcomes) as readonly SealOutcome[]

/** How many jars of a portion came out how. */
export interface SealCount {
  readonly portionId: string
  readonly outcome: SealOutcome
  readonly jars: number
  readonly cause?: string | null
}

export interface NewLoad {
  /** The load of the season plan that this one is; it leaves the plan. */
  readonly seasonLoadId?: string
  readonly cannerId: string
  readonly startsAt: string
  readonly note?: string
  readonly portions: readonly {
    readonly id: string
    readonly lotId: string | null
    readonly formId: string
    readonly pack: Pack
    readonly jar: JarSize
    readonly mouth: Mouth
    readonly jars: number
  }[]
}

export interface NewLoadEvent {
  readonly at: string
  readonly kind: LoadEventKind
  readonly psi?: number | null
  readonly text?: string | null
  readonly eventId?: string | null
  /** With `locked`: how many jars really went in. */
  readonly filled?: readonly {
    readonly portionId: string
    readonly jars: number
    readonly lotFinished: boolean
  }[]
  /** With `seals-checked`: every jar's outcome and the shelf the good ones go to. */
  readonly seals?: readonly SealCount[]
  readonly shelfId?: string | null
}

/** Every kind of event, held complete by its type. */
const kinds: Readonly<Record<LoadEventKind, true>> = {
  started: true,
  'filling-began': true,
  locked: true,
  'steam-steady': true,
  'steam-faltered': true,
  'weight-on': true,
  reading: true,
  'at-pressure': true,
  'still-rocking': true,
  'pressure-fell': true,
  'heat-off': true,
  'pressure-zero': true,
  'lock-dropped': true,
  'weight-off': true,
  opened: true,
  unloaded: true,
  'seals-checked': true,
  aborted: true,
  note: true,
  retracted: true,
}
export const LOAD_EVENT_KINDS = Object.keys(kinds) as readonly LoadEventKind[]
