import { Temporal } from 'temporal-polyfill'
import pino from 'pino'
import { writeFileSync } from 'node:fs'
import { createServer, type RequestListener, type Server } from 'node:http'
import { resolve } from 'node:path'
import { makeApp } from './app'
import { lookAfterClock, sharedFrozenClock, steadyClock, type Clock } from './clock/clock'
import { migrateDatabase, NewerDatabase } from './db/migrate'
import { assertConfined, openDatabase, type Database } from './db/pool'
import { DEMO_ZONE, endOldDemo, seedDemo } from './demo/seed'
import { LRUCache } from 'lru-cache'
import { startCaller } from './calling/caller'
import { newPushKeys, pusherOf, type PushKeys } from './push/push'
import { askHouseKey } from './store/devices'
import { warmUp } from './heavy/beside'
import { IDLE_MS, openHouse, type House } from './house/open'
import { forLog } from './http/errors'
import { openLive } from './changes/live'
import { startForgetting } from './changes/forget'
import { readFor } from './changes/log'
import type { Deps, Doors } from './http/deps'

const env = process.env
const log = pino({ level: env.KELVIT_LOG ?? 'warn' }, pino.destination(2))

/** A mistake in how Kelvit was started: starting it again does not help. */
const CONFIGURED_WRONG = 78
const HOUR_MS = 3_600_000

class Misconfigured extends Error {}

const listOf = (text: string | undefined): string[] =>
  (text ?? '')
    .split(/[\s,]+/)
    .filter(Boolean)
    .map((t) => t.toLowerCase())

/** `2026-08-14T17:00` is meant in the demo household's zone; where nothing is said the clock is real. */
async function clockFrom(db: Database, began: string | undefined): Promise<Clock> {
  if (!began) {
    const clock = steadyClock(() => {
      log.warn({ off: clock.off() }, 'the machine’s clock was set')
      // Devices measure theirs against it anew.
      db.ask(`select pg_notify('kelvit', '* clock 0')`, []).catch(() => undefined)
    })
    await lookAfterClock(db, clock)
    return clock
  }
  const at = Temporal.PlainDateTime.from(began).toZonedDateTime(DEMO_ZONE).epochMilliseconds
  return sharedFrozenClock(db, began, at)
}

/** @throws Misconfigured for what is no number above zero: bounds that bind nobody. */
function timesOf(said: string): number {
  const times = Number(said)
  if (!(times > 0 && Number.isFinite(times)))
    throw new Misconfigured('KELVIT_STRANGERS is not a number above zero')
  return times
}

/** How long the log keeps every line; a year where nobody says, for ever by 0. */
const LOG_DAYS = 365

/** @throws Misconfigured for what is no whole number of days. */
function logDays(said: string | undefined): number {
  const days = said ? Number(said) : LOG_DAYS
  if (!Number.isInteger(days) || days < 0)
    throw new Misconfigured('KELVIT_LOG_DAYS is not a whole number of days')
  return days
}

const doorsWith = (hosts: readonly string[]): Doors => ({
  trustedProxies: listOf(env.KELVIT_TRUSTED_PROXY),
  hosts,
  operatorToken: env.KELVIT_OPERATOR_TOKEN || undefined,
  metricsToken: env.KELVIT_METRICS_TOKEN || undefined,
  ...(env.KELVIT_STRANGERS ? { strangers: timesOf(env.KELVIT_STRANGERS) } : {}),
})

async function main(): Promise<void> {
  const ownerUrl = env.DATABASE_URL
  if (!ownerUrl) throw new Misconfigured('DATABASE_URL is not set; ./kelvit start sets it')
  endWithParent()
  await migrateDatabase(ownerUrl, resolve(env.KELVIT_MIGRATIONS ?? 'server/drizzle'), {
    [PUSH_KEYS]: () => JSON.stringify(newPushKeys()),
  })
  const appUrl = env.KELVIT_APP_DATABASE_URL
  const db = openDatabase(ownerUrl, appUrl)
  await assertConfined(db)
  const clock = await clockFrom(db, env.KELVIT_NOW)
  const demo = env.KELVIT_DEMO !== '0'
  if (demo) await renewDemo(db, clock)
  db.dateBy(clock)
  // A pooler that lends connections by the transaction cannot listen: streams have a way of their own.
  const live = openLive(env.KELVIT_STREAM_DATABASE_URL ?? appUrl ?? ownerUrl, log, readFor(db))
  const hosts = listOf(env.KELVIT_HOSTS)
  // Made after the application that it serves, and asked by it.
  const at: { house?: House | undefined } = {}
  const calling = await callingFor(db)
  const deps: Deps = {
    ...(env.KELVIT_HOUSE
      ? { house: () => at.house?.address() ?? { trust: null, home: null } }
      : {}),
    ...(calling ? { calling } : {}),
    db,
    clock,
    log,
    live,
    demo,
    openRegistration: env.KELVIT_OPEN_REGISTRATION === '1',
    doors: doorsWith(hosts),
  }
  const app = makeApp(deps, env.KELVIT_WEB ? resolve(env.KELVIT_WEB) : undefined)
  const quiet = calling && startCaller(deps, calling.pusher)
  const keepAll = startForgetting(deps, logDays(env.KELVIT_LOG_DAYS))
  const answer = app.callback()
  const listener: RequestListener = (req, res) => void answer(req, res)
  const httpPort = Number(env.PORT ?? 8484)
  at.house = await houseFor(listener, hosts, httpPort)
  const server = createServer({ keepAliveTimeout: IDLE_MS }, listener)
  server.on('error', fail)
  server.listen(httpPort, env.KELVIT_HOST ?? '127.0.0.1', () => {
    sayReady(server)
    if (at.house) void tellHouse(at.house)
    warmUp().catch((err: unknown) => log.warn({ err: forLog(err) }, 'warming up'))
  })
  if (demo && !clock.frozen) renewHourly(db, clock)
  const stop = (): void => {
    quiet?.()
    keepAll()
    at.house?.close()
    server.close()
    server.closeAllConnections()
    void live
      .close()
      .then(() => db.close())
      .finally(() => process.exit(0))
  }
  process.once('SIGINT', stop)
  process.once('SIGTERM', stop)
}

