// What is told of a load is kept and judged: over HTTP, by two devices, late, and wrong.
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { everything, CANNER, id, NOW, startKit, TO_STANDING, type Kit } from './kit'
import {
  DIAL,
  MIN,
  minute,
  OUT,
  planned,
  stoveOf,
  testGauge,
  TO_CLIMBING,
  type Stove,
  readInMetric,
} from './stove-kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

const codes = (body: any): string[] => body.judgement.reasons.map((r: any) => r.code)

describe('a change while the load runs reaches the cook', () => {
  test('the gauge tested 1½ high in mid-run: held higher from now on, and the clock starts again', async () => {
    const s = await planned(kit, DIAL)
    await s.run([...TO_CLIMBING, [20, 'reading', { psi: 12.5 }], [28, 'reading', { psi: 12.5 }]])
    expect((await s.load()).stage).toBe('processing')
    await testGauge(s.who, s.cannerId, 1.5)
    const after = await s.load()
    expect(after).toMatchObject({
      stage: 'climbing',
      setup: { psi: 12, gaugeErrorPsi: 1.5 },
      plannedSetup: { gaugeErrorPsi: 0 },
    })
    expect(after.events.at(-1)).toMatchObject({
      kind: 'figures-changed',
      text: 'The gauge was tested. Hold this load at 13½ psi, not 12 psi.',
    })
    expect((await s.say(30, 'reading', { psi: 13.5 })).body.stage).toBe('processing')
  })
  test('in a metric house it is told in kilopascals: psi alone would be taken for them', async () => {
    const s = await planned(kit, DIAL)
    await readInMetric(s.who)
    await s.run([...TO_CLIMBING, [20, 'reading', { psi: 12.5 }]])
    await testGauge(s.who, s.cannerId, 1.5)
    const higher = (await s.load()).events.at(-1)
    expect(higher.text).toBe(
      'The gauge was tested. Hold this load at 94 kPa (13.5 psi), not 83 kPa (12 psi).',
    )
    await testGauge(s.who, s.cannerId, 1)
    const lower = (await s.load()).events.at(-1)
    expect(lower.text).toContain('90 kPa (13 psi) would be enough')
    await testGauge(s.who, s.cannerId, 3)
    const off = (await s.load()).events.at(-1)
    expect(off).toMatchObject({ kind: 'gauge-off', text: expect.stringContaining('off by 21 kPa') })
  })
  test('held high enough already: it goes on', async () => {
    const s = await planned(kit, DIAL)
    await s.run([...TO_CLIMBING, [20, 'reading', { psi: 13.75 }], [28, 'reading', { psi: 13.5 }]])
    await testGauge(s.who, s.cannerId, 1.5)
    expect(await s.load()).toMatchObject({ stage: 'processing', setup: { gaugeErrorPsi: 1.5 } })
  })
  test('lower figures wait for the next load', async () => {
    const s = await planned(kit, DIAL, {}, 1)
    await s.run([...TO_CLIMBING, [20, 'reading', { psi: 13 }]])
    await testGauge(s.who, s.cannerId, 0)
    const after = await s.load()
    expect(after).toMatchObject({ stage: 'processing', setup: { gaugeErrorPsi: 1 } })
    expect(after.events.at(-1)).toMatchObject({
      kind: 'note',
      text: expect.stringContaining('Hold this load at 13 psi to its end'),
    })
  })
  test('the altitude corrected: a weight that is a step too light starts it again', async () => {
    const s = await planned(kit)
    const { version } = (await s.who.send('GET', '/api/household')).body
    const low = await s.who.send('PATCH', '/api/household', { version, altitudeFt: 500 })
    await s.run([...TO_CLIMBING, [20, 'at-pressure'], [30, 'still-rocking']])
    expect((await s.load()).setup.psi).toBe(10)
    await s.who.send('PATCH', '/api/household', { version: low.body.version, altitudeFt: 5400 })
    expect(await s.load()).toMatchObject({ stage: 'heating', setup: { psi: 15 } })
  })
  test('the dial found off by more than 2 after the jars are out: they are in doubt', async () => {
    const s = await planned(kit, DIAL)
    await s.run(evening(DIAL))
    expect((await s.load()).judgement.verdict).toBe('as-tested')
    await testGauge(s.who, s.cannerId, 2.5)
    expect((await s.load()).judgement).toMatchObject({ verdict: 'in-doubt' })
    expect(codes(await s.load())).toEqual(['recalled'])
  })
  test('over 15 on the dial is a reading like any other: the gauge reads high, the target does not', async () => {
    const s = await planned(kit, DIAL)
    const { version } = (await s.who.send('GET', '/api/household')).body
    await s.who.send('PATCH', '/api/household', { version, altitudeFt: 7000 })
    await s.run([...TO_CLIMBING, [20, 'reading', { psi: 14.5 }]])
    await testGauge(s.who, s.cannerId, 1.5)
    const raised = await s.load()
    expect(raised).toMatchObject({ stage: 'climbing', setup: { psi: 14, gaugeErrorPsi: 1.5 } })
    const read = [28, 36, 44, 50].map((m) => [m, 'reading', { psi: 15.5 }] as const)
    await s.run([[22, 'reading', { psi: 15.5 }], ...read, [50, 'heat-off']])
    expect((await s.load()).judgement).toMatchObject({ verdict: 'open' })
  })
  test('no tested process any more, told before the steam: venting does not mend it', async () => {
    const s = await planned(kit)
    await s.run(TO_STANDING.slice(0, 2))
    const { version } = (await s.who.send('GET', '/api/household')).body
    await s.who.send('PATCH', '/api/household', { version, altitudeFt: 11_000 })
    await s.run(TO_STANDING.slice(2))
    const { judgement } = await s.load()
    expect(judgement.verdict).toBe('not-processed')
    expect(judgement.reasons.map((r: any) => r.code)).toContain('no-process')
  })
  test('no tested process any more: the jars were not processed as tested', async () => {
    const s = await planned(kit)
    await s.run(TO_STANDING)
    const { version } = (await s.who.send('GET', '/api/household')).body
    await s.who.send('PATCH', '/api/household', { version, altitudeFt: 11_000 })
    expect((await s.load()).judgement.verdict).toBe('not-processed')
  })
})

