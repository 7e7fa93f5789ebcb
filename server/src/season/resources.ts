import {
  busyTimeRows,
  kitchenExceptionRows,
  kitchenHoursRows,
  seasonLoadRows,
} from '@kelvit/contract/routes'
import { minuteOf } from '@kelvit/core'
import { busyTimes, kitchenExceptions, kitchenHours, seasonLoads } from '../db/schema'
import { unprocessable } from '../http/problem'
import type { Resource } from '../resource/resource'
import type { Values } from '../store/rows'
import { seasonChecker, type LoadToCheck } from './check'

const seasonLoadResource: Resource = {
  routes: seasonLoadRows,
  table: seasonLoads,
  order: seasonLoads.onDate,
  prepare: async (values, { tx, deps, actor, stored }) => {
    const check = await seasonChecker(tx, deps, actor)
    check({ ...stored, ...values } as unknown as LoadToCheck)
    return values
  },
}

/** A time from and until go together, and the second is later. */
function checkStretch(values: Values, from: string, until: string, what: string): void {
  const [a, z] = [values[from], values[until]]
  if ((a === null) !== (z === null))
    throw unprocessable('half-a-time', `Say both when ${what} begins and when it ends, or neither.`)
  if (typeof a === 'string' && typeof z === 'string' && minuteOf(z) <= minuteOf(a))
    throw unprocessable('times', `The end of ${what} must be after its beginning.`)
}

const hoursResource: Resource = {
  routes: kitchenHoursRows,
  table: kitchenHours,
  order: kitchenHours.weekday,
  prepare: (values, { stored }) => {
    checkStretch({ ...stored, ...values }, 'opens', 'closes', 'the kitchen day')
    return values
  },
}

const exceptionResource: Resource = {
  routes: kitchenExceptionRows,
  table: kitchenExceptions,
  order: kitchenExceptions.onDate,
  prepare: (values) => {
    checkStretch(values, 'opens', 'closes', 'the kitchen day')
    return values
  },
}

const busyResource: Resource = {
  routes: busyTimeRows,
  table: busyTimes,
  order: busyTimes.onDate,
  prepare: (values) => {
    checkStretch(values, 'from', 'until', 'the busy time')
    return values
  },
}

export const seasonResources = [seasonLoadResource, hoursResource, exceptionResource, busyResource]
