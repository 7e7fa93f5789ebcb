// A jar of several things, from the checker to the label: the same minutes everywhere.
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { CANNER, id, newLoad, startKit, withGear, type Browser, type Kit } from './kit'
import { planned, stoveOf } from './stove-kit'
import { TO_STANDING } from './kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

const CHICKEN = {
  ingredients: ['chicken', 'carrots', 'potatoes', 'chicken stock'],
  solidsPercent: 50,
  rehydrated: null,
}
const lotOf = (more: object = {}) => ({
  foodId: 'soup',
  formId: 'soup',
  jar: 'quart',
  said: '10 lb soup',
  lb: 10,
  arrivedOn: '2026-08-14',
  storage: 'cool',
  jarOf: CHICKEN,
  ...more,
})

/** What the checker says of a jar in the kitchen of the tests: a weight at 2,640 ft. */
async function checked(
  who: Browser,
  { ingredients, solidsPercent, rehydrated }: typeof CHICKEN,
  jar = 'quart',
) {
  // prettier-ignore
  const query = new URLSearchParams({ ingredients: ingredients.join(','), jar, gauge: 'weighted', altitudeFt: '2640', solidsPercent: String(solidsPercent) }) // prettier-ignore
  if (rehydrated !== null) query.set('rehydrated', String(rehydrated))
  return (await who.send('GET', `/api/mixed-jar?${query}`)).body
}

describe('a question', () => {
  const asked = (who: Browser, query: string) => who.send('GET', `/api/ask?${query}`)
  test('is answered from the tables for anyone, for every altitude where none is said', async () => {
    const who = kit.browser()
    const forgot = await asked(who, 'q=I forgot to vent')
    expect(forgot).toMatchObject({ status: 200, body: { answer: { id: 'vent-forgotten' } } })
    const where = await asked(who, 'q=how long for snap beans')
    expect(where.body.answer.say).toMatch(/10 psi \(15 psi above 1,000 ft\) with a weight/)
    const high = await asked(who, 'q=how long for snap beans&altitudeFt=5400')
    expect(high.body.answer.say).toMatch(/13 psi on a dial at 5,400 ft/)
  })
  test('is answered with the household’s own gauge and altitude', async () => {
    const who = await kit.household()
    await withGear(who)
    const { body } = await asked(who, 'q=how long for snap beans')
    expect(body.answer.say).toMatch(/15 psi with a weight at 2,640 ft/)
    expect(body.also.length).toBeLessThanOrEqual(4)
  })
  test('is answered from the household’s own jars, and never from another’s', async () => {
    const s = await planned(kit)
    const { who } = s
    await s.run([...TO_STANDING, [1200, 'seals-checked', { seals: [{ portionId: s.portionId, outcome: 'sealed', jars: 7 }] }]]) // prettier-ignore
    const left = await asked(who, 'q=how many jars of snap beans are left')
    expect(left.body.answer).toMatchObject({ id: 'left', to: '/pantry/food/beans-snap' })
    expect(left.body.answer.say).toMatch(/^7 quarts/)
    const other = await kit.household()
    const none = await asked(other, 'q=how many jars of snap beans are left')
    expect(none.body.answer.say).toBe('There’s none on the shelf.')
    const skip = await asked(who, 'q=what spoils if we skip tonight')
    expect(skip.body.answer.id).toBe('skipped')
    const until = await asked(who, 'q=how many jars until 11 pm')
    expect(until.body.answer.id).toBe('until')
    const nobody = await asked(kit.browser(), 'q=how many jars of snap beans are left')
    expect(nobody.body.answer?.id).not.toBe('left')
  })
})

