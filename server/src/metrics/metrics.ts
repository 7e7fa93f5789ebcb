import type { Context, Next } from 'koa'
import { timingSafeEqual } from 'node:crypto'
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client'
import { heavyQueue } from '../heavy/beside'
import type { Deps } from '../http/deps'
import { ProblemError } from '../http/problem'
import { hashToken } from '../http/secrets'

/** Seconds at which requests are told apart. */
const BUCKETS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10]

/**
 * Figures of this process for Prometheus, at `/metrics`: to this machine itself, or to whoever
 * shows the token for it. They name addresses of the API, never households or people.
 */
export function metrics(deps: Deps) {
  const register = new Registry()
  collectDefaultMetrics({ register, prefix: 'kelvit_' })
  const took = new Histogram({
    name: 'kelvit_request_seconds',
    help: 'Time to answer a request',
    labelNames: ['method', 'route', 'status'],
    buckets: BUCKETS,
    registers: [register],
  })
  const failed = new Counter({
    name: 'kelvit_failures_total',
    help: 'Requests that failed by a fault of Kelvit or its database',
    registers: [register],
  })
  const figure = (name: string, help: string, read: () => number): void => {
    new Gauge({
      name,
      help,
      registers: [register],
      collect() {
        this.set(read())
      },
    })
  }
  const { pool } = deps.db
  figure('kelvit_streams', 'Devices that listen to this process', () => deps.live.count())
  figure('kelvit_database_connections', 'Connections to the database', () => pool.totalCount)
  figure('kelvit_database_idle', 'Of these, idle', () => pool.idleCount)
  figure('kelvit_database_waiting', 'Requests that wait for one', () => pool.waitingCount)
  figure('kelvit_heavy_waiting', 'Heavy jobs that wait for their thread', heavyQueue)
  return async (ctx: Context, next: Next): Promise<void> => {
    if (ctx.path === '/metrics' && ctx.method === 'GET') {
      mayLook(ctx, deps.doors.metricsToken)
      ctx.type = register.contentType
      ctx.body = await register.metrics()
      return
    }
    const done = took.startTimer()
    try {
      await next()
    } finally {
      const { _matchedRoute: route } = ctx as { _matchedRoute?: string | RegExp }
      if (ctx.status >= 500) failed.inc()
      done({
        method: ctx.method,
        // An address that is none is one label, whatever it was.
        route: route === undefined ? 'other' : String(route),
        status: `${Math.floor(ctx.status / 100)}xx`,
      })
    }
  }
}

const HERE = new Set(['127.0.0.1', '::1', '::ffff:127.0.0.1'])
const SAID_BY_PROXIES = ['x-forwarded-for', 'forwarded', 'via', 'x-real-ip']

/** A request that a proxy passed on is not from this machine, although the proxy may be. */
function mayLook(ctx: Context, token: string | undefined): void {
  const passedOn = SAID_BY_PROXIES.some((h) => ctx.get(h) !== '')
  if (HERE.has(ctx.req.socket.remoteAddress ?? '') && !passedOn) return
  const shown = /^Bearer (\S{1,200})$/.exec(ctx.get('authorization'))?.[1]
  const right =
    token !== undefined &&
    shown !== undefined &&
    timingSafeEqual(Buffer.from(hashToken(shown)), Buffer.from(hashToken(token)))
  if (!right)
    throw new ProblemError(
      401,
      'metrics',
      'These figures are for this machine, or for whoever shows the token of KELVIT_METRICS_TOKEN.',
    )
}
