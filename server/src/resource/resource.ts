import type { Role } from '@kelvit/contract'
import type Router from '@koa/router'
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import type Joi from 'joi'
import type { Tx } from '../db/pool'
import { toWires } from '../db/wire'
import { actorOf, type Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { readBody, readId } from '../http/validate'
import {
  deleteRow,
  findRow,
  insertRow,
  updateRow,
  type KeptTable,
  type Row,
  type Values,
} from './store'

/** Plain rows of a household: list, put (idempotent create), patch (by version), delete. */
export interface Resource {
  readonly path: string
  readonly table: KeptTable
  readonly create: Joi.Schema
  readonly patch?: Joi.Schema
  /** Least role that may write. */
  readonly write: Role
  readonly order: PgColumn
  readonly deletable?: boolean
  /** Checks and completes values before they are stored; throws a problem when they cannot be. */
  readonly prepare?: (values: Values, about: PrepareContext) => Values | Promise<Values>
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
  const { path, table } = resource
  const one = `${path}/:id`
  const dress = async (rows: readonly Row[], tx: Tx, actor: Actor): Promise<readonly unknown[]> =>
    resource.present ? resource.present(rows, tx, deps, actor) : rows.map(toWires(table))

  router.get(path, async (ctx) => {
    const actor = actorOf(ctx, 'viewer')
    ctx.body = await deps.db.inHousehold(actor.householdId, async (tx) =>
      dress(
        (await tx
          .select()
          .from(table as PgTable)
          .orderBy(resource.order, table.id)) as Row[],
        tx,
        actor,
      ),
    )
  })

  router.put(one, async (ctx) => {
    const actor = actorOf(ctx, resource.write)
    const id = readId(ctx)
    const sent = readBody<Values>(ctx, resource.create)
    const [row, made] = await deps.db.inHousehold(actor.householdId, async (tx) => {
      const stored = await findRow(tx, table, id)
      if (stored) return [(await dress([stored], tx, actor))[0], false] as const
      const values =
        (await resource.prepare?.(sent, { tx, actor, deps, stored: undefined })) ?? sent
      const { row, made } = await insertRow(tx, table, actor.householdId, id, values)
      return [(await dress([row], tx, actor))[0], made] as const
    })
    ctx.status = made ? 201 : 200
    ctx.body = row
  })

  const { patch } = resource
  if (patch)
    router.patch(one, async (ctx) => {
      const actor = actorOf(ctx, resource.write)
      const id = readId(ctx)
      const { version, ...sent } = readBody<Values & { version: number }>(ctx, patch)
      ctx.body = await deps.db.inHousehold(actor.householdId, async (tx) => {
        const stored = await findRow(tx, table, id)
        const values =
          (stored && (await resource.prepare?.(sent, { tx, actor, deps, stored }))) ?? sent
        return (await dress([await updateRow(tx, table, id, version, values)], tx, actor))[0]
      })
    })

  if (resource.deletable)
    router.delete(one, async (ctx) => {
      const actor = actorOf(ctx, resource.write)
      await deps.db.inHousehold(actor.householdId, (tx) => deleteRow(tx, table, readId(ctx)))
      ctx.status = 204
    })
}
