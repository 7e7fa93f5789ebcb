import { and, eq, isNotNull, sql } from 'drizzle-orm'
import type { Database, Tx } from '../db/pool'
import { calls, members, pushSubscriptions, sessions } from '../db/schema'

export type Subscription = typeof pushSubscriptions.$inferSelect
type CallRow = typeof calls.$inferSelect

/** A key of this Kelvit as a whole; undefined where it has none. */
export const askHouseKey = async (db: Database, name: string): Promise<string | undefined> =>
  (await db.ask<{ value: string | null }>('select kelvit_house_key($1) as value', [name]))[0]
    ?.value ?? undefined

/** Households with a device to call and something that may call for somebody. */
export const askHouseholdsToCall = async (db: Database): Promise<readonly string[]> =>
  (await db.ask<{ household_id: string }>('select * from kelvit_households_to_call()', [])).map(
    (h) => h.household_id,
  )

/** Sessions with whose they are and whether they are called, the one seen last first. @param memberId one member's only. */
export const readDevices = (tx: Tx, memberId?: string) =>
  tx
    .select({
      id: sessions.id,
      device: sessions.device,
      memberId: sessions.memberId,
      of: members.name,
      lastSeenAt: sessions.lastSeenAt,
      calls: isNotNull(pushSubscriptions.endpoint),
    })
    .from(sessions)
    .innerJoin(
      members,
      and(eq(members.householdId, sessions.householdId), eq(members.id, sessions.memberId)),
    )
    .leftJoin(
      pushSubscriptions,
      and(
        eq(pushSubscriptions.householdId, sessions.householdId),
        eq(pushSubscriptions.sessionId, sessions.id),
      ),
    )
    .where(
      and(
        sql`${sessions.expiresAt} > now()`,
        memberId === undefined ? undefined : eq(sessions.memberId, memberId),
      ),
    )
    .orderBy(sql`${sessions.lastSeenAt} desc`, sessions.id)

export async function renameDevice(tx: Tx, id: string, device: string): Promise<void> {
  await tx.update(sessions).set({ device }).where(eq(sessions.id, id))
}
export async function endDevice(tx: Tx, id: string): Promise<void> {
  await tx.delete(sessions).where(eq(sessions.id, id))
}
export async function deviceSeen(tx: Tx, id: string, at: Date): Promise<void> {
  await tx.update(sessions).set({ lastSeenAt: at }).where(eq(sessions.id, id))
}

export const readSubscription = async (
  tx: Tx,
  sessionId: string,
): Promise<Subscription | undefined> =>
  (await tx.select().from(pushSubscriptions).where(eq(pushSubscriptions.sessionId, sessionId)))[0]

export const readSubscriptions = (tx: Tx): Promise<Subscription[]> =>
  tx.select().from(pushSubscriptions).orderBy(pushSubscriptions.createdAt)

/** Keeps where a session's device is called, in place of what was kept before. */
export async function keepSubscription(
  tx: Tx,
  row: typeof pushSubscriptions.$inferInsert,
): Promise<void> {
  const { sessionId: _session, ...set } = row
  await tx
    .insert(pushSubscriptions)
    .values(row)
    .onConflictDoUpdate({
      target: [pushSubscriptions.householdId, pushSubscriptions.sessionId],
      set,
    })
}

export async function endSubscription(tx: Tx, sessionId: string): Promise<void> {
  await tx.delete(pushSubscriptions).where(eq(pushSubscriptions.sessionId, sessionId))
}

/** Whether nobody else looks after the calls of a household at this moment; until the transaction ends. */
export async function lookAfterCalls(tx: Tx, householdId: string): Promise<boolean> {
  const { rows } = await tx.execute<{ mine: boolean }>(
    sql`select pg_try_advisory_xact_lock(hashtextextended(${`calls ${householdId}`}, 0)) as mine`,
  )
  return rows[0]?.mine === true
}

export const readCalls = (tx: Tx): Promise<CallRow[]> => tx.select().from(calls)

export async function keepCall(tx: Tx, row: typeof calls.$inferInsert): Promise<void> {
  const { calledAt, times } = row
  await tx
    .insert(calls)
    .values(row)
    .onConflictDoUpdate({
      target: [calls.householdId, calls.key],
      set: { calledAt, times, heardAt: null },
    })
}
export async function callHeard(tx: Tx, key: string, heardAt: Date): Promise<void> {
  await tx.update(calls).set({ heardAt }).where(eq(calls.key, key))
}
export async function forgetCalls(tx: Tx, before: Date): Promise<void> {
  await tx.delete(calls).where(sql`${calls.heardAt} < ${before.toISOString()}::timestamptz`)
}