describe('a mixed jar', () => {
  test('is weighed in with what is in it, planned, started, labelled and kept by its verdict', async () => {
    const who = await kit.household()
    const gear = await withGear(who)
    const lotId = id()
    const made = await who.send('PUT', `/api/lots/${lotId}`, lotOf({ jarOf: { ...CHICKEN, name: 'Hen soup' } })) // prettier-ignore
    expect(made).toMatchObject({ status: 201, body: { jarOf: { name: 'Hen soup' } } })
    const said = await checked(who, CHICKEN)
    expect(said).toMatchObject({ outcome: 'process', minutes: 90, psi: 15 })
    const s = await stoveOf(kit, who, { ...gear, lotId }, { formId: 'soup' })
    const load = await s.load()
    expect(load.setup).toMatchObject({ minutes: said.minutes, psi: said.psi })
    expect(load.portions[0].jarOf).toMatchObject(CHICKEN)
    await s.run([[0, 'started']])
    expect((await s.load()).setup.minutes).toBe(90)
    const looks = [111, 122, 135, 150, 165, 180, 195].map((m) => [m, 'still-rocking'] as const)
    await s.run([
      ...TO_STANDING.filter(([m]) => m > 0 && m < 111),
      ...looks,
      ...([[202, 'heat-off'], [250, 'pressure-zero'], [251, 'lock-dropped'], [252, 'weight-off'], [263, 'opened'], [266, 'unloaded']] as const), // prettier-ignore
    ])
    await s.run([[1200, 'seals-checked', { seals: [{ portionId: s.portionId, outcome: 'sealed', jars: 7 }] }]]) // prettier-ignore
    const jars = await s.jars()
    expect(jars).toHaveLength(7)
    expect(jars[0]).toMatchObject({ foodId: 'mixed:Hen soup', formId: 'soup', jarOf: { name: 'Hen soup' } }) // prettier-ignore
    // It is taken, and needed, as a food of its own.
    const take = { foodId: 'mixed:Hen soup', jar: 'quart', count: 1, why: 'eaten', at: new Date(kit.clock.now()).toISOString(), preferred: [] } // prettier-ignore
    expect((await who.send('PUT', `/api/takes/${id()}`, take)).body).toMatchObject({ short: 0 })
    const need = { foodId: 'mixed:Hen soup', formId: 'soup', jar: 'quart', jarsPerMeal: 1, mealsPerWeek: 1, freshMonths: [], nextHarvestOn: '2027-08-01', certainty: 0.8 } // prettier-ignore
    expect((await who.send('PUT', `/api/needs/${id()}`, need)).status).toBe(201)
  })
  test.each([
    ['a soup nobody described', { jarOf: null }, 'contents-unknown'],
    ['no word of how much is solid', { jarOf: { ...CHICKEN, solidsPercent: null } }, 'contents-unknown'], // prettier-ignore
    ['nothing solid', { jarOf: { ...CHICKEN, solidsPercent: 0 } }, 'contents-unknown'],
    ['beans nobody said of whether they are soaked', { jarOf: { ...CHICKEN, ingredients: ['kidney beans', 'carrots', 'water'] } }, 'contents-unknown'], // prettier-ignore
    ['a word that is not known', { jarOf: { ...CHICKEN, ingredients: ['carrots', 'xyzzy', 'water'] } }, 'contents-unknown'], // prettier-ignore
    ['something thick', { jarOf: { ...CHICKEN, ingredients: ['carrots', 'rice', 'water'] } }, 'not-in-this-jar'], // prettier-ignore
    ['what goes by another row', { jarOf: { ...CHICKEN, ingredients: ['pumpkin', 'water'] } }, 'no-form'], // prettier-ignore
  ])('%s becomes no lot', async (_, more, type) => {
    const who = await kit.household()
    const made = await who.send('PUT', `/api/lots/${id()}`, lotOf(more))
    expect([made.status, made.body.type]).toEqual([422, `/problems/${type}`])
    expect((await who.send('GET', '/api/lots')).body).toEqual([])
  })
  test('a load of soup without a lot is asked what is in it', async () => {
    const s = await planned(kit)
    const plan = (more: object) => s.who.send('PUT', `/api/loads/${id()}`, newLoad(s, { lotId: null, formId: 'soup', ...more })) // prettier-ignore
    expect((await plan({})).body.type).toBe('/problems/refused-contents-unknown')
    const pumpkin = { ingredients: ['pumpkin', 'carrots', 'water'], solidsPercent: 50, rehydrated: null } // prettier-ignore
    const made = await plan({ jarOf: pumpkin })
    expect(made.body.setup.minutes).toBe((await checked(s.who, pumpkin as never)).minutes)
  })
  test('the checker and a load agree on a hundred jars', async () => {
    const who = await kit.household()
    const gear = await withGear(who, { ...CANNER, capacity: { quart: 7, pint: 16 } })
    const solids = ['carrots', 'potatoes', 'corn', 'pumpkin', 'chicken', 'beef', 'okra', 'asparagus', 'green beans', 'beets'] // prettier-ignore
    const liquids = ['water', 'chicken broth', 'tomato juice', 'vegetable broth']
    let agreed = 0
    for (let n = 0; n < 100; n++) {
      const jarOf = { ingredients: [solids[n % 10]!, solids[(n * 7 + 3) % 10]!, liquids[n % 4]!], solidsPercent: 30 + (n % 30), rehydrated: null } // prettier-ignore
      const jar = n % 2 ? 'pint' : 'quart'
      const said = await checked(who, jarOf as never, jar)
      const loadId = id()
      const plan = newLoad({ ...gear, lotId: null as never }, { formId: said.row ?? 'soup', jar, jarOf }) // prettier-ignore
      const made = await who.send('PUT', `/api/loads/${loadId}`, plan)
      if (said.outcome !== 'process') expect(made.status, JSON.stringify(jarOf)).toBe(422)
      else {
        expect([made.status, made.body.setup?.minutes, made.body.setup?.psi]).toEqual([201, said.minutes, said.psi]) // prettier-ignore
        agreed++
      }
    }
    expect(agreed).toBeGreaterThan(50)
  })
  test('a longer time for one jar, or one food, is kept; a shorter one is not taken', async () => {
    const who = await kit.household()
    const gear = await withGear(who)
    const { version, settings } = (await who.send('GET', '/api/household')).body
    const set = (foodMinutes: object, v = version) => who.send('PATCH', '/api/household', { version: v, settings: { ...settings, foodMinutes } }) // prettier-ignore
    expect((await set({ beets: -5 })).status).toBe(400)
    expect((await set({ 'mixed:Hen soup': 10, 'beans-snap': 5 })).status).toBe(200)
    const plan = (more: object) => who.send('PUT', `/api/loads/${id()}`, newLoad({ ...gear, lotId: null as never }, more)) // prettier-ignore
    expect((await plan({ formId: 'soup', jarOf: { ...CHICKEN, name: 'Hen soup' } })).body.setup.minutes).toBe(100) // prettier-ignore
    expect((await plan({ formId: 'soup', jarOf: { ...CHICKEN, name: 'Other' } })).body.setup.minutes).toBe(90) // prettier-ignore
    expect((await plan({ formId: 'beans-snap' })).body.setup.minutes).toBe(30)
  })
})
