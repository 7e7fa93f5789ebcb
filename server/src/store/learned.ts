import { capacityFor, foldLoad, learnTimes, type LearnedTimes, type RunLoad } from '@kelvit/core'
import { asc, desc, inArray } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { loadEvents, loadPortions, loads, type canners } from '../db/schema'
import { asEvent } from './loads'

type CannerRow = typeof canners.$inferSelect

/** As far back as times are learned from, loads of the household. */
const LOOK_BACK = 60

/** What each canner's own loads taught of its times, by canner. */
export async function learnedTimes(
  tx: Tx,
  list: readonly CannerRow[],
): Promise<ReadonlyMap<string, LearnedTimes>> {
  if (list.length === 0) return new Map()
  const rows = await tx
    .select()
    .from(loads)
    .where(inArray(loads.stage, ['standing', 'checked']))
    .orderBy(desc(loads.startsAt))
    .limit(LOOK_BACK)
  const ids = rows.map((r) => r.id)
  const [events, portions] =
    ids.length === 0
      ? [[], []]
      : [
          await tx
            .select()
            .from(loadEvents)
            .where(inArray(loadEvents.loadId, ids))
            .orderBy(asc(loadEvents.at)),
          await tx.select().from(loadPortions).where(inArray(loadPortions.loadId, ids)),
        ]
  const portionsOf = (id: string) => portions.filter((p) => p.loadId === id)
  const runs = (canner: CannerRow): RunLoad[] =>
    rows
      .filter((r) => r.cannerId === canner.id)
      .reverse()
      .map((r) => ({
        setup: r.setup,
        state: foldLoad(r.setup, events.filter((e) => e.loadId === r.id).map(asEvent)),
        jars: portionsOf(r.id).reduce((n, p) => n + (p.filled ?? p.jars), 0),
        fullness: portionsOf(r.id).reduce(
          (share, p) =>
            share +
            (p.filled ?? p.jars) / Math.max(1, capacityFor(canner.capacity, p.jar, p.mouth)),
          0,
        ),
      }))
  return new Map(list.map((c) => [c.id, learnTimes(c.stageMinutes, runs(c))]))
}
