// What a gauge that was found off, or an altitude that was found wrong, does to jars that are
// on the shelf already.
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { CANNER, id, NOW, startKit, type Kit } from './kit'
import {
  DIAL,
  MIN,
  OUT,
  planned,
  stoveOf,
  TO_CLIMBING,
  type Stove,
  readInMetric,
} from './stove-kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

const DAY = 24 * 60
const PRESSED = OUT + 13 * 60

/** A good evening, its gauge read at these figures, the seals checked the next day. */
async function evening(s: Stove, readings: readonly number[], from = 0): Promise<void> {
  const step = readings.length === 0 ? [[from + 30, 'at-pressure']] : []
  const looks = readings.map((psi, i) => [from + 30 + i * 9, 'reading', { psi }])
  const end =
    readings.length === 0
      ? [
          [from + 40, 'still-rocking'],
          [from + 50, 'still-rocking'],
        ]
      : []
  await s.run([
    ...TO_CLIMBING.map(([m, kind]) => [from + m, kind] as const),
    ...([...step, ...looks, ...end] as unknown as (readonly [number, string, object?])[]),
    [from + 56, 'heat-off'],
    [from + 110, 'pressure-zero'],
    [from + 111, 'lock-dropped'],
    [from + 112, 'weight-off'],
    [from + 123, 'opened'],
    [from + 124, 'unloaded'],
    [
      from + PRESSED,
      'seals-checked',
      { seals: [{ portionId: s.portionId, outcome: 'sealed', jars: 7 }] },
    ],
  ])
}

const holds = async (s: Stove): Promise<(string | null)[]> => (await s.jars()).map((j) => j.hold)
const onDay = (day: number): string => new Date(NOW + day * DAY * MIN).toISOString().slice(0, 10)

/** Tests the dial so many days later; answers the test's id. */
async function testDial(s: Stove, errorPsi: number, day = 6): Promise<string> {
  await kit.clock.set(Math.max(kit.clock.now(), NOW + day * DAY * MIN))
  const testId = id()
  const made = await s.who.send('PUT', `/api/gauge-tests/${testId}`, {
    cannerId: s.cannerId,
    testedOn: onDay(day),
    errorPsi,
    testedBy: 'the table at the fair',
  })
  expect(made.status).toBe(201)
  return testId
}

