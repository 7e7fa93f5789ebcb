import { expect, test as base, type Locator, type Page } from '@playwright/test'
import axe from 'axe-core'
import { rmSync } from 'node:fs'
import { newDataFolder, operatorToken, startKelvit } from './kelvit'

const NOW = Date.parse('2026-08-14T23:00:00Z')
/** What moves this worker's clock. */
let operator = ''

/** Each worker has a Kelvit of its own: the demo, and a clock that stands at Friday 14 August, 17:00. */
export const test = base.extend<object, { readonly kelvit: string }>({
  kelvit: [
    async ({}, use) => {
      const data = newDataFolder('e2e')
      const kelvit = await startKelvit(data, ['--now', '2026-08-14T17:00'])
      operator = operatorToken(data)
      await use(kelvit.base)
      await kelvit.stop()
      rmSync(data, { recursive: true, force: true })
    },
    { scope: 'worker', timeout: 240_000 },
  ],
  baseURL: async ({ kelvit }, use) => {
    await use(kelvit)
  },
  page: async ({ page }, use) => {
    const wrong: string[] = []
    page.on('pageerror', (e) => wrong.push(e.message))
    page.on('console', (m) => {
      if (m.type() === 'error' && !/status of 4\d\d|ERR_|Failed to load resource/.test(m.text()))
        wrong.push(m.text())
    })
    await use(page)
    expect(wrong, 'errors in the console').toEqual([])
  },
})
export { expect }

/** Knocks as a newcomer does, at the address alone, and enters the demo by its button; the clock at its beginning. */
export async function enterDemo(page: Page): Promise<void> {
  await page.goto('/')
  await page.getByRole('button', { name: 'Enter the demo' }).click()
  await expect(page.getByRole('heading', { name: 'What needs doing?' })).toBeVisible()
  await setClock(page, 0)
}

/** The application and every list are on the device: as after a quiet half minute on the first page. */
export async function keptHere(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready
  })
  await expect
    .poll(
      () =>
        page.evaluate(async () => {
          const lists = localStorage.getItem('kelvit.cache') ?? ''
          const names = await caches.keys()
          return lists.includes('["busy-times"]') && names.length > 0
        }),
      { timeout: 60_000 },
    )
    .toBe(true)
}

/** Moves the frozen clock to minutes after 17:00, whoever listens. */
export async function moveClock(page: Page, minutes: number): Promise<void> {
  const moved = await page.request.post('/api/clock', {
    headers: { authorization: `Bearer ${operator}` },
    data: { now: NOW + minutes * 60_000 },
  })
  expect(moved.status()).toBe(200)
}

/** Moves the frozen clock to minutes after 17:00 and waits until the page goes by it. */
export async function setClock(page: Page, minutes: number): Promise<void> {
  const heard = page.waitForResponse(
    (r) => r.url().endsWith('/api/clock') && r.request().method() === 'GET',
  )
  await moveClock(page, minutes)
  await (await heard).finished()
  await page.evaluate(() => new Promise(requestAnimationFrame))
}

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice']

/** What axe finds wrong, a line each. It is read into a page once, and stays for as long as the page does. */
async function faults(page: Page, rules?: readonly string[]): Promise<readonly string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
  return page.evaluate(
    async (only) => {
      const { axe } = window as unknown as { readonly axe: typeof import('axe-core') }
      const { violations } = await axe.run(document, {
        runOnly: only,
        resultTypes: ['violations'],
      })
      return violations.map((v) => {
        const where = v.nodes.slice(0, 4).map((n) => n.target.join(' '))
        return `${v.id}: ${where.join(' | ')}`
      })
    },
    rules ? { type: 'rule' as const, values: [...rules] } : { type: 'tag' as const, values: TAGS },
  )
}

/** No accessibility fault that axe can see, and nothing sticks out sideways. */
export async function looksRight(page: Page): Promise<void> {
  await expect(page.locator('main h1').first()).toBeAttached()
  expect(await faults(page)).toEqual([])
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
  ).toBeLessThanOrEqual(0)
}

/** How far something sticks out sideways when every word is half as long again, as in other languages, CSS px. */
export const outBesides = (page: Page): Promise<number> =>
  page.evaluate(() => {
    const words = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    for (let node = words.nextNode(); node; node = words.nextNode()) {
      if (node.parentElement?.closest('svg, option, script, style, [data-long]')) continue
      node.nodeValue = (node.nodeValue ?? '').replace(
        /\p{L}{4,}/gu,
        (word) => word + word.slice(0, Math.ceil(word.length * 0.45)).toLowerCase(),
      )
    }
    document.body.dataset.long = 'yes'
    return document.documentElement.scrollWidth - window.innerWidth
  })

/** Goes on with the Tab key until a part has the focus, as somebody without a mouse does. */
export async function tabTo(page: Page, part: Locator, most = 60): Promise<void> {
  await part.waitFor()
  for (let i = 0; i < most && !(await part.evaluate((p) => p === document.activeElement)); i++)
    await page.keyboard.press('Tab')
  await expect(part).toBeFocused()
}

/** The same page in other colours: its structure was looked at, its contrast is not the same. */
export const contrastIsRight = async (page: Page): Promise<void> =>
  expect(await faults(page, ['color-contrast', 'link-in-text-block'])).toEqual([])

/** Plans a load of the newest snap beans lot on a canner and opens it at the stove; gives its address. */
export async function planBeans(page: Page, canner: string, jars: number): Promise<string> {
  await page.goto('/harvest?weigh=1')
  await page.getByLabel('Weigh in: how much of what').fill('14 lb snap beans')
  await page.getByRole('button', { name: 'Weigh in and plan a load' }).click()
  await expect(page.getByRole('heading', { name: 'What goes in the canner?' })).toBeVisible()
  await page.getByLabel('Canner').selectOption({ label: canner })
  await page.getByLabel('How many').fill(String(jars))
  await page.getByRole('button', { name: 'Plan this load' }).click()
  await expect(page).toHaveURL(/\/stove\/[0-9a-f-]{36}$/)
  return page.url()
}

/** A small canner as Gear would make it, for households of a test's own. */
export const CANNER = {
  name: 'Old canner',
  gauge: 'weighted',
  regulatedBy: 'weighted',
  capacity: { quart: 7, pint: 9 },
  minimum: { quart: 2, pint: 4 },
  stageMinutes: {
    fillMinPerJar: 1.2,
    fillMinFixed: 5,
    heatMin: 18,
    ventMin: 10,
    climbMin: 8,
    coolMin: 35,
    restMin: 10,
    unloadMin: 6,
  },
}
