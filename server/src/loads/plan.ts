import type { LoadWithEvents, NewLoad } from '@kelvit/contract'
import { inArray } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { jars, loadPortions, loads, lots, seasonLoads } from '../db/schema'
import { checkJars, checkLot, figuresOf, fitCanner, householdOf } from '../kitchen/figures'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { notFound, unprocessable } from '../http/problem'
import { newCode } from '../store/code'
import { checkRescue } from './jars'
import { readLoad } from '../store/loads'
import { addOnce, addRows, deleteRow } from '../store/rows'

/** Plans a load: processes are looked up here, never taken from the caller. Repeating it changes nothing. */
export const planLoad = (
  deps: Deps,
  actor: Actor,
  id: string,
  wanted: NewLoad,
): Promise<{ load: LoadWithEvents; made: boolean }> =>
  deps.db.inHousehold(actor, async (tx) => {
    const before = await readLoad(tx, id)
    if (before) return { load: before, made: false }
    const canner = await fitCanner(tx, deps, actor, wanted.cannerId)
    const household = await householdOf(tx, actor)
    const { setup, processes } = figuresOf(wanted.portions, canner, household)
    checkJars(wanted.portions, canner.row)
    await checkLots(tx, wanted)
    await checkAgain(tx, wanted, deps.clock.now())
    const made = await insertLoad(tx, {
      id,
      householdId: actor.householdId,
      cannerId: wanted.cannerId,
      startsAt: new Date(wanted.startsAt),
      setup,
      processes: [...processes],
      stage: 'planned',
      note: wanted.note ?? '',
    })
    // The same load was planned at the same moment: it is the one that is answered.
    if (!made) return { load: await mustRead(tx, id), made: false }
    await addRows(
      tx,
      loadPortions,
      wanted.portions.map((p, position) => ({
        ...p,
        // What is processed again was counted with its lot the first time.
        lotId: p.fromJars ? null : p.lotId,
        fromJars: p.fromJars ? [...p.fromJars] : null,
        householdId: actor.householdId,
        loadId: id,
        position,
      })),
    )
    // The load of the season plan has become this one.
    if (wanted.seasonLoadId) await deleteRow(tx, seasonLoads, wanted.seasonLoadId)
    return { load: await mustRead(tx, id), made: true }
  })

async function mustRead(tx: Tx, id: string): Promise<LoadWithEvents> {
  const load = await readLoad(tx, id)
  if (!load) throw notFound()
  return load
}

/** Far more than codes ever meet by chance. */
const MOST_CODES = 8

/** Adds a load under a code that is free; false when the load is there already. */
async function insertLoad(
  tx: Tx,
  values: Omit<typeof loads.$inferInsert, 'code'>,
): Promise<boolean> {
  for (let tries = 0; tries < MOST_CODES; tries++) {
    const [row] = await addOnce(tx, loads, [{ ...values, code: newCode() }])
    if (row) return true
    if (await readLoad(tx, values.id)) return false
  }
  throw new Error('no free code for a load')
}

async function checkLots(tx: Tx, wanted: NewLoad): Promise<void> {
  const ids = wanted.portions.flatMap((p) => (p.lotId ? [p.lotId] : []))
  const found = ids.length > 0 ? await tx.select().from(lots).where(inArray(lots.id, ids)) : []
  for (const p of wanted.portions) {
    // What is processed again was weighed in long ago.
    if (p.lotId === null || p.fromJars) continue
    checkLot(
      found.find((l) => l.id === p.lotId),
      p.formId,
    )
  }
}

/** Jars to process again are of this kind, and out for less than 24 hours. */
async function checkAgain(tx: Tx, wanted: NewLoad, now: number): Promise<void> {
  for (const p of wanted.portions) {
    if (!p.fromJars) continue
    if (p.fromJars.length !== p.jars)
      throw unprocessable('jar-count', 'Name every jar that is processed again, each once.')
    await checkRescue(tx, p.fromJars, now)
    const rows = await tx
      .select()
      .from(jars)
      .where(inArray(jars.id, [...p.fromJars]))
    if (rows.some((j) => j.formId !== p.formId || j.jar !== p.jar || j.mouth !== p.mouth))
      throw unprocessable('jar-kind', 'These jars are not all of that food, size and mouth.')
  }
}
