import { asEvents, foldLoad, sketchOf } from '@kelvit/core'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { seedDemo } from '../src/demo/seed'
import { id, startKit, TO_STANDING, type Browser, type Kit } from './kit'
import { DIAL, OUT, planned, TO_CLIMBING, type Stove } from './stove-kit'

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

/** An evening that ended with jars on the board. */
async function ran(more: readonly (readonly [number, string, object?])[] = []): Promise<Stove> {
  const stove = await planned(kit)
  await stove.run([...TO_STANDING, ...more])
  return stove
}

const book = async (who: Browser, query = '') =>
  (await who.send('GET', `/api/logbook${query}`)).body.rows as any[]

describe('the logbook', () => {
  test('holds loads that are over with their judgement and time at the stove, not those to come', async () => {
    const stove = await ran()
    const plan = { cannerId: stove.cannerId, startsAt: '2026-08-20T23:30:00Z' }
    await stove.who.send('PUT', `/api/loads/${id()}`, {
      ...plan,
      portions: [
        {
          id: id(),
          lotId: null,
          formId: 'beets',
          pack: 'hot',
          jar: 'quart',
          mouth: 'wide',
          jars: 7,
        },
      ],
    })
    const load = await stove.load()
    expect(await book(stove.who)).toEqual([
      {
        id: stove.loadId,
        code: load.code,
        cannerId: stove.cannerId,
        startsAt: load.startsAt,
        stage: 'standing',
        verdict: load.judgement.verdict,
        reason: '',
        minutes: OUT - 60,
        sketch: sketchOf(load.setup, foldLoad(load.setup, asEvents(load.events))),
        ...{ sealed: 0, unsealed: 0 },
        portions: [{ formId: 'beans-snap', pack: 'hot', jar: 'quart', jars: 7, filled: 7 }],
      },
    ])
  })
  test('tells how many sealed once the lids were pressed', async () => {
    const stove = await ran()
    const seals = [
      { portionId: stove.portionId, outcome: 'sealed', jars: 6 },
      { portionId: stove.portionId, outcome: 'unsealed', jars: 1 },
    ]
    await stove.run([[OUT + 13 * 60, 'seals-checked', { seals }]])
    expect((await book(stove.who))[0]).toMatchObject({ stage: 'checked', sealed: 6, unsealed: 1 })
  })
  test('is searched by foods and their other names, notes, batch and canner, whatever their ending', async () => {
    const stove = await ran([
      [OUT + 1, 'note', { text: 'The draught from the door troubled the flame' }],
    ])
    const { code } = await stove.load()
    for (const q of ['bean', 'green beans', 'draughts', 'flames', code, 'test canner'])
      expect([q, (await book(stove.who, `?q=${encodeURIComponent(q)}`)).length]).toEqual([q, 1])
    for (const q of ['beets', 'flame -door', '"flame door"'])
      expect([q, (await book(stove.who, `?q=${encodeURIComponent(q)}`)).length]).toEqual([q, 0])
    // Odd words are words, not commands.
    for (const q of ["'); drop table loads; --", '& | !', '((', '%', '\\'])
      expect((await stove.who.send('GET', `/api/logbook?q=${encodeURIComponent(q)}`)).status).toBe(
        200,
      )
  })
  test('by judgement: what is told weeks later moves a load from one to the other', async () => {
    const stove = await ran()
    const as = async (verdict: string) => (await book(stove.who, `?judged=${verdict}`)).length
    expect([await as('not-processed'), await as('in-doubt')]).toEqual([0, 0])
    expect((await stove.say(OUT + 20_000, 'water-low')).status).toBe(200)
    expect([await as('not-processed'), await as('as-tested')]).toEqual([1, 0])
    expect((await book(stove.who))[0].reason).toBe('The canner boiled dry before the end.')
  })
  test('by canner, food and day of the house', async () => {
    const stove = await ran()
    // 17:30 in the house on 14 August is the 14th there, and the 15th in Greenwich at 23:30Z is not it.
    for (const [query, found] of [
      [`canner=${stove.cannerId}`, 1],
      [`canner=${id()}`, 0],
      ['food=beans-snap', 1],
      ['food=beets', 0],
      ['from=2026-08-14&until=2026-08-14', 1],
      ['from=2026-08-15', 0],
      ['until=2026-08-13', 0],
    ] as const)
      expect([query, (await book(stove.who, `?${query}`)).length]).toEqual([query, found])
    for (const bad of ['from=yesterday', 'judged=fine', 'limit=0', 'canner=x', 'colour=red'])
      expect((await stove.who.send('GET', `/api/logbook?${bad}`)).status).toBe(400)
  })
  test('a line that is missing is worked out anew: loads of before the logbook are in it', async () => {
    const stove = await ran()
    const before = await book(stove.who)
    await owner.query('delete from logbook where id = $1', [stove.loadId])
    expect(await book(stove.who)).toEqual(before)
  })
  test('page by page, each load once', async () => {
    await seedDemo(kit.db, kit.clock)
    const visitor = kit.browser()
    await visitor.send('POST', '/api/session', { demo: true })
    const all = (await visitor.send('GET', '/api/logbook?limit=200')).body.rows.map(
      (l: any) => l.id,
    )
    expect(all.length).toBeGreaterThan(15)
    const paged: string[] = []
    for (let before: string | null = ''; before !== null;) {
      const from: string = before === '' ? '' : `&before=${before}`
      const { body } = await visitor.send('GET', `/api/logbook?limit=4${from}`)
      paged.push(...body.rows.map((l: any) => l.id))
      before = body.before
    }
    expect(paged).toEqual(all)
  })
  test('nothing of another household', async () => {
    const stove = await ran()
    expect(await book(await kit.household(), `?q=bean`)).toEqual([])
    expect(await book(stove.who, `?q=bean`)).toHaveLength(1)
  })
})

