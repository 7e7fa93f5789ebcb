// What a household carries that has canned for ten years: lists hold what is current, older rows
// stay where they are asked for by themselves, and the log keeps a fact without its whole load.
import { addDays, LOTS_LEARNED } from '@kelvit/core'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { id, startKit, TO_STANDING, withGear, type Browser, type Kit } from './kit'
import { planned } from './stove-kit'

const TODAY = '2026-08-14'
const LONG_AGO = addDays(TODAY, -401)
const LAST_SEASON = addDays(TODAY, -399)

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

const list = async (who: Browser, name: string) => (await who.send('GET', `/api/${name}`)).body
const put = async (who: Browser, path: string, body: object) => {
  const made = await who.send('PUT', path, body)
  expect([path, made.status < 300, made.body]).toMatchObject([path, true, {}])
}

describe('lists hold what is current', () => {
  test('busy times and odd days of this season and the last one; older ones stay by their address', async () => {
    const who = await kit.household()
    for (const onDate of [LONG_AGO, LAST_SEASON, TODAY, addDays(TODAY, 300)]) {
      const times = { onDate, from: '12:00', until: '13:00', what: '' }
      await put(who, `/api/busy-times/${id()}`, times)
      await put(who, `/api/kitchen-exceptions/${id()}`, {
        ...{ onDate, opens: '09:00', closes: '20:00', people: 1, note: onDate },
      })
    }
    for (const name of ['busy-times', 'kitchen-exceptions'])
      expect((await list(who, name)).map((r: any) => r.onDate)).toEqual([
        ...[LAST_SEASON, TODAY, addDays(TODAY, 300)],
      ])
    const { rows } = await owner.query(
      `select id from busy_times where on_date = $1 order by created_at desc limit 1`,
      [LONG_AGO],
    )
    expect((await list(who, `busy-times/${rows[0].id}`)).onDate).toBe(LONG_AGO)
  })
  test('planned loads likewise', async () => {
    const who = await kit.household()
    const { cannerId, lotId } = await withGear(who)
    const { household } = await list(who, 'session')
    const kind = { formId: 'beans-snap', pack: 'hot', jar: 'quart', mouth: 'wide' }
    const portion = { ...kind, lotId, jars: 7 }
    for (const onDate of [LONG_AGO, LAST_SEASON])
      await owner.query(
        `insert into season_loads (id, household_id, on_date, canner_id, portions) values ($1, $2, $3, $4, $5)`,
        [id(), household.id, onDate, cannerId, JSON.stringify([portion])],
      )
    expect((await list(who, 'season-loads')).map((l: any) => l.onDate)).toEqual([LAST_SEASON])
  })
  test('plantings, and of each food and variety the latest, however long ago', async () => {
    const who = await kit.household()
    const bed = (foodId: string, variety: string, lastOn: string) =>
      put(who, `/api/plantings/${id()}`, {
        ...{ foodId, formId: foodId, jar: 'quart', variety, rowFt: 30, expectedLb: 20 },
        ...{ firstOn: addDays(lastOn, -10), lastOn, pickings: 2, note: '' },
      })
    await bed('beans-snap', 'Provider', '2019-08-01')
    await bed('beans-snap', 'Provider', '2021-08-01')
    await bed('beans-snap', 'Dragon', '2020-08-01')
    await bed('beets', 'Red', '2024-09-01')
    await bed('beets', 'Red', '2026-09-01')
    const told = (await list(who, 'plantings')).map((p: any) => [p.variety, p.lastOn.slice(0, 4)])
    expect(told).toEqual([
      ['Dragon', '2020'],
      ['Provider', '2021'],
      ['Red', '2026'],
    ])
  })
  test('yields of the newest lots of each form', async () => {
    const who = await kit.household()
    await withGear(who)
    const { household } = await list(who, 'session')
    await owner.query('set session_replication_role = replica')
    await owner.query(
      `with made as (
        select gen_random_uuid() as lot, gen_random_uuid() as load, f.form, n, $2::date - n as day
        from generate_series(1, 70) n, (values ('beans-snap'), ('beets')) f (form) where f.form = 'beans-snap' or n <= 3
      ), lots as (
        insert into lots (id, household_id, food_id, form_id, jar, said, lb, arrived_on, storage, can_by, state, finished_on)
        select lot, $1, form, form, 'quart', 'x', 10 + n, day, 'cool', day + 5, 'canned', day from made
      )
      insert into load_portions (id, household_id, load_id, position, lot_id, form_id, pack, jar, mouth, jars, filled)
      select gen_random_uuid(), $1, load, 0, lot, form, 'hot', 'quart', 'regular', 7, 7 from made`,
      [household.id, TODAY],
    )
    await owner.query('set session_replication_role = origin')
    const yields: { formId: string; finishedOn: string; quarts: number }[] = await list(
      who,
      'yields',
    )
    const beans = yields.filter((y) => y.formId === 'beans-snap')
    expect([beans.length, yields.length]).toEqual([LOTS_LEARNED, LOTS_LEARNED + 3])
    expect([beans[0]!.finishedOn, beans.at(-1)!.finishedOn]).toEqual([
      addDays(TODAY, -LOTS_LEARNED),
      addDays(TODAY, -1),
    ])
    expect(beans.every((y) => y.quarts === 7)).toBe(true)
  })
})

