import type { Deps } from '../http/deps'
import { forLog } from '../http/errors'

const DAY_MS = 86_400_000
/** How often old lines are looked for, ms. */
const EVERY_MS = 6 * 3_600_000
/** The first time: when the server has long been ready, ms. */
const FIRST_MS = 60_000
/** Lines that go in one transaction, so that nobody waits for it. */
const AT_ONCE = 2000

/**
 * Takes lines of the log that are older than so many days: of each row its first and its
 * last line stay, so that who made it and who changed it last is told for ever.
 * @returns how many went.
 */
export async function forgetChanges(
  { db, clock }: Pick<Deps, 'db' | 'clock'>,
  days: number,
): Promise<number> {
  const before = new Date(clock.now() - days * DAY_MS).toISOString()
  for (let all = 0; ;) {
    const [row] = await db.ask<{ gone: number }>('select kelvit_forget_changes($1, $2) as gone', [
      before,
      AT_ONCE,
    ])
    const gone = row?.gone ?? 0
    all += gone
    if (gone < AT_ONCE) return all
  }
}

/** Forgets old lines from time to time. @param days 0 keeps all of them. @returns how to stop. */
export function startForgetting(deps: Deps, days: number): () => void {
  if (days === 0) return () => undefined
  const once = (): void =>
    void forgetChanges(deps, days)
      .then((gone) => gone > 0 && deps.log.info({ gone }, 'old lines of the log'))
      .catch((err: unknown) => deps.log.warn({ err: forLog(err) }, 'old lines of the log'))
  const first = setTimeout(once, FIRST_MS).unref()
  const timer = setInterval(once, EVERY_MS).unref()
  return () => {
    clearTimeout(first)
    clearInterval(timer)
  }
}
