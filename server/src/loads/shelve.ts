import type { NewLoadEvent, SealCount } from '@kelvit/contract'
import {
  dateAt,
  holdOf,
  inOrder,
  lotCost,
  mayBeShelved,
  policyFor,
  portionFood,
  produceCost,
  quartsFilled,
  shelfDates,
  signRule,
  takenBack,
  type LoadState,
} from '@kelvit/core'
import { and, eq, inArray } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../db/pool'
import { households, jars, loadPortions, lots } from '../db/schema'
import type { Actor } from '../http/actor'
import { unprocessable } from '../http/problem'
import { householdOf } from '../kitchen/figures'
import { checkShelf } from '../store/jars'
import { asEvent, readEvents, readPortions, type LoadRow, type PortionRow } from '../store/loads'
import { addRows, changeRows } from '../store/rows'
import { readYields } from '../store/yields'

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
  const household = await householdOf(tx, actor)
  const hold = holdOf(load.setup, state)
  const good = (seal: SealCount): boolean => isGood(seal) && hold !== 'not-processed'
  const outAt = state.outAt ?? at
  const origins = await lotsOf(tx, portions)
  const ranBy = await whoRan(tx, load.id)
  const made = seals.flatMap((seal): JarStart[] => {
    const portion = portions.find((p) => p.id === seal.portionId)
    if (!portion) return []
    const before = state.seen.find((s) => s.id === seal.seenId && s.portionId === portion.id)
    const gone = before && signRule(before.sign, before.at, outAt).state
    const shelved = good(seal) && !gone
    return newJars(seal.jars, load, portion, household, outAt).map((jar) => ({
      ...jar,
      ranBy,
      lotId: portion.lotId ?? origins.get(portion.fromJars?.[0] ?? '') ?? null,
      shelfId: shelved ? (sent.shelfId ?? null) : null,
      state: gone ?? (shelved ? 'on-shelf' : seal.outcome === 'broken' ? 'discarded' : 'set-aside'),
      useSoon: seal.outcome === 'sealed-low-liquid',
      seal: seal.outcome,
      cause: seal.cause || null,
      stateAt: new Date(gone ? before.at : at),
      hold,
    }))
  })
  await addRows(tx, jars, numbered(load, made))
  await tellCosts(tx, portions, dateAt(at, household.zone))
}

/**
 * A load was stopped: its filled jars are there all the same. They wait for what becomes of
 * them, and their 24 hours run from the stop; from when they were full, if no heat came.
 */
export async function keepStopped(
  tx: Tx,
  actor: Actor,
  load: LoadRow,
  before: LoadState,
  at: number,
): Promise<void> {
  const out = before.runs.length > 0 ? at : (before.filledAt ?? before.entered.heating ?? at)
  const household = await householdOf(tx, actor)
  const ranBy = await whoRan(tx, load.id)
  const made = (await readPortions(tx, load.id))
    .filter((p) => p.filled !== null && !p.fromJars)
    .flatMap((p) => newJars(p.filled ?? 0, load, p, household, out))
    .map((jar): JarStart => ({
      ...jar,
      ranBy,
      state: 'set-aside',
      seal: 'unsealed',
      cause: 'the load was stopped',
      stateAt: new Date(at),
      hold: 'not-processed',
    }))
  await addRows(tx, jars, numbered(load, made))
}

/** Who started a load: the name for its labels. */
async function whoRan(tx: Tx, loadId: string): Promise<string> {
  const events = (await readEvents(tx, loadId)).map(asEvent)
  const gone = takenBack(events)
  return inOrder(events).find((e) => e.kind === 'started' && !gone.has(e.id))?.by ?? ''
}

type JarStart = Omit<NewJar, 'code'>

/** Each jar with its code, "KR4T-1" and on. */
const numbered = (load: LoadRow, made: readonly JarStart[]): NewJar[] =>
  made.map((jar, i) => ({ ...jar, code: `${load.code}-${i + 1}` }))

/** What is the same in every jar of a portion, however its load ended. */
function newJars(
  count: number,
  load: LoadRow,
  portion: PortionRow,
  household: typeof households.$inferSelect,
  outAt: number,
) {
  const foodId = portionFood(portion)
  const cannedOn = dateAt(outAt, household.zone)
  const dates = shelfDates(cannedOn, policyFor(household.settings, foodId))
  return Array.from({ length: count }, () => ({
    id: uuidv7(),
    householdId: household.id,
    loadId: load.id,
    lotId: portion.lotId,
    foodId,
    formId: portion.formId,
    jar: portion.jar,
    mouth: portion.mouth,
    cannedOn,
    ...dates,
    shelfId: null,
    useSoon: false,
    outAt: new Date(outAt),
    jarOf: portion.jarOf,
  }))
}

/** The lots that jars which were processed again came from, by jar. */
async function lotsOf(
  tx: Tx,
  portions: readonly PortionRow[],
): Promise<ReadonlyMap<string, string | null>> {
  const ids = portions.flatMap((p) => p.fromJars ?? [])
  if (ids.length === 0) return new Map()
  const rows = await tx
    .select({ id: jars.id, lotId: jars.lotId })
    .from(jars)
    .where(inArray(jars.id, ids))
  return new Map(rows.map((r) => [r.id, r.lotId]))
}

const isGood = (seal: SealCount): boolean => mayBeShelved(seal.outcome)

function checkCounts(portions: readonly PortionRow[], seals: readonly SealCount[]): void {
  for (const p of portions) {
    const said = seals.filter((s) => s.portionId === p.id).reduce((n, s) => n + s.jars, 0)
    const stood = p.filled ?? p.jars
    if (said !== stood)
      throw unprocessable(
        'seal-count',
        `${stood} jars were in this load, but you counted ${said}. Count every jar.`,
      )
  }
  if (seals.some((s) => !portions.some((p) => p.id === s.portionId)))
    throw unprocessable('no-portion', 'One of the counts is for jars that aren’t in this load.')
}

/**
 * What the produce in a jar cost, anew for every jar of the lots in this load: with each
 * load it is known better how many jars a lot really fills.
 */
async function tellCosts(tx: Tx, portions: readonly PortionRow[], today: string): Promise<void> {
  const ids = [...new Set(portions.flatMap((p) => (p.lotId ? [p.lotId] : [])))]
  if (ids.length === 0) return
  const found = await tx.select().from(lots).where(inArray(lots.id, ids))
  const filled = await tx.select().from(loadPortions).where(inArray(loadPortions.lotId, ids))
  for (const lot of found) {
    const { pricePerLb } = lot
    if (pricePerLb === null) continue
    const book = { yields: await readYields(tx, lot.formId), today }
    const facts = lotCost(
      book,
      { ...lot, pricePerLb },
      quartsFilled({ loads: [{ stage: 'checked', portions: filled }] }, lot.id),
    )
    if (!facts) continue
    for (const jar of new Set(filled.filter((p) => p.lotId === lot.id).map((p) => p.jar)))
      await changeRows(tx, jars, and(eq(jars.lotId, lot.id), eq(jars.jar, jar)), {
        costEach: produceCost(facts, jar),
      })
  }
}
