// The table of facts, held to the one in the specification; and the edges of every limit.
import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import {
  bareKitchen,
  FACTS,
  figuresFor,
  openMs,
  foldLoad,
  holdOf,
  holdSentence,
  inOrder,
  judgeLoad,
  learnTimes,
  cannerClasses,
  loadAt,
  mayTakeBack,
  momentOf,
  recordLines,
  stageTimes,
  takenBack,
  tellingReadings,
  type Kitchen,
  type LoadEvent,
  type LoadEventKind,
  type LoadSetup,
  type LoadState,
} from '@kelvit/core'
import {
  ANY_KIND,
  broughtTo,
  dial,
  fact,
  GOOD_DIAL,
  GOOD_WEIGHT,
  log,
  MIN,
  weighted,
} from './kit/loads'

const STARTS: readonly LoadEventKind[] = [
  'steam-steady',
  'weight-on',
  'reading',
  'at-pressure',
  'still-rocking',
  'heat-on',
  'weight-off',
]
const BREAKS: readonly LoadEventKind[] = [
  'steam-faltered',
  'pressure-fell',
  'heat-off',
  'pressure-zero',
  'lock-dropped',
  'opened',
  'unloaded',
  'wrong-weight',
  'water-low',
  'lid-not-locked',
  'steam-doubtful',
  'weight-lifted',
  'opened-early',
]
const TAKEN_BACK: readonly LoadEventKind[] = [
  'started',
  'filling-began',
  'locked',
  'unloaded',
  'jar-seen',
  'heat-set',
  'open-wait',
  'note',
]

describe('the table of facts', () => {
  test.each(ANY_KIND)('%s', (kind) => {
    expect(FACTS[kind].starts === true).toBe(STARTS.includes(kind))
    expect(FACTS[kind].breaks === true).toBe(BREAKS.includes(kind))
    expect(mayTakeBack(kind)).toBe(TAKEN_BACK.includes(kind))
    // Only what stops or breaks a clock counts from when it happened, and never from later.
    const earlier = fact(kind, 50 * MIN, { happenedAt: 20 * MIN })
    expect(momentOf(earlier)).toBe(BREAKS.includes(kind) ? 20 * MIN : 50 * MIN)
    expect(momentOf(fact(kind, 50 * MIN, { happenedAt: 60 * MIN }))).toBe(50 * MIN)
    expect(momentOf(fact(kind, 50 * MIN, { happenedAt: null }))).toBe(50 * MIN)
  })
  test('facts stand in the order in which they count, each once', () => {
    const [a, b] = [
      fact('reading', 10 * MIN, { psi: unit.psi(12) }),
      fact('pressure-fell', 30 * MIN, { happenedAt: 5 * MIN }),
    ]
    expect(inOrder([a, b, a]).map((e) => e.kind)).toEqual(['pressure-fell', 'reading'])
    const [x, y] = [fact('opened', 5 * MIN), fact('heat-off', 9 * MIN, { happenedAt: 5 * MIN })]
    expect(inOrder([y, x]).map((e) => e.kind)).toEqual(['opened', 'heat-off'])
  })
})

describe('taking back', () => {
  const back = (at: number, eventId: string) => fact('retracted', at, { eventId })
  test('a note may go though something was said after it; another step may not', () => {
    const note = fact('note', 1000, { text: 'x' })
    const step = fact('filling-began', 2000)
    const start = fact('started', 0)
    expect([...takenBack([start, note, step, back(3000, note.id)])]).toEqual([note.id])
    expect([...takenBack([start, step, fact('locked', 2500), back(3000, step.id)])]).toEqual([])
    // What only silences a device stands in nobody's way.
    expect([...takenBack([start, fact('prompt-heard', 2000), back(3000, start.id)])]).toEqual([
      start.id,
    ])
  })
  test('one after the other, newest first; not before it was said', () => {
    const [start, fill] = [fact('started', 0), fact('filling-began', 1000)]
    const gone = takenBack([start, fill, back(2000, fill.id), back(3000, start.id)])
    expect([...gone].sort()).toEqual([start.id, fill.id].sort())
    expect(takenBack([fact('started', 5000), back(1000, start.id)]).size).toBe(0)
  })
})

