import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import fc from 'fast-check'
import pg from 'pg'
import { inject } from 'vitest'
import { CANNER, id, LOT, newLoad, startKit, withGear, type Browser, type Kit } from './kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

describe('the wall between households', () => {
  const KEPT = [
    'canners',
    'containers',
    'crop-words',
    'shelves',
    'lots',
    'loads',
    'jars',
    'gauge-tests',
    'members',
  ]

  test('a forgotten where leaks nothing: the database itself shows one household', async () => {
    const [mine, theirs] = [await kit.household(), await kit.household()]
    await withGear(theirs)
    const me = (await mine.send('GET', '/api/session')).body.household.id
    const them = (await theirs.send('GET', '/api/session')).body.household.id
    for (const table of ['lots', 'canners', 'members', 'sessions']) {
      const rows = await kit.db.inHousehold(
        { householdId: me },
        async (tx) => (await tx.execute(`select household_id from ${table}`)).rows,
      )
      expect([table, rows.filter((r) => r.household_id !== me)]).toEqual([table, []])
    }
    expect(
      (
        await kit.db.inHousehold({ householdId: me }, (tx) =>
          tx.execute(`select * from households`),
        )
      ).rows,
    ).toHaveLength(1)
    const moved = await kit.db.inHousehold({ householdId: me }, (tx) =>
      tx.execute(`update lots set note = 'mine now'`),
    )
    expect(moved.rowCount).toBe(0)
    await expect(
      kit.db.inHousehold({ householdId: me }, (tx) =>
        tx.execute(`update canners set household_id = '${them}'`),
      ),
    ).resolves.toMatchObject({ rowCount: 0 })
    const outside = await kit.db.ask('select * from lots', [])
    expect(outside).toEqual([])
  })
  test('every table of a household stands behind the wall', async () => {
    const owner = new pg.Client({ connectionString: inject('databaseUrl') })
    await owner.connect()
    const open =
      await owner.query(`select c.relname from pg_class c join pg_namespace n on n.oid = c.relnamespace
      where n.nspname = 'public' and c.relkind = 'r' and not c.relrowsecurity and c.relname not in ('rate_limits', 'sign_in_tries', 'frozen_clock')`)
    await owner.end()
    expect(open.rows).toEqual([])
  })
  test('whose a sign-in name or a token is cannot be read, only asked with the name or token in hand', async () => {
    const mine = await kit.household()
    const me = (await mine.send('GET', '/api/session')).body
    for (const table of ['sign_ins', 'tokens'])
      for (const words of [`select * from ${table}`, `delete from ${table}`])
        await expect(
          kit.db.inHousehold({ householdId: me.household.id }, (tx) => tx.execute(words)),
          words,
        ).rejects.toMatchObject({ cause: { code: '42501' } })
    const owner = new pg.Client({ connectionString: inject('databaseUrl') })
    await owner.connect()
    const kept = await owner.query(
      `select (select count(*) from members m where sign_in_name is not null and not exists
         (select from sign_ins s where s.name = m.sign_in_name and s.member_id = m.id and s.household_id = m.household_id))
       + (select count(*) from sign_ins s where not exists (select from members m where m.id = s.member_id and m.sign_in_name = s.name))
       + (select count(*) from tokens t where not exists
         (select from invitations i where i.id = t.id and i.token_hash = t.hash
          union all select from gauges g where g.id = t.id and g.token_hash = t.hash
          union all select from calendar_feeds f where f.id = t.id and f.token_hash = t.hash
          union all select from access_tokens a where a.id = t.id and a.token_hash = t.hash)) as astray`,
    )
    await owner.end()
    expect(Number(kept.rows[0].astray)).toBe(0)
  })
  test('over HTTP: another household’s rows cannot be read, changed or referred to', async () => {
    const [mine, theirs] = [await kit.household(), await kit.household()]
    const gear = await withGear(theirs)
    const loadId = id()
    await theirs.send('PUT', `/api/loads/${loadId}`, newLoad(gear))
    for (const path of KEPT.filter((p) => p !== 'members'))
      expect([path, (await mine.send('GET', `/api/${path}`)).body]).toEqual([path, []])
    expect((await mine.send('GET', `/api/loads/${loadId}`)).status).toBe(404)
    expect(
      (await mine.send('PATCH', `/api/lots/${gear.lotId}`, { version: 1, note: 'x' })).status,
    ).toBe(404)
    expect(
      (
        await mine.send('PUT', `/api/loads/${loadId}/events/${id()}`, {
          at: '2026-08-14T23:00:00Z',
          kind: 'started',
        })
      ).status,
    ).toBe(404)
    // The same id here is a row of one's own: it tells nothing of what others have.
    expect((await mine.send('PUT', `/api/lots/${gear.lotId}`, LOT)).status).toBe(201)
    expect(
      (await mine.send('PATCH', `/api/lots/${gear.lotId}`, { version: 1, note: 'mine' })).status,
    ).toBe(200)
    expect((await theirs.send('GET', '/api/lots')).body[0]).toMatchObject({
      id: gear.lotId,
      note: '',
    })
  })
})

