// The edges of a load: how it is divided, how long it takes, what is drawn and said of it.
import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import fc from 'fast-check'
import {
  bareKitchen,
  capacityFor,
  cannerClasses,
  estimateCapacity,
  figuresFor,
  foldLoad,
  inOrder,
  isInCanner,
  learnStageMinutes,
  loadContents,
  LOAD_STAGES,
  minimumFor,
  offerWays,
  restingHere,
  splitJars,
  stageSpans,
  stillHolds,
  takenBack,
  totalMinutes,
  sketchOf,
  traceOf,
  whyNotTogether,
  type LoadEvent,
  type LoadSetup,
  type StageMinutes,
} from '@kelvit/core'

const STAGES: StageMinutes = {
  fillMinPerJar: 1,
  fillMinFixed: 5,
  heatMin: 15,
  ventMin: 10,
  climbMin: 8,
  coolMin: 40,
  restMin: 10,
  unloadMin: 5,
}
const canner = (id: string, quart: number, more: object = {}) => ({
  id,
  name: `Canner ${id}`,
  capacity: { quart, pint: { regular: quart + 2, wide: quart + 1 } },
  minimum: { quart: 2, pint: 4 },
  stageMinutes: STAGES,
  processMinutes: 25,
  ...more,
})

describe('dividing a harvest', () => {
  const loads = (jars: number, capacity: number, least: number) =>
    splitJars(jars, capacity, least).map((s) => [s.kind, [...s.loads], s.left])
  test('fill, spread evenly, or keep the odd jars', () => {
    expect(loads(14, 7, 2)).toEqual([['fill', [7, 7], 0]])
    expect(loads(16, 7, 2)).toEqual([
      ['fill', [7, 7, 2], 0],
      ['even', [6, 5, 5], 0],
      ['fill', [7, 7], 2],
    ])
    // One odd jar is under the minimum: it is kept, unless all are spread.
    expect(loads(15, 7, 2)).toEqual([
      ['fill', [7, 7], 1],
      ['even', [5, 5, 5], 0],
    ])
    expect(loads(5, 7, 2)).toEqual([['fill', [5], 0]])
    expect(loads(2, 7, 2)).toEqual([['fill', [2], 0]])
    expect(loads(8, 7, 5)).toEqual([['fill', [7], 1]])
    expect(loads(10, 7, 5)).toEqual([
      ['fill', [7], 3],
      ['even', [5, 5], 0],
    ])
  })
  test('nothing can be made of too few, and figures that cannot be are refused', () => {
    expect([loads(1, 7, 2), loads(0, 7, 0)]).toEqual([[], []])
    for (const [jars, capacity, least] of [
      [2.5, 7, 2],
      [14, 7.5, 2],
      [14, 7, 1.5],
      [-1, 7, 2],
      [14, 7, -1],
      [14, 1, 2],
      [14, 0, 0],
    ] as const)
      expect(() => splitJars(jars, capacity, least)).toThrow(RangeError)
  })
  test('no jar is lost or made, no load is too full or too small', () => {
    fc.assert(
      fc.property(
        fc.nat(80),
        fc.integer({ min: 2, max: 20 }),
        fc.integer({ min: 1, max: 2 }),
        (n, cap, least) => {
          for (const way of splitJars(n, cap, least)) {
            expect(way.loads.reduce((a, b) => a + b, 0) + way.left).toBe(n)
            for (const load of way.loads) expect(load >= least && load <= cap).toBe(true)
          }
        },
      ),
    )
  })
  test('capacity by mouth, minimum by size', () => {
    const { capacity } = canner('a', 7)
    expect([
      capacityFor(capacity, 'quart', 'wide'),
      capacityFor(capacity, 'pint', 'regular'),
      capacityFor(capacity, 'pint', 'wide'),
      capacityFor(capacity, 'halfPint', 'wide'),
      capacityFor({ pint: { regular: 9 } }, 'pint', 'wide'),
    ]).toEqual([7, 9, 8, 0, 0])
    const least = { quart: 2, pint: 4 }
    expect(
      (['halfPint', 'pint', 'pintAndHalf', 'quart'] as const).map((s) => minimumFor(least, s)),
    ).toEqual([4, 4, 2, 2])
  })
})

