import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import {
  everything,
  id,
  LOT,
  newLoad,
  NOW,
  startKit,
  withGear,
  type Browser,
  type Kit,
} from './kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

const lotsOf = async (who: Browser): Promise<any[]> => await everything(who, '/api/lots')

describe('plantings and frost', () => {
  const bed = {
    foodId: 'beans-snap',
    formId: 'beans-snap',
    jar: 'quart',
    variety: 'Fence Runner',
    rowFt: 40,
    expectedLb: 48,
    firstOn: '2026-08-20',
    lastOn: '2026-09-03',
    pickings: 3,
  }

  test('a planting becomes its expected pickings, once, and goes with them', async () => {
    const who = await kit.household()
    const path = `/api/plantings/${id()}`
    expect((await who.send('PUT', path, bed)).status).toBe(201)
    await who.send('PUT', path, bed)
    const lots = await lotsOf(who)
    expect(lots).toHaveLength(3)
    expect(lots.reduce((n, l) => n + l.lb, 0)).toBeCloseTo(48, 6)
    expect(lots.map((l) => [l.arrivedOn, l.state, l.canBy])).toEqual([
      ['2026-08-20', 'expected', '2026-08-21'],
      ['2026-08-27', 'expected', '2026-08-28'],
      ['2026-09-03', 'expected', '2026-09-04'],
    ])
    expect((await who.send('DELETE', path)).status).toBe(204)
    expect(await lotsOf(who)).toEqual([])
  })
  test('a planting that cannot be leaves nothing behind', async () => {
    const who = await kit.household()
    expect(
      (await who.send('PUT', `/api/plantings/${id()}`, { ...bed, lastOn: '2026-08-01' })).status,
    ).toBe(422)
    expect(
      (await who.send('PUT', `/api/plantings/${id()}`, { ...bed, formId: 'beets' })).status,
    ).toBe(422)
    expect((await who.send('PUT', `/api/plantings/${id()}`, { ...bed, pickings: 0 })).status).toBe(
      400,
    )
    expect((await who.send('GET', '/api/plantings')).body).toEqual([])
    expect(await lotsOf(who)).toEqual([])
  })
  test('frost brings all tender lots in as one change, and back; one stale lot stops all', async () => {
    const who = await kit.household()
    await who.send('PUT', `/api/plantings/${id()}`, bed)
    const before = await lotsOf(who)
    const moves = before.map((l) => ({
      id: l.id,
      version: l.version,
      arrivedOn: '2026-08-14',
      state: 'in-house',
    }))
    const came = await who.send('POST', '/api/lot-moves', { lots: moves })
    expect(came.body.map((l: any) => [l.arrivedOn, l.state, l.canBy])).toEqual(
      Array(3).fill(['2026-08-14', 'in-house', '2026-08-15']),
    )
    const half = await who.send('POST', '/api/lot-moves', {
      lots: before.map((l, i) => ({
        id: l.id,
        version: l.version + (i === 2 ? 0 : 1),
        arrivedOn: l.arrivedOn,
        state: 'expected',
      })),
    })
    expect(half.status).toBe(409)
    expect((await lotsOf(who)).every((l) => l.state === 'in-house')).toBe(true)
    await who.send('POST', '/api/lot-moves', {
      lots: before.map((l) => ({
        id: l.id,
        version: l.version + 1,
        arrivedOn: l.arrivedOn,
        state: 'expected',
      })),
    })
    expect((await lotsOf(who)).map((l) => l.arrivedOn)).toEqual(before.map((l) => l.arrivedOn))
  })
  test('a part of a lot may go into other jars, tested ones, also of one that is expected; and back', async () => {
    const who = await kit.household()
    const lotId = id()
    await who.send('PUT', `/api/lots/${lotId}`, { ...LOT, state: 'expected' })
    const part = { id: id(), version: 1, lb: 4, state: 'expected', jar: 'pint' }
    const path = `/api/lots/${lotId}/split`
    expect((await who.send('POST', path, { ...part, state: 'in-house' })).status).toBe(422)
    expect((await who.send('POST', path, { ...part, jar: 'halfPint' })).status).toBe(422)
    const made = await who.send('POST', path, part)
    expect(made.body.map((l: any) => [l.lb, l.jar, l.state, l.finishedOn])).toEqual([
      [10, 'quart', 'expected', null],
      [4, 'pint', 'expected', null],
    ])
    await who.send('POST', '/api/changes/undo', { table: 'lots', id: part.id, version: 1 })
    const lots = (await who.send('GET', '/api/lots')).body
    expect(lots.map((l: any) => [l.id, l.lb, l.jar])).toEqual([[lotId, 14, 'quart']])
  })
  test('a lot is split into a part to eat and the rest, and never into more than it was', async () => {
    const who = await kit.household()
    const { lotId } = await withGear(who)
    // Three days after it came in.
    await kit.clock.set(NOW + 3 * 86_400_000)
    const split = { id: id(), version: 1, lb: 4, state: 'eaten' }
    expect((await who.send('POST', `/api/lots/${lotId}/split`, { ...split, lb: 14 })).status).toBe(
      422,
    )
    // Sent three times at once, it is one split, and all three hear it.
    const three = await Promise.all(
      [1, 2, 3].map(() => who.send('POST', `/api/lots/${lotId}/split`, split)),
    )
    expect(three.map((t) => [t.status, t.body.map((l: any) => l.lb)])).toEqual(
      three.map(() => [200, [10, 4]]),
    )
    const parts = await who.send('POST', `/api/lots/${lotId}/split`, split)
    expect(parts.body.map((l: any) => [l.lb, l.state, l.finishedOn])).toEqual([
      [10, 'in-house', null],
      [4, 'eaten', '2026-08-17'],
    ])
    expect(
      (await who.send('POST', `/api/lots/${lotId}/split`, split)).body.map((l: any) => l.lb),
    ).toEqual([10, 4])
    expect(await lotsOf(who)).toHaveLength(2)
    expect(
      (await who.send('POST', `/api/lots/${lotId}/split`, { ...split, id: id() })).status,
    ).toBe(409)
  })
})

