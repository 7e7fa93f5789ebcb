import { Writable } from 'node:stream'
import pg from 'pg'
import pino from 'pino'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { sharedFrozenClock } from '../src/clock/clock'
import { openDatabase } from '../src/db/pool'
import { seedDemo } from '../src/demo/seed'
import {
  CANNER,
  id,
  LOT,
  NOW,
  POLL,
  startKit,
  withGear,
  type Browser,
  type Kit,
  person,
} from './kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

const wanted = (keeper = person()) => ({
  household: { name: 'Nettle Row', zone: 'America/Denver', altitudeFt: 2640, units: 'us' },
  keeper,
})
/** Somebody who joins a household by invitation. */
async function joined(keeper: Browser, role: string, who = person()): Promise<Browser> {
  const { body } = await keeper.send('POST', '/api/invitations', { id: id(), role })
  const guest = kit.browser()
  await guest.send('POST', `/api/invitations/${body.token}/accept`, who)
  return guest
}
/** As long as it takes, also on a machine with ten times the work. */
const meOf = async (who: Browser) => (await who.send('GET', '/api/session')).body.member

describe('secrets', () => {
  test('no answer about a member holds a hash, also not a conflict', async () => {
    const keeper = await kit.household()
    const me = await meOf(keeper)
    await keeper.send('PATCH', `/api/members/${me.id}`, { version: 1, name: 'Anew' })
    const late = await keeper.send('PATCH', `/api/members/${me.id}`, { version: 1, name: 'Late' })
    expect(late).toMatchObject({ status: 409, body: { stored: { name: 'Anew', version: 2 } } })
    expect(JSON.stringify(late.body)).not.toMatch(/argon2|hash|passphrase/i)
    expect(Object.keys(late.body.stored).sort()).toEqual(['id', 'name', 'role', 'version'])
  })
  test('sign-in names: all for a keeper, one’s own for others', async () => {
    const keeper = await kit.household()
    const helper = await joined(keeper, 'helper', person({ name: 'Helper' }))
    const seen = async (who: Browser) =>
      (await who.send('GET', '/api/members')).body.map((m: any) => [m.role, m.signInName !== null])
    expect(await seen(keeper)).toEqual([
      ['keeper', true],
      ['helper', true],
    ])
    expect(await seen(helper)).toEqual([
      ['keeper', false],
      ['helper', true],
    ])
  })
  test('a query that fails leaves its text in the log, never its values', async () => {
    const lines: string[] = []
    const log = pino(new Writable({ write: (c, _e, done) => (lines.push(String(c)), done()) }))
    const own = await startKit({ log })
    const owner = new pg.Client({ connectionString: inject('databaseUrl') })
    await owner.connect()
    await owner.query(
      `create function boom() returns trigger language plpgsql as $$ begin
         if new.sign_in_name like 'boom%' then raise exception 'row % %', new.sign_in_name, new.passphrase_hash using errcode = 'XX000'; end if;
         return new; end $$; create trigger boom before insert on members for each row execute function boom()`,
    )
    const failed = await own
      .browser()
      .send('POST', '/api/households', wanted(person({ signInName: 'boom and gone' })))
    await owner.query('drop trigger boom on members; drop function boom')
    await owner.end()
    await own.close()
    expect(failed.status).toBe(500)
    const said = lines.join('')
    expect(said).toContain('insert into')
    expect(said).not.toMatch(/argon2|boom and gone/)
  })
})

