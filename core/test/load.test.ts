import { describe, expect, test } from 'vitest'
import fc from 'fast-check'
import {
  cannerBlocks,
  foldLoad,
  holdBand,
  learnStageMinutes,
  loadAt,
  offerWays,
  splitJars,
  stageSpans,
  totalMinutes,
  whyNot,
  cannerClasses,
  handsMinutes,
  type LoadEvent,
  type LoadEventKind,
  type LoadSetup,
} from '@kelvit/core'
import { ANY_KIND, dial, weighted } from './kit/loads'

/** Events from "minute kind [psi]" lines. */
const log = (...lines: string[]): LoadEvent[] =>
  lines.map((l, i) => {
    const [min, kind, value] = l.split(' ')
    return {
      id: `e${String(i).padStart(3, '0')}`,
      at: Number(min) * 60_000,
      kind: kind as LoadEventKind,
      psi: value ? Number(value) : null,
    }
  })
const toProcess = [
  '0 started',
  '5 filling-began',
  '20 locked',
  '38 steam-steady',
  '48 weight-on',
  '57 reading 12',
]
const at = (setup: LoadSetup, min: number, ...lines: string[]) => {
  const state = foldLoad(setup, log(...lines))
  return { state, ...loadAt(setup, state, min * 60_000) }
}