describe('ways to can a harvest', () => {
  const wanted = (jars: number, more: object = {}) => ({
    jars,
    jar: 'quart' as const,
    mouth: 'regular' as const,
    prepMinPerQuart: 6,
    ...more,
  })
  test('by hand: one load of seven quarts takes its stages one after the other', () => {
    // 42 prepare, 12 fill, 15 heat, 10 vent, 8 climb, 25 process, 40 cool, 10 rest, 5 unload.
    expect(offerWays(wanted(7), [canner('a', 7)])).toEqual([
      { loads: [{ cannerId: 'a', jars: 7 }], left: 0, handsMin: 59, totalMin: 167 },
    ])
    // A pint is half of a quart to prepare.
    const [pints] = offerWays(wanted(8, { jar: 'pint' }), [canner('a', 7)])
    expect(pints).toMatchObject({ handsMin: 24 + 13 + 5, totalMin: 24 + 13 + 113 })
  })
  test('fewest loads first, the odd jars last, never more than three', () => {
    const ways = offerWays(wanted(16), [canner('a', 7), canner('b', 9)])
    expect(
      ways.map((w) => [w.loads.map((l) => `${l.cannerId}${l.jars}`).join('+'), w.left]),
    ).toEqual([
      ['a7+b9', 0],
      ['b8+b8', 0],
      ['a7+a7', 2],
    ])
    const alone = offerWays(wanted(16), [canner('a', 7)])
    expect(alone.map((w) => [w.loads.map((l) => l.jars).join('+'), w.left])).toEqual([
      ['6+5+5', 0],
      ['7+7+2', 0],
      ['7+7', 2],
    ])
  })
  test('two canners side by side: the next load goes where it is free first, hands do not double', () => {
    const slow = canner('slow', 7, { stageMinutes: { ...STAGES, coolMin: 300 } })
    const [both] = offerWays(wanted(21), [canner('a', 7), slow]).filter((w) =>
      w.loads.some((l) => l.cannerId === 'slow'),
    )
    expect(both!.loads.map((l) => l.cannerId).sort()).toEqual(['a', 'a', 'slow'])
    expect(both!.handsMin).toBe(3 * 59)
    // The last of two loads is made smaller rather than leave one jar.
    const eight = offerWays(wanted(8), [canner('a', 7), canner('b', 7)])
    expect(
      eight.some(
        (w) =>
          w.loads
            .map((l) => l.jars)
            .sort()
            .join() === '2,6',
      ),
    ).toBe(true)
  })
  test('what cannot be used is not offered', () => {
    expect(offerWays(wanted(7), [canner('a', 7, { processMinutes: null })])).toEqual([])
    expect(offerWays(wanted(7), [canner('a', 1)])).toEqual([])
    expect(offerWays(wanted(7, { jar: 'halfPint' }), [canner('a', 7)])).toEqual([])
    expect(offerWays(wanted(1), [canner('a', 7), canner('b', 7)])).toEqual([])
    expect(offerWays(wanted(7), [canner('a', 7), canner('a2', 2)]).length).toBeGreaterThan(0)
  })
})

describe('how long stages take', () => {
  const outline = { jars: 7, jar: 'pint' as const, prepMinPerQuart: 6, processMinutes: 25 }
  test('venting and rest are never under ten, and longer where the manual says so', () => {
    const of = (more: object, stages: Partial<StageMinutes> = {}) =>
      Object.fromEntries(
        stageSpans({ ...outline, ...more }, { ...STAGES, ...stages }).map((s) => [
          s.stage,
          s.minutes,
        ]),
      )
    expect(of({})).toMatchObject({ prepare: 21, fill: 12, vent: 10, process: 25, rest: 10 })
    expect(of({}, { ventMin: 4, restMin: 3 })).toMatchObject({ vent: 10, rest: 10 })
    expect(of({}, { ventMin: 12, restMin: 20 })).toMatchObject({ vent: 12, rest: 20 })
    expect(totalMinutes(stageSpans(outline, STAGES))).toBe(21 + 12 + 15 + 10 + 8 + 25 + 40 + 10 + 5)
  })
  test('a canner rests as its manual or the household says, whichever is longer: not as both together', () => {
    const rest = (manual: number, house: number): number | undefined =>
      stageSpans(
        outline,
        restingHere(
          { stageMinutes: { ...STAGES, restMin: manual } },
          { restMinutes: unit.minutes(house) },
        ).stageMinutes,
      ).find((s) => s.stage === 'rest')?.minutes
    expect([rest(3, 10), rest(3, 15), rest(20, 15), rest(0, 0)]).toEqual([10, 15, 20, 10])
  })
  test('a stage is learned from the last ten sane loads; the first guess counts twice', () => {
    expect(learnStageMinutes(40, [])).toBe(40)
    expect(learnStageMinutes(40, [50])).toBe(40)
    expect(learnStageMinutes(40, [50, 50])).toBe(45)
    expect(learnStageMinutes(40, [50, 50, 50])).toBe(50)
    // What cannot be is passed over: nothing at all, and ten hours.
    expect(learnStageMinutes(40, [50, 50, 0, 600, -5, 900])).toBe(45)
    expect(learnStageMinutes(40, [50, 50, 599, 599, 599])).toBe(50)
    const old = Array<number>(40).fill(10)
    expect(learnStageMinutes(40, [...old, ...Array<number>(10).fill(60)])).toBe(60)
  })
})

