import { gaugeRecallApi, loadApi } from '@kelvit/contract/routes'
import type Router from '@koa/router'
import { asc, eq } from 'drizzle-orm'
import { canners, jars, loads } from '../db/schema'
import { toWire } from '../db/wire'
import { beside } from '../heavy/beside'
import type { Deps } from '../http/deps'
import { conflict, notFound } from '../http/problem'
import { foundAlready, serve } from '../http/serve'
import { readId } from '../http/validate'
import { appendEvent } from './append'
import { householdOf } from '../kitchen/figures'
import { planLoad } from './plan'
import { strikeTest } from './strike'
import { readRecall } from './recall'
import { printRecord } from '../formats/record'
import { asEvent, listLoads, lockLoad, pastLoads, readEvents, readLoad } from '../store/loads'
import { readJarsOf } from '../store/jars'
import { deleteRow } from '../store/rows'

export function loadRoutes(router: Router, deps: Deps): void {
  serve(router, loadApi.loads, ({ actor }) =>
    deps.db.inHousehold(actor, (tx) => listLoads(tx, deps.clock.now())),
  )
  serve(router, loadApi.past, ({ actor, query }) =>
    deps.db.inHousehold(actor, (tx) => pastLoads(tx, deps.clock.now(), query)),
  )
  serve(router, loadApi.jars, async ({ actor, ctx }) => {
    const id = readId(ctx)
    return deps.db.inHousehold(actor, async (tx) =>
      ((await readJarsOf(tx, [id])).get(id) ?? []).map((j) => ({
        ...toWire(jars, j),
        to: j.takenTo,
      })),
    )
  })
  serve(router, loadApi.load, async ({ actor, ctx }) => {
    const load = await deps.db.inHousehold(actor, (tx) => readLoad(tx, readId(ctx)))
    if (!load) throw notFound('This load doesn’t exist.')
    return load
  })
  serve(router, loadApi.plan, async ({ actor, body, ctx }) => {
    const { load, made } = await planLoad(deps, actor, readId(ctx), body)
    if (!made) foundAlready(ctx)
    return load
  })
  serve(router, loadApi.drop, async ({ actor, ctx }) => {
    const id = readId(ctx)
    await deps.db.inHousehold(actor, async (tx) => {
      const load = await lockLoad(tx, id)
      if (!load) return
      if (load.stage !== 'planned')
        throw conflict(
          'load-started',
          'This load has started, so it stays in the record. Stop it at the stove instead.',
        )
      await deleteRow(tx, loads, id)
    })
  })
  serve(router, loadApi.record, async ({ actor, ctx }) => {
    const id = readId(ctx)
    const record = await deps.db.inHousehold(actor, async (tx) => {
      const load = await readLoad(tx, id)
      if (!load) throw notFound('This load doesn’t exist.')
      const [canner] = await tx.select().from(canners).where(eq(canners.id, load.cannerId))
      const events = (await readEvents(tx, id)).map(asEvent)
      const rows = await tx.select().from(jars).where(eq(jars.loadId, id)).orderBy(asc(jars.code))
      const { zone, settings, units } = await householdOf(tx, actor)
      const house = { zone, clockHours: settings.clockHours, units }
      return printRecord(load, events, canner?.name ?? 'Canner', rows, house)
    })
    ctx.type = 'application/pdf'
    ctx.attachment('kelvit-record.pdf')
    ctx.body = Buffer.from(await beside('record', { record }, 'This record is too long to print.'))
  })
  serve(router, loadApi.say, async ({ actor, body, ctx }) => {
    return appendEvent(deps, actor, readId(ctx), readId(ctx, 'eventId'), body)
  })
}

/** Which jars a gauge test puts in doubt. */
export function recallRoutes(router: Router, deps: Deps): void {
  serve(router, gaugeRecallApi.recall, ({ actor, ctx }) =>
    deps.db.inHousehold(actor, (tx) => readRecall(tx, actor, readId(ctx))),
  )
  serve(router, gaugeRecallApi.strike, ({ actor, body, ctx }) =>
    deps.db.inHousehold(actor, (tx) => strikeTest(tx, deps, actor, readId(ctx), body)),
  )
}
