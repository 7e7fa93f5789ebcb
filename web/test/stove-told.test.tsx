// @vitest-environment jsdom
// What can be told at the stove, in how many taps, and what the device does about it.
import * as unit from '@kelvit/core'
import 'fake-indexeddb/auto'
import type { CannerRead, NewLoadEvent } from '@kelvit/contract'
import {
  asEvents,
  dueNow,
  foldLoad,
  traceOf,
  type LoadSetup,
  type Verdict as VerdictCode,
} from '@kelvit/core'
import { act, cleanup, fireEvent, screen } from '@testing-library/react'
import type { ReactNode } from 'react'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import { callingLoads } from '../src/alarm/due'
import { standingOf, worseSince } from '../src/alarm/use-worse'
import { alarmSettings, setAlarmSettings } from '../src/alarm/settings'
import { Actions } from '../src/load/actions'
import { Happened, happeningsOf } from '../src/load/happened'
import { viewLoad, type LoadView } from '../src/load/load-view'
import { Prompts } from '../src/load/prompts'
import { PracticeVoice } from '../src/load/use-stove'
import { Verdict } from '../src/load/verdict'
import { lastTime } from '../src/load/when-field'
import { batchesAgain } from '../src/station/pantry/set-aside'
import { asLoad, MIN, rows, START, TO_PROCESS } from './evening'
import { canner, household, jar, load } from './kit'
import { show as showPart, stage } from './show'

const said: Omit<NewLoadEvent, 'at'>[] = []

stage()
beforeEach(() => {
  said.length = 0
})

/** Shows a part under a voice that only listens. */
const show = (part: ReactNode, house = household): void =>
  void showPart(<PracticeVoice value={(e) => said.push(e)}>{part}</PracticeVoice>, { house })

const dial = load().setup
const weighted: LoadSetup = { ...dial, regulatedBy: 'weighted', psi: unit.psi(15) }
const gear = (more: Partial<CannerRead> = {}): CannerRead =>
  canner({ gauge: 'dial', regulatedBy: 'dial', inspectedOn: '2026-05-10', ...more })

const COOLING = [
  ...TO_PROCESS,
  [49, 'reading', 12],
  [58, 'reading', 12],
  [65, 'reading', 12],
  [65, 'heat-off'],
] as const
const OUT = [
  ...COOLING,
  [97, 'pressure-zero'],
  [98, 'lock-dropped'],
  [99, 'weight-off'],
  [110, 'opened'],
  [116, 'unloaded'],
] as const

const at = (
  minute: number,
  list: readonly (readonly [number, string, number?])[],
  setup = dial,
  of = gear(),
): LoadView => viewLoad(asLoad(list, setup), [of], household, START + minute * MIN)
const press = (name: string | RegExp): void => {
  fireEvent.click(screen.getByRole('button', { name }))
}

