// What everybody may change of themselves, who is taken out of the house, and its own words for crops.
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { id, person, startKit, type Browser, type Kit } from './kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit({ demo: true })
})
afterAll(() => kit.close())

/** A household whose keeper's name and passphrase are known. */
async function house(): Promise<{ who: Browser; keeper: ReturnType<typeof person> }> {
  const keeper = person()
  const who = kit.browser()
  await who.send('POST', '/api/households', {
    household: { name: 'Nettle Row', zone: 'America/Denver', altitudeFt: 5400, units: 'us' },
    keeper,
  })
  return { who, keeper }
}
const signIn = async (name: string, passphrase: string) => {
  const who = kit.browser()
  return { who, status: (await who.send('POST', '/api/session', { name, passphrase })).status }
}

test('nobody is at sea level by default: a household without its altitude is not made', async () => {
  const wanted = (household: object) => ({ household, keeper: person() })
  const bare = { name: 'Nettle Row', zone: 'America/Denver', units: 'us' }
  for (const altitudeFt of [undefined, null, '', 'high'])
    expect(
      (await kit.browser().send('POST', '/api/households', wanted({ ...bare, altitudeFt }))).status,
    ).toBe(400)
  // At the sea it is said to be 0.
  const made = await kit
    .browser()
    .send('POST', '/api/households', wanted({ ...bare, altitudeFt: 0 }))
  expect(made.status).toBe(201)
})

describe('oneself', () => {
  test('a new name is seen by everybody', async () => {
    const { who } = await house()
    expect((await who.send('PATCH', '/api/self', { name: 'Wren' })).body).toMatchObject({
      name: 'Wren',
    })
    expect((await who.send('GET', '/api/members')).body[0]).toMatchObject({ name: 'Wren' })
    expect((await who.send('GET', '/api/session')).body.member.name).toBe('Wren')
  })
  test('a new passphrase needs the one before, and signs every other device out', async () => {
    const { who, keeper } = await house()
    const other = (await signIn(keeper.signInName, keeper.passphrase)).who
    const change = (before: string, after: string) =>
      who.send('PATCH', '/api/self', { passphrase: { before, after } })
    expect(await change('not this one at all', 'quite another one')).toMatchObject({
      status: 422,
      body: { type: '/problems/wrong-passphrase' },
    })
    expect((await change(keeper.passphrase, 'short')).status).toBe(400)
    expect((await other.send('GET', '/api/session')).status).toBe(200)
    expect((await change(keeper.passphrase, 'quite another one')).status).toBe(200)
    expect((await who.send('GET', '/api/session')).status).toBe(200)
    expect((await other.send('GET', '/api/session')).status).toBe(401)
    expect((await signIn(keeper.signInName, keeper.passphrase)).status).toBe(401)
    expect((await signIn(keeper.signInName, 'quite another one')).status).toBe(201)
  })
  test('guessing it from an open session is slowed as it is at the door', async () => {
    const { who } = await house()
    const statuses: number[] = []
    for (let i = 0; i < 6; i++) {
      const passphrase = { before: `guess number ${i}`, after: 'quite another one' }
      statuses.push((await who.send('PATCH', '/api/self', { passphrase })).status)
    }
    expect(statuses.slice(0, 3)).toEqual([422, 422, 422])
    expect(statuses).toContain(429)
  })
  test('nothing at all is no change; the demo keeps its door open', async () => {
    const { who } = await house()
    expect((await who.send('PATCH', '/api/self', {})).status).toBe(400)
    expect((await who.send('PATCH', '/api/self', { role: 'keeper' })).status).toBe(400)
  })
  test('a viewer changes the own name and nobody else’s', async () => {
    const { who } = await house()
    const { body } = await who.send('POST', '/api/invitations', { id: id(), role: 'viewer' })
    const guest = kit.browser()
    await guest.send('POST', `/api/invitations/${body.token}/accept`, person())
    expect((await guest.send('PATCH', '/api/self', { name: 'Sorrel' })).status).toBe(200)
    const names = (await who.send('GET', '/api/members')).body.map((m: { name: string }) => m.name)
    expect(names.filter((n: string) => n === 'Sorrel')).toHaveLength(1)
  })
})

test('who is taken out of the house comes in no more, and what they wrote stays', async () => {
  const { who } = await house()
  const { body } = await who.send('POST', '/api/invitations', { id: id(), role: 'helper' })
  const guest = kit.browser()
  const them = person()
  await guest.send('POST', `/api/invitations/${body.token}/accept`, them)
  const lotId = id()
  await guest.send('PUT', `/api/lots/${lotId}`, {
    foodId: 'beets',
    formId: 'beets',
    jar: 'quart',
    said: '22 lb beets',
    lb: 22,
    arrivedOn: '2026-08-14',
    storage: 'room', // prettier-ignore
  })
  const members = (await who.send('GET', '/api/members')).body as { id: string; role: string }[]
  const helper = members.find((m) => m.role === 'helper')!
  expect((await guest.send('DELETE', `/api/members/${helper.id}`)).status).toBe(403)
  expect((await who.send('DELETE', `/api/members/${helper.id}`)).status).toBe(204)
  expect((await guest.send('GET', '/api/session')).status).toBe(401)
  expect((await signIn(them.signInName, them.passphrase)).status).toBe(401)
  expect((await who.send('GET', `/api/lots/${lotId}`)).status).toBe(200)
  expect((await who.send('GET', '/api/members')).body).toHaveLength(1)
})

describe('the house’s own words for crops', () => {
  const put = (who: Browser, word: string, foodId: string) =>
    who.send('PUT', `/api/crop-words/${id()}`, { word, foodId })
  test('a word is understood from then on, in this house only', async () => {
    const { who } = await house()
    expect((await put(who, 'runners', 'beans-snap')).status).toBe(201)
    const line = '/api/estimate?line=30%20lb%20runners'
    expect((await who.send('GET', line)).body).toMatchObject({ foodId: 'beans-snap', pounds: 30 })
    expect((await (await house()).who.send('GET', line)).status).toBe(422)
  })
  test('it never stands for what the tables name: a refused food stays refused', async () => {
    const { who } = await house()
    for (const word of ['cabbage', 'Broccoli', 'sweet corn'])
      expect(await put(who, word, 'greens')).toMatchObject({
        status: 422,
        body: { type: '/problems/word-taken' },
      })
    const row = (await put(who, 'kraut', 'greens')).body
    const turned = await who.send('PATCH', `/api/crop-words/${row.id}`, {
      version: row.version,
      word: 'cabbage',
    })
    expect(turned.body).toMatchObject({ type: '/problems/word-taken' })
    expect((await put(who, 'spuds', 'no-such-food')).body).toMatchObject({
      type: '/problems/no-food',
    })
  })
  test('a measure is kept for the crop that lies in it', async () => {
    const { who } = await house()
    for (const [foodId, lb] of [
      ['beans-snap', 13],
      ['tomatoes', 22],
    ])
      await who.send('PUT', `/api/containers/${id()}`, { name: 'bucket', lb, foodId })
    const weigh = async (line: string) =>
      (await who.send('GET', `/api/estimate?line=${encodeURIComponent(line)}`)).body.pounds
    expect(await weigh('2 buckets of snap beans')).toBe(26)
    expect(await weigh('2 buckets of tomatoes')).toBe(44)
    expect(await weigh('2 buckets of beets')).toBeUndefined()
  })
})
