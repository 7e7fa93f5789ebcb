import { describe, expect, test } from 'vitest'
import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import {
  feet,
  findFood,
  foods,
  JAR_SIZES,
  KEEPING,
  cannerClasses,
  jarSpecs,
  lookUpProcess,
  MINIMUM_LOAD,
  mixedLoad,
  refusedFoods,
  type GaugeKind,
  type JarSize,
  type Pack,
  type Process,
  type ProcessQuery,
} from '@kelvit/core'

/** The figures as they were written down, read afresh; the module under test never sees these files. */
const published = (name: string) =>
  JSON.parse(readFileSync(new URL(`./published/${name}.json`, import.meta.url), 'utf8'))
const table = published('foods')
const bands = published('pressure-bands').standard as Record<
  GaugeKind,
  { toFt: number; psi: number }[]
>

const ALTITUDES = [
  -200, 0, 999, 1000, 1001, 2000, 2001, 2640, 4000, 4001, 6000, 6001, 8000, 8001, 10000, 10001,
  14000,
]
const PACKS: Pack[] = ['raw', 'hot']
const GAUGES: GaugeKind[] = ['dial', 'weighted']
const JARS = [
  'halfPint',
  'pint',
  'pintAndHalf',
  'quart',
  'ml250',
  'ml500',
  'ml750',
  'ml1000',
  'halfGallon',
]
const SIZE: Record<string, number> = {
  halfPint: 0,
  pint: 1,
  pintAndHalf: 2,
  quart: 3,
  ml250: 0,
  ml500: 1,
  ml750: 3,
  ml1000: 3,
  halfGallon: 9,
}
const ORDER = ['halfPint', 'pint', 'pintAndHalf', 'quart']

/** A second, naive reading of the tables. */
function expected(form: any, pack: Pack, jar: string, gauge: GaugeKind, ft: number) {
  const method = form.packs.find((p: any) => p.pack === pack)
  if (!method) return 'pack-not-tested'
  const row = ORDER.slice(SIZE[jar]).find((s) => form.minutes[s] !== undefined)
  if (!row) return 'jar-too-large'
  const band = bands[gauge].findIndex((b) => ft <= b.toFt)
  if (band < 0) return 'altitude-above-table'
  const headspace = method.headspaceIn?.[row] ?? form.headspaceIn[row] ?? form.headspaceIn.pint
  if (form.pressure === 'standard')
    return { minutes: form.minutes[row], psi: bands[gauge][band]!.psi, headspace }
  const option = form.pressure.find((o: any) => o.id === 'standard')
  return { minutes: option.minutes, psi: option[gauge][band], headspace }
}

test('every lookup of the whole grid equals the published tables', () => {
  let processes = 0
  for (const food of table.foods)
    for (const form of food.forms)
      for (const pack of PACKS)
        for (const jar of JARS)
          for (const gauge of GAUGES)
            for (const ft of ALTITUDES) {
              const got = lookUpProcess({ form: form.id, pack, jar, gauge, altitudeFt: feet(ft) })
              const want = expected(form, pack, jar, gauge, ft)
              const at = `${form.id} ${pack} ${jar} ${gauge} ${ft} ft`
              if (typeof want === 'string')
                expect([at, got.outcome, (got as any).reason]).toEqual([at, 'refused', want])
              else {
                const p = got as Process
                expect([at, p.outcome, p.minutes, p.psi, p.headspaceIn, p.source]).toEqual([
                  at,
                  'process',
                  want.minutes,
                  want.psi,
                  want.headspace,
                  form.source,
                ])
                processes++
              }
            }
  expect(processes).toBeGreaterThan(10_000)
})

test('the typed data is the published data, to the letter', () => {
  const byId = (list: readonly { id: string }[]) =>
    [...list].sort((a, b) => a.id.localeCompare(b.id))
  // Three words of Kelvit's own stand beside the tables: other pieces, what ripens, and a range that is none.
  const asPublished = foods.map(({ otherPieces: _own, ripens: _too, ...food }) => ({
    ...food,
    forms: food.forms.map((f) => {
      const { rangeEstimated: _mark, ...figures } = f.yield
      return { ...f, yield: figures }
    }),
  }))
  expect(byId(asPublished)).toEqual(byId(table.foods))
  expect(foods.filter((f) => f.otherPieces).map((f) => f.id)).toEqual(['peppers'])
  expect(foods.filter((f) => f.ripens).map((f) => f.id)).toEqual(['tomatoes'])
  expect(foods).toHaveLength(25)
  expect(foods.flatMap((f) => f.forms)).toHaveLength(37)
  expect(refusedFoods).toEqual(published('refused').refused)
  expect(cannerClasses).toEqual(published('canner-classes').canners)
  expect(MINIMUM_LOAD).toEqual(published('canner-classes').minimumLoad)
  expect(jarSpecs).toEqual(published('jars').jars)
  expect(KEEPING).toEqual(published('keeping'))
})

