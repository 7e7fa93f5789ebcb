// What is seen of a jar before the seals are checked.
import { describe, expect, test } from 'vitest'
import {
  foldLoad,
  JAR_SIGN_RULES,
  JAR_SIGNS,
  mayBeShelved,
  recordLines,
  seenOf,
  signRule,
  type JarSign,
  type LoadEvent,
} from '../src'
import { dial, log } from './kit/loads'

const OUT = ['0 started', '1 locked', '19 steam-steady', '29 weight-on', '37 reading 12', '62 reading 12', '62 heat-off', '100 pressure-zero', '101 lock-dropped', '102 weight-off', '112 opened', '118 unloaded'] // prettier-ignore
const BASE = log(...OUT)
const start = BASE[0]!.at
const seen = (
  minute: number,
  sign: JarSign,
  portionId = 'p1',
  cause: string | null = null,
): LoadEvent => ({
  ...{ id: `${portionId}${sign}${minute}`, kind: 'jar-seen', at: start + minute * 60_000 },
  ...{ by: 'Wren', seen: { portionId, sign, cause } },
})

describe('a jar of which something is said early', () => {
  test('is kept with who said it, when and why, and changes nothing of the load', () => {
    const { seen: kept, ...rest } = foldLoad(dial, [...BASE, seen(120, 'lid-up', 'p1', 'the lid')])
    const { seen: none, ...plain } = foldLoad(dial, BASE)
    expect(none).toEqual([])
    expect(kept).toEqual([
      { id: 'p1lid-up120', at: start + 120 * 60_000, by: 'Wren', portionId: 'p1', sign: 'lid-up', cause: 'the lid' }, // prettier-ignore
    ])
    expect(rest).toEqual(plain)
  })
  test('counts from the open lid until the seals are checked; before and after it is asked about', () => {
    const early = foldLoad(dial, [...BASE.slice(0, 7), seen(70, 'broken')])
    expect([early.seen.length, early.questions.length]).toEqual([0, 1])
    const open = foldLoad(dial, [...BASE.slice(0, 11), seen(113, 'spouted')])
    expect([open.seen.length, open.questions.length]).toEqual([1, 0])
    const late = foldLoad(dial, [...BASE, ...log('900 seals-checked'), seen(901, 'lid-up')])
    expect(late.seen).toEqual([])
    expect(late.questions.at(-1)?.sentence).toMatch(/in the pantry/)
    const empty = foldLoad(dial, [...BASE, { ...seen(120, 'broken'), seen: null }])
    expect(empty.seen).toEqual([])
  })
  test('is one jar of its portion, the first ones first', () => {
    const { seen: kept } = foldLoad(dial, [
      ...BASE,
      ...[seen(120, 'lid-up'), seen(121, 'eaten', 'p2'), seen(122, 'broken')],
    ])
    expect(seenOf(kept, 'p1', 4).map((s) => s?.sign)).toEqual(['lid-up', 'broken', undefined, undefined]) // prettier-ignore
    expect(seenOf(kept, 'p2', 1).map((s) => s?.sign)).toEqual(['eaten'])
    expect(seenOf(kept, 'p1', 1)).toHaveLength(1)
  })
  test('law: what may not be shelved never stays with the others, and what does is pressed tomorrow', () => {
    for (const sign of JAR_SIGNS) {
      const { outcome, state } = JAR_SIGN_RULES[sign]
      if (!mayBeShelved(outcome)) expect(state, sign).not.toBeNull()
      if (state === 'refrigerated') expect(mayBeShelved(outcome), sign).toBe(false)
    }
  })
  test('a lid that is found up after 24 hours saves no jar; half a jar of liquid is another matter', () => {
    const out = start + 118 * 60_000
    const day = 24 * 3_600_000
    for (const sign of ['lid-up', 'food-under-lid'] as const) {
      expect(signRule(sign, out + day, out).state).toBe('refrigerated')
      expect(signRule(sign, out + day + 1, out)).toMatchObject({
        ...{ state: 'discarded', now: expect.stringMatching(/unopened and untasted/) },
      })
      expect(signRule(sign, out, null).state).toBe('refrigerated')
    }
    expect(signRule('half-empty', out + 2 * day, out).state).toBe('refrigerated')
    expect(signRule('eaten', out + 2 * day, out).state).toBe('eaten')
  })
  test('the record tells it, with the reason', () => {
    const words = [seen(120, 'half-empty', 'p1', 'cooled too fast'), seen(121, 'eaten')]
    expect(recordLines(words, 'us').map((l) => l.words)).toEqual([
      'A jar: half its liquid or more is gone, cooled too fast',
      'A jar: we eat this one tonight',
    ])
  })
})
