import * as unit from '@kelvit/core'
import { describe, expect, test } from 'vitest'
import { foodOf, formOf, loadContents, pounds, fullJars } from '@kelvit/core'
import { coveredShare, viewNeed } from '@kelvit/core'
import { seasonBalance } from '@kelvit/core'
import { addWeek, plural, showDate, showDay } from '../src/household/words'
import { answerHarvest, type LoadEventKind } from '@kelvit/core'
import { shortFood } from '@kelvit/core'
import { arrange } from '../src/station/pantry/shelf-view'
import { viewLoad } from '../src/load/load-view'
import { caution, sentence } from '../src/load/sentences'
import { canner, household, jar, load, lot, need, TODAY } from './kit'

describe('the answer to a weigh-in', () => {
  const ask = (more: object = {}) =>
    answerHarvest({
      food: foodOf('beans-snap')!,
      form: formOf('beans-snap')!.form,
      pounds: pounds(45),
      jar: 'quart',
      mouth: 'regular',
      household,
      canners: [canner(), canner({ id: 'c2', name: 'Tall', gauge: 'dial', regulatedBy: 'dial' })],
      yields: [],
      arrivedOn: TODAY,
      ...more,
    })

  test('jars, processes of both gauges, can-by days', () => {
    const a = ask()
    expect(a.estimate).toMatchObject({ low: 18, likely: 23, high: 29 })
    expect(a.processes.map((p) => p.outcome === 'process' && [p.gauge, p.psi, p.minutes])).toEqual([
      ['weighted', 15, 25],
      ['dial', 12, 25],
    ])
    expect([a.canByRoom, a.canByCool]).toEqual(['2026-08-15', '2026-08-19'])
    expect(a.ownLots).toBe(0)
    expect(a.ways.length).toBeGreaterThan(0)
  })
  test('a blocked or retired canner is not offered', () => {
    const blocked = canner({ blocks: [{ reason: 'dial-overdue', sentence: 'Test it.' }] })
    expect(ask({ canners: [blocked, canner({ id: 'c3', retired: true })] }).ways).toEqual([])
    expect(ask({ canners: [] }).process).toBeUndefined()
  })
  test('own lots are learned from, excluded ones are not', () => {
    const own = { ...lot({ id: 'o', lb: unit.pounds(18), finishedOn: '2026-08-01' }), quarts: 10 }
    expect(ask({ yields: [own] })).toMatchObject({ ownLots: 1 })
    expect(ask({ yields: [own] }).estimate.likely).toBeGreaterThan(ask().estimate.likely)
    expect(ask({ yields: [{ ...own, excludedBecause: 'hail' }] }).estimate.likely).toBe(
      ask().estimate.likely,
    )
  })
})

describe('needs', () => {
  test('shelf, lots and standing loads count; other sizes by volume; untested and past-best jars do not', () => {
    const jars = [
      jar(),
      jar({ id: 'j2', jar: 'pint' }),
      jar({ id: 'j3', jar: 'pint' }),
      jar({ id: 'j4', recipeId: 'r' }),
      jar({ id: 'j5', bestBy: '2026-08-01' }),
      jar({ id: 'j6', state: 'eaten' }),
    ]
    const standing = load({
      stage: 'standing',
      portions: [{ ...load().portions[0]!, lotId: null, filled: 6 }],
    })
    const v = viewNeed(need(), {
      jars,
      lots: [lot({ lb: unit.pounds(30) })],
      loads: [standing],
      yields: [],
      today: TODAY,
    })
    expect(v.balance).toMatchObject({ needed: 53, onShelf: 2, planned: 21, toCan: 30 })
    expect(v.wanted!.lb).toBeGreaterThan(60)
    expect(v.weeks).toHaveLength(52)
    expect(v.weeks[0]!.kind).toBe('shelf')
    expect(v.weeks.at(-1)!.kind).toBe('gap')
  })
  test('nothing to can, nothing wanted; the share of covered weeks', () => {
    const none = viewNeed(need({ mealsPerWeek: 0 }), {
      jars: [],
      lots: [],
      loads: [],
      yields: [],
      today: TODAY,
    })
    expect(none.wanted).toBeNull()
    expect(coveredShare([none])).toBeNull()
    const hungry = viewNeed(need(), { jars: [], lots: [], loads: [], yields: [], today: TODAY })
    expect(coveredShare([hungry])).toBe(0)
  })
})

