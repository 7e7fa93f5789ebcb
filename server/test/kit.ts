import { allRoutes } from '@kelvit/contract/routes'
import { inject } from 'vitest'
import pino, { type Logger } from 'pino'
import { LRUCache } from 'lru-cache'
import { v7 as uuidv7 } from 'uuid'
import { createServer, type Server } from 'node:http'
import { connect, type AddressInfo } from 'node:net'
import { makeApp, makeRouter } from '../src/app'
import { frozenClock, type Clock } from '../src/clock/clock'
import { openDatabase, type Database } from '../src/db/pool'
import { newPushKeys, pusherOf } from '../src/push/push'
import type { Deps, Doors } from '../src/http/deps'
import { openLive } from '../src/changes/live'
import type { Live, Word } from '../src/http/live'
import { readFor } from '../src/changes/log'

export const NOW = Date.parse('2026-08-14T23:00:00Z')

export interface Answer {
  readonly status: number
  readonly body: any
  readonly headers: Headers
}

/** One browser: keeps its cookie. */
export interface Browser {
  send(
    method: string,
    path: string,
    body?: unknown,
    headers?: Record<string, string>,
  ): Promise<Answer>
  /** The header that carries its cookie. */
  cookie(): Promise<{ cookie: string }>
}

export interface Kit {
  /** What its stations are given to work with. */
  readonly deps: Deps
  readonly base: string
  readonly db: Database
  readonly clock: Clock
  readonly live: Live
  browser(): Browser
  /** Sends lines as they are over a socket and gives the whole answer. */
  raw(lines: string): Promise<string>
  /** Every route of the server as OpenAPI writes it, "GET /api/lots". */
  routes(): readonly string[]
  /** How many streams listen, over all households. */
  listeners(): number
  /** Says something to all listeners of a household, as the database would. */
  shout(householdId: string, word: Word): void
  /** A new household with its keeper signed in. */
  household(name?: string): Promise<Browser>
  close(): Promise<void>
}

const ADDRESSES = allRoutes.map((r) => ({
  route: r,
  method: r.method.toUpperCase(),
  pattern: new RegExp(`^${r.path.replace(/\./g, '\\.').replace(/:\w+/g, '[^/]+')}$`),
}))

/** Every answer that went well is held against what the contract says of it. */
function holdAnswer(method: string, path: string, status: number, body: unknown): void {
  const plain = path.split('?')[0]!
  const found =
    ADDRESSES.find((a) => a.method === method && a.route.path === plain) ??
    ADDRESSES.find((a) => a.method === method && a.pattern.test(plain))
  if (!found) throw new Error(`${method} ${plain} is not in the contract`)
  const { answer, status: made } = found.route
  const allowed = answer === 'nothing' ? [204] : made === 201 ? [200, 201] : [made ?? 200]
  if (!allowed.includes(status))
    throw new Error(`${method} ${plain} answered ${status}, not ${allowed.join(' or ')}`)
  if (typeof answer === 'string') return
  const { error } = answer.validate(body, { convert: false, abortEarly: false })
  if (error)
    throw new Error(`${method} ${plain} does not answer as the contract says: ${error.message}`)
}

