import { execFileSync } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { newDataFolder, ownEnv, startKelvit } from './kelvit'
import { enterDemo, expect, looksRight, planBeans, test } from './kit'

test('server and database killed in mid-load: started again, the clock is right', async ({
  browser,
}) => {
  const data = newDataFolder('crash')
  let kelvit = await startKelvit(data)
  const context = await browser.newContext({ baseURL: kelvit.base })
  const page = await context.newPage()
  await page.goto('/')
  await page.getByRole('button', { name: 'Enter the demo' }).click()
  await expect(page.getByRole('heading', { name: 'What needs doing?' })).toBeVisible()
  const url = await planBeans(page, 'Kitchen canner', 7)
  const loadId = url.split('/').at(-1)
  const begun = Date.now()
  const story: readonly (readonly [number, string])[] = [
    [-60, 'started'],
    [-50, 'filling-began'],
    [-40, 'locked'],
    [-20, 'steam-steady'],
    [-8, 'weight-on'],
    [-3, 'at-pressure'],
  ]
  for (const [minutes, kind] of story) {
    const said = await page.request.put(`/api/loads/${loadId}/events/${crypto.randomUUID()}`, {
      data: { at: new Date(begun + minutes * 60_000).toISOString(), kind },
    })
    expect(said.status()).toBe(200)
  }
  const left = () => 22 * 60 - (Date.now() - begun) / 1000
  const shown = async () => {
    const text = await page
      .getByRole('region', { name: 'Kitchen canner' })
      .first()
      .getByRole('timer')
      .textContent()
    const [m = 0, s = 0] = (text ?? '').split(':').map(Number)
    return m * 60 + s
  }
  await expect.poll(async () => Math.abs((await shown()) - left())).toBeLessThan(3)

  const wrapper = kelvit.process.pid!
  const children = execFileSync('ps', ['-o', 'pid=,args=', '--ppid', String(wrapper)], {
    encoding: 'utf8',
  })
  const server = Number(/(\d+) .*server\/dist\/main\.js/.exec(children)?.[1])
  const database = Number(readFileSync(join(data, 'cluster/postmaster.pid'), 'utf8').split('\n')[0])
  const gone = new Promise((done) => kelvit.process.once('exit', done))
  process.kill(wrapper, 'SIGKILL')
  process.kill(server, 'SIGKILL')
  process.kill(database, 'SIGKILL')
  await gone
  // Nobody answers, and the clock still runs on the screen.
  await expect.poll(async () => Math.abs((await shown()) - left())).toBeLessThan(3)
  // A step taken meanwhile waits here.
  await page
    .getByRole('region', { name: 'Kitchen canner' })
    .first()
    .getByRole('button', { name: 'Still rocking' })
    .click()
  await expect(page.getByText('One change is saved on this device')).toBeVisible()

  kelvit = await startKelvit(data, [], Number(new URL(kelvit.base).port))
  await expect(page.getByText('One change is saved on this device')).toHaveCount(0, {
    timeout: 20_000,
  })
  await page.reload()
  await expect(page.getByRole('region', { name: 'Kitchen canner' }).first()).toBeVisible()
  await expect.poll(async () => Math.abs((await shown()) - left())).toBeLessThan(3)
  const load = await (await page.request.get(`/api/loads/${loadId}`)).json()
  expect(load.events.map((e: { kind: string }) => e.kind)).toEqual([
    ...story.map(([, k]) => k),
    'still-rocking',
  ])
  await context.close()
  await kelvit.stop()
  rmSync(data, { recursive: true, force: true })
})