describe('keepers, invitations, sessions', () => {
  test('two keepers demote each other at once: one keeper is left', async () => {
    for (let round = 0; round < 5; round++) {
      const one = await kit.household()
      const two = await joined(one, 'keeper')
      const [a, b] = [await meOf(one), await meOf(two)]
      const both = await Promise.all([
        one.send('PATCH', `/api/members/${b.id}`, { version: 1, role: 'helper' }),
        two.send('PATCH', `/api/members/${a.id}`, { version: 1, role: 'helper' }),
      ])
      expect(both.map((r) => r.status).sort()).not.toEqual([200, 200])
      const left = (await one.send('GET', '/api/members')).body
      expect(left.filter((m: any) => m.role === 'keeper').length).toBeGreaterThanOrEqual(1)
    }
  })
  test('a removed or demoted keeper’s open invitations die; others can be seen and withdrawn', async () => {
    const keeper = await kit.household()
    const second = await joined(keeper, 'keeper')
    const link = async (who: Browser) =>
      (await who.send('POST', '/api/invitations', { id: id(), role: 'helper' })).body.token
    const theirs = await link(second)
    const mine = await link(keeper)
    const open = (await keeper.send('GET', '/api/invitations')).body
    expect(open).toHaveLength(2)
    expect(JSON.stringify(open)).not.toContain(mine)
    const { id: secondId } = await meOf(second)
    expect((await keeper.send('DELETE', `/api/members/${secondId}`)).status).toBe(204)
    expect((await kit.browser().send('GET', `/api/invitations/${theirs}`)).status).toBe(404)
    const [left] = (await keeper.send('GET', '/api/invitations')).body
    expect((await keeper.send('DELETE', `/api/invitations/${left.id}`)).status).toBe(204)
    expect(
      (await kit.browser().send('POST', `/api/invitations/${mine}/accept`, person())).status,
    ).toBe(404)
  })
  test('asked for again, an invitation is the same one with a new link', async () => {
    const keeper = await kit.household()
    const one = { id: id(), role: 'helper' }
    const first = await keeper.send('POST', '/api/invitations', one)
    const second = await keeper.send('POST', '/api/invitations', one)
    expect([first.status, second.status]).toEqual([201, 201])
    expect((await keeper.send('GET', '/api/invitations')).body).toHaveLength(1)
    const at = (t: string) => kit.browser().send('GET', `/api/invitations/${t}`)
    expect((await at(first.body.token)).status).toBe(404)
    expect((await at(second.body.token)).status).toBe(200)
  })
  test('ten first registrations at once make one household', async () => {
    const url = new URL(inject('databaseUrl'))
    const admin = new pg.Client({ connectionString: url.toString() })
    await admin.connect()
    await admin.query('drop database if exists kelvit_first_test')
    await admin.query(`create database kelvit_first_test template template0`)
    url.pathname = '/kelvit_first_test'
    const { migrateDatabase } = await import('../src/db/migrate')
    const { resolve } = await import('node:path')
    await migrateDatabase(url.toString(), resolve(import.meta.dirname, '../drizzle'))
    const own = await startKit({ openRegistration: false, url: url.toString() })
    // All of them are held at the same place, just before the first row is written.
    const holder = new pg.Client({ connectionString: url.toString() })
    await holder.connect()
    await holder.query('begin; lock table households in share mode')
    const asked = Array.from({ length: 10 }, () =>
      own.browser().send('POST', '/api/households', wanted()),
    )
    await expect
      .poll(async () => {
        const waiting = await admin.query(
          `select count(*)::int as n from pg_stat_activity where wait_event_type = 'Lock' and datname = 'kelvit_first_test'`,
        )
        return waiting.rows[0].n
      }, POLL)
      .toBe(10)
    await holder.query('commit')
    await holder.end()
    const made = await Promise.all(asked)
    await own.close()
    await admin.query('drop database kelvit_first_test with (force)')
    await admin.end()
    expect(made.map((m) => m.status).sort()).toEqual([201, ...Array<number>(9).fill(403)])
  })
})

