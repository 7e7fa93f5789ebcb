import { parse } from 'csv-parse/sync'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { csvOf } from '../src/formats/csv-out'
import { everything, id, NOW, startKit, type Browser, type Kit } from './kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

const at = (minutes: number): string => new Date(NOW + minutes * 60_000).toISOString()

/** A household with so many jars on record, from a family recipe: the shortest way to a jar. */
async function withJars(count: number): Promise<{ who: Browser; jars: any[]; recipe: string }> {
  const who = await kit.household()
  const recipe = id()
  // How it was done is what keeps such jars apart: blanks say nothing.
  for (const done of ['', '   ', '\n'])
    expect((await who.send('PUT', `/api/recipes/${recipe}`, { name: 'Relish', done })).status).toBe(
      400,
    )
  await who.send('PUT', `/api/recipes/${recipe}`, { name: 'Bean relish', done: 'As ever.' })
  const made = await who.send('POST', `/api/recipes/${recipe}/jars`, {
    ids: Array.from({ length: count }, id),
    jar: 'pint',
    cannedOn: '2026-08-01',
  })
  expect(made.status).toBe(201)
  return { who, jars: made.body, recipe }
}

describe('a jar is taken', () => {
  test('it leaves the shelf, says when, and goes back as if nothing had been', async () => {
    const { who, jars } = await withJars(1)
    const path = `/api/jars/${jars[0].id}/fate`
    const eaten = await who.send('PUT', path, { state: 'eaten', at: at(0) })
    expect(eaten).toMatchObject({ status: 200, body: { state: 'eaten', stateAt: at(0) } })
    const back = await who.send('PUT', path, { state: 'on-shelf', at: at(1) })
    expect(back).toMatchObject({ status: 200, body: { state: 'on-shelf', version: 3 } })
    expect((await everything(who, '/api/jars'))[0].state).toBe('on-shelf')
  })
  test('said twice by the same hand, also from a cellar without signal, it counts once', async () => {
    const { who, jars } = await withJars(1)
    const path = `/api/jars/${jars[0].id}/fate`
    const first = await who.send('PUT', path, { state: 'given', at: at(0) })
    const again = await who.send('PUT', path, { state: 'given', at: at(0) })
    expect(again.status).toBe(200)
    expect(again.body).toEqual(first.body)
  })
  test('two people take the same jar at once: one has it, the other is told', async () => {
    const { who, jars } = await withJars(1)
    const path = `/api/jars/${jars[0].id}/fate`
    const both = await Promise.all([
      who.send('PUT', path, { state: 'eaten', at: at(0) }),
      who.send('PUT', path, { state: 'eaten', at: at(1) }),
    ])
    expect(both.map((b) => b.status).sort()).toEqual([200, 409])
    const refused = both.find((b) => b.status === 409)!
    expect(refused.body).toMatchObject({
      type: '/problems/jar-gone',
      detail: 'This jar was already eaten.',
      stored: { state: 'eaten' },
    })
  })
  test('an eaten jar cannot be given away as well', async () => {
    const { who, jars } = await withJars(1)
    const path = `/api/jars/${jars[0].id}/fate`
    await who.send('PUT', path, { state: 'eaten', at: at(0) })
    const given = await who.send('PUT', path, { state: 'given', at: at(2) })
    expect(given.status).toBe(409)
    expect((await everything(who, '/api/jars'))[0].state).toBe('eaten')
  })
  test.each([
    ['unsealed', { state: 'unsealed', at: at(0) }],
    ['no time', { state: 'eaten' }],
    ['half a time', { state: 'eaten', at: '2026-08-14' }],
    ['a word too many', { state: 'eaten', at: at(0), by: 'me' }],
  ])('%s is not something that happens to a jar', async (_, fate) => {
    const { who, jars } = await withJars(1)
    const answer = await who.send('PUT', `/api/jars/${jars[0].id}/fate`, fate)
    expect(answer.status).toBe(400)
    expect((await everything(who, '/api/jars'))[0]).toEqual(jars[0])
  })
  test('a jar nobody has, or another house has, is not found', async () => {
    const { jars } = await withJars(1)
    const stranger = await kit.household()
    for (const jar of [id(), jars[0].id]) {
      const fate = { state: 'eaten', at: at(0) }
      expect((await stranger.send('PUT', `/api/jars/${jar}/fate`, fate)).status).toBe(404)
    }
  })
})

