import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import pg from 'pg'
import { serversOf } from './hosts'

/** A transaction of one household; row-level security lets it see nothing else. */
export type Tx = Pick<NodePgDatabase, 'select' | 'insert' | 'update' | 'delete' | 'execute'>

/** Whose transaction it is; what is written in it stands under the member's name in the log. */
export interface Within {
  readonly householdId: string
  readonly memberId?: string
  /** Everything is read as it was at one moment, nothing is written, and nobody waits for it. */
  readonly snapshot?: boolean
}

export interface Database {
  readonly pool: pg.Pool
  /** Runs `work` in a transaction that sees one household only; any error rolls all of it back. */
  inHousehold<T>(within: Within, work: (tx: Tx) => Promise<T>): Promise<T>
  /** The log is dated by this clock where it stands still; by the database's own otherwise. */
  dateBy(clock: { now(): number; readonly frozen: boolean }): void
  /** Calls one of the functions that answer before a household is known. */
  ask<R extends pg.QueryResultRow>(text: string, values: readonly unknown[]): Promise<R[]>
  close(): Promise<void>
}

/** A database that does not answer within this is as good as gone; the caller hears 503. */
const PATIENCE_MS = 10_000
/** The database itself gives a statement up so much sooner: nothing goes on that nobody waits for, ms. */
const SOONER_MS = 1000
/** What the connection says of a database that did not answer in time. */
const NO_ANSWER = /query read timeout/i
/** The server has become a standby: its connections are of no use any more. */
const STANDBY = '25006'
/** Two transactions that waited for each other: one was undone and may go again. So may one that came to a standby. */
const AGAIN = new Set(['40001', '40P01', STANDBY])
const MOST_TRIES = 4

/**
 * Connects as the application's role.
 * @param appUrl connection of that role itself; without one, `ownerUrl` connects and steps down to it.
 * @param patience how long an answer is waited for, ms.
 */
export function openDatabase(ownerUrl: string, appUrl?: string, patience = PATIENCE_MS): Database {
  const { config, Client } = serversOf(appUrl ?? ownerUrl)
  const pool = new pg.Pool({
    ...config,
    Client,
    max: 10,
    connectionTimeoutMillis: 5000,
    query_timeout: patience,
    keepAlive: true,
    ...(appUrl ? {} : { options: '-c role=kelvit_app' }),
  })
  // A connection that breaks must not end the server: not while it is idle, and not
  // between two queries of a borrowed one, where nobody else listens.
  pool.on('error', () => undefined)
  pool.on('connect', (client) => client.on('error', () => undefined))
  let frozen: (() => string) | undefined
  return {
    pool,
    inHousehold: (within, work) =>
      again(() => transact(pool, { ...within, now: frozen?.() ?? '', patience }, work)),
    dateBy: (clock) => {
      if (clock.frozen) frozen = () => new Date(clock.now()).toISOString()
    },
    ask: async <R extends pg.QueryResultRow>(text: string, values: readonly unknown[]) =>
      (await pool.query<R>(text, [...values])).rows,
    close: () => pool.end(),
  }
}

async function transact<T>(
  pool: pg.Pool,
  {
    householdId,
    memberId = '',
    snapshot = false,
    now,
    patience,
  }: Within & { readonly now: string; readonly patience: number },
  work: (tx: Tx) => Promise<T>,
): Promise<T> {
  const client = await pool.connect()
  let broken: Error | undefined
  try {
    // In one go: every request begins so.
    const said = [householdId, memberId, now].map((word) => client.escapeLiteral(word))
    await client.query(
      `begin${snapshot ? ' isolation level repeatable read read only' : ''}; select set_config('kelvit.household', ${said[0]}, true), set_config('kelvit.member', ${said[1]}, true), set_config('kelvit.now', ${said[2]}, true), set_config('statement_timeout', '${patience - SOONER_MS}', true)`,
    )
    const result = await work(drizzle(client))
    await client.query('commit')
    return result
  } catch (error) {
    // One that gave no answer, or cannot even be rolled back, is not lent to anybody again.
    if (gaveNoAnswer(error) || codeOf(error) === STANDBY) broken = error as Error
    else
      await client.query('rollback').catch((e: Error) => {
        broken = e
      })
    throw error
  } finally {
    client.release(broken)
  }
}

const gaveNoAnswer = (error: unknown): boolean =>
  [error, (error as Error).cause].some((e) => e instanceof Error && NO_ANSWER.test(e.message))

async function again<T>(attempt: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await attempt()
    } catch (error) {
      if (tries === MOST_TRIES || !AGAIN.has(codeOf(error) ?? '')) throw error
    }
  }
}

/** The code PostgreSQL or the socket gave, also from inside Drizzle's wrapping. */
export function codeOf(error: unknown): string | undefined {
  const inner = error instanceof Error && error.cause !== undefined ? error.cause : error
  return typeof inner === 'object' &&
    inner !== null &&
    'code' in inner &&
    typeof inner.code === 'string'
    ? inner.code
    : undefined
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
