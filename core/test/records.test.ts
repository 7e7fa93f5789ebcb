import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import { CANNER, everyEvening, LOT, records, TODAY } from './kit/season-records'
import {
  addDays,
  afterRipening,
  construct,
  drawnFrom,
  fixedTimes,
  foodOf,
  frostTakes,
  gatherRecords,
  mouthsFor,
  type JarSize,
  seasonFrom,
  suppose,
  testsDue,
  THOUGHT_CANNER,
  type HouseholdRecords,
  type LoadStage,
  type SeasonRecords,
} from '../src'

const notesOf = (more: Partial<SeasonRecords>): string[] =>
  seasonFrom(records(more)).notes.map((n) => n.sentence)

describe('a season from what is written down', () => {
  test('days, evenings and the true process for this kitchen', () => {
    const { model, notes } = seasonFrom(records())
    expect(notes).toEqual([])
    expect(model.days).toHaveLength(14)
    expect(model.days[0]).toEqual({ date: TODAY, minutes: 270, people: 1 })
    expect(model.lots[0]).toMatchObject({
      arrived: 0,
      due: 5,
      processes: [{ psi: 15, minutes: 25 }],
      prepMinPerJar: 12,
    })
  })
  test('today only has what is left of it', () => {
    expect(seasonFrom(records({ nowMinute: 19 * 60 })).model.days[0]?.minutes).toBe(150)
  })
  test('a lot past its can-by is planned for today, and said so', () => {
    const late = { ...LOT, arrivedOn: '2026-08-05', canBy: '2026-08-10' }
    expect(notesOf({ lots: [late] })[0]).toMatch(/past its can-by/)
    expect(seasonFrom(records({ lots: [late] })).model.lots[0]?.due).toBe(0)
  })
  test('an expected picking that is late waits on its plants, with all its days', () => {
    const late = { ...LOT, expected: true, arrivedOn: '2026-08-05', canBy: '2026-08-10' }
    expect(notesOf({ lots: [late] })[0]).toMatch(/Is it in\?/)
    expect(seasonFrom(records({ lots: [late] })).model.lots[0]).toMatchObject({
      arrived: 0,
      due: 5,
    })
  })
})

describe('bad input is said in words, and the rest is planned', () => {
  const good = { ...LOT, id: 'good' }
  test.each([
    [
      'can-by before arrival',
      { lots: [{ ...LOT, canBy: '2026-08-13' }, good] },
      /before the day it comes in/,
    ],
    [
      'no jar that fits',
      {
        lots: [
          { ...LOT, jar: 'quart' as const },
          { ...good, jar: 'pint' as const },
        ],
        canners: [{ ...CANNER, capacity: { pint: 9 } }],
      },
      /takes quarts/,
    ],
    [
      'a refused size',
      { lots: [{ ...LOT, foodId: 'peppers', formId: 'peppers' }, good] },
      /no tested time for quarts/,
    ],
  ])('%s', (_, more, words) => {
    const { model, notes } = seasonFrom(records(more))
    expect(notes.map((n) => n.sentence).join()).toMatch(words)
    expect(model.lots.map((l) => l.id)).toEqual(['good'])
    expect(construct(model).loads).toHaveLength(1)
  })
  test('a kitchen that is never open, and no canner', () => {
    expect(notesOf({ calendar: { hours: [], exceptions: [], busy: [] } })[0]).toMatch(/never open/)
    expect(notesOf({ canners: [] })[0]).toMatch(/No canner is fit/)
  })
  test('a load longer than any evening says what is missing', () => {
    const hours = everyEvening.map((h) => ({ ...h, closes: '18:30' }))
    expect(notesOf({ calendar: { hours, exceptions: [], busy: [] } })[0]).toMatch(
      /The shortest load takes \d+ minutes/,
    )
  })
  test('no jars left: nothing is planned and nothing breaks', () => {
    const stock = [
      { kind: 'jars' as const, jar: 'quart' as const, mouth: 'regular' as const, onHand: 0 },
    ]
    expect(construct(seasonFrom(records({ stock })).model).loads).toEqual([])
  })
})

