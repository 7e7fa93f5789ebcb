// @vitest-environment jsdom
// What a device holds follows the household's log: rows by their versions, loads by their
// facts, lists that were on their way meanwhile.
import 'fake-indexeddb/auto'
import type { Change, LoadEventRow } from '@kelvit/contract'
import { QueryClient } from '@tanstack/react-query'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import { mergeLoads, mergeRows } from '../src/sync/log'
import { changeWords } from '../src/household/history'
import { jar, load, lot } from './kit'

let log: typeof import('../src/sync/log')
let outbox: typeof import('../src/sync/outbox')
let client: QueryClient
beforeEach(async () => {
  vi.resetModules()
  vi.stubGlobal('fetch', () => new Promise(() => undefined))
  log = await import('../src/sync/log')
  outbox = await import('../src/sync/outbox')
  client = new QueryClient()
})

let seq = 0
const change = (table: string, row: object | null, more: Partial<Change> = {}): Change => ({
  seq: ++seq,
  table,
  id: String((row as { id?: string } | null)?.id ?? more.id ?? 'x'),
  version: (row as { version?: number } | null)?.version ?? null,
  at: '2026-08-14T23:00:00Z',
  by: 'Wren',
  row: row as Change['row'],
  gone: row === null,
  ...more,
})
const event = (id: string, kind: LoadEventRow['kind'], minute: number): LoadEventRow => ({
  id,
  loadId: 'd1',
  at: new Date(Date.parse('2026-08-14T23:00:00Z') + minute * 60_000).toISOString(),
  kind,
  by: 'Wren',
  happenedAt: null,
  heardAt: null,
  psi: null,
  text: null,
  eventId: null,
  source: null,
  doubtIds: null,
  seen: null,
})

describe('rows', () => {
  test('a newer one takes the place of an older, never the other way round', () => {
    const list = [lot({ id: 'a', version: 3, note: 'here' })]
    const merge = (...changes: Change[]) => mergeRows(list, 'lots', changes)
    expect(merge(change('lots', lot({ id: 'a', version: 4, note: 'newer' })))[0]!.note).toBe(
      'newer',
    )
    expect(merge(change('lots', lot({ id: 'a', version: 2, note: 'older' })))[0]!.note).toBe('here')
    expect(merge(change('lots', null, { id: 'a' }))).toEqual([])
    // What changes nothing leaves the list itself, so that nothing is drawn anew.
    expect(merge(change('lots', null, { id: 'unknown' }))).toBe(list)
    expect(merge(change('lots', lot({ id: 'a', version: 2 })))).toBe(list)
  })
  test('new ones stand where the server would answer them', () => {
    const list = [
      lot({ id: 'b', arrivedOn: '2026-08-12' }),
      lot({ id: 'd', arrivedOn: '2026-08-14' }),
    ]
    const merged = mergeRows(list, 'lots', [
      change('lots', lot({ id: 'c', arrivedOn: '2026-08-13' })),
      change('lots', lot({ id: 'a', arrivedOn: '2026-08-14' })),
    ])
    expect(merged.map((l) => l.id)).toEqual(['b', 'c', 'a', 'd'])
    const shelves = mergeRows([{ id: 's1', name: 'Low', position: 9, version: 1 }], 'shelves', [
      change('shelves', { id: 's2', name: 'Top', position: 10, version: 1 }),
    ])
    expect(shelves.map((s) => s.id)).toEqual(['s1', 's2'])
  })
  test('a row that was made and removed meanwhile is not there in the end', () => {
    const changes = [change('lots', lot({ id: 'new' })), change('lots', null, { id: 'new' })]
    expect(mergeRows([], 'lots', changes)).toEqual([])
  })
  test('what was taken here and not sent yet stays taken', () => {
    const close = outbox.openOutbox(
      { householdId: 'h', memberId: 'm' },
      { refused: () => undefined, delivered: () => undefined },
    )
    const stateAt = '2026-08-14T23:00:00Z'
    outbox.sendOut({
      path: '/api/jars/j1/fate',
      body: { state: 'eaten' },
      shows: { key: 'jars', rows: [{ id: 'j1', state: 'eaten', stateAt }] },
    })
    const eaten = jar({ id: 'j1', state: 'eaten', stateAt: '2026-08-14T23:00:00Z' })
    const moved = change('jars', jar({ id: 'j1', version: 2, shelfId: 's9' }))
    const [merged] = log.mergeRows([eaten], 'jars', [moved])
    expect(merged).toMatchObject({ state: 'eaten', shelfId: 's9', version: 2 })
    const other = change('jars', jar({ id: 'j2', version: 2 }))
    expect(log.mergeRows([jar({ id: 'j2', state: 'eaten' })], 'jars', [other])[0]!.state).toBe(
      'on-shelf',
    )
    close()
  })
})