describe('edges', () => {
  const stage = (lines: readonly string[], setup = dial) => foldLoad(setup, log(...lines)).stage
  const upTo = (minute: number) => GOOD_DIAL.filter((l) => Number(l.split(' ')[0]) <= minute)
  test('zero read while it runs is all pressure lost; zero read while it cools is the end of cooling', () => {
    expect(stage([...upTo(65), '66 reading 0'])).toBe('heating')
    expect(stage([...upTo(65), '66 reading 0.5'])).toBe('climbing')
    const cooling = foldLoad(dial, log(...upTo(82), '110 reading 0'))
    expect(cooling).toMatchObject({ stage: 'cooling', pressureZeroAt: 110 * MIN })
    const again = foldLoad(
      dial,
      log(...upTo(82), '110 reading 0', '111 reading 1', '112 reading 0'),
    )
    expect(again.pressureZeroAt).toBe(112 * MIN)
    expect(foldLoad(dial, log(...upTo(82), '110 reading 1')).pressureZeroAt).toBeNull()
  })
  test('on the way up zero means nothing until the pressure was up once', () => {
    expect(stage([...upTo(48), '49 reading 0'])).toBe('climbing')
    expect(stage([...upTo(48), '49 reading 3', '50 reading 0'])).toBe('heating')
    expect(stage([...upTo(48), '49 pressure-zero'])).toBe('heating')
    expect(stage([...upTo(48), '49 lock-dropped'])).toBe('heating')
    expect(stage([...upTo(48), '49 reading 3', '50 lock-dropped'])).toBe('heating')
  })
  test('twenty minutes unread are no question, a millisecond more is', () => {
    const { events, at } = broughtTo(dial, 'processing')
    const gaps = (ms: number, kind: 'reading' | 'heat-off') =>
      foldLoad(dial, [...events, fact(kind, at + ms, { psi: unit.psi(12) })]).gaps.length
    for (const kind of ['reading', 'heat-off'] as const) {
      expect(gaps(20 * MIN, kind)).toBe(0)
      expect(gaps(20 * MIN + 1, kind)).toBe(1)
    }
  })
  test('a heat that went off is from memory after half an hour', () => {
    const told = (minute: number) =>
      foldLoad(dial, log(...upTo(81), '82 reading 12', `${minute} heat-off @82`)).doubts.map(
        (d) => d.code,
      )
    expect(told(112)).toEqual([])
    expect(told(112.01)).toEqual(['told-late'])
  })
  test('out an hour after the lid came off is as said; later it is from when the lid did', () => {
    const lid = GOOD_DIAL.slice(0, -1)
    expect(foldLoad(dial, log(...lid, '192 unloaded'))).toMatchObject({
      outAt: 192 * MIN,
      questions: [],
    })
    expect(foldLoad(dial, log(...lid, '192.1 unloaded'))).toMatchObject({
      outAt: 132 * MIN,
      questions: [{}],
    })
  })
  test('six hours after the heat went off the jars are out in time, later they were left in', () => {
    const lid = GOOD_DIAL.slice(0, -1)
    const left = (minute: number) =>
      foldLoad(dial, log(...lid, `${minute} unloaded @${minute}`)).doubts.length
    expect(left(82 + 360)).toBe(0)
    expect(left(82 + 360.1)).toBe(1)
  })
  test('two minutes over are as tested', () => {
    const codes = (minute: number) => {
      const state = foldLoad(
        dial,
        log(...upTo(81), `${minute} reading 12`, `${minute} heat-off`, ...GOOD_DIAL.slice(10)),
      )
      return judgeLoad(dial, state).reasons.map((r) => r.code)
    }
    expect(codes(84)).toEqual([])
    expect(codes(84.1)).toEqual(['over-time'])
  })
  test('a dial found too far off stays a doubt, whatever is vented again', () => {
    const events = [
      ...log(...upTo(65)),
      fact('gauge-off', 66 * MIN, { text: 'off by 3' }),
      ...log(
        '67 heat-off',
        '80 pressure-zero',
        '85 heat-on',
        '90 steam-steady',
        '100 weight-on',
        '110 reading 12',
        '119 reading 12',
        '128 reading 12',
        '135 heat-off',
        '165 pressure-zero',
        '166 lock-dropped',
        '167 weight-off',
        '177 opened',
        '180 unloaded',
      ),
    ]
    const state = foldLoad(dial, events)
    expect(judgeLoad(dial, state)).toMatchObject({
      verdict: 'in-doubt',
      reasons: [{ code: 'gauge-off' }, { code: 'restarted' }],
    })
  })
  test('nobody said when the weight went on: only a full ten minutes can be doubted at all', () => {
    const at = (minute: number) => foldLoad(dial, log(...upTo(38), `${minute} reading 12`)).vent
    expect(at(48)).toBe('untold')
    expect(at(47.9)).toBe('short')
    expect(foldLoad(dial, log(...upTo(20), '50 reading 12')).vent).toBe('short')
  })
  test('looked into at the moment of the last doubt, or after it', () => {
    const events = log(...GOOD_DIAL, '200 left-overnight')
    const hold = (ms: number) => {
      const state = foldLoad(dial, [...events, fact('looked-into', ms, { text: 'Keep them all.' })])
      return holdOf(dial, state)
    }
    expect(hold(200 * MIN)).toBeNull()
    expect(hold(200 * MIN - 1)).toBe('in-doubt')
  })
  test('readings that cross 18 psi are told, also by a hair', () => {
    const tell = (...psi: number[]) =>
      tellingReadings(
        dial,
        undefined,
        psi.map((p, i) => ({ id: `r${i}`, at: i * 1000, psi: unit.psi(p) })),
      ).map((r) => r.psi)
    expect(tell(17.9, 18, 18.1, 18.2)).toEqual([17.9, 18.1])
    expect(tell(0.2, 0, 0, 0.1)).toEqual([0.2, 0, 0.1])
  })
})

