import type { Psi } from '../quantity/units'
import { dialTarget, type LoadSetup } from './setup'
import { TOO_HIGH_PSI } from './now'

export interface GaugeReading {
  readonly id: string
  /** Epoch ms. */
  readonly at: number
  readonly psi: Psi
}

const ONCE_EVERY_MS = 60_000

/** On which side of what matters a reading lies: at zero, below target, on it, too high. */
const sideOf = (setup: LoadSetup, psi: Psi): number =>
  psi <= 0 ? 0 : psi + 1e-9 < dialTarget(setup) ? 1 : psi <= TOO_HIGH_PSI ? 2 : 3

/**
 * Of the readings a device sends, those that become facts of the load: every one that
 * crosses the target, zero or the limit, and else one a minute. None that a clock could
 * start or break on is left out: what is dropped lies on the same side as the one before.
 * @param last the last reading of the load that became a fact; undefined for none.
 * @param readings in any order, psi and epoch ms.
 */
export function tellingReadings(
  setup: LoadSetup,
  last: GaugeReading | undefined,
  readings: readonly GaugeReading[],
): readonly GaugeReading[] {
  const kept: GaugeReading[] = []
  let before = last
  for (const r of [...readings].sort((a, b) => a.at - b.at)) {
    // Older than what is known already: it cannot be placed between, so it is told.
    const tells =
      !before ||
      r.at < before.at ||
      r.at - before.at >= ONCE_EVERY_MS ||
      sideOf(setup, r.psi) !== sideOf(setup, before.psi)
    if (!tells) continue
    kept.push(r)
    before = r
  }
  return kept
}
