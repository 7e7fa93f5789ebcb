// @vitest-environment jsdom
// Pages of the pantry and of the records: what is offered of which jar, and what is said of it.
import * as unit from '@kelvit/core'
import 'fake-indexeddb/auto'
import type { GaugeRecall, Jar, SealRate } from '@kelvit/contract'
import { cleanup, fireEvent, screen, within } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import * as outbox from '../src/sync/outbox'
import { Page as RecallPage } from '../src/station/gear/recall-page'
import { Page as CountPage } from '../src/station/pantry/count-page'
import { Page as FoodPage } from '../src/station/pantry/food-page'
import { Page as JarPage } from '../src/station/pantry/jar-page'
import { ShelfDrawing } from '../src/station/pantry/shelf-drawing'
import { stackSize } from '../src/station/pantry/shelf-view'
import { TakeSheet } from '../src/station/pantry/take-sheet'
import { lineOfLoad } from '../src/station/records/line-of-load'
import { Page as RecordsPage } from '../src/station/records/page'
import { canner, jar, load, need, TODAY } from './kit'
import { show, stage } from './show'

stage()
let close: () => void
let owner = 0
beforeEach(() => {
  vi.useFakeTimers({ toFake: ['Date'], now: Date.parse('2026-08-14T18:00:00Z') })
  close = outbox.openOutbox(
    { householdId: 'h', memberId: `p${++owner}` },
    { refused: () => undefined, delivered: () => undefined },
  )
})
afterEach(() => close())

const SHELVES = [
  { id: 's1', name: 'Cellar', position: 1, version: 1 },
  { id: 's2', name: 'Hall', position: 2, version: 1 },
]
const page = (path: string, at: string, element: React.ReactElement, jars: readonly Jar[]) =>
  show(
    <Routes>
      <Route path={path} element={element} />
    </Routes>,
    { at, lists: { jars, shelves: SHELVES, lots: [], canners: [canner()] } },
  )
/** The last thing that was said: where to, and what. */
const sent = () =>
  outbox
    .waitingToSend()
    .slice(-1)
    .map((w) => [w.path.split('/')[2], w.body] as const)

describe('a jar', () => {
  const at = (more: Partial<Jar>) => page('/j/:id', '/j/j1', <JarPage />, [jar(more)])
  test('sound: taken, opened, given, thrown away, moved', () => {
    at({})
    for (const name of ['Take this jar', 'Opened', 'Give it away', 'Throw it away'])
      expect(screen.getByRole('button', { name })).toBeDefined()
    fireEvent.change(screen.getByLabelText('Move to'), { target: { value: 's2' } })
    expect(sent()).toEqual([
      [
        'takes',
        expect.objectContaining({ why: 'moved', preferred: ['j1'], toShelfId: 's2', count: 1 }),
      ],
    ])
  })
  test('held: neither taken nor given, and it says do not eat', () => {
    at({ hold: 'in-doubt', loadId: 'd1' })
    expect(screen.getByText('Set aside: don’t eat.')).toBeDefined()
    for (const name of ['Take this jar', 'Opened', 'Give it away'])
      expect(screen.queryByRole('button', { name })).toBeNull()
    expect(screen.getByRole('button', { name: 'Throw it away' })).toBeDefined()
  })
  test('untested: the same', () => {
    at({ recipeId: 'r1', formId: null, foodId: 'untested' })
    expect(screen.getByText('Do not eat.')).toBeDefined()
    expect(screen.queryByRole('button', { name: 'Take this jar' })).toBeNull()
  })
  test('of an unknown process: no best-by, not given, and soon or not at all', () => {
    at({ process: 'unknown', gotFrom: 'Wren', useSoon: true })
    expect(screen.queryByText('Best by')).toBeNull()
    expect(screen.getByText('nobody knows')).toBeDefined()
    expect(screen.getByText('Nobody knows how this jar was processed.')).toBeDefined()
    expect(screen.queryByRole('button', { name: 'Give it away' })).toBeNull()
    expect(screen.getByRole('button', { name: 'Take this jar' })).toBeDefined()
  })
  test('opened: eaten up or thrown away, and never back on the shelf', () => {
    at({ state: 'opened' })
    expect(screen.getByRole('button', { name: 'Eaten up' })).toBeDefined()
    expect(screen.queryByRole('button', { name: /still on the shelf/ })).toBeNull()
  })
  test('the look before the taste, with the minutes of this kitchen and the guide it follows', () => {
    at({})
    expect(screen.getByText(/Boil it 13 minutes before tasting/)).toBeDefined()
    expect(screen.getByText(/boil for 30 minutes/)).toBeDefined()
    expect(screen.getByText(/see a doctor at once/)).toBeDefined()
    expect(screen.getByText(/USDA Complete Guide to Home Canning, Guide 1/)).toBeDefined()
  })
})

