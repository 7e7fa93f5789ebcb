// Two servers behind one address, a pooler in transaction mode before each of two database
// servers, one of them the other's standby: facts are posted while the first database is killed
// and the standby promoted. Nothing that was acknowledged may be lost, the servers find the new
// database by themselves, and streams go on from where they were.
//   ./kelvit test --drill
// Talks to loopback only, in a folder of its own, and ends only what it started.
import { execFileSync, spawn } from 'node:child_process'
import { chmodSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { connect } from 'node:net'
import { tmpdir, userInfo } from 'node:os'
import { join, resolve } from 'node:path'
import { v7 as uuidv7 } from 'uuid'
import { askAt, HOUSEHOLD, startedLoad } from './drill-kit.mjs'
import pg from 'pg'

const root = resolve(import.meta.dirname, '..')
const bin = `/usr/lib/postgresql/${readdirSync('/usr/lib/postgresql').sort((a, b) => b - a)[0]}/bin`
const sleep = (ms) => new Promise((done) => setTimeout(done, ms))
const ports = async (n) => {
  const held = await Promise.all(
    Array.from(
      { length: n },
      () =>
        new Promise((done) => {
          const s = createServer().listen(0, '127.0.0.1', () => done(s))
        }),
    ),
  )
  return Promise.all(
    held.map(
      (s) =>
        new Promise((done) => {
          const { port } = s.address()
          s.close(() => done(port))
        }),
    ),
  )
}

const base = mkdtempSync(join(tmpdir(), 'kelvit-standby-'))
chmodSync(base, 0o711)
const asRoot = userInfo().uid === 0
/** PostgreSQL and its pooler refuse root. */
const asDb = (cmd, ...args) =>
  asRoot ? ['runuser', ['-u', 'postgres', '--', cmd, ...args]] : [cmd, args]
const db = (cmd, ...args) => {
  const [c, a] = asDb(cmd, ...args)
  return execFileSync(c, a, { cwd: '/', encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] })
}
const own = (path) => asRoot && execFileSync('chown', ['-R', 'postgres', path])
const children = []
const start = (cmd, args, options = {}) => {
  const child = spawn(cmd, args, { stdio: ['ignore', 'pipe', 'pipe'], cwd: root, ...options })
  child.said = ''
  for (const s of [child.stdout, child.stderr])
    s.on('data', (d) => (child.said = (child.said + d).slice(-4000)))
  children.push(child)
  return child
}
const cleanup = []
let failed = 0
const wrong = (words) => {
  failed++
  console.log(`FAIL  ${words}`)
}
const right = (holds, words) => (holds ? console.log(`ok    ${words}`) : wrong(words))

const [p1, p2, b1, b2, w1, w2, door] = await ports(7)
const OWNER = 'owner-of-the-drill',
  APP = 'app-of-the-drill'
const url = (user, pw, ...hosts) =>
  `postgresql://${user}:${pw}@${hosts.map((h) => `127.0.0.1:${h}`).join(',')}/kelvit${hosts.length > 1 ? '?target_session_attrs=read-write' : ''}`