describe('what a load runs at', () => {
  const query = (formIds: readonly string[], more: object = {}) =>
    figuresFor({
      portions: formIds.map((formId) => ({ formId, pack: 'hot', jar: 'pint' })),
      regulatedBy: 'dial',
      gaugeErrorPsi: unit.psi(1),
      restMin: 10,
      kitchen: bareKitchen(500),
      ...more,
    })
  const setup = (formIds: readonly string[], more: object = {}) => {
    const found = query(formIds, more)
    return found.outcome === 'process' ? found.setup : found.reason
  }
  test('clamped lids have no lock, tomatoes stay in the open canner, a weight has no error', () => {
    expect(setup(['beans-snap'])).toEqual({
      regulatedBy: 'dial',
      psi: unit.psi(11),
      minutes: unit.minutes(20),
      gaugeErrorPsi: unit.psi(1),
      restMinutes: unit.minutes(10),
    })
    expect(setup(['beans-snap'], { seal: 'metal' })).toMatchObject({ lock: false })
    expect(setup(['beans-snap'], { seal: 'gasket' })).not.toHaveProperty('lock')
    expect(setup(['tomatoes-crushed'])).toMatchObject({ openMinutes: 5 })
    expect(setup(['beans-snap', 'tomatoes-crushed'])).toMatchObject({ openMinutes: 5, minutes: 20 })
    expect(setup(['beans-snap'], { regulatedBy: 'weighted' })).toMatchObject({
      gaugeErrorPsi: unit.psi(0),
      psi: unit.psi(10),
    })
    expect(
      setup(['beans-snap'], { kitchen: { ...bareKitchen(500), rules: { extraMinutes: 5 } } }),
    ).toMatchObject({ minutes: 25 })
  })
  test('the house’s pair of pressure and time for tomatoes, where it is offered; a mixed load finds a common one', () => {
    const low = { kitchen: { ...bareKitchen(500), rules: { tomatoOption: 'low' } } }
    expect(setup(['tomatoes-crushed'], low)).toMatchObject({ psi: 6, minutes: 20 })
    expect(setup(['tomatoes-crushed'])).toMatchObject({ psi: 11, minutes: 15 })
    expect(setup(['beans-snap'], low)).toMatchObject({ psi: 11 })
    expect(setup(['beans-snap', 'tomatoes-crushed'], low)).toMatchObject({ psi: 11, minutes: 20 })
  })
  test('a refusal is the first one met', () => {
    expect(setup(['beans-snap', 'no-such-form'])).toBe('no-tested-process')
    expect(setup(['beans-snap'], { kitchen: bareKitchen(9000) })).toBe('altitude-above-table')
  })
  test('why jars cannot go in together', () => {
    const tall = canner('a', 7)
    const jars = (n: number, jar: 'quart' | 'pint' | 'halfPint' = 'quart') => ({
      jar,
      mouth: 'regular' as const,
      jars: n,
    })
    const why = (...portions: ReturnType<typeof jars>[]) => whyNotTogether(portions, tall)?.reason
    expect([why(jars(7)), why(jars(8)), why(jars(1)), why(jars(2))]).toEqual([
      undefined,
      'capacity',
      'minimum',
      undefined,
    ])
    expect(why(jars(3, 'halfPint'))).toBe('capacity')
    expect(why(jars(0, 'halfPint'), jars(7))).toBeUndefined()
    // Half of the quarts and half of the pints fill it; one more is too many.
    expect([
      why(jars(7), jars(0, 'pint')),
      why(jars(3), jars(5, 'pint')),
      why(jars(4), jars(4, 'pint')),
    ]).toEqual([undefined, undefined, 'capacity'])
    expect([why(jars(2, 'pint')), why(jars(4, 'pint')), why(jars(1), jars(1, 'pint'))]).toEqual([
      'minimum',
      undefined,
      undefined,
    ])
    expect(whyNotTogether([jars(0)], tall)?.sentence).toMatch(/at least 2 quarts/)
    expect(whyNotTogether([], tall)?.reason).toBe('minimum')
    expect(stillHolds('Tall canner', 'K7QF')).toMatch(/Tall canner.*K7QF/)
  })
  test('jars are in a locked canner from heating until it is unloaded', () => {
    expect(LOAD_STAGES.filter(isInCanner)).toEqual([
      'heating',
      'venting',
      'climbing',
      'processing',
      'cooling',
      'resting',
      'unloading',
    ])
  })
})

