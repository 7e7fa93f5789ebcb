import { paths } from '@kelvit/contract'
import type Router from '@koa/router'
import { PassThrough } from 'node:stream'
import { askSession } from '../account/store'
import { actorOf } from '../http/actor'
import type { Deps } from '../http/deps'

const HEARTBEAT_MS = 20_000
/** Said at the beginning and after a gap: read everything anew. */
const HELLO = 'event: hello\ndata: {}\n\n'
/** A listener that does not read is let go; it comes back and reads everything anew. */
const MOST_UNREAD_BYTES = 64 * 1024

/** Server-sent events: one line per changed row of the household, as long as the session lasts. */
export function liveRoutes(router: Router, deps: Deps): void {
  router.get(paths.live, (ctx) => {
    const actor = actorOf(ctx, 'viewer')
    const { tokenHash } = ctx.state as { tokenHash: string }
    const stream = new PassThrough()
    const say = (text: string): void => {
      if (stream.readableLength + stream.writableLength > MOST_UNREAD_BYTES) ctx.req.destroy()
      else stream.write(text)
    }
    say(`retry: 2000\n${HELLO}`)
    const stop = deps.live.listen(actor.householdId, (change) => {
      if (change.resource === 'gap') say(HELLO)
      else if (change.resource !== 'sessions')
        say(`event: change\ndata: ${JSON.stringify(change)}\n\n`)
      else if (change.id === tokenHash) end()
    })
    const beat = setInterval(() => {
      say(': still here\n\n')
      // Word of a session's end can be lost with the connection that carries it.
      void stillOpen(deps, tokenHash).then((open) => open || end())
    }, HEARTBEAT_MS)
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

/** Whether a session still is one; a database that cannot say so ends nothing. */
const stillOpen = async (deps: Deps, tokenHash: string): Promise<boolean> => {
  try {
    const [found] = await askSession(deps.db, tokenHash)
    return found !== undefined && found.expires_at.getTime() > Date.now()
  } catch {
    return true
  }
}
