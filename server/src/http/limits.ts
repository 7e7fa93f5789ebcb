import ipaddr from 'ipaddr.js'
import { createHash } from 'node:crypto'
import type { Context, Next } from 'koa'
import { RateLimiterPostgres } from 'rate-limiter-flexible'
import type pg from 'pg'
import type { Database } from '../db/pool'
import type { Actor } from './actor'
import { ProblemError } from './problem'
import { addressOf } from './proxy'

/** Slips of the finger that cost nothing. */
const FREE_TRIES = 3
const LONGEST_WAIT_S = 15 * 60

const waitWords = (seconds: number): string =>
  seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`

const tooManyTries = (seconds: number): ProblemError =>
  new ProblemError(
    429,
    'too-many-tries',
    `Too many tries. Wait ${waitWords(seconds)}, then try again.`,
    { retryAfter: seconds },
  )

/** Name and address together, so that a stranger elsewhere never slows the owner. */
const pairOf = (name: string, address: string): string =>
  createHash('sha256').update(`${name}\n${address}`).digest('base64url')

/**
 * Slows whoever guesses: each wrong passphrase for a name from an address doubles the
 * wait for that name from that address, 2 s to 15 min. The try is counted before the
 * passphrase is looked at and in one statement, so that many at once are no way round it.
 * @throws ProblemError 429 while the wait lasts.
 */
export async function beforeSignIn(db: Database, name: string, address: string): Promise<void> {
  const pair = pairOf(name, address)
  const counted = await db.ask(
    `insert into sign_in_tries as t (pair, fails, next_at) values ($1, 1, now())
     on conflict (pair) do update set fails = t.fails + 1,
       next_at = now() + make_interval(secs => case when t.fails + 1 <= $2 then 0 else least($3, 2 ^ (t.fails + 1 - $2)) end)
     where t.next_at <= now() returning fails`,
    [pair, FREE_TRIES, LONGEST_WAIT_S],
  )
  if (counted.length > 0) return
  const [row] = await db.ask<{ s: number }>(
    'select ceil(extract(epoch from next_at - now()))::int as s from sign_in_tries where pair = $1',
    [pair],
  )
  throw tooManyTries(Math.max(1, row?.s ?? 1))
}

/** The right passphrase forgets the wrong ones; so does a day. */
export async function afterSignIn(db: Database, name: string, address: string): Promise<void> {
  await db.ask(`delete from sign_in_tries where pair = $1 or next_at < now() - interval '1 day'`, [
    pairOf(name, address),
  ])
}

interface Bound {
  readonly name: string
  readonly points: number
  readonly seconds: number
}

/** What visitors may do to the demo: to the full for each, and no more than a disk bears for all. */
const DEMO_ENTRIES: Bound = { name: 'demo entries', points: 150, seconds: 600 }
const DEMO_ENTRIES_ALL: Bound = { name: 'demo entries, all', points: 5_000, seconds: 86_400 }
const DEMO_CHANGES: Bound = { name: 'demo changes', points: 1_500, seconds: 600 }
const DEMO_CHANGES_ALL: Bound = { name: 'demo changes, all', points: 20_000, seconds: 86_400 }

/** Twice as often as a gauge that sends every second needs to. */
const GAUGE_POSTS: Bound = { name: 'gauge', points: 120, seconds: 60 }

/** What somebody may try at the door who is not in yet, whatever names they say. */
const SIGN_INS: Bound = { name: 'sign-ins', points: 100, seconds: 600 }
const REGISTRATIONS: Bound = { name: 'registrations', points: 20, seconds: 3600 }
const INVITATIONS: Bound = { name: 'invitations', points: 100, seconds: 600 }

/** Who counts as one at the door: an address, or the /64 that a single IPv6 line is given. */
function lineOf(address: string): string {
  if (!ipaddr.isValid(address)) return address
  const read = ipaddr.process(address)
  return read instanceof ipaddr.IPv6 ? read.parts.slice(0, 4).join(':') : read.toNormalizedString()
}

/** Counts what strangers try at the door, by where they come from. */
export interface Strangers {
  /** @throws ProblemError 429 when there was too much of it. */
  readonly signIn: (address: string) => Promise<void>
  /** Who came in was no stranger: their try counts no more. */
  readonly cameIn: (address: string) => Promise<void>
  readonly register: (address: string) => Promise<void>
  readonly invitation: (address: string) => Promise<void>
}

/** @param times how many times the usual bounds. */
export function strangersAt(pool: pg.Pool, times = 1): Strangers {
  const limiterFor = (b: Bound) => limiterOf(pool, { ...b, points: b.points * times })
  const bound = (limiter: RateLimiterPostgres) => (address: string) =>
    consume(limiter, lineOf(address), tooManyTries)
  const signIns = limiterFor(SIGN_INS)
  return {
    signIn: bound(signIns),
    cameIn: async (address) => void (await signIns.reward(lineOf(address))),
    register: bound(limiterFor(REGISTRATIONS)),
    invitation: bound(limiterFor(INVITATIONS)),
  }
}

function limiterOf(pool: pg.Pool, { name, points, seconds }: Bound): RateLimiterPostgres {
  return new RateLimiterPostgres({
    storeClient: pool,
    storeType: 'pool',
    tableName: 'rate_limits',
    tableCreated: true,
    clearExpiredByTimeout: false,
    keyPrefix: name,
    points,
    duration: seconds,
    // Who is over the bound costs no question of the database any more.
    inMemoryBlockOnConsumed: points + 1,
  })
}

async function consume(
  limiter: RateLimiterPostgres,
  key: string,
  refuse: (wait: number) => ProblemError,
): Promise<void> {
  try {
    await limiter.consume(key.slice(0, 200))
  } catch (rejected) {
    if (rejected instanceof Error) throw rejected
    throw refuse(Math.max(1, Math.ceil((rejected as { msBeforeNext: number }).msBeforeNext / 1000)))
  }
}

function counter(pool: pg.Pool, bound: Bound, refuse: (wait: number) => ProblemError = demoFull) {
  const limiter = limiterOf(pool, bound)
  return (key: string): Promise<void> => consume(limiter, key, refuse)
}

const demoFull = (wait: number): ProblemError =>
  new ProblemError(
    429,
    'demo-full',
    `The demo has had enough for now. It goes on in ${waitWords(wait)}; a household of your own has no such bound.`,
    { retryAfter: wait },
  )

/** Counts what a gauge sends. @throws ProblemError 429 when it was too often. */
export const gaugeLimit = (pool: pg.Pool): ((gaugeId: string) => Promise<void>) =>
  counter(
    pool,
    GAUGE_POSTS,
    (wait) =>
      new ProblemError(
        429,
        'gauge-too-often',
        `This gauge sends too often. Send readings together and try again in ${waitWords(wait)}.`,
        { retryAfter: wait },
      ),
  )

/** Counts an entry into the demo. @throws ProblemError 429 when there were too many. */
export function demoEntries(pool: pg.Pool): (address: string) => Promise<void> {
  const one = counter(pool, DEMO_ENTRIES)
  const all = counter(pool, DEMO_ENTRIES_ALL)
  return async (address) => {
    await one(address)
    await all('all')
  }
}

/** Counts every change a visitor of the demo asks for. */
export function limitDemo(pool: pg.Pool) {
  const one = counter(pool, DEMO_CHANGES)
  const all = counter(pool, DEMO_CHANGES_ALL)
  return async (ctx: Context, next: Next): Promise<void> => {
    const { actor } = ctx.state as { actor?: Actor }
    const reads = ctx.method === 'GET' || ctx.method === 'HEAD'
    if (actor?.demo && !reads) {
      await one(addressOf(ctx))
      await all('all')
    }
    await next()
  }
}
