import { readFileSync } from 'node:fs'
import { enterDemo, expect, looksRight, test } from './kit'

test('the season: planned again, a load moved without a mouse, seen on the other device', async ({
  page,
  browser,
  baseURL,
}) => {
  await enterDemo(page)
  await page.getByRole('navigation', { name: 'Stations' }).first().getByText('Season').click()
  await expect(page.getByRole('heading', { name: 'Which loads, when?' })).toBeVisible()
  await expect(page.getByRole('row', { name: /First come, first canned \d/ })).toBeVisible()
  await looksRight(page)

  await page.getByRole('button', { name: 'Plan again' }).click()
  await expect(page.getByRole('progressbar')).toBeVisible()
  const proposed = page.getByRole('region', { name: 'Proposed plan' })
  await expect(proposed).toBeVisible({ timeout: 90_000 })
  await looksRight(page)
  const take = proposed.getByRole('button', { name: 'Use this plan' })
  if (await take.isVisible()) {
    await take.click()
    await expect(page.getByText('Plan saved.', { exact: true })).toBeVisible()
  } else await proposed.getByRole('button', { name: 'Close' }).click()
  await expect(proposed).toHaveCount(0)

  const other = await (await browser.newContext({ baseURL: baseURL! })).newPage()
  await enterDemo(other)
  await other.goto('/season')
  const ribbon = page.getByRole('region', { name: 'The season, day by day' })
  // Beets keep for weeks, so there is another day for them; those at the stove stay where they are.
  const load = ribbon.getByRole('button', { name: /quarts of beets.*, \w{3} \d+ \w{3}, / }).first()
  await load.focus()
  await page.keyboard.press('Enter')
  const detail = page.getByRole('region', { name: 'The chosen load' })
  await expect(detail).toBeVisible()
  await looksRight(page)
  const name = await detail.getByRole('heading').textContent()
  const where = ((await detail.locator('p').first().textContent()) ?? '').split(' ·')[0] ?? ''
  await detail.getByRole('button', { name: 'Pin here' }).click()
  await expect(detail.getByRole('button', { name: 'Unpin' })).toBeVisible()
  await expect(other.getByRole('button', { name: new RegExp(`^${name}.*, pinned$`) })).toBeVisible()

  const day = detail.getByLabel('Day')
  const days = await day.locator('option').count()
  for (let i = 0; i < days; i++) {
    await day.selectOption({ index: i })
    const word = (await detail.getByRole('status').textContent()) ?? ''
    if (word && !/not possible|where it is/.test(word)) break
  }
  await detail.getByRole('button', { name: 'Move and pin' }).click()
  await expect(page.getByText(/^Pinned to /)).toBeVisible()
  await expect(detail.locator('p').first()).not.toContainText(where)
  await page.getByRole('button', { name: 'Undo' }).last().click()
  await expect(detail.locator('p').first()).toContainText(where)
  await detail.getByRole('button', { name: 'Unpin' }).click()
  await expect(other.getByRole('button', { name: /, pinned$/ })).toHaveCount(0)
})

