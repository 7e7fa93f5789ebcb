// The whole answer of a lookup held against the table as it was written down, and every way
// of saying no: which sentence, what to do instead, and from where.
import { describe, expect, test } from 'vitest'
import { readFileSync } from 'node:fs'
import {
  countJars,
  feet,
  findFood,
  jarName,
  lookUpProcess,
  rulesOf,
  searchFoods,
  type JarSize,
  type ProcessQuery,
} from '@kelvit/core'

const table = JSON.parse(
  readFileSync(new URL('./published/foods.json', import.meta.url), 'utf8'),
) as { foods: any[] }
const PARTS: Record<JarSize, number> = { halfPint: 0.25, pint: 0.5, pintAndHalf: 0.75, quart: 1 }

const ask = (more: Partial<ProcessQuery> = {}) =>
  lookUpProcess({
    form: 'beans-snap',
    pack: 'hot',
    jar: 'quart',
    gauge: 'dial',
    altitudeFt: feet(2640),
    ...more,
  })
const process = (more: Partial<ProcessQuery> = {}) => {
  const answer = ask(more)
  if (answer.outcome !== 'process') throw new Error(answer.sentence)
  return answer
}
const refusal = (more: Partial<ProcessQuery>) => {
  const answer = ask(more)
  if (answer.outcome === 'process') throw new Error('it was answered')
  return answer
}

const FORMS = table.foods.flatMap((food) =>
  food.forms.map((form: any) => [form.id as string, food, form] as const),
)

describe('what goes with a process', () => {
  test.each(FORMS)('%s: salt, acid, notes, edition, as written down', (_, food, form) => {
    for (const pack of form.packs)
      for (const jar of Object.keys(PARTS) as JarSize[]) {
        const answer = ask({ form: form.id, pack: pack.pack, jar })
        if (answer.outcome !== 'process') continue
        const small = jar === 'halfPint' || jar === 'pint'
        expect(answer.saltTspPerJar).toBeCloseTo((form.saltTspPerQuart ?? 0) * PARTS[jar], 10)
        expect(answer.acidPerJar).toEqual(
          form.acid ? (small ? form.acid.perPint : form.acid.perQuart) : null,
        )
        expect(answer.notes).toEqual(
          [form.note, pack.note, food.note].filter((n: unknown) => n !== undefined),
        )
        expect(answer.confirmWithExtension).toBe(form.confirmWithExtension === true)
        expect(answer.preparation).toBe(pack.preCook)
        expect(answer).toMatchObject({ foodId: food.id, formId: form.id, pack: pack.pack, jar })
      }
  })
  test('a dial is held up to the house’s cushion above target, a weight exactly', () => {
    expect(process()).toMatchObject({ psi: 12, holdToPsi: 13 })
    expect(process({ rules: { cushionPsi: 0 } }).holdToPsi).toBe(12)
    expect(process({ rules: { cushionPsi: 2 } }).holdToPsi).toBe(14)
    expect(process({ gauge: 'weighted', rules: { cushionPsi: 2 } })).toMatchObject({
      psi: 15,
      holdToPsi: 15,
    })
  })
  test('the house adds minutes and takes none away', () => {
    expect(process({ rules: { extraMinutes: 5 } })).toMatchObject({
      minutes: 30,
      testedMinutes: 25,
    })
    for (const extraMinutes of [-1, 241, Number.NaN])
      expect(() => ask({ rules: { extraMinutes } })).toThrow(RangeError)
    expect(process({ rules: { extraMinutes: 240 } }).minutes).toBe(265)
    for (const cushionPsi of [-0.1, 2.1, Number.NaN])
      expect(() => ask({ rules: { cushionPsi } })).toThrow(RangeError)
  })
  test('what the house likes for tomatoes is taken where it is tested, else the standard', () => {
    const tomatoes = { form: 'tomatoes-in-water', rules: { tomatoOption: 'low' } } as const
    expect(process(tomatoes)).toMatchObject({ option: 'low', psi: 7, minutes: 15 })
    expect(process({ ...tomatoes, option: 'standard' })).toMatchObject({ psi: 12, minutes: 10 })
    const fifteen = { form: 'tomatoes-in-water', rules: { tomatoOption: 'fifteen' } } as const
    expect(process(fifteen)).toMatchObject({ option: 'standard', psi: 12 })
    expect(process({ ...fifteen, gauge: 'weighted', altitudeFt: feet(900) })).toMatchObject({
      option: 'fifteen',
      psi: 15,
      minutes: 1,
    })
    expect(process({ rules: { tomatoOption: 'low' } })).toMatchObject({ option: 'standard' })
    expect(process(tomatoes).options.map((o) => o.id)).toEqual(['low', 'standard'])
  })
  test('rules are those of the settings, each its own', () => {
    const rules = { extraMinutes: 3, cushionPsi: 0.5, tomatoOption: 'low' } as const
    expect(rulesOf({ ...rules, other: 1 } as never)).toEqual(rules)
  })
})

