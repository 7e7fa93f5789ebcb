import type { LoadWithEvents, NewLoad } from '@kelvit/contract'
import type { JarOf } from '@kelvit/core'
import { inArray } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { jars, loadPortions, loads, lots, seasonLoads } from '../db/schema'
import { checkJars, checkLot, figuresOf, fitCanner, householdOf } from '../kitchen/figures'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { notFound, unprocessable } from '../http/problem'
import { newCode } from '../store/code'
import { againLimits, checkRescue } from './jars'
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
    const { againBy } = await checkAgain(tx, wanted, deps.clock.now())
    const portions = await withContents(tx, wanted)
    const { setup, processes } = figuresOf(portions, canner, household, againBy)
    checkJars(portions, canner.row)
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
      portions.map((p, position) => ({
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

type Filled = NewLoad['portions'][number] & { readonly jarOf: JarOf | null }

/** Each portion with what is in its jars: as its lot says it, as the jars that run again say it, or as it was sent. */
async function withContents(tx: Tx, wanted: NewLoad): Promise<readonly Filled[]> {
  const ids = wanted.portions.flatMap((p) => (p.lotId ? [p.lotId] : []))
  const found = ids.length > 0 ? await tx.select().from(lots).where(inArray(lots.id, ids)) : []
  const again = wanted.portions.flatMap((p) => p.fromJars?.slice(0, 1) ?? [])
  const old = again.length > 0 ? await tx.select().from(jars).where(inArray(jars.id, again)) : []
  return wanted.portions.map((p) => {
    const jar = p.fromJars && old.find((j) => j.id === p.fromJars?.[0])
    if (jar) return { ...p, jarOf: jar.jarOf }
    const lot = found.find((l) => l.id === p.lotId)
    if (p.lotId === null || p.fromJars) return { ...p, jarOf: p.jarOf ?? null }
    checkLot(lot, p.formId)
    return { ...p, jarOf: lot?.jarOf ?? null }
  })
}

/**
 * Jars to process again are of one kind, and out for less than 24 hours.
 * @returns when the first of them must be at pressure; nothing where all are fresh.
 */
async function checkAgain(
  tx: Tx,
  wanted: NewLoad,
  now: number,
): Promise<{ readonly againBy?: number }> {
  const by: number[] = []
  for (const p of wanted.portions) {
    if (!p.fromJars) continue
    if (p.fromJars.length !== p.jars)
      throw unprocessable('jar-count', 'Name every jar that’s processed again once.')
    await checkRescue(tx, p.fromJars, now)
    const rows = await tx
      .select()
      .from(jars)
      .where(inArray(jars.id, [...p.fromJars]))
    const kind = (j: { jarOf: JarOf | null }): string => JSON.stringify(j.jarOf)
    if (
      rows.some(
        (j) =>
          j.formId !== p.formId ||
          j.jar !== p.jar ||
          j.mouth !== p.mouth ||
          kind(j) !== kind(rows[0] ?? j),
      )
    )
      throw unprocessable('jar-kind', 'These jars aren’t all of that food, size and mouth.')
    by.push(...againLimits(rows))
  }
  return by.length > 0 ? { againBy: Math.min(...by) } : {}
}
