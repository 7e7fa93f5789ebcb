import type { PastPage } from '@kelvit/contract'
import type { PageQuery } from '@kelvit/contract/routes'
import { and, desc, eq, inArray, sql, type SQL } from 'drizzle-orm'
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import type { Tx } from '../db/pool'
import { wireColumns } from '../db/wire'
import { Listed } from '../http/listed'
import type { KeptTable } from './rows'

/** Which rows of a table go out, in which order. */
interface Which {
  readonly where: SQL | undefined
  readonly order: readonly (PgColumn | SQL)[]
  readonly limit?: number
  /** Some of the public columns; all of them where nothing is said. */
  readonly names?: readonly string[]
}

const these = (table: PgTable, { where, order, limit, names }: Which): SQL =>
  sql`(select ${wireColumns(table, names)} from ${table} ${where ? sql`where ${where}` : sql``}
    order by ${sql.join([...order], sql`, `)} ${limit === undefined ? sql`` : sql`limit ${limit}`}) r`

const IN_ONE = sql`'[' || coalesce(string_agg(row_to_json(r)::text, ','), '') || ']'`

/** Rows as they go out: one JSON list, written by the database and not laid out here. */
export const readList = (tx: Tx, table: PgTable, which: Which): Promise<string> =>
  inOne(tx, these(table, which))

/** The rows of a question, read in one piece. Numbers and text only: nothing else comes back as it was. */
export const readTogether = async <Rows>(tx: Tx, question: SQL): Promise<Rows> =>
  JSON.parse(await inOne(tx, sql`(${question}) r`)) as Rows

async function inOne(tx: Tx, from: SQL): Promise<string> {
  const { rows } = await tx.execute<{ json: string }>(sql`select ${IN_ONE} as json from ${from}`)
  return rows[0]?.json ?? '[]'
}

/** A row as it goes out. */
export interface WrittenRow {
  readonly id: string
  readonly json: string
}

/** Rows as they go out, each by itself. */
export const readWritten = async (
  tx: Tx,
  table: PgTable,
  which: Which,
): Promise<readonly WrittenRow[]> =>
  (
    await tx.execute<{ id: string; json: string }>(
      sql`select r.id, row_to_json(r)::text as json from ${these(table, which)}`,
    )
  ).rows

/**
 * What belongs to some rows, as it goes out: a JSON list for each that has any.
 * @param of the public column that says to which it belongs.
 */
export async function readWrittenOf(
  tx: Tx,
  table: PgTable,
  of: { readonly name: string; readonly column: PgColumn; readonly ids: readonly string[] },
  order: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  const by = sql.join(
    order.map((name) => sql`r.${sql.identifier(name)}`),
    sql`, `,
  )
  const owner = sql`r.${sql.identifier(of.name)}`
  const { rows } = await tx.execute<{ id: string; json: string }>(
    sql`select ${owner} as id, '[' || string_agg(row_to_json(r)::text, ',' order by ${by}) || ']' as json
      from (select ${wireColumns(table)} from ${table} where ${inArray(of.column, [...of.ids])}) r
      group by ${owner}`,
  )
  return new Map(rows.map((r) => [r.id, r.json]))
}

export interface Page<Row> {
  readonly rows: readonly Row[]
  /** The row after which the next page begins; null on the last. */
  readonly before: string | null
}

/** Rows that fit, the newest first by a column, after the one that was read last. */
export async function readPast(
  tx: Tx,
  table: KeptTable,
  order: PgColumn,
  where: SQL,
  { before, limit }: PageQuery,
): Promise<Page<WrittenRow>> {
  const after = before
    ? sql`(${order}, ${table.id}) < (select ${order}, ${table.id} from ${table as PgTable} where ${eq(table.id, before)})`
    : undefined
  const found = await readWritten(tx, table, {
    where: and(where, after),
    order: [desc(order), desc(table.id)],
    limit: limit + 1,
  })
  const rows = found.slice(0, limit)
  return { rows, before: found.length > limit ? String(rows.at(-1)?.id) : null }
}

/** Rows as they go out, as a list. */
export const listOf = <T>(rows: readonly WrittenRow[]): Listed<T[]> =>
  new Listed(`[${rows.map((r) => r.json).join(',')}]`)

/** A page as it goes out. */
export const pageOf = <T>({ rows, before }: Page<WrittenRow>): Listed<PastPage<T>> =>
  new Listed(`{"rows":${listOf(rows).json},"before":${JSON.stringify(before)}}`)
