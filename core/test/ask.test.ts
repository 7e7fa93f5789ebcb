// The finder's first answer, for questions in cooks' own words; a dangerous one is never first.
import { describe, expect, test } from 'vitest'
import { ask, ANSWERS, type ComputingKitchen } from '../src/answers'
import { cannerClasses } from '../src'
import * as unit from '../src/quantity/units'
import { WORDINGS } from './kit/wordings'

const kitchen = (more: Partial<ComputingKitchen> = {}): ComputingKitchen =>
  ({
    altitudeFt: unit.feet(2640),
    units: 'us',
    settings: { restMinutes: 10, defaultPack: 'hot', mealsPerWeek: 7, clockHours: 12, extraMinutes: 0, foodMinutes: {}, cushionPsi: 1, tomatoOption: 'standard' },
    canners: [{ ...cannerClasses[0], id: 'c', name: 'The tall one', regulatedBy: 'dial', minimum: { quart: 2, pint: 4 }, retired: false, blocks: [], lastTest: { testedOn: '2026-05-01', errorPsi: 1 } }],
    ...more,
  }) as unknown as ComputingKitchen // prettier-ignore
const pairs = WORDINGS.trim()
  .split('\n')
  .map((l) => l.split(' | ').map((p) => p.trim()) as [string, string])
const known = new Map<string, string>()
function firstOf(q: string): string {
  const first = known.get(q) ?? ask(q, kitchen()).answer?.id ?? '-'
  known.set(q, first)
  return first
}
/** Never reached: questions are counted, not timed. */
const LONG = { timeout: 120_000 }

/** Answers that would do harm beside these questions: read as a go-ahead where it is a stop. */
const SOOTHING = new Set(['rest', 'overnight', 'dried-beans', 'dial-off', 'frozen-jar', 'still-boiling', 'too-high', 'how-long-keeps', 'longer-time']) // prettier-ignore
const STOPS = /^(weight-blown|botulism-signs|burned|boiled-dry|vent-forgotten|open-under-pressure|pints-time|lemon-forgotten|water-bath|fell|refused-)/ // prettier-ignore

describe('the first answer', () => {
  test('is the right one for 95 in a hundred wordings, and for each third kept aside', LONG, () => {
    const wrong = pairs.filter(([q, id]) => firstOf(q) !== id)
    const list = wrong.map(([q, id]) => `${q}: ${firstOf(q)}, not ${id}`).join('\n')
    expect(wrong.length / pairs.length, list).toBeLessThanOrEqual(0.05)
    const aside = pairs.filter((_, i) => i % 3 === 2)
    const missed = aside.filter(([q, id]) => firstOf(q) !== id)
    expect(missed.length / aside.length, list).toBeLessThanOrEqual(0.05)
  })
  test('is never a soothing one where the right one says stop', LONG, () => {
    for (const [q, id] of pairs)
      if (STOPS.test(id)) expect([q, SOOTHING.has(firstOf(q))]).toEqual([q, false])
  })
  test(
    'every answer that is named exists, and every answer is reached by its own question',
    LONG,
    () => {
      const ids = new Set(ANSWERS.map((a) => a.id))
      expect(ids.size).toBe(ANSWERS.length)
      const lost = ANSWERS.filter((a) => ask(a.ask, kitchen()).answer === null)
      expect(lost.map((a) => a.ask)).toEqual([])
    },
  )
  test('nothing is put first where only one word fits', () => {
    for (const q of ['purple elephants', 'jar of nails', 'tell me about kitchens'])
      expect(ask(q, kitchen()).answer).toBeNull()
    expect(ask('', kitchen())).toEqual({ answer: null, also: [] })
  })
})

describe('what is read off the tables', () => {
  const say = (q: string, k = kitchen()): string => ask(q, k).answer?.say ?? ''
  test('by the household’s own gauge, as it reads, at the altitude that is asked', () => {
    expect(say('how long for quarts of green beans')).toBe(
      'Snap beans (1-inch pieces or whole), hot pack: 20 minutes in pints, 25 minutes in quarts, at 13 psi on your dial: it reads 1 high at 2,640 ft.',
    )
    expect(say('what pressure at 4,500 feet')).toMatch(/^At 4,500 ft: 14 psi on your dial: it reads 1 high/)
    expect(say('what pressure at 4500 feet', kitchen({ canners: [] }))).toMatch(/^At 4,500 ft: 15 psi with a weight, 13 psi on a dial/)
    expect(say('how long for corn at 5400 ft', kitchen({ canners: [] }))).toMatch(/55 minutes in pints, 85 minutes in quarts, at 15 psi with a weight, 13 psi on a dial at 5,400 ft/)
    expect(say('psi at 12000 ft')).toMatch(/The tables end below 12,000 ft/)
  }) // prettier-ignore
  test('a form by its name, and sizes that are not tested', () => {
    expect(say('creamed corn')).toMatch(/cream style.*85 minutes in pints.*Not in quarts/)
    expect(say('can you pressure can mushrooms')).toMatch(/^Yes, in a pressure canner\..*Not in quarts/)
  }) // prettier-ignore
  test('boiling water is never a yes for vegetables', () => {
    expect(say('can I water bath green beans')).toMatch(/^No\. Vegetables/)
    expect(say('can I water bath green beans')).toMatch(/25 minutes in quarts/)
    expect(say('can tomatoes be done in a water bath')).toMatch(
      /added acid; Kelvit runs pressure only/,
    )
  })
  test('a food that is refused is refused for its own reason, also in boiling water', () => {
    expect(say('can I water bath pumpkin butter')).toMatch(/^No: /)
    expect(say('can I water bath pumpkin butter')).not.toMatch(/low in acid/)
    expect(say('tomatoes in a water bath at 12000 ft')).toMatch(/runs pressure only\.$/)
  })
  test('an altitude as people write it: a comma, a dot, a space, metres', () => {
    const told = ['psi at 5,400 ft', 'psi at 5.400 ft', 'psi at 5 400 ft', 'psi at 1.646 m', 'psi at 1646 m'] // prettier-ignore
    for (const q of told) expect(say(q), q).toMatch(/^At 5,400 ft: 14 psi on your dial/)
    expect(say('psi at 99000 ft')).toMatch(/The tables end below/)
  })
  test('two foods in one jar: for each gauge of the house, as it reads', () => {
    const [dial] = kitchen().canners
    const both = kitchen({ canners: [dial!, { ...dial!, id: 'w', regulatedBy: 'weighted' }] })
    expect(say('carrots and beets together in a jar', both)).toMatch(
      /minutes at 13 psi on your dial: it reads 1 high, 15 psi with a weight/,
    )
  })
  test('two dials that differ are not one: no figure of the one is told for the other', () => {
    const [dial] = kitchen().canners
    const other = { ...dial!, id: 'd', lastTest: { testedOn: '2026-05-01', errorPsi: 0 } }
    expect(say('when does the time start')).toMatch(/it reads 1 high/)
    const two = say('when does the time start', kitchen({ canners: [dial!, other] }))
    expect(two).toMatch(/12 psi on a dial/)
    expect(two).not.toMatch(/reads/)
  })
  test('foods that are not combined are not combined', () => {
    expect(say('can turnips and turnip greens together')).toMatch(/^No: /)
  })
})
