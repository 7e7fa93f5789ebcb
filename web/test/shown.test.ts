// @vitest-environment jsdom
// What this device shows of changes that wait here, and what is said when they went otherwise.
import 'fake-indexeddb/auto'
import type { Jar, TakeAnswer } from '@kelvit/contract'
import { QueryClient } from '@tanstack/react-query'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { jar, lot, TODAY } from './kit'
import { countOf, shownCome } from '../src/station/pantry/count-draft'
import { filterJars } from '../src/station/pantry/filter'
import { saidOtherwise } from '../src/sync/otherwise'

let log: typeof import('../src/sync/log')
let outbox: typeof import('../src/sync/outbox')
let close: () => void
let member = 0
beforeEach(async () => {
  vi.resetModules()
  vi.stubGlobal('fetch', () => new Promise(() => undefined))
  ;[log, outbox] = [await import('../src/sync/log'), await import('../src/sync/outbox')]
  close = outbox.openOutbox(
    { householdId: 'h', memberId: `m${++member}` },
    { refused: () => undefined, delivered: () => undefined },
  )
})
afterEach(() => {
  close()
  vi.unstubAllGlobals()
})

const take = (id: string, state: Jar['state']) => ({
  path: `/api/takes/${id}`,
  body: {},
  shows: { key: 'jars', rows: [{ id, state, stateAt: '2026-08-14T23:00:00Z' }] },
})

describe('what waits is shown', () => {
  test('at once, in the list that is there', () => {
    const client = new QueryClient()
    client.setQueryData(['jars'], [jar({ id: 'a' }), jar({ id: 'b' })])
    log.showAndSend(client, take('a', 'eaten'))
    expect(client.getQueryData<Jar[]>(['jars'])!.map((j) => j.state)).toEqual(['eaten', 'on-shelf'])
  })
  test('over a list that is read anew before it was sent, the last word of each row', () => {
    outbox.sendOut(take('a', 'eaten'))
    outbox.sendOut(take('a', 'on-shelf'))
    outbox.sendOut(take('b', 'given'))
    const list = [jar({ id: 'a', version: 4 }), jar({ id: 'b' }), jar({ id: 'c' })]
    const shown = log.withShown('jars', list)
    expect(shown.map((j) => j.state)).toEqual(['on-shelf', 'given', 'on-shelf'])
    expect(shown[0]!.version).toBe(4)
    expect(log.withShown('lots', [lot({ id: 'a' })])).toEqual([lot({ id: 'a' })])
  })
  test('a new row stands where the server would answer it; one taken back is gone', () => {
    const fresh = { ...lot({ id: 'n', arrivedOn: '2026-08-13' }), version: 0 }
    outbox.sendOut({ path: '/api/lots/n', body: {}, shows: { key: 'lots', rows: [fresh] } })
    const list = [
      lot({ id: 'a', arrivedOn: '2026-08-12' }),
      lot({ id: 'z', arrivedOn: '2026-08-14' }),
    ]
    expect(log.withShown('lots', list).map((l) => l.id)).toEqual(['a', 'n', 'z'])
    outbox.sendOut({ path: '/api/lots/n', method: 'DELETE', shows: { key: 'lots', gone: ['n'] } })
    expect(log.withShown('lots', list).map((l) => l.id)).toEqual(['a', 'z'])
  })
  test('part of a row that is not here makes no half row', () => {
    outbox.sendOut(take('elsewhere', 'eaten'))
    expect(log.withShown('jars', [jar({ id: 'a' })]).map((j) => j.id)).toEqual(['a'])
  })
  test('a held jar stays held while a take of it waits', () => {
    outbox.sendOut(take('a', 'eaten'))
    const [shown] = log.withShown('jars', [jar({ id: 'a', hold: 'in-doubt' })])
    expect(shown).toMatchObject({ state: 'eaten', hold: 'in-doubt' })
  })
  test('what the server answers to a take leads, unless more of the same jar waits', () => {
    const client = new QueryClient()
    client.setQueryData(['jars'], [jar({ id: 'a' }), jar({ id: 'b' })])
    const answer: TakeAnswer = {
      jars: [jar({ id: 'b', state: 'eaten', version: 2 })],
      substituted: true,
      short: 0,
    }
    log.putAnswer(client, '/api/takes/t', answer)
    const states = () => client.getQueryData<Jar[]>(['jars'])!.map((j) => j.state)
    expect(states()).toEqual(['on-shelf', 'eaten'])
    outbox.sendOut(take('b', 'on-shelf'))
    log.putAnswer(client, '/api/takes/t', {
      ...answer,
      jars: [jar({ id: 'b', state: 'given', version: 3 })],
    })
    expect(states()).toEqual(['on-shelf', 'eaten'])
  })
})

