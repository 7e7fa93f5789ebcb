import { seasonApi } from '@kelvit/contract/routes'
import { type NewSeasonPlan, type SeasonLoad } from '@kelvit/contract'
import type Router from '@koa/router'
import { sql } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { seasonLoads } from '../db/schema'
import { toWires } from '../db/wire'
import { beside } from '../heavy/beside'
import { type Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { conflict } from '../http/problem'
import { serve } from '../http/serve'
import { addRows, deleteRow } from '../store/rows'
import { seasonChecker } from './check'

export function seasonRoutes(router: Router, deps: Deps): void {
  serve(router, seasonApi.plan, ({ actor, body }) =>
    deps.db.inHousehold(actor, (tx) => replacePlan(tx, deps, actor, body)),
  )
  serve(router, seasonApi.daySheet, async ({ body, ctx }) => {
    ctx.type = 'application/pdf'
    ctx.attachment('kelvit-day-sheet.pdf')
    const pdf = await beside('day-sheet', { sheet: body }, 'This day sheet is too long to print.')
    ctx.body = Buffer.from(pdf)
  })
}

const allLoads = async (tx: Tx): Promise<SeasonLoad[]> =>
  (await tx.select().from(seasonLoads).orderBy(seasonLoads.onDate, seasonLoads.id)).map(
    toWires(seasonLoads),
  )

/**
 * Puts a whole plan in place of the one the planner saw, all of it or nothing.
 * Loads that stay as they are keep their row and version; when somebody changed
 * the plan meanwhile nothing is written and both plans are told.
 */
async function replacePlan(
  tx: Tx,
  deps: Deps,
  actor: Actor,
  sent: NewSeasonPlan,
): Promise<SeasonLoad[]> {
  await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${`season ${actor.householdId}`}))`)
  const stored = await allLoads(tx)
  // The answer to this very plan was lost: it stands already.
  if (sameLoads(stored, sent.loads)) return stored
  const seen = new Map(sent.seen.map((s) => [s.id, s.version]))
  const same = stored.length === seen.size && stored.every((l) => seen.get(l.id) === l.version)
  if (!same)
    throw conflict(
      'plan-changed',
      'Somebody changed the season plan meanwhile. Look at it and plan again.',
      stored,
      sent.loads,
    )
  const check = await seasonChecker(tx, deps, actor)
  const checked = sent.loads.map(check)
  const kept = new Set(
    sent.loads.filter((l) => stored.some((s) => sameLoad(s, l))).map((l) => l.id),
  )
  for (const old of stored) if (!kept.has(old.id)) await deleteRow(tx, seasonLoads, old.id)
  const fresh = checked.filter((l) => !kept.has(l.id))
  if (fresh.length > 0)
    await addRows(
      tx,
      seasonLoads,
      fresh.map((l) => ({
        id: l.id,
        householdId: actor.householdId,
        onDate: l.onDate,
        cannerId: l.cannerId,
        portions: [...l.portions],
        pinned: l.pinned,
        version: (seen.get(l.id) ?? 0) + 1,
      })),
    )
  return allLoads(tx)
}

type Unversioned = Omit<SeasonLoad, 'version'>

const contentOf = (l: Unversioned): string =>
  JSON.stringify([
    l.id,
    l.onDate,
    l.cannerId,
    l.pinned,
    l.portions.map((p) => [p.lotId, p.formId, p.pack, p.jar, p.mouth, p.jars]),
  ])
const sameLoad = (a: Unversioned, b: Unversioned): boolean => contentOf(a) === contentOf(b)
const sameLoads = (a: readonly Unversioned[], b: readonly Unversioned[]): boolean =>
  a.length === b.length && a.every((x) => b.some((y) => sameLoad(x, y)))