describe('how long something has been due', () => {
  test('counts from the reading, the silence or the end of the time', () => {
    const { events, at } = broughtTo(dial, 'processing')
    const first = (more: Parameters<typeof foldLoad>[1], now: number) =>
      loadAt(dial, foldLoad(dial, [...events, ...more]), now, 'us').prompts[0]
    const high = fact('reading', at + MIN, { psi: unit.psi(19) })
    expect(first([high], at + 3 * MIN)).toMatchObject({ kind: 'heat-down', overdueMs: 2 * MIN })
    const over = fact('reading', at + MIN, { psi: unit.psi(16) })
    expect(first([over], at + 5 * MIN)).toMatchObject({ kind: 'ease', overdueMs: 4 * MIN })
    const late = fact('reading', at + 21 * MIN, { psi: unit.psi(12) })
    expect(first([late], at + 24 * MIN)).toMatchObject({ kind: 'watched', overdueMs: 3 * MIN })
    expect(first([], at + 21 * MIN)).toMatchObject({
      kind: 'look',
      overdueMs: 11 * MIN,
      overdue: true,
    })
    expect(first([], at + 20 * MIN)).toMatchObject({ overdue: false })
    // A weight is not asked for by the clock of a dial.
    const on = broughtTo(weighted, 'processing')
    expect(
      loadAt(weighted, foldLoad(weighted, on.events), on.at + 22 * MIN, 'us').prompts[0],
    ).toMatchObject({ kind: 'look', overdue: false })
  })
})

