import { asc, gt } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import type { Tx } from '../db/pool'
import type { ArchiveTable } from '../formats/archive-tables'

/** Rows that are read at once: others are heard in between. */
const AT_ONCE = 1000

/** A table of the household as a JSON list, a row a line, by their ids. */
export async function readTable(tx: Tx, { table, columns }: ArchiveTable): Promise<string> {
  const lines: string[] = []
  for (let last: unknown; ;) {
    const rows = (await tx
      .select()
      .from(table as PgTable)
      .where(last === undefined ? undefined : gt(table.id, last))
      .orderBy(asc(table.id))
      .limit(AT_ONCE)) as Record<string, unknown>[]
    for (const row of rows)
      lines.push(JSON.stringify(Object.fromEntries(columns.map((c) => [c.name, row[c.name]]))))
    if (rows.length < AT_ONCE) return `[${lines.join(',\n')}]`
    last = rows.at(-1)?.id
  }
}
