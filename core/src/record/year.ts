import { jarCost, type Prices } from '../book/cost'
import { poundsPerQuart, publishedYield } from '../harvest/estimate'
import type { LotYield } from '../harvest/history'
import type { Verdict } from '../load/judgement'
import { formOf } from '../method/foods'
import { quartsOf } from '../method/jar-size'
import { mayBeShelved } from '../pantry/fate'
import { addDays, daysBetween, weekdayOf } from '../time/dates'
import type { Hold, JarSize, JarState, LotEnd, SealOutcome } from '../words'
import { stockOf, type Without } from './stock-of-year'

/** A jar as the year reads it; days are the household's, ISO. */
export interface YearJar {
  readonly foodId: string
  readonly jar: JarSize
  readonly cannedOn: string
  /** The load it came from; null for a jar that came into the house otherwise. */
  readonly loadId: string | null
  readonly state: JarState
  readonly seal: SealOutcome
  readonly hold: Hold | null
  readonly cause: string | null
  /** When it left the shelf for good; null while it is in the house. */
  readonly goneOn: string | null
  /** What its produce cost; null where nobody said. */
  readonly costEach: number | null
}

/** A load as the year reads it. */
export interface YearLoad {
  readonly id: string
  readonly code: string
  readonly onDate: string
  readonly verdict: Verdict
  /** Why it is in doubt or not as tested; empty otherwise. */
  readonly reason: string
  /** From the first jar filled to the last one out; null where it was not told. */
  readonly minutes: number | null
}

/** Produce that was not canned. */
export interface YearEnd {
  readonly foodId: string
  readonly end: LotEnd
  readonly lb: number
}

export interface YearRows {
  readonly year: number
  /** The household's plain date, ISO. */
  readonly today: string
  /** Every jar that was in the house at some time of the year. */
  readonly jars: readonly YearJar[]
  /** Loads of the year that are over. */
  readonly loads: readonly YearLoad[]
  /** Lots that were canned whole, of any year. */
  readonly yields: readonly LotYield[]
  readonly prices: Prices
  /** Lots of the year, and parts of lots, that had another end than the canner. */
  readonly ended: readonly YearEnd[]
}

/** What the lots of one form made, in pounds a quart. */
export interface YearYield {
  readonly formId: string
  readonly lots: number
  readonly lb: number
  readonly quarts: number
  readonly lbPerQuart: number
  /** The printed average. */
  readonly published: number
}

/** One food over a year. */
export interface FoodYear {
  readonly foodId: string
  /** Jars that were put up and came good, and their quarts. */
  readonly canned: number
  readonly quarts: number
  /** Jars put up that did not seal, broke, or were not processed as tested. */
  readonly failed: number
  readonly eaten: number
  readonly given: number
  /** Thrown away or not found. */
  readonly lost: number
  /** Jars in the house at the end of the year, or today. */
  readonly left: number
  /** Good jars put up in each week, the first holding 1 January. */
  readonly cannedWeeks: readonly number[]
  /** Jars eaten or opened in each week. */
  readonly eatenWeeks: readonly number[]
  /** When there was none of it, after there had been some. */
  readonly without: readonly Without[]
  readonly yields: readonly YearYield[]
  /** Known cost of the good jars put up; null where nothing is known of it. */
  readonly cost: number | null
  /** Of those jars, how many had produce with a price. */
  readonly priced: number
  /** What as many quarts would cost in a shop; null where the household names no price. */
  readonly shop: number | null
}

export interface YearRecord {
  readonly year: number
  /** The Mondays on which its weeks begin. */
  readonly weeks: readonly string[]
  /** Most jars put up first. */
  readonly foods: readonly FoodYear[]
  readonly loads: number
  /** Minutes at the stove from the first jar filled to the last one out, by week. */
  readonly minutesWeeks: readonly number[]
  /** Loads that are in doubt or were not processed as tested. */
  readonly failedLoads: readonly YearLoad[]
  /** Why jars failed, in words, most first. */
  readonly causes: readonly { readonly cause: string; readonly jars: number }[]
  /** What was not canned, food by food and end by end, the most first. */
  readonly ends: readonly YearEnd[]
}

/** The Mondays of the weeks that hold a day of the year: 53, or 54 in a leap year that begins on a Sunday. */
export function weeksOfYear(year: number): readonly string[] {
  const first = `${year}-01-01`
  const monday = addDays(first, 1 - weekdayOf(first))
  const count = Math.floor(daysBetween(monday, `${year}-12-31`) / 7) + 1
  return Array.from({ length: count }, (_, i) => addDays(monday, i * 7))
}

const inYear = (year: number, day: string): boolean => day.slice(0, 4) === String(year)

/** Sealed and processed as tested: what was put up to be eaten. */
const isGood = (j: YearJar): boolean =>
  mayBeShelved(j.seal) && j.hold !== 'not-processed' && j.state !== 'processed-again'

/** Was put up here, and not processed again later: that is counted where it was. */
const isPutUp = (j: YearJar): boolean => j.loadId !== null && j.state !== 'processed-again'

const EATEN: readonly JarState[] = ['eaten', 'opened']
const LOST: readonly JarState[] = ['discarded', 'missing']

/**
 * A year of canning as the household's own rows tell it: jars by food and week, what was
 * eaten and left, yields against the printed ones, hours, what failed, what it cost.
 */
