import { paths, type NewLoad, type NewLoadEvent } from '@kelvit/contract'
import { newLoadEventSchema, newLoadSchema } from '@kelvit/contract/schemas'
import type Router from '@koa/router'
import { eq } from 'drizzle-orm'
import { loads } from '../db/schema'
import { actorOf } from '../http/actor'
import type { Deps } from '../http/deps'
import { conflict, notFound } from '../http/problem'
import { readBody, readId } from '../http/validate'
import { appendEvent } from './append'
import { planLoad } from './plan'
import { listLoads, lockLoad, readLoad } from './store'

/** Enough for a season on one page; older loads are in the records. */
const LIST_LIMIT = 200

export function loadRoutes(router: Router, deps: Deps): void {
  const one = `${paths.loads}/:id`
  router.get(paths.loads, async (ctx) => {
    const actor = actorOf(ctx, 'viewer')
    ctx.body = await deps.db.inHousehold(actor.householdId, (tx) => listLoads(tx, LIST_LIMIT))
  })
  router.get(one, async (ctx) => {
    const actor = actorOf(ctx, 'viewer')
    const load = await deps.db.inHousehold(actor.householdId, (tx) => readLoad(tx, readId(ctx)))
    if (!load) throw notFound('There is no such load.')
    ctx.body = load
  })
  router.put(one, async (ctx) => {
    const actor = actorOf(ctx, 'helper')
    const { load, made } = await planLoad(
      deps,
      actor,
      readId(ctx),
      readBody<NewLoad>(ctx, newLoadSchema),
    )
    ctx.status = made ? 201 : 200
    ctx.body = load
  })
  router.delete(one, async (ctx) => {
    const actor = actorOf(ctx, 'helper')
    const id = readId(ctx)
    await deps.db.inHousehold(actor.householdId, async (tx) => {
      const load = await lockLoad(tx, id)
      if (!load) return
      if (load.stage !== 'planned')
        throw conflict(
          'load-started',
          'This load was started; it stays in the record. Stop it at the stove instead.',
        )
      await tx.delete(loads).where(eq(loads.id, id))
    })
    ctx.status = 204
  })
  router.put(`${one}/events/:eventId`, async (ctx) => {
    const actor = actorOf(ctx, 'helper')
    const sent = readBody<NewLoadEvent>(ctx, newLoadEventSchema)
    ctx.body = await appendEvent(deps, actor, readId(ctx), readId(ctx, 'eventId'), sent)
  })
}
