// What goes wrong around a device: a slow network, no room left, a newer Kelvit while it was away,
// two devices that were away for a day.
import type { BrowserContext, Page } from '@playwright/test'
import { createServer, request as forward, type Server } from 'node:http'
import { enterDemo, expect, keptHere, looksRight, moveClock, test } from './kit'

test.use({ serviceWorkers: 'allow' })

interface Jar {
  readonly id: string
  readonly code: string
  readonly state: string
  readonly hold: string | null
}
const jarsOf = async (page: Page): Promise<readonly Jar[]> => {
  const [here, past] = await Promise.all([
    page.request.get('/api/jars'),
    page.request.get('/api/jars/past?limit=200'),
  ])
  return [...(await here.json()), ...(await past.json()).rows]
}
const takeOne = (page: Page) =>
  page
    .getByRole('region', { name: 'Pull this week' })
    .getByRole('button', { name: /^Take one jar/ })
    .first()
    .click()

test('on a slow network a press shows at once, says that it waits, and is sent once', async ({
  page,
  context,
}) => {
  await enterDemo(page)
  await page.goto('/pantry')
  const before = (await jarsOf(page)).filter((j) => j.state === 'on-shelf').length
  await expect(page.getByText(`${before} jars`)).toBeVisible()
  let asked = 0
  await context.route('**/takes/**', async (route) => {
    asked++
    await new Promise((done) => setTimeout(done, 4000))
    await route.continue()
  })
  await takeOne(page)
  await expect(page.getByText(`${before - 1} jars`)).toBeVisible({ timeout: 2000 })
  await expect(page.getByText('One change is saved on this device')).toBeVisible({ timeout: 3000 })
  await expect(page.getByText('One change is saved on this device')).toHaveCount(0)
  expect([asked, (await jarsOf(page)).filter((j) => j.state === 'on-shelf').length]).toEqual([
    ...[1, before - 1],
  ])
})

test('a browser with no room left says so before anything is lost, and still sends', async ({
  page,
  context,
  baseURL,
}) => {
  await enterDemo(page)
  const cdp = await context.newCDPSession(page)
  await cdp.send('Storage.overrideQuotaForOrigin', {
    origin: new URL(baseURL!).origin,
    quotaSize: 1,
  })
  await page.goto('/pantry')
  await expect(page.getByText('This browser can’t save anything for Kelvit.')).toBeVisible()
  const before = (await jarsOf(page)).filter((j) => j.state === 'on-shelf').length
  await context.route('**/takes/**', (r) => r.abort())
  await takeOne(page)
  await expect(page.getByText('Keep this page open until everything is sent.')).toBeVisible()
  await expect(page.getByText(`${before - 1} jars`)).toBeVisible()
  await looksRight(page)
  await context.unroute('**/takes/**')
  await expect
    .poll(async () => (await jarsOf(page)).filter((j) => j.state === 'on-shelf').length)
    .toBe(before - 1)
})

test('a newer Kelvit that came while the device was away is offered, and what waited is sent first', async ({
  browser,
  baseURL,
}) => {
  const way = await wayTo(Number(new URL(baseURL!).port))
  const context = await browser.newContext({ baseURL: way.base, serviceWorkers: 'allow' })
  const page = await context.newPage()
  // A household of its own: while a load runs no newer version is offered, and in the demo one does.
  const made = await page.request.post('/api/households', {
    data: {
      household: { name: 'Nettle Row', zone: 'America/Denver', altitudeFt: 2640, units: 'us' },
      keeper: {
        ...{ name: 'Juniper', passphrase: 'plain words here' },
        signInName: `juniper ${crypto.randomUUID().slice(0, 8)}`,
      },
    },
  })
  expect(made.status()).toBe(201)
  await page.goto('/harvest')
  await keptHere(page)
  way.cut()
  await page.getByLabel('Weigh in: how much of what').fill('9 lb okra')
  await page.getByRole('button', { name: 'Weigh in', exact: true }).click()
  await expect(page.getByText('One change is saved on this device')).toBeVisible()
  way.renew()
  way.mend()
  await expect(page.getByText('One change is saved on this device')).toHaveCount(0)
  await page.goto('/pantry')
  await expect(page.getByText('A newer Kelvit is ready.')).toBeVisible()
  const loaded = page.waitForEvent('load')
  await page.getByRole('button', { name: 'Update now' }).click()
  await loaded
  await expect(page.getByRole('heading', { name: 'What is on the shelf?' })).toBeVisible()
  await expect(page.getByText('A newer Kelvit is ready.')).toHaveCount(0)
  const lots = (await (await page.request.get('/api/lots')).json()) as { said: string }[]
  expect(lots.map((l) => l.said)).toEqual(['9 lb okra'])
  await context.close()
  await way.end()
})

