import {
  addDays,
  dateAt,
  DIAL_TEST_DAYS,
  foldLoad,
  HERE_STATES,
  STAND_OPEN_MS,
  STAND_OVERDUE_MS,
} from '@kelvit/core'
import { and, asc, count, eq, gte, inArray, lte } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { canners, jars, loads } from '../db/schema'
import type { CanningDay, DayNote } from '../formats/ical-write'
import { lastTests } from '../store/gauge-tests'
import { asEvent, readEvents } from '../store/loads'

/** As far as reviews are told ahead, days. */
const AHEAD = 365

/** Boards with jars on them: when their lids may be pressed, and until when they ought to be. */
export async function sealChecks(tx: Tx): Promise<readonly CanningDay[]> {
  const standing = await tx
    .select()
    .from(loads)
    .where(eq(loads.stage, 'standing'))
    .orderBy(asc(loads.startsAt))
  const checks: CanningDay[] = []
  for (const load of standing) {
    const { entered } = foldLoad(load.setup, (await readEvents(tx, load.id)).map(asEvent))
    if (entered.standing === undefined) continue
    checks.push({
      date: `seals-${load.id}`,
      starts: entered.standing + STAND_OPEN_MS,
      ends: entered.standing + STAND_OVERDUE_MS,
      summary: `Press the lids of batch ${load.code}`,
      details: 'Take the bands off and press each lid. If it gives, it didn’t seal.',
    })
  }
  return checks
}

/**
 * Dial tests that fall due, and jars that come up for review, each on its day.
 * @param zone the household's, for what day it is now.
 */
export async function dayNotes(tx: Tx, zone: string, now: number): Promise<readonly DayNote[]> {
  const today = dateAt(now, zone)
  return [...(await testNotes(tx, today)), ...(await reviewNotes(tx, today))]
}

/** A dial that is past its test, or never had one, is due today. */
async function testNotes(tx: Tx, today: string): Promise<readonly DayNote[]> {
  const dials = await tx
    .select()
    .from(canners)
    .where(and(eq(canners.regulatedBy, 'dial'), eq(canners.retired, false)))
    .orderBy(asc(canners.name))
  const tests = await lastTests(
    tx,
    dials.map((c) => c.id),
  )
  return dials.map((canner) => {
    const last = tests.get(canner.id)?.testedOn
    const due = last === undefined ? today : addDays(last, DIAL_TEST_DAYS)
    return {
      key: `test-${canner.id}`,
      date: due < today ? today : due,
      summary: `Have the dial of ${canner.name} tested`,
      details: 'Test a regulating dial every year. Kelvit won’t plan loads on it until then.',
    }
  })
}

async function reviewNotes(tx: Tx, today: string): Promise<readonly DayNote[]> {
  const due = await tx
    .select({ on: jars.reviewBy, n: count() })
    .from(jars)
    .where(
      and(
        inArray(jars.state, [...HERE_STATES]),
        gte(jars.reviewBy, today),
        lte(jars.reviewBy, addDays(today, AHEAD)),
      ),
    )
    .groupBy(jars.reviewBy)
    .orderBy(asc(jars.reviewBy))
  return due.map(({ on, n }) => ({
    key: `review-${on}`,
    date: on,
    summary: `${n} ${n === 1 ? 'jar comes' : 'jars come'} up for review`,
    details: 'Check each jar’s lid, liquid and color. Eat it soon. When in doubt, throw it out.',
  }))
}
