// Every stage against every event, and every clock to the millisecond, from a
// table written by hand out of the work, not out of the code.
import { describe, expect, test } from 'vitest'
import {
  foldLoad,
  holdBand,
  loadAt,
  whyNot,
  type LoadEvent,
  type LoadEventKind,
  type LoadSetup,
  type LoadStage,
} from '@kelvit/core'
import { ANY_KIND, dial, weighted } from './kit/loads'

const MIN = 60_000
const HOUR = 60 * MIN

let serial = 0
const event = (kind: LoadEventKind, at: number, more: Partial<LoadEvent> = {}): LoadEvent => ({
  id: `e${String(serial++).padStart(6, '0')}`,
  at,
  kind,
  ...more,
})

/** A load that has just come to a stage, and when it did, ms. */
function broughtTo(setup: LoadSetup, stage: LoadStage): { events: LoadEvent[]; at: number } {
  const pressure = (at: number) =>
    setup.regulatedBy === 'dial'
      ? event('reading', at, { psi: setup.psi + setup.gaugeErrorPsi })
      : event('at-pressure', at)
  const look = (at: number) =>
    setup.regulatedBy === 'dial'
      ? event('reading', at, { psi: setup.psi + setup.gaugeErrorPsi })
      : event('still-rocking', at)
  const steps: [LoadStage, LoadEvent[]][] = [
    ['preparing', [event('started', 0)]],
    ['filling', [event('filling-began', 10 * MIN)]],
    ['heating', [event('locked', 30 * MIN)]],
    ['venting', [event('steam-steady', 45 * MIN)]],
    ['climbing', [event('weight-on', 55 * MIN)]],
    ['processing', [pressure(60 * MIN)]],
    ['cooling', [look(69 * MIN), look(78 * MIN), look(85 * MIN), event('heat-off', 85 * MIN)]],
    [
      'resting',
      [
        event('pressure-zero', 130 * MIN),
        event('lock-dropped', 131 * MIN),
        event('weight-off', 132 * MIN),
      ],
    ],
    ['unloading', [event('opened', 142 * MIN)]],
    ['standing', [event('unloaded', 150 * MIN)]],
    ['checked', [event('seals-checked', 150 * MIN + 12 * HOUR)]],
  ]
  const events: LoadEvent[] = []
  for (const [reached, then] of stage === 'planned' || stage === 'aborted' ? [] : steps) {
    events.push(...then)
    if (reached === stage) break
  }
  if (stage === 'aborted') events.push(event('started', 0), event('aborted', 5 * MIN))
  return { events, at: events.at(-1)?.at ?? 0 }
}

const STAGES: LoadStage[] = [
  'planned',
  'preparing',
  'filling',
  'heating',
  'venting',
  'climbing',
  'processing',
  'cooling',
  'resting',
  'unloading',
  'standing',
  'checked',
  'aborted',
]

/** What one more event, a minute later, does to a dial-regulated load: the stage it leads to. */
const LEADS: Partial<Record<LoadStage, Partial<Record<LoadEventKind, LoadStage>>>> = {
  planned: { started: 'preparing', aborted: 'aborted' },
  preparing: { 'filling-began': 'filling', aborted: 'aborted' },
  filling: { locked: 'heating', aborted: 'aborted' },
  heating: { 'steam-steady': 'venting', aborted: 'aborted' },
  venting: { 'steam-faltered': 'venting', aborted: 'aborted' },
  climbing: { reading: 'processing', aborted: 'aborted' },
  processing: { reading: 'processing', 'pressure-fell': 'climbing', aborted: 'aborted' },
  cooling: {
    reading: 'cooling',
    'pressure-zero': 'cooling',
    'lock-dropped': 'cooling',
    aborted: 'aborted',
  },
  resting: { aborted: 'aborted' },
  unloading: { unloaded: 'standing', aborted: 'aborted' },
}

const KINDS = ANY_KIND.filter((k) => k !== 'note' && k !== 'retracted')