describe('loads', () => {
  test('facts, portions and the load itself come one by one, in any order, each once', () => {
    const row = { ...load(), version: 1 }
    const { events: _e, portions, judgement: _j, ...own } = row
    const facts = [
      event('e1', 'started', 0),
      event('e2', 'locked', 20),
      event('e3', 'steam-steady', 40),
    ]
    const all = [
      change('loads', own),
      ...portions.map((p) => change('load_portions', { ...p, filled: 6, version: undefined })),
      ...facts.map((e) => change('load_events', e)),
    ]
    const [made] = mergeLoads([], all)
    expect(made!.events.map((e) => e.id)).toEqual(['e1', 'e2', 'e3'])
    expect(made!.portions[0]!.filled).toBe(6)
    expect([made!.stage, made!.judgement.verdict]).toEqual(['venting', 'open'])
    // The same again, and the facts before their load is known here.
    const again = mergeLoads([made!], [...all, ...facts.map((e) => change('load_events', e))])
    expect(again[0]!.events).toHaveLength(3)
    expect(mergeLoads([], [change('load_events', facts[0]!)])).toEqual([])
  })
  test('a line that leaves out what a load was set up with leaves it as it is', () => {
    const known = load({ id: 'd1', version: 3 })
    const { events: _e, portions: _p, judgement: _j, ...own } = known
    const {
      setup: _s,
      processes: _x,
      plannedSetup: _q,
      ...line
    } = { ...own, version: 4, note: 'windy' }
    const [after] = mergeLoads([known], [change('loads', line)])
    expect(after).toEqual({ ...known, version: 4, note: 'windy' })
  })
  test('a word about a load of last year, whose facts are not here, makes no load of it', () => {
    const lost = { ...event('late', 'seal-lost', 0), jarId: 'j1' }
    const { events: _e, portions: _p, judgement: _j, ...own } = load()
    const heard = [change('load_events', lost), change('loads', { ...own, version: 14 })]
    expect(mergeLoads([], heard)).toEqual([])
    expect(mergeLoads([load({ id: 'd2' })], heard).map((l) => l.id)).toEqual(['d2'])
    // Whoever looks at its record is told to ask again.
    client.setQueryData(['loads'], [])
    expect(log.takeIn(client, heard)).toContain('load')
  })
  test('what the server answers of a load that was asked for by itself is put there, never an older one', () => {
    const answered = (version: number) =>
      log.putAnswer(client, '/api/loads/d1/events/e1', load({ version }))
    const held = () => client.getQueryData<{ version: number } | null>(['load', 'd1'])
    client.setQueryData(['load', 'd1'], load({ version: 2 }))
    answered(3)
    expect(held()?.version).toBe(3)
    answered(2)
    expect(held()?.version).toBe(3)
    client.setQueryData(['load', 'd1'], null)
    answered(4)
    expect(held()).toBeNull()
  })
  test('word that comes late condemns here as it does on the server', () => {
    const steps: readonly (readonly [LoadEventRow['kind'], number])[] = [
      ['started', 0],
      ['locked', 20],
      ['steam-steady', 30],
      ['weight-on', 40],
      ['heat-off', 76],
    ]
    const looks = [50, 58, 66, 74].map((minute) => ({
      ...event(`look${minute}`, 'reading', minute),
      psi: 13,
    }))
    const facts = [...steps.map(([kind, minute], i) => event(`e${i}`, kind, minute)), ...looks]
    const [good] = mergeLoads(
      [load()],
      facts.map((e) => change('load_events', e)),
    )
    expect(good!.judgement.verdict).not.toBe('not-processed')
    const fell = { ...event('late', 'pressure-fell', 80), happenedAt: event('', 'note', 60).at }
    const [bad] = mergeLoads([good!], [change('load_events', fell)])
    expect(bad!.judgement.verdict).toBe('not-processed')
  })
  test('a dropped load is gone; the newest stands first', () => {
    const two = [load({ id: 'a', startsAt: '2026-08-14T10:00:00Z' })]
    const {
      events: _e,
      portions: _p,
      judgement: _j,
      ...own
    } = load({ id: 'b', startsAt: '2026-08-15T10:00:00Z' })
    const merged = mergeLoads(two, [change('loads', own)])
    expect(merged.map((l) => l.id)).toEqual(['b', 'a'])
    expect(mergeLoads(merged, [change('loads', null, { id: 'b' })]).map((l) => l.id)).toEqual(['a'])
  })
})