describe('a year', () => {
  test('the demo’s years: what is listed is what each tells, and jars add up', async () => {
    await seedDemo(kit.db, kit.clock)
    const visitor = kit.browser()
    await visitor.send('POST', '/api/session', { demo: true })
    const years = (await visitor.send('GET', '/api/years')).body
    expect(years.map((y: any) => y.year)).toEqual([2026, 2025, 2024])
    for (const { year, jars, loads } of years) {
      const told = (await visitor.send('GET', `/api/years/${year}`)).body
      expect(told.loads).toBe(loads)
      const [{ n }] = (
        await owner.query(
          `select count(*)::int as n from jars j join households h on h.id = j.household_id and h.is_demo
          where j.load_id is not null and extract(year from j.canned_on) = $1`,
          [year],
        )
      ).rows
      expect(jars).toBe(n)
      const putUp = told.foods.reduce((sum: number, f: any) => sum + f.canned + f.failed, 0)
      const again = (
        await owner.query(
          `select count(*)::int as n from jars j join households h on h.id = j.household_id and h.is_demo
          where j.state = 'processed-again' and extract(year from j.canned_on) = $1`,
          [year],
        )
      ).rows[0].n
      expect(putUp).toBe(n - again)
    }
  })
  test('how many sealed: of what there is most first, and as many by their names', async () => {
    const visitor = kit.browser()
    await visitor.send('POST', '/api/session', { demo: true })
    const rates = (await visitor.send('GET', '/api/seal-rates')).body as any[]
    const foods = rates.filter((r) => r.by === 'food')
    const known = [...foods].sort((a, b) => b.jars - a.jars || (a.name < b.name ? -1 : 1))
    expect(foods.map((r) => r.name)).toEqual(known.map((r) => r.name))
    // It would say nothing of equal ones if there were none.
    expect(new Set(foods.map((r) => r.jars)).size).toBeLessThan(foods.length - 1)
  })
  test('days are the house’s: what was put up late on New Year’s Eve belongs to the old year', async () => {
    const stove = await ran()
    // 23:30 on 31 December in Denver is 2027 in Greenwich.
    await owner.query(`update loads set starts_at = '2027-01-01T06:30:00Z' where id = $1`, [
      stove.loadId,
    ])
    await owner.query('delete from logbook where id = $1', [stove.loadId])
    const years = (await stove.who.send('GET', '/api/years')).body
    expect(years).toEqual([{ year: 2026, jars: 0, loads: 1 }])
    expect((await stove.who.send('GET', '/api/years/2026')).body.loads).toBe(1)
    expect((await stove.who.send('GET', '/api/years/2027')).body.loads).toBe(0)
  })
  test('a year with nothing in it says so; what is no year is not found', async () => {
    const who = await kit.household()
    expect((await who.send('GET', '/api/years')).body).toEqual([])
    expect((await who.send('GET', '/api/years/2019')).body.foods).toEqual([])
    for (const year of ['soon', '20260', '-1', '2026.5'])
      expect((await who.send('GET', `/api/years/${year}`)).status).toBe(404)
  })
})

