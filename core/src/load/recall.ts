import { gaugeScale } from '../quantity/format'
import { STANDARD_BANDS } from '../method/data/bands'
import { lookUpProcess } from '../method/lookup'
import type { Process } from '../method/data/types'
import { type Feet, type Psi } from '../quantity/units'
import type { UnitSystem } from '../words'
import { foldLoad } from './clock'
import { asEvents } from './facts'
import { fullRun } from './runs'
import { dialTarget, type LoadSetup } from './setup'
import type { LoadState } from './state'

/** A load whose true pressure may have been short; pressures in psi. */
export interface Recalled {
  /** What it had to be. */
  readonly requiredPsi: number
  /** The lowest the dial was read at while the process ran; null where nobody wrote one down. */
  readonly worstReadingPsi: number | null
  /** What that was in truth. */
  readonly truePsi: number
}

/**
 * Why a load is recalled, in a sentence of three parts and in the household's units:
 * "Its lowest reading was 12½:", "11½ psi in truth", "where 12 are needed."
 */
export function recallWords(
  { requiredPsi, worstReadingPsi, truePsi }: Recalled,
  units: UnitSystem,
): { readonly held: string; readonly truth: string; readonly needed: string } {
  const gauge = gaugeScale(units)
  const read = (p: number): string => gauge.say(gauge.reading(p))
  return {
    held:
      worstReadingPsi === null
        ? 'No reading was written down; it was held at its target:'
        : `Its lowest reading was ${read(worstReadingPsi)}:`,
    truth: `${read(truePsi)} ${gauge.unit} in truth`,
    needed: `where ${gauge.say(gauge.target(requiredPsi))} are needed.`,
  }
}

/** What was found out afterwards. */
export interface FoundLater {
  /** What the dial really reads too high, psi. Says nothing of a weight. */
  readonly errorPsi: Psi
  /** What the tables ask for here, psi: higher than it was run at when the altitude was wrong. */
  readonly requiredPsi: number
}

/** Rounding of dials and figures, psi. */
const HAIR = 1e-9

/**
 * Whether a processed load may have been short by what was found out afterwards: the worst
 * reading of its process less the error; where none was written down, what it was held at.
 * Null when it was not, or when it was never processed in full anyway.
 */
export function recallOf(setup: LoadSetup, state: LoadState, found: FoundLater): Recalled | null {
  const run = fullRun(state, setup)
  if (!run) return null
  const read = state.readings.filter(
    (r) => r.at >= run.from && (run.provenTo === null || r.at <= run.provenTo),
  )
  const worst = read.length === 0 ? null : Math.min(...read.map((r) => r.psi))
  const dial = setup.regulatedBy === 'dial'
  const truePsi = dial ? (worst ?? dialTarget(setup)) - found.errorPsi : setup.psi
  if (truePsi >= found.requiredPsi - HAIR) return null
  return { requiredPsi: found.requiredPsi, worstReadingPsi: dial ? worst : null, truePsi }
}

/**
 * The same of a load whose jars are not put away yet. It was raised to what the test asks as
 * soon as the test was written down; whether it had run in full is asked of what it ran at.
 */
export function recallOpen(
  load: {
    readonly setup: LoadSetup
    readonly plannedSetup: LoadSetup | null
    readonly events: Parameters<typeof asEvents>[0]
  },
  errorPsi: Psi,
): Recalled | null {
  const ranAt = load.plannedSetup ?? load.setup
  if (ranAt.regulatedBy !== 'dial') return null
  const state = foldLoad(ranAt, asEvents(load.events))
  if (state.stage === 'checked' || state.stage === 'aborted') return null
  return recallOf(ranAt, state, { errorPsi, requiredPsi: ranAt.psi })
}

/**
 * What the tables ask of these processes at an altitude, psi: the same pack, jar, gauge and
 * option as they were run with. Infinity where there is no row.
 */
export function requiredAt(processes: readonly Process[], altitudeFt: Feet): number {
  const asked = processes.map((p) => {
    const answer = lookUpProcess({
      form: p.formId,
      pack: p.pack,
      jar: p.jar,
      gauge: p.gauge,
      altitudeFt,
      option: p.option,
    })
    return answer.outcome === 'process' ? answer.psi : Infinity
  })
  return Math.max(...asked)
}

/** What an altitude asks of a load, on either gauge, psi; null where the tables end. */
export const standardAt = (gauge: keyof typeof STANDARD_BANDS, altitudeFt: Feet): number | null =>
  STANDARD_BANDS[gauge].find((b) => altitudeFt <= b.toFt)?.psi ?? null

/**
 * The loads whose pressure another altitude changes, each with what it is to be, psi;
 * null where there is no tested process up there.
 */
export const retargeted = <L extends { readonly processes: readonly Process[] }>(
  loads: readonly L[],
  fromFt: Feet,
  toFt: Feet,
): readonly { readonly load: L; readonly before: number; readonly after: number | null }[] =>
  loads
    .filter((l) => l.processes.length > 0)
    .map((load) => ({
      load,
      before: requiredAt(load.processes, fromFt),
      after: requiredAt(load.processes, toFt),
    }))
    .filter(({ before, after }) => before !== after)
    .map((l) => ({ ...l, after: Number.isFinite(l.after) ? l.after : null }))

/** "1½ psi high", "7 kPa low", "right": how a dial reads by its error, psi. */
export const dialWords = (errorPsi: Psi, units: UnitSystem): string =>
  errorPsi === 0
    ? 'right'
    : `${gaugeScale(units).off(errorPsi)} ${gaugeScale(units).unit} ${errorPsi > 0 ? 'high' : 'low'}`
