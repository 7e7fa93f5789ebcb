import { daysBetween } from '../pantry/dates'
import { quartsOf } from '../method/jar-size'
import type { JarSize } from '../method/types'
import type { FinishedLot } from './estimate'

/** What yield learning reads of a lot. */
export interface LotFacts {
  readonly id: string
  readonly formId: string
  readonly lb: number
  readonly state: string
  readonly finishedOn: string | null
  readonly excludedBecause: string | null
}

/** Jars of a lot that went into a load. */
export interface FilledJars {
  readonly lotId: string | null
  readonly jar: JarSize
  readonly filled: number | null
}

/** A finished lot with its id, for a page that shows each. */
export interface LotYield extends FinishedLot {
  readonly id: string
  readonly excluded: boolean
}

/** Lots of a form that were canned whole, with the quarts that came of them; excluded ones are marked. */
export function lotYields(
  lots: readonly LotFacts[],
  filled: readonly FilledJars[],
  formId: string,
  today: string,
): readonly LotYield[] {
  return lots
    .filter((l) => l.formId === formId && l.state === 'canned')
    .map((l) => ({
      id: l.id,
      lb: l.lb,
      quarts: filled
        .filter((f) => f.lotId === l.id)
        .reduce((n, f) => n + (f.filled ?? 0) * quartsOf(f.jar), 0),
      yearsOld: l.finishedOn
        ? Math.max(0, Math.floor(daysBetween(l.finishedOn, today) / 365.25))
        : 0,
      excluded: l.excludedBecause !== null,
    }))
    .filter((y) => y.quarts > 0)
}

/**
 * Jars that are still to come of a lot, in its own jar size: what it will likely make
 * less what was filled from it, also in other sizes by their volume. Never negative.
 */
export function jarsToCome(
  lot: { readonly id: string; readonly jar: JarSize },
  likely: number,
  filled: readonly FilledJars[],
): number {
  const quarts = filled
    .filter((f) => f.lotId === lot.id)
    .reduce((n, f) => n + (f.filled ?? 0) * quartsOf(f.jar), 0)
  return Math.max(0, likely - quarts / quartsOf(lot.jar))
}
