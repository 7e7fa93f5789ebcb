// One answer to one question: what remains, what is empty, what is needed, what it costs.
import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import {
  answerHarvest,
  cannerClasses,
  coveredShare,
  emptyJars,
  foodOf,
  formOf,
  fullJars,
  gaugeOf,
  jarsToCome,
  jarsUnplanned,
  lidsLeft,
  likelyJars,
  lotCost,
  MINIMUM_LOAD,
  mayBeEaten,
  onShelf,
  pounds,
  foodStocks,
  pullOf,
  tooManyOf,
  quartsFilled,
  restingHere,
  suppliesOf,
  restOf,
  saidFood,
  shortFood,
  runsEach,
  seasonBalance,
  viewNeed,
  type Book,
  type BookJar,
  type BookLoad,
  type BookLot,
  type BookNeed,
  type LotYield,
  mealsOfUse,
} from '@kelvit/core'

const TODAY = '2026-08-14'
const lot = (more: Partial<BookLot> = {}): BookLot => ({
  id: 'l1',
  foodId: 'beans-snap',
  formId: 'beans-snap',
  jar: 'quart',
  lb: unit.pounds(30),
  arrivedOn: TODAY,
  canBy: '2026-08-19',
  state: 'in-house',
  ...more,
})
const load = (
  stage: BookLoad['stage'],
  jars: number,
  filled: number | null,
  more: Partial<BookLoad['portions'][number]> & { readonly verdict?: string } = {},
): BookLoad => {
  const { verdict, ...portion } = more
  return {
    stage,
    portions: [
      {
        lotId: 'l1',
        formId: 'beans-snap',
        jar: 'quart',
        mouth: 'regular',
        jars,
        filled,
        ...portion,
      },
    ],
    ...(verdict ? { judgement: { verdict } } : {}),
  }
}
const jar = (more: Partial<BookJar> = {}): BookJar => ({
  id: 'j1',
  foodId: 'beans-snap',
  jar: 'quart',
  mouth: 'regular',
  state: 'on-shelf',
  cannedOn: '2026-01-10',
  bestBy: '2027-01-10',
  useSoon: false,
  recipeId: null,
  hold: null,
  process: 'here',
  ...more,
})
const need = (more: Partial<BookNeed> = {}): BookNeed => ({
  foodId: 'beans-snap',
  formId: 'beans-snap',
  jar: 'quart',
  jarsPerMeal: 1,
  mealsPerWeek: 1,
  freshMonths: [],
  nextHarvestOn: '2027-08-14',
  certainty: 0.8,
  ...more,
})
const SETTINGS: Book['household']['settings'] = {
  salt: false,
  bandsOff: false,
  defaultPack: 'hot',
  restMinutes: unit.minutes(10),
  mealsPerWeek: 7,
  burners: 2,
  canningDays: 'even',
  lateMinutes: 30,
}
const book = (more: Partial<Book> = {}): Book => ({
  today: TODAY,
  household: { altitudeFt: unit.feet(2640), settings: SETTINGS },
  lots: [],
  loads: [],
  jars: [],
  yields: [],
  needs: [],
  jarGroups: [],
  lidLots: [],
  supplies: [],
  plan: [],
  ...more,
})
const yielded = (lb: number, quarts: number, more: Partial<LotYield> = {}): LotYield => ({
  id: 'y',
  version: 1,
  foodId: 'beans-snap',
  formId: 'beans-snap',
  variety: null,
  source: 'garden',
  lb,
  finishedOn: '2026-08-01',
  excludedBecause: null,
  quarts,
  ...more,
})

