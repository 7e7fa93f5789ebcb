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