/** A good evening, in the words of its gauge. */
function evening(canner: object): readonly (readonly [number, string, object?])[] {
  if (canner === CANNER) return TO_STANDING
  return TO_STANDING.flatMap(([m, kind]): (readonly [number, string, object?])[] =>
    kind === 'at-pressure' || kind === 'still-rocking'
      ? [[m, 'reading', { psi: 12.5 }]]
      : [[m, kind]],
  )
}

/** Jars of a good evening on the shelf. */
async function shelved(s: Stove, outcome = 'sealed', at = OUT + 13 * 60): Promise<void> {
  await s.run(TO_STANDING)
  const seals = [
    { portionId: s.portionId, outcome: 'sealed', jars: 6 },
    { portionId: s.portionId, outcome, jars: 1 },
  ]
  await s.run([[at, 'seals-checked', { seals }]])
}

describe('two devices', () => {
  test('heat off at the last minute; then word that it fell and came back: not processed, jars held', async () => {
    const s = await planned(kit)
    await shelved(s)
    expect((await s.jars()).map((j) => j.hold)).toEqual(Array(7).fill(null))
    const late = async (at: number, kind: string) =>
      s.who.send('PUT', `/api/loads/${s.loadId}/events/${id()}`, { at: minute(at), kind })
    await late(114, 'pressure-fell')
    const after = await late(115, 'at-pressure')
    expect(after.body).toMatchObject({ stage: 'checked', judgement: { verdict: 'not-processed' } })
    expect(codes(after.body)).toContain('process-short')
    const jars = await s.jars()
    expect(jars.map((j) => j.hold)).toEqual(Array(7).fill('not-processed'))
    const eat = (j: any, state: string, m: number) =>
      s.who.send('PUT', `/api/jars/${j.id}/fate`, { state, at: minute(m) })
    expect(await eat(jars[0], 'given', OUT + 14 * 60)).toMatchObject({
      status: 409,
      body: { type: '/problems/jar-held' },
    })
    expect((await eat(jars[0], 'refrigerated', OUT + 14 * 60)).status).toBe(200)
    await kit.clock.set(NOW + (OUT + 25 * 60) * MIN)
    expect(await eat(jars[1], 'frozen', OUT + 25 * 60)).toMatchObject({
      status: 409,
      body: { detail: expect.stringContaining('Discard it') },
    })
    expect((await eat(jars[1], 'discarded', OUT + 25 * 60)).status).toBe(200)
  })
  test('both press the same at once: it happened once, whoever comes first', async () => {
    const s = await planned(kit)
    await s.run(TO_CLIMBING)
    const press = () =>
      s.who.send('PUT', `/api/loads/${s.loadId}/events/${id()}`, {
        at: minute(13.05),
        kind: 'at-pressure',
      })
    await kit.clock.set(NOW + 14 * MIN)
    const both = await Promise.all([press(), press(), press()])
    expect(both.map((b) => b.status)).toEqual([200, 200, 200])
    expect((await s.load()).events.filter((e: any) => e.kind === 'at-pressure')).toHaveLength(1)
  })
  test('one name for two silences, in one breath: both are answered', async () => {
    const s = await planned(kit, DIAL)
    await s.run([...TO_CLIMBING, [20, 'reading', { psi: 12.5 }]])
    await s.run([
      [41, 'reading', { psi: 12.5 }],
      [62, 'reading', { psi: 12.5 }],
    ])
    const [first, second] = (await s.load()).events.slice(-2)
    for (const [m, e] of [
      [63, first],
      [63.02, second],
    ])
      await s.run([[m, 'watched', { text: 'Wren', eventId: e.id }]])
    await s.run([[63.1, 'heat-off']])
    expect((await s.load()).judgement.reasons.map((r: any) => r.code)).not.toContain('unwatched')
  })
  test('a press that came twice is one, also when its second word is late', async () => {
    const s = await planned(kit)
    await s.run([...TO_CLIMBING, [20, 'at-pressure'], [25, 'pressure-fell'], [26, 'at-pressure']])
    const twin = await s.who.send('PUT', `/api/loads/${s.loadId}/events/${id()}`, {
      at: minute(25.05),
      kind: 'pressure-fell',
    })
    expect(twin.body.events.filter((e: any) => e.kind === 'pressure-fell')).toHaveLength(1)
  })
  test('two different readings at one moment are both kept', async () => {
    const s = await planned(kit, DIAL)
    await s.run([...TO_CLIMBING, [20, 'reading', { psi: 12.5 }], [20.05, 'reading', { psi: 12 }]])
    expect((await s.load()).events.filter((e: any) => e.kind === 'reading')).toHaveLength(2)
  })
})