describe('streams', () => {
  async function listen(who: Browser) {
    const { headers } = { headers: await who.cookie() }
    const stop = new AbortController()
    const answer = await fetch(`${kit.base}/api/live`, { headers, signal: stop.signal })
    const reader = answer.body!.getReader()
    let said = ''
    const ended = (async () => {
      for (;;) {
        const { done, value } = await reader.read().catch(() => ({ done: true, value: undefined }))
        if (done) return true
        said += new TextDecoder().decode(value)
      }
    })()
    return { ended, said: () => said, stop: () => stop.abort() }
  }
  test('end with sign-out, everywhere or here, and with removal', async () => {
    const keeper = await kit.household()
    const guest = await joined(keeper, 'viewer')
    const ear = await listen(guest)
    await keeper.send('DELETE', `/api/members/${(await meOf(guest)).id}`)
    expect(await ear.ended).toBe(true)
    expect(ear.said()).not.toMatch(/sessions/)
    const other = await listen(keeper)
    await keeper.send('DELETE', '/api/session')
    expect(await other.ended).toBe(true)
  })
  test('of other sessions go on, and never carry a session’s hash', async () => {
    const keeper = await kit.household()
    const guest = await joined(keeper, 'viewer')
    const ear = await listen(keeper)
    await guest.send('DELETE', '/api/session')
    const shelf = id()
    await keeper.send('PUT', `/api/shelves/${shelf}`, { name: 'Top', position: 1 })
    await expect.poll(() => ear.said(), POLL).toContain(shelf)
    expect(ear.said()).not.toMatch(/"sessions"/)
    ear.stop()
  })
  test('twenty that never read are let go, whatever happens meanwhile', async () => {
    const keeper = await kit.household()
    const { connect } = await import('node:net')
    const { cookie } = await keeper.cookie()
    const port = Number(new URL(kit.base).port)
    const sockets = Array.from({ length: 20 }, () => {
      const s = connect(port, '127.0.0.1')
      s.pause()
      s.on('error', () => undefined)
      s.write(`GET /api/live HTTP/1.1\r\nhost: 127.0.0.1:${port}\r\ncookie: ${cookie}\r\n\r\n`)
      return s
    })
    await expect.poll(() => kit.listeners(), POLL).toBe(20)
    const household = (await keeper.send('GET', '/api/session')).body.household.id
    // Some megabytes of word for each of them; the sockets' own buffers take a part.
    const { headers } = await keeper.send('GET', '/api/session')
    const from = Number(headers.get('kelvit-seq'))
    for (let i = 1; i <= 6000; i++)
      kit.shout(household, {
        kind: 'changes',
        changes: [
          {
            seq: from + i,
            table: 'x'.repeat(2000),
            id: 'y',
            version: null,
            at: '',
            by: null,
            row: null,
            gone: true,
          },
        ],
      })
    await expect.poll(() => kit.listeners(), POLL).toBe(0)
    for (const s of sockets) s.destroy()
  })
})