describe('what-ifs', () => {
  test('another canner', () => {
    const { canners } = suppose(records(), { kind: 'canner', classId: 'large' })
    expect(canners.map((c) => c.id)).toEqual(['c1', THOUGHT_CANNER])
    expect(() => suppose(records(), { kind: 'canner', classId: 'huge' })).toThrow(RangeError)
  })
  test('a lost day has no minutes, whatever was written for it', () => {
    const { model } = seasonFrom(suppose(records(), { kind: 'lost-days', dates: ['2026-08-15'] }))
    expect(model.days[1]).toMatchObject({ date: '2026-08-15', minutes: 0 })
  })
  test('a helper, and more supplies', () => {
    expect(seasonFrom(suppose(records(), { kind: 'helper' })).model.days[0]?.people).toBe(2)
    const stock = [{ kind: 'lids' as const, jar: null, mouth: 'regular' as const, onHand: 3 }]
    expect(suppose(records({ stock }), { kind: 'supplies', pieces: 24 }).stock[0]?.onHand).toBe(27)
  })
  test('frost brings the tender expected lots in today and leaves the hardy ones', () => {
    const soon = addDays(TODAY, 6)
    const tender = { ...LOT, expected: true, arrivedOn: soon, canBy: addDays(soon, 5) }
    const hardy = {
      ...LOT,
      id: 'l2',
      foodId: 'carrots',
      formId: 'carrots',
      expected: true,
      arrivedOn: soon,
      canBy: addDays(soon, 90),
    }
    const { lots } = suppose(records({ lots: [tender, hardy] }), { kind: 'frost' })
    expect(lots[0]).toMatchObject({ arrivedOn: TODAY, canBy: addDays(TODAY, 5), expected: false })
    expect(lots[1]).toEqual(hardy)
  })
  test('the records that were asked about stay as they are', () => {
    const before = records()
    const copy = structuredClone(before)
    for (const ask of [
      { kind: 'helper' },
      { kind: 'frost' },
      { kind: 'supplies', pieces: 5 },
    ] as const)
      suppose(before, ask)
    expect(before).toEqual(copy)
  })
})

