import type { LoadEventRow, LoadPortion, LoadWithEvents, Load } from '@kelvit/contract'
import type { LoadEvent } from '@kelvit/core'
import { asc, desc, eq, inArray } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { loadEvents, loadPortions, loads } from '../db/schema'
import { toWire } from '../db/wire'

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
export const asEvent = (e: EventRow): LoadEvent => ({ ...e, at: e.at.getTime() })

const loadWire = (row: LoadRow, portions: readonly PortionRow[]): Load => ({
  ...toWire(loads, row),
  portions: portions.filter((p) => p.loadId === row.id).map(portionWire),
})

/** Loads of the household with their events, newest first. */
export async function listLoads(tx: Tx, limit: number): Promise<LoadWithEvents[]> {
  const rows = await tx
    .select()
    .from(loads)
    .orderBy(desc(loads.startsAt), desc(loads.id))
    .limit(limit)
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
  return rows.map((row) => ({
    ...loadWire(row, portions),
    events: (eventsOf.get(row.id) ?? []).map(eventWire),
  }))
}

export async function readLoad(tx: Tx, id: string): Promise<LoadWithEvents | undefined> {
  const [row] = await tx.select().from(loads).where(eq(loads.id, id))
  if (!row) return undefined
  return {
    ...loadWire(row, await readPortions(tx, id)),
    events: (await readEvents(tx, id)).map(eventWire),
  }
}
