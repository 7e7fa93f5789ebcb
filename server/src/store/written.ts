import type { PastPage } from '@kelvit/contract'
import type { PageQuery } from '@kelvit/contract/routes'
import { and, desc, eq, sql, type SQL } from 'drizzle-orm'
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

/** The rows of a question of one's own, as they go out. */
export const readWhole = (tx: Tx, question: SQL): Promise<string> => inOne(tx, sql`(${question}) r`)

async function inOne(tx: Tx, from: SQL): Promise<string> {
  const { rows } = await tx.execute<{ json: string }>(sql`select ${IN_ONE} as json from ${from}`)
  return rows[0]?.json ?? '[]'
}

/** A row as it goes out, with lists of what belongs to it, by name. */
export type WrittenRow<Part extends string = never> = {
  readonly [Name in Part | 'id' | 'json']: string
}

/** What belongs to a row: of which table, by which column that names the row, in which order. */
export interface Belonging {
  readonly table: PgTable
  readonly of: PgColumn
  readonly order: readonly PgColumn[]
}

/** A JSON list of what belongs to row `r`; sorted before it is written, which is twice as fast as after. */
const belongingTo = ({ table, of, order }: Belonging): SQL =>
  sql`(select '[' || coalesce(string_agg(row_to_json(p)::text, ','), '') || ']' from (
    select ${wireColumns(table)} from ${table} where ${of} = r.id
    order by ${sql.join([...order], sql`, `)}) p)`

/** Rows as they go out, each by itself, and what belongs to each. */
export async function readWritten<Part extends string = never>(
  tx: Tx,
  table: PgTable,
  which: Which,
  parts?: Readonly<Record<Part, Belonging>>,
): Promise<readonly WrittenRow<Part>[]> {
  const more = Object.entries<Belonging>(parts ?? {}).map(
    ([name, part]) => sql`, ${belongingTo(part)} as ${sql.identifier(name)}`,
  )
  const { rows } = await tx.execute<WrittenRow<Part>>(
    sql`select r.id, row_to_json(r)::text as json ${sql.join(more)} from ${these(table, which)}`,
  )
  return rows
}

export interface Page<Row> {
  readonly rows: readonly Row[]
  /** The row after which the next page begins; null on the last. */
  readonly before: string | null
}

/** Rows that fit, the newest first by a column, after the one that was read last. */
export async function readPast<Part extends string = never>(
  tx: Tx,
  table: KeptTable,
  order: PgColumn,
  where: SQL,
  { before, limit }: PageQuery,
  parts?: Readonly<Record<Part, Belonging>>,
): Promise<Page<WrittenRow<Part>>> {
  const after = before
    ? sql`(${order}, ${table.id}) < (select ${order}, ${table.id} from ${table as PgTable} where ${eq(table.id, before)})`
    : undefined
  const which = {
    where: and(where, after),
    order: [desc(order), desc(table.id)],
    limit: limit + 1,
  }
  const found = await readWritten(tx, table, which, parts)
  const rows = found.slice(0, limit)
  return { rows, before: found.length > limit ? String(rows.at(-1)?.id) : null }
}

/** Rows as they go out, as a list. */
export const listOf = <T>(rows: readonly WrittenRow[]): Listed<T[]> =>
  new Listed(`[${rows.map((r) => r.json).join(',')}]`)

/** A page as it goes out. */
export const pageOf = <T>({ rows, before }: Page<WrittenRow>): Listed<PastPage<T>> =>
  new Listed(`{"rows":${listOf(rows).json},"before":${JSON.stringify(before)}}`)
