import { paths, type Jar, type JarFate } from '@kelvit/contract'
import { jarFateSchema, patchJarSchema } from '@kelvit/contract/schemas'
import { isPastRescue, whyNotFate } from '@kelvit/core'
import type Router from '@koa/router'
import { asc, eq, sql } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { jars, shelves } from '../db/schema'
import { toWire, toWires } from '../db/wire'
import { pantryCsv } from '../formats/csv'
import { actorOf } from '../http/actor'
import type { Deps } from '../http/deps'
import { conflict, notFound } from '../http/problem'
import { readBody, readId } from '../http/validate'
import { checkShelf } from '../loads/shelve'
import { updateRow } from '../resource/store'

interface JarPatch {
  readonly version: number
  readonly shelfId?: string | null
  readonly useSoon?: boolean
  readonly note?: string
}

const allJars = async (tx: Tx): Promise<Jar[]> =>
  (await tx.select().from(jars).orderBy(asc(jars.bestBy), asc(jars.id))).map(toWires(jars))

export function pantryRoutes(router: Router, deps: Deps): void {
  router.get(paths.jars, async (ctx) => {
    const actor = actorOf(ctx, 'viewer')
    ctx.body = await deps.db.inHousehold(actor.householdId, allJars)
  })
  router.patch(`${paths.jars}/:id`, async (ctx) => {
    const actor = actorOf(ctx, 'helper')
    const { version, ...values } = readBody<JarPatch>(ctx, patchJarSchema)
    ctx.body = await deps.db.inHousehold(actor.householdId, async (tx) => {
      if (values.shelfId) await checkShelf(tx, values.shelfId)
      return toWire(jars, await updateRow(tx, jars, readId(ctx), version, values))
    })
  })
  router.put(`${paths.jars}/:id/fate`, async (ctx) => {
    const actor = actorOf(ctx, 'helper')
    const fate = readBody<JarFate>(ctx, jarFateSchema)
    ctx.body = await deps.db.inHousehold(actor.householdId, (tx) => setFate(tx, readId(ctx), fate))
  })
  router.get(paths.pantryCsv, async (ctx) => {
    const actor = actorOf(ctx, 'viewer')
    const [rows, places] = await deps.db.inHousehold(
      actor.householdId,
      async (tx) => [await allJars(tx), await tx.select().from(shelves)] as const,
    )
    ctx.type = 'text/csv; charset=utf-8'
    ctx.attachment('kelvit-pantry.csv')
    ctx.body = pantryCsv(rows, places)
  })
}

/** Takes a jar off the shelf, or puts it back. A jar two people took at once is a conflict for the second. */
async function setFate(tx: Tx, id: string, fate: JarFate): Promise<Jar> {
  const [jar] = await tx.select().from(jars).where(eq(jars.id, id)).for('update')
  if (!jar) throw notFound('There is no such jar.')
  const at = new Date(fate.at)
  if (jar.state === fate.state) {
    if (jar.stateAt.getTime() === at.getTime()) return toWire(jars, jar)
    throw conflict(
      'jar-gone',
      `This jar was already ${jar.state === 'on-shelf' ? 'back on the shelf' : jar.state}.`,
      toWire(jars, jar),
      fate,
    )
  }
  const known = {
    state: jar.state,
    seal: jar.seal,
    outAt: jar.outAt?.getTime() ?? null,
    stateAt: jar.stateAt.getTime(),
  }
  const why = whyNotFate(known, fate.state, at.getTime())
  if (why)
    throw conflict(
      isPastRescue(known, at.getTime())
        ? 'jar-past-rescue'
        : jar.state === 'on-shelf' || jar.state === 'set-aside'
          ? 'jar-unsealed'
          : 'jar-gone',
      why,
      toWire(jars, jar),
      fate,
    )
  const [after] = await tx
    .update(jars)
    .set({
      state: fate.state,
      // Put back among those set aside, it was found when it was found.
      stateAt: fate.state === 'set-aside' && jar.outAt ? jar.outAt : at,
      version: sql`${jars.version} + 1`,
      updatedAt: new Date(),
      ...(fate.note ? { note: fate.note } : {}),
    })
    .where(eq(jars.id, id))
    .returning()
  if (!after) throw notFound()
  return toWire(jars, after)
}
