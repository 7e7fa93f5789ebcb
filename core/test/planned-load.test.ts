// One planned load: what the day sheet, Today, the calendar and the season's days read is the same.
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  bareKitchen,
  cannerClasses,
  construct,
  dayLoadOf,
  feet,
  foods,
  jarsOf,
  kitchenOf,
  pounds,
  plannedLoad,
  processMinutesOf,
  rowHere,
  seasonFrom,
  sheetOfDay,
  suppliesOf,
  gatherRecords,
  type HouseholdRecords,
  type PortionToCan,
} from '../src'
import { cookMinutesOf } from '../src/plan/season/cost'

const FORMS = foods.flatMap((f) => f.forms.map((form) => ({ foodId: f.id, form })))
const CLASSES = cannerClasses.filter((c) => (c.capacity.quart ?? 0) !== 0)
const SETTINGS = {
  defaultPack: 'hot',
  burners: 2,
  lateMinutes: 0,
  canningDays: 'even',
  extraMinutes: 0,
  foodMinutes: {},
  cushionPsi: 1,
  tomatoOption: 'standard',
} as const

const household = fc.record({
  altitudeFt: fc.integer({ min: 0, max: 7_900 }),
  restMinutes: fc.integer({ min: 5, max: 40 }),
  extraMinutes: fc.integer({ min: 0, max: 15 }),
  defaultPack: fc.constantFrom('hot', 'raw'),
})
const lots = fc.array(
  fc.record({
    at: fc.nat(FORMS.length - 1),
    lb: fc.integer({ min: 4, max: 90 }),
    day: fc.integer({ min: 0, max: 6 }),
  }),
  { minLength: 1, maxLength: 7 },
)

type Here = {
  readonly altitudeFt: number
  readonly restMinutes: number
  readonly extraMinutes: number
  readonly defaultPack: 'hot' | 'raw'
}

/** A household's rows with these lots and the canners of every class. */
function rowsOf(
  here: Here,
  said: readonly { readonly at: number; readonly lb: number; readonly day: number }[],
): HouseholdRecords {
  const day = (n: number): string => `2026-08-${14 + n}`
  return {
    ...{ today: day(0), nowMinute: 0, zone: 'UTC', altitudeFt: feet(here.altitudeFt) },
    settings: { ...SETTINGS, ...here },
    calendar: {
      hours: [0, 1, 2, 3, 4, 5, 6].map((weekday) => ({
        ...{ weekday, opens: '08:00', closes: '22:00', people: 2 },
      })),
      ...{ exceptions: [], busy: [] },
    },
    lots: said.map(({ at, lb, day: n }, i) => {
      const { foodId, form } = FORMS[at]!
      const jar = form.minutes.quart === undefined ? ('pint' as const) : ('quart' as const)
      return {
        ...{
          id: `l${i}`,
          foodId,
          formId: form.id,
          jar,
          lb: pounds(lb),
          state: 'in-house' as const,
        },
        ...{ arrivedOn: day(0), canBy: day(n) },
      }
    }),
    canners: CLASSES.map((c, i) => ({
      ...{ id: `c${i}`, name: c.name, capacity: c.capacity, stageMinutes: c.stageMinutes },
      ...{ minimum: { quart: 2, pint: 2 }, retired: false, blocks: [] },
      regulatedBy: c.gauge === 'both' ? ('weighted' as const) : c.gauge,
      lastTest: { testedOn: day(0), errorPsi: 0 },
    })),
    ...{ loads: [], jars: [], needs: [], yields: [], jarGroups: [], lidLots: [] },
  }
}