describe('the log of a load', () => {
  test('a fact is kept without what the load was set up with; the start, which sets it, with it', async () => {
    const stove = await planned(kit)
    await stove.run(TO_STANDING)
    const { changes } = await list(
      stove.who,
      `changes?since=0&limit=500&table=loads&id=${stove.loadId}`,
    )
    const heavy = ['setup', 'plannedSetup', 'processes']
    const rows: Record<string, unknown>[] = changes.map((c: any) => c.row)
    expect(heavy.filter((c) => !Object.hasOwn(rows[0]!, c))).toEqual([])
    const last = rows.at(-1)!
    expect(heavy.filter((c) => Object.hasOwn(last, c))).toEqual([])
    expect(last).toMatchObject({ id: stove.loadId, stage: 'standing', cannerId: stove.cannerId })
    // Laid one over the other, the lines are the load.
    const { setup, processes, stage, version, plannedSetup } = await stove.load()
    expect(Object.assign({}, ...rows)).toMatchObject({
      setup,
      processes,
      stage,
      version,
      plannedSetup,
    })
  })
  test('and is a small part of what it was', async () => {
    const stove = await planned(kit)
    await stove.run(TO_STANDING)
    const { rows } = await owner.query(
      `select max(length("row"::text)) filter (where version = 1) as whole, min(length("row"::text)) as least
      from changes where "table" = 'loads' and id = $1`,
      [stove.loadId],
    )
    expect(rows[0].least * 3).toBeLessThan(rows[0].whole)
  })
})

test('no sequence is empty on a standby that takes over', async () => {
  const { rows } = await owner.query(
    `select relname from pg_class where relkind = 'S' and relpersistence <> 'p'`,
  )
  expect(rows).toEqual([])
})

describe('the search of the logbook', () => {
  const found = async (who: Browser, q: string): Promise<number> =>
    (await list(who, `logbook?q=${encodeURIComponent(q)}`)).rows.length
  test('knows a canner by its name of today, together with other words and with their absence', async () => {
    const stove = await planned(kit)
    await stove.run(TO_STANDING)
    const { version } = await list(stove.who, `canners/${stove.cannerId}`)
    await stove.who.send('PATCH', `/api/canners/${stove.cannerId}`, { version, name: 'Old Kettle' })
    for (const [q, many] of [
      ...([
        ['kettles beans', 1],
        ['kettle beets', 0],
        ['beans -kettle', 0],
      ] as const),
      ...([
        ['beans -copper', 1],
        ['"old kettle"', 1],
        ['test canner', 0],
        ['copper or kettle', 1],
      ] as const),
    ])
      expect([q, await found(stove.who, q)]).toEqual([q, many])
  })
  test('a fact with more words than can be searched is kept all the same', async () => {
    const stove = await planned(kit)
    await stove.run(TO_STANDING)
    await owner.query(
      `update logbook set words = repeat('turnip barrow ' , 100000) || 'zebra' where id = $1`,
      [stove.loadId],
    )
    expect([await found(stove.who, 'barrows'), await found(stove.who, 'zebra')]).toEqual([1, 0])
  })
})
