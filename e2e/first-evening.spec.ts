import { enterDemo, expect, looksRight, test } from './kit'

/** Every fill, press and choice of a person takes about this long, seconds. */
const ACTION_S = 5

test('from the door to the first planned evening, as a new household, at 5,400 ft', async ({
  page,
}) => {
  let actions = 0
  const did = async (what: Promise<unknown>): Promise<void> => {
    await what
    actions++
  }
  await page.goto('/start')
  // Nobody is at sea level by default.
  await expect(page.getByLabel('Altitude, feet')).toHaveValue('')
  await did(page.getByLabel('Units').selectOption('us'))
  await did(page.getByLabel('Household name').fill('Foxglove End'))
  await did(page.getByRole('button', { name: 'Make household' }).click())
  await expect(page.getByText(/Enter your altitude/)).toBeVisible()
  await did(page.getByLabel('Altitude, feet').fill('5,400'))
  await expect(page.getByText('13 psi on a dial, 15 psi with a weight')).toBeVisible()
  await did(page.getByLabel('Time zone').fill('denver'))
  await did(page.getByLabel('Your name').fill('Sorrel'))
  await expect(page.getByLabel('Time zone')).toHaveValue('America/Denver')
  await did(page.getByLabel('Sign-in name').fill('sorrel of foxglove'))
  await did(page.getByLabel('Passphrase').fill('plain words here'))
  await did(page.getByRole('button', { name: 'Make household' }).click())

  const steps = page.getByRole('region', { name: 'First steps' })
  await expect(steps).toBeVisible()
  await looksRight(page)
  await did(steps.getByRole('button', { name: 'Add it' }).click())
  const form = page.getByRole('dialog', { name: 'Add a canner' })
  await did(form.getByLabel('What you call it').fill('Old faithful'))
  await looksRight(page)
  await did(form.getByRole('button', { name: 'Save' }).click())
  for (const day of ['Fri', 'Sat', 'Sun'])
    await did(steps.getByRole('button', { name: day }).click())
  await did(steps.getByRole('button', { name: 'Save hours' }).click())
  await did(steps.getByLabel('Quart jars').fill('40'))
  await did(steps.getByLabel('New regular lids').fill('48'))
  await did(steps.getByRole('button', { name: 'Save count' }).click())
  await did(steps.getByRole('link', { name: 'Weigh in' }).click())

  // A bucket is asked about once.
  const line = page.getByLabel('Weigh in: how much of what')
  await did(line.fill('a bucket of snap beans'))
  await did(page.getByLabel('One bucket of snap beans, lb').fill('14,5'))
  await did(page.getByRole('button', { name: 'Save' }).click())
  await expect(page.getByText('1 bucket snap beans', { exact: false }).first()).toBeVisible()
  await looksRight(page)
  await did(page.getByRole('button', { name: 'Weigh in', exact: true }).click())
  // The steps are still there, whatever was done elsewhere, and end on the sheet of the first day.
  await did(page.getByRole('link', { name: 'Kelvit' }).click())
  await expect(steps.getByText('4 of 5 done')).toBeVisible()
  await looksRight(page)
  await did(steps.getByRole('link', { name: 'Plan the first evening' }).click())
  const proposed = page.getByRole('region', { name: 'Proposed plan' })
  await expect(proposed).toBeVisible({ timeout: 90_000 })
  await did(proposed.getByRole('button', { name: 'Use this plan' }).click())
  await expect(page.getByText('Plan saved.', { exact: true })).toBeVisible()
  await expect(page).toHaveURL(/\/season\/day\/\d{4}-\d\d-\d\d$/)
  await did(page.getByRole('link', { name: 'Kelvit' }).click())
  await expect(page.getByRole('heading', { name: /^(Today’s|Next) loads/ })).toBeVisible()
  await expect(page.getByText(/clean kitchen at about/)).toBeVisible({ timeout: 30_000 })
  await looksRight(page)
  expect(actions * ACTION_S, `${actions} actions`).toBeLessThan(180)
})

test('the finder catches every letter, also while it is still on its way', async ({ page }) => {
  await enterDemo(page)
  // A slow line: the box comes a second after the key.
  await page.route(/finder-[^/]*\.js$/, async (route) => {
    await new Promise((r) => setTimeout(r, 1000))
    await route.continue()
  })
  await page.keyboard.press('/')
  await page.keyboard.type('twist the lid', { delay: 20 })
  const box = page.getByRole('combobox')
  await expect(box).toBeFocused()
  await expect(box).toHaveValue('twist the lid')
  await page.keyboard.type(' w1')
  await expect(box).toHaveValue('twist the lid w1')
  await expect(page).toHaveURL(/\/$/)
  await box.fill('one jar lost liquid')
  await expect(page.getByRole('article')).toContainText(/less than half is gone, it’s safe/)
  await looksRight(page)
  await box.fill('shopping')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/gear$/)
})

test('every station has its questions, and opens the page that acts on the answer', async ({
  page,
}) => {
  await enterDemo(page)
  await page.goto('/gear')
  await page.getByRole('button', { name: 'Questions that belong here' }).click()
  const asked = page.getByRole('dialog', { name: 'Questions at Gear' })
  await expect(asked.getByRole('listitem')).not.toHaveCount(0)
  await asked.getByText('Which is better, a dial or a weighted gauge?').click()
  await expect(
    asked.getByText(/At 2,640 ft, hold 12 psi on a dial or use 15 psi with a weight/),
  ).toBeVisible()
  await looksRight(page)
})

test('a lot is put right, and says what that changes; shelves are renamed and jars moved', async ({
  page,
}) => {
  await enterDemo(page)
  await page.goto('/harvest')
  await page
    .getByRole('link', { name: /^Sweet corn/ })
    .first()
    .click()
  await expect(page.getByRole('heading', { name: 'Correct the lot' })).toBeVisible()
  await page.getByLabel('Amount, lb').fill('20')
  await expect(page.getByText(/It makes about/)).toBeVisible()
  await looksRight(page)
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Lot corrected.', { exact: true })).toBeVisible()

  await page.goto('/pantry/shelves')
  const name = page.getByLabel('Name of Hall cupboard')
  await name.fill('Hall, under the coats')
  await page.keyboard.press('Tab')
  await expect(page.getByLabel('Name of Hall, under the coats')).toBeVisible()
  await page.getByLabel('From').selectOption({ label: 'Cellar, low' })
  await page.getByLabel('To', { exact: true }).selectOption({ label: 'Cellar, top' })
  await page.getByLabel('All of it').check()
  await page.getByRole('button', { name: /^Move \d+ jars$/ }).click()
  await expect(page.getByText('No jars are there.')).toBeVisible()
  await looksRight(page)
  await page.getByRole('button', { name: 'Undo' }).last().click()
  await expect(page.getByText('No jars are there.')).toHaveCount(0)
})

test('the altitude is put right: what it does to the loads that are planned is said first', async ({
  page,
}) => {
  await enterDemo(page)
  await page.goto('/household')
  await page.getByLabel('Altitude, feet').fill('5,400')
  await expect(page.getByText(/Kelvit checks every load you ever ran/)).toBeVisible()
  await page.getByLabel('Why does the altitude change?').selectOption('We moved')
  await expect(page.getByText(/Loads before that day keep the old altitude/)).toBeVisible()
  await page.getByLabel('Time zone').fill('lisbon')
  await expect(page.getByText(/keep their clock times in the new zone/)).toBeVisible()
  await looksRight(page)
  await page.reload()
  await expect(page.getByLabel('Altitude, feet')).toHaveValue('2640')
})
