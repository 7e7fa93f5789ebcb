// The house address: an authority of its own, certificates that renew, and the page that brings trust.
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, statSync } from 'node:fs'
import { createServer, request } from 'node:https'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, test } from 'vitest'
import { houseCertificate, houseNames } from '../src/house/authority'

const folder = (): string => mkdtempSync(join(tmpdir(), 'kelvit-house-'))
const NAMES = ['kelvit.local', 'barn', 'localhost', '127.0.0.1', '192.168.7.20']
const DAY = 86_400_000

describe('the authority of the house', () => {
  test('is made once, its keys are the owner’s alone', async () => {
    const at = folder()
    const first = await houseCertificate(at, NAMES)
    const again = await houseCertificate(at, NAMES)
    expect(again).toEqual(first)
    for (const name of ['authority.key', 'house.key']) expect(statSync(join(at, name)).mode & 0o777).toBe(0o600) // prettier-ignore
    expect(readFileSync(join(at, 'authority.crt'), 'utf8')).toBe(first.authority)
    expect([...first.names].sort()).toEqual([...NAMES].sort())
  })
  test('a certificate is renewed well before its end, and when an address is new; the authority stays', async () => {
    const at = folder()
    const first = await houseCertificate(at, NAMES)
    const soon = await houseCertificate(at, NAMES, Date.now() + 40 * DAY)
    expect(soon.cert).toBe(first.cert)
    const later = await houseCertificate(at, NAMES, Date.now() + 65 * DAY)
    expect(later.cert).not.toBe(first.cert)
    expect(later.ends).toBeGreaterThan(Date.now() + 150 * DAY)
    const moved = await houseCertificate(at, [...NAMES, '192.168.7.33'], Date.now() + 65 * DAY)
    expect(moved.names).toContain('192.168.7.33')
    expect([later.authority, moved.authority]).toEqual([first.authority, first.authority])
  })
  test('whoever trusts it is let in by name and address, and nobody else', async () => {
    const made = await houseCertificate(folder(), NAMES)
    const server = createServer({ key: made.key, cert: made.cert }, (_, res) => res.end('home'))
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
    const { port } = server.address() as { port: number }
    const get = (options: object): Promise<string> =>
      new Promise((done) => {
        const req = request({ host: '127.0.0.1', port, path: '/', agent: false, ...options }, (res) => {
          res.setEncoding('utf8')
          res.on('data', (d: string) => done(d))
        }) // prettier-ignore
        req.on('error', (e: NodeJS.ErrnoException) => done(e.code ?? e.message))
        req.end()
      })
    expect(await get({ ca: made.authority })).toBe('home')
    expect(await get({ ca: made.authority, servername: 'kelvit.local' })).toBe('home')
    expect(await get({ ca: made.authority, servername: 'elsewhere.local' })).toBe('ERR_TLS_CERT_ALTNAME_INVALID') // prettier-ignore
    expect(await get({})).toMatch(/SELF_SIGNED|UNABLE_TO_VERIFY/)
    const other = await houseCertificate(folder(), NAMES)
    expect(await get({ ca: other.authority })).not.toBe('home')
    server.close()
  })
  test('a unit starts it at boot with the same flags, and is removed again', () => {
    const units = folder()
    const kelvit = (...args: string[]): string =>
      execFileSync('./kelvit', args, { encoding: 'utf8', env: { ...process.env, KELVIT_UNITS: units } }) // prettier-ignore
    const data = folder()
    expect(kelvit('service', 'install', '--house', '--port', '9333', '--data', data, '--no-demo')).toMatch(/nothing was started/) // prettier-ignore
    const unit = readFileSync(join(units, 'kelvit.service'), 'utf8')
    expect(unit).toMatch(new RegExp(`ExecStart=\\S+/kelvit start --port 9333 --data ${data} --house --no-demo`)) // prettier-ignore
    expect(kelvit('service', 'remove', '--data', data)).toMatch(/no longer starts at boot/)
    expect(kelvit('service', 'remove', '--data', data)).toMatch(/no service here/)
    expect(() => kelvit('service', 'start')).toThrow()
  })
  test('the names of this machine are in it', () => {
    expect(houseNames()).toEqual(expect.arrayContaining(['kelvit.local', 'localhost', '127.0.0.1']))
  })
})