describe('a dial found to read high', () => {
  test('is told in kilopascals in a metric house', async () => {
    const s = await planned(kit, DIAL)
    await readInMetric(s.who)
    await evening(s, [12.5, 13, 12.5, 13])
    await testDial(s, 1)
    expect((await s.load()).events.at(-1).text).toBe(
      'A test on 20 Aug 2026 found that the dial reads 7 kPa high. The lowest reading was 86.2: really 79.3 kPa, but it needs 83.',
    )
  })
  test('jars whose true pressure may have been short are held at once, and named', async () => {
    const s = await planned(kit, DIAL)
    await evening(s, [12.5, 13, 12.5, 13])
    expect(await holds(s)).toEqual(Array(7).fill(null))
    await s.who.send('PUT', `/api/jars/${(await s.jars())[0].id}/fate`, {
      state: 'eaten',
      at: new Date(kit.clock.now()).toISOString(),
    })
    const testId = await testDial(s, 1)
    const load = await s.load()
    expect(load.judgement).toMatchObject({ verdict: 'in-doubt' })
    expect(load.judgement.reasons.map((r: any) => r.code)).toContain('recalled')
    expect(load.events.at(-1)).toMatchObject({ kind: 'recalled', eventId: testId })
    expect(load.events.at(-1).text).toBe(
      'A test on 20 Aug 2026 found that the dial reads 1 psi high. The lowest reading was 12½: really 11½ psi, but it needs 12.',
    )
    expect((await holds(s)).filter((h) => h === 'in-doubt').length).toBeGreaterThanOrEqual(6)
    const recall = await s.who.send('GET', `/api/gauge-tests/${testId}/recall`)
    expect(recall.body).toMatchObject({
      since: '2026-08-14',
      ran: 1,
      test: { errorPsi: 1 },
      loads: [
        {
          loadId: s.loadId,
          requiredPsi: 12,
          worstReadingPsi: 12.5,
          truePsi: 11.5,
          lookedInto: false,
          stage: 'checked',
          elsewhere: [{ state: 'eaten', to: '' }],
        },
      ],
    })
    expect(recall.body.loads[0].jars).toHaveLength(6)
    // Somebody looked into it: the jars are free, the doubt stays in the record.
    await kit.clock.set(kit.clock.now() + MIN)
    await s.who.send('PUT', `/api/loads/${s.loadId}/events/${id()}`, {
      at: new Date(kit.clock.now()).toISOString(),
      kind: 'looked-into',
      text: 'Extension office: keep them.',
      doubtIds: [`${load.events.at(-1).id}:recalled`],
    })
    expect(new Set(await holds(s))).toEqual(new Set([null]))
    const after = await s.who.send('GET', `/api/gauge-tests/${testId}/recall`)
    expect(after.body.loads[0]).toMatchObject({ lookedInto: true })
  })
  test.each([
    ['a little, and every reading leaves room', [12.5, 13, 12.5, 13], 0.5, false],
    ['low', [12.5, 12.5, 12.5, 12.5], -1, false],
    ['by a hair more than the readings leave', [12.5, 13, 12.5, 13], 0.75, true],
    ['as one reading among good ones tells', [14, 12, 14, 14], 1, true],
    ['too far to be used at all', [14, 14, 14, 14], 3, true],
  ] as const)('it reads high %s', async (_, readings, error, recalled) => {
    const s = await planned(kit, DIAL)
    await evening(s, readings)
    const testId = await testDial(s, error)
    const { body } = await s.who.send('GET', `/api/gauge-tests/${testId}/recall`)
    expect(body.loads.map((l: any) => l.loadId)).toEqual(recalled ? [s.loadId] : [])
    expect(await holds(s)).toEqual(Array(7).fill(recalled ? 'in-doubt' : null))
  })
  test('only loads since the last good test, and none of another canner or of a weight', async () => {
    const s = await planned(kit, DIAL)
    await evening(s, [12.5, 13, 12.5, 13])
    const good = await testDial(s, 0, 3)
    expect((await s.who.send('GET', `/api/gauge-tests/${good}/recall`)).body.loads).toEqual([])
    const later = await stoveOf(kit, s.who, s)
    await evening(later, [12.5, 13, 12.5, 13], 4 * DAY)
    const bad = await testDial(s, 1, 8)
    const { body } = await s.who.send('GET', `/api/gauge-tests/${bad}/recall`)
    expect(body).toMatchObject({ since: onDay(3), loads: [{ loadId: later.loadId }] })
    expect(await holds(s)).toEqual(Array(7).fill(null))
    expect(await holds(later)).toEqual(Array(7).fill('in-doubt'))
    const weight = await planned(kit, CANNER)
    await evening(weight, [])
    const no = await testDial(weight, 2)
    expect((await weight.who.send('GET', `/api/gauge-tests/${no}/recall`)).body.loads).toEqual([])
    expect(await holds(weight)).toEqual(Array(7).fill(null))
  })
  test('a recall is its household’s own, and one that never was is not found', async () => {
    const s = await planned(kit, DIAL)
    const testId = await testDial(s, 1)
    const stranger = await kit.household()
    for (const at of [testId, id()])
      expect((await stranger.send('GET', `/api/gauge-tests/${at}/recall`)).status).toBe(404)
  })
})

describe('how many sealed', () => {
  test('by food, canner and lids, of loads alone; a broken jar says nothing of its lid', async () => {
    const s = await planned(kit)
    const lids = id()
    await s.who.send('PUT', `/api/lid-lots/${lids}`, {
      name: 'tin by the door',
      mouth: 'regular',
      boughtOn: '2026-08-01',
      count: 24,
      left: 24,
    })
    const later = await stoveOf(kit, s.who, s)
    await later.run([
      ...TO_CLIMBING,
      [30, 'at-pressure'],
      [40, 'still-rocking'],
      [50, 'still-rocking'],
      [56, 'heat-off'],
      [110, 'pressure-zero'],
      [111, 'lock-dropped'],
      [112, 'weight-off'],
      [123, 'opened'],
      [124, 'unloaded'],
      [
        PRESSED,
        'seals-checked',
        {
          seals: [
            { portionId: later.portionId, outcome: 'sealed', jars: 3 },
            { portionId: later.portionId, outcome: 'sealed-low-liquid', jars: 1 },
            { portionId: later.portionId, outcome: 'unsealed', jars: 2 },
            { portionId: later.portionId, outcome: 'broken', jars: 1 },
          ],
        },
      ],
    ])
    // A jar that came without a load has no lid of ours.
    await s.who.send('PUT', `/api/counts/${id()}`, {
      shelfId: null,
      at: new Date(kit.clock.now()).toISOString(),
      reason: '',
      found: [],
      missing: [],
      came: [
        {
          foodId: 'corn',
          formId: null,
          jar: 'pint',
          mouth: 'regular',
          cannedOn: '2026-01-01',
          process: 'told',
          gotFrom: '',
          ids: [id()],
        },
      ],
    })
    const { body } = await s.who.send('GET', '/api/seal-rates')
    expect(body).toEqual([
      { by: 'food', name: 'beans-snap', jars: 6, sealed: 4 },
      { by: 'canner', name: CANNER.name, jars: 6, sealed: 4 },
      { by: 'lids', name: 'tin by the door', jars: 6, sealed: 4 },
    ])
    expect((await (await kit.household()).send('GET', '/api/seal-rates')).body).toEqual([])
  })
})