describe('stock', () => {
  test('each load draws new lids, the oldest first, and gives them back when the lid was not locked', async () => {
    kit.clock.set(NOW)
    const who = await kit.household()
    const gear = await withGear(who)
    const lids = (name: string, boughtOn: string, left: number) =>
      who.send('PUT', `/api/lid-lots/${id()}`, {
        name,
        mouth: 'regular',
        boughtOn,
        count: 60,
        left,
      })
    await lids('new', '2026-08-01', 60)
    await lids('old', '2026-06-01', 5)
    await who.send('PUT', `/api/lid-lots/${id()}`, {
      name: 'wide',
      mouth: 'wide',
      boughtOn: '2026-01-01',
      count: 9,
      left: 9,
    })
    const left = async () =>
      Object.fromEntries(
        (await who.send('GET', '/api/lid-lots')).body.map((l: any) => [l.name, l.left]),
      )
    const loadId = id()
    const plan = newLoad(gear)
    await who.send('PUT', `/api/loads/${loadId}`, plan)
    const at = new Date(NOW).toISOString()
    const say = (kind: string, more: object = {}, eventId = id()) =>
      who.send('PUT', `/api/loads/${loadId}/events/${eventId}`, { at, kind, ...more })
    await say('started')
    await say('filling-began')
    const locked = id()
    await say(
      'locked',
      { filled: [{ portionId: plan.portions[0]!.id, jars: 7, lotFinished: true }] },
      locked,
    )
    expect(await left()).toEqual({ new: 58, old: 0, wide: 9 })
    await say(
      'locked',
      { filled: [{ portionId: plan.portions[0]!.id, jars: 7, lotFinished: true }] },
      locked,
    )
    expect(await left()).toEqual({ new: 58, old: 0, wide: 9 })
    expect((await say('retracted', { eventId: locked })).status).toBe(200)
    expect((await lotsOf(who))[0]).toMatchObject({ state: 'in-house', finishedOn: null })
    // All of them, each to the lot it came from.
    expect(await left()).toEqual({ new: 60, old: 5, wide: 9 })
  })
  test('numbers that cannot be are refused', async () => {
    const who = await kit.household()
    const group = `/api/jar-groups/${id()}`
    expect(
      (await who.send('PUT', group, { jar: 'quart', mouth: 'wide', owned: 4, broken: 5 })).status,
    ).toBe(422)
    expect((await who.send('PUT', group, { jar: 'quart', mouth: 'wide', owned: 4 })).status).toBe(
      201,
    )
    expect(
      (await who.send('PUT', `/api/jar-groups/${id()}`, { jar: 'quart', mouth: 'wide', owned: 9 }))
        .status,
    ).toBe(409)
    expect((await who.send('PATCH', group, { version: 1, broken: 9 })).status).toBe(422)
    expect(
      (
        await who.send('PUT', `/api/lid-lots/${id()}`, {
          name: 'x',
          mouth: 'wide',
          boughtOn: '2026-08-01',
          count: 3,
          left: 9,
        })
      ).status,
    ).toBe(422)
    expect(
      (await who.send('PUT', `/api/supplies/${id()}`, { kind: 'gold', amount: 1 })).status,
    ).toBe(400)
    expect(
      (await who.send('PUT', `/api/supplies/${id()}`, { kind: 'salt', amount: -1 })).status,
    ).toBe(400)
  })
})

