import { gaugeApi } from '@kelvit/contract/routes'
import type Router from '@koa/router'
import { asc } from 'drizzle-orm'
import { hashToken, newToken } from '../http/secrets'
import { gaugeLimit } from '../http/limits'
import type { Tx } from '../db/pool'
import { canners, gauges } from '../db/schema'
import { toWire, toWires } from '../db/wire'
import type { Deps } from '../http/deps'
import { ProblemError, unprocessable } from '../http/problem'
import { foundAlready, serve } from '../http/serve'
import { readId } from '../http/validate'
import { deleteRow, findRow, insertRow } from '../store/rows'
import { takeReadings } from './readings'

/** Gauges that are devices: made and revoked by the keeper; they send readings with their token. */
export function gaugeRoutes(router: Router, deps: Deps): void {
  const withinLimit = gaugeLimit(deps.db.pool)

  serve(router, gaugeApi.gauges, async ({ actor }) => {
    return deps.db.inHousehold(actor, async (tx) =>
      (await tx.select().from(gauges).orderBy(asc(gauges.createdAt))).map(toWires(gauges)),
    )
  })

  serve(router, gaugeApi.make, async ({ actor, body, ctx }) => {
    const id = readId(ctx)
    const token = newToken()
    const { row, made } = await deps.db.inHousehold(actor, async (tx) => {
      await mustHaveCanner(tx, body.cannerId)
      return insertRow(tx, gauges, actor.householdId, id, { ...body, tokenHash: hashToken(token) })
    })
    if (!made) foundAlready(ctx)
    // The token is told once; who lost it makes another gauge.
    return { ...toWire(gauges, row), token: made ? token : null }
  })

  serve(router, gaugeApi.revoke, async ({ actor, ctx }) => {
    const id = readId(ctx)
    await deps.db.inHousehold(actor, (tx) => deleteRow(tx, gauges, id))
  })

  serve(router, gaugeApi.readings, async (ask) => {
    const { ctx } = ask
    const id = readId(ctx)
    const found = await whoseToken(deps, ctx.get('authorization'))
    if (!found || found.gauge_id !== id)
      throw new ProblemError(
        401,
        'gauge-token',
        'This needs the gauge’s token, or the token was revoked. The keeper can make a new one.',
      )
    await withinLimit(id)
    const { readings } = ask.body
    const accepted = await deps.db.inHousehold({ householdId: found.household_id }, (tx) =>
      takeReadings(tx, deps, found.household_id, id, readings),
    )
    return { accepted }
  })
}

async function mustHaveCanner(tx: Tx, cannerId: string): Promise<void> {
  if (!(await findRow(tx, canners, cannerId)))
    throw unprocessable('no-canner', 'We can’t find this canner.')
}

async function whoseToken(
  deps: Deps,
  header: string,
): Promise<{ gauge_id: string; household_id: string } | undefined> {
  const token = /^Bearer ([\w-]{20,200})$/i.exec(header)?.[1]
  if (!token) return undefined
  const [found] = await deps.db.ask<{ gauge_id: string; household_id: string }>(
    'select gauge_id, household_id from kelvit_find_gauge($1)',
    [hashToken(token)],
  )
  return found
}