describe('an altitude found wrong', () => {
  const correct = async (s: Stove, altitudeFt: number): Promise<void> => {
    await kit.clock.set(NOW + 6 * DAY * MIN)
    const { version } = (await s.who.send('GET', '/api/household')).body
    const done = await s.who.send('PATCH', '/api/household', { version, altitudeFt })
    expect(done.status).toBe(200)
  }
  test.each([
    ['higher: a dial that was read at 12½ needs 13', DIAL, 4500, 'not-processed'],
    ['a little higher, in the same band', DIAL, 3900, null],
    ['lower', DIAL, 500, null],
    ['higher: a weight of 15 is enough', CANNER, 4500, null],
    ['above the tables', DIAL, 11_000, 'not-processed'],
  ] as const)('%s', async (_, canner, altitudeFt, hold) => {
    const s = await planned(kit, canner)
    await evening(s, canner === DIAL ? [12.5, 12.5, 12.5, 12.5] : [])
    await correct(s, altitudeFt)
    expect(await holds(s)).toEqual(Array(7).fill(hold))
  })
  test('a slip in between hides nothing: every load is held against what is known now', async () => {
    const s = await planned(kit, DIAL)
    await evening(s, [12.5, 12.5, 12.5, 12.5])
    await correct(s, 264)
    expect(await holds(s)).toEqual(Array(7).fill(null))
    await correct(s, 4500)
    expect(await holds(s)).toEqual(Array(7).fill('not-processed'))
    const found = (await s.load()).events.at(-1)
    expect(found).toMatchObject({ kind: 'found-short', psi: 13, eventId: null })
    // Put right, what rested on the slip is withdrawn, and stays in the record.
    await correct(s, 2640)
    expect(await holds(s)).toEqual(Array(7).fill(null))
    const after = await s.load()
    expect(after.events.at(-1)).toMatchObject({ kind: 'withdrawn', eventId: found.id })
    expect(after.judgement.verdict).toBe('as-tested')
    expect((await s.who.send('GET', '/api/logbook')).body.rows[0].verdict).toBe('as-tested')
  })
  test('a kitchen that moved was right where it was', async () => {
    const s = await planned(kit, DIAL)
    await evening(s, [12.5, 12.5, 12.5, 12.5])
    const moved = async (until: string): Promise<void> => {
      const { version } = (await s.who.send('GET', '/api/household')).body
      const done = await s.who.send('PATCH', '/api/household', { version, altitudeFt: 4500, altitudeMoves: [{ until, altitudeFt: 2640 }] }) // prettier-ignore
      expect(done.status).toBe(200)
    }
    await kit.clock.set(NOW + 6 * DAY * MIN)
    await moved(onDay(3))
    expect(await holds(s)).toEqual(Array(7).fill(null))
    // It had moved before the load was run.
    await moved(onDay(-3))
    expect(await holds(s)).toEqual(Array(7).fill('not-processed'))
  })
  test('a dial that reads high and an altitude that was wrong count together', async () => {
    const s = await planned(kit, DIAL)
    await evening(s, [13.25, 13.25, 13.25, 13.25])
    await correct(s, 4500)
    expect(await holds(s)).toEqual(Array(7).fill(null))
    await testDial(s, 0.5, 7)
    expect(await holds(s)).toEqual(Array(7).fill('in-doubt'))
  })
})

