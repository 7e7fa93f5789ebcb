import Ajv2020 from 'ajv/dist/2020'
import { parse } from 'csv-parse/sync'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { getTableColumns, getTableName, is, Table } from 'drizzle-orm'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { archiveTables } from '../src/formats/archive-tables'
import * as schema from '../src/db/schema'
import { seedDemo } from '../src/demo/seed'
import { id, LOT, person, startKit, TO_STANDING, type Browser, type Kit } from './kit'
import { OUT, planned } from './stove-kit'

let kit: Kit
let owner: pg.Client
beforeAll(async () => {
  kit = await startKit({ demo: true })
  owner = new pg.Client({ connectionString: inject('databaseUrl') })
  await owner.connect()
})
afterAll(async () => {
  await owner.query('delete from households where is_demo')
  await owner.end()
  await kit.close()
})

interface Sent {
  readonly status: number
  readonly body: any
}
async function archiveOf(who: Browser): Promise<Uint8Array> {
  const answer = await fetch(`${kit.base}/api/archive`, { headers: await who.cookie() })
  expect(answer.status).toBe(200)
  return new Uint8Array(await answer.arrayBuffer())
}
async function putBack(who: Browser, zip: Uint8Array, type = 'application/zip'): Promise<Sent> {
  const answer = await fetch(`${kit.base}/api/archive`, {
    method: 'POST',
    headers: { ...(await who.cookie()), 'content-type': type },
    body: Buffer.from(zip),
  })
  return { status: answer.status, body: await answer.json() }
}
const inside = (zip: Uint8Array): any => JSON.parse(strFromU8(unzipSync(zip)['kelvit.json']!))
const packed = (told: unknown): Uint8Array =>
  zipSync({ 'kelvit.json': strToU8(typeof told === 'string' ? told : JSON.stringify(told)) })

/** The demo's archive: a household with something of everything. */
async function demo(): Promise<{ visitor: Browser; zip: Uint8Array }> {
  await seedDemo(kit.db, kit.clock)
  const visitor = kit.browser()
  await visitor.send('POST', '/api/session', { demo: true })
  return { visitor, zip: await archiveOf(visitor) }
}

const LISTS = [
  'lots',
  'loads',
  'jars',
  'needs',
  'canners',
  'season-loads',
  'supplies',
  'yields',
  'use',
] as const

