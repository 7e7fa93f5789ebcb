import { eq, sql } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import type { Tx } from '../db/pool'
import { households } from '../db/schema'
import type { KeptTable } from './rows'

/** A table and those of its columns that are carried, by their names in the database. */
export interface CarriedTable {
  readonly stored: string
  readonly table: KeptTable
  readonly columns: readonly { readonly stored: string }[]
}

/**
 * Holds every writer of the household back until the transaction ends: each has to raise the
 * household's count of changes before it may commit. What is read from here on is of one moment.
 */
export async function holdStill(tx: Tx, householdId: string): Promise<void> {
  await tx
    .select({ id: households.id })
    .from(households)
    .where(eq(households.id, householdId))
    .for('update')
}

/** Whether the household has any row in one of the tables. */
export async function isEmpty(tx: Tx, tables: readonly CarriedTable[]): Promise<boolean> {
  for (const { table } of tables) {
    const [row] = await tx
      .select({ one: sql<number>`1` })
      .from(table as PgTable)
      .limit(1)
    if (row) return false
  }
  return true
}

/**
 * Adds rows as an archive has them, with their ids, versions and moments.
 * @param rows a JSON array of objects by the database's own column names.
 * @returns how many there were. Throws what PostgreSQL says of rows that cannot be.
 */
export async function restoreRows(
  tx: Tx,
  { stored, columns }: CarriedTable,
  householdId: string,
  rows: string,
): Promise<number> {
  const names = sql.join(
    columns.map((c) => sql.identifier(c.stored)),
    sql`, `,
  )
  const table = sql.identifier(stored)
  const done = await tx.execute(
    sql`insert into ${table} (household_id, ${names})
      select ${householdId}, ${names} from jsonb_populate_recordset(null::${table}, ${rows}::jsonb)`,
  )
  return done.rowCount ?? 0
}

/** Columns that the log never holds. */
const UNLOGGED = ['household_id', 'passphrase_hash', 'sign_in_name', 'token_hash']

/**
 * From here on rows are written without a line of the log for each: a line at a time takes the
 * longer the more there are. Whoever says this writes them all with `logAll`.
 */
export async function quietly(tx: Tx): Promise<void> {
  await tx.execute(sql`select set_config('kelvit.quiet', 'on', true)`)
}

/** Writes a line of the log for the household and each of its rows, in the order of the tables. */
export async function logAll(
  tx: Tx,
  { householdId, memberId }: { readonly householdId: string; readonly memberId: string },
  tables: readonly CarriedTable[],
): Promise<void> {
  const lines = sql.join(
    [
      sql`select 0 as place, 'households' as "table", id, version, to_jsonb(h) - 'seq' as stored from households h where id = ${householdId}`,
      ...tables.map(({ stored }, i) => {
        const table = sql.identifier(stored)
        const hidden = sql.join(
          UNLOGGED.map((name) => sql`${name}::text`),
          sql`, `,
        )
        return sql`select ${i + 1}::int, ${stored}::text, r.id, (to_jsonb(r) ->> 'version')::int, to_jsonb(r) - array[${hidden}] from ${table} r`
      }),
    ],
    sql` union all `,
  )
  await tx.execute(sql`
    with lines as materialized (${lines}),
      counted as (
        update households set seq = seq + (select count(*) from lines) where id = ${householdId} returning seq
      ),
      written as (
        insert into changes (household_id, seq, "table", id, version, member_id, at, "row", tx)
        select ${householdId},
          (select seq from counted) - (select count(*) from lines) + row_number() over (order by place, id),
          "table", id, version, ${memberId},
          coalesce(nullif(current_setting('kelvit.now', true), '')::timestamptz, now()), stored,
          pg_current_xact_id()::text::bigint
        from lines
      )
    select pg_notify('kelvit', ${householdId} || ' changes ' || (select seq from counted))`)
}
