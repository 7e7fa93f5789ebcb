// @vitest-environment jsdom
// Records: the logbook as it is searched, the year as it is drawn, next season as it is decided;
// and tokens of other programs under Household.
import type { LogbookLine, NeedRow, Planting } from '@kelvit/contract'
import { yearRecord, type YearJar } from '@kelvit/core'
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { describe, expect, test, vi } from 'vitest'
import { Programs } from '../src/station/household/programs'
import { Logbook } from '../src/station/records/logbook'
import { Page as NextPage } from '../src/station/records/next-page'
import { RowsIn } from '../src/station/records/rows-in'
import { Page as YearPage } from '../src/station/records/year-page'
import { jar as jarOfYear } from '../../core/test/kit/year'
import { household, jar, load } from './kit'
import { show, stage } from './show'

stage()

/** Answers requests by what begins with a path, and keeps what was asked. */
function answering(answers: Readonly<Record<string, unknown>>) {
  const asked: { method: string; path: string; body: unknown }[] = []
  vi.stubGlobal('fetch', (path: string, init: { method?: string; body?: string } = {}) => {
    const body = init.body === undefined ? undefined : (JSON.parse(init.body) as unknown)
    asked.push({ method: init.method ?? 'GET', path, body })
    const found = Object.entries(answers).find(([start]) => path.startsWith(start))
    if (!found) return new Promise(() => undefined)
    if (found[1] instanceof Error) return Promise.reject(new TypeError('no network'))
    return Promise.resolve(
      new Response(JSON.stringify(found[1]), {
        headers: { 'content-type': 'application/json', 'kelvit-answer': 'yes' },
      }),
    )
  })
  return asked
}

const line = (more: Partial<LogbookLine> = {}): LogbookLine => ({
  id: 'd1',
  code: 'ABCD',
  cannerId: 'c1',
  startsAt: '2025-08-14T23:00:00Z',
  stage: 'checked',
  verdict: 'as-tested',
  reason: '',
  minutes: 120,
  sketch: { minutes: 60, target: 12, points: [[0, 0], [8, 12.5], [38, 12.5], [60, 0]], runs: [[8, 38]], broke: [] }, // prettier-ignore
  ...{ sealed: 5, unsealed: 1 },
  portions: [{ formId: 'beets', pack: 'hot', jar: 'quart', jars: 7, filled: 6 }],
  ...more,
})

describe('the logbook', () => {
  test('words are asked for when the typing rests, once, and what is typed stands', async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true })
    const asked = answering({ '/api/logbook': { rows: [line()], before: null } })
    show(<Logbook />)
    const box = screen.getByLabelText('Words')
    for (const typed of ['d', 'dr', 'draught ']) fireEvent.change(box, { target: { value: typed } })
    await act(() => vi.advanceTimersByTimeAsync(1000))
    const words = asked
      .filter((a) => a.path.startsWith('/api/logbook'))
      .map((a) => new URLSearchParams(a.path.split('?')[1]).get('q'))
    expect(words).toEqual([null, 'draught'])
    expect(box).toHaveProperty('value', 'draught ')
  })
  test('jars that really went in are told, with day, batch and reason', async () => {
    const reason = 'The water boiled away before the end.'
    answering({
      '/api/logbook': { rows: [line({ verdict: 'not-processed', reason })], before: null },
    })
    show(<Logbook />)
    expect(await screen.findByText('6 quarts of beets')).toBeDefined()
    expect(screen.getByText(/not processed as tested/)).toBeDefined()
    expect(screen.getByText(reason)).toBeDefined()
    expect(screen.getByText(/ABCD/)).toBeDefined()
    // One evening that was not like the others is drawn with a heavier line; its open lid is told.
    expect(document.querySelector('path')?.getAttribute('stroke-width')).toBe('2.5')
    expect(screen.getByRole('img', { name: '5 sealed, 1 did not' })).toBeDefined()
  })
  test('an evening like all others is quiet, and nothing is said of lids nobody pressed', async () => {
    answering({ '/api/logbook': { rows: [line({ sealed: 0, unsealed: 0 })], before: null } })
    show(<Logbook />)
    expect(await screen.findByText('6 quarts of beets')).toBeDefined()
    expect(document.querySelector('path')?.getAttribute('stroke-width')).toBe('1.75')
    expect(screen.queryByRole('img')).toBeNull()
  })
  test('what is chosen is asked for, and stands in the address to be shared', async () => {
    const asked = answering({ '/api/logbook': { rows: [line()], before: null } })
    show(<Logbook />, { at: '/?food=beets' })
    fireEvent.change(screen.getByLabelText('Judged'), { target: { value: 'in-doubt' } })
    await waitFor(() => expect(asked.at(-1)?.path).toContain('judged=in-doubt'))
    expect(asked.at(-1)?.path).toContain('food=beets')
    expect(screen.getByLabelText('Food')).toHaveProperty('value', 'beets')
  })
  test('nothing that fits is another sentence than nothing at all', async () => {
    answering({ '/api/logbook': { rows: [], before: null } })
    show(<Logbook />, { at: '/?q=turnips' })
    expect(await screen.findByText('Nothing in the logbook matches')).toBeDefined()
  })
  test('without a network: what this device has, and that it is no more than that', async () => {
    answering({ '/api/logbook': new Error() })
    show(<Logbook />, { lists: { loads: [load({ stage: 'checked' }), load({ id: 'd2' })] } })
    expect(await screen.findByText('On this device: 1 load recently.')).toBeDefined()
    expect(screen.getByRole('alert')).toBeDefined()
  })
})

