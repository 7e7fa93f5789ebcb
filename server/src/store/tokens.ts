import type { TokenScope } from '@kelvit/contract'
import { and, desc, eq, sql } from 'drizzle-orm'
import type { Database, Tx } from '../db/pool'
import { accessTokens, members } from '../db/schema'

/** Whose a program's token is and what it may, as the database writes it. */
export const askAccess = (db: Database, tokenHash: string) =>
  db.ask<{
    id: string
    scope: TokenScope
    expires_at: Date
    last_used_at: Date | null
    member: Record<string, unknown>
    household: Record<string, unknown>
  }>('select * from kelvit_open_access($1)', [tokenHash])

export type TokenRow = typeof accessTokens.$inferSelect & { readonly of: string }

/** Tokens with the names of their members, newest first. @param memberId one member's only. */
export const readTokens = async (tx: Tx, memberId?: string): Promise<readonly TokenRow[]> =>
  (
    await tx
      .select({ token: accessTokens, of: members.name })
      .from(accessTokens)
      .innerJoin(
        members,
        and(
          eq(members.householdId, accessTokens.householdId),
          eq(members.id, accessTokens.memberId),
        ),
      )
      .where(memberId === undefined ? undefined : eq(accessTokens.memberId, memberId))
      .orderBy(desc(accessTokens.createdAt), desc(accessTokens.id))
  ).map(({ token, of }) => ({ ...token, of }))

/** Adds a token, once; false where its id is taken. */
export async function addToken(tx: Tx, row: typeof accessTokens.$inferInsert): Promise<boolean> {
  const made = await tx
    .insert(accessTokens)
    .values(row)
    .onConflictDoNothing({ target: [accessTokens.householdId, accessTokens.id] })
    .returning({ id: accessTokens.id })
  return made.length === 1
}

export async function tokenUsed(tx: Tx, id: string, at: Date): Promise<void> {
  await tx.update(accessTokens).set({ lastUsedAt: at }).where(eq(accessTokens.id, id))
}

/** Ends a token. @param memberId only if it is this member's. */
export async function endToken(tx: Tx, id: string, memberId?: string): Promise<void> {
  await tx
    .delete(accessTokens)
    .where(
      and(
        eq(accessTokens.id, id),
        memberId === undefined ? sql`true` : eq(accessTokens.memberId, memberId),
      ),
    )
}

export async function endTokensOf(tx: Tx, memberId: string): Promise<void> {
  await tx.delete(accessTokens).where(eq(accessTokens.memberId, memberId))
}
