import { parse } from 'csv-parse/sync'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { everything, id, LOT, startKit, TO_STANDING, withGear, type Browser, type Kit } from './kit'
import { OUT, planned, readInMetric } from './stove-kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

async function sent(who: Browser, kind: string, text: string | Uint8Array, more = '') {
  const answer = await fetch(`${kit.base}/api/csv?kind=${kind}${more}`, {
    method: 'POST',
    headers: { ...(await who.cookie()), 'content-type': 'text/csv' },
    body: typeof text === 'string' ? text : Buffer.from(text),
  })
  return { status: answer.status, body: (await answer.json()) as any }
}
const look = async (who: Browser, kind: string, text: string | Uint8Array, more = '') =>
  (await sent(who, kind, text, more)).body
const take = (who: Browser, kind: string, text: string) => look(who, kind, text, '&write=true')
const out = async (who: Browser, kind: string): Promise<any[]> =>
  parse((await who.send('GET', `/api/csv/${kind}`)).body, { bom: true, columns: true })
const trouble = (told: any): string[] => told.rows.flatMap((r: any) => r.trouble)

describe('a look before', () => {
  test('writes nothing, and says of each row what it understood or what is wrong', async () => {
    const who = await kit.household()
    const told = await look(
      who,
      'lots',
      'Crop;Weight;Picked on;Variety\nsnap beans;14 lb;2026-08-14;Provider\nzucchini;5 lb;2026-08-14;\nbeets;lots;2026-08-14;\ncarrots;6,5 kg;14.8.2026;\n',
    )
    expect(told).toMatchObject({ good: 2, bad: 2, here: 0, written: 0 })
    expect(told.rows.map((r: any) => [r.line, r.words])).toEqual([
      [2, '14 lb of snap beans, in the house 14 Aug 2026'],
      [3, ''],
      [4, ''],
      [5, '14 lb of carrots, in the house 14 Aug 2026'],
    ])
    expect(told.rows[1].trouble[0]).toMatch(/^“zucchini”: /)
    expect((await who.send('GET', '/api/lots')).body).toEqual([])
  })
  test('what hangs on a food that is not known is not complained of too', async () => {
    const who = await kit.household()
    const told = await look(who, 'lots', 'food,form,lb,date\nmoonbeams,Cut,3 kg,2026-08-13\n')
    expect(trouble(told)).toHaveLength(1)
    expect(trouble(told)[0]).toMatch(/^“moonbeams”: /)
  })
  test('columns are found by their heads, and taken otherwise where that is said', async () => {
    const who = await kit.household()
    const text = 'A,B,C\nbeets,20 lb,2026-08-14\n'
    const blind = await look(who, 'lots', text)
    expect(trouble(blind)).toEqual([
      'No column holds the food.',
      'No column holds the lb.',
      'No column holds the arrived on.',
    ])
    const told = await look(
      who,
      'lots',
      text,
      `&columns=${encodeURIComponent('food=A,lb=B,arrived_on=C')}`,
    )
    expect(told).toMatchObject({ good: 1, bad: 0, columns: ['A', 'B', 'C'] })
    expect(told.fields.find((f: any) => f.name === 'food').column).toBe('A')
    for (const [columns, sentence] of [
      ['food=Z', /no column “Z”/],
      ['colour=A', /no field “colour”/],
    ] as const)
      expect((await sent(who, 'lots', text, `&columns=${columns}`)).body.detail).toMatch(sentence)
  })
  test('units: of the cell, else of the head, else of the house; commas as they are meant', async () => {
    const who = await kit.household()
    const lbs = async (text: string): Promise<string> =>
      (await look(who, 'lots', text)).rows.map((r: any) => r.words || r.trouble[0]).join()
    const day = ';2026-08-14\n'
    expect(await lbs(`food;weight (kg);date\nbeets;10${day}`)).toMatch(/^22 lb/)
    expect(await lbs(`food;weight kg;date\nbeets;10${day}`)).toMatch(/^22/)
    expect(await lbs(`food;lb;date\nbeets;10${day}`)).toMatch(/^10 lb/)
    expect(await lbs(`food;lb;date\nbeets;1,5${day}`)).toMatch(/^1\.5 lb/)
    expect(await lbs(`food;lb;date\nbeets;1½ bu${day}`)).toMatch(/^78 lb/)
    expect(await lbs(`food;lb;date\nbeets;1,234${day}`)).toMatch(/Write it without the comma/)
    const metric = await kit.household()
    await readInMetric(metric)
    const told = await look(metric, 'lots', `food;weight;date\nbeets;10${day}`)
    expect(told.rows[0].words).toMatch(/^10 kg/)
  })
  test('days: figures that half of the world reads otherwise are asked about', async () => {
    const who = await kit.household()
    const told = await look(
      who,
      'pantry',
      'food,jar,canned\nbeets,quart,8/9/2026\nbeets,quart,2027-01-01\nbeets,quart,soon\n',
    )
    expect(trouble(told)).toEqual([
      '“8/9/2026”: This could be two different days. Write it like 2026-08-14.',
      '“2027-01-01”: That day is in the future.',
      '“soon”: This isn’t a day. Write it like 2026-08-14.',
    ])
  })
  test('what is never canned stays refused, in a file too', async () => {
    const who = await kit.household()
    const told = await look(who, 'lots', 'food,lb,date\nsummer squash,5,2026-08-14\n')
    expect(told).toMatchObject({ good: 0, bad: 1 })
  })
})

