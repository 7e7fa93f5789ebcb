// The corners of the load machine: each line stands for one small fault that would go unseen without it.
import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import {
  asEvents,
  cannerClasses,
  foldLoad,
  isWorse,
  judgeLoad,
  loadAt,
  nameAfter,
  recordLines,
  stageTimes,
  takenBack,
  tellingReadings,
  whyHeld,
  whyNoWay,
  type LoadEvent,
  type LoadEventKind,
  type LoadSetup,
  type LoadStage,
  type Verdict,
} from '@kelvit/core'
import { lateStarts } from '../src/load/facts'
import { broughtTo, dial, fact, GOOD_DIAL, HOUR, log, MIN, weighted } from './kit/loads'

const folded = (setup: LoadSetup, ...lines: readonly string[]) => foldLoad(setup, log(...lines))
const upTo = (lines: readonly string[], minute: number): readonly string[] =>
  lines.filter((l) => Number(l.split(' ')[0]) <= minute)
/** A load that came to a stage, and then more is told, so many minutes later. */
const andThen = (
  setup: LoadSetup,
  stage: LoadStage,
  ...more: readonly (readonly [LoadEventKind, number, Partial<LoadEvent>?])[]
) => {
  const { events, at } = broughtTo(setup, stage)
  const all = [...events, ...more.map(([kind, min, rest]) => fact(kind, at + min * MIN, rest))]
  return { state: foldLoad(setup, all), at, events: all }
}
const codes = (setup: LoadSetup, state: ReturnType<typeof foldLoad>): string[] =>
  judgeLoad(setup, state).reasons.map((r) => r.code)

describe('what a judgement says', () => {
  const reasons = [{ code: 'told-late', sentence: 'First.' } as const, { code: 'over-time', sentence: 'Second.' } as const] // prettier-ignore
  test.each([
    ['open', ''],
    ['as-tested', ''],
    ['longer', ''],
    ['in-doubt', 'First.'],
    ['not-processed', 'First.'],
  ] as const)('%s holds jars for its first reason, or for none', (verdict, why) => {
    expect(whyHeld({ verdict, reasons })).toBe(why)
    expect(whyHeld({ verdict, reasons: [] })).toBe('')
  })
  test('worse is told to everybody: only what holds jars, and held them less before', () => {
    const all: readonly Verdict[] = ['open', 'as-tested', 'longer', 'in-doubt', 'not-processed']
    const told = all.flatMap((a) => all.filter((b) => isWorse(a, b)).map((b) => `${a} ${b}`))
    expect(told).toEqual([
      'open in-doubt',
      'open not-processed',
      'as-tested in-doubt',
      'as-tested not-processed',
      'longer in-doubt',
      'longer not-processed',
      'in-doubt not-processed',
    ])
  })
  test('in doubt already while it cools, and open where nothing is doubtful', () => {
    const cooling = upTo(GOOD_DIAL, 82)
    expect(judgeLoad(dial, folded(dial, ...cooling)).verdict).toBe('open')
    const off = folded(dial, ...cooling, '90 gauge-off')
    expect(judgeLoad(dial, off)).toMatchObject({ verdict: 'in-doubt' })
    expect(judgeLoad(dial, off).reasons.map((r) => r.code)).toEqual(['gauge-off'])
  })
  test('what is worth a sentence is said, and only where it is so', () => {
    const good = folded(dial, ...GOOD_DIAL)
    expect(codes(dial, good)).toEqual([])
    const twice = folded(dial, ...GOOD_DIAL, '139 gauge-off', '140 gauge-off')
    expect(twice.doubts.map((d) => d.at)).toEqual([139 * MIN, 140 * MIN])
    expect(codes(dial, twice)).toEqual(['gauge-off'])
    const broken = folded(dial, ...GOOD_DIAL, '139 jar-broken', '140 jar-broken')
    expect(broken.brokenInside).toBe(2)
    expect(codes(dial, broken)).toEqual(['jar-broken'])
    const looked = foldLoad(dial, [...log(...GOOD_DIAL), fact('looked-into', 150 * MIN, { by: 'Wren', text: 'All is fine.' })]) // prettier-ignore
    expect(judgeLoad(dial, looked).reasons).toEqual([
      { code: 'looked-into', sentence: 'Looked into by Wren: All is fine.' },
    ])
    const unsigned = foldLoad(dial, [...log(...GOOD_DIAL), fact('looked-into', 150 * MIN)])
    expect([unsigned.looked, unsigned.questions.length]).toEqual([[], 1])
    const simulated = log(...GOOD_DIAL).map((e) =>
      e.kind === 'reading' ? { ...e, source: 'simulated' as const } : e,
    )
    expect(codes(dial, foldLoad(dial, simulated))).toEqual(['simulated'])
    const measured = simulated.map((e) =>
      e.kind === 'reading' ? { ...e, source: 'device' as LoadEvent['source'] } : e,
    ) as readonly LoadEvent[]
    expect(codes(dial, foldLoad(dial, measured))).toEqual([])
    expect(foldLoad(dial, measured).readings[0]?.source).toBe('device')
  })
  test('lids pressed an instant before 12 hours are early, at 12 hours they are not', () => {
    const out = 138 * MIN
    const pressed = (ms: number) =>
      codes(dial, foldLoad(dial, [...log(...GOOD_DIAL), fact('seals-checked', out + ms)]))
    expect(pressed(12 * HOUR - 1)).toEqual(['pressed-early'])
    expect(pressed(12 * HOUR)).toEqual([])
  })
})