describe('what remains of a lot', () => {
  test('by the printed yield a bushel of beans is fifteen quarts or thirty pints', () => {
    expect(likelyJars(book(), lot())).toBe(15)
    expect(likelyJars(book(), lot({ jar: 'pint' }))).toBe(30)
    expect(likelyJars(book(), lot({ formId: 'no-such-form' }))).toBe(0)
  })
  test('the house’s own lots are learned from, those it left out and other forms are not', () => {
    const own = [yielded(18, 10), yielded(18, 10), yielded(18, 10)]
    expect(likelyJars(book({ yields: own }), lot())).toBe(16)
    const out = own.map((y) => ({ ...y, excludedBecause: 'hail' }))
    expect(likelyJars(book({ yields: out }), lot())).toBe(15)
    expect(likelyJars(book({ yields: own.map((y) => ({ ...y, formId: 'okra' })) }), lot())).toBe(15)
  })
  test('what was filled is gone from it, in any size; what is planned is only spoken for', () => {
    const loads = [
      load('standing', 7, 7),
      load('checked', 9, 8, { jar: 'pint' }),
      load('planned', 3, null),
      load('aborted', 7, 2),
      load('standing', 7, 7, { lotId: 'other' }),
    ]
    expect(quartsFilled({ loads }, 'l1')).toBe(13)
    expect(jarsToCome(book({ loads }), lot())).toBe(2)
    // 15 less 7, 4 and the 3 that are planned; what was stopped holds none.
    expect(jarsUnplanned(book({ loads }), lot())).toBe(1)
    expect(jarsToCome(book({ loads: [load('standing', 20, 20)] }), lot())).toBe(0)
    expect(jarsUnplanned(book({ loads: [load('planned', 20, null)] }), lot())).toBe(0)
  })
})

describe('jars and lids', () => {
  test('full is what stands, waits or is in a canner; the rest of what is owned is empty', () => {
    const b = book({
      jars: [
        jar(),
        jar({ state: 'set-aside' }),
        jar({ state: 'eaten' }),
        jar({ jar: 'pint' }),
        jar({ mouth: 'wide' }),
      ],
      loads: [
        load('cooling', 7, 6),
        load('checked', 7, 7),
        load('aborted', 7, 7),
        load('planned', 7, null),
        load('cooling', 7, 7, { jar: 'pint' }),
      ],
      jarGroups: [
        { jar: 'quart', mouth: 'regular', owned: 20, broken: 3 },
        { jar: 'pint', mouth: 'wide', owned: 5, broken: 0 },
      ],
    })
    expect(fullJars(b, 'quart', 'regular')).toBe(8)
    expect(emptyJars(b, 'quart', 'regular')).toBe(9)
    expect(emptyJars(b, 'pint', 'wide')).toBe(5)
    expect(emptyJars(b, 'quart', 'wide')).toBeNull()
    expect(
      emptyJars(
        { ...b, jarGroups: [{ jar: 'quart', mouth: 'regular', owned: 4, broken: 0 }] },
        'quart',
        'regular',
      ),
    ).toBe(0)
  })
  test('lids of a mouth are added up; a house that counts none is not out of them', () => {
    const lidLots = [
      { mouth: 'regular' as const, left: 5 },
      { mouth: 'regular' as const, left: 7 },
      { mouth: 'wide' as const, left: 2 },
    ]
    expect([lidsLeft({ lidLots }, 'regular'), lidsLeft({ lidLots }, 'wide')]).toEqual([12, 2])
    expect(lidsLeft({ lidLots: [] }, 'wide')).toBeNull()
  })
  test('runs of a kind, a jar', () => {
    expect(runsEach({ runs: 60, owned: 22, broken: 2 })).toBe(3)
    expect(runsEach({ runs: 60, owned: 2, broken: 2 })).toBe(0)
  })
})

