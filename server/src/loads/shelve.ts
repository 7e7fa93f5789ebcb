import type { NewLoadEvent, SealCount } from '@kelvit/contract'
import {
  dateAt,
  formOf,
  mayBeShelved,
  poundsPerQuart,
  produceCost,
  publishedYield,
  quartsOf,
  shelfDates,
  type LoadState,
  type LotCost,
} from '@kelvit/core'
import { and, eq, inArray, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../db/pool'
import { households, jars, loadPortions, lots, shelves } from '../db/schema'
import type { Actor } from '../http/actor'
import { unprocessable } from '../http/problem'
import { readPortions, type LoadRow, type PortionRow } from './store'

type NewJar = typeof jars.$inferInsert

/** Makes a row for every jar of a checked load: the sealed ones stand on the shelf, the others wait for their fate. */
export async function shelveJars(
  tx: Tx,
  actor: Actor,
  load: LoadRow,
  state: LoadState,
  sent: NewLoadEvent,
  at: number,
): Promise<void> {
  const portions = await readPortions(tx, load.id)
  const seals = sent.seals ?? []
  checkCounts(portions, seals)
  if (sent.shelfId) await checkShelf(tx, sent.shelfId)
  const [household] = await tx.select().from(households).where(eq(households.id, actor.householdId))
  if (!household) throw unprocessable('no-household', 'The household is gone.')
  const cannedOn = dateAt(state.entered.standing ?? at, household.zone)
  const dates = shelfDates(cannedOn, household.settings)
  let number = 0
  const made = seals.flatMap((seal): NewJar[] => {
    const portion = portions.find((p) => p.id === seal.portionId)
    if (!portion) return []
    return Array.from({ length: seal.jars }, (): NewJar => ({
      id: uuidv7(),
      householdId: actor.householdId,
      code: `${load.code}-${++number}`,
      loadId: load.id,
      lotId: portion.lotId,
      foodId: formOf(portion.formId)?.food.id ?? portion.formId,
      formId: portion.formId,
      jar: portion.jar,
      mouth: portion.mouth,
      cannedOn,
      ...dates,
      shelfId: isGood(seal) ? (sent.shelfId ?? null) : null,
      state: isGood(seal) ? 'on-shelf' : seal.outcome === 'broken' ? 'discarded' : 'set-aside',
      useSoon: seal.outcome === 'sealed-low-liquid',
      seal: seal.outcome,
      cause: seal.cause || null,
      stateAt: new Date(at),
      outAt: new Date(state.entered.standing ?? at),
    }))
  })
  await tx.insert(jars).values(made)
  await tellCosts(tx, portions)
}

const isGood = (seal: SealCount): boolean => mayBeShelved(seal.outcome)

function checkCounts(portions: readonly PortionRow[], seals: readonly SealCount[]): void {
  for (const p of portions) {
    const said = seals.filter((s) => s.portionId === p.id).reduce((n, s) => n + s.jars, 0)
    const stood = p.filled ?? p.jars
    if (said !== stood)
      throw unprocessable(
        'seal-count',
        `${stood} jars stood there, but ${said} were counted. Count every jar.`,
      )
  }
  if (seals.some((s) => !portions.some((p) => p.id === s.portionId)))
    throw unprocessable('no-portion', 'One of the counts is for jars that are not in this load.')
}

/** A foreign key does not see whose shelf it is. */
export async function checkShelf(tx: Tx, shelfId: string): Promise<void> {
  const [shelf] = await tx.select({ id: shelves.id }).from(shelves).where(eq(shelves.id, shelfId))
  if (!shelf) throw unprocessable('no-shelf', 'There is no such shelf.')
}

/**
 * What the produce in a jar cost, anew for every jar of the lots in this load: with each
 * load it is known better how many jars a lot really fills.
 */
async function tellCosts(tx: Tx, portions: readonly PortionRow[]): Promise<void> {
  const ids = [...new Set(portions.flatMap((p) => (p.lotId ? [p.lotId] : [])))]
  if (ids.length === 0) return
  const found = await tx.select().from(lots).where(inArray(lots.id, ids))
  const filled = await tx.select().from(loadPortions).where(inArray(loadPortions.lotId, ids))
  for (const lot of found) {
    const form = formOf(lot.formId)?.form
    if (lot.pricePerLb === null || !form) continue
    const facts: LotCost = {
      pricePerLb: lot.pricePerLb,
      lb: lot.lb,
      finished: lot.state !== 'in-house' && lot.state !== 'expected',
      lbPerQuart: poundsPerQuart(publishedYield(form)),
      quartsFilled: filled
        .filter((p) => p.lotId === lot.id)
        .reduce((n, p) => n + (p.filled ?? 0) * quartsOf(p.jar), 0),
    }
    for (const jar of new Set(filled.filter((p) => p.lotId === lot.id).map((p) => p.jar)))
      await tx
        .update(jars)
        .set({
          costEach: produceCost(facts, jar),
          version: sql`${jars.version} + 1`,
          updatedAt: new Date(),
        })
        .where(and(eq(jars.lotId, lot.id), eq(jars.jar, jar)))
  }
}
