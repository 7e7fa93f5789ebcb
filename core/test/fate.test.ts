import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  decideBy,
  eatBy,
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

const sound = (more: Partial<JarToDecide> = {}): JarToDecide =>
  jar({ state: 'on-shelf', seal: 'sealed', hold: null, ...more })
/** What a jar may become so many hours after it came out. */
const may = (of: JarToDecide, hours: number): JarState[] =>
  [...STATES, 'processed-again' as const].filter(
    (to) => whyNotFate(of, to, OUT + hours * H) === undefined,
  )

describe('opened, or missing', () => {
  const FATES = [...STATES, 'opened', 'missing'] as const
  const mayAll = (of: JarToDecide): string[] =>
    FATES.filter((to) => whyNotFate(of, to, OUT + H) === undefined)
  test('opened, a jar is eaten, frozen or thrown away; never shelved again, never given', () => {
    expect(mayAll(sound({ state: 'opened' }))).toEqual([
      'refrigerated',
      'frozen',
      'eaten',
      'discarded',
      'opened',
      'missing',
    ])
    expect(whyNotFate(sound({ state: 'opened' }), 'on-shelf', OUT)).toBe(
      'An opened jar can’t go back on the shelf.',
    )
  })
  test('a sound one may be opened; one in doubt may not', () => {
    expect(whyNotFate(sound(), 'opened', OUT)).toBeUndefined()
    expect(whyNotFate(sound({ hold: 'in-doubt' }), 'opened', OUT)).toMatch(/reviewed/)
  })
  test('missing: said of whatever is in the house, held or not, and of nothing that is gone', () => {
    for (const state of ['on-shelf', 'set-aside', 'refrigerated', 'frozen', 'opened'] as const)
      for (const hold of [null, 'in-doubt', 'not-processed'] as const)
        expect(whyNotFate(jar({ state, hold }), 'missing', OUT + 90 * H)).toBeUndefined()
    expect(whyNotFate(sound({ state: 'eaten' }), 'missing', OUT)).toBe(
      'This jar was already eaten.',
    )
    expect(whyNotFate(jar({ state: 'processed-again' }), 'missing', OUT)).toBe(
      'This jar was already processed again.',
    )
  })
  test('found again it stands where it stood, unless it never sealed', () => {
    expect(whyNotFate(sound({ state: 'missing' }), 'on-shelf', OUT)).toBeUndefined()
    expect(whyNotFate(jar({ state: 'missing' }), 'on-shelf', OUT)).toMatch(/can’t go on/)
  })
})

describe('what may become of a jar', () => {
  test('sound: stays, is eaten, given or thrown away', () => {
    expect(may(sound(), 20)).toEqual(['on-shelf', 'eaten', 'given', 'discarded'])
  })
  test('in doubt: not eaten and not given until it was looked into', () => {
    expect(may(sound({ hold: 'in-doubt' }), 20)).toEqual(['on-shelf', 'discarded'])
    expect(whyNotFate(sound({ hold: 'in-doubt' }), 'eaten', OUT)).toMatch(/reviewed/)
  })
  test.each(['set-aside', 'on-shelf'] as const)(
    'not processed as tested, %s, within 24 hours',
    (state) => {
      const of = sound({ hold: 'not-processed', state })
      const again = state === 'set-aside' ? ['processed-again'] : []
      const stays = state === 'on-shelf' ? ['on-shelf'] : []
      expect(may(of, 23)).toEqual([
        ...stays,
        'set-aside',
        'refrigerated',
        'frozen',
        'eaten',
        'discarded',
        ...again,
      ])
      expect(decideBy(of)).toBe(OUT + 24 * H)
    },
  )
  test.each(['set-aside', 'on-shelf'] as const)(
    'not processed as tested, %s, after 24 hours: only discarded',
    (state) => {
      const of = sound({ hold: 'not-processed', state })
      expect(isPastRescue(of, OUT + 24 * H)).toBe(false)
      expect(isPastRescue(of, OUT + 24 * H + 1)).toBe(true)
      expect(may(of, 24.1).filter((f) => f !== 'on-shelf' && f !== 'set-aside')).toEqual([
        'discarded',
      ])
      expect(whyNotFate(of, 'frozen', OUT + 30 * H)).toMatch(/Discard it, unopened and untasted/)
    },
  )
  test('not sealed: again from where it was set aside or from the fridge, and in time', () => {
    const of = sound({ seal: 'unsealed', state: 'set-aside' })
    expect(may(of, 20)).toEqual([
      'set-aside',
      'refrigerated',
      'frozen',
      'eaten',
      'discarded',
      'processed-again',
    ])
    expect(may(of, 25)).toEqual(['set-aside', 'discarded'])
    // A lid that was seen up early went into the fridge; its 24 hours run from the canner all the same.
    const cold = sound({ seal: 'unsealed', state: 'refrigerated' })
    expect([may(cold, 23.9), may(cold, 24.1)].map((m) => m.includes('processed-again'))).toEqual([
      ...[true, false],
    ])
    for (const not of [
      { state: 'frozen' as const },
      { outAt: null },
      { seal: 'sealed-half-liquid' as const },
    ])
      expect(may({ ...cold, ...not }, 20)).not.toContain('processed-again')
    expect(may(sound(), 20)).not.toContain('processed-again')
  })
  test('what is gone is taken down as it was', () => {
    const gone = sound({ hold: 'not-processed', state: 'processed-again' })
    expect(whyNotFate(gone, 'eaten', OUT)).toBe('This jar was already processed again.')
    // A slip of the finger goes back to where it was.
    expect(whyNotFate(gone, 'set-aside', OUT)).toBeUndefined()
    expect(whyNotFate(sound({ hold: 'in-doubt', state: 'eaten' }), 'on-shelf', OUT)).toBeUndefined()
    expect(whyNotFate(sound({ seal: 'unsealed', state: 'processed-again' }), 'eaten', OUT)).toMatch(
      /already/,
    )
    expect(whyNotFate(sound({ seal: 'broken', hold: 'in-doubt' }), 'discarded', OUT)).toBe(
      'This jar is broken.',
    )
  })
  test('in the fridge it has four days', () => {
    expect(eatBy(OUT, { foodId: 'beans-snap' })).toBe(OUT + 96 * H)
  })
})
