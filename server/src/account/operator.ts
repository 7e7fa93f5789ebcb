import { timingSafeEqual } from 'node:crypto'
import type { Context } from 'koa'
import type { Deps } from '../http/deps'
import { hashToken } from '../http/secrets'

/** Whether the caller shows the token of whoever runs this Kelvit. */
export function isOperator(ctx: Context, deps: Deps): boolean {
  const wanted = deps.doors.operatorToken
  const shown = /^Bearer (\S{1,200})$/.exec(ctx.get('authorization'))?.[1]
  if (!wanted || !shown) return false
  return timingSafeEqual(Buffer.from(hashToken(shown)), Buffer.from(hashToken(wanted)))
}