describe('a reading under the target', () => {
  test('is asked about, and a slip counts for nothing', () => {
    show(<Actions view={at(45, TO_PROCESS)} />)
    press('11½')
    expect(screen.getByText('11½ is below 12: is that right?')).toBeTruthy()
    expect(said).toEqual([])
    press('No, that’s a typo')
    expect(said).toEqual([])
    press('12')
    expect(said).toEqual([{ kind: 'reading', psi: 12 }])
  })
  test('a house with metric units reads its gauge in kilopascals, and is asked about one too few', () => {
    const metric = { ...household, units: 'metric' as const }
    show(<Actions view={at(45, TO_PROCESS)} />, metric)
    expect(screen.getByRole('group', { name: 'Gauge reads, kPa' })).toBeTruthy()
    expect(screen.queryByText(/psi/)).toBeNull()
    press('80')
    expect(screen.getByText('80 is below 83: is that right?')).toBeTruthy()
    press('No, that’s a typo')
    press('83')
    expect(said).toEqual([{ kind: 'reading', psi: expect.closeTo(12.04, 2) as number }])
    // What reaches the figure counts as the target: the time goes on.
    expect(said[0]!.psi).toBeGreaterThanOrEqual(12)
  })
  test('counts by itself when nobody answers in ten seconds, once', () => {
    vi.useFakeTimers()
    show(<Actions view={at(45, TO_PROCESS)} />)
    press('11½')
    act(() => void vi.advanceTimersByTime(9000))
    expect(said).toEqual([])
    act(() => void vi.advanceTimersByTime(1100))
    expect(said).toEqual([{ kind: 'reading', psi: 11.5 }])
    act(() => void vi.advanceTimersByTime(20_000))
    expect(said).toHaveLength(1)
  })
  test('on the way up nothing is asked', () => {
    show(<Actions view={at(35, TO_PROCESS.slice(0, 5))} />)
    press('9')
    expect(said).toEqual([{ kind: 'reading', psi: 9 }])
  })
  test('typed with a comma; what is no reading is said', () => {
    show(<Actions view={at(45, TO_PROCESS)} />)
    press('Other')
    const field = screen.getByLabelText('Another reading, psi')
    fireEvent.change(field, { target: { value: '200' } })
    expect(screen.getByRole('alert').textContent).toMatch(/from 0 to 30/)
    fireEvent.change(field, { target: { value: '12,5' } })
    press('Note')
    expect(said).toEqual([{ kind: 'reading', psi: 12.5 }])
  })
  test('typed as the panel prints it: 11½; thousands or a fraction is asked', () => {
    show(<Actions view={at(45, TO_PROCESS)} />)
    press('Other')
    const field = screen.getByLabelText('Another reading, psi')
    const note = (): HTMLButtonElement => screen.getByRole('button', { name: 'Note' })
    fireEvent.change(field, { target: { value: '1,234' } })
    expect(screen.getByRole('alert').textContent).toMatch(/Is that 1234 or 1.234\?/)
    expect(note().disabled).toBe(true)
    for (const wrong of ['-1', '1.2.3', 'x', '12 psi 13']) {
      fireEvent.change(field, { target: { value: wrong } })
      expect([wrong, note().disabled]).toEqual([wrong, true])
    }
    for (const [typed, psi] of [
      ['13½', 13.5],
      ['13 1/2', 13.5],
      [' 12.25 ', 12.25],
    ] as const) {
      if (!screen.queryByLabelText('Another reading, psi')) press('Other')
      fireEvent.change(screen.getByLabelText('Another reading, psi'), { target: { value: typed } })
      press('Note')
      expect(said.at(-1)).toEqual({ kind: 'reading', psi })
    }
  })
})

describe('no button is hidden because it should not be pressed', () => {
  test('weight on after four minutes: asked, and taken down when it is so', () => {
    show(<Actions view={at(24, TO_PROCESS.slice(0, 4))} />)
    press('Weight is on')
    expect(screen.getByText(/06:00 of the ten minutes are left/)).toBeTruthy()
    press('It is on already')
    expect(said).toEqual([{ kind: 'weight-on' }])
  })
  test('a canner with both gauges offers the ear as the look and the dial as a note', () => {
    const list = TO_PROCESS.map((e) => (e[1] === 'reading' ? ([40, 'at-pressure'] as const) : e))
    show(
      <Actions view={at(45, list, weighted, gear({ gauge: 'both', regulatedBy: 'weighted' }))} />,
    )
    expect(screen.getByRole('button', { name: 'Still rocking' })).toBeTruthy()
    expect(screen.getByRole('group', { name: /a note: the weight regulates/ })).toBeTruthy()
    press('14½')
    expect(said).toEqual([{ kind: 'reading', psi: 14.5 }])
  })
  test('clamped canners have no lock to wait for', () => {
    const setup = { ...dial, lock: false }
    show(<Actions view={at(70, COOLING, setup)} />)
    expect(screen.queryByRole('button', { name: 'Lock has dropped' })).toBeNull()
    cleanup()
    show(<Actions view={at(100, [...COOLING, [97, 'pressure-zero']], setup)} />)
    press('Weight is off')
    expect(said).toEqual([{ kind: 'weight-off' }])
  })
  test('heat off too early offers to put it back on', () => {
    show(<Actions view={at(52, [...TO_PROCESS, [49, 'reading', 12], [50, 'heat-off']])} />)
    press('Heat is back on')
    expect(said).toEqual([{ kind: 'heat-on' }])
  })
  test('all jars out, hours later: asked when', () => {
    show(<Actions view={at(110 + 600, OUT.slice(0, -1))} />)
    press('All jars are out')
    expect(said).toEqual([])
    fireEvent.change(screen.getByLabelText('Time of day'), { target: { value: '13:00' } })
    press('Then')
    expect(said).toEqual([
      { kind: 'unloaded', happenedAt: lastTime('13:00', START + 710 * MIN, household.zone) },
    ])
    cleanup()
    said.length = 0
    show(<Actions view={at(112, OUT.slice(0, -1))} />)
    press('All jars are out')
    expect(said).toEqual([{ kind: 'unloaded' }])
  })
})

