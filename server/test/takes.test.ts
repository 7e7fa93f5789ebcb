import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { everything, id, NOW, startKit, type Browser, type Kit } from './kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

const at = (minutes: number): string => new Date(NOW + minutes * 60_000).toISOString()

const line = (n: number, more: object = {}) => ({
  foodId: 'corn',
  formId: 'corn-kernel',
  jar: 'pint',
  mouth: 'regular',
  cannedOn: '2025-09-01',
  process: 'told',
  gotFrom: '',
  ids: Array.from({ length: n }, id),
  ...more,
})
const counted = (more: object = {}) => ({
  shelfId: null,
  at: at(0),
  reason: '',
  found: [],
  missing: [],
  came: [],
  ...more,
})

/** A household with jars of corn, one canned each September up to last year. */
async function withCorn(count: number): Promise<{ who: Browser; jars: any[] }> {
  const who = await kit.household()
  const came = Array.from({ length: count }, (_, i) =>
    line(1, { cannedOn: `${2025 - count + 1 + i}-09-01` }),
  )
  const made = await who.send('PUT', `/api/counts/${id()}`, counted({ came }))
  expect(made.status).toBe(201)
  const jars = [...made.body.came].sort((a, b) => a.cannedOn.localeCompare(b.cannedOn))
  return { who, jars }
}
const wish = (more: object = {}) => ({
  foodId: 'corn',
  jar: 'pint',
  count: 1,
  why: 'eaten',
  at: at(0),
  preferred: [],
  ...more,
})
const codes = (jars: any[]): string[] => jars.map((j) => j.code)

