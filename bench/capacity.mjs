// What a household costs in an hour in which it is at work: CPU of the server and of PostgreSQL,
// measured on a household as large as the demo. From it, how many a core carries.
//   npm run bench -- capacity
import { execFileSync } from 'node:child_process'
import { readdirSync, readFileSync, readlinkSync } from 'node:fs'
import { v7 as uuidv7 } from 'uuid'
import { ownKelvit } from './kelvit.mjs'

/** An hour at work: two devices open Kelvit, one load is told of, jars are taken, rows are changed. */
const HOUR = { opens: 2, facts: 15, takes: 4, changes: 10 }
const HOURS = 30
/** What a device reads when it opens, and keeps for the cellar. */
const LISTS = [
  'session',
  'loads',
  'jars',
  'canners',
  'lots',
  'shelves',
  'needs',
  'season-loads',
  'yields',
  'use',
  'gauges',
  'containers',
  'crop-words',
  'jar-groups',
  'lid-lots',
  'supplies',
  'process-checks',
  'recipes',
  'kitchen-hours',
  'kitchen-exceptions',
  'busy-times',
  'members',
]

const kelvit = await ownKelvit('capacity', { demo: true })
const TICK = Number(execFileSync('getconf', ['CLK_TCK'], { encoding: 'utf8' }))
/** CPU seconds of processes by the folder they stand in, or by their command. */
const cpu = () => {
  const sums = { server: 0, database: 0 }
  for (const pid of readdirSync('/proc').filter((p) => /^\d+$/.test(p)))
    try {
      const stat = readFileSync(`/proc/${pid}/stat`, 'utf8')
      const name = stat.slice(stat.indexOf('(') + 1, stat.lastIndexOf(')'))
      const rest = stat.slice(stat.lastIndexOf(')') + 2).split(' ')
      const spent = (Number(rest[11]) + Number(rest[12])) / TICK
      const folder = readlinkSync(`/proc/${pid}/cwd`)
      if (name.startsWith('postgres') && folder.includes('capacity-')) sums.database += spent
      else if (
        readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('server/dist/main.js') &&
        name.startsWith('node')
      )
        sums.server += spent
    } catch {
      // It ended meanwhile.
    }
  return sums
}

const zip = Buffer.from(
  await (
    await fetch(`${kelvit.base}/api/archive`, { headers: { cookie: kelvit.cookie() } })
  ).arrayBuffer(),
)
const made = await fetch(`${kelvit.base}/api/households`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({
    household: { name: 'Nettle Row', zone: 'America/Denver', altitudeFt: 2640, units: 'us' },
    keeper: { name: 'Juniper', signInName: 'juniper', passphrase: 'a few plain words' },
  }),
})
const cookie = made.headers
  .getSetCookie()
  .map((c) => c.split(';')[0])
  .join('; ')
const ask = async (method, path, body) => {
  const answer = await fetch(kelvit.base + path, {
    method,
    headers: { cookie, ...(body ? { 'content-type': 'application/json' } : {}) },
    ...(body ? { body: JSON.stringify(body) } : {}),
  })
  const text = await answer.text()
  if (answer.status >= 400) throw new Error(`${method} ${path}: ${answer.status} ${text}`)
  return JSON.parse(text || 'null')
}
const read = await fetch(`${kelvit.base}/api/archive`, {
  method: 'POST',
  headers: { cookie, 'content-type': 'application/zip' },
  body: zip,
})
if (!read.ok) throw new Error(await read.text())

const loads = await ask('GET', '/api/loads')
let turn = 0
const streams = Array.from({ length: HOUR.opens }, () => {
  const stop = new AbortController()
  const heard = fetch(`${kelvit.base}/api/live`, { headers: { cookie }, signal: stop.signal })
    .then(async (a) => {
      for await (const part of a.body) void part
    })
    .catch(() => undefined)
  return { stop, heard }
})
const work = {
  opens: async () => {
    for (const list of LISTS) await ask('GET', `/api/${list}`)
  },
  facts: () =>
    ask('PUT', `/api/loads/${loads[turn++ % loads.length].id}/events/${uuidv7()}`, {
      kind: 'note',
      at: '2026-08-14T23:00:00Z',
      text: 'It holds well',
    }),
  takes: async () => {
    const id = uuidv7()
    await ask('PUT', `/api/takes/${id}`, {
      foodId: 'corn',
      jar: 'pint',
      count: 1,
      why: 'eaten',
      at: '2026-08-14T23:00:00Z',
      preferred: [],
    })
    await ask('PUT', `/api/takes/${id}/undo`, { at: '2026-08-14T23:00:00Z' })
  },
  changes: () =>
    ask('PUT', `/api/shelves/${uuidv7()}`, { name: `Shelf ${uuidv7().slice(-9)}`, position: 1 }),
}
for (const each of Object.values(work)) await each()
const cost = {}
for (const [name, each] of Object.entries(work)) {
  const from = cpu()
  const times = HOUR[name] * HOURS
  for (let i = 0; i < times; i++) await each()
  const to = cpu()
  cost[name] = {
    server: (to.server - from.server) / times,
    database: (to.database - from.database) / times,
  }
}
const ms = (s) => `${(s * 1000).toFixed(1)} ms`
for (const [name, c] of Object.entries(cost))
  console.log(
    `${name.padEnd(8)} ${HOUR[name]} an hour, each ${ms(c.server)} of the server and ${ms(c.database)} of PostgreSQL`,
  )
const hour = Object.entries(cost).reduce(
  (n, [name, c]) => ({
    server: n.server + HOUR[name] * c.server,
    database: n.database + HOUR[name] * c.database,
  }),
  { server: 0, database: 0 },
)
const both = hour.server + hour.database
console.log(
  `an hour at work: ${ms(hour.server)} of the server and ${ms(hour.database)} of PostgreSQL`,
)
console.log(
  `at half load a core carries ${Math.floor(1800 / both)} households at work; servers take ${((hour.server / both) * 100).toFixed(0)}% of it`,
)
for (const s of streams) s.stop.abort()
await kelvit.end()
