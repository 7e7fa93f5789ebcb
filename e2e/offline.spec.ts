import type { BrowserContext, Page } from '@playwright/test'
import { enterDemo, expect, keptHere, looksRight, test } from './kit'

test.use({ serviceWorkers: 'allow' })

const offline = (context: BrowserContext): Promise<void> => context.setOffline(true)
const jarsOf = async (page: Page): Promise<{ id: string; code: string; state: string }[]> =>
  (await page.request.get('/api/jars')).json()

test('after one visit every station opens with no network, and says how old what it shows is', async ({
  page,
  context,
}) => {
  await enterDemo(page)
  await keptHere(page)
  await offline(context)
  const pages: readonly (readonly [string, string | RegExp])[] = [
    ['/', 'What needs doing?'],
    ['/needs', 'What will we eat?'],
    ['/harvest', 'What came in?'],
    ['/season', /Which loads|What comes when|season/i],
    ['/stove', 'What is on the stove?'],
    ['/pantry', 'What is on the shelf?'],
    ['/pantry/foods', 'How long will it last?'],
    ['/methods', /.+/],
    ['/gear', /.+/],
    ['/practice', /.+/],
  ]
  for (const [path, heading] of pages) {
    await page.goto(path)
    await expect(page.locator('main h1').first()).toContainText(heading)
    await expect(page.getByRole('status', { name: 'Loading' })).toHaveCount(0)
    await expect(page.getByText(/can’t (be reached|reach)/)).toHaveCount(0)
  }
  await page.goto('/pantry')
  await expect(page.getByText(/No network. This is what Kelvit knew at/)).toBeVisible()
  await looksRight(page)
  // The clock at the stove goes on.
  await page.goto('/stove')
  await expect(page.getByRole('timer').first()).toBeVisible()
})

test('two cellars without a signal: both take the oldest, and each gets a jar of its own', async ({
  page,
  context,
  browser,
  baseURL,
}) => {
  await enterDemo(page)
  const second = await browser.newContext({ baseURL: baseURL!, serviceWorkers: 'allow' })
  const other = await second.newPage()
  await other.goto('/')
  await other.getByRole('button', { name: 'Enter the demo' }).click()
  await expect(other.getByRole('heading', { name: 'What needs doing?' })).toBeVisible()
  for (const p of [page, other]) {
    await p.goto('/pantry')
    await expect(p.getByRole('region', { name: 'Pull this week' })).toBeVisible()
    await keptHere(p)
  }
  const before = (await jarsOf(page)).filter((j) => j.state === 'on-shelf').length
  await offline(context)
  await offline(second)
  const takeGreens = async (p: Page): Promise<string> => {
    await p.goto('/pantry?take=1')
    const dialog = p.getByRole('dialog', { name: 'Take a jar' })
    await dialog.getByRole('button', { name: /^Greens/ }).click()
    const code = /jar ([0-9A-Z]+-\d+)/.exec(
      await dialog.getByText(/: jar .*canned/).innerText(),
    )![1]!
    await dialog.getByRole('button', { name: 'Take this jar' }).click()
    await expect(dialog).toHaveCount(0)
    await expect(
      p.getByText(/change is saved on this device|changes are saved on this device/),
    ).toBeVisible()
    return code
  }
  const first = await takeGreens(page)
  expect(await takeGreens(other)).toBe(first)
  // Also after the page was closed and opened again, with no signal yet.
  await other.close()
  const again = await second.newPage()
  await again.goto('/pantry')
  await expect(again.getByText('One change is saved on this device')).toBeVisible()
  await expect(again.getByText(`${before - 1} jars`)).toBeVisible()

  await context.setOffline(false)
  await expect(page.getByText(/saved on this device/)).toHaveCount(0)
  await second.setOffline(false)
  await expect(again.getByText(/saved on this device/)).toHaveCount(0)
  await expect(
    again.getByText(/^Somebody else took it first: jar .*, the next oldest, was taken instead/),
  ).toBeVisible()
  const after = (await jarsOf(page)).filter((j) => j.state === 'on-shelf')
  expect(after).toHaveLength(before - 2)
  expect(after.map((j) => j.code)).not.toContain(first)
  await expect(page.getByText(`${before - 2} jars`)).toBeVisible()
  await expect(again.getByText(`${before - 2} jars`)).toBeVisible()
  await second.close()
})

test('a shelf is counted without a signal, and the count is there when it is back', async ({
  page,
  context,
}) => {
  await enterDemo(page)
  await page.goto('/pantry/count')
  await expect(page.getByRole('heading', { name: 'What should be here' })).toBeVisible()
  await keptHere(page)
  await offline(context)
  const kind = page.getByRole('listitem').filter({ hasText: 'sweet corn' })
  await kind.getByRole('button', { name: /one less/ }).click()
  await expect(kind.getByText(/^missing: /)).toBeVisible()
  await page.getByRole('button', { name: 'Add jars' }).click()
  await page.getByLabel('Food').selectOption({ label: 'Carrots' })
  await page.getByLabel('How many', { exact: true }).fill('12')
  await expect(page.getByRole('button', { name: 'Save count' })).toBeDisabled()
  await page.getByLabel('How was it processed?').selectOption({ label: 'Nobody knows' })
  await page.getByLabel('From whom (if not yours)').fill('Neighbour Wren')
  await looksRight(page)
  await page.getByRole('button', { name: 'Save count' }).click()
  await expect(page.getByRole('heading', { name: 'What is on the shelf?' })).toBeVisible()
  await expect(page.getByText('One change is saved on this device')).toBeVisible()
  await context.setOffline(false)
  await expect(page.getByText('One change is saved on this device')).toHaveCount(0)
  const gifts = (
    (await (await page.request.get('/api/jars')).json()) as {
      gotFrom: string
      process: string
      useSoon: boolean
    }[]
  ).filter((j) => j.gotFrom === 'Neighbour Wren')
  expect(gifts).toHaveLength(12)
  expect(gifts.every((j) => j.process === 'unknown' && j.useSoon)).toBe(true)
})

test('a label’s code is typed: the jar is found, another household’s says so, a torn one too', async ({
  page,
}) => {
  await enterDemo(page)
  const [jar] = (await jarsOf(page)).filter((j) => j.state === 'on-shelf')
  await page.goto('/pantry/scan')
  const code = page.getByLabel('Its short code')
  await expect(code).toBeFocused()
  await code.fill('kr4t 3x')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('That isn’t a jar’s code')
  await code.fill(`https://kelvit.example/j/${jar!.code}?h=00000000`)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('another household')
  await looksRight(page)
  await code.fill(jar!.code.toLowerCase())
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: `What about jar ${jar!.code}?` })).toBeVisible()
  await looksRight(page)
  await page.goto('/j/ZZZZ-9')
  await expect(page.getByRole('heading', { name: 'This jar isn’t here' })).toBeVisible()
})

test('labels are seen and come as a file; a grid that does not fit says so', async ({ page }) => {
  await enterDemo(page)
  await page.goto('/pantry/labels')
  await expect(page.getByRole('group', { name: 'Sheet 1 of 1' })).toBeVisible()
  await looksRight(page)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Make the PDF' }).click(),
  ])
  expect(file.suggestedFilename()).toBe('kelvit-labels.pdf')
  await page.getByLabel('Label sheet, by its dimensions').selectOption('own')
  await page.getByLabel('Side by side').fill('5')
  await expect(page.getByRole('alert')).toContainText('This grid does not fit the page')
  await expect(page.getByRole('button', { name: 'Make the PDF' })).toBeDisabled()
})
