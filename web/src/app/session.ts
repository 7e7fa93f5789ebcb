import type { Household, Member, Role } from '@kelvit/contract'
import { dateAt } from '@kelvit/core'
import { useSuspenseQuery } from '@tanstack/react-query'
import { sessionQuery } from '../api/queries'
import { nowMs, useMinute } from './clock'

const RANK: Readonly<Record<Role, number>> = { viewer: 0, helper: 1, keeper: 2 }

/** Who is signed in, and where. Only under the signed-in part of the router. */
export function useHousehold(): {
  household: Household
  member: Member
  may: (least: Role) => boolean
} {
  const { data } = useSuspenseQuery(sessionQuery)
  if (!data) throw new Error('nobody is signed in')
  return { ...data, may: (least) => RANK[data.member.role] >= RANK[least] }
}

/** The household's plain date, ISO. */
export function useToday(): string {
  const { household } = useHousehold()
  return dateAt(useMinute(), household.zone)
}

/** The instant to write on an event that happens now. */
export const nowIso = (): string => new Date(nowMs()).toISOString()