describe.each(STAGES)('a load that is %s', (stage) => {
  test.each(KINDS)('and %s a minute later', (kind) => {
    const { events, at } = broughtTo(dial, stage)
    expect(foldLoad(dial, events)).toMatchObject({ stage, ignored: [] })
    const next = event(kind, at + MIN, kind === 'reading' ? { psi: 12 } : {})
    const leads = LEADS[stage]?.[kind]
    const after = foldLoad(dial, [...events, next])
    expect(after.stage).toBe(leads ?? stage)
    expect(after.ignored.map((i) => i.event.kind)).toEqual(leads ? [] : [kind])
    const why = whyNot(dial, events, next)
    if (leads) expect(why).toBeUndefined()
    else expect(why).toMatch(/^[A-Z].*\.$/)
  })
  test('a note is taken down and moves nothing', () => {
    const { events, at } = broughtTo(dial, stage)
    const after = foldLoad(dial, [...events, event('note', at + MIN, { text: 'The wind rose.' })])
    expect(after).toMatchObject({ stage, ignored: [], since: foldLoad(dial, events).since })
  })
})

/** Whether an event fits that many ms after its stage began. */
const fits = (
  setup: LoadSetup,
  stage: LoadStage,
  kind: LoadEventKind,
  after: number,
  looks: readonly number[] = [],
): boolean => {
  const { events, at } = broughtTo(setup, stage)
  const seen = looks.map((ms) =>
    setup.regulatedBy === 'dial'
      ? event('reading', at + ms, { psi: setup.psi + setup.gaugeErrorPsi })
      : event('still-rocking', at + ms),
  )
  return whyNot(setup, [...events, ...seen], event(kind, at + after)) === undefined
}

describe('a wait ends at its minute, not a millisecond before', () => {
  test.each([
    ['the weight goes on after 10 minutes of steam', dial, 'venting', 'weight-on', 10 * MIN],
    ['the lid opens after a rest of 10', dial, 'resting', 'opened', 10 * MIN],
    ['a rest under 10 is still 10', { ...dial, restMinutes: 3 }, 'resting', 'opened', 10 * MIN],
    ['a longer rest is kept', { ...dial, restMinutes: 17 }, 'resting', 'opened', 17 * MIN],
    ['lids are pressed after 12 hours', dial, 'standing', 'seals-checked', 12 * HOUR],
  ] as const)('%s', (_what, setup, stage, kind, ms) => {
    expect(fits(setup, stage, kind, ms - 1)).toBe(false)
    expect(fits(setup, stage, kind, ms)).toBe(true)
  })
  test.each([
    ['a dial', dial],
    ['a weight', weighted],
    ['a longer time', { ...dial, minutes: 90 }],
  ] as const)('the heat goes off after the whole time: %s', (_what, setup) => {
    const whole = setup.minutes * MIN
    const every = Array.from(
      { length: Math.ceil(setup.minutes / 5) - 1 },
      (_, i) => (i + 1) * 5 * MIN,
    )
    expect(fits(setup, 'processing', 'heat-off', whole - 1, every)).toBe(false)
    expect(fits(setup, 'processing', 'heat-off', whole, every)).toBe(true)
  })
  test.each([
    ['10 minutes for a dial', dial, 10 * MIN],
    ['15 minutes for a weight', weighted, 15 * MIN],
  ] as const)('the last look may be %s old when the heat goes off', (_what, setup, ms) => {
    const last = 20 * MIN
    expect(fits(setup, 'processing', 'heat-off', last + ms, [last])).toBe(true)
    expect(fits(setup, 'processing', 'heat-off', last + ms + 1, [last])).toBe(false)
  })
})

