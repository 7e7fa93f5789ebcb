// Whether somebody who guesses passphrases slows the household down: writes alone, and beside 200
// wrong sign-ins a second, in turns in one run. Wanted: p99 beside ÷ p99 alone at most 2.
//   npm run bench -- guesses
import { randomUUID } from 'node:crypto'
import { ownKelvit } from './kelvit.mjs'

const [TURNS, WRITES, A_SECOND] = [6, 150, 200]
const kelvit = await ownKelvit('guesses', { strangers: 1 })
const quantile = (list, q) => list.toSorted((a, b) => a - b)[Math.floor(list.length * q)]
const answered = {}

/** Guesses at a steady rate, whether the last ones were answered or not. @returns how to stop. */
function guess() {
  let sent = 0
  const from = performance.now()
  const timer = setInterval(() => {
    for (; sent < ((performance.now() - from) / 1000) * A_SECOND; sent++)
      void fetch(`${kelvit.base}/api/session`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        // One name in two is the keeper’s own.
        body: JSON.stringify({
          name: sent % 2 ? 'juniper' : `nobody ${sent}`,
          passphrase: `guess ${sent}`,
        }),
      }).then(
        (a) => (answered[a.status] = (answered[a.status] ?? 0) + 1),
        () => (answered.none = (answered.none ?? 0) + 1),
      )
  }, 10)
  return () => clearInterval(timer)
}

async function write() {
  const took = []
  for (let i = 0; i < WRITES; i++) {
    const from = performance.now()
    const { status, text } = await kelvit.ask('PUT', `/api/shelves/${randomUUID()}`, {
      ...{ name: `Shelf ${i}`, position: i },
    })
    if (status >= 300) throw new Error(text)
    took.push(performance.now() - from)
    await new Promise((done) => setTimeout(done, 5))
  }
  return took
}

try {
  await write()
  const [alone, beside] = [[], []]
  for (let i = 0; i < TURNS; i++) {
    alone.push(...(await write()))
    const stop = guess()
    beside.push(...(await write()))
    stop()
    await new Promise((done) => setTimeout(done, 1000))
  }
  for (const [words, list] of Object.entries({ alone, beside }))
    console.log(
      `writes ${words}: p50 ${quantile(list, 0.5).toFixed(1)} ms, p99 ${quantile(list, 0.99).toFixed(1)} ms`,
    )
  console.log(`guesses answered: ${JSON.stringify(answered)}`)
  console.log(
    `p99 beside ÷ alone: ${(quantile(beside, 0.99) / quantile(alone, 0.99)).toFixed(2)} (wanted 2)`,
  )
} finally {
  await kelvit.end()
}