describe('a gauge test that was a slip', () => {
  const strike = (s: Stove, testId: string, body: object) =>
    s.who.send('PUT', `/api/gauge-tests/${testId}/struck`, body)
  test('typed as 0, it is struck out, and the season comes to light', async () => {
    const s = await planned(kit, DIAL)
    await evening(s, [12.5, 13, 12.5, 13])
    const slip = await testDial(s, 0)
    expect(await holds(s)).toEqual(Array(7).fill(null))
    const instead = { id: id(), testedOn: onDay(6), errorPsi: 1.5, testedBy: 'the fair' }
    const done = await strike(s, slip, { why: 'typed 0 instead of 1½', instead })
    expect(done).toMatchObject({ status: 200, body: { struckWhy: 'typed 0 instead of 1½', errorPsi: 0 } }) // prettier-ignore
    expect(done.body.struckAt).not.toBeNull()
    expect(await holds(s)).toEqual(Array(7).fill('in-doubt'))
    const canner = (await s.who.send('GET', '/api/canners')).body[0]
    expect(canner.lastTest).toEqual({ testedOn: onDay(6), errorPsi: 1.5 })
    // Said twice it changes nothing; the row stays in the list, and in the log.
    expect((await strike(s, slip, { why: 'again and again' })).body.struckWhy).toBe('typed 0 instead of 1½') // prettier-ignore
    expect((await s.who.send('GET', '/api/gauge-tests')).body).toHaveLength(3)
    const log = await s.who.send('GET', `/api/changes?since=0&limit=500&table=gauge_tests&id=${slip}`) // prettier-ignore
    expect(log.body.changes.map((c: any) => c.row.struckWhy)).toEqual([null, 'typed 0 instead of 1½']) // prettier-ignore
    const page = await s.who.send('GET', `/api/gauge-tests/${slip}/recall`)
    expect(page.body).toMatchObject({ test: { struckWhy: 'typed 0 instead of 1½' }, loads: [] })
  })
  test('typed too high, its recall is withdrawn', async () => {
    const s = await planned(kit, DIAL)
    await evening(s, [12.5, 13, 12.5, 13])
    const slip = await testDial(s, 1.9)
    expect(await holds(s)).toEqual(Array(7).fill('in-doubt'))
    expect((await strike(s, slip, { why: 'another canner' })).status).toBe(200)
    expect(await holds(s)).toEqual(Array(7).fill(null))
    expect((await s.load()).events.at(-1)).toMatchObject({ kind: 'withdrawn' })
  })
  test('only by a keeper, with a reason, and not in the future', async () => {
    const s = await planned(kit, DIAL)
    const test = await testDial(s, 1, 0)
    expect((await strike(s, test, { why: '' })).status).toBe(400)
    const later = { id: id(), testedOn: '2030-01-01', errorPsi: 0, testedBy: 'the fair' }
    expect((await strike(s, test, { why: 'wrong day', instead: later })).status).toBe(422)
    expect((await strike(s, id(), { why: 'not there' })).status).toBe(404)
    expect((await s.who.send('GET', '/api/gauge-tests')).body.every((t: any) => t.struckAt === null)).toBe(true) // prettier-ignore
  })
})

