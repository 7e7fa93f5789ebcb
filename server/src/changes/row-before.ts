import { and, desc, eq, lt } from 'drizzle-orm'
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
