import type { KitchenCalendar } from '@kelvit/core'
import type { Tx } from '../db/pool'
import { busyTimes, kitchenExceptions, kitchenHours } from '../db/schema'

/** When the kitchen is free, as core reads it. */
export async function kitchenCalendar(tx: Tx): Promise<KitchenCalendar> {
  return {
    hours: await tx.select().from(kitchenHours),
    exceptions: await tx.select().from(kitchenExceptions),
    busy: await tx.select().from(busyTimes),
  }
}
