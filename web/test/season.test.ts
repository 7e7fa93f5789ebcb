import type { LoadWithEvents, SeasonLoad } from '@kelvit/contract'
import {
  sayTime,
  cannerClasses,
  costOf,
  daySheet,
  gatherRecords,
  MINIMUM_LOAD,
  seasonFrom,
  type DaySheet,
  type PlanCost,
} from '@kelvit/core'
import { describe, expect, test } from 'vitest'
import { portionWords } from '../src/household/portion-words'
import { planFrom, storedLoad, type SeasonView } from '../src/household/season'
import { marksOf } from '../src/day/lanes'
import { entriesOn } from '../src/day/entries'
import { setOut, workSteps } from '../src/station/season/day/words'
import { ribbonDays, ribbonLoads, ribbonLots } from '../src/station/season/plan/ribbon-data'
import { askWords, costWords, moveWords, refusalOf } from '../src/station/season/words'
import { usualPeople } from '../src/day/kitchen'
import { changesOf } from '../src/station/season/day/changes'
import { usualHands } from '../src/station/season/odd-day'
import { pairOf } from '../src/station/season/what-if/pair'
import { canner, household, load, lot, TODAY } from './kit'

const gear = canner({ minimum: MINIMUM_LOAD })
const hours = Array.from({ length: 7 }, (_, i) => ({
  weekday: i + 1,
  opens: '17:00',
  closes: '21:30',
  people: 1,
}))

const stored = (more: Partial<SeasonLoad> = {}): SeasonLoad => ({
  id: 's1',
  onDate: '2026-08-15',
  cannerId: 'c1',
  pinned: false,
  version: 1,
  portions: [
    { lotId: 'l1', formId: 'beans-snap', pack: 'hot', jar: 'quart', mouth: 'regular', jars: 7 },
  ],
  ...more,
})

function view(
  rows: readonly SeasonLoad[] = [stored()],
  loads: readonly LoadWithEvents[] = [],
): SeasonView {
  const records = gatherRecords({
    today: TODAY,
    nowMinute: 0,
    zone: household.zone,
    altitudeFt: household.altitudeFt,
    settings: household.settings,
    calendar: { hours, exceptions: [], busy: [] },
    lots: [lot()],
    loads: [...loads],
    canners: [gear],
    jars: [],
    needs: [],
    yields: [],
    jarGroups: [],
    lidLots: [],
  })
  const season = seasonFrom(records)
  return {
    records,
    season,
    ...planFrom(season.model, TODAY, rows),
    stored: rows,
    canners: [gear],
    zone: household.zone,
  }
}

describe('what was changed of a day', () => {
  const own = view()
  const [entry] = entriesOn('2026-08-15', own, [], household, new Set())
  type Day = Parameters<typeof changesOf>[0]
  const day = (more: object): Day =>
    ({ all: [entry], skip: new Set(), on: new Map(), ...more }) as unknown as Day
  test('nothing moves where only hours or hands were changed', () =>
    expect(changesOf(day({}), own)).toMatchObject({ moves: [], sentences: [], refused: null }))
  test('a load that is left out goes to a later day, as free as it was', () => {
    const { plan, moves, sentences } = changesOf(day({ skip: new Set(['s1']) }), own)
    const [moved] = plan.loads
    expect(moves).toEqual([{ id: 's1', to: moved }])
    expect(own.season.model.days[moved!.day]!.date > '2026-08-15').toBe(true)
    expect(moved!.pinned).toBe(false)
    expect(sentences[0]).toMatch(/^7 quarts of snap beans go to \w{3} \d+ Aug\.$/)
  })
  test('one that no later day takes leaves the plan, and that is said', () => {
    const { model } = own.season
    const shut = { ...model, days: model.days.map((d, i) => (i > 1 ? { ...d, minutes: 0 } : d)) }
    const alone = { ...own, season: { ...own.season, model: shut } }
    const { plan, moves, sentences } = changesOf(day({ skip: new Set(['s1']) }), alone)
    expect(plan.loads).toEqual([])
    expect(moves).toEqual([{ id: 's1', to: null }])
    expect(sentences[0]).toContain(
      'No later day has room for 7 quarts of snap beans before they spoil.',
    )
  })
  test('a load of the stove is not touched', () => {
    const atStove = { ...entry, id: 'd1' }
    const changes = changesOf(day({ all: [atStove], skip: new Set(['d1']) }), own)
    expect(changes.moves).toEqual([])
    expect(changes.sentences[0]).toMatch(/stay planned at the stove/)
  })
})

describe('who is in the kitchen', () => {
  const helpers = ['Wren', 'Alder', 'Sorrel'].map((name, i) => ({ id: `m${i}`, name }))
  const names = (people: number, who?: readonly string[]) =>
    usualPeople(helpers, { people, ...(who ? { who } : {}) }, 1020, 1320).map((p) => p.name)
  test('as many as the hours say, the members first, then others', () => {
    expect(names(2)).toEqual(['Wren', 'Alder'])
    expect(names(4)).toEqual(['Wren', 'Alder', 'Sorrel', 'a helper'])
  })
  test('who is named, and nobody in the place of somebody who left', () => {
    expect(names(1, ['Alder'])).toEqual(['Alder'])
    expect(names(2, ['Sorrel', 'Alder'])).toEqual(['Alder', 'Sorrel'])
  })
  test('hands that have another name are somebody’s all the same', () =>
    expect(names(2, ['Wren', 'Aunt'])).toEqual(['Wren', 'a helper']))
})

