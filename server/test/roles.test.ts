import { paths } from '@kelvit/contract'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
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

/**
 * Where rows of every kind are read and written: who may add, who may change (null for
 * rows that are never changed) and who may remove. A table of its own: what the program
 * says of itself would agree with itself.
 */
const ROWS: readonly (readonly [string, Role, Role | null, Role | null])[] = [
  ['canners', 'keeper', 'keeper', null],
  ['gauge-tests', 'keeper', null, null],
  ['containers', 'helper', 'helper', 'helper'],
  ['crop-words', 'helper', 'helper', 'helper'],
  ['shelves', 'helper', 'helper', 'helper'],
  ['jar-groups', 'helper', 'helper', 'helper'],
  ['lid-lots', 'helper', 'helper', 'helper'],
  ['supplies', 'helper', 'helper', null],
  ['lots', 'helper', 'helper', 'helper'],
  ['needs', 'helper', 'helper', 'helper'],
  ['season-loads', 'helper', 'helper', 'helper'],
  ['kitchen-hours', 'helper', 'helper', null],
  ['kitchen-exceptions', 'helper', null, 'helper'],
  ['busy-times', 'helper', null, 'helper'],
  ['process-checks', 'helper', null, 'helper'],
  ['recipes', 'helper', 'helper', null],
  ['mixed-jars', 'helper', 'helper', 'helper'],
]
const doorsOfRows: readonly Door[] = ROWS.flatMap(([name, add, change, remove]): Door[] => {
  const one = `/api/${name}/${id()}`
  return [
    { method: 'GET', path: `/api/${name}`, least: 'viewer' },
    { method: 'GET', path: one, least: 'viewer' },
    { method: 'PUT', path: one, least: add, body: {} },
    ...(change ? [{ method: 'PATCH', path: one, least: change, body: { version: 1 } }] : []),
    ...(remove ? [{ method: 'DELETE', path: one, least: remove }] : []),
  ]
})

