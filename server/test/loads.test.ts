import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import {
  everything,
  CANNER,
  id,
  LOT,
  newLoad,
  NOW,
  startKit,
  TO_STANDING,
  withGear,
  type Browser,
  type Kit,
} from './kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

const MIN = 60_000
const at = (minutes: number): string => new Date(NOW + minutes * MIN).toISOString()

/** Says events minute by minute, moving the frozen clock along. */
async function say(
  who: Browser,
  loadId: string,
  list: readonly (readonly [number, string, object?])[],
) {
  let last
  for (const [minute, kind, more] of list) {
    kit.clock.set(Math.max(kit.clock.now(), NOW + minute * MIN))
    last = await who.send('PUT', `/api/loads/${loadId}/events/${id()}`, {
      at: at(minute),
      kind,
      ...more,
    })
    if (last.status !== 200) return last
  }
  return last!
}

describe('a load from plan to shelf', () => {
  test('the whole way: planned, run, checked, shelved, taken, exported', async () => {
    kit.clock.set(NOW)
    const who = await kit.household()
    const gear = await withGear(who)
    const shelfId = id()
    await who.send('PUT', `/api/shelves/${shelfId}`, { name: 'Cellar, top', position: 1 })
    const loadId = id()
    const plan = newLoad(gear)
    const made = await who.send('PUT', `/api/loads/${loadId}`, plan)
    expect(made).toMatchObject({
      status: 201,
      body: { stage: 'planned', setup: { psi: 15, minutes: 25, regulatedBy: 'weighted' } },
    })
    expect(made.body.processes[0].source).toMatch(/Bulletin 539/)
    const portionId = plan.portions[0]!.id
    const run = TO_STANDING.map(([m, k]) =>
      k === 'locked'
        ? ([m, k, { filled: [{ portionId, jars: 6, lotFinished: true }] }] as const)
        : ([m, k] as const),
    )
    const stood = await say(who, loadId, run)
    expect(stood.body).toMatchObject({ stage: 'standing', portions: [{ filled: 6 }] })
    expect((await everything(who, '/api/lots'))[0]).toMatchObject({
      state: 'canned',
      finishedOn: '2026-08-14',
    })

    const seals = [
      { portionId, outcome: 'sealed', jars: 4 },
      { portionId, outcome: 'sealed-low-liquid', jars: 1 },
      { portionId, outcome: 'unsealed', jars: 1, cause: 'nick' },
    ]
    expect(stood.body.judgement).toEqual({ verdict: 'as-tested', reasons: [] })
    expect(await everything(who, '/api/jars')).toEqual([])
    const short = await say(who, loadId, [
      [920, 'seals-checked', { seals: seals.slice(0, 1), shelfId }],
    ])
    expect(short).toMatchObject({ status: 422, body: { type: '/problems/seal-count' } })
    expect((await who.send('GET', `/api/loads/${loadId}`)).body.stage).toBe('standing')
    expect((await say(who, loadId, [[921, 'seals-checked', { seals, shelfId }]])).body.stage).toBe(
      'checked',
    )

    const jars = await everything(who, '/api/jars')
    expect(jars).toHaveLength(6)
    expect(jars.filter((j: any) => j.state === 'on-shelf' && j.shelfId === shelfId)).toHaveLength(5)
    expect(jars.find((j: any) => j.seal === 'sealed-low-liquid')).toMatchObject({ useSoon: true })
    expect(jars[0]).toMatchObject({
      cannedOn: '2026-08-14',
      bestBy: '2027-08-14',
      reviewBy: '2028-08-14',
    })

    const jar = jars.find((j: any) => j.seal === 'sealed')
    const fate = { state: 'eaten', at: at(1000) }
    expect((await who.send('PUT', `/api/jars/${jar.id}/fate`, fate)).body).toMatchObject({
      state: 'eaten',
    })
    expect((await who.send('PUT', `/api/jars/${jar.id}/fate`, fate)).status).toBe(200)
    expect(
      await who.send('PUT', `/api/jars/${jar.id}/fate`, { state: 'given', at: at(1001) }),
    ).toMatchObject({ status: 409, body: { type: '/problems/jar-gone' } })
    const bad = jars.find((j: any) => j.seal === 'unsealed')
    expect(
      (await who.send('PUT', `/api/jars/${bad.id}/fate`, { state: 'on-shelf', at: at(1001) }))
        .status,
    ).toBe(409)

    const csv = await who.send('GET', '/api/pantry.csv')
    expect(csv.headers.get('content-type')).toMatch(/text\/csv/)
    const lines = csv.body.trim().split('\r\n')
    expect(lines).toHaveLength(7)
    expect(lines[0]).toContain('code,food,form,jar')
    expect(
      lines.filter((l: string) => l.includes('on-shelf') && l.includes('"Cellar, top"')),
    ).toHaveLength(4)
  })

  test('a repeated event changes nothing; before the start and in the future nothing is told', async () => {
    kit.clock.set(NOW)
    const who = await kit.household()
    const loadId = id()
    await who.send('PUT', `/api/loads/${loadId}`, newLoad(await withGear(who)))
    const event = `/api/loads/${loadId}/events/${id()}`
    const first = await who.send('PUT', event, { at: at(0), kind: 'started' })
    const again = await who.send('PUT', event, { at: at(0), kind: 'started' })
    expect([again.status, again.body]).toEqual([200, first.body])
    const wrong = await who.send('PUT', `/api/loads/${loadId}/events/${id()}`, {
      at: at(0),
      kind: 'heat-off',
    })
    expect(wrong).toMatchObject({ status: 200, body: { stage: 'preparing' } })
    const before = await who.send('PUT', `/api/loads/${loadId}/events/${id()}`, {
      at: at(-5),
      kind: 'note',
      text: 'Rain.',
    })
    expect(before).toMatchObject({ status: 409, body: { type: '/problems/not-started' } })
    expect((await who.send('GET', `/api/loads/${loadId}`)).body.events).toHaveLength(2)
    const future = await who.send('PUT', `/api/loads/${loadId}/events/${id()}`, {
      at: at(60),
      kind: 'filling-began',
    })
    expect(future).toMatchObject({ status: 422, body: { type: '/problems/future' } })
    expect((await who.send('DELETE', `/api/loads/${loadId}`)).status).toBe(409)
  })

  test('two devices say the same thing at once: one counts, nothing breaks', async () => {
    kit.clock.set(NOW)
    const who = await kit.household()
    const loadId = id()
    await who.send('PUT', `/api/loads/${loadId}`, newLoad(await withGear(who)))
    const both = await Promise.all(
      [1, 2, 3, 4].map(() =>
        who.send('PUT', `/api/loads/${loadId}/events/${id()}`, { at: at(0), kind: 'started' }),
      ),
    )
    expect(both.map((b) => b.status)).toEqual([200, 200, 200, 200])
    expect((await who.send('GET', `/api/loads/${loadId}`)).body.events).toHaveLength(1)
  })

  test('the record of the stove cannot be rewritten, even by the application itself', async () => {
    const who = await kit.household()
    const { household } = (await who.send('GET', '/api/session')).body
    await expect(
      kit.db.inHousehold({ householdId: household.id }, (tx) =>
        tx.execute('delete from load_events'),
      ),
    ).rejects.toThrow()
    await expect(
      kit.db.inHousehold({ householdId: household.id }, (tx) =>
        tx.execute('update load_events set psi = 15'),
      ),
    ).rejects.toThrow()
  })
})

