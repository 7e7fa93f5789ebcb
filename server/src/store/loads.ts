import type { PageQuery } from '@kelvit/contract/routes'
import type { PastPage, LoadEventRow, LoadWithEvents, Load } from '@kelvit/contract'
import { asEvents, foldLoad, judgeLoad, LOAD_STAGES, type LoadEvent } from '@kelvit/core'
import { and, asc, desc, eq, gt, inArray, sql, type SQL } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { loadEvents, loadPortions, loads, lots } from '../db/schema'
import type { Listed } from '../http/listed'
import { listOf, pageOf, readPast, readWritten, readWrittenOf, type WrittenRow } from './written'

export type LoadRow = typeof loads.$inferSelect
export type PortionRow = typeof loadPortions.$inferSelect
export type EventRow = typeof loadEvents.$inferSelect

/** The load, locked against other writers until the transaction ends. */
export async function lockLoad(tx: Tx, id: string): Promise<LoadRow | undefined> {
  return (await tx.select().from(loads).where(eq(loads.id, id)).for('update'))[0]
}

export const readPortions = (tx: Tx, loadId: string): Promise<PortionRow[]> =>
  tx
    .select()
    .from(loadPortions)
    .where(eq(loadPortions.loadId, loadId))
    .orderBy(asc(loadPortions.position))
export const readEvents = (tx: Tx, loadId: string): Promise<EventRow[]> =>
  tx
    .select()
    .from(loadEvents)
    .where(eq(loadEvents.loadId, loadId))
    .orderBy(asc(loadEvents.at), asc(loadEvents.id))

/** A stored event as the fold reads it. */
export const asEvent = (e: EventRow): LoadEvent => ({
  ...e,
  at: e.at.getTime(),
  happenedAt: e.happenedAt?.getTime() ?? null,
  heardAt: e.heardAt?.getTime() ?? null,
})

/** Loads that began within this are still looked at, days. */
const RECENT_DAYS = 30

/**
 * Loads of the season with their events, newest first: what is not over, what holds jars
 * of a lot that is still open, and what began within thirty days.
 * @param now epoch ms.
 */
export const listLoads = async (tx: Tx, now: number): Promise<Listed<LoadWithEvents[]>> =>
  listOf(
    await withFacts(
      tx,
      await readWritten(tx, loads, {
        where: isCurrent(tx, now),
        order: [desc(loads.startsAt), desc(loads.id)],
      }),
    ),
  )

const OPEN_STAGES = LOAD_STAGES.filter((s) => s !== 'checked' && s !== 'aborted')

/** Each way of being current finds its loads by an index of its own. */
const isCurrent = (tx: Tx, now: number): SQL => {
  const ofOpenLots = tx
    .select({ id: sql<string>`${loadPortions.loadId}` })
    .from(loadPortions)
    .innerJoin(
      lots,
      and(eq(lots.householdId, loadPortions.householdId), eq(lots.id, loadPortions.lotId)),
    )
    .where(inArray(lots.state, ['expected', 'in-house']))
  const own = (where: SQL) =>
    tx
      .select({ id: sql<string>`${loads.id}` })
      .from(loads)
      .where(where)
  return inArray(
    loads.id,
    own(inArray(loads.stage, OPEN_STAGES))
      .unionAll(own(gt(loads.startsAt, new Date(now - RECENT_DAYS * 86_400_000))))
      .unionAll(ofOpenLots),
  )
}

/** Loads of seasons before, page by page. */
export async function pastLoads(
  tx: Tx,
  now: number,
  query: PageQuery,
): Promise<Listed<PastPage<LoadWithEvents>>> {
  const page = await readPast(tx, loads, loads.startsAt, sql`not ${isCurrent(tx, now)}`, query)
  return pageOf({ ...page, rows: await withFacts(tx, page.rows) })
}

export async function readLoad(tx: Tx, id: string): Promise<LoadWithEvents | undefined> {
  const [load] = await withFacts(
    tx,
    await readWritten(tx, loads, { where: eq(loads.id, id), order: [loads.id] }),
  )
  return load && (JSON.parse(load.json) as LoadWithEvents)
}

/** Loads with their portions and facts, and what those say of the process. */
async function withFacts(tx: Tx, rows: readonly WrittenRow[]): Promise<readonly WrittenRow[]> {
  if (rows.length === 0) return []
  const ids = rows.map((r) => r.id)
  const ofLoad = { name: 'loadId', ids }
  const portionsOf = await readWrittenOf(
    tx,
    loadPortions,
    { ...ofLoad, column: loadPortions.loadId },
    ['position'],
  )
  const eventsOf = await readWrittenOf(tx, loadEvents, { ...ofLoad, column: loadEvents.loadId }, [
    'at',
    'id',
  ])
  return rows.map(({ id, json }) => {
    const [ownPortions, ownEvents] = [portionsOf.get(id) ?? '[]', eventsOf.get(id) ?? '[]']
    const { setup } = JSON.parse(json) as Load
    const facts = asEvents(JSON.parse(ownEvents) as readonly LoadEventRow[])
    const judgement = JSON.stringify(judgeLoad(setup, foldLoad(setup, facts)))
    return {
      id,
      json: `${json.slice(0, -1)},"portions":${ownPortions},"events":${ownEvents},"judgement":${judgement}}`,
    }
  })
}
