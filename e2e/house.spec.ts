// A phone in the house, from a network namespace of its own: trust, a secure context, an
// invitation by its QR code, and the cellar without a signal.
import { chromium, expect, test, type Browser } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { chmodSync, mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { CHROMIUM } from '../scripts/chromium.mjs'
import { newDataFolder, startKelvit, type Running } from './kelvit'

const HOUSEHOLD = {
  household: { name: 'Cable House', zone: 'America/Denver', altitudeFt: 5400, units: 'us' },
  keeper: { name: 'Wren', signInName: `wren ${Date.now()}`, passphrase: 'a long dry hallway' },
}
const [NS, OUT, IN] = ['kvphone', 'kvhouse0', 'kvphone0']
const [HOUSE, PHONE] = ['10.77.31.1', '10.77.31.2']
const run = (command: string, ...args: string[]): string =>
  execFileSync(command, args, { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] })

/** A namespace with one cable to this machine; undefined where none may be made here. */
function plugIn(): boolean {
  try {
    run('ip', 'netns', 'add', NS)
    run('ip', 'link', 'add', OUT, 'type', 'veth', 'peer', 'name', IN)
    run('ip', 'link', 'set', IN, 'netns', NS)
    run('ip', 'addr', 'add', `${HOUSE}/24`, 'dev', OUT)
    run('ip', 'link', 'set', OUT, 'up')
    for (const args of [['addr', 'add', `${PHONE}/24`, 'dev', IN], ['link', 'set', IN, 'up'], ['link', 'set', 'lo', 'up']]) run('ip', 'netns', 'exec', NS, 'ip', ...args) // prettier-ignore
    return true
  } catch {
    return false
  }
}
const cable = (state: 'up' | 'down') => run('ip', 'link', 'set', OUT, state)
function unplug(): void {
  for (const args of [
    ['netns', 'del', NS],
    ['link', 'del', OUT],
  ])
    try {
      run('ip', ...args)
    } catch {
      // It was never there, or went with the namespace.
    }
}

/** A browser in the namespace, with a home folder and a trust store of its own. */
async function phoneIn(home: string): Promise<Browser> {
  const wrapper = join(home, 'browser')
  writeFileSync(wrapper, `#!/bin/sh\nexec ip netns exec ${NS} env HOME=${home} ${CHROMIUM.executablePath} "$@"\n`) // prettier-ignore
  chmodSync(wrapper, 0o755)
  return chromium.launch({ executablePath: wrapper, args: CHROMIUM.args })
}

let kelvit: Running | undefined
let plugged = false
test.beforeAll(async () => {
  unplug()
  plugged = plugIn()
  if (plugged) kelvit = await startKelvit(newDataFolder('house'), ['--house', '--now', '2026-08-14T17:00']) // prettier-ignore
})
test.afterAll(async () => {
  await kelvit?.stop()
  unplug()
})

test('a phone trusts the house, joins by an invitation, and goes on in the cellar', async ({
  browser,
}) => {
  test.skip(!plugged, 'no network namespace can be made here')
  const { base } = kelvit!
  const port = Number(new URL(base).port)
  const home = mkdtempSync(join(tmpdir(), 'kelvit-phone-'))
  const store = `sql:${join(home, '.pki/nssdb')}`
  mkdirSync(join(home, '.pki/nssdb'), { recursive: true })
  run('certutil', '-d', store, '-N', '--empty-password')
  const view = { viewport: { width: 390, height: 844 } }

  // The keeper makes an invitation at the desk; its code leads through the page that brings trust.
  const desk = await browser.newPage()
  const made = await desk.request.post(`${base}/api/households`, { data: HOUSEHOLD })
  expect(made.status()).toBe(201)
  await desk.goto(`${base}/household`)
  await expect(desk.getByRole('img', { name: /trust this house/ })).toBeVisible()
  const { trust } = (await (await desk.request.get(`${base}/api/house`)).json()) as {
    trust: string
  }
  expect(trust).toMatch(/^http:\/\/\S+:\d+\/$/)

  await desk.getByRole('button', { name: 'Make a link' }).click()
  await expect(desk.getByRole('img', { name: 'Code of the invitation' })).toBeVisible()
  const link = await desk.getByLabel(/Give this link to one person/).inputValue()
  expect(link.startsWith(`${trust}?join=`)).toBe(true)
  const invitation = link.slice(trust.length)

  // Without trust the page says so, and gives the certificate and nothing of Kelvit.
  let phone = await phoneIn(home)
  let page = await phone.newPage(view)
  await page.goto(`http://${HOUSE}:${port}/`)
  await expect(page.getByRole('status')).toContainText('isn’t ready yet')
  expect((await page.request.get(`http://${HOUSE}:${port}/api/health`, { maxRedirects: 0 })).status()).toBe(303) // prettier-ignore
  await expect(page.goto(`https://${HOUSE}:${port + 1}/`)).rejects.toThrow(/CERT/)
  const crt = join(home, 'house.crt')
  writeFileSync(crt, await (await page.request.get(`http://${HOUSE}:${port}/house.crt`)).body())
  await phone.close()

  // With the house's authority in its own trust store and nothing else, it is let in.
  run('certutil', '-d', store, '-A', '-t', 'C,,', '-n', 'house', '-i', crt)
  phone = await phoneIn(home)
  const context = await phone.newContext({ ...view, serviceWorkers: 'allow' })
  page = await context.newPage()
  await page.goto(`http://${HOUSE}:${port}/${invitation}`)
  await expect(page.getByText('This device is ready.')).toBeVisible()
  await page.getByRole('link', { name: 'Open Kelvit' }).click()
  await page.getByLabel('Your name').fill('Ash')
  await page.getByLabel('Sign-in name').fill(`ash ${Date.now()}`)
  await page.getByLabel('Passphrase').fill('another long dry hallway')
  await page.getByRole('button', { name: 'Join' }).click()
  await expect(page.getByRole('heading', { name: 'What needs doing?' })).toBeVisible()
  const able = await page.evaluate(() => [isSecureContext, 'serviceWorker' in navigator, 'mediaDevices' in navigator, 'wakeLock' in navigator]) // prettier-ignore
  expect(able).toEqual([true, true, true, true])
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => true))
  await page.goto(`https://${HOUSE}:${port + 1}/pantry`)
  await expect(page.getByRole('heading', { name: 'What is on the shelf?' })).toBeVisible()

  // In the cellar: the cable is down, and a jar is taken all the same.
  await expect
    .poll(() => page.evaluate(async () => (await caches.keys()).length))
    .toBeGreaterThan(0)
  cable('down')
  await page.goto(`https://${HOUSE}:${port + 1}/pantry`)
  await expect(page.getByRole('heading', { name: 'What is on the shelf?' })).toBeVisible()
  await page.goto(`https://${HOUSE}:${port + 1}/harvest`)
  await page.getByLabel('Weigh in: how much of what').fill('a bushel and a half of green beans')
  await page.getByRole('button', { name: 'Weigh in', exact: true }).click()
  await expect(page.getByText(/saved on this device/)).toBeVisible()
  cable('up')
  await expect(page.getByText(/saved on this device/)).toHaveCount(0)
  const lots = (await (await desk.request.get(`${base}/api/lots`)).json()) as { lb: number }[]
  expect(lots.map((l) => l.lb)).toEqual([45])
  await phone.close()
})
