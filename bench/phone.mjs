// A pantry of 3,000 jars on a phone (CPU ÷ 4), and the stove started cold with no network.
//   npm run bench -- phone [--jars 3000]
import { randomUUID } from 'node:crypto'
import { chromium } from 'playwright-core'
import { CHROMIUM } from '../scripts/chromium.mjs'
import { ownKelvit } from './kelvit.mjs'

const flag = (name, otherwise) => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? otherwise : Number(process.argv[at + 1])
}
const JARS = flag('jars', 3000)
const ROUNDS = 5
const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]
const kelvit = await ownKelvit('phone', { demo: true })
const browser = await chromium.launch(CHROMIUM)
const cookies = kelvit
  .cookie()
  .split('; ')
  .map((c) => ({ name: c.split('=')[0], value: c.split('=')[1], url: kelvit.base }))

const FOODS = ['corn', 'carrots', 'beets', 'beans-snap', 'tomatoes', 'peas-green']
for (let left = JARS; left > 0; left -= 1500) {
  const answer = await kelvit.ask('PUT', `/api/counts/${randomUUID()}`, {
    shelfId: null,
    at: '2026-08-14T23:00:00Z',
    reason: '',
    found: [],
    missing: [],
    came: FOODS.map((foodId, i) => ({
      foodId,
      formId: null,
      jar: i % 2 === 0 ? 'pint' : 'quart',
      mouth: 'regular',
      cannedOn: `202${4 + (i % 3)}-0${1 + i}-01`,
      process: 'told',
      gotFrom: '',
      ids: Array.from({ length: Math.min(250, Math.ceil(left / 6)) }, () => randomUUID()),
    })),
  })
  if (answer.status !== 201) throw new Error(answer.text)
}

const phone = async () => {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    deviceScaleFactor: 2,
    serviceWorkers: 'allow',
  })
  await context.addCookies(cookies)
  const page = await context.newPage()
  const slow = await context.newCDPSession(page)
  return {
    context,
    page,
    throttle: (rate) => slow.send('Emulation.setCPUThrottlingRate', { rate }),
  }
}

/** Fetches everything once, so that what is measured is a visit and not the first. */
async function settle({ page }, path) {
  await page.goto(kelvit.base + path)
  await page.locator('main h1').first().waitFor()
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
  await page.waitForFunction(
    () => (localStorage.getItem('kelvit.cache') ?? '').includes('["busy-times"]'),
    undefined,
    { timeout: 60_000 },
  )
}

const paint = (page) =>
  page.evaluate(() => performance.getEntriesByName('first-contentful-paint')[0]?.startTime)

{
  const device = await phone()
  const { page } = device
  await settle(device, '/pantry')
  await device.throttle(4)
  const [painted, shown] = [[], []]
  for (let i = 0; i < ROUNDS; i++) {
    await page.goto('about:blank')
    const from = Date.now()
    await page.goto(`${kelvit.base}/pantry`)
    await page.locator('[data-jar]').first().waitFor()
    shown.push(Date.now() - from)
    painted.push(await paint(page))
  }
  console.log(
    `${JARS} jars more on the shelf, phone, CPU ÷ 4: first paint ${median(painted).toFixed(0)} ms (wanted 1,000), the shelf drawn ${median(shown)} ms`,
  )
  await page.goto(`${kelvit.base}/pantry?as=table`)
  const table = page.getByRole('region', { name: 'Jars on the shelf' })
  await table.waitFor()
  await page.waitForTimeout(1500)
  // A hand that scrolls for four seconds: a step each frame, the frames counted.
  const frames = await table.evaluate(
    (box) =>
      new Promise((done) => {
        const from = performance.now()
        let count = 0
        let longest = 0
        let last = from
        const step = (now) => {
          count++
          longest = Math.max(longest, now - last)
          last = now
          box.scrollTop += 60
          if (now - from < 4000) requestAnimationFrame(step)
          else done({ rate: (count * 1000) / (now - from), longest, top: box.scrollTop })
        }
        requestAnimationFrame(step)
      }),
  )
  console.log(
    `table of ${JARS} jars and more, scrolled: ${frames.rate.toFixed(0)} frames a second (wanted 55), longest ${frames.longest.toFixed(0)} ms`,
  )
  await device.context.close()
}
{
  const device = await phone()
  const { page, context } = device
  await settle(device, '/stove')
  await context.setOffline(true)
  await device.throttle(4)
  const took = []
  for (let i = 0; i < ROUNDS; i++) {
    await page.goto('about:blank')
    const from = Date.now()
    await page.goto(`${kelvit.base}/stove`)
    await page.getByRole('timer').first().waitFor()
    took.push(Date.now() - from)
  }
  console.log(
    `the stove with no network, phone, CPU ÷ 4: its clock after ${median(took)} ms (wanted 1,500), at most ${Math.max(...took)} ms`,
  )
  await context.close()
}
await browser.close()
await kelvit.end()