describe('moments', () => {
  const tell = (s: Stove, more: object) =>
    s.who.send('PUT', `/api/loads/${s.loadId}/events/${id()}`, more)
  test('ten minutes ago and now in the same second: no venting', async () => {
    const s = await planned(kit)
    await s.run(TO_CLIMBING.slice(0, 3))
    await s.run([
      [12, 'steam-steady', { happenedAt: minute(2) }],
      [12, 'weight-on'],
    ])
    const load = await s.load()
    expect(load.events.at(-2)).toMatchObject({ at: minute(12), happenedAt: minute(2) })
    await s.run([
      [20, 'at-pressure'],
      [45, 'still-rocking'],
      [45, 'heat-off'],
    ])
    expect((await s.load()).judgement.verdict).toBe('not-processed')
    expect(codes(await s.load())).toEqual(['vent-short'])
  })
  test('more than five seconds ahead is a wrong clock; a little less is now', async () => {
    const s = await planned(kit)
    await s.run(TO_CLIMBING.slice(0, 1))
    for (const [ahead, status] of [
      [120_000, 422],
      [5001, 422],
      [4000, 200],
    ] as const) {
      const at = new Date(kit.clock.now() + ahead).toISOString()
      const said = await tell(s, { at, kind: 'filling-began' })
      expect(said.status).toBe(status)
      if (status === 422) expect(said.body.detail).toMatch(/this device’s clock/)
    }
    expect((await s.load()).events.at(-1).at).toBe(new Date(kit.clock.now()).toISOString())
  })
  test('a device hours off that never measured is put right by its own time of sending', async () => {
    const s = await planned(kit)
    await s.run(TO_CLIMBING.slice(0, 1))
    await kit.clock.set(NOW + 10 * MIN)
    const said = await tell(s, { at: minute(187), sentAt: minute(190), kind: 'filling-began' })
    expect(said.status).toBe(200)
    expect(said.body.events.at(-1).at).toBe(minute(7))
  })
  test('what happened cannot lie after it was said', async () => {
    const s = await planned(kit)
    await s.run(TO_CLIMBING)
    const said = await tell(s, { at: minute(13), happenedAt: minute(14), kind: 'pressure-fell' })
    expect(said).toMatchObject({ status: 422, body: { type: '/problems/future' } })
  })
  test('all jars out, said ten hours late: the 24 hours run from when they came out', async () => {
    const s = await planned(kit)
    await s.run(TO_STANDING.slice(0, -1))
    await s.run([[800, 'unloaded', { happenedAt: minute(190) }]])
    const seals = [{ portionId: s.portionId, outcome: 'unsealed', jars: 7 }]
    await s.run([[930, 'seals-checked', { seals }]])
    expect((await s.jars())[0]).toMatchObject({ outAt: minute(190), state: 'set-aside' })
  })
})

