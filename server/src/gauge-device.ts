import { parseArgs } from 'node:util'
import {
  isSteady,
  startCanner,
  stepCanner,
  type PracticeSize,
  type PracticeState,
} from '@kelvit/core'
import { v7 as uuidv7 } from 'uuid'

// A stand-in for a wireless gauge: a simulated canner with a sensible hand at its knob, whose
// readings go to a running Kelvit through the same door a real device would use.

const { values } = parseArgs({
  options: {
    url: { type: 'string', default: 'http://127.0.0.1:8484' },
    gauge: { type: 'string' },
    speed: { type: 'string', default: '1' },
    size: { type: 'string', default: 'tall' },
    jars: { type: 'string', default: '7' },
    altitude: { type: 'string', default: '0' },
    target: { type: 'string', default: '11.5' },
    hold: { type: 'string', default: '25' },
  },
})

const SEND_EVERY_MS = 5000
const TICK_MS = 500
const token = process.env.KELVIT_GAUGE_TOKEN

function stop(words: string, status = 1): never {
  process.stderr.write(`kelvit: ${words}\n`)
  process.exit(status)
}

const number = (
  name: 'speed' | 'jars' | 'altitude' | 'target' | 'hold',
  least: number,
  most: number,
): number => {
  const n = Number(values[name])
  if (!(n >= least && n <= most)) stop(`--${name} is from ${least} to ${most}, not ${values[name]}`)
  return n
}

const { gauge: gaugeId } = values
if (!gaugeId || !token)
  stop('needs --gauge with the id of a gauge, and its token in KELVIT_GAUGE_TOKEN', 2)
if (!['small', 'tall', 'large'].includes(values.size)) stop('--size is small, tall or large', 2)
const speed = number('speed', 0.1, 120)
const target = number('target', 5, 18)
const holdS = number('hold', 1, 180) * 60

/** Vents, climbs, holds, and turns the heat off: what a calm cook does. */
class Hand {
  private steadyAt: number | undefined
  private heldFrom: number | undefined
  private base = 0.25

  controls(s: PracticeState): { heat: number; weightOn: boolean; done: boolean } {
    if (this.steadyAt === undefined && isSteady(s)) this.steadyAt = s.seconds
    const vented = this.steadyAt !== undefined && s.seconds - this.steadyAt >= 600
    if (!vented) return { heat: 1, weightOn: false, done: false }
    if (this.heldFrom === undefined && s.gaugePsi >= target - 0.3) this.heldFrom = s.seconds
    if (this.heldFrom === undefined) return { heat: 1, weightOn: true, done: false }
    if (s.seconds - this.heldFrom > holdS)
      return { heat: 0, weightOn: true, done: s.gaugePsi < 0.05 }
    const off = target - s.gaugePsi
    this.base = Math.max(0, Math.min(1, this.base + off * 0.0004))
    return { heat: Math.max(0, Math.min(1, this.base + off * 0.25)), weightOn: true, done: false }
  }
}

let canner = startCanner({
  size: values.size as PracticeSize,
  jars: number('jars', 0, 18),
  jar: 'quart',
  pack: 'hot',
  altitudeFt: number('altitude', 0, 10_000),
  weightPsi: 15,
})
const hand = new Hand()
let waiting: { id: string; at: string; psi: number }[] = []
let over = false

function tick(): void {
  const { done, ...controls } = hand.controls(canner)
  canner = stepCanner(canner, controls, (TICK_MS / 1000) * speed)
  waiting.push({
    id: uuidv7(),
    at: new Date().toISOString(),
    psi: Math.max(0, Math.round(canner.gaugePsi * 20) / 20),
  })
  over = done
}

/** Sends what waits, oldest first; what could not be sent waits on. Repeats count once. */
async function send(): Promise<void> {
  const batch = waiting.slice(0, 600)
  if (batch.length === 0) return
  try {
    const answer = await fetch(`${values.url}/api/gauges/${gaugeId}/readings`, {
      method: 'POST',
      headers: { authorization: `Bearer ${token}`, 'content-type': 'application/json' },
      body: JSON.stringify({ readings: batch }),
      signal: AbortSignal.timeout(10_000),
    })
    const body = (await answer.json()) as { accepted?: number; detail?: string }
    if (answer.status === 202) {
      waiting = waiting.slice(batch.length)
      process.stdout.write(
        `${canner.gaugePsi.toFixed(1)} psi, ${body.accepted ?? 0} readings taken\n`,
      )
    } else if (answer.status === 401) stop(body.detail ?? 'the token is not taken')
    else {
      process.stdout.write(`not taken: ${body.detail ?? answer.status}\n`)
      // Without a load there is nothing to tell; an hour of silence is not caught up on.
      if (answer.status === 409) waiting = []
    }
  } catch {
    process.stdout.write('Kelvit cannot be reached; the readings wait\n')
    waiting = waiting.slice(-3600)
  }
}

const ticking = setInterval(tick, TICK_MS)
const sending = setInterval(() => {
  void send().then(() => {
    if (!over) return
    clearInterval(ticking)
    clearInterval(sending)
    process.stdout.write('Cold again. The simulated gauge ends here.\n')
    process.exit(0)
  })
}, SEND_EVERY_MS)
