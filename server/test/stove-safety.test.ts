import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import {
  everything,
  id,
  LOT,
  NOW,
  startKit,
  TO_STANDING,
  withGear,
  type Browser,
  type Kit,
} from './kit'
import {
  DIAL,
  MIN,
  OUT,
  planned as plannedIn,
  stoveOf as stoveIn,
  testGauge,
  TO_CLIMBING,
  type Stove,
} from './stove-kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

const planned = (canner?: object, more?: object, errorPsi?: number) =>
  plannedIn(kit, canner, more, errorPsi)
const stoveOf = (who: Browser, gear: { cannerId: string; lotId: string }, more?: object) =>
  stoveIn(kit, who, gear, more)

describe('what a load runs at is looked up when it is started', () => {
  test('planned with a true dial, which is then found to read 1½ high', async () => {
    const s = await planned(DIAL)
    expect((await s.load()).setup).toMatchObject({ psi: 12, gaugeErrorPsi: 0 })
    await testGauge(s.who, s.cannerId, 1.5)
    expect((await s.say(0, 'started')).body).toMatchObject({
      stage: 'preparing',
      setup: { psi: 12, gaugeErrorPsi: 1.5 },
      plannedSetup: { psi: 12, gaugeErrorPsi: 0 },
    })
    for (const [m, kind] of TO_CLIMBING.slice(1)) await s.say(m, kind)
    expect((await s.say(20, 'reading', { psi: 12 })).body.stage).toBe('climbing')
    expect((await s.say(21, 'reading', { psi: 13.5 })).body.stage).toBe('processing')
  })
  test('planned at 2,640 ft, the altitude then corrected to 5,400', async () => {
    const s = await planned(DIAL)
    await s.who.send('PATCH', '/api/household', { version: 1, altitudeFt: 5400 })
    expect((await s.say(0, 'started')).body).toMatchObject({
      setup: { psi: 13 },
      plannedSetup: { psi: 12 },
      processes: [{ psi: 13, altitudeFt: 5400 }],
    })
  })
  test('a kitchen above the tables: not started, and said why', async () => {
    const s = await planned(DIAL)
    await s.who.send('PATCH', '/api/household', { version: 1, altitudeFt: 8500 })
    expect(await s.say(0, 'started')).toMatchObject({
      status: 422,
      body: { type: '/problems/refused-altitude-above-table' },
    })
    expect(await s.load()).toMatchObject({ stage: 'planned', events: [] })
  })
  test('nothing changed: nothing is said to have changed', async () => {
    const s = await planned(DIAL, {}, 1)
    expect((await s.say(0, 'started')).body).toMatchObject({
      plannedSetup: null,
      setup: { gaugeErrorPsi: 1 },
    })
  })
})

test('a low reading cannot be taken back, nor any other', async () => {
  const s = await planned(DIAL)
  for (const [m, kind] of TO_CLIMBING) await s.say(m, kind)
  await s.say(20, 'reading', { psi: 12 })
  const low = await s.say(22, 'reading', { psi: 11 })
  expect(low.body.stage).toBe('climbing')
  const back = await s.say(22.5, 'retracted', { eventId: low.body.events.at(-1).id })
  expect(back).toMatchObject({ status: 409, body: { type: '/problems/event-does-not-fit' } })
  expect(await s.load()).toMatchObject({ stage: 'climbing' })
  const at = await s.say(23, 'reading', { psi: 12.5 })
  expect((await s.say(23.5, 'retracted', { eventId: at.body.events.at(-1).id })).status).toBe(409)
  expect((await s.load()).events.map((e: any) => e.psi).filter((p: any) => p !== null)).toEqual([
    12, 11, 12.5,
  ])
})

