import { type Role } from '@kelvit/core'

/** What each may do, in a few words. */
export const ROLES: readonly (readonly [Role, string])[] = [
  ['keeper', 'keeper: everything'],
  ['helper', 'helper: loads, weigh-ins, jars'],
  ['viewer', 'viewer: looks only'],
]
