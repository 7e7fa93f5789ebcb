import { paths } from '@kelvit/contract'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { resources } from '../src/resources'
import { CANNER, id, LOT, startKit, type Browser, type Kit } from './kit'

type Role = 'nobody' | 'viewer' | 'helper' | 'keeper'
const ROLES: readonly Role[] = ['nobody', 'viewer', 'helper', 'keeper']

let kit: Kit
let who: Record<Role, Browser>

beforeAll(async () => {
  kit = await startKit()
  const keeper = await kit.household()
  const invited = async (role: string): Promise<Browser> => {
    const made = await keeper.send('POST', '/api/invitations', { id: id(), role })
    const guest = kit.browser()
    const person = { name: role, signInName: id(), passphrase: 'a few plain words' }
    await guest.send('POST', `/api/invitations/${made.body.token}/accept`, person)
    return guest
  }
  who = {
    nobody: kit.browser(),
    viewer: await invited('viewer'),
    helper: await invited('helper'),
    keeper,
  }
})
afterAll(() => kit.close())

interface Door {
  readonly method: string
  readonly path: string
  readonly least: Role
  readonly body?: unknown
}

/** Where rows of every kind are read and written, as each resource says of itself. */
const doorsOfRows: readonly Door[] = resources.flatMap((r): Door[] => [
  { method: 'GET', path: r.path, least: 'viewer' },
  { method: 'PUT', path: `${r.path}/${id()}`, least: r.write, body: {} },
  ...(r.patch
    ? [{ method: 'PATCH', path: `${r.path}/${id()}`, least: r.write, body: { version: 1 } }]
    : []),
  ...(r.deletable ? [{ method: 'DELETE', path: `${r.path}/${id()}`, least: r.write }] : []),
])

const other: readonly Door[] = [
  { method: 'GET', path: paths.session, least: 'viewer' },
  { method: 'GET', path: paths.household, least: 'viewer' },
  { method: 'PATCH', path: paths.household, least: 'keeper', body: { version: 99, name: 'X' } },
  { method: 'GET', path: paths.members, least: 'viewer' },
  { method: 'PATCH', path: `${paths.members}/${id()}`, least: 'keeper', body: { version: 1 } },
  { method: 'DELETE', path: `${paths.members}/${id()}`, least: 'keeper' },
  { method: 'POST', path: paths.invitations, least: 'keeper', body: {} },
  { method: 'GET', path: paths.invitations, least: 'keeper' },
  { method: 'DELETE', path: `${paths.invitations}/${id()}`, least: 'keeper' },
  { method: 'GET', path: paths.loads, least: 'viewer' },
  { method: 'PUT', path: `${paths.loads}/${id()}`, least: 'helper', body: {} },
  { method: 'DELETE', path: `${paths.loads}/${id()}`, least: 'helper' },
  { method: 'PUT', path: `${paths.loads}/${id()}/events/${id()}`, least: 'helper', body: {} },
  { method: 'GET', path: paths.plantings, least: 'viewer' },
  { method: 'PUT', path: `${paths.plantings}/${id()}`, least: 'helper', body: {} },
  { method: 'DELETE', path: `${paths.plantings}/${id()}`, least: 'helper' },
  { method: 'POST', path: paths.lotMoves, least: 'helper', body: {} },
  { method: 'POST', path: `${paths.lots}/${id()}/split`, least: 'helper', body: {} },
  { method: 'POST', path: `${paths.recipes}/${id()}/jars`, least: 'helper', body: {} },
  { method: 'GET', path: paths.jars, least: 'viewer' },
  { method: 'PATCH', path: `${paths.jars}/${id()}`, least: 'helper', body: {} },
  { method: 'PUT', path: `${paths.jars}/${id()}/fate`, least: 'helper', body: {} },
  { method: 'GET', path: paths.pantryCsv, least: 'viewer' },
  { method: 'PUT', path: paths.seasonPlan, least: 'helper', body: {} },
  { method: 'POST', path: paths.daySheetPdf, least: 'viewer', body: {} },
  { method: 'POST', path: paths.calendarImport, least: 'helper', body: {} },
  { method: 'GET', path: paths.calendar, least: 'viewer' },
  { method: 'GET', path: paths.calendarFeeds, least: 'keeper' },
  { method: 'PUT', path: `${paths.calendarFeeds}/${id()}`, least: 'keeper', body: {} },
  { method: 'DELETE', path: `${paths.calendarFeeds}/${id()}`, least: 'keeper' },
  { method: 'GET', path: `${paths.calendar}/${'x'.repeat(43)}.ics`, least: 'nobody' },
  { method: 'GET', path: paths.health, least: 'nobody' },
  { method: 'GET', path: paths.setup, least: 'nobody' },
  { method: 'GET', path: paths.openapi, least: 'nobody' },
]

describe('every door opens to whom it should', () => {
  test.each([...doorsOfRows, ...other].map((d) => [`${d.method} ${d.path}`, d] as const))(
    '%s',
    async (_, door) => {
      for (const role of ROLES) {
        const answer = await who[role].send(door.method, door.path, door.body)
        const able = ROLES.indexOf(role) >= ROLES.indexOf(door.least)
        if (able) expect([401, 403], role).not.toContain(answer.status)
        else {
          expect(answer.status, role).toBe(role === 'nobody' ? 401 : 403)
          expect(answer.body.detail, role).toMatch(/\.$/)
        }
        expect(answer.status, role).toBeLessThan(500)
      }
    },
  )
  test('what a viewer tried to write is not there, what a helper wrote is', async () => {
    const lot = `/api/lots/${id()}`
    expect((await who.viewer.send('PUT', lot, LOT)).status).toBe(403)
    expect((await who.viewer.send('GET', '/api/lots')).body).toEqual([])
    expect((await who.helper.send('PUT', lot, LOT)).status).toBe(201)
    expect((await who.viewer.send('GET', '/api/lots')).body).toHaveLength(1)
  })
  test('a canner is the keeper’s to add', async () => {
    const canner = `/api/canners/${id()}`
    expect((await who.helper.send('PUT', canner, CANNER)).status).toBe(403)
    expect((await who.keeper.send('PUT', canner, CANNER)).status).toBe(201)
  })
})

describe('the description of the API', () => {
  test('names every path there is, and every role’s doors', async () => {
    const { body } = await who.nobody.send('GET', paths.openapi)
    const told = Object.keys(body.paths).map((p) => p.replace(/\{\w+\}/g, '*'))
    const described = [...doorsOfRows, ...other].filter((d) => d.path !== paths.openapi)
    const doors = described.map((d) => ({
      path: d.path.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, '*').replace(/x{43}/, '*'),
      method: d.method.toLowerCase(),
    }))
    for (const { path, method } of doors) {
      expect(told, path).toContain(path)
      const at = Object.keys(body.paths)[told.indexOf(path)]!
      expect(Object.keys(body.paths[at]), `${method} ${path}`).toContain(method)
    }
  })
})