test('every tomato option is offered where the table has it, and nowhere else', () => {
  for (const form of table.foods
    .flatMap((f: any) => f.forms)
    .filter((f: any) => Array.isArray(f.pressure)))
    for (const gauge of GAUGES)
      for (const ft of [0, 1000, 1001, 3000, 5000, 7000, 9000])
        for (const option of form.pressure) {
          const band = bands[gauge].findIndex((b) => ft <= b.toFt)
          const psi = band < 0 ? null : (option[gauge]?.[band] ?? null)
          const got = lookUpProcess({
            form: form.id,
            pack: form.packs[0].pack,
            jar: 'pint',
            gauge,
            altitudeFt: feet(ft),
            option: option.id,
          })
          if (psi === null) expect(got.outcome).toBe('refused')
          else expect(got).toMatchObject({ outcome: 'process', psi, minutes: option.minutes })
        }
})

test('every refused food says why and what to do instead, by id and by each synonym', () => {
  for (const entry of published('refused').refused)
    for (const word of [entry.id, ...entry.synonyms].filter((w: string) => w !== '2 l jar')) {
      const got: any = lookUpProcess({
        form: word,
        pack: 'hot',
        jar: 'quart',
        gauge: 'dial',
        altitudeFt: feet(0),
      })
      expect([word, got.outcome, got.reason, got.instead]).toEqual([
        word,
        'refused',
        'no-tested-process',
        entry.instead,
      ])
      expect(got.sentence).toContain(entry.reason)
    }
})

test('a food nobody tested gets no number', () => {
  const got = lookUpProcess({
    form: 'dragonfruit',
    pack: 'hot',
    jar: 'pint',
    gauge: 'dial',
    altitudeFt: feet(0),
  })
  expect(got).toMatchObject({ outcome: 'refused', reason: 'no-tested-process' })
})

const someQuery = fc.record({
  form: fc.constantFrom(...foods.flatMap((f) => f.forms.map((x) => x.id))),
  pack: fc.constantFrom(...PACKS),
  jar: fc.constantFrom(...JAR_SIZES),
  gauge: fc.constantFrom(...GAUGES),
  ft: fc.integer({ min: -1000, max: 12000 }),
})
const run = (
  q: { form: string; pack: Pack; jar: JarSize; gauge: GaugeKind; ft: number },
  more: Partial<ProcessQuery> = {},
) =>
  lookUpProcess({
    form: q.form,
    pack: q.pack,
    jar: q.jar,
    gauge: q.gauge,
    altitudeFt: feet(q.ft),
    ...more,
  })

describe('laws', () => {
  test('a higher kitchen never gets a lower pressure or a different time', () => {
    fc.assert(
      fc.property(someQuery, fc.integer({ min: 0, max: 4000 }), (q, up) => {
        const low = run(q)
        const high = run({ ...q, ft: q.ft + up })
        if (low.outcome === 'refused') {
          expect(high.outcome).toBe('refused')
          return
        }
        if (high.outcome === 'refused') return
        expect(high.psi).toBeGreaterThanOrEqual(low.psi)
        expect(high.minutes).toBe(low.minutes)
      }),
    )
  })
  test('a bigger jar never gets less time', () => {
    fc.assert(
      fc.property(someQuery, (q) => {
        const times = JAR_SIZES.map((jar) => run({ ...q, jar })).map((a) =>
          a.outcome === 'process' ? a.minutes : Infinity,
        )
        expect(times).toEqual([...times].sort((a, b) => a - b))
      }),
    )
  })
  test('the household may add and never take away', () => {
    fc.assert(
      fc.property(
        someQuery,
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 2 }),
        (q, extraMinutes, cushionPsi) => {
          const plain = run(q)
          const own = run(q, { rules: { extraMinutes, cushionPsi } })
          if (plain.outcome === 'refused' || own.outcome === 'refused') return
          expect(own.minutes).toBe(plain.minutes + extraMinutes)
          expect(own.psi).toBe(plain.psi)
          expect(own.holdToPsi).toBeGreaterThanOrEqual(own.psi)
        },
      ),
    )
    const q: ProcessQuery = {
      form: 'beets',
      pack: 'hot',
      jar: 'pint',
      gauge: 'dial',
      altitudeFt: feet(0),
    }
    expect(() => lookUpProcess({ ...q, rules: { extraMinutes: -1 } })).toThrow(RangeError)
    expect(() => lookUpProcess({ ...q, rules: { cushionPsi: 3 } })).toThrow(RangeError)
    expect(() => lookUpProcess({ ...q, altitudeFt: feet(NaN) })).toThrow(RangeError)
  })
})

