// @vitest-environment jsdom
// The record of a load, its trace, and what Gear tells of a canner: times, gauges, tokens.
import * as unit from '@kelvit/core'
import 'fake-indexeddb/auto'
import type { Gauge, LoadEventRow, LoadWithEvents } from '@kelvit/contract'
import { asEvents, foldLoad, gaugeScale, inspectionFor, judgeLoad, learnTimes, type LoadSetup } from '@kelvit/core' // prettier-ignore
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { describe, expect, test, vi } from 'vitest'
import { PressureTrace } from '../src/chart/pressure-trace'
import { WaterRuns } from '../src/station/gear/water-run'
import { CannerPanel } from '../src/station/gear/canner-panel'
import { Gauges } from '../src/station/gear/gauges'
import { Page as RecordPage } from '../src/station/stove/record-page'
import { canner, household, jar, load } from './kit'
import { show, stage } from './show'

stage()
const MIN = 60_000
const START = Date.parse('2025-08-14T17:00:00Z')

const row = (minute: number, kind: string, more: Partial<LoadEventRow> = {}): LoadEventRow => ({
  id: `${kind}-${minute}`,
  loadId: 'd1',
  at: new Date(START + minute * MIN).toISOString(),
  happenedAt: null,
  heardAt: null,
  kind: kind as LoadEventRow['kind'],
  by: 'Wren',
  psi: null,
  text: null,
  eventId: null,
  source: null,
  doubtIds: null,
  seen: null,
  ...more,
})
const EVENING = [
  row(0, 'started'),
  row(1, 'filling-began'),
  row(2, 'locked'),
  row(20, 'steam-steady'),
  row(30, 'weight-on'),
  row(40, 'reading', { psi: unit.psi(12) }),
  row(49, 'reading', { psi: unit.psi(12.5), source: 'simulated', by: 'Gauge' }),
  row(58, 'reading', { psi: unit.psi(12.5) }),
  row(65, 'reading', { psi: unit.psi(12.5) }),
  row(65, 'heat-off'),
  row(97, 'pressure-zero'),
  row(98, 'lock-dropped'),
  row(99, 'weight-off'),
  row(110, 'opened'),
  row(116, 'unloaded'),
  row(900, 'seals-checked'),
]
const told = (...more: readonly LoadEventRow[]): LoadWithEvents => {
  const events = [...EVENING, ...more]
  const setup: LoadSetup = { ...load().setup, gaugeErrorPsi: unit.psi(0) }
  const state = foldLoad(setup, asEvents(events))
  return load({ setup, events, stage: state.stage, judgement: judgeLoad(setup, state) })
}
const RECORD = (
  <Routes>
    <Route path="/stove/:id/record" element={<RecordPage />} />
  </Routes>
)
const open = (one: LoadWithEvents, jars = [jar({ loadId: 'd1' })], path = 'd1') =>
  show(RECORD, {
    at: `/stove/${path}/record`,
    lists: { loads: [one], canners: [canner({ name: 'Tall canner' })] },
    reads: [[['load', path, 'jars'], jars]],
  })