describe('taking a jar', () => {
  test('the same take, undo or count sent three times at once is one, and all hear it', async () => {
    const { who, jars } = await withCorn(6)
    const three = <T>(ask: () => Promise<T>): Promise<T[]> => Promise.all([ask(), ask(), ask()])
    const same = (all: { status: number; body: unknown }[], made: number): void => {
      expect(all.map((a) => a.status).sort()).toEqual([200, 200, made])
      expect(new Set(all.map((a) => JSON.stringify(a.body))).size).toBe(1)
    }
    const take = id()
    same(await three(() => who.send('PUT', `/api/takes/${take}`, wish({ count: 2 }))), 201)
    const left = (await who.send('GET', '/api/jars')).body.filter(
      (j: any) => j.state === 'on-shelf',
    )
    expect(left).toHaveLength(4)
    same(await three(() => who.send('PUT', `/api/takes/${take}/undo`, { at: at(1) })), 200)
    const count = counted({ missing: [jars[5].id], came: [line(2)] })
    const counting = id()
    same(await three(() => who.send('PUT', `/api/counts/${counting}`, count)), 201)
    const all = (await who.send('GET', '/api/jars')).body
    expect(all.filter((j: any) => j.state === 'on-shelf')).toHaveLength(7)
  })
  test('the oldest goes first, several at once, and it says what was missing', async () => {
    const { who, jars } = await withCorn(3)
    const two = await who.send('PUT', `/api/takes/${id()}`, wish({ count: 2 }))
    expect(two).toMatchObject({ status: 201, body: { substituted: false, short: 0 } })
    expect(codes(two.body.jars)).toEqual(codes(jars.slice(0, 2)))
    const more = await who.send('PUT', `/api/takes/${id()}`, wish({ count: 5 }))
    expect(more.body).toMatchObject({ short: 4, substituted: false })
    expect(codes(more.body.jars)).toEqual([jars[2].code])
    const none = await who.send('PUT', `/api/takes/${id()}`, wish())
    expect(none.body).toEqual({ jars: [], substituted: false, short: 1 })
  })
  test('said twice by the same hand it counts once, and is answered the same', async () => {
    const { who } = await withCorn(3)
    const path = `/api/takes/${id()}`
    const first = await who.send('PUT', path, wish())
    const again = await who.send('PUT', path, wish())
    expect(again.status).toBe(200)
    expect(again.body).toEqual(first.body)
    expect((await everything(who, '/api/jars')).filter((j) => j.state === 'eaten')).toHaveLength(1)
  })
  test('two devices that chose the same jar: the second gets the next oldest, and is told', async () => {
    const { who, jars } = await withCorn(3)
    const same = wish({ preferred: [jars[0].id] })
    const both = await Promise.all([
      who.send('PUT', `/api/takes/${id()}`, same),
      who.send('PUT', `/api/takes/${id()}`, same),
    ])
    expect(both.map((b) => b.status)).toEqual([201, 201])
    expect(both.map((b) => b.body.substituted).sort()).toEqual([false, true])
    expect(both.map((b) => b.body.jars[0].code).sort()).toEqual(codes(jars.slice(0, 2)).sort())
  })
  test('ten hands at once for seven jars: seven have one each, three none', async () => {
    const { who } = await withCorn(7)
    const all = await Promise.all(
      Array.from({ length: 10 }, () => who.send('PUT', `/api/takes/${id()}`, wish())),
    )
    const got = all.flatMap((a) => codes(a.body.jars))
    expect(got).toHaveLength(7)
    expect(new Set(got).size).toBe(7)
    expect(all.filter((a) => a.body.short === 1)).toHaveLength(3)
  })
  test('what is thrown away is the jar in hand, and no other in its place', async () => {
    const { who, jars } = await withCorn(2)
    const bad = wish({ why: 'discarded', preferred: [jars[1].id], note: 'cloudy' })
    expect((await who.send('PUT', `/api/takes/${id()}`, bad)).body.jars[0]).toMatchObject({
      id: jars[1].id,
      state: 'discarded',
      note: 'cloudy',
    })
    const again = await who.send('PUT', `/api/takes/${id()}`, bad)
    expect(again.body).toEqual({ jars: [], substituted: false, short: 1 })
    const left = await everything(who, '/api/jars')
    expect(left.find((j) => j.id === jars[0].id).state).toBe('on-shelf')
  })
  test('moved jars stand on another shelf, and no state changes', async () => {
    const { who, jars } = await withCorn(2)
    const shelf = id()
    await who.send('PUT', `/api/shelves/${shelf}`, { name: 'Cellar', position: 1 })
    const move = wish({ why: 'moved', count: 2, preferred: jars.map((j) => j.id) })
    expect((await who.send('PUT', `/api/takes/${id()}`, move)).body.detail).toContain('which shelf')
    const path = `/api/takes/${id()}`
    const moved = await who.send('PUT', path, { ...move, toShelfId: shelf })
    expect(moved.body.jars.map((j: any) => [j.shelfId, j.state])).toEqual([
      [shelf, 'on-shelf'],
      [shelf, 'on-shelf'],
    ])
    const back = await who.send('PUT', `${path}/undo`, { at: at(1) })
    expect(back.body.jars.map((j: any) => j.shelfId)).toEqual([null, null])
  })
  test('put back: as the log has it from before, once, and not over what happened since', async () => {
    const { who, jars } = await withCorn(2)
    const path = `/api/takes/${id()}`
    await who.send('PUT', path, wish({ count: 2, note: 'soup' }))
    await who.send('PUT', `/api/jars/${jars[1].id}/fate`, { state: 'on-shelf', at: at(2) })
    await who.send('PUT', `/api/jars/${jars[1].id}/fate`, { state: 'given', at: at(3) })
    const undo = () => who.send('PUT', `${path}/undo`, { at: at(4) })
    const back = await undo()
    expect(back.body.jars[0]).toMatchObject({
      state: 'on-shelf',
      note: '',
      stateAt: jars[0].stateAt,
    })
    expect(back.body.jars[1].state).toBe('given')
    expect((await undo()).body).toEqual(back.body)
    expect((await who.send('PUT', `/api/takes/${id()}/undo`, { at: at(5) })).status).toBe(404)
  })
  test('an opened jar is still in the house, and counts as used', async () => {
    const { who } = await withCorn(1)
    const opened = await who.send('PUT', `/api/takes/${id()}`, wish({ why: 'opened' }))
    expect(opened.body.jars[0].state).toBe('opened')
    const list = await who.send('GET', '/api/jars')
    expect(list.body.map((j: any) => j.state)).toEqual(['opened'])
    const use = await who.send('GET', '/api/use')
    expect(use.body[0].weeks[0]).toBe(1)
    const eaten = { state: 'eaten', at: at(60) }
    const jar = opened.body.jars[0].id
    expect(
      (await who.send('PUT', `/api/jars/${jar}/fate`, { ...eaten, state: 'given' })).status,
    ).toBe(409)
    const back = { ...eaten, state: 'on-shelf' }
    expect((await who.send('PUT', `/api/jars/${jar}/fate`, back)).body.detail).toContain(
      'can’t go back on the shelf',
    )
    expect((await who.send('PUT', `/api/jars/${jar}/fate`, eaten)).status).toBe(200)
  })
  test('a clock that runs ahead is put right; nothing is taken tomorrow', async () => {
    const { who } = await withCorn(1)
    const ahead = await who.send('PUT', `/api/takes/${id()}`, wish({ at: at(600) }))
    expect(ahead.body.jars[0].stateAt).toBe(at(0))
  })
  test('what cannot be said gets a sentence, and nothing changes', async () => {
    const { who, jars } = await withCorn(2)
    const stranger = await kit.household()
    const recipe = id()
    await who.send('PUT', `/api/recipes/${recipe}`, { name: 'Relish', done: 'As ever.' })
    await who.send('POST', `/api/recipes/${recipe}/jars`, {
      ids: [id()],
      jar: 'pint',
      cannedOn: '2026-08-01',
    })
    const before = await everything(who, '/api/jars')
    const untested = before.find((j) => j.recipeId)
    const tries: [object, number, RegExp][] = [
      [{ count: -1 }, 400, /at least one/],
      [{ count: 1e9 }, 400, /At most 500/],
      [{ count: 1.5 }, 400, /whole/],
      [{ foodId: 'moon-cheese' }, 422, /find this food/],
      [{ preferred: [id()] }, 404, /another household/],
      [{ jar: 'quart', preferred: [jars[0].id] }, 422, /a different food or size/],
      [{ preferred: [jars[1].id], at: '2024-01-01T12:00:00Z' }, 422, /canned on 2025-09-01/],
      [{ why: 'moved', toShelfId: id() }, 422, /find this shelf/],
      [{ foodId: 'untested', preferred: [untested.id] }, 409, /Don’t eat/],
    ]
    for (const [more, status, words] of tries) {
      const answer = await who.send('PUT', `/api/takes/${id()}`, wish(more))
      expect([more, answer.status]).toEqual([more, status])
      expect(JSON.stringify(answer.body)).toMatch(words)
    }
    const theirs = await stranger.send(
      'PUT',
      `/api/takes/${id()}`,
      wish({ preferred: [jars[0].id] }),
    )
    expect(theirs.status).toBe(404)
    expect(await everything(who, '/api/jars')).toEqual(before)
  })
})

