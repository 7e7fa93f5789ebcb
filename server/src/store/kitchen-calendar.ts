import type { KitchenCalendar } from '@kelvit/core'
import { eq, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../db/pool'
import { busyTimes, kitchenExceptions, kitchenHours } from '../db/schema'
import { removeRows } from './rows'

/** A time in which nobody can stay at the stove, as a calendar file has it. */
interface TimeOfFile {
  readonly onDate: string
  readonly from: string
  readonly until: string
  readonly what: string
}

/** The times of a calendar file in place of those of the file before. */
export async function keepTimesOfFile(
  tx: Tx,
  householdId: string,
  times: readonly TimeOfFile[],
): Promise<void> {
  await removeRows(tx, busyTimes, eq(busyTimes.source, 'calendar'))
  // One parameter for all of them: a statement with ten thousand would take its time to build.
  const rows = times.map((t) => ({ ...t, id: uuidv7() }))
  await tx.execute(sql`
    insert into busy_times (household_id, id, on_date, "from", until, what, source)
    select ${householdId}, r.id, r."onDate", r."from", r.until, r.what, 'calendar'
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
      as r(id uuid, "onDate" date, "from" text, until text, what text)`)
}

/** When the kitchen is free, as core reads it. */
export async function kitchenCalendar(tx: Tx): Promise<KitchenCalendar> {
  return {
    hours: await tx.select().from(kitchenHours),
    exceptions: await tx.select().from(kitchenExceptions),
    busy: await tx.select().from(busyTimes),
  }
}
