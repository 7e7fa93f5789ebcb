import type { LoadWithEvents, NewLoadEvent } from '@kelvit/contract'
import {
  changedFigures,
  dateAt,
  foldLoad,
  isInCanner,
  stillHolds,
  whyNot,
  type LoadEvent,
} from '@kelvit/core'
import { and, eq, ne } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { canners, loadEvents, loadPortions, loads, lots } from '../db/schema'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { conflict, notFound, unprocessable } from '../http/problem'
import { drawLids, returnLids } from '../gear/stock'
import { checkJars, figuresOf, fitCanner, householdOf } from './plan'
import { shelveJars } from './shelve'
import { asEvent, lockLoad, readEvents, readLoad, readPortions, type LoadRow } from './store'

/** Clocks of phones differ a little; more than this into the future is a wrong clock. */
const FUTURE_MS = 120_000

/**
 * Adds one event to a load, with all that follows from it, or nothing at all.
 * The fold of core decides whether it fits. Repeating an event changes nothing.
 */
export const appendEvent = (
  deps: Deps,
  actor: Actor,
  loadId: string,
  eventId: string,
  sent: NewLoadEvent,
): Promise<LoadWithEvents> =>
  deps.db.inHousehold(actor.householdId, async (tx) => {
    const load = await lockLoad(tx, loadId)
    if (!load) throw notFound('There is no such load.')
    const events = (await readEvents(tx, loadId)).map(asEvent)
    if (!events.some((e) => e.id === eventId))
      await append(tx, deps, actor, load, events, eventId, sent)
    const after = await readLoad(tx, loadId)
    if (!after) throw notFound()
    return after
  })

async function append(
  tx: Tx,
  deps: Deps,
  actor: Actor,
  load: LoadRow,
  events: readonly LoadEvent[],
  id: string,
  sent: NewLoadEvent,
): Promise<void> {
  const event: LoadEvent = { ...sent, id, at: Date.parse(sent.at), by: actor.memberName }
  if (event.at > deps.clock.now() + FUTURE_MS)
    throw unprocessable('future', 'This event lies in the future. Check the clock of this device.')
  if (sent.kind === 'locked') await checkCanner(tx, load, sent)
  const { setup, ...figures } =
    sent.kind === 'started' ? await figuresNow(tx, deps, actor, load) : { setup: load.setup }
  const refusal = whyNot(setup, events, event)
  if (refusal) throw conflict('event-does-not-fit', refusal)
  const after = foldLoad(setup, [...events, event])
  const closed = load.stage === 'standing' || load.stage === 'checked'
  if (
    closed &&
    after.stage !== load.stage &&
    after.stage !== 'checked' &&
    sent.kind !== 'retracted'
  )
    throw conflict(
      'load-closed',
      'The jars are out already; this came too late to count. Add it as a note.',
    )
  await tx.insert(loadEvents).values({
    id,
    householdId: actor.householdId,
    loadId: load.id,
    at: new Date(event.at),
    kind: sent.kind,
    memberId: actor.memberId,
    by: actor.memberName,
    psi: sent.psi ?? null,
    text: sent.text ?? null,
    eventId: sent.eventId ?? null,
  })
  await tx
    .update(loads)
    .set({
      setup,
      ...figures,
      stage: after.stage,
      version: load.version + 1,
      updatedAt: new Date(),
    })
    .where(eq(loads.id, load.id))
  if (sent.kind === 'locked') await noteFilled(tx, load, sent, dateAt(event.at, actor.zone))
  if (sent.kind === 'retracted' && events.find((e) => e.id === sent.eventId)?.kind === 'locked')
    await forgetFilled(tx, load)
  if (sent.kind === 'seals-checked') await shelveJars(tx, actor, load, after, sent, event.at)
}

/**
 * What a load runs at is looked up when it is started, whatever it was planned at: the
 * gauge may have been tested and the altitude corrected since. The plan's figures are
 * kept beside it where they differ.
 */
async function figuresNow(
  tx: Tx,
  deps: Deps,
  actor: Actor,
  load: LoadRow,
): Promise<Pick<LoadRow, 'setup'> & Partial<Pick<LoadRow, 'plannedSetup' | 'processes'>>> {
  const canner = await fitCanner(tx, deps, actor, load.cannerId)
  const portions = await readPortions(tx, load.id)
  const { setup, processes } = figuresOf(portions, canner, await householdOf(tx, actor))
  if (load.stage !== 'planned' || changedFigures(load.setup, setup).length === 0)
    return { setup: load.setup }
  return { setup, plannedSetup: load.setup, processes: [...processes] }
}

/** Before a lid is locked: the jars fit by the canner's manual, and no other load is in it. */
async function checkCanner(tx: Tx, load: LoadRow, sent: NewLoadEvent): Promise<void> {
  const [canner] = await tx
    .select()
    .from(canners)
    .where(eq(canners.id, load.cannerId))
    .for('update')
  if (!canner) throw notFound()
  const portions = await readPortions(tx, load.id)
  checkJars(
    portions.map((p) => ({
      ...p,
      jars: sent.filled?.find((f) => f.portionId === p.id)?.jars ?? p.jars,
    })),
    canner,
  )
  const others = await tx
    .select({ id: loads.id, code: loads.code, stage: loads.stage })
    .from(loads)
    .where(and(eq(loads.cannerId, load.cannerId), ne(loads.id, load.id)))
  const other = others.find((l) => isInCanner(l.stage))
  if (other) throw conflict('canner-busy', stillHolds(canner.name, other.code))
}

/** How many jars really went in, and which lots are used up. */
async function noteFilled(tx: Tx, load: LoadRow, sent: NewLoadEvent, today: string): Promise<void> {
  const portions = await readPortions(tx, load.id)
  for (const portion of portions) {
    const said = sent.filled?.find((f) => f.portionId === portion.id)
    await tx
      .update(loadPortions)
      .set({ filled: said?.jars ?? portion.jars })
      .where(eq(loadPortions.id, portion.id))
    await drawLids(tx, portion, said?.jars ?? portion.jars)
    if (said?.lotFinished && portion.lotId)
      await tx
        .update(lots)
        .set({ state: 'canned', finishedOn: today, updatedAt: new Date() })
        .where(eq(lots.id, portion.lotId))
  }
  const strange = sent.filled?.find((f) => !portions.some((p) => p.id === f.portionId))
  if (strange)
    throw unprocessable('no-portion', 'One of the counts is for jars that are not in this load.')
}

/** The lid was not locked after all: counts are open again and used-up lots are back in the house. */
async function forgetFilled(tx: Tx, load: LoadRow): Promise<void> {
  for (const portion of await readPortions(tx, load.id)) {
    await returnLids(tx, portion)
    await tx.update(loadPortions).set({ filled: null }).where(eq(loadPortions.id, portion.id))
    if (portion.lotId)
      await tx
        .update(lots)
        .set({ state: 'in-house', finishedOn: null, updatedAt: new Date() })
        .where(and(eq(lots.id, portion.lotId), eq(lots.state, 'canned')))
  }
}
