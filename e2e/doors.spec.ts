import { type BrowserContext, type Page } from '@playwright/test'
import { CANNER, enterDemo, expect, looksRight, test } from './kit'

/** Somebody was told "nobody" and that has been written down on the device, as after two seconds of waiting. */
async function toldNobody(page: Page): Promise<void> {
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Enter the demo' })).toBeVisible()
  await expect.poll(() => page.evaluate(() => localStorage.getItem('kelvit.cache'))).not.toBeNull()
}

test.describe('a newcomer who knocks as the README says is let in at the first press', () => {
  test('at the address alone', async ({ page }) => {
    await page.goto('/')
    await toldNobody(page)
    await page.getByRole('button', { name: 'Enter the demo' }).click()
    await expect(page.getByRole('heading', { name: 'What needs doing?' })).toBeVisible()
    await expect(page).toHaveURL('/')
  })
  test('at a page, and comes out on that page; on a slow phone too', async ({ page }) => {
    const cdp = await page.context().newCDPSession(page)
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 })
    await page.goto('/pantry?as=table')
    await toldNobody(page)
    await page.getByRole('button', { name: 'Enter the demo' }).click()
    await expect(page.getByRole('heading', { name: 'What is on the shelf?' })).toBeVisible()
    await expect(page).toHaveURL('/pantry?as=table')
  })
  test('who signs in with a name, and who makes a household', async ({
    page,
    browser,
    baseURL,
  }) => {
    const name = `wren ${crypto.randomUUID().slice(0, 8)}`
    await page.request.post('/api/households', { data: houseOf(name) })
    const other = await (await browser.newContext({ baseURL: baseURL! })).newPage()
    await other.goto('/harvest')
    await toldNobody(other)
    await other.getByLabel('Your sign-in name').fill(name)
    await other.getByLabel('Passphrase').fill('plain words here')
    await other.getByRole('button', { name: 'Sign in' }).click()
    await expect(other.getByRole('heading', { name: 'What came in?' })).toBeVisible()
  })
  test('whose browser blocks Kelvit’s cookies is told so', async ({ page }) => {
    await page.goto('/')
    await toldNobody(page)
    await page.route('**/api/session', async (route) => {
      if (route.request().method() !== 'POST') return route.continue()
      const answer = await route.fetch()
      const headers = { ...answer.headers() }
      delete headers['set-cookie']
      await page.context().clearCookies()
      await route.fulfill({ response: answer, headers })
      await page.context().clearCookies()
    })
    await page.route('**/api/session', (route) =>
      route.request().method() === 'GET'
        ? route.fulfill({
            status: 401,
            contentType: 'application/problem+json',
            body: '{"status":401,"detail":"Sign in."}',
          })
        : route.fallback(),
    )
    await page.getByRole('button', { name: 'Enter the demo' }).click()
    await expect(page.getByRole('alert')).toContainText('blocks Kelvit’s cookie')
  })
})

const houseOf = (signInName: string) => ({
  household: { name: 'Nettle Row', zone: 'America/Denver', altitudeFt: 2640, units: 'us' },
  keeper: { name: 'Juniper', signInName, passphrase: 'plain words here' },
})

const inOutbox = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((done) => {
        const open = indexedDB.open('kelvit')
        open.onsuccess = () => {
          const db = open.result
          if (!db.objectStoreNames.contains('outbox')) return done(0)
          const count = db.transaction('outbox').objectStore('outbox').count()
          count.onsuccess = () => {
            db.close()
            done(count.result)
          }
        }
      }),
  )

const noTakes = (context: BrowserContext) => context.route('**/takes/**', (r) => r.abort())