describe('a load', () => {
  test('runs through every stage, none skipped', () => {
    const whole = log(
      ...toProcess,
      '65 reading 12.5',
      '74 reading 12',
      '82 reading 12.5',
      '82 heat-off',
      '120 pressure-zero',
      '121 lock-dropped',
      '122 weight-off',
      '132 opened',
      '138 unloaded',
      '858 seals-checked',
    )
    const stages = whole.map((_, i) => foldLoad(dial, whole.slice(0, i + 1)).stage)
    expect([...new Set(stages)]).toEqual([
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
    ])
    expect(foldLoad(dial, whole)).toMatchObject({
      ignored: [],
      restarts: 0,
      lostMs: 0,
      longestUnseenMs: 9 * 60_000,
    })
  })
  test('venting needs 10 unbroken minutes; a falter starts them again', () => {
    expect(
      at(dial, 50, '0 started', '1 filling-began', '2 locked', '40 steam-steady', '49 weight-on')
        .state.stage,
    ).toBe('venting')
    const faltered = [
      '0 started',
      '1 filling-began',
      '2 locked',
      '40 steam-steady',
      '47 steam-faltered',
    ]
    expect(at(dial, 48, ...faltered).clock).toMatchObject({ kind: 'up' })
    expect(at(dial, 55, ...faltered, '49 steam-steady').clock).toMatchObject({
      kind: 'down',
      leftMs: 4 * 60_000,
    })
    expect(at(dial, 60, ...faltered, '49 steam-steady', '58 weight-on').state.ignored).toHaveLength(
      1,
    )
    expect(at(dial, 60, ...faltered, '49 steam-steady', '59 weight-on').state.stage).toBe(
      'climbing',
    )
  })
  test('the clock starts at pressure, and pressure lost starts the whole time again', () => {
    expect(at(dial, 67, ...toProcess).clock).toMatchObject({ kind: 'down', leftMs: 15 * 60_000 })
    const lost = at(dial, 70, ...toProcess, '67 reading 11.5')
    expect(lost.state).toMatchObject({ stage: 'climbing', restarts: 1, lostMs: 10 * 60_000 })
    const back = at(dial, 75, ...toProcess, '67 reading 11.5', '71 reading 12')
    expect(back.clock).toMatchObject({ kind: 'down', leftMs: 21 * 60_000 })
    expect(
      at(dial, 82, ...toProcess, '67 reading 11.5', '71 reading 12', '82 heat-off').state.stage,
    ).toBe('processing')
  })
  test('a dial that reads high holds target plus its error', () => {
    const high = { ...dial, gaugeErrorPsi: 1 }
    expect(at(high, 60, ...toProcess).state.stage).toBe('climbing')
    expect(at(high, 60, ...toProcess, '58 reading 13').state.stage).toBe('processing')
    expect(holdBand(high, 1)).toEqual({ from: 13, to: 14 })
    expect(() => foldLoad({ ...dial, gaugeErrorPsi: 2.5 }, [])).toThrow(RangeError)
  })
  test('a dial is read, a weight is listened to', () => {
    const climbing = toProcess.slice(0, 5)
    expect(at(dial, 60, ...climbing, '57 at-pressure').state.stage).toBe('climbing')
    expect(at(weighted, 60, ...climbing, '57 at-pressure').state.stage).toBe('processing')
    expect(at(weighted, 60, ...climbing, '57 at-pressure', '70 pressure-fell').state).toMatchObject(
      { stage: 'climbing', restarts: 1 },
    )
  })
  test('nobody looked: 10 minutes for a dial, 15 for a weight, and no heat off before a look', () => {
    expect(at(dial, 66, ...toProcess).prompt).toBeNull()
    expect(at(dial, 67, ...toProcess).prompt).toMatchObject({ kind: 'look' })
    const w = [...toProcess.slice(0, 5), '57 at-pressure']
    expect(at(weighted, 71, ...w).prompt).toBeNull()
    expect(at(weighted, 72, ...w).prompt).toMatchObject({ kind: 'look' })
    expect(at(dial, 90, ...toProcess, '83 heat-off').state.stage).toBe('processing')
    expect(at(dial, 90, ...toProcess, '83 reading 12', '83 heat-off').state.stage).toBe('cooling')
    expect(at(dial, 90, ...toProcess, '83 reading 11', '83 heat-off').state).toMatchObject({
      stage: 'climbing',
      restarts: 1,
    })
  })
  test('the weight stays until the gauge is at zero and the lock is down, then 10 minutes', () => {
    const cooling = [...toProcess, '66 reading 12', '75 reading 12', '82 reading 12', '82 heat-off']
    expect(at(dial, 99, ...cooling, '90 weight-off').state.stage).toBe('cooling')
    expect(at(dial, 99, ...cooling, '90 pressure-zero', '91 weight-off').state.stage).toBe(
      'cooling',
    )
    const resting = [...cooling, '90 pressure-zero', '91 lock-dropped', '92 weight-off']
    expect(at(dial, 99, ...resting, '101 opened').state.stage).toBe('resting')
    expect(at(dial, 99, ...resting, '102 opened').state.stage).toBe('unloading')
    expect(at({ ...dial, restMinutes: 20 }, 99, ...resting, '105 opened').state.stage).toBe(
      'resting',
    )
  })
  test('lids are pressed after 12 hours, overdue after 24', () => {
    const standing = [
      ...toProcess,
      '66 reading 12',
      '75 reading 12',
      '82 reading 12',
      '82 heat-off',
      '90 pressure-zero',
      '91 lock-dropped',
      '92 weight-off',
      '102 opened',
      '110 unloaded',
    ]
    expect(at(dial, 110, ...standing, '700 seals-checked').state.stage).toBe('standing')
    expect(at(dial, 110 + 719, ...standing).prompt).toBeNull()
    expect(at(dial, 110 + 720, ...standing).prompt).toEqual({ kind: 'check-seals', overdue: false })
    expect(at(dial, 110 + 1441, ...standing).prompt).toEqual({ kind: 'check-seals', overdue: true })
    expect(at(dial, 110, ...standing).reprocessBy).toBe((110 + 1440) * 60_000)
  })
  test('a slip can be taken back within a minute, but never one that restarts a clock', () => {
    const events = log(...toProcess.slice(0, 2))
    const undo = (id: string, min: number): LoadEvent => ({
      id: 'z1',
      at: min * 60_000,
      kind: 'retracted',
      eventId: id,
    })
    expect(whyNot(dial, events, undo('e001', 5.5))).toBeUndefined()
    expect(foldLoad(dial, [...events, undo('e001', 5.5)]).stage).toBe('preparing')
    expect(whyNot(dial, events, undo('e001', 7))).toMatch(/within a minute/)
    expect(whyNot(dial, events, undo('e000', 5.5))).toMatch(/last step/)
    const fell = log(...toProcess, '60 pressure-fell')
    expect(whyNot(dial, fell, undo('e006', 60.1))).toMatch(/restarts a clock/)
  })
  test('stopping keeps where it stopped; a finished load cannot be stopped', () => {
    expect(at(dial, 60, ...toProcess, '60 aborted').state).toMatchObject({
      stage: 'aborted',
      abortedFrom: 'processing',
    })
  })
})

