import { paths } from '@kelvit/contract'
import type Router from '@koa/router'
import { PassThrough } from 'node:stream'
import { actorOf } from '../http/actor'
import type { Deps } from '../http/deps'

const HEARTBEAT_MS = 20_000

/** Server-sent events: one line per changed row of the household. */
export function liveRoutes(router: Router, deps: Deps): void {
  router.get(paths.live, (ctx) => {
    const actor = actorOf(ctx, 'viewer')
    const stream = new PassThrough()
    stream.write('retry: 2000\nevent: hello\ndata: {}\n\n')
    const stop = deps.live.listen(actor.householdId, (change) =>
      stream.write(`event: change\ndata: ${JSON.stringify(change)}\n\n`),
    )
    const beat = setInterval(() => stream.write(': still here\n\n'), HEARTBEAT_MS)
    const end = (): void => {
      clearInterval(beat)
      stop()
      stream.end()
    }
    ctx.req.on('close', end)
    ctx.set({ 'cache-control': 'no-store', 'x-accel-buffering': 'no' })
    ctx.type = 'text/event-stream'
    ctx.body = stream
  })
}