describe('what becomes of jars that are held', () => {
  test('in words, by the hours', () => {
    expect(holdSentence(null, 1)).toBeUndefined()
    expect(holdSentence('in-doubt', 1)).toMatch(/extension service/)
    expect(holdSentence('not-processed', 24)).toMatch(/process them again/)
    expect(holdSentence('not-processed', 24.01)).toMatch(/Discard them, unopened and untasted/)
  })
})

describe('the record', () => {
  test('tells every fact once, in the order in which they count, with what was told late or taken back', () => {
    const slip = fact('note', 139 * MIN, { text: 'Oops', by: 'Wren' })
    const events = [
      ...log(...GOOD_DIAL),
      fact('pressure-fell', 300 * MIN, { happenedAt: 60 * MIN, by: 'Alder' }),
      fact('prompt-heard', 70 * MIN, { text: 'look' }),
      fact('reading', 66 * MIN, { psi: unit.psi(12.5), source: 'simulated', by: 'gauge' }),
      slip,
      fact('retracted', 139.2 * MIN, { eventId: slip.id }),
    ]
    const lines = recordLines(events, 'us')
    expect(lines.map((l) => l.at)).toEqual([...lines.map((l) => l.at)].sort((a, b) => a - b))
    expect(lines).toHaveLength(events.length - 1)
    expect(lines.find((l) => l.words === 'Pressure fell')).toMatchObject({
      at: 60 * MIN,
      enteredAt: 300 * MIN,
      by: 'Alder',
    })
    expect(lines.find((l) => l.words === 'Gauge read: 12½ psi (simulated gauge)')).toBeTruthy()
    expect(recordLines(events, 'metric').map((l) => l.words)).toContain(
      'Gauge read: 86.2 kPa (simulated gauge)',
    )
    expect(lines.filter((l) => l.takenBack).map((l) => l.words)).toEqual(['Oops'])
    for (const kind of ANY_KIND)
      expect(recordLines([fact(kind, 0, { psi: unit.psi(3) })], 'us')[0]?.words ?? 'Heard').toMatch(
        /^[A-Z]/,
      )
  })
  test('the stages with when they began and how long they took', () => {
    const times = stageTimes(foldLoad(dial, log(...GOOD_DIAL)))
    expect(times.map((t) => t.stage).slice(0, 4)).toEqual([
      'preparing',
      'filling',
      'heating',
      'venting',
    ])
    expect(times.find((t) => t.stage === 'processing')).toEqual({
      stage: 'processing',
      from: 57 * MIN,
      minutes: 25,
    })
    expect(times.at(-1)).toMatchObject({ stage: 'standing', minutes: null })
  })
})

describe('what teaches a canner its times', () => {
  const guess = cannerClasses[0]!.stageMinutes
  const of = (...lines: readonly string[]) =>
    learnTimes(guess, [{ setup: dial, state: foldLoad(dial, log(...lines)), fullness: 1, jars: 7 }])
  test('only stages that were really entered and left', () => {
    expect(of(...GOOD_DIAL).heat).toMatchObject({ loads: 1, least: 18 })
    expect(of(...GOOD_DIAL.filter((l) => !l.includes('locked'))).heat.loads).toBe(0)
    expect(of(...GOOD_DIAL.filter((l) => !l.includes('pressure-zero'))).cool.loads).toBe(0)
    expect(of(...GOOD_DIAL.slice(0, 5)).climb.loads).toBe(0)
  })
  test('half full counts as full', () => {
    const state = foldLoad(weighted, log(...GOOD_WEIGHT))
    const learn = (fullness: number) =>
      learnTimes(
        { ...guess, coolMin: 10 },
        Array.from({ length: 5 }, () => ({ setup: weighted, state, fullness, jars: 7 })),
      ).cool
    expect(learn(0.5)).toMatchObject({ minutes: 38, smallMinutes: 10 })
    expect(learn(0.49)).toMatchObject({ minutes: 10, smallMinutes: 38 })
  })
})

