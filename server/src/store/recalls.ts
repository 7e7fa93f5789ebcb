import type { Hold, LoadEvent, LoadEventKind, Verdict } from '@kelvit/core'
import { psi } from '@kelvit/core'
import { inArray, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../db/pool'
import { loadEvents, loads } from '../db/schema'
import { asEvent, type LoadRow } from './loads'

/** A word that Kelvit itself says of a load. */
export interface Said {
  readonly kind: LoadEventKind
  readonly eventId: string | null
  readonly psi: number | null
  readonly text: string
}

export interface Voice {
  readonly now: Date
  readonly householdId: string
  readonly memberId: string | null
  readonly by: string
}

export interface Judged {
  readonly hold: Hold | null
  readonly verdict: Verdict
  readonly reason: string
}

/** What becomes of a load with all its facts. */
type Judge = (load: LoadRow, events: readonly LoadEvent[]) => Judged

/** A load that is told something: its facts as they were thought of, what is added, and what follows. */
export interface ToldLoad {
  readonly load: LoadRow
  readonly events: readonly LoadEvent[]
  readonly own: readonly LoadEvent[]
  readonly judged: Judged
}

/** Words as facts that are entered and heard now. */
export const asFacts = (said: readonly Said[], { now, by }: Voice): readonly LoadEvent[] =>
  said.map((s): LoadEvent => ({
    ...s,
    id: uuidv7(),
    at: now.getTime(),
    heardAt: now.getTime(),
    by,
    psi: s.psi === null ? null : psi(s.psi),
  }))

/**
 * Says many words to many loads in one step: their facts, their jars and their lines in the
 * logbook, however many there are. A load that somebody said something to meanwhile is judged
 * by that as well.
 */
export async function sayToMany(
  tx: Tx,
  told: readonly ToldLoad[],
  voice: Voice,
  judge: Judge,
): Promise<void> {
  const changed = await changedMeanwhile(tx, new Map(told.map((t) => [t.load.id, t.events])))
  const judged = told.map(({ load, own, judged }) => {
    const events = changed.get(load.id)
    return { id: load.id, ...(events ? judge(load, [...events, ...own]) : judged) }
  })
  const words = JSON.stringify(
    told.flatMap(({ load, own }) =>
      own.map((e) => ({
        id: e.id,
        load: load.id,
        kind: e.kind,
        event: e.eventId,
        psi: e.psi,
        text: e.text,
      })),
    ),
  )
  const { householdId, memberId, by } = voice
  const now = voice.now.toISOString()
  const verdicts = sql`judged as materialized (
    select * from jsonb_to_recordset(${JSON.stringify(judged)}::jsonb) as j(id uuid, hold text, verdict text, reason text)
  )`
  const holds = sql`update jars set hold = judged.hold, version = version + 1, updated_at = ${now}::timestamptz
    from judged
    where jars.household_id = ${householdId}::uuid and jars.load_id = judged.id and jars.hold is distinct from judged.hold
      and jars.state not in ${GONE}`
  // In one statement: the log's lines are written once, at its end.
  await tx.execute(sql`
    with words as materialized (
      select * from jsonb_to_recordset(${words}::jsonb)
        as w(id uuid, load uuid, kind text, event uuid, psi double precision, text text)
    ), ${verdicts}, said as (
      insert into load_events (id, household_id, load_id, at, heard_at, kind, member_id, by, psi, text, event_id)
      select id, ${householdId}::uuid, load, ${now}::timestamptz, ${now}::timestamptz, kind, ${memberId}::uuid, ${by}, psi, text, event
      from words
    ), held as (${holds}), told as (
      select load, string_agg(text, E'\n') as text from words group by load
    )
    update logbook set verdict = judged.verdict, reason = judged.reason, hold = judged.hold,
      words = logbook.words || E'\n' || told.text
    from judged join told on told.load = judged.id
    where logbook.household_id = ${householdId}::uuid and logbook.id = judged.id`)
}

/** States of jars that are gone: one that comes back is held as its load is judged by then. */
const GONE = ['eaten', 'discarded', 'processed-again']

/** Holds the loads against other words until the end, and tells which of them heard one since. */
async function changedMeanwhile(
  tx: Tx,
  known: ReadonlyMap<string, readonly LoadEvent[]>,
): Promise<ReadonlyMap<string, readonly LoadEvent[]>> {
  const ids = [...known.keys()]
  await tx
    .select({ id: loads.id })
    .from(loads)
    .where(inArray(loads.id, ids))
    .orderBy(loads.id)
    .for('update')
  const counts = await tx
    .select({ id: loadEvents.loadId, facts: sql<number>`count(*)::int` })
    .from(loadEvents)
    .where(inArray(loadEvents.loadId, ids))
    .groupBy(loadEvents.loadId)
  const changed = counts.filter((c) => c.facts !== known.get(c.id)?.length).map((c) => c.id)
  if (changed.length === 0) return new Map()
  const rows = await tx.select().from(loadEvents).where(inArray(loadEvents.loadId, changed))
  return new Map(
    changed.map((id) => [id, rows.filter((r) => r.loadId === id).map(asEvent)] as const),
  )
}
