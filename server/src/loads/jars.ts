import {
  decideBy,
  holdOf,
  isPastRescue,
  whyNotFate,
  type LoadSetup,
  type LoadState,
} from '@kelvit/core'
import { and, eq, inArray, isNotNull, or, sql } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { jars } from '../db/schema'
import { conflict, notFound, unprocessable } from '../http/problem'
import { toDecide } from '../store/jars'
import type { LoadRow } from '../store/loads'
import { changeRows } from '../store/rows'

/** The jars of a load inherit its judgement, and when they came out, with every fact. */
export async function tellJars(
  tx: Tx,
  loadId: string,
  setup: LoadSetup,
  state: LoadState,
): Promise<void> {
  const hold = holdOf(setup, state)
  // A load that was stopped has no moment at which its jars came out: theirs was worked out.
  if (state.stage === 'aborted') return
  const outAt = state.outAt === null ? null : new Date(state.outAt)
  await changeRows(
    tx,
    jars,
    and(
      eq(jars.loadId, loadId),
      or(
        hold === null ? isNotNull(jars.hold) : sql`${jars.hold} is distinct from ${hold}`,
        sql`${jars.outAt} is distinct from ${outAt?.toISOString() ?? null}::timestamptz`,
      ),
    ),
    { hold, outAt },
  )
}

/** A seal that was lost later: the jar is thrown away, unopened and untasted. */
export async function loseSeal(tx: Tx, load: LoadRow, jarId: string, at: number): Promise<void> {
  const [jar] = await changeRows(tx, jars, and(eq(jars.id, jarId), eq(jars.loadId, load.id)), {
    seal: 'unsealed',
    cause: 'lost its seal on the shelf',
    state: 'discarded',
    stateAt: new Date(at),
  })
  if (!jar) throw unprocessable('no-jar', 'We can’t find this jar in this load.')
}

/** Until when each of these jars must be at pressure again, epoch ms: 24 hours after it came out. */
export const againLimits = (rows: readonly (typeof jars.$inferSelect)[]): readonly number[] =>
  rows.flatMap((jar) => decideBy(toDecide(jar)) ?? [])

/** Jars that did not seal are processed again within 24 hours of coming out, and not later. */
export async function checkRescue(tx: Tx, ids: readonly string[], now: number): Promise<void> {
  if (ids.length === 0) return
  const rows = await tx
    .select()
    .from(jars)
    .where(inArray(jars.id, [...ids]))
    .for('update')
  if (rows.length < ids.length) throw notFound('We can’t find one of the jars.')
  for (const jar of rows) {
    const known = toDecide(jar)
    const why = whyNotFate(known, 'processed-again', now)
    if (why)
      throw conflict(
        isPastRescue(known, now) ? 'jar-past-rescue' : 'jar-gone',
        `Jar ${jar.code}: ${why}`,
      )
  }
}