describe('a needle is read against the tested figure and the gauge', () => {
  test.each([
    [0, 12],
    [1, 13],
    [-1.5, 10.5],
    [2, 14],
    [-2, 10],
  ])('a dial that reads %d psi off starts its clock at %d', (gaugeErrorPsi, target) => {
    const setup = { ...dial, gaugeErrorPsi }
    const { events, at } = broughtTo(setup, 'climbing')
    const read = (psi: number) =>
      foldLoad(setup, [...events, event('reading', at + MIN, { psi })]).stage
    expect(read(target - 0.01)).toBe('climbing')
    expect(read(target)).toBe('processing')
  })
  test('a reading under it, however little, starts the whole time again', () => {
    const { events, at } = broughtTo(dial, 'processing')
    const low = foldLoad(dial, [...events, event('reading', at + 24 * MIN, { psi: 11.99 })])
    expect(low).toMatchObject({ stage: 'climbing', restarts: 1, lostMs: 24 * MIN })
    const again = foldLoad(dial, [
      ...events,
      event('reading', at + 24 * MIN, { psi: 11.99 }),
      event('reading', at + 26 * MIN, { psi: 12 }),
    ])
    expect(loadAt(dial, again, at + 30 * MIN).clock).toMatchObject({ leftMs: 21 * MIN })
  })
  test.each([-0.1, 30.1, Number.NaN, Infinity])('%d psi is not a reading', (psi) => {
    const { events, at } = broughtTo(dial, 'climbing')
    expect(whyNot(dial, events, event('reading', at + MIN, { psi }))).toMatch(/from 0 to 30/)
  })
  test('a reading never starts or breaks the clock of a weight', () => {
    const up = broughtTo(weighted, 'climbing')
    expect(
      foldLoad(weighted, [...up.events, event('reading', up.at + MIN, { psi: 14 })]).stage,
    ).toBe('climbing')
    const on = broughtTo(weighted, 'processing')
    expect(
      foldLoad(weighted, [...on.events, event('reading', on.at + MIN, { psi: 3 })]),
    ).toMatchObject({ stage: 'processing', restarts: 0 })
  })
})

describe('what the longest look away was', () => {
  test('is the widest gap while processing, and nothing before or after it', () => {
    const { events, at } = broughtTo(dial, 'processing')
    const read = (min: number, psi = 12) => event('reading', at + min * MIN, { psi })
    const run = [...events, read(4), read(13), read(20), read(25), event('heat-off', at + 25 * MIN)]
    expect(foldLoad(dial, run).longestUnseenMs).toBe(9 * MIN)
    expect(foldLoad(dial, [...run, read(60, 2)]).longestUnseenMs).toBe(9 * MIN)
  })
  test('somebody is asked at the minute, and not before', () => {
    for (const [setup, ms] of [
      [dial, 10 * MIN],
      [weighted, 15 * MIN],
    ] as const) {
      const { events, at } = broughtTo(setup, 'processing')
      const state = foldLoad(setup, events)
      expect(loadAt(setup, state, at + ms - 1).prompt).toBeNull()
      expect(loadAt(setup, state, at + ms).prompt).toEqual({ kind: 'look', overdueMs: 0 })
    }
  })
})

describe('taking back', () => {
  const back = (id: string, at: number): LoadEvent => event('retracted', at, { eventId: id })
  test('holds for a minute to the millisecond', () => {
    const { events, at } = broughtTo(dial, 'heating')
    const last = events.at(-1)?.id ?? ''
    expect(whyNot(dial, events, back(last, at + MIN))).toBeUndefined()
    expect(whyNot(dial, events, back(last, at + MIN + 1))).toMatch(/within a minute/)
  })
  test('names the last step; one that names an earlier step takes back nothing', () => {
    const events = [event('started', 0), event('filling-began', 1000)]
    const wrong = back(events[0]?.id ?? '', 2000)
    expect(foldLoad(dial, [...events, wrong]).stage).toBe('filling')
    expect(foldLoad(dial, [...events, back('no such step', 2000)]).stage).toBe('filling')
  })
  test.each([
    ['preparing', true],
    ['filling', true],
    ['heating', true],
    ['venting', true],
    ['climbing', true],
    ['processing', false],
    ['cooling', true],
    ['resting', true],
    ['unloading', true],
    ['standing', true],
    ['checked', false],
    ['aborted', false],
  ] as const)('the step into %s: %s', (stage, may) => {
    const { events, at } = broughtTo(dial, stage)
    const why = whyNot(dial, events, back(events.at(-1)?.id ?? '', at + 1000))
    expect(why === undefined).toBe(may)
  })
  test('a falter, a fall and a look stay in the record', () => {
    for (const [setup, stage, kind] of [
      [dial, 'venting', 'steam-faltered'],
      [dial, 'processing', 'pressure-fell'],
      [weighted, 'processing', 'still-rocking'],
    ] as const) {
      const { events, at } = broughtTo(setup, stage)
      const said = event(kind, at + 1000)
      expect(whyNot(setup, [...events, said], back(said.id, at + 2000))).toMatch(/never/)
    }
  })
})

