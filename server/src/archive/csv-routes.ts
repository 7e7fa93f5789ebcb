import { CSV_KINDS, archiveApi } from '@kelvit/contract/routes'
import type { CsvKind, CsvPreview, CsvQuery } from '@kelvit/contract'
import { dateAt } from '@kelvit/core'
import type Router from '@koa/router'
import { eq } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { households, shelves } from '../db/schema'
import { CSV_OUT } from '../formats/csv-out'
import { previewOf, type ReadCsv } from '../formats/csv-in'
import { beside } from '../heavy/beside'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { notFound } from '../http/problem'
import { readFile } from '../http/raw'
import { serve } from '../http/serve'
import { readTable } from './read'
import { archiveTables } from '../formats/archive-tables'
import { plansFor, type CsvWriters } from './take-rows'

/** A file of rows, as large as any household's. */
const MOST_BYTES = 4 * 1024 * 1024

/** Rows as CSV: out by kind, and in after a look before. */
export function csvRoutes(router: Router, deps: Deps, writers: CsvWriters): void {
  serve(router, archiveApi.csvOut, async ({ actor, ctx }) => {
    const kind = CSV_KINDS.find((k) => k === (ctx.params as Record<string, string>).kind)
    if (!kind) throw notFound(`Rows can be exported as one of ${CSV_KINDS.join(', ')}.`)
    const tables = await deps.db.inHousehold({ ...actor, snapshot: true }, (tx) =>
      tablesOf(tx, kind),
    )
    const text = await beside(
      'csv-write',
      { kind, tables },
      'We couldn’t export these rows in time. Try again later.',
    )
    ctx.type = 'text/csv; charset=utf-8'
    ctx.attachment(`kelvit-${kind}.csv`)
    ctx.body = text
  })
  serve(router, archiveApi.csvIn, async ({ actor, query, ctx }) => {
    const bytes = await readFile(ctx, MOST_BYTES, 'A file of rows')
    const reading = await deps.db.inHousehold(actor, (tx) => readingFor(tx, deps, actor))
    const { kind, columns } = query
    const read = await beside(
      'csv',
      { bytes, kind, columns, reading },
      'We couldn’t read this file in time. Nothing was imported.',
    )
    return deps.db.inHousehold(actor, (tx) => takeRows(tx, deps, actor, query, read, writers))
  })
}

/** The tables that a sheet is made of, as JSON. */
async function tablesOf(tx: Tx, kind: CsvKind): Promise<Readonly<Record<string, string>>> {
  const found: Record<string, string> = {}
  for (const carried of archiveTables)
    if ((CSV_OUT[kind].reads as readonly string[]).includes(carried.name))
      found[carried.name] = await readTable(tx, carried)
  return found
}

/** What cells are read by: the house's day, units and shelves. */
async function readingFor(tx: Tx, deps: Deps, actor: Actor) {
  const [house] = await tx.select().from(households).where(eq(households.id, actor.householdId))
  if (!house) throw notFound()
  const places = await tx.select({ name: shelves.name }).from(shelves)
  return {
    today: dateAt(deps.clock.now(), house.zone),
    units: house.units,
    shelves: places.map((p) => p.name),
  }
}

/** Looks at the rows, and takes the good ones that are not here in where that was asked. */
async function takeRows(
  tx: Tx,
  deps: Deps,
  actor: Actor,
  { kind, write }: CsvQuery,
  read: ReadCsv,
  writers: CsvWriters,
): Promise<CsvPreview> {
  const plans = await plansFor({ tx, deps, actor }, kind, read, writers)
  const rows = read.rows.map((r) => {
    const wrong = plans.get(r.line)?.trouble
    return wrong ? { ...r, trouble: [wrong], values: null } : r
  })
  let written = 0
  if (write)
    for (const plan of plans.values())
      if (!plan.here && !plan.trouble) {
        await plan.take()
        written++
      }
  return previewOf({ ...read, rows }, (r) => plans.get(r.line)?.here ?? false, written)
}