describe('no number', () => {
  test('an altitude that is none, to the foot', () => {
    for (const altitudeFt of [-1501, 30001, Number.NaN])
      expect(() => ask({ altitudeFt: feet(altitudeFt) })).toThrow(/−1,500 and 30,000/)
    expect(process({ altitudeFt: feet(-1500) }).psi).toBe(11)
    expect(refusal({ altitudeFt: feet(30000) }).reason).toBe('altitude-above-table')
  })
  test('above the dial’s table a weight is offered, above the weight’s nothing is', () => {
    expect(refusal({ altitudeFt: feet(8001) })).toMatchObject({
      reason: 'altitude-above-table',
      sentence:
        'The dial table ends at 8,000 ft (2,438 m). Ask your extension service before canning here.',
      instead: ['ask your extension service', 'a weighted-gauge canner', 'freeze'],
    })
    expect(refusal({ altitudeFt: feet(10000) }).sentence).toContain('dial table')
    for (const more of [
      { altitudeFt: feet(10001) },
      { altitudeFt: feet(10001), gauge: 'weighted' as const },
    ])
      expect(refusal(more)).toMatchObject({
        sentence:
          'The tables end at 10,000 ft (3,048 m). Ask your extension service before canning here.',
        instead: ['ask your extension service', 'freeze'],
      })
    expect(process({ altitudeFt: feet(9000), gauge: 'weighted' }).psi).toBe(15)
  })
  test('a pack that is not tested: the one that is', () => {
    expect(refusal({ form: 'corn-cream', pack: 'raw', jar: 'pint' })).toMatchObject({
      reason: 'pack-not-tested',
      instead: ['hot pack'],
      sentence: expect.stringMatching(/^Only hot pack is tested for .*\(cream style\)\.$/),
    })
    expect(refusal({ form: 'tomatoes-raw-no-liquid' }).instead).toEqual(['raw pack'])
  })
  test('a jar that is too large, or is none', () => {
    expect(refusal({ form: 'corn-cream', jar: 'quart' })).toMatchObject({
      reason: 'jar-too-large',
      sentence: 'Sweet corn, cream style: no tested time for quarts.',
      instead: ['use pints'],
    })
    expect(refusal({ jar: 'halfGallon' })).toMatchObject({ reason: 'jar-too-large' })
    expect(refusal({ jar: 'halfGallon' }).sentence).not.toContain('not in the tables')
    for (const jar of ['bucket', 'toString', ''])
      expect(refusal({ jar } as never)).toMatchObject({
        reason: 'jar-too-large',
        sentence: 'This jar is not in the tables.',
        instead: ['use quarts or pints'],
      })
  })
  test('an option that is not tested there, by its name', () => {
    const low = refusal({ option: 'low' })
    expect(low).toMatchObject({ reason: 'option-not-tested', instead: ['the standard process'] })
    expect(low.sentence).toContain('low-pressure')
    expect(refusal({ option: 'fifteen' }).sentence).toContain('15 psi')
  })
  test('a food that is not in the tables, however long its name', () => {
    const none = refusal({ form: 'moon cheese '.repeat(20) })
    expect(none).toMatchObject({
      reason: 'no-tested-process',
      instead: ['freeze', 'eat fresh', 'ask your extension service'],
    })
    expect(none.sentence.length).toBeLessThan(150)
    // Known to be refused, by its id and by what people call it.
    const [byId, byName] = [refusal({ form: 'eggplant' }), refusal({ form: 'Eggplants' })]
    expect(byName).toEqual(byId)
    expect(byId.instead.length).toBeGreaterThan(0)
  })
})