describe('next season is kept', () => {
  const NEED = {
    foodId: 'beans-snap',
    formId: 'beans-snap',
    jar: 'quart',
    jarsPerMeal: 1,
    mealsPerWeek: 2,
    freshMonths: [],
    nextHarvestOn: '2027-07-20',
    certainty: 0.5,
  }
  const bed = (more: object = {}) => ({
    id: id(),
    foodId: 'beans-snap',
    formId: 'beans-snap',
    jar: 'quart',
    expectedLb: 90,
    rowFt: 75,
    firstOn: '2027-07-20',
    lastOn: '2027-08-20',
    pickings: 3,
    ...more,
  })
  const needed = async (who: Browser) => {
    const at = id()
    return (await who.send('PUT', `/api/needs/${at}`, NEED)).body
  }
  test('needs and plantings with their pickings, at once', async () => {
    const who = await kit.household()
    const need = await needed(who)
    const plan = { needs: [{ id: need.id, version: 1, mealsPerWeek: 1.5 }], plantings: [bed()] }
    expect((await who.send('POST', '/api/next-season', plan)).body).toEqual({
      needs: 1,
      plantings: 1,
    })
    expect((await who.send('GET', '/api/needs')).body[0]).toMatchObject({
      mealsPerWeek: 1.5,
      version: 2,
    })
    const lots = (await who.send('GET', '/api/lots')).body
    expect(lots.map((l: any) => l.lb).reduce((a: number, b: number) => a + b)).toBeCloseTo(90)
  })
  test('a need that somebody changed meanwhile: nothing of it is written', async () => {
    const who = await kit.household()
    const need = await needed(who)
    await who.send('PATCH', `/api/needs/${need.id}`, { version: 1, mealsPerWeek: 3 })
    const plan = { needs: [{ id: need.id, version: 1, mealsPerWeek: 1 }], plantings: [bed()] }
    expect((await who.send('POST', '/api/next-season', plan)).status).toBe(409)
    expect((await who.send('GET', '/api/plantings')).body).toEqual([])
  })
  test('a planting that cannot be: the needs stay as they were', async () => {
    const who = await kit.household()
    const need = await needed(who)
    const plan = {
      needs: [{ id: need.id, version: 1, mealsPerWeek: 1 }],
      plantings: [bed({ lastOn: '2027-01-01' })],
    }
    expect((await who.send('POST', '/api/next-season', plan)).status).toBe(422)
    expect((await who.send('GET', '/api/needs')).body[0]).toMatchObject({
      mealsPerWeek: 2,
      version: 1,
    })
  })
})

test('a dial that is off: the logbook tells with the judgement why', async () => {
  const stove = await planned(kit, DIAL)
  await stove.run([...TO_CLIMBING, [22, 'reading', { psi: 8 }], [40, 'aborted']])
  const [line] = await book(stove.who)
  expect(line).toMatchObject({ stage: 'aborted', verdict: (await stove.load()).judgement.verdict })
})
