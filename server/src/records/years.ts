import type { YearOnRecord } from '@kelvit/contract'
import {
  dateAt,
  foodIdOf,
  LOT_ENDS,
  OVER_STAGES,
  yearRecord,
  type YearEnd,
  type YearJar,
  type YearRecord,
} from '@kelvit/core'
import { and, count, eq, gte, inArray, isNotNull, lte, or, sql } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { households, jars, loads, logbook, lots } from '../db/schema'
import type { Actor } from '../http/actor'
import { notFound } from '../http/problem'
import { completeLogbook } from '../store/logbook'
import { readYields } from '../store/yields'

/** States in which a jar still stands somewhere to be eaten. */
const STANDING = ['on-shelf', 'set-aside', 'refrigerated', 'frozen'] as const

/** Years in which jars were put up or loads run, the latest first. */
export async function readYears(tx: Tx, actor: Pick<Actor, 'zone'>): Promise<YearOnRecord[]> {
  const putUp = await tx
    .select({ year: sql<number>`extract(year from ${jars.cannedOn})::int`, n: count() })
    .from(jars)
    .where(isNotNull(jars.loadId))
    .groupBy(sql`1`)
  const begun = await tx
    .select({
      year: sql<number>`extract(year from ${loads.startsAt} at time zone ${actor.zone})::int`,
      n: count(),
    })
    .from(loads)
    .where(inArray(loads.stage, [...OVER_STAGES]))
    .groupBy(sql`1`)
  const of = (list: readonly { year: number; n: number }[], year: number): number =>
    list.find((y) => y.year === year)?.n ?? 0
  return [...new Set([...putUp, ...begun].map((y) => y.year))]
    .sort((a, b) => b - a)
    .map((year) => ({ year, jars: of(putUp, year), loads: of(begun, year) }))
}

/** One year, worked out from the household's rows. */
export async function readYear(
  tx: Tx,
  actor: Pick<Actor, 'zone' | 'householdId'>,
  year: number,
  now: number,
): Promise<YearRecord> {
  await completeLogbook(tx)
  const [household] = await tx.select().from(households).where(eq(households.id, actor.householdId))
  if (!household) throw notFound()
  const begun = sql<string>`(${logbook.startsAt} at time zone ${actor.zone})::date::text`
  const over = await tx
    .select({
      id: loads.id,
      code: loads.code,
      onDate: begun,
      verdict: logbook.verdict,
      reason: logbook.reason,
      minutes: logbook.minutes,
    })
    .from(logbook)
    .innerJoin(loads, and(eq(loads.householdId, logbook.householdId), eq(loads.id, logbook.id)))
    .where(
      and(
        inArray(loads.stage, [...OVER_STAGES]),
        sql`extract(year from ${logbook.startsAt} at time zone ${actor.zone}) = ${year}`,
      ),
    )
    .orderBy(logbook.startsAt, logbook.id)
  return yearRecord({
    year,
    today: dateAt(now, actor.zone),
    jars: await jarsOf(tx, actor.zone, year),
    loads: over,
    yields: await readYields(tx),
    prices: household.settings.prices,
    ended: await endedIn(tx, year),
  })
}

/** Lots of a year that had another end than the canner. */
async function endedIn(tx: Tx, year: number): Promise<YearEnd[]> {
  const rows = await tx
    .select({ foodId: lots.foodId, jarOf: lots.jarOf, end: lots.state, lb: lots.lb })
    .from(lots)
    .where(
      and(
        inArray(lots.state, [...LOT_ENDS]),
        gte(lots.finishedOn, `${year}-01-01`),
        lte(lots.finishedOn, `${year}-12-31`),
      ),
    )
  return rows.map(({ foodId, jarOf, end, lb }) => ({
    ...{ foodId: foodIdOf(foodId, jarOf), end: end as YearEnd['end'], lb },
  }))
}

/** Jars that were in the house at some time of a year. */
const jarsOf = (tx: Tx, zone: string, year: number): Promise<YearJar[]> =>
  tx
    .select({
      foodId: jars.foodId,
      jar: jars.jar,
      cannedOn: jars.cannedOn,
      loadId: jars.loadId,
      state: jars.state,
      seal: jars.seal,
      hold: jars.hold,
      cause: jars.cause,
      goneOn: sql<
        string | null
      >`case when ${inArray(jars.state, [...STANDING])} then null else (${jars.stateAt} at time zone ${zone})::date::text end`,
      costEach: jars.costEach,
    })
    .from(jars)
    .where(
      and(
        lte(jars.cannedOn, `${year}-12-31`),
        or(
          inArray(jars.state, [...STANDING]),
          // A day more than the year: the zone may be ahead.
          gte(jars.stateAt, new Date(Date.UTC(year - 1, 11, 31))),
        ),
      ),
    )