describe('laws of the fold', () => {
  const event = fc.record({
    id: fc.uuid(),
    at: fc.integer({ min: 0, max: 100 * 60_000 }),
    kind: fc.constantFrom(...ANY_KIND),
    psi: fc.double({ min: 0, max: 16, noNaN: true }),
    eventId: fc.uuid(),
  })
  const plausible = fc
    .array(
      fc.constantFrom<LoadEventKind>(
        'started',
        'filling-began',
        'locked',
        'steam-steady',
        'weight-on',
        'reading',
        'pressure-fell',
        'heat-off',
        'pressure-zero',
        'lock-dropped',
        'weight-off',
        'opened',
        'unloaded',
      ),
      { maxLength: 40 },
    )
    .chain((kinds) =>
      fc
        .array(fc.integer({ min: 0, max: 12 }), {
          minLength: kinds.length,
          maxLength: kinds.length,
        })
        .map((gaps) => {
          let t = 0
          return kinds.map((kind, i): LoadEvent => ({
            id: `p${String(i).padStart(3, '0')}`,
            at: (t += (gaps[i] ?? 0) * 60_000),
            kind,
            psi: 9 + (i % 5),
          }))
        }),
    )
  const events = fc.oneof(fc.array(event, { maxLength: 30 }), plausible)

  test('the order of arrival and repeats change nothing', () => {
    fc.assert(
      fc.property(events, fc.integer(), (list, seed) => {
        const shuffled = [...list].sort(
          (a, b) => ((a.id.charCodeAt(1) * 31 + seed) % 7) - ((b.id.charCodeAt(1) * 17 + seed) % 7),
        )
        expect(foldLoad(dial, [...shuffled, ...list])).toEqual(foldLoad(dial, list))
      }),
    )
  })
  test('events that did not fit could as well not have happened', () => {
    fc.assert(
      fc.property(plausible, (list) => {
        const state = foldLoad(dial, list)
        const kept = list.filter((e) => !state.ignored.some((i) => i.event.id === e.id))
        expect(foldLoad(dial, kept)).toEqual({ ...state, ignored: [] })
      }),
    )
  })
  test('whoever reaches cooling has had the whole time at pressure without a break', () => {
    fc.assert(
      fc.property(plausible, (list) => {
        const state = foldLoad(dial, list)
        const cooled = state.entered.cooling
        if (cooled === undefined) return
        const begun = Math.max(
          ...list
            .filter((e) => e.at <= cooled && e.kind === 'reading' && (e.psi ?? 0) < 12)
            .map((e) => e.at),
          state.entered.climbing ?? 0,
        )
        expect(cooled - begun).toBeGreaterThanOrEqual(25 * 60_000)
      }),
      { numRuns: 300 },
    )
  })
})

