import {
  DIAL_MAX_ERROR,
  dialTarget,
  gaugeScale,
  toldIn,
  psi,
  showPressure,
  startTarget,
  type LoadEventKind,
  type LoadSetup,
  type Psi,
} from '@kelvit/core'
import { and, eq, inArray } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../db/pool'
import { canners, loadEvents, loads } from '../db/schema'
import { lastTests } from '../store/gauge-tests'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { ProblemError } from '../http/problem'
import { figuresOf, householdOf } from '../kitchen/figures'
import { refold } from './refold'
import { readPortions, type LoadRow } from '../store/loads'
import { addRows } from '../store/rows'

/** Stages in which the heat is on, or will be: what a load must reach can still be reached. */
const RUNNING = ['preparing', 'filling', 'heating', 'venting', 'climbing', 'processing'] as const

/**
 * The gauge was tested or the altitude corrected while loads run: what they must reach
 * is looked up again, and each of them is told. A running load is only
 * ever held higher; a lower figure waits for the next one.
 * @param cause the canner that was tested, and the test; every load when the altitude changed.
 */
export async function reviseRunning(
  tx: Tx,
  deps: Deps,
  actor: Actor,
  why: string,
  cause?: { readonly cannerId: string; readonly testId: string },
): Promise<void> {
  const running = await tx
    .select()
    .from(loads)
    .where(
      and(
        inArray(loads.stage, [...RUNNING]),
        ...(cause ? [eq(loads.cannerId, cause.cannerId)] : []),
      ),
    )
    .for('update')
  for (const load of running) await revise(tx, deps, actor, load, why, cause?.testId ?? null)
}

interface Word {
  readonly kind: LoadEventKind
  readonly text: string
  readonly psi?: Psi
  readonly setup?: LoadSetup
}

async function revise(
  tx: Tx,
  deps: Deps,
  actor: Actor,
  load: LoadRow,
  why: string,
  testId: string | null,
): Promise<void> {
  const word = await wordFor(tx, actor, load, why)
  if (!word) return
  const now = new Date(deps.clock.now())
  await addRows(tx, loadEvents, [
    {
      id: uuidv7(),
      householdId: actor.householdId,
      loadId: load.id,
      at: now,
      heardAt: now,
      kind: word.kind,
      memberId: actor.memberId,
      by: actor.memberName,
      psi: word.psi ?? null,
      text: word.text,
      eventId: word.kind === 'note' ? null : testId,
    },
  ])
  await refold(
    tx,
    load,
    word.setup ? { setup: word.setup, plannedSetup: load.plannedSetup ?? load.setup } : {},
  )
}

/** What a running load is told; undefined when nothing about it changed. */
async function wordFor(
  tx: Tx,
  actor: Actor,
  load: LoadRow,
  why: string,
): Promise<Word | undefined> {
  const [row] = await tx.select().from(canners).where(eq(canners.id, load.cannerId))
  if (!row) return undefined
  const household = await householdOf(tx, actor)
  const told = toldIn(load.setup, household.units)
  const test = (await lastTests(tx, [row.id])).get(row.id)
  const errorPsi = load.setup.regulatedBy === 'dial' ? (test?.errorPsi ?? psi(0)) : psi(0)
  if (Math.abs(errorPsi) > DIAL_MAX_ERROR)
    return {
      kind: 'gauge-off',
      // Read high, it would have to show so much.
      ...(errorPsi > 0 ? { psi: psi(load.setup.psi + errorPsi) } : {}),
      text: `${why} The dial is off by ${gaugeScale(told).off(errorPsi)} ${gaugeScale(told).unit}. That’s too far to go on.`,
    }
  const found = figuresAgain(
    await readPortions(tx, load.id),
    { row: { ...row, regulatedBy: load.setup.regulatedBy }, errorPsi },
    household,
  )
  if (typeof found === 'string') return { kind: 'no-process', text: `${why} ${found}` }
  const [was, is] = [dialTarget(load.setup), dialTarget(found)]
  if (is === was) return undefined
  if (is < was)
    return {
      kind: 'note',
      text: `${why} ${showPressure(is, told)} would be enough from now on. Hold this load at ${showPressure(was, told)} to its end.`,
    }
  return {
    kind: 'figures-changed',
    psi: is,
    text: `${why} Hold this load at ${showPressure(is, told)}, not ${showPressure(was, told)}.`,
    setup: {
      ...load.setup,
      psi: found.psi,
      gaugeErrorPsi: found.gaugeErrorPsi,
      ...(load.setup.regulatedBy === 'dial' ? { startedAtPsi: startTarget(load.setup) } : {}),
    },
  }
}

function figuresAgain(...query: Parameters<typeof figuresOf>): LoadSetup | string {
  try {
    return figuresOf(...query).setup
  } catch (error) {
    if (error instanceof ProblemError) return error.message
    throw error
  }
}