describe('told in two taps, also after the jars are shelved', () => {
  test.each([
    ['pressure-fell', 'in-doubt'],
    ['wrong-weight', 'not-processed'],
    ['left-overnight', 'in-doubt'],
    ['lid-not-locked', 'in-doubt'],
    ['steam-doubtful', 'in-doubt'],
    ['water-low', 'not-processed'],
    ['opened-early', 'not-processed'],
    ['weight-lifted', 'not-processed'],
    ['jar-broken', null],
    ['note', null],
  ])('%s a week later', async (kind, hold) => {
    const s = await planned(kit)
    await shelved(s)
    const said = await s.say(OUT + 7 * 24 * 60, kind, kind === 'note' ? { text: 'Hm.' } : {})
    expect(said).toMatchObject({
      status: 200,
      body: { stage: 'checked', judgement: { verdict: hold ?? 'as-tested' } },
    })
    expect(new Set((await s.jars()).map((j) => j.hold))).toEqual(new Set([hold]))
  })
  test('a seal lost a week later: that jar is discarded, the others stand', async () => {
    const s = await planned(kit)
    await shelved(s)
    const [jar, other] = await s.jars()
    await s.run([[OUT + 7 * 24 * 60, 'seal-lost', { jarId: jar.id }]])
    const after = await s.jars()
    expect(after.find((j) => j.id === jar.id)).toMatchObject({
      state: 'discarded',
      seal: 'unsealed',
    })
    expect(after.find((j) => j.id === other.id)).toMatchObject({ state: 'on-shelf', hold: null })
    const else_ = await s.say(OUT + 7 * 24 * 60 + 1, 'seal-lost', { jarId: id() })
    expect(else_).toMatchObject({ status: 422, body: { type: '/problems/no-jar' } })
  })
  test('looked into by the keeper: jars in doubt are free, the doubt stays on record', async () => {
    const s = await planned(kit)
    await shelved(s)
    await s.run([
      [OUT + 900, 'left-overnight'],
      [OUT + 901, 'looked-into', { text: 'Extension office: keep them.' }],
    ])
    expect((await s.load()).judgement.verdict).toBe('in-doubt')
    expect((await s.jars()).every((j) => j.hold === null)).toBe(true)
  })
  test('locked again with fewer jars: the second count stands, the lids of the first are drawn', async () => {
    const s = await planned(kit)
    const filled = (jars: number) => ({
      filled: [{ portionId: s.portionId, jars, lotFinished: false }],
    })
    await s.run([
      [0, 'started'],
      [1, 'filling-began'],
      [2, 'locked', filled(7)],
      [3, 'lid-not-locked'],
      [5, 'locked', filled(6)],
    ])
    expect(await s.load()).toMatchObject({ stage: 'heating', portions: [{ filled: 6 }] })
  })
  test('a start that was taken back is none: nothing is told of the load after it', async () => {
    const s = await planned(kit)
    const started = await s.say(0, 'started')
    await s.run([[0.5, 'retracted', { eventId: started.body.events[0].id }]])
    expect(await s.say(1, 'filling-began')).toMatchObject({
      status: 409,
      body: { type: '/problems/not-started' },
    })
    expect((await s.say(2, 'started')).body.stage).toBe('preparing')
  })
  test('who skips the lock button fills what was planned, and the lids are drawn', async () => {
    const s = await planned(kit)
    const lids = id()
    await s.who.send('PUT', `/api/lid-lots/${lids}`, {
      name: 'Box',
      mouth: 'regular',
      boughtOn: '2026-05-01',
      count: 12,
      left: 12,
    })
    await s.run([
      [0, 'started'],
      [1, 'filling-began'],
      [3, 'steam-steady'],
    ])
    expect((await s.load()).portions[0].filled).toBe(7)
    expect((await s.who.send('GET', '/api/lid-lots')).body[0].left).toBe(5)
    await s.run([[4, 'locked']])
    expect((await s.who.send('GET', '/api/lid-lots')).body[0].left).toBe(5)
  })
})

