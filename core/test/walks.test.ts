// Random walks of facts against an oracle that knows nothing of stages: whatever is told, in
// whatever order, no load is good without ten unbroken minutes of steam and the full
// minutes at target.
import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import {
  foldLoad,
  judgeLoad,
  momentOf,
  type LoadEvent,
  type LoadEventKind,
  type LoadSetup,
  type Verdict,
} from '@kelvit/core'
import { ANY_KIND, dial, fact, GOOD_DIAL, GOOD_WEIGHT, log, MIN, weighted } from './kit/loads'

/** A small generator of its own, so that a failing walk can be run again from its number. */
function dice(seed: number) {
  let a = seed >>> 0
  const next = (): number => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = a
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  return {
    chance: (p: number): boolean => next() < p,
    upTo: (n: number): number => Math.floor(next() * n),
    of: <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)] as T,
  }
}

const PSI = [0, 3, 8, 11, 11.5, 12, 12.25, 12.5, 13, 14, 15, 16, 19]

/** A good evening with some things left out, moved, told twice, told late or made up. */
function walk(seed: number, setup: LoadSetup): LoadEvent[] {
  const { chance, upTo, of } = dice(seed)
  const wild = chance(0.15)
  const facts: LoadEvent[] = wild ? [] : log(...(setup === dial ? GOOD_DIAL : GOOD_WEIGHT))
  const told: LoadEvent[] = []
  for (const e of facts) {
    if (chance(0.04)) continue
    const at = chance(0.06) ? Math.max(0, e.at + (upTo(25) - 12) * MIN) : e.at
    told.push({ ...e, at })
    if (chance(0.03))
      told.push(fact(e.kind, at + upTo(20) * MIN, e.psi == null ? {} : { psi: e.psi }))
  }
  const made = wild ? 10 + upTo(25) : upTo(4)
  for (let i = 0; i < made; i++) {
    const at = upTo(wild ? 120 : 240) * MIN
    const kind: LoadEventKind = of(ANY_KIND)
    told.push(
      fact(kind, at, {
        ...(kind === 'reading' ? { psi: unit.psi(of(PSI)) } : {}),
        ...(kind === 'figures-changed' && chance(0.5) ? { psi: unit.psi(15) } : {}),
        ...(chance(0.3) ? { happenedAt: Math.max(0, at - upTo(120) * MIN) } : {}),
        ...(['retracted', 'watched', 'unwatched'].includes(kind) && told.length > 0
          ? { eventId: of(told).id }
          : {}),
        ...(chance(0.2) ? { heardAt: at + upTo(90) * MIN } : {}),
      }),
    )
  }
  return told
}

const shuffled = (list: readonly LoadEvent[], seed: number): LoadEvent[] => {
  const { upTo } = dice(seed ^ 0x5bd1e995)
  const out = [...list]
  for (let i = out.length - 1; i > 0; i--) {
    const j = upTo(i + 1)
    ;[out[i], out[j]] = [out[j] as LoadEvent, out[i] as LoadEvent]
  }
  return out
}

const STOPS_STEAM: readonly LoadEventKind[] = [
  'steam-faltered',
  'steam-doubtful',
  'heat-off',
  'water-low',
  'lid-not-locked',
  'opened',
  'opened-early',
  'weight-on',
  'aborted',
]
const BREAKS: readonly LoadEventKind[] = [
  'pressure-fell',
  'heat-off',
  'pressure-zero',
  'lock-dropped',
  'weight-off',
  'weight-lifted',
  'opened',
  'opened-early',
  'unloaded',
  'water-low',
  'lid-not-locked',
  'steam-doubtful',
  'aborted',
]

