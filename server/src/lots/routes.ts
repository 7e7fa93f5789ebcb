import { paths, type LotMove, type Planting } from '@kelvit/contract'
import { lotMovesSchema, newPlantingSchema, splitLotSchema } from '@kelvit/contract/schemas'
import { canBy, foodOf, formOf, splitPickings, type Storage } from '@kelvit/core'
import type Router from '@koa/router'
import { and, eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../db/pool'
import { lots, plantings } from '../db/schema'
import { toWire, toWires } from '../db/wire'
import { actorOf, type Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { notFound, unprocessable } from '../http/problem'
import { readBody, readId } from '../http/validate'
import { findRow, insertRow, updateRow } from '../resource/store'

type LotRow = typeof lots.$inferSelect

/** What concerns several lots at once: plantings, moves, splits. All of it is written, or nothing. */
export function lotRoutes(router: Router, deps: Deps): void {
  router.get(paths.plantings, async (ctx) => {
    const actor = actorOf(ctx, 'viewer')
    ctx.body = await deps.db.inHousehold(actor.householdId, async (tx) =>
      (await tx.select().from(plantings).orderBy(plantings.firstOn)).map(toWires(plantings)),
    )
  })
  router.put(`${paths.plantings}/:id`, async (ctx) => {
    const actor = actorOf(ctx, 'helper')
    const id = readId(ctx)
    const sent = readBody<Omit<Planting, 'id' | 'version'>>(ctx, newPlantingSchema)
    ctx.status = 201
    ctx.body = await deps.db.inHousehold(actor.householdId, (tx) => plant(tx, actor, id, sent))
  })
  router.delete(`${paths.plantings}/:id`, async (ctx) => {
    const actor = actorOf(ctx, 'helper')
    const id = readId(ctx)
    await deps.db.inHousehold(actor.householdId, async (tx) => {
      // What is in the house stays; only what was still to come goes with the planting.
      await tx.delete(lots).where(and(eq(lots.plantingId, id), eq(lots.state, 'expected')))
      await tx.delete(plantings).where(eq(plantings.id, id))
    })
    ctx.status = 204
  })
  router.post(paths.lotMoves, async (ctx) => {
    const actor = actorOf(ctx, 'helper')
    const { lots: moves } = readBody<{ lots: LotMove[] }>(ctx, lotMovesSchema)
    ctx.body = await deps.db.inHousehold(actor.householdId, (tx) => moveLots(tx, moves))
  })
  router.post(`${paths.lots}/:id/split`, async (ctx) => {
    const actor = actorOf(ctx, 'helper')
    const sent = readBody<{ id: string; version: number; lb: number; state: LotRow['state'] }>(
      ctx,
      splitLotSchema,
    )
    ctx.body = await deps.db.inHousehold(actor.householdId, (tx) =>
      splitLot(tx, actor, readId(ctx), sent),
    )
  })
}

async function plant(
  tx: Tx,
  actor: Actor,
  id: string,
  sent: Omit<Planting, 'id' | 'version'>,
): Promise<unknown> {
  const before = await findRow(tx, plantings, id)
  if (before) return toWire(plantings, before)
  const found = formOf(sent.formId)
  if (!found || found.food.id !== sent.foodId)
    throw unprocessable('no-form', 'This way of canning does not belong to that food.')
  if (sent.lastOn < sent.firstOn)
    throw unprocessable('window', 'The harvest window ends before it begins.')
  const { row, made } = await insertRow(tx, plantings, actor.householdId, id, {
    ...sent,
    variety: sent.variety || null,
  })
  if (!made) return toWire(plantings, row)
  const pickings = splitPickings(sent.expectedLb, sent.firstOn, sent.lastOn, sent.pickings)
  await tx.insert(lots).values(
    pickings.map((p) => ({
      id: uuidv7(),
      householdId: actor.householdId,
      foodId: sent.foodId,
      formId: sent.formId,
      jar: sent.jar,
      variety: sent.variety || null,
      said: `${p.lb} lb expected`,
      lb: p.lb,
      arrivedOn: p.on,
      storage: 'cool' as const,
      canBy: canBy(found.food, p.on, 'cool'),
      state: 'expected' as const,
      plantingId: id,
    })),
  )
  return toWire(plantings, row)
}

/**
 * Moves lots to other days; one that somebody changed meanwhile stops all of them.
 * Rows are locked in the order of their ids, so that two people who move the same
 * lots the other way round wait for each other instead of standing in each other's way.
 */
async function moveLots(tx: Tx, moves: readonly LotMove[]): Promise<unknown[]> {
  const moved: unknown[] = []
  const inOrder = [...moves].sort((a, b) => (a.id < b.id ? -1 : 1))
  for (const { id, version, arrivedOn, state } of inOrder) {
    const stored = (await findRow(tx, lots, id)) as unknown as LotRow | undefined
    const food = foodOf(stored?.foodId ?? '')
    if (!stored || !food) throw notFound('One of the lots is not here any more.')
    const values = { arrivedOn, state, canBy: canBy(food, arrivedOn, stored.storage as Storage) }
    moved.push(toWire(lots, await updateRow(tx, lots, id, version, values)))
  }
  return moved
}

async function splitLot(
  tx: Tx,
  actor: Actor,
  id: string,
  sent: { id: string; version: number; lb: number; state: LotRow['state'] },
): Promise<unknown[]> {
  const stored = (await findRow(tx, lots, id)) as unknown as LotRow | undefined
  if (!stored) throw notFound('There is no such lot.')
  const part = await findRow(tx, lots, sent.id)
  if (part) return [toWire(lots, stored), toWire(lots, part)]
  if (stored.state !== 'in-house')
    throw unprocessable('not-in-house', 'Only a lot in the house can be split.')
  if (sent.lb >= stored.lb)
    throw unprocessable('split', 'The part must be less than the whole lot.')
  const rest = await updateRow(tx, lots, id, sent.version, { lb: stored.lb - sent.lb })
  const { row: made } = await insertRow(tx, lots, actor.householdId, sent.id, {
    ...stored,
    version: 1,
    lb: sent.lb,
    state: sent.state,
    finishedOn: sent.state === 'in-house' ? null : stored.arrivedOn,
    fromLotId: id,
  })
  return [toWire(lots, rest), toWire(lots, made)]
}
