import { changesApi } from '@kelvit/contract/routes'
import { type Change } from '@kelvit/contract'
import type Router from '@koa/router'
import type { Context } from 'koa'
import { PassThrough } from 'node:stream'
import { type Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { serve } from '../http/serve'
import { askSession } from '../store/sessions'
import { askAccess } from '../store/tokens'
import type { Word } from '../http/live'
import { readLog, seqOf } from './log'
import { undoCommit, type Undoable } from './undo'

const HEARTBEAT_MS = 20_000
/** A listener that does not read is let go; it comes back and goes on where it was. */
const MOST_UNREAD_BYTES = 256 * 1024
/** Whoever is further behind than this reads their lists anew: it is less to carry. */
const MOST_BEHIND = 2000
const PAGE = 200

/** The household's log: what was written after a place, once or as it happens. */
export function changeRoutes(router: Router, deps: Deps, undoables: readonly Undoable[]): void {
  serve(router, changesApi.changes, ({ actor, query }) =>
    deps.db.inHousehold(actor, (tx) => readLog(tx, query)),
  )
  serve(router, changesApi.undo, ({ actor, body }) =>
    deps.db.inHousehold(actor, (tx) => undoCommit(tx, actor, body, undoables)),
  )
  serve(router, changesApi.live, async ({ actor, query, ctx }) => {
    const since = placeOf(ctx) ?? query.since
    const stream = new PassThrough()
    const say = (text: string): void => {
      if (stream.readableLength + stream.writableLength > MOST_UNREAD_BYTES) ctx.req.destroy()
      else stream.write(text)
    }
    const end = follow(deps, actor, ctx, since ?? (await seqOf(deps.db, actor)), say, stream)
    ctx.req.on('close', end)
    ctx.set({ 'cache-control': 'no-store', 'x-accel-buffering': 'no' })
    ctx.type = 'text/event-stream'
    ctx.body = stream
  })
}

/** A line as it is told, written once for all who hear it here. */
function textOf(change: Change): string {
  const text = texts.get(change) ?? JSON.stringify(change)
  texts.set(change, text)
  return text
}
const texts = new WeakMap<Change, string>()

/** Where a browser that lost its connection says that it was in the log. */
function placeOf(ctx: Context): number | undefined {
  const said = ctx.get('last-event-id')
  const place = Number(said)
  return said !== '' && Number.isSafeInteger(place) && place >= 0 ? place : undefined
}

/**
 * Tells one device what is written from a place in the log on, each line once and in
 * order, until its session ends.
 */
function follow(
  deps: Deps,
  actor: Actor,
  ctx: Context,
  since: number,
  say: (text: string) => void,
  stream: PassThrough,
): () => void {
  const { tokenHash } = ctx.state as { tokenHash: string }
  let told = since
  let ended = false
  /** The log is read up to its end, one reading at a time. */
  let reading: Promise<void> = Promise.resolve()
  const tell = (change: Change): void => {
    if (change.seq <= told || ended) return
    told = change.seq
    say(`id: ${change.seq}\nevent: change\ndata: ${textOf(change)}\n\n`)
  }
  const startAnew = (seq: number): void => {
    told = seq
    say(`id: ${seq}\nevent: reset\ndata: {"seq":${seq}}\n\n`)
  }
  const catchUp = () =>
    readUp(deps, actor, { told: () => told, ended: () => ended, tell, startAnew })
  /** The database was away as the log was read: it is asked again with the next word or beat. */
  let behind = false
  const readOn = (): void => {
    reading = reading.then(catchUp).then(
      () => void (behind = false),
      () => void (behind = true),
    )
  }
  const hear = (word: Word): void => {
    if (word.kind === 'clock') say('event: clock\ndata: {}\n\n')
    else if (word.kind === 'session-ended') {
      if (word.tokenHash === tokenHash) end()
    } else if (word.kind === 'gap') readOn()
    // Words come in order; where one is missing here, the log has it.
    else if (word.changes[0] && word.changes[0].seq > told + 1) readOn()
    else word.changes.forEach(tell)
  }
  const stop = deps.live.listen(actor.householdId, hear)
  const beat = setInterval(() => {
    say(': still here\n\n')
    if (behind) readOn()
    // Word of a session's end can be lost with the connection that carries it.
    void stillOpen(deps, tokenHash).then((open) => open || end())
  }, HEARTBEAT_MS)
  const end = (): void => {
    ended = true
    clearInterval(beat)
    stop()
    stream.end()
  }
  say(`retry: 2000\nid: ${told}\nevent: hello\ndata: {"seq":${told}}\n\n`)
  readOn()
  return end
}

interface Listening {
  /** The last line that was told. */
  told(): number
  ended(): boolean
  tell(change: Change): void
  /** Too much was missed: the lists are read anew, and told from there on. */
  startAnew(seq: number): void
}

/** Reads the log to somebody up to its end. */
async function readUp(deps: Deps, actor: Actor, to: Listening): Promise<void> {
  const end = await seqOf(deps.db, actor)
  if (end - to.told() > MOST_BEHIND || to.told() > end) to.startAnew(end)
  for (let more = true; more && !to.ended();) {
    const since = to.told()
    const page = await deps.db.inHousehold(actor, (tx) => readLog(tx, { since, limit: PAGE }))
    // Lines between are forgotten by now: what they told is only in the lists.
    const forgotten = page.changes.some((c, i) => c.seq > since + 1 + i && c.seq <= end)
    if (forgotten) to.startAnew(end)
    else page.changes.forEach((c) => to.tell(c))
    more = forgotten || page.more
  }
}

/** Whether a session still is one; a database that cannot say so ends nothing. */
const stillOpen = async (deps: Deps, tokenHash: string): Promise<boolean> => {
  try {
    const [found] = [
      ...(await askSession(deps.db, tokenHash)),
      ...(await askAccess(deps.db, tokenHash)),
    ]
    return found !== undefined && found.expires_at.getTime() > Date.now()
  } catch {
    return true
  }
}
