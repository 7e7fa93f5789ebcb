import { enterDemo, expect, looksRight, planBeans, test } from './kit'

test('can I can it: refused foods are answered, a method is shown and checked against a copy', async ({
  page,
}) => {
  await enterDemo(page)
  await page.goto('/methods')
  const ask = page.getByLabel('Can I can it? Any name of a food')
  await ask.fill('zucchini')
  await expect(
    page.getByRole('heading', { name: 'No: Summer squash and zucchini, alone' }),
  ).toBeVisible()
  await expect(page.getByText('tomatoes with zucchini', { exact: false }).first()).toBeVisible()
  await looksRight(page)
  await ask.fill('dragonfruit')
  await expect(page.getByText('No tested process by that name')).toBeVisible()
  await ask.fill('green beans')
  await expect(page.getByRole('heading', { name: 'Yes: Snap beans' })).toBeVisible()
  await page.goto('/methods/beets')
  await expect(page.getByText('35 minutes at 15 psi')).toBeVisible()
  await page.getByLabel('Regulated by').selectOption('dial')
  await expect(page.getByText('35 minutes at 12 psi')).toBeVisible()
  await page.getByRole('slider', { name: 'Altitude' }).fill('10500')
  await expect(
    page.getByText('there’s no tested pressure. Ask your extension service.'),
  ).toBeVisible()
  await page.getByLabel('Edition you compared').fill('printed guide, 2015')
  await page.getByRole('button', { name: 'The figures match' }).click()
  await expect(page.getByText(/By Wren, 14 Aug: printed guide, 2015/)).toBeVisible()
  await page.reload()
  await expect(page.getByText('35 minutes at 12 psi')).toBeVisible()
  await page.getByRole('button', { name: 'Remove the mark' }).click()
  await expect(page.getByText('Not checked against a printed guide yet')).toBeVisible()
  await page.goto('/methods/tomatoes-crushed')
  await expect(page.getByText(/citric acid, or 2 tbsp bottled lemon juice/)).toBeVisible()
  await expect(page.getByText(/Also tested here: 20 min at/)).toBeVisible()
})

test('a jar of soup: allowed, then not, with the reason', async ({ page }) => {
  await enterDemo(page)
  await page.goto('/methods/jar')
  await expect(page.getByText('Yes: 85 minutes at 15 psi')).toBeVisible()
  await page.getByLabel('What goes in, with commas').fill('pumpkin, water')
  await expect(page.getByText('Yes: 90 minutes at 15 psi')).toBeVisible()
  await page.getByLabel('What goes in, with commas').fill('kidney beans, carrots, broth')
  await expect(page.getByText(/^Are the kidney beans soaked/)).toBeVisible()
  await page.getByLabel('What goes in, with commas').fill('carrots, noodles, cream')
  await expect(page.getByText('No, not like this')).toBeVisible()
  await expect(
    page.getByText('Thick or starchy: heat does not reach the middle in time.'),
  ).toBeVisible()
  await expect(page.getByText(/Dairy and eggs shield spores/)).toBeVisible()
  await looksRight(page)
})

test('a way of the house changes what the method says', async ({ page }) => {
  await enterDemo(page)
  await page.goto('/methods/ways')
  await page.getByRole('checkbox', { name: /Salt in the jars/ }).click()
  await expect(page.getByText('House way saved.', { exact: true })).toBeVisible()
  await page.goto('/methods/beans-snap')
  await expect(page.getByText(/Salt, if wanted: 1 tsp a quart/)).toBeVisible()
  await page.goto('/methods/ways')
  await page.getByRole('checkbox', { name: /Salt in the jars/ }).click()
  await expect(page.getByRole('checkbox', { name: /Salt in the jars/ })).not.toBeChecked()
  await looksRight(page)
})

test('gear: a defect blocks the canner until it is mended; a dial that is off blocks it too', async ({
  page,
}) => {
  await enterDemo(page)
  await page.goto('/gear')
  const small = page.getByRole('region', { name: 'Kitchen canner' })
  await small.getByRole('button', { name: 'Check it' }).click()
  await looksRight(page)
  await expect(page.getByRole('button', { name: /to check/ })).toBeDisabled()
  await page.getByRole('button', { name: 'I checked each point: all in order' }).click()
  const vent = page.getByRole('group', { name: 'Vent pipe clear: hold the lid up to the light' })
  await vent.getByRole('radio', { name: 'wrong' }).check()
  await page.getByRole('button', { name: 'Checked today' }).click()
  await expect(small.getByText('✗ don’t use')).toBeVisible()
  await expect(small.getByText('The vent pipe is blocked.')).toBeVisible()
  await page.goto('/stove/plan')
  await page.getByLabel('Canner').selectOption({ label: 'Kitchen canner (blocked)' })
  await expect(page.getByRole('button', { name: 'Plan this load' })).toBeDisabled()
  await page.goto('/gear')
  await small.getByRole('button', { name: 'Check it' }).click()
  await page.getByRole('button', { name: 'I checked each point: all in order' }).click()
  await page.getByRole('button', { name: 'Checked today' }).click()
  await expect(small.getByText('✓ fit to use')).toBeVisible()

  await page.getByRole('button', { name: 'Add a canner' }).click()
  await page.getByLabel('Class').selectOption({ label: '23-quart pot, two layers of pints' })
  await page.getByLabel('What you call it').fill('Barn canner')
  await looksRight(page)
  await page.getByRole('button', { name: 'Save' }).click()
  const barn = page.getByRole('region', { name: 'Barn canner' })
  await expect(barn.getByText('The dial gauge hasn’t been tested.')).toBeVisible()
  await barn.getByRole('button', { name: 'Record a gauge test' }).click()
  await page.getByLabel('Reads high by, psi').fill('2.5')
  await page.getByLabel('Tested by').fill('fair')
  await page.getByRole('button', { name: 'Record test' }).click()
  await expect(barn.getByText(/off by 2.5 psi/)).toBeVisible()
  await barn.getByRole('button', { name: 'Change' }).click()
  await page.getByRole('button', { name: 'Stop using it' }).click()
  // While the sheet is open it hides the page behind it and keeps the focus.
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(barn).toHaveCount(0)

  const quarts = page.getByLabel('quarts, wide: owned')
  const saved = page.waitForResponse((r) => r.url().includes('/api/jar-groups/'))
  await quarts.fill('31')
  await quarts.press('Enter')
  expect((await saved).status()).toBe(200)
  await page.reload()
  await expect(page.getByLabel('quarts, wide: owned')).toHaveValue('31')
  await expect(page.getByRole('region', { name: 'Shopping list' })).toContainText('Citric acid')
})

