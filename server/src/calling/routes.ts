import { callingApi } from '@kelvit/contract/routes'
import type { Calling, Device } from '@kelvit/contract'
import type Router from '@koa/router'
import type { Context } from 'koa'
import type { Tx } from '../db/pool'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { notFound, ProblemError, unprocessable } from '../http/problem'
import { serve } from '../http/serve'
import { readId } from '../http/validate'
import {
  endDevice,
  endSubscription,
  keepSubscription,
  readDevices,
  readSubscription,
  renameDevice,
} from '../store/devices'
import { tell } from './caller'

/** Until a device that wants to try it is called, s. */
const TEST_S = 10

/** Devices on which somebody is signed in, and how each is called. */
export function callingRoutes(router: Router, deps: Deps): void {
  deviceRoutes(router, deps)
  serve(router, callingApi.calling, ({ actor, ctx }) =>
    deps.db.inHousehold(actor, (tx) => callingOf(tx, deps, sessionOf(ctx))),
  )
  serve(router, callingApi.call, ({ actor, body, ctx }) => {
    const { endpoint, p256dh, auth, from, until } = body
    const pusher = pusherOf(deps)
    if (!pusher.knows(endpoint))
      throw unprocessable(
        'push-service',
        `Kelvit can’t call this browser yet. Ask the person who runs Kelvit to add ${hostOf(endpoint)} to KELVIT_PUSH_HOSTS.`,
      )
    if (Boolean(from) !== Boolean(until)) throw unprocessable('times', 'Give both times, or none.')
    return deps.db.inHousehold(actor, async (tx) => {
      const sessionId = sessionOf(ctx)
      await keepSubscription(tx, {
        sessionId,
        householdId: actor.householdId,
        memberId: actor.memberId,
        endpoint,
        p256dh,
        auth,
        ...(from === undefined ? {} : { callsFrom: from }),
        ...(until === undefined ? {} : { callsUntil: until }),
      })
      return callingOf(tx, deps, sessionId)
    })
  })
  serve(router, callingApi.quiet, ({ actor, ctx }) =>
    deps.db.inHousehold(actor, (tx) => endSubscription(tx, sessionOf(ctx))),
  )
  serve(router, callingApi.test, async ({ actor, ctx }) => {
    const pusher = pusherOf(deps)
    const to = await deps.db.inHousehold(actor, (tx) => readSubscription(tx, sessionOf(ctx)))
    if (!to) throw unprocessable('not-called', 'This device isn’t called yet. Turn it on first.')
    const inSeconds = deps.calling?.testSeconds ?? TEST_S
    const message = {
      kind: 'test',
      tag: 'test',
      body: 'This is the call you asked for. It works.',
      url: '/stove',
    } as const
    setTimeout(() => void tell(deps, pusher, { to, message }), inSeconds * 1000).unref()
    return { inSeconds }
  })
}

function deviceRoutes(router: Router, deps: Deps): void {
  /** Devices that somebody may see: their own, and as keeper everybody's. */
  const seenBy = async (tx: Tx, actor: Actor, ctx: Context) => {
    const here = sessionOf(ctx)
    // Strangers share the demo and are none of each other's business.
    const all = actor.role === 'keeper' && !actor.demo
    const rows = await readDevices(tx, all ? undefined : actor.memberId)
    return rows
      .filter((r) => !actor.demo || r.id === here)
      .map(({ device, memberId, lastSeenAt, id, of, calls }): Device => ({
        id,
        name: device === '' ? 'Device' : device,
        of,
        mine: memberId === actor.memberId,
        here: id === here,
        lastSeenAt: lastSeenAt.toISOString(),
        calls: Boolean(calls),
      }))
  }
  serve(router, callingApi.devices, ({ actor, ctx }) =>
    deps.db.inHousehold(actor, (tx) => seenBy(tx, actor, ctx)),
  )
  serve(router, callingApi.rename, ({ actor, body, ctx }) =>
    deps.db.inHousehold(actor, async (tx) => {
      const id = readId(ctx)
      const mine = (await seenBy(tx, actor, ctx)).find((d) => d.id === id && d.mine)
      if (!mine) throw notFound('This isn’t one of your devices.')
      await renameDevice(tx, id, body.name)
      return { ...mine, name: body.name }
    }),
  )
  serve(router, callingApi.end, ({ actor, ctx }) =>
    deps.db.inHousehold(actor, async (tx) => {
      const id = readId(ctx)
      // Signed out already is signed out.
      if ((await seenBy(tx, actor, ctx)).some((d) => d.id === id)) await endDevice(tx, id)
    }),
  )
}

const hostOf = (endpoint: string): string =>
  URL.canParse(endpoint) ? new URL(endpoint).host : 'its push service'

const sessionOf = (ctx: Context): string => (ctx.state as { sessionId?: string }).sessionId ?? ''

function pusherOf({ calling }: Deps) {
  if (!calling)
    throw new ProblemError(503, 'no-calls', 'Kelvit isn’t set up to call locked devices.')
  return calling.pusher
}

async function callingOf(tx: Tx, deps: Deps, sessionId: string): Promise<Calling> {
  const kept = await readSubscription(tx, sessionId)
  return {
    publicKey: deps.calling?.pusher.publicKey ?? null,
    on: kept !== undefined,
    from: kept?.callsFrom ?? null,
    until: kept?.callsUntil ?? null,
    reached: deps.calling?.reached.get(sessionId) ?? null,
  }
}