describe('what is due', () => {
  const kinds = (setup: LoadSetup, events: readonly LoadEvent[], now: number): string[] =>
    loadAt(setup, foldLoad(setup, events), now, 'us').prompts.map((p) => p.kind)
  test('a silence is asked about until somebody answers, and not when a new run began after it', () => {
    const silent = [...upTo(GOOD_DIAL, 57), '78 reading 12']
    expect(kinds(dial, log(...silent), 79 * MIN)).toEqual(['watched'])
    expect(kinds(dial, log(...silent, '79 watched'), 79 * MIN)).toEqual([])
    expect(kinds(dial, log(...silent, '80 reading 11', '82 reading 12'), 83 * MIN)).toEqual([])
    // Its answer is asked for as long as it can still be given at the stove.
    const cooling = [...silent, '82 reading 12', '82 heat-off']
    expect(kinds(dial, log(...cooling), 83 * MIN)).toEqual(['watched'])
    const down = ['120 pressure-zero', '121 lock-dropped', '122 weight-off']
    expect(kinds(dial, log(...cooling, ...down), 123 * MIN)).toEqual(['watched'])
    const open = log(...cooling, ...down, '132 opened')
    expect(kinds(dial, open, 132 * MIN)).toEqual([])
  })
  test('the heat is eased on a dial only; 18 is not yet too high', () => {
    const at = (setup: LoadSetup, psi: number) => {
      const { events, at } = broughtTo(setup, 'processing')
      return kinds(setup, [...events, fact('reading', at + MIN, { psi: unit.psi(psi) })], at + MIN)
    }
    expect(at(dial, 18)).toEqual(['ease'])
    expect(at(dial, 18.25)).toEqual(['heat-down'])
    expect(at({ ...weighted, psi: unit.psi(10) }, 17)).toEqual([])
    expect(at(weighted, 18.25)).toEqual(['heat-down'])
  })
  test('what was read before the pressure came is no reason to ease anything', () => {
    const { events, at } = broughtTo(dial, 'cooling')
    const high = [...events, fact('reading', at + MIN, { psi: unit.psi(19) })]
    expect(kinds(dial, high, at + MIN)).toEqual([])
  })
  test('a prompt that was heard is remembered by its kind, each by itself', () => {
    const { state, at } = andThen(dial, 'processing', ['prompt-heard', 1, { text: 'look' }], ['prompt-heard', 2, { text: 'ease' }]) // prettier-ignore
    expect(state.heard).toEqual({ look: at + MIN, ease: at + 2 * MIN })
  })
  test('clocks: none before the start and after the end, up while it climbs', () => {
    for (const stage of ['planned', 'checked', 'aborted'] as const) {
      const { events, at } = broughtTo(dial, stage)
      expect(loadAt(dial, foldLoad(dial, events), at + HOUR, 'us').clock).toEqual({ kind: 'none' })
    }
    const { events, at } = broughtTo(dial, 'climbing')
    expect(loadAt(dial, foldLoad(dial, events), at + MIN, 'us').clock.kind).toBe('up')
    expect(loadAt(dial, foldLoad(dial, events), at + MIN, 'us').reprocessBy).toBeNull()
  })
})

