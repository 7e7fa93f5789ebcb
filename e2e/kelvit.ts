import { spawn, type ChildProcess } from 'node:child_process'
import { createServer, type AddressInfo } from 'node:net'
import { chmodSync, mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'

/** A data folder of its own that the database's user can reach. */
export function newDataFolder(name: string): string {
  const folder = mkdtempSync(join(process.env.KELVIT_TEST_DATA ?? tmpdir(), `${name}-`))
  chmodSync(folder, 0o755)
  return folder
}

/** The environment without the database of the test run itself. */
export function ownEnv(): NodeJS.ProcessEnv {
  const env = { ...process.env }
  delete env.DATABASE_URL
  delete env.KELVIT_APP_DATABASE_URL
  // Journeys make households of their own beside the demo.
  env.KELVIT_OPEN_REGISTRATION = '1'
  env.KELVIT_STRANGERS = '1000'
  env.KELVIT_PUSH_HOSTS = 'push.example'
  return env
}

/** The secret of whoever runs the Kelvit of a data folder. */
export const operatorToken = (data: string): string =>
  /^operator_token=(\w+)$/m.exec(readFileSync(join(data, 'secrets'), 'utf8'))?.[1] ?? ''

const ROOT = resolve(import.meta.dirname, '..')

export interface Running {
  readonly base: string
  readonly process: ChildProcess
  readonly data: string
  stop(): Promise<void>
}

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const s = createServer().listen(0, '127.0.0.1', () => {
      const { port } = s.address() as AddressInfo
      s.close(() => done(port))
    })
  })

/** Runs `./kelvit start` as a person would and waits until it says that it is ready. */
export async function startKelvit(
  data: string,
  flags: readonly string[] = [],
  port?: number,
): Promise<Running> {
  const at = port ?? (await freePort())
  const child = spawn('./kelvit', ['start', '--port', String(at), '--data', data, ...flags], {
    cwd: ROOT,
    env: ownEnv(),
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let said = ''
  const base = await new Promise<string>((done, fail) => {
    const hear = (chunk: Buffer): void => {
      said += chunk.toString()
      const ready = /Kelvit is ready at (\S+)/.exec(said)
      if (ready?.[1]) done(ready[1])
    }
    child.stdout.on('data', hear)
    child.stderr.on('data', hear)
    child.once('exit', (code) => fail(new Error(`kelvit start ended with ${code}: ${said}`)))
  })
  const stop = (): Promise<void> =>
    new Promise((done) => {
      if (child.exitCode !== null || child.signalCode !== null) return done()
      child.once('exit', () => done())
      child.kill('SIGTERM')
    })
  return { base, process: child, data, stop }
}