test('how long the jars wait in the opened canner tonight is one of a few figures', async () => {
  const s = await planned(kit)
  await s.run(TO_STANDING.slice(0, -1))
  const at = Number(TO_STANDING.at(-1)![0])
  for (const text of ['7', '-5', 'ten', '', undefined])
    expect((await s.say(at, 'open-wait', { text })).status).toBe(400)
  expect((await s.say(at, 'open-wait', { text: '30' })).status).toBe(200)
  const { events } = await s.load()
  expect(events.at(-1)).toMatchObject({ kind: 'open-wait', text: '30' })
})

describe('processing again', () => {
  const again = (s: Stove, jars: readonly any[], more: object = {}) => ({
    cannerId: s.cannerId,
    startsAt: '2026-08-15T18:00:00Z',
    portions: [
      {
        id: id(),
        lotId: null,
        formId: 'beans-snap',
        pack: 'hot',
        jar: 'quart',
        mouth: 'regular',
        jars: jars.length,
        fromJars: jars.map((j) => j.id),
        ...more,
      },
    ],
  })
  async function unsealed(): Promise<{ s: Stove; jars: any[] }> {
    const s = await planned(kit)
    await s.run(TO_STANDING)
    const seals = [
      { portionId: s.portionId, outcome: 'sealed', jars: 4 },
      { portionId: s.portionId, outcome: 'unsealed', jars: 3 },
    ]
    await s.run([[OUT + 13 * 60, 'seals-checked', { seals }]])
    return { s, jars: (await s.jars()).filter((j) => j.seal === 'unsealed') }
  }
  test('also from the fridge, where a lid that was seen up went at once', async () => {
    const { s, jars } = await unsealed()
    for (const j of jars)
      await s.who.send('PUT', `/api/jars/${j.id}/fate`, {
        ...{ state: 'refrigerated', at: minute(OUT + 13 * 60) },
      })
    expect(
      new Set((await s.jars()).filter((j) => j.seal === 'unsealed').map((j) => j.state)),
    ).toEqual(new Set(['refrigerated']))
    const loadId = id()
    expect((await s.who.send('PUT', `/api/loads/${loadId}`, again(s, jars))).status).toBe(201)
    const start = OUT + 14 * 60
    for (const [m, kind] of TO_STANDING.slice(0, 3)) {
      await kit.clock.set(NOW + (start + m) * MIN)
      await s.who.send('PUT', `/api/loads/${loadId}/events/${id()}`, {
        at: minute(start + m),
        kind,
      })
    }
    expect((await s.jars()).filter((j) => j.state === 'processed-again')).toHaveLength(3)
  })
  test('a new load of those jars: new lids, full time, new jars from the same lot', async () => {
    const { s, jars } = await unsealed()
    const loadId = id()
    const plan = again(s, jars)
    const made = await s.who.send('PUT', `/api/loads/${loadId}`, plan)
    expect(made).toMatchObject({
      status: 201,
      body: {
        setup: { minutes: 25 },
        portions: [{ fromJars: jars.map((j) => j.id), lotId: null }],
      },
    })
    const start = OUT + 14 * 60
    for (const [m, kind] of TO_STANDING) {
      await kit.clock.set(NOW + (start + m) * MIN)
      const said = await s.who.send('PUT', `/api/loads/${loadId}/events/${id()}`, {
        at: minute(start + m),
        kind,
      })
      expect(said.status).toBe(200)
      if (kind === 'locked')
        expect((await s.jars()).filter((j) => j.state === 'processed-again')).toHaveLength(3)
    }
    const at = start + OUT + 13 * 60
    await kit.clock.set(NOW + at * MIN)
    const seals = [{ portionId: plan.portions[0]!.id, outcome: 'sealed', jars: 3 }]
    await s.who.send('PUT', `/api/loads/${loadId}/events/${id()}`, {
      at: minute(at),
      kind: 'seals-checked',
      seals,
    })
    const made3 = (await everything(s.who, '/api/jars')).filter((j: any) => j.loadId === loadId)
    expect(made3).toHaveLength(3)
    expect(made3[0]).toMatchObject({ state: 'on-shelf', lotId: s.lotId })
  })
  test('a load that is stopped gives its jars back to be decided on', async () => {
    const { s, jars } = await unsealed()
    const before = (await s.jars()).filter((j) => j.state === 'set-aside')
    expect(before).toHaveLength(3)
    const loadId = id()
    expect((await s.who.send('PUT', `/api/loads/${loadId}`, again(s, jars))).status).toBe(201)
    const start = OUT + 14 * 60
    const say = async (m: number, kind: string, more: object = {}): Promise<void> => {
      await kit.clock.set(NOW + (start + m) * MIN)
      const body = { at: minute(start + m), kind, ...more }
      const said = await s.who.send('PUT', `/api/loads/${loadId}/events/${id()}`, body)
      expect(said.status, JSON.stringify(said.body)).toBe(200)
    }
    const states = async () =>
      (await s.jars()).filter((j) => jars.some((mine) => mine.id === j.id)).map((j) => j.state)
    for (const [m, kind] of TO_STANDING.slice(0, 4)) await say(m, kind)
    expect(new Set(await states())).toEqual(new Set(['processed-again']))
    await say(60, 'aborted', { text: 'No gas left' })
    expect(new Set(await states())).toEqual(new Set(['set-aside']))
    // When they came out is what it was: the day in which they may be processed again goes on.
    const after = (await s.jars()).filter((j) => j.state === 'set-aside')
    expect(after.map((j) => j.outAt).sort()).toEqual(before.map((j) => j.outAt).sort())
  })
  test('after 24 hours, with the wrong number, or of another size: refused in words', async () => {
    const { s, jars } = await unsealed()
    const plan = (body: object) => s.who.send('PUT', `/api/loads/${id()}`, body)
    expect(await plan(again(s, jars, { jars: 2 }))).toMatchObject({
      status: 422,
      body: { type: '/problems/jar-count' },
    })
    expect(await plan(again(s, jars, { mouth: 'wide' }))).toMatchObject({ status: 422 })
    const planned3 = id()
    expect((await s.who.send('PUT', `/api/loads/${planned3}`, again(s, jars))).status).toBe(201)
    await kit.clock.set(NOW + (OUT + 24 * 60 + 1) * MIN)
    expect(await plan(again(s, jars))).toMatchObject({
      status: 409,
      body: { type: '/problems/jar-past-rescue' },
    })
    expect(
      await s.who.send('PUT', `/api/loads/${planned3}/events/${id()}`, {
        at: minute(OUT + 24 * 60 + 1),
        kind: 'started',
      }),
    ).toMatchObject({ status: 409, body: { type: '/problems/jar-past-rescue' } })
  })
  test('a jar that lost half of its liquid is not processed again, and nobody just says that one was', async () => {
    const s = await planned(kit)
    await s.run(TO_STANDING)
    const seals = [
      { portionId: s.portionId, outcome: 'sealed', jars: 5 },
      { portionId: s.portionId, outcome: 'sealed-half-liquid', jars: 2 },
    ]
    await s.run([[OUT + 13 * 60, 'seals-checked', { seals }]])
    const half = (await s.jars()).filter((j) => j.seal === 'sealed-half-liquid')
    expect(half.map((j) => j.state)).toEqual(['set-aside', 'set-aside'])
    expect(await s.who.send('PUT', `/api/loads/${id()}`, again(s, half))).toMatchObject({
      status: 409,
      body: { type: '/problems/jar-gone' },
    })
    const { jars } = await unsealed()
    expect(
      await s.who.send('PUT', `/api/jars/${jars[0].id}/fate`, {
        state: 'processed-again',
        at: minute(OUT + 14 * 60),
      }),
    ).toMatchObject({ status: 400 })
  })
  test('somebody else’s jars are not here', async () => {
    const { jars } = await unsealed()
    const other = await planned(kit)
    expect((await other.who.send('PUT', `/api/loads/${id()}`, again(other, jars))).status).toBe(404)
  })
})

