import type { Context, Next } from 'koa'
import proxyaddr from 'proxy-addr'

const SAID_BY_PROXIES = ['x-forwarded-for', 'x-forwarded-host', 'x-forwarded-proto', 'forwarded']

/**
 * Finds out who calls. What a proxy says counts only when the proxy is one of ours;
 * from anybody else it is forgotten before it can be believed.
 * @throws TypeError for an entry that is no address, range or name that `proxy-addr` knows.
 */
export function readProxies(trusted: readonly string[]) {
  const isOurs = proxyaddr.compile([...trusted])
  return async (ctx: Context, next: Next): Promise<void> => {
    if (!isOurs(ctx.req.socket.remoteAddress ?? '', 0))
      for (const header of SAID_BY_PROXIES) Reflect.deleteProperty(ctx.req.headers, header)
    ;(ctx.state as { address?: string }).address = proxyaddr(ctx.req, isOurs)
    await next()
  }
}

/** The caller's address. */
export const addressOf = (ctx: Context): string =>
  (ctx.state as { address?: string }).address ?? ctx.ip