describe('who knocks, and where from', () => {
  test('a guesser is slowed for one name from one address; the owner elsewhere is not', async () => {
    const own = await startKit({ doors: { trustedProxies: ['loopback'] } })
    const keeper = person()
    await own.browser().send('POST', '/api/households', wanted(keeper))
    const from = (address: string, passphrase: string, name = keeper.signInName) =>
      own
        .browser()
        .send('POST', '/api/session', { name, passphrase }, { 'x-forwarded-for': address })
    for (let i = 0; i < 4; i++) expect((await from('203.0.113.5', 'wrong words')).status).toBe(401)
    const slowed = await from('203.0.113.5', keeper.passphrase)
    expect(slowed.status).toBe(429)
    expect(Number(slowed.headers.get('retry-after'))).toBeGreaterThan(0)
    expect((await from('198.51.100.7', keeper.passphrase)).status).toBe(201)
    // Another name from the guesser's address is not the guesser's.
    expect((await from('203.0.113.5', 'wrong words', 'somebody else')).status).toBe(401)
    await own.close()
  })
  test('many at once are no way round: a burst of 30 is looked at four times', async () => {
    const keeper = person()
    await kit.browser().send('POST', '/api/households', wanted(keeper))
    const burst = await Promise.all(
      Array.from({ length: 30 }, () =>
        kit.browser().send('POST', '/api/session', {
          name: keeper.signInName,
          passphrase: 'wrong words',
        }),
      ),
    )
    expect(burst.filter((b) => b.status === 401).length).toBeLessThanOrEqual(4)
    expect(burst.every((b) => b.status === 401 || b.status === 429)).toBe(true)
  })
  test('a stranger is bounded by the line they come from, whatever names they try; who comes in is no stranger', async () => {
    // Five sign-ins, one registration and five looks at invitations.
    const own = await startKit({ doors: { trustedProxies: ['loopback'], strangers: 0.05 } })
    const line = 100 + Math.floor(Math.random() * 60_000)
    const from = (host: string) => ({ 'x-forwarded-for': `2001:db8:${line.toString(16)}:${host}` })
    const keeper = person()
    const send = (method: string, path: string, body: unknown, host: string) =>
      own.browser().send(method, path, body, from(host))
    expect((await send('POST', '/api/households', wanted(keeper), '1::1')).status).toBe(201)
    // Another house on the same /64 is the same line; the next /64 is not.
    const again = await send('POST', '/api/households', wanted(), '1::2')
    expect(again.status).toBe(429)
    expect(Number(again.headers.get('retry-after'))).toBeGreaterThan(0)
    expect((await send('POST', '/api/households', wanted(), '2::1')).status).toBe(201)
    const right = { name: keeper.signInName, passphrase: keeper.passphrase }
    for (let i = 0; i < 8; i++)
      expect((await send('POST', '/api/session', right, '3::7')).status).toBe(201)
    const guess = (i: number, host = `4::${i}`) =>
      send('POST', '/api/session', { name: `name ${line} ${i}`, passphrase: 'wrong words' }, host)
    for (let i = 1; i <= 5; i++) expect((await guess(i)).status).toBe(401)
    expect((await guess(6)).status).toBe(429)
    expect((await guess(7, '5::1')).status).toBe(401)
    expect((await send('POST', '/api/session', right, '6::1')).status).toBe(201)
    const look = () => send('GET', `/api/invitations/${crypto.randomUUID()}`, undefined, '7::1')
    for (let i = 0; i < 5; i++) expect((await look()).status).toBe(404)
    expect((await look()).status).toBe(429)
    await own.close()
  })
  test('what a stranger says about addresses is not believed', async () => {
    const keeper = person()
    await kit.browser().send('POST', '/api/households', wanted(keeper))
    const statuses: number[] = []
    for (let i = 0; i < 6; i++)
      statuses.push(
        (
          await kit
            .browser()
            .send(
              'POST',
              '/api/session',
              { name: keeper.signInName, passphrase: 'wrong words' },
              { 'x-forwarded-for': `203.0.113.${i}` },
            )
        ).status,
      )
    expect(statuses).toContain(429)
  })
  test('a forwarded host or protocol counts from our own proxy only', async () => {
    const lines = (host: string): string =>
      `GET /api/health HTTP/1.1\r\nhost: 127.0.0.1\r\nx-forwarded-host: ${host}\r\n`
    const other = await startKit({ doors: { trustedProxies: ['10.0.0.1'] } })
    expect((await other.raw(lines('evil.example'))).slice(9, 12)).toBe('200')
    const plain = await other
      .browser()
      .send('POST', '/api/households', wanted(), { 'x-forwarded-proto': 'https' })
    expect(plain.headers.get('set-cookie')).not.toMatch(/secure/i)
    await other.close()
    const ours = await startKit({
      doors: { trustedProxies: ['loopback'], hosts: ['kelvit.example'] },
    })
    expect((await ours.raw(lines('kelvit.example'))).slice(9, 12)).toBe('200')
    expect((await ours.raw(lines('evil.example'))).slice(9, 12)).toBe('421')
    const behind = await ours
      .browser()
      .send('POST', '/api/households', wanted(), { 'x-forwarded-proto': 'https' })
    expect(behind.headers.get('set-cookie')).toMatch(/secure/i)
    await ours.close()
  })
  test('only names of our own are answered to', async () => {
    const own = await startKit({ doors: { hosts: ['kitchen.example'] } })
    const at = (host: string) => own.raw(`GET /api/health HTTP/1.1\r\nhost: ${host}\r\n`)
    for (const host of [
      '127.0.0.1:1',
      'localhost',
      'kitchen.example',
      'KITCHEN.example:8484',
      '[::1]:8484',
      '192.168.1.4',
    ])
      expect([host, (await at(host)).slice(9, 12)]).toEqual([host, '200'])
    for (const host of ['evil.example', 'localhost.evil.example', '127.0.0.1.evil.example'])
      expect([host, (await at(host)).slice(9, 12)]).toEqual([host, '421'])
    await own.close()
  })
  test('what is kept on a device for one member is not sent as another', async () => {
    const keeper = await kit.household()
    const guest = await joined(keeper, 'helper')
    const { id: keeperId } = await meOf(keeper)
    const shelf = `/api/shelves/${id()}`
    const body = { name: 'Top', position: 1 }
    expect(await guest.send('PUT', shelf, body, { 'kelvit-member': keeperId })).toMatchObject({
      status: 401,
      body: { type: '/problems/other-member' },
    })
    expect(
      (await keeper.send('PUT', shelf, body, { 'kelvit-member': keeperId.toUpperCase() })).status,
    ).toBe(201)
  })
})

