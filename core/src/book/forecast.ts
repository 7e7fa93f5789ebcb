import { addDays, daysBetween } from '../time/dates'
import { jarsAWeek, type Need } from './needs'

const HALF_LIFE_WEEKS = 8

/**
 * Jars of a food that the house eats in a week: what was eaten of late counts most, and as
 * long as the record is short the needs count with it (by weeks of record, 8 for half).
 * @param weeks jars eaten in each past week, the latest first; whole weeks of record only.
 * @param planned jars a week by the household's needs; null where it never said.
 * @returns jars a week, at least 0; null where neither is known.
 */
export function useRate(weeks: readonly number[], planned: number | null): number | null {
  if (weeks.length === 0) return planned
  const weight = (i: number): number => 2 ** (-i / HALF_LIFE_WEEKS)
  const sum = weeks.reduce((n, jars, i) => n + jars * weight(i), 0)
  const eaten = sum / weeks.reduce((n, _, i) => n + weight(i), 0)
  if (planned === null) return eaten
  const trust = weeks.length / (weeks.length + HALF_LIFE_WEEKS)
  return trust * eaten + (1 - trust) * planned
}

/**
 * Jars taken in each whole week before today, the latest first.
 * @param takenOn plain dates, ISO, one for each jar.
 * @param from the first day of record, ISO; a week that began before it is left out.
 */
export function weeksOfUse(
  takenOn: readonly string[],
  from: string,
  today: string,
): readonly number[] {
  const weeks = Array.from(
    { length: Math.max(0, Math.floor(daysBetween(from, today) / 7)) },
    () => 0,
  )
  for (const day of takenOn) {
    const week = Math.floor(daysBetween(day, today) / 7)
    const jars = weeks[week]
    if (jars !== undefined) weeks[week] = jars + 1
  }
  return weeks
}

/** What lies ahead of the jars of one food. */
export interface Forecast {
  /** Jars on the shelf. */
  readonly jars: number
  /** Jars a week it reckons with. */
  readonly rate: number
  /** The day on which the last is eaten, ISO; null when none is ever eaten, or none is there. */
  readonly runsOut: string | null
  /** Jars that are past their best already. */
  readonly pastBest: number
  /** Of the others, how many pass their best before their turn comes. */
  readonly late: number
  /** The first of those days, ISO; null when none does. */
  readonly lateFrom: string | null
  /** Jars a week at which none of them passes its best; null when none is in danger. */
  readonly saving: number | null
}

/** A jar on the shelf and the day on which its turn comes. */
export interface JarAhead {
  /** ISO plain date; null when it is never eaten. */
  readonly eatenOn: string | null
  readonly bestBy: string
  /** Past its best by then, or now. */
  readonly late: boolean
}

/**
 * When the turn of each jar of a food comes: oldest first at an even rate, jar i at i ÷ rate
 * weeks from today.
 * @param bestBys the jars' best-by days, ISO. @param rate jars a week, at least 0.
 */
export const jarsAhead = (
  bestBys: readonly string[],
  today: string,
  rate: number,
): readonly JarAhead[] =>
  [...bestBys].sort().map((bestBy, i): JarAhead => {
    const eatenOn = rate === 0 ? null : addDays(today, Math.ceil(((i + 1) / rate) * 7))
    return { eatenOn, bestBy, late: bestBy < today || eatenOn === null || eatenOn > bestBy }
  })

/**
 * The jars of a food eaten oldest first at an even rate.
 * @param bestBys the jars' best-by days, ISO.
 * @param rate jars a week, at least 0.
 * @throws RangeError for a rate that is negative or no number.
 */
export function forecast(bestBys: readonly string[], today: string, rate: number): Forecast {
  if (!(rate >= 0)) throw new RangeError('a rate is at least 0 jars a week')
  const jars = jarsAhead(bestBys, today, rate)
  const pastBest = jars.filter((j) => j.bestBy < today).length
  let late = 0
  let lateFrom: string | null = null
  let saving = 0
  jars.forEach((jar, i) => {
    if (jar.bestBy < today) return
    saving = Math.max(saving, ((i + 1) * 7) / Math.max(7, daysBetween(today, jar.bestBy)))
    if (!jar.late) return
    late++
    lateFrom ??= jar.bestBy
  })
  return {
    jars: jars.length,
    rate,
    runsOut: jars.at(-1)?.eatenOn ?? null,
    pastBest,
    late,
    lateFrom,
    saving: late === 0 ? null : saving,
  }
}

/** What could be done about jars that would pass their best. */
export type Advice =
  | { readonly kind: 'eat-more'; readonly jarsAWeek: number }
  | { readonly kind: 'give-away'; readonly jars: number }
  | { readonly kind: 'less-next-season'; readonly jars: number }
  | { readonly kind: 'runs-out'; readonly onDate: string; readonly before: string }

/** More than twice as often is no longer advice that a family follows. */
const MOST_MORE = 2

/**
 * What to do about a food, in the order in which it helps: eat it more often if that is
 * thinkable, give away what even that does not save, can less of it next season; or that it
 * runs out before the next harvest.
 */
export function adviceOn(f: Forecast, need: Need | undefined): readonly Advice[] {
  if (f.late > 0) {
    const bearable = f.saving !== null && f.rate > 0 && f.saving <= MOST_MORE * f.rate
    return [
      ...(bearable && f.saving !== null
        ? [{ kind: 'eat-more', jarsAWeek: Math.ceil(f.saving * 10) / 10 } as const]
        : [{ kind: 'give-away', jars: f.late } as const]),
      { kind: 'less-next-season', jars: f.late },
    ]
  }
  if (need && f.runsOut && f.runsOut < need.nextHarvestOn && jarsAWeek(need) > 0)
    return [{ kind: 'runs-out', onDate: f.runsOut, before: need.nextHarvestOn }]
  return []
}

/**
 * Jars on the shelf on days ahead, for drawing: all of them, and those still at their best.
 * @param until the last day, ISO, not before today.
 */
export function stockAhead(
  bestBys: readonly string[],
  today: string,
  rate: number,
  until: string,
): readonly { readonly onDate: string; readonly jars: number; readonly best: number }[] {
  const days = [...bestBys].sort()
  const weeks = Math.ceil(daysBetween(today, until) / 7)
  return Array.from({ length: weeks + 1 }, (_, w) => {
    const on = addDays(today, Math.min(w * 7, daysBetween(today, until)))
    const eaten = Math.floor((rate * daysBetween(today, on)) / 7 + 1e-9)
    const left = days.slice(eaten)
    return { onDate: on, jars: left.length, best: left.filter((d) => d >= on).length }
  })
}
