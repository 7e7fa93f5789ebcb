import { execFileSync, spawn } from 'node:child_process'
import { existsSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { basename, dirname, join, resolve } from 'node:path'
import { newDataFolder, ownEnv, startKelvit } from './kelvit'
import { expect, test } from './kit'

const ROOT = resolve(import.meta.dirname, '..')
const pidIn = (data: string, file: string): number =>
  Number(readFileSync(join(data, file), 'utf8').split(/\s/)[0])
/** The database's process, undefined while its file is being written. */
const postmaster = (data: string): number | undefined => {
  try {
    return pidIn(data, 'cluster/postmaster.pid') || undefined
  } catch {
    return undefined
  }
}
const runs = (pid: number): boolean => {
  try {
    return !/^State:\s+Z/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'))
  } catch {
    return false
  }
}
const healthy = async (base: string): Promise<boolean> =>
  fetch(`${base}/api/health`).then(
    (a) => a.status === 200,
    () => false,
  )
const kelvit = (data: string, ...args: string[]): string =>
  execFileSync(join(ROOT, 'kelvit'), [...args, '--data', data], {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'pipe'],
    env: ownEnv(),
  })

test('what dies is started again, by itself and at the same place', async () => {
  const data = newDataFolder('dies')
  const k = await startKelvit(data, ['--no-demo'])
  const port = readFileSync(join(data, 'pgport'), 'utf8')
  for (const file of ['server.pid', 'cluster/postmaster.pid']) {
    const victim = pidIn(data, file)
    process.kill(victim, 'SIGKILL')
    await expect
      .poll(
        () =>
          existsSync(join(data, file)) && pidIn(data, file) !== victim && runs(pidIn(data, file)),
        { timeout: 40_000 },
      )
      .toBe(true)
    await expect.poll(() => healthy(k.base), { timeout: 40_000 }).toBe(true)
  }
  expect(readFileSync(join(data, 'pgport'), 'utf8')).toBe(port)
  expect(runs(k.process.pid!)).toBe(true)
  // One that hangs answers nobody; it is ended and started again.
  const stuck = pidIn(data, 'cluster/postmaster.pid')
  process.kill(stuck, 'SIGSTOP')
  await expect
    .poll(
      () =>
        existsSync(join(data, 'cluster/postmaster.pid')) &&
        pidIn(data, 'cluster/postmaster.pid') !== stuck &&
        healthy(k.base),
      { timeout: 120_000 },
    )
    .toBe(true)
  // So is one that hangs while it is still being started.
  const before = pidIn(data, 'cluster/postmaster.pid')
  process.kill(before, 'SIGKILL')
  const early = await expect
    .poll(
      () => {
        const pid = postmaster(data)
        return pid !== undefined && pid !== before && runs(pid) && process.kill(pid, 'SIGSTOP')
      },
      { timeout: 40_000, intervals: [10] },
    )
    .toBe(true)
    .then(() => postmaster(data))
  await expect
    .poll(async () => postmaster(data) !== early && (await healthy(k.base)), { timeout: 120_000 })
    .toBe(true)
  // And whoever wants to stop is not kept waiting by it.
  process.kill(pidIn(data, 'cluster/postmaster.pid'), 'SIGSTOP')
  expect(kelvit(data, 'stop')).toContain('stopped')
  expect(runs(k.process.pid!)).toBe(false)
  expect(existsSync(join(data, 'cluster/postmaster.pid'))).toBe(false)
  rmSync(data, { recursive: true, force: true })
})

