import type { PageQuery, RowRoutes } from '@kelvit/contract/routes'
import { dateAt } from '@kelvit/core'
import type Router from '@koa/router'
import { eq, sql, type SQL } from 'drizzle-orm'
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import type { Tx } from '../db/pool'
import { toWires } from '../db/wire'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { Listed } from '../http/listed'
import { notFound } from '../http/problem'
import { foundAlready, serve } from '../http/serve'
import { readId } from '../http/validate'
import { pageOf, readList, readPast } from '../store/written'
import {
  deleteRow,
  findRow,
  insertRow,
  updateRow,
  type KeptTable,
  type Row,
  type Values,
} from '../store/rows'

/** Plain rows of a household, as their routes in the contract have them. */
export interface Resource {
  readonly routes: RowRoutes
  readonly table: KeptTable
  readonly order: PgColumn
  /**
   * The rows a page begins with, where others are over: those are listed page by page, or stay
   * where they are asked for by their ids.
   * @param today the household's plain date.
   */
  readonly current?: (today: string) => SQL
  /** Checks and completes values before they are stored; throws a problem when they cannot be. */
  readonly prepare?: (values: Values, about: PrepareContext) => Values | Promise<Values>
  /** What follows from a row that was made or changed, in the same transaction. */
  readonly follow?: (
    row: Row,
    about: Omit<PrepareContext, 'stored'> & { readonly before: Row | undefined },
  ) => Promise<void>
  /** Dresses rows for reading. */
  readonly present?: (
    rows: readonly Row[],
    tx: Tx,
    deps: Deps,
    actor: Actor,
  ) => Promise<readonly unknown[]>
}

export interface PrepareContext {
  readonly tx: Tx
  readonly actor: Actor
  readonly deps: Deps
  readonly stored: Row | undefined
}

export function resourceRoutes(router: Router, resource: Resource, deps: Deps): void {
  const { routes, table } = resource
  const dress: Dress = async (rows, tx, actor) =>
    resource.present
      ? [...(await resource.present(rows, tx, deps, actor))]
      : rows.map(toWires(table))
  const current = (actor: Actor): SQL | undefined =>
    resource.current?.(dateAt(deps.clock.now(), actor.zone))
  const list = async (tx: Tx, actor: Actor): Promise<unknown[] | Listed<unknown[]>> =>
    resource.present
      ? dress(await read(tx, current(actor)), tx, actor)
      : new Listed(
          await readList(tx, table, {
            where: current(actor),
            order: [resource.order, table.id],
          }),
        )
  const read = (tx: Tx, where: SQL | undefined): Promise<Row[]> =>
    tx
      .select()
      .from(table as PgTable)
      .where(where)
      .orderBy(resource.order, table.id) as Promise<unknown> as Promise<Row[]>

  serve(router, routes.list, ({ actor }) => deps.db.inHousehold(actor, (tx) => list(tx, actor)))
  if (routes.past) {
    serve(router, routes.past, ({ actor, query }) =>
      deps.db.inHousehold(actor, async (tx) => {
        const over = sql`not (${current(actor) ?? sql`true`})`
        return pageOf(await readPast(tx, table, resource.order, over, query as PageQuery))
      }),
    )
  }
  serve(router, routes.one, ({ actor, ctx }) =>
    deps.db.inHousehold(actor, async (tx) => {
      const rows = await read(tx, eq(table.id, readId(ctx)))
      if (rows.length === 0) throw notFound()
      return (await dress(rows, tx, actor))[0]
    }),
  )
  writeRoutes(router, resource, deps, dress)
}

/** Adds a row as its resource has it, once. */
export async function addTo(
  resource: Resource,
  about: Omit<PrepareContext, 'stored'>,
  id: string,
  sent: Values,
): Promise<{ readonly row: Row; readonly made: boolean }> {
  const { tx, actor } = about
  const values = (await resource.prepare?.(sent, { ...about, stored: undefined })) ?? sent
  const { row, made } = await insertRow(tx, resource.table, actor.householdId, id, values)
  if (made) await resource.follow?.(row, { ...about, before: undefined })
  return { row, made }
}

/** Changes a row as its resource has it, if it is still the version that was seen. */
export async function changeIn(
  resource: Resource,
  about: Omit<PrepareContext, 'stored'>,
  id: string,
  version: number,
  sent: Values,
): Promise<Row> {
  const { tx } = about
  const stored = await findRow(tx, resource.table, id)
  const values = (stored && (await resource.prepare?.(sent, { ...about, stored }))) ?? sent
  const row = await updateRow(tx, resource.table, id, version, values)
  await resource.follow?.(row, { ...about, before: stored })
  return row
}

type Dress = (rows: readonly Row[], tx: Tx, actor: Actor) => Promise<unknown[]>

/** Adding, changing and removing rows. */
function writeRoutes(router: Router, resource: Resource, deps: Deps, dress: Dress): void {
  const { routes, table } = resource
  serve(router, routes.put, async ({ actor, body, ctx }) => {
    const id = readId(ctx)
    const sent = body as Values
    const [row, made] = await deps.db.inHousehold(actor, async (tx) => {
      const stored = await findRow(tx, table, id)
      if (stored) return [(await dress([stored], tx, actor))[0], false] as const
      const { row, made } = await addTo(resource, { tx, actor, deps }, id, sent)
      return [(await dress([row], tx, actor))[0], made] as const
    })
    if (!made) foundAlready(ctx)
    return row
  })
  if (routes.patch)
    serve(router, routes.patch, ({ actor, body, ctx }) => {
      const { version, ...sent } = body as Values & { readonly version: number }
      const id = readId(ctx)
      return deps.db.inHousehold(actor, async (tx) => {
        const row = await changeIn(resource, { tx, actor, deps }, id, version, sent)
        return (await dress([row], tx, actor))[0]
      })
    })
  if (routes.remove)
    serve(router, routes.remove, ({ actor, ctx }) =>
      deps.db.inHousehold(actor, (tx) => deleteRow(tx, table, readId(ctx))),
    )
}
