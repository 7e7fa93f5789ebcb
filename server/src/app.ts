import { allRoutes, serverApi } from '@kelvit/contract/routes'
import { bodyParser } from '@koa/bodyparser'
import Router from '@koa/router'
import Koa from 'koa'
import compress from 'koa-compress'
import helmet from 'koa-helmet'
import { accountRoutes, identify, whoOpens } from './account/routes'
import { answerRoutes } from './answers/routes'
import type { Deps } from './http/deps'
import { forLog, handleErrors } from './http/errors'
import {
  refuseDeepBodies,
  refuseForeignOrigins,
  refuseOtherNames,
  refuseStrangeAddresses,
} from './http/guard'
import { readProxies } from './http/proxy'
import { limitDemo } from './http/limits'
import { isOperator } from './account/operator'
import { ProblemError } from './http/problem'
import { staticFiles } from './http/static'
import { serve } from './http/serve'
import { gaugeRoutes } from './loads/gauges'
import { changeRoutes } from './changes/routes'
import { rejudge } from './loads/recall'
import { reviseRunning } from './loads/revise'
import { loadRoutes, recallRoutes } from './loads/routes'
import { lotRoutes } from './lots/routes'
import { recipeRoutes } from './methods/resources'
import { metrics } from './metrics/metrics'
import { openapiDocument } from './openapi'
import { labelRoutes } from './pantry/labels'
import { pantryRoutes, takeRoutes } from './pantry/routes'
import { recordRoutes } from './records/routes'
import { resourceRoutes } from './resource/resource'
import { archiveRoutes } from './archive/routes'
import { callingRoutes } from './calling/routes'
import { csvRoutes } from './archive/csv-routes'
import { countNow } from './pantry/counts'
import { resources, undoables } from './resources'
import { calendarRoutes } from './season/calendar-routes'
import { seasonRoutes } from './season/routes'

