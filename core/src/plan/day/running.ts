import { clockAt } from '../../load/now'
import type { LoadSetup } from '../../load/setup'
import type { TimedStage } from '../../load/stages'
import type { LoadState } from '../../load/state'
import type { LoadStage } from '../../words'
import type { DayLoad } from './types'

const ORDER: readonly TimedStage[] = ['prepare', 'cook', 'fill', 'heat', 'vent', 'climb', 'process', 'cool', 'rest', 'unload'] // prettier-ignore
/** The stage of a day sheet in which a load at the stove is. */
const AT: Partial<Record<LoadStage, TimedStage>> = {
  preparing: 'prepare',
  filling: 'fill',
  heating: 'heat',
  venting: 'vent',
  climbing: 'climb',
  processing: 'process',
  cooling: 'cool',
  resting: 'rest',
  unloading: 'unload',
}
/** What takes longer than it was thought to is thought to be over in so long, minutes. */
const SOON_MIN = 5
const MIN_MS = 60_000

/** Where a load at the stove is at some moment. */
export interface RunningAt {
  readonly stage: LoadStage
  /** Minutes since the stage began. */
  readonly passed: number
  /** Minutes that its clock still shows, where the stage ends by a clock. */
  readonly left: number | null
}

/**
 * Where a load is by what is on record of it.
 * @param now epoch ms.
 */
export function runningAt(setup: LoadSetup, state: LoadState, now: number): RunningAt {
  const clock = clockAt(setup, state, now)
  return {
    stage: state.stage,
    passed: Math.max(0, (now - state.since) / MIN_MS),
    left: clock.kind === 'down' ? clock.leftMs / MIN_MS : null,
  }
}

/**
 * What is left of a load that is on already, as a load of a day that begins now: stages that
 * are over take no time, the one it is in what its clock or its usual length leaves.
 * @returns undefined for a load that is not at the stove.
 */
export function runningLoad(
  whole: DayLoad,
  { stage, passed, left }: RunningAt,
): DayLoad | undefined {
  const now = AT[stage]
  if (!now) return undefined
  const at = ORDER.indexOf(now)
  const stages = Object.fromEntries(
    ORDER.map((s, i) => {
      const full = whole.stages[s]
      if (i > at) return [s, full]
      if (i < at) return [s, 0]
      return [s, Math.ceil(left ?? Math.max(SOON_MIN, full - passed))]
    }),
  ) as Record<TimedStage, number>
  return { ...whole, stages, running: true }
}