describe('the record', () => {
  test('judges, tells the times, the gauge, the jars and who said what, with the year of another year', () => {
    open(told(), [
      jar({ loadId: 'd1', id: 'a' }),
      jar({ loadId: 'd1', id: 'b', seal: 'unsealed', state: 'discarded' }),
    ])
    expect(screen.getByText('Judged: processed as tested')).toBeTruthy()
    expect(screen.getByText(/12 psi, 25 minutes; the dial was true at its last test/)).toBeTruthy()
    const times = within(screen.getByRole('table'))
    expect(times.getByText('Process').closest('tr')?.textContent).toMatch(/25 min$/)
    const jars = within(screen.getByRole('region', { name: 'Jars of this load' }))
    expect(jars.getByText('1 jar sealed')).toBeTruthy()
    expect(jars.getByText('1 jar not sealed')).toBeTruthy()
    expect(jars.getByText('1 jar still on the shelf')).toBeTruthy()
    const lines = within(screen.getByRole('region', { name: 'Who recorded what' }))
    expect(lines.getByText(/^\w{3} 14 Aug 2025$/)).toBeTruthy()
    expect(lines.getByText(/12½ psi \(simulated gauge\)/)).toBeTruthy()
    expect(screen.getByRole('link', { name: 'As PDF' }).getAttribute('href')).toBe(
      '/api/loads/d1/record.pdf',
    )
  })
  test('of a held load says at once who has jars of it, with a sentence to send, and what is open or eaten', () => {
    const gone = [
      { ...jar({ loadId: 'd1', id: 'a', code: 'ABCD-1', state: 'given' }), to: 'the Sedges' },
      { ...jar({ loadId: 'd1', id: 'b', code: 'ABCD-2', state: 'given' }), to: '' },
      { ...jar({ loadId: 'd1', id: 'c', code: 'ABCD-3', state: 'opened' }), to: '' },
      { ...jar({ loadId: 'd1', id: 'd', code: 'ABCD-4', state: 'eaten' }), to: '' },
    ]
    open(told(row(95, 'opened-early')), gone)
    const abroad = within(screen.getByRole('region', { name: 'Jars out of the house' }))
    expect(abroad.getByText('Call these people today')).toBeTruthy()
    expect(abroad.getByText('given away to the Sedges')).toBeTruthy()
    expect(abroad.getByText('given away, nobody recorded to whom')).toBeTruthy()
    expect(abroad.getByText(/Please don’t eat the .* I gave you \(ABCD-1, ABCD-2\)/)).toBeTruthy()
    expect(screen.getByText('opened, in the fridge: throw it out')).toBeTruthy()
    expect(screen.getByText(/1 jar was eaten\. At any sign of illness/)).toBeTruthy()
    // Of a load that is as tested nothing of it is said.
    cleanup()
    open(told(), gone)
    expect(screen.queryByRole('region', { name: 'Jars out of the house' })).toBeNull()
    expect(screen.queryByText(/At any sign of illness/)).toBeNull()
  })
  test('says when something was told later than it happened, and what was taken back', () => {
    const late = row(1000, 'lid-not-locked', {
      happenedAt: new Date(START + 50 * MIN).toISOString(),
      by: 'Alder',
    })
    const slip = row(1001, 'note', { text: 'Wrong load' })
    const back = row(1001.2, 'retracted', { eventId: slip.id })
    open(told(late, slip, back))
    expect(screen.getByText(/, Alder, recorded at/)).toBeTruthy()
    expect(screen.getByText('Wrong load').closest('li')?.className).toMatch(/line-through/)
  })
  test('jars that are held are counted, and said why', () => {
    open(told(row(1000, 'left-overnight')), [jar({ loadId: 'd1', hold: 'in-doubt' })])
    expect(screen.getByText('Judged: in doubt: set the jars aside')).toBeTruthy()
    expect(screen.getByText('1 jar still on the shelf, 1 of them set aside')).toBeTruthy()
    expect(screen.getByRole('button', { name: 'I looked into it…' })).toBeTruthy()
  })
  test('of a load that is not here says so', () => {
    open(told(), [], 'nobody')
    expect(screen.queryByText('This load doesn’t exist')).toBeNull()
    cleanup()
    show(RECORD, {
      at: '/stove/nobody/record',
      lists: { loads: [told()], canners: [canner()] },
      reads: [
        [['load', 'nobody'], null],
        [['load', 'nobody', 'jars'], []],
      ],
    })
    expect(screen.getByText('This load doesn’t exist')).toBeTruthy()
  })
  test('of a load that is long over is asked for: the list holds only recent ones', async () => {
    const asked = vi.fn((path: string) =>
      Promise.resolve(
        new Response(JSON.stringify(path.endsWith('/jars') ? [jar({ loadId: 'd1' })] : told()), {
          headers: { 'content-type': 'application/json', 'kelvit-answer': 'yes' },
        }),
      ),
    )
    vi.stubGlobal('fetch', asked)
    show(RECORD, {
      at: '/stove/d1/record',
      lists: { loads: [], canners: [canner({ name: 'Tall canner' })] },
    })
    expect(await screen.findByText('Judged: processed as tested')).toBeTruthy()
    expect(screen.getByText('1 jar still on the shelf')).toBeTruthy()
    expect(asked.mock.calls.map(([path]) => path).sort()).toEqual([
      '/api/loads/d1',
      '/api/loads/d1/jars',
    ])
  })
})

