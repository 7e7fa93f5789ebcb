import pg from 'pg'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { serversOf } from '../src/db/hosts'
import { openDatabase } from '../src/db/pool'
import { sql } from 'drizzle-orm'
import { connect, createServer, type AddressInfo } from 'node:net'
import { id, LOT, startKit, type Kit } from './kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit({
    doors: { metricsToken: 'a-long-enough-secret', trustedProxies: ['loopback'] },
  })
})
afterAll(() => kit.close())

const figures = (headers: Record<string, string> = {}) => fetch(`${kit.base}/metrics`, { headers })

describe('figures of this process', () => {
  test('count requests by address of the API and kind of answer, never by household', async () => {
    const who = await kit.household('A name that nobody else has')
    const lot = id()
    await who.send('PUT', `/api/lots/${lot}`, LOT)
    await who.send('GET', `/api/lots/${id()}`)
    await fetch(`${kit.base}/api/no-such-thing/${id()}`)
    const text = await (await figures()).text()
    expect(text).toMatch(
      /kelvit_request_seconds_count\{method="PUT",route="\/api\/lots\/:id",status="2xx"\} 1/,
    )
    expect(text).toMatch(/route="\/api\/lots\/:id",status="4xx"\} 1/)
    expect(text).toMatch(/route="other",status="4xx"/)
    expect(text).toMatch(/^kelvit_database_connections \d+$/m)
    expect(text).toMatch(/^kelvit_streams 0$/m)
    for (const secret of [lot, 'A name that']) expect(text).not.toContain(secret)
  })
  test('are for this machine or a token; what a proxy passes on is from elsewhere', async () => {
    expect((await figures()).status).toBe(200)
    for (const header of ['x-forwarded-for', 'forwarded', 'via', 'x-real-ip'])
      expect([header, (await figures({ [header]: '203.0.113.9' })).status]).toEqual([header, 401])
    const passed = { 'x-forwarded-for': '203.0.113.9' }
    const shown = (token: string) => ({ ...passed, authorization: `Bearer ${token}` })
    expect((await figures(shown('a-guess'))).status).toBe(401)
    expect((await figures(shown('a-long-enough-secret'))).status).toBe(200)
  })
})

describe('several database servers in one address', () => {
  const url = (): URL => new URL(inject('databaseUrl'))
  /** The same database behind a list of addresses. */
  const through = (...hosts: readonly string[]): string => {
    const { username, password, pathname } = url()
    return `postgresql://${username}:${password}@${hosts.join(',')}${pathname}?target_session_attrs=read-write`
  }
  test('one that does not answer is passed over', async () => {
    const db = openDatabase(through('127.0.0.1:1', url().host))
    expect(await db.ask('select 1 as one', [])).toEqual([{ one: 1 }])
    expect(await db.inHousehold({ householdId: id() }, async () => 'done')).toBe('done')
    await db.close()
  })
  test('none that answers: an error that names none of their secrets', async () => {
    const db = openDatabase(through('127.0.0.1:1', '127.0.0.1:2'))
    const told = await db.ask('select 1', []).catch((e: Error) => e.message)
    expect(told).toMatch(/ECONNREFUSED/)
    expect(told).not.toContain(url().password)
    await db.close()
  })
  test('one address is left to the driver as it is', () => {
    const plain = inject('databaseUrl')
    expect(serversOf(plain)).toEqual({ config: { connectionString: plain }, Client: pg.Client })
  })
  test('what cannot be read is said at the start', () => {
    expect(() => serversOf('postgresql://u@a:1,b:2/d?target_session_attrs=standby')).toThrow(
      'target_session_attrs is read-write, primary or any, not standby',
    )
    expect(() => serversOf('postgresql://u@a:1,:2/d')).toThrow('is no address of a database server')
  })
})

describe('a database that takes too long', () => {
  const household = { householdId: id() }
  test('gives the statement up by itself, before nobody waits for it any more', async () => {
    const db = openDatabase(inject('databaseUrl'), undefined, 1400)
    const [from, asked] = [Date.now(), sql`select pg_sleep(5)`]
    await expect(db.inHousehold(household, (tx) => tx.execute(asked))).rejects.toMatchObject({
      cause: { code: '57014' },
    })
    expect(Date.now() - from).toBeLessThan(1400)
    // Only that statement: the connection is as good as before.
    expect(db.pool.totalCount).toBe(1)
    expect(await db.inHousehold(household, () => Promise.resolve('done'))).toBe('done')
    await db.close()
  })
  test('and does not answer at all: its connection is not lent to anybody again', async () => {
    const to = new URL(inject('databaseUrl'))
    let silent = false
    const way = createServer((from) => {
      const on = connect(Number(to.port), to.hostname)
      from.on('data', (d) => silent || on.write(d))
      on.on('data', (d) => from.write(d))
      for (const s of [from, on]) s.on('close', () => [from, on].forEach((x) => x.destroy()))
      for (const s of [from, on]) s.on('error', () => undefined)
    })
    await new Promise<void>((done) => way.listen(0, '127.0.0.1', done))
    const url = new URL(to)
    url.host = `127.0.0.1:${(way.address() as AddressInfo).port}`
    const db = openDatabase(url.href, undefined, 1400)
    expect(await db.inHousehold(household, () => Promise.resolve('done'))).toBe('done')
    silent = true
    const from = Date.now()
    await expect(db.inHousehold(household, (tx) => tx.execute(sql`select 1`))).rejects.toThrow(
      /read timeout/i,
    )
    // Nobody waited a second time, for a rollback.
    expect(Date.now() - from).toBeLessThan(2200)
    silent = false
    expect(await db.inHousehold(household, () => Promise.resolve('again'))).toBe('again')
    await db.close()
    way.close()
  })
})