describe('the last time a clock showed something', () => {
  const now = Date.parse('2026-08-15T05:00:00Z')
  test.each([
    ['22:30', '2026-08-15T04:30:00.000Z'],
    ['23:00', '2026-08-15T05:00:00.000Z'],
    ['23:01', '2026-08-14T05:01:00.000Z'],
    ['', undefined],
    ['x', undefined],
  ])('%s', (text, iso) => {
    expect(lastTime(text, now, 'America/Denver')).toBe(iso)
  })
})

describe('something happened', () => {
  const kinds = (view: LoadView): string[] => happeningsOf(view).map((h) => h.kind)
  test('two taps, with what follows beside each', () => {
    show(<Happened view={at(45, TO_PROCESS)} />)
    press('Something happened…')
    press(/The water is low or gone/)
    press('Just now')
    expect(said).toEqual([{ kind: 'water-low' }])
    press('Something happened…')
    press(/A jar broke in the canner/)
    expect(said[1]).toEqual({ kind: 'jar-broken' })
  })
  test('nobody knows when, after the jars are out', () => {
    show(<Happened view={at(3000, OUT)} />)
    press('Something happened…')
    press(/The pressure had fallen/)
    press('Nobody knows when')
    expect(said).toEqual([{ kind: 'pressure-fell' }])
  })
  test('in words; nothing is sent for no words', () => {
    show(<Happened view={at(45, TO_PROCESS)} />)
    press('Something happened…')
    press(/Something else/)
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Record it' }).disabled).toBe(true)
    fireEvent.change(screen.getByLabelText('In your words'), { target: { value: ' The cat. ' } })
    press('Record it')
    expect(said).toEqual([{ kind: 'note', text: 'The cat.' }])
  })
  test('everything that can have happened by now, also when the jars stand on the shelf', () => {
    const shelved = at(3000, [...OUT, [900, 'seals-checked']])
    for (const kind of [
      'pressure-fell',
      'heat-off',
      'water-low',
      'lid-not-locked',
      'weight-lifted',
      'opened-early',
      'jar-broken',
      'left-overnight',
      'note',
    ])
      expect(kinds(shelved)).toContain(kind)
    expect(kinds(shelved)).not.toContain('wrong-weight')
    expect(kinds(at(1, TO_PROCESS.slice(0, 1)))).toEqual(['note'])
    expect(kinds(at(70, COOLING))).toContain('heat-on')
  })
  test('those who may not say it do not see it', () => {
    showPart(<Happened view={at(45, TO_PROCESS)} />, { role: 'viewer' })
    expect(screen.queryByRole('button')).toBeNull()
  })
})

describe('prompts', () => {
  test('who watched is answered by a name or by nobody', () => {
    const list = [...TO_PROCESS, [62, 'reading', 12]] as const
    show(<Prompts view={at(63, list)} />)
    expect(screen.getByText(/Nobody read the gauge for 22 minutes/)).toBeTruthy()
    press('Alder did')
    press('Nobody watched it')
    expect(said).toEqual([
      { kind: 'watched', text: 'Alder', eventId: 'e006' },
      { kind: 'unwatched', eventId: 'e006' },
    ])
  })
  test('heard on one device is quiet on all, until it is due anew', () => {
    const loads = (list: readonly (readonly [number, string, number?])[], text?: string) => {
      const events = rows(...list).map((e) =>
        e.kind === 'prompt-heard' ? { ...e, text: text ?? null } : e,
      )
      const state = foldLoad(dial, asEvents(events))
      return [load({ events, stage: state.stage })]
    }
    const due = (
      minute: number,
      list: readonly (readonly [number, string, number?])[],
      text?: string,
    ) =>
      dueNow(callingLoads(loads(list, text), [gear()]), START + minute * MIN, 'us').map(
        (d) => d.kind,
      )
    expect(due(49, TO_PROCESS)).toEqual([])
    expect(due(50, TO_PROCESS)).toEqual(['look'])
    expect(due(52, [...TO_PROCESS, [51, 'prompt-heard']], 'look')).toEqual([])
    expect(due(52, [...TO_PROCESS, [51, 'prompt-heard']], 'ease')).toEqual(['look'])
    expect(due(63, [...TO_PROCESS, [51, 'prompt-heard'], [52, 'reading', 12]], 'look')).toEqual([
      'look',
    ])
    expect(due(41, [...TO_PROCESS, [41, 'reading', 19]])[0]).toBe('heat-down')
  })
  test('“I hear it” is said once', () => {
    show(<Prompts view={at(51, TO_PROCESS)} />)
    press('Turn the alarm off')
    expect(said).toEqual([{ kind: 'prompt-heard', text: 'look' }])
  })
})

