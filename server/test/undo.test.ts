// Taking back what one did, as the household's log has it from before.
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { id, LOT, person, startKit, withGear, type Browser, type Kit } from './kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

const undo = (who: Browser, table: string, row: string, version: number | null) =>
  who.send('POST', '/api/changes/undo', { table, id: row, version })
const one = async (who: Browser, path: string) => (await who.send('GET', path)).body
/** A row without what every write changes. */
const plain = ({ version: _version, ...row }: { version: number }) => row
async function joining(keeper: Browser, role: string): Promise<Browser> {
  const { token } = (await keeper.send('POST', '/api/invitations', { id: id(), role })).body
  const guest = kit.browser()
  await guest.send('POST', `/api/invitations/${token}/accept`, person())
  return guest
}
const shelve = async (who: Browser, name = 'Cellar, left'): Promise<string> => {
  const shelf = id()
  await who.send('PUT', `/api/shelves/${shelf}`, { name, position: 3 })
  return shelf
}
/** Several lots in one go: they came a day early and are in the house. */
const moveIn = (who: Browser, lots: readonly string[]) =>
  who.send('POST', '/api/lot-moves', {
    lots: lots.map((lot) => ({ id: lot, version: 1, arrivedOn: '2026-08-09', state: 'in-house' })),
  })

describe('what was changed', () => {
  test('is as it was, also what the change itself would work out anew', async () => {
    const who = await kit.household()
    const { lotId } = await withGear(who)
    // A can-by of one's own: moving the lot back by hand would put the usual one in its place.
    await who.send('PATCH', `/api/lots/${lotId}`, { version: 1, canBy: '2026-08-16' })
    const before = await one(who, `/api/lots/${lotId}`)
    const moves = [{ id: lotId, version: 2, arrivedOn: '2026-08-10', state: 'in-house' }]
    await who.send('POST', '/api/lot-moves', { lots: moves })
    expect((await one(who, `/api/lots/${lotId}`)).canBy).not.toBe(before.canBy)
    expect((await undo(who, 'lots', lotId, 3)).status).toBe(204)
    const after = await one(who, `/api/lots/${lotId}`)
    expect(plain(after)).toEqual(plain(before))
    // Newer than anything a device has seen.
    expect(after.version).toBe(4)
  })
  test('of several rows in one go all of it, by any of them', async () => {
    const who = await kit.household()
    const lots = [id(), id(), id()]
    for (const lot of lots) await who.send('PUT', `/api/lots/${lot}`, LOT)
    await moveIn(who, lots)
    expect((await undo(who, 'lots', lots[1]!, 2)).status).toBe(204)
    for (const lot of lots)
      expect(await one(who, `/api/lots/${lot}`)).toMatchObject({
        arrivedOn: LOT.arrivedOn,
        version: 3,
      })
  })
  test('of two changes only the last, and then the one before', async () => {
    const who = await kit.household()
    const shelf = await shelve(who, 'One')
    await who.send('PATCH', `/api/shelves/${shelf}`, { version: 1, name: 'Two' })
    await who.send('PATCH', `/api/shelves/${shelf}`, { version: 2, name: 'Three' })
    await undo(who, 'shelves', shelf, 3)
    expect(await one(who, `/api/shelves/${shelf}`)).toMatchObject({ name: 'Two', version: 4 })
    // Taken back, it is the change that is taken back next.
    await undo(who, 'shelves', shelf, 4)
    expect(await one(who, `/api/shelves/${shelf}`)).toMatchObject({ name: 'Three', version: 5 })
  })
})

describe('what was removed or made', () => {
  test('a shelf that went is there again, with the jars that stood on it', async () => {
    const who = await kit.household()
    const shelf = await shelve(who)
    const recipe = id()
    await who.send('PUT', `/api/recipes/${recipe}`, { name: 'Relish', done: 'As ever' })
    const jar = id()
    await who.send('POST', `/api/recipes/${recipe}/jars`, {
      ...{ ids: [jar], jar: 'pint', cannedOn: '2026-08-01' },
    })
    const { version } = await one(who, `/api/jars/${jar}`)
    await who.send('PATCH', `/api/jars/${jar}`, { version, shelfId: shelf })
    await who.send('DELETE', `/api/shelves/${shelf}`)
    expect((await one(who, `/api/jars/${jar}`)).shelfId).toBeNull()
    expect((await undo(who, 'shelves', shelf, null)).status).toBe(204)
    expect(await one(who, `/api/shelves/${shelf}`)).toMatchObject({
      name: 'Cellar, left',
      position: 3,
    })
    expect((await one(who, `/api/jars/${jar}`)).shelfId).toBe(shelf)
  })
  test('a planting goes with its pickings, and one that was dropped comes with them', async () => {
    const who = await kit.household()
    const planting = id()
    await who.send('PUT', `/api/plantings/${planting}`, {
      ...{ foodId: 'beans-snap', formId: 'beans-snap', jar: 'quart', rowFt: 40, expectedLb: 30 },
      ...{ firstOn: '2026-08-20', lastOn: '2026-09-10', pickings: 3 },
    })
    const pickings = async () =>
      (await one(who, '/api/lots')).filter((l: any) => l.plantingId === planting).map(plain)
    const before = await pickings()
    expect(before).toHaveLength(3)
    await who.send('DELETE', `/api/plantings/${planting}`)
    expect(await pickings()).toEqual([])
    expect((await undo(who, 'plantings', planting, null)).status).toBe(204)
    expect(await pickings()).toEqual(before)
    const { version } = (await one(who, '/api/plantings')).find((p: any) => p.id === planting)
    expect((await undo(who, 'plantings', planting, version)).status).toBe(204)
    expect(await pickings()).toEqual([])
  })
  test('a season plan as a whole', async () => {
    const who = await kit.household()
    const gear = await withGear(who)
    const load = (jars: number) => ({
      ...{ id: id(), onDate: '2026-08-15', cannerId: gear.cannerId, pinned: false },
      portions: [
        {
          ...{ lotId: gear.lotId, formId: 'beans-snap', pack: 'hot' },
          ...{ jar: 'quart', mouth: 'regular', jars },
        },
      ],
    })
    const first = await who.send('PUT', '/api/season-plan', { seen: [], loads: [load(4), load(3)] })
    const seen = first.body.map((l: any) => ({ id: l.id, version: l.version }))
    const second = await who.send('PUT', '/api/season-plan', { seen, loads: [load(7)] })
    expect(second.body).toHaveLength(1)
    expect((await undo(who, 'season_loads', second.body[0].id, 1)).status).toBe(204)
    const by = (a: any, b: any) => a.id.localeCompare(b.id)
    expect((await one(who, '/api/season-loads')).map(plain).sort(by)).toEqual(
      first.body.map(plain).sort(by),
    )
  })
})