test('a canning day: the sheet follows what is changed, is printed, and its load is started', async ({
  page,
}) => {
  await enterDemo(page)
  await page.goto('/season')
  await page.getByRole('button', { name: 'Sat 15: day sheet' }).click()
  await expect(page.getByText(/^Clean kitchen at about \d+:\d\d [ap]m$/)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'In order' })).toBeVisible()
  await looksRight(page)

  const kept = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Page for the fridge' }).click()
  expect(
    readFileSync(await (await kept).path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-')

  await page.getByLabel('Kitchen until').fill('11:00 am')
  await expect(page.getByRole('heading', { name: 'This day doesn’t fit' })).toBeVisible()
  await looksRight(page)
  await page.reload()
  await expect(page.getByLabel('Kitchen until')).toHaveValue('11:00 am')
  await page.getByRole('button', { name: /^Stay open until/ }).click()
  await expect(page.getByText(/^Clean kitchen at about/)).toBeVisible()

  await page.getByRole('button', { name: 'Back to the plan' }).click()
  await expect(page.getByLabel('Kitchen until')).not.toHaveValue('11:00 am')

  // Somebody leaves and the last load waits: two presses, then everybody sees it, and one takes it back.
  const loadsOfDay = page.getByRole('region', { name: 'Loads of the day' }).getByRole('checkbox')
  await page.getByRole('checkbox', { name: 'Alder', exact: true }).click()
  await loadsOfDay.first().click()
  const changed = page.getByRole('region', { name: 'What you changed' })
  const loadsThen = await (await page.request.get('/api/season-loads')).json()
  await expect(changed.getByText('Alder isn’t there.')).toBeVisible()
  await expect(changed.getByText(/go to \w{3} \d+ Aug\.|No later day has room for/)).toBeVisible()
  await looksRight(page)
  await changed.getByRole('button', { name: 'Keep for everybody' }).click()
  await expect(page.getByText('Day changed.', { exact: true })).toBeVisible()
  await expect(changed).toBeHidden()
  const odd = async () =>
    (
      (await (await page.request.get('/api/kitchen-exceptions')).json()) as {
        onDate: string
        who: string[]
      }[]
    )
      .filter((d) => d.onDate === '2026-08-15')
      .map((d) => d.who.includes('Alder'))
  expect(await odd()).toEqual([false])
  const placesOf = (loads: readonly { id: string; onDate: string }[]): string[] =>
    loads.map((l) => `${l.id} ${l.onDate}`).sort()
  const loadsNow = await (await page.request.get('/api/season-loads')).json()
  expect(placesOf(loadsNow)).not.toEqual(placesOf(loadsThen))
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByRole('checkbox', { name: 'Alder', exact: true })).toBeChecked()
  expect(await odd()).toEqual([])
  const loadsAfter = await (await page.request.get('/api/season-loads')).json()
  expect(placesOf(loadsAfter)).toEqual(placesOf(loadsThen))
  const first = page.getByRole('region', { name: 'Loads of the day' }).getByRole('listitem').first()
  const words = (await first.locator('strong').textContent()) ?? ''
  await first.getByRole('button', { name: 'Start this load' }).click()
  await expect(page).toHaveURL(/\/stove\/[0-9a-f-]{36}$/)
  await expect(page.getByText(words.split(',')[0]!).first()).toBeVisible()
  await page.goBack()
  await expect(page.getByRole('link', { name: 'At the stove' })).toBeVisible()
})

