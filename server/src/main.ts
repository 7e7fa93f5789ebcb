import { Temporal } from 'temporal-polyfill'
import pino from 'pino'
import { createServer } from 'node:http'
import { resolve } from 'node:path'
import { makeApp } from './app'
import { frozenClock, realClock, type Clock } from './clock'
import { migrateDatabase } from './db/migrate'
import { assertConfined, openDatabase } from './db/pool'
import { DEMO_ZONE, seedDemo } from './demo/seed'
import { openLive } from './live/live'

const env = process.env
const log = pino({ level: env.KELVIT_LOG ?? 'warn' }, pino.destination(2))

/** `2026-08-14T17:00` is meant in the demo household's zone. */
function clockFrom(now: string | undefined): Clock {
  if (!now) return realClock
  return frozenClock(Temporal.PlainDateTime.from(now).toZonedDateTime(DEMO_ZONE).epochMilliseconds)
}

async function main(): Promise<void> {
  const ownerUrl = env.DATABASE_URL
  if (!ownerUrl) throw new Error('DATABASE_URL is not set; ./kelvit start sets it')
  const clock = clockFrom(env.KELVIT_NOW)
  await migrateDatabase(ownerUrl, resolve(env.KELVIT_MIGRATIONS ?? 'server/drizzle'))
  const appUrl = env.KELVIT_APP_DATABASE_URL
  const db = openDatabase(ownerUrl, appUrl)
  await assertConfined(db)
  const demo = env.KELVIT_DEMO !== '0'
  if (demo) await seedDemo(db, clock)
  const live = openLive(appUrl ?? ownerUrl, log)
  const app = makeApp(
    { db, clock, log, live, demo, openRegistration: env.KELVIT_OPEN_REGISTRATION === '1' },
    env.KELVIT_WEB ? resolve(env.KELVIT_WEB) : undefined,
  )
  const server = createServer(app.callback())
  server.listen(Number(env.PORT ?? 8484), env.KELVIT_HOST ?? '127.0.0.1', () => {
    const address = server.address()
    const port = typeof address === 'object' && address ? address.port : env.PORT
    process.stdout.write(`Kelvit is ready at http://127.0.0.1:${port}\n`)
  })
  server.on('error', fail)
  const stop = (): void => {
    server.close()
    server.closeAllConnections()
    void live
      .close()
      .then(() => db.close())
      .then(() => process.exit(0))
  }
  process.once('SIGINT', stop)
  process.once('SIGTERM', stop)
}

function fail(err: Error & { code?: string }): void {
  process.stderr.write(
    err.code === 'EADDRINUSE'
      ? 'Kelvit cannot start: another program uses this port. Choose another with --port.\n'
      : `Kelvit cannot start: ${err.message}\n`,
  )
  process.exit(1)
}

main().catch(fail)