describe('the trace', () => {
  const draw = (readings: readonly (readonly [number, number])[], more = {}) => {
    const { container } = show(
      <PressureTrace
        from={0}
        now={90 * MIN}
        live
        readings={readings.map(([m, psi]) => ({ at: m * MIN, psi: unit.psi(psi) }))}
        heard={[]}
        vent={{ from: 5 * MIN, to: 15 * MIN }}
        runs={[{ from: 20 * MIN, to: undefined, last: true }]}
        falls={[]}
        unseen={[]}
        heatOff={undefined}
        heats={[]}
        weighted={false}
        band={{ from: 12, to: 13 }}
        time={(ms) => `${ms / MIN}`}
        gauge={gaugeScale('us')}
        {...more}
      />,
    )
    return container.querySelector('svg')!
  }
  const joins = (svg: Element) => svg.querySelectorAll('line[stroke-linecap="round"]').length
  test('the heat is written where it was set; two that are too near share one word', () => {
    const heats = [
      { at: 2 * MIN, setting: 'high' },
      { at: 30 * MIN, setting: '5' },
      { at: 31 * MIN, setting: '4' },
    ]
    const words = (svg: Element) => [...svg.querySelectorAll('text')].map((t) => t.textContent)
    const drawn = words(draw([[20, 12]], { heats }))
    expect(drawn).toContain('heat high')
    expect(drawn).toContain('4')
    expect(drawn.filter((w) => w === '5')).toHaveLength(1)
    // Five stands once, at its line of the scale.
    expect(words(draw([[20, 12]])).filter((w) => w === '5')).toHaveLength(1)
  })
  test('its scale is written as the dial is marked', () => {
    const words = [...draw([[20, 12]], { gauge: gaugeScale('bar') }).querySelectorAll('text')].map(
      (t) => t.textContent,
    )
    for (const mark of ['0.00', '0.30', '0.60', '0.90']) expect(words).toContain(mark)
  })
  test('joins looks that are near each other, and nothing else', () => {
    expect(
      joins(
        draw([
          [20, 12],
          [29, 12.5],
          [39, 12.2],
          [49.1, 12.4],
        ]),
      ),
    ).toBe(2)
    expect(joins(draw([[20, 12]]))).toBe(0)
  })
  test('a reading under the target is marked once the clock had begun, not on the way up', () => {
    const svg = draw([
      [16, 8],
      [20, 12],
      [25, 11],
    ])
    const fills = [...svg.querySelectorAll('circle')].map((c) => c.getAttribute('fill'))
    expect(fills).toEqual(['var(--ink)', 'var(--ink)', 'var(--beet)'])
  })
  test('shows where nobody looked, where it fell, and from when it counts again', () => {
    const svg = draw([[20, 12]], {
      unseen: [{ from: 20 * MIN, to: 45 * MIN }],
      falls: [50 * MIN],
      runs: [
        { from: 20 * MIN, to: 45 * MIN, last: false },
        { from: 55 * MIN, to: undefined, last: true },
      ],
      heatOff: 80 * MIN,
    })
    for (const words of ['nobody looked', 'fell', 'again from 55', 'heat off 80'])
      expect(svg.textContent).toContain(words)
    expect(svg.getAttribute('aria-label')).toMatch(
      /last reading 12 psi at 20.*started again 1 times/,
    )
  })
  test('a weight has its step and what was heard, and never a floor', () => {
    const svg = draw([], {
      weighted: true,
      heard: [20 * MIN, 30 * MIN],
      band: { from: 15, to: 15 },
    })
    expect(svg.textContent).toContain('15 lb weight')
    expect(svg.textContent).not.toContain('never below')
    expect(svg.querySelectorAll('path')).toHaveLength(2)
    expect(svg.getAttribute('aria-label')).toMatch(
      /no reading, heard 2 times, the weight regulates at 15/,
    )
  })
})

test.each([
  ['us', '1 psi high', '3 in'],
  ['metric', '7 kPa high', '7.6 cm'],
] as const)('how far a dial is off stands in the units of the house: %s', (units, told, water) => {
  const lastTest = { testedOn: '2026-05-02', errorPsi: unit.psi(1) }
  const of = canner({ gauge: 'dial', regulatedBy: 'dial', lastTest })
  show(<CannerPanel canner={of} />, { lists: { gauges: [] }, house: { ...household, units } })
  const drawing = screen.getByRole('img', { name: /cut open/ })
  expect(drawing.textContent).toContain(told)
  expect(drawing.getAttribute('aria-label')).toContain(water)
})

describe('a canner cut open', () => {
  const drawn = (more: Parameters<typeof canner>[0] = {}) => {
    show(<CannerPanel canner={canner(more)} />, { lists: { gauges: [] } })
    return screen.getByRole('img', { name: /cut open/ })
  }
  test('holds as many jars as its manual says, of the size that is chosen', () => {
    const jars = (): number => screen.getByRole('img', { name: /cut open/ }).querySelectorAll('g[opacity]').length // prettier-ignore
    const takes = (size: 'pint' | 'quart') => unit.capacityFor(canner().capacity, size, 'regular')
    drawn()
    expect(jars()).toBe(takes('quart'))
    fireEvent.click(screen.getByRole('button', { name: `${takes('pint')} pints` }))
    expect(jars()).toBe(takes('pint'))
  })
  test('marks what is wrong on the part, and an overdue dial on the dial', () => {
    const gasket = inspectionFor('gasket').find((p) => p.id === 'gasket')!
    const wrong = drawn({
      defects: [gasket.wrong],
      blocks: [{ reason: 'inspection-failed', sentence: gasket.wrong }],
    })
    expect(wrong.getAttribute('aria-label')).toMatch(/Wrong: seal/)
    expect(wrong.textContent).toContain('✗ seal')
    cleanup()
    const due = drawn({
      ...{ gauge: 'dial', regulatedBy: 'dial', lastTest: null },
      blocks: [{ reason: 'dial-untested', sentence: 'Test it.' }],
    })
    expect(due.textContent).toMatch(/untested.*✗ dial test/)
  })
})