test('the kitchen’s hours: a weekday, an odd day, a calendar that cannot be read and one that can', async ({
  page,
}) => {
  await enterDemo(page)
  await page.goto('/season/hours')
  await page.getByRole('button', { name: 'Type the times' }).click()
  await page.getByLabel('Wednesday from').fill('18:00')
  await page.getByLabel('Wednesday until').fill('17:00')
  await page.getByLabel('Monday from').focus()
  await expect(page.getByText('The end must be after the start')).toBeVisible()
  await page.getByLabel('Wednesday until').fill('21:00')
  await page.getByLabel('Monday from').focus()
  await expect
    .poll(async () => {
      const rows = await (await page.request.get('/api/kitchen-hours')).json()
      return rows.find((r: { weekday: number }) => r.weekday === 3)?.opens
    })
    .toBe('18:00')
  // An evening that goes on into the night, and what the plan leans to, are kept.
  await page.getByLabel('Wednesday until').fill('1:00 am')
  await page.getByLabel('Monday from').focus()
  await page.getByRole('radio', { name: /^Short evenings/ }).check()
  await expect(page.getByText('Saved. Plan again').first()).toBeVisible()
  await page.reload()
  // Painted, the evening goes over midnight; its end moves by the keys as well.
  const until = page.getByRole('slider', { name: 'Wednesday, until' })
  await expect(until).toHaveAttribute('aria-valuetext', '1:00 am')
  await until.press('ArrowLeft')
  await expect(until).toHaveAttribute('aria-valuetext', '12:30 am')
  await until.press('ArrowRight')
  await expect(until).toHaveAttribute('aria-valuetext', '1:00 am')
  // Dragged over, another day gets its hours.
  const monday = page.getByRole('slider', { name: 'Monday, from' })
  const strip = (await monday.locator('..').boundingBox())!
  await page.mouse.move(strip.x + strip.width * 0.61, strip.y + 20)
  await page.mouse.down()
  await page.mouse.move(strip.x + strip.width * 0.74, strip.y + 20, { steps: 4 })
  await page.mouse.up()
  await expect(monday).toHaveAttribute('aria-valuetext', '6:00 pm')
  await page.getByRole('button', { name: 'Type the times' }).click()
  await expect(page.getByLabel('Monday until')).toHaveValue('9:00 pm')
  await expect(page.getByLabel('Wednesday until')).toHaveValue('1:00 am')
  await expect(page.getByRole('radio', { name: /^Short evenings/ })).toBeChecked()

  const file = (text: string) => ({
    name: 'days.ics',
    mimeType: 'text/calendar',
    buffer: Buffer.from(text),
  })
  const chooser = page.getByLabel('Import a calendar file (.ics)')
  await chooser.setInputFiles(file('not a calendar'))
  await expect(page.getByText(/isn’t a calendar file/)).toBeVisible()
  await chooser.setInputFiles(
    file(
      [
        'BEGIN:VCALENDAR',
        'VERSION:2.0',
        'BEGIN:VEVENT',
        'UID:1',
        'DTSTART:20260820T180000',
        'DTEND:20260820T190000',
        'SUMMARY:Seed swap',
        'END:VEVENT',
        'END:VCALENDAR',
      ].join('\r\n'),
    ),
  )
  await expect(page.getByText('1 busy time imported.', { exact: true })).toBeVisible()
  await expect(page.getByText('Seed swap')).toBeVisible()
  await page.getByRole('button', { name: 'Make a calendar address' }).click()
  const address = await page.getByLabel(/The address, shown this once/).inputValue()
  expect(await (await page.request.get(address)).text()).toContain('BEGIN:VEVENT')
  await looksRight(page)
  await page.getByRole('button', { name: 'Revoke' }).click()
  await expect(page.getByText('That address no longer works.', { exact: true })).toBeVisible()
  expect((await page.request.get(address)).status()).toBe(404)
})

test('what if: answers stand side by side, and one is taken', async ({ page }) => {
  await enterDemo(page)
  await page.goto('/season/what-if')
  const helper = page.getByRole('region', { name: 'With one more helper' })
  await expect(helper.getByText(/\d+ loads on \d+ canning days/)).toBeVisible({ timeout: 90_000 })
  await page.getByLabel('Which day').selectOption({ label: 'Sun 16 Aug' })
  await page.getByRole('button', { name: 'Ask', exact: true }).click()
  const lost = page.getByRole('region', { name: 'Without Sun 16 Aug' })
  await expect(lost.getByText(/\d+ loads on \d+ canning days/)).toBeVisible({ timeout: 90_000 })
  await expect(
    helper.getByRole('img', { name: /as now, [1-9]\d* that come, [1-9]\d* that go/ }),
  ).toBeVisible()
  await looksRight(page)
  await lost.getByRole('button', { name: 'Use this plan' }).click({ timeout: 90_000 })
  await expect(page.getByRole('heading', { name: 'Which loads, when?' })).toBeVisible()
  const loads = await (await page.request.get('/api/season-loads')).json()
  expect(loads.length).toBeGreaterThan(5)
  expect(loads.filter((l: { onDate: string }) => l.onDate === '2026-08-16')).toEqual([])
  const odd = await (await page.request.get('/api/kitchen-exceptions')).json()
  expect(odd.some((d: { onDate: string }) => d.onDate === '2026-08-16')).toBe(true)
})
