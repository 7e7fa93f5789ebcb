import { and, desc, eq, lt, getTableColumns, type InferSelectModel } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import type { Tx } from '../db/pool'
import { changes } from '../db/schema'

type LogRow = Readonly<Record<string, unknown>>

/**
 * A row as the household's log has it from before a version of it, in the database's own
 * words; undefined for one that was changed before there was a log.
 */
export async function readRowBefore(
  tx: Tx,
  table: string,
  id: string,
  version: number,
): Promise<LogRow | undefined> {
  const [found] = await tx
    .select({ row: changes.row })
    .from(changes)
    .where(and(eq(changes.table, table), eq(changes.id, id), lt(changes.version, version)))
    .orderBy(desc(changes.seq))
    .limit(1)
  return found?.row ?? undefined
}

/** Some columns of a row of the log, as the table takes them. */
export function fromLogRow<T extends PgTable, C extends keyof InferSelectModel<T> & string>(
  table: T,
  row: LogRow,
  columns: readonly C[],
): Pick<InferSelectModel<T>, C> {
  const known = getTableColumns(table)
  return Object.fromEntries(
    columns.map((name) => {
      const column = known[name]
      const value = column ? row[column.name] : undefined
      return [
        name,
        column?.dataType === 'date' && typeof value === 'string' ? new Date(value) : value,
      ]
    }),
  ) as Pick<InferSelectModel<T>, C>
}
