import pg from 'pg'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { seedDemo } from '../src/demo/seed'
import { id, newLoad, person, startKit, withGear, type Browser, type Kit } from './kit'

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

/** Tables whose rows belong to a household, from the database itself. */
async function tables(): Promise<string[]> {
  const { rows } = await owner.query<{ table_name: string }>(
    `select table_name from information_schema.columns where table_schema = 'public' and column_name = 'household_id'`,
  )
  return rows.map((r) => r.table_name).sort()
}

test('no table lets a row be moved to, or made in, another household: WITH CHECK holds for each', async () => {
  await seedDemo(kit.db, kit.clock)
  const visitor = kit.browser()
  await visitor.send('POST', '/api/session', { demo: true })
  await visitor.send('POST', '/api/invitations', { id: id(), role: 'viewer' })
  await visitor.send('PUT', `/api/calendar-feeds/${id()}`, {})
  await leanOnGauges(visitor)
  await leanOnTheShelf(visitor)
  const stew = { name: 'Stew', ingredients: ['beef', 'carrots', 'water'], solidsPercent: 50, rehydrated: null } // prettier-ignore
  expect((await visitor.send('PUT', `/api/mixed-jars/${id()}`, stew)).status).toBe(201)
  const { rows } = await owner.query<{ id: string }>('select id from households where is_demo')
  const mine = rows[0]!.id
  // The demo itself gives no tokens.
  await owner.query(
    `insert into access_tokens (id, household_id, member_id, name, scope, token_hash, expires_at)
    select gen_random_uuid(), household_id, id, 'x', 'read', 'x', now() from members where household_id = $1 limit 1`,
    [mine],
  )
  await owner.query(
    `insert into push_subscriptions (household_id, session_id, member_id, endpoint, p256dh, auth)
    select household_id, id, member_id, 'https://push.example', 'x', 'x' from sessions where household_id = $1 limit 1`,
    [mine],
  )
  await owner.query(
    `insert into calls (household_id, key, load_id, called_at, times)
    select household_id, 'x', id, now(), 1 from loads where household_id = $1 limit 1`,
    [mine],
  )
  const theirs = (await (await kit.household()).send('GET', '/api/household')).body.id
  const names = await tables()
  expect(names.length).toBeGreaterThan(20)
  const empty: string[] = []
  for (const name of names) {
    const count = await owner.query(
      `select count(*)::int as n from ${name} where household_id = $1`,
      [mine],
    )
    if (count.rows[0].n === 0) empty.push(name)
    const tried = (statement: string): Promise<string> =>
      kit.db
        .inHousehold({ householdId: mine }, (tx) => tx.execute(statement))
        .then(
          (done) => `${done.rowCount} rows`,
          (error: { cause?: { code?: string } }) => error.cause?.code ?? 'no code',
        )
    const move = `update ${name} set household_id = '${theirs}'`
    // What the database works out itself cannot be written.
    const { rows: columns } = await owner.query<{ all: string }>(
      `select string_agg(quote_ident(column_name), ', ') as all from information_schema.columns
      where table_schema = 'public' and table_name = $1 and is_generated = 'NEVER'`,
      [name],
    )
    const all = columns[0]!.all
    const copy = `insert into ${name} (${all}) select ${all} from (
      select (jsonb_populate_record(x, jsonb_build_object('household_id', '${theirs}'))).* from ${name} x limit 1) c`
    if (count.rows[0].n > 0)
      expect([name, await tried(move), await tried(copy)]).toEqual([name, '42501', '42501'])
  }
  // A wall that was not leaned on proves nothing.
  // What a transaction wrote waits there for its commit, and for no longer.
  expect(empty).toEqual(['busy_times', 'changes_pending', 'kitchen_exceptions'].filter((t) => empty.includes(t))) // prettier-ignore
  const pending = kit.db.inHousehold({ householdId: mine }, (tx) =>
    tx.execute(`insert into changes_pending (tx, household_id) values (1, '${theirs}')`),
  )
  await expect(pending).rejects.toMatchObject({ cause: { code: '42501' } })
  const there = await owner.query('select count(*)::int as n from lots where household_id = $1', [
    theirs,
  ])
  expect(there.rows[0].n).toBe(0)
})

/** A jar that was taken, and a shelf that was counted. */
async function leanOnTheShelf(visitor: Browser): Promise<void> {
  const at = new Date(kit.clock.now()).toISOString()
  const take = { foodId: 'corn', jar: 'pint', count: 1, why: 'eaten', at, preferred: [] }
  expect((await visitor.send('PUT', `/api/takes/${id()}`, take)).status).toBe(201)
  const count = { shelfId: null, at, reason: '', found: [], missing: [], came: [] }
  expect((await visitor.send('PUT', `/api/counts/${id()}`, count)).status).toBe(201)
}

/** A gauge with a reading, in a canner of the demo that is under its lid. */
async function leanOnGauges(visitor: Browser): Promise<void> {
  const loads = (await visitor.send('GET', '/api/loads')).body
  const { cannerId } = loads.find((l: any) => ['processing', 'cooling'].includes(l.stage))
  const gaugeId = id()
  const { body } = await visitor.send('PUT', `/api/gauges/${gaugeId}`, { cannerId, name: 'Gauge' })
  const at = new Date(kit.clock.now()).toISOString()
  const sent = await kit
    .browser()
    .send(
      'POST',
      `/api/gauges/${gaugeId}/readings`,
      { readings: [{ id: id(), at, psi: 12 }] },
      { authorization: `Bearer ${body.token}` },
    )
  expect(sent).toMatchObject({ status: 202, body: { accepted: 1 } })
}