test('after kelvit itself was killed, or its terminal closed: stop and start work, and nobody else is touched', async () => {
  const data = newDataFolder('killed')
  const first = await startKelvit(data, ['--no-demo'])
  const server = pidIn(data, 'server.pid')
  first.process.kill('SIGKILL')
  // Nobody keeps it any more: it ends by itself, and its port is free.
  await expect.poll(() => runs(server), { timeout: 20_000 }).toBe(false)
  const port = Number(new URL(first.base).port)
  const second = await startKelvit(data, ['--no-demo'], port)
  expect(await healthy(second.base)).toBe(true)
  second.process.kill('SIGKILL')
  expect(kelvit(data, 'stop')).toContain('stopped')
  expect(existsSync(join(data, 'cluster/postmaster.pid'))).toBe(false)

  // A pid file left behind names a process that is somebody else's now, or ourselves in a new container.
  const stranger = spawn('sleep', ['300'], { stdio: 'ignore' })
  for (const line of [
    `${stranger.pid}\n`,
    `${stranger.pid} 12345 00000000-0000-0000-0000-000000000000\n`,
  ]) {
    writeFileSync(join(data, 'kelvit.pid'), line)
    writeFileSync(join(data, 'server.pid'), line)
    expect(kelvit(data, 'stop')).toContain('stopped')
    expect(runs(stranger.pid!)).toBe(true)
  }
  writeFileSync(join(data, 'kelvit.pid'), `${stranger.pid} 1 x\n`)
  writeFileSync(join(data, 'server.pid'), `${stranger.pid} 1 x\n`)
  const third = await startKelvit(data, ['--no-demo'], port)
  expect(runs(stranger.pid!)).toBe(true)
  stranger.kill('SIGKILL')

  const gone = new Promise((done) => third.process.once('exit', done))
  third.process.kill('SIGHUP')
  expect(await gone).toBe(0)
  expect(existsSync(join(data, 'kelvit.pid'))).toBe(false)
  expect(await healthy(third.base)).toBe(false)
  rmSync(data, { recursive: true, force: true })
})

test('a port that is taken ends the first start with a sentence', async () => {
  const data = newDataFolder('taken')
  const k = await startKelvit(data, ['--no-demo'])
  const other = newDataFolder('taken-too')
  expect(() => kelvit(other, 'start', '--no-demo', '--port', new URL(k.base).port)).toThrow(
    /another program uses this port/,
  )
  await k.stop()
  for (const d of [data, other]) rmSync(d, { recursive: true, force: true })
})

const FIRST = { signInName: 'first of the larder', passphrase: 'a few plain words' }
const post = (base: string, path: string, body: object): Promise<Response> =>
  fetch(base + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })

/** Runs Kelvit and tells how it ended and what it said. */
const ended = (data: string, ...args: string[]): Promise<{ code: number | null; said: string }> =>
  new Promise((done) => {
    const child = spawn(join(ROOT, 'kelvit'), [...args, '--data', data], { env: ownEnv() })
    let said = ''
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk: Buffer) => (said += chunk.toString()))
    child.once('exit', (code) => done({ code, said }))
  })

test('of two starts at once in a fresh folder one serves and the other says why it does not', async () => {
  const data = newDataFolder('twice')
  const both = await Promise.allSettled([
    startKelvit(data, ['--no-demo']),
    startKelvit(data, ['--no-demo']),
  ])
  const [one] = both.flatMap((b) => (b.status === 'fulfilled' ? [b.value] : []))
  const [other] = both.flatMap((b) => (b.status === 'rejected' ? [String(b.reason)] : []))
  expect(other).toMatch(/already runs from/)
  expect(await healthy(one!.base)).toBe(true)
  // While it runs it can be backed up, and nothing is restored over it.
  const file = join(data, 'house.kelvit')
  expect(kelvit(data, 'backup', file)).toContain('is kept in')
  expect((await ended(data, 'restore', file, '--replace')).said).toMatch(/stop Kelvit first/)
  await one!.stop()
  rmSync(data, { recursive: true, force: true })
})

