import { expect, enterDemo, looksRight, setClock, test } from './kit'
import { ownStove } from './stove-kit'

test('on a phone the sentence, the clock and the reading keys need no scrolling', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await ownStove(page)
  await page.goto('/stove')
  const load = page.getByRole('region', { name: 'Porch canner' }).first()
  await expect(load.getByText(/^Hold it at/)).toBeVisible()
  // Touched once, so that nothing has to be said about sound.
  await page.getByRole('heading', { name: 'Porch canner' }).click()
  const strip = page.getByRole('navigation').last()
  const foot = (await strip.boundingBox())?.y ?? 844
  for (const part of [
    load.getByText(/^Hold it at/),
    load.getByRole('timer'),
    load.getByRole('button', { name: '12', exact: true }),
    load.getByRole('button', { name: 'Pressure fell' }),
  ]) {
    const box = await part.boundingBox()
    expect((box?.y ?? 0) + (box?.height ?? 9999)).toBeLessThanOrEqual(foot)
  }
})

test('what moves on the page stands still where a person wants no movement', async ({ page }) => {
  await page.goto('/sign-in')
  const moving = (): Promise<number> =>
    page.evaluate(async () => {
      const part = document.body.appendChild(document.createElement('i'))
      part.className = 'rocking skeleton block'
      // Longer than what moves once only, shorter than what goes on.
      await new Promise((done) => setTimeout(done, 200))
      const n = part.getAnimations().filter((a) => a.playState === 'running').length
      part.remove()
      return n
    })
  expect(await moving()).toBe(0)
  await page.emulateMedia({ reducedMotion: 'no-preference' })
  expect(await moving()).toBeGreaterThan(0)
})

test('a low reading on one device is on the other within a second, and calls from every page', async ({
  page,
}) => {
  await ownStove(page)
  const other = await page.context().newPage()
  await other.goto('/pantry')
  await page.goto('/stove')
  await page.bringToFront()
  const load = page.getByRole('region', { name: 'Porch canner' }).first()
  await setClock(page, 1)
  await load.getByRole('button', { name: '11½' }).click()
  await load.getByRole('button', { name: /^It read 11½/ }).click()
  await expect(load.getByText(/Bring it back to 12 psi/)).toBeVisible()
  await other.bringToFront()
  await other.goto('/stove')
  const there = other.getByRole('region', { name: 'Porch canner' }).first()
  await expect(there.getByText(/Bring it back to 12 psi/)).toBeVisible()
  await there.getByRole('button', { name: '12½' }).click()
  await expect(load.getByRole('timer')).toHaveText('25:00')
  // Ten minutes later nobody has read it: every page of every device says so.
  await other.goto('/pantry')
  await setClock(page, 11.5)
  await expect(load.getByText('Read the gauge.')).toBeVisible()
  await expect.poll(() => other.title()).toBe('● Porch canner: Read the gauge.')
  await page.bringToFront()
  await load.getByRole('button', { name: 'Turn the alarm off' }).click()
  await expect.poll(() => other.title()).not.toContain('●')
  await other.close()
})

test('an evening that went wrong is told in two taps, also from the record, and everybody sees the jars held', async ({
  page,
}) => {
  const { shelved } = await ownStove(page)
  await page.goto('/stove')
  const load = page.getByRole('region', { name: 'Porch canner' }).first()
  await setClock(page, 1)
  await load.getByRole('button', { name: 'Something happened…' }).click()
  await looksRight(page)
  await page.getByRole('button', { name: /The heat went off/ }).click()
  await page.getByRole('button', { name: 'Just now' }).click()
  await expect(load.getByText(/The heat went off after 12 of 25 unbroken minutes/)).toBeVisible()
  await load.getByRole('button', { name: 'Heat is back on' }).click()
  await expect(load.getByText(/Bring it back to 12 psi/)).toBeVisible()

  // A batch that stands on the shelf: somebody remembers.
  await page.goto(`/stove/${shelved}/record`)
  await expect(page.getByRole('heading', { name: /Judged: processed/ })).toBeVisible()
  await looksRight(page)
  await page.getByRole('button', { name: 'Something happened…' }).click()
  await page.getByRole('button', { name: /The lid was not on its marks/ }).click()
  await expect(
    page.getByRole('heading', { name: 'Judged: in doubt: set the jars aside' }),
  ).toBeVisible()
  await looksRight(page)
  const jars = await (await page.request.get('/api/jars')).json()
  const held = jars.filter(
    (j: { loadId: string; hold: string }) => j.loadId === shelved && j.hold === 'in-doubt',
  )
  expect(held.length).toBeGreaterThan(0)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'As PDF' }).click(),
  ])
  expect(file.suggestedFilename()).toBe('kelvit-record.pdf')

  const jar = held.find((j: { state: string }) => j.state === 'on-shelf')
  await page.goto('/pantry')
  await page.getByRole('button', { name: new RegExp(`Jar ${jar.code},.*set aside`) }).click()
  await expect(page.getByText('Set aside: don’t eat.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Take this jar' })).toHaveCount(0)
  await looksRight(page)
  await page.goto(`/stove/${shelved}/record`)
  await page.getByRole('button', { name: 'I looked into it…' }).click()
  await page
    .getByLabel('Who did you ask, and what did they say?')
    .fill('Extension office: keep them.')
  await page.getByRole('button', { name: 'Release the jars' }).click()
  await expect(page.getByText(/Looked into by .*: Extension office/).first()).toBeVisible()
})

