import { and, eq, getTableColumns, sql } from 'drizzle-orm'
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import type { Tx } from '../db/pool'
import { toWire } from '../db/wire'
import { conflict, notFound } from '../http/problem'

/** A table whose rows carry an id and a version. */
type VersionedTable = PgTable & { readonly id: PgColumn; readonly version: PgColumn }

/** A versioned table whose rows belong to a household. */
export type KeptTable = VersionedTable & { readonly householdId: PgColumn }

export type Values = Readonly<Record<string, unknown>>
/** A stored row before it is dressed for the wire. */
export type Row = Record<string, unknown> & { readonly id: string; readonly version: number }

export async function findRow(tx: Tx, table: VersionedTable, id: string): Promise<Row | undefined> {
  const rows = await tx
    .select()
    .from(table as PgTable)
    .where(eq(table.id, id))
    .for('update')
  return rows[0] as Row | undefined
}

/** Sends undefined columns nowhere and unknown ones to the type error they deserve. */
const known = (table: VersionedTable, values: Values): Record<string, unknown> => {
  const columns = getTableColumns(table)
  return Object.fromEntries(
    Object.entries(values).filter(([k, v]) => k in columns && v !== undefined),
  )
}

/**
 * Adds a row, once: a repeat, also one that comes at the same moment, gets the
 * row that is stored.
 */
export async function insertRow(
  tx: Tx,
  table: KeptTable,
  householdId: string,
  id: string,
  values: Values,
): Promise<{ readonly row: Row; readonly made: boolean }> {
  const rows = await tx
    .insert(table as PgTable)
    .values({ ...known(table, values), id, householdId } as never)
    .onConflictDoNothing({ target: [table.householdId, table.id] })
    .returning()
  if (rows[0]) return { row: rows[0] as Row, made: true }
  const row = await findRow(tx, table, id)
  if (!row) throw notFound()
  return { row, made: false }
}

/**
 * Changes a row if it is still the version the caller saw; otherwise a conflict
 * that carries both.
 */
export async function updateRow(
  tx: Tx,
  table: VersionedTable,
  id: string,
  version: number,
  values: Values,
): Promise<Row> {
  const stored = await findRow(tx, table, id)
  if (!stored) throw notFound()
  if (stored.version !== version)
    throw conflict(
      'changed-meanwhile',
      'Somebody changed this meanwhile. Look at both and save again.',
      toWire(table, stored),
      values,
    )
  const rows = await tx
    .update(table as PgTable)
    .set({
      ...known(table, values),
      version: sql`${table.version} + 1`,
      updatedAt: new Date(),
    } as never)
    .where(and(eq(table.id, id), eq(table.version, version)))
    .returning()
  return rows[0] as Row
}

export async function deleteRow(tx: Tx, table: VersionedTable, id: string): Promise<void> {
  await tx.delete(table as PgTable).where(eq(table.id, id))
}