describe('what a season must know', () => {
  const dial = (testedUntil: string | null) => ({
    ...CANNER,
    ...{ id: 'dial', name: 'Tall canner', regulatedBy: 'dial' as const, testedUntil },
  })
  const gearOf = (more: Partial<SeasonRecords>) => seasonFrom(records(more)).model.canners[0]!
  test('a dial’s test holds for so long; from then on it must have been tested once more', () => {
    expect(gearOf({ canners: [dial('2026-08-20')] })).toMatchObject({ testBy: 7 })
    expect(gearOf({ canners: [dial('2026-08-20')] }).from).toBeUndefined()
    // Longer than the days that are planned.
    expect(gearOf({ canners: [dial('2027-08-01')] }).testBy).toBeUndefined()
    expect(gearOf({ canners: [CANNER] }).testBy).toBeUndefined()
  })
  test.each([null, '2026-08-13', '2020-01-01'])(
    'a dial without a test that holds (%s) is not out for the season: it can be tested',
    (until) => expect(gearOf({ canners: [dial(until)] })).toMatchObject({ from: 7, testBy: 7 }),
  )
  test('it holds through the last day itself', () =>
    expect(gearOf({ canners: [dial(TODAY)] })).toMatchObject({ testBy: 1 }))
  test('the plan says by when, and what depends on it', () => {
    const lots = [0, 1].map((i) => ({
      ...LOT,
      ...{ id: `l${i}`, arrivedOn: addDays(TODAY, 5 * i), canBy: addDays(TODAY, 5 * i + 3) },
    }))
    const { model } = seasonFrom(records({ lots, canners: [dial(addDays(TODAY, 3))] }))
    const plan = construct(model)
    const later = plan.loads.filter((l) => l.day >= 4)
    expect(later).toHaveLength(1)
    expect(testsDue(model, plan)).toEqual([
      { canner: 0, by: addDays(TODAY, later[0]!.day - 1), loads: 1, jars: 7 },
    ])
    expect(testsDue(model, { loads: plan.loads.filter((l) => l.day < 4) })).toEqual([])
  })
  test('a load at the stove keeps its time and lids on a canner that broke', () => {
    const load = {
      ...{ onDate: TODAY, cannerId: 'c1', jar: 'quart' as const, mouth: 'regular' as const },
      ...{ jars: 7, toFill: 7, prepMin: 60, processMinutes: 25 },
    }
    const { model, notes } = seasonFrom(
      records({
        canners: [
          { ...CANNER, blocked: true },
          { ...CANNER, id: 'c2' },
        ],
        loads: [load],
      }),
    )
    expect(model.fixed).toHaveLength(1)
    expect(notes).toEqual([])
    expect(model.lots[0]?.processes).toEqual([null, { psi: 15, minutes: 25 }])
    expect(new Set(construct(model).loads.map((l) => l.canner))).toEqual(new Set([1]))
  })
  test('what comes after the days that are planned is said, not dropped', () => {
    const far = { ...LOT, id: 'far', arrivedOn: addDays(TODAY, 200), canBy: addDays(TODAY, 300) }
    const { model, notes } = seasonFrom(records({ lots: [LOT, far] }))
    expect(model.days).toHaveLength(120)
    expect(model.lots.map((l) => l.id)).toEqual(['l1'])
    expect(notes.map((n) => [n.about, n.id])).toEqual([['lot', 'far']])
    expect(notes[0]?.sentence).toMatch(/expected after the 120 days/)
  })
  test('an errand leaves the minutes around it', () => {
    const busy = [{ onDate: TODAY, from: '18:00', until: '18:30' }]
    const calendar = { hours: everyEvening, exceptions: [], busy }
    expect(seasonFrom(records({ calendar })).model.days[0]).toEqual({
      ...{ date: TODAY, minutes: 240, people: 1, gaps: [{ from: 60, until: 90 }] },
    })
  })
  test('food that goes by the hour, by days and by months fades each in its way', () => {
    const lots = [
      { ...LOT, id: 'corn', foodId: 'corn', formId: 'corn-kernel', jar: 'pint' as const },
      LOT,
      { ...LOT, id: 'potatoes', foodId: 'potatoes-white', formId: 'potatoes-white-cubed' },
    ]
    const { model } = seasonFrom(records({ lots }))
    expect(model.lots.map((l) => l.fading)).toEqual([
      { power: 1, weight: 1.5 },
      { power: 2, weight: 1 },
      { power: 2, weight: 0.25 },
    ])
  })
  test('a frost brings in what is grown by now; September’s corn does not come in July', () => {
    const at = (id: string, days: number) => ({
      ...LOT,
      ...{ id, expected: true, arrivedOn: addDays(TODAY, days), canBy: addDays(TODAY, days + 5) },
    })
    const asked = suppose(records({ lots: [at('soon', 14), at('late', 15)] }), { kind: 'frost' })
    expect(asked.lots.map((l) => [l.id, l.arrivedOn])).toEqual([['soon', TODAY]])
    const { bring, lost } = frostTakes([at('soon', 14), at('late', 15)], TODAY)
    expect([bring.map((l) => l.id), lost.map((l) => l.id)]).toEqual([['soon'], ['late']])
    expect(frostTakes([{ foodId: 'carrots', arrivedOn: TODAY }], TODAY)).toEqual({
      ...{ bring: [], lost: [] },
    })
  })
})