test('jars that did not seal are processed again: a load of those jars, from the pantry', async ({
  page,
}) => {
  const { standing } = await ownStove(page)
  await page.goto('/stove')
  const board = page.getByRole('region', { name: 'Cooling jars' }).first()
  await board.getByRole('button', { name: 'Check the seals' }).click()
  for (let n = 1; n <= 4; n++)
    for (let tap = 0; tap < 4; tap++)
      await board.getByRole('button', { name: new RegExp(`^Jar ${n}:`) }).click()
  await board.getByRole('button', { name: 'The others are sealed' }).click()
  await board.getByRole('button', { name: /^Shelve/ }).click()
  await page.goto('/pantry')
  await page.getByRole('button', { name: /^Process 4 jars of .* again$/ }).click()
  await expect(page).toHaveURL(/\/stove\/[0-9a-f-]{36}$/)
  await expect(page.getByText(/4 .* processed again/)).toBeVisible()
  expect(page.url()).not.toContain(standing)
})

test('the practice canner: its heat by keys, fed to the real panel, looked back on, and never recorded', async ({
  page,
}) => {
  await enterDemo(page)
  const before = (await (await page.request.get('/api/loads')).json()).length
  await page.goto('/practice')
  await looksRight(page)
  await page.getByRole('button', { name: 'Practice' }).first().click()
  await expect(page.getByText(/Nothing here is recorded/)).toBeVisible()
  const panel = page.getByRole('region', { name: /^Practice canner/ })
  await panel.getByRole('button', { name: 'Start this load' }).click()
  await panel.getByRole('button', { name: 'Filling begins' }).click()
  await panel.getByRole('button', { name: 'Lid locked, heat on' }).click()
  await page.getByRole('slider', { name: 'Heat' }).focus()
  await page.keyboard.press('End')
  await expect(page.getByRole('slider', { name: 'Heat' })).toHaveAttribute('aria-valuenow', '100')
  await page.getByRole('button', { name: '120×' }).click()
  await expect(page.getByRole('img', { name: /a steady plume of steam/ })).toBeVisible()
  // Its clock stands while things are looked at: how fast this machine is must not matter.
  await page.getByRole('button', { name: 'Pause' }).click()
  await panel.getByRole('button', { name: 'Steam is steady' }).click()
  await looksRight(page)
  await page.getByRole('button', { name: '120×' }).click()
  await expect(panel.getByText('Ten minutes are up. Weight on.')).toBeVisible()
  await page.getByRole('button', { name: 'Pause' }).click()
  await page.getByRole('button', { name: 'Put weight on' }).click()
  await panel.getByRole('button', { name: 'Weight is on' }).click()
  await page.getByRole('button', { name: '60×' }).click()
  // At full heat the pressure soon is over the band: it is looked for at every frame.
  await page.waitForFunction(() => document.body.innerText.includes('Hold it at 11–12'), null, {
    polling: 'raf',
  })
  await page.getByRole('button', { name: 'End and review' }).click()
  await expect(page.getByText(/Vented ten minutes/)).toBeVisible()
  await looksRight(page)
  expect((await (await page.request.get('/api/loads')).json()).length).toBe(before)
})

test('how a device calls is set and tried in one place', async ({ page }) => {
  await enterDemo(page)
  await page.goto('/stove')
  await page.getByRole('button', { name: /^Sound/ }).click()
  await looksRight(page)
  await page.getByRole('button', { name: 'Hear “look”' }).click()
  await page.getByLabel('Volume').fill('0')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: 'Sound is off' })).toBeVisible()
  await page.reload()
  await expect(page.getByRole('button', { name: 'Sound is off' })).toBeVisible()
})

test('the record of a load of last year opens at its address, and takes down what is remembered now', async ({
  page,
}) => {
  await enterDemo(page)
  const past = (await (await page.request.get('/api/loads/past')).json()) as {
    rows: { id: string; code: string; stage: string }[]
  }
  const load = past.rows.find((l) => l.stage === 'checked')!
  await page.goto(`/stove/${load.id}/record`)
  await expect(
    page.getByRole('heading', { name: `What happened in batch ${load.code}?` }),
  ).toBeVisible()
  await expect(page.getByRole('region', { name: 'Jars of this load' })).toContainText('sealed')
  await looksRight(page)
  await page.getByRole('button', { name: 'Something happened…' }).click()
  await page.getByRole('button', { name: /The lid was not on its marks/ }).click()
  const doubt = page.getByRole('heading', { name: 'Judged: in doubt: set the jars aside' })
  await expect(doubt).toBeVisible()
  await expect
    .poll(async () => (await (await page.request.get(`/api/loads/${load.id}`)).json()).judgement)
    .toMatchObject({ verdict: 'in-doubt' })
  // The stove knows nothing of it: it is long over. What else stands there, other tests decide.
  await page.goto('/stove')
  await expect(page.getByRole('heading', { name: 'What is on the stove?' })).toBeVisible()
  await expect(page.getByRole('status', { name: 'Loading' })).toHaveCount(0)
  await expect(page.getByText(load.code)).toHaveCount(0)
  await page.goto(`/stove/${load.id}/record`)
  await expect(doubt).toBeVisible()
  await page.getByRole('button', { name: 'I looked into it…' }).click()
  await page
    .getByLabel('Who did you ask, and what did they say?')
    .fill('Extension office: keep them.')
  await page.getByRole('button', { name: 'Release the jars' }).click()
  await expect(page.getByText(/Looked into by .*: Extension office/).first()).toBeVisible()
})