const yearJar = (more: Partial<YearJar> = {}): YearJar =>
  jarOfYear({ foodId: 'beets', cannedOn: '2025-08-04', loadId: 'd1', ...more })
const beets2025 = (prices = household.settings.prices) =>
  yearRecord({
    year: 2025,
    today: '2026-01-10',
    ended: [{ foodId: 'beets', end: 'frozen', lb: 12 }],
    jars: [
      ...Array.from({ length: 6 }, () => yearJar()),
      yearJar({ state: 'eaten', goneOn: '2025-11-03' }),
      yearJar({
        seal: 'unsealed',
        state: 'discarded',
        goneOn: '2025-08-05',
        cause: 'Nick in the rim',
      }),
    ],
    loads: [
      {
        id: 'd1',
        code: 'ABCD',
        onDate: '2025-08-04',
        verdict: 'as-tested',
        reason: '',
        minutes: 150,
      },
    ],
    yields: [],
    prices,
  })
const atYear = (told: unknown, at = '/records/year/2025') =>
  show(
    <Routes>
      <Route path="/records/year" element={<YearPage />} />
      <Route path="/records/year/:year" element={<YearPage />} />
    </Routes>,
    {
      at,
      reads: [
        [['years'], [{ year: 2025, jars: 8, loads: 1 }]],
        [['years', 2025], told],
      ] as never,
    },
  )

describe('the year', () => {
  test('says first what it came to, and draws a row a food with the same figures', () => {
    atYear(beets2025())
    expect(screen.getByText('7 jars canned in 1 load, 1 eaten')).toBeDefined()
    expect(screen.getByText(/7 quarts of food, about 3 hours/)).toBeDefined()
    expect(screen.getByRole('img', { name: 'Beets: 7 canned, 1 eaten, 6 left' })).toBeDefined()
    expect(
      within(screen.getByRole('region', { name: 'What failed' })).getByText('Nick in the rim'),
    ).toBeDefined()
  })
  test('the drawing stands there in words too: the weeks in which something was done, with its figures', () => {
    atYear(beets2025())
    const table = within(screen.getByRole('region', { name: 'The year’s weeks' }))
    const rows = table.getAllByRole('row').slice(1)
    expect(rows.map((r) => r.textContent)).toEqual(['4 Aug 20257 beets2.5 h', '3 Nov 20251 beets'])
  })
  test('a jar without a price for its produce is marked; nothing known is left empty', () => {
    const { again } = atYear(beets2025({ ...household.settings.prices, lid: 0.5 }))
    expect(screen.getByText('$0.50 *')).toBeDefined()
    expect(screen.getByText(/Without produce that was weighed in without a price/)).toBeDefined()
    again(<p>gone</p>)
    atYear(beets2025())
    expect(screen.queryByText(/\$/)).toBeNull()
  })
  test('without an address the latest year there is', () => {
    atYear(beets2025(), '/records/year')
    expect(screen.getByRole('heading', { name: 'How was 2025?' })).toBeDefined()
  })
  test('a price is kept when its field is left, with the others as they are', async () => {
    const asked = answering({ '/api/household': { ...household, version: 2 } })
    atYear(beets2025())
    const lid = screen.getByLabelText('A lid')
    fireEvent.change(lid, { target: { value: '0,35' } })
    fireEvent.blur(lid)
    await waitFor(() => expect(asked.filter((a) => a.method === 'PATCH')).toHaveLength(1))
    const { body } = asked.find((a) => a.method === 'PATCH')!
    expect(body).toMatchObject({
      version: 1,
      settings: { burners: 2, prices: { lid: 0.35, jarRuns: 20 } },
    })
  })
  test('leaving a field that was not touched sends nothing', () => {
    const asked = answering({})
    atYear(beets2025())
    fireEvent.blur(screen.getByLabelText('Fuel a load'))
    expect(asked.filter((a) => a.method === 'PATCH')).toEqual([])
  })
})