describe('gathering a household’s rows', () => {
  const rows = (more: Partial<HouseholdRecords> = {}): HouseholdRecords => ({
    today: TODAY,
    nowMinute: 0,
    zone: 'America/Denver',
    altitudeFt: unit.feet(2640),
    settings: {
      defaultPack: 'hot',
      burners: 2,
      canningDays: 'even',
      lateMinutes: 30,
      restMinutes: unit.minutes(10),
      extraMinutes: 0,
      foodMinutes: {},
      cushionPsi: 1,
      tomatoOption: 'standard',
    },
    calendar: { hours: everyEvening, exceptions: [], busy: [] },
    lots: [
      {
        id: 'l1',
        foodId: 'beans-snap',
        formId: 'beans-snap',
        jar: 'quart',
        lb: unit.pounds(30),
        state: 'in-house',
        arrivedOn: TODAY,
        canBy: '2026-08-19',
      },
    ],
    loads: [],
    canners: [{ ...CANNER, retired: false, blocks: [] }],
    jars: [],
    needs: [],
    yields: [],
    jarGroups: [],
    lidLots: [],
    ...more,
  })
  const load = (stage: LoadStage, jars: number, filled: number | null) => ({
    cannerId: 'c1',
    startsAt: '2026-08-15T01:00:00Z',
    stage,
    setup: { minutes: 25 },
    portions: [
      {
        lotId: 'l1',
        formId: 'beans-snap',
        jar: 'quart' as const,
        mouth: 'regular' as const,
        jars,
        filled,
      },
    ],
  })
  test('a bushel of beans is fifteen quarts, less what loads hold already', () => {
    expect(gatherRecords(rows()).lots[0]?.jars).toBe(15)
    expect(gatherRecords(rows({ loads: [load('planned', 7, null)] })).lots[0]?.jars).toBe(8)
    expect(gatherRecords(rows({ loads: [load('standing', 7, 6)] })).lots[0]?.jars).toBe(9)
    expect(gatherRecords(rows({ loads: [load('aborted', 7, 7)] })).lots[0]?.jars).toBe(15)
  })
  test('a planned load takes its evening in the household’s zone; a finished one does not', () => {
    expect(gatherRecords(rows({ loads: [load('planned', 7, null)] })).loads).toMatchObject([
      { onDate: TODAY, jars: 7, toFill: 7, prepMin: 84, processMinutes: 25 },
    ])
    expect(gatherRecords(rows({ loads: [load('standing', 7, 7)] })).loads).toEqual([])
  })
  test('a load that is filled has its lids and jars already, and nothing left to prepare', () => {
    const running = rows({
      loads: [load('processing', 7, 6)],
      jarGroups: [{ jar: 'quart', mouth: 'regular', owned: 20, broken: 0 }],
      lidLots: [{ mouth: 'regular', left: 10 }],
    })
    const records = gatherRecords(running)
    expect(records.loads).toMatchObject([{ jars: 6, toFill: 0, prepMin: 0 }])
    // What was drawn is off the counts; the season must not draw it a second time.
    expect(records.stock.map((s) => s.onHand)).toEqual([10, 14])
    const { model } = seasonFrom(records)
    const empty = { loads: [] }
    for (const line of model.supplies)
      expect([...drawnFrom(model, empty, line)].reduce((a, b) => a + b, 0)).toBe(0)
  })
  test('a load at the stove takes today what is left of it, also when it began before midnight', () => {
    const at = { stage: 'processing' as const, passed: 5, left: 20 }
    const before = { ...load('processing', 7, 7), startsAt: '2026-08-14T05:00:00Z', at }
    const records = gatherRecords(rows({ loads: [before] }))
    expect(records.loads).toMatchObject([{ onDate: TODAY, at }])
    const { model } = seasonFrom(records)
    const s = CANNER.stageMinutes
    expect(fixedTimes(model)[0]).toEqual([
      { canner: 0, hands: 0, run: 20 + s.coolMin + s.restMin + Math.ceil(s.unloadMin) },
    ])
    // Where nobody says where it is, the whole of it is still to come.
    const { at: _at, ...unsaid } = before
    const whole = seasonFrom(gatherRecords(rows({ loads: [unsaid] })))
    expect(fixedTimes(whole.model)[0]?.[0]?.run).toBeGreaterThan(40 + s.coolMin + s.restMin)
  })
  test('the rest is the one the house keeps at the stove', () => {
    const { settings } = rows()
    const here = (restMinutes: number) =>
      gatherRecords(rows({ settings: { ...settings, restMinutes: unit.minutes(restMinutes) } }))
        .canners[0]?.stageMinutes.restMin
    expect(here(10)).toBe(Math.max(10, CANNER.stageMinutes.restMin))
    expect(here(25)).toBe(25)
  })
  test('retired canners are gone; broken ones keep their place and get nothing planned', () => {
    const broken = { ...CANNER, retired: false, blocks: [{ reason: 'inspection-failed' as const }] }
    const { canners } = gatherRecords(
      rows({ canners: [broken, { ...CANNER, retired: true, blocks: [] }] }),
    )
    expect(canners.map((c) => c.blocked)).toEqual([true])
  })
  test('empties are owned less broken less full; lids are added up by mouth', () => {
    const quart = (state: 'on-shelf' | 'eaten') => ({
      ...{ id: 'j', foodId: 'beets', jar: 'quart' as const, mouth: 'regular' as const, state },
      ...{ cannedOn: '2026-07-01', bestBy: '2027-07-01', useSoon: false, recipeId: null },
      ...{ hold: null, process: 'here' as const },
    })
    const stock = gatherRecords(
      rows({
        jarGroups: [{ jar: 'quart', mouth: 'regular', owned: 20, broken: 2 }],
        jars: [quart('on-shelf'), quart('eaten')],
        lidLots: [
          { mouth: 'regular', left: 5 },
          { mouth: 'regular', left: 7 },
        ],
      }),
    ).stock
    expect(stock).toEqual([
      { kind: 'lids', jar: null, mouth: 'regular', onHand: 12 },
      { kind: 'jars', jar: 'quart', mouth: 'regular', onHand: 17 },
    ])
  })
  test('the mouth is one the house owns: regular while jars and lids last, then wide', () => {
    const has = (kind: 'jars' | 'lids', mouth: 'regular' | 'wide', onHand: number, jar: JarSize | null = kind === 'jars' ? 'quart' : null) => ({ kind, jar, mouth, onHand }) // prettier-ignore
    const lot = (id: string, jars: number, canBy: string, jar: JarSize = 'quart') => ({ id, jar, jars, canBy }) // prettier-ignore
    const wide = [has('jars', 'wide', 9)]
    expect(mouthsFor({ stock: wide }, [lot('a', 7, '2026-08-20')]).get('a')).toBe('wide')
    expect(mouthsFor({ stock: wide }, [lot('a', 7, '2026-08-20', 'pint')]).get('a')).toBe('regular')
    expect(mouthsFor({ stock: [] }, [lot('a', 7, '2026-08-20', 'pintAndHalf')]).get('a')).toBe('wide') // prettier-ignore
    // Sixty wide quarts and a hundred wide lids stand beside a dozen regular ones.
    const both = [has('jars', 'regular', 12), has('jars', 'wide', 60), has('lids', 'regular', 50), has('lids', 'wide', 100)] // prettier-ignore
    const lots = [lot('late', 28, '2026-08-25'), lot('soon', 12, '2026-08-16'), lot('next', 20, '2026-08-20')] // prettier-ignore
    expect([...mouthsFor({ stock: both }, lots)].sort()).toEqual([['late', 'wide'], ['next', 'wide'], ['soon', 'regular']]) // prettier-ignore
    // Jars without lids are none.
    const lidless = [has('jars', 'regular', 12), has('jars', 'wide', 60), has('lids', 'regular', 50), has('lids', 'wide', 0)] // prettier-ignore
    expect(mouthsFor({ stock: lidless }, [lot('a', 20, '2026-08-20')]).get('a')).toBe('regular')
  })
})