describe('nothing is taken back', () => {
  test('over what somebody did since, to any of the rows', async () => {
    const who = await kit.household()
    const other = await joining(who, 'helper')
    const lots = [id(), id()]
    for (const lot of lots) await who.send('PUT', `/api/lots/${lot}`, LOT)
    await moveIn(who, lots)
    await other.send('PATCH', `/api/lots/${lots[1]}`, { version: 2, note: 'Mine' })
    const refused = await undo(who, 'lots', lots[0]!, 2)
    expect([refused.status, refused.body.type]).toEqual([409, '/problems/changed-meanwhile'])
    expect((await one(who, `/api/lots/${lots[0]}`)).arrivedOn).toBe('2026-08-09')
    expect((await undo(who, 'lots', lots[1]!, 2)).status).toBe(403)
    expect((await undo(who, 'lots', lots[1]!, 3)).status).toBe(403)
  })
  test('twice by one press that was repeated', async () => {
    const who = await kit.household()
    const shelf = await shelve(who)
    await who.send('DELETE', `/api/shelves/${shelf}`)
    expect((await undo(who, 'shelves', shelf, null)).status).toBe(204)
    expect((await undo(who, 'shelves', shelf, null)).status).toBe(409)
  })
  test('that another did, of another household, or that never was', async () => {
    const who = await kit.household()
    const shelf = await shelve(who)
    await who.send('PATCH', `/api/shelves/${shelf}`, { version: 1, name: 'Mine' })
    const other = await joining(who, 'keeper')
    expect((await undo(other, 'shelves', shelf, 2)).body.type).toBe('/problems/not-yours')
    expect((await undo(await kit.household(), 'shelves', shelf, 2)).status).toBe(404)
    expect((await undo(who, 'shelves', id(), 1)).status).toBe(404)
    expect((await one(who, `/api/shelves/${shelf}`)).name).toBe('Mine')
  })
  test('of facts: a gauge test, a canner’s points, a load, a jar that was eaten', async () => {
    const who = await kit.household()
    const gear = await withGear(who, { name: 'Dial', ...DIAL })
    const test = id()
    await who.send('PUT', `/api/gauge-tests/${test}`, {
      ...{ cannerId: gear.cannerId, testedOn: '2026-08-01', errorPsi: 1, testedBy: 'the office' },
    })
    expect((await undo(who, 'gauge_tests', test, 1)).status).toBe(422)
    await who.send('PATCH', `/api/canners/${gear.cannerId}`, { version: 1, defects: ['vent'] })
    expect((await undo(who, 'canners', gear.cannerId, 2)).status).toBe(422)
    expect((await undo(who, 'households', await houseOf(who), 1)).status).toBeGreaterThanOrEqual(
      400,
    )
    const recipe = id()
    const jar = id()
    await who.send('PUT', `/api/recipes/${recipe}`, { name: 'Relish', done: 'As ever' })
    await who.send('POST', `/api/recipes/${recipe}/jars`, {
      ...{ ids: [jar], jar: 'pint', cannedOn: '2026-08-01' },
    })
    await who.send('PUT', `/api/jars/${jar}/fate`, {
      ...{ state: 'discarded', at: '2026-08-14T23:00:00Z' },
    })
    const { version } = await one(who, `/api/jars/${jar}`)
    expect((await undo(who, 'jars', jar, version)).body.type).toBe('/problems/no-undo')
    expect((await one(who, `/api/jars/${jar}`)).state).toBe('discarded')
  })
  test('by somebody who may not write any more', async () => {
    const keeper = await kit.household()
    const guest = await joining(keeper, 'helper')
    const shelf = await shelve(guest)
    const me = (await one(guest, '/api/session')).member
    const { version } = (await one(keeper, '/api/members')).find((m: any) => m.id === me.id)
    await keeper.send('PATCH', `/api/members/${me.id}`, { version, role: 'viewer' })
    expect((await undo(guest, 'shelves', shelf, 1)).status).toBe(403)
    expect((await one(keeper, `/api/shelves/${shelf}`)).id).toBe(shelf)
  })
})

const houseOf = async (who: Browser): Promise<string> => (await one(who, '/api/household')).id
const DIAL = {
  ...{ gauge: 'dial', regulatedBy: 'dial', capacity: { quart: 7 }, minimum: { quart: 2, pint: 4 } },
  stageMinutes: {
    ...{ fillMinPerJar: 1, fillMinFixed: 5, heatMin: 18, ventMin: 10 },
    ...{ climbMin: 8, coolMin: 35, restMin: 10, unloadMin: 6 },
  },
}