describe('taking', () => {
  const jars = [
    jar({ id: 'new', code: 'N-1', bestBy: '2027-06-01' }),
    jar({ id: 'old', code: 'O-1', bestBy: '2026-09-01' }),
    jar({ id: 'held', code: 'H-1', bestBy: '2025-01-01', hold: 'in-doubt' }),
  ]
  const open = () => {
    show(<TakeSheet jars={jars} today={TODAY} onClose={() => undefined} />, {
      lists: { jars, shelves: SHELVES },
    })
    fireEvent.click(screen.getByRole('button', { name: /Snap beans/ }))
  }
  test('the oldest sound one is offered, two if two are wanted, another if that is chosen', () => {
    open()
    expect(screen.getByText(/jar O-1, canned/)).toBeDefined()
    fireEvent.click(screen.getByRole('button', { name: 'How many: one more' }))
    expect(screen.getByText(/O-1, N-1/)).toBeDefined()
    fireEvent.click(screen.getByRole('button', { name: 'How many: one less' }))
    fireEvent.change(screen.getByLabelText('Which'), { target: { value: 'new' } })
    expect(screen.getByText(/jar N-1, canned/)).toBeDefined()
    expect(screen.getByText(/Not the oldest of 2 jars/)).toBeDefined()
  })
  test('why is said with it, and to whom', async () => {
    open()
    fireEvent.change(screen.getByLabelText('What for'), { target: { value: 'given' } })
    fireEvent.change(screen.getByLabelText(/To whom/), { target: { value: 'Alder' } })
    fireEvent.click(screen.getByRole('button', { name: 'Take this jar' }))
    await vi.waitFor(() =>
      expect(sent()).toEqual([
        ['takes', expect.objectContaining({ why: 'given', note: 'Alder', preferred: ['old'] })],
      ]),
    )
  })
})

describe('a count', () => {
  test('nothing is counted by itself; fewer are missing, the oldest; one line for each kind', () => {
    page('/count', '/count', <CountPage />, [
      jar({ id: 'a', code: 'A-1', bestBy: '2026-09-01' }),
      jar({ id: 'b', code: 'B-1', bestBy: '2027-01-01' }),
    ])
    const put = screen.getByRole('button', { name: 'Save count' })
    expect(screen.getByText('Nothing counted yet.')).toBeDefined()
    expect((put as HTMLButtonElement).disabled).toBe(true)
    fireEvent.click(screen.getByRole('button', { name: /one less/ }))
    expect(screen.getByText('missing: A-1')).toBeDefined()
    expect(screen.getByText('1 jar found, 1 jar missing')).toBeDefined()
    fireEvent.click(put)
    expect(sent()).toEqual([
      [
        'counts',
        expect.objectContaining({ shelfId: 's1', found: ['b'], missing: ['a'], came: [] }),
      ],
    ])
  })
})