describe('a lot that still ripens', () => {
  const ripe = { ...LOT, readyFrom: '2026-08-18', canBy: '2026-08-21' }
  test('is in the season from the day it is ripe, not from the day it came in', () => {
    expect(seasonFrom(records({ lots: [ripe] })).model.lots[0]).toMatchObject({
      arrived: 4,
      due: 7,
    })
    expect(seasonFrom(records({ lots: [LOT] })).model.lots[0]).toMatchObject({ arrived: 0, due: 5 })
    // A day that has passed says nothing any more.
    const long = { ...LOT, readyFrom: '2026-08-01' }
    expect(seasonFrom(records({ lots: [long] })).model.lots[0]).toMatchObject({
      arrived: 0,
      due: 5,
    })
  })
  test('past its can-by day before it is ripe, it is told and left out', () => {
    const { model, notes } = seasonFrom(records({ lots: [{ ...ripe, canBy: '2026-08-17' }] }))
    expect(model.lots).toEqual([])
    expect(notes.map((n) => n.sentence).join()).toContain('before the day it’s ripe')
  })
  test('keeps from then on as long as the food does, and never shorter than was said', () => {
    const tomatoes = foodOf('tomatoes')!
    const lot = { canBy: '2026-08-17', storage: 'room' as const }
    expect(afterRipening(tomatoes, lot, 4, '2026-08-14')).toEqual({
      ...{ readyFrom: '2026-08-18', canBy: '2026-08-21' },
    })
    expect(afterRipening(tomatoes, { ...lot, canBy: '2026-09-01' }, 2, '2026-08-14').canBy).toBe(
      '2026-09-01',
    )
    expect(afterRipening(tomatoes, lot, 0, '2026-08-14')).toEqual({
      ...{ readyFrom: null, canBy: '2026-08-17' },
    })
  })
})
