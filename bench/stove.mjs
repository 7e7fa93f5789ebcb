// How fast word of the stove is everywhere, and how soon a slow phone shows it. Starts a Kelvit of
// its own with the demo.
//   npm run bench -- stove [--listeners 200] [--rounds 60]
import { chromium } from 'playwright-core'
import { v7 as uuidv7 } from 'uuid'
import { CHROMIUM } from '../scripts/chromium.mjs'
import { ownKelvit } from './kelvit.mjs'

const flag = (name, otherwise) => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? otherwise : Number(process.argv[at + 1])
}
const LISTENERS = flag('listeners', 200)
const ROUNDS = flag('rounds', 60)
const { ask: asked, base, cookie, end } = await ownKelvit('stove', { demo: true })
const ask = async (...what) => {
  const answer = await asked(...what)
  return { ...answer, body: JSON.parse(answer.text) }
}
const quantile = (list, q) => [...list].sort((a, b) => a - b)[Math.ceil(list.length * q) - 1]
const ms = (n) => `${n.toFixed(0)} ms`

/** One open stream; `next()` resolves with the moment at which its next change is heard. */
async function listen() {
  const stop = new AbortController()
  const answer = await fetch(`${base}/api/live`, {
    headers: { cookie: cookie() },
    signal: stop.signal,
  })
  let heard = () => undefined
  void (async () => {
    const text = new TextDecoder()
    try {
      for await (const part of answer.body)
        if (/"table":"load_events"/.test(text.decode(part, { stream: true })))
          heard(performance.now())
    } catch {
      // Closed at the end.
    }
  })()
  return {
    next: () => new Promise((done) => (heard = done)),
    close: () => stop.abort(),
  }
}

async function spread(count) {
  const loads = await ask('GET', '/api/loads')
  const load = loads.body.find((l) => l.stage === 'processing')
  const ears = await Promise.all(Array.from({ length: count }, listen))
  await new Promise((done) => setTimeout(done, 500))
  const waits = []
  for (let round = 0; round < ROUNDS; round++) {
    const all = ears.map((e) => e.next())
    const now = (await ask('GET', '/api/clock')).body.now
    const sent = performance.now()
    const told = ask('PUT', `/api/loads/${load.id}/events/${uuidv7()}`, {
      at: new Date(now).toISOString(),
      kind: 'note',
      text: `round ${round}`,
    })
    waits.push(...(await Promise.all(all)).map((t) => t - sent))
    await told
  }
  ears.forEach((e) => e.close())
  return waits
}

const one = await spread(1)
const many = await spread(LISTENERS)
const [p50, p99] = [quantile(many, 0.5), quantile(many, 0.99)]
console.log(
  `an event reaches ${LISTENERS} listeners: p50 ${ms(p50)}, p99 ${ms(p99)} (wanted 300); ÷ one listener's p50: ${(p50 / quantile(one, 0.5)).toFixed(2)}, p99: ${(p99 / quantile(one, 0.99)).toFixed(2)}`,
)

const browser = await chromium.launch(CHROMIUM)
/** Milliseconds from asking for the Stove until its clock and main action stand there. */
async function usable(rate, warm) {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } })
  const [name, value] = cookie().split('=')
  await context.addCookies([{ name, value, url: base }])
  const page = await context.newPage()
  const chrome = await context.newCDPSession(page)
  await chrome.send('Emulation.setCPUThrottlingRate', { rate })
  if (warm) {
    await page.goto(`${base}/stove`)
    await page.getByRole('timer').first().waitFor()
    await page.waitForTimeout(1500)
  }
  // Told by the page itself, from its own beginning: asking from outside would slow it down.
  await page.addInitScript(() => {
    const look = () => {
      const ready =
        document.querySelector('[role=timer]') &&
        [...document.querySelectorAll('button')].some((b) => b.textContent === 'Pressure fell')
      if (ready) globalThis.usableAt = performance.now()
      else requestAnimationFrame(look)
    }
    requestAnimationFrame(look)
  })
  await page.goto(`${base}/stove`, { waitUntil: 'commit' })
  await page.waitForFunction(() => globalThis.usableAt !== undefined)
  const took = await page.evaluate(() => globalThis.usableAt)
  await context.close()
  return took
}
const median = async (rate, warm) => {
  const all = []
  for (let i = 0; i < 5; i++) all.push(await usable(rate, warm))
  return quantile(all, 0.5)
}
const [fast, slow, slowCold] = [
  await median(1, true),
  await median(4, true),
  await median(4, false),
]
console.log(
  `the Stove on a phone, CPU ÷4: ${ms(slow)} after it was opened once, ${ms(slowCold)} the first time (wanted 1000); ÷ unthrottled: ${(slow / fast).toFixed(2)}`,
)
await browser.close()
await end()
