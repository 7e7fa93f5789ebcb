// A database of the version before facts were judged: brought up to date, read, and gone on with.
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { migrateDatabase, NewerDatabase } from '../src/db/migrate'
import { id, NOW, startKit, type Browser, type Kit } from './kit'
import { minute } from './stove-kit'

const NAME = 'kelvit_upgrade_test'
const MIGRATIONS = resolve(import.meta.dirname, '../drizzle')
/** How many migrations the version before had. */
const BEFORE = 8

let url: string
let owner: pg.Client
let kit: Kit
let keeper: Browser
const ids = { household: '', running: id(), stood: id(), canner: id(), jar: id(), lot: id() }
const slip = id()

/** The migrations of the version before, in a folder of their own. */
function older(): string {
  const folder = mkdtempSync(join(tmpdir(), 'kelvit-older-'))
  cpSync(MIGRATIONS, folder, { recursive: true })
  const journal = join(folder, 'meta/_journal.json')
  const all = JSON.parse(readFileSync(journal, 'utf8'))
  writeFileSync(journal, JSON.stringify({ ...all, entries: all.entries.slice(0, BEFORE) }))
  return folder
}

beforeAll(async () => {
  const base = new URL(inject('databaseUrl'))
  const admin = new pg.Client({ connectionString: base.toString() })
  await admin.connect()
  await admin.query(`drop database if exists ${NAME} with (force)`)
  await admin.query(`create database ${NAME}`)
  await admin.end()
  base.pathname = `/${NAME}`
  url = base.toString()
  const folder = older()
  await migrateDatabase(url, folder)
  rmSync(folder, { recursive: true, force: true })
  owner = new pg.Client({ connectionString: url })
  await owner.connect()
  await asItWas()
  await migrateDatabase(url, MIGRATIONS)
  kit = await startKit({ url })
  await kit.clock.set(NOW + 60 * 60_000)
  keeper = kit.browser()
  await keeper.send('POST', '/api/session', {
    name: 'old keeper',
    passphrase: 'a few plain words',
  })
})
afterAll(async () => {
  await kit.close()
  await owner.end()
})

/** A household, a canner, one load that runs and one whose jars stand, as the version before wrote them. */
async function asItWas(): Promise<void> {
  const { hashPassphrase } = await import('../src/http/secrets')
  const house = id()
  const member = id()
  ids.household = house
  const insert = (table: string, values: Record<string, unknown>) => {
    const names = Object.keys(values)
    return owner.query(
      `insert into ${table} (${names.map((n) => `"${n}"`).join(', ')}) values (${names.map((_, i) => `$${i + 1}`).join(', ')})`,
      Object.values(values),
    )
  }
  const settings = {
    bestMonths: 12,
    reviewMonths: 24,
    cushionPsi: 1,
    defaultPack: 'hot',
    salt: false,
    vinegarInCanner: false,
    wipeRimsWithVinegar: false,
    lidsInHotWater: false,
    bandsOff: true,
    restMinutes: 10,
    retireJarAfterRuns: null,
    mealsPerWeek: 7,
    burners: 2,
    lateMinutes: 30,
  }
  await insert('households', {
    id: house,
    name: 'Old House',
    zone: 'America/Denver',
    altitude_ft: 2640,
    units: 'us',
    settings,
  })
  await insert('members', {
    id: member,
    household_id: house,
    name: 'Old',
    sign_in_name: 'old keeper',
    passphrase_hash: await hashPassphrase('a few plain words'),
    role: 'keeper',
  })
  const stage_minutes = {
    fillMinPerJar: 1,
    fillMinFixed: 5,
    heatMin: 18,
    ventMin: 10,
    climbMin: 8,
    coolMin: 35,
    restMin: 10,
    unloadMin: 6,
  }
  await insert('canners', {
    id: ids.canner,
    household_id: house,
    name: 'Pot',
    gauge: 'weighted',
    regulated_by: 'weighted',
    capacity: { quart: 7 },
    minimum: { quart: 2, pint: 4 },
    stage_minutes,
  })
  const setup = { regulatedBy: 'weighted', psi: 15, minutes: 25, gaugeErrorPsi: 0, restMinutes: 10 }
  const loadRow = (of: string, code: string, stage: string) =>
    insert('loads', {
      id: of,
      household_id: house,
      code,
      canner_id: ids.canner,
      starts_at: minute(-400),
      setup,
      processes: '[]',
      stage,
    })
  await loadRow(ids.running, 'RUNN', 'venting')
  await loadRow(ids.stood, 'STUD', 'checked')
  for (const load of [ids.running, ids.stood])
    await insert('load_portions', {
      id: id(),
      household_id: house,
      load_id: load,
      position: 0,
      form_id: 'beans-snap',
      pack: 'hot',
      jar: 'quart',
      mouth: 'regular',
      jars: 7,
      filled: 7,
    })
  const say = (load: string, at: number, kind: string, more: Record<string, unknown> = {}) =>
    insert('load_events', {
      id: id(),
      household_id: house,
      load_id: load,
      at: minute(at),
      kind,
      by: 'Old',
      ...more,
    })
  for (const [at, kind] of [
    [-40, 'started'],
    [-30, 'filling-began'],
    [-20, 'locked'],
    [-5, 'steam-steady'],
  ] as const)
    await say(ids.running, at, kind)
  for (const [at, kind] of [
    [-1400, 'started'],
    [-1390, 'filling-began'],
    [-1380, 'locked'],
    [-1360, 'steam-steady'],
    [-1350, 'weight-on'],
    [-1340, 'at-pressure'],
    [-1328, 'still-rocking'],
    [-1315, 'still-rocking'],
  ] as const)
    await say(ids.stood, at, kind)
  // Pressed too early by a slip, and taken back: then that was allowed.
  await say(ids.stood, -1314.9, 'heat-off', { id: slip })
  await say(ids.stood, -1314.5, 'retracted', { event_id: slip })
  for (const [at, kind] of [
    [-1310, 'heat-off'],
    [-1280, 'pressure-zero'],
    [-1279, 'lock-dropped'],
    [-1278, 'weight-off'],
    [-1266, 'opened'],
    [-1260, 'unloaded'],
    [-500, 'seals-checked'],
  ] as const)
    await say(ids.stood, at, kind)
  await insert('jars', {
    id: ids.jar,
    household_id: house,
    code: 'STUD-1',
    load_id: ids.stood,
    food_id: 'beans-snap',
    form_id: 'beans-snap',
    jar: 'quart',
    mouth: 'regular',
    canned_on: '2026-08-13',
    best_by: '2027-08-13',
    review_by: '2028-08-13',
    state: 'on-shelf',
    seal: 'sealed',
    state_at: minute(-500),
    out_at: minute(-1260),
  })
}

