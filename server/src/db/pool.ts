import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import { sql } from 'drizzle-orm'
import pg from 'pg'
import * as schema from './schema'

/** A transaction of one household; row-level security lets it see nothing else. */
export type Tx = Pick<
  NodePgDatabase<typeof schema>,
  'select' | 'insert' | 'update' | 'delete' | 'execute'
>

export interface Database {
  readonly pool: pg.Pool
  /** Runs `work` in a transaction that sees one household only; any error rolls all of it back. */
  inHousehold<T>(householdId: string, work: (tx: Tx) => Promise<T>): Promise<T>
  /** Calls one of the functions that answer before a household is known. */
  ask<R extends pg.QueryResultRow>(text: string, values: readonly unknown[]): Promise<R[]>
  close(): Promise<void>
}

/**
 * Connects as the application's role.
 * @param appUrl connection of that role itself; without one, `ownerUrl` connects and steps down to it.
 */
export function openDatabase(ownerUrl: string, appUrl?: string): Database {
  const pool = new pg.Pool({
    connectionString: appUrl ?? ownerUrl,
    max: 10,
    connectionTimeoutMillis: 5000,
    ...(appUrl ? {} : { options: '-c role=kelvit_app' }),
  })
  // A connection that breaks while idle is replaced by the pool; it must not end the server.
  pool.on('error', () => undefined)
  const db = drizzle(pool, { schema })
  return {
    pool,
    inHousehold: (householdId, work) =>
      db.transaction(async (tx) => {
        await tx.execute(sql`select set_config('kelvit.household', ${householdId}, true)`)
        return work(tx)
      }),
    ask: async <R extends pg.QueryResultRow>(text: string, values: readonly unknown[]) =>
      (await pool.query<R>(text, [...values])).rows,
    close: () => pool.end(),
  }
}

/** Refuses to serve with a role that row-level security would not hold. */
export async function assertConfined(db: Database): Promise<void> {
  const [role] = await db.ask<{ rolsuper: boolean; rolbypassrls: boolean; rolname: string }>(
    'select rolname, rolsuper, rolbypassrls from pg_roles where rolname = current_user',
    [],
  )
  if (!role || role.rolsuper || role.rolbypassrls)
    throw new Error(`the database role ${role?.rolname ?? '?'} could look past row-level security`)
}