describe('a needle', () => {
  test('is read from 0 to 30; anything else is asked about and no reading', () => {
    for (const [psi, read] of [
      [0, 1],
      [30, 1],
      [30.25, 0],
      [-0.25, 0],
      [NaN, 0],
    ] as const) {
      // prettier-ignore
      const { state, events } = andThen(weighted, 'filling', ['reading', 1, { psi: unit.psi(psi) }])
      expect([psi, state.readings.length]).toEqual([psi, read])
      expect(state.questions.map((q) => q.event)).toEqual(read ? [] : [events.at(-1)])
    }
    expect(andThen(weighted, 'filling', ['reading', 1]).state.questions).toHaveLength(1)
  })
  test('on the figure is on target', () => {
    const on = andThen(dial, 'climbing', ['reading', 1, { psi: unit.psi(12) }]).state
    expect(on.stage).toBe('processing')
    expect(andThen(dial, 'climbing', ['reading', 1, { psi: unit.psi(11.75) }]).state.stage).toBe('climbing') // prettier-ignore
  })
  test('at zero that never left it says that there was no pressure yet', () => {
    const zero = { psi: unit.psi(0) }
    const still = andThen(dial, 'climbing', ['reading', 1, zero], ['reading', 2, zero]).state
    expect(still).toMatchObject({ stage: 'climbing', pressureUp: false })
    const lost = andThen(dial, 'climbing', ['reading', 1, { psi: unit.psi(3) }], ['reading', 2, zero]).state // prettier-ignore
    expect(lost).toMatchObject({ stage: 'heating', ventAgain: true, pressureUp: false, vent: null })
  })
  test('on a dial nobody says that the weight rocks: it is asked about, whatever goes on', () => {
    for (const kind of ['at-pressure', 'still-rocking'] as const) {
      const { state } = andThen(dial, 'climbing', [kind, 1])
      expect(state.stage).toBe('climbing')
      expect(state.questions).toHaveLength(1)
    }
  })
})

describe('pressure that fell', () => {
  test('with its minute counts to there, without one only to the last look', () => {
    const fell = (more: Partial<LoadEvent>, min = 15) =>
      andThen(dial, 'processing', ['reading', 9, { psi: unit.psi(12) }], ['pressure-fell', min, more]).state // prettier-ignore
    const { at } = broughtTo(dial, 'processing')
    expect(fell({}).runs[0]?.provenTo).toBe(at + 9 * MIN)
    expect(fell({ happenedAt: at + 12 * MIN }).runs[0]?.provenTo).toBe(at + 12 * MIN)
    // Remembered for a moment before the last look: it counts to that moment, no further.
    expect(fell({ happenedAt: at + 5 * MIN }).runs[0]?.provenTo).toBeLessThanOrEqual(at + 9 * MIN)
  })
  test('says nothing before there was any', () => {
    for (const stage of ['filling', 'heating', 'venting', 'climbing'] as const)
      expect(andThen(dial, stage, ['pressure-fell', 1]).state.doubts).toEqual([])
    for (const stage of ['cooling', 'resting', 'unloading', 'standing', 'checked'] as const) {
      const { state, at } = andThen(dial, stage, ['pressure-fell', 1, { by: 'Wren' }])
      expect(state.doubts).toMatchObject([{ code: 'fell-unknown', at: at + MIN, by: 'Wren' }])
      const known = andThen(dial, stage, ['pressure-fell', 1, { happenedAt: at }]).state
      expect(known.doubts).toEqual([])
    }
  })
})

