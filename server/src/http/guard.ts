import { isIP } from 'node:net'
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

/** Addresses that say two things at once, or nothing: refused before anybody reads them. */
export async function refuseStrangeAddresses(ctx: Context, next: Next): Promise<void> {
  if (!isPlain(ctx.req.url ?? ''))
    throw new ProblemError(400, 'unreadable', 'We can’t read this address.')
  await next()
}

function isPlain(url: string): boolean {
  if (!url.startsWith('/') || url.startsWith('//') || url.length > 4000) return false
  const [path = ''] = url.split('?')
  try {
    return !/[\p{Cc}\\]/u.test(decodeURIComponent(path))
  } catch {
    return false
  }
}

/**
 * A page elsewhere can point its own name at this machine and so speak to Kelvit as if
 * it were its own. Kelvit answers to localhost, to plain addresses and to the names it was told.
 */
export const refuseOtherNames =
  (hosts: readonly string[]) =>
  async (ctx: Context, next: Next): Promise<void> => {
    const name = nameOf(ctx.host)
    const ours =
      name === 'localhost' ||
      name.endsWith('.localhost') ||
      isIP(name) !== 0 ||
      hosts.includes(name)
    if (!ours)
      throw new ProblemError(
        421,
        'other-name',
        'This Kelvit doesn’t answer to that name. Whoever runs it can add the name to KELVIT_HOSTS.',
      )
    await next()
  }

/** The host without its port, an IPv6 address without its brackets. */
const nameOf = (host: string): string =>
  host
    .toLowerCase()
    .replace(/:\d+$/, '')
    .replace(/^\[(.*)\]$/, '$1')

/** Far more than any form of ours nests. */
const MOST_LEVELS = 24

/** Deeply nested JSON is refused before anything walks it; how many values there are is kept for whoever checks them. */
export async function refuseDeepBodies(ctx: Context, next: Next): Promise<void> {
  let level: unknown[] = [(ctx.request as { body?: unknown }).body]
  let values = 0
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > MOST_LEVELS)
      throw new ProblemError(400, 'too-deep', 'The request is nested deeper than Kelvit reads.')
    values += level.length
    level = level.flatMap((v) =>
      typeof v === 'object' && v !== null ? (Object.values(v) as unknown[]) : [],
    )
  }
  ;(ctx.state as { values?: number }).values = values
  await next()
}