test('the record of a load is a page to print, for its own household only', async () => {
  const s = await planned(kit, DIAL)
  await s.run(evening(DIAL))
  await s.run([[OUT + 5, 'note', { text: 'Müller’s cat — on the lid “twice”' }]])
  const pdf = await s.who.send('GET', `/api/loads/${s.loadId}/record.pdf`)
  expect(pdf.status).toBe(200)
  expect(pdf.headers.get('content-type')).toBe('application/pdf')
  expect(pdf.body.slice(0, 5)).toBe('%PDF-')
  const other = await kit.household()
  expect((await other.send('GET', `/api/loads/${s.loadId}/record.pdf`)).status).toBe(404)
})

describe('an early word about a jar', () => {
  const seen = (s: Stove, sign: string, cause: string | null = null) => ({
    seen: { portionId: s.portionId, sign, cause },
  })
  test('is kept, and at the check the jar is where it went then; its hours run from there', async () => {
    const s = await planned(kit)
    await s.run(TO_STANDING)
    await s.run([
      [OUT + 5, 'jar-seen', seen(s, 'lid-up', 'rim nicked')],
      [OUT + 60, 'jar-seen', seen(s, 'eaten')],
      [OUT + 61, 'jar-seen', seen(s, 'broken')],
    ])
    expect((await s.jars()).length).toBe(0)
    const told = (await s.load()).events.filter((e: any) => e.kind === 'jar-seen')
    expect(told.map((e: any) => e.seen.sign)).toEqual(['lid-up', 'eaten', 'broken'])
    const of = (i: number, outcome: string, cause: string | null = null) => ({
      ...{ portionId: s.portionId, outcome, jars: 1, cause, seenId: told[i].id },
    })
    const seals = [
      ...[of(0, 'unsealed', 'rim nicked'), of(1, 'sealed'), of(2, 'broken')],
      { portionId: s.portionId, outcome: 'sealed', jars: 4 },
    ]
    await s.run([[OUT + 13 * 60, 'seals-checked', { seals }]])
    const jars = (await s.jars()).sort((a, b) => a.code.localeCompare(b.code))
    expect(jars.map((j) => j.state)).toEqual(
      ['refrigerated', 'eaten', 'discarded', ...Array(4).fill('on-shelf')], // prettier-ignore
    )
    expect(jars[0]).toMatchObject({ cause: 'rim nicked', shelfId: null })
    expect(Date.parse(jars[0].stateAt)).toBe(Date.parse(minute(OUT + 5)))
    expect(Date.parse(jars[1].stateAt)).toBe(Date.parse(minute(OUT + 60)))
  })
  test('a slip is taken back within a minute; a word about another load’s jar, or none, is refused', async () => {
    const s = await planned(kit)
    await s.run(TO_STANDING)
    expect((await s.say(OUT + 5, 'jar-seen')).status).toBe(400)
    expect((await s.say(OUT + 5, 'jar-seen', seen(s, 'fizzy'))).status).toBe(400)
    expect((await s.say(OUT + 5, 'note', { text: 'x', ...seen(s, 'broken') })).status).toBe(400)
    await s.run([[OUT + 6, 'jar-seen', seen(s, 'broken')]])
    const slip = (await s.load()).events.at(-1)
    await s.run([[OUT + 6.5, 'retracted', { eventId: slip.id }]])
    // Counted as if it had been said: it was not, so the jar is what the check says.
    const seals = [
      { portionId: s.portionId, outcome: 'sealed', jars: 1, seenId: slip.id },
      { portionId: s.portionId, outcome: 'sealed', jars: 6 },
    ]
    await s.run([[OUT + 13 * 60, 'seals-checked', { seals }]])
    expect((await s.jars()).map((j) => j.state)).toEqual(Array(7).fill('on-shelf'))
    const two = [{ portionId: s.portionId, outcome: 'sealed', jars: 7, seenId: slip.id }]
    expect((await s.say(OUT + 14 * 60, 'seals-checked', { seals: two })).status).toBe(400)
  })
})

