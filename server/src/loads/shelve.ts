import type { NewLoadEvent, SealCount } from '@kelvit/contract'
import {
  dateAt,
  formOf,
  mayBeShelved,
  poundsPerQuart,
  publishedYield,
  quartsOf,
  shelfDates,
  type LoadState,
} from '@kelvit/core'
import { eq, inArray } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../db/pool'
import { households, jars, lots, shelves } from '../db/schema'
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
  const costs = await costsOf(tx, portions)
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
      costEach: costs.get(portion.id) ?? null,
      stateAt: new Date(at),
      outAt: new Date(state.entered.standing ?? at),
    }))
  })
  await tx.insert(jars).values(made)
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

/** Price of the produce in one jar of each portion, where the lot has a price. */
async function costsOf(
  tx: Tx,
  portions: readonly PortionRow[],
): Promise<ReadonlyMap<string, number>> {
  const ids = portions.flatMap((p) => (p.lotId ? [p.lotId] : []))
  const found = ids.length > 0 ? await tx.select().from(lots).where(inArray(lots.id, ids)) : []
  const costs = new Map<string, number>()
  for (const p of portions) {
    const price = found.find((l) => l.id === p.lotId)?.pricePerLb
    const form = formOf(p.formId)?.form
    if (price != null && form)
      costs.set(p.id, price * poundsPerQuart(publishedYield(form)) * quartsOf(p.jar))
  }
  return costs
}