describe('addresses and bodies that nobody sends by accident', () => {
  test.each([
    '/%00',
    '/assets/%',
    '//elsewhere',
    '//elsewhere/api/health',
    '/a%00b',
    '/%5c..%5cetc',
    '/assets/%c0%ae',
    'http://other.example/',
    '/api/%',
    '/api/loads/%',
  ])('%s is refused with a sentence', async (path) => {
    const answer = await kit.raw(`GET ${path} HTTP/1.1\r\nhost: 127.0.0.1\r\n`)
    expect(Number(answer.slice(9, 12))).toBeGreaterThanOrEqual(400)
    expect(Number(answer.slice(9, 12))).toBeLessThan(500)
    expect(answer).toContain('"detail"')
  })
  test('JSON nested a hundred thousand deep is a 400, and the next request is answered', async () => {
    const who = await kit.household()
    for (const [open, close] of [
      ['[', ']'],
      ['{"a":', '}'],
    ] as const) {
      const deep = `{"lots":${open.repeat(40_000)}1${close.repeat(40_000)}}`.slice(0, 250_000)
      const answer = await who.send(
        'POST',
        '/api/lot-moves',
        open === '[' ? `{"lots":${'['.repeat(100_000)}${']'.repeat(100_000)}}` : deep,
      )
      expect(answer.status).toBe(400)
    }
    expect((await who.send('GET', '/api/lots')).status).toBe(200)
  })
})

describe('the same, twice', () => {
  test('one create sent ten times at once: every answer is the row', async () => {
    const who = await kit.household()
    for (const [path, body] of [
      [`/api/lots/${id()}`, LOT],
      [`/api/canners/${id()}`, CANNER],
      [`/api/shelves/${id()}`, { name: 'Top', position: 1 }],
      [
        `/api/plantings/${id()}`,
        {
          foodId: 'okra',
          formId: 'okra',
          jar: 'pint',
          expectedLb: 9,
          firstOn: '2026-08-20',
          lastOn: '2026-08-30',
          pickings: 3,
        },
      ],
    ] as const) {
      const all = await Promise.all(Array.from({ length: 10 }, () => who.send('PUT', path, body)))
      expect(all.every((a) => a.status === 200 || a.status === 201)).toBe(true)
      expect(new Set(all.map((a) => JSON.stringify(a.body))).size).toBe(1)
    }
    expect(
      (await who.send('GET', '/api/lots')).body.filter((l: any) => l.foodId === 'okra'),
    ).toHaveLength(3)
  })
  test('ids are accepted in either case and mean the same row', async () => {
    const who = await kit.household()
    const gear = await withGear(who)
    const loadId = id()
    const portion = {
      id: id().toUpperCase(),
      lotId: gear.lotId.toUpperCase(),
      formId: 'beans-snap',
      pack: 'hot',
      jar: 'quart',
      mouth: 'regular',
      jars: 7,
    }
    const load = {
      cannerId: gear.cannerId.toUpperCase(),
      startsAt: '2026-08-14T23:30:00Z',
      portions: [portion],
    }
    const one = await who.send('PUT', `/api/loads/${loadId.toUpperCase()}`, load)
    expect(one).toMatchObject({
      status: 201,
      body: {
        id: loadId,
        cannerId: gear.cannerId,
        portions: [{ id: portion.id.toLowerCase(), lotId: gear.lotId }],
      },
    })
    expect((await who.send('PUT', `/api/loads/${loadId}`, load)).body).toEqual(one.body)
  })
  test('another household’s id tells nothing: the same answers as for one that never was', async () => {
    const [mine, theirs] = [await kit.household(), await kit.household()]
    const gear = await withGear(theirs)
    const shelf = id()
    await theirs.send('PUT', `/api/shelves/${shelf}`, { name: 'Theirs', position: 1 })
    const answers = async (lotId: string, cannerId: string, shelfId: string) => {
      const got = [
        await mine.send('PATCH', `/api/lots/${lotId}`, { version: 1, note: 'x' }),
        await mine.send('POST', `/api/lots/${lotId}/split`, {
          id: id(),
          version: 1,
          lb: 1,
          state: 'eaten',
        }),
        await mine.send('PUT', `/api/gauge-tests/${id()}`, {
          cannerId,
          testedOn: '2026-08-01',
          errorPsi: 0,
          testedBy: 'x',
        }),
        await mine.send('PUT', `/api/lots/${id()}`, { ...LOT, fromLotId: lotId }),
        await mine.send('PUT', `/api/shelves/${shelfId}`, { name: 'Mine', position: 2 }),
      ]
      return got.map((g) => [g.status, g.status < 300 ? g.body.name : g.body.detail])
    }
    expect(await answers(gear.lotId, gear.cannerId, shelf)).toEqual(await answers(id(), id(), id()))
    expect((await theirs.send('GET', '/api/shelves')).body).toMatchObject([{ name: 'Theirs' }])
  })
  test('twenty moves of the same lots in opposite orders: all answered, none in another’s way', async () => {
    const who = await kit.household()
    const lots = Array.from({ length: 12 }, () => id())
    for (const l of lots) await who.send('PUT', `/api/lots/${l}`, LOT)
    const moves = (order: readonly string[]) => ({
      lots: order.map((l) => ({ id: l, version: 1, arrivedOn: '2026-08-15', state: 'in-house' })),
    })
    const all = await Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        who.send('POST', '/api/lot-moves', moves(i % 2 ? lots : [...lots].reverse())),
      ),
    )
    expect(all.map((a) => a.status).sort()).toEqual([200, ...Array<number>(19).fill(409)])
    expect(new Set(all.filter((a) => a.status === 409).map((a) => a.body.type))).toEqual(
      new Set(['/problems/changed-meanwhile']),
    )
  })
})

