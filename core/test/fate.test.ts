import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  decideBy,
  isPastRescue,
  mayBeShelved,
  whyNotFate,
  type JarState,
  type JarToDecide,
  type SealOutcome,
} from '../src'

const H = 3_600_000
const OUT = Date.parse('2026-08-14T20:00:00Z')
const jar = (more: Partial<JarToDecide> = {}): JarToDecide => ({
  state: 'set-aside',
  seal: 'unsealed',
  outAt: OUT,
  stateAt: OUT + 13 * H,
  ...more,
})
const STATES: readonly JarState[] = [
  'on-shelf',
  'set-aside',
  'refrigerated',
  'frozen',
  'eaten',
  'given',
  'discarded',
]
const SEALS: readonly SealOutcome[] = [
  'sealed',
  'sealed-low-liquid',
  'sealed-half-liquid',
  'unsealed',
  'broken',
]

describe('an unsealed jar', () => {
  test('has 24 hours from the canner, to the second', () => {
    expect(decideBy(jar())).toBe(OUT + 24 * H)
    expect(isPastRescue(jar(), OUT + 24 * H)).toBe(false)
    expect(isPastRescue(jar(), OUT + 24 * H + 1)).toBe(true)
  })
  test('found after that is past rescue, whatever time is said', () => {
    expect(isPastRescue(jar({ stateAt: OUT + 25 * H }), OUT + H)).toBe(true)
    expect(whyNotFate(jar({ stateAt: OUT + 25 * H }), 'refrigerated', OUT + H)).toMatch(/Discard/)
    expect(whyNotFate(jar({ stateAt: OUT + 25 * H }), 'discarded', OUT + 26 * H)).toBeUndefined()
  })
  test('of which nobody knows when it came out is past rescue', () => {
    expect(isPastRescue(jar({ outAt: null }), OUT)).toBe(true)
  })
  test('in the fridge or the freezer has no such limit any more', () => {
    for (const state of ['refrigerated', 'frozen'] as const) {
      expect(decideBy(jar({ state }))).toBeNull()
      expect(whyNotFate(jar({ state }), 'eaten', OUT + 72 * H)).toBeUndefined()
    }
  })
})

test('laws: what did not seal well is never shelved or given, and past rescue only thrown away', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...STATES),
      fc.constantFrom(...SEALS),
      fc.constantFrom(...STATES),
      fc.integer({ min: -10, max: 60 }),
      fc.integer({ min: -10, max: 60 }),
      (state, seal, to, found, at) => {
        const j = jar({ state, seal, stateAt: OUT + found * H })
        const allowed = whyNotFate(j, to, OUT + at * H) === undefined
        if (!mayBeShelved(seal) && (to === 'on-shelf' || to === 'given'))
          expect(allowed).toBe(false)
        if (seal === 'broken') expect(allowed).toBe(false)
        if (seal === 'unsealed' && state === 'set-aside' && (found > 24 || at > 24))
          expect(allowed).toBe(to === 'discarded' || to === 'set-aside')
        if (
          mayBeShelved(seal) &&
          (to === 'refrigerated' || to === 'frozen') &&
          state === 'on-shelf'
        )
          expect(allowed).toBe(false)
      },
    ),
    { seed: 3, numRuns: 2000 },
  )
})
