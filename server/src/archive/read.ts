import { asc } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import type { Tx } from '../db/pool'
import type { ArchiveTable } from '../formats/archive-tables'

/** Rows that are written as JSON before others are heard. */
const AT_ONCE = 1000

const breathe = (): Promise<void> => new Promise((done) => setImmediate(done))

/** A table of the household as a JSON list, a row a line, by their ids. */
export async function readTable(tx: Tx, { table, columns }: ArchiveTable): Promise<string> {
  const rows = (await tx
    .select()
    .from(table as PgTable)
    .orderBy(asc(table.id))) as Record<string, unknown>[]
  const lines: string[] = []
  for (const [i, row] of rows.entries()) {
    lines.push(JSON.stringify(Object.fromEntries(columns.map((c) => [c.name, row[c.name]]))))
    if (i % AT_ONCE === AT_ONCE - 1) await breathe()
  }
  return `[${lines.join(',\n')}]`
}
