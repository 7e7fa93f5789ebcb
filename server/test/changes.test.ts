// The household's log: every write once, in the order of commits, for whoever was away.
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { forgetChanges } from '../src/changes/forget'
import type { Change, ChangesAnswer } from '@kelvit/contract'
import { id, POLL, startKit, withGear, type Browser, type Kit } from './kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

const seqOf = async (who: Browser): Promise<number> =>
  Number((await who.send('GET', '/api/session')).headers.get('kelvit-seq'))
const logOf = async (who: Browser, query = ''): Promise<ChangesAnswer> =>
  (await who.send('GET', `/api/changes${query}`)).body
const householdOf = async (who: Browser): Promise<string> =>
  (await who.send('GET', '/api/session')).body.household.id
const shelve = (who: Browser, name: string, shelf = id()) =>
  who.send('PUT', `/api/shelves/${shelf}`, { name, position: 1 })

/** One open stream, as a browser keeps it. */
async function follow(who: Browser, path = '/api/live', headers: Record<string, string> = {}) {
  const stop = new AbortController()
  const answer = await fetch(kit.base + path, {
    headers: { ...(await who.cookie()), ...headers },
    signal: stop.signal,
  })
  const reader = answer.body!.getReader()
  let said = ''
  void (async () => {
    for (;;) {
      const { done, value } = await reader.read().catch(() => ({ done: true, value: undefined }))
      if (done) return
      said += new TextDecoder().decode(value)
    }
  })()
  const changes = (): Change[] =>
    [...said.matchAll(/event: change\ndata: (.*)\n/g)].map((m) => JSON.parse(m[1]!) as Change)
  return { said: () => said, changes, stop: () => stop.abort() }
}

