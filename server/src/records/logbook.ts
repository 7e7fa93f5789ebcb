import type { LogbookLine, LogbookQuery, PastPage } from '@kelvit/contract'
import { foldLoad, OVER_STAGES, sketchOf, type LoadSketch } from '@kelvit/core'
import { and, asc, desc, eq, inArray, sql, type SQL } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { canners, jars, loadPortions, loads, logbook } from '../db/schema'
import type { Actor } from '../http/actor'
import { factsByLoad, type LoadRow } from '../store/loads'
import { completeLogbook } from '../store/logbook'

/** What is told of a line; its words are only searched. */
const LINE = {
  verdict: logbook.verdict,
  reason: logbook.reason,
  minutes: logbook.minutes,
}

/**
 * Loads that are over, newest first. Words are searched by PostgreSQL's own full-text search,
 * among the loads of this household only: row-level security lets no index of words be used
 * before it. They are cut up when they are written, so that a search only compares.
 */
export async function readLogbook(
  tx: Tx,
  actor: Pick<Actor, 'zone'>,
  query: LogbookQuery,
): Promise<PastPage<LogbookLine>> {
  await completeLogbook(tx)
  const found = await tx
    .select({ line: LINE, load: loads })
    .from(logbook)
    .innerJoin(loads, and(eq(loads.householdId, logbook.householdId), eq(loads.id, logbook.id)))
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
  const [sketches, seals] = await Promise.all([sketchesOf(tx, rows), sealsOf(tx, ids)])
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
      sketch: sketches.get(load.id) ?? null,
      sealed: seals.find((s) => s.loadId === load.id)?.sealed ?? 0,
      unsealed: seals.find((s) => s.loadId === load.id)?.unsealed ?? 0,
      portions: portions
        .filter((p) => p.loadId === load.id)
        .map(({ formId, pack, jar, jars, filled }) => ({ formId, pack, jar, jars, filled })),
    })),
    before: found.length > query.limit ? (ids.at(-1) ?? null) : null,
  }
}

/** The pressure over time of each load of a page. */
async function sketchesOf(
  tx: Tx,
  rows: readonly { readonly load: LoadRow }[],
): Promise<ReadonlyMap<string, LoadSketch | null>> {
  const facts = await factsByLoad(
    tx,
    rows.map((r) => r.load.id),
  )
  return new Map(
    rows.map(({ load: { id, setup } }) => [
      id,
      sketchOf(setup, foldLoad(setup, facts.get(id) ?? [])),
    ]),
  )
}

/** How many jars of each load sealed. */
const sealsOf = (tx: Tx, loadIds: readonly string[]) =>
  tx
    .select({
      loadId: jars.loadId,
      sealed:
        sql<number>`count(*) filter (where ${jars.seal} not in ('unsealed', 'broken'))`.mapWith(
          Number,
        ),
      unsealed: sql<number>`count(*) filter (where ${jars.seal} in ('unsealed', 'broken'))`.mapWith(
        Number,
      ),
    })
    .from(jars)
    .where(inArray(jars.loadId, [...loadIds]))
    .groupBy(jars.loadId)

/** What was asked for, as conditions. */
function asked(query: LogbookQuery, zone: string): readonly SQL[] {
  const { q, judged, canner, food, from, until, before } = query
  const day = sql`(${logbook.startsAt} at time zone ${zone})::date`
  return [
    ...(q ? [holds(q)] : []),
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

/**
 * Whether a load's words, its canner's name among them, fit what is searched. Only canners whose
 * name has one of the words are looked at together with their loads.
 */
function holds(q: string): SQL {
  const asked = sql`websearch_to_tsquery('english', ${q})`
  const anyOf = sql`(select string_agg(quote_literal(lexeme), ' | ')::tsquery from unnest(to_tsvector('english', ${q})))`
  const name = sql`to_tsvector('english', ${canners.name})`
  const own = sql`(select ${name} from ${canners} where ${canners.id} = ${loads.cannerId})`
  return sql`case
    when ${loads.cannerId} in (select ${canners.id} from ${canners} where ${name} @@ ${anyOf})
    then (${logbook.search} || ${own}) @@ ${asked}
    else ${logbook.search} @@ ${asked} end`
}