try {
  // The first database, which answers a commit only when the standby has it on disk.
  const one = join(base, 'one'),
    two = join(base, 'two')
  const pwfile = join(base, 'pw')
  writeFileSync(pwfile, OWNER)
  own(base)
  db(
    `${bin}/initdb`,
    '-D',
    one,
    '-U',
    'kelvit_owner',
    '--auth=scram-sha-256',
    `--pwfile=${pwfile}`,
    '-E',
    'UTF8',
    '--locale=C.UTF-8',
  )
  const settings = (port) => [
    '-c',
    `port=${port}`,
    '-c',
    'listen_addresses=127.0.0.1',
    '-c',
    `unix_socket_directories=${base}`,
    '-c',
    'wal_level=replica',
    '-c',
    'max_wal_senders=4',
    '-c',
    'synchronous_commit=on',
  ]
  const up = (folder, port, ...more) => {
    db(
      `${bin}/pg_ctl`,
      '-D',
      folder,
      '-l',
      join(base, `${port}.log`),
      '-w',
      '-o',
      [...settings(port), ...more].map((a) => (/[ *]/.test(a) ? `'${a}'` : a)).join(' '),
      'start',
    )
    cleanup.push(() => {
      try {
        db(`${bin}/pg_ctl`, '-D', folder, '-m', 'immediate', '-w', 'stop')
      } catch {
        /* it was killed */
      }
    })
  }
  up(one, p1)
  const first = new pg.Client({
    connectionString: url('kelvit_owner', OWNER, p1).replace(/kelvit$/, 'postgres'),
  })
  first.on('error', () => undefined)
  await first.connect()
  await first.query(`create role kelvit_app login nosuperuser nobypassrls password '${APP}'`)
  await first.query('create database kelvit')
  // Its standby.
  writeFileSync(join(base, 'pgpass'), `127.0.0.1:${p1}:*:kelvit_owner:${OWNER}\n`, { mode: 0o600 })
  own(base)
  const [copy, args] = asDb(
    'env',
    `PGPASSFILE=${join(base, 'pgpass')}`,
    `${bin}/pg_basebackup`,
    '-D',
    two,
    '-h',
    '127.0.0.1',
    '-p',
    String(p1),
    '-U',
    'kelvit_owner',
    '-R',
    '-X',
    'stream',
    '-c',
    'fast',
  )
  execFileSync(copy, args, { cwd: '/', stdio: ['ignore', 'ignore', 'pipe'] })
  up(
    two,
    p2,
    '-c',
    `primary_conninfo=host=127.0.0.1 port=${p1} user=kelvit_owner password=${OWNER} application_name=standby`,
  )
  await first.query(`alter system set synchronous_standby_names = 'standby'`)
  await first.query('select pg_reload_conf()')
  for (let i = 0; ; i++) {
    const { rows } = await first.query('select sync_state from pg_stat_replication')
    if (rows[0]?.sync_state === 'sync') break
    if (i > 100) throw new Error('the standby never followed')
    await sleep(100)
  }
  await first.end()
  console.log('ok    a standby follows, each commit waits for it')

  // A pooler before each, in transaction mode.
  writeFileSync(join(base, 'users'), `"kelvit_app" "${APP}"\n`)
  for (const [port, to] of [
    [b1, p1],
    [b2, p2],
  ])
    writeFileSync(
      join(base, `pool-${port}.ini`),
      [
        '[databases]',
        `kelvit = host=127.0.0.1 port=${to} dbname=kelvit`,
        '[pgbouncer]',
        'listen_addr = 127.0.0.1',
        `listen_port = ${port}`,
        'unix_socket_dir =',
        'auth_type = scram-sha-256',
        `auth_file = ${join(base, 'users')}`,
        'pool_mode = transaction',
        'default_pool_size = 4',
        'max_client_conn = 200',
        'server_login_retry = 1',
        `logfile = ${join(base, `pool-${port}.log`)}`,
        '',
      ].join('\n'),
    )
  own(base)
  for (const port of [b1, b2])
    start(...asDb('pgbouncer', join(base, `pool-${port}.ini`)), { cwd: '/' })
  await sleep(800)

  // Two servers behind one address.
  const env = (port) => ({
    PATH: process.env.PATH,
    HOME: process.env.HOME,
    PORT: String(port),
    KELVIT_DEMO: '0',
    KELVIT_LOG: 'error',
    DATABASE_URL: url('kelvit_owner', OWNER, p1, p2),
    KELVIT_APP_DATABASE_URL: url('kelvit_app', APP, b1, b2),
    KELVIT_STREAM_DATABASE_URL: url('kelvit_app', APP, p1, p2),
  })
  for (const port of [w1, w2]) {
    const server = start(process.execPath, ['server/dist/main.js'], { env: env(port) })
    for (let i = 0; !server.said.includes('is ready'); i++) {
      if (i > 300 || server.exitCode !== null)
        throw new Error(`a server did not start: ${server.said}`)
      await sleep(100)
    }
  }
  let turn = 0
  const front = createServer((from) => {
    const to = connect([w1, w2][turn++ % 2], '127.0.0.1')
    from.pipe(to).pipe(from)
    for (const s of [from, to])
      s.on('error', () => {
        from.destroy()
        to.destroy()
      })
  }).listen(door, '127.0.0.1')
  cleanup.push(() => front.close())

  const ask = (method, path, body, cookie, at = door) =>
    askAt(`http://127.0.0.1:${at}`, method, path, body, cookie)
  const { cookie, status } = await ask('POST', '/api/households', HOUSEHOLD)
  right(status === 201, 'a household is made through the pooler')
  const [shelf] = [uuidv7()]
  await ask('PUT', `/api/shelves/${shelf}`, { name: 'Cellar', position: 1 }, cookie, w1)
  const seen = await ask('GET', '/api/shelves', undefined, cookie, w2)
  right(seen.body?.[0]?.id === shelf, 'what one server wrote the other reads')

  // A stream at each server, coming back with its place as a browser does.
  const streams = [w1, w2].map((at) => ({ at, seqs: [], resets: 0, ends: 0 }))
  let listening = true
  const hear = async (stream) => {
    let last
    while (listening) {
      try {
        const answer = await fetch(`http://127.0.0.1:${stream.at}/api/live`, {
          headers: { cookie, ...(last === undefined ? {} : { 'last-event-id': String(last) }) },
        })
        if (!answer.ok) throw new Error(String(answer.status))
        let text = ''
        for await (const part of answer.body) {
          text += Buffer.from(part).toString()
          for (let end; (end = text.indexOf('\n\n')) >= 0;) {
            const event = text.slice(0, end)
            text = text.slice(end + 2)
            const id = /^id: (\d+)$/m.exec(event)?.[1]
            if (id !== undefined) last = Number(id)
            if (/^event: change$/m.test(event)) stream.seqs.push(Number(id))
            if (/^event: reset$/m.test(event)) stream.resets++
          }
          if (!listening) break
        }
      } catch {
        /* it comes back */
      }
      stream.ends++
      await sleep(200)
    }
  }
  for (const s of streams) void hear(s)
  await sleep(500)

  const steady = async (method, path, body) => {
    for (let i = 0; i < 300; i++) {
      const a = await ask(method, path, body, cookie).catch(() => undefined)
      if (a && a.status < 300) return a
      if (a && a.status < 500 && a.status !== 429)
        throw new Error(`${path}: ${a.status} ${JSON.stringify(a.body)}`)
      await sleep(100)
    }
    throw new Error(`${path} was never taken`)
  }
  const load = await startedLoad(steady, cookie)

  // Facts are posted all the while, each again until it is acknowledged.
  const kept = new Set()
  let posting = true
  let lastKept = Date.now(),
    longest = 0
  const post = async () => {
    while (posting) {
      const id = uuidv7()
      const body = { kind: 'note', at: new Date().toISOString(), text: `Fact ${id.slice(-12)}` }
      for (let i = 0; i < 400; i++) {
        const a = await ask('PUT', `/api/loads/${load}/events/${id}`, body, cookie).catch(
          () => undefined,
        )
        if (a && a.status < 300) {
          kept.add(id)
          longest = Math.max(longest, Date.now() - lastKept)
          lastKept = Date.now()
          break
        }
        if (a && a.status < 500 && a.status !== 429) {
          wrong(`a fact was refused with ${a.status}: ${JSON.stringify(a.body)}`)
          return
        }
        await sleep(60)
      }
    }
  }
  const posters = Array.from({ length: 4 }, post)
  await sleep(4000)
  const before = kept.size
  longest = 0
  const killedAt = Date.now()
  const postmaster = Number(
    execFileSync('head', ['-n', '1', join(one, 'postmaster.pid')], { encoding: 'utf8' }),
  )
  process.kill(postmaster, 'SIGKILL')
  await sleep(1500)
  db(`${bin}/pg_ctl`, '-D', two, '-w', 'promote')
  const promotedAt = Date.now()
  for (let i = 0; kept.size <= before + 3; i++) {
    if (i > 600) throw new Error('no fact was taken after the promotion')
    await sleep(100)
  }
  const back = Date.now() - promotedAt
  await sleep(5000)
  posting = false
  await Promise.all(posters)
  right(
    before > 20 && kept.size > before + 20,
    `${before} facts acknowledged before, ${kept.size - before} after; taken again ${back} ms after the promotion (${Date.now() - killedAt > 0 ? `longest wait ${longest} ms, of which 1500 were waited before it` : ''})`,
  )

  const { body: told } = await steady('GET', `/api/loads/${load}`)
  const notes = told.events.filter((e) => e.kind === 'note').map((e) => e.id)
  const lost = [...kept].filter((id) => !notes.includes(id))
  right(lost.length === 0, `nothing acknowledged is lost (${lost.length} of ${kept.size})`)
  right(new Set(notes).size === notes.length, 'nothing stands twice')

  const end = async () => {
    let since = 0
    for (;;) {
      const { body } = await steady('GET', `/api/changes?since=${since}&limit=1000`)
      since = body.seq
      if (!body.more) return since
    }
  }
  const last = await end()
  await sleep(2500)
  listening = false
  for (const s of streams) {
    const inOrder = s.seqs.every((n, i) => i === 0 || n === s.seqs[i - 1] + 1)
    right(
      inOrder && s.seqs.at(-1) === last && s.resets === 0,
      `the stream at server ${s.at === w1 ? 1 : 2} heard ${s.seqs.length} lines, each once, in order, up to the last (${s.seqs.at(-1)} of ${last}; ${s.resets} resets)`,
    )
  }
} catch (error) {
  wrong(error.stack ?? String(error))
  for (const c of children) if (c.said) console.log(c.said.slice(-1200))
} finally {
  for (const c of children) c.kill('SIGTERM')
  await sleep(600)
  for (const c of children) if (c.exitCode === null) c.kill('SIGKILL')
  for (const end of cleanup.reverse()) await end()
  rmSync(base, { recursive: true, force: true })
}
process.exit(failed > 0 ? 1 : 0)
