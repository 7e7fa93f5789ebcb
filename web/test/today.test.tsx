// @vitest-environment jsdom
// Today leads: what has no evening, what runs short with its date, and the first steps of a new house.
import * as unit from '@kelvit/core'
import 'fake-indexeddb/auto'
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, test, vi } from 'vitest'
import { FirstSteps } from '../src/station/today/first-steps'
import { useDoings } from '../src/station/today/doings'
import { useIsNew } from '../src/station/today/is-new'
import { shortWords, supplyName } from '../src/household/supply-words'
import { canner, jar, load, lot } from './kit'
import { show, stage } from './show'

stage()

function Doings() {
  return (
    <ol>
      {useDoings().map((d) => (
        <li key={d.key} data-rim={d.rim}>
          {d.title}. {d.about} [{d.action}]
        </li>
      ))}
    </ol>
  )
}
const EMPTY = {
  lots: [],
  jars: [],
  canners: [],
  yields: [],
  needs: [],
  'season-loads': [],
  'jar-groups': [],
  'lid-lots': [],
  supplies: [],
  'kitchen-hours': [],
}
const shown = (lists: object): string[] => {
  vi.setSystemTime(new Date('2026-08-14T18:00:00Z'))
  show(<Doings />, { lists: { ...EMPTY, ...lists } })
  return screen.queryAllByRole('listitem').map((l) => l.textContent ?? '')
}
const corn = lot({ id: 'c', foodId: 'corn', formId: 'corn-kernel', jar: 'pint', lb: unit.pounds(39), canBy: '2026-08-16', said: '60 ears sweet corn' }) // prettier-ignore

describe('what wants doing', () => {
  test('sweet corn has no evening, with its jars and its day', () => {
    const [first] = shown({ lots: [corn] })
    expect(first).toMatch(
      /^Sweet corn isn’t scheduled\. \d+ pints of sweet corn, can by Sun 16 Aug/,
    )
    expect(first).toContain('[Find evenings]')
  })
  test('a lot that has its loads is not spoken of', () => {
    const plan = [{ id: 's', onDate: '2026-08-15', cannerId: 'c1', pinned: false, version: 1, portions: [{ lotId: 'c', formId: 'corn-kernel', pack: 'hot', jar: 'pint', mouth: 'regular', jars: 40 }] }] // prettier-ignore
    expect(shown({ lots: [corn], 'season-loads': plan }).join()).not.toContain('evening')
  })
  test('what runs short is named with its number and its day', () => {
    const groups = [{ id: 'g', jar: 'pint', mouth: 'regular', owned: 4, broken: 0, runs: 0, version: 1 }] // prettier-ignore
    const lids = [{ id: 'l', name: 'tin', mouth: 'regular', boughtOn: '2026-01-01', count: 48, left: 48, version: 1 }] // prettier-ignore
    const supplies = [{ id: 's', kind: 'bands regular', amount: 90, version: 1 }]
    const all = shown({ lots: [corn], 'jar-groups': groups, 'lid-lots': lids, supplies })
    expect(all.join('\n')).toMatch(/\d+ empty regular pints short by Sun 16 Aug/)
  })
  test('jars past their best are not promised as fresh', () => {
    const old = jar({ id: 'j', foodId: 'beets', bestBy: '2026-08-01' })
    const [pull] = shown({ jars: [old] })
    expect(pull).toMatch(/One jar to pull.*all of them are past their best. Check each one/)
  })
  test('jars that are held are counted wherever somebody might eat from them', () => {
    const held = (id: string, state: 'on-shelf' | 'opened' | 'eaten') =>
      jar({ id, state, hold: 'in-doubt', foodId: 'beets' })
    const jars = [held('a', 'on-shelf'), held('b', 'opened'), held('c', 'eaten')]
    expect(shown({ jars }).join('\n')).toMatch(
      /2 jars are held\. Beets: don’t eat until somebody has reviewed it\. One is open in the fridge\./,
    )
  })
  test('a canner that may not be used says why', () => {
    const blocks = [
      { reason: 'dial-untested' as const, sentence: 'The dial gauge has no test on record.' },
    ]
    expect(shown({ canners: [canner({ blocks })] }).join()).toContain(
      'Small canner can’t be used. The dial gauge has no test on record.',
    )
  })
  test.each([
    ['2026-08-15', 'beans-dried', true],
    ['2026-08-16', 'beans-dried', false],
    ['2026-08-15', 'beans-snap', false],
  ])('on %s %s: soaked tonight: %s', (onDate, formId, soaked) => {
    const plan = [{ id: 's', onDate, cannerId: 'c1', pinned: false, version: 1, portions: [{ lotId: 'b', formId, pack: 'hot', jar: 'pint', mouth: 'regular', jars: 9 }] }] // prettier-ignore
    const told = shown({ 'season-loads': plan }).join()
    expect(/Soak for tomorrow: dried beans.*12 to 18 hours/.test(told)).toBe(soaked)
  })
  test('an empty house has nothing that wants doing', () => expect(shown({})).toEqual([]))
})