describe('taken in', () => {
  test('good rows are written, the others told; the same file again writes nothing twice', async () => {
    const who = await kit.household()
    const text =
      'food,amount,date\nbeets,20 lb,2026-08-14\nbeets,20 lb,2026-08-14\nmoonbeams,1 lb,2026-08-14\n'
    expect(await take(who, 'lots', text)).toMatchObject({ good: 2, bad: 1, written: 2 })
    // Two equal rows are two lots.
    expect((await who.send('GET', '/api/lots')).body.map((l: any) => l.lb)).toEqual([20, 20])
    expect(await take(who, 'lots', text)).toMatchObject({ good: 2, here: 2, written: 0 })
    expect((await who.send('GET', '/api/lots')).body).toHaveLength(2)
    expect((await who.send('GET', '/api/lots')).body[0]).toMatchObject({
      canBy: expect.stringMatching(/^2026-/),
    })
  })
  test('jars come by a count, of unknown process unless it is told, on their shelf', async () => {
    const who = await kit.household()
    await who.send('PUT', `/api/shelves/${id()}`, { name: 'Cellar', position: 1 })
    const text =
      'food,size,put up,how many,place,known\nbeets,quart,2025-09-01,3,cellar,told\ntomatoes,1 L,2025-08-20,2,,\nbeets,pint,2025-09-01,1,Attic,\n'
    const told = await take(who, 'pantry', text)
    expect(told).toMatchObject({ good: 2, bad: 1, written: 2 })
    expect(trouble(told)).toEqual([
      '“Attic”: We can’t find this shelf. Add it first, under Pantry.',
    ])
    const jars = await everything(who, '/api/jars')
    expect(jars.map((j) => [j.foodId, j.process, j.shelfId !== null]).sort()).toEqual([
      ['beets', 'told', true],
      ['beets', 'told', true],
      ['beets', 'told', true],
      ['tomatoes', 'unknown', false],
      ['tomatoes', 'unknown', false],
    ])
    expect(await take(who, 'pantry', text)).toMatchObject({ here: 2, written: 0 })
    expect(await everything(who, '/api/jars')).toHaveLength(5)
  })
  test('what was eaten, did not seal or is held does not come back onto a shelf by a file', async () => {
    const who = await kit.household()
    const head = 'food,jar,canned_on,state,seal,held\n'
    const row = (rest: string) => `beets,quart,2025-09-01,${rest}\n`
    const text = [
      'on-shelf,sealed,',
      'eaten,sealed,',
      'discarded,unsealed,',
      'set-aside,sealed,not-processed',
      'on-shelf,sealed,in-doubt',
      'on-shelf,unsealed,',
      'on-shelf,sealed-half-liquid,',
    ]
    expect(await take(who, 'pantry', head + text.map(row).join(''))).toMatchObject({
      good: 1,
      bad: 6,
      written: 1,
    })
    expect(await everything(who, '/api/jars')).toHaveLength(1)
  })
  test('a jar that is held goes out as held, and comes in nowhere', async () => {
    const stove = await planned(kit)
    await stove.run([...TO_STANDING, [OUT + 1, 'water-low']])
    const seals = [{ portionId: stove.portionId, outcome: 'sealed', jars: 7 }]
    await stove.run([[OUT + 900, 'seals-checked', { seals }]])
    expect((await out(stove.who, 'pantry')).map((r) => r.held)).toEqual(
      Array(7).fill('not-processed'),
    )
    const text = (await stove.who.send('GET', '/api/csv/pantry')).body as string
    const other = await kit.household()
    expect(await take(other, 'pantry', text)).toMatchObject({ good: 0, bad: 7, written: 0 })
  })
  test('one id twice in a file is one lot', async () => {
    const who = await kit.household()
    const same = id()
    const row = `${same},beets,20,2026-08-14\n`
    expect(await take(who, 'lots', `id,food,lb,date\n${row}${row}`)).toMatchObject({
      here: 1,
      written: 1,
    })
  })
  test('needs, supplies and gear are one of each: another amount changes it', async () => {
    const who = await kit.household()
    const needs = (meals: string) => `food,meals a week,next harvest\nbeets,"${meals}",2027-07-20\n`
    expect(await take(who, 'needs', needs('2'))).toMatchObject({ written: 1 })
    expect(await take(who, 'needs', needs('2'))).toMatchObject({ here: 1, written: 0 })
    expect(await take(who, 'needs', needs('1,5'))).toMatchObject({ here: 0, written: 1 })
    expect((await who.send('GET', '/api/needs')).body).toEqual([
      expect.objectContaining({ mealsPerWeek: 1.5, version: 2 }),
    ])
    await take(who, 'supplies', 'supply,amount\nsalt,400\nbands wide,24\n')
    expect(await take(who, 'supplies', 'supply,amount\nsalt,300\nsalt,200\n')).toMatchObject({
      written: 1,
      bad: 1,
    })
    const gear =
      'what,name,jar,mouth,owned,left,bought on\njars,,quart,wide,60,,\nlids,Tin by the door,,wide,144,120,2026-05-01\n'
    expect(await take(who, 'gear', gear)).toMatchObject({ written: 2 })
    expect(await take(who, 'gear', gear)).toMatchObject({ here: 2, written: 0 })
    expect((await who.send('GET', '/api/lid-lots')).body[0]).toMatchObject({
      count: 144,
      left: 120,
    })
  })
  test('what is written out is read in elsewhere, and is here already at home', async () => {
    const who = await kit.household()
    await withGear(who)
    await take(
      who,
      'needs',
      'food,meals a week,next harvest,fresh months\nbeets,2,2027-07-20,jul aug\n',
    )
    await take(who, 'supplies', 'supply,amount\nsalt,400\n')
    await take(who, 'gear', 'what,name,jar,mouth,owned\njars,,quart,wide,60\nlids,=Tin,,wide,144\n')
    await take(who, 'pantry', 'food,jar,canned on,count\nbeets,quart,2025-09-01,3\n')
    const other = await kit.household()
    for (const kind of ['needs', 'supplies', 'gear', 'lots', 'pantry']) {
      const text = (await who.send('GET', `/api/csv/${kind}`)).body as string
      const rows = await out(who, kind)
      expect([kind, await take(who, kind, text)]).toMatchObject([
        kind,
        { bad: 0, here: rows.length, written: 0 },
      ])
      expect([kind, await take(other, kind, text)]).toMatchObject([
        kind,
        { bad: 0, written: rows.length },
      ])
    }
    expect((await other.send('GET', '/api/lid-lots')).body[0].name).toBe('=Tin')
    expect(await out(other, 'needs')).toEqual(await out(who, 'needs'))
  })
  test('undo takes the whole file back', async () => {
    const who = await kit.household()
    await take(who, 'lots', 'food,lb,date\nbeets,20,2026-08-14\ncarrots,9,2026-08-14\n')
    const [lot] = (await who.send('GET', '/api/lots')).body
    const undo = await who.send('POST', '/api/changes/undo', {
      table: 'lots',
      id: lot.id,
      version: lot.version,
    })
    expect(undo.status).toBeLessThan(300)
    expect((await who.send('GET', '/api/lots')).body).toEqual([])
  })
  test('a viewer reads out, and takes nothing in', async () => {
    const keeper = await kit.household()
    const { body } = await keeper.send('POST', '/api/invitations', { id: id(), role: 'viewer' })
    const viewer = kit.browser()
    await viewer.send('POST', `/api/invitations/${body.token}/accept`, {
      name: 'V',
      signInName: id(),
      passphrase: 'a few plain words',
    })
    expect((await viewer.send('GET', '/api/csv/lots')).status).toBe(200)
    expect((await sent(viewer, 'lots', 'food,lb,date\nbeets,1,2026-08-14\n')).status).toBe(403)
  })
})

