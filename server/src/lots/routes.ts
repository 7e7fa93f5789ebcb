import { lotApi } from '@kelvit/contract/routes'
import type { Lot, LotMove, LotSplit } from '@kelvit/contract'
import { canBy, dateAt, foodOf, formOf, type Storage } from '@kelvit/core'
import type Router from '@koa/router'
import { and, eq } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { lots, plantings } from '../db/schema'
import { toWire } from '../db/wire'
import { type Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { notFound, unprocessable } from '../http/problem'
import { serve } from '../http/serve'
import { readId } from '../http/validate'
import { currentPlantings, plant } from '../store/plantings'
import { listYields } from '../store/yields'
import {
  changeRows,
  deleteRow,
  findRow,
  insertRow,
  oneAtATime,
  removeRows,
  updateRow,
} from '../store/rows'

type LotRow = typeof lots.$inferSelect

/** What concerns several lots at once: plantings, moves, splits. All of it is written, or nothing. */
export function lotRoutes(router: Router, deps: Deps): void {
  serve(router, lotApi.yields, ({ actor }) => deps.db.inHousehold(actor, listYields))
  serve(router, lotApi.plantings, async ({ actor }) => {
    const today = dateAt(deps.clock.now(), actor.zone)
    return deps.db.inHousehold(actor, (tx) => currentPlantings(tx, today))
  })
  serve(router, lotApi.plant, async ({ actor, body, ctx }) => {
    const id = readId(ctx)
    return deps.db.inHousehold(actor, (tx) => plant(tx, actor, id, body))
  })
  serve(router, lotApi.dropPlanting, async ({ actor, ctx }) => {
    const id = readId(ctx)
    await deps.db.inHousehold(actor, async (tx) => {
      // What you have stays; only what was still to come goes with the planting.
      await removeRows(tx, lots, and(eq(lots.plantingId, id), eq(lots.state, 'expected')))
      // Lots that came in are lots of their own from now on.
      await changeRows(tx, lots, eq(lots.plantingId, id), { plantingId: null })
      await deleteRow(tx, plantings, id)
    })
  })
  serve(router, lotApi.move, ({ actor, body }) =>
    deps.db.inHousehold(actor, (tx) => moveLots(tx, body.lots)),
  )
  serve(router, lotApi.split, ({ actor, body, ctx }) =>
    deps.db.inHousehold(actor, (tx) =>
      splitLot(tx, actor, readId(ctx), body, dateAt(deps.clock.now(), actor.zone)),
    ),
  )
}

/**
 * Moves lots to other days; one that somebody changed meanwhile stops all of them.
 * Rows are locked in the order of their ids, so that two people who move the same
 * lots the other way round wait for each other instead of standing in each other's way.
 */
async function moveLots(tx: Tx, moves: readonly LotMove[]): Promise<Lot[]> {
  const moved: Lot[] = []
  const inOrder = [...moves].sort((a, b) => (a.id < b.id ? -1 : 1))
  for (const { id, version, arrivedOn, state } of inOrder) {
    const stored = (await findRow(tx, lots, id)) as unknown as LotRow | undefined
    const food = foodOf(stored?.foodId ?? '')
    if (!stored || !food) throw notFound('One of the lots is gone.')
    const values = { arrivedOn, state, canBy: canBy(food, arrivedOn, stored.storage as Storage) }
    moved.push(toWire(lots, await updateRow(tx, lots, id, version, values)))
  }
  return moved
}

/** States in which a lot still waits to be canned. */
const OPEN: ReadonlySet<string> = new Set(['in-house', 'expected'])

async function splitLot(
  tx: Tx,
  actor: Actor,
  id: string,
  sent: LotSplit,
  today: string,
): Promise<Lot[]> {
  await oneAtATime(tx, sent.id)
  const stored = (await findRow(tx, lots, id)) as unknown as LotRow | undefined
  if (!stored) throw notFound('This lot doesn’t exist.')
  const part = await findRow(tx, lots, sent.id)
  if (part) return [toWire(lots, stored), toWire(lots, part)]
  const expected = stored.state === 'expected'
  if (!expected && stored.state !== 'in-house')
    throw unprocessable('not-in-house', 'You can only split a lot in the house or one to come.')
  if (expected !== (sent.state === 'expected'))
    throw unprocessable(
      'not-in-house',
      'A part of a lot stays with the lot, or has another end than the canner.',
    )
  const tested = formOf(stored.formId)?.form.minutes ?? {}
  if (sent.jar && tested[sent.jar] === undefined)
    throw unprocessable('no-size', 'There’s no tested time for that size of jar.')
  if (sent.lb >= stored.lb)
    throw unprocessable('split', 'The part must be less than the whole lot.')
  const rest = await updateRow(tx, lots, id, sent.version, { lb: stored.lb - sent.lb })
  const { row: made } = await insertRow(tx, lots, actor.householdId, sent.id, {
    ...stored,
    version: 1,
    lb: sent.lb,
    state: sent.state,
    ...(sent.jar ? { jar: sent.jar } : {}),
    finishedOn: OPEN.has(sent.state) ? null : today,
    fromLotId: id,
  })
  return [toWire(lots, rest), toWire(lots, made)]
}
