import { readFileSync } from 'node:fs'
import { enterDemo, expect, looksRight, setClock, tabTo, test } from './kit'

const onShelf = (csv: string): number =>
  csv.split('\r\n').filter((l) => l.includes(',on-shelf,')).length

test('from harvest to shelf: weighed in, planned, run, checked, taken, exported', async ({
  page,
}) => {
  await enterDemo(page)
  // Others of this worker's tests may have taken a jar before.
  const before = onShelf(await (await page.request.get('/api/pantry.csv')).text())
  expect(before).toBeGreaterThan(100)
  await looksRight(page)

  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('link', { name: /^Harvest/ })
    .first()
    .click()
  await page.getByLabel('Weigh in: how much of what').fill('1.5 bu snap beans')
  await expect(page.getByText('1½ bu snap beans = 45 lb')).toBeVisible()
  const answer = page.getByRole('region', { name: 'What it makes' })
  await expect(answer).toContainText(/2\d quarts/)
  await expect(answer).toContainText('25 min at 15 psi weighted, 12 psi dial')
  await looksRight(page)
  await answer.getByRole('button', { name: 'Weigh in and plan a load' }).click()

  await page.getByLabel('Canner').selectOption({ label: 'Porch canner' })
  await expect(page.getByText('25 minutes at 12 psi')).toBeVisible()
  await expect(page.getByText('12 psi because the kitchen is at 2,640 ft')).toBeVisible()
  await looksRight(page)
  await page.getByRole('button', { name: 'Plan this load' }).click()
  await expect(page).toHaveURL(/\/stove\/[0-9a-f-]{36}$/)

  const load = page.getByRole('region', { name: 'Porch canner' }).first()
  await load.getByRole('button', { name: 'Start this load' }).click()
  await expect(load.getByText(/3 in deep by its manual, at 180 °F/)).toBeVisible()
  await load.getByRole('button', { name: 'Filling begins' }).click()
  await expect(load.getByText('Headspace 1 in')).toBeVisible()
  await looksRight(page)
  await load.getByRole('textbox', { name: 'Jars that went in' }).fill('6')
  // The demo's own beans are still in this canner; somebody stops that load on another device.
  const lock = load.getByRole('button', { name: 'Lid locked, heat on' })
  await expect(load.getByText(/still has batch \w+ in it\. Unload it/)).toBeVisible()
  await expect(lock).toBeDisabled()
  const other = await page.context().newPage()
  await other.goto('/stove')
  const running = other
    .getByRole('region', { name: 'Porch canner' })
    .filter({ hasText: '14 pints of snap beans' })
  await running.getByRole('button', { name: 'Stop this load…' }).click()
  await running.getByRole('button', { name: 'Stop this load' }).click()
  await expect(lock).toBeEnabled()
  await other.close()
  await load.getByRole('textbox', { name: 'Jars that went in' }).fill('99')
  await expect(load.getByText('doesn’t take that many jars at once')).toBeVisible()
  await expect(lock).toBeDisabled()
  await load.getByRole('textbox', { name: 'Jars that went in' }).fill('6')
  await lock.click()
  await setClock(page, 20)
  await load.getByRole('button', { name: 'Steam is steady' }).click()
  // Too early it is asked about, not refused.
  await load.getByRole('button', { name: 'Weight is on' }).click()
  await expect(load.getByText(/10:00 of the ten minutes are left/)).toBeVisible()
  await load.getByRole('button', { name: 'Not yet' }).click()
  await setClock(page, 26)
  await expect(load.getByRole('timer')).toHaveText('04:00')
  await load.getByRole('button', { name: 'Steam faltered' }).click()
  await setClock(page, 28)
  await load.getByRole('button', { name: 'Steam is steady again' }).click()
  await expect(load.getByRole('timer')).toHaveText('10:00')
  await setClock(page, 38)
  await load.getByRole('button', { name: 'Weight is on' }).click()

  await setClock(page, 46)
  await load.getByRole('button', { name: '12', exact: true }).click()
  await expect(load.getByRole('timer')).toHaveText('25:00')
  await setClock(page, 52)
  await expect(load.getByRole('timer')).toHaveText('19:00')
  await looksRight(page)
  await load.getByRole('button', { name: '11½' }).click()
  // A slip of the finger is asked about before it counts.
  await expect(load.getByText('11½ is below 12: is that right?')).toBeVisible()
  await load.getByRole('button', { name: 'No, that’s a typo' }).click()
  await expect(load.getByRole('timer')).toHaveText('19:00')
  await load.getByRole('button', { name: '11½' }).click()
  await load.getByRole('button', { name: /^It read 11½/ }).click()
  await expect(load.getByText('Bring it back to 12 psi. The time starts again.')).toBeVisible()
  await setClock(page, 55)
  await load.getByRole('button', { name: '12½' }).click()
  await expect(load.getByRole('timer')).toHaveText('25:00')
  await setClock(page, 66)
  await expect(load.getByText('Read the gauge.')).toBeVisible()
  await load.getByRole('button', { name: '12½' }).click()
  await setClock(page, 75)
  await load.getByRole('button', { name: '13', exact: true }).click()
  await expect(load.getByRole('button', { name: 'Heat is off' })).toHaveCount(0)
  await setClock(page, 80)
  await load.getByRole('button', { name: 'Heat is off' }).click()

  await setClock(page, 118)
  await load.getByRole('button', { name: 'Gauge is at zero' }).click()
  await expect(load.getByRole('button', { name: 'Weight is off' })).toHaveCount(0)
  await load.getByRole('button', { name: 'Lock has dropped' }).click()
  await load.getByRole('button', { name: 'Weight is off' }).click()
  await load.getByRole('button', { name: 'Lid is off' }).click()
  await expect(load.getByText(/It rests 10 minutes; 10:00 are left/)).toBeVisible()
  await looksRight(page)
  await page.reload()
  await setClock(page, 128)
  await expect(load.getByText('Open it with the lid tipped away from your face.')).toBeVisible()
  await load.getByRole('button', { name: 'Lid is off' }).click()
  await load.getByRole('button', { name: 'All jars are out' }).click()

  await page.goto('/stove')
  const board = page
    .getByRole('region', { name: 'Cooling jars' })
    .filter({ hasText: '6 quarts of snap beans' })
  await expect(board.getByText('Leave the other lids alone until then')).toBeVisible()
  await setClock(page, 128 + 13 * 60)
  await board.getByRole('button', { name: 'Check the seals' }).click()
  // None counts as sealed by itself: each is pressed by a person.
  await expect(board.getByText('6 jars still to check.')).toBeVisible()
  await expect(board.getByRole('button', { name: 'Save' })).toBeDisabled()
  for (const was of [
    'not pressed yet',
    'sealed',
    'sealed, some liquid lost',
    'sealed, half its liquid or more lost',
  ])
    await board.getByRole('button', { name: `Jar 6: ${was}`, exact: true }).click()
  await board.getByRole('button', { name: 'The others are sealed' }).click()
  await expect(board.getByText('1 jar not sealed')).toBeVisible()
  await looksRight(page)
  await board.getByRole('button', { name: 'Shelve 5 jars' }).click()

  await page.goto('/pantry')
  await expect(page.getByText(`${before + 5} jars`)).toBeVisible()
  await looksRight(page)
  await page.getByRole('button', { name: 'Take a jar' }).click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Snap beans/ })
    .click()
  await expect(page.getByText(/Boil it 13 minutes before tasting/)).toBeVisible()
  await looksRight(page)
  await page.getByRole('button', { name: 'Take this jar' }).click()
  await expect(page.getByText(`${before + 4} jars`)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText(`${before + 5} jars`)).toBeVisible()

  // What was shown at once is a moment later at the server too, which writes the table.
  await expect
    .poll(async () => onShelf(await (await page.request.get('/api/pantry.csv')).text()))
    .toBe(before + 5)
  await page.getByRole('button', { name: 'As a table' }).click()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'All jars as CSV' }).click(),
  ])
  const csv = readFileSync(await file.path(), 'utf8')
  expect(onShelf(csv)).toBe(before + 5)
})