test('what could not be sent yet: kept, shown in every tab, sent once, and not lost by signing out unasked', async ({
  page,
  context,
}) => {
  await enterDemo(page)
  const second = await context.newPage()
  await second.goto('/pantry')
  await noTakes(context)
  const sent: string[] = []
  for (const p of [page, second])
    p.on('requestfinished', (r) => {
      if (r.url().includes('/takes/')) sent.push(r.url())
    })
  await page.goto('/pantry')
  await page
    .getByRole('region', { name: 'Pull this week' })
    .getByRole('button', { name: /^Take one jar/ })
    .first()
    .click()
  await expect(page.getByText('One change is saved on this device')).toBeVisible()
  await expect(second.getByText('One change is saved on this device')).toBeVisible()
  expect(await inOutbox(second)).toBe(1)

  await page.getByRole('button', { name: 'Quillback Farm' }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  const dialog = page.getByRole('dialog', { name: 'One change is not sent yet' })
  await expect(dialog).toBeVisible()
  await looksRight(page)
  await dialog.getByRole('button', { name: 'Stay until it’s sent' }).click()
  await page.reload()
  await expect(page.getByText('One change is saved on this device')).toBeVisible()

  await context.unroute('**/takes/**')
  await expect(page.getByText('One change is saved on this device')).toHaveCount(0)
  await expect(second.getByText('One change is saved on this device')).toHaveCount(0)
  expect(sent).toHaveLength(1)
  expect(await inOutbox(page)).toBe(0)
})

test('signing out wipes the device', async ({ page, context }) => {
  await enterDemo(page)
  await page.goto('/pantry')
  await noTakes(context)
  await page
    .getByRole('region', { name: 'Pull this week' })
    .getByRole('button', { name: /^Take one jar/ })
    .first()
    .click()
  await expect.poll(() => inOutbox(page)).toBe(1)
  await expect
    .poll(() => page.evaluate(() => localStorage.getItem('kelvit.cache')))
    .toContain('Quillback')
  await page.getByRole('button', { name: 'Quillback Farm' }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await page.getByRole('button', { name: 'Sign out anyway' }).click()
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  expect(await inOutbox(page)).toBe(0)
  expect((await page.evaluate(() => localStorage.getItem('kelvit.cache'))) ?? '').not.toContain(
    'Quillback',
  )
})

const cached = (page: Page): Promise<string> =>
  page.evaluate(() => localStorage.getItem('kelvit.cache') ?? '')

test('a session that was ended elsewhere wipes the device, in every tab, and says so', async ({
  page,
  context,
  browser,
  baseURL,
}) => {
  const name = `ended ${crypto.randomUUID().slice(0, 8)}`
  await page.request.post('/api/households', { data: houseOf(name) })
  await page.goto('/pantry')
  await expect.poll(() => cached(page)).toContain('Nettle Row')
  const tab = await context.newPage()
  await tab.goto('/needs')
  const elsewhere = await browser.newContext({ ...(baseURL ? { baseURL } : {}) })
  await elsewhere.request.post('/api/session', {
    data: { name, passphrase: 'plain words here' },
  })
  await elsewhere.request.delete('/api/sessions')
  for (const p of [page, tab]) {
    await expect(p.getByText('You were signed out on this device.')).toBeVisible({
      timeout: 20_000,
    })
    expect(await cached(p)).not.toContain('Nettle Row')
  }
  await looksRight(page)
  await page.getByLabel('Your sign-in name').fill(name)
  await page.getByLabel('Passphrase').fill('plain words here')
  await page.getByRole('button', { name: 'Sign in' }).click()
  // Back where the work was.
  await expect(page).toHaveURL(/\/pantry$/)
  await elsewhere.close()
})

test('signing out in one tab signs out the other', async ({ page, context }) => {
  await enterDemo(page)
  const tab = await context.newPage()
  await tab.goto('/pantry')
  await expect(tab.getByRole('region', { name: 'Pull this week' })).toBeVisible()
  await page.getByRole('button', { name: 'Quillback Farm' }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await expect(tab.getByText('You were signed out on this device.')).toBeVisible()
  expect(await cached(tab)).not.toContain('Quillback')
})

test('a change that Kelvit refuses stays in sight until somebody has looked at it', async ({
  page,
  context,
}) => {
  await enterDemo(page)
  await page.goto('/pantry')
  await context.route('**/takes/**', (route) =>
    route.fulfill({
      status: 422,
      contentType: 'application/problem+json',
      headers: { 'kelvit-answer': 'yes' },
      body: JSON.stringify({ status: 422, title: 'No', detail: 'That shelf is locked.' }),
    }),
  )
  const take = page
    .getByRole('region', { name: 'Pull this week' })
    .getByRole('button', { name: /^Take one jar/ })
    .first()
  await take.click()
  await page.getByRole('button', { name: 'See why' }).click()
  const tray = page.getByRole('dialog', { name: 'Not taken' })
  await expect(tray).toContainText(/ taken$|taken/)
  await expect(tray).toContainText('That shelf is locked.')
  await looksRight(page)
  await page.reload()
  await expect(page.getByText('One change was not taken.')).toBeVisible()
  await context.unroute('**/takes/**')
  await page.getByRole('button', { name: 'See why' }).click()
  const sent = page.waitForResponse((r) => r.url().includes('/takes/') && r.ok())
  await tray.getByRole('button', { name: 'Try again' }).click()
  await sent
  await expect(page.getByText('One change was not taken.')).toHaveCount(0)
})

test('what one member left unsent waits for that member, and is never sent as another', async ({
  page,
  context,
}) => {
  const [first, second] = [
    `first ${crypto.randomUUID().slice(0, 8)}`,
    `second ${crypto.randomUUID().slice(0, 8)}`,
  ]
  await page.request.post('/api/households', { data: houseOf(first) })
  const { token } = await (
    await page.request.post('/api/invitations', {
      data: { id: crypto.randomUUID(), role: 'helper' },
    })
  ).json()
  const lot = crypto.randomUUID()
  const canner = crypto.randomUUID()
  await page.request.put(`/api/canners/${canner}`, { data: CANNER })
  await page.request.put(`/api/lots/${lot}`, {
    data: {
      foodId: 'beans-snap',
      formId: 'beans-snap',
      jar: 'quart',
      said: '14 lb snap beans',
      lb: 14,
      arrivedOn: '2026-08-14',
      storage: 'cool',
    },
  })
  const load = crypto.randomUUID()
  const planned = await page.request.put(`/api/loads/${load}`, {
    data: {
      cannerId: canner,
      startsAt: '2026-08-14T23:30:00Z',
      portions: [
        {
          id: crypto.randomUUID(),
          lotId: lot,
          formId: 'beans-snap',
          pack: 'hot',
          jar: 'quart',
          mouth: 'regular',
          jars: 7,
        },
      ],
    },
  })
  expect(planned.status()).toBe(201)
  await page.goto(`/stove/${load}`)
  await context.route('**/events/**', (r) => r.abort())
  await page.getByRole('button', { name: 'Start this load' }).click()
  // Nobody has looked this canner over yet: that is asked first.
  await page.getByRole('button', { name: 'I checked: all in order' }).click()
  await expect(page.getByText('One change is saved on this device')).toBeVisible()

  const eventsOf = async () =>
    (await (await page.request.get(`/api/loads/${load}`)).json()).events as { by: string }[]
  const comeIn = async (name: string): Promise<void> => {
    await context.clearCookies()
    await page.goto('/')
    // Whoever was here last is asked first what becomes of what they did.
    if (name === second) await page.getByRole('button', { name: 'Sign in and send it' }).click()
    await page.getByLabel('Your sign-in name').fill(name)
    await page.getByLabel('Passphrase').fill('plain words here')
    await page.getByRole('button', { name: 'Sign in' }).click()
    await expect(page.getByRole('heading', { name: 'What needs doing?' })).toBeVisible()
  }
  await context.clearCookies()
  await page.request.post(`/api/invitations/${token}/accept`, {
    data: { name: 'Rowan', signInName: second, passphrase: 'plain words here' },
  })
  await context.unroute('**/events/**')
  await comeIn(second)
  await page.goto(`/stove/${load}`)
  await expect(page.getByRole('button', { name: 'Start this load' })).toBeVisible()
  expect(await inOutbox(page)).toBe(1)
  expect(await eventsOf()).toEqual([])

  await comeIn(first)
  await expect.poll(async () => (await eventsOf()).map((e) => e.by)).toEqual(['Juniper'])
  await expect.poll(() => inOutbox(page)).toBe(0)
})

test('invitations are seen and withdrawn by a keeper', async ({ page, browser, baseURL }) => {
  await page.request.post('/api/households', {
    data: houseOf(`keeper ${crypto.randomUUID().slice(0, 8)}`),
  })
  await page.goto('/household')
  await page.getByRole('button', { name: 'Make a link' }).click()
  const link = new URL(await page.getByLabel(/Give this link/).inputValue()).pathname
  await expect(page.getByRole('heading', { name: 'Open invitations' })).toBeVisible()
  await looksRight(page)
  await page.getByRole('button', { name: 'Withdraw' }).click()
  await expect(page.getByRole('heading', { name: 'Open invitations' })).toHaveCount(0)
  const guest = await (await browser.newContext({ baseURL: baseURL! })).newPage()
  await guest.goto(link)
  await expect(guest.getByRole('alert')).toContainText('Ask the keeper for a new one')
})

test('a connection outlasts a cook’s pause: what is sent after it is not lost', async ({
  request,
}) => {
  const answer = await request.get('/api/health')
  expect(answer.headers()['keep-alive']).toBe('timeout=65')
})
