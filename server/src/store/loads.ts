import type { PageQuery } from '@kelvit/contract/routes'
import type { PastPage, LoadWithEvents } from '@kelvit/contract'
import { LOAD_STAGES, type LoadEvent } from '@kelvit/core'
import { and, asc, desc, eq, gt, inArray, sql, type SQL } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { loadEvents, loadPortions, loads, lots } from '../db/schema'
import type { Listed } from '../http/listed'
import { judgementOf } from './judged'
import { listOf, pageOf, readPast, readWritten, type Belonging, type WrittenRow } from './written'

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

/** The facts of loads as the fold reads them, put together by the database: there may be many. */
export async function factsByLoad(
  tx: Tx,
  ids: readonly string[],
): Promise<ReadonlyMap<string, readonly LoadEvent[]>> {
  const { rows } = await tx.execute<{ load: string; facts: LoadEvent[] }>(sql`
    select load_id as load, json_agg(json_build_object(
      'id', id, 'kind', kind, 'by', by, 'psi', psi, 'text', text, 'eventId', event_id,
      'source', source, 'doubtIds', doubt_ids, 'seen', seen, 'at', extract(epoch from at)::float8 * 1000,
      'happenedAt', extract(epoch from happened_at)::float8 * 1000,
      'heardAt', extract(epoch from heard_at)::float8 * 1000)) as facts
    from load_events where load_id = any(${sql.param([...ids])}::uuid[]) group by load_id`)
  return new Map(rows.map((r) => [r.load, r.facts]))
}

/** Loads that began within this are still looked at, days. */
const RECENT_DAYS = 30

/**
 * Loads of the season with their events, newest first: what is not over, what holds jars
 * of a lot that is still open, and what began within thirty days.
 * @param now epoch ms.
 */
export async function listLoads(tx: Tx, now: number): Promise<Listed<LoadWithEvents[]>> {
  const which = { where: isCurrent(tx, now), order: [desc(loads.startsAt), desc(loads.id)] }
  return listOf((await readWritten(tx, loads, which, PARTS)).map(judged))
}

/** Stages in which the heat is off: what ran is judged by all that is known. */
export const HEAT_OFF = ['cooling', 'resting', 'unloading', 'standing', 'checked'] as const

/** Stages in which a load isn't over. */
export const OPEN_STAGES = LOAD_STAGES.filter((s) => s !== 'checked' && s !== 'aborted')

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

/** Loads between their start and their check, with their facts. */
export async function runningLoads(
  tx: Tx,
): Promise<readonly (LoadRow & { readonly events: readonly LoadEvent[] })[]> {
  const running = OPEN_STAGES.filter((s) => s !== 'planned')
  const rows = await tx.select().from(loads).where(inArray(loads.stage, running))
  return Promise.all(
    rows.map(async (row) => ({ ...row, events: (await readEvents(tx, row.id)).map(asEvent) })),
  )
}

/** Loads of seasons before, page by page. */
export async function pastLoads(
  tx: Tx,
  now: number,
  query: PageQuery,
): Promise<Listed<PastPage<LoadWithEvents>>> {
  const over = sql`not ${isCurrent(tx, now)}`
  const page = await readPast(tx, loads, loads.startsAt, over, query, PARTS)
  return pageOf({ ...page, rows: page.rows.map(judged) })
}

export async function readLoad(tx: Tx, id: string): Promise<LoadWithEvents | undefined> {
  const which = { where: eq(loads.id, id), order: [loads.id] }
  const [load] = await readWritten(tx, loads, which, PARTS)
  return load && (JSON.parse(judged(load).json) as LoadWithEvents)
}

const PARTS = {
  portions: { table: loadPortions, of: loadPortions.loadId, order: [loadPortions.position] },
  events: { table: loadEvents, of: loadEvents.loadId, order: [loadEvents.at, loadEvents.id] },
} as const satisfies Readonly<Record<string, Belonging>>

/** A load with its portions and facts, and what those say of the process. */
function judged({ id, json, portions, events }: WrittenRow<keyof typeof PARTS>): WrittenRow {
  const judgement = judgementOf(id, json, events)
  return {
    id,
    json: `${json.slice(0, -1)},"portions":${portions},"events":${events},"judgement":${judgement}}`,
  }
}
