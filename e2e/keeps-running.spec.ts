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
  expect(run('restore', 'house.kelvit', '--replace')).toContain('restored')
  for (const d of [data, here]) rmSync(d, { recursive: true, force: true })
})

/** A dump that PostgreSQL made of a database that is not Kelvit's. */
function otherDump(data: string, file: string): string {
  const script = `. scripts/setup.sh; . scripts/cluster.sh; data="${data}"; find_postgres; start_cluster
    "$pgbin/pg_dump" --format=custom --file="${file}" "$(server_db)"; stop_cluster`
  execFileSync('bash', ['-c', script], {
    cwd: ROOT,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'pipe'],
    env: ownEnv(),
  })
  return `${basename(dirname(file))}/${basename(file)}`
}