describe('a canner’s times under Gear', () => {
  const times = (of = canner()) => {
    show(<CannerPanel canner={of} />, { lists: { gauges: [] } })
    return screen.getByRole('table', { name: /Times of/ }).textContent
  }
  test('are a first guess until a load taught them', () => {
    expect(times()).toMatch(/Heatsabout 18 mina first guess/)
  })
  test('tell from how many loads, how far apart, and small loads on their own', () => {
    const guess = canner().stageMinutes
    const { heat } = learnTimes(guess, [])
    const learned = {
      heat: { ...heat, minutes: 21, smallMinutes: 16, loads: 5, least: 19, most: 24 },
      climb: { ...heat, minutes: 8, smallMinutes: 8, loads: 1, least: 8.2, most: 8.2 },
      cool: heat,
      heats: [],
      beside: null,
    }
    const text = times(canner({ learned }))
    expect(text).toMatch(/about 21 min19–24 in 5 loads; small loads 16/)
    expect(text).toMatch(/about 8 min8 in 1 load/)
  })
})

describe('gauges that write by themselves', () => {
  const gauge = (more: Partial<Gauge> = {}): Gauge => ({
    id: 'g1',
    cannerId: 'c1',
    name: 'By the window',
    simulated: false,
    lastHeardAt: null,
    version: 1,
    ...more,
  })
  const of = (gauges: readonly Gauge[], role: 'keeper' | 'helper' = 'keeper') =>
    show(<Gauges canner={canner()} />, { lists: { gauges }, role })
  test('are told with what they are and when they were heard', () => {
    of([gauge({ simulated: true }), gauge({ id: 'g2', cannerId: 'c2', name: 'Elsewhere' })])
    const line = screen.getByRole('listitem')
    expect(line.textContent).toContain('(simulated), not heard yet')
    expect(screen.queryByText(/Elsewhere/)).toBeNull()
  })
  test('only the keeper makes and revokes them, and revoking is asked', () => {
    of([gauge()], 'helper')
    expect(screen.queryByRole('button')).toBeNull()
  })
  test('revoking asks first', () => {
    const asked = vi.fn(() => new Promise(() => undefined))
    vi.stubGlobal('fetch', asked)
    of([gauge()])
    fireEvent.click(screen.getByRole('button', { name: 'Revoke…' }))
    expect(asked).not.toHaveBeenCalled()
    fireEvent.click(screen.getByRole('button', { name: 'Save' }))
    fireEvent.click(screen.getByRole('button', { name: 'Revoke…' }))
    fireEvent.click(screen.getByRole('button', { name: 'Revoke its token' }))
    return vi.waitFor(() => expect(asked).toHaveBeenCalledTimes(1))
  })
  test('the token is shown when one is made, and only then', async () => {
    vi.stubGlobal('fetch', (_url: string, { body }: { body: string }) =>
      Promise.resolve(
        new Response(
          JSON.stringify({ ...gauge(), ...JSON.parse(body), token: 'a-token-told-once' }),
          {
            status: 201,
            headers: { 'content-type': 'application/json', 'kelvit-answer': 'yes' },
          },
        ),
      ),
    )
    of([])
    fireEvent.click(screen.getByRole('button', { name: 'Add one' }))
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Add it' }).disabled).toBe(true)
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: '  On the shelf ' } })
    await act(async () => {
      fireEvent.click(screen.getByRole('button', { name: 'Add it' }))
      await Promise.resolve()
    })
    expect(await screen.findByText('a-token-told-once')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'I’ve entered it' }))
    expect(screen.queryByText('a-token-told-once')).toBeNull()
  })
})

describe('a run with water only', () => {
  const buttons = (role: 'keeper' | 'helper') => {
    show(<WaterRuns canner={canner({ lastRanOn: null })} />, { role })
    return screen.queryAllByRole('button').map((b) => b.textContent)
  }
  test('is recorded by who may change a canner; others read that it is due', () => {
    expect(buttons('helper')).toEqual([])
    expect(screen.getByText(/Run it once with water only/)).toBeTruthy()
    cleanup()
    expect(buttons('keeper')).toEqual(['Record a water-only run'])
  })
})