describe('what a plan is refused for', () => {
  const plan = async (canner: object, more: object = {}, lot = LOT) => {
    kit.clock.set(NOW)
    const who = await kit.household()
    const gear = await withGear(who, canner)
    const lotId = id()
    await who.send('PUT', `/api/lots/${lotId}`, lot)
    return who.send(
      'PUT',
      `/api/loads/${id()}`,
      newLoad({ ...gear, lotId }, { formId: lot.formId, ...more }),
    )
  }
  const dial = { ...CANNER, gauge: 'dial', regulatedBy: 'dial' }

  test('too many jars, too few, a size the canner does not take', async () => {
    expect(await plan(CANNER, { jars: 8 })).toMatchObject({
      status: 422,
      body: { type: '/problems/capacity' },
    })
    expect(await plan(CANNER, { jars: 1 })).toMatchObject({
      status: 422,
      body: { type: '/problems/minimum' },
    })
    expect(await plan(CANNER, { jar: 'halfPint', jars: 6 })).toMatchObject({
      status: 422,
      body: { type: '/problems/capacity' },
    })
  })
  test('a pack or size without a tested process', async () => {
    expect(
      await plan(CANNER, { pack: 'raw' }, { ...LOT, foodId: 'beets', formId: 'beets' }),
    ).toMatchObject({ status: 422, body: { type: '/problems/refused-pack-not-tested' } })
    const peppers = await plan(CANNER, {}, { ...LOT, foodId: 'peppers', formId: 'peppers' })
    expect(peppers).toMatchObject({
      status: 422,
      body: {
        type: '/problems/refused-jar-too-large',
        detail: expect.stringContaining('half-pints or pints'),
      },
    })
  })
  test('a dial that was never tested, long ago, or is off', async () => {
    expect(await plan(dial)).toMatchObject({
      status: 409,
      body: { type: '/problems/canner-blocked' },
    })
    kit.clock.set(NOW)
    const who = await kit.household()
    const gear = await withGear(who, dial)
    const tested = (testedOn: string, errorPsi: number) =>
      who.send('PUT', `/api/gauge-tests/${id()}`, {
        cannerId: gear.cannerId,
        testedOn,
        errorPsi,
        testedBy: 'fair',
      })
    const tryPlan = () => who.send('PUT', `/api/loads/${id()}`, newLoad(gear))
    await tested('2025-08-13', 0)
    expect((await tryPlan()).status).toBe(409)
    await tested('2025-08-14', 1)
    expect((await tryPlan()).body).toMatchObject({
      setup: { psi: 12, gaugeErrorPsi: 1, regulatedBy: 'dial' },
    })
    await tested('2026-08-13', 2.5)
    expect((await tryPlan()).body).toMatchObject({ type: '/problems/canner-blocked' })
    expect((await tested('2026-08-20', 0)).status).toBe(422)
  })
  test('somebody else’s canner or lot', async () => {
    const other = await withGear(await kit.household())
    const who = await kit.household()
    const own = await withGear(who)
    expect(
      (await who.send('PUT', `/api/loads/${id()}`, newLoad({ ...own, cannerId: other.cannerId })))
        .status,
    ).toBe(422)
    expect(
      (await who.send('PUT', `/api/loads/${id()}`, newLoad({ ...own, lotId: other.lotId }))).status,
    ).toBe(422)
    expect((await who.send('GET', '/api/loads')).body).toEqual([])
  })
})