describe('canner', () => {
  test('blocked when the dial is untested, overdue or off; a weight needs no test', () => {
    expect(cannerBlocks('dial', null)).toMatchObject([{ reason: 'dial-untested' }])
    expect(cannerBlocks('dial', { daysAgo: 365, errorPsi: 2 })).toEqual([])
    expect(cannerBlocks('dial', { daysAgo: 366, errorPsi: 0 })).toMatchObject([
      { reason: 'dial-overdue' },
    ])
    expect(cannerBlocks('dial', { daysAgo: 3, errorPsi: -2.5 })).toMatchObject([
      { reason: 'dial-off' },
    ])
    expect(cannerBlocks('dial', { daysAgo: 3, errorPsi: NaN })).toHaveLength(1)
    expect(cannerBlocks('weighted', null)).toEqual([])
    expect(cannerBlocks('weighted', null, [{ sentence: 'The vent is blocked.' }])).toHaveLength(1)
  })
  test('splits keep every load between minimum and capacity and lose no jar', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 200 }),
        fc.integer({ min: 4, max: 20 }),
        fc.integer({ min: 1, max: 4 }),
        (n, cap, min) => {
          const ways = splitJars(n, cap, min)
          expect(ways.length).toBeLessThanOrEqual(3)
          if (n >= min && n > 0) expect(ways.length).toBeGreaterThan(0)
          for (const w of ways) {
            expect(w.loads.reduce((a, b) => a + b, 0) + w.left).toBe(n)
            for (const l of w.loads) expect(l >= min && l <= cap).toBe(true)
          }
        },
      ),
    )
  })
  test('three different ways for 24 quarts in a canner of 7', () => {
    expect(splitJars(24, 7, 2)).toEqual([
      { kind: 'fill', loads: [7, 7, 7, 3], left: 0 },
      { kind: 'even', loads: [6, 6, 6, 6], left: 0 },
      { kind: 'fill', loads: [7, 7, 7], left: 3 },
    ])
    expect(splitJars(22, 7, 2)[0]).toMatchObject({ loads: [7, 7, 7], left: 1 })
    expect(() => splitJars(3, 1, 2)).toThrow(RangeError)
  })
  test('a quart load of beans is a two-hour evening', () => {
    const small = cannerClasses[0]!.stageMinutes
    const spans = stageSpans(
      { jars: 7, jar: 'quart', prepMinPerQuart: 12, processMinutes: 25 },
      small,
    )
    expect(totalMinutes(spans)).toBeGreaterThan(120)
    expect(handsMinutes(spans)).toBeCloseTo(7 * 12 + 5 + 1.2 * 7 + 6, 6)
  })
  test('stage times move from the first guess to what was seen', () => {
    expect(learnStageMinutes(35, [])).toBe(35)
    expect(learnStageMinutes(35, [50])).toBe(35)
    expect(learnStageMinutes(35, [50, 50, 50])).toBe(50)
    expect(learnStageMinutes(35, [NaN, -3, 9999])).toBe(35)
  })
})

describe('ways to put up a harvest', () => {
  const canner = (i: number, processMinutes: number | null = 25) => ({
    id: cannerClasses[i]!.id,
    capacity: cannerClasses[i]!.capacity,
    minimum: { quart: 2, pint: 4 },
    stageMinutes: cannerClasses[i]!.stageMinutes,
    processMinutes,
  })
  const beans = (jars: number) => ({
    jars,
    jar: 'quart' as const,
    mouth: 'regular' as const,
    prepMinPerQuart: 12,
  })

  test('at most three, each within capacity and minimum, no jar lost', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 90 }), fc.subarray([0, 1, 2]), (jars, which) => {
        const ways = offerWays(
          beans(jars),
          which.map((i) => canner(i)),
        )
        expect(ways.length).toBeLessThanOrEqual(3)
        if (jars >= 2 && which.length > 0) expect(ways.length).toBeGreaterThan(0)
        for (const w of ways) {
          expect(w.loads.reduce((n, l) => n + l.jars, 0) + w.left).toBe(jars)
          for (const l of w.loads)
            expect(l.jars >= 2 && l.jars <= (l.cannerId === 'large' ? 14 : 7)).toBe(true)
          expect(w.totalMin).toBeGreaterThanOrEqual(w.handsMin)
        }
      }),
    )
  })
  test('two canners are quicker than one, and a refused canner is not offered', () => {
    const [one] = offerWays(beans(14), [canner(0)])
    const two = offerWays(beans(14), [canner(0), canner(1)])
    expect(Math.min(...two.map((w) => w.totalMin))).toBeLessThan(one!.totalMin)
    expect(offerWays(beans(14), [canner(0, null)])).toEqual([])
  })
})
