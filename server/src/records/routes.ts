import type { SealRate } from '@kelvit/contract'
import { recordApi } from '@kelvit/contract/routes'
import { addDays, dateAt } from '@kelvit/core'
import type Router from '@koa/router'
import { and, count, eq, gte, isNotNull, ne, sql, type SQL } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { canners, jars, lidLots, loadPortions, loads, needs } from '../db/schema'
import type { Deps } from '../http/deps'
import { notFound } from '../http/problem'
import { serve } from '../http/serve'
import { plant } from '../store/plantings'
import { updateRow } from '../store/rows'
import { readLogbook } from './logbook'
import { readYear, readYears } from './years'

/** Lids and habits change: what sealed long ago says little of the next load. */
const SEALS_KEPT_DAYS = 730

/** Jars canned since a day whose lids were pressed; a broken jar says nothing of its lid. */
const pressedSince = (day: string) =>
  and(isNotNull(jars.loadId), ne(jars.seal, 'broken'), gte(jars.cannedOn, day))
const sealed = sql<number>`count(*) filter (where ${jars.seal} <> 'unsealed')`.mapWith(Number)

const told = (
  by: SealRate['by'],
  rows: readonly { readonly name: string; readonly jars: number; readonly sealed: number }[],
): SealRate[] =>
  rows
    .map((r) => ({ by, ...r }))
    .sort((a, b) => b.jars - a.jars || a.name.localeCompare(b.name, 'en'))

/**
 * How many jars sealed in the last two years, by what they held, where they stood and which
 * lids they had.
 * @param today the household's plain date.
 */
async function sealRates(tx: Tx, today: string): Promise<SealRate[]> {
  const pressed = pressedSince(addDays(today, -SEALS_KEPT_DAYS))
  const foods = await tx
    .select({ name: jars.foodId, jars: count(), sealed })
    .from(jars)
    .where(pressed)
    .groupBy(jars.foodId)
  const ofLoad: SQL = sql`${loads.householdId} = ${jars.householdId} and ${loads.id} = ${jars.loadId}`
  const places = await tx
    .select({ name: canners.name, jars: count(), sealed })
    .from(jars)
    .innerJoin(loads, ofLoad)
    .innerJoin(
      canners,
      and(eq(canners.householdId, loads.householdId), eq(canners.id, loads.cannerId)),
    )
    .where(pressed)
    .groupBy(canners.id, canners.name)
  const lids = await tx
    .select({ name: lidLots.name, jars: count(), sealed })
    .from(jars)
    .innerJoin(
      loadPortions,
      and(
        eq(loadPortions.householdId, jars.householdId),
        eq(loadPortions.loadId, jars.loadId),
        eq(loadPortions.formId, jars.formId),
        eq(loadPortions.jar, jars.jar),
        eq(loadPortions.mouth, jars.mouth),
        // Two lots in one load may have had lids of two boxes.
        sql`${loadPortions.lotId} is not distinct from ${jars.lotId}`,
      ),
    )
    .innerJoin(
      lidLots,
      and(eq(lidLots.householdId, loadPortions.householdId), eq(lidLots.id, loadPortions.lidLotId)),
    )
    // Where a portion had lids of two boxes nobody knows which jar had which.
    .where(and(pressed, sql`jsonb_array_length(${loadPortions.lids}) = 1`))
    .groupBy(lidLots.id, lidLots.name)
  return [...told('food', foods), ...told('canner', places), ...told('lids', lids)]
}

export function recordRoutes(router: Router, deps: Deps): void {
  serve(router, recordApi.sealRates, ({ actor }) =>
    deps.db.inHousehold(actor, (tx) => sealRates(tx, dateAt(deps.clock.now(), actor.zone))),
  )
  serve(router, recordApi.logbook, ({ actor, query }) =>
    deps.db.inHousehold(actor, (tx) => readLogbook(tx, actor, query)),
  )
  serve(router, recordApi.years, ({ actor }) =>
    deps.db.inHousehold(actor, (tx) => readYears(tx, actor)),
  )
  serve(router, recordApi.year, ({ actor, ctx }) => {
    const year = Number((ctx.params as Record<string, string>).year)
    if (!Number.isInteger(year) || year < 1900 || year > 2199)
      throw notFound('We can’t find this year.')
    return deps.db.inHousehold(actor, (tx) => readYear(tx, actor, year, deps.clock.now()))
  })
  serve(router, recordApi.nextSeason, ({ actor, body }) =>
    deps.db.inHousehold(actor, async (tx) => {
      for (const { id, version, mealsPerWeek } of body.needs)
        await updateRow(tx, needs, id, version, { mealsPerWeek })
      for (const { id, ...planting } of body.plantings) await plant(tx, actor, id, planting)
      return { needs: body.needs.length, plantings: body.plantings.length }
    }),
  )
}