const process = (form: string, jar: JarSize, ft = 2640, gauge: GaugeKind = 'dial'): Process => {
  const got = lookUpProcess({ form, pack: 'hot', jar, gauge, altitudeFt: feet(ft) })
  if (got.outcome === 'refused') throw new Error(got.sentence)
  return got
}

describe('mixed loads', () => {
  test('the longest time holds for all, and says who gets more', () => {
    expect(mixedLoad([process('carrots', 'pint'), process('beets', 'pint')])).toMatchObject({
      psi: 12,
      minutes: 30,
      over: [{ formId: 'carrots', byMinutes: 5 }],
    })
  })
  test('tomatoes share a load by an equal pressure', () => {
    expect(
      mixedLoad([process('tomatoes-crushed', 'pint'), process('beans-snap', 'quart')]),
    ).toMatchObject({
      psi: 12,
      minutes: 25,
      options: ['standard', 'standard'],
      over: [{ formId: 'tomatoes-crushed', byMinutes: 10 }],
    })
  })
  test('different pressures are refused', () => {
    const sea = process('beans-snap', 'quart', 500)
    expect(mixedLoad([sea, process('beets', 'quart', 5000)])).toMatchObject({
      outcome: 'refused',
      reason: 'pressures-differ',
    })
  })
  test('never less than any food alone, in any order', () => {
    const forms = foods
      .flatMap((f) => f.forms)
      .filter((f) => f.packs.some((p) => p.pack === 'hot'))
      .map((f) => f.id)
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...forms), { minLength: 1, maxLength: 4 }), (ids) => {
        const all = ids.map((id) => process(id, 'pint'))
        const got = mixedLoad(all)
        if (got.outcome === 'refused') throw new Error('pints at one altitude always share')
        for (const p of all) expect(got.minutes).toBeGreaterThanOrEqual(p.testedMinutes)
        expect(mixedLoad([...all].reverse())).toMatchObject({ psi: got.psi, minutes: got.minutes })
      }),
    )
  })
})

describe('finding a food', () => {
  test.each([
    ['green beans', 'beans-snap'],
    ['Snap Beans', 'beans-snap'],
    ['beetroot', 'beets'],
    ['beet', 'beets'],
    ['sweet corn', 'corn'],
    ['tomatoes', 'tomatoes'],
    ['butter beans', 'beans-lima'],
    ['black-eyed peas', 'peas-southern'],
    ['pumpkin', 'squash-winter'],
    ['beet greens', 'greens'],
    ['potatoes', 'potatoes-white'],
    ['turkey', 'poultry'],
    ['asparag', 'asparagus'],
  ])('%s is %s', (said, id) => expect(findFood(said)).toMatchObject({ kind: 'food', food: { id } }))
  test.each([
    ['cabbage', 'brassicas'],
    ['zucchini', 'summer-squash'],
    ['pumpkin puree', 'puree'],
    ['aubergine', 'eggplant'],
  ])('%s is refused as %s', (said, id) =>
    expect(findFood(said)).toMatchObject({ kind: 'refused', refused: { id } }),
  )
  test('what could be several crops is asked back', () => {
    expect(findFood('beans')).toMatchObject({ kind: 'ambiguous' })
    expect(findFood('peas')).toMatchObject({ kind: 'ambiguous' })
  })
  test('a slip of the finger gets the nearest names', () => {
    expect(findFood('brocoli')).toMatchObject({
      kind: 'unknown',
      nearest: expect.arrayContaining([expect.stringContaining('broccoli')]),
    })
    expect(findFood('asparagsu')).toMatchObject({
      kind: 'unknown',
      nearest: expect.arrayContaining(['Asparagus']),
    })
  })
  test('every name and synonym of the data finds its own food', () => {
    for (const f of foods)
      for (const n of [f.name, ...f.synonyms])
        expect([n, findFood(n)]).toMatchObject([n, { kind: 'food', food: { id: f.id } }])
    for (const r of refusedFoods)
      for (const n of [r.name, ...r.synonyms])
        expect([n, findFood(n)]).toMatchObject([n, { kind: 'refused', refused: { id: r.id } }])
  })
})
