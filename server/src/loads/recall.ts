import type { GaugeRecall, RecalledLoad } from '@kelvit/contract'
import {
  dateAt,
  dialWords,
  DIAL_MAX_ERROR,
  foldLoad,
  fullRun,
  isHere,
  recallOf,
  recallWords,
  requiredAt,
  type FoundLater,
  type LoadState,
  type Recalled,
  type UnitSystem,
} from '@kelvit/core'
import { and, asc, desc, eq, inArray } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../db/pool'
import { changes, gaugeTests, jars, loadEvents, loads } from '../db/schema'
import { toWire, toWires } from '../db/wire'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { notFound } from '../http/problem'
import { householdOf } from '../kitchen/figures'
import { addRows } from '../store/rows'
import { asEvent, readEvents, type LoadRow } from '../store/loads'
import { refold } from './refold'

type TestRow = typeof gaugeTests.$inferSelect

interface Short {
  readonly load: LoadRow
  readonly state: LoadState
  readonly recalled: Recalled
}

/** The stretch of days that a test speaks of: from the last good one before it to the next. */
async function daysOf(
  tx: Tx,
  test: TestRow,
): Promise<{ readonly since: string | null; readonly until: string | null }> {
  const all = await tx
    .select()
    .from(gaugeTests)
    .where(eq(gaugeTests.cannerId, test.cannerId))
    .orderBy(asc(gaugeTests.testedOn), asc(gaugeTests.createdAt))
  const at = all.findIndex((t) => t.id === test.id)
  const good = all.slice(0, at).filter((t) => Math.abs(t.errorPsi) <= DIAL_MAX_ERROR)
  return { since: good.at(-1)?.testedOn ?? null, until: all[at + 1]?.testedOn ?? null }
}

/** Loads that were checked, the oldest first. */
const checkedLoads = (tx: Tx, cannerId?: string): Promise<LoadRow[]> =>
  tx
    .select()
    .from(loads)
    .where(and(eq(loads.stage, 'checked'), cannerId ? eq(loads.cannerId, cannerId) : undefined))
    .orderBy(asc(loads.startsAt), asc(loads.id))

/** The loads among these that may have been short by what was found afterwards. */
async function shortOf(
  tx: Tx,
  rows: readonly LoadRow[],
  foundFor: (load: LoadRow, ranAt: number) => FoundLater | undefined,
): Promise<readonly Short[]> {
  const all: Short[] = []
  for (const load of rows) {
    const state = foldLoad(load.setup, (await readEvents(tx, load.id)).map(asEvent))
    // When it really ran, whatever day it was planned for.
    const ran = fullRun(state, load.setup)
    const found = ran ? foundFor(load, ran.from) : undefined
    if (!found) continue
    const recalled = recallOf(load.setup, state, found)
    if (recalled) all.push({ load, state, recalled })
  }
  return all
}

async function shortByTest(tx: Tx, test: TestRow, zone: string) {
  const { since, until } = await daysOf(tx, test)
  const short = await shortOf(tx, await checkedLoads(tx, test.cannerId), (load, ranAt) => {
    const on = dateAt(ranAt, zone)
    const meant = (since === null || on >= since) && (until === null || on < until)
    return meant && load.setup.regulatedBy === 'dial'
      ? { errorPsi: test.errorPsi, requiredPsi: load.setup.psi }
      : undefined
  })
  return { since, short }
}

/**
 * A dial was found to read high: every checked load that ran on it since its last good test,
 * and whose true pressure may have been short, is told so, and its jars are held at once.
 */
export async function recallByTest(
  tx: Tx,
  deps: Deps,
  actor: Actor,
  testId: string,
): Promise<void> {
  const test = await readTest(tx, testId)
  if (!test) return
  const { short } = await shortByTest(tx, test, actor.zone)
  const { units } = await householdOf(tx, actor)
  for (const { load, recalled } of short)
    await tell(
      tx,
      deps,
      actor,
      load,
      test.id,
      `The dial was found to read ${dialWords(test.errorPsi, units)} on ${test.testedOn}. ${wordsOf(recalled, units)}`,
    )
}