describe('words', () => {
  test('jars, one and many', () => {
    expect(
      (Object.keys(PARTS) as JarSize[]).flatMap((s) => [countJars(1, s), countJars(2, s)]),
    ).toEqual([
      '1 half-pint',
      '2 half-pints',
      '1 pint',
      '2 pints',
      '1 pint-and-half',
      '2 pint-and-halves',
      '1 quart',
      '2 quarts',
    ])
    expect([jarName('pint'), jarName('pint', 1), jarName('quart', 0)]).toEqual([
      'pints',
      'pint',
      'quarts',
    ])
  })
  test.each([
    ['snap beans', 'beans-snap'],
    ['Tomatoes', 'tomatoes'],
    ['PUMPKINS', 'squash-winter'],
    ['butternut squash', 'squash-winter'],
    ['green peas', 'peas-green'],
    ['navy beans', 'beans-dried'],
    ['parsnips', 'turnips-parsnips'],
    ['bell peppers', 'peppers'],
    ['bone broth', 'stock'],
    ['crushed tomatoes', 'tomatoes'],
    ['turkey', 'poultry'],
    ['sweet cor', 'corn'],
    ['asparag', 'asparagus'],
  ])('“%s” is %s', (said, id) => {
    const found = findFood(said)
    expect(found.kind).toBe('food')
    if (found.kind === 'food') expect(found.food.id).toBe(id)
  })
  test.each([
    ['zucchini', 'summer-squash'],
    ['eggplants', 'eggplant'],
    ['milk', 'dairy'],
    ['cucumbers', 'lettuce-cucumber'],
  ])('“%s” is refused', (said, id) => {
    const found = findFood(said)
    expect(found.kind).toBe('refused')
    if (found.kind === 'refused') expect(found.refused.id).toBe(id)
  })
  test('what may be two things is asked, what is none is not guessed', () => {
    const beans = findFood('beans')
    expect(beans.kind).toBe('ambiguous')
    if (beans.kind === 'ambiguous') expect(beans.names.length).toBeGreaterThan(2)
    expect(findFood('')).toEqual({ kind: 'unknown', nearest: [] })
    expect(findFood('  !! ')).toEqual({ kind: 'unknown', nearest: [] })
    expect(findFood('be').kind).not.toBe('food')
    expect(findFood('xylophone').kind).toBe('unknown')
    const typo = findFood('aspargus')
    expect(typo).toEqual({ kind: 'unknown', nearest: expect.arrayContaining(['Asparagus']) })
    if (typo.kind === 'unknown') expect(typo.nearest.length).toBeLessThanOrEqual(3)
  })
  test('the finder’s foods: each once, those that begin with it first', () => {
    expect(searchFoods('')).toEqual([])
    const ids = (text: string) =>
      searchFoods(text).map((f) => (f.kind === 'food' ? f.food.id : f.refused.id))
    for (const text of ['b', 'bean', 'squash', 'pota'])
      expect(new Set(ids(text)).size).toBe(ids(text).length)
    expect(ids('corn')[0]).toBe('corn')
    expect(ids('corn beets')).toEqual([])
    expect(ids('squash winter')).toEqual(['squash-winter'])
  })
})
