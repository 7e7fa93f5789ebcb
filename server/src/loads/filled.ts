import type { NewLoadEvent } from '@kelvit/contract'
import { dateAt, isInCanner, type JarState, type LoadState } from '@kelvit/core'
import { and, eq, inArray, sql } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { jars, loadPortions, lots } from '../db/schema'
import { countRuns, drawLids, returnLids } from '../store/lids'
import { changeRows } from '../store/rows'
import type { Actor } from '../http/actor'
import { unprocessable } from '../http/problem'
import { readPortions, type LoadRow, type PortionRow } from '../store/loads'

interface Turn {
  readonly before: LoadState
  readonly after: LoadState
  readonly sent: NewLoadEvent
  readonly at: number
  /** Whether the jars went into the canner with this fact. */
  readonly goesIn: boolean
}

/**
 * How many jars really went in is known when the lid is locked; who skips that button
 * filled what was planned. A lock that is taken back gives everything back.
 */
export async function followFill(
  tx: Tx,
  actor: Actor,
  load: LoadRow,
  { before, after, sent, at, goesIn }: Turn,
): Promise<void> {
  const stopped = sent.kind === 'aborted' && sent.filled !== undefined && !isInCanner(before.stage)
  if (goesIn || stopped || (sent.kind === 'locked' && isInCanner(after.stage)))
    await noteFilled(tx, load, sent, at, actor.zone)
  if (sent.kind === 'retracted' && isInCanner(before.stage) && !isInCanner(after.stage))
    await forgetFilled(tx, load)
  // Jars that were to be processed again were not, when it was stopped: they wait as before.
  if (after.stage === 'aborted' && before.stage !== 'aborted')
    for (const portion of await readPortions(tx, load.id))
      await moveJars(tx, portion, ['processed-again'], 'set-aside', null)
}

async function noteFilled(
  tx: Tx,
  load: LoadRow,
  sent: NewLoadEvent,
  at: number,
  zone: string,
): Promise<void> {
  const portions = await readPortions(tx, load.id)
  const strange = sent.filled?.find((f) => !portions.some((p) => p.id === f.portionId))
  if (strange)
    throw unprocessable('no-portion', 'One of the counts is for jars that aren’t in this load.')
  for (const portion of portions) {
    const said = sent.filled?.find((f) => f.portionId === portion.id)
    const count = said?.jars ?? portion.filled ?? portion.jars
    await changeRows(tx, loadPortions, eq(loadPortions.id, portion.id), { filled: count })
    // Locked again after it was opened: the lids were drawn the first time.
    if (portion.filled === null) {
      await drawLids(tx, portion, count)
      await countRuns(tx, portion, count)
    }
    await moveJars(tx, portion, ['set-aside', 'refrigerated'], 'processed-again', at)
    if (said?.lotFinished && portion.lotId)
      await changeRows(tx, lots, eq(lots.id, portion.lotId), {
        state: 'canned',
        finishedOn: dateAt(at, zone),
      })
  }
}

/** The lid was not locked after all: counts are open again and used-up lots are back in the house. */
async function forgetFilled(tx: Tx, load: LoadRow): Promise<void> {
  for (const portion of await readPortions(tx, load.id)) {
    await returnLids(tx, portion)
    await countRuns(tx, portion, -(portion.filled ?? 0))
    await changeRows(tx, loadPortions, eq(loadPortions.id, portion.id), { filled: null })
    await moveJars(tx, portion, ['processed-again'], 'set-aside', null)
    if (portion.lotId)
      await changeRows(tx, lots, and(eq(lots.id, portion.lotId), eq(lots.state, 'canned')), {
        state: 'in-house',
        finishedOn: null,
      })
  }
}

/** Jars that did not seal go into this load, or back among those set aside. */
async function moveJars(
  tx: Tx,
  portion: PortionRow,
  from: readonly JarState[],
  to: 'set-aside' | 'processed-again',
  at: number | null,
): Promise<void> {
  if (!portion.fromJars || portion.fromJars.length === 0) return
  await changeRows(
    tx,
    jars,
    and(inArray(jars.id, portion.fromJars), inArray(jars.state, [...from])),
    {
      state: to,
      stateAt: at === null ? sql`coalesce(${jars.outAt}, ${jars.stateAt})` : new Date(at),
    },
  )
}
