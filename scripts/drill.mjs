// Kills Kelvit's server, its database and one of the database's connections, again and again, idle
// and under traffic, and looks whether it comes back by itself with everything it had acknowledged.
//   npm run drill -- [--rounds 40] [--seed 1]
// Talks to loopback only, uses a data folder of its own, ends only what it started.
import { execFileSync, spawn } from 'node:child_process'
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { v7 as uuidv7 } from 'uuid'
import { askAt, HOUSEHOLD, startedLoad } from './drill-kit.mjs'

const flag = (name, otherwise) => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? otherwise : Number(process.argv[at + 1])
}
const rounds = flag('rounds', 40)
let seed = flag('seed', 1)
const random = () => (seed = (seed * 1664525 + 1013904223) >>> 0) / 2 ** 32
const sleep = (ms) => new Promise((done) => setTimeout(done, ms))

const root = resolve(import.meta.dirname, '..')
const data = mkdtempSync(join(process.env.KELVIT_TEST_DATA ?? tmpdir(), 'drill-'))
chmodSync(data, 0o755)
const port = await new Promise((done) => {
  const s = createServer().listen(0, '127.0.0.1', () => {
    const { port } = s.address()
    s.close(() => done(port))
  })
})
const base = `http://127.0.0.1:${port}`

let said = ''
const env = { ...process.env }
for (const name of ['DATABASE_URL', 'KELVIT_APP_DATABASE_URL', 'KELVIT_NOW'])
  Reflect.deleteProperty(env, name)
const kelvit = spawn('./kelvit', ['start', '--no-demo', '--port', String(port), '--data', data], {
  cwd: root,
  env,
  stdio: ['ignore', 'pipe', 'pipe'],
})
const gone = new Promise((done) => kelvit.once('exit', (code) => done(code)))
for (const stream of [kelvit.stdout, kelvit.stderr]) stream.on('data', (d) => (said += d))

const ask = (...of) => askAt(base, ...of)
/** Milliseconds until a whole request through the database is answered well. */
const untilWell = async (from, most = 90_000) => {
  for (;;) {
    const well = await ask('GET', '/api/health').then(
      (a) => a.status === 200,
      () => false,
    )
    if (well) return Date.now() - from
    if (Date.now() - from > most || kelvit.exitCode !== null) return Infinity
    await sleep(40)
  }
}

const pidOf = (what) => Number(readFileSync(join(data, what), 'utf8').split(/\s/)[0])
const backends = (postmaster) =>
  execFileSync('ps', ['-o', 'pid=,args=', '--ppid', String(postmaster)], { encoding: 'utf8' })
    .split('\n')
    .filter((l) => /kelvit_app kelvit/.test(l))
    .map((l) => Number(l.trim().split(' ')[0]))
const VICTIMS = {
  server: () => pidOf('server.pid'),
  database: () => pidOf('cluster/postmaster.pid'),
  connection: () => {
    const all = backends(pidOf('cluster/postmaster.pid'))
    return all[Math.floor(random() * all.length)]
  },
}

let failed = 0
const wrong = (words) => {
  failed++
  console.log(`FAIL  ${words}`)
}
try {
  await untilWell(Date.now(), 300_000)
  const { cookie } = await ask('POST', '/api/households', HOUSEHOLD)
  const loadId = await startedLoad(ask, cookie)
  /** Facts of a load at the stove that were acknowledged, by id. */
  const facts = new Map()
  /** Shelves that were acknowledged, by id; a name is sent once, and again while nobody answered. */
  const kept = new Map()
  let sent = 0
  const put = async () => {
    const id = uuidv7()
    const name = `Shelf ${id.slice(-20)}`
    const fact = sent++ % 2 === 1
    const at = new Date().toISOString()
    for (let tries = 0; tries < 400; tries++) {
      const a = await (
        fact
          ? ask(
              'PUT',
              `/api/loads/${loadId}/events/${id}`,
              { at, kind: 'note', text: name },
              cookie,
            )
          : ask('PUT', `/api/shelves/${id}`, { name, position: 1 }, cookie)
      ).catch(() => undefined)
      if (a && a.status < 300) return void (fact ? facts : kept).set(id, name)
      if (a && a.status < 500 && a.status !== 429)
        return wrong(`a change was refused with ${a.status}`)
      await sleep(100)
    }
    wrong('a change was never taken')
  }
  const times = { server: [], database: [], connection: [] }
  for (let round = 0; round < rounds; round++) {
    const kind = Object.keys(VICTIMS)[round % 3]
    const busy = Math.floor(round / 3) % 2 === 1
    let traffic = busy
    const workers = busy
      ? Array.from({ length: 6 }, async () => {
          while (traffic) await put()
        })
      : []
    if (busy) await sleep(150 + random() * 250)
    else await put()
    const victim = VICTIMS[kind]()
    const at = Date.now()
    if (victim) process.kill(victim, 'SIGKILL')
    // The one that was killed may still answer for a moment: what counts is the next that does.
    if (kind === 'server')
      while (pidOf('server.pid') === victim && Date.now() - at < 60_000) await sleep(10)
    if (kind === 'database') await sleep(20)
    const ms = await untilWell(at)
    if (busy) await sleep(200)
    traffic = false
    await Promise.all(workers)
    times[kind].push(ms)
    if (ms === Infinity) wrong(`round ${round}: ${kind} ${busy ? 'busy' : 'idle'} never came back`)
    if (kelvit.exitCode !== null) wrong(`round ${round}: kelvit itself ended`)
  }
  const { body: shelves } = await ask('GET', '/api/shelves', undefined, cookie)
  const found = new Map(shelves.map((s) => [s.id, s.name]))
  for (const [id, name] of kept)
    if (found.get(id) !== name) wrong(`${name} was acknowledged and is lost`)
  if (shelves.length !== found.size || new Set(found.values()).size !== found.size)
    wrong('something stands twice')
  const { body: load } = await ask('GET', `/api/loads/${loadId}`, undefined, cookie)
  const told = load.events.filter((e) => e.kind === 'note')
  for (const [id, text] of facts)
    if (told.filter((e) => e.id === id && e.text === text).length !== 1)
      wrong(`the fact ${text} was acknowledged and is lost or stands twice`)
  const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0
  for (const [kind, list] of Object.entries(times))
    console.log(
      `${kind.padEnd(10)} ${list.length} rounds, up again after ${median(list)} ms at the median, ${Math.max(0, ...list)} ms at most`,
    )
  const up =
    rounds -
    Object.values(times)
      .flat()
      .filter((t) => t === Infinity).length
  console.log(
    `up again by itself in ${up} of ${rounds} rounds; ${kept.size} acknowledged changes, ${[...kept.keys()].filter((id) => found.has(id)).length} there; ${facts.size} acknowledged facts of a load, ${told.filter((e) => facts.has(e.id)).length} there`,
  )
} finally {
  kelvit.kill('SIGTERM')
  const code = await gone
  if (code !== 0) wrong(`kelvit ended with ${code}`)
  if (failed > 0) console.log(said.slice(-3000))
  const far = execFileSync('readlink', ['-f', join(data, 'cluster')], { encoding: 'utf8' }).trim()
  rmSync(far, { recursive: true, force: true })
  rmSync(data, { recursive: true, force: true })
}
process.exitCode = failed > 0 ? 1 : 0