describe('supplies over the season', () => {
  const stock = {
    household,
    jars: [jar()],
    loads: [],
    plan: [],
    today: TODAY,
    supplies: [],
    yields: [],
    jarGroups: [
      {
        id: 'g',
        jar: 'quart' as const,
        mouth: 'regular' as const,
        owned: 12,
        broken: 1,
        runs: 0,
        version: 1,
      },
    ],
    lidLots: [
      {
        id: 'x',
        name: 'x',
        mouth: 'regular' as const,
        boughtOn: TODAY,
        count: 9,
        left: 9,
        version: 1,
      },
    ],
    lots: [lot({ lb: unit.pounds(30) })],
  }
  test('full jars are not empty; what is short has its day', () => {
    const all = seasonBalance(stock)
    expect(all.find((b) => b.key.kind === 'jars')).toMatchObject({
      onHand: 10,
      needed: 15,
      short: 5,
      shortOn: '2026-08-19',
    })
    expect(all.find((b) => b.key.kind === 'lids')).toMatchObject({ onHand: 9, short: 6 })
  })
  test('what the season plan cans is needed on its day, what is in no load by its can-by', () => {
    const lotId = stock.lots[0]!.id
    const plan = [
      {
        id: 'p',
        onDate: '2026-08-16',
        cannerId: 'c',
        pinned: false,
        version: 1,
        portions: [
          {
            lotId,
            formId: 'beans-snap',
            pack: 'hot' as const,
            jar: 'pint' as const,
            mouth: 'regular' as const,
            jars: 9,
          },
        ],
      },
    ]
    const all = seasonBalance({ ...stock, plan })
    // Nine pints on Sunday, of which there are none, take as much as five of the fifteen quarts.
    expect(all.find((b) => b.id === 'jars pint regular')).toMatchObject({
      needed: 9,
      short: 9,
      shortOn: '2026-08-16',
    })
    expect(all.find((b) => b.id === 'jars quart regular')).toMatchObject({ needed: 10, short: 0 })
    expect(all.find((b) => b.key.kind === 'lids')).toMatchObject({
      needed: 19,
      shortOn: '2026-08-19',
    })
    const late = seasonBalance({
      ...stock,
      plan: plan.map((l) => ({ ...l, onDate: '2026-08-01' })),
    })
    expect(late.find((b) => b.id === 'jars pint regular')?.shortOn).toBe(TODAY)
  })
  test('jars in a load that is not checked yet are full; a stopped load gives them back', () => {
    const running = load({ stage: 'cooling', portions: [{ ...load().portions[0]!, filled: 7 }] })
    expect(fullJars({ jars: [jar()], loads: [running] }, 'quart', 'regular')).toBe(8)
    expect(
      fullJars({ jars: [jar()], loads: [{ ...running, stage: 'aborted' }] }, 'quart', 'regular'),
    ).toBe(1)
    expect(fullJars({ jars: [jar({ state: 'set-aside' })], loads: [] }, 'quart', 'wide')).toBe(0)
  })
  test('tomatoes ask for citric acid, a salting house for salt, a lot past can-by today', () => {
    const tomato = lot({
      foodId: 'tomatoes',
      formId: 'tomatoes-crushed',
      lb: unit.pounds(27.5),
      canBy: '2026-08-01',
    })
    const salted = { ...household, settings: { ...household.settings, salt: true } }
    const all = seasonBalance({ ...stock, household: salted, lots: [tomato] })
    expect(all.find((b) => b.id === 'citric-acid')).toMatchObject({ needed: 5, shortOn: TODAY })
    expect(all.find((b) => b.id === 'salt')).toMatchObject({ needed: 10 })
  })
})

describe('the shelf', () => {
  test('rows by shelf, groups by food, the fresh at the left; homeless jars first', () => {
    const jars = [
      jar({ id: 'old', bestBy: '2026-09-01' }),
      jar({ id: 'new' }),
      jar({ id: 'lost', shelfId: 'gone', foodId: 'beets' }),
    ]
    const rows = arrange(jars, [
      { id: 's1', name: 'Cellar', position: 1, version: 1 },
      { id: 's2', name: 'Hall', position: 2, version: 1 },
    ])
    expect(rows.map((r) => r.name)).toEqual(['Not on a shelf yet', 'Cellar'])
    expect(rows[1]!.groups[0]!.jars.map((j) => j.id)).toEqual(['new', 'old'])
    expect(shortFood('untested')).toBe('Untested')
    expect(shortFood('peas-green')).toBe('Green peas')
  })
})