describe('where jars stand', () => {
  test('a jar is put on a shelf of the house, not on another’s', async () => {
    const { who, jars } = await withJars(1)
    const [mine, theirs] = [id(), id()]
    await who.send('PUT', `/api/shelves/${mine}`, { name: 'Cellar', position: 1 })
    const stranger = await kit.household()
    await stranger.send('PUT', `/api/shelves/${theirs}`, { name: 'Attic', position: 1 })
    const put = (shelfId: string, version: number) =>
      who.send('PATCH', `/api/jars/${jars[0].id}`, { version, shelfId })
    expect(await put(mine, 1)).toMatchObject({ status: 200, body: { shelfId: mine, version: 2 } })
    for (const shelf of [theirs, id()])
      expect(await put(shelf, 2)).toMatchObject({
        status: 422,
        body: { detail: 'We can’t find this shelf.' },
      })
    expect((await everything(who, '/api/jars'))[0].shelfId).toBe(mine)
  })
  test('two people write on the same jar: the second sees both', async () => {
    const { who, jars } = await withJars(1)
    const path = `/api/jars/${jars[0].id}`
    await who.send('PATCH', path, { version: 1, note: 'cloudy' })
    const second = await who.send('PATCH', path, { version: 1, useSoon: true })
    expect(second).toMatchObject({
      status: 409,
      body: { stored: { note: 'cloudy' }, sent: { useSoon: true } },
    })
  })
})

describe('the pantry as a file', () => {
  const read = (text: string): Record<string, string>[] =>
    parse(text, { columns: true, bom: true }) as Record<string, string>[]

  test('every jar once, with its dates, its shelf and what became of it', async () => {
    const { who, jars } = await withJars(3)
    const shelf = id()
    await who.send('PUT', `/api/shelves/${shelf}`, { name: 'Cellar, top', position: 1 })
    await who.send('PATCH', `/api/jars/${jars[0].id}`, { version: 1, shelfId: shelf })
    await who.send('PUT', `/api/jars/${jars[1].id}/fate`, { state: 'eaten', at: at(0) })
    const answer = await who.send('GET', '/api/pantry.csv')
    expect(answer.headers.get('content-disposition')).toContain('kelvit-pantry.csv')
    const rows = read(answer.body)
    expect(rows.map((r) => r.code).sort()).toEqual(jars.map((j) => j.code).sort())
    const of = (j: any) => rows.find((r) => r.code === j.code)!
    expect(of(jars[0])).toMatchObject({ shelf: 'Cellar, top', state: 'on-shelf', taken_on: '' })
    expect(of(jars[1])).toMatchObject({ state: 'eaten', taken_on: '2026-08-14' })
    expect(of(jars[2])).toMatchObject({ jar: 'pint', canned_on: '2026-08-01' })
  })
  test('a house without jars gets the heads of the columns', async () => {
    const who = await kit.household()
    const { body } = await who.send('GET', '/api/pantry.csv')
    expect(read(body)).toEqual([])
    expect(body.trim().split('\r\n')).toHaveLength(1)
  })
  test.each(['=1+1', '+cmd', '-2', '@x', '\tx'])('%j in a note stays words', (note) => {
    const jar: any = { code: 'A-1', foodId: 'beets', stateAt: at(0), state: 'on-shelf', note }
    const [row] = read(csvOf('pantry', { jars: [jar] }))
    expect(row?.note).toBe(`'${note}`)
  })
  test.each(['say "so"', 'a, b', 'two\r\nlines', 'Möhren – süß', ''])(
    '%j comes back as it was',
    (note) => {
      const jar: any = { code: 'A-1', foodId: 'beets', stateAt: at(0), state: 'on-shelf', note }
      expect(read(csvOf('pantry', { jars: [jar] }))[0]).toMatchObject({ note, food: 'Beets' })
    },
  )
})

describe('jars of an untested recipe', () => {
  test('are not from the future, not of no recipe, and stay one household’s', async () => {
    const { who, recipe } = await withJars(1)
    const jars = { ids: [id()], jar: 'pint', cannedOn: '2026-08-20' }
    const path = `/api/recipes/${recipe}/jars`
    expect((await who.send('POST', path, jars)).status).toBe(422)
    const past = { ...jars, cannedOn: '2026-08-02' }
    expect((await who.send('POST', `/api/recipes/${id()}/jars`, past)).status).toBe(404)
    expect((await (await kit.household()).send('POST', path, past)).status).toBe(404)
    expect(await everything(who, '/api/jars')).toHaveLength(1)
  })
  test('sent twice they are there once', async () => {
    const { who, recipe } = await withJars(1)
    const jars = { ids: [id(), id()], jar: 'quart', cannedOn: '2026-08-02' }
    await who.send('POST', `/api/recipes/${recipe}/jars`, jars)
    await who.send('POST', `/api/recipes/${recipe}/jars`, jars)
    expect(await everything(who, '/api/jars')).toHaveLength(3)
  })
})