describe('the steam', () => {
  test('that faltered is kept whenever it is said', () => {
    expect(andThen(dial, 'venting', ['steam-faltered', 1]).state.steamSteadySince).toBeNull()
    const { state } = andThen(dial, 'heating', ['steam-faltered', 1])
    expect(state.since).toBe(foldLoad(dial, broughtTo(dial, 'heating').events).since)
    for (const stage of ['climbing', 'processing'] as const)
      expect(andThen(dial, stage, ['steam-faltered', 1]).state).toMatchObject({ stage: 'heating', ventAgain: true }) // prettier-ignore
    for (const stage of ['cooling', 'standing', 'checked'] as const)
      expect(andThen(dial, stage, ['steam-faltered', 1]).state.doubts).toMatchObject([{ code: 'steam-doubtful' }]) // prettier-ignore
  })
  test('in doubt while it vents begins again; afterwards it goes back to the heat', () => {
    expect(andThen(dial, 'venting', ['steam-doubtful', 1]).state).toMatchObject({ stage: 'venting', steamSteadySince: null }) // prettier-ignore
    expect(andThen(dial, 'processing', ['steam-doubtful', 1]).state.stage).toBe('heating')
  })
  test('said twice keeps its first minute, said again after it faltered its new one', () => {
    const { state, at } = andThen(dial, 'venting', ['steam-steady', 3])
    expect(state.steamSteadySince).toBe(at)
    const again = andThen(dial, 'venting', ['steam-faltered', 2], ['steam-steady', 3]).state
    expect(again).toMatchObject({ steamSteadySince: at + 3 * MIN, since: at + 3 * MIN })
    const late = andThen(dial, 'processing', ['steam-steady', 1]).state
    expect([late.stage, late.questions.length]).toEqual(['processing', 1])
  })
  test('after the lid was off and on again everything before is void', () => {
    const { state } = andThen(dial, 'unloading', ['gauge-off', 1], ['water-low', 2], ['locked', 5], ['steam-steady', 20]) // prettier-ignore
    expect(state).toMatchObject({
      stage: 'venting',
      vent: null,
      ventAgain: false,
      pressureUp: false,
      pressureZeroAt: null,
      lockDroppedAt: null,
      heatOffAt: null,
    })
    // What was wrong under that lid is over; a dial that is off is not mended by steam, nor
    // food that stood.
    expect(state.doubts.map((d) => d.code)).toEqual(['gauge-off'])
    expect(state.runs.every((r) => r.provenTo === r.from)).toBe(true)
    const locked = andThen(dial, 'unloading', ['locked', 5]).state
    expect(locked).toMatchObject({ stage: 'heating', ventAgain: true, pressureUp: false })
  })
  test('the weight on too soon is asked about and vented again; in time it is not', () => {
    const { at } = broughtTo(dial, 'venting')
    const soon = andThen(dial, 'venting', ['weight-on', 9]).state
    expect(soon).toMatchObject({ stage: 'climbing', vent: 'short', ventAgain: true, pressureUp: false }) // prettier-ignore
    expect(soon.questions).toHaveLength(1)
    const full = foldLoad(dial, [...broughtTo(dial, 'venting').events, fact('weight-on', at + 10 * MIN)]) // prettier-ignore
    expect(full).toMatchObject({ vent: 'full', ventAgain: false, questions: [] })
  })
  test('at pressure though nobody said that the weight is on', () => {
    const on = { psi: unit.psi(12) }
    const untold = andThen(dial, 'venting', ['reading', 10, on]).state
    expect(untold).toMatchObject({ stage: 'processing', vent: 'untold', ventAgain: false })
    expect(untold.questions[0]?.sentence).toMatch(/^When did the weight go on/)
    const short = andThen(dial, 'venting', ['reading', 9, on]).state
    expect(short).toMatchObject({ stage: 'processing', vent: 'short', ventAgain: true })
    expect(short.questions[0]?.sentence).toMatch(/^It is at pressure/)
    // Steady for long is of no use when the lid was not vented at all.
    expect(andThen(dial, 'heating', ['reading', 30, on]).state.vent).toBe('short')
  })
})