describe('the log', () => {
  test('has every write once, with its row, its place and who wrote it', async () => {
    const who = await kit.household()
    const from = await seqOf(who)
    const shelf = id()
    const made = await shelve(who, 'Top', shelf)
    expect(Number(made.headers.get('kelvit-seq'))).toBe(from + 1)
    await who.send('PATCH', `/api/shelves/${shelf}`, { version: 1, name: 'Cellar, top' })
    await who.send('DELETE', `/api/shelves/${shelf}`)
    const { changes, seq, more } = await logOf(who, `?since=${from}`)
    expect({ seq, more }).toEqual({ seq: from + 3, more: false })
    const me = (await who.send('GET', '/api/session')).body.member.name
    expect(changes.map((c) => [c.seq - from, c.table, c.id, c.version, c.by, c.gone])).toEqual([
      [1, 'shelves', shelf, 1, me, false],
      [2, 'shelves', shelf, 2, me, false],
      [3, 'shelves', shelf, null, me, true],
    ])
    expect(changes.map((c) => c.row?.name ?? null)).toEqual(['Top', 'Cellar, top', null])
    // It is dated by the clock that leads here, which stands still.
    expect(changes[0]!.at).toBe('2026-08-14T23:00:00.000Z')
  })
  test('tells a device what it missed, and nothing else', async () => {
    const who = await kit.household()
    await shelve(who, 'Before')
    const away = await seqOf(who)
    const missed = [id(), id(), id()]
    for (const shelf of missed) await shelve(who, 'While away', shelf)
    expect((await logOf(who, `?since=${away}`)).changes.map((c) => c.id)).toEqual(missed)
    const first = await logOf(who, `?since=${away}&limit=2`)
    expect([first.changes.length, first.more]).toEqual([2, true])
    expect((await logOf(who, `?since=${first.seq}`)).changes.map((c) => c.id)).toEqual([missed[2]])
  })
  test('numbers follow the order of commits, without a gap, however many write at once', async () => {
    const who = await kit.household()
    const from = await seqOf(who)
    const ear = await follow(who)
    await Promise.all(Array.from({ length: 40 }, (_, i) => shelve(who, `Shelf ${i}`)))
    const { changes } = await logOf(who, `?since=${from}`)
    expect(changes.map((c) => c.seq)).toEqual(Array.from({ length: 40 }, (_, i) => from + 1 + i))
    await expect.poll(() => ear.changes().length, POLL).toBe(40)
    expect(ear.changes().map((c) => c.seq)).toEqual(changes.map((c) => c.seq))
    ear.stop()
  })
  test('a write that fails leaves nothing in it', async () => {
    const who = await kit.household()
    const shelf = id()
    await shelve(who, 'Top', shelf)
    const from = await seqOf(who)
    const late = await who.send('PATCH', `/api/shelves/${shelf}`, { version: 7, name: 'x' })
    expect(late.status).toBe(409)
    expect(await seqOf(who)).toBe(from)
  })
  test('what goes with another row is told, too', async () => {
    const who = await kit.household()
    const { lotId, cannerId } = await withGear(who)
    const load = id()
    const portion = id()
    await who.send('PUT', `/api/loads/${load}`, {
      cannerId,
      startsAt: '2026-08-14T23:30:00Z',
      portions: [
        {
          id: portion,
          lotId,
          formId: 'beans-snap',
          pack: 'hot',
          jar: 'quart',
          mouth: 'regular',
          jars: 7,
        },
      ],
    })
    const from = await seqOf(who)
    await who.send('DELETE', `/api/loads/${load}`)
    const gone = (await logOf(who, `?since=${from}`)).changes.filter((c) => c.gone)
    expect(gone.map((c) => [c.table, c.id]).sort()).toEqual([
      ['load_portions', portion],
      ['loads', load],
    ])
  })
  test('read from its beginning it comes to what the lists say', async () => {
    const who = await kit.household()
    await withGear(who)
    await who.send('PUT', `/api/needs/${id()}`, {
      foodId: 'beans-snap',
      formId: 'beans-snap',
      jar: 'quart',
      jarsPerMeal: 1,
      mealsPerWeek: 2,
      freshMonths: [7, 8],
      nextHarvestOn: '2027-07-20',
      certainty: 0.8,
    })
    await shelve(who, 'Top')
    await who.send('PUT', `/api/lid-lots/${id()}`, {
      name: 'Spring lids',
      mouth: 'regular',
      boughtOn: '2026-05-01',
      count: 24,
      left: 24,
    })
    const { changes } = await logOf(who, '?limit=1000')
    const rows = (table: string): unknown[] => {
      const kept = new Map<string, unknown>()
      for (const c of changes) if (c.table === table) kept.set(c.id, c.row)
      return [...kept.values()].filter(Boolean)
    }
    for (const [table, path] of [
      ['lots', 'lots'],
      ['needs', 'needs'],
      ['shelves', 'shelves'],
      ['lid_lots', 'lid-lots'],
    ] as const) {
      const list = (await who.send('GET', `/api/${path}`)).body
      expect(list.length).toBeGreaterThan(0)
      expect(rows(table)).toEqual(list)
    }
  })
  test('of one row it says who changed it, and what it was before', async () => {
    const who = await kit.household()
    const shelf = id()
    await shelve(who, 'Top', shelf)
    await shelve(who, 'Another')
    await who.send('PATCH', `/api/shelves/${shelf}`, { version: 1, name: 'Low' })
    const { changes } = await logOf(who, `?table=shelves&id=${shelf}`)
    expect(changes.map((c) => c.row?.name)).toEqual(['Top', 'Low'])
    expect((await who.send('GET', '/api/changes?table=shelves')).status).toBe(400)
    expect((await who.send('GET', '/api/changes?since=-1')).status).toBe(400)
  })
  test('holds no secret, and no other household', async () => {
    const [mine, theirs] = [await kit.household(), await kit.household()]
    const session = (await mine.send('GET', '/api/session')).body
    await mine.send('PATCH', `/api/members/${session.member.id}`, { version: 1, name: 'Wren' })
    await mine.send('PUT', `/api/calendar-feeds/${id()}`, {})
    await shelve(theirs, 'Theirs')
    const raw = await kit.db.inHousehold({ householdId: session.household.id }, (tx) =>
      tx.execute('select * from changes'),
    )
    expect(raw.rows.length).toBeGreaterThan(1)
    expect(JSON.stringify(raw.rows)).not.toMatch(/passphrase|token_hash|sign_in_name|Theirs/)
    const told = await logOf(mine)
    expect(told.changes.find((c) => c.table === 'calendar_feeds')).toMatchObject({
      row: null,
      gone: false,
    })
  })
  test('is added to and never rewritten', async () => {
    const who = await kit.household()
    await shelve(who, 'Top')
    const within = { householdId: await householdOf(who) }
    for (const statement of ['update changes set at = now()', 'delete from changes'])
      await expect(kit.db.inHousehold(within, (tx) => tx.execute(statement))).rejects.toThrow()
  })
})

