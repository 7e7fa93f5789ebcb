import { type Role } from '@kelvit/core'
import type { Household, Member, Session } from '@kelvit/contract'
import { dateAt } from '@kelvit/core'
import { createContext, useContext } from 'react'
import { useMinute } from '../sync/clock'

const RANK: Readonly<Record<Role, number>> = { viewer: 0, helper: 1, keeper: 2 }

/**
 * Who is signed in, for everything under the frame. Handed down, not asked again: a part
 * that appears while the session ends sees the same answer as the frame around it.
 */
export const SignedIn = createContext<Session | undefined>(undefined)

/** Who is signed in, and where. Only under the signed-in part of the router. */
export function useHousehold(): {
  household: Household
  member: Member
  may: (least: Role) => boolean
} {
  const data = useContext(SignedIn)
  if (!data) throw new Error('nobody is signed in')
  return { ...data, may: (least) => RANK[data.member.role] >= RANK[least] }
}

/** The household's plain date, ISO. */
export function useToday(): string {
  const { household } = useHousehold()
  return dateAt(useMinute(), household.zone)
}