describe('how long a food lasts', () => {
  const weeks = Array.from({ length: 20 }, () => 0)
  test('what passes its best, and what to do; one press carries the real use into needs', () => {
    const jars = Array.from({ length: 4 }, (_, i) =>
      jar({ id: `j${i}`, code: `J-${i}`, bestBy: '2026-09-01' }),
    )
    show(
      <Routes>
        <Route path="/food/:food" element={<FoodPage />} />
      </Routes>,
      {
        at: '/food/beans-snap',
        lists: {
          jars,
          shelves: SHELVES,
          needs: [need({ jarsPerMeal: 1, mealsPerWeek: 2 })],
          use: [{ foodId: 'beans-snap', jarsAWeek: 0, weeks }],
        },
      },
    )
    expect(screen.getAllByText(/will pass their best|will pass its best/).length).toBeGreaterThan(0)
    expect(screen.getByText(/less next season/)).toBeDefined()
    expect(screen.getByRole('button', { name: /into Needs/ })).toBeDefined()
  })
})

describe('records', () => {
  test('loads by how they were judged, and seals with what they may really be', () => {
    const rates: SealRate[] = [
      { by: 'food', name: 'beans-snap', jars: 40, sealed: 38 },
      { by: 'lids', name: 'tin by the door', jars: 5, sealed: 5 },
    ]
    const base = load()
    const bad = {
      ...base,
      id: 'd2',
      code: 'WXYZ',
      stage: 'checked' as const,
      judgement: {
        verdict: 'in-doubt' as const,
        reasons: [
          { code: 'recalled' as const, sentence: 'The true pressure may have been short.' },
        ],
      },
    }
    show(<RecordsPage />, {
      lists: {
        canners: [canner()],
        'seal-rates': rates,
      },
      reads: [
        [
          ['load', 'logbook', ''],
          {
            pages: [
              {
                rows: [
                  ...lineOfLoad({
                    ...base,
                    stage: 'checked',
                    judgement: { verdict: 'as-tested', reasons: [] },
                  }),
                  ...lineOfLoad(bad),
                ],
                before: null,
              },
            ],
            pageParams: [''],
          },
        ],
      ],
    })
    expect(screen.getByText(/processed as tested/)).toBeDefined()
    expect(screen.getByText(/The true pressure may have been short/)).toBeDefined()
    expect(screen.getByText('38 of 40 jars, 95%')).toBeDefined()
    expect(screen.getByText('5 of 5 jars: too few to tell')).toBeDefined()
    // Wilson's interval for 38 of 40, by hand: 83.5 to 98.6%.
    expect(screen.getByRole('img', { name: '83 to 99%' }) ?? null).not.toBeNull()
  })
  test('a recall names each load, what it was in truth, and its jars', async () => {
    const recall: GaugeRecall = {
      test: {
        id: 't1',
        cannerId: 'c1',
        testedOn: TODAY,
        errorPsi: unit.psi(1.5),
        testedBy: 'the fair',
        struckAt: null,
        struckBy: null,
        struckWhy: null,
        version: 1,
      },
      since: '2025-08-01',
      ran: 9,
      loads: [
        {
          loadId: 'd1',
          code: 'ABCD',
          // Late on 1 May in the household's zone.
          startsAt: '2026-05-02T03:00:00Z',
          requiredPsi: 12,
          worstReadingPsi: 12.5,
          truePsi: 11,
          lookedInto: false,
          stage: 'checked',
          jars: [jar({ code: 'ABCD-1' })],
          elsewhere: [
            { ...jar({ id: 'g', code: 'ABCD-2', state: 'given' }), to: 'Rowan' },
            { ...jar({ id: 'e', code: 'ABCD-3', state: 'eaten' }), to: '' },
          ],
        },
      ],
    }
    show(
      <Routes>
        <Route path="/r/:id" element={<RecallPage />} />
      </Routes>,
      { at: '/r/t1', lists: { canners: [canner()] }, reads: [[['load', 'recall', 't1'], recall]] },
    )
    expect(
      screen.getByText(/The dial reads 1½ psi high: 1 load may have run too low/),
    ).toBeDefined()
    const one = within(screen.getByRole('region', { name: 'Batch ABCD' }))
    expect(one.getByRole('heading', { name: 'Batch ABCD, 1 May' })).toBeDefined()
    expect(one.getByText('really 11 psi')).toBeDefined()
    expect(one.getByRole('link', { name: 'ABCD-1' })).toBeDefined()
    expect(one.getByText(/1 jar was eaten. At any sign of illness/)).toBeDefined()
    expect(screen.getByText(/Do not eat from these jars/)).toBeDefined()
    // Whoever has one does not know.
    const out = within(screen.getByRole('region', { name: 'Jars out of the house' }))
    expect(out.getByText('given away to Rowan')).toBeDefined()
    expect(out.getByText(/Please don’t eat the/)).toBeDefined()
    expect(out.getByRole('heading', { name: 'Call these people today' })).toBeDefined()
    // Over plain http a browser has no clipboard: it is said, and nothing breaks.
    expect('clipboard' in navigator).toBe(false)
    fireEvent.click(out.getByRole('button', { name: 'Copy message' }))
    expect(await screen.findByText(/Select the message and copy it/)).toBeDefined()
  })
  test('an empty recall says how many loads were checked, and that a test was struck out', () => {
    const shown = (more: Partial<GaugeRecall>) => {
      cleanup()
      const test = { id: 't1', cannerId: 'c1', testedOn: TODAY, errorPsi: unit.psi(1), testedBy: '', struckAt: null, struckBy: null, struckWhy: null, version: 1 } // prettier-ignore
      const recall = { test, since: null, ran: 0, loads: [], ...more }
      show(
        <Routes>
          <Route path="/r/:id" element={<RecallPage />} />
        </Routes>,
        {
          at: '/r/t1',
          lists: { canners: [canner()] },
          reads: [[['load', 'recall', 't1'], recall]],
        },
      )
      return screen.getByRole('main').textContent
    }
    expect(shown({})).toMatch(/No load ran on this dial.*Jars from before Kelvit are not in here/)
    expect(shown({ ran: 3 })).toMatch(/We checked 3 loads: each was held high enough/)
    const struck = { id: 't1', cannerId: 'c1', testedOn: TODAY, errorPsi: unit.psi(1), testedBy: '', struckAt: '2026-08-01T00:00:00Z', struckBy: 'Wren', struckWhy: 'typed 1 for 0', version: 2 } // prettier-ignore
    expect(shown({ test: struck })).toMatch(/Wren crossed it out: typed 1 for 0/)
  })
})

