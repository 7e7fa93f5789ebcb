import { inject, afterAll, beforeAll, expect, test } from 'vitest'
import pg from 'pg'
import { getTableName, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { jars, loadEvents, loads, lots, shelves } from '../src/db/schema'
import { toWires, wireColumns } from '../src/db/wire'
import { readList } from '../src/store/written'
import { LOT, startKit, type Browser, type Kit } from './kit'

let kit: Kit
let keeper: Browser
let householdId: string

beforeAll(async () => {
  kit = await startKit({ demo: false })
  keeper = await kit.household()
  householdId = (await keeper.send('GET', '/api/session')).body.household.id as string
})
afterAll(() => kit.close())

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
  const owner = new pg.Client({ connectionString: inject('databaseUrl') })
  await owner.connect()
  await owner.query(
    `update jars set state_at = '2026-08-14 23:00:59.9996+00', out_at = null where household_id = $1`,
    [householdId],
  )
  await owner.end()
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
