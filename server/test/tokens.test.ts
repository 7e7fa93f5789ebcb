import pg from 'pg'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { id, LOT, person, POLL, startKit, withGear, type Browser, type Kit } from './kit'

let kit: Kit
let owner: pg.Client
beforeAll(async () => {
  kit = await startKit()
  owner = new pg.Client({ connectionString: inject('databaseUrl') })
  await owner.connect()
})
afterAll(async () => {
  await owner.end()
  await kit.close()
})

/** A program that shows a token and keeps no cookie. */
const program = (token: string) => ({
  send: (method: string, path: string, body?: unknown) =>
    kit.browser().send(method, path, body, { authorization: `Bearer ${token}` }),
})

async function made(who: Browser, scope = 'everything', more: object = {}) {
  const at = `/api/tokens/${id()}`
  const answer = await who.send('PUT', at, { name: 'Shelf lamp', scope, days: 30, ...more })
  expect(answer.status).toBe(201)
  return { at, token: String(answer.body.token), id: answer.body.id as string }
}

async function joined(keeper: Browser, role: string): Promise<Browser> {
  const { body } = await keeper.send('POST', '/api/invitations', { id: id(), role })
  const guest = kit.browser()
  await guest.send('POST', `/api/invitations/${body.token}/accept`, person())
  return guest
}

