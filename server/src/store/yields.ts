import type { FoodUse } from '@kelvit/contract'
import {
  lotYields,
  weeklyUse,
  weeksOfUse,
  type CannedLot,
  type FilledJars,
  type LotYield,
} from '@kelvit/core'
import { and, count, eq, gt, inArray, isNotNull, min, sql } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { jars, loadPortions, lots } from '../db/schema'
import { readList, readTogether } from './written'

const YIELD = [
  'id',
  'version',
  'foodId',
  'formId',
  'variety',
  'source',
  'lb',
  'finishedOn',
  'excludedBecause',
] as const satisfies readonly (keyof CannedLot)[]

/** Lots that were canned whole, of one form or of all, with the quarts that came of them. */
export async function readYields(tx: Tx, formId?: string): Promise<readonly LotYield[]> {
  const canned = and(eq(lots.state, 'canned'), formId ? eq(lots.formId, formId) : undefined)
  const own = JSON.parse(
    await readList(tx, lots, { where: canned, order: [lots.finishedOn, lots.id], names: YIELD }),
  ) as CannedLot[]
  const ofCanned = formId
    ? inArray(loadPortions.lotId, tx.select({ id: lots.id }).from(lots).where(canned))
    : isNotNull(loadPortions.lotId)
  const filled = await readTogether<FilledJars[]>(
    tx,
    sql`select ${loadPortions.lotId} as "lotId", ${loadPortions.jar}, sum(${loadPortions.filled}) as filled
      from ${loadPortions} where ${ofCanned} group by ${loadPortions.lotId}, ${loadPortions.jar}`,
  )
  return lotYields(own, filled)
}

/**
 * What was really eaten of each food in the past year; foods whose record is too short
 * to tell are left out.
 * @param today the household's plain date.
 * @param yearAgo the plain date a year before it.
 */
export async function readUse(
  tx: Tx,
  zone: string,
  today: string,
  yearAgo: string,
): Promise<readonly FoodUse[]> {
  const first = await tx
    .select({ foodId: jars.foodId, on: min(jars.cannedOn) })
    .from(jars)
    .groupBy(jars.foodId)
  const day = sql<string>`(${jars.stateAt} at time zone ${zone})::date::text`
  const eaten = await tx
    .select({ foodId: jars.foodId, day, jars: count() })
    .from(jars)
    .where(
      and(
        inArray(jars.state, ['eaten', 'opened']),
        gt(jars.stateAt, new Date(`${yearAgo}T00:00Z`)),
      ),
    )
    .groupBy(jars.foodId, sql`2`)
  return first.flatMap(({ foodId, on }): FoodUse[] => {
    const from = on && on > yearAgo ? on : yearAgo
    const days = eaten
      .filter((e) => e.foodId === foodId)
      .flatMap((e) => Array.from({ length: e.jars }, () => e.day))
    const weeks = weeksOfUse(days, from, today)
    return weeks.length === 0 ? [] : [{ foodId, jarsAWeek: weeklyUse(days, from, today), weeks }]
  })
}
