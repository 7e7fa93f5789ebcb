// A gauge that is a device: its token, its readings, and what they do to a load.
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { id, NOW, startKit, type Browser, type Kit } from './kit'
import { DIAL, MIN, minute, planned, stoveOf, TO_CLIMBING, type Stove } from './stove-kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

interface Device {
  readonly gaugeId: string
  readonly token: string
  send(readings: unknown, token?: string): ReturnType<Browser['send']>
}

async function device(s: Stove, simulated = true): Promise<Device> {
  const gaugeId = id()
  const made = await s.who.send('PUT', `/api/gauges/${gaugeId}`, {
    cannerId: s.cannerId,
    name: 'Gauge by the window',
    simulated,
  })
  expect(made.status).toBe(201)
  const { token } = made.body
  const outside = kit.browser()
  return {
    gaugeId,
    token,
    send: (readings, bearer = token) =>
      outside.send(
        'POST',
        `/api/gauges/${gaugeId}/readings`,
        { readings },
        { authorization: `Bearer ${bearer}` },
      ),
  }
}

const reading = (m: number, psi: number) => ({ id: id(), at: minute(m), psi })

describe('the token', () => {
  test('is told once, to the keeper only, and is nowhere else', async () => {
    const s = await planned(kit, DIAL)
    const d = await device(s)
    expect(d.token).toMatch(/^[\w-]{40,}$/)
    const again = await s.who.send('PUT', `/api/gauges/${d.gaugeId}`, {
      cannerId: s.cannerId,
      name: 'Other',
    })
    expect(again).toMatchObject({ status: 200, body: { name: 'Gauge by the window', token: null } })
    const list = await s.who.send('GET', '/api/gauges')
    expect(JSON.stringify(list.body)).not.toContain(d.token)
    expect(JSON.stringify(list.body)).not.toMatch(/hash/i)
    const stranger = await kit.household()
    expect((await stranger.send('GET', '/api/gauges')).body).toEqual([])
  })
  test('missing, wrong, of another gauge, or revoked: 401 with a sentence', async () => {
    const s = await planned(kit, DIAL)
    await s.run(TO_CLIMBING)
    const [d, other] = [await device(s), await device(s)]
    for (const token of ['', 'x'.repeat(43), other.token])
      expect(await d.send([reading(13, 5)], token)).toMatchObject({
        status: 401,
        body: { type: '/problems/gauge-token' },
      })
    expect((await d.send([reading(13, 5)])).status).toBe(202)
    expect((await s.who.send('DELETE', `/api/gauges/${d.gaugeId}`)).status).toBe(204)
    expect((await d.send([reading(13, 6)])).status).toBe(401)
  })
  test('a session opens nothing here, the keeper’s neither', async () => {
    const s = await planned(kit, DIAL)
    await s.run(TO_CLIMBING)
    const { gaugeId } = await device(s)
    const sent = await s.who.send('POST', `/api/gauges/${gaugeId}/readings`, {
      readings: [reading(13, 5)],
    })
    expect(sent.status).toBe(401)
  })
  test('a canner of another household is not there', async () => {
    const s = await planned(kit, DIAL)
    const stranger = await kit.household()
    const made = await stranger.send('PUT', `/api/gauges/${id()}`, {
      cannerId: s.cannerId,
      name: 'X',
    })
    expect(made).toMatchObject({ status: 422, body: { type: '/problems/no-canner' } })
  })
})