describe('what is over is over', () => {
  const joined = async (keeper: Browser): Promise<{ token: string; guest: Browser }> => {
    const { token } = (await keeper.send('POST', '/api/invitations', { id: id(), role: 'helper' }))
      .body
    return { token, guest: kit.browser() }
  }
  test('a session past its day is nobody’s', async () => {
    const keeper = await kit.household()
    expect((await keeper.send('GET', '/api/lots')).status).toBe(200)
    const { id: household } = (await keeper.send('GET', '/api/household')).body
    await owner.query(
      `update sessions set expires_at = now() - interval '1 second' where household_id = $1`,
      [household],
    )
    expect((await keeper.send('GET', '/api/lots')).status).toBe(401)
    expect((await keeper.send('GET', '/api/session')).status).toBe(401)
  })
  test('sessions last sixty days, invitations seven', async () => {
    const keeper = await kit.household()
    await joined(keeper)
    const { id: household } = (await keeper.send('GET', '/api/household')).body
    const { rows } = await owner.query(
      `select (select round(extract(epoch from max(expires_at) - now()) / 86400) from sessions where household_id = $1)::int as session,
        (select round(extract(epoch from max(expires_at) - now()) / 86400) from invitations where household_id = $1)::int as invitation`,
      [household],
    )
    expect(rows[0]).toEqual({ session: 60, invitation: 7 })
  })
  test('an invitation past its week opens nothing', async () => {
    const keeper = await kit.household()
    const { token, guest } = await joined(keeper)
    await owner.query(`update invitations set expires_at = now() - interval '1 second'`)
    expect((await guest.send('GET', `/api/invitations/${token}`)).status).toBe(404)
    expect((await guest.send('POST', `/api/invitations/${token}/accept`, person())).status).toBe(
      404,
    )
    expect((await keeper.send('GET', '/api/invitations')).body).toEqual([])
  })
})

/** Least role that may write each resource: a table of its own, not the one the server reads. */
const WRITERS: Readonly<Record<string, 'viewer' | 'helper' | 'keeper'>> = {
  canners: 'keeper',
  'gauge-tests': 'keeper',
  gauges: 'keeper',
  containers: 'helper',
  'crop-words': 'helper',
  shelves: 'helper',
  lots: 'helper',
  'mixed-jars': 'helper',
  loads: 'helper',
  needs: 'helper',
  plantings: 'helper',
  'jar-groups': 'helper',
  'lid-lots': 'helper',
  supplies: 'helper',
  'process-checks': 'helper',
  recipes: 'helper',
  'season-loads': 'helper',
  'kitchen-hours': 'helper',
  'kitchen-exceptions': 'helper',
  'busy-times': 'helper',
  'calendar-feeds': 'keeper',
  tokens: 'viewer',
  takes: 'helper',
  counts: 'helper',
}

describe('who may write what', () => {
  let byRole: Record<'viewer' | 'helper', Browser>
  beforeAll(async () => {
    const keeper = await kit.household()
    const invited = async (role: string): Promise<Browser> => {
      const { body } = await keeper.send('POST', '/api/invitations', { id: id(), role })
      const guest = kit.browser()
      await guest.send('POST', `/api/invitations/${body.token}/accept`, person())
      return guest
    }
    byRole = { viewer: await invited('viewer'), helper: await invited('helper') }
  })
  test.each(Object.entries(WRITERS))('%s: at least a %s', async (path, least) => {
    const at = `/api/${path}/${id()}`
    const viewer = (await byRole.viewer.send('PUT', at, {})).status
    expect(viewer === 403).toBe(least !== 'viewer')
    const helper = (await byRole.helper.send('PUT', at, {})).status
    expect(helper === 403).toBe(least === 'keeper')
  })
  test('the table names every address where a row is made', () => {
    const puts = kit
      .routes()
      .filter((r) => /^PUT \/api\/[a-z-]+\/\{id\}$/.test(r))
      .map((r) => r.split('/')[2])
    expect(puts.sort()).toEqual(Object.keys(WRITERS).sort())
  })
  test('a viewer changes nothing anywhere else either', async () => {
    const { viewer, helper } = byRole
    const gear = { cannerId: id(), lotId: id() }
    expect(
      (
        await viewer.send('PUT', `/api/loads/${id()}/events/${id()}`, {
          at: '2026-08-14T23:00:00Z',
          kind: 'started',
        })
      ).status,
    ).toBe(403)
    expect((await viewer.send('PUT', `/api/loads/${id()}`, newLoad(gear))).status).toBe(403)
    for (const [method, path, body] of [
      ['PUT', '/api/season-plan', { seen: [], loads: [] }],
      ['POST', '/api/lot-moves', { lots: [] }],
      ['POST', '/api/calendar-import', { text: 'x' }],
      ['PATCH', `/api/jars/${id()}`, { version: 1, note: 'x' }],
      ['PUT', `/api/jars/${id()}/fate`, { state: 'eaten', at: '2026-08-14T23:00:00Z' }],
      ['PUT', `/api/takes/${id()}/undo`, { at: '2026-08-14T23:00:00Z' }],
      ['PATCH', '/api/household', { version: 1, name: 'Mine' }],
    ] as const)
      expect([path, (await viewer.send(method, path, body)).status]).toEqual([path, 403])
    expect(
      (await helper.send('PATCH', '/api/household', { version: 1, name: 'Mine' })).status,
    ).toBe(403)
    await withGear(await kit.household())
  })
})
