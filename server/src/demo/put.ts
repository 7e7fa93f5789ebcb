import type { InferInsertModel } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import type { Tx } from '../db/pool'
import { addRows } from '../store/rows'

/** One row or several of the demo. */
export async function put<T extends PgTable>(
  tx: Tx,
  table: T,
  rows: InferInsertModel<T> | readonly InferInsertModel<T>[],
): Promise<void> {
  await addRows(tx, table, Array.isArray(rows) ? rows : [rows as InferInsertModel<T>])
}