describe('readings', () => {
  test('start the clock at target and break it below; each counts once', async () => {
    const s = await planned(kit, DIAL)
    await s.run(TO_CLIMBING)
    const d = await device(s)
    await kit.clock.set(NOW + 40 * MIN)
    const climb = Array.from({ length: 120 }, (_, i) => reading(14 + i / 60, 4 + (i / 119) * 8.5))
    expect(await d.send(climb)).toMatchObject({ status: 202, body: { accepted: 120 } })
    const up = await s.load()
    expect(up.stage).toBe('processing')
    const events = up.events.filter((e: any) => e.kind === 'reading')
    expect(events.length).toBeLessThan(6)
    expect(events[0]).toMatchObject({ source: 'simulated', by: 'Gauge by the window' })
    expect(await d.send(climb)).toMatchObject({ status: 202, body: { accepted: 120 } })
    expect((await s.load()).events).toHaveLength(up.events.length)
    await d.send([reading(20, 12.4), reading(20.1, 11.9), reading(20.2, 12.2)])
    const dipped = await s.load()
    expect(dipped).toMatchObject({ stage: 'processing' })
    expect(dipped.judgement.reasons.map((r: any) => r.code)).toEqual(['restarted', 'simulated'])
  })
  test('only while a load runs in its canner', async () => {
    const s = await planned(kit, DIAL)
    const d = await device(s)
    expect(await d.send([reading(0, 5)])).toMatchObject({
      status: 409,
      body: { type: '/problems/no-load' },
    })
    await s.run(TO_CLIMBING)
    expect(await d.send([reading(-60, 5)])).toMatchObject({ status: 202, body: { accepted: 0 } })
    expect((await s.load()).events.some((e: any) => e.kind === 'reading')).toBe(false)
  })
  test('a clock ahead, wrong figures, too many: refused whole, nothing written', async () => {
    const s = await planned(kit, DIAL)
    await s.run(TO_CLIMBING)
    const d = await device(s)
    expect((await d.send([reading(13, 5), reading(300, 6)])).status).toBe(422)
    for (const psi of [-1, 200, '12,5'])
      expect(await d.send([{ ...reading(13, 5), psi }])).toMatchObject({
        status: 400,
        body: { detail: expect.stringMatching(/reading/i) },
      })
    expect((await d.send(Array.from({ length: 601 }, () => reading(13, 5)))).status).toBe(400)
    expect((await d.send([])).status).toBe(400)
    expect((await s.load()).events.some((e: any) => e.kind === 'reading')).toBe(false)
  })
  test('too often: 429, and when to go on', async () => {
    const s = await planned(kit, DIAL)
    await s.run(TO_CLIMBING)
    const d = await device(s)
    let last = await d.send([reading(13, 5)])
    for (let i = 0; i < 130 && last.status === 202; i++) last = await d.send([reading(13, 5)])
    expect(last).toMatchObject({
      status: 429,
      body: { detail: expect.stringContaining('together') },
    })
    expect(last.headers.get('retry-after')).toMatch(/^\d+$/)
  })
})

describe('what a dial is marked in', () => {
  test('goes with a load from its plan, follows a change while it runs, and is told by its record', async () => {
    const stove = await planned(kit, DIAL)
    const marked = async (dialMarks: string | null) => {
      const { version } = (await stove.who.send('GET', `/api/canners/${stove.cannerId}`)).body
      const path = `/api/canners/${stove.cannerId}`
      const made = await stove.who.send('PATCH', path, { version, dialMarks })
      expect([made.status, made.body.dialMarks]).toEqual([200, dialMarks])
    }
    expect((await stove.load()).setup.marks).toBeUndefined()
    await stove.run(TO_CLIMBING)
    const before = (await stove.load()).setup
    await marked('bar')
    expect((await stove.load()).setup).toEqual({ ...before, marks: 'bar' })
    await marked('psi')
    expect((await stove.load()).setup).toEqual({ ...before, marks: 'psi' })
    await marked(null)
    expect((await stove.load()).setup).toEqual(before)
    await marked('kg/cm²')
    const next = await stoveOf(kit, stove.who, stove)
    expect((await next.load()).setup.marks).toBe('kg/cm²')
    const bad = await stove.who.send('PATCH', `/api/canners/${stove.cannerId}`, {
      ...{ version: 6, dialMarks: 'atmospheres' },
    })
    expect(bad.status).toBe(400)
  })
})
