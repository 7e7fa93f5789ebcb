import type { GaugeHere, PressureIn } from '../quantity/format'
import type { Burner, DialMarks } from '../words'
import { psi, type Minutes, type Psi } from '../quantity/units'
import { DIAL_MAX_ERROR } from './fitness'

/** What a load runs at: looked up when it is planned, again when it is started, and frozen then. */
export interface LoadSetup {
  readonly regulatedBy: 'dial' | 'weighted'
  /** Tested target, psi. */
  readonly psi: Psi
  /** Process time with the household's addition, min. */
  readonly minutes: Minutes
  /** Dial error at its last test, psi; reads high is positive. 0 when weighted. */
  readonly gaugeErrorPsi: Psi
  /** Rest after the weight is off, min; never under 10. */
  readonly restMinutes: Minutes
  /** Whether the lid has a lock that drops; canners closed with clamps have none. True where it is not said. */
  readonly lock?: boolean
  /** How long jars stay in the open canner before they are lifted out, min: foods that siphon. */
  readonly openMinutes?: Minutes
  /** How long of that the food needs, min; all of it where nothing is said. */
  readonly openLeastMinutes?: Minutes
  /** The shortest cooling this canner is known for, min; its class's until three are known. */
  readonly coolMinutes?: Minutes
  /** How long filling all jars of the load takes, min. */
  readonly fillMinutes?: Minutes
  /** The dial figure it was started at, psi, where a test or a corrected altitude raised it while it ran. */
  readonly startedAtPsi?: Psi
  /** Jars that are processed again are at pressure by then, epoch ms: 24 hours after the first came out. */
  readonly againBy?: number
  /** What the canner's dial is marked in; as the household reads where nothing is said. */
  readonly marks?: DialMarks
  /** What the canner stands on, where that was said. */
  readonly burner?: Burner
  /** A practice run: its gauge is simulated and no food is in it. */
  readonly practice?: boolean
}

export const VENT_MS = 600_000
const MIN_REST_MS = 600_000
export const STAND_OPEN_MS = 12 * 3_600_000
export const STAND_OVERDUE_MS = 24 * 3_600_000
/** How long a regulated pressure may go unseen before somebody is asked to look, ms. */
export const LOOK_EVERY_MS = { dial: 600_000, weighted: 900_000 } as const
/** How long a regulated pressure may go unseen before it is asked who watched, ms. */
export const WATCH_MS = { dial: 1_200_000, weighted: 1_800_000 } as const
/** Food that stood warm for longer than this is in doubt, ms. */
export const WARM_MS = 2 * 3_600_000
/** Food that stood for longer than this without a process is lost, ms. */
export const SPOILT_MS = 24 * 3_600_000
/** Without heat, or without a word of the pressure, for longer than this it is vented again, ms. */
export const COLD_MS = 1_200_000
/** No canner full of jars loses its pressure faster than this by itself, ms. */
const LEAST_COOL_MS = 600_000
/** Jars that came out longer than this after the heat went off were left in the canner, ms. */
export const LEFT_IN_MS = 6 * 3_600_000
/** "All jars are out", said longer than this after the lid came off, is asked about, ms. */
export const OUT_LATE_MS = 3_600_000
/** A moment told longer than this afterwards rests on memory, ms. */
export const TOLD_LATE_MS = 1_800_000

/** What the pressures of a load are told in: as its dial shows them, else as the household reads. */
export const toldIn = (setup: Pick<LoadSetup, 'marks'>, units: PressureIn): PressureIn =>
  setup.marks ?? units

/** The gauge a load is read on. */
export const gaugeIn = (setup: LoadSetup): GaugeHere => ({
  kind: setup.regulatedBy,
  errorPsi: setup.gaugeErrorPsi,
  marks: setup.marks ?? null,
})

/** The dial figure that stands for the true target: target plus the gauge's error, psi. */
export const dialTarget = (setup: Pick<LoadSetup, 'psi' | 'gaugeErrorPsi'>): Psi =>
  psi(setup.psi + setup.gaugeErrorPsi)

/** How long the lid stays on after the weight is off, ms; never under ten minutes. */
export const restMs = (setup: LoadSetup): number =>
  Math.max(MIN_REST_MS, setup.restMinutes * 60_000)

/** How long of the wait in the open canner the food needs, ms: sooner out is a doubt. */
export const openLeastMs = ({ openMinutes, openLeastMinutes }: LoadSetup): number =>
  (openLeastMinutes ?? openMinutes ?? 0) * 60_000

/** How long jars wait in the open canner, ms: as somebody said tonight, else as the house does it. */
export const openMs = (setup: LoadSetup, tonight: number | null): number =>
  Math.max(openLeastMs(setup), (tonight ?? setup.openMinutes ?? 0) * 60_000)

/** A cooling shorter than this was helped along, ms: half of the canner's shortest own, never under ten minutes. */
export const leastCoolMs = (setup: LoadSetup): number =>
  Math.max(LEAST_COOL_MS, (setup.coolMinutes ?? 0) * 30_000)

/** The dial figure a load was started at, psi. */
export const startTarget = (setup: LoadSetup): Psi => setup.startedAtPsi ?? dialTarget(setup)

/** Whether the lock of the lid is waited for. */
export const hasLock = (setup: LoadSetup): boolean => setup.lock !== false

/** Where to hold the pressure: dial figures with the gauge's error added; a weight has one step. */
export function holdBand(
  setup: LoadSetup,
  cushionPsi: number,
): { readonly from: number; readonly to: number } {
  if (setup.regulatedBy === 'weighted') return { from: setup.psi, to: setup.psi }
  const from = dialTarget(setup)
  return { from, to: from + Math.min(2, Math.max(0, cushionPsi)) }
}

/**
 * @throws RangeError for a setup no load may run with.
 */
export function checkSetup(setup: LoadSetup): void {
  if (!(setup.psi > 0 && setup.psi <= 15))
    throw new RangeError('target pressure is over 0 and up to 15 psi')
  if (!(setup.minutes > 0)) throw new RangeError('a process takes time')
  if (!(Math.abs(setup.gaugeErrorPsi) <= DIAL_MAX_ERROR))
    throw new RangeError('a dial off by more than 2 psi may not run a load')
}