/**
 * The altitude was found wrong: every checked load since it was set whose pressure the tables
 * would not have allowed here is told so, and its jars are held at once.
 */
export async function recallByAltitude(tx: Tx, deps: Deps, actor: Actor): Promise<void> {
  const since = await altitudeSetAt(tx, actor.householdId)
  const { altitudeFt, units } = await householdOf(tx, actor)
  const short = await shortOf(tx, await checkedLoads(tx), (load, ranAt) =>
    ranAt < since
      ? undefined
      : {
          errorPsi: load.setup.gaugeErrorPsi,
          requiredPsi: requiredAt(load.processes, altitudeFt),
        },
  )
  const word = uuidv7()
  for (const { load, recalled } of short)
    await tell(
      tx,
      deps,
      actor,
      load,
      word,
      `The altitude was found wrong. ${wordsOf(recalled, units)}`,
    )
}

/**
 * When the altitude that was just replaced had been set, by the log, epoch ms; 0 where the
 * log does not go back to it: then every load is looked at.
 */
async function altitudeSetAt(tx: Tx, householdId: string): Promise<number> {
  // The log has this very change only when the transaction commits: its last line is the one before.
  const lines = await tx
    .select({ at: changes.at, row: changes.row })
    .from(changes)
    .where(and(eq(changes.table, 'households'), eq(changes.id, householdId)))
    .orderBy(desc(changes.seq))
  const old = lines[0]?.row?.altitude_ft
  const before = lines.findIndex((line) => line.row?.altitude_ft !== old)
  return before < 1 ? 0 : (lines[before - 1]?.at.getTime() ?? 0)
}

function wordsOf(recalled: Recalled, units: UnitSystem): string {
  if (recalled.requiredPsi === Infinity) return 'There is no tested process at this altitude.'
  const { held, truth, needed } = recallWords(recalled, units)
  return `${held} ${truth}, ${needed}`
}

/** Adds the word to the load's facts, once for each cause, and lets its jars know. */
async function tell(
  tx: Tx,
  deps: Deps,
  actor: Actor,
  load: LoadRow,
  cause: string,
  text: string,
): Promise<void> {
  const before = await tx
    .select({ id: loadEvents.id })
    .from(loadEvents)
    .where(
      and(
        eq(loadEvents.loadId, load.id),
        eq(loadEvents.kind, 'recalled'),
        eq(loadEvents.eventId, cause),
      ),
    )
  if (before.length > 0) return
  const now = new Date(deps.clock.now())
  await addRows(tx, loadEvents, [
    {
      id: uuidv7(),
      householdId: actor.householdId,
      loadId: load.id,
      at: now,
      heardAt: now,
      kind: 'recalled',
      memberId: actor.memberId,
      by: actor.memberName,
      text,
      eventId: cause,
    },
  ])
  await refold(tx, load)
}

const readTest = async (tx: Tx, id: string): Promise<TestRow | undefined> =>
  (await tx.select().from(gaugeTests).where(eq(gaugeTests.id, id)))[0]

/** Which loads a gauge test puts in doubt, made anew from their facts, with their jars. */
export async function readRecall(tx: Tx, actor: Actor, testId: string): Promise<GaugeRecall> {
  const test = await readTest(tx, testId)
  if (!test) throw notFound('There is no such gauge test.')
  const { since, short } = await shortByTest(tx, test, actor.zone)
  const ids = short.map((s) => s.load.id)
  const rows =
    ids.length === 0
      ? []
      : await tx.select().from(jars).where(inArray(jars.loadId, ids)).orderBy(asc(jars.code))
  return {
    test: toWire(gaugeTests, test),
    since,
    loads: short.map(({ load, state, recalled }): RecalledLoad => {
      const mine = rows.filter((j) => j.loadId === load.id)
      const here = mine.filter(isHere)
      const told = state.doubts.filter((d) => d.code === 'recalled').at(-1)
      return {
        loadId: load.id,
        code: load.code,
        startsAt: load.startsAt.toISOString(),
        ...recalled,
        lookedInto:
          state.lookedInto !== null && told !== undefined && state.lookedInto.at >= told.at,
        jars: here.map(toWires(jars)),
        gone: mine.length - here.length,
      }
    }),
  }
}