describe('a cellar with very many jars', () => {
  test.each([
    [120, 1, 1],
    [121, 1, 6],
    [600, 5, 6],
    [833, 12, 24],
    [30, 40, 6],
    [10_000, 1, 96],
  ])('%s jars on one of %s shelves: one glyph for %s', (jars, shelves, each) => {
    expect(stackSize(jars, shelves)).toBe(each)
  })
  test('ten thousand are drawn with some thousand parts, and each is counted', () => {
    const shelves = Array.from({ length: 12 }, (_, i) => `s${i}`)
    const drawn = shelves.map((id) => {
      const jars = Array.from({ length: 833 }, (_, i) => jar({ id: `${id}-${i}`, shelfId: id }))
      const row = { id, name: id, groups: [{ foodId: 'beets', name: 'Beets', jars }] }
      const { container } = show(
        <ShelfDrawing
          row={row}
          shelves={12}
          today="2026-08-14"
          pull={new Set()}
          open={() => undefined}
          openStack={() => undefined}
        />,
      )
      const counts = [...container.querySelectorAll('[data-jar] > text')].map((t) =>
        Number(t.textContent),
      )
      return {
        nodes: container.querySelectorAll('*').length,
        jars:
          counts.reduce((n, c) => n + c, 0) +
          container.querySelectorAll('[data-jar]').length -
          counts.length,
      }
    })
    expect(drawn.map((d) => d.jars)).toEqual(shelves.map(() => 833))
    expect(drawn.reduce((n, d) => n + d.nodes, 0)).toBeLessThan(6000)
  })
})
