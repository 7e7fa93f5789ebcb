import { heatOf, type HeatMemory } from './heat'
import { learnStageMinutes } from './stages'
import type { LoadSetup } from './setup'
import type { LoadState } from './state'
import { besideWeight, type BesideWeight } from './two-gauges'
import type { StageMinutes } from './types'

/** A load of a canner that ran to its end. */
export interface RunLoad {
  readonly setup: LoadSetup
  readonly state: LoadState
  /** How full the canner was, 0 to 1 of what it takes. */
  readonly fullness: number
  readonly jars: number
}

/** What one stage takes on this canner, minutes. */
export interface LearnedStage {
  /** With at least half of what it takes. */
  readonly minutes: number
  /** With less than that. */
  readonly smallMinutes: number
  /** Loads it was learned from; 0 while it is the first guess. */
  readonly loads: number
  readonly least: number | null
  readonly most: number | null
}

export interface LearnedTimes {
  readonly heat: LearnedStage
  readonly climb: LearnedStage
  readonly cool: LearnedStage
  /** How its last loads were heated, newest first. */
  readonly heats: readonly HeatMemory[]
  /** What its dial showed beside its weight; null where nobody read it there. */
  readonly beside: BesideWeight | null
}

/** So many loads' heats are kept on a canner. */
const KEPT_HEATS = 8

/** A canner less full than this heats and cools as a small load. */
const HALF = 0.5

const between = (
  state: LoadState,
  from: keyof LoadState['entered'],
  to: keyof LoadState['entered'],
): number | null => {
  const [a, b] = [state.entered[from], state.entered[to]]
  return a === undefined || b === undefined || b <= a ? null : (b - a) / 60_000
}

/** Heating, climbing and cooling of one load, minutes; null where it was not a plain one. */
const SPANS = {
  heat: (s: LoadState) => between(s, 'heating', 'venting'),
  climb: (s: LoadState) => between(s, 'climbing', 'processing'),
  cool: (s: LoadState) =>
    s.restarts > 0 ||
    s.heatOffAt === null ||
    s.pressureZeroAt === null ||
    s.doubts.some((d) => d.code === 'cooled-fast')
      ? null
      : (s.pressureZeroAt - s.heatOffAt) / 60_000,
} as const

/**
 * What heating, climbing and cooling take on a canner, learned from its own loads: the
 * median of the last ten with the first guess counted as two, small and full loads apart.
 * @param guess the first guess, minutes. @param loads oldest first.
 */
export function learnTimes(guess: StageMinutes, loads: readonly RunLoad[]): LearnedTimes {
  const stage = (name: keyof typeof SPANS, first: number): LearnedStage => {
    const seen = loads.flatMap((l) => {
      const minutes = SPANS[name](l.state)
      return minutes === null ? [] : [{ minutes, small: l.fullness < HALF }]
    })
    const of = (small: boolean): number[] =>
      seen.filter((s) => s.small === small).map((s) => s.minutes)
    const all = seen.slice(-10).map((s) => s.minutes)
    return {
      minutes: learnStageMinutes(first, of(false)),
      smallMinutes: learnStageMinutes(first, of(true)),
      loads: seen.length,
      least: all.length > 0 ? Math.min(...all) : null,
      most: all.length > 0 ? Math.max(...all) : null,
    }
  }
  return {
    heat: stage('heat', guess.heatMin),
    climb: stage('climb', guess.climbMin),
    cool: stage('cool', guess.coolMin),
    heats: loads
      .flatMap((l) => heatOf(l.state, l.jars, l.setup.burner) ?? [])
      .reverse()
      .slice(0, KEPT_HEATS),
    beside: besideWeight(loads),
  }
}

/** Loads a canner has cooled before its own shortest time counts. */
const KNOWN_AFTER = 3

/** The shortest cooling a canner is known for, minutes: the first guess until three are known. */
export const shortestCooling = (guess: StageMinutes, learned: LearnedTimes | undefined): number =>
  learned && learned.cool.loads >= KNOWN_AFTER
    ? (learned.cool.least ?? guess.coolMin)
    : guess.coolMin

/** Stage times with what was learned in the place of the first guess, minutes. */
export const withLearned = (guess: StageMinutes, learned: LearnedTimes): StageMinutes => ({
  ...guess,
  heatMin: learned.heat.minutes,
  climbMin: learned.climb.minutes,
  coolMin: learned.cool.minutes,
})