describe('the household archive', () => {
  // The demo plans its season first: on a busy machine that takes its time.
  test(
    'is read into another household and comes out again byte for byte',
    { timeout: 60_000 },
    async () => {
      const { visitor, zip } = await demo()
      const other = await kit.household('Elsewhere')
      const read = await putBack(other, zip)
      expect(read).toMatchObject({ status: 200, body: { household: 'Quillback Farm' } })
      const rows = Object.values<any[]>(inside(zip).tables).reduce((n, t) => n + t.length, 0)
      expect(read.body.rows).toBe(rows)
      expect(rows).toBeGreaterThan(500)
      expect(Buffer.from(await archiveOf(other)).equals(Buffer.from(zip))).toBe(true)
      for (const list of LISTS) {
        const [here, there] = [
          (await visitor.send('GET', `/api/${list}`)).body,
          (await other.send('GET', `/api/${list}`)).body,
        ]
        expect([list, there]).toEqual([list, here])
      }
      const years = (await other.send('GET', '/api/years/2025')).body
      expect(years).toEqual((await visitor.send('GET', '/api/years/2025')).body)
    },
  )
  test('the log has each row once, numbered without a gap, and a device that listens hears of it', async () => {
    const { zip } = await demo()
    const other = await kit.household()
    await other.send('PATCH', '/api/self', { name: 'Before' })
    const from = (await other.send('GET', '/api/changes?since=0&limit=1000')).body.seq
    const { rows } = (await putBack(other, zip)).body
    const seen: any[] = []
    for (let since = from, more = true; more;) {
      const page = (await other.send('GET', `/api/changes?since=${since}&limit=500`)).body
      seen.push(...page.changes)
      since = page.seq
      more = page.more
    }
    expect(seen).toHaveLength(rows + 1)
    expect(seen.map((c) => c.seq)).toEqual(seen.map((_, i) => from + 1 + i))
    expect(new Set(seen.map((c) => `${c.table} ${c.id}`)).size).toBe(rows + 1)
    expect(JSON.stringify(seen)).not.toMatch(/hash|household_id/)
    // And what is written afterwards follows.
    await other.send('PUT', `/api/shelves/${id()}`, { name: 'New', position: 9 })
    const { changes } = (await other.send('GET', `/api/changes?since=${from + rows + 1}`)).body
    expect(changes.map((c: any) => [c.seq, c.table])).toEqual([[from + rows + 2, 'shelves']])
  })
  test('carries every fact and judgement: a load in doubt is in doubt there, and its jars are held', async () => {
    const stove = await planned(kit)
    await stove.run([...TO_STANDING, [OUT + 1, 'water-low']])
    const sealed = { portionId: stove.portionId, outcome: 'sealed', jars: 7 }
    await stove.run([[OUT + 900, 'seals-checked', { seals: [sealed] }]])
    const before = await stove.load()
    const other = await kit.household()
    expect((await putBack(other, await archiveOf(stove.who))).status).toBe(200)
    const after = (await other.send('GET', `/api/loads/${stove.loadId}`)).body
    expect(after).toEqual(before)
    expect(after.judgement.verdict).toBe('not-processed')
    const jars = (await other.send('GET', `/api/loads/${stove.loadId}/jars`)).body
    expect(jars.map((j: any) => j.hold)).toEqual(Array(7).fill('not-processed'))
  })
  test('what is read for it is of one moment, and nobody waits for it', async () => {
    const who = await kit.household()
    const { household, member } = (await who.send('GET', '/api/session')).body
    const within = { householdId: household.id, memberId: member.id, snapshot: true }
    const seen = await kit.db.inHousehold(within, async (tx) => {
      await tx.execute('select 1 from shelves')
      // Written, and acknowledged, while it reads.
      const put = await who.send('PUT', `/api/shelves/${id()}`, { name: 'Cellar', position: 1 })
      return [put.status, (await tx.execute('select 1 from shelves')).rows.length]
    })
    expect(seen).toEqual([201, 0])
    expect((await who.send('GET', '/api/shelves')).body).toHaveLength(1)
  })
  test('what is in it is as its published schema says, by another validator', async () => {
    const { zip } = await demo()
    const published = (await kit.browser().send('GET', '/api/archive/schema.json')).body
    expect(JSON.parse(strFromU8(unzipSync(zip)['schema.json']!))).toEqual(published)
    const ajv = new Ajv2020({ strict: false, validateFormats: false, allErrors: true })
    const holds = ajv.compile(published)
    expect([holds(inside(zip)), holds.errors]).toEqual([true, null])
    const wrong = inside(zip)
    wrong.tables.jars[0].state = 'flown'
    expect(holds(wrong)).toBe(false)
  })
  test('has no secret: no passphrase, token, session or sign-in name', async () => {
    const who = await kit.household()
    const gauge = id()
    const { cannerId } = await import('./kit').then((k) => k.withGear(who))
    const made = await who.send('PUT', `/api/gauges/${gauge}`, { cannerId, name: 'Gauge' })
    const feed = await who.send('PUT', `/api/calendar-feeds/${id()}`, {})
    const text = strFromU8(unzipSync(await archiveOf(who))['kelvit.json']!)
    expect(text).toContain(gauge)
    for (const secret of [
      made.body.token,
      feed.body.path.split('/').pop(),
      'hash',
      'passphrase',
      'signIn',
    ])
      expect([secret, text.includes(secret)]).toEqual([secret, false])
  })
  test('no column is forgotten: each is carried, or named here as left behind', () => {
    const LEFT = new Set(['householdId', 'updatedAt', 'tokenHash', 'memberId'])
    const NOT_CARRIED = new Set([
      'households',
      'members',
      'sign_ins',
      'tokens',
      'sessions',
      'invitations',
      'access_tokens',
      'calendar_feeds',
      'push_subscriptions',
      'calls',
      'house_keys',
      'changes',
      'logbook',
      'frozen_clock',
      'sign_in_tries',
      'rate_limits',
    ])
    const carried = new Map(archiveTables.map((t) => [t.stored, t.columns.map((c) => c.name)]))
    for (const table of Object.values(schema).filter((t) => is(t, Table))) {
      const name = getTableName(table as Table)
      if (NOT_CARRIED.has(name)) continue
      const columns = Object.keys(getTableColumns(table as Table)).filter((c) => !LEFT.has(c))
      expect([name, [...(carried.get(name) ?? [])].sort()]).toEqual([name, columns.sort()])
    }
  })
  test('its sheets are there too, with the same jars', async () => {
    const { zip } = await demo()
    const rows = parse(strFromU8(unzipSync(zip)['csv/pantry.csv']!), { bom: true, columns: true })
    expect(rows.map((r: any) => r.code).sort()).toEqual(
      inside(zip)
        .tables.jars.map((j: any) => j.code)
        .sort(),
    )
  })
  test('is for keepers, and not into the demo', async () => {
    const keeper = await kit.household()
    const { body } = await keeper.send('POST', '/api/invitations', { id: id(), role: 'helper' })
    const helper = kit.browser()
    await helper.send('POST', `/api/invitations/${body.token}/accept`, person())
    expect(
      (await fetch(`${kit.base}/api/archive`, { headers: await helper.cookie() })).status,
    ).toBe(403)
    const { visitor, zip } = await demo()
    expect(await putBack(visitor, zip)).toMatchObject({ status: 403 })
  })
})

