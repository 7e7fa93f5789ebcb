import { readFileSync } from 'node:fs'
import { enterDemo, expect, looksRight, tabTo, test } from './kit'

test('rows of a spreadsheet: looked at, a column chosen, taken in, and taken once', async ({
  page,
}) => {
  await enterDemo(page)
  await page.goto('/records/files')
  await page.getByLabel('What’s in the file').selectOption('lots')
  const file = {
    name: 'garden.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'Crop;How heavy;Picked on\nsnap beans;6,5 kg;2026-08-13\nmoonbeams;3 kg;2026-08-13\n',
    ),
  }
  const choose = page.getByLabel('A CSV file from your spreadsheet')
  await choose.setInputFiles(file)
  await expect(page.getByText('No column holds the lb.').first()).toBeVisible()
  await page.getByLabel('lb, needed').selectOption('How heavy')
  await expect(page.getByText('14 lb of snap beans, in the house 13 Aug 2026')).toBeVisible()
  await expect(page.getByText(/“moonbeams”/)).toBeVisible()
  await looksRight(page)
  await page.getByRole('button', { name: 'Take 1 row in' }).click()
  await expect(page.getByText('1 row imported.').first()).toBeVisible()
  await choose.setInputFiles(file)
  await page.getByLabel('lb, needed').selectOption('How heavy')
  await expect(page.getByText(/, here already/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Nothing to import' })).toBeDisabled()
})

test('the archive goes out, and next season is filled by one press and taken back', async ({
  page,
}) => {
  await enterDemo(page)
  await page.goto('/records/files')
  const kept = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Export the archive' }).click()
  expect(
    readFileSync(await (await kept).path())
      .subarray(0, 2)
      .toString(),
  ).toBe('PK')

  await page.goto('/records/next')
  const fill = page.getByRole('button', { name: 'Fill Needs and plantings' })
  await expect(fill).toBeEnabled()
  await fill.click()
  await expect(page.getByText(/You’ll find them under Needs and Harvest\.$/).first()).toBeVisible()
  await expect(fill).toBeDisabled()
  const undone = page.waitForResponse((r) => r.url().endsWith('/api/changes/undo'))
  await page.getByRole('button', { name: 'Undo' }).click()
  expect((await undone).ok()).toBe(true)
  await expect(fill).toBeEnabled()
  await page.goto('/records/next')
  await expect(
    page.getByText(/first picking expected .* 2027|first picking expected \d+ \w+ 2027/),
  ).toHaveCount(0)
  await expect(fill).toBeEnabled()
})

test('the logbook is searched and its address shared; a year is gone through', async ({ page }) => {
  await enterDemo(page)
  await page.goto('/records')
  await page.getByLabel('Words').fill('corn')
  await expect(page).toHaveURL(/q=corn/)
  const book = page.getByRole('region', { name: 'Logbook' })
  await expect(book.getByRole('listitem').first()).toContainText('sweet corn')
  await expect(book.getByText(/of beets/)).toHaveCount(0)
  await page.reload()
  await expect(page.getByLabel('Words')).toHaveValue('corn')
  await page.getByRole('main').getByRole('link', { name: 'The year', exact: true }).click()
  await page.getByRole('link', { name: '2025', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'How was 2025?' })).toBeVisible()
  await expect(page.getByRole('img', { name: /^Snap beans: \d+ canned/ })).toBeVisible()
})

test('January with no mouse, at twice the size: the logbook, the year, next season, the files', async ({
  page,
}) => {
  await page.setViewportSize({ width: 640, height: 400 })
  await enterDemo(page)
  const main = page.getByRole('main')
  const goBy = async (name: string): Promise<void> => {
    await tabTo(page, main.getByRole('link', { name, exact: true }))
    await page.keyboard.press('Enter')
  }
  await page.keyboard.press('/')
  await page.keyboard.type('records')
  await expect(page.getByRole('option', { name: /^Records/ })).toBeVisible()
  await page.keyboard.press('Enter')
  await tabTo(page, page.getByLabel('Words'))
  await page.keyboard.type('corn')
  await expect(page).toHaveURL(/q=corn/)
  const line = page.getByRole('region', { name: 'Logbook' }).getByRole('link').first()
  await tabTo(page, line)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/record$/)
  await page.goBack()

  await goBy('The year')
  await goBy('2025')
  await expect(page.getByRole('heading', { name: 'How was 2025?' })).toBeVisible()
  const inWords = main.getByText('The same, week by week in numbers')
  await tabTo(page, inWords)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('row', { name: /snap beans/ }).first()).toBeVisible()
  await looksRight(page)
  const price = page.getByLabel('A lid')
  await tabTo(page, price)
  await page.keyboard.type('0.35')
  await page.keyboard.press('Tab')
  await expect.poll(async () => await price.inputValue()).toContain('0.35')

  await page.goto('/records/next')
  const food = main.getByRole('checkbox').first()
  await tabTo(page, food)
  const chosen = await food.isChecked()
  await page.keyboard.press('Space')
  expect(await food.isChecked()).toBe(!chosen)
  await page.keyboard.press('Space')
  await tabTo(page, main.getByRole('button', { name: 'Fill Needs and plantings' }))
  await page.keyboard.press('Enter')
  await tabTo(page, page.getByRole('button', { name: 'Undo' }))
  const undone = page.waitForResponse((r) => r.url().endsWith('/api/changes/undo'))
  await page.keyboard.press('Enter')
  expect((await undone).ok()).toBe(true)

  await page.goto('/records/files')
  const out = page.waitForEvent('download')
  await goBy('Export the archive')
  expect((await out).suggestedFilename()).toMatch(/\.zip$/)
  await tabTo(page, page.getByLabel('What’s in the file'))
  await tabTo(page, page.getByLabel('A CSV file from your spreadsheet'))
})
