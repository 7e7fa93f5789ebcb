import { paths } from '@kelvit/contract'
import {
  newBusyTimeSchema,
  newKitchenExceptionSchema,
  newKitchenHoursSchema,
  newSeasonLoadSchema,
  patchKitchenHoursSchema,
  patchSeasonLoadSchema,
} from '@kelvit/contract/schemas'
import { minuteOf } from '@kelvit/core'
import { busyTimes, kitchenExceptions, kitchenHours, seasonLoads } from '../db/schema'
import { unprocessable } from '../http/problem'
import type { Resource } from '../resource/resource'
import type { Values } from '../resource/store'
import { seasonChecker, type LoadToCheck } from './check'

const seasonLoadResource: Resource = {
  path: paths.seasonLoads,
  table: seasonLoads,
  create: newSeasonLoadSchema,
  patch: patchSeasonLoadSchema,
  write: 'helper',
  order: seasonLoads.onDate,
  deletable: true,
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
  path: paths.kitchenHours,
  table: kitchenHours,
  create: newKitchenHoursSchema,
  patch: patchKitchenHoursSchema,
  write: 'helper',
  order: kitchenHours.weekday,
  prepare: (values, { stored }) => {
    checkStretch({ ...stored, ...values }, 'opens', 'closes', 'the kitchen day')
    return values
  },
}

const exceptionResource: Resource = {
  path: paths.kitchenExceptions,
  table: kitchenExceptions,
  create: newKitchenExceptionSchema,
  write: 'helper',
  order: kitchenExceptions.onDate,
  deletable: true,
  prepare: (values) => {
    checkStretch(values, 'opens', 'closes', 'the kitchen day')
    return values
  },
}

const busyResource: Resource = {
  path: paths.busyTimes,
  table: busyTimes,
  create: newBusyTimeSchema,
  write: 'helper',
  order: busyTimes.onDate,
  deletable: true,
  prepare: (values) => {
    checkStretch(values, 'from', 'until', 'the busy time')
    return values
  },
}

export const seasonResources = [seasonLoadResource, hoursResource, exceptionResource, busyResource]
