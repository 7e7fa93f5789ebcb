// Devices that are called while nobody looks: to a push service of our own, which reads what a device would read.
import { createServer, type Server } from 'node:http'
import { createECDH, randomBytes, type ECDH } from 'node:crypto'
import type { AddressInfo } from 'node:net'
import ece from 'http_ece'
import { LRUCache } from 'lru-cache'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { callAll, isCalledAt } from '../src/calling/caller'
import { newPushKeys, pusherOf, type Pusher } from '../src/push/push'
import type { Deps } from '../src/http/deps'
import { id, NOW, startKit, type Browser, type Kit } from './kit'
import { MIN, planned, TO_CLIMBING } from './stove-kit'

interface Phone {
  readonly subscription: {
    readonly endpoint: string
    readonly p256dh: string
    readonly auth: string
  }
  readonly keys: ECDH
  readonly secret: Buffer
}
interface Told {
  readonly path: string
  readonly authorization: string
  readonly topic: string
  readonly body: Buffer
}

let kit: Kit
let pusher: Pusher
let deps: Deps
let service: Server
let at = ''
let told: Told[] = []
/** What the push service answers. */
let status = 201

beforeAll(async () => {
  service = createServer((req, res) => {
    const parts: Buffer[] = []
    req.on('data', (d: Buffer) => parts.push(d))
    req.on('end', () => {
      told.push({
        path: req.url ?? '',
        authorization: String(req.headers.authorization),
        topic: String(req.headers.topic),
        body: Buffer.concat(parts),
      })
      res.writeHead(status).end()
    })
  })
  await new Promise<void>((done) => service.listen(0, '127.0.0.1', done))
  at = `127.0.0.1:${(service.address() as AddressInfo).port}`
  pusher = pusherOf({
    keys: newPushKeys(),
    contact: 'mailto:x@example.com',
    hosts: [at],
    services: ['push.example'],
  })
  kit = await startKit({
    calling: { pusher, reached: new LRUCache({ max: 100 }), testSeconds: 0 },
  })
  deps = kit.deps
})
afterAll(async () => {
  await kit.close()
  await new Promise((done) => service.close(done))
})
beforeEach(() => {
  told = []
  status = 201
})

function phone(name: string): Phone {
  const keys = createECDH('prime256v1')
  const p256dh = keys.generateKeys().toString('base64url')
  const secret = randomBytes(16)
  const auth = secret.toString('base64url')
  return { subscription: { endpoint: `http://${at}/${name}`, p256dh, auth }, keys, secret }
}
const called = async (who: Browser, p: Phone, more: object = {}): Promise<void> => {
  const made = await who.send('PUT', '/api/calling', { ...p.subscription, ...more })
  expect(made.status, JSON.stringify(made.body)).toBe(200)
}
/** What a phone was told, as only it can read it. */
const heardBy = (p: Phone): any[] =>
  told
    .filter((t) => p.subscription.endpoint.endsWith(t.path))
    .map((t) =>
      JSON.parse(
        ece
          .decrypt(t.body, {
            version: 'aes128gcm',
            privateKey: p.keys,
            authSecret: p.secret.toString('base64url'),
          })
          .toString(),
      ),
    )
const helperOf = async (keeper: Browser, role = 'helper'): Promise<Browser> => {
  const { token } = (await keeper.send('POST', '/api/invitations', { id: id(), role })).body
  const helper = kit.browser()
  const signInName = id()
  await helper.send('POST', `/api/invitations/${token}/accept`, {
    name: 'Helper',
    signInName,
    passphrase: 'a few plain words',
  })
  return helper
}
const look = (): Promise<void> => callAll(deps, pusher)