test('while a backup is restored nothing else touches the data, and one cut off loses nothing', async () => {
  const data = newDataFolder('restoring')
  const k = await startKelvit(data, ['--no-demo'])
  const made = await post(k.base, '/api/households', {
    household: { name: 'Larder', zone: 'America/Denver', altitudeFt: 2640, units: 'us' },
    keeper: { name: 'First', ...FIRST },
  })
  expect(made.status, await made.text()).toBe(201)
  await k.stop()
  const file = join(data, 'house.kelvit')
  kelvit(data, 'backup', file)
  const holder = spawn('bash', [
    '-c',
    `exec 9<> ${data}/lock; flock 9; echo restore >&9; echo held; exec sleep 60`,
  ])
  await new Promise((done) => holder.stdout.once('data', done))
  const refused = await Promise.all(
    [['start', '--no-demo'], ['backup', `${file}2`], ['restore', file, '--replace'], ['stop']].map(
      (args) => ended(data, ...args),
    ),
  )
  for (const { code, said } of refused) {
    expect(code).toBe(1)
    expect(said).toMatch(/a backup is being restored/)
  }
  holder.kill('SIGKILL')
  // Killed at any moment: what was there, or what was restored, never an empty Kelvit.
  for (const ms of [300, 900, 1500, 2500]) {
    const child = spawn(join(ROOT, 'kelvit'), ['restore', file, '--replace', '--data', data], {
      env: ownEnv(),
      detached: true,
      stdio: 'ignore',
    })
    await new Promise((done) => setTimeout(done, ms))
    if (child.exitCode === null) process.kill(-child.pid!, 'SIGKILL')
    const again = await startKelvit(data, ['--no-demo'])
    const signedIn = await post(again.base, '/api/session', {
      name: FIRST.signInName,
      passphrase: FIRST.passphrase,
    })
    expect(signedIn.status).toBe(201)
    await again.stop()
  }
  rmSync(data, { recursive: true, force: true })
})

test('backups stand where the caller stands, for its eyes only, and say what they are', async () => {
  const data = newDataFolder('kept')
  const k = await startKelvit(data, ['--no-demo'])
  await k.stop()
  const here = newDataFolder('here')
  const run = (...args: string[]): string =>
    execFileSync(join(ROOT, 'kelvit'), [...args, '--data', data], {
      cwd: here,
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'pipe'],
      env: ownEnv(),
    })
  run('backup', 'house.kelvit')
  const file = join(here, 'house.kelvit')
  expect(statSync(file).mode & 0o777).toBe(0o600)
  const bytes = readFileSync(file)
  expect(bytes.subarray(0, 16).toString()).toBe('KELVIT BACKUP 1 ')
  expect(existsSync(join(ROOT, 'house.kelvit'))).toBe(false)

  const damaged = Buffer.from(bytes)
  damaged[damaged.length - 20]! ^= 1
  writeFileSync(join(here, 'damaged.kelvit'), damaged)
  expect(() => run('restore', 'damaged.kelvit', '--replace')).toThrow(/damaged/)
  // A dump of some other database is no backup of Kelvit, whatever it is called.
  const url = /^(.*)$/.exec(otherDump(data, join(here, 'other.kelvit')))
  expect(url).not.toBeNull()
  expect(() => run('restore', 'other.kelvit', '--replace')).toThrow(/not a backup of Kelvit/)
  writeFileSync(join(here, 'words.kelvit'), 'dear diary')
  expect(() => run('restore', 'words.kelvit', '--replace')).toThrow(/not a backup of Kelvit/)
  // What was turned away leaves no database running.
  expect(existsSync(join(data, 'cluster/postmaster.pid'))).toBe(false)
  // What a newer Kelvit wrote is neither restored nor started on, and says why.
  inDatabase(
    data,
    `sql "$DATABASE_URL" -c "insert into drizzle.__drizzle_migrations (hash, created_at) values ('to come', 9999999999999)"`,
  )
  run('backup', 'newer.kelvit')
  expect(() => run('restore', 'newer.kelvit', '--replace')).toThrow(/newer Kelvit/)
  expect((await ended(data, 'start', '--no-demo', '--port', '18999')).said).toMatch(
    /data was written by a newer version/,
  )
  expect(run('restore', 'house.kelvit', '--replace')).toContain('restored')
  for (const d of [data, here]) rmSync(d, { recursive: true, force: true })
})

/** Runs a line of shell beside the database of a folder. */
function inDatabase(data: string, line: string): void {
  const script = `. scripts/setup.sh; . scripts/cluster.sh; data="${data}"; find_postgres; start_cluster
    ${line}; stop_cluster`
  execFileSync('bash', ['-c', script], {
    cwd: ROOT,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'pipe'],
    env: ownEnv(),
  })
}

/** A dump that PostgreSQL made of a database that is not Kelvit's. */
function otherDump(data: string, file: string): string {
  inDatabase(data, `"$pgbin/pg_dump" --format=custom --file="${file}" "$(server_db)"`)
  return `${basename(dirname(file))}/${basename(file)}`
}