describe('a day with hours of its own', () => {
  const at = (weekday: number, people: number, opens: string | null = '17:00') => ({
    ...{ weekday, opens, closes: opens && '21:00', people },
  })
  test('has as many hands as its weekday, else as a day on which there is canning, else one', () => {
    // 2026-08-15 is a Saturday.
    expect(usualHands([at(5, 1), at(6, 3)], '2026-08-15')).toBe(3)
    expect(usualHands([at(5, 2), at(6, 0, null)], '2026-08-15')).toBe(2)
    expect(usualHands([], '2026-08-15')).toBe(1)
  })
})

describe('a season over another', () => {
  const { season } = view()
  const { model } = season
  const at = (day: number, jars: number) => ({ day, canner: 0, portions: [{ lot: 0, jars }] })
  const fates = (before: readonly ReturnType<typeof at>[], after: typeof before) =>
    pairOf({ model, plan: { loads: before } }, { model, plan: { loads: after } }).map((d) =>
      d.blocks.map((b) => b.fate).join(),
    )
  test('the same load stays, wherever it stands in the list', () =>
    expect(fates([at(1, 7), at(1, 4)], [at(1, 4), at(1, 7)])).toEqual(['', 'stays,stays']))
  test('a load on another evening goes from the one and comes to the other', () =>
    expect(fates([at(0, 7)], [at(2, 7)])).toEqual(['goes', '', 'comes']))
  test('a load with other jars in it is another load', () =>
    expect(fates([at(0, 7)], [at(0, 6)])).toEqual(['comes,goes']))
  test('of two alike that were one, one stays and one comes', () =>
    expect(fates([at(0, 7)], [at(0, 7), at(0, 7)])).toEqual(['stays,comes']))
  test('nothing at all is drawn of two empty plans', () => expect(fates([], [])).toEqual([]))
  test('names what is in a load', () =>
    expect(
      pairOf({ model, plan: { loads: [at(0, 7)] } }, { model, plan: { loads: [] } })[0]?.blocks[0],
    ).toMatchObject({ fate: 'goes', words: '7 quarts of snap beans' }))
})

describe('stored loads and the model', () => {
  test('go there and back unchanged', () => {
    const v = view()
    const { version: _version, ...row } = stored()
    expect(v.plan.loads.map((l) => storedLoad(v.season.model, l, l.id!))).toEqual([row])
  })
  test.each([
    ['its day is over', { onDate: '2026-08-13' }],
    ['its lot is gone', { portions: [{ ...stored().portions[0]!, lotId: 'gone' }] }],
    ['its canner is gone', { cannerId: 'gone' }],
    [
      'the lot goes into other jars now',
      { portions: [{ ...stored().portions[0]!, jar: 'pint' as const }] },
    ],
  ])('a load is stale when %s', (_, more) => {
    const v = view([stored(more)])
    expect(v.plan.loads).toEqual([])
    expect(v.stale).toHaveLength(1)
  })
})

describe('the ribbon', () => {
  test('the day’s length is what its loads are high, together', () => {
    const v = view([stored(), stored({ id: 's2' })])
    const loads = ribbonLoads(v, v.plan, [])
    const sum = loads.reduce((m, l) => m + l.minutes, 0)
    expect(sum).toBeCloseTo(costOf(v.season.model, v.plan).late + 270, 6)
    expect(loads[0]?.label).toBe('7 quarts of snap beans, Sat 15 Aug')
  })
  test('a lot shows its days and what found no place', () => {
    const v = view()
    expect(ribbonLots(v, v.plan)).toMatchObject([
      { name: 'Snap beans · 15 quarts', pips: [1], lost: 8, due: 5 },
    ])
  })
  test('months are named once', () => {
    const days = ribbonDays(view().season.model, 14)
    expect(days.map((d) => d.month).filter(Boolean)).toEqual(['Aug'])
    expect(days[1]).toMatchObject({ weekday: 'Sat', dayOfMonth: '15', weekend: true })
  })
  test('a load at the stove is as high as it is long, whatever stands on other days', () => {
    const on = (id: string, date: string) =>
      load({ id, stage: 'planned', startsAt: `${date}T01:00:00Z` })
    const [friday, saturday] = [on('d1', '2026-08-15'), on('d2', '2026-08-16')]
    const heights = (loads: readonly LoadWithEvents[]) => {
      const v = view([], loads)
      return new Map(
        ribbonLoads(v, v.plan, loads).map((l) => [l.id, [l.day, Math.round(l.minutes)]]),
      )
    }
    const alone = heights([saturday]).get('d2')!
    expect(alone[0]).toBe(1)
    expect(alone[1]).toBeGreaterThan(150)
    expect(heights([friday, saturday]).get('d2')).toEqual(alone)
    expect(heights([saturday, friday]).get('d2')).toEqual(alone)
    // What runs now is as high as what is left of it, also when it began before midnight.
    const late = load({ id: 'd3', stage: 'processing', startsAt: '2026-08-14T04:00:00Z' })
    expect(heights([late]).get('d3')?.[0]).toBe(0)
  })
  test('loads at the stove stand in their day', () => {
    const going = load({ stage: 'planned', startsAt: '2026-08-16T01:00:00Z' })
    const v = view([stored()], [going])
    expect(ribbonLoads(v, v.plan, [going]).find((l) => l.fixed)).toMatchObject({ id: 'd1', day: 1 })
  })
})