describe('judged', () => {
  test('quiet while all is well; in words with what becomes of the jars when not', () => {
    show(<Verdict view={at(200, OUT)} />)
    expect(screen.queryByRole('region')).toBeNull()
    cleanup()
    show(<Verdict view={at(200, OUT)} always />)
    expect(screen.getByText('Judged: processed as tested')).toBeTruthy()
    cleanup()
    show(<Verdict view={at(200, [...OUT, [150, 'water-low']])} />)
    expect(screen.getByText(/not processed as tested/i, { selector: 'h3' })).toBeTruthy()
    expect(
      screen.getByText(/Within 24 hours of coming out of the canner, process them again/),
    ).toBeTruthy()
    cleanup()
    show(<Verdict view={at(116 + 25 * 60, [...OUT, [150, 'water-low']])} />)
    expect(screen.getByText(/Discard them, unopened and untasted/)).toBeTruthy()
  })
})

describe('the trace', () => {
  test('draws what was read and heard, where it broke, and where nobody looked', () => {
    const list = [
      ...TO_PROCESS,
      [62, 'reading', 12],
      [63, 'pressure-fell'],
      [65, 'reading', 12],
    ] as const
    const view = at(66, list)
    expect(traceOf(dial, asEvents(view.load.events), view.state, view.at)).toMatchObject({
      live: true,
      readings: [{ psi: 12 }, { psi: 12 }, { psi: 12 }],
      falls: [START + 63 * MIN],
      unseen: [{ from: START + 40 * MIN, to: START + 62 * MIN }],
      runs: [
        { from: START + 40 * MIN, last: false },
        { from: START + 65 * MIN, to: undefined, last: true },
      ],
    })
  })
})

describe('jars to process again', () => {
  const aside = (more: object) =>
    jar({
      state: 'set-aside',
      seal: 'unsealed',
      loadId: 'd1',
      outAt: new Date(START).toISOString(),
      stateAt: new Date(START).toISOString(),
      ...more,
    })
  test('go together by batch, food, size and mouth, within 24 hours', () => {
    const jars = [
      aside({ id: 'a' }),
      aside({ id: 'b' }),
      aside({ id: 'c', mouth: 'wide' }),
      aside({ id: 'd', loadId: 'd2' }),
      aside({ id: 'e', seal: 'sealed-half-liquid' }),
    ]
    expect(batchesAgain(jars, START + 20 * 60 * MIN).map((b) => b.map((j) => j.id))).toEqual([
      ['a', 'b'],
      ['c'],
      ['d'],
    ])
    expect(batchesAgain(jars, START + 25 * 60 * MIN)).toEqual([])
  })
})

test('a judgement that became worse is told in a sentence, one that became better or stayed is not', () => {
  const judged = (verdict: VerdictCode) =>
    load({ judgement: { verdict, reasons: [{ code: 'process-short', sentence: 'Why.' }] } })
  const told = (was: VerdictCode | undefined, is: VerdictCode) =>
    worseSince(new Map(was ? [['d1', { verdict: was, hold: 'in-doubt' as const }]] : []), [judged(is)]) // prettier-ignore
  expect(told('as-tested', 'not-processed')).toEqual([
    'Batch ABCD was not processed as tested. Why.',
  ])
  expect(told('open', 'in-doubt')).toEqual(['Batch ABCD is in doubt. Set its jars aside. Why.'])
  expect(told('in-doubt', 'not-processed')).toHaveLength(1)
  for (const [was, is] of [
    ['not-processed', 'in-doubt'],
    ['in-doubt', 'in-doubt'],
    ['open', 'longer'],
    [undefined, 'not-processed'],
  ] as const)
    expect(told(was, is)).toEqual([])
})
test('jars that were released and are held again are told again', () => {
  const doubted = asLoad([...OUT, [9000, 'recalled']])
  const was = new Map([['d1', { verdict: 'in-doubt' as const, hold: null }]])
  expect(worseSince(was, [doubted])[0]).toMatch(/^Batch ABCD is in doubt. Set its jars aside. A later gauge test/) // prettier-ignore
  expect(worseSince(new Map([['d1', standingOf(doubted)]]), [doubted])).toEqual([])
})

test('how a device calls is kept on the device', () => {
  expect(alarmSettings()).toMatchObject({ speak: false })
  setAlarmSettings({ volume: 0.3, speak: true })
  expect(JSON.parse(localStorage.getItem('kelvit.alarm') ?? '{}')).toMatchObject({
    volume: 0.3,
    speak: true,
  })
  setAlarmSettings({ speak: false })
})
