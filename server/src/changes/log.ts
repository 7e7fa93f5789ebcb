import type { Change, ChangesAnswer, LogQuery } from '@kelvit/contract'
import { and, asc, eq, gt } from 'drizzle-orm'
import type { Database, Tx, Within } from '../db/pool'
import { changes, households, members } from '../db/schema'
import { fromLog } from '../db/wire'

/** Lines of the household's log after a place, in the order of commits. */
export async function readLog(tx: Tx, query: LogQuery): Promise<ChangesAnswer> {
  const rows = await tx
    .select({ change: changes, by: members.name })
    .from(changes)
    .leftJoin(
      members,
      and(eq(members.householdId, changes.householdId), eq(members.id, changes.memberId)),
    )
    .where(
      and(
        gt(changes.seq, query.since),
        query.table === undefined ? undefined : eq(changes.table, query.table),
        query.id === undefined ? undefined : eq(changes.id, query.id),
      ),
    )
    .orderBy(asc(changes.seq))
    .limit(query.limit + 1)
  const told = rows.slice(0, query.limit).map(({ change, by }): Change => ({
    seq: change.seq,
    table: change.table,
    id: change.id,
    version: change.version,
    at: change.at.toISOString(),
    by,
    row: change.row && fromLog(change.table, change.row),
    gone: change.row === null,
  }))
  return {
    changes: told,
    seq: told.at(-1)?.seq ?? query.since,
    more: rows.length > query.limit,
  }
}

/** Where the household's log ends now. */
export const seqOf = (db: Database, within: Within): Promise<number> =>
  db.inHousehold(within, async (tx) => {
    const [row] = await tx
      .select({ seq: households.seq })
      .from(households)
      .where(eq(households.id, within.householdId))
    return row?.seq ?? 0
  })

/** How many lines are read at once for those who listen. */
const AT_ONCE = 500

/** Reads the log for whoever listens to a household here. */
export const readFor =
  (db: Database) =>
  async (householdId: string, since: number): Promise<readonly Change[]> =>
    (await db.inHousehold({ householdId }, (tx) => readLog(tx, { since, limit: AT_ONCE }))).changes