test('where the heat stood is kept with the canner, and a word of it must say something', async () => {
  const stove = await planned(kit)
  await stove.run(TO_STANDING.slice(0, 4))
  for (const text of ['', null, 'x'.repeat(41)])
    expect(await stove.say(95, 'heat-set', { text })).toMatchObject({
      ...{ status: 400, body: { detail: expect.stringMatching(/knob/) } },
    })
  await stove.run([
    [96, 'heat-set', { text: 'high' }],
    ...TO_STANDING.slice(4, 6),
    [112, 'heat-set', { text: '4' }],
    ...TO_STANDING.slice(6),
  ])
  const [canner] = (await stove.who.send('GET', '/api/canners')).body
  expect(canner.learned.heats).toEqual([
    { at: Date.parse(minute(103)), jars: 7, climb: 'high', eased: null, held: '4' },
  ])
  // It is no look at the weight, and nothing of the verdict.
  expect((await stove.load()).judgement.verdict).toBe('as-tested')
})

test('a canner’s times are learned from its loads, with their spread', async () => {
  const s = await planned(kit)
  const canner = async () => (await s.who.send('GET', '/api/canners')).body[0]
  expect((await canner()).learned.cool).toMatchObject({ minutes: 35, loads: 0, least: null })
  await s.run(TO_STANDING)
  expect(await canner()).toMatchObject({
    learned: {
      heat: { loads: 1, least: 18, most: 18 },
      climb: { loads: 1, least: 8 },
      cool: { loads: 1, least: 34, minutes: 35 },
    },
    stageMinutes: { coolMin: 35, heatMin: 18 },
  })
})

