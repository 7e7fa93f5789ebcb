import { gaugeScale } from '../quantity/format'
import { STANDARD_BANDS } from '../method/data/bands'
import { lookUpProcess } from '../method/lookup'
import type { Process } from '../method/data/types'
import { type Feet, type Psi } from '../quantity/units'
import type { PressureIn } from '../quantity/format'
import { DIAL_MAX_ERROR } from './fitness'
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
 * "The lowest reading was 12½:", "really 11½ psi", "but it needs 12."
 */
export function recallWords(
  { requiredPsi, worstReadingPsi, truePsi }: Recalled,
  units: PressureIn,
): { readonly held: string; readonly truth: string; readonly needed: string } {
  const gauge = gaugeScale(units)
  const read = (p: number): string => gauge.say(gauge.reading(p))
  return {
    held:
      worstReadingPsi === null
        ? 'Nobody recorded a reading. It was held at its target:'
        : `The lowest reading was ${read(worstReadingPsi)}:`,
    truth: `really ${read(truePsi)} ${gauge.unit}`,
    needed: `but it needs ${gauge.say(gauge.target(requiredPsi))}.`,
  }
}

/** The same as one text, also where there is no process at all. */
export function recallText(recalled: Recalled, units: PressureIn): string {
  if (recalled.requiredPsi === Infinity) return 'There is no tested process at this altitude.'
  const { held, truth, needed } = recallWords(recalled, units)
  return `${held} ${truth}, ${needed}`
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

/** A gauge test as a recall reads it. */
export interface StandingTest {
  readonly id: string
  readonly testedOn: string
  readonly errorPsi: Psi
}

/**
 * The days that a test speaks of, both included: from the last good test on an earlier day to
 * the next test on a later one. Null where there is none on that side.
 * @param tests of one canner, without those that were struck out.
 */
export function daysOfTest(
  tests: readonly StandingTest[],
  test: StandingTest,
): { readonly since: string | null; readonly until: string | null } {
  const days = (of: readonly StandingTest[]): string[] => of.map((t) => t.testedOn).sort()
  const good = tests.filter(
    (t) => t.testedOn < test.testedOn && Math.abs(t.errorPsi) <= DIAL_MAX_ERROR,
  )
  const later = tests.filter((t) => t.testedOn > test.testedOn)
  return { since: days(good).at(-1) ?? null, until: days(later)[0] ?? null }
}

/** Where a kitchen was before it moved: until a day, at an altitude. */
export interface AltitudeMove {
  /** The day it moved, ISO plain date. */
  readonly until: string
  readonly altitudeFt: Feet
}

/** The altitude of a kitchen on a day. An altitude that was corrected was never true. */
export function altitudeOn(
  kitchen: { readonly altitudeFt: Feet; readonly altitudeMoves: readonly AltitudeMove[] },
  date: string,
): Feet {
  const moves = [...kitchen.altitudeMoves].sort((a, b) => a.until.localeCompare(b.until))
  return moves.find((m) => date < m.until)?.altitudeFt ?? kitchen.altitudeFt
}

/** What Kelvit has to say of a load by all that is known now. */
export interface RecallCause {
  readonly kind: 'recalled' | 'found-short'
  /** The gauge test; null for the altitude. */
  readonly testId: string | null
  readonly recalled: Recalled
}

/**
 * Everything known now that puts a load that ran in doubt or condemns it: each gauge test
 * that speaks of its day, and the altitude of the kitchen on that day. A dial that was found
 * off may have been right until then; an altitude was wrong all along.
 * @param ranOn the day it was at pressure, ISO plain date.
 */
export function causesOf(
  load: { readonly setup: LoadSetup; readonly processes: readonly Process[] },
  state: LoadState,
  ranOn: string,
  known: {
    readonly tests: readonly StandingTest[]
    readonly kitchen: Parameters<typeof altitudeOn>[0]
  },
): readonly RecallCause[] {
  const { setup, processes } = load
  const here = requiredAt(processes, altitudeOn(known.kitchen, ranOn))
  // Held against what this kitchen really needs, by a dial that may have read high.
  const needed = Number.isFinite(here) ? Math.max(setup.psi, here) : setup.psi
  const byTest =
    setup.regulatedBy === 'weighted'
      ? []
      : known.tests.flatMap((test): RecallCause[] => {
          const { since, until } = daysOfTest(known.tests, test)
          if ((since !== null && ranOn < since) || (until !== null && ranOn > until)) return []
          const recalled = recallOf(setup, state, { errorPsi: test.errorPsi, requiredPsi: needed })
          return recalled ? [{ kind: 'recalled', testId: test.id, recalled }] : []
        })
  if (processes.length === 0) return byTest
  const errorPsi = setup.gaugeErrorPsi
  const low = recallOf(setup, state, { errorPsi, requiredPsi: here })
  return low ? [...byTest, { kind: 'found-short', testId: null, recalled: low }] : byTest
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
export const dialWords = (errorPsi: Psi, units: PressureIn): string =>
  errorPsi === 0
    ? 'right'
    : `${gaugeScale(units).off(errorPsi)} ${gaugeScale(units).unit} ${errorPsi > 0 ? 'high' : 'low'}`
