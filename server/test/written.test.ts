import { inject, afterAll, beforeAll, expect, test } from 'vitest'
import pg from 'pg'
import { getTableName, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { jars, loadEvents, loads, lots, shelves } from '../src/db/schema'
import { toWires, wireColumns } from '../src/db/wire'
import { readList } from '../src/store/written'
import { LOT, newLoad, startKit, withGear, type Browser, type Kit } from './kit'

let kit: Kit
let keeper: Browser
let householdId: string
let owner: pg.Client

beforeAll(async () => {
  kit = await startKit({ demo: false })
  keeper = await kit.household()
  householdId = (await keeper.send('GET', '/api/session')).body.household.id as string
  owner = new pg.Client({ connectionString: inject('databaseUrl') })
  await owner.connect()
})
afterAll(async () => {
  await owner.end()
  await kit.close()
})

/** Words that a careless hand would break JSON with. */
const HARD = 'a "quoted" \\ back\nslash, </script>, é, 漢, \u2028'

test('what the database writes is what the server would have written', async () => {
  await keeper.send('PUT', `/api/shelves/${uuidv7()}`, { name: 'Cellar "left" \\', position: 0 })
  for (const [i, note] of [null, HARD].entries()) {
    const more = {
      ...(note === null ? {} : { variety: note.slice(0, 9) }),
      lb: 13.1 + i / 3,
      pricePerLb: i === 0 ? null : 0.1 + 0.2,
      ...(note === null ? {} : { note }),
    }
    const made = await keeper.send('PUT', `/api/lots/${uuidv7()}`, { ...LOT, ...more })
    expect(made.status, JSON.stringify(made.body)).toBe(201)
  }
  const came = [
    {
      ids: [uuidv7(), uuidv7()],
      foodId: 'corn',
      formId: null,
      jar: 'pint',
      mouth: 'regular',
      cannedOn: '2025-08-01',
      process: 'told',
      gotFrom: '',
    },
  ]
  const counted = {
    shelfId: null,
    at: '2026-08-14T22:00:00.120Z',
    reason: '',
    found: [],
    missing: [],
    came,
  }
  const took = await keeper.send('PUT', `/api/counts/${uuidv7()}`, counted)
  expect(took.status, JSON.stringify(took.body)).toBe(201)
  // Another hand may have written an instant finer than a millisecond.
  await owner.query(
    `update jars set state_at = '2026-08-14 23:00:59.9996+00', out_at = null where household_id = $1`,
    [householdId],
  )
  const compared = await kit.db.inHousehold({ householdId }, async (tx) => {
    const found: Record<string, number> = {}
    for (const table of [lots, jars, shelves, loads, loadEvents] as const) {
      const laid = await tx.select().from(table).orderBy(table.id)
      const written = await readList(tx, table, { where: undefined, order: [table.id] })
      expect(JSON.parse(written), getTableName(table)).toEqual(
        JSON.parse(JSON.stringify(laid.map(toWires(table)))),
      )
      found[getTableName(table)] = laid.length
    }
    return found
  })
  expect(compared).toMatchObject({ lots: 2, shelves: 1, jars: 2 })
})

test('a column that is not public is never written', () => {
  expect(() => wireColumns(lots, ['id', 'createdAt'])).toThrow('no public column createdAt')
  expect(() => wireColumns(jars, ['householdId'])).toThrow('no public column')
})

test('an empty list is a list', async () => {
  const read = kit.db.inHousehold({ householdId }, (tx) =>
    readList(tx, lots, { where: sql`false`, order: [lots.id] }),
  )
  expect(await read).toBe('[]')
})

test('a yield is the quarts of all jars of a lot, whatever their size and load', async () => {
  const who = await kit.household()
  const gear = await withGear(who)
  const size = async (lotId: string, filled: Record<string, number | null>) => {
    for (const [jar, jars] of Object.entries(filled)) {
      const plan = newLoad({ ...gear, lotId }, { jar })
      const made = await who.send('PUT', `/api/loads/${uuidv7()}`, plan)
      expect(made.status, JSON.stringify(made.body)).toBe(201)
      await owner.query(`update load_portions set filled = $2 where id = $1`, [
        made.body.portions[0].id,
        jars,
      ])
    }
  }
  const lot = async (more: object, filled: Record<string, number | null>, state = 'canned') => {
    const id = uuidv7()
    const made = await who.send('PUT', `/api/lots/${id}`, { ...LOT, ...more })
    expect(made.status, JSON.stringify(made.body)).toBe(201)
    await size(id, filled)
    await owner.query(`update lots set state = $2, finished_on = '2026-08-14' where id = $1`, [
      id,
      state,
    ])
    return id
  }
  const mixed = await lot({ lb: 13.3 }, { quart: 5, pint: 3 })
  const none = await lot({}, { quart: null })
  const still = await lot({}, { quart: 7 }, 'in-house')
  const out = await lot({ variety: HARD.slice(0, 9) }, { pint: 1 })
  await who.send('PATCH', `/api/lots/${out}`, { version: 1, excludedBecause: 'hail' })
  const { body } = await who.send('GET', '/api/yields')
  expect(body).toEqual([
    {
      ...{ id: mixed, version: 1, foodId: 'beans-snap', formId: 'beans-snap', variety: null },
      ...{ source: 'garden', lb: 13.3, finishedOn: '2026-08-14', excludedBecause: null },
      quarts: 6.5,
    },
    expect.objectContaining({ id: out, variety: HARD.slice(0, 9), quarts: 0.5, version: 2 }),
  ])
  expect([none, still].every((id) => body.every((y: { id: string }) => y.id !== id))).toBe(true)
})