describe('what is not read in', () => {
  /** Says no with a sentence, and nothing of the household changed. */
  async function refused(zip: Uint8Array, sentence: RegExp, status = 422): Promise<void> {
    const who = await kit.household('As it was')
    const answer = await putBack(who, zip)
    expect([answer.status, answer.body.detail]).toEqual([status, expect.stringMatching(sentence)])
    expect((await who.send('GET', '/api/household')).body.name).toBe('As it was')
    for (const list of ['lots', 'loads', 'jars', 'canners'])
      expect((await who.send('GET', `/api/${list}`)).body).toEqual([])
  }
  const changed = async (change: (told: any) => void): Promise<Uint8Array> => {
    const told = inside((await demo()).zip)
    change(told)
    return packed(told)
  }
  test('an archive into a household that has something', async () => {
    const who = await kit.household()
    await who.send('PUT', `/api/lots/${id()}`, LOT)
    const answer = await putBack(who, (await demo()).zip)
    expect([answer.status, answer.body.detail]).toEqual([
      409,
      expect.stringMatching(/^You can only import an archive into an empty household/),
    ])
    expect((await who.send('GET', '/api/lots')).body).toHaveLength(1)
  })
  test('what is no ZIP, cut short, or something else in a ZIP', async () => {
    await refused(strToU8('hello'), /isn.t a ZIP file/)
    const { zip } = await demo()
    await refused(zip.slice(0, zip.length / 2), /isn.t a ZIP file, or it.s incomplete/)
    await refused(zipSync({ 'other.json': strToU8('{}') }), /no kelvit\.json/)
    await refused(packed('{"format": "something"}'), /isn.t a Kelvit household archive/)
    await refused(packed('[1, 2'), /not readable JSON/)
    await refused(
      zipSync({ 'kelvit.json': new Uint8Array([0xff, 0xfe, 0x41]) }),
      /not readable JSON in UTF-8/,
    )
  })
  test('from a newer Kelvit', async () => {
    await refused(await changed((t) => (t.formatVersion = 99)), /from a newer Kelvit/)
  })
  test('a row that cannot be: a wrong state, a pressure that is no number, a column more', async () => {
    await refused(
      await changed((t) => (t.tables.jars[3].state = 'flown')),
      /Row 4 of jars cannot be/,
    )
    await refused(
      await changed((t) => (t.tables.loads[0].setup.psi = 'high')),
      /Row 1 of loads cannot be/,
    )
    // The same limits as at the doors of the API.
    await refused(
      await changed((t) => (t.tables.loadEvents.find((e: any) => e.psi !== null).psi = 1.1e12)),
      /Row \d+ of loadEvents cannot be/,
    )
    await refused(
      await changed((t) => (t.tables.loads[0].setup.psi = 31)),
      /Row 1 of loads cannot be/,
    )
    await refused(await changed((t) => (t.tables.jars[0].costEach = -5)), /Row 1 of jars cannot be/)
    await refused(
      await changed((t) => (t.tables.jars[0].code = 'A'.repeat(100_000))),
      /Row 1 of jars cannot be/,
    )
    await refused(
      await changed((t) => (t.tables.lots[0].householdId = id())),
      /Row 1 of lots cannot be/,
    )
    await refused(
      await changed((t) => (t.tables.people = [])),
      /table “people” that Kelvit does not know/,
    )
    await refused(await changed((t) => (t.household.altitudeFt = 1e9)), /household cannot be/)
    await refused(await changed((t) => (t.household.zone = 'Mars\/Olympus')), /household cannot be/)
  })
  test('a row that points to one that is not there, or is there twice: all of it or nothing', async () => {
    await refused(
      await changed((t) => (t.tables.jars[0].loadId = id())),
      /incomplete: a row of jars points to one that’s missing/,
    )
    await refused(
      await changed((t) => t.tables.supplies.push({ ...t.tables.supplies[0], id: id() })),
      /a row of supplies twice/,
    )
  })
  test('paths that lead elsewhere are names like any other: nothing is written by them', async () => {
    const { zip } = await demo()
    const evil = zipSync({
      '../../../../tmp/kelvit-was-here': strToU8('x'),
      '/etc/kelvit': strToU8('x'),
      'kelvit.json': unzipSync(zip)['kelvit.json']!,
    })
    const who = await kit.household()
    expect((await putBack(who, evil)).status).toBe(200)
  })
  test('a bomb: a small file that says, or is, far more', { timeout: 240_000 }, async () => {
    const zeros = new Uint8Array(120 * 1024 * 1024)
    const bomb = zipSync({ 'kelvit.json': zeros }, { level: 4 })
    expect(bomb.length).toBeLessThan(1_000_000)
    await refused(bomb, /more than 96 MB/)
    // Its head says that it is small.
    const lying = bomb.slice()
    const view = new DataView(lying.buffer)
    for (let at = 0; at < lying.length - 4; at++)
      if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 1000, true)
    await refused(lying, /isn.t a ZIP file|not readable JSON/)
  })
  test('more than 32 MB is not even waited for', async () => {
    const who = await kit.household()
    const answer = await fetch(`${kit.base}/api/archive`, {
      method: 'POST',
      headers: {
        ...(await who.cookie()),
        'content-type': 'application/zip',
        'content-length': String(100 * 1024 * 1024),
      },
      body: new ReadableStream({ pull: (c) => c.enqueue(new Uint8Array(1024 * 1024)) }),
      duplex: 'half',
    } as RequestInit).catch((e: unknown) => e)
    if (answer instanceof Response) expect(answer.status).toBe(413)
    expect((await who.send('GET', '/api/lots')).status).toBe(200)
  })
  test('one that has not said how long it is hears the sentence all the same', async () => {
    const who = await kit.household()
    let left = 40
    const answer = await fetch(`${kit.base}/api/archive`, {
      method: 'POST',
      headers: { ...(await who.cookie()), 'content-type': 'application/zip' },
      body: new ReadableStream({
        pull: (c) => (left-- > 0 ? c.enqueue(new Uint8Array(1024 * 1024)) : c.close()),
      }),
      duplex: 'half',
    } as RequestInit)
    expect(answer.status).toBe(413)
    expect(await answer.json()).toMatchObject({ detail: 'An archive is 32 MB at most.' })
    expect((await who.send('GET', '/api/lots')).status).toBe(200)
  })
  test('ten thousand files in one', async () => {
    const many = Object.fromEntries(
      Array.from({ length: 10_000 }, (_, i) => [`f${i}`, new Uint8Array()]),
    )
    await refused(zipSync({ ...many, 'kelvit.json': strToU8('{}') }), /far too many files/)
  })
})
