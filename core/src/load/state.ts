import type { Psi } from '../quantity/units'
import type { LoadStage, ReadingSource } from '../words'
import { heardOf, momentOf, type LoadEvent, type SeenJar } from './facts'

export interface Reading {
  readonly at: number
  readonly psi: Psi
  readonly source: ReadingSource | null
}

/** Where the knob or the flame was set, in the cook's words: "4", "low flame". */
export interface HeatSet {
  readonly at: number
  readonly setting: string
}

/** A jar of which something was said before its seal was checked. */
export interface JarSeen extends SeenJar {
  /** The fact that says so. */
  readonly id: string
  readonly at: number
  readonly by: string | null
}

/** A stretch of process time at pressure, epoch ms. */
export interface ProcessRun {
  readonly from: number
  /** Until when the pressure is known to have held; null while it runs. */
  readonly provenTo: number | null
  /** How the venting before it went: ten unbroken minutes, not, or nobody said. */
  readonly vent: 'full' | 'short' | 'untold'
  /** The fact that began it. */
  readonly id: string
  /** When the server knew that it had begun, epoch ms. */
  readonly heardAt: number
  readonly endedBy: 'heat-off' | 'pressure' | 'other' | null
}

/** Minutes in which nobody read the dial, found out at a look. */
export interface UnseenGap {
  /** The fact that closed it; the answer names it. */
  readonly id: string
  readonly from: number
  readonly to: number
  /** Who watched; null while nobody has said. */
  readonly watchedBy: string | null
  /** When the server knew of it, epoch ms. */
  readonly heardAt: number
}

/** What makes jars doubtful or condemns them. Each is one of its own, also among those of its kind. */
export interface Doubt {
  /** The same on every device: the fact it comes from and its code. */
  readonly id: string
  readonly code: DoubtCode
  /** When it happened, epoch ms. */
  readonly at: number
  /** When the server heard of it, epoch ms. */
  readonly heardAt: number
  readonly by: string | null
}

/** A keeper's word that doubts were looked into. */
export interface LookedInto {
  readonly id: string
  readonly at: number
  readonly heardAt: number
  readonly by: string | null
  readonly text: string
  /** The doubts the keeper saw; null where nobody wrote them down. */
  readonly doubtIds: readonly string[] | null
}

/** Reasons for which jars are held until somebody has looked into it. */
export type DoubtCode =
  | 'told-late'
  | 'late-word'
  | 'wrong-weight'
  | 'steam-doubtful'
  | 'vent-untold'
  | 'fell-unknown'
  | 'gauge-off'
  | 'recalled'
  | 'lid-not-locked'
  | 'zero-unseen'
  | 'rest-short'
  | 'left-overnight'
  | 'cooled-fast'
  | 'stood-warm'
  | 'simulated'
  | 'unwatched'
  // These condemn.
  | 'stood-too-long'
  | 'again-late'
  | 'lock-early'
  | 'found-short'
  | 'water-low'
  | 'weight-lifted'
  | 'opened-early'
  | 'figures-raised'
  | 'no-process'

/** A higher dial figure that became known, and by what. */
export interface Raise {
  readonly id: string
  readonly at: number
  readonly heardAt: number
  readonly by: string | null
  readonly psi: Psi
  /** A dial that was tested may have been right until then; an altitude was wrong all along. */
  readonly cause: 'gauge' | 'altitude'
}

/** A fact that did not fit where it came: it is kept, and asked about. */
export interface Question {
  readonly event: LoadEvent
  readonly sentence: string
}