describe('facts in order, and what is drawn of them', () => {
  const MIN = 60_000
  const START = Date.parse('2026-08-14T17:00:00Z')
  const SETUP: LoadSetup = {
    regulatedBy: 'dial',
    psi: unit.psi(12),
    minutes: unit.minutes(25),
    gaugeErrorPsi: unit.psi(0),
    restMinutes: unit.minutes(10),
  }
  let n = 0
  const fact = (
    kind: LoadEvent['kind'],
    minute: number,
    more: Partial<LoadEvent> = {},
  ): LoadEvent => ({
    id: `e${String(++n).padStart(3, '0')}`,
    at: START + minute * MIN,
    kind,
    ...more,
  })
  test('by the moment they were entered; ids break ties, so that devices agree', () => {
    const facts = [
      fact('note', 3, { id: 'c' }),
      fact('note', 1, { id: 'b' }),
      fact('note', 1, { id: 'a' }),
      fact('note', 2, { id: 'd' }),
    ]
    expect(inOrder(facts).map((e) => e.id)).toEqual(['a', 'b', 'd', 'c'])
    expect(facts.map((e) => e.id)).toEqual(['c', 'b', 'a', 'd'])
  })
  test('only the last step is taken back, within its minute, and by what came after it', () => {
    const lock = fact('locked', 20, { id: 'lock' })
    const back = (minute: number, eventId = 'lock') => fact('retracted', minute, { eventId })
    const gone = (...facts: LoadEvent[]) => [...takenBack([fact('started', 0), lock, ...facts])]
    expect(gone(back(20.5))).toEqual(['lock'])
    expect(gone(back(21))).toEqual(['lock'])
    expect(gone(back(21.1))).toEqual([])
    expect(gone(fact('note', 20.2), back(20.5))).toEqual(['lock'])
    expect(gone(fact('filling-began', 20.2), back(20.5))).toEqual([])
    expect(gone(back(20.5, 'unknown'))).toEqual([])
  })
  const evening = (): LoadEvent[] => [
    fact('started', 0),
    fact('locked', 20),
    fact('steam-steady', 35),
    fact('weight-on', 45),
    fact('reading', 50, { psi: unit.psi(12) }),
    fact('reading', 58, { psi: unit.psi(12.5) }),
    fact('pressure-fell', 60),
    fact('reading', 62, { psi: unit.psi(12) }),
    fact('reading', 71, { psi: unit.psi(12.5) }),
    fact('reading', 80, { psi: unit.psi(12.5) }),
    fact('heat-off', 88),
  ]
  const draw = (facts: readonly LoadEvent[], minute: number, setup = SETUP) =>
    traceOf(setup, facts, foldLoad(setup, facts), START + minute * MIN)
  const minuteOf = (ms: number | undefined): number | undefined =>
    ms === undefined ? undefined : (ms - START) / MIN
  test('the trace begins five minutes before the steam and shows runs, falls and the heat going off', () => {
    const trace = draw(evening(), 95)
    expect([minuteOf(trace.from), minuteOf(trace.now), trace.live]).toEqual([30, 95, true])
    expect([minuteOf(trace.vent!.from), minuteOf(trace.vent!.to)]).toEqual([35, 45])
    expect(trace.readings.map((r) => r.psi)).toEqual([12, 12.5, 12, 12.5, 12.5])
    expect(trace.runs.map((r) => [minuteOf(r.from), r.last])).toEqual([
      [50, false],
      [62, true],
    ])
    expect(trace.falls.map(minuteOf)).toEqual([60])
    expect(minuteOf(trace.heatOff)).toBe(88)
    expect([trace.weighted, trace.unseen, trace.heard]).toEqual([false, [], []])
  })
  const sketch = (facts: readonly LoadEvent[], setup = SETUP) =>
    sketchOf(setup, foldLoad(setup, facts))
  test('a small sketch goes from the weight on to the opened lid, through what was read', () => {
    const done = [
      ...evening(),
      fact('pressure-zero', 120),
      fact('lock-dropped', 121),
      fact('weight-off', 122),
      fact('opened', 135),
    ]
    expect(sketch(done)).toEqual({
      ...{ minutes: 90, target: SETUP.psi },
      // prettier-ignore
      points: [[0, 0], [5, 12], [13, 12.5], [17, 12], [26, 12.5], [35, 12.5], [43, 12], [77, 0]],
      // Proven only as far as the last look before it fell.
      ...{
        runs: [
          [5, 13],
          [17, 43],
        ],
        broke: [13],
      },
    })
  })
  test('a weight is read by nobody: the sketch stands at its pressure while the clock ran', () => {
    const weighted = { ...SETUP, regulatedBy: 'weighted' as const, psi: unit.psi(15) }
    const facts = [
      fact('started', 0),
      fact('locked', 20),
      fact('steam-steady', 35),
      fact('weight-on', 45),
      fact('at-pressure', 53),
      fact('heat-off', 83),
      fact('pressure-zero', 110),
    ]
    const drawn = sketch(facts, weighted)!
    expect(drawn.points[0]).toEqual([0, 0])
    expect(drawn.points[1]).toEqual([8, 15])
    expect(drawn.points.at(-1)?.[1]).toBe(0)
    expect(drawn.runs).toHaveLength(1)
  })
  test('a load that never came under pressure has none', () =>
    expect(sketch([fact('started', 0), fact('locked', 20), fact('aborted', 30)])).toBeNull())
  test('before there is steam, and after the lid is off', () => {
    const early = draw([fact('started', 0), fact('locked', 20)], 30)
    expect([minuteOf(early.from), early.vent, early.heatOff, early.runs]).toEqual([
      15,
      undefined,
      undefined,
      [],
    ])
    expect(minuteOf(draw([fact('started', 0)], 30).from)).toBe(25)
    const done = [
      ...evening(),
      fact('pressure-zero', 120),
      fact('lock-dropped', 121),
      fact('weight-off', 122),
      fact('opened', 135),
      fact('unloaded', 140),
    ]
    const trace = draw(done, 600)
    expect([minuteOf(trace.now), trace.live]).toEqual([140, false])
    expect(minuteOf(draw(done.slice(0, -1), 138).now)).toBe(135)
  })
  test('on a weight what is heard is drawn, in order', () => {
    const facts = [
      fact('started', 0),
      fact('locked', 20),
      fact('steam-steady', 35),
      fact('weight-on', 45),
      fact('still-rocking', 65),
      fact('at-pressure', 52),
    ]
    const trace = draw(facts, 70, { ...SETUP, regulatedBy: 'weighted', psi: unit.psi(15) })
    expect(trace.weighted).toBe(true)
    expect(trace.heard.map(minuteOf)).toEqual([52, 65])
  })
})