describe('a clock that stands still', () => {
  test('is one for all processes, and goes on where it stood', async () => {
    const [one, two] = [openDatabase(inject('databaseUrl')), openDatabase(inject('databaseUrl'))]
    const a = await sharedFrozenClock(one, 'a test', NOW)
    const b = await sharedFrozenClock(two, 'a test', NOW)
    const kits = [
      await startKit({ clock: a }),
      await startKit({
        clock: b,
        doors: { operatorToken: 'the operator’s own'.replace(/\W/g, '') },
      }),
    ]
    const later = NOW + 3_600_000
    const post = (token?: string) =>
      kits[1]!
        .browser()
        .send(
          'POST',
          '/api/clock',
          { now: later },
          token ? { authorization: `Bearer ${token}` } : {},
        )
    expect((await post()).status).toBe(403)
    expect((await post('wrong')).status).toBe(403)
    expect((await kits[0]!.browser().send('POST', '/api/clock', { now: later })).status).toBe(403)
    expect((await post('theoperatorsown')).status).toBe(200)
    expect((await kits[0]!.browser().send('GET', '/api/clock')).body).toEqual({
      now: later,
      frozen: true,
      off: 0,
    })
    expect((await sharedFrozenClock(one, 'a test', NOW)).now()).toBe(later)
    expect((await sharedFrozenClock(one, 'another beginning', NOW)).now()).toBe(NOW)
    for (const k of kits) await k.close()
    await one.close()
    await two.close()
  })
})

