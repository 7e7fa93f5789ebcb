import {
  busyTimeRows,
  kitchenExceptionRows,
  kitchenHoursRows,
  seasonLoadRows,
} from '@kelvit/contract/routes'
import { addDays, canBeOpen, minuteOf } from '@kelvit/core'
import { gte, type SQL } from 'drizzle-orm'
import type { PgColumn } from 'drizzle-orm/pg-core'
import { busyTimes, kitchenExceptions, kitchenHours, seasonLoads } from '../db/schema'
import { unprocessable } from '../http/problem'
import type { Resource } from '../resource/resource'
import type { Values } from '../store/rows'
import { seasonChecker, type LoadToCheck } from './check'

/** A plan and its odd days are looked back at for so long, days: a season and its like a year before. */
const LOOKED_BACK_DAYS = 400
const since =
  (onDate: PgColumn) =>
  (today: string): SQL =>
    gte(onDate, addDays(today, -LOOKED_BACK_DAYS))

const seasonLoadResource: Resource = {
  routes: seasonLoadRows,
  table: seasonLoads,
  order: seasonLoads.onDate,
  current: since(seasonLoads.onDate),
  prepare: async (values, { tx, deps, actor, stored }) => {
    const check = await seasonChecker(tx, deps, actor)
    const { portions } = check({ ...stored, ...values } as unknown as LoadToCheck)
    return { ...values, portions }
  },
}

/** A kitchen's times go together, and it closes later that day or in the night after it. */
function checkKitchen({ opens, closes }: Values): void {
  if ((opens === null) !== (closes === null))
    throw unprocessable(
      'half-a-time',
      'Say both when the kitchen day begins and when it ends, or neither.',
    )
  if (typeof opens === 'string' && typeof closes === 'string' && !canBeOpen(opens, closes))
    throw unprocessable(
      'times',
      'The end of the kitchen day must be after its beginning, or in the night after it, by 6 in the morning.',
    )
}

const hoursResource: Resource = {
  routes: kitchenHoursRows,
  table: kitchenHours,
  order: kitchenHours.weekday,
  prepare: (values, { stored }) => {
    checkKitchen({ ...stored, ...values })
    return values
  },
}

const exceptionResource: Resource = {
  routes: kitchenExceptionRows,
  table: kitchenExceptions,
  order: kitchenExceptions.onDate,
  current: since(kitchenExceptions.onDate),
  prepare: (values) => {
    checkKitchen(values)
    return values
  },
}

const busyResource: Resource = {
  routes: busyTimeRows,
  table: busyTimes,
  order: busyTimes.onDate,
  current: since(busyTimes.onDate),
  prepare: (values) => {
    const [from, until] = [String(values.from), String(values.until)]
    if (minuteOf(until) <= minuteOf(from))
      throw unprocessable('times', 'The end of the busy time must be after its beginning.')
    return values
  },
}

export const seasonResources = [seasonLoadResource, hoursResource, exceptionResource, busyResource]
