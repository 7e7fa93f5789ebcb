import type { LoadWithEvents, NewLoad } from '@kelvit/contract'
import {
  dateAt,
  figuresFor,
  formOf,
  whyNotTogether,
  type Figures,
  type FiguresQuery,
} from '@kelvit/core'
import { eq, inArray } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { canners, households, loadPortions, loads, lots, seasonLoads } from '../db/schema'
import { blocksOf, lastTests } from '../gear/resources'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { conflict, notFound, ProblemError, unprocessable } from '../http/problem'
import { newCode } from './code'
import { readLoad } from './store'

type CannerRow = typeof canners.$inferSelect
type HouseholdRow = typeof households.$inferSelect

/** Plans a load: processes are looked up here, never taken from the caller. Repeating it changes nothing. */
export const planLoad = (
  deps: Deps,
  actor: Actor,
  id: string,
  wanted: NewLoad,
): Promise<{ load: LoadWithEvents; made: boolean }> =>
  deps.db.inHousehold(actor.householdId, async (tx) => {
    const before = await readLoad(tx, id)
    if (before) return { load: before, made: false }
    const canner = await fitCanner(tx, deps, actor, wanted.cannerId)
    const household = await householdOf(tx, actor)
    const { setup, processes } = figuresOf(wanted.portions, canner, household)
    checkJars(wanted.portions, canner.row)
    await checkLots(tx, wanted)
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
    await tx.insert(loadPortions).values(
      wanted.portions.map((p, position) => ({
        ...p,
        householdId: actor.householdId,
        loadId: id,
        position,
      })),
    )
    // The load of the season plan has become this one.
    if (wanted.seasonLoadId)
      await tx.delete(seasonLoads).where(eq(seasonLoads.id, wanted.seasonLoadId))
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
    const [row] = await tx
      .insert(loads)
      .values({ ...values, code: newCode() })
      .onConflictDoNothing()
      .returning({ id: loads.id })
    if (row) return true
    if (await readLoad(tx, values.id)) return false
  }
  throw new Error('no free code for a load')
}

interface FitCanner {
  readonly row: CannerRow
  readonly errorPsi: number
}

/** The canner if it may be used today; otherwise the reason, as a conflict. */
export async function fitCanner(
  tx: Tx,
  deps: Deps,
  actor: Actor,
  cannerId: string,
): Promise<FitCanner> {
  const [row] = await tx.select().from(canners).where(eq(canners.id, cannerId))
  if (!row || row.retired) throw unprocessable('no-canner', 'There is no such canner in use.')
  const test = (await lastTests(tx, [cannerId])).get(cannerId)
  const [block] = blocksOf(row, test, dateAt(deps.clock.now(), actor.zone))
  if (block) throw conflict('canner-blocked', block.sentence)
  return { row, errorPsi: row.regulatedBy === 'dial' ? (test?.errorPsi ?? 0) : 0 }
}

export async function householdOf(tx: Tx, actor: Actor): Promise<HouseholdRow> {
  const [row] = await tx.select().from(households).where(eq(households.id, actor.householdId))
  if (!row) throw notFound()
  return row
}

/** What these portions run at on this canner today, or the refusal as a problem. */
export function figuresOf(
  portions: FiguresQuery['portions'],
  { row, errorPsi }: FitCanner,
  household: HouseholdRow,
): Figures {
  const found = figuresFor({
    portions,
    regulatedBy: row.regulatedBy,
    gaugeErrorPsi: errorPsi,
    restMin: row.stageMinutes.restMin,
    altitudeFt: household.altitudeFt,
    cushionPsi: household.settings.cushionPsi,
    restMinutes: household.settings.restMinutes,
  })
  if (found.outcome === 'refused')
    throw new ProblemError(
      422,
      `refused-${found.reason}`,
      `${found.sentence} Instead: ${found.instead.join(', ')}.`,
    )
  return found
}

/** Whether the canner takes these jars at once, by its manual. */
export function checkJars(portions: Parameters<typeof whyNotTogether>[0], canner: CannerRow): void {
  const why = whyNotTogether(portions, canner)
  if (why) throw unprocessable(why.reason, why.sentence)
}

async function checkLots(tx: Tx, wanted: NewLoad): Promise<void> {
  const ids = wanted.portions.flatMap((p) => (p.lotId ? [p.lotId] : []))
  const found = ids.length > 0 ? await tx.select().from(lots).where(inArray(lots.id, ids)) : []
  for (const p of wanted.portions) {
    if (p.lotId === null) continue
    checkLot(
      found.find((l) => l.id === p.lotId),
      p.formId,
    )
  }
}

/** Whether a lot is there to be canned in that form. */
export function checkLot(lot: typeof lots.$inferSelect | undefined, formId: string): void {
  if (!lot) throw unprocessable('no-lot', 'One of the lots is not here.')
  if (formOf(formId)?.food.id !== lot.foodId)
    throw unprocessable('no-form', 'This way of canning does not belong to that lot.')
  if (lot.state !== 'in-house' && lot.state !== 'expected')
    throw conflict('lot-gone', 'This lot was canned, eaten or spoiled already.')
}