const CONTENT_SECURITY = {
  useDefaults: false,
  directives: {
    defaultSrc: ["'self'"],
    scriptSrc: ["'self'"],
    // Dialogs lock the page's scrolling with a style element of their own.
    styleSrc: ["'self'", "'unsafe-inline'"],
    imgSrc: ["'self'", 'data:'],
    fontSrc: ["'self'"],
    connectSrc: ["'self'"],
    workerSrc: ["'self'"],
    objectSrc: ["'none'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
    frameAncestors: ["'none'"],
  },
}

/** Assembles the server: guards, stations, the built web application. */
export const makeApp = (deps: Deps, webFolder: string | undefined): Koa =>
  assemble(deps, webFolder, makeRouter(deps))

/** Every address of the API. */
export function makeRouter(deps: Deps): Router {
  const router = new Router()
  ownRoutes(router, deps)
  accountRoutes(router, deps, async (tx, actor) => {
    await reviseRunning(tx, deps, actor, 'The altitude was corrected.')
    await rejudge(tx, deps, actor)
  })
  callingRoutes(router, deps)
  answerRoutes(router, deps)
  for (const resource of resources) resourceRoutes(router, resource, deps)
  lotRoutes(router, deps)
  recipeRoutes(router, deps)
  loadRoutes(router, deps)
  recallRoutes(router, deps)
  gaugeRoutes(router, deps)
  seasonRoutes(router, deps)
  calendarRoutes(router, deps)
  pantryRoutes(router, deps)
  takeRoutes(router, deps)
  labelRoutes(router, deps)
  recordRoutes(router, deps)
  archiveRoutes(router, deps)
  csvRoutes(router, deps, { resources, countNow })
  changeRoutes(router, deps, undoables)
  return router
}

function assemble(deps: Deps, webFolder: string | undefined, router: Router): Koa {
  const app = new Koa({ proxy: deps.doors.trustedProxies.length > 0 })
  app.silent = true
  app.on('error', (err: NodeJS.ErrnoException) => {
    if (
      err.code !== 'EPIPE' &&
      err.code !== 'ECONNRESET' &&
      err.code !== 'ERR_STREAM_PREMATURE_CLOSE'
    )
      deps.log.error({ err: forLog(err) }, 'response failed')
  })
  app.use(handleErrors(deps.log))
  app.use(metrics(deps))
  app.use(helmet({ contentSecurityPolicy: CONTENT_SECURITY, strictTransportSecurity: false }))
  app.use(
    compress({
      filter: (type) => !/event-stream/.test(type) && /json|text|javascript|svg|font/.test(type),
      threshold: 1024,
      br: false,
    }),
  )
  app.use(refuseStrangeAddresses)
  app.use(readProxies(deps.doors.trustedProxies))
  app.use(refuseOtherNames(deps.doors.hosts))
  app.use(refuseForeignOrigins)
  app.use(refuseOtherTypes)
  const parse = bodyParser({ enableTypes: ['json'], jsonLimit: '256kb', onError: unreadable })
  app.use((ctx, next) => (takesFiles(ctx.method, ctx.path) ? next() : parse(ctx, next)))
  app.use(refuseDeepBodies)
  app.use(async (ctx, next) => {
    if (ctx.path.startsWith('/api/')) ctx.set('cache-control', 'no-store')
    await next()
  })
  if (deps.clock.frozen)
    app.use(async (ctx, next) => {
      if (ctx.path.startsWith('/api/')) await deps.clock.refresh()
      await next()
    })
  app.use(identify(deps))
  app.use(limitDemo(deps.db.pool))
  app.use(router.routes())
  app.use(
    router.allowedMethods({
      throw: true,
      methodNotAllowed: notThisWay,
      notImplemented: notThisWay,
    }),
  )
  if (webFolder) app.use(staticFiles(webFolder, whoOpens(deps)))
  return app
}

const notThisWay = (): ProblemError =>
  new ProblemError(405, 'method', 'This address doesn’t accept that kind of request.')

const unreadable = (err: Error): never => {
  const { status } = err as { status?: number }
  throw status === 413
    ? new ProblemError(413, 'too-large', 'The request is larger than 256 kB.')
    : new ProblemError(400, 'unreadable', 'The request isn’t valid JSON.')
}

/** Addresses that take a file as it is. */
const FILES = new Set(
  allRoutes.flatMap((r) => (r.takes ? [`${r.method.toUpperCase()} ${r.path}`] : [])),
)
const takesFiles = (method: string, path: string): boolean => FILES.has(`${method} ${path}`)

async function refuseOtherTypes(ctx: Koa.Context, next: Koa.Next): Promise<void> {
  if (takesFiles(ctx.method, ctx.path)) return next()
  const carries = ctx.method === 'POST' || ctx.method === 'PUT' || ctx.method === 'PATCH'
  if (carries && ctx.request.length !== 0 && ctx.request.type !== '' && !ctx.is('json', '+json'))
    throw new ProblemError(415, 'not-json', 'Send JSON, with the content type application/json.')
  await next()
}

function ownRoutes(router: Router, deps: Deps): void {
  const described = openapiDocument()
  serve(router, serverApi.openapi, () => described)
  serve(router, serverApi.health, async () => {
    await deps.db.ask('select 1', [])
    return { status: 'well' }
  })
  const reading = () => {
    const { clock } = deps
    return { now: clock.now(), frozen: clock.frozen, off: clock.off() }
  }
  serve(router, serverApi.house, () => deps.house?.() ?? { trust: null, home: null })
  serve(router, serverApi.clock, reading)
  serve(router, serverApi.setClock, async (ask) => {
    // Everybody here goes by it, so only whoever runs this Kelvit may move it.
    if (!isOperator(ask.ctx, deps))
      throw new ProblemError(
        403,
        'operator',
        'Only whoever runs this Kelvit can set its clock, with the operator’s token.',
      )
    if (!deps.clock.frozen)
      throw new ProblemError(409, 'real-clock', 'This Kelvit uses the real clock. It can’t be set.')
    await deps.clock.set(ask.body.now)
    return reading()
  })
}