describe('a planned load', () => {
  test('law: the season lays a load out as its day does, whatever the household', () => {
    let seen = 0
    fc.assert(
      fc.property(household, lots, (here, said) => {
        const rows = rowsOf(here, said)
        const { model } = seasonFrom(gatherRecords(rows))
        const kitchen = kitchenOf(rows)
        for (const load of construct(model).loads) {
          const canner = rows.canners[load.canner]!
          const portions = load.portions.map((p): PortionToCan => {
            const { formId, jar } = rows.lots.find((l) => l.id === model.lots[p.lot]!.id)!
            const packs = FORMS.find((f) => f.form.id === formId)!.form.packs.map((x) => x.pack)
            const pack = packs.includes(here.defaultPack) ? here.defaultPack : packs[0]!
            return { formId, jar, pack, jars: p.jars }
          })
          const planned = plannedLoad({ id: 'x', portions }, canner, kitchen)
          if (planned.outcome === 'refused') throw new Error(planned.sentence)
          const inSeason = dayLoadOf({
            ...{ id: 'x', cannerId: canner.id, canBy: '9999-12-31' },
            jar: portions[0]!.jar,
            jars: jarsOf(load),
            prepMin: load.portions.reduce(
              (m, p) => m + p.jars * model.lots[p.lot]!.prepMinPerJar,
              0,
            ),
            cookMin: cookMinutesOf(model, load),
            processMinutes: processMinutesOf(model, load),
            stageMinutes: model.canners[load.canner]!.stageMinutes,
          })
          expect(planned.day).toEqual(inSeason)
          expect(planned.day.stages.process).toBeGreaterThanOrEqual(
            Math.max(...planned.processes.map((p) => p.testedMinutes)),
          )
          expect(planned.day.stages.rest).toBeGreaterThanOrEqual(Math.max(10, here.restMinutes))
          seen++
        }
      }),
      { numRuns: 120 },
    )
    expect(seen).toBeGreaterThan(200)
  })
  test('keeps what it is held for, whatever the tables say by now, and is refused otherwise', () => {
    const canner = { ...CLASSES[0]!, regulatedBy: 'dial' as const }
    const portions: PortionToCan[] = [{ formId: 'soup', pack: 'hot', jar: 'quart', jars: 7 }]
    expect(plannedLoad({ id: 'x', portions }, canner, bareKitchen(0))).toMatchObject({
      ...{ outcome: 'refused', reason: 'contents-unknown' },
    })
    expect(plannedLoad({ id: 'x', portions, held: 90 }, canner, bareKitchen(0))).toMatchObject({
      ...{ outcome: 'planned', processes: [], day: { stages: { process: 90 } } },
    })
    // Reading the tables is another question: they have a row for it.
    expect(rowHere(bareKitchen(0), portions[0]!, 'dial').outcome).toBe('process')
  })
  test('sums what its jars draw: nothing for a form that asks nothing or is not listed', () => {
    const of = (formId: string, jars: number): PortionToCan => ({ formId, jars, jar: 'quart', pack: 'hot' }) // prettier-ignore
    const all = [of('tomatoes-crushed', 7), of('tomatoes-crushed', 2), of('no-such', 5)]
    expect(suppliesOf(all, true)).toEqual({ citricAcidTsp: 4.5, saltTsp: 9 })
    expect(suppliesOf(all, false)).toEqual({ citricAcidTsp: 4.5, saltTsp: 0 })
  })
})

describe('a day’s sheet as the household keeps it', () => {
  const canner = { ...CLASSES[0]!, id: 'c', regulatedBy: 'weighted' as const }
  const planned = plannedLoad(
    { id: 'x', portions: [{ formId: 'beans-snap', pack: 'hot', jar: 'pint', jars: 8 }] },
    canner,
    bareKitchen(0),
  )
  if (planned.outcome === 'refused') throw new Error(planned.sentence)
  const loads = [planned.day]
  const whole = sheetOfDay(loads, hours(24 * 60), 0)
  const length = whole.outcome === 'sheet' ? whole.finish : NaN
  function hours(closes: number) {
    const people = [{ id: 'a', name: '', from: 0, until: closes }]
    return { opens: 0, closes, people, burners: 1, gaps: [] }
  }
  test('ends in time where it can, past closing only by what is allowed', () => {
    expect(sheetOfDay(loads, hours(length), 60)).toMatchObject({ finish: length })
    expect(sheetOfDay(loads, hours(length - 20), 30)).toMatchObject({ finish: length })
    expect(sheetOfDay(loads, hours(length - 20), 10)).toMatchObject({ outcome: 'does-not-fit' })
    expect(sheetOfDay(loads, hours(length - 20), 0)).toMatchObject({ outcome: 'does-not-fit' })
  })
})