/** Whether the facts hold a complete process somewhere: found by trying all beginnings and ends. */
function complete(setup: LoadSetup, events: readonly LoadEvent[]): boolean {
  const target = setup.psi + setup.gaugeErrorPsi
  const low = (e: LoadEvent) =>
    setup.regulatedBy === 'dial' && e.kind === 'reading' && (e.psi ?? 99) < target
  const up = (e: LoadEvent) =>
    setup.regulatedBy === 'dial'
      ? e.kind === 'reading' && (e.psi ?? 0) >= target && (e.psi ?? 99) <= 30
      : e.kind === 'at-pressure' || e.kind === 'still-rocking'
  const broken = (e: LoadEvent) =>
    BREAKS.includes(e.kind) ||
    low(e) ||
    (setup.regulatedBy === 'weighted' &&
      (e.kind === 'wrong-weight' || (e.kind === 'figures-changed' && e.psi != null)))
  const none = (from: number, to: number, is: (e: LoadEvent) => boolean) =>
    !events.some((e) => is(e) && momentOf(e) > from && momentOf(e) < to)
  return events
    .filter((w) => w.kind === 'weight-on')
    .some(
      (w) =>
        events
          .filter((s) => s.kind === 'steam-steady' && w.at - s.at >= 10 * MIN)
          .some((s) => none(s.at, w.at, (e) => STOPS_STEAM.includes(e.kind))) &&
        events
          .filter((p) => up(p) && p.at >= w.at)
          .some((p) =>
            events.some(
              (end) =>
                momentOf(end) - p.at >= setup.minutes * MIN && none(p.at, momentOf(end), broken),
            ),
          ),
    )
}

const isGood = (v: Verdict): boolean => v === 'as-tested' || v === 'longer'
const verdictOf = (setup: LoadSetup, events: readonly LoadEvent[]): Verdict =>
  judgeLoad(setup, foldLoad(setup, events)).verdict

const SPOILERS: readonly LoadEventKind[] = [
  'steam-faltered',
  'pressure-fell',
  'wrong-weight',
  'water-low',
  'lid-not-locked',
  'steam-doubtful',
  'weight-lifted',
  'left-overnight',
  'opened-early',
]

const WALKS = 52_000
/** Never reached: the walks are counted, not timed. */
const LONG = { timeout: 600_000 }

describe.each([
  ['a dial', dial],
  ['a weight', weighted],
] as const)('random walks on %s', (_on, setup) => {
  test(
    `none of ${WALKS / 2} is good without the whole process, in any order of arrival`,
    LONG,
    () => {
      let good = 0
      for (let seed = 1; seed <= WALKS / 2; seed++) {
        const events = walk(seed, setup)
        const verdict = verdictOf(setup, events)
        if (seed % 10 === 0)
          expect(foldLoad(setup, shuffled([...events, ...events], seed)), `walk ${seed}`).toEqual(
            foldLoad(setup, events),
          )
        if (!isGood(verdict)) continue
        good++
        if (!complete(setup, events))
          expect.fail(`walk ${seed} is ${verdict} without a whole process`)
      }
      // The walks must reach what they are to catch.
      expect(good).toBeGreaterThan(WALKS / 20)
    },
  )
  test('nothing told afterwards that spoils a process makes a load better', LONG, () => {
    for (let seed = 1; seed <= 8000; seed++) {
      const events = walk(seed, setup)
      const { of, upTo } = dice(seed * 31)
      const before = verdictOf(setup, events)
      if (before !== 'in-doubt' && before !== 'not-processed') continue
      const at = 250 * MIN
      const late = fact(of(SPOILERS), at, { happenedAt: at - upTo(250) * MIN })
      const after = verdictOf(setup, [...events, late])
      if (isGood(after)) expect.fail(`walk ${seed}: ${late.kind} made ${before} ${after}`)
    }
  })
  test('what starts a clock counts from when it was entered, whatever else is said', LONG, () => {
    for (let seed = 1; seed <= 4000; seed++) {
      const events = walk(seed, setup)
      const claimed = events.map((e) =>
        ['steam-steady', 'weight-on', 'reading', 'at-pressure', 'still-rocking'].includes(e.kind)
          ? { ...e, happenedAt: Math.max(0, e.at - 30 * MIN) }
          : e,
      )
      const plain = claimed.map((e, i) => (e === events[i] ? e : { ...e, happenedAt: null }))
      expect(verdictOf(setup, claimed)).toBe(verdictOf(setup, plain))
    }
  })
})