describe('needs, checks and recipes', () => {
  const need = {
    foodId: 'carrots',
    formId: 'carrots',
    jar: 'quart',
    jarsPerMeal: 1,
    mealsPerWeek: 2,
    freshMonths: [7, 8],
    nextHarvestOn: '2027-08-01',
    certainty: 0.8,
  }
  test('a need per food, changed by version', async () => {
    const who = await kit.household()
    const path = `/api/needs/${id()}`
    expect((await who.send('PUT', path, need)).status).toBe(201)
    expect((await who.send('PUT', `/api/needs/${id()}`, need)).status).toBe(409)
    expect((await who.send('PATCH', path, { version: 1, mealsPerWeek: 3 })).body).toMatchObject({
      mealsPerWeek: 3,
      version: 2,
    })
    expect((await who.send('PATCH', path, { version: 2, formId: 'beets' })).status).toBe(422)
    expect(
      (
        await who.send('PUT', `/api/needs/${id()}`, {
          ...need,
          foodId: 'beets',
          formId: 'beets',
          freshMonths: [13],
        })
      ).status,
    ).toBe(400)
  })
  test('a check is signed by the member and the day, not by the sender', async () => {
    const who = await kit.household()
    const made = await who.send('PUT', `/api/process-checks/${id()}`, {
      formId: 'beets',
      edition: 'printed guide, 2015',
    })
    expect(made.body).toMatchObject({ checkedBy: 'Keeper', checkedOn: '2026-08-14' })
    expect(
      (
        await who.send('PUT', `/api/process-checks/${id()}`, {
          formId: 'beets',
          edition: 'x y z',
          checkedBy: 'Nobody',
        })
      ).status,
    ).toBe(400)
    expect(
      (await who.send('PUT', `/api/process-checks/${id()}`, { formId: 'stew', edition: 'printed' }))
        .status,
    ).toBe(422)
  })
  test('jars of an untested recipe are on record, marked, and never planned', async () => {
    const who = await kit.household()
    const recipeId = id()
    await who.send('PUT', `/api/recipes/${recipeId}`, { name: 'Relish', done: 'By eye.' })
    const ids = [id(), id(), id()]
    const body = { ids, jar: 'pint', cannedOn: '2026-08-01' }
    expect((await who.send('POST', `/api/recipes/${recipeId}/jars`, body)).body).toHaveLength(3)
    expect((await who.send('POST', `/api/recipes/${recipeId}/jars`, body)).body).toEqual([])
    const jars = await everything(who, '/api/jars')
    expect(jars.map((j: any) => [j.foodId, j.recipeId, j.state])).toEqual(
      Array(3).fill(['untested', recipeId, 'on-shelf']),
    )
    expect(
      (
        await who.send('POST', `/api/recipes/${recipeId}/jars`, {
          ...body,
          ids: [id()],
          cannedOn: '2027-01-01',
        })
      ).status,
    ).toBe(422)
    expect(
      (await who.send('POST', `/api/recipes/${id()}/jars`, { ...body, ids: [id()] })).status,
    ).toBe(404)
    expect(
      (
        await who.send('PUT', `/api/lots/${id()}`, {
          ...LOT,
          foodId: 'untested',
          formId: 'untested',
        })
      ).status,
    ).toBe(422)
  })
})