test('two devices that were away for a day said different things of one jar: the first word stands, the other is shown', async ({
  page,
  context,
  browser,
  baseURL,
}) => {
  await enterDemo(page)
  const [jar] = (await jarsOf(page)).filter((j) => j.state === 'on-shelf' && !j.hold)
  await page.goto(`/pantry/jar/${jar!.id}`)
  await page.getByRole('button', { name: 'Opened', exact: true }).click()
  await expect
    .poll(async () => (await jarsOf(page)).find((j) => j.id === jar!.id)?.state)
    .toBe('opened')
  const second = await browser.newContext({ baseURL: baseURL!, serviceWorkers: 'allow' })
  const other = await second.newPage()
  await other.goto('/')
  await other.getByRole('button', { name: 'Enter the demo' }).click()
  await expect(other.getByRole('heading', { name: 'What needs doing?' })).toBeVisible()
  const say = async (p: Page, c: BrowserContext, words: string) => {
    await keptHere(p)
    await p.goto(`/pantry/jar/${jar!.id}`)
    await expect(p.getByText(jar!.code).first()).toBeVisible()
    await c.setOffline(true)
    await p.getByRole('button', { name: words }).click()
    await expect(p.getByText('One change is saved on this device')).toBeVisible()
  }
  await say(page, context, 'Eaten up')
  await say(other, second, 'Throw it away')
  await context.setOffline(false)
  await expect(page.getByText('One change is saved on this device')).toHaveCount(0)
  await moveClock(page, 24 * 60)
  await second.setOffline(false)
  await other.getByRole('button', { name: 'See why' }).click()
  const tray = other.getByRole('dialog', { name: 'Not taken' })
  await expect(tray).toContainText(jar!.code)
  await looksRight(other)
  expect((await jarsOf(page)).find((j) => j.id === jar!.id)?.state).toBe('eaten')
  await second.close()
})

/** A way to Kelvit that can be cut, and behind which a newer one can stand. */
async function wayTo(port: number) {
  let [cut, newer] = [false, false]
  const server: Server = createServer((req, res) => {
    if (cut) return void req.socket.destroy()
    const on = forward(
      { host: '127.0.0.1', port, path: req.url, method: req.method, headers: req.headers },
      (answer) => {
        const own = newer && req.url === '/sw.js'
        const { 'content-length': _l, ...headers } = answer.headers
        res.writeHead(answer.statusCode ?? 502, own ? headers : answer.headers)
        answer.pipe(res, { end: !own })
        if (own) answer.on('end', () => res.end('\n// A newer one.\n'))
      },
    )
    on.on('error', () => res.destroy())
    res.on('close', () => on.destroy())
    req.pipe(on)
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const at = server.address() as { port: number }
  // What was asked for in packed form can't be added to.
  server.prependListener('request', (req) => {
    if (req.url === '/sw.js') delete req.headers['accept-encoding']
  })
  return {
    base: `http://127.0.0.1:${at.port}`,
    cut: () => {
      cut = true
      server.closeAllConnections()
    },
    mend: () => (cut = false),
    renew: () => (newer = true),
    end: () =>
      new Promise<void>((done) => {
        server.close(() => done())
        server.closeAllConnections()
      }),
  }
}
