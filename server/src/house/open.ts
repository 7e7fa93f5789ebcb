import type { HouseAddress } from '@kelvit/contract'
import { createHash } from 'node:crypto'
import { createServer, type RequestListener, type Server, type ServerResponse } from 'node:http'
import { createServer as createTlsServer } from 'node:https'
import multicast from 'multicast-dns'
import { isIPv4, isIPv6 } from 'node:net'
import type { Logger } from 'pino'
import {
  HOUSE_NAME,
  houseAddresses,
  houseCertificate,
  houseNames,
  type HouseCertificate,
} from './authority'
import { TRUST_SCRIPT, trustPage } from './trust-page'

/** How often the machine's addresses and the time its certificate has left are looked at. */
const LOOK_MS = 60_000
const READY = '<svg xmlns="http://www.w3.org/2000/svg" width="1" height="1"/>'

/**
 * How long a connection stays open between requests: a browser that writes on one that is just
 * being closed loses what it wrote, and five seconds are less than a cook's pause.
 */
export const IDLE_MS = 65_000

export interface HouseOptions {
  /** Where authority and certificate are kept. */
  readonly folder: string
  readonly httpPort: number
  readonly httpsPort: number
  readonly listener: RequestListener
  /** Names that Kelvit answers to; those of the house are added. */
  readonly hosts: string[]
  readonly log: Logger
}

export interface House {
  address(): HouseAddress
  close(): void
}

/**
 * Serves the home network: Kelvit by HTTPS with the house's own authority, and by plain HTTP
 * only the page that brings trust. Addresses that come later are taken up as they come.
 */
export async function openHouse(options: HouseOptions): Promise<House> {
  const { folder, httpsPort, listener, log } = options
  let made = await renewed(folder, options.hosts)
  const secrets = { key: made.key, cert: made.cert, keepAliveTimeout: IDLE_MS }
  const home = createTlsServer(secrets, (req, res) => {
    if (req.url?.startsWith('/house-ready.svg')) ready(res)
    else listener(req, res)
  })
  await new Promise<void>((done, failed) => {
    home.once('error', failed)
    home.listen(httpsPort, done)
  })
  const doors = new Map<string, Server>()
  const open = (): void => openDoors(doors, options, () => made)
  open()
  const names = announce(log)
  const look = setInterval(() => {
    open()
    renewed(folder, options.hosts)
      .then((now) => {
        if (now.cert === made.cert) return
        made = now
        home.setSecureContext({ key: now.key, cert: now.cert })
      })
      .catch((err: unknown) => log.warn({ err: String(err) }, 'the certificate of the house'))
  }, LOOK_MS)
  look.unref()
  return {
    address: () => addressOf(options),
    close: () => {
      clearInterval(look)
      names?.destroy()
      for (const d of doors.values()) d.close()
      home.close()
      home.closeAllConnections()
    },
  }
}

async function renewed(folder: string, hosts: string[]): Promise<HouseCertificate> {
  const names = houseNames()
  for (const n of names) if (!hosts.includes(n)) hosts.push(n)
  return houseCertificate(folder, names)
}

const inUrl = (address: string): string => (isIPv6(address) ? `[${address}]` : address)

function addressOf({ httpPort, httpsPort }: HouseOptions): HouseAddress {
  const [first] = houseAddresses()
  return first === undefined
    ? { trust: null, home: null }
    : {
        trust: `http://${inUrl(first)}:${httpPort}/`,
        home: `https://${inUrl(first)}:${httpsPort}/`,
      }
}

/** One plain door at each address of the machine; loopback has Kelvit itself. */
function openDoors(
  doors: Map<string, Server>,
  { httpPort, httpsPort, log }: HouseOptions,
  made: () => HouseCertificate,
): void {
  for (const address of houseAddresses()) {
    if (doors.has(address)) continue
    const door = createServer((req, res) => answerDoor(req.url ?? '/', req.headers.host ?? '', httpsPort, made(), res)) // prettier-ignore
    door.on('error', (err) => {
      log.warn({ err: err.message, address }, 'no door at this address')
      doors.delete(address)
    })
    doors.set(address, door)
    door.listen(httpPort, address)
  }
}

/** What plain HTTP from elsewhere gets: the page, the certificate, and nothing of Kelvit. */
function answerDoor(
  url: string,
  host: string,
  httpsPort: number,
  made: HouseCertificate,
  res: ServerResponse,
): void {
  const { pathname, searchParams } = new URL(url, 'http://house')
  res.setHeader('cache-control', 'no-store')
  res.setHeader('x-content-type-options', 'nosniff')
  if (pathname === '/house.crt') {
    res.setHeader('content-type', 'application/x-x509-ca-cert')
    res.end(made.authority)
    return
  }
  if (pathname !== '/') {
    res.writeHead(303, { location: '/' }).end()
    return
  }
  const name = host.replace(/:\d+$/, '')
  const plain = /^[\w.-]+$|^\[[\da-f:.]+\]$/i.test(name) ? name : HOUSE_NAME
  const home = `https://${plain}:${httpsPort}`
  const join = searchParams.get('join') ?? ''
  res.setHeader(
    'content-security-policy',
    `default-src 'none'; style-src 'unsafe-inline'; img-src ${home}; script-src 'sha256-${createHash('sha256').update(TRUST_SCRIPT).digest('base64')}'`,
  )
  res.setHeader('content-type', 'text/html; charset=utf-8')
  res.end(trustPage({ home, join: /^[\w-]{8,200}$/.test(join) ? `${home}/join/${join}` : '' }))
}

function ready(res: ServerResponse): void {
  res.setHeader('content-type', 'image/svg+xml')
  res.setHeader('cache-control', 'no-store')
  // The page that asks is at the plain address: another origin.
  res.setHeader('cross-origin-resource-policy', 'cross-origin')
  res.end(READY)
}

/** Tells the network where kelvit.local is; undefined where the network does not let it. */
function announce(log: Logger): { destroy(): void } | undefined {
  try {
    const mdns = multicast()
    mdns.on('error', (err: Error) =>
      log.warn({ err: err.message }, 'kelvit.local is not announced'),
    )
    mdns.on('query', (query) => {
      const asked = query.questions?.some((q) => q.name === HOUSE_NAME && q.type === 'A')
      const answers = houseAddresses()
        .filter((a) => isIPv4(a))
        .map((data) => ({ name: HOUSE_NAME, type: 'A' as const, ttl: 120, data }))
      if (asked && answers.length > 0) mdns.respond(answers)
    })
    return mdns
  } catch (err) {
    log.warn({ err: String(err) }, 'kelvit.local is not announced')
    return undefined
  }
}