describe('what is remembered', () => {
  test('the first zero and the first drop of the lock, however often they are said', () => {
    const { events, at } = broughtTo(dial, 'cooling')
    const said = (kind: LoadEventKind, min: number) => event(kind, at + min * MIN)
    const state = foldLoad(dial, [
      ...events,
      said('pressure-zero', 40),
      said('lock-dropped', 41),
      said('pressure-zero', 42),
      said('lock-dropped', 43),
    ])
    expect(state).toMatchObject({ pressureZeroAt: at + 40 * MIN, lockDroppedAt: at + 41 * MIN })
  })
  test('the time lost adds up over restarts, and a stage is entered when it first was', () => {
    const { events, at } = broughtTo(dial, 'processing')
    const read = (min: number, psi: number) => event('reading', at + min * MIN, { psi })
    const state = foldLoad(dial, [...events, read(8, 10), read(10, 12), read(15, 10), read(18, 12)])
    expect(state).toMatchObject({ restarts: 2, lostMs: 13 * MIN, since: at + 18 * MIN })
    expect(state.entered).toMatchObject({ processing: at, climbing: 55 * MIN })
  })
  test('a fall that is told is a look too', () => {
    const { events, at } = broughtTo(dial, 'processing')
    const told = foldLoad(dial, [...events, event('pressure-fell', at + 9 * MIN)])
    expect(told).toMatchObject({ lastLook: at + 9 * MIN, longestUnseenMs: 9 * MIN })
  })
  test('two events of one moment fall in the order of their ids, whoever tells them first', () => {
    const { events, at } = broughtTo(dial, 'filling')
    const locked = event('locked', at + MIN)
    const stopped = event('aborted', at + MIN)
    const one = foldLoad(dial, [...events, locked, stopped])
    const other = foldLoad(dial, [...events, stopped, locked])
    expect(one.abortedFrom).toBe('heating')
    expect(other).toEqual(one)
  })
})

describe('clocks', () => {
  test('steam that faltered counts up from the falter, and never below nothing', () => {
    const { events, at } = broughtTo(dial, 'venting')
    const state = foldLoad(dial, [...events, event('steam-faltered', at + 6 * MIN)])
    expect(loadAt(dial, state, at + 8 * MIN).clock).toEqual({ kind: 'up', passedMs: 2 * MIN })
    expect(loadAt(dial, state, at).clock).toEqual({ kind: 'up', passedMs: 0 })
  })
  test('a clock that ran out stays at nothing and says how long ago', () => {
    const { events, at } = broughtTo(dial, 'resting')
    const late = loadAt(dial, foldLoad(dial, events), at + 16 * MIN)
    expect(late.clock).toMatchObject({ kind: 'down', leftMs: 0, endsAt: at + 10 * MIN })
    expect(late.prompt).toEqual({ kind: 'done', overdueMs: 6 * MIN })
  })
  test('lids are overdue after 24 hours, not at them', () => {
    const { events, at } = broughtTo(dial, 'standing')
    const overdue = (ms: number) => loadAt(dial, foldLoad(dial, events), at + ms).prompt
    expect(overdue(24 * HOUR)).toEqual({ kind: 'check-seals', overdue: false })
    expect(overdue(24 * HOUR + 1)).toEqual({ kind: 'check-seals', overdue: true })
  })
  test('the band to hold is at most 2 psi wide and never under the target', () => {
    expect(holdBand(dial, 5)).toEqual({ from: 12, to: 14 })
    expect(holdBand(dial, -1)).toEqual({ from: 12, to: 12 })
    expect(holdBand(weighted, 2)).toEqual({ from: 15, to: 15 })
  })
  test.each([
    { ...dial, psi: 15.5 },
    { ...dial, psi: 0 },
    { ...dial, minutes: 0 },
    { ...dial, gaugeErrorPsi: -2.01 },
    { ...dial, gaugeErrorPsi: Number.NaN },
  ])('no load runs with $psi psi, $minutes min, a dial off by $gaugeErrorPsi', (setup) => {
    expect(() => foldLoad(setup, [])).toThrow(RangeError)
  })
})
