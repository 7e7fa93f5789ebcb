import { type Role } from '@kelvit/core'
import type { Context } from 'koa'
import { ProblemError } from './problem'

/** Who is asking. */
export interface Actor {
  readonly memberId: string
  readonly memberName: string
  readonly householdId: string
  readonly role: Role
  readonly zone: string
  /** Of the demo household, whom strangers share. */
  readonly demo: boolean
}

const RANK: Readonly<Record<Role, number>> = { viewer: 0, helper: 1, keeper: 2 }

/** The signed-in member, who must have at least this role. */
export function actorOf(ctx: Context, least: Role): Actor {
  const actor = (ctx.state as { actor?: Actor }).actor
  if (!actor) throw new ProblemError(401, 'sign-in', 'Sign in to see this household.')
  if (!mayDo(actor, least)) throw refuseRole(actor, least)
  return actor
}

/** Whether a member has at least a role. */
export const mayDo = (actor: Actor, least: Role): boolean => RANK[actor.role] >= RANK[least]

export const refuseRole = (actor: Actor, least: Role): ProblemError =>
  new ProblemError(403, 'role', `Only a ${least} can do this. You’re a ${actor.role} here.`)