describe('what a recall looks at', () => {
  test('a jar that was eaten by a slip comes back as its load is judged by now', async () => {
    const s = await planned(kit, DIAL)
    await evening(s, [12.5, 13, 12.5, 13])
    const [jar] = await s.jars()
    const at = (): string => new Date(kit.clock.now()).toISOString()
    const become = (state: string) =>
      s.who.send('PUT', `/api/jars/${jar.id}/fate`, { state, at: at() })
    expect((await become('eaten')).status).toBe(200)
    await testDial(s, 1)
    expect((await become('on-shelf')).status).toBe(200)
    expect((await s.jars()).find((j) => j.id === jar.id)).toMatchObject({ state: 'on-shelf', hold: 'in-doubt' }) // prettier-ignore
  })
  test('a load of the very day of a test, on both sides', async () => {
    const s = await planned(kit, DIAL)
    await evening(s, [12.5, 13, 12.5, 13])
    // Tested good and bad on the day it ran, and bad on the next.
    for (const [error, day] of [
      [0, 0],
      [1, 0],
    ] as const)
      // prettier-ignore
      await testDial(s, error, day)
    expect(await holds(s)).toEqual(Array(7).fill('in-doubt'))
    const other = await planned(kit, DIAL)
    await evening(other, [12.5, 13, 12.5, 13])
    await testDial(other, 1, 1)
    expect(await holds(other)).toEqual(Array(7).fill('in-doubt'))
  })
  test('jars that are given away, with whom they were given to, and those that are missing', async () => {
    const s = await planned(kit, DIAL)
    await evening(s, [12.5, 13, 12.5, 13])
    const at = new Date(kit.clock.now()).toISOString()
    const take = { foodId: 'beans-snap', jar: 'quart', count: 2, why: 'given', at, note: 'Rowan next door', preferred: [] } // prettier-ignore
    expect((await s.who.send('PUT', `/api/takes/${id()}`, take)).status).toBe(201)
    const [, , missing] = await s.who.send('GET', `/api/loads/${s.loadId}/jars`).then((r) => r.body.filter((j: any) => j.state === 'on-shelf')) // prettier-ignore
    await s.who.send('PUT', `/api/jars/${missing.id}/fate`, { state: 'missing', at })
    const testId = await testDial(s, 1)
    const { body } = await s.who.send('GET', `/api/gauge-tests/${testId}/recall`)
    expect(body.loads[0].jars).toHaveLength(4)
    expect(body.loads[0].elsewhere.map((j: any) => [j.state, j.to]).sort()).toEqual([
      ['given', 'Rowan next door'],
      ['given', 'Rowan next door'],
      ['missing', ''],
    ])
    // The load's own record says so too: it may be held for another reason than its dial.
    const own = (await s.who.send('GET', `/api/loads/${s.loadId}/jars`)).body
    expect(own.filter((j: any) => j.to !== '').map((j: any) => [j.state, j.to])).toEqual([
      ['given', 'Rowan next door'],
      ['given', 'Rowan next door'],
    ])
  })
  test('a load on the towel, and one whose dial nobody tested', async () => {
    const s = await planned(kit, DIAL)
    await s.run([
      ...TO_CLIMBING,
      ...[30, 39, 48, 57].map((m) => [m, 'reading', { psi: 12.5 }] as const),
      ...([[57, 'heat-off'], [110, 'pressure-zero'], [111, 'lock-dropped'], [112, 'weight-off'], [123, 'opened'], [124, 'unloaded']] as const), // prettier-ignore
    ])
    const testId = await testDial(s, 1.9, 0)
    const { body } = await s.who.send('GET', `/api/gauge-tests/${testId}/recall`)
    expect(body.loads).toMatchObject([{ stage: 'standing', lookedInto: false, jars: [] }])
    // The same finding gives the same verdict before the jars are shelved as after.
    expect((await s.load()).judgement.verdict).toBe('in-doubt')
    const none = await planned(kit, DIAL)
    const good = await testDial(none, 0, 0)
    expect((await none.who.send('GET', `/api/gauge-tests/${good}/recall`)).body).toMatchObject({ ran: 0, loads: [] }) // prettier-ignore
  })
  test('a second, worse test holds jars again that were looked into', async () => {
    const s = await planned(kit, DIAL)
    await evening(s, [12.5, 13, 12.5, 13])
    await testDial(s, 0.75)
    const first = (await s.load()).events.at(-1)
    const look = { at: new Date(kit.clock.now()).toISOString(), kind: 'looked-into', text: 'Extension office: keep them.', doubtIds: [`${first.id}:recalled`] } // prettier-ignore
    await s.who.send('PUT', `/api/loads/${s.loadId}/events/${id()}`, look)
    expect(await holds(s)).toEqual(Array(7).fill(null))
    await testDial(s, 1.5)
    expect(await holds(s)).toEqual(Array(7).fill('in-doubt'))
    for (const text of ['.', 'fine', ''])
      expect((await s.who.send('PUT', `/api/loads/${s.loadId}/events/${id()}`, { ...look, text })).status).toBe(400) // prettier-ignore
  })
  test('a load that was stopped: its filled jars are there, with their hours', async () => {
    const s = await planned(kit)
    await s.run([...TO_CLIMBING, [30, 'at-pressure'], [40, 'aborted', { text: 'no gas' }]])
    const jars = await s.jars()
    expect(jars).toHaveLength(7)
    expect(jars[0]).toMatchObject({ state: 'set-aside', hold: 'not-processed', outAt: new Date(NOW + 40 * MIN).toISOString() }) // prettier-ignore
    // Never heated, their hours run from when they were full.
    const cold = await planned(kit)
    await cold.run([...TO_CLIMBING.slice(0, 3), [90, 'aborted']])
    expect((await cold.jars())[0].outAt).toBe(new Date(NOW + 2 * MIN).toISOString())
    // Stopped before any jar was filled there is none.
    const early = await planned(kit)
    await early.run([[0, 'started'], [5, 'aborted']]) // prettier-ignore
    expect(await early.jars()).toEqual([])
  })
})
