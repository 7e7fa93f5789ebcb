import type { OwnJar, OwnRows } from '@kelvit/core/answers'
import type { NeedRow } from '@kelvit/contract'
import {
  addDays,
  dateAt,
  foodIdOf,
  HERE_STATES,
  kitchenOn,
  OVER_STAGES,
  wallClock,
} from '@kelvit/core'
import { and, asc, eq, gte, inArray, or } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import {
  canners,
  changes,
  households,
  jars,
  loads,
  logbook,
  lots,
  members,
  needs,
  seasonLoads,
} from '../db/schema'
import { toWires } from '../db/wire'
import type { Actor } from '../http/actor'
import { kitchenCalendar } from '../store/kitchen-calendar'
import { completeLogbook } from '../store/logbook'
import { readUse } from '../store/yields'

/** How far back jars that are gone are looked at, days. */
const LOOKS_BACK_DAYS = 800

/** A household's own rows, for a question about them. */
export async function readOwnRows(tx: Tx, actor: Actor, now: number): Promise<OwnRows> {
  const { date: today, minute } = wallClock(now, actor.zone)
  const [household] = await tx.select().from(households).where(eq(households.id, actor.householdId))
  await completeLogbook(tx)
  const stored = await tx
    .select()
    .from(jars)
    .where(or(inArray(jars.state, [...HERE_STATES]), gte(jars.stateAt, new Date(now - LOOKS_BACK_DAYS * 86_400_000)))) // prettier-ignore
  const takers = await lastTakers(
    tx,
    stored.filter((j) => !isHere(j.state)).map((j) => j.id),
  )
  const here = stored.map((j): OwnJar => ({
    ...j,
    foodId: foodIdOf(j.foodId, j.jarOf),
    goneOn: isHere(j.state) ? null : dateAt(j.stateAt.getTime(), actor.zone),
    takenBy: takers.get(j.id) ?? null,
  }))
  const open = kitchenOn(await kitchenCalendar(tx), today, minute)
  return {
    today,
    nowMinute: minute,
    jars: here,
    use: await readUse(tx, actor.zone, today, addDays(today, -365)),
    needs: (await tx.select().from(needs)).map((n) => toWires(needs)(n) as NeedRow),
    lots: (
      await tx
        .select()
        .from(lots)
        .where(inArray(lots.state, ['in-house', 'expected']))
    ).map((l) => ({ ...toWires(lots)(l), foodId: foodIdOf(l.foodId, l.jarOf) })),
    plan: (await tx.select().from(seasonLoads)).map(toWires(seasonLoads)),
    loads: await loadsOver(tx, actor.zone),
    prices: household?.settings.prices ?? { shop: {} },
    currency: household?.currency ?? 'USD',
    tonight: open && { opens: open.opens, people: open.people },
  }
}

const isHere = (state: OwnJar['state']): boolean =>
  (HERE_STATES as readonly string[]).includes(state)

/** Loads that are over, with what was judged of them. */
async function loadsOver(tx: Tx, zone: string): Promise<OwnRows['loads']> {
  const rows = await tx
    .select({
      id: loads.id,
      code: loads.code,
      startsAt: loads.startsAt,
      verdict: logbook.verdict,
      reason: logbook.reason,
      canner: canners.name,
    })
    .from(loads)
    .innerJoin(logbook, and(eq(loads.householdId, logbook.householdId), eq(loads.id, logbook.id)))
    .innerJoin(
      canners,
      and(eq(canners.householdId, loads.householdId), eq(canners.id, loads.cannerId)),
    ) // prettier-ignore
    .where(inArray(loads.stage, [...OVER_STAGES]))
  return rows.map(({ startsAt, ...l }) => ({ ...l, onDate: dateAt(startsAt.getTime(), zone) }))
}

/** Who last wrote of each of some jars, by name. */
async function lastTakers(tx: Tx, ids: readonly string[]): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map()
  const rows = await tx
    .select({ id: changes.id, name: members.name })
    .from(changes)
    .innerJoin(
      members,
      and(eq(members.householdId, changes.householdId), eq(members.id, changes.memberId)),
    ) // prettier-ignore
    .where(and(eq(changes.table, 'jars'), inArray(changes.id, [...ids])))
    .orderBy(asc(changes.seq))
  // Of several who wrote of a jar the last one counts.
  return new Map(rows.map((r) => [r.id, r.name]))
}
