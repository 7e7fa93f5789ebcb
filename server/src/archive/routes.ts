import { archiveApi } from '@kelvit/contract/routes'
import type { Household } from '@kelvit/contract'
import type Router from '@koa/router'
import { eq } from 'drizzle-orm'
import { DEFAULT_SETTINGS } from '../kitchen/defaults'
import type { Tx } from '../db/pool'
import { codeOf } from '../db/pool'
import { households } from '../db/schema'
import { beside } from '../heavy/beside'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { conflict, notFound, ProblemError, unprocessable } from '../http/problem'
import { readFile } from '../http/raw'
import { serve } from '../http/serve'
import { holdStill, isEmpty, restoreRows } from '../store/archive'
import { updateRow } from '../store/rows'
import { readTable } from './read'
import { archiveSchema } from './schema'
import { archiveTables } from '../formats/archive-tables'

/** More than a household comes to in a lifetime. */
const MOST_BYTES = 32 * 1024 * 1024

/** The household archive: out as one file, and in again, also elsewhere. */
export function archiveRoutes(router: Router, deps: Deps): void {
  serve(router, archiveApi.read, async ({ actor, ctx }) => {
    const parts = await deps.db.inHousehold({ ...actor, snapshot: true }, (tx) =>
      readAll(tx, actor),
    )
    const zip = await beside(
      'archive-write',
      { ...parts, schema: JSON.stringify(archiveSchema(), null, 2) },
      'Making the archive took too long. Try again later.',
    )
    ctx.type = 'application/zip'
    ctx.attachment('kelvit-archive.zip')
    ctx.body = Buffer.from(zip)
  })
  serve(router, archiveApi.schema, () => archiveSchema())
  serve(router, archiveApi.write, async ({ actor, ctx }) => {
    if (actor.demo)
      throw new ProblemError(
        403,
        'demo',
        'You can’t import into the demo household, because anyone can use it.',
      )
    const zip = await readFile(ctx, MOST_BYTES, 'An archive')
    const read = await beside(
      'archive-read',
      { zip, usual: DEFAULT_SETTINGS },
      'We couldn’t read this archive in time. Nothing was imported.',
    )
    const household = JSON.parse(read.household) as Household
    const rows = await deps.db.inHousehold(actor, (tx) =>
      putBack(tx, actor, household, read.tables),
    )
    return { rows, household: household.name }
  })
}

/** Everything as JSON texts, all of one moment: a list a table, rows by their ids. */
async function readAll(tx: Tx, actor: Actor) {
  const [house] = await tx.select().from(households).where(eq(households.id, actor.householdId))
  if (!house) throw notFound()
  const { name, zone, altitudeFt, altitudeMoves, units, currency, settings } = house
  const tables: Record<string, string> = {}
  for (const carried of archiveTables) tables[carried.name] = await readTable(tx, carried)
  return {
    household: JSON.stringify({
      name,
      zone,
      altitudeFt,
      altitudeMoves,
      units,
      currency,
      settings,
    }),
    tables,
  }
}

/** Puts everything into an empty household, or nothing. */
async function putBack(
  tx: Tx,
  actor: Actor,
  household: Household,
  tables: Readonly<Record<string, string>>,
): Promise<number> {
  await holdStill(tx, actor.householdId)
  if (!(await isEmpty(tx, archiveTables)))
    throw conflict(
      'not-empty',
      'You can only import an archive into an empty household, so nothing gets mixed up. Make a new household and import it there.',
    )
  const [house] = await tx.select().from(households).where(eq(households.id, actor.householdId))
  if (!house) throw notFound()
  await updateRow(tx, households, house.id, house.version, { ...household })
  let rows = 0
  for (const carried of archiveTables)
    try {
      rows += await restoreRows(tx, carried, actor.householdId, tables[carried.name] ?? '[]')
    } catch (error) {
      throw asSentence(error, carried.name)
    }
  return rows
}

/** What PostgreSQL refuses of an archive, in words; anything else is no fault of the archive. */
function asSentence(error: unknown, table: string): unknown {
  const code = codeOf(error)
  if (code === '23503')
    return unprocessable(
      'not-whole',
      `The archive is incomplete: a row of ${table} points to one that’s missing. Nothing was imported.`,
    )
  if (code === '23505')
    return unprocessable('twice', `The archive has a row of ${table} twice. Nothing was imported.`)
  if (code?.startsWith('22') || code?.startsWith('23'))
    return unprocessable(
      'not-whole',
      `The archive has a row of ${table} that cannot be. Nothing was imported.`,
    )
  return error
}