test('how a shortage is said', () => {
  const of = (
    kind: 'lids' | 'bands' | 'jars' | 'salt' | 'citric-acid' | 'fuel',
    short: number,
  ) => ({
    key: { kind, mouth: 'wide' as const, jar: 'quart' as const },
    short,
  })
  expect(shortWords(of('jars', 107.2))).toBe('108 empty wide quarts')
  expect(shortWords(of('lids', 1))).toBe('1 wide lid')
  expect(shortWords(of('bands', 3))).toBe('3 wide bands')
  expect(shortWords(of('citric-acid', 5.5))).toBe('6 teaspoons of citric acid')
  expect(shortWords(of('salt', 2))).toBe('2 teaspoons of canning salt')
  expect(supplyName(of('jars', 0))).toBe('Empty quarts, wide')
  expect(supplyName(of('lids', 0))).toBe('Lids, wide')
  expect([supplyName(of('salt', 0)), supplyName(of('fuel', 0))]).toEqual([
    'Canning salt, tsp',
    'fuel',
  ])
})

describe('the first steps', () => {
  function New() {
    return <output>{String(useIsNew())}</output>
  }
  const open = [{ id: 'h', weekday: 6, opens: '09:00', closes: '17:00', people: 1, version: 1 }]
  test.each([
    ['nothing yet', {}, 'true'],
    ['a canner only', { canners: [canner()] }, 'true'],
    ['no harvest yet', { canners: [canner()], 'kitchen-hours': open }, 'true'],
    [
      'canner, hours and a lot',
      { canners: [canner()], 'kitchen-hours': open, lots: [corn] },
      'true',
    ],
    ['a plan', { canners: [canner()], 'season-loads': [{ id: 's1', portions: [] }] }, 'false'],
  ])('%s', (_words, lists, is) => {
    show(<New />, { lists: { ...EMPTY, ...lists } })
    expect(screen.getByRole('status').textContent).toBe(is)
  })
  test('in January an old household is not new: it ran loads, though no lot is in the house', () => {
    show(<New />, { lists: { ...EMPTY, loads: [load({ id: 'd', stage: 'checked' })] } })
    expect(screen.getByRole('status').textContent).toBe('false')
  })
  test('nor is one whose shelf was counted in', () => {
    const lists = { ...EMPTY, canners: [canner()], 'kitchen-hours': open, jars: [jar({ id: 'j' })] }
    show(<New />, { lists })
    expect(screen.getByRole('status').textContent).toBe('false')
  })
  test('the next step stands open and is done in place', async () => {
    const sent: unknown[] = []
    vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
      const json = (body: string) =>
        Promise.resolve(
          new Response(body, {
            headers: { 'content-type': 'application/json', 'kelvit-answer': 'yes' },
          }),
        )
      if (init?.method !== 'PUT') return json('[]')
      sent.push([path.split('/').slice(0, 3).join('/'), JSON.parse(String(init.body))])
      return json('{}')
    })
    show(<FirstSteps />, { lists: { ...EMPTY, canners: [canner()] } })
    expect(screen.getByRole('button', { name: 'Your canner, done' })).toBeDefined()
    // Any other may be taken first.
    fireEvent.click(screen.getByRole('button', { name: 'Jars and lids' }))
    expect(screen.getByRole('button', { name: 'Save count' })).toBeDefined()
    fireEvent.click(screen.getByRole('button', { name: 'When the kitchen is free' }))
    expect(screen.queryByRole('button', { name: 'Save count' })).toBeNull()
    const keep = screen.getByRole<HTMLButtonElement>('button', { name: 'Save hours' })
    expect(keep.disabled).toBe(true)
    fireEvent.click(screen.getByRole('button', { name: 'Tue' }))
    fireEvent.click(screen.getByRole('button', { name: 'Sat' }))
    fireEvent.click(keep)
    await waitFor(() => expect(sent.length).toBeGreaterThanOrEqual(2))
    expect(sent.slice(0, 2)).toEqual([
      ['/api/kitchen-hours', { weekday: 2, opens: '17:00', closes: '21:30', people: 1 }],
      ['/api/kitchen-hours', { weekday: 6, opens: '17:00', closes: '21:30', people: 1 }],
    ])
  })
  test('a dial without a test asks for the test first', () => {
    const blocks = [{ reason: 'dial-untested' as const, sentence: 'No test.' }]
    show(<FirstSteps />, {
      lists: { ...EMPTY, canners: [canner({ blocks, regulatedBy: 'dial', gauge: 'dial' })] },
    })
    expect(screen.getAllByText('Record its gauge test')).toHaveLength(2)
    fireEvent.click(screen.getByRole('button', { name: 'Note the test' }))
    // Nobody's dial is right by default.
    expect(screen.getByLabelText<HTMLInputElement>('Reads high by, psi').value).toBe('')
  })
})
