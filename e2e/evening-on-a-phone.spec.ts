// A whole evening with two canners on a phone, from the soak the evening before to the labels: one
// jar spouts, one lid is up, one reading is missed, the knob is noted. The next evening knows it.
import type { Locator, Page } from '@playwright/test'
import { CANNER, expect, looksRight, moveClock, setClock, test } from './kit'

test.use({ viewport: { width: 390, height: 844 }, actionTimeout: 8000 })

/** The evening before, and when the first load is begun, minutes after the clock's own 17:00. */
const DAY = 24 * 60

test('two canners, a night and the next evening', async ({ page }) => {
  const house = await household(page)
  // The evening before: dried beans are to be soaked.
  await moveClock(page, 3 * 60)
  await page.goto('/')
  await expect(page.getByText(/[Ss]oak/).first()).toBeVisible()

  await moveClock(page, DAY)
  await page.goto('/stove')
  const porch = panel(page, 'Porch canner')
  const kitchen = panel(page, 'Kitchen canner')
  // Each canner in full in its turn: the other one is smaller beside it, and one press away.
  const at = async (canner: Locator, name: string, minute: number): Promise<void> => {
    await setClock(page, DAY + minute)
    await page.goto(`/stove/${house[name]!.load}`)
    await expect(canner.first()).toBeVisible()
  }
  // A person stays until it is said: a fact that is sent later is late by the clock that was moved.
  const said = async (button: Locator): Promise<void> => {
    const heard = page.waitForResponse((r) => r.url().includes('/events/') && r.ok())
    await button.click()
    await heard
  }
  const press = (canner: Locator, name: string | RegExp) =>
    said(canner.first().getByRole('button', { name, exact: typeof name === 'string' }))
  const heat = (canner: Locator, setting: string) =>
    said(
      canner
        .first()
        .getByRole('group', { name: 'Heat' })
        .getByRole('button', { name: setting, exact: true }),
    )

  await at(porch, 'porch', 1)
  await expect(porch.first().getByText(/Set it level, so that it covers the coil/)).toBeVisible()
  await expect(porch.first().getByText(/the burner carries 90 lb/)).toBeVisible()
  await press(porch, 'Start this load')
  await press(porch, 'Filling begins')
  await at(kitchen, 'kitchen', 3)
  await press(kitchen, 'Start this load')
  await press(kitchen, 'Filling begins')
  await at(porch, 'porch', 16)
  await press(porch, 'Lid locked, heat on')
  await heat(porch, 'high')
  await at(kitchen, 'kitchen', 20)
  await press(kitchen, 'Lid locked, heat on')
  await looksRight(page)
  await at(porch, 'porch', 32)
  await press(porch, 'Steam is steady')
  await at(kitchen, 'kitchen', 37)
  await press(kitchen, 'Steam is steady')
  await at(porch, 'porch', 43)
  await press(porch, 'Weight is on')
  await at(kitchen, 'kitchen', 48)
  await press(kitchen, 'Weight is on')
  await at(porch, 'porch', 49)
  await heat(porch, 'medium')
  await at(porch, 'porch', 51)
  // The dial is marked in bar: 12 psi is 0.83 on it.
  await expect(porch.first().getByText(/Bring it up to 0.83 bar/)).toBeVisible()
  await press(porch, '0.83')
  await expect(porch.first().getByRole('timer')).toHaveText('25:00')
  await looksRight(page)
  await at(kitchen, 'kitchen', 56)
  await press(kitchen, 'The weight is rocking')
  await at(porch, 'porch', 57)
  await press(porch, '0.85')
  // Nobody looks for a quarter of an hour: it is asked for, and the clock goes on.
  await at(porch, 'porch', 68.5)
  await expect(porch.first().getByText('Read the gauge.').first()).toBeVisible()
  await press(porch, '0.83')
  await at(kitchen, 'kitchen', 69)
  await press(kitchen, 'Still rocking')
  await at(porch, 'porch', 76.5)
  await press(porch, 'Heat is off')
  await expect(porch.first().getByText(/leave the canner on it or slide it off/)).toBeVisible()
  await at(kitchen, 'kitchen', 82)
  await press(kitchen, 'Still rocking')
  await at(kitchen, 'kitchen', 92)
  await press(kitchen, 'Heat is off')
  for (const [canner, name, zero] of [
    [porch, 'porch', 113],
    [kitchen, 'kitchen', 128],
  ] as const) {
    await at(canner, name, zero)
    await press(canner, name === 'porch' ? 'Gauge is at zero' : 'No pressure left')
    await press(canner, 'Lock has dropped')
    await press(canner, 'Weight is off')
    // Tonight the jars wait a little in the open canner.
    if (name === 'porch')
      await said(
        canner
          .first()
          .getByRole('group', { name: 'Wait in the open canner' })
          .getByRole('button', { name: '10', exact: true }),
      )
    await at(canner, name, zero + 11)
    await press(canner, 'Lid is off')
    await press(canner, 'All jars are out')
  }

  // What shows at once is said at the jar.
  await setClock(page, DAY + 150)
  await page.goto('/stove')
  const board = page.getByRole('region', { name: 'Cooling jars' }).filter({ hasText: 'beets' })
  const beans = page.getByRole('region', { name: 'Cooling jars' }).filter({ hasText: 'beans' })
  const seen = async (jar: number, what: RegExp) => {
    await beans.getByRole('button', { name: `Jar ${jar}: nothing seen` }).click()
    await page.getByRole('dialog').getByRole('button', { name: what }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'I don’t know' }).click()
  }
  await seen(1, /It spouted/)
  await seen(2, /The lid is up/)
  await looksRight(page)

  // The next morning the seals are checked; the jar in the fridge may go in again within its hours.
  await setClock(page, DAY + 150 + 13 * 60)
  await page.goto('/stove')
  for (const b of [board, beans]) {
    await b.getByRole('button', { name: 'Check the seals' }).click()
    await b.getByRole('button', { name: 'Jar 7: not pressed yet' }).click()
    await b.getByRole('button', { name: 'The others are sealed' }).click()
    await b.getByRole('button', { name: /^Shelve/ }).click()
  }
  await page.goto('/pantry')
  await expect(page.getByRole('button', { name: /^Process 1 jar of .* again$/ })).toBeVisible()
  const jars = (await (await page.request.get('/api/jars')).json()) as {
    ranBy: string
    state: string
    seal: string
  }[]
  expect(jars.filter((j) => j.state === 'on-shelf')).toHaveLength(13)
  expect(jars.filter((j) => j.state === 'refrigerated').map((j) => j.seal)).toEqual(['unsealed'])
  expect(new Set(jars.map((j) => j.ranBy))).toEqual(new Set(['Juniper']))

  // Labels know who ran it.
  await page.goto('/pantry/labels')
  await page.getByLabel('Initials of who ran the load').check()
  await expect(page.getByText('J.').first()).toBeVisible()
  await looksRight(page)

  // The next evening the porch canner remembers where its knob stood.
  await setClock(page, 2 * DAY)
  await page.goto(`/stove/${house.next!.load}`)
  await press(porch, 'Start this load')
  await press(porch, 'Filling begins')
  await press(porch, 'Lid locked, heat on')
  await expect(
    porch.first().getByText('Last time, with 7 jars: high, then medium. Held at medium.'),
  ).toBeVisible()
  await looksRight(page)
})

