// Every stage against every kind of fact, and every clock to the millisecond, from a
// table written by hand out of the work, not out of the code.
import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import {
  foldLoad,
  holdBand,
  judgeLoad,
  loadAt,
  type LoadEvent,
  type LoadEventKind,
  type LoadSetup,
  type LoadStage,
  type UnitSystem,
} from '@kelvit/core'
import { ANY_KIND, broughtTo, dial, fact, HOUR, MIN, STAGES, weighted } from './kit/loads'

type Leads = Partial<Record<LoadStage, Partial<Record<LoadEventKind, LoadStage>>>>

/** Whatever is told while the pressure is up and spoils the process: vented again. */
const SPOILS = {
  'weight-off': 'heating',
  'weight-lifted': 'heating',
  'lid-not-locked': 'heating',
  'steam-doubtful': 'heating',
  'steam-faltered': 'heating',
  'water-low': 'cooling',
  opened: 'unloading',
  'opened-early': 'unloading',
  unloaded: 'standing',
  'heat-off': 'cooling',
  aborted: 'aborted',
} as const
const UNLOADS = { unloaded: 'standing', aborted: 'aborted' } as const

/** What one more fact, a minute later, does to a load on a dial: where it leads, if elsewhere. */
const ON_A_DIAL: Leads = {
  planned: { started: 'preparing' },
  preparing: {
    'filling-began': 'filling',
    locked: 'heating',
    'steam-steady': 'venting',
    'weight-on': 'climbing',
    reading: 'processing',
    aborted: 'aborted',
  },
  filling: {
    locked: 'heating',
    'steam-steady': 'venting',
    'weight-on': 'climbing',
    reading: 'processing',
    aborted: 'aborted',
  },
  heating: {
    'steam-steady': 'venting',
    'weight-on': 'climbing',
    reading: 'processing',
    'heat-off': 'cooling',
    'water-low': 'cooling',
    'lid-not-locked': 'filling',
    opened: 'filling',
    'opened-early': 'filling',
    aborted: 'aborted',
  },
  venting: {
    'weight-on': 'climbing',
    reading: 'processing',
    'heat-off': 'cooling',
    'water-low': 'cooling',
    'lid-not-locked': 'filling',
    opened: 'filling',
    'opened-early': 'filling',
    aborted: 'aborted',
  },
  climbing: {
    reading: 'processing',
    'pressure-zero': 'heating',
    'lock-dropped': 'heating',
    ...SPOILS,
  },
  processing: {
    'pressure-fell': 'climbing',
    'pressure-zero': 'heating',
    'lock-dropped': 'heating',
    ...SPOILS,
  },
  cooling: {
    'heat-on': 'climbing',
    'weight-off': 'resting',
    opened: 'unloading',
    'opened-early': 'unloading',
    ...UNLOADS,
  },
  resting: { 'heat-on': 'heating', opened: 'unloading', 'opened-early': 'unloading', ...UNLOADS },
  unloading: { locked: 'heating', 'seals-checked': 'checked', ...UNLOADS },
  standing: { 'seals-checked': 'checked' },
}

/** On a weight the ear leads where the eye led on a dial, and the wrong weight counts. */
const ON_A_WEIGHT: Leads = Object.fromEntries(
  Object.entries(ON_A_DIAL).map(([stage, leads]) => {
    const { reading, ...rest } = leads
    const heard = reading ? { 'at-pressure': reading, 'still-rocking': reading } : {}
    const wrong =
      stage === 'climbing' || stage === 'processing'
        ? ({ 'wrong-weight': 'heating', 'figures-changed': 'heating' } as const)
        : {}
    return [stage, { ...rest, ...heard, ...wrong }]
  }),
)

describe.each([
  ['a dial', dial, ON_A_DIAL],
  ['a weight', weighted, ON_A_WEIGHT],
] as const)('on %s', (_on, setup, table) => {
  describe.each(STAGES)('a load that is %s', (stage) => {
    test.each(ANY_KIND)('and %s a minute later: kept, and leads where it should', (kind) => {
      const { events, at } = broughtTo(setup, stage)
      const before = foldLoad(setup, events)
      expect(before).toMatchObject({ stage, questions: [] })
      const next = fact(
        kind,
        at + MIN,
        ['reading', 'figures-changed'].includes(kind) ? { psi: unit.psi(12) } : {},
      )
      const after = foldLoad(setup, [...events, next])
      expect(after.stage).toBe(table[stage]?.[kind] ?? stage)
      for (const q of after.questions) expect(q.sentence).toMatch(/^[A-Z].*[.?]$/)
    })
  })
})