describe('judged in words', () => {
  const reasons = (setup: typeof dial, ...lines: readonly string[]) =>
    judgeLoad(setup, foldLoad(setup, log(...lines))).reasons.map((r) => r.sentence)
  const upTo = (minute: number) => GOOD_DIAL.filter((l) => Number(l.split(' ')[0]) <= minute)
  test('how short it was, and by what', () => {
    expect(reasons(dial, ...upTo(74), '77 heat-off')).toEqual([
      'The heat went off after 20 of 25 unbroken minutes at pressure.',
    ])
    expect(reasons(dial, ...upTo(65), '70 reading 11', '80 heat-off')).toEqual([
      'The longest time known to be unbroken was 8 of 25 minutes.',
    ])
    expect(reasons(dial, ...upTo(48), '60 heat-off')).toEqual([
      'No unbroken time at pressure is on record.',
    ])
  })
  test('how often it began again, and how long nobody read it', () => {
    const twice = ['58 reading 11', '60 reading 12', '61 reading 11', '63 reading 12']
    expect(reasons(dial, ...upTo(57), ...twice)).toEqual([
      'The time started again 2 times; 2 minutes did not count.',
    ])
    expect(reasons(dial, ...upTo(57), ...twice.slice(0, 2))).toEqual([
      'The time started again once; 1 minutes did not count.',
    ])
    expect(reasons(dial, ...upTo(57), '79 reading 12', '82 heat-off')).toEqual([
      'Nobody read the gauge for 22 minutes, and nobody says that they watched it.',
    ])
  })
  test('a weight taken off in mid-process proves no more than somebody saw', () => {
    const state = foldLoad(dial, log(...upTo(74), '90 weight-off'))
    expect(state).toMatchObject({
      stage: 'heating',
      ventAgain: true,
      runs: [{ provenTo: 74 * MIN }],
    })
  })
  test('who answers for a silence without naming it answers for all of them', () => {
    const events = [
      ...log(...upTo(57), '79 reading 12'),
      fact('watched', 80 * MIN, { by: 'Alder' }),
    ]
    expect(foldLoad(dial, events).gaps.map((g) => g.watchedBy)).toEqual(['Alder'])
  })
})

describe('word that reached the server late', () => {
  const heard = (lines: readonly string[], delay: number) =>
    log(...lines).map((e) => ({ ...e, heardAt: e.at + delay }))
  const upTo = (minute: number) => GOOD_DIAL.filter((l) => Number(l.split(' ')[0]) <= minute)
  const since = (delay: number, later = '62 reading 12') =>
    foldLoad(dial, [...heard([...upTo(48), later], 0), ...heard(['57 reading 12'], delay)]).since
  test('is late after two minutes, when something later was heard before it', () => {
    expect(since(6 * MIN)).toBe(62 * MIN)
    expect(since(2 * MIN - 1)).toBe(57 * MIN)
    // Heard before the other was: nobody's screen went by the other alone.
    expect(since(4 * MIN)).toBe(57 * MIN)
    expect(since(30 * MIN, '57 reading 12')).toBe(57 * MIN)
  })
  test('looked into before it was heard frees nobody from it', () => {
    const known = heard(
      [...GOOD_DIAL.filter((l) => !/^(57|65) reading/.test(l)), '65 reading 12'],
      0,
    )
    const late = heard(['57 reading 12'], 100 * MIN)
    const hold = (minute: number) => {
      const looked = fact('looked-into', minute * MIN, {
        text: 'Keep them all.',
        heardAt: minute * MIN,
      })
      const state = foldLoad(dial, [...known, ...late, looked])
      return [state.doubts.map((d) => d.code), holdOf(dial, state)]
    }
    expect(hold(150)).toEqual([['late-word'], 'in-doubt'])
    expect(hold(157)).toEqual([['late-word'], null])
  })
  test('a load that was good without it is not in doubt because of it', () => {
    const good = heard(GOOD_DIAL, 0)
    const more = heard(['56 reading 12'], 60 * MIN)
    const state = foldLoad(dial, [...good, ...more])
    expect(state.doubts).toEqual([])
    expect(judgeLoad(dial, state).verdict).not.toBe('in-doubt')
    const short = heard([...upTo(74), '77 heat-off'], 0)
    const late = foldLoad(dial, [...short, ...heard(['56 reading 12'], 60 * MIN)])
    expect(late.doubts).toEqual([])
  })
})

