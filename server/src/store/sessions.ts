import { type Role } from '@kelvit/core'
import { and, desc, eq, gt, isNull, lt, ne, sql } from 'drizzle-orm'
import type { Database, Tx } from '../db/pool'
import { calendarFeeds, households, invitations, members, sessions } from '../db/schema'
import { removeRows } from './rows'

export const askSession = (db: Database, tokenHash: string) =>
  db.ask<{ member_id: string; household_id: string; expires_at: Date }>(
    'select * from kelvit_find_session($1)',
    [tokenHash],
  )
/** The same with its member and household, as the database writes them. */
export const askWho = (db: Database, tokenHash: string) =>
  db.ask<{
    id: string
    expires_at: Date
    last_seen_at: Date
    member: Record<string, unknown>
    household: Record<string, unknown>
  }>('select * from kelvit_open_session($1)', [tokenHash])
export const askSignIn = (db: Database, name: string) =>
  db.ask<{ member_id: string; household_id: string; passphrase_hash: string }>(
    'select * from kelvit_find_sign_in($1)',
    [name],
  )
export const askDemo = (db: Database) =>
  db.ask<{ member_id: string; household_id: string }>('select * from kelvit_find_demo()', [])
export const askInvitation = (db: Database, tokenHash: string) =>
  db.ask<{
    id: string
    household_id: string
    household_name: string
    role: Role
    expires_at: Date
    used_at: Date | null
  }>('select * from kelvit_find_invitation($1)', [tokenHash])
export const countHouseholds = async (db: Database): Promise<number> =>
  Number((await db.ask<{ n: string }>('select kelvit_count_households() as n', []))[0]?.n ?? 0)

/** The same in a transaction that has a connection already: asking for a second one while holding the first can wait forever. */
export const countHouseholdsIn = async (tx: Tx): Promise<number> =>
  Number((await tx.execute(sql`select kelvit_count_households() as n`)).rows[0]?.n ?? 0)

export const presentMembers = (tx: Tx) =>
  tx.select().from(members).where(isNull(members.removedAt)).orderBy(members.createdAt)

/** Whoever changes who lives here waits for whoever else does: two keepers cannot demote each other at once. */
export async function lockHousehold(tx: Tx, householdId: string): Promise<void> {
  await tx
    .select({ id: households.id })
    .from(households)
    .where(eq(households.id, householdId))
    .for('update')
}

export async function addSession(tx: Tx, row: typeof sessions.$inferInsert): Promise<void> {
  await tx.delete(sessions).where(lt(sessions.expiresAt, new Date()))
  await tx.insert(sessions).values(row)
}
export async function endSession(tx: Tx, tokenHash: string): Promise<void> {
  await tx.delete(sessions).where(eq(sessions.tokenHash, tokenHash))
}
export async function endSessionsOf(tx: Tx, memberId: string): Promise<void> {
  await tx.delete(sessions).where(eq(sessions.memberId, memberId))
}
/** Ends somebody's sessions but the one they are in. */
export async function endOtherSessionsOf(
  tx: Tx,
  memberId: string,
  tokenHash: string,
): Promise<void> {
  await tx
    .delete(sessions)
    .where(and(eq(sessions.memberId, memberId), ne(sessions.tokenHash, tokenHash)))
}
/** Marks an invitation used; false when somebody was faster. */
export async function useInvitation(tx: Tx, id: string, at: Date): Promise<boolean> {
  const used = await tx
    .update(invitations)
    .set({ usedAt: at })
    .where(and(eq(invitations.id, id), isNull(invitations.usedAt)))
    .returning({ id: invitations.id })
  return used.length === 1
}

/** Invitations that can still be used, with who made them, newest first. */
export const openInvitations = (tx: Tx) =>
  tx
    .select({
      id: invitations.id,
      role: invitations.role,
      madeBy: members.name,
      expiresAt: invitations.expiresAt,
    })
    .from(invitations)
    .innerJoin(members, eq(members.id, invitations.madeBy))
    .where(and(isNull(invitations.usedAt), gt(invitations.expiresAt, new Date())))
    .orderBy(desc(invitations.createdAt))

/** Makes an invitation, or its link anew for whoever made it; false when it was used already. */
export async function keepInvitation(
  tx: Tx,
  row: typeof invitations.$inferInsert,
): Promise<boolean> {
  const made = await tx
    .insert(invitations)
    .values(row)
    .onConflictDoUpdate({
      target: [invitations.householdId, invitations.id],
      set: { tokenHash: row.tokenHash, expiresAt: row.expiresAt },
      setWhere: sql`${invitations.madeBy} = ${row.madeBy} and ${invitations.usedAt} is null`,
    })
    .returning({ id: invitations.id })
  return made.length === 1
}

/** A household is a row of its own: its id is its key. */
export async function addHousehold(tx: Tx, row: typeof households.$inferInsert): Promise<void> {
  await tx.insert(households).values(row)
}

/** Ends the secret calendar addresses that somebody made. */
export const endFeedsOf = (tx: Tx, memberId: string): Promise<void> =>
  removeRows(tx, calendarFeeds, eq(calendarFeeds.madeBy, memberId))

export async function endInvitation(tx: Tx, id: string): Promise<void> {
  await tx.delete(invitations).where(and(eq(invitations.id, id), isNull(invitations.usedAt)))
}
export async function endInvitationsOf(tx: Tx, memberId: string): Promise<void> {
  await tx
    .delete(invitations)
    .where(and(eq(invitations.madeBy, memberId), isNull(invitations.usedAt)))
}
