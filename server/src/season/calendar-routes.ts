import { paths, type CalendarImport } from '@kelvit/contract'
import { calendarImportSchema } from '@kelvit/contract/schemas'
import { addDays, dateAt } from '@kelvit/core'
import type Router from '@koa/router'
import { eq, sql } from 'drizzle-orm'
import type { Context } from 'koa'
import { v7 as uuidv7 } from 'uuid'
import { hashToken, newToken } from '../account/secrets'
import type { Tx } from '../db/pool'
import { busyTimes, calendarFeeds } from '../db/schema'
import type { ReadCalendar } from '../formats/ical-read'
import { writeCalendar } from '../formats/ical-write'
import { actorOf, type Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { beside } from '../heavy/beside'
import { notFound } from '../http/problem'
import { readBody, readId } from '../http/validate'
import { findRow } from '../resource/store'
import { canningDays } from './canning-days'

/** As far as the season is planned ahead, days. */
const AHEAD_DAYS = 150

/** Busy times in, canning days out, both as iCalendar. */
export function calendarRoutes(router: Router, deps: Deps): void {
  router.post(paths.calendarImport, async (ctx) => {
    const actor = actorOf(ctx, 'helper')
    const { text } = readBody<{ text: string }>(ctx, calendarImportSchema)
    const today = dateAt(deps.clock.now(), actor.zone)
    const read = await beside(
      'calendar',
      { text, zone: actor.zone, from: today, until: addDays(today, AHEAD_DAYS) },
      'This calendar file takes too long to read. Nothing was taken over from it.',
    )
    ctx.body = await deps.db.inHousehold(actor.householdId, (tx) => keepTimes(tx, actor, read))
  })
  router.get(paths.calendar, async (ctx) => {
    const actor = actorOf(ctx, 'viewer')
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
  router.get(paths.calendarFeeds, async (ctx) => {
    const actor = actorOf(ctx, 'keeper')
    ctx.body = await deps.db.inHousehold(actor.householdId, async (tx) =>
      (await tx.select().from(calendarFeeds).orderBy(calendarFeeds.createdAt)).map(feedWire),
    )
  })
  router.put(`${paths.calendarFeeds}/:id`, async (ctx) => {
    const actor = actorOf(ctx, 'keeper')
    const id = readId(ctx)
    const token = newToken()
    ctx.body = await deps.db.inHousehold(actor.householdId, async (tx) => {
      // The address is told once; asking again for the same one makes it anew.
      const values = { tokenHash: hashToken(token), updatedAt: new Date() }
      const [row] = (await findRow(tx, calendarFeeds, id))
        ? await tx.update(calendarFeeds).set(values).where(eq(calendarFeeds.id, id)).returning()
        : await tx
            .insert(calendarFeeds)
            .values({ id, householdId: actor.householdId, ...values })
            .returning()
      if (!row) throw notFound()
      return { ...feedWire(row), path: `${paths.calendar}/${token}.ics` }
    })
    ctx.status = 201
  })
  router.delete(`${paths.calendarFeeds}/:id`, async (ctx) => {
    const actor = actorOf(ctx, 'keeper')
    await deps.db.inHousehold(actor.householdId, (tx) =>
      tx.delete(calendarFeeds).where(eq(calendarFeeds.id, readId(ctx))),
    )
    ctx.status = 204
  })
  router.get(`${paths.calendar}/:token.ics`, async (ctx) => {
    const token = String((ctx.params as Record<string, string>).token ?? '').slice(0, 100)
    const [feed] = await deps.db.ask<{ household_id: string }>(
      'select * from kelvit_find_feed($1)',
      [hashToken(token)],
    )
    if (!feed) throw notFound('This calendar address is not known here; it may have been revoked.')
    await sendCalendar(ctx, deps, feed.household_id)
  })
}

/** The times of the file in place of those that were imported before. */
async function keepTimes(tx: Tx, actor: Actor, read: ReadCalendar): Promise<CalendarImport> {
  await tx.delete(busyTimes).where(eq(busyTimes.source, 'calendar'))
  // One parameter for all of them: a statement with ten thousand would take its time to build.
  const rows = read.times.map((t) => ({ ...t, id: uuidv7() }))
  await tx.execute(sql`
    insert into busy_times (household_id, id, on_date, "from", until, what, source)
    select ${actor.householdId}, r.id, r."onDate", r."from", r.until, r.what, 'calendar'
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
      as r(id uuid, "onDate" date, "from" text, until text, what text)`)
  return { times: read.times.length, leftOut: read.leftOut }
}

async function sendCalendar(ctx: Context, deps: Deps, householdId: string): Promise<void> {
  const found = await deps.db.inHousehold(householdId, (tx) => canningDays(tx, householdId))
  if (!found) throw notFound()
  ctx.type = 'text/calendar; charset=utf-8'
  ctx.body = writeCalendar(found.days, found.household, deps.clock.now())
}
