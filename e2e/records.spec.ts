import { readFileSync } from 'node:fs'
import { enterDemo, expect, looksRight, test } from './kit'

test('rows of a spreadsheet: looked at, a column chosen, taken in, and taken once', async ({
  page,
}) => {
  await enterDemo(page)
  await page.goto('/records/files')
  await page.getByLabel('What the rows are').selectOption('lots')
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
  await expect(page.getByText('1 row taken in.').first()).toBeVisible()
  await choose.setInputFiles(file)
  await page.getByLabel('lb, needed').selectOption('How heavy')
  await expect(page.getByText(/, here already/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Nothing to take in' })).toBeDisabled()
})

test('the archive goes out, and next season is filled by one press and taken back', async ({
  page,
}) => {
  await enterDemo(page)
  await page.goto('/records/files')
  const kept = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Take the archive out' }).click()
  expect(
    readFileSync(await (await kept).path())
      .subarray(0, 2)
      .toString(),
  ).toBe('PK')

  await page.goto('/records/next')
  const fill = page.getByRole('button', { name: 'Fill Needs and plantings' })
  await expect(fill).toBeEnabled()
  await fill.click()
  await expect(page.getByText(/They stand under Needs and Harvest\.$/).first()).toBeVisible()
  await expect(fill).toBeDisabled()
  const undone = page.waitForResponse((r) => r.url().endsWith('/api/changes/undo'))
  await page.getByRole('button', { name: 'Undo' }).click()
  expect((await undone).ok()).toBe(true)
  await expect(fill).toBeEnabled()
  await page.goto('/records/next')
  await expect(
    page.getByText(/a bed is expected from .* 2027|a bed is expected from \d+ \w+ 2027/),
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
  await expect(page.getByRole('heading', { name: 'What did 2025 bring?' })).toBeVisible()
  await expect(page.getByRole('img', { name: /^Snap beans: \d+ put up/ })).toBeVisible()
})