function sayReady(server: Server): void {
  const address = server.address()
  const port = typeof address === 'object' && address ? address.port : env.PORT
  if (env.KELVIT_READY) writeFileSync(env.KELVIT_READY, `${process.pid}\n`)
  process.stdout.write(`Kelvit is ready at http://127.0.0.1:${port}\n`)
}

const renewHourly = (db: Database, clock: Clock): void =>
  void setInterval(() => {
    renewDemo(db, clock).catch((err: unknown) => log.warn({ err: forLog(err) }, 'demo'))
  }, HOUR_MS).unref()

/** What the key pair is kept under by which push services know this Kelvit. */
const PUSH_KEYS = 'push'

/** Devices are called where there are keys for it. */
async function callingFor(db: Database): Promise<Deps['calling']> {
  const keys = await askHouseKey(db, PUSH_KEYS)
  if (!keys) return undefined
  return {
    pusher: pusherOf({
      keys: JSON.parse(keys) as PushKeys,
      contact: env.KELVIT_PUSH_CONTACT ?? 'mailto:kelvit@example.com',
      hosts: listOf(env.KELVIT_PUSH_HOSTS),
    }),
    reached: new LRUCache({ max: 10_000 }),
  }
}

/** The home network is served where that was asked for. */
const houseFor = async (
  listener: RequestListener,
  hosts: string[],
  httpPort: number,
): Promise<House | undefined> =>
  env.KELVIT_HOUSE
    ? openHouse({
        folder: resolve(env.KELVIT_HOUSE),
        httpPort,
        httpsPort: Number(env.KELVIT_HTTPS_PORT ?? httpPort + 1),
        listener,
        hosts,
        log,
      })
    : undefined

/** Where phones and tablets find it, as a picture to point a camera at. */
async function tellHouse(house: House): Promise<void> {
  const { trust, home } = house.address()
  if (!trust || !home) {
    process.stdout.write('This machine has no address in a home network yet.\n')
    return
  }
  const { toString } = await import('qrcode')
  process.stdout.write(
    `${await toString(trust, { type: 'terminal', small: true })}\nFor phones and tablets: scan this, or open ${trust}\nOnce they trust this house: ${home}\n`,
  )
}

/** The demo starts afresh each day, unless its clock stands still. */
async function renewDemo(db: Database, clock: Clock): Promise<void> {
  if (!clock.frozen) await endOldDemo(db)
  await seedDemo(db, clock)
}

/** Whoever keeps this server running may be killed without a word; then it ends too, and its port is free. */
function endWithParent(): void {
  const parent = process.ppid
  if (env.KELVIT_KEPT === '1')
    setInterval(() => process.ppid === parent || process.kill(process.pid, 'SIGTERM'), 500).unref()
}

function fail(err: Error & { code?: string }): void {
  const taken = err.code === 'EADDRINUSE'
  const wrong =
    taken ||
    err instanceof Misconfigured ||
    err instanceof NewerDatabase ||
    err instanceof TypeError
  process.stderr.write(
    taken
      ? 'Kelvit cannot start: another program uses this port. Choose another with --port.\n'
      : `Kelvit cannot start: ${err.message}\n`,
  )
  process.exit(wrong ? CONFIGURED_WRONG : 1)
}

// A mistake nobody foresaw ends this process with a line in the log; ./kelvit starts another.
process.on('unhandledRejection', (err) => {
  log.fatal({ err: forLog(err) }, 'nobody heard this failure')
  process.exit(1)
})
main().catch(fail)