describe('what a need comes to', () => {
  test('shelf, lots and standing loads count; other sizes by volume', () => {
    const view = viewNeed(
      need(),
      book({
        jars: [
          jar(),
          jar({ id: 'j2', jar: 'pint' }),
          jar({ id: 'j3', jar: 'pint' }),
          jar({ id: 'j4', recipeId: 'r' }),
          jar({ id: 'j5', hold: 'in-doubt' }),
          jar({ id: 'j6', bestBy: '2026-08-01' }),
          jar({ id: 'j7', state: 'eaten' }),
          jar({ id: 'j8', foodId: 'beets' }),
        ],
        lots: [lot(), lot({ id: 'l2', state: 'eaten' }), lot({ id: 'l3', foodId: 'beets' })],
        loads: [load('standing', 7, 6, { lotId: null })],
      }),
    )
    expect(view.balance).toMatchObject({ needed: 53, onShelf: 2, planned: 21, toCan: 30 })
    expect(view.weeks).toHaveLength(52)
    expect([view.weeks[0]!.kind, view.weeks.at(-1)!.kind]).toEqual(['shelf', 'gap'])
    // 80% sure of thirty quarts at two pounds a quart and the printed spread.
    expect(view.wanted!.lb).toBeGreaterThan(60)
    expect(view.wanted!.containers).toMatchObject({ name: 'bushel' })
  })
  test('a lot that is partly in jars is counted once, whatever its load came to', () => {
    const lots = [lot()]
    const planned = (loads: BookLoad[]) => viewNeed(need(), book({ lots, loads })).balance.planned
    expect(planned([])).toBe(15)
    expect(planned([load('planned', 7, null)])).toBe(15)
    expect(planned([load('processing', 7, 7)])).toBe(15)
    // Checked jars are on the shelf, stopped and condemned ones are lost.
    expect(planned([load('checked', 7, 7)])).toBe(8)
    expect(planned([load('aborted', 7, 7)])).toBe(8)
    expect(planned([load('standing', 7, 7, { verdict: 'not-processed' })])).toBe(8)
    expect(planned([load('standing', 7, 7, { verdict: 'in-doubt' })])).toBe(15)
    expect(planned([load('standing', 7, 7, { formId: 'beets' })])).toBe(8)
  })
  test('a mixed jar is a food of its own: its lots and loads count for it, and not for soup', () => {
    const jarOf = {
      ingredients: ['corn', 'broth'],
      solidsPercent: 50,
      rehydrated: null,
      name: 'Hen',
    }
    const soup = { foodId: 'soup', formId: 'soup' }
    const rows = book({
      lots: [lot({ ...soup, jarOf })],
      loads: [load('standing', 7, 6, { ...soup, lotId: null, jarOf })],
    })
    const own = viewNeed(need({ ...soup, foodId: 'mixed:Hen' }), rows)
    expect(own.balance.planned).toBeGreaterThan(6)
    expect(own.wanted).not.toBeNull()
    expect(viewNeed(need(soup), rows).balance.planned).toBe(0)
    expect([saidFood('mixed:Hen'), shortFood('beans-snap'), saidFood('beans-snap')]).toEqual(['Hen', 'Snap beans', 'snap beans']) // prettier-ignore
    expect([shortFood('untested'), saidFood('gone')]).toEqual(['Untested', 'gone'])
  })
  test('a lot past its can-by comes today, one after the next harvest is not of this year', () => {
    const view = viewNeed(
      need({ nextHarvestOn: '2026-10-10' }),
      book({ lots: [lot({ canBy: '2026-08-01' }), lot({ id: 'l2', canBy: '2026-10-11' })] }),
    )
    expect(view.balance.planned).toBe(15)
    expect(view.weeks[0]!.kind).toBe('planned')
  })
  test('nothing to can, nothing wanted; an unknown form asks for nothing', () => {
    expect(viewNeed(need({ mealsPerWeek: 0 }), book()).wanted).toBeNull()
    expect(viewNeed(need({ formId: 'no-such-form' }), book()).wanted).toBeNull()
    expect(viewNeed(need({ foodId: 'no-such-food' }), book()).wanted).toBeNull()
    expect(viewNeed(need(), book()).wanted).not.toBeNull()
  })
  test('the share of the year that is covered leaves out what is eaten fresh', () => {
    const week = (kind: 'fresh' | 'shelf' | 'planned' | 'gap') => ({ from: TODAY, kind })
    expect(coveredShare([])).toBeNull()
    expect(coveredShare([{ weeks: [week('fresh')] }])).toBeNull()
    expect(
      coveredShare([
        { weeks: [week('shelf'), week('gap'), week('fresh')] },
        { weeks: [week('planned'), week('gap')] },
      ]),
    ).toBe(0.5)
  })
})