describe('a token for another program', () => {
  test('asks in its member’s name; its secret is told once and only its hash is kept', async () => {
    const keeper = await kit.household()
    const { lotId } = await withGear(keeper)
    const { at, token } = await made(keeper)
    const lots = await program(token).send('GET', '/api/lots')
    expect(lots.body.map((l: any) => l.id)).toEqual([lotId])
    const again = await keeper.send('PUT', at, { name: 'Other', scope: 'read', days: 1 })
    expect(again).toMatchObject({ status: 200, body: { token: null, name: 'Shelf lamp' } })
    const listed = await keeper.send('GET', '/api/tokens')
    expect(JSON.stringify(listed.body)).not.toContain(token)
    expect(listed.body[0]).toMatchObject({ name: 'Shelf lamp', scope: 'everything' })
    const { rows } = await owner.query('select row_to_json(a)::text as t from access_tokens a')
    expect(rows.map((r) => r.t).join()).not.toContain(token)
  })
  test('when it was used last is told', async () => {
    const keeper = await kit.household()
    const { token } = await made(keeper)
    expect((await keeper.send('GET', '/api/tokens')).body[0].lastUsedAt).toBeNull()
    await program(token).send('GET', '/api/lots')
    const [{ lastUsedAt }] = (await keeper.send('GET', '/api/tokens')).body
    expect(Math.abs(Date.parse(lastUsedAt) - Date.now())).toBeLessThan(60_000)
  })
  test('goes no further than its scope', async () => {
    const keeper = await kit.household()
    await withGear(keeper)
    const [read, pantry, all] = [
      program((await made(keeper, 'read')).token),
      program((await made(keeper, 'pantry')).token),
      program((await made(keeper, 'everything')).token),
    ]
    const count = { shelfId: null, at: new Date(kit.clock.now()).toISOString(), reason: '' }
    const counted = { ...count, found: [], missing: [], came: [] }
    expect((await read.send('GET', '/api/jars')).status).toBe(200)
    expect(await read.send('PUT', `/api/counts/${id()}`, counted)).toMatchObject({
      status: 403,
      body: { detail: 'This needs a token with the scope “pantry”. This one has “read”.' },
    })
    expect((await pantry.send('PUT', `/api/counts/${id()}`, counted)).status).toBe(201)
    expect((await pantry.send('PUT', `/api/lots/${id()}`, LOT)).status).toBe(403)
    expect((await all.send('PUT', `/api/lots/${id()}`, LOT)).status).toBe(201)
  })
  test('opens nothing where people alone decide, whatever its scope', async () => {
    const keeper = await kit.household()
    const all = program((await made(keeper)).token)
    const doors: readonly (readonly [string, string, object?])[] = [
      ['GET', '/api/tokens'],
      ['PUT', `/api/tokens/${id()}`, { name: 'x', scope: 'read', days: 1 }],
      ['DELETE', `/api/tokens/${id()}`],
      ['POST', '/api/invitations', { id: id(), role: 'keeper' }],
      ['GET', '/api/invitations'],
      ['DELETE', `/api/invitations/${id()}`],
      ['PATCH', '/api/self', { name: 'x' }],
      ['PATCH', `/api/members/${id()}`, { version: 1, name: 'x' }],
      ['DELETE', `/api/members/${id()}`],
      ['DELETE', '/api/session'],
      ['DELETE', '/api/sessions'],
      ['PUT', `/api/gauges/${id()}`, {}],
      ['DELETE', `/api/gauges/${id()}`],
      ['PUT', `/api/calendar-feeds/${id()}`, {}],
      ['GET', '/api/calendar-feeds'],
      ['DELETE', `/api/calendar-feeds/${id()}`],
    ]
    for (const [method, path, body] of doors)
      expect([method, path, (await all.send(method, path, body)).body.detail]).toEqual([
        method,
        path,
        'Tokens can’t do this. Sign in to do it.',
      ])
  })
  test('can do no more than its member: a viewer’s reads, and falls with the role', async () => {
    const keeper = await kit.household()
    const helper = await joined(keeper, 'helper')
    const { token } = await made(helper)
    expect((await program(token).send('PUT', `/api/lots/${id()}`, LOT)).status).toBe(201)
    const me = (await helper.send('GET', '/api/session')).body.member
    await keeper.send('PATCH', `/api/members/${me.id}`, { version: me.version, role: 'viewer' })
    expect((await program(token).send('PUT', `/api/lots/${id()}`, LOT)).status).toBe(403)
    expect((await program(token).send('GET', '/api/lots')).status).toBe(200)
  })
  test('revoked, past its day, or of somebody who left, it is nobody’s, and says so', async () => {
    const keeper = await kit.household()
    const helper = await joined(keeper, 'helper')
    const [revoked, old, left] = [await made(keeper), await made(keeper), await made(helper)]
    await keeper.send('DELETE', revoked.at)
    await owner.query(
      `update access_tokens set expires_at = now() - interval '1 s' where id = $1`,
      [old.id],
    )
    const me = (await helper.send('GET', '/api/session')).body.member
    await keeper.send('DELETE', `/api/members/${me.id}`)
    for (const { token } of [revoked, old, left, { token: `kelvit_${'x'.repeat(43)}` }])
      expect(await program(token).send('GET', '/api/lots')).toMatchObject({
        status: 401,
        body: { type: expect.stringContaining('token') },
      })
  })
  test('a new passphrase ends one’s tokens with the sessions', async () => {
    const keeper = await kit.household()
    const { token } = await made(keeper)
    const change = { before: 'a few plain words', after: 'a few other words' }
    expect((await keeper.send('PATCH', '/api/self', { passphrase: change })).status).toBe(200)
    expect((await program(token).send('GET', '/api/lots')).status).toBe(401)
  })
  test('a token that is wrong is not covered by a good cookie beside it', async () => {
    const keeper = await kit.household()
    const answer = await keeper.send('GET', '/api/lots', undefined, {
      authorization: 'Bearer kelvit_nothing',
    })
    expect(answer.status).toBe(401)
  })
  test('nobody revokes another’s but a keeper, and a keeper sees whose each is', async () => {
    const keeper = await kit.household()
    const [one, two] = [await joined(keeper, 'helper'), await joined(keeper, 'helper')]
    const { at, token } = await made(one)
    await two.send('DELETE', at)
    expect((await program(token).send('GET', '/api/lots')).status).toBe(200)
    expect((await two.send('GET', '/api/tokens')).body).toEqual([])
    expect((await keeper.send('GET', '/api/tokens')).body).toHaveLength(1)
    await keeper.send('DELETE', at)
    expect((await program(token).send('GET', '/api/lots')).status).toBe(401)
  })
  test('another household’s are not seen, and not revoked', async () => {
    const [mine, theirs] = [await kit.household(), await kit.household()]
    const { at, token } = await made(theirs)
    await mine.send('DELETE', at)
    expect((await mine.send('GET', '/api/tokens')).body).toEqual([])
    expect((await program(token).send('GET', '/api/lots')).status).toBe(200)
  })
  test('its stream brings the log, and ends when it is revoked', async () => {
    const keeper = await kit.household()
    const { at, token } = await made(keeper, 'read')
    const stream = await fetch(`${kit.base}/api/live`, {
      headers: { authorization: `Bearer ${token}` },
    })
    expect(stream.status).toBe(200)
    let text = ''
    let ended = false
    const reading = (async () => {
      for await (const part of stream.body as unknown as AsyncIterable<Uint8Array>)
        text += new TextDecoder().decode(part)
      ended = true
    })()
    await keeper.send('PUT', `/api/shelves/${id()}`, { name: 'Cellar', position: 1 })
    await expect.poll(() => text, POLL).toContain('"Cellar"')
    await keeper.send('DELETE', at)
    await reading
    expect(ended).toBe(true)
  })
  test('twenty are enough', async () => {
    const keeper = await kit.household()
    for (let i = 0; i < 20; i++) await made(keeper, 'read')
    const one = await keeper.send('PUT', `/api/tokens/${id()}`, {
      name: 'One more',
      scope: 'read',
      days: 1,
    })
    expect(one).toMatchObject({
      status: 422,
      body: { detail: '20 tokens is the limit. Revoke one first.' },
    })
  })
})
