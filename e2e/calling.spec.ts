// A device that is called while nobody looks: what the page offers, and what its service worker does.
import { enterDemo, expect, looksRight, moveClock, test } from './kit'

interface Showing {
  showNotification(
    title: string,
    about: { readonly tag: string; readonly body: string; readonly silent?: boolean },
  ): Promise<void>
  getNotifications(by?: {
    readonly tag: string
  }): Promise<readonly { readonly body: string; readonly silent: boolean }[]>
}

test.use({ serviceWorkers: 'allow' })

const KEYS = {
  p256dh: 'BNcRdreALRFXTkOOUHK1EtK2wtaz5Ry4YfYCA_0QTpQtUbVlUls0VJXg7A8u-Ts1XbjhazAkj7I99e8QcYP7DkM',
  auth: 'tBHItJI5svbpez7KI4CCXg',
}

test('it is turned on, given times, tried, told honestly, and seen under Household', async ({
  page,
}) => {
  // The browser's own push service is out on the internet: an address there stands in for it.
  await page.addInitScript((keys) => {
    Object.defineProperty(Notification, 'permission', { get: () => 'granted' })
    Notification.requestPermission = () => Promise.resolve('granted')
    const endpoint = 'https://push.example/nobody'
    PushManager.prototype.subscribe = () =>
      Promise.resolve({ toJSON: () => ({ endpoint, keys }) } as unknown as PushSubscription)
  }, KEYS)
  await enterDemo(page)
  await page.goto('/stove')
  await page.getByRole('button', { name: /^Sound/ }).click()
  const locked = page.getByRole('region', { name: 'While this device is locked' })
  await locked.getByRole('checkbox').check()
  // Its worker may still be fetching what it keeps.
  await expect(locked.getByLabel('When')).toHaveValue('always', { timeout: 40_000 })
  await locked.getByLabel('When').selectOption('between')
  await expect(locked.getByLabel('Until')).toHaveValue('23:00')
  await locked.getByLabel('Until').selectOption('01:00')
  await looksRight(page)
  await locked.getByRole('button', { name: 'Call me in ten seconds' }).click()
  await expect(locked.getByRole('status')).toContainText('Lock this device now.')
  // Here is no internet: that is what it says.
  await expect(locked.getByText('The last call couldn’t be sent.')).toBeVisible({ timeout: 40_000 })

  await page.goto('/household')
  const devices = page.getByRole('region', { name: 'Devices', exact: true })
  await expect(devices.getByText('Called when locked.')).toBeVisible()
  await devices.getByRole('button', { name: 'Rename' }).click()
  await devices.getByLabel('Name of this device').fill('Cellar phone')
  await devices.getByRole('button', { name: 'Save' }).click()
  await expect(devices.getByText('Cellar phone')).toBeVisible()
  await looksRight(page)
  await devices.getByRole('checkbox').uncheck()
  await expect(devices.getByText('Not called when locked.')).toBeVisible()
})

test('its worker shows the call where no page is in sight, takes it back, and says that it was heard', async ({
  page,
  context,
}) => {
  await enterDemo(page)
  const loads = (await (await page.request.get('/api/loads')).json()) as {
    id: string
    stage: string
  }[]
  const load = loads.find((l) => l.stage === 'processing')!
  const worker = context.serviceWorkers()[0] ?? (await context.waitForEvent('serviceworker'))
  await page.evaluate(() => navigator.serviceWorker.ready)
  const cdp = await context.newCDPSession(page)
  const registered = new Promise<string>((done) => {
    cdp.on('ServiceWorker.workerRegistrationUpdated', ({ registrations }) => {
      const mine = registrations.find((r) => !r.isDeleted)
      if (mine) done(mine.registrationId)
    })
  })
  await cdp.send('ServiceWorker.enable')
  const registration = await registered
  // A browser without a window shows nothing: what it is asked to show is kept here instead.
  await worker.evaluate(() => {
    const { registration: there } = globalThis as unknown as { registration: Showing }
    const kept = new Map<string, { body: string; silent: boolean }>()
    there.showNotification = (_, { tag, body, silent = false }) => {
      kept.set(tag, { body, silent })
      return Promise.resolve()
    }
    there.getNotifications = (by) =>
      Promise.resolve([...kept].flatMap(([tag, n]) => (by && by.tag !== tag ? [] : [n])))
  })
  const origin = new URL(page.url()).origin
  const tell = (message: object) =>
    cdp.send('ServiceWorker.deliverPushMessage', {
      origin,
      registrationId: registration,
      data: JSON.stringify(message),
    })
  const shown = () =>
    worker.evaluate(() =>
      (globalThis as unknown as { registration: Showing }).registration.getNotifications(),
    )
  const call = {
    kind: 'call',
    tag: `${load.id} done`,
    body: 'The tall one: turn the heat off.',
    url: `/stove/${load.id}`,
    heard: { loadId: load.id, prompt: 'done' },
  }
  // A page in sight calls by itself.
  await tell(call)
  await page.waitForTimeout(500)
  expect(await shown()).toEqual([])
  await page.goto('about:blank')
  await tell(call)
  await expect.poll(shown).toEqual([{ body: 'The tall one: turn the heat off.', silent: false }])
  await tell({ ...call, kind: 'quiet', body: 'Done or heard.' })
  await expect.poll(shown).toEqual([{ body: 'Done or heard.', silent: true }])
  // "Turn the alarm off", as a press on the notification does it.
  await moveClock(page, 240)
  await worker.evaluate(
    (said) =>
      (
        globalThis as unknown as {
          sayHeard: (heard: object, url: string) => Promise<void>
        }
      ).sayHeard(said.heard, said.url),
    call,
  )
  await expect
    .poll(async () => {
      const answer = await page.request.get(`${origin}/api/loads/${load.id}`)
      return ((await answer.json()) as { events: { kind: string }[] }).events.map((e) => e.kind)
    })
    .toContain('prompt-heard')
})