describe('bad input', () => {
  test.each([-1, 200, '12,5', null, 'NaN'])('a reading of %s psi gets a sentence', async (psi) => {
    const s = await planned(kit, DIAL)
    await s.run(TO_CLIMBING)
    const said = await s.say(20, 'reading', { psi })
    expect(said).toMatchObject({
      status: 400,
      body: { detail: expect.stringMatching(/reading|missing/i) },
    })
    expect((await s.load()).stage).toBe('climbing')
  })
  test('an event for a load that is over is kept; another household’s load is not there', async () => {
    const s = await planned(kit)
    await shelved(s)
    expect((await s.say(OUT + 900, 'still-rocking')).status).toBe(200)
    const other = await kit.household()
    expect(
      (
        await other.send('PUT', `/api/loads/${s.loadId}/events/${id()}`, {
          at: minute(0),
          kind: 'note',
        })
      ).status,
    ).toBe(404)
  })
  test('nobody says that the figures changed but Kelvit', async () => {
    const s = await planned(kit)
    await s.run(TO_CLIMBING)
    expect((await s.say(14, 'figures-changed', { psi: 15 })).status).toBe(400)
  })
  test('a canner that is full takes no second load, whichever button is pressed', async () => {
    const one = await planned(kit)
    const two = await stoveOf(kit, one.who, one)
    await one.run(TO_CLIMBING)
    await two.run([
      [14, 'started'],
      [15, 'filling-began'],
    ])
    for (const kind of ['locked', 'steam-steady', 'weight-on'])
      expect(await two.say(16, kind)).toMatchObject({
        status: 409,
        body: { type: '/problems/canner-busy' },
      })
  })
})
