import { addDays, daysBetween } from '../pantry/dates'
import { JAR_SIZES, quartsOf } from '../method/jar-size'
import type { JarSize } from '../method/types'

/** What a household eats of one food. */
export interface Need {
  readonly jarsPerMeal: number
  readonly mealsPerWeek: number
  /** Months, 1 to 12, in which it is eaten fresh instead. */
  readonly freshMonths: readonly number[]
  /** Day of its own next harvest, ISO. */
  readonly nextHarvestOn: string
}

/** Jars of a food that come onto the shelf on a day. */
export interface Coming {
  readonly on: string
  readonly jars: number
}

const monthOf = (iso: string): number => Number(iso.slice(5, 7))

/** Jars eaten in the week that begins on a day: none in months when it is eaten fresh. */
const jarsInWeek = (need: Need, weekFrom: string): number =>
  need.freshMonths.includes(monthOf(addDays(weekFrom, 3)))
    ? 0
    : need.jarsPerMeal * need.mealsPerWeek

/** Beginnings of the weeks from today up to the next harvest. */
function weeksUntil(today: string, harvest: string): readonly string[] {
  const weeks = Math.max(0, Math.ceil(daysBetween(today, harvest) / 7))
  return Array.from({ length: weeks }, (_, i) => addDays(today, i * 7))
}

export interface Balance {
  /** Weeks in which it is eaten from jars, until its next harvest. */
  readonly weeks: number
  readonly needed: number
  readonly onShelf: number
  readonly planned: number
  /** Whole jars still to can; never negative. */
  readonly toCan: number
}

/**
 * Jars needed until the crop's next harvest, less what is on the shelf and
 * what is planned.
 * @param onShelf jars that are on the shelf and will still be good.
 */
export function balanceOf(need: Need, today: string, onShelf: number, planned: number): Balance {
  const weeks = weeksUntil(today, need.nextHarvestOn).map((w) => jarsInWeek(need, w))
  const needed = weeks.reduce((a, b) => a + b, 0)
  return {
    weeks: weeks.filter((w) => w > 0).length,
    needed: Math.max(0, Math.ceil(needed - 1e-9)),
    onShelf,
    planned,
    toCan: Math.max(0, Math.ceil(needed - onShelf - planned - 1e-9)),
  }
}

export type WeekKind = 'fresh' | 'shelf' | 'planned' | 'gap'

export interface CoverageWeek {
  readonly from: string
  readonly kind: WeekKind
}

/**
 * The coming year week by week: eaten fresh, from the shelf as it stands, from
 * jars that are planned, or not covered.
 */
export function coverage(
  need: Need,
  today: string,
  onShelf: number,
  coming: readonly Coming[],
  weeks = 52,
): readonly CoverageWeek[] {
  let shelf = onShelf
  let planned = 0
  const waiting = [...coming].sort((a, b) => a.on.localeCompare(b.on))
  return Array.from({ length: weeks }, (_, i): CoverageWeek => {
    const from = addDays(today, i * 7)
    const until = addDays(from, 6)
    while (waiting[0] && waiting[0].on <= until) planned += waiting.shift()?.jars ?? 0
    const eat = jarsInWeek(need, from)
    if (eat === 0) return { from, kind: 'fresh' }
    const fromShelf = Math.min(shelf, eat)
    const fromPlanned = Math.min(planned, eat - fromShelf)
    shelf -= fromShelf
    planned -= fromPlanned
    if (fromShelf + fromPlanned < eat - 1e-9) return { from, kind: 'gap' }
    return { from, kind: fromPlanned > fromShelf ? 'planned' : 'shelf' }
  })
}

/** Half-cup servings that a jar holds. */
const servingsIn = (size: JarSize): number => quartsOf(size) * 8

/** The smallest tested size that serves everyone from one jar, else the largest there is. */
export function suggestJar(servings: number, tested: readonly JarSize[]): JarSize {
  const sizes = JAR_SIZES.filter((s) => tested.includes(s))
  return sizes.find((s) => servingsIn(s) >= servings) ?? sizes.at(-1) ?? 'pint'
}
/** Jars of a size that one meal takes. */
export const jarsForServings = (servings: number, size: JarSize): number =>
  Math.max(1, Math.ceil(servings / servingsIn(size)))

/** Mean jars a week that were taken in a span of days; null when the record is too short to tell (under 8 weeks). */
export function weeklyUse(takenOn: readonly string[], from: string, to: string): number | null {
  const days = daysBetween(from, to)
  if (days < 56) return null
  return takenOn.filter((d) => d > from && d <= to).length / (days / 7)
}