const need = (more: Partial<NeedRow> = {}): NeedRow => ({
  id: 'n1',
  foodId: 'beets',
  formId: 'beets',
  jar: 'quart',
  jarsPerMeal: 1,
  mealsPerWeek: 2,
  freshMonths: [],
  nextHarvestOn: '2027-07-20',
  certainty: 0.5,
  version: 4,
  ...more,
})
const bed = (more: Partial<Planting> = {}): Planting => ({
  id: 'p1',
  foodId: 'beets',
  formId: 'beets',
  jar: 'quart',
  variety: 'Dusk Red',
  rowFt: 60,
  expectedLb: 90,
  firstOn: '2026-07-18',
  lastOn: '2026-07-28',
  pickings: 2,
  note: '',
  version: 1,
  ...more,
})
const next = (lists: Record<string, unknown> = {}) => {
  const asked = answering({ '/api/next-season': { needs: 1, plantings: 1 } })
  show(<NextPage />, {
    lists: {
      jars: [jar()],
      lots: [],
      yields: [],
      'jar-groups': [],
      'lid-lots': [],
      needs: [need()],
      use: [{ foodId: 'beets', jarsAWeek: 1, weeks: Array.from({ length: 52 }, () => 1) }],
      plantings: [],
      ...lists,
    },
  })
  return asked
}
const sent = async (asked: ReturnType<typeof next>) => {
  await waitFor(() => expect(asked.some((a) => a.method === 'POST')).toBe(true))
  return asked.find((a) => a.method === 'POST')!.body as {
    needs: readonly Record<string, unknown>[]
    plantings: readonly Record<string, unknown>[]
  }
}
const press = () =>
  fireEvent.click(screen.getByRole('button', { name: 'Fill Needs and plantings' }))

describe('next season', () => {
  test('one press sends the needs as they are really eaten, and a bed like the last one a year on', async () => {
    const asked = next({ plantings: [bed()] })
    press()
    const { needs, plantings } = await sent(asked)
    expect(needs).toEqual([{ id: 'n1', version: 4, mealsPerWeek: 1.13 }])
    // 2026-07-18 is a Saturday; so is 364 days later, and the window is as long as it was.
    expect(plantings[0]).toMatchObject({
      foodId: 'beets',
      variety: 'Dusk Red',
      firstOn: '2027-07-17',
      lastOn: '2027-07-27',
      pickings: 2,
    })
  })
  test('a need that use bears out is left as it is', async () => {
    const asked = next({ needs: [need({ mealsPerWeek: 1.1 })] })
    press()
    expect((await sent(asked)).needs).toEqual([])
  })
  test('what has its bed for that season already is not chosen', () => {
    next({ plantings: [bed({ firstOn: '2027-07-18', lastOn: '2027-08-01' })] })
    expect(screen.getByRole('checkbox')).toHaveProperty('checked', false)
    expect(screen.getByRole('button', { name: 'Fill Needs and plantings' })).toHaveProperty(
      'disabled',
      true,
    )
    expect(screen.getByText(/first picking expected 18 Jul/)).toBeDefined()
  })
  test('a bed of the season that runs is no bed of the next', () => {
    next({ plantings: [bed({ firstOn: '2026-08-20', lastOn: '2026-09-20' })] })
    expect(screen.getByRole('checkbox')).toHaveProperty('checked', true)
  })
  test('nothing is known of what the house eats: the one next step', () => {
    next({ needs: [] })
    expect(screen.getByRole('link', { name: 'Say what you eat' })).toBeDefined()
  })
})

const preview = (more: object = {}) => ({
  columns: ['Crop', 'Weight', 'When'],
  fields: [
    { name: 'food', required: true, column: 'Crop', help: 'A food.' },
    { name: 'lb', required: true, column: null, help: 'How much.' },
  ],
  rows: [
    { line: 2, words: '14 lb of beets', trouble: [], here: false },
    { line: 3, words: '', trouble: ['“moonbeams”: Kelvit doesn’t know this food.'], here: false },
    { line: 4, words: '9 lb of carrots', trouble: [], here: true },
  ],
  good: 2,
  bad: 1,
  here: 1,
  written: 0,
  ...more,
})
const choose = (): void => {
  const file = new File(['Crop,Weight,When'], 'garden.csv', { type: 'text/csv' })
  fireEvent.change(screen.getByLabelText('A CSV file from your spreadsheet'), {
    target: { files: [file] },
  })
}