describe('the stove says one thing', () => {
  const MIN = 60_000
  const START = Date.parse('2026-08-14T17:00:00Z')
  const events = (...list: readonly (readonly [number, LoadEventKind, number?])[]) =>
    list.map(([m, kind, psi], i) => ({
      id: `e${i}`,
      loadId: 'd1',
      at: new Date(START + m * MIN).toISOString(),
      kind,
      by: 'Wren',
      psi: psi === undefined ? null : unit.psi(psi),
      text: null,
      eventId: null,
      happenedAt: null,
      heardAt: null,
      source: null,
      doubtIds: null,
      seen: null,
    }))
  const upTo = [
    [0, 'started'],
    [5, 'filling-began'],
    [20, 'locked'],
    [38, 'steam-steady'],
    [48, 'weight-on'],
  ] as const
  const say = (
    minute: number,
    list: readonly (readonly [number, LoadEventKind, number?])[],
    setup = load().setup,
  ) => {
    const view = viewLoad(
      load({ events: events(...list), setup }),
      [canner()],
      household,
      START + minute * MIN,
    )
    return [view.state.stage, sentence(view, 1, 'us'), caution(view, 'us')] as const
  }
  test('in a house with metric units no psi is said', () => {
    const words = [upTo, [...upTo, [56, 'reading', 12.5] as const]].map((list) => {
      const view = viewLoad(
        load({ events: events(...list) }),
        [canner()],
        household,
        START + 57 * MIN,
      )
      return `${sentence(view, 1, 'metric')} ${caution(view, 'metric') ?? ''}`
    })
    expect(words[0]).toContain('Bring it up to 83 kPa, slower near the top.')
    expect(words[1]).toContain('Hold it at 83–90 kPa. Small changes only.')
    expect(words[1]).toContain('If it drops below 83,')
    expect(words.join(' ')).not.toMatch(/psi/)
  })
  test('through a dial load', () => {
    expect(say(0, [])[1]).toBe('Ready when you are.')
    expect(say(45, upTo.slice(0, 4))).toEqual([
      'venting',
      'Let it vent. Weight stays off.',
      expect.stringContaining('Air left inside'),
    ])
    expect(say(48, upTo.slice(0, 4))[1]).toBe('Ten minutes are up. Weight on.')
    expect(say(49, upTo)[1]).toBe('Bring it up to 12 psi, slower near the top.')
    expect(say(60, [...upTo, [57, 'reading', 12]])).toEqual([
      'processing',
      'Hold it at 12–13. Small changes only.',
      expect.stringContaining('drops below 12'),
    ])
    expect(say(68, [...upTo, [57, 'reading', 12]])[1]).toBe('Read the gauge.')
    expect(say(66, [...upTo, [57, 'reading', 12], [65, 'reading', 11]])[1]).toMatch(
      /The time starts again/,
    )
  })
  test('a dial that reads high shows its own figures; a weight has no band', () => {
    const high = { ...load().setup, gaugeErrorPsi: unit.psi(1) }
    expect(say(60, [...upTo, [57, 'reading', 13]], high)[1]).toBe(
      'Hold it at 13–14. Small changes only.',
    )
    const weighted = { ...load().setup, regulatedBy: 'weighted' as const, psi: unit.psi(15) }
    expect(say(60, [...upTo, [57, 'at-pressure']], weighted)).toEqual([
      'processing',
      'Keep it rocking. Small changes only.',
      expect.stringContaining('stops rocking'),
    ])
  })
  test('what is in it', () => {
    expect(loadContents(load().portions)).toBe('7 quarts of snap beans, hot pack')
    expect(loadContents([{ ...load().portions[0]!, filled: 1, jar: 'pint' }])).toBe(
      '1 pint of snap beans, hot pack',
    )
  })
})

test('words for days and numbers', () => {
  expect(showDay('2026-08-14')).toBe('Fri 14 Aug')
  expect([
    showDate('2026-09-03'),
    showDate('2025-09-03', TODAY),
    showDate('2026-09-03', TODAY),
  ]).toEqual(['3 Sep', '3 Sep 2025', '3 Sep'])
  expect([plural(1, 'jar'), plural(2, 'jar'), plural(0, 'loaf', 'loaves')]).toEqual([
    '1 jar',
    '2 jars',
    '0 loaves',
  ])
  expect(addWeek(TODAY)).toBe('2026-08-20')
})
