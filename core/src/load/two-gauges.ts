import { gaugeScale, type PressureIn } from '../quantity/format'
import { median } from '../quantity/median'
import { psi, type Psi } from '../quantity/units'
import { dialTarget, type LoadSetup } from './setup'
import type { LoadState } from './state'

/** What a canner's dial showed beside its weight, above what the weight holds, psi. */
export interface BesideWeight {
  /** In the last load with readings. */
  readonly latestPsi: Psi
  /** In the loads before it: their median; null where there are too few to tell. */
  readonly usualPsi: Psi | null
  /** Loads with readings. */
  readonly loads: number
}

/** Readings that tell what the dial shows in a load. */
const LEAST_READINGS = 2
/** Loads that tell what it usually shows. */
const LEAST_LOADS = 2
/** A dial that moved by more than this is tested before its year is over, psi. */
const DRIFT_PSI = 1

/** What the dial of a canner showed while its weight rocked; null where nobody read it there. @param loads oldest first. */
export function besideWeight(
  loads: readonly { readonly setup: LoadSetup; readonly state: LoadState }[],
): BesideWeight | null {
  const seen = loads.flatMap(({ setup, state }) => {
    const from = state.entered.processing
    if (setup.regulatedBy !== 'weighted' || from === undefined) return []
    const until = state.heatOffAt ?? Infinity
    const read = state.readings.filter((r) => r.at >= from && r.at <= until)
    return read.length < LEAST_READINGS ? [] : [median(read.map((r) => r.psi)) - dialTarget(setup)]
  })
  const latest = seen.at(-1)
  if (latest === undefined) return null
  const before = seen.slice(0, -1)
  return {
    latestPsi: psi(latest),
    usualPsi: before.length < LEAST_LOADS ? null : psi(median(before)),
    loads: seen.length,
  }
}

/** Whether the dial moved against the weight: an early sign, before its yearly test. */
export const hasDrifted = ({ latestPsi, usualPsi }: BesideWeight): boolean =>
  usualPsi !== null && Math.abs(latestPsi - usualPsi) > DRIFT_PSI + 1e-9

/** "Its dial showed ½ psi more than the weight holds." */
export function besideWords(beside: BesideWeight, told: PressureIn): string {
  const { off, unit } = gaugeScale(told)
  const more = (p: number): string =>
    Math.abs(p) < 0.05 ? 'what the weight holds' : `${off(p)} ${unit} ${p > 0 ? 'more' : 'less'}`
  const { latestPsi, usualPsi } = beside
  const last =
    Math.abs(latestPsi) < 0.05 ? more(latestPsi) : `${more(latestPsi)} than the weight holds`
  if (usualPsi === null) return `Last time its dial showed ${last}.`
  return hasDrifted(beside)
    ? `Last time its dial showed ${last}. Before, it was ${more(usualPsi)}. Have the dial tested.`
    : `Its dial shows ${last}, as in the ${beside.loads - 1} loads before.`
}
