import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { id, startKit, type Kit, person } from './kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

const wanted = (more: object = {}) => ({
  household: { name: 'Nettle Row', zone: 'Europe/Berlin', altitudeFt: 120, units: 'metric' },
  keeper: person(),
  ...more,
})

describe('coming in', () => {
  test('a household is made, its keeper signed in, out, and in again', async () => {
    const who = kit.browser()
    const keeper = person({ signInName: '  Mixed  Case ' })
    expect(await who.send('GET', '/api/session')).toMatchObject({
      status: 401,
      body: { type: '/problems/sign-in' },
    })
    expect((await who.send('POST', '/api/households', wanted({ keeper }))).status).toBe(201)
    const session = await who.send('GET', '/api/session')
    expect(session.body).toMatchObject({
      member: { role: 'keeper', signInName: 'mixed case' },
      household: { name: 'Nettle Row', altitudeFt: 120 },
    })
    expect(JSON.stringify(session.body)).not.toMatch(/hash|passphrase/i)
    expect((await who.send('DELETE', '/api/session')).status).toBe(204)
    expect((await who.send('GET', '/api/session')).status).toBe(401)
    expect(
      (
        await who.send('POST', '/api/session', {
          name: 'MIXED case',
          passphrase: keeper.passphrase,
        })
      ).status,
    ).toBe(201)
    expect((await who.send('GET', '/api/session')).status).toBe(200)
  })
  test('the cookie is httpOnly and same-site', async () => {
    const made = await kit.browser().send('POST', '/api/households', wanted())
    expect(made.headers.get('set-cookie')).toMatch(/httponly/i)
    expect(made.headers.get('set-cookie')).toMatch(/samesite=strict/i)
  })
  test('a wrong passphrase and an unknown name get the same answer, and too many tries are stopped', async () => {
    const keeper = person()
    await kit.browser().send('POST', '/api/households', wanted({ keeper }))
    const wrong = { name: keeper.signInName, passphrase: 'not this one at all' }
    const first = await kit.browser().send('POST', '/api/session', wrong)
    const unknown = await kit
      .browser()
      .send('POST', '/api/session', { name: 'nobody here', passphrase: 'not this one' })
    expect([first.status, first.body]).toEqual([401, unknown.body])
    const statuses: number[] = []
    for (let i = 0; i < 9; i++)
      statuses.push((await kit.browser().send('POST', '/api/session', wrong)).status)
    expect(statuses).toContain(429)
    expect(
      (
        await kit
          .browser()
          .send('POST', '/api/session', { ...wrong, passphrase: keeper.passphrase })
      ).status,
    ).toBe(429)
  })
  test('signing out everywhere ends the other devices too', async () => {
    const keeper = person()
    const [one, two] = [kit.browser(), kit.browser()]
    await one.send('POST', '/api/households', wanted({ keeper }))
    await two.send('POST', '/api/session', {
      name: keeper.signInName,
      passphrase: keeper.passphrase,
    })
    expect((await two.send('GET', '/api/session')).status).toBe(200)
    await one.send('DELETE', '/api/sessions')
    expect((await two.send('GET', '/api/session')).status).toBe(401)
  })
  test('registration is closed once there is a household, unless it was opened', async () => {
    const closed = await startKit({ openRegistration: false })
    expect(await closed.browser().send('GET', '/api/setup')).toMatchObject({
      body: { registrationOpen: false },
    })
    expect(await closed.browser().send('POST', '/api/households', wanted())).toMatchObject({
      status: 403,
      body: { type: '/problems/registration-closed' },
    })
    await closed.close()
  })
  test('state is not changed from another site', async () => {
    const evil = await kit
      .browser()
      .send('POST', '/api/households', wanted(), { origin: 'http://elsewhere.example' })
    expect(evil).toMatchObject({ status: 403, body: { type: '/problems/foreign-origin' } })
    const fetched = await kit
      .browser()
      .send('POST', '/api/households', wanted(), { 'sec-fetch-site': 'cross-site' })
    expect(fetched.status).toBe(403)
  })
})

describe('members', () => {
  test('an invitation works once, with its role', async () => {
    const keeper = await kit.household()
    const made = await keeper.send('POST', '/api/invitations', { id: id(), role: 'viewer' })
    const path = `/api/invitations/${made.body.token}`
    expect((await kit.browser().send('GET', path)).body).toMatchObject({ role: 'viewer' })
    const guest = kit.browser()
    expect((await guest.send('POST', `${path}/accept`, person())).status).toBe(201)
    expect((await guest.send('GET', '/api/session')).body.member.role).toBe('viewer')
    expect((await kit.browser().send('POST', `${path}/accept`, person())).status).toBe(404)
    expect(
      await guest.send('PUT', `/api/shelves/${id()}`, { name: 'Mine', position: 1 }),
    ).toMatchObject({ status: 403, body: { type: '/problems/role' } })
    expect((await guest.send('GET', '/api/lots')).status).toBe(200)
    expect(
      (await guest.send('POST', '/api/invitations', { id: id(), role: 'keeper' })).status,
    ).toBe(403)
  })
  test('the last keeper stays keeper', async () => {
    const keeper = await kit.household()
    const [me] = (await keeper.send('GET', '/api/members')).body
    expect(
      await keeper.send('PATCH', `/api/members/${me.id}`, { version: 1, role: 'helper' }),
    ).toMatchObject({ status: 422, body: { type: '/problems/last-keeper' } })
    expect((await keeper.send('DELETE', `/api/members/${me.id}`)).status).toBe(422)
  })
  test('a removed member is out at once', async () => {
    const keeper = await kit.household()
    const { token } = (await keeper.send('POST', '/api/invitations', { id: id(), role: 'helper' }))
      .body
    const guest = kit.browser()
    await guest.send('POST', `/api/invitations/${token}/accept`, person({ name: 'Guest' }))
    const guestId = (await guest.send('GET', '/api/session')).body.member.id
    expect((await keeper.send('DELETE', `/api/members/${guestId}`)).status).toBe(204)
    expect((await guest.send('GET', '/api/session')).status).toBe(401)
  })
  test('two people changing the household at once: the second sees both', async () => {
    const keeper = await kit.household('First name')
    expect(
      (await keeper.send('PATCH', '/api/household', { version: 1, name: 'Second name' })).body,
    ).toMatchObject({ name: 'Second name', version: 2 })
    expect(
      await keeper.send('PATCH', '/api/household', { version: 1, name: 'Third name' }),
    ).toMatchObject({
      status: 409,
      body: {
        type: '/problems/changed-meanwhile',
        stored: { name: 'Second name' },
        sent: { name: 'Third name' },
      },
    })
  })
  test('nobody is told the rest must be at least ten minutes in vain', async () => {
    const keeper = await kit.household()
    const { settings } = (await keeper.send('GET', '/api/household')).body
    expect(
      (
        await keeper.send('PATCH', '/api/household', {
          version: 1,
          settings: { ...settings, restMinutes: 5 },
        })
      ).status,
    ).toBe(400)
    expect(
      (
        await keeper.send('PATCH', '/api/household', {
          version: 1,
          settings: { ...settings, cushionPsi: -1 },
        })
      ).status,
    ).toBe(400)
  })
})