describe('before the lid is locked', () => {
  const fill = async (s: Stove, jars: number) => {
    await s.say(0, 'started')
    await s.say(1, 'filling-began')
    return s.say(2, 'locked', { filled: [{ portionId: s.portionId, jars, lotFinished: false }] })
  }
  test('more jars than the canner takes, or fewer than its minimum: refused in words', async () => {
    const s = await planned()
    expect(await fill(s, 8)).toMatchObject({
      status: 422,
      body: { type: '/problems/capacity', detail: expect.stringContaining('two loads') },
    })
    expect(
      await s.say(3, 'locked', {
        filled: [{ portionId: s.portionId, jars: 1, lotFinished: false }],
      }),
    ).toMatchObject({ status: 422, body: { type: '/problems/minimum' } })
    expect(
      await s.say(3, 'locked', {
        filled: [{ portionId: s.portionId, jars: 0, lotFinished: false }],
      }),
    ).toMatchObject({ status: 422 })
    expect((await s.load()).stage).toBe('filling')
    expect(
      (
        await s.say(4, 'locked', {
          filled: [{ portionId: s.portionId, jars: 7, lotFinished: false }],
        })
      ).body.stage,
    ).toBe('heating')
  })
  test('a second load in a canner that is full: refused until it is unloaded', async () => {
    const one = await planned()
    const two = await stoveOf(one.who, one)
    expect((await fill(one, 7)).body.stage).toBe('heating')
    expect(await fill(two, 7)).toMatchObject({
      status: 409,
      body: { type: '/problems/canner-busy', detail: expect.stringMatching(/Unload it/) },
    })
    expect((await two.load()).stage).toBe('filling')
    await one.say(3, 'aborted', { text: 'stopped' })
    expect(
      (
        await two.say(4, 'locked', {
          filled: [{ portionId: two.portionId, jars: 7, lotFinished: false }],
        })
      ).body.stage,
    ).toBe('heating')
  })
})

describe('jars that are not for the shelf', () => {
  async function checked(
    minute: number,
    outcome: string,
  ): Promise<{
    s: Stove
    jar: any
    fate: (state: string, minute: number) => ReturnType<Browser['send']>
  }> {
    const s = await planned()
    for (const [m, kind] of TO_STANDING) await s.say(m, kind)
    const seals = [
      { portionId: s.portionId, outcome: 'sealed', jars: 6 },
      { portionId: s.portionId, outcome, jars: 1 },
    ]
    expect((await s.say(minute, 'seals-checked', { seals })).body.stage).toBe('checked')
    const jar = (await everything(s.who, '/api/jars')).find((j: any) => j.seal === outcome)
    const fate = async (state: string, m: number) => {
      await kit.clock.set(NOW + m * MIN)
      return s.who.send('PUT', `/api/jars/${jar.id}/fate`, {
        state,
        at: new Date(NOW + m * MIN).toISOString(),
      })
    }
    return { s, jar, fate }
  }
  test('half of the liquid or more lost: set aside, never shelved, never given', async () => {
    const { jar, fate } = await checked(OUT + 13 * 60, 'sealed-half-liquid')
    expect(jar).toMatchObject({ state: 'set-aside', shelfId: null, useSoon: false })
    for (const state of ['on-shelf', 'given'])
      expect(await fate(state, OUT + 14 * 60)).toMatchObject({
        status: 409,
        body: { type: '/problems/jar-unsealed' },
      })
    expect((await fate('refrigerated', OUT + 15 * 60)).body.state).toBe('refrigerated')
    expect((await fate('on-shelf', OUT + 15 * 60)).status).toBe(409)
    expect((await fate('eaten', OUT + 60 * 60)).body.state).toBe('eaten')
  })
  test('unsealed, found in time: fridge, freezer or eaten within 24 hours of coming out', async () => {
    const { jar, fate } = await checked(OUT + 20 * 60, 'unsealed')
    expect(jar).toMatchObject({
      state: 'set-aside',
      outAt: new Date(NOW + OUT * MIN).toISOString(),
    })
    expect((await fate('on-shelf', OUT + 21 * 60)).status).toBe(409)
    expect((await fate('frozen', OUT + 23 * 60)).body.state).toBe('frozen')
  })
  test('unsealed, left standing over 24 hours: discard, nothing else', async () => {
    const { fate } = await checked(OUT + 20 * 60, 'unsealed')
    for (const state of ['refrigerated', 'frozen', 'eaten'])
      expect(await fate(state, OUT + 24 * 60 + 1)).toMatchObject({
        status: 409,
        body: { type: '/problems/jar-past-rescue', detail: expect.stringContaining('Discard') },
      })
    expect((await fate('discarded', OUT + 25 * 60)).body.state).toBe('discarded')
  })
  test('unsealed, found after 24 hours: discard, whatever time is said', async () => {
    const { fate } = await checked(OUT + 25 * 60, 'unsealed')
    expect(await fate('refrigerated', OUT + 26 * 60)).toMatchObject({
      status: 409,
      body: { type: '/problems/jar-past-rescue' },
    })
    expect(await fate('eaten', OUT + 60)).toMatchObject({ status: 409 })
    expect((await fate('discarded', OUT + 26 * 60)).status).toBe(200)
  })
  test('sealed with a little liquid lost goes on the shelf, to be used soon', async () => {
    const { jar } = await checked(OUT + 13 * 60, 'sealed-low-liquid')
    expect(jar).toMatchObject({ state: 'on-shelf', useSoon: true })
  })
})

