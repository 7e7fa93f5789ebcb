import type { PastPage } from '@kelvit/contract'
import type { PageQuery } from '@kelvit/contract/routes'
import { and, desc, eq, sql, type SQL } from 'drizzle-orm'
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import type { Tx } from '../db/pool'
import type { KeptTable } from './rows'

/** Rows that fit, the newest first by a column, after the one that was read last. */
export async function readPast(
  tx: Tx,
  table: KeptTable,
  order: PgColumn,
  where: SQL,
  { before, limit }: PageQuery,
): Promise<PastPage<Record<string, unknown>>> {
  const after = before
    ? sql`(${order}, ${table.id}) < (select ${order}, ${table.id} from ${table as PgTable} where ${eq(table.id, before)})`
    : undefined
  const found = await tx
    .select()
    .from(table as PgTable)
    .where(and(where, after))
    .orderBy(desc(order), desc(table.id))
    .limit(limit + 1)
  const rows = found.slice(0, limit)
  return { rows, before: found.length > limit ? String(rows.at(-1)?.id) : null }
}
