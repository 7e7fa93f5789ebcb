import type { Psi } from '../quantity/units'
import type { LoadStage, ReadingSource } from '../words'
import type { LoadEvent } from './facts'

export interface Reading {
  readonly at: number
  readonly psi: Psi
  readonly source: ReadingSource | null
}

/** A stretch of process time at pressure, epoch ms. */
export interface ProcessRun {
  readonly from: number
  /** Until when the pressure is known to have held; null while it runs. */
  readonly provenTo: number | null
  /** How the venting before it went: ten unbroken minutes, not, or nobody said. */
  readonly vent: 'full' | 'short' | 'untold'
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
}

/** What somebody told that makes jars doubtful or condemns them, with its moment. */
export interface Doubt {
  readonly code: DoubtCode
  readonly at: number
  readonly by: string | null
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
  // These condemn.
  | 'water-low'
  | 'weight-lifted'
  | 'opened-early'
  | 'figures-raised'
  | 'no-process'

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
  readonly doubts: readonly Doubt[]
  readonly lookedInto: {
    readonly at: number
    readonly by: string | null
    readonly text: string
  } | null
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
  doubts: [],
  lookedInto: null,
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

export const doubt = (state: LoadState, code: DoubtCode, e: LoadEvent): LoadState =>
  state.doubts.some((d) => d.code === code)
    ? state
    : { ...state, doubts: [...state.doubts, { code, at: e.at, by: e.by ?? null }] }