describe('bad requests', () => {
  test('each is a problem with a sentence, the right status, and nothing written', async () => {
    const who = await kit.household()
    const put = `/api/lots/${id()}`
    const cases: readonly (readonly [number, string, string, unknown])[] = [
      [400, 'PUT', put, '{"lb": '],
      [400, 'PUT', put, []],
      [400, 'PUT', put, { ...LOT, lb: '14' }],
      [400, 'PUT', put, { ...LOT, lb: -1 }],
      [400, 'PUT', put, { ...LOT, lb: 1e9 }],
      [400, 'PUT', put, { ...LOT, colour: 'green' }],
      [400, 'PUT', put, { ...LOT, arrivedOn: '2026-02-30' }],
      [400, 'PUT', put, { ...LOT, said: 'a\u0000b' }],
      [400, 'PUT', '/api/lots/not-an-id', LOT],
      [422, 'PUT', put, { ...LOT, formId: 'beets' }],
      [422, 'PUT', put, { ...LOT, formId: 'nothing-like-it' }],
      [422, 'PUT', put, { ...LOT, canBy: '2026-08-01' }],
      [413, 'PUT', put, { ...LOT, note: 'x'.repeat(300_000) }],
      [404, 'GET', '/api/nothing', undefined],
      [404, 'PATCH', put, { version: 1, note: 'x' }],
      [405, 'DELETE', '/api/method', undefined],
      [400, 'GET', '/api/method?form=beets', undefined],
      [400, 'GET', '/api/method?form=beets&pack=hot&jar=bucket&gauge=dial&altitudeFt=0', undefined],
      [
        400,
        'GET',
        '/api/method?form=beets&pack=hot&jar=pint&gauge=dial&altitudeFt=99999',
        undefined,
      ],
      [422, 'GET', '/api/estimate?line=3%20lb%20cabbage', undefined],
      [422, 'GET', '/api/estimate?line=3%20lb%20beets&jar=halfGallon', undefined],
      [400, 'GET', '/api/estimate', undefined],
      [422, 'PUT', `/api/canners/${id()}`, { ...CANNER, gauge: 'dial', regulatedBy: 'weighted' }],
    ]
    for (const [status, method, path, body] of cases) {
      const got = await who.send(method, path, body)
      expect([method, path, JSON.stringify(body)?.slice(0, 60), got.status]).toEqual([
        method,
        path,
        JSON.stringify(body)?.slice(0, 60),
        status,
      ])
      expect(got.headers.get('content-type')).toMatch(/problem\+json/)
      expect(got.body).toMatchObject({
        status,
        type: expect.stringMatching(/^\/problems\//),
        detail: expect.stringMatching(/\w+ \w+/),
      })
    }
    expect((await who.send('GET', '/api/lots')).body).toEqual([])
    expect((await who.send('PUT', put, 'lb=3', { 'content-type': 'text/plain' })).status).toBe(415)
  })

  test('whatever is sent, never a 500', async () => {
    const who = await kit.household()
    const json = fc.jsonValue({ maxDepth: 3 })
    const key = fc.constantFrom(
      'foodId',
      'formId',
      'jar',
      'said',
      'lb',
      'arrivedOn',
      'storage',
      'note',
      'version',
      'at',
      'kind',
      '__proto__',
      'portions',
    )
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(
          '/api/lots/',
          '/api/canners/',
          '/api/loads/',
          '/api/shelves/',
          '/api/gauge-tests/',
          '/api/containers/',
        ),
        fc.oneof(json, fc.dictionary(key, json)),
        fc.constantFrom('PUT', 'PATCH'),
        async (path, body, method) => {
          const got = await who.send(method, path + id(), body)
          expect(got.status).toBeGreaterThanOrEqual(400)
          expect(got.status).toBeLessThan(500)
        },
      ),
      { numRuns: 150 },
    )
  })
})

