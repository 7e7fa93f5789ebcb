import type { FoodUse } from '@kelvit/contract'
import {
  JAR_SIZES,
  LOTS_LEARNED,
  quartsOf,
  weeklyUse,
  weeksOfUse,
  type LotYield,
} from '@kelvit/core'
import { and, count, eq, gt, inArray, min, sql, type SQL } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { jars, loadPortions, lots } from '../db/schema'
import { wireColumns } from '../db/wire'
import { Listed } from '../http/listed'
import { readWhole } from './written'

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
] as const satisfies readonly (keyof LotYield)[]

/** Quarts of the jars that were filled of a lot, all sizes by their volume. */
const QUARTS = sql`sum(${loadPortions.filled} * case ${loadPortions.jar} ${sql.join(
  JAR_SIZES.map((size) => sql`when ${size} then ${quartsOf(size)}::float8`),
  sql` `,
)} end)`

/** Jars of a lot that are on record as filled. */
const FILLED = sql`from ${loadPortions} where ${loadPortions.lotId} = ${lots.id} and ${loadPortions.filled} > 0`

/**
 * The newest lots of each form that were canned whole, with the quarts that came of them; those
 * of which no jar is on record are left out.
 */
const canned = (formId?: string): SQL =>
  sql`select ${wireColumns(lots, YIELD)}, (select ${QUARTS} ${FILLED}) as quarts from ${lots} join (
      select ${lots.id} as newest, row_number() over (
        partition by ${lots.formId} order by ${lots.finishedOn} desc, ${lots.id} desc
      ) as nth from ${lots}
      where ${and(eq(lots.state, 'canned'), formId ? eq(lots.formId, formId) : undefined)} and exists (select 1 ${FILLED})
    ) n on n.newest = ${lots.id} and n.nth <= ${LOTS_LEARNED}
    order by ${lots.finishedOn}, ${lots.id}`

/** Lots that were canned whole, of one form or of all, with the quarts that came of them. */
export const readYields = async (tx: Tx, formId?: string): Promise<readonly LotYield[]> =>
  JSON.parse(await readWhole(tx, canned(formId))) as LotYield[]

/** The same of all forms, as it goes out. */
export const listYields = async (tx: Tx): Promise<Listed<readonly LotYield[]>> =>
  new Listed(await readWhole(tx, canned()))

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
