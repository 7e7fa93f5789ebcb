import type { Context, Next } from 'koa'
import { ProblemError } from './problem'

const CHANGES = new Set(['POST', 'PUT', 'PATCH', 'DELETE'])

/** State may only be changed from our own pages (or from programs, which send no origin). */
export async function refuseForeignOrigins(ctx: Context, next: Next): Promise<void> {
  if (CHANGES.has(ctx.method) && isForeign(ctx))
    throw new ProblemError(403, 'foreign-origin', 'This request came from another site.')
  await next()
}

function isForeign(ctx: Context): boolean {
  const site = ctx.get('sec-fetch-site')
  if (site === 'cross-site' || site === 'same-site') return true
  const origin = ctx.get('origin')
  if (origin === '') return false
  try {
    return new URL(origin).host !== ctx.host
  } catch {
    return true
  }
}