test('a jar costs what its lot really cost, over the jars it really filled', async () => {
  await kit.clock.set(NOW)
  const who = await kit.household()
  const gear = await withGear(who)
  const priced = id()
  await who.send('PUT', `/api/lots/${priced}`, { ...LOT, lb: 10, pricePerLb: 1 })
  const run = async (jars: number, lotFinished: boolean, from: number): Promise<void> => {
    const s = await stoveOf(who, { ...gear, lotId: priced }, { jars })
    for (const [m, kind] of TO_STANDING)
      await s.say(
        from + m,
        kind,
        kind === 'locked' ? { filled: [{ portionId: s.portionId, jars, lotFinished }] } : {},
      )
    const seals = [{ portionId: s.portionId, outcome: 'sealed', jars }]
    expect((await s.say(from + OUT + 13 * 60, 'seals-checked', { seals })).body.stage).toBe(
      'checked',
    )
  }
  const costs = async () => [
    ...new Set((await everything(who, '/api/jars')).map((j: any) => j.costEach)),
  ]
  await run(3, false, 0)
  // 10 lb are expected to make five quarts; three of them are filled.
  expect(await costs()).toEqual([2])
  await run(4, true, 2000)
  expect((await costs()).map((c: any) => c.toFixed(2))).toEqual(['1.43'])
})

describe('mixed jars over HTTP, without sign-in', () => {
  const at = (query: string) =>
    kit.browser().send('GET', `/api/mixed-jar?jar=quart&gauge=dial&altitudeFt=2640&${query}`)
  test('a process, a refusal, a question', async () => {
    expect(
      (await at('ingredients=carrots,snap%20beans,broth&solidsPercent=50&rehydrated=false')).body,
    ).toMatchObject({ outcome: 'process', minutes: 75, psi: 12 })
    expect((await at('ingredients=pumpkin,water&solidsPercent=50')).body).toMatchObject({
      outcome: 'process',
      minutes: 90,
    })
    expect((await at('ingredients=mushrooms,water&solidsPercent=50')).body).toMatchObject({
      outcome: 'refused',
      reason: 'jar-too-large',
      ingredients: [{ name: 'mushrooms', allowed: false }, { allowed: true }],
    })
    expect((await at('ingredients=kidney,carrots,water&solidsPercent=50')).body).toMatchObject({
      outcome: 'asks',
      question: expect.stringContaining('rehydrated'),
    })
    expect((await at('ingredients=spinach&solidsPercent=0')).body).toMatchObject({
      outcome: 'asks',
    })
  })
  test.each([
    '',
    'ingredients=carrots&solidsPercent=-1',
    'ingredients=carrots&solidsPercent=101',
    'ingredients=carrots&rehydrated=perhaps',
    'ingredients=carrots&colour=red',
  ])('bad input gets a sentence: %s', async (query) => {
    const got = await at(query)
    expect(got).toMatchObject({ status: 400, body: { detail: expect.stringMatching(/\w+ \w+/) } })
  })
})
