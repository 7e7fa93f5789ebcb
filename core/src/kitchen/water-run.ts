import { daysBetween } from '../time/dates'
import type { WaterRunWhy } from '../words'

/** A run with water only, to see that lid, seal and gauge hold. */
export interface WaterRun {
  /** ISO plain date. */
  readonly onDate: string
  readonly why: WaterRunWhy
  readonly by: string
}

/** A canner that stood for longer than this stood over a winter, days. */
const LONG_DAYS = 150

/**
 * Why a water-only run is offered before the next load: it never ran here, or it stood for
 * long. Null where it is not.
 * @param lastRanOn its last load or water-only run, ISO plain date.
 */
export function waterRunDue(lastRanOn: string | null, today: string): WaterRunWhy | null {
  if (lastRanOn === null) return 'bought-used'
  return daysBetween(lastRanOn, today) > LONG_DAYS ? 'after-winter' : null
}

/** When a canner ran last, by loads and water-only runs; null where it never did. */
export const lastRun = (lastLoadOn: string | null, runs: readonly WaterRun[]): string | null =>
  [...(lastLoadOn ? [lastLoadOn] : []), ...runs.map((r) => r.onDate)].sort().at(-1) ?? null