describe('what ends too early is kept and asked about, to the millisecond', () => {
  const asked = (
    setup: LoadSetup,
    stage: LoadStage,
    kind: LoadEventKind,
    after: number,
  ): readonly string[] => {
    const { events, at } = broughtTo(setup, stage)
    return foldLoad(setup, [...events, fact(kind, at + after)]).questions.map((q) => q.event.kind)
  }
  test.each([
    ['the weight goes on after 10 minutes of steam', dial, 'venting', 'weight-on', 10 * MIN],
    ['the lid opens after a rest of 10', dial, 'resting', 'opened', 10 * MIN],
    [
      'a rest under 10 is still 10',
      { ...dial, restMinutes: unit.minutes(3) },
      'resting',
      'opened',
      10 * MIN,
    ],
    [
      'a longer rest is kept',
      { ...dial, restMinutes: unit.minutes(17) },
      'resting',
      'opened',
      17 * MIN,
    ],
  ] as const)('%s', (_what, setup, stage, kind, ms) => {
    expect(asked(setup, stage, kind, ms - 1)).toEqual([kind])
    expect(asked(setup, stage, kind, ms)).toEqual([])
  })
  test.each([
    ['a dial', dial],
    ['a weight', weighted],
    ['a longer time', { ...dial, minutes: unit.minutes(90) }],
  ] as const)('the heat goes off after the whole time: %s', (_what, setup) => {
    const { events, at } = broughtTo(setup, 'processing')
    const looks = Array.from({ length: Math.ceil(setup.minutes / 5) - 1 }, (_, i) =>
      setup.regulatedBy === 'dial'
        ? fact('reading', at + (i + 1) * 5 * MIN, { psi: setup.psi })
        : fact('still-rocking', at + (i + 1) * 5 * MIN),
    )
    const verdict = (ms: number) => {
      const state = foldLoad(setup, [...events, ...looks, fact('heat-off', at + ms)])
      expect(state.stage).toBe('cooling')
      return judgeLoad(setup, state).verdict
    }
    expect(verdict(setup.minutes * MIN - 1)).toBe('not-processed')
    expect(verdict(setup.minutes * MIN)).toBe('open')
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
    const setup = { ...dial, gaugeErrorPsi: unit.psi(gaugeErrorPsi) }
    const { events, at } = broughtTo(setup, 'climbing')
    const read = (psi: number) =>
      foldLoad(setup, [...events, fact('reading', at + MIN, { psi: unit.psi(psi) })]).stage
    expect(read(target - 0.01)).toBe('climbing')
    expect(read(target)).toBe('processing')
  })
  test('a reading under it, however little, starts the whole time again', () => {
    const { events, at } = broughtTo(dial, 'processing')
    const low = [...events, fact('reading', at + 24 * MIN, { psi: unit.psi(11.99) })]
    expect(foldLoad(dial, low)).toMatchObject({ stage: 'climbing', restarts: 1, lostMs: 24 * MIN })
    const again = foldLoad(dial, [...low, fact('reading', at + 26 * MIN, { psi: unit.psi(12) })])
    expect(loadAt(dial, again, at + 30 * MIN, 'us').clock).toMatchObject({ leftMs: 21 * MIN })
  })
  test('what a low reading finds may have begun right after the last look', () => {
    const { events, at } = broughtTo(dial, 'processing')
    const look = (min: number, psi: number) =>
      fact('reading', at + min * MIN, { psi: unit.psi(psi) })
    const end = [fact('heat-off', at + 32 * MIN)]
    const judge = (...looks: LoadEvent[]) =>
      judgeLoad(dial, foldLoad(dial, [...events, ...looks, ...end])).verdict
    // Seen on target at 26 of 25 minutes, low at 31: the time was over before it fell.
    expect(judge(look(13, 12), look(26, 12), look(31, 11))).toBe('open')
    // Last seen on target at 24: nobody knows whether the 25 were whole.
    expect(judge(look(13, 12), look(24, 12), look(31, 11))).toBe('not-processed')
  })
  test.each([-0.1, 30.1, Number.NaN, Infinity])('%d psi is not a reading', (psi) => {
    const { events, at } = broughtTo(dial, 'climbing')
    const state = foldLoad(dial, [...events, fact('reading', at + MIN, { psi: unit.psi(psi) })])
    expect(state).toMatchObject({ stage: 'climbing', readings: [] })
    expect(state.questions[0]?.sentence).toMatch(/from 0 to 30/)
  })
  test('a reading is a note on a canner that its weight regulates, and never a look', () => {
    const up = broughtTo(weighted, 'climbing')
    expect(
      foldLoad(weighted, [...up.events, fact('reading', up.at + MIN, { psi: unit.psi(14) })]).stage,
    ).toBe('climbing')
    const on = broughtTo(weighted, 'processing')
    const state = foldLoad(weighted, [
      ...on.events,
      fact('reading', on.at + 9 * MIN, { psi: unit.psi(3) }),
    ])
    expect(state).toMatchObject({ stage: 'processing', restarts: 0, lastLook: on.at })
    expect(loadAt(weighted, state, on.at + 15 * MIN, 'us').prompt).toMatchObject({ kind: 'look' })
  })
})