describe('supplies over the season', () => {
  const stocked = (more: Partial<Book> = {}): Book =>
    book({
      lots: [lot()],
      jars: [jar()],
      jarGroups: [{ jar: 'quart', mouth: 'regular', owned: 12, broken: 1 }],
      lidLots: [
        { mouth: 'regular', left: 4 },
        { mouth: 'regular', left: 5 },
      ],
      supplies: [{ kind: 'bands regular', amount: 99 }],
      ...more,
    })
  const of = (b: Book, id: string) => seasonBalance(b).find((s) => s.id === id)
  test('full jars are not empty, lids of all lots are on hand, what is short has its day', () => {
    expect(of(stocked(), 'jars quart regular')).toMatchObject({
      onHand: 10,
      needed: 15,
      short: 5,
      shortOn: '2026-08-19',
    })
    expect(of(stocked(), 'lids regular')).toMatchObject({ onHand: 9, needed: 15, short: 6 })
    expect(of(stocked(), 'bands regular')).toMatchObject({ onHand: 99, short: 0 })
    expect(of(stocked({ lots: [lot({ state: 'canned' })] }), 'lids regular')).toBeUndefined()
  })
  test('what was filled draws nothing more; the mouth is the one its loads have', () => {
    const loads = [load('standing', 7, 7, { mouth: 'wide' })]
    expect(of(stocked({ loads }), 'lids wide')).toMatchObject({ needed: 8 })
    expect(of(stocked({ loads }), 'lids regular')).toBeUndefined()
    expect(of(stocked({ loads: [load('standing', 15, 15)] }), 'lids regular')).toBeUndefined()
  })
  test('the plan’s jars are drawn on its days and in its sizes, the rest by can-by', () => {
    const portion = {
      lotId: 'l1',
      formId: 'beans-snap',
      jar: 'pint' as const,
      mouth: 'regular' as const,
      jars: 9,
    }
    const on = (onDate: string) =>
      stocked({ plan: [{ onDate, portions: [portion, { ...portion, lotId: 'other' }] }] })
    // Nine pints of the fifteen quarts: about five quarts less remain for can-by.
    expect(of(on('2026-08-16'), 'jars pint regular')).toMatchObject({
      needed: 9,
      shortOn: '2026-08-16',
    })
    expect(of(on('2026-08-16'), 'jars quart regular')).toMatchObject({ needed: 10, short: 0 })
    expect(of(on('2026-08-01'), 'jars pint regular')!.shortOn).toBe(TODAY)
  })
  test('what goes inside: salt where it is wanted, acid where the form requires it', () => {
    const inOne = (salt: boolean, formId: string, jar: 'quart' | 'pint') =>
      suppliesOf([{ formId, jar, pack: 'hot', jars: 1 }], salt)
    expect(inOne(true, 'tomatoes-crushed', 'quart')).toEqual({ saltTsp: 1, citricAcidTsp: 0.5 })
    expect(inOne(true, 'tomatoes-crushed', 'pint')).toEqual({ saltTsp: 0.5, citricAcidTsp: 0.25 })
    expect(inOne(false, 'beans-snap', 'quart')).toEqual({ saltTsp: 0, citricAcidTsp: 0 })
    const tomato = lot({
      foodId: 'tomatoes',
      formId: 'tomatoes-crushed',
      lb: unit.pounds(27.5),
      canBy: '2026-08-01',
    })
    const salted = { altitudeFt: unit.feet(0), settings: { ...SETTINGS, salt: true } }
    const b = stocked({
      lots: [tomato],
      household: salted,
      supplies: [{ kind: 'citric-acid', amount: 2 }],
    })
    expect(of(b, 'citric-acid')).toMatchObject({ onHand: 2, needed: 5, short: 3, shortOn: TODAY })
    expect(of(b, 'salt')).toMatchObject({ needed: 10 })
    expect(of(stocked({ lots: [tomato] }), 'salt')).toBeUndefined()
  })
  test('bands that come off serve the next day', () => {
    const days = ['2026-08-15', '2026-08-16'].map((onDate) => ({
      onDate,
      portions: [
        {
          lotId: 'l1',
          formId: 'beans-snap',
          jar: 'quart' as const,
          mouth: 'regular' as const,
          jars: 7,
        },
      ],
    }))
    const off = { altitudeFt: unit.feet(0), settings: { ...SETTINGS, bandsOff: true } }
    expect(of(stocked({ plan: days }), 'bands regular')!.needed).toBe(15)
    expect(of(stocked({ plan: days, household: off }), 'bands regular')!.needed).toBe(7)
  })
})