test('backup and restore bring everything back, and never overwrite unasked', async () => {
  const data = newDataFolder('backup')
  const run = (...args: string[]): string =>
    execFileSync('./kelvit', [...args, '--data', data], {
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'pipe'],
      env: ownEnv(),
    })
  const first = await startKelvit(data)
  const jarsAt = async (base: string): Promise<number> => {
    const entered = await fetch(`${base}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{"demo":true}',
    })
    const cookie = entered.headers
      .getSetCookie()
      .map((c) => c.split(';')[0])
      .join('; ')
    return ((await (await fetch(`${base}/api/jars`, { headers: { cookie } })).json()) as unknown[])
      .length
  }
  const before = await jarsAt(first.base)
  expect(before).toBeGreaterThan(100)
  const file = join(data, 'kept.kelvit')
  run('backup', file)
  await first.stop()
  expect(() => run('restore', file)).toThrow(/not empty/)
  run('restore', file, '--replace')
  expect(() => run('restore', join(data, 'secrets'), '--replace')).toThrow(/not a backup/)
  const second = await startKelvit(data, ['--no-demo'])
  const again = await startKelvitAgain(second.base)
  expect(again).toBe('well')
  await second.stop()
  const third = await startKelvit(data)
  expect(await jarsAt(third.base)).toBe(before)
  await third.stop()
  rmSync(data, { recursive: true, force: true })
})

const startKelvitAgain = async (base: string): Promise<string> =>
  ((await (await fetch(`${base}/api/health`)).json()) as { status: string }).status

test('the first load carries under 150 kB of JavaScript; what waits for a quiet moment comes after', async ({
  page,
}) => {
  // What was asked for is fetched once more to be weighed: a page that has gone on keeps no bodies.
  let scripts = new Set<string>()
  page.on('response', (r) => {
    const { pathname } = new URL(r.url())
    // What keeps the application for later comes seconds after; a slow machine is still at it then.
    if (/\.js$/.test(pathname) && !/workbox-window/.test(pathname)) scripts.add(r.url())
  })
  const loaded = async (): Promise<number> => {
    await page.goto('/', { waitUntil: 'networkidle' })
    let sum = 0
    for (const url of scripts) sum += gzipSync(await (await page.request.get(url)).body()).length
    scripts = new Set()
    return sum
  }
  const door = await loaded()
  await page.getByRole('button', { name: 'Enter the demo' }).click()
  await expect(page.getByRole('heading', { name: 'What needs doing?' })).toBeVisible()
  await page.waitForLoadState('networkidle')
  scripts = new Set()
  const whole = await loaded()
  await page.addInitScript(() => {
    window.requestIdleCallback = () => 0
    // What is kept for later is fetched after a quiet while, which a slow machine may not wait for.
    Reflect.deleteProperty(Navigator.prototype, 'serviceWorker')
  })
  const today = await loaded()
  console.log(
    `first load: ${(door / 1000).toFixed(1)} kB at the door, ${(today / 1000).toFixed(1)} kB at Today, ${(whole / 1000).toFixed(1)} kB with the day drawn (gzip)`,
  )
  expect(door).toBeGreaterThan(10_000)
  expect(Math.max(door, today)).toBeLessThan(150_000)
  expect(whole).toBeLessThan(180_000)
})

test('a household of one’s own: made, its units kept, a member invited', async ({
  page,
  browser,
  baseURL,
}) => {
  await page.goto('/')
  await looksRight(page)
  await page.getByRole('link', { name: 'Make your household' }).click()
  await looksRight(page)
  await page.getByRole('button', { name: 'Make household' }).click()
  await expect(page.locator('[aria-invalid=true]').first()).toBeVisible()
  await page.getByLabel('Household name').fill('Nettle Row')
  await page.getByLabel('Units').selectOption('metric')
  await page.getByLabel('Altitude, metres').fill('300')
  await page.getByLabel('Your name').fill('Juniper')
  await page.getByLabel('Sign-in name').fill('juniper')
  await page.getByLabel('Passphrase').fill('plain words here')
  await page.getByRole('button', { name: 'Make household' }).click()
  await expect(page.getByRole('button', { name: 'Nettle Row' })).toBeVisible()
  await page.goto('/pantry')
  await expect(page.getByText('No jars here yet')).toBeVisible()
  await looksRight(page)
  await page.goto('/household')
  await expect(page.getByLabel('Altitude, metres')).toHaveValue('300')
  await page.getByRole('button', { name: 'Make a link' }).click()
  const link = await page.getByLabel(/Give this link/).inputValue()
  await looksRight(page)
  const guest = await (await browser.newContext({ baseURL: baseURL! })).newPage()
  await guest.goto(new URL(link).pathname)
  await guest.getByLabel('Your name').fill('Rowan')
  await guest.getByLabel('Sign-in name').fill('rowan')
  await guest.getByLabel('Passphrase').fill('other plain words')
  await guest.getByRole('button', { name: 'Join' }).click()
  await expect(guest.getByRole('heading', { name: 'What needs doing?' })).toBeVisible()
  await page.goto('/')
  await page.getByRole('button', { name: 'Nettle Row' }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
})

test('what one device does is seen on the other', async ({ page, browser, baseURL }) => {
  await enterDemo(page)
  const other = await (await browser.newContext({ baseURL: baseURL! })).newPage()
  await enterDemo(other)
  await other.goto('/harvest')
  await expect(other.getByText('In the house and on the way')).toBeVisible()
  await page.goto('/harvest')
  await page.getByLabel('Weigh in: how much of what').fill('33 lb okra')
  await page.getByRole('button', { name: 'Weigh in', exact: true }).click()
  await other.getByRole('button', { name: 'Show as a table' }).click()
  await expect(other.getByRole('cell', { name: '33 lb' })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(other.getByRole('cell', { name: '33 lb' })).toHaveCount(0)
})

test('what is weighed in while the server cannot be reached is there, and is sent', async ({
  page,
}) => {
  await enterDemo(page)
  await page.goto('/harvest')
  await page.route('**/api/lots/**', (r) => r.abort())
  await page.getByLabel('Weigh in: how much of what').fill('9 lb okra')
  await page.getByRole('button', { name: 'Weigh in', exact: true }).click()
  const lot = page.getByRole('cell', { name: '9 lb', exact: true })
  const asTable = (): Promise<void> => page.getByRole('button', { name: 'Show as a table' }).click()
  await asTable()
  await expect(lot).toBeVisible()
  await expect(page.getByText('One change is saved on this device')).toBeVisible()
  await page.reload()
  await asTable()
  await expect(lot).toBeVisible()
  await page.unroute('**/api/lots/**')
  const sent = async (): Promise<number> => {
    const lots = (await (await page.request.get('/api/lots')).json()) as { said: string }[]
    return lots.filter((l) => l.said === '9 lb okra').length
  }
  await expect.poll(sent).toBe(1)
  await expect(page.getByText('One change is saved on this device')).toHaveCount(0)
  // What is typed and not sent stays too.
  await page.getByLabel('Weigh in: how much of what').fill('3 lb peas')
  await page.reload()
  await expect(page.getByLabel('Weigh in: how much of what')).toHaveValue('3 lb peas')
})