describe('taking back', () => {
  const back = (id: string, at: number): LoadEvent => fact('retracted', at, { eventId: id })
  test('holds for a minute to the millisecond', () => {
    const { events, at } = broughtTo(dial, 'heating')
    const last = events.at(-1)?.id ?? ''
    expect(foldLoad(dial, [...events, back(last, at + MIN)]).stage).toBe('filling')
    const late = foldLoad(dial, [...events, back(last, at + MIN + 1)])
    expect(late.stage).toBe('heating')
    expect(late.questions[0]?.sentence).toMatch(/within a minute/)
  })
  test('names the last step; one that names an earlier step takes back nothing', () => {
    const events = [fact('started', 0), fact('filling-began', 1000)]
    expect(foldLoad(dial, [...events, back(events[0]?.id ?? '', 2000)]).stage).toBe('filling')
    expect(foldLoad(dial, [...events, back('no such step', 2000)]).stage).toBe('filling')
  })
  test.each([
    ['preparing', true],
    ['filling', true],
    ['heating', true],
    ['venting', false],
    ['climbing', false],
    ['processing', false],
    ['cooling', false],
    ['resting', false],
    ['unloading', false],
    ['standing', true],
    ['checked', false],
    ['aborted', false],
  ] as const)('the step into %s: %s', (stage, may) => {
    const { events, at } = broughtTo(dial, stage)
    const after = foldLoad(dial, [...events, back(events.at(-1)?.id ?? '', at + 1000)])
    expect(after.stage !== stage).toBe(may)
  })
})

describe('what is remembered', () => {
  test('the first zero and the first drop of the lock, however often they are said', () => {
    const { events, at } = broughtTo(dial, 'cooling')
    const said = (kind: LoadEventKind, min: number) => fact(kind, at + min * MIN)
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
    const read = (min: number, psi: number) =>
      fact('reading', at + min * MIN, { psi: unit.psi(psi) })
    const state = foldLoad(dial, [...events, read(8, 10), read(10, 12), read(15, 10), read(18, 12)])
    expect(state).toMatchObject({ restarts: 2, lostMs: 13 * MIN, since: at + 18 * MIN })
    expect(state.entered).toMatchObject({ processing: at, climbing: 55 * MIN })
  })
  test('the longest look away, and nothing before or after the process', () => {
    const { events, at } = broughtTo(dial, 'processing')
    const read = (min: number, psi = 12) => fact('reading', at + min * MIN, { psi: unit.psi(psi) })
    const run = [...events, read(4), read(13), read(20), read(25), fact('heat-off', at + 25 * MIN)]
    expect(foldLoad(dial, run).longestUnseenMs).toBe(9 * MIN)
    expect(foldLoad(dial, [...run, read(60, 2)]).longestUnseenMs).toBe(9 * MIN)
    const told = foldLoad(dial, [...events, fact('pressure-fell', at + 9 * MIN)])
    expect(told).toMatchObject({ lastLook: at + 9 * MIN, longestUnseenMs: 9 * MIN })
  })
  test('two facts of one moment fall in the order of their ids, whoever tells them first', () => {
    const { events, at } = broughtTo(dial, 'filling')
    const locked = fact('locked', at + MIN)
    const stopped = fact('aborted', at + MIN)
    const one = foldLoad(dial, [...events, locked, stopped])
    const other = foldLoad(dial, [...events, stopped, locked])
    expect(one.abortedFrom).toBe('heating')
    expect(other).toEqual(one)
  })
})