describe('a phone that is locked', () => {
  test('is told what to do at the minute, again until somebody heard it, and quiet then', async () => {
    const s = await planned(kit)
    const mine = phone('mine')
    await called(s.who, mine)
    await s.run(TO_CLIMBING)
    await s.say(20, 'at-pressure')
    await look()
    expect(heardBy(mine)).toEqual([])
    const { setup } = await s.load()
    const over = 20 + setup.minutes
    await kit.clock.set(NOW + over * MIN)
    await look()
    const [first] = heardBy(mine).filter((m) => m.heard?.prompt === 'done')
    expect(first).toMatchObject({
      kind: 'call',
      url: `/stove/${s.loadId}`,
      heard: { loadId: s.loadId, prompt: 'done' },
    })
    expect(first.body).toMatch(/heat off|turn the heat off/i)
    expect(told[0]!.authorization).toMatch(/^vapid t=/)
    expect(told[0]!.topic).toMatch(/^[\w-]{32}$/)
    // Not twice in the same minute, and again after two.
    told = []
    await look()
    expect(told).toEqual([])
    await kit.clock.set(NOW + (over + 2) * MIN)
    await look()
    expect(heardBy(mine).some((m) => m.heard?.prompt === 'done')).toBe(true)
    told = []
    await s.say(over + 3, 'prompt-heard', { text: 'done' })
    await look()
    expect(heardBy(mine)).toContainEqual(expect.objectContaining({ kind: 'quiet', tag: first.tag }))
    told = []
    await look()
    expect(told).toEqual([])
  })
  test('two servers call once; another household hears nothing; outside its times nobody is called', async () => {
    const s = await planned(kit)
    const other = await kit.household()
    const [mine, sleeping, theirs] = [phone('two'), phone('asleep'), phone('theirs')]
    await called(s.who, mine)
    await called(other, theirs)
    const second = await helperOf(s.who)
    await called(second, sleeping, { from: '06:00', until: '16:00' })
    await s.run(TO_CLIMBING)
    await s.say(20, 'at-pressure')
    await kit.clock.set(NOW + 200 * MIN)
    await Promise.all([look(), look(), look()])
    const mineTold = heardBy(mine).map((m) => m.tag)
    expect(mineTold.length).toBeGreaterThan(0)
    expect(new Set(mineTold).size).toBe(mineTold.length)
    expect(heardBy(theirs)).toEqual([])
    expect(heardBy(sleeping)).toEqual([])
  })
  test('that is gone, or was signed out, is not called any more', async () => {
    const s = await planned(kit)
    const [gone, out] = [phone('gone'), phone('out')]
    await called(s.who, gone)
    const second = await helperOf(s.who)
    await called(second, out)
    await second.send('DELETE', '/api/session')
    await s.run(TO_CLIMBING)
    await s.say(20, 'at-pressure')
    await kit.clock.set(NOW + 200 * MIN)
    status = 410
    await look()
    const mine = () => told.map((t) => t.path).filter((p) => p === '/gone' || p === '/out')
    expect(new Set(mine())).toEqual(new Set(['/gone']))
    expect((await s.who.send('GET', '/api/calling')).body).toMatchObject({ on: false })
    told = []
    await kit.clock.set(NOW + 240 * MIN)
    await look()
    expect(mine()).toEqual([])
  })
  test('can be tried, and says whether it got through', async () => {
    const who = await kit.household()
    const mine = phone('tried')
    expect((await who.send('POST', '/api/calling/test', {})).status).toBe(422)
    await called(who, mine)
    expect((await who.send('GET', '/api/calling')).body).toMatchObject({ on: true, reached: null })
    expect((await who.send('POST', '/api/calling/test', {})).body).toEqual({ inSeconds: 0 })
    await expect.poll(() => heardBy(mine).map((m) => m.kind)).toEqual(['test'])
    status = 500
    await who.send('POST', '/api/calling/test', {})
    await expect.poll(async () => (await who.send('GET', '/api/calling')).body.reached).toBe(false)
  })
})

describe('what may be called', () => {
  test('is an address of a push service, and no machine of the network', async () => {
    const who = await kit.household()
    const { subscription } = phone('x')
    for (const endpoint of [
      'http://127.0.0.1:22/',
      'https://192.168.1.1/router',
      'http://push.example/x',
      'https://push.example:8443/x',
      'https://push.example.evil.example/x',
      'https://evil.example/push.example',
    ])
      expect([
        endpoint,
        (await who.send('PUT', '/api/calling', { ...subscription, endpoint })).status,
      ]).toEqual([endpoint, 422])
    for (const endpoint of ['https://push.example/x', 'https://web.push.example/x'])
      expect(pusher.knows(endpoint)).toBe(true)
    expect((await who.send('PUT', '/api/calling', { ...subscription, from: '06:00' })).status).toBe(
      422,
    )
  })
  test('times of the day go over midnight', () => {
    const night = { callsFrom: '20:00', callsUntil: '01:30' }
    expect([1190, 1200, 0, 89, 90].map((m) => isCalledAt(night, m))).toEqual([
      false,
      true,
      true,
      true,
      false,
    ])
    expect(isCalledAt({ callsFrom: null, callsUntil: null }, 200)).toBe(true)
  })
})

describe('devices', () => {
  test('are seen by their member and the keeper, named, and signed out', async () => {
    const s = await planned(kit)
    const helper = await helperOf(s.who)
    const keeperSees = (await s.who.send('GET', '/api/devices')).body
    expect(keeperSees).toHaveLength(2)
    const mine = (await helper.send('GET', '/api/devices')).body
    expect(mine).toMatchObject([{ mine: true, here: true, calls: false }])
    const named = await helper.send('PATCH', `/api/devices/${mine[0].id}`, { name: 'Cellar phone' })
    expect(named.body.name).toBe('Cellar phone')
    const keepers = keeperSees.find((d: any) => d.here)
    // A helper neither names nor signs out the keeper's device.
    expect((await helper.send('PATCH', `/api/devices/${keepers.id}`, { name: 'X' })).status).toBe(
      404,
    )
    await helper.send('DELETE', `/api/devices/${keepers.id}`)
    expect((await s.who.send('GET', '/api/session')).status).toBe(200)
    await s.who.send('DELETE', `/api/devices/${mine[0].id}`)
    expect((await helper.send('GET', '/api/session')).status).toBe(401)
    expect((await s.who.send('DELETE', `/api/devices/${id()}`)).status).toBe(204)
  })
  test('everywhere means everywhere: tokens and calendar addresses too, of this member only', async () => {
    const s = await planned(kit)
    const other = await helperOf(s.who, 'keeper')
    const access = async (who: Browser) => {
      const token = (
        await who.send('PUT', `/api/tokens/${id()}`, { name: 'x', scope: 'read', days: 3 })
      ).body.token
      const feed = (await who.send('PUT', `/api/calendar-feeds/${id()}`, {})).body.path
      return async () => [
        (
          await kit
            .browser()
            .send('GET', '/api/lots', undefined, { authorization: `Bearer ${token}` })
        ).status,
        (await kit.browser().send('GET', feed)).status,
      ]
    }
    const [theirs, keepers] = [await access(other), await access(s.who)]
    expect(await theirs()).toEqual([200, 200])
    await other.send('DELETE', '/api/sessions')
    expect(await theirs()).toEqual([401, 404])
    expect(await keepers()).toEqual([200, 200])
  })
})
