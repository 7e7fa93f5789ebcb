import { dueNow, foldLoad, MAY_WAIT, minuteOf, wallClock, type Due } from '@kelvit/core'
import { inArray } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { canners } from '../db/schema'
import type { Deps } from '../http/deps'
import { forLog } from '../http/errors'
import { householdOf } from '../kitchen/figures'
import {
  askHouseholdsToCall,
  callHeard,
  endSubscription,
  forgetCalls,
  keepCall,
  lookAfterCalls,
  readCalls,
  readSubscriptions,
  type Subscription,
} from '../store/devices'
import { runningLoads } from '../store/loads'
import type { PushMessage, Pusher } from '../push/push'

/** How often it is looked whether something is due, ms. */
const EVERY_MS = 4000
/** Called again after this, until somebody does it or says that it is heard, ms. */
const AGAIN_MS = 120_000
/** What may wait calls less often, ms. */
const AGAIN_WAITING_MS = 20 * 60_000
/** After so many calls nobody is there. */
const MOST_CALLS = 20
const DAY_MS = 86_400_000

interface Wanted {
  readonly to: Subscription
  readonly message: PushMessage
}

/**
 * Calls the devices of members when something is due at the stove, whether a page is open
 * there or not. With several servers each household is looked after by one at a time.
 * @returns how to stop.
 */
export function startCaller(deps: Deps, pusher: Pusher): () => void {
  let stopped = false
  let timer: NodeJS.Timeout | undefined
  const round = async (): Promise<void> => {
    await callAll(deps, pusher).catch((err: unknown) =>
      deps.log.info({ err: forLog(err) }, 'calling'),
    )
    if (!stopped) timer = setTimeout(() => void round(), EVERY_MS).unref()
  }
  timer = setTimeout(() => void round(), EVERY_MS).unref()
  return () => {
    stopped = true
    clearTimeout(timer)
  }
}

/** One look at everything that may call for somebody. */
export async function callAll(deps: Deps, pusher: Pusher): Promise<void> {
  if (deps.clock.frozen) await deps.clock.refresh()
  for (const householdId of await askHouseholdsToCall(deps.db)) {
    const wanted = await deps.db.inHousehold({ householdId }, (tx) =>
      decide(tx, householdId, deps.clock.now()),
    )
    await Promise.all(wanted.map((w) => tell(deps, pusher, w)))
  }
}

/** Sends to one device; one that is gone is not called again. */
export async function tell(deps: Deps, pusher: Pusher, { to, message }: Wanted): Promise<void> {
  const sent = await pusher.send(to, message)
  deps.calling?.reached.set(to.sessionId, sent === 'sent')
  if (sent === 'failed') deps.log.info({ tag: message.kind }, 'a device could not be called')
  if (sent === 'gone') await deps.db.inHousehold(to, (tx) => endSubscription(tx, to.sessionId))
}

/** Who is to be told what now; kept as told in the same transaction. */
async function decide(tx: Tx, householdId: string, now: number): Promise<readonly Wanted[]> {
  if (!(await lookAfterCalls(tx, householdId))) return []
  const { zone, units } = await householdOf(tx, { householdId })
  const due = await dueOf(tx, now, units)
  const known = new Map((await readCalls(tx)).map((c) => [c.key, c]))
  const messages: PushMessage[] = []
  for (const d of due) {
    const before = known.get(d.key)
    const standing = before?.heardAt === null ? before : undefined
    const again = MAY_WAIT.has(d.kind) ? AGAIN_WAITING_MS : AGAIN_MS
    if (standing && (standing.times >= MOST_CALLS || now - standing.calledAt.getTime() < again))
      continue
    const times = (standing?.times ?? 0) + 1
    await keepCall(tx, {
      householdId,
      key: d.key,
      loadId: d.loadId,
      calledAt: new Date(now),
      times,
    })
    messages.push(callOf(d))
  }
  for (const c of known.values())
    if (c.heardAt === null && !due.some((d) => d.key === c.key)) {
      await callHeard(tx, c.key, new Date(now))
      messages.push({
        kind: 'quiet',
        tag: c.key,
        body: 'Done or heard.',
        url: `/stove/${c.loadId}`,
      })
    }
  await forgetCalls(tx, new Date(now - DAY_MS))
  if (messages.length === 0) return []
  const { minute } = wallClock(now, zone)
  const there = (await readSubscriptions(tx)).filter((s) => isCalledAt(s, minute))
  return messages.flatMap((message) => there.map((to) => ({ to, message })))
}

async function dueOf(tx: Tx, now: number, units: 'us' | 'metric'): Promise<readonly Due[]> {
  const running = await runningLoads(tx)
  if (running.length === 0) return []
  const names = await tx
    .select({ id: canners.id, name: canners.name })
    .from(canners)
    .where(
      inArray(
        canners.id,
        running.map((l) => l.cannerId),
      ),
    )
  return dueNow(
    running.map((l) => ({
      id: l.id,
      stage: l.stage,
      setup: l.setup,
      state: foldLoad(l.setup, l.events),
      canner: names.find((c) => c.id === l.cannerId)?.name,
    })),
    now,
    units,
  )
}

const callOf = ({ key, loadId, kind, sentence }: Due): PushMessage => ({
  kind: 'call',
  tag: key,
  body: sentence,
  url: `/stove/${loadId}`,
  heard: { loadId, prompt: kind },
})

/** Whether a device is called at a minute of the day; its times may go over midnight. */
export function isCalledAt(
  { callsFrom, callsUntil }: Pick<Subscription, 'callsFrom' | 'callsUntil'>,
  minute: number,
): boolean {
  if (callsFrom === null || callsUntil === null) return true
  const [from, until] = [minuteOf(callsFrom), minuteOf(callsUntil)]
  return from <= until ? minute >= from && minute < until : minute >= from || minute < until
}