describe('the place in the log', () => {
  test('lists that are here follow, others are left to be asked for, and stale ones are named', () => {
    client.setQueryData(['lots'], [lot({ id: 'a' })])
    const stale = log.takeIn(client, [
      change('lots', lot({ id: 'b', version: 2, state: 'canned' })),
      change('shelves', { id: 's', name: 'Top', position: 1, version: 1 }),
      change('gauge_tests', { id: 'g', version: 1 }),
      change('calendar_feeds', null, { id: 'f', gone: false }),
    ])
    expect(client.getQueryData<{ id: string }[]>(['lots'])!.map((l) => l.id)).toEqual(['a', 'b'])
    expect(client.getQueryData(['shelves'])).toBeUndefined()
    expect(stale).toEqual(['yields', 'canners', 'calendar-feeds'])
    expect(log.placeToHear(client)).toBe(seq)
  })
  test('before anything was read there is nowhere to hear from; then from the oldest of it', async () => {
    expect(log.placeToHear(client)).toBeUndefined()
    const read = log.somethingRead(client)
    expect(log.caughtUp('lots', [], 40)).toEqual([])
    log.caughtUp('jars', [], 44)
    await read
    expect(log.placeToHear(client)).toBe(40)
  })
  test('a list that was on its way gets what was heard meanwhile; too much, and it is read again', () => {
    log.heardFrom(client, seq)
    const at = seq
    log.takeIn(client, [change('lots', lot({ id: 'late', version: 1 }))])
    expect(log.caughtUp('lots', [lot({ id: 'a' })], at)!.map((l) => l.id)).toEqual(['a', 'late'])
    // As new as the stream, or no list of the log: as it is.
    expect(log.caughtUp('lots', [lot({ id: 'a' })], seq)).toHaveLength(1)
    expect(log.caughtUp('members', [1], at)).toEqual([1])
    expect(log.caughtUp('lots', [], at - 1)).toBeUndefined()
    expect(log.caughtUp('lots', [], null)).toEqual([])
  })
  test('whoever saved waits for the log to bring it, and no longer than the stream lives', async () => {
    expect(await log.reached(5)).toBe(false)
    log.heardFrom(client, 10)
    expect(await log.reached(10)).toBe(true)
    expect(await log.reached(null)).toBe(false)
    const waits = log.reached(11)
    log.heardFrom(client, 11)
    expect(await waits).toBe(true)
    const lost = log.reached(12)
    log.heardFrom(client, null)
    expect(await lost).toBe(false)
  })
  test('a house that was restored is read anew from there', () => {
    client.setQueryData(['lots'], [lot()])
    log.heardFrom(client, 900)
    log.readAnew(client, 3)
    expect(log.placeToHear(client)).toBe(3)
    expect(client.getQueryState(['lots'])!.isInvalidated).toBe(true)
  })
  test('what the server answers to a change leads over what was shown, unless more waits to be said', () => {
    client.setQueryData(
      ['jars'],
      [jar({ id: 'j1', version: 2, state: 'eaten' }), jar({ id: 'j2' })],
    )
    log.putAnswer(client, '/api/jars/j1/fate', jar({ id: 'j1', version: 3, state: 'given' }))
    const first = () => client.getQueryData<{ state: string }[]>(['jars'])![0]!.state
    expect(first()).toBe('given')
    log.putAnswer(client, '/api/jars/j1/fate', jar({ id: 'j1', version: 2, state: 'frozen' }))
    expect(first()).toBe('given')
    log.putAnswer(client, '/api/jars/j1/fate', {})
    expect(first()).toBe('given')
  })
})

test('who changed what, in words', () => {
  const made = change('jars', {
    id: 'j',
    version: 1,
    state: 'on-shelf',
    useSoon: false,
    note: '',
    shelfId: 's1',
  })
  const moved = change('jars', { ...made.row, version: 2, shelfId: null, useSoon: true })
  const eaten = change('jars', { ...moved.row, version: 3, state: 'processed-again', stateAt: 'x' })
  expect(changeWords(made, undefined)).toBe('made')
  expect(changeWords(moved, made)).toBe('use soon: yes, shelf: nothing')
  expect(changeWords(eaten, moved)).toBe('state: processed again')
  expect(changeWords(change('jars', { ...eaten.row, version: 4 }), eaten)).toBe('kept as it was')
  expect(changeWords(change('jars', null, { id: 'j' }), eaten)).toBe('removed')
})
