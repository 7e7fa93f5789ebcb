// Two devices in a cellar without a signal, each with 200 jars taken, one of them killed in
// the middle: afterwards the pantry holds what a history one by one would have left.
//   npm run bench -- cellar [--takes 200]
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { randomUUID } from 'node:crypto'
import { chromium } from 'playwright-core'
import { CHROMIUM } from '../scripts/chromium.mjs'
import { ownKelvit } from './kelvit.mjs'

const at = process.argv.indexOf('--takes')
const TAKES = at < 0 ? 200 : Number(process.argv[at + 1])
const FOODS = ['Sweet corn', 'Carrots', 'Beets']
const IDS = ['corn', 'carrots', 'beets']

const kelvit = await ownKelvit('cellar')
const came = IDS.map((foodId) => ({
  foodId,
  formId: null,
  jar: 'pint',
  mouth: 'regular',
  cannedOn: '2026-01-01',
  process: 'told',
  gotFrom: '',
  ids: Array.from({ length: Math.ceil(TAKES * 0.75) }, () => randomUUID()),
}))
const made = await kelvit.ask('PUT', `/api/counts/${randomUUID()}`, {
  shelfId: null,
  at: new Date().toISOString(),
  reason: '',
  found: [],
  missing: [],
  came,
})
if (made.status !== 201) throw new Error(made.text)
const all = came.reduce((n, c) => n + c.ids.length, 0)

/** A browser with a folder of its own, so that it finds again what it kept when it was killed. */
async function device(folder) {
  const context = await chromium.launchPersistentContext(folder, {
    ...CHROMIUM,
    serviceWorkers: 'allow',
  })
  await context.addCookies(
    kelvit
      .cookie()
      .split('; ')
      .map((c) => ({ name: c.split('=')[0], value: c.split('=')[1], url: kelvit.base })),
  )
  return { context, page: context.pages()[0] ?? (await context.newPage()) }
}

async function settled({ page }) {
  await page.goto(`${kelvit.base}/pantry`)
  await page.getByRole('heading', { name: 'What is on the shelf?' }).waitFor()
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
  await page.waitForFunction(
    () => (localStorage.getItem('kelvit.cache') ?? '').includes('["busy-times"]'),
    undefined,
    { timeout: 60_000 },
  )
}

async function takeOne({ page }, n) {
  await page.keyboard.press('t')
  const dialog = page.getByRole('dialog', { name: 'Take a jar' })
  await dialog.getByRole('button', { name: new RegExp(`^${FOODS[n % 3]}`) }).click()
  await dialog.getByRole('button', { name: 'Take this jar' }).click()
  await dialog.waitFor({ state: 'detached' })
}

const waits = ({ page }) =>
  page.evaluate(
    () =>
      new Promise((done) => {
        const open = indexedDB.open('kelvit')
        open.onsuccess = () => {
          const count = open.result.transaction('outbox').objectStore('outbox').count()
          count.onsuccess = () => {
            open.result.close()
            done(count.result)
          }
        }
      }),
  )

const folders = ['one', 'two'].map((n) => mkdtempSync(join(tmpdir(), `kelvit-${n}-`)))
let [one, two] = await Promise.all(folders.map(device))
await Promise.all([settled(one), settled(two)])
await Promise.all([one, two].map(({ context }) => context.setOffline(true)))

const began = performance.now()
async function takeAll(which, from, to) {
  for (let n = from; n < to; n++) await takeOne(which, n)
}
await Promise.all([takeAll(one, 0, TAKES / 2), takeAll(two, 0, TAKES)])
// The first is killed without a word, and goes on from what it kept.
const kept = await waits(one)
await one.context.close()
one = await device(folders[0])
await one.context.setOffline(true)
await one.page.goto(`${kelvit.base}/pantry`)
await one.page.getByRole('heading', { name: 'What is on the shelf?' }).waitFor()
const found = await waits(one)
await takeAll(one, TAKES / 2, TAKES)
const took = (performance.now() - began) / 1000

const waiting = [await waits(one), await waits(two)]
const back = performance.now()
await Promise.all([one, two].map(({ context }) => context.setOffline(false)))
for (const { page } of [one, two])
  await page.waitForFunction(
    () => !/saved here and will be sent/.test(document.body.textContent ?? ''),
    undefined,
    { timeout: 300_000 },
  )
while ((await waits(one)) + (await waits(two)) > 0) await new Promise((r) => setTimeout(r, 200))
const sent = (performance.now() - back) / 1000

const jars = JSON.parse((await kelvit.ask('GET', '/api/jars')).text)
const left = jars.filter((j) => j.state === 'on-shelf').length
const shown = await Promise.all(
  [one, two].map(async ({ page }) => {
    await page.reload()
    await page
      .getByText(/^\d+ jars/)
      .first()
      .waitFor()
    return (
      await page
        .getByText(/^\d+ jars/)
        .first()
        .innerText()
    ).match(/\d+/)[0]
  }),
)
console.log(`${TAKES} takes on each of two devices with no signal, in ${took.toFixed(0)} s`)
console.log(`killed after ${TAKES / 2}: ${kept} waited before, ${found} after it was opened again`)
console.log(`waiting when the signal came back: ${waiting.join(' and ')}`)
console.log(`all sent in ${sent.toFixed(1)} s`)
console.log(
  `on the shelf: ${left} of ${all} (one by one it would be ${all - 2 * TAKES}); the devices show ${shown.join(' and ')}`,
)
const right = left === all - 2 * TAKES && shown.every((s) => Number(s) === left) && kept === found
console.log(right ? 'Nothing lost, nothing doubled.' : 'NOT THE SAME.')
for (const { context } of [one, two]) await context.close()
for (const folder of folders) rmSync(folder, { recursive: true, force: true })
await kelvit.end()
process.exitCode = right ? 0 : 1
