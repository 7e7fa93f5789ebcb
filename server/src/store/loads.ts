import type { PageQuery } from '@kelvit/contract/routes'
import type { PastPage, LoadEventRow, LoadPortion, LoadWithEvents, Load } from '@kelvit/contract'
import { foldLoad, judgeLoad, type LoadEvent } from '@kelvit/core'
import { and, asc, desc, eq, gt, inArray, notInArray, or, sql, type SQL } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { loadEvents, loadPortions, loads, lots } from '../db/schema'
import { toWire } from '../db/wire'
import { readPast } from './past'

export type LoadRow = typeof loads.$inferSelect
export type PortionRow = typeof loadPortions.$inferSelect
export type EventRow = typeof loadEvents.$inferSelect

const portionsOf = (tx: Tx, ids: readonly string[]) =>
  tx
    .select()
    .from(loadPortions)
    .where(inArray(loadPortions.loadId, [...ids]))
    .orderBy(asc(loadPortions.position))

/** The load, locked against other writers until the transaction ends. */
export async function lockLoad(tx: Tx, id: string): Promise<LoadRow | undefined> {
  return (await tx.select().from(loads).where(eq(loads.id, id)).for('update'))[0]
}

export const readPortions = (tx: Tx, loadId: string): Promise<PortionRow[]> =>
  portionsOf(tx, [loadId])
export const readEvents = (tx: Tx, loadId: string): Promise<EventRow[]> =>
  tx
    .select()
    .from(loadEvents)
    .where(eq(loadEvents.loadId, loadId))
    .orderBy(asc(loadEvents.at), asc(loadEvents.id))

const portionWire = (p: PortionRow): LoadPortion => toWire(loadPortions, p)
const eventWire = (e: EventRow): LoadEventRow => toWire(loadEvents, e)

/** A stored event as the fold reads it. */
export const asEvent = (e: EventRow): LoadEvent => ({
  ...e,
  at: e.at.getTime(),
  happenedAt: e.happenedAt?.getTime() ?? null,
  heardAt: e.heardAt?.getTime() ?? null,
})

/** A load as it is read: with its facts, and what they say of its process. */
const withEvents = (
  row: LoadRow,
  portions: readonly PortionRow[],
  events: readonly EventRow[],
): LoadWithEvents => ({
  ...loadWire(row, portions),
  events: events.map(eventWire),
  judgement: judgeLoad(row.setup, foldLoad(row.setup, events.map(asEvent))),
})

const loadWire = (row: LoadRow, portions: readonly PortionRow[]): Load => ({
  ...toWire(loads, row),
  portions: portions.filter((p) => p.loadId === row.id).map(portionWire),
})

/** Loads that began within this are still looked at, days. */
const RECENT_DAYS = 30

/**
 * Loads of the season with their events, newest first: what is not over, what holds jars
 * of a lot that is still open, and what began within thirty days.
 * @param now epoch ms.
 */
export async function listLoads(tx: Tx, now: number): Promise<LoadWithEvents[]> {
  const rows = await tx
    .select()
    .from(loads)
    .where(isCurrent(tx, now))
    .orderBy(desc(loads.startsAt), desc(loads.id))
  return dressLoads(tx, rows)
}

const isCurrent = (tx: Tx, now: number): SQL =>
  sql`(${or(
    notInArray(loads.stage, ['checked', 'aborted']),
    gt(loads.startsAt, new Date(now - RECENT_DAYS * 86_400_000)),
    inArray(
      loads.id,
      tx
        .select({ id: loadPortions.loadId })
        .from(loadPortions)
        .innerJoin(
          lots,
          and(eq(lots.householdId, loadPortions.householdId), eq(lots.id, loadPortions.lotId)),
        )
        .where(inArray(lots.state, ['expected', 'in-house'])),
    ),
  )})`

/** Loads of seasons before, page by page. */
export async function pastLoads(
  tx: Tx,
  now: number,
  query: PageQuery,
): Promise<PastPage<LoadWithEvents>> {
  const page = await readPast(tx, loads, loads.startsAt, sql`not ${isCurrent(tx, now)}`, query)
  return { ...page, rows: await dressLoads(tx, page.rows as unknown as readonly LoadRow[]) }
}

async function dressLoads(tx: Tx, rows: readonly LoadRow[]): Promise<LoadWithEvents[]> {
  if (rows.length === 0) return []
  const ids = rows.map((r) => r.id)
  const [portions, events] = [
    await portionsOf(tx, ids),
    await tx
      .select()
      .from(loadEvents)
      .where(inArray(loadEvents.loadId, ids))
      .orderBy(asc(loadEvents.at), asc(loadEvents.id)),
  ]
  const eventsOf = new Map<string, EventRow[]>(ids.map((id) => [id, []]))
  for (const e of events) eventsOf.get(e.loadId)?.push(e)
  return rows.map((row) => withEvents(row, portions, eventsOf.get(row.id) ?? []))
}

export async function readLoad(tx: Tx, id: string): Promise<LoadWithEvents | undefined> {
  const [row] = await tx.select().from(loads).where(eq(loads.id, id))
  if (!row) return undefined
  return withEvents(row, await readPortions(tx, id), await readEvents(tx, id))
}