describe('after the upgrade', () => {
  test('what was taken back under the old rules stays taken back, and stays in the record', async () => {
    const { body } = await keeper.send('GET', `/api/loads/${ids.stood}`)
    const said = body.events.find((e: any) => e.id === slip)
    expect(said).toMatchObject({ kind: 'note', text: 'Taken back: heat-off' })
    expect(body.events.some((e: any) => e.kind === 'retracted')).toBe(false)
    expect(body.judgement).toMatchObject({ verdict: 'longer' })
  })
  test('jars keep their place and are held by nothing', async () => {
    expect((await keeper.send('GET', '/api/jars')).body).toMatchObject([
      { id: ids.jar, hold: null, state: 'on-shelf', outAt: minute(-1260) },
    ])
  })
  test('a load that ran goes on, and is judged', async () => {
    const { body: before } = await keeper.send('GET', `/api/loads/${ids.running}`)
    expect(before).toMatchObject({
      stage: 'venting',
      judgement: { verdict: 'open' },
      portions: [{ fromJars: null }],
    })
    const said = await keeper.send('PUT', `/api/loads/${ids.running}/events/${id()}`, {
      at: minute(6),
      kind: 'weight-on',
    })
    expect(said.body).toMatchObject({ stage: 'climbing' })
    expect(said.body.events.at(-1)).toMatchObject({
      source: null,
      happenedAt: null,
      heardAt: expect.any(String),
    })
  })
  test('the old facts cannot be rewritten now either, nor a gauge’s readings', async () => {
    for (const statement of [
      'update load_events set psi = 15',
      'delete from load_events',
      'update gauge_readings set psi = 15',
      'delete from gauge_readings',
    ])
      await expect(
        kit.db.inHousehold({ householdId: ids.household }, (tx) => tx.execute(statement)),
      ).rejects.toThrow()
  })
  test('every table of a household is behind its wall', async () => {
    const { rows } = await owner.query(
      `select c.relname, c.relrowsecurity from pg_class c join information_schema.columns k on k.table_name = c.relname
       where k.column_name = 'household_id' and k.table_schema = 'public' and c.relkind = 'r'`,
    )
    expect(rows.length).toBeGreaterThan(25)
    expect(rows.filter((r) => !r.relrowsecurity)).toEqual([])
  })
  test('it can be brought up to date again without harm', async () => {
    await migrateDatabase(url, MIGRATIONS)
    expect((await keeper.send('GET', '/api/loads')).body).toHaveLength(2)
  })
})

test('is left alone by the version before, which says why', async () => {
  const folder = older()
  await expect(migrateDatabase(url, folder)).rejects.toThrow(NewerDatabase)
  rmSync(folder, { recursive: true, force: true })
  const { rows } = await owner.query('select count(*)::int as n from households')
  expect(rows[0].n).toBeGreaterThan(0)
})