describe('the demo', () => {
  test('its visitors cannot move the clock, and what they make ends with its day', async () => {
    const own = await startKit({ demo: true, doors: { operatorToken: 'secret' } })
    await seedDemo(own.db, own.clock)
    const visitor = own.browser()
    expect((await visitor.send('POST', '/api/session', { demo: true })).status).toBe(201)
    expect((await visitor.send('POST', '/api/clock', { now: NOW })).status).toBe(403)
    const { body } = await visitor.send('POST', '/api/invitations', { id: id(), role: 'keeper' })
    const made = person()
    expect(
      (await own.browser().send('POST', `/api/invitations/${body.token}/accept`, made)).status,
    ).toBe(201)
    const owner = new pg.Client({ connectionString: inject('databaseUrl') })
    await owner.connect()
    const until = await owner.query(
      `select max(s.expires_at) - now() < interval '25 hours' as short from sessions s join members m on m.household_id = s.household_id and m.id = s.member_id join households h on h.id = m.household_id where h.is_demo and m.name = 'Wren'`,
    )
    expect(until.rows[0].short).toBe(true)
    await owner.query(`update households set created_at = now() - interval '2 days' where is_demo`)
    const { endOldDemo } = await import('../src/demo/seed')
    await endOldDemo(own.db)
    expect((await visitor.send('GET', '/api/session')).status).toBe(401)
    expect(
      (
        await own
          .browser()
          .send('POST', '/api/session', { name: made.signInName, passphrase: made.passphrase })
      ).status,
    ).toBe(401)
    await owner.end()
    await own.close()
  })
  test('entries and changes are bounded, for each and for all', async () => {
    const own = await startKit({ demo: true })
    await seedDemo(own.db, own.clock)
    const visitor = own.browser()
    await visitor.send('POST', '/api/session', { demo: true })
    const owner = new pg.Client({ connectionString: inject('databaseUrl') })
    await owner.connect()
    await owner.query(`update rate_limits set points = 100000 where key like 'demo changes:%'`)
    const put = () => visitor.send('PUT', `/api/shelves/${id()}`, { name: 'Top', position: 1 })
    const before = await put()
    await owner.query(
      `insert into rate_limits (key, points, expire) values ('demo changes:127.0.0.1', 100000, 99999999999999) on conflict (key) do update set points = 100000, expire = 99999999999999`,
    )
    const full = await put()
    expect(before.status === 201 || before.status === 429).toBe(true)
    expect(full).toMatchObject({ status: 429, body: { type: '/problems/demo-full' } })
    expect((await visitor.send('GET', '/api/lots')).status).toBe(200)
    await owner.query(
      `insert into rate_limits (key, points, expire) values ('demo entries:127.0.0.1', 100000, 99999999999999) on conflict (key) do update set points = 100000, expire = 99999999999999`,
    )
    expect((await own.browser().send('POST', '/api/session', { demo: true })).status).toBe(429)
    await owner.query('delete from rate_limits')
    await owner.query('delete from households where is_demo')
    await owner.end()
    await own.close()
  })
})

test('a database that has no room or goes away is a 503 that says when to try again, and the log why', async () => {
  const lines: string[] = []
  const own = await startKit({
    log: pino({ level: 'warn' }, { write: (line: string) => void lines.push(line) }),
  })
  const who = await own.household()
  const owner = new pg.Client({ connectionString: inject('databaseUrl') })
  await owner.connect()
  for (const code of [
    '53100',
    '53200',
    '53300',
    '57P01',
    '57P02',
    '57P03',
    '08006',
    '58030',
    '25006',
  ]) {
    await owner.query(
      `create or replace function full_disk() returns trigger language plpgsql as $$ begin raise exception 'no' using errcode = '${code}'; end $$`,
    )
    await owner.query(
      `create trigger full_disk before insert on shelves for each row execute function full_disk()`,
    )
    const answer = await who.send('PUT', `/api/shelves/${id()}`, { name: 'Top', position: 1 })
    await owner.query('drop trigger full_disk on shelves')
    expect([code, answer.status, answer.headers.get('retry-after')]).toEqual([code, 503, '2'])
    expect(JSON.parse(lines.at(-1)!)).toMatchObject({ cause: code, msg: 'not ready' })
  }
  await own.close()
  const again = await kit.household()
  await owner.query('drop function full_disk')
  // A connection that is ended while it is borrowed ends that request, not the server.
  const slow = kit.db.inHousehold(
    { householdId: (await again.send('GET', '/api/session')).body.household.id },
    (tx) => tx.execute('select pg_sleep(20)'),
  )
  const hanging = expect(slow).rejects.toThrow()
  await expect
    .poll(
      async () =>
        (
          await owner.query(
            `select pg_terminate_backend(pid) from pg_stat_activity where query like '%pg_sleep(20)%' and pid <> pg_backend_pid()`,
          )
        ).rowCount,
      POLL,
    )
    .toBeGreaterThan(0)
  await hanging
  expect((await again.send('GET', '/api/shelves')).status).toBe(200)
  await owner.end()
})