describe('a day', () => {
  const v = view()
  const entries = entriesOn('2026-08-15', v, [], household, new Set())
  const sheet = daySheet(
    entries.map((e) => e.day),
    {
      opens: 1020,
      closes: 1290,
      burners: 2,
      people: [{ id: 'w', name: 'Wren', from: 1020, until: 1290 }],
    },
  ) as DaySheet
  test('the process is looked up for this kitchen', () => {
    expect(entries[0]?.processes[0]).toMatchObject({ minutes: 25, psi: 15 })
  })
  test('the order of work names who, when and what, and the process as tested', () => {
    const steps = workSteps(
      sheet,
      entries,
      marksOf(sheet.tasks),
      () => 'Wren',
      'us',
      (m) => sayTime(m, 24),
    )
    expect(steps[0]).toEqual({
      loadId: entries[0]?.id,
      mark: 1,
      at: '17:00',
      text: expect.stringMatching(/^Prepare snap beans/),
      who: 'Wren',
    })
    expect(steps.map((s) => s.text)).toContain(
      'Small canner: at 15 psi, 25 minutes; if it falls, start again',
    )
    expect([...steps].sort((a, b) => a.at.localeCompare(b.at))).toEqual(steps)
  })
  test('what to set out', () => {
    const things = setOut(entries, {
      ...household,
      settings: { ...household.settings, salt: true },
    })
    expect(things).toContainEqual({ name: 'new regular lids, and bands', amount: '7' })
    expect(things).toContainEqual({ name: 'canning salt', amount: '7 tsp' })
  })
  test('two jars and lids more for a first lot, once, and what becomes of them', () => {
    const of = (known: ReadonlySet<string>) => setOut(entries, household, known)
    expect(of(new Set(['beans-snap']))).toEqual(setOut(entries, household))
    const things = of(new Set())
    expect(things).toContainEqual({ name: 'new regular lids, and bands', amount: '9' })
    expect(things.map((t) => `${t.amount} ${t.name}`).join()).toContain(
      '2 of these are extra, in case your first snap beans make more. Put any extra filled jar in the next load or the fridge',
    )
    const twice = setOut([...entries, ...entries], household, new Set())
    expect(twice).toContainEqual({ name: 'new regular lids, and bands', amount: '16' })
  })
  test('quarts become twice as many pints only where they fit at once', () => {
    expect(entries[0]?.inPints).toBeNull()
    const few = view([stored({ portions: [{ ...stored().portions[0]!, jars: 4 }] })])
    const [entry] = entriesOn('2026-08-15', few, [], household, new Set(['s1']))
    expect(entry?.portions[0]).toMatchObject({ jar: 'pint', jars: 8 })
    expect(entry?.processes[0]?.minutes).toBe(20)
    expect(cannerClasses[0]!.capacity.pint).toEqual({ regular: 9, wide: 8 })
  })
})

describe('words', () => {
  const nothing: PlanCost = {
    lost: 0,
    spare: 0,
    faded: 0,
    loads: 0,
    days: 0,
    portions: 0,
    late: 0,
    lateDays: 0,
    over: 0,
    foods: 0,
    longest: 0,
    inARow: 0,
    moved: 0,
    total: 0,
  }
  test('what a change costs, most weighty first', () => {
    expect(costWords(nothing)).toBe('costs nothing')
    expect(costWords({ ...nothing, lost: 2, late: 25 })).toBe(
      '2 jars lost, 25 min more past closing',
    )
    expect(costWords({ ...nothing, lost: -1, days: -1, portions: 0, loads: -2 })).toBe(
      '1 jar saved, 2 fewer loads, 1 fewer canning day',
    )
  })
  test('why something is not possible', () => {
    expect(refusalOf([])).toBeNull()
    expect(refusalOf([{ fault: 'too-long', day: 1, by: 75 }])).toBe(
      'the day would be 1 h 15 too long',
    )
  })
  test('moves and questions', () => {
    expect(
      moveWords({ lotId: 'a', jars: 7, from: '2026-08-15', to: '2026-08-18', why: 'room' }),
    ).toBe('from Sat 15 Aug to Tue 18 Aug')
    expect(askWords({ kind: 'lost-days', dates: ['2026-08-15'] })).toBe('Without Sat 15 Aug')
    expect(portionWords([{ formId: 'beets', jar: 'pint', jars: 1 }])).toBe('1 pint of beets')
  })
})