describe('rows of a file', () => {
  /** Answers as the server would, and keeps the addresses. */
  const files = (answer: (path: string) => Response) => {
    const asked: string[] = []
    vi.stubGlobal('fetch', (path: string) => {
      asked.push(path)
      return Promise.resolve(answer(path))
    })
    return asked
  }
  const json = (told: object, status = 200): Response =>
    new Response(JSON.stringify(told), {
      status,
      headers: { 'content-type': 'application/json', 'kelvit-answer': 'yes' },
    })
  test('are looked at first, and written only by a press of their own', async () => {
    const asked = files(() => json(preview({ written: 1 })))
    show(<RowsIn />)
    choose()
    expect(await screen.findByText('14 lb of beets')).toBeDefined()
    expect(screen.getByText(/Kelvit doesn’t know this food/)).toBeDefined()
    expect(screen.getByText('1 row here already, 1 row left out, as explained above')).toBeDefined()
    expect(asked.some((a) => a.includes('write'))).toBe(false)
    fireEvent.click(screen.getByRole('button', { name: 'Take 1 row in' }))
    expect(await screen.findByText('1 row imported.')).toBeDefined()
    expect(asked.filter((a) => a.includes('write=true'))).toHaveLength(1)
  })
  test('a column that was not found is chosen, and the file is looked at again', async () => {
    const asked = files(() => json(preview()))
    show(<RowsIn />)
    choose()
    fireEvent.change(await screen.findByLabelText('lb, needed'), { target: { value: 'Weight' } })
    await waitFor(() =>
      expect(decodeURIComponent(asked.at(-1) ?? '')).toContain('columns=lb=Weight'),
    )
  })
  test('a file that cannot be read says so, and offers nothing to take in', async () => {
    files(() => json({ status: 422, detail: 'This file is not in UTF-8.' }, 422))
    show(<RowsIn />)
    choose()
    expect(await screen.findByRole('alert')).toHaveProperty(
      'textContent',
      'This file is not in UTF-8.',
    )
    expect(screen.queryByRole('button', { name: /Take/ })).toBeNull()
  })
  test('an answer to an earlier look does not come over a later one', async () => {
    const waiting: ((r: Response) => void)[] = []
    vi.stubGlobal('fetch', () => new Promise<Response>((done) => waiting.push(done)))
    show(<RowsIn />)
    choose()
    fireEvent.change(screen.getByLabelText('What’s in the file'), { target: { value: 'lots' } })
    await waitFor(() => expect(waiting).toHaveLength(2))
    await act(async () => {
      waiting[1]!(
        json(preview({ rows: [{ line: 2, words: 'the later', trouble: [], here: false }] })),
      )
      await Promise.resolve()
      waiting[0]!(
        json(preview({ rows: [{ line: 2, words: 'the earlier', trouble: [], here: false }] })),
      )
    })
    expect(await screen.findByText('the later')).toBeDefined()
    expect(screen.queryByText('the earlier')).toBeNull()
  })
})

describe('tokens of other programs', () => {
  test('made with a name, a scope and an end; its secret is shown this once', async () => {
    const asked = answering({
      '/api/tokens/': { token: 'kelvit_secret' },
      '/api/tokens': [],
    })
    show(<Programs />)
    fireEvent.change(screen.getByLabelText('For what'), { target: { value: ' Cellar lamp ' } })
    fireEvent.change(screen.getByLabelText('It can'), { target: { value: 'pantry' } })
    fireEvent.click(screen.getByRole('button', { name: 'Make a token' }))
    expect(await screen.findByDisplayValue('kelvit_secret')).toBeDefined()
    const { path, body } = asked.find((a) => a.method === 'PUT')!
    expect(path).toMatch(/^\/api\/tokens\/[0-9a-f-]{36}$/)
    expect(body).toEqual({ name: 'Cellar lamp', scope: 'pantry', days: 365 })
  })
  test('revoked at the second press', async () => {
    const asked = answering({
      '/api/tokens': [
        {
          id: 't1',
          name: 'Old script',
          scope: 'everything',
          createdAt: '2026-01-01T00:00:00Z',
          expiresAt: '2027-01-01T12:00:00Z',
          lastUsedAt: null,
          of: 'Alder',
        },
      ],
    })
    show(<Programs />)
    expect(
      await screen.findByText(/everything I can do, until 1 Jan 2027, not used yet/),
    ).toBeDefined()
    fireEvent.click(screen.getByRole('button', { name: 'Revoke…' }))
    expect(asked.some((a) => a.method === 'DELETE')).toBe(false)
    fireEvent.click(screen.getByRole('button', { name: 'Revoke it' }))
    await waitFor(() =>
      expect(asked.find((a) => a.method === 'DELETE')?.path).toBe('/api/tokens/t1'),
    )
  })
})