describe('walking a shelf', () => {
  test('jars from before come to the shelf in one go; an unknown process has no best time', async () => {
    const who = await kit.household()
    const came = [
      line(40, { cannedOn: '2024-01-01' }),
      line(3, { process: 'unknown', gotFrom: 'Neighbour Wren', cannedOn: '2026-01-01' }),
    ]
    const path = `/api/counts/${id()}`
    const made = await who.send('PUT', path, counted({ came, reason: 'first count' }))
    expect(made.status).toBe(201)
    expect(made.body.came).toHaveLength(43)
    const gift = made.body.came.filter((j: any) => j.process === 'unknown')
    expect(gift).toHaveLength(3)
    expect(gift[0]).toMatchObject({
      bestBy: '2026-08-14',
      useSoon: true,
      gotFrom: 'Neighbour Wren',
      loadId: null,
    })
    expect(made.body.came.find((j: any) => j.process === 'told')).toMatchObject({
      bestBy: '2025-01-01',
      useSoon: false,
    })
    expect((await who.send('PUT', path, counted({ came, reason: 'first count' }))).body).toEqual(
      made.body,
    )
    expect(await everything(who, '/api/jars')).toHaveLength(43)
    const given = wish({ why: 'given', preferred: [gift[0].id] })
    expect((await who.send('PUT', `/api/takes/${id()}`, given)).body.detail).toContain(
      'Nobody knows',
    )
  })
  test('found and missing are facts of the log, with who and when', async () => {
    const { who, jars } = await withCorn(4)
    const shelf = id()
    await who.send('PUT', `/api/shelves/${shelf}`, { name: 'Cellar', position: 1 })
    await who.send('PUT', `/api/takes/${id()}`, wish({ preferred: [jars[3].id] }))
    const count = counted({
      shelfId: shelf,
      reason: 'walked the cellar',
      found: [jars[1].id, jars[3].id],
      missing: [jars[0].id],
    })
    await who.send('PATCH', `/api/jars/${jars[3].id}`, { version: 2, note: 'a little cloudy' })
    const said = await who.send('PUT', `/api/counts/${id()}`, count)
    expect(codes(said.body.found).sort()).toEqual(codes([jars[1], jars[3]]).sort())
    expect(said.body).toMatchObject({ missing: [{ state: 'missing' }], left: [] })
    const all = await everything(who, '/api/jars')
    const state = (i: number) => all.find((j) => j.id === jars[i].id)
    expect(state(1)).toMatchObject({ shelfId: shelf, state: 'on-shelf', stateAt: jars[1].stateAt })
    expect(state(3)).toMatchObject({ shelfId: shelf, state: 'on-shelf', stateAt: at(0) })
    expect(state(3).note).toBe('a little cloudy')
    expect(state(2)).toMatchObject({ shelfId: null, version: 1 })
    expect((await who.send('GET', '/api/jars')).body).toHaveLength(3)
    const log = await who.send('GET', `/api/changes?table=jars&id=${jars[0].id}`)
    expect(log.body.changes.at(-1).row).toMatchObject({
      state: 'missing',
      note: 'walked the cellar',
    })
    // Found again behind the crocks.
    const back = counted({ shelfId: shelf, found: [jars[0].id] })
    expect((await who.send('PUT', `/api/counts/${id()}`, back)).body.found[0].state).toBe(
      'on-shelf',
    )
  })
  test('a jar that was thrown away cannot be said to be missing; the rest of the count stands', async () => {
    const { who, jars } = await withCorn(2)
    const bad = wish({ why: 'discarded', preferred: [jars[0].id] })
    await who.send('PUT', `/api/takes/${id()}`, bad)
    const said = await who.send(
      'PUT',
      `/api/counts/${id()}`,
      counted({ missing: jars.map((j) => j.id) }),
    )
    expect(said.body.left).toEqual([
      { jarId: jars[0].id, sentence: `Jar ${jars[0].code}: This jar was already discarded.` },
    ])
    expect(codes(said.body.missing)).toEqual([jars[1].code])
  })
  test('what cannot be said gets a sentence, and nothing changes', async () => {
    const { who, jars } = await withCorn(1)
    const stranger = await withCorn(1)
    const before = await everything(who, '/api/jars')
    const tries: [object, number, RegExp][] = [
      [{ found: [jars[0].id], missing: [jars[0].id] }, 422, /found and missing/],
      [{ found: [stranger.jars[0].id] }, 404, /another household/],
      [{ missing: [id()] }, 404, /another household/],
      [{ shelfId: id() }, 422, /find this shelf/],
      [{ came: [line(0)] }, 400, /at least one/],
      [{ came: [line(501)] }, 400, /At most 500/],
      [{ came: [line(1, { cannedOn: '2027-01-01' })] }, 422, /future/],
      [{ came: [line(1, { foodId: 'moon-cheese' })] }, 422, /find this food/],
      [{ came: [line(1, { formId: 'beans-snap' })] }, 422, /find this food/],
      [{ came: [line(1, { process: 'here' })] }, 400, /process/],
    ]
    for (const [more, status, words] of tries) {
      const answer = await who.send('PUT', `/api/counts/${id()}`, counted(more))
      expect([more, answer.status]).toEqual([more, status])
      expect(JSON.stringify(answer.body)).toMatch(words)
    }
    expect(await everything(who, '/api/jars')).toEqual(before)
  })
})
