import { countApi, pantryApi, takeApi } from '@kelvit/contract/routes'
import { type Jar, type JarFate } from '@kelvit/contract'
import { addDays, dateAt, HERE_STATES, isPastRescue, whyNotFate } from '@kelvit/core'
import type Router from '@koa/router'
import { asc, eq, inArray, not, type SQL } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { jars, shelves } from '../db/schema'
import { toWire, toWires } from '../db/wire'
import { csvOf } from '../formats/csv-out'
import type { Deps } from '../http/deps'
import { Listed } from '../http/listed'
import { conflict, notFound } from '../http/problem'
import { foundAlready, serve } from '../http/serve'
import { readId } from '../http/validate'
import { pageOf, readList, readPast } from '../store/written'
import { readUse } from '../store/yields'
import { checkShelf, toDecide } from '../store/jars'
import { changeRows, updateRow } from '../store/rows'
import { countNow } from './counts'
import { takeNow, undoTake } from './takes'

/** Jars that are still in the house; what was eaten, given or discarded is over. */
const HERE = inArray(jars.state, [...HERE_STATES])

const NOT_OURS =
  'No jar here has that code. It may be mistyped, or the label belongs to another household.'

const allJars = async (tx: Tx, where?: SQL): Promise<Jar[]> =>
  (await tx.select().from(jars).where(where).orderBy(asc(jars.bestBy), asc(jars.id))).map(
    toWires(jars),
  )

export function pantryRoutes(router: Router, deps: Deps): void {
  serve(router, pantryApi.jars, ({ actor }) =>
    deps.db.inHousehold(
      actor,
      async (tx) =>
        new Listed<Jar[]>(
          await readList(tx, jars, { where: HERE, order: [asc(jars.bestBy), asc(jars.id)] }),
        ),
    ),
  )
  serve(router, pantryApi.pastJars, async ({ actor, query }) => {
    return deps.db.inHousehold(actor, async (tx) => {
      return pageOf<Jar>(await readPast(tx, jars, jars.stateAt, not(HERE), query))
    })
  })
  serve(router, pantryApi.jar, async ({ actor, ctx }) => {
    const id = readId(ctx)
    return deps.db.inHousehold(actor, async (tx) => {
      const [jar] = await allJars(tx, eq(jars.id, id))
      if (!jar) throw notFound('We can’t find this jar.')
      return jar
    })
  })
  serve(router, pantryApi.jarOfCode, async ({ actor, ctx }) => {
    const code = String((ctx.params as Record<string, string>).code ?? '')
    return deps.db.inHousehold(actor, async (tx) => {
      const [jar] = await allJars(tx, eq(jars.code, code.trim().toUpperCase().slice(0, 40)))
      if (!jar) throw notFound(NOT_OURS)
      return jar
    })
  })
  serve(router, pantryApi.use, async ({ actor }) => {
    const today = dateAt(deps.clock.now(), actor.zone)
    return deps.db.inHousehold(actor, (tx) => readUse(tx, actor.zone, today, addDays(today, -365)))
  })
  serve(router, pantryApi.changeJar, async ({ actor, body, ctx }) => {
    const { version, ...values } = body
    return deps.db.inHousehold(actor, async (tx) => {
      if (values.shelfId) await checkShelf(tx, values.shelfId)
      return toWire(jars, await updateRow(tx, jars, readId(ctx), version, values))
    })
  })
  serve(router, pantryApi.fate, ({ actor, body, ctx }) =>
    deps.db.inHousehold(actor, (tx) => setFate(tx, readId(ctx), body)),
  )
  serve(router, pantryApi.csv, async ({ actor, ctx }) => {
    const [rows, places] = await deps.db.inHousehold(
      actor,
      async (tx) => [await allJars(tx), await tx.select().from(shelves)] as const,
    )
    ctx.type = 'text/csv; charset=utf-8'
    ctx.attachment('kelvit-pantry.csv')
    ctx.body = csvOf('pantry', { jars: rows, shelves: places.map(toWires(shelves)) })
  })
}

/** What is done with jars many at once: taken, put back, counted. */
export function takeRoutes(router: Router, deps: Deps): void {
  serve(router, takeApi.take, async ({ actor, body, ctx }) => {
    const { answer, made } = await deps.db.inHousehold(actor, (tx) =>
      takeNow(tx, actor, readId(ctx), body, deps.clock.now()),
    )
    if (!made) foundAlready(ctx)
    return answer
  })
  serve(router, takeApi.undo, ({ actor, body, ctx }) =>
    deps.db.inHousehold(actor, (tx) => undoTake(tx, readId(ctx), Date.parse(body.at))),
  )
  serve(router, countApi.count, async ({ actor, body, ctx }) => {
    const { answer, made } = await deps.db.inHousehold(actor, (tx) =>
      countNow(tx, actor, readId(ctx), body, deps.clock.now()),
    )
    if (!made) foundAlready(ctx)
    return answer
  })
}

/** Takes a jar off the shelf, or puts it back. A jar two people took at once is a conflict for the second. */
async function setFate(tx: Tx, id: string, fate: JarFate): Promise<Jar> {
  const [jar] = await tx.select().from(jars).where(eq(jars.id, id)).for('update')
  if (!jar) throw notFound('We can’t find this jar.')
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
  const known = toDecide(jar)
  const why = whyNotFate(known, fate.state, at.getTime())
  if (why)
    throw conflict(
      isPastRescue(known, at.getTime())
        ? 'jar-past-rescue'
        : jar.hold !== null
          ? 'jar-held'
          : jar.state === 'on-shelf' || jar.state === 'set-aside'
            ? 'jar-unsealed'
            : 'jar-gone',
      why,
      toWire(jars, jar),
      fate,
    )
  const [after] = await changeRows(tx, jars, eq(jars.id, id), {
    state: fate.state,
    // Put back among those set aside, it was found when it was found.
    stateAt: fate.state === 'set-aside' && jar.outAt ? jar.outAt : at,
    ...(fate.note ? { note: fate.note } : {}),
  })
  if (!after) throw notFound()
  return toWire(jars, after)
}