describe('clocks', () => {
  test('steam that faltered counts up from the falter, and never below nothing', () => {
    const { events, at } = broughtTo(dial, 'venting')
    const state = foldLoad(dial, [...events, fact('steam-faltered', at + 6 * MIN)])
    expect(loadAt(dial, state, at + 8 * MIN, 'us').clock).toEqual({ kind: 'up', passedMs: 2 * MIN })
    expect(loadAt(dial, state, at, 'us').clock).toEqual({ kind: 'up', passedMs: 0 })
  })
  test('a clock that ran out stays at nothing and says how long ago', () => {
    const { events, at } = broughtTo(dial, 'resting')
    const late = loadAt(dial, foldLoad(dial, events), at + 16 * MIN, 'us')
    expect(late.clock).toMatchObject({ kind: 'down', leftMs: 0, endsAt: at + 10 * MIN })
    expect(late.prompt).toMatchObject({ kind: 'done', overdueMs: 6 * MIN })
  })
  test('tomatoes stay five minutes in the open canner', () => {
    const setup = { ...dial, openMinutes: unit.minutes(5) }
    const { events, at } = broughtTo(setup, 'unloading')
    expect(loadAt(setup, foldLoad(setup, events), at + MIN, 'us').clock).toMatchObject({
      leftMs: 4 * MIN,
    })
  })
  test('the band to hold is at most 2 psi wide and never under the target', () => {
    expect(holdBand(dial, 5)).toEqual({ from: 12, to: 14 })
    expect(holdBand(dial, -1)).toEqual({ from: 12, to: 12 })
    expect(holdBand({ ...dial, gaugeErrorPsi: unit.psi(1) }, 1)).toEqual({ from: 13, to: 14 })
    expect(holdBand(weighted, 2)).toEqual({ from: 15, to: 15 })
  })
  test.each([
    { ...dial, psi: unit.psi(15.5) },
    { ...dial, psi: unit.psi(0) },
    { ...dial, minutes: unit.minutes(0) },
    { ...dial, gaugeErrorPsi: unit.psi(-2.01) },
    { ...dial, gaugeErrorPsi: unit.psi(Number.NaN) },
  ])('no load runs with $psi psi, $minutes min, a dial off by $gaugeErrorPsi', (setup) => {
    expect(() => foldLoad(setup, [])).toThrow(RangeError)
  })
})

describe('prompts, each at its minute and silenced by doing it', () => {
  const kinds = (setup: LoadSetup, events: readonly LoadEvent[], now: number) =>
    loadAt(setup, foldLoad(setup, events), now, 'us').prompts.map((p) => p.kind)
  test.each([
    ['filled jars wait', dial, 'filling', 15 * MIN, 'jars-waiting', 'locked'],
    ['no steam', dial, 'heating', HOUR, 'no-steam', 'steam-steady'],
    ['a slow climb', dial, 'climbing', 45 * MIN, 'slow-climb', 'heat-off'],
    ['an unread dial', dial, 'processing', 10 * MIN, 'look', 'reading'],
    ['an unheard weight', weighted, 'processing', 15 * MIN, 'look', 'still-rocking'],
    ['a long cooling', dial, 'cooling', 4 * HOUR, 'cooling-long', 'weight-off'],
    ['lids to press', dial, 'standing', 12 * HOUR, 'check-seals', 'seals-checked'],
  ] as const)('%s', (_what, setup, stage, ms, kind, does) => {
    const { events, at } = broughtTo(setup, stage)
    expect(kinds(setup, events, at + ms - 1)).not.toContain(kind)
    expect(kinds(setup, events, at + ms)).toContain(kind)
    const done = fact(does, at + ms, { psi: unit.psi(12) })
    expect(kinds(setup, [...events, done], at + ms + 1)).not.toContain(kind)
  })
  test('each is a sentence', () => {
    for (const stage of STAGES) {
      const { events, at } = broughtTo(dial, stage)
      for (const p of loadAt(dial, foldLoad(dial, events), at + 30 * HOUR, 'us').prompts)
        expect(p.sentence).toMatch(/^[A-Z].*[.?]$/)
    }
  })
  test('more than 3 over the target: ease the heat; over 18: heat down, nobody near the lid', () => {
    const { events, at } = broughtTo(dial, 'processing')
    const read = (psi: number, min: number) =>
      fact('reading', at + min * MIN, { psi: unit.psi(psi) })
    expect(kinds(dial, [...events, read(15, 1)], at + MIN)).toEqual([])
    expect(kinds(dial, [...events, read(15.25, 1)], at + MIN)).toEqual(['ease'])
    expect(kinds(dial, [...events, read(18.5, 1)], at + MIN)).toEqual(['heat-down'])
    expect(kinds(dial, [...events, read(18.5, 1), read(13, 2)], at + 2 * MIN)).toEqual([])
    const said = (units: UnitSystem) =>
      loadAt(dial, foldLoad(dial, [...events, read(15.25, 1)]), at + MIN, units).prompt?.sentence
    expect(said('us')).toBe('Ease the heat a little. Hold it near 12 psi.')
    expect(said('metric')).toBe('Ease the heat a little. Hold it near 83 kPa.')
    const high = { ...dial, gaugeErrorPsi: unit.psi(1) }
    const on = broughtTo(high, 'processing')
    expect(
      kinds(high, [...on.events, fact('reading', on.at + 1, { psi: unit.psi(16) })], on.at + 1),
    ).toEqual([])
  })
  test('lids are overdue after 24 hours, not at them', () => {
    const { events, at } = broughtTo(dial, 'standing')
    const overdue = (ms: number) =>
      loadAt(dial, foldLoad(dial, events), at + ms, 'us').prompt?.overdue
    expect(overdue(24 * HOUR)).toBe(false)
    expect(overdue(24 * HOUR + 1)).toBe(true)
  })
})
