import { RateLimiterPostgres } from 'rate-limiter-flexible'
import type pg from 'pg'
import { ProblemError } from '../http/problem'

/** Counts failed sign-ins in the database, so that all server processes know of them. */
export function signInLimits(pool: pg.Pool) {
  const limiter = (keyPrefix: string, points: number) =>
    new RateLimiterPostgres({
      storeClient: pool,
      storeType: 'pool',
      tableName: 'rate_limits',
      tableCreated: true,
      clearExpiredByTimeout: false,
      keyPrefix,
      points,
      duration: 15 * 60,
    })
  const perName = limiter('name', 8)
  const perAddress = limiter('address', 40)

  const take = async (key: RateLimiterPostgres, what: string): Promise<void> => {
    try {
      await key.consume(what.slice(0, 200))
    } catch (rejected) {
      if (rejected instanceof Error) throw rejected
      throw new ProblemError(
        429,
        'too-many-tries',
        'Too many tries. Wait a quarter of an hour, then try again.',
      )
    }
  }
  return {
    /** Throws when this name or address tried too often. */
    beforeSignIn: async (name: string, address: string): Promise<void> => {
      await take(perAddress, address)
      await take(perName, name)
    },
    afterSuccess: async (name: string): Promise<void> => {
      await perName.delete(name.slice(0, 200))
    },
  }
}
