import { seasonApi } from '@kelvit/contract/routes'
import { paths } from '@kelvit/contract'
import { addDays, dateAt } from '@kelvit/core'
import type Router from '@koa/router'
import { eq } from 'drizzle-orm'
import type { Context } from 'koa'
import { hashToken, newToken } from '../http/secrets'
import { calendarFeeds } from '../db/schema'
import { writeCalendar } from '../formats/ical-write'
import type { Deps } from '../http/deps'
import { beside } from '../heavy/beside'
import { notFound } from '../http/problem'
import { serve } from '../http/serve'
import { readId } from '../http/validate'
import { keepTimesOfFile } from '../store/kitchen-calendar'
import { addRows, changeRows, deleteRow, findRow } from '../store/rows'
import { canningDays, readDays } from './canning-days'
import { dayNotes, sealChecks } from './reminders'

/** As far as the season is planned ahead, days. */
const AHEAD_DAYS = 150

/** Busy times in, canning days out, both as iCalendar. */
export function calendarRoutes(router: Router, deps: Deps): void {
  serve(router, seasonApi.importCalendar, async ({ actor, body }) => {
    const { text } = body
    const today = dateAt(deps.clock.now(), actor.zone)
    const read = await beside(
      'calendar',
      { text, zone: actor.zone, from: today, until: addDays(today, AHEAD_DAYS) },
      'We couldn’t read this calendar file in time. Nothing was imported.',
    )
    return deps.db.inHousehold(actor, async (tx) => {
      await keepTimesOfFile(tx, actor.householdId, read.times)
      return { times: read.times.length, leftOut: read.leftOut }
    })
  })
  serve(router, seasonApi.calendar, async ({ actor, ctx }) => {
    await sendCalendar(ctx, deps, actor.householdId)
    ctx.attachment('kelvit-canning-days.ics')
  })
  feedRoutes(router, deps)
}

function feedRoutes(router: Router, deps: Deps): void {
  const feedWire = (f: typeof calendarFeeds.$inferSelect) => ({
    id: f.id,
    createdAt: f.createdAt.toISOString(),
  })
  serve(router, seasonApi.feeds, async ({ actor }) => {
    return deps.db.inHousehold(actor, async (tx) =>
      (await tx.select().from(calendarFeeds).orderBy(calendarFeeds.createdAt)).map(feedWire),
    )
  })
  serve(router, seasonApi.makeFeed, async ({ actor, ctx }) => {
    const id = readId(ctx)
    const token = newToken()
    return deps.db.inHousehold(actor, async (tx) => {
      // The address is told once; asking again for the same one makes it anew.
      const values = { tokenHash: hashToken(token) }
      const [row] = (await findRow(tx, calendarFeeds, id))
        ? await changeRows(tx, calendarFeeds, eq(calendarFeeds.id, id), values)
        : await addRows(tx, calendarFeeds, [
            { id, householdId: actor.householdId, madeBy: actor.memberId, ...values },
          ])
      if (!row) throw notFound()
      return { ...feedWire(row), path: `${paths.calendar}/${token}.ics` }
    })
  })
  serve(router, seasonApi.revokeFeed, async ({ actor, ctx }) => {
    await deps.db.inHousehold(actor, (tx) => deleteRow(tx, calendarFeeds, readId(ctx)))
  })
  serve(router, seasonApi.secretCalendar, async ({ ctx }) => {
    const token = String((ctx.params as Record<string, string>).token ?? '').slice(0, 100)
    const [feed] = await deps.db.ask<{ household_id: string }>(
      'select * from kelvit_find_feed($1)',
      [hashToken(token)],
    )
    if (!feed) throw notFound('We don’t know this calendar address. It may have been revoked.')
    await sendCalendar(ctx, deps, feed.household_id)
  })
}

async function sendCalendar(ctx: Context, deps: Deps, householdId: string): Promise<void> {
  const now = deps.clock.now()
  const found = await deps.db.inHousehold({ householdId }, async (tx) => {
    const read = await readDays(tx, householdId, now)
    if (!read) return undefined
    const { zone } = read.household
    return { read, checks: await sealChecks(tx), notes: await dayNotes(tx, zone, now) }
  })
  if (!found) throw notFound()
  const days = await canningDays(found.read, now)
  ctx.type = 'text/calendar; charset=utf-8'
  ctx.body = writeCalendar([...days, ...found.checks], found.read.household, now, found.notes)
}
