import { quartsOf } from '../method/jar-size'
import { daysBetween } from '../time/dates'
import type { JarSize, LotSource } from '../words'

/** What yield learning reads of a lot that was canned whole. */
export interface CannedLot {
  readonly id: string
  readonly version: number
  readonly foodId: string
  readonly formId: string
  readonly variety: string | null
  readonly source: LotSource
  readonly lb: number
  readonly finishedOn: string | null
  readonly excludedBecause: string | null
}

/** Jars of a lot that went into a load, or into several of one size. */
export interface FilledJars {
  readonly lotId: string | null
  readonly jar: JarSize
  readonly filled: number | null
}

/** A lot that was canned whole, with the quarts that came of it, all sizes by their volume. */
export interface LotYield extends CannedLot {
  readonly quarts: number
}

/** A finished lot as learning weighs it. */
export interface FinishedLot {
  readonly lb: number
  readonly quarts: number
  readonly yearsOld: number
}

/** What came of each lot; those of which no jar is on record are left out. */
export function lotYields(
  lots: readonly CannedLot[],
  filled: readonly FilledJars[],
): readonly LotYield[] {
  const quarts = new Map<string, number>()
  for (const f of filled)
    if (f.lotId !== null)
      quarts.set(f.lotId, (quarts.get(f.lotId) ?? 0) + (f.filled ?? 0) * quartsOf(f.jar))
  return lots.map((l) => ({ ...l, quarts: quarts.get(l.id) ?? 0 })).filter((y) => y.quarts > 0)
}

/**
 * The household's own lots of a form that count in learning, with their age in whole years.
 * @param today ISO plain date.
 */
export const countedLots = (
  yields: readonly LotYield[],
  formId: string,
  today: string,
): readonly FinishedLot[] =>
  yields
    .filter((y) => y.formId === formId && y.excludedBecause === null)
    .map((y) => ({
      lb: y.lb,
      quarts: y.quarts,
      yearsOld: y.finishedOn
        ? Math.max(0, Math.floor(daysBetween(y.finishedOn, today) / 365.25))
        : 0,
    }))

/** What a variety took to fill a quart here. */
export interface VarietyYield {
  /** Null for lots of which nobody said it. */
  readonly variety: string | null
  readonly lots: number
  /** Pounds a quart over all of its lots, and of its best and worst. */
  readonly lbPerQuart: number
  readonly least: number
  readonly most: number
}

/**
 * The household's counted lots of one form by variety, whoever fills a quart with the
 * fewest pounds first. Lots that are left out of learning are left out here too.
 */
export function yieldsByVariety(lots: readonly LotYield[]): readonly VarietyYield[] {
  const kinds = new Map<string, LotYield[]>()
  for (const l of lots)
    if (l.excludedBecause === null && l.quarts > 0) {
      const key = (l.variety ?? '').trim().toLowerCase()
      kinds.set(key, [...(kinds.get(key) ?? []), l])
    }
  return [...kinds.values()]
    .map((all): VarietyYield => {
      const each = all.map((l) => l.lb / l.quarts)
      const sum = (of: (l: LotYield) => number): number => all.reduce((n, l) => n + of(l), 0)
      return {
        variety: all[0]?.variety?.trim() || null,
        lots: all.length,
        lbPerQuart: sum((l) => l.lb) / sum((l) => l.quarts),
        least: Math.min(...each),
        most: Math.max(...each),
      }
    })
    .sort((a, b) => a.lbPerQuart - b.lbPerQuart)
}