/** Everything the facts say, without the present moment. Instants are epoch ms. */
export interface LoadState {
  readonly stage: LoadStage
  /** When the stage (or its unbroken clock) began. */
  readonly since: number
  /** When each stage was first entered. */
  readonly entered: { readonly [stage in LoadStage]?: number }
  readonly steamSteadySince: number | null
  readonly readings: readonly Reading[]
  /** How long jars wait in the open canner, as somebody said for this load, min. */
  readonly openTonight: number | null
  /** Where the knob or the flame was set, in order. */
  readonly heats: readonly HeatSet[]
  readonly lastLook: number | null
  readonly restarts: number
  /** Process time thrown away because pressure was lost or the heat was off, ms. */
  readonly lostMs: number
  readonly longestUnseenMs: number
  /** How the last venting went; null before the weight is on. */
  readonly vent: ProcessRun['vent'] | null
  /** True when steam must vent for ten minutes again before the canner may climb. */
  readonly ventAgain: boolean
  readonly runs: readonly ProcessRun[]
  readonly gaps: readonly UnseenGap[]
  /** Whether the pressure was up since the last venting. */
  readonly pressureUp: boolean
  readonly heatOffAt: number | null
  readonly pressureZeroAt: number | null
  readonly lockDroppedAt: number | null
  /** When the jars came out of the canner; an unsealed jar's 24 hours run from here. */
  readonly outAt: number | null
  readonly brokenInside: number
  /** Jars of which something was said before the seals were checked, in order. */
  readonly seen: readonly JarSeen[]
  readonly doubts: readonly Doubt[]
  /** Every time somebody looked into it, in order. */
  readonly looked: readonly LookedInto[]
  /** When the jars were full, while no steam has been steady since. */
  readonly filledAt: number | null
  /** Since when the pressure or the heat is gone; null at pressure. */
  readonly brokeAt: number | null
  /** Since when there was neither heat nor a word of the pressure; null while it holds or climbs the first time. */
  readonly coldFrom: number | null
  /** When the weight came off after the pressure was gone, though nobody said that the heat was off. */
  readonly weightOffAt: number | null
  /** The dial figure that must be held now, psi; null for the one it was started at. */
  readonly target: Psi | null
  /** Higher figures that became known while or after it ran. */
  readonly raises: readonly Raise[]
  /** The lids were pressed before 12 hours, and not again since. */
  readonly pressedEarly: boolean
  /** When each prompt was last heard and said so, by its kind. */
  readonly heard: { readonly [prompt: string]: number }
  readonly abortedFrom: LoadStage | null
  readonly questions: readonly Question[]
}

export const START: LoadState = {
  stage: 'planned',
  since: 0,
  entered: {},
  steamSteadySince: null,
  readings: [],
  openTonight: null,
  heats: [],
  lastLook: null,
  restarts: 0,
  lostMs: 0,
  longestUnseenMs: 0,
  vent: null,
  ventAgain: false,
  runs: [],
  gaps: [],
  pressureUp: false,
  heatOffAt: null,
  pressureZeroAt: null,
  lockDroppedAt: null,
  outAt: null,
  brokenInside: 0,
  seen: [],
  doubts: [],
  looked: [],
  filledAt: null,
  brokeAt: null,
  coldFrom: null,
  weightOffAt: null,
  target: null,
  raises: [],
  pressedEarly: false,
  heard: {},
  abortedFrom: null,
  questions: [],
}

export const isStage = (state: LoadState, ...stages: readonly LoadStage[]): boolean =>
  stages.includes(state.stage)

/** Goes on to a stage; when it was first entered is kept. */
export const enter = (state: LoadState, stage: LoadStage, at: number): LoadState => ({
  ...state,
  stage,
  since: at,
  entered: state.entered[stage] === undefined ? { ...state.entered, [stage]: at } : state.entered,
})

/** A doubt that a fact gives reason for. */
const doubtOf = (code: DoubtCode, e: LoadEvent): Doubt => ({
  id: `${e.id}:${code}`,
  code,
  at: momentOf(e),
  heardAt: heardOf(e),
  by: e.by ?? null,
})

export function doubt(state: LoadState, code: DoubtCode, e: LoadEvent): LoadState {
  const known = doubtOf(code, e)
  return state.doubts.some((d) => d.id === known.id)
    ? state
    : { ...state, doubts: [...state.doubts, known] }
}