describe('the shelf and this week', () => {
  test('only what stands there, is tested and is not held may be eaten', () => {
    expect(mayBeEaten(jar())).toBe(true)
    for (const more of [
      { state: 'set-aside' },
      { state: 'eaten' },
      { recipeId: 'r' },
      { hold: 'in-doubt' },
      { hold: 'not-processed' },
    ] as const)
      expect(mayBeEaten(jar(more))).toBe(false)
    const shelf = onShelf([
      jar(),
      jar({ id: 'j2', hold: 'in-doubt' }),
      jar({ id: 'j3', state: 'eaten' }),
    ])
    expect(shelf.map((j) => [j.id, j.untested])).toEqual([
      ['j1', false],
      ['j2', true],
    ])
  })
  test('the pull list goes by what the needs say of each food, else by the meals of the house', () => {
    const jars = Array.from({ length: 8 }, (_, i) => jar({ id: `j${i}`, bestBy: '2026-08-20' }))
    const asked = book({ jars, needs: [need({ mealsPerWeek: 3 })] })
    expect(pullOf(asked, 7).jars).toHaveLength(3)
    expect(pullOf({ ...asked, needs: [] }, 7).jars).toHaveLength(7)
    expect(
      pullOf(book({ jars: [jar({ hold: 'in-doubt', bestBy: '2026-08-20' })] }), 7).jars,
    ).toEqual([])
  })
})

test('what there is too much of is one number: on the shelf as where each food lasts', () => {
  const jars = Array.from({ length: 20 }, (_, i) => jar({ id: `j${i}`, bestBy: '2026-09-10' }))
  const asked = book({ jars, needs: [need({ mealsPerWeek: 3 })] })
  const use = [{ foodId: 'beans-snap', weeks: Array.from({ length: 30 }, () => 1) }]
  const [stock] = foodStocks(asked, use)
  expect(stock!.forecast!.late).toBeGreaterThan(0)
  expect(tooManyOf(foodStocks(asked, use))).toEqual([
    { foodId: 'beans-snap', jars: stock!.forecast!.late, by: '2026-09-10' },
  ])
  expect(tooManyOf(foodStocks({ ...asked, needs: [] }, []))).toEqual([])
})

describe('what a jar costs', () => {
  const priced = { ...lot(), pricePerLb: 2 }
  test('over what it really filled once it is over, over what it will likely fill before', () => {
    expect(lotCost(book(), priced, 5)).toMatchObject({
      lb: 30,
      pricePerLb: 2,
      finished: false,
      quartsFilled: 5,
    })
    expect(lotCost(book(), priced, 5)!.lbPerQuart).toBeCloseTo(2, 9)
    expect(lotCost(book(), { ...priced, state: 'canned' }, 5)!.finished).toBe(true)
    expect(lotCost(book(), { ...priced, formId: 'no-such-form' }, 5)).toBeNull()
  })
  test('by the same yield as the weigh-in: the house’s own', () => {
    const yields = [yielded(18, 10), yielded(18, 10), yielded(18, 10)]
    const perQuart = lotCost(book({ yields }), priced, 5)!.lbPerQuart
    expect(perQuart).toBeCloseTo(1.823, 3)
    const said = answer({ yields }).estimate.exact.likely
    expect(said).toBeCloseTo(45 / perQuart, 9)
  })
})

const canner = (more: object = {}) => ({
  id: 'c1',
  name: 'Small canner',
  regulatedBy: 'weighted' as const,
  capacity: cannerClasses[0]!.capacity,
  minimum: MINIMUM_LOAD,
  stageMinutes: cannerClasses[0]!.stageMinutes,
  retired: false,
  blocks: [],
  lastTest: null,
  ...more,
})
const answer = (more: object = {}) =>
  answerHarvest({
    food: foodOf('beans-snap')!,
    form: formOf('beans-snap')!.form,
    pounds: pounds(45),
    jar: 'quart',
    mouth: 'regular',
    household: {
      altitudeFt: unit.feet(2640),
      settings: {
        defaultPack: 'hot',
        restMinutes: unit.minutes(10),
        extraMinutes: 0,
        foodMinutes: {},
        cushionPsi: 1,
        tomatoOption: 'standard',
      },
    },
    canners: [
      canner(),
      canner({
        id: 'c2',
        regulatedBy: 'dial',
        lastTest: { testedOn: '2026-03-01', errorPsi: unit.psi(1) },
      }),
    ],
    yields: [],
    arrivedOn: TODAY,
    ...more,
  })