describe('the wait in the open canner', () => {
  const figures = (formId: string, kitchen: Partial<Kitchen> = {}) => {
    const found = figuresFor({
      portions: [{ formId, pack: 'hot', jar: 'quart' }],
      regulatedBy: 'weighted',
      gaugeErrorPsi: unit.psi(0),
      restMin: 10,
      kitchen: { ...bareKitchen(800), ...kitchen },
    })
    if (found.outcome === 'refused') throw new Error(found.sentence)
    return found.setup
  }
  test.each([
    ['beans-snap', {}, undefined, 0],
    ['beans-snap', { openMinutes: 10 }, 10, 0],
    ['beans-snap', { openMinutes: 10, foodOpenMinutes: { 'beans-snap': 0 } }, undefined, 0],
    ['beans-snap', { foodOpenMinutes: { 'beans-snap': 15 } }, 15, 0],
    ['tomatoes-crushed', {}, 5, 5],
    ['tomatoes-crushed', { openMinutes: 10 }, 10, 5],
    ['tomatoes-crushed', { foodOpenMinutes: { tomatoes: 0 } }, 5, 5],
  ] as const)(
    '%s in a house with %o: %s minutes, %s of them needed',
    (form, kitchen, wait, least) => {
      const setup = figures(form, kitchen)
      expect(setup.openMinutes).toBe(wait)
      expect(openMs(setup, null) / MIN).toBe(wait ?? 0)
      expect(openMs(setup, 0) / MIN).toBe(least)
    },
  )
  const evening = [...GOOD_WEIGHT.slice(0, -1)]
  const out = (setup: LoadSetup, at: number, ...more: LoadEvent[]) =>
    foldLoad(setup, [...log(...evening, `${at} unloaded`), ...more])
  test('only what the food needs is judged', () => {
    const house = { ...weighted, openMinutes: unit.minutes(10), openLeastMinutes: unit.minutes(0) }
    const tomatoes = { ...house, openLeastMinutes: unit.minutes(5) }
    const short = (s: LoadState) => s.doubts.some((d) => d.code === 'rest-short')
    expect(short(out(house, 133))).toBe(false)
    expect([short(out(tomatoes, 136)), short(out(tomatoes, 137))]).toEqual([true, false])
    // Loads of before said one figure for both.
    const before = { ...weighted, openMinutes: unit.minutes(5) }
    expect([short(out(before, 136)), short(out(before, 137))]).toEqual([true, false])
  })
  test('tonight is said for this load, and goes before the house’s way', () => {
    const house = { ...weighted, openMinutes: unit.minutes(10), openLeastMinutes: unit.minutes(0) }
    const state = (text?: string) =>
      foldLoad(house, [
        ...log(...evening),
        ...(text ? [fact('open-wait', 125 * MIN, { text })] : []),
      ])
    const left = (s: LoadState) => {
      const { clock } = loadAt(house, s, 133 * MIN, 'us')
      return clock.kind === 'down' ? clock.leftMs / MIN : clock.kind
    }
    expect([left(state()), left(state('30')), left(state('0'))]).toEqual([9, 29, 'up'])
    expect(recordLines([fact('open-wait', 0, { text: '30' })], 'us')[0]!.words).toBe(
      'Wait in the open canner: 30 min',
    )
  })
})