const other: readonly Door[] = [
  { method: 'GET', path: paths.session, least: 'viewer' },
  { method: 'PATCH', path: paths.self, least: 'viewer', body: {} },
  { method: 'GET', path: paths.household, least: 'viewer' },
  { method: 'PATCH', path: paths.household, least: 'keeper', body: { version: 99, name: 'X' } },
  { method: 'GET', path: paths.members, least: 'viewer' },
  { method: 'PATCH', path: `${paths.members}/${id()}`, least: 'keeper', body: { version: 1 } },
  { method: 'DELETE', path: `${paths.members}/${id()}`, least: 'keeper' },
  { method: 'POST', path: paths.invitations, least: 'keeper', body: {} },
  { method: 'GET', path: paths.invitations, least: 'keeper' },
  { method: 'DELETE', path: `${paths.invitations}/${id()}`, least: 'keeper' },
  { method: 'DELETE', path: `${paths.gauges}/${id()}`, least: 'keeper' },
  { method: 'GET', path: paths.loads, least: 'viewer' },
  { method: 'GET', path: `${paths.loads}/past`, least: 'viewer' },
  { method: 'GET', path: `${paths.loads}/${id()}`, least: 'viewer' },
  { method: 'GET', path: `${paths.loads}/${id()}/jars`, least: 'viewer' },
  { method: 'GET', path: `${paths.lots}/past`, least: 'viewer' },
  { method: 'GET', path: paths.yields, least: 'viewer' },
  { method: 'GET', path: paths.use, least: 'viewer' },
  { method: 'GET', path: `${paths.jars}/past`, least: 'viewer' },
  { method: 'GET', path: `${paths.jars}/${id()}`, least: 'viewer' },
  { method: 'GET', path: paths.changes, least: 'viewer' },
  { method: 'POST', path: `${paths.changes}/undo`, least: 'helper', body: {} },
  { method: 'PUT', path: `${paths.loads}/${id()}`, least: 'helper', body: {} },
  { method: 'DELETE', path: `${paths.loads}/${id()}`, least: 'helper' },
  { method: 'GET', path: `${paths.loads}/${id()}/record.pdf`, least: 'viewer' },
  { method: 'PUT', path: `${paths.loads}/${id()}/events/${id()}`, least: 'helper', body: {} },
  { method: 'PUT', path: `${paths.gaugeTests}/${id()}/struck`, least: 'keeper', body: {} },
  { method: 'GET', path: paths.gauges, least: 'viewer' },
  { method: 'PUT', path: `${paths.gauges}/${id()}`, least: 'keeper', body: {} },
  { method: 'DELETE', path: `${paths.gauges}/${id()}`, least: 'keeper' },
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
  { method: 'GET', path: `${paths.jarCodes}/${id()}`, least: 'viewer' },
  { method: 'PUT', path: `${paths.takes}/${id()}`, least: 'helper', body: {} },
  { method: 'PUT', path: `${paths.takes}/${id()}/undo`, least: 'helper', body: {} },
  { method: 'PUT', path: `${paths.counts}/${id()}`, least: 'helper', body: {} },
  { method: 'GET', path: paths.labelSheets, least: 'viewer' },
  { method: 'GET', path: paths.sealRates, least: 'viewer' },
  { method: 'GET', path: paths.logbook, least: 'viewer' },
  { method: 'GET', path: paths.years, least: 'viewer' },
  { method: 'GET', path: `${paths.years}/2026`, least: 'viewer' },
  { method: 'POST', path: paths.nextSeason, least: 'helper', body: {} },
  { method: 'GET', path: paths.tokens, least: 'viewer' },
  { method: 'PUT', path: `${paths.tokens}/${id()}`, least: 'viewer', body: {} },
  { method: 'DELETE', path: `${paths.tokens}/${id()}`, least: 'viewer' },
  { method: 'GET', path: paths.devices, least: 'viewer' },
  { method: 'PATCH', path: `${paths.devices}/${id()}`, least: 'viewer', body: {} },
  { method: 'DELETE', path: `${paths.devices}/${id()}`, least: 'viewer' },
  { method: 'GET', path: paths.calling, least: 'viewer' },
  { method: 'PUT', path: paths.calling, least: 'viewer', body: {} },
  { method: 'DELETE', path: paths.calling, least: 'viewer' },
  { method: 'POST', path: paths.callingTest, least: 'viewer', body: {} },
  { method: 'GET', path: paths.archive, least: 'keeper' },
  { method: 'POST', path: paths.archive, least: 'keeper', body: {} },
  { method: 'GET', path: paths.archiveSchema, least: 'nobody' },
  { method: 'GET', path: `${paths.csv}/lots`, least: 'viewer' },
  { method: 'POST', path: `${paths.csv}?kind=lots`, least: 'helper', body: {} },
  { method: 'GET', path: `${paths.gaugeTests}/${id()}/recall`, least: 'viewer' },
  { method: 'POST', path: paths.labels, least: 'viewer', body: {} },
  { method: 'PUT', path: paths.seasonPlan, least: 'helper', body: {} },
  { method: 'POST', path: paths.daySheetPdf, least: 'viewer', body: {} },
  { method: 'POST', path: paths.calendarImport, least: 'helper', body: {} },
  { method: 'GET', path: paths.calendar, least: 'viewer' },
  { method: 'GET', path: paths.calendarFeeds, least: 'keeper' },
  { method: 'PUT', path: `${paths.calendarFeeds}/${id()}`, least: 'keeper', body: {} },
  { method: 'DELETE', path: `${paths.calendarFeeds}/${id()}`, least: 'keeper' },
  { method: 'GET', path: `${paths.calendar}/${'x'.repeat(43)}.ics`, least: 'nobody' },
  { method: 'GET', path: paths.house, least: 'viewer' },
  { method: 'GET', path: paths.health, least: 'nobody' },
  { method: 'GET', path: paths.setup, least: 'nobody' },
  { method: 'GET', path: paths.openapi, least: 'nobody' },
  { method: 'GET', path: paths.clock, least: 'nobody' },
  { method: 'GET', path: `${paths.method}?form=beets`, least: 'nobody' },
  { method: 'GET', path: `${paths.mixedJar}?jar=pint`, least: 'nobody' },
  { method: 'GET', path: `${paths.estimate}?line=30 lb snap beans`, least: 'nobody' },
  { method: 'GET', path: `${paths.ask}?q=may I skip venting`, least: 'nobody' },
]

/** Doors that are tried elsewhere: they end sessions, make households, or never end. */
const ELSEWHERE = [
  'POST /api/clock',
  'POST /api/session',
  'DELETE /api/session',
  'DELETE /api/sessions',
  'POST /api/households',
  'GET /api/invitations/*',
  'POST /api/invitations/*/accept',
  'POST /api/gauges/*/readings',
  'GET /api/live',
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

test('no door is forgotten in this table', () => {
  const star = (path: string): string =>
    path
      .split('?')[0]!
      .replace(/[0-9a-f]{8}-[0-9a-f-]{27}|\{\w+\}/g, '*')
      .replace(/x{43}|(?<=years\/)\d{4}|(?<=csv\/)lots/, '*')
  const tried = [...doorsOfRows, ...other].map((d) => `${d.method} ${star(d.path)}`)
  expect([...new Set([...tried, ...ELSEWHERE])].sort()).toEqual(kit.routes().map(star).sort())
})