describe('the heat back on', () => {
  const lost = (...more: readonly (readonly [LoadEventKind, number])[]) =>
    andThen(dial, 'cooling', ...more).state
  test('with pressure left climbs again; at zero, open or without steam it is vented again', () => {
    expect(lost(['heat-on', 2])).toMatchObject({ stage: 'climbing', heatOffAt: null, restarts: 1 })
    expect(lost(['pressure-zero', 1], ['heat-on', 2]).stage).toBe('heating')
    expect(lost(['lock-dropped', 1], ['heat-on', 2]).stage).toBe('heating')
    expect(andThen(dial, 'resting', ['heat-on', 2]).state.stage).toBe('heating')
    const neverVented = andThen(dial, 'heating', ['heat-off', 1], ['heat-on', 2]).state
    expect(neverVented).toMatchObject({ stage: 'heating', restarts: 0, lostMs: 0 })
  })
  test('what was lost is what ran, and nothing where the pressure had been lost before', () => {
    expect(lost(['heat-on', 2]).lostMs).toBe(25 * MIN)
    const { state } = andThen(dial, 'processing', ['pressure-fell', 5], ['heat-off', 6], ['heat-on', 7]) // prettier-ignore
    expect(state).toMatchObject({ restarts: 2, lostMs: 5 * MIN })
  })
})

describe('nobody watched', () => {
  test('said of no silence: the clock starts again there, only while it runs', () => {
    const { state, at } = andThen(dial, 'processing', ['unwatched', 8])
    expect(state).toMatchObject({ stage: 'processing', since: at + 8 * MIN, restarts: 1 })
    expect(state.runs).toMatchObject([
      { from: at, provenTo: at, vent: 'full', endedBy: 'other' },
      { from: at + 8 * MIN, provenTo: null, vent: 'full', endedBy: null },
    ])
    for (const stage of ['climbing', 'cooling', 'standing'] as const)
      expect(andThen(dial, stage, ['unwatched', 1]).state.restarts, stage).toBe(0)
  })
  test('a weight is asked about after half an hour, a dial after twenty minutes', () => {
    expect(andThen(weighted, 'processing', ['still-rocking', 30]).state.gaps).toEqual([])
    expect(andThen(weighted, 'processing', ['still-rocking', 30.01]).state.gaps).toHaveLength(1)
    expect(andThen(dial, 'processing', ['reading', 24, { psi: unit.psi(12) }]).state.gaps).toHaveLength(1) // prettier-ignore
    expect(andThen(dial, 'processing', ['reading', 20, { psi: unit.psi(12) }]).state.gaps).toEqual([]) // prettier-ignore
  })
  test('an answer belongs to the silence it names', () => {
    const gap = fact('reading', 80 * MIN, { psi: unit.psi(12), id: 'gap' })
    const events = [...log(...upTo(GOOD_DIAL, 57)), gap]
    const watchedBy = (...more: readonly LoadEvent[]) =>
      foldLoad(dial, [...events, ...more]).gaps.map((g) => g.watchedBy)
    expect(watchedBy()).toEqual([null])
    expect(watchedBy(fact('watched', 81 * MIN, { eventId: 'gap', by: 'Alder' }))).toEqual(['Alder'])
    expect(watchedBy(fact('watched', 81 * MIN, { eventId: 'other', by: 'Alder' }))).toEqual([null])
    expect(watchedBy(fact('note', 81 * MIN, { eventId: 'gap', by: 'Alder' }))).toEqual([null])
  })
})

