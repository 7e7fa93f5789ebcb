import { daysBetween } from '../time/dates'
import type { LotSource } from '../words'

/** A lot that was canned whole, with the quarts that came of it, all sizes by their volume. */
export interface LotYield {
  readonly id: string
  readonly version: number
  readonly foodId: string
  readonly formId: string
  readonly variety: string | null
  readonly source: LotSource
  readonly lb: number
  readonly finishedOn: string | null
  /** Why it is left out of learning; null when it counts. */
  readonly excludedBecause: string | null
  readonly quarts: number
}

/** Learning looks at the newest lots of a form, so many: what is older hardly weighs. */
export const LOTS_LEARNED = 60

/** A finished lot as learning weighs it. */
export interface FinishedLot {
  readonly lb: number
  readonly quarts: number
  readonly yearsOld: number
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
    .sort((a, b) => (a.finishedOn ?? '').localeCompare(b.finishedOn ?? ''))
    .map((y) => ({
      lb: y.lb,
      quarts: y.quarts,
      yearsOld: y.finishedOn
        ? Math.max(0, Math.floor(daysBetween(y.finishedOn, today) / 365.25))
        : 0,
    }))

/** What a variety took to make a quart here. */
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