export function yearRecord(rows: YearRows): YearRecord {
  const { year, jars } = rows
  const weeks = weeksOfYear(year)
  const loads = rows.loads.filter((l) => inYear(year, l.onDate))
  const putUp = jars.filter((j) => isPutUp(j) && inYear(year, j.cannedOn))
  const inLoad = countBy(
    jars.filter((j) => j.loadId !== null),
    (j) => j.loadId ?? '',
  )
  const foods = [...new Set(jars.map((j) => j.foodId))]
    .map((foodId) => foodYear(foodId, rows, weeks, inLoad))
    .filter((f) => f.canned + f.failed + f.eaten + f.given + f.lost + f.left > 0)
    .sort((a, b) => b.canned - a.canned || b.eaten - a.eaten || (a.foodId < b.foodId ? -1 : 1))
  const causes = countBy(
    putUp.filter((j) => !isGood(j)),
    causeOf,
  )
  return {
    year,
    weeks,
    foods,
    loads: loads.length,
    minutesWeeks: byWeek(
      weeks,
      loads.map((l) => [l.onDate, l.minutes ?? 0]),
    ),
    failedLoads: loads.filter((l) => l.verdict === 'in-doubt' || l.verdict === 'not-processed'),
    causes: [...causes]
      .map(([cause, n]) => ({ cause, jars: n }))
      .sort((a, b) => b.jars - a.jars || (a.cause < b.cause ? -1 : 1)),
    ends: endsOf(rows.ended),
  }
}

/** Pounds added up by food and end. */
function endsOf(ended: readonly YearEnd[]): readonly YearEnd[] {
  const sums = new Map<string, YearEnd>()
  for (const e of ended) {
    const key = `${e.foodId} ${e.end}`
    sums.set(key, { ...e, lb: e.lb + (sums.get(key)?.lb ?? 0) })
  }
  return [...sums.values()].sort((a, b) => b.lb - a.lb || (a.foodId < b.foodId ? -1 : 1))
}

function foodYear(
  foodId: string,
  rows: YearRows,
  weeks: readonly string[],
  inLoad: ReadonlyMap<string, number>,
): FoodYear {
  const { year, prices } = rows
  const all = rows.jars.filter((j) => j.foodId === foodId)
  const putUp = all.filter((j) => isPutUp(j) && inYear(year, j.cannedOn))
  const good = putUp.filter(isGood)
  const gone = (states: readonly JarState[]): readonly string[] =>
    all.flatMap((j) =>
      j.goneOn !== null && states.includes(j.state) && inYear(year, j.goneOn) ? [j.goneOn] : [],
    )
  const eaten = gone(EATEN)
  const quarts = good.reduce((n, j) => n + quartsOf(j.jar), 0)
  const costs = good.flatMap(
    (j) => jarCost(j.costEach, prices, inLoad.get(j.loadId ?? '') ?? 1).sum ?? [],
  )
  const shop = prices.shop[foodId]
  const { left, without } = stockOf(all.filter(isGood), year, rows.today)
  return {
    foodId,
    canned: good.length,
    quarts,
    failed: putUp.length - good.length,
    eaten: eaten.length,
    given: gone(['given']).length,
    lost: gone(LOST).length,
    left,
    cannedWeeks: byWeek(
      weeks,
      good.map((j) => [j.cannedOn, 1]),
    ),
    eatenWeeks: byWeek(
      weeks,
      eaten.map((day) => [day, 1]),
    ),
    without,
    yields: yieldsOf(rows, foodId),
    cost: costs.length === 0 ? null : costs.reduce((a, b) => a + b, 0),
    priced: good.filter((j) => j.costEach !== null).length,
    shop: shop === undefined ? null : shop * quarts,
  }
}

/** Lots of the food that were finished in the year, by form; those left out of learning are left out here. */
function yieldsOf({ yields, year }: YearRows, foodId: string): readonly YearYield[] {
  const own = yields.filter(
    (y) =>
      y.foodId === foodId &&
      y.excludedBecause === null &&
      y.finishedOn !== null &&
      inYear(year, y.finishedOn),
  )
  return [...new Set(own.map((y) => y.formId))].flatMap((formId): YearYield[] => {
    const form = formOf(formId)?.form
    const lots = own.filter((y) => y.formId === formId)
    const lb = lots.reduce((n, y) => n + y.lb, 0)
    const quarts = lots.reduce((n, y) => n + y.quarts, 0)
    if (!form || quarts <= 0) return []
    const published = poundsPerQuart(publishedYield(form))
    return [{ formId, lots: lots.length, lb, quarts, lbPerQuart: lb / quarts, published }]
  })
}

/** Why a jar failed, in words. */
function causeOf(jar: YearJar): string {
  if (jar.cause) return jar.cause
  if (jar.seal === 'broken') return 'Broke'
  if (jar.seal === 'unsealed') return 'Did not seal, nobody said why'
  if (jar.seal === 'sealed-half-liquid') return 'Half of its liquid was lost'
  return 'Its load was not processed as tested'
}

/** Amounts summed by the week their day lies in. */
function byWeek(
  weeks: readonly string[],
  days: readonly (readonly [day: string, amount: number])[],
): readonly number[] {
  const sums = weeks.map(() => 0)
  const first = weeks[0] ?? ''
  for (const [day, amount] of days) {
    const week = Math.floor(daysBetween(first, day) / 7)
    const before = sums[week]
    if (before !== undefined) sums[week] = before + amount
  }
  return sums
}

function countBy<T>(list: readonly T[], of: (one: T) => string): ReadonlyMap<string, number> {
  const counts = new Map<string, number>()
  for (const one of list) counts.set(of(one), (counts.get(of(one)) ?? 0) + 1)
  return counts
}