/** The real server on a free port, on the test database. */
export async function startKit(
  options: {
    openRegistration?: boolean
    demo?: boolean
    doors?: Partial<Doors>
    log?: Logger
    clock?: Clock
    url?: string
    webFolder?: string
    calling?: Deps['calling']
  } = {},
): Promise<Kit> {
  const { url = inject('databaseUrl') } = options
  const { openRegistration = true, demo = false, clock = frozenClock(NOW) } = options
  const db = openDatabase(url)
  db.dateBy(clock)
  const { log = pino({ level: 'silent' }) } = options
  const real = openLive(url, log, readFor(db))
  const ears = new Map<(word: Word) => void, string>()
  const live: Live = {
    listen: (householdId, hear) => {
      ears.set(hear, householdId)
      const stop = real.listen(householdId, hear)
      return () => {
        ears.delete(hear)
        stop()
      }
    },
    count: () => real.count(),
    close: () => real.close(),
  }
  const doors: Doors = {
    trustedProxies: [],
    hosts: [],
    operatorToken: undefined,
    metricsToken: undefined,
    strangers: 1000,
    ...options.doors,
  }
  const {
    calling = {
      pusher: pusherOf({ keys: newPushKeys(), contact: 'mailto:x@example.com', hosts: [] }),
      reached: new LRUCache({ max: 100 }),
    },
  } = options
  const deps: Deps = {
    db,
    clock,
    log,
    live,
    demo,
    openRegistration,
    doors,
    calling,
  }
  const server: Server = createServer(makeApp(deps, options.webFolder).callback())
  // A test that takes its time finds its connection open.
  server.keepAliveTimeout = 0
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  const browser = (): Browser => {
    let cookie = ''
    return {
      cookie: () => Promise.resolve({ cookie }),
      send: async (method, path, body, headers = {}) => {
        const response = await fetch(base + path, {
          method,
          headers: {
            ...(cookie ? { cookie } : {}),
            ...(body === undefined ? {} : { 'content-type': 'application/json' }),
            ...headers,
          },
          ...(body === undefined
            ? {}
            : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
        })
        const set = response.headers
          .getSetCookie()
          .map((c) => c.split(';')[0])
          .join('; ')
        if (set) cookie = set
        const text = await response.text()
        const json = /json/.test(response.headers.get('content-type') ?? '')
        if (response.ok) holdAnswer(method, path, response.status, json ? JSON.parse(text) : text)
        return {
          status: response.status,
          body: json ? JSON.parse(text) : text,
          headers: response.headers,
        }
      },
    }
  }
  const household = async (name = `House ${uuidv7()}`): Promise<Browser> => {
    const who = browser()
    const made = await who.send('POST', '/api/households', {
      household: { name, zone: 'America/Denver', altitudeFt: 2640, units: 'us' },
      keeper: { name: 'Keeper', signInName: uuidv7(), passphrase: 'a few plain words' },
    })
    if (made.status !== 201) throw new Error(JSON.stringify(made.body))
    return who
  }
  const close = async (): Promise<void> => {
    server.closeAllConnections()
    await new Promise((done) => server.close(done))
    await live.close()
    await db.close()
  }
  const raw = (lines: string): Promise<string> =>
    new Promise((done, fail) => {
      let text = ''
      const socket = connect((server.address() as AddressInfo).port, '127.0.0.1', () =>
        socket.write(`${lines}connection: close\r\n\r\n`),
      )
      socket.on('data', (d) => (text += d.toString()))
      socket.on('end', () => done(text))
      socket.on('error', fail)
    })
  const routes = (): readonly string[] =>
    makeRouter(deps).stack.flatMap((layer) =>
      layer.methods
        .filter((m) => m !== 'HEAD')
        .map((m) => `${m} ${String(layer.path).replace(/:(\w+)/g, '{$1}')}`),
    )
  const shout = (householdId: string, change: Word): void => {
    for (const [hear, of] of [...ears]) if (of === householdId) hear(change)
  }
  return {
    base,
    db,
    clock,
    live,
    deps,
    routes,
    browser,
    raw,
    listeners: () => ears.size,
    shout,
    household,
    close,
  }
}

/** Rows of a list with those that are over: what a household has, and had. */
export async function everything(who: Browser, path: '/api/jars' | '/api/lots' | '/api/loads') {
  const here = (await who.send('GET', path)).body
  const past = (await who.send('GET', `${path}/past?limit=200`)).body.rows
  return [...here, ...past] as any[]
}
/** How long a state is waited for before it is a failure. */
export const POLL = { timeout: 15_000 }
export const id = (): string => uuidv7()

export const CANNER = {
  name: 'Test canner',
  gauge: 'weighted',
  regulatedBy: 'weighted',
  capacity: { quart: 7, pint: { regular: 9, wide: 8 } },
  minimum: { quart: 2, pint: 4 },
  stageMinutes: {
    fillMinPerJar: 1.2,
    fillMinFixed: 5,
    heatMin: 18,
    ventMin: 10,
    climbMin: 8,
    coolMin: 35,
    restMin: 10,
    unloadMin: 6,
  },
}

export const LOT = {
  foodId: 'beans-snap',
  formId: 'beans-snap',
  jar: 'quart',
  said: '14 lb snap beans',
  lb: 14,
  arrivedOn: '2026-08-14',
  storage: 'cool',
}

/** A canner and a lot of beans in a household. */
export async function withGear(
  who: Browser,
  canner: object = CANNER,
): Promise<{ cannerId: string; lotId: string }> {
  const cannerId = id()
  const lotId = id()
  const a = await who.send('PUT', `/api/canners/${cannerId}`, canner)
  const b = await who.send('PUT', `/api/lots/${lotId}`, LOT)
  if (a.status !== 201 || b.status !== 201) throw new Error(JSON.stringify([a.body, b.body]))
  return { cannerId, lotId }
}

export const newLoad = (gear: { cannerId: string; lotId: string }, more: object = {}) => ({
  cannerId: gear.cannerId,
  startsAt: '2026-08-14T23:30:00Z',
  portions: [
    {
      id: id(),
      lotId: gear.lotId,
      formId: 'beans-snap',
      pack: 'hot',
      jar: 'quart',
      mouth: 'regular',
      jars: 7,
      ...more,
    },
  ],
})

/** The evening of a weighted canner, minute by minute, up to jars that stand. */
export const TO_STANDING: readonly (readonly [number, string, object?])[] = [
  [0, 'started'],
  [60, 'filling-began'],
  [75, 'locked'],
  [93, 'steam-steady'],
  [103, 'weight-on'],
  [111, 'at-pressure'],
  [122, 'still-rocking'],
  [136, 'still-rocking'],
  [136, 'heat-off'],
  [170, 'pressure-zero'],
  [171, 'lock-dropped'],
  [172, 'weight-off'],
  [182, 'opened'],
  [188, 'unloaded'],
]

/** Somebody new, with a sign-in name of their own. */
export const person = (more: object = {}) => ({
  name: 'Somebody',
  signInName: id(),
  passphrase: 'a few plain words',
  ...more,
})
