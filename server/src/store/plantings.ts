import type { NewPlanting, Planting } from '@kelvit/contract'
import { addDays, canBy, formOf, pounds, splitPickings } from '@kelvit/core'
import { gte, or, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../db/pool'
import { lots, plantings } from '../db/schema'
import { toWire, toWires } from '../db/wire'
import type { Actor } from '../http/actor'
import { unprocessable } from '../http/problem'
import { addRows, findRow, insertRow } from './rows'

/** Plantings are looked back at for so long after their last picking, days. */
const LOOKED_BACK_DAYS = 400

/**
 * The plantings of this season and the one before it, and of each food and variety the latest,
 * however long ago: next season's bed begins from it.
 * @param today the household's plain date.
 */
export async function currentPlantings(tx: Tx, today: string): Promise<readonly Planting[]> {
  const latest = sql`(select distinct on (${plantings.foodId}, ${plantings.variety}) ${plantings.id} from ${plantings}
    order by ${plantings.foodId}, ${plantings.variety}, ${plantings.lastOn} desc, ${plantings.id} desc)`
  const rows = await tx
    .select()
    .from(plantings)
    .where(
      or(
        gte(plantings.lastOn, addDays(today, -LOOKED_BACK_DAYS)),
        sql`${plantings.id} in ${latest}`,
      ),
    )
    .orderBy(plantings.firstOn, plantings.id)
  return rows.map(toWires(plantings))
}

/**
 * Adds a planting and the lots of its pickings, once.
 * @throws a problem where the form is not one of the food's, or the window ends before it begins.
 */
export async function plant(
  tx: Tx,
  actor: Actor,
  id: string,
  sent: NewPlanting,
): Promise<Planting> {
  const before = await findRow(tx, plantings, id)
  if (before) return toWire(plantings, before)
  const found = formOf(sent.formId)
  if (!found || found.food.id !== sent.foodId)
    throw unprocessable('no-form', 'This way of canning doesn’t fit that food.')
  if (sent.lastOn < sent.firstOn)
    throw unprocessable('window', 'The harvest window ends before it begins.')
  const { row, made } = await insertRow(tx, plantings, actor.householdId, id, {
    ...sent,
    variety: sent.variety || null,
  })
  if (!made) return toWire(plantings, row)
  const pickings = splitPickings(sent.expectedLb, sent.firstOn, sent.lastOn, sent.pickings)
  await addRows(
    tx,
    lots,
    pickings.map((p) => ({
      id: uuidv7(),
      householdId: actor.householdId,
      foodId: sent.foodId,
      formId: sent.formId,
      jar: sent.jar,
      variety: sent.variety || null,
      said: `${p.lb} lb expected`,
      lb: pounds(p.lb),
      arrivedOn: p.onDate,
      storage: 'room' as const,
      canBy: canBy(found.food, p.onDate, 'room'),
      state: 'expected' as const,
      plantingId: id,
    })),
  )
  return toWire(plantings, row)
}