test('the same with no mouse: weigh in, plan, start, take a jar', async ({ page }) => {
  await enterDemo(page)
  await page.keyboard.press('w')
  await expect(page.getByLabel('Weigh in: how much of what')).toBeFocused()
  await page.keyboard.type('20 lb beets')
  await page.keyboard.press('Enter')
  await expect(page.getByText('20 lb beets weighed in.', { exact: true })).toBeVisible()

  await page.locator('h1').click()
  await page.keyboard.press('/')
  await expect(page.getByRole('combobox')).toBeFocused()
  await page.keyboard.type('plan a load')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'What goes in the canner?' })).toBeVisible()
  await tabTo(page, page.getByRole('button', { name: 'Plan this load' }))
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/stove\/[0-9a-f-]{36}$/)
  await tabTo(page, page.getByRole('button', { name: 'Start this load' }))
  await page.keyboard.press('Enter')
  await expect(
    page.getByText('Warm the canner water and the jars. Look through the vent.'),
  ).toBeVisible()

  await page.keyboard.press('5')
  await expect(page.getByRole('heading', { name: 'What is on the shelf?' })).toBeVisible()
  await page.keyboard.press('t')
  await expect(page.getByRole('dialog', { name: 'Take a jar' }).locator(':focus')).toHaveCount(1)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible()
})

test('a food without a tested process says why and what to do instead', async ({ page }) => {
  await enterDemo(page)
  await page.goto('/harvest')
  await page.getByLabel('Weigh in: how much of what').fill('12 lb cabbage')
  await expect(page.getByText('No tested process', { exact: true })).toBeVisible()
  await expect(page.getByText(/they discolour and turn strong/).last()).toBeVisible()
  await expect(page.getByText('freeze, ferment or pickle by a tested recipe')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Weigh in', exact: true })).toBeDisabled()
  await page.getByLabel('Weigh in: how much of what').fill('3 lb beetz')
  await page.getByRole('button', { name: 'Beets' }).click()
  await expect(page.getByText('3 lb beets = 3 lb')).toBeVisible()
})