describe('open answers', () => {
  test('the method, with its source, without sign-in', async () => {
    const got = await kit
      .browser()
      .send('GET', '/api/method?form=beans-snap&pack=hot&jar=quart&gauge=dial&altitudeFt=2640')
    expect(got).toMatchObject({
      status: 200,
      body: {
        outcome: 'process',
        minutes: 25,
        psi: 12,
        headspaceIn: 1,
        source: expect.stringContaining('539'),
      },
    })
    const refused = await kit
      .browser()
      .send('GET', '/api/method?form=cabbage&pack=hot&jar=quart&gauge=dial&altitudeFt=2640')
    expect(refused).toMatchObject({
      status: 200,
      body: {
        outcome: 'refused',
        reason: 'no-tested-process',
        instead: expect.arrayContaining(['freeze']),
      },
    })
    const half = await kit
      .browser()
      .send('GET', '/api/method?form=beets&pack=hot&jar=halfGallon&gauge=dial&altitudeFt=0')
    expect(half.body).toMatchObject({ outcome: 'refused', reason: 'jar-too-large' })
  })
  test('the estimate: published figures for strangers, own containers and lots for a household', async () => {
    const line = '/api/estimate?line=1.5%20bu%20snap%20beans&jar=quart'
    expect((await kit.browser().send('GET', line)).body).toMatchObject({
      low: 18,
      likely: 23,
      high: 29,
      pounds: 45,
      understood: '1½ bu snap beans',
    })
    const who = await kit.household()
    await who.send('PUT', `/api/containers/${id()}`, { name: 'blue crate', lb: 19 })
    expect(
      (await who.send('GET', '/api/estimate?line=2%20blue%20crates%20beets')).body,
    ).toMatchObject({ pounds: 38 })
    expect(
      (await kit.browser().send('GET', '/api/estimate?line=2%20blue%20crates%20beets')).status,
    ).toBe(422)
  })
  test('the API describes itself', async () => {
    const { body } = await kit.browser().send('GET', '/api/openapi.json')
    expect(body.openapi).toMatch(/^3\./)
    expect(Object.keys(body.paths)).toEqual(
      expect.arrayContaining([
        '/api/health',
        '/api/method',
        '/api/lots/{id}',
        '/api/loads/{id}/events/{eventId}',
        '/api/pantry.csv',
      ]),
    )
    expect(
      body.paths['/api/lots/{id}'].put.requestBody.content['application/json'].schema.required,
    ).toContain('lb')
  })
  test('pages are served under a strict content policy', async () => {
    const policy =
      (await kit.browser().send('GET', '/api/health')).headers.get('content-security-policy') ?? ''
    expect(policy).toContain("script-src 'self';")
    expect(policy).toContain("default-src 'self'")
    expect(policy).toContain("frame-ancestors 'none'")
  })
})

describe('live', () => {
  const listen = async (
    who: Browser,
  ): Promise<{ next: () => Promise<string>; stop: () => void }> => {
    const session = await who.send('POST', '/api/invitations', { id: id(), role: 'viewer' })
    const guest = kit.browser()
    const joined = await guest.send('POST', `/api/invitations/${session.body.token}/accept`, {
      name: 'Ear',
      signInName: id(),
      passphrase: 'a few plain words',
    })
    const cookie = joined.headers
      .getSetCookie()
      .map((c) => c.split(';')[0])
      .join('; ')
    const stop = new AbortController()
    const stream = await fetch(`${kit.base}/api/live`, { headers: { cookie }, signal: stop.signal })
    const reader = stream.body!.getReader()
    const next = async () => new TextDecoder().decode((await reader.read()).value)
    expect(await next()).toContain('hello')
    return { next, stop: () => stop.abort() }
  }
  test('a change in one household is heard there, and only there', async () => {
    const [mine, theirs] = [await kit.household(), await kit.household()]
    const ear = await listen(mine)
    await theirs.send('PUT', `/api/shelves/${id()}`, { name: 'Theirs', position: 1 })
    const shelf = id()
    await mine.send('PUT', `/api/shelves/${shelf}`, { name: 'Mine', position: 1 })
    let heard = ''
    while (!heard.includes(shelf)) heard += await ear.next()
    ear.stop()
    expect(heard.match(/"table":"shelves"/g)).toHaveLength(1)
  })
})

test('a version that is not the stored one is a conflict with both', async () => {
  const who = await kit.household()
  const { lotId } = await withGear(who)
  expect(
    (await who.send('PATCH', `/api/lots/${lotId}`, { version: 1, storage: 'room' })).body,
  ).toMatchObject({ version: 2, canBy: '2026-08-15' })
  expect(await who.send('PATCH', `/api/lots/${lotId}`, { version: 1, note: 'late' })).toMatchObject(
    { status: 409, body: { stored: { version: 2 }, sent: { note: 'late' } } },
  )
})

test('a look moves can-by, in the name of who is signed in; what is stored anew was not looked at', async () => {
  const who = await kit.household()
  const { lotId } = await withGear(who)
  const path = `/api/lots/${lotId}`
  const looked = { on: '2020-01-01', by: 'somebody else', words: 'good for another week' }
  const seen = await who.send('PATCH', path, { version: 1, canBy: '2026-08-25', looked })
  expect(seen).toMatchObject({ status: 200, body: { canBy: '2026-08-25' } })
  const { name } = (await who.send('GET', '/api/session')).body.member
  expect(seen.body.looked).toEqual({ ...looked, by: name, on: '2026-08-14' })
  expect((await who.send('PATCH', path, { version: 2, note: 'top crate' })).body).toMatchObject({
    ...{ canBy: '2026-08-25', looked: { by: name } },
  })
  expect((await who.send('PATCH', path, { version: 3, storage: 'room' })).body).toMatchObject({
    ...{ canBy: '2026-08-15', looked: null },
  })
  for (const bad of [{ ...looked, words: '' }, { on: looked.on }, 'fine'])
    expect((await who.send('PATCH', path, { version: 4, looked: bad })).status).toBe(400)
})

test('making the same row twice keeps the first', async () => {
  const who = await kit.household()
  const path = `/api/lots/${id()}`
  const first = await who.send('PUT', path, LOT)
  const second = await who.send('PUT', path, { ...LOT, lb: 99 })
  expect([first.status, second.status, second.body.lb]).toEqual([201, 200, 14])
})
