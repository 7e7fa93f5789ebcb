import type { Hold, LoadEvent, LoadEventKind, Verdict } from '@kelvit/core'
import { psi } from '@kelvit/core'
import { inArray, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../db/pool'
import { loadEvents, loads } from '../db/schema'
import { asEvent, type LoadRow } from './loads'

/** A word that Kelvit itself says of a load, with the facts the load had when it was thought of. */
export interface Said {
  readonly load: LoadRow
  readonly events: readonly LoadEvent[]
  readonly kind: LoadEventKind
  readonly eventId: string | null
  readonly psi: number | null
  readonly text: string
}

interface Voice {
  readonly now: Date
  readonly householdId: string
  readonly memberId: string | null
  readonly by: string
}

interface Judged {
  readonly hold: Hold | null
  readonly verdict: Verdict
  readonly reason: string
}

/**
 * Says many words to many loads in one step: their facts, their jars and their lines in the
 * logbook, however many there are. A load that somebody said something to meanwhile is judged
 * by that as well.
 * @param judge what becomes of a load with all its facts.
 */
export async function sayToMany(
  tx: Tx,
  said: readonly Said[],
  voice: Voice,
  judge: (load: LoadRow, events: readonly LoadEvent[]) => Judged,
): Promise<void> {
  const at = voice.now.getTime()
  const rows = said.map((s) => ({ ...s, id: uuidv7() }))
  const factsOf = new Map(said.map((s) => [s.load.id, s.events]))
  for (const [id, events] of await changedMeanwhile(tx, factsOf)) factsOf.set(id, events)
  const own = new Map<string, LoadEvent[]>()
  for (const r of rows)
    own.set(r.load.id, [
      ...(own.get(r.load.id) ?? []),
      { ...r, at, heardAt: at, by: voice.by, psi: r.psi === null ? null : psi(r.psi) },
    ])
  const loadsOf = new Map(said.map((s) => [s.load.id, s.load]))
  const judged = [...loadsOf.values()].map((load) => ({
    id: load.id,
    ...judge(load, [...(factsOf.get(load.id) ?? []), ...(own.get(load.id) ?? [])]),
  }))
  const words = JSON.stringify(rows.map((r) => ({ id: r.id, load: r.load.id, kind: r.kind, event: r.eventId, psi: r.psi, text: r.text }))) // prettier-ignore
  const { householdId, memberId, by } = voice
  const now = voice.now.toISOString()
  // In one statement: the log's lines are written once, at its end.
  await tx.execute(sql`
    with words as (
      select * from jsonb_to_recordset(${words}::jsonb)
        as w(id uuid, load uuid, kind text, event uuid, psi double precision, text text)
    ), judged as (
      select * from jsonb_to_recordset(${JSON.stringify(judged)}::jsonb)
        as j(id uuid, hold text, verdict text, reason text)
    ), said as (
      insert into load_events (id, household_id, load_id, at, heard_at, kind, member_id, by, psi, text, event_id)
      select id, ${householdId}::uuid, load, ${now}::timestamptz, ${now}::timestamptz, kind, ${memberId}::uuid, ${by}, psi, text, event
      from words
    ), held as (
      update jars set hold = judged.hold, version = version + 1, updated_at = ${now}::timestamptz
      from judged
      where jars.household_id = ${householdId}::uuid and jars.load_id = judged.id and jars.hold is distinct from judged.hold
    )
    update logbook set verdict = judged.verdict, reason = judged.reason,
      words = logbook.words || coalesce((select E'\n' || string_agg(words.text, E'\n') from words where words.load = judged.id), '')
    from judged
    where logbook.household_id = ${householdId}::uuid and logbook.id = judged.id`)
}

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