describe('written out', () => {
  test('every load with its judgement, and no formula runs in a spreadsheet', async () => {
    const who = await kit.household()
    await who.send('PUT', `/api/lots/${id()}`, { ...LOT, note: '=1+1', variety: '@SUM' })
    const [lot] = await out(who, 'lots')
    expect(lot).toMatchObject({
      food: 'Snap beans',
      lb: '14',
      note: "'=1+1",
      variety: "'@SUM",
    })
    expect((await who.send('GET', '/api/csv/secrets')).status).toBe(404)
    expect((await who.send('GET', '/api/csv/loads')).status).toBe(200)
  })
})

describe('hostile files are refused with a sentence', () => {
  const cases: readonly (readonly [string, string | Uint8Array, RegExp])[] = [
    [
      'another encoding',
      new Uint8Array([...Buffer.from('food,lb\n'), 0xe9, 0xe8, 0x0a]),
      /isn’t in UTF-8/,
    ],
    ['no text at all', new Uint8Array([0x50, 0x4b, 0, 0, 0, 0x0a, 0x41]), /isn’t a text file/],
    ['no rows', 'food,lb,date\n', /no rows in it/],
    ['a quote that never ends', 'food,lb\n"beets,2\n'.repeat(3), /quote mark isn’t closed/],
    ['a row without end', `food,lb\n"${'x'.repeat(300_000)}"\n`, /a row never ends/],
    [
      'a million rows',
      'food,lb\n'.concat('b,1\n'.repeat(1_000_000)),
      /At most 20,000 rows|4 MB at most/,
    ],
    ['too many rows', 'a\n'.concat('1\n'.repeat(30_000)), /At most 20,000 rows/],
    ['a thousand columns', `${'a,'.repeat(1000)}a\n1\n`, /At most 60 columns/],
  ]
  test.each(cases)('%s', async (_, text, sentence) => {
    const who = await kit.household()
    const answer = await sent(who, 'lots', text, '&write=true')
    expect(answer.status).toBe(422)
    expect(answer.body.detail).toMatch(sentence)
    expect((await who.send('GET', '/api/lots')).body).toEqual([])
  })
  test('100 MB: 413, and the next request is heard', async () => {
    const who = await kit.household()
    const answer = await sent(who, 'lots', new Uint8Array(5 * 1024 * 1024))
    expect(answer).toMatchObject({
      status: 413,
      body: { detail: 'A file of rows is 4 MB at most.' },
    })
    expect((await who.send('GET', '/api/lots')).status).toBe(200)
  })
  test('UTF-16 with its mark is read: some spreadsheets write it', async () => {
    const who = await kit.household()
    const text = Buffer.from('\ufefffood\tlb\tdate\nbeets\t20\t2026-08-14\n', 'utf16le')
    expect(await look(who, 'lots', text)).toMatchObject({ good: 1, bad: 0 })
  })
})
