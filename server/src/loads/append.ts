import type { LoadWithEvents, NewLoadEvent } from '@kelvit/contract'
import {
  FACTS,
  foldLoad,
  inOrder,
  isInCanner,
  takenBack,
  type LoadEvent,
  type LoadState,
} from '@kelvit/core'
import { AHEAD_MS } from '../clock/clock'
import type { Tx } from '../db/pool'
import { loadEvents } from '../db/schema'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { conflict, notFound, ProblemError, unprocessable } from '../http/problem'
import { checkCanner, figuresNow } from './at-start'
import { followFill } from './filled'
import { loseSeal } from './jars'
import { refold } from './refold'
import { keepStopped, shelveJars } from './shelve'
import { asEvent, lockLoad, readEvents, readLoad, type LoadRow } from '../store/loads'
import { addRows } from '../store/rows'

/** Two people who say the same within this long say one thing, ms. */
const ONE_THING_MS = 5000

/**
 * Adds one fact to a load, with all that follows from it. What happened is kept, also
 * when it should not have happened; core judges it. Refused is only what lies in the
 * future or before the load was started. Repeating a fact changes nothing.
 */
export const appendEvent = (
  deps: Deps,
  actor: Actor,
  loadId: string,
  eventId: string,
  sent: NewLoadEvent,
): Promise<LoadWithEvents> =>
  deps.db.inHousehold(actor, async (tx) => {
    const load = await lockLoad(tx, loadId)
    if (!load) throw notFound('This load doesn’t exist.')
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
  const event: LoadEvent = {
    ...sent,
    ...momentsOf(sent, deps.clock.now(), events),
    id,
    by: actor.memberName,
  }
  if (isSaidAlready(events, event)) return
  if (sent.kind === 'looked-into' && actor.role !== 'keeper')
    throw new ProblemError(
      403,
      'role',
      'Only the keeper can review a doubt, because it releases the jars.',
    )
  if (sent.kind === 'retracted' && !takenBack([...events, event]).has(sent.eventId ?? ''))
    throw conflict(
      'event-does-not-fit',
      'This stays in the record. You can only undo the last step, within a minute, and never a reading or a step that starts or stops the clock.',
    )
  const { setup, ...figures } =
    sent.kind === 'started' ? await figuresNow(tx, deps, actor, load) : { setup: load.setup }
  const before = foldLoad(setup, events)
  const after = foldLoad(setup, [...events, event])
  // Before a lid goes on: the jars fit, and nothing else is in the canner.
  const goesIn = !isInCanner(before.stage) && isInCanner(after.stage)
  if ((sent.kind === 'locked' || goesIn) && !isOver(before)) await checkCanner(tx, load, sent)
  await addRows(tx, loadEvents, [
    {
      id,
      householdId: actor.householdId,
      loadId: load.id,
      at: new Date(event.at),
      happenedAt: event.happenedAt == null ? null : new Date(event.happenedAt),
      heardAt: new Date(deps.clock.now()),
      kind: sent.kind,
      memberId: actor.memberId,
      by: actor.memberName,
      psi: sent.psi ?? null,
      text: sent.text ?? null,
      eventId: sent.eventId ?? null,
      doubtIds: event.doubtIds ? [...event.doubtIds] : null,
      seen: sent.seen ?? null,
    },
  ])
  await followFill(tx, actor, load, { before, after, sent, at: event.at, goesIn })
  if (after.stage === 'aborted' && before.stage !== 'aborted')
    await keepStopped(tx, actor, { ...load, setup }, before, event.at)
  if (sent.kind === 'seals-checked' && before.stage !== 'checked' && after.stage === 'checked')
    await shelveJars(tx, actor, { ...load, setup }, after, sent, event.at)
  if (sent.kind === 'seal-lost' && sent.jarId) await loseSeal(tx, load, sent.jarId, event.at)
  await refold(tx, load, { setup, ...figures })
}

const isOver = (state: LoadState): boolean =>
  ['standing', 'checked', 'aborted'].includes(state.stage)

/**
 * The moments of a fact by the server's clock. A device that never measured its distance
 * to the server says its own time as it sends, and is put right by that; nothing lies in
 * the future, and nothing before the load was started.
 */
function momentsOf(
  sent: NewLoadEvent,
  now: number,
  events: readonly LoadEvent[],
): { readonly at: number; readonly happenedAt: number | null; readonly heardAt: number } {
  const off = sent.sentAt ? now - Date.parse(sent.sentAt) : 0
  const at = Date.parse(sent.at) + off
  if (at > now + AHEAD_MS)
    throw unprocessable('future', 'This is in the future. Check this device’s clock.')
  const gone = takenBack(events)
  const began = inOrder(events).find((e) => e.kind === 'started' && !gone.has(e.id))?.at
  if (began === undefined && sent.kind !== 'started')
    throw conflict('not-started', 'This load hasn’t started yet. Start it first.')
  if (began !== undefined && at < began - AHEAD_MS)
    throw conflict('not-started', 'This was before the load started. Check the time.')
  const happened = sent.happenedAt ? Date.parse(sent.happenedAt) + off : null
  if (happened !== null && happened > at + AHEAD_MS)
    throw unprocessable('future', 'It can’t have happened after you recorded it. Check the time.')
  const least = began ?? 0
  return {
    at: Math.max(least, Math.min(at, now)),
    happenedAt: happened === null ? null : Math.max(least, Math.min(happened, at, now)),
    heardAt: now,
  }
}

/** Two people at two devices pressed the same at the same moment: it happened once. */
function isSaidAlready(events: readonly LoadEvent[], e: LoadEvent): boolean {
  const rule = FACTS[e.kind]
  const counts = rule.starts ?? rule.breaks ?? ONCE.has(e.kind)
  if (!counts) return false
  const gone = takenBack(events)
  const between = (a: number, b: number): boolean =>
    events.some(
      (x) => x.kind !== 'note' && x.at > Math.min(a, b) && x.at < Math.max(a, b) && !gone.has(x.id),
    )
  return events.some(
    (x) =>
      x.kind === e.kind &&
      !gone.has(x.id) &&
      Math.abs(x.at - e.at) <= ONE_THING_MS &&
      (x.psi ?? null) === (e.psi ?? null) &&
      (x.happenedAt ?? null) === (e.happenedAt ?? null) &&
      (x.text ?? '') === (e.text ?? '') &&
      (x.eventId ?? null) === (e.eventId ?? null) &&
      !between(x.at, e.at),
  )
}
const ONCE = new Set<LoadEvent['kind']>([
  'started',
  'filling-began',
  'locked',
  'seals-checked',
  'aborted',
  'prompt-heard',
  'watched',
  'unwatched',
])