describe('what is said of a load', () => {
  const portion = (more: object = {}) => ({
    formId: 'beans-snap',
    pack: 'hot' as const,
    jar: 'pint' as const,
    jars: 16,
    filled: null,
    ...more,
  })
  test('jars, food and pack; what was filled leads, what is processed again says so', () => {
    expect(loadContents([portion()])).toBe('16 pints of snap beans, hot pack')
    expect(loadContents([portion({ filled: 1 })])).toBe('1 pint of snap beans, hot pack')
    expect(loadContents([portion(), portion({ formId: 'carrots', pack: 'raw', jars: 2 })])).toBe(
      '16 pints of snap beans and 2 pints of carrots',
    )
    expect(loadContents([portion({ fromJars: ['j'] })])).toBe(
      '16 pints of snap beans, hot pack, processed again',
    )
    expect(loadContents([portion({ formId: 'gone', fromJars: null })])).toBe(
      '16 pints of gone, hot pack',
    )
  })
})

test('geometry guesses near what manuals say, and nothing where a jar does not fit', () => {
  for (const c of cannerClasses) {
    const said = capacityFor(c.capacity, 'quart', 'regular')
    const guess = estimateCapacity(c.innerDiameterIn, c.innerHeightIn, 'quart', 'regular')
    expect([c.id, Math.abs(guess - said) <= 1]).toEqual([c.id, true])
  }
  expect(estimateCapacity(3, 10, 'quart', 'regular')).toBe(0)
  expect(estimateCapacity(12, 5, 'quart', 'regular')).toBe(0)
  expect(estimateCapacity(12, 10, 'halfPint', 'regular')).toBeGreaterThan(
    estimateCapacity(12, 6, 'halfPint', 'regular'),
  )
})
