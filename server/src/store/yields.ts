import type { FoodUse } from '@kelvit/contract'
import { dateAt, lotYields, weeklyUse, type LotYield } from '@kelvit/core'
import { and, eq, inArray, min, sum } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { jars, loadPortions, lots } from '../db/schema'

/** Lots that were canned whole, of one form or of all, with the quarts that came of them. */
export async function readYields(tx: Tx, formId?: string): Promise<readonly LotYield[]> {
  const canned = and(eq(lots.state, 'canned'), formId ? eq(lots.formId, formId) : undefined)
  const own = await tx
    .select({
      id: lots.id,
      version: lots.version,
      foodId: lots.foodId,
      formId: lots.formId,
      variety: lots.variety,
      source: lots.source,
      lb: lots.lb,
      finishedOn: lots.finishedOn,
      excludedBecause: lots.excludedBecause,
    })
    .from(lots)
    .where(canned)
    .orderBy(lots.finishedOn, lots.id)
  const filled = await tx
    .select({
      lotId: loadPortions.lotId,
      jar: loadPortions.jar,
      filled: sum(loadPortions.filled).mapWith(Number),
    })
    .from(loadPortions)
    .where(inArray(loadPortions.lotId, tx.select({ id: lots.id }).from(lots).where(canned)))
    .groupBy(loadPortions.lotId, loadPortions.jar)
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
  const eaten = await tx
    .select({ foodId: jars.foodId, stateAt: jars.stateAt })
    .from(jars)
    .where(eq(jars.state, 'eaten'))
  return first.flatMap(({ foodId, on }): FoodUse[] => {
    const from = on && on > yearAgo ? on : yearAgo
    const days = eaten
      .filter((j) => j.foodId === foodId)
      .map((j) => dateAt(j.stateAt.getTime(), zone))
    const jarsAWeek = weeklyUse(days, from, today)
    return jarsAWeek === null ? [] : [{ foodId, jarsAWeek }]
  })
}
