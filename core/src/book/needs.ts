import { JAR_SIZES, type JarSize } from '../words'
import { addDays, daysBetween } from '../time/dates'
import { quartsOf } from '../method/jar-size'

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
  readonly onDate: string
  readonly jars: number
}

const monthOf = (iso: string): number => Number(iso.slice(5, 7))

/** Jars a week while it is eaten from jars; may be a part of one. */
export const jarsAWeek = (need: Pick<Need, 'jarsPerMeal' | 'mealsPerWeek'>): number =>
  need.jarsPerMeal * need.mealsPerWeek

/** How often a week a food is on the table when so many jars of it are used, by jars a meal; to a hundredth. */
export const mealsOfUse = (jarsUsedAWeek: number, jarsPerMeal: number): number =>
  Math.round((jarsUsedAWeek / jarsPerMeal) * 100) / 100

/** Jars eaten in the week that begins on a day: none in months when it is eaten fresh. */
const jarsInWeek = (need: Need, weekFrom: string): number =>
  need.freshMonths.includes(monthOf(addDays(weekFrom, 3))) ? 0 : jarsAWeek(need)

interface Week {
  readonly from: string
  /** How much of it comes before the harvest, 0 to 1: a year is 52.14 weeks, not 53. */
  readonly share: number
}

/** The weeks from today up to the next harvest, the last one in part. */
function weeksUntil(today: string, harvest: string): readonly Week[] {
  const days = Math.max(0, daysBetween(today, harvest))
  return Array.from({ length: Math.ceil(days / 7) }, (_, i) => ({
    from: addDays(today, i * 7),
    share: Math.min(1, days / 7 - i),
  }))
}

/** Jars of one best-by day on the shelf, in the need's own size. */
export interface Standing {
  readonly bestBy: string
  readonly jars: number
}

/** Takes a week's jars from the shelf, those best soonest first; what is past its best by then is not there any more. */
function takeFrom(shelf: Standing[], weekFrom: string, wanted: number): number {
  let taken = 0
  while (shelf[0] && (shelf[0].bestBy < weekFrom || shelf[0].jars <= 1e-9)) shelf.shift()
  while (shelf[0] && wanted - taken > 1e-9) {
    const n = Math.min(shelf[0].jars, wanted - taken)
    taken += n
    if (n >= shelf[0].jars - 1e-9) shelf.shift()
    else shelf[0] = { ...shelf[0], jars: shelf[0].jars - n }
  }
  return taken
}

const soonestFirst = (shelf: readonly Standing[]): Standing[] =>
  [...shelf].sort((a, b) => a.bestBy.localeCompare(b.bestBy))

/** Longer than any jar is best. */
const MOST_WEEKS = 600

/**
 * How many of the jars on the shelf will still be good when their turn comes, eaten
 * oldest first at the need's own rate. The same walk that coverage goes.
 */
export function goodInTime(need: Need, today: string, shelf: readonly Standing[]): number {
  const left = soonestFirst(shelf)
  let good = 0
  for (let i = 0; i < MOST_WEEKS && left.length > 0; i++) {
    const from = addDays(today, i * 7)
    good += takeFrom(left, from, jarsInWeek(need, from))
  }
  return good
}

/**
 * What of the shelf will stand there on a day to come, eaten oldest first at the need's own
 * rate until then; jars that are past their best by that day are not among it.
 * @param until ISO plain date, not before today.
 */
export function shelfOn(
  need: Need,
  today: string,
  shelf: readonly Standing[],
  until: string,
): readonly Standing[] {
  const left = soonestFirst(shelf)
  for (const { from, share } of weeksUntil(today, until))
    takeFrom(left, from, jarsInWeek(need, from) * share)
  return left.filter((s) => s.bestBy >= until && s.jars > 1e-9)
}

export interface Balance {
  /** Weeks in which it is eaten from jars, until its next harvest. */
  readonly weeks: number
  readonly needed: number
  readonly onShelf: number
  readonly planned: number
  /** Whole jars still to can; never negative. */
  readonly toCan: number
  /** Whole jars more than are eaten until then; never negative. */
  readonly over: number
}

/**
 * Jars needed until the crop's next harvest, less what is on the shelf and
 * what is planned.
 * @param onShelf jars that are on the shelf and will still be good.
 */
export function balanceOf(need: Need, today: string, onShelf: number, planned: number): Balance {
  const weeks = weeksUntil(today, need.nextHarvestOn).map(
    ({ from, share }) => jarsInWeek(need, from) * share,
  )
  const needed = weeks.reduce((a, b) => a + b, 0)
  return {
    weeks: weeks.filter((w) => w > 0).length,
    needed: Math.max(0, Math.ceil(needed - 1e-9)),
    onShelf,
    planned,
    toCan: Math.max(0, Math.ceil(needed - onShelf - planned - 1e-9)),
    over: Math.max(0, Math.floor(onShelf + planned - needed + 1e-9)),
  }
}

export type WeekKind = 'fresh' | 'shelf' | 'planned' | 'gap'

export interface CoverageWeek {
  readonly from: string
  readonly kind: WeekKind
}

/**
 * The coming year week by week: eaten fresh, from the shelf as it stands, from
 * jars that are planned, or not covered. A jar past its best does not cover a later week.
 */
export function coverage(
  need: Need,
  today: string,
  onShelf: readonly Standing[],
  coming: readonly Coming[],
  weeks = 52,
): readonly CoverageWeek[] {
  const shelf = soonestFirst(onShelf)
  let planned = 0
  const waiting = [...coming].sort((a, b) => a.onDate.localeCompare(b.onDate))
  return Array.from({ length: weeks }, (_, i): CoverageWeek => {
    const from = addDays(today, i * 7)
    const until = addDays(from, 6)
    while (waiting[0] && waiting[0].onDate <= until) planned += waiting.shift()?.jars ?? 0
    const eat = jarsInWeek(need, from)
    if (eat === 0) return { from, kind: 'fresh' }
    const fromShelf = takeFrom(shelf, from, eat)
    const fromPlanned = Math.min(planned, eat - fromShelf)
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