describe('the whole answer to a weigh-in', () => {
  test('jars in every tested size, processes of both gauges, can-by days', () => {
    const a = answer()
    expect(a.estimate).toMatchObject({ low: 18, likely: 23, high: 29 })
    expect(a.sizes.map((s) => [s.jar, s.likely])).toEqual([
      ['pint', 45],
      ['quart', 23],
    ])
    expect(a.processes.map((p) => p.outcome === 'process' && [p.gauge, p.psi, p.minutes])).toEqual([
      ['weighted', 15, 25],
      ['dial', 12, 25],
    ])
    expect(a.process).toBe(a.processes[0])
    expect(a.gauges).toEqual([
      { kind: 'weighted', errorPsi: unit.psi(0) },
      { kind: 'dial', errorPsi: unit.psi(1) },
    ])
    expect([a.canByRoom, a.canByCool]).toEqual(['2026-08-15', '2026-08-19'])
    expect(a.ownLots).toBe(0)
    expect(a.ways.length).toBeGreaterThan(0)
  })
  test('the house’s own way: longer minutes, the pack that is tested, rest that counts', () => {
    const settings = {
      defaultPack: 'raw' as const,
      restMinutes: unit.minutes(25),
      extraMinutes: 5,
      cushionPsi: 0,
      tomatoOption: 'standard' as const,
    }
    const household = { altitudeFt: unit.feet(2640), settings }
    const longer = answer({ household })
    expect(longer.process).toMatchObject({ minutes: 30, testedMinutes: 25, pack: 'raw' })
    expect(longer.ways[0]!.totalMin).toBeGreaterThan(answer().ways[0]!.totalMin + 19)
    // Beets are only tested hot.
    const beets = answer({ household, food: foodOf('beets')!, form: formOf('beets')!.form })
    expect(beets.process).toMatchObject({ outcome: 'process', pack: 'hot' })
  })
  test('blocked and retired canners are not offered; a refusal is an answer', () => {
    const out = [canner({ blocks: ['x'] }), canner({ retired: true })]
    expect(answer({ canners: out })).toMatchObject({ ways: [], processes: [], gauges: [] })
    expect(answer({ canners: [] }).process).toBeUndefined()
    const high = { ...answer(), household: undefined }
    expect(high.process!.outcome).toBe('process')
    const mountain = answer({
      household: {
        altitudeFt: unit.feet(10_500),
        settings: {
          defaultPack: 'hot',
          restMinutes: unit.minutes(10),
          extraMinutes: 0,
          foodMinutes: {},
          cushionPsi: 1,
          tomatoOption: 'standard',
        },
      },
    })
    expect(mountain.process).toMatchObject({ outcome: 'refused', reason: 'altitude-above-table' })
    expect(mountain.ways).toEqual([])
  })
})

describe('small rules', () => {
  test('the gauge of a canner: a weight has no error', () => {
    expect(
      gaugeOf({
        regulatedBy: 'weighted',
        lastTest: { testedOn: '2026-03-01', errorPsi: unit.psi(2) },
      }),
    ).toEqual({
      kind: 'weighted',
      errorPsi: unit.psi(0),
    })
    expect(
      gaugeOf({ regulatedBy: 'dial', lastTest: { testedOn: '2026-03-01', errorPsi: unit.psi(-1) } })
        .errorPsi,
    ).toBe(-1)
    expect(gaugeOf({ regulatedBy: 'dial', lastTest: null }).errorPsi).toBe(0)
  })
  test('rest is the longest of what the manual and the house say, and never under ten', () => {
    expect([
      restOf({ restMin: 5 }, 7),
      restOf({ restMin: 15 }, 10),
      restOf({ restMin: 10 }, 30),
    ]).toEqual([10, 15, 30])
    expect(restingHere(canner(), { restMinutes: unit.minutes(45) }).stageMinutes.restMin).toBe(45)
  })
})

test('how often a food is on the table follows from the jars used', () => {
  expect([mealsOfUse(1.5, 0.5), mealsOfUse(2, 3), mealsOfUse(0, 1)]).toEqual([3, 0.67, 0])
})