describe('the stream', () => {
  test('goes on from where a device was, each line once', async () => {
    const who = await kit.household()
    await shelve(who, 'Before')
    const since = await seqOf(who)
    const [missed, live] = [id(), id()]
    await shelve(who, 'Missed', missed)
    const ear = await follow(who, `/api/live?since=${since}`)
    await shelve(who, 'Live', live)
    await expect.poll(() => ear.changes().map((c) => c.id), POLL).toEqual([missed, live])
    ear.stop()
    // A browser that lost its connection says by itself what it heard last.
    const again = await follow(who, `/api/live?since=${since}`, {
      'last-event-id': String(since + 1),
    })
    await expect.poll(() => again.changes().map((c) => c.id), POLL).toEqual([live])
    again.stop()
  })
  test('without a place it begins now', async () => {
    const who = await kit.household()
    await shelve(who, 'Before')
    const ear = await follow(who)
    await expect.poll(() => ear.said(), POLL).toContain(`"seq":${await seqOf(who)}`)
    const shelf = id()
    await shelve(who, 'After', shelf)
    await expect.poll(() => ear.changes().map((c) => c.id), POLL).toEqual([shelf])
    ear.stop()
  })
  test('a place that cannot be (the house was restored) is told to read anew', async () => {
    const who = await kit.household()
    const ear = await follow(who, '/api/live?since=99999')
    await expect.poll(() => ear.said(), POLL).toContain('event: reset')
    const shelf = id()
    await shelve(who, 'After', shelf)
    await expect.poll(() => ear.changes().map((c) => c.id), POLL).toEqual([shelf])
    ear.stop()
  })
  test('word that was missed is read from the log', async () => {
    const who = await kit.household()
    const ear = await follow(who)
    await expect.poll(() => ear.said(), POLL).toContain('hello')
    const household = await householdOf(who)
    const before = await seqOf(who)
    await shelve(who, 'Heard')
    await expect.poll(() => ear.changes().length, POLL).toBe(1)
    // A line that never was, further on: the stream looks into the log and tells only what is there.
    kit.shout(household, {
      kind: 'changes',
      changes: [
        {
          seq: before + 9,
          table: 'shelves',
          id: id(),
          version: 1,
          at: '',
          by: null,
          row: null,
          gone: true,
        },
      ],
    })
    await shelve(who, 'Next')
    await expect.poll(() => ear.changes().map((c) => c.seq - before), POLL).toEqual([1, 2])
    ear.stop()
  })
})

describe('old lines of the log', () => {
  /** Dates the log of a household back, as if a year and more had passed since. */
  const age = async (householdId: string, from: number, to: number): Promise<void> => {
    const owner = new pg.Client({ connectionString: inject('databaseUrl') })
    await owner.connect()
    await owner.query(
      `update changes set at = '2025-06-01' where household_id = $1 and seq > $2 and seq <= $3`,
      [householdId, from, to],
    )
    await owner.end()
  }
  test('go, but who made a row and who changed it last stay, and a device that was away comes right', async () => {
    const who = await kit.household()
    const from = await seqOf(who)
    const [kept, gone] = [id(), id()]
    await shelve(who, 'One', kept)
    for (const version of [1, 2, 3, 4])
      await who.send('PATCH', `/api/shelves/${kept}`, { version, name: `One ${version}` })
    await shelve(who, 'Two', gone)
    await who.send('DELETE', `/api/shelves/${gone}`)
    await age(await householdOf(who), from, await seqOf(who))
    expect(await forgetChanges(kit, 365)).toBe(3)
    const { changes } = await logOf(who, `?since=${from}`)
    expect(changes.map((c) => [c.id, c.version, c.gone])).toEqual([
      [kept, 1, false],
      [kept, 5, false],
      [gone, 1, false],
      [gone, null, true],
    ])
    // A device that was in between reads its lists anew.
    const ear = await follow(who, `/api/live?since=${from + 1}`)
    await expect.poll(() => ear.said(), POLL).toContain('event: reset')
    ear.stop()
    // Again there is nothing to do, and what is younger is never touched.
    await who.send('PATCH', `/api/shelves/${kept}`, { version: 5, name: 'Now' })
    await who.send('PATCH', `/api/shelves/${kept}`, { version: 6, name: 'Now again' })
    expect(await forgetChanges(kit, 365)).toBe(1)
    expect((await logOf(who, `?since=${from}`)).changes.map((c) => c.version)).toEqual([1, 1, null, 6, 7]) // prettier-ignore
    // One that was at the end goes on as ever.
    const late = await follow(who, `/api/live?since=${await seqOf(who)}`)
    await shelve(who, 'Three')
    await expect.poll(() => late.changes().length, POLL).toBe(1)
    expect(late.said()).not.toContain('event: reset')
    late.stop()
  })
  test('are only taken away by the one function: the application itself may not', async () => {
    await expect(kit.db.pool.query('delete from changes')).rejects.toThrow(/permission denied/)
  })
})
