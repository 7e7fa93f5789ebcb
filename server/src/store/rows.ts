import {
  and,
  eq,
  getTableColumns,
  sql,
  type InferInsertModel,
  type InferSelectModel,
  type SQL,
} from 'drizzle-orm'
import type { PgColumn, PgTable, PgUpdateSetSource } from 'drizzle-orm/pg-core'
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

/** The same said at the same moment waits until it is known what came of it the first time. */
export async function oneAtATime(tx: Tx, id: string): Promise<void> {
  await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${id}, 0))`)
}

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
    .values({ ...known(table, values), id, householdId } as InferInsertModel<PgTable>)
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
    } as PgUpdateSetSource<PgTable>)
    .where(and(eq(table.id, id), eq(table.version, version)))
    .returning()
  return rows[0] as Row
}

/** Puts a row back as it was, its version among what is given: raised by whoever knows the log. */
export async function restoreRow(
  tx: Tx,
  table: VersionedTable,
  id: string,
  values: Values & { readonly version: number },
): Promise<void> {
  await tx
    .update(table as PgTable)
    .set(known(table, values) as PgUpdateSetSource<PgTable>)
    .where(eq(table.id, id))
}

/** Removes a row by its id; one that is not there is as good as removed. */
export const deleteRow = (tx: Tx, table: VersionedTable, id: string): Promise<void> =>
  removeRows(tx, table, eq(table.id, id))

/** Adds rows, all of them or none: one that is there already is a conflict. */
export async function addRows<T extends PgTable>(
  tx: Tx,
  table: T,
  rows: readonly InferInsertModel<T>[],
): Promise<InferSelectModel<T>[]> {
  if (rows.length === 0) return []
  return (await inserting(tx, table, rows).returning()) as InferSelectModel<T>[]
}

/**
 * Adds rows; one whose key is there already is left as it is.
 * @returns the rows that were added.
 */
export async function addOnce<T extends PgTable>(
  tx: Tx,
  table: T,
  rows: readonly InferInsertModel<T>[],
): Promise<InferSelectModel<T>[]> {
  if (rows.length === 0) return []
  const added = await inserting(tx, table, rows).onConflictDoNothing().returning()
  return added as InferSelectModel<T>[]
}

const inserting = <T extends PgTable>(tx: Tx, table: T, rows: readonly InferInsertModel<T>[]) =>
  tx.insert(table as PgTable).values([...rows] as InferInsertModel<PgTable>[])

/**
 * Changes every row that fits, whatever its version is, and raises it.
 * @returns the rows as they are now.
 */
export async function changeRows<T extends VersionedTable>(
  tx: Tx,
  table: T,
  where: SQL | undefined,
  values: PgUpdateSetSource<T>,
): Promise<InferSelectModel<T>[]> {
  const changed = await tx
    .update(table as PgTable)
    .set({
      ...values,
      version: sql`${table.version} + 1`,
      updatedAt: new Date(),
    } as PgUpdateSetSource<PgTable>)
    .where(where)
    .returning()
  return changed as InferSelectModel<T>[]
}

/** Removes every row that fits. */
export async function removeRows(tx: Tx, table: PgTable, where: SQL | undefined): Promise<void> {
  await tx.delete(table).where(where)
}