test('frost tonight brings the tender lots in, and undo takes them back', async ({ page }) => {
  await enterDemo(page)
  await page.goto('/harvest')
  await page.getByRole('button', { name: 'Show as a table' }).click()
  const expected = page.getByRole('cell', { name: /^expected / })
  const before = await expected.count()
  expect(before).toBeGreaterThan(4)
  await page.getByRole('button', { name: 'Frost tonight' }).click()
  // What comes within two weeks is grown by now; later lots are said and left.
  await expect(page.getByText(/^\d+ tender lots brought in today/)).toBeVisible()
  await expect(page.getByText(/3 lots expected later are not grown yet/).first()).toBeVisible()
  await expect(expected).toHaveCount(3)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(expected).toHaveCount(before)

  await page.getByRole('button', { name: 'Expect a harvest' }).click()
  await page.getByLabel('Crop').selectOption({ label: 'Okra' })
  await page.getByLabel('Row, feet').fill('30')
  await looksRight(page)
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(expected).toHaveCount(before + 4)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(expected).toHaveCount(before)
})

test('needs: a food is asked for, changed, and taken off', async ({ page }) => {
  await enterDemo(page)
  await page.goto('/needs')
  await expect(page.getByRole('img', { name: 'Coverage of the coming year by food' })).toBeVisible()
  await page.getByRole('button', { name: 'Add a food' }).click()
  await page.getByLabel('Food', { exact: true }).selectOption({ label: 'Potatoes' })
  await page.getByLabel('Servings at a meal').fill('8')
  await expect(page.getByText('Half a cup each: quarts suit, 1 a meal.')).toBeVisible()
  await page.getByRole('button', { name: 'July' }).click()
  await looksRight(page)
  await page.getByRole('button', { name: 'Save' }).click()
  const row = page.getByRole('row', { name: /^Potatoes/ })
  await expect(row).toContainText('1 × a week, 1 quart')
  await row.getByRole('button', { name: /Change/ }).click()
  await page.getByLabel('Meals a week').fill('3')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(row).toContainText('3 × a week, 1 quart')
  await row.getByRole('button', { name: /Change/ }).click()
  await page.getByRole('button', { name: 'Remove', exact: true }).click()
  await expect(row).toHaveCount(0)
})

test('an odd lot is left out of the yield with a reason, and counted again', async ({ page }) => {
  await enterDemo(page)
  await page.goto('/harvest/yields?form=beans-snap')
  await page
    .getByRole('button', { name: /^Leave out the lot/ })
    .first()
    .click()
  await page.getByLabel('Why leave it out?').fill('hail')
  await page.getByRole('button', { name: 'Leave out', exact: true }).click()
  await expect(page.getByText('left out: hail')).toBeVisible()
  await looksRight(page)
  await page.getByRole('button', { name: 'Count it again' }).click()
  await expect(page.getByText('left out: hail')).toHaveCount(0)
})

test('a gauge tested after the load was planned: the difference is shown before the first flame, and kept', async ({
  page,
}) => {
  await enterDemo(page)
  const url = await planBeans(page, 'Porch canner', 7)
  await expect(page.getByText('Ready when you are.')).toBeVisible()
  await expect(page.getByText('Changed since it was planned')).toHaveCount(0)
  const canners = (await (await page.request.get('/api/canners')).json()) as {
    id: string
    name: string
  }[]
  const tall = canners.find((c) => c.name === 'Porch canner')!
  const test = {
    cannerId: tall.id,
    testedOn: '2026-08-14',
    errorPsi: 1,
    testedBy: 'the table at the fair',
  }
  expect(
    (await page.request.put(`/api/gauge-tests/${crypto.randomUUID()}`, { data: test })).status(),
  ).toBe(201)
  const words = 'Pressure: planned 12 psi; it now runs at 13 psi on your dial: it reads 1 high.'
  await expect(page.getByText(words)).toBeVisible()
  await looksRight(page)
  await page.getByRole('button', { name: 'Start this load' }).click()
  await expect(page.getByText('Warm the canner water and the jars.')).toBeVisible()
  await expect(page.getByText(words)).toBeVisible()
  await page.reload()
  await expect(page.getByText(words)).toBeVisible()
  // The page for the fridge and the method say the same figure.
  await page.goto('/methods/beans-snap?gauge=dial')
  await expect(page.getByText('25 minutes at 13 psi on your dial: it reads 1 high')).toBeVisible()
  await page.request.put(`/api/gauge-tests/${crypto.randomUUID()}`, {
    data: { ...test, errorPsi: 0 },
  })
  await page.goto(url)
  await page.getByRole('button', { name: 'Stop this load…' }).click()
  await page.getByRole('button', { name: 'Stop this load' }).click()
  await expect(page.getByText(/^Stopped\./)).toBeVisible()
})