describe('what the server decided otherwise is said', () => {
  const said = (body: object, answer: object) =>
    saidOtherwise(
      { path: '/api/takes/t', body: { preferred: ['a'], count: 1, why: 'eaten', ...body } },
      { jars: [jar({ id: 'a' })], substituted: false, short: 0, ...answer },
    )
  test('nothing, when all went as it was said', () => {
    expect(said({}, {})).toBeUndefined()
    expect(saidOtherwise({ path: '/api/lots/x', body: {} }, {})).toBeUndefined()
    expect(saidOtherwise({ path: '/api/takes/t/undo', body: {} }, { short: 1 })).toBeUndefined()
  })
  test('another jar, too few, none at all', () => {
    expect(said({}, { substituted: true, jars: [jar({ id: 'b', code: 'B-2' })] })).toBe(
      'Somebody else took it first: jar B-2, the next oldest, was taken instead.',
    )
    expect(said({ count: 3 }, { short: 2 })).toBe('Somebody else was first: only 1 of 3 were left.')
    expect(said({}, { jars: [], short: 1 })).toContain('Nothing was taken')
    expect(said({ why: 'moved' }, { jars: [], short: 1 })).toContain('not moved')
  })
  test('of a count: each jar that stayed as it was, and why', () => {
    const left = [{ jarId: 'a', sentence: 'Jar A-1: This jar was already discarded.' }]
    expect(saidOtherwise({ path: '/api/counts/c', body: {} }, { left })).toBe(left[0]!.sentence)
    expect(saidOtherwise({ path: '/api/counts/c', body: {} }, { left: [] })).toBeUndefined()
  })
})

describe('a walk along a shelf', () => {
  const shelf = [
    jar({ id: 'a', bestBy: '2026-09-01' }),
    jar({ id: 'b', bestBy: '2026-10-01' }),
    jar({ id: 'c', foodId: 'beets' }),
  ]
  test('kinds nobody counted are not spoken of', () => {
    expect(countOf(shelf, 's1', {}, [], [])).toEqual({ found: [], missing: [], came: [] })
    expect(countOf(shelf, 's1', { 'beans-snap quart': 1 }, [], [])).toMatchObject({
      found: ['b'],
      missing: ['a'],
    })
  })
  test('a jar that somebody holds is there, and another is the missing one', () => {
    const { found, missing } = countOf(shelf, 's1', { 'beans-snap quart': 1 }, ['a'], [])
    expect([...found]).toEqual(['a'])
    expect(missing).toEqual(['b'])
  })
  test('new lines have an id for each jar; one without a word on its process is not sent', () => {
    const line = {
      key: 'k',
      foodId: 'corn',
      jar: 'pint' as const,
      mouth: 'regular' as const,
      jars: 3,
      year: 2024,
      gotFrom: ' Wren ',
    }
    const { came } = countOf(
      shelf,
      null,
      {},
      [],
      [
        { ...line, process: 'told' },
        { ...line, process: '' },
      ],
    )
    expect(came).toHaveLength(1)
    expect(came[0]).toMatchObject({ cannedOn: '2024-01-01', gotFrom: 'Wren', process: 'told' })
    const june = countOf(shelf, null, {}, [], [{ ...line, month: 6, process: 'told' }])
    expect(june.came[0]!.cannedOn).toBe('2024-06-01')
    expect(new Set(came[0]!.ids).size).toBe(3)
    const shown = shownCome(
      came,
      's1',
      { bestMonths: 12, reviewMonths: 24, foodMonths: {} },
      TODAY,
      'now',
    )
    expect(shown).toHaveLength(3)
    expect(shown[0]).toMatchObject({
      id: came[0]!.ids[0],
      bestBy: '2025-01-01',
      shelfId: 's1',
      version: 0,
    })
  })
})

describe('a part of the pantry', () => {
  const jars = [
    jar({ id: 'fresh', bestBy: '2027-01-01', reviewBy: '2028-01-01' }),
    jar({ id: 'past', bestBy: '2026-01-01', reviewBy: '2027-01-01', shelfId: null }),
    jar({
      id: 'old',
      bestBy: '2024-01-01',
      reviewBy: '2025-01-01',
      foodId: 'corn',
      hold: 'in-doubt',
    }),
    jar({ id: 'untested', recipeId: 'r', useSoon: true }),
  ]
  const all = { food: '', place: '', age: '', state: '' }
  const seen = (more: Partial<typeof all>) =>
    filterJars(jars, { ...all, ...more }, TODAY)
      .map((j) => j.id)
      .join(' ')
  test.each([
    [{}, 'fresh past old untested'],
    [{ food: 'corn' }, 'old'],
    [{ place: 's1' }, 'fresh old untested'],
    [{ place: 'none' }, 'past'],
    [{ age: 'best' }, 'fresh untested'],
    [{ age: 'past-best' }, 'past old'],
    [{ age: 'review' }, 'old'],
    [{ state: 'sound' }, 'fresh past'],
    [{ state: 'held' }, 'old'],
    [{ state: 'untested' }, 'untested'],
    [{ state: 'use-soon' }, 'untested'],
    [{ age: 'nonsense' }, 'fresh past old untested'],
    [{ age: 'past-best', place: 'none' }, 'past'],
  ])('%j', (filter, ids) => {
    expect(seen(filter)).toBe(ids)
  })
})