describe('taken back, and word that came late', () => {
  const told = (id: string, kind: LoadEventKind, at: number, more: Partial<LoadEvent> = {}) =>
    ({ id, kind, at, ...more }) as LoadEvent
  const start = told('b', 'started', 0)
  const back = (at: number, of = 'b', id = 'z') => told(id, 'retracted', at, { eventId: of })
  test('only the last thing said, after it was said, within a minute, in any order of arrival', () => {
    const gone = (...events: readonly LoadEvent[]) => [
      ...new Set([events, [...events].reverse()].map((e) => [...takenBack(e)].join())),
    ]
    expect(gone(start, back(MIN))).toEqual(['b'])
    expect(gone(start, back(MIN + 1))).toEqual([''])
    expect(gone(start, told('c', 'filling-began', 10), back(20))).toEqual([''])
    expect(gone(start, back(0))).toEqual(['b'])
    // At the same moment the name decides who came first, on every device.
    expect(gone(start, back(0, 'b', 'a'))).toEqual([''])
    expect(gone(start, told('n', 'note', 10), back(20))).toEqual(['b'])
    expect(gone(start, told('n', 'note', 10), back(20, 'n'))).toEqual(['n'])
    expect(gone(start, told('c', 'filling-began', 10), back(20, 'c'), back(30, 'b', 'zz'))).toEqual(['c,b']) // prettier-ignore
    // What has not been said yet cannot be taken back.
    expect(gone(told('b', 'started', 10), back(5))).toEqual([''])
  })
  test('late is two minutes after its moment, behind another clock’s later word', () => {
    const look = (id: string, at: number, heardAt?: number) =>
      told(id, 'reading', at, { psi: unit.psi(12), ...(heardAt === undefined ? {} : { heardAt }) })
    const late = (a: LoadEvent, ...others: readonly LoadEvent[]) => [...lateStarts([a, ...others])]
    const other = look('o', 3 * MIN, 3 * MIN)
    expect(late(look('a', 0, 4 * MIN), other)).toEqual(['a'])
    expect(late(look('a', 2 * MIN + 1, 4 * MIN), other)).toEqual([])
    expect(late(look('a', 2 * MIN, 4 * MIN), other)).toEqual(['a'])
    expect(late(look('a', 0), other)).toEqual([])
    expect(late(told('a', 'note', 0, { heardAt: 4 * MIN }), other)).toEqual([])
    // Nobody else told of a clock, told before it was heard, of a later moment.
    expect(late(look('a', 0, 4 * MIN), told('o', 'note', 3 * MIN, { heardAt: 3 * MIN }))).toEqual([]) // prettier-ignore
    expect(late(look('a', 0, 4 * MIN), look('o', 3 * MIN))).toEqual([])
    expect(late(look('a', 0, 4 * MIN), look('o', 3 * MIN, 4 * MIN))).toEqual([])
    expect(late(look('a', 0, 4 * MIN), look('o', 0, 3 * MIN))).toEqual([])
    expect(late(look('a', 0, 4 * MIN), told('o', 'heat-off', 3 * MIN, { heardAt: 3 * MIN }))).toEqual(['a']) // prettier-ignore
  })
  test('a stored event as the fold reads it', () => {
    const row = {
      id: 'x', kind: 'heat-off', at: '2026-08-14T22:00:00.250Z', happenedAt: null,
      heardAt: '2026-08-14T22:01:00Z', by: 'Wren', psi: null, text: null, eventId: null, source: null,
    } as const // prettier-ignore
    expect(asEvents([row])).toEqual([
      { ...row, at: Date.UTC(2026, 7, 14, 22, 0, 0, 250), heardAt: Date.UTC(2026, 7, 14, 22, 1) },
    ])
  })
})