const panel = (page: Page, name: string): Locator =>
  page.getByRole('region', { name: new RegExp(`^${name}`) })

/** Two canners on their burners, beans and beets for this evening, beans for the next, dried beans in the plan. */
async function household(page: Page): Promise<Record<string, { readonly load: string }>> {
  await moveClock(page, 0)
  const send = async (method: 'put' | 'post', path: string, data: object) => {
    const answer = await page.request[method](path, { data })
    expect(answer.ok(), `${path}: ${await answer.text()}`).toBe(true)
    return (await answer.json()) as { readonly id: string }
  }
  await send('post', '/api/households', {
    household: { name: 'Nettle Row', zone: 'America/Denver', altitudeFt: 2640, units: 'us' },
    keeper: { name: 'Juniper', signInName: crypto.randomUUID(), passphrase: 'plain words here' },
  })
  const canner = async (name: string, gauge: string, more: object) => {
    const id = crypto.randomUUID()
    await send('put', `/api/canners/${id}`, {
      ...{ ...CANNER, name, gauge, regulatedBy: gauge, innerDiameterIn: 11.6, emptyLb: 12 },
      ...{ inspectedOn: '2026-08-01', ...more },
    })
    return id
  }
  const porch = await canner('Porch canner', 'dial', {
    ...{ dialMarks: 'bar', standsOn: 'coil', burnerLimitLb: 90 },
  })
  const kitchen = await canner('Kitchen canner', 'weighted', { standsOn: 'gas' })
  await send('put', `/api/gauge-tests/${crypto.randomUUID()}`, {
    ...{ cannerId: porch, testedOn: '2026-05-02', errorPsi: 0, testedBy: 'the fair' },
  })
  const lot = async (formId: string, said: string, lb: number) => {
    const id = crypto.randomUUID()
    await send('put', `/api/lots/${id}`, {
      ...{ foodId: formId, formId, jar: 'quart', said, lb },
      ...{ arrivedOn: '2026-08-14', storage: 'cool' },
    })
    return id
  }
  const load = async (cannerId: string, formId: string, day: number) => {
    const id = crypto.randomUUID()
    const portion = { id: crypto.randomUUID(), formId, pack: 'hot', jar: 'quart' }
    await send('put', `/api/loads/${id}`, {
      cannerId,
      startsAt: new Date(Date.parse('2026-08-14T23:00:00Z') + day * DAY * 60_000).toISOString(),
      portions: [
        {
          ...{ ...portion, mouth: 'regular', jars: 7 },
          lotId: await lot(formId, '21 lb', 21),
        },
      ],
    })
    return { load: id }
  }
  // Dried beans are soaked the evening before their day.
  const dried = await lot('beans-dried', '8 lb dried beans', 8)
  await send('put', `/api/season-loads/${crypto.randomUUID()}`, {
    ...{ onDate: '2026-08-15', cannerId: kitchen, pinned: true },
    portions: [
      { lotId: dried, formId: 'beans-dried', pack: 'hot', jar: 'quart', mouth: 'regular', jars: 7 },
    ],
  })
  return {
    porch: await load(porch, 'beans-snap', 1),
    kitchen: await load(kitchen, 'beets', 1),
    next: await load(porch, 'beans-snap', 2),
  }
}
