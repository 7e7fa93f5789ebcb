import type { LogbookLine, LogbookQuery, PastPage } from '@kelvit/contract'
import { OVER_STAGES } from '@kelvit/core'
import { and, asc, desc, eq, inArray, sql, type SQL } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { canners, loadPortions, loads, logbook } from '../db/schema'
import type { Actor } from '../http/actor'
import { completeLogbook } from '../store/logbook'

/**
 * Loads that are over, newest first. Words are searched by PostgreSQL's own full-text search,
 * among the loads of this household only: row-level security lets no index of words be used
 * before it, and one household's loads are quickly read.
 */
export async function readLogbook(
  tx: Tx,
  actor: Pick<Actor, 'zone'>,
  query: LogbookQuery,
): Promise<PastPage<LogbookLine>> {
  await completeLogbook(tx)
  const found = await tx
    .select({ line: logbook, load: loads })
    .from(logbook)
    .innerJoin(loads, and(eq(loads.householdId, logbook.householdId), eq(loads.id, logbook.id)))
    .innerJoin(
      canners,
      and(eq(canners.householdId, loads.householdId), eq(canners.id, loads.cannerId)),
    )
    .where(and(inArray(loads.stage, [...OVER_STAGES]), ...asked(query, actor.zone)))
    .orderBy(desc(logbook.startsAt), desc(logbook.id))
    .limit(query.limit + 1)
  const rows = found.slice(0, query.limit)
  const ids = rows.map((r) => r.load.id)
  const portions =
    ids.length === 0
      ? []
      : await tx
          .select()
          .from(loadPortions)
          .where(inArray(loadPortions.loadId, ids))
          .orderBy(asc(loadPortions.position))
  return {
    rows: rows.map(({ line, load }) => ({
      id: load.id,
      code: load.code,
      cannerId: load.cannerId,
      startsAt: load.startsAt.toISOString(),
      stage: load.stage,
      verdict: line.verdict,
      reason: line.reason,
      minutes: line.minutes,
      portions: portions
        .filter((p) => p.loadId === load.id)
        .map(({ formId, pack, jar, jars, filled }) => ({ formId, pack, jar, jars, filled })),
    })),
    before: found.length > query.limit ? (ids.at(-1) ?? null) : null,
  }
}

/** What was asked for, as conditions. */
function asked(query: LogbookQuery, zone: string): readonly SQL[] {
  const { q, judged, canner, food, from, until, before } = query
  const day = sql`(${logbook.startsAt} at time zone ${zone})::date`
  return [
    ...(q
      ? [
          sql`to_tsvector('english', ${logbook.words} || ' ' || ${canners.name}) @@ websearch_to_tsquery('english', ${q})`,
        ]
      : []),
    ...(judged ? [eq(logbook.verdict, judged)] : []),
    ...(canner ? [eq(loads.cannerId, canner)] : []),
    ...(food ? [sql`${food} = any(${logbook.foods})`] : []),
    ...(from ? [sql`${day} >= ${from}::date`] : []),
    ...(until ? [sql`${day} <= ${until}::date`] : []),
    ...(before
      ? [
          sql`(${logbook.startsAt}, ${logbook.id}) < (select starts_at, id from logbook where id = ${before})`,
        ]
      : []),
  ]
}