describe('a record', () => {
  test('tells what was said, when it counted, and when it was told', () => {
    const lines = recordLines(
      [
        fact('note', 0, { text: 'The kitchen is cold.' }),
        fact('note', 1),
        fact('heat-off', 9 * MIN, { happenedAt: 5 * MIN }),
        fact('aborted', 10 * MIN, { text: 'power' }),
        fact('looked-into', 11 * MIN, { text: 'Fine.' }),
        fact('reading', 12 * MIN, { psi: unit.psi(12.5) }),
        fact('reading', 13 * MIN, { psi: unit.psi(12.5), source: 'simulated' }),
      ],
      'us',
    )
    expect(nameAfter({ words: 'Heat off', by: 'Alder' })).toBe(', Alder')
    expect(nameAfter({ words: 'Looked into: Fine.', by: 'Alder' })).toBe(' Alder')
    expect(nameAfter({ words: 'Heat off', by: null })).toBe('')
    expect(lines.map((l) => l.words)).toEqual([
      'The kitchen is cold.',
      'Note',
      'Heat off',
      'Load stopped',
      'Looked into: Fine.',
      'Gauge read: 12½ psi',
      'Gauge read: 12½ psi (simulated gauge)',
    ])
    expect(lines.map((l) => l.enteredAt)).toEqual([null, null, 9 * MIN, null, null, null, null])
  })
  test('stages in the order in which they were entered, the last one open', () => {
    const state = { ...folded(dial, ...GOOD_DIAL), entered: { venting: 5 * MIN, heating: 2 * MIN } }
    expect(stageTimes(state)).toEqual([
      { stage: 'heating', from: 2 * MIN, minutes: 3 },
      { stage: 'venting', from: 5 * MIN, minutes: null },
    ])
  })
})

test('a device’s readings: told when they cross something, once a minute, or come from before', () => {
  const read = (psi: number, s: number) => ({ id: `${psi}@${s}`, at: s * 1000, psi: unit.psi(psi) })
  const told = (last: ReturnType<typeof read> | undefined, ...list: ReturnType<typeof read>[]) =>
    tellingReadings(dial, last, list).map((r) => r.id)
  expect(told(read(11.75, 0), read(12, 1), read(12.25, 2))).toEqual(['12@1'])
  expect(told(read(17, 0), read(18, 1), read(18.25, 2), read(18.5, 3))).toEqual(['18.25@2'])
  expect(told(read(0.25, 0), read(0, 1), read(0, 2))).toEqual(['0@1'])
  expect(told(read(13, 0), read(13, 59), read(13, 60), read(13, 61))).toEqual(['13@60'])
  expect(told(read(13, 90), read(13, 80))).toEqual(['13@80'])
  expect(told(read(13, 90), read(13, 90))).toEqual([])
  // In any order of arrival.
  expect(told(undefined, read(11, 9), read(12, 5), read(12, 1))).toEqual(['12@1', '11@9'])
})

test('why a harvest cannot be canned by itself', () => {
  const wanted = { jars: 1, jar: 'quart', mouth: 'regular', prepMinPerQuart: 10 } as const
  const pot = (quarts: number, least: number, processMinutes: number | null = 25) => ({
    ...cannerClasses[0]!,
    capacity: { quart: quarts },
    minimum: { quart: least, pint: 4 },
    processMinutes,
  })
  const why = (...pots: ReturnType<typeof pot>[]) => whyNoWay(wanted, pots)
  expect(why()).toEqual({ why: 'no-canner' })
  expect(why(pot(7, 2, null))).toEqual({ why: 'no-room' })
  expect(why(pot(1, 2))).toEqual({ why: 'no-room' })
  expect(why(pot(7, 2), pot(16, 4), pot(7, 1, null))).toEqual({ why: 'too-few', least: 2 })
})
