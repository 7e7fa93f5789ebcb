// The finder's first answer, for questions in cooks' own words; a dangerous one is never first.
import { describe, expect, test } from 'vitest'
import { ask, ANSWERS, type ComputingKitchen } from '../src/answers'
import { asked, learn, nearest } from '../src/answers/nearest'
import { cannerClasses } from '../src'
import * as unit from '../src/quantity/units'
import { ownRows } from './kit/own-rows'
import { WORDINGS } from './kit/wordings'

const kitchen = (more: Partial<ComputingKitchen> = {}): ComputingKitchen =>
  ({
    altitudeFt: unit.feet(2640),
    units: 'us',
    settings: { restMinutes: 10, defaultPack: 'hot', mealsPerWeek: 7, clockHours: 12, extraMinutes: 0, foodMinutes: {}, cushionPsi: 1, tomatoOption: 'standard' },
    canners: [{ ...cannerClasses[0], id: 'c', name: 'The tall one', regulatedBy: 'dial', minimum: { quart: 2, pint: 4 }, retired: false, blocks: [], lastTest: { testedOn: '2026-05-01', errorPsi: 1 } }],
    ...more,
  }) as unknown as ComputingKitchen // prettier-ignore
const pairs: readonly (readonly [question: string, id: string])[] = [
  ...WORDINGS.trim()
    .split('\n')
    .map((l) => l.split(' | ').map((p) => p.trim()) as [string, string]),
  ...asked().map(([id, question]) => [question, id] as const),
]
const known = new Map<string, string>()
function firstOf(q: string): string {
  const first = known.get(q) ?? ask(q, kitchen(), ownRows).answer?.id ?? '-'
  known.set(q, first)
  return first
}
/** Never reached: questions are counted, not timed. */
const LONG = { timeout: 120_000 }

/** Answers that would do harm beside these questions: read as a go-ahead where it is a stop. */
const SOOTHING = new Set(['rest', 'overnight', 'dried-beans', 'dial-off', 'frozen-jar', 'still-boiling', 'too-high', 'how-long-keeps', 'longer-time']) // prettier-ignore
const STOPS = /^(weight-blown|botulism-signs|burned|boiled-dry|vent-forgotten|open-under-pressure|pints-time|lemon-forgotten|water-bath|fell|refused-)/ // prettier-ignore

describe('the first answer', () => {
  test('is the right one for 95 in a hundred questions of both lists', LONG, () => {
    const wrong = pairs.filter(([q, id]) => firstOf(q) !== id)
    const list = wrong.map(([q, id]) => `${q}: ${firstOf(q)}, not ${id}`).join('\n')
    expect(wrong.length / pairs.length, list).toBeLessThanOrEqual(0.05)
  })
  test('questions that it never learned are mostly understood too', LONG, () => {
    const all = asked()
    let right = 0
    let first = 0
    let rightFirst = 0
    for (const turn of [0, 1, 2, 3, 4]) {
      const others = learn(all.filter((_, i) => i % 5 !== turn))
      for (const [i, [id, question]] of all.entries()) {
        if (i % 5 !== turn) continue
        const [best] = nearest(question, others)
        if (best?.id === id) right++
        if (!best || best.sure < 0.45 || best.likeness < 0.22) continue
        first++
        if (best.id === id) rightFirst++
      }
    }
    expect(right / all.length).toBeGreaterThan(0.81)
    expect(rightFirst / first).toBeGreaterThan(0.86)
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
  test('a slip of the finger, a missing sign and other endings are the same question', () => {
    for (const [q, id] of [
      ['wieght blew off', 'weight-blown'],
      ['cant get the lid off, it didnt unlock', 'lock-up'],
      ['the jigler wont stop rattling', 'weight-rhythm'],
      ['whats headspace for', 'why-headspace'],
    ] as const)
      expect([q, firstOf(q)]).toEqual([q, id])
  })
  test('who ate from a bad jar gets the signs of botulism, not how to tell a bad jar', () => {
    for (const q of [
      'we ate from a jar with a swollen lid',
      'the lid was bulging and we already ate it',
      'he tasted beans that smelled off',
    ])
      expect([q, firstOf(q)]).toEqual([q, 'botulism-signs'])
    expect(firstOf('lid is bulging')).toBe('spoiled-signs')
    expect(firstOf('who ate the last jar off the shelf')).not.toBe('botulism-signs')
  })
  test('a food in a question does not make it one that names the food', () => {
    expect(firstOf('how long does asparagus go')).toBe('process')
    expect(firstOf('white specks in my asparagus')).toBe('sediment')
    expect(firstOf('what psi for potatoes at 6000 feet')).toBe('process')
    expect(firstOf('we live at 4000 feet and ran ten pounds')).toBe('wrong-weight')
  })
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
      /added acid\. Kelvit is for pressure canning/,
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

describe('what is read off the household’s own rows', () => {
  const of = (q: string, rows = ownRows) => ask(q, kitchen(), rows).answer
  const say = (q: string): string => of(q)?.say ?? ''
  test('what is left, since when, and for how long in weeks and months', () => {
    expect(of('how much corn is left')?.figures).toEqual({ jars: '10', weeks: '10', months: '2.3' })
    expect(say('how much corn is left')).toBe('10 pints, the oldest canned 1 Sep 2025. At 1 jar a week it lasts about 10 weeks (2½ months), until 23 Oct 2026.') // prettier-ignore
    expect(say('how many carrots do we have left')).toMatch(/^7 quarts.*doesn’t know yet how fast.*1 jar more is set aside/)
    expect(say('do we still have okra')).toBe('There’s none on the shelf.')
  }) // prettier-ignore
  test('what was eaten last winter, and who took the last one', () => {
    expect(say('how much corn did we eat last winter')).toMatch(/^1 pint in the winter of 2025–2026/)
    expect(of('how much corn did we eat since june')?.figures).toEqual({ jars: '1' })
    expect(say('who took the last jar of corn')).toMatch(/^Ash took it to eat on 10 Aug 2026: jar ABCD-e2.*10 jars are left/)
  }) // prettier-ignore
  test('what a jar cost, beside the shop’s price', () => {
    expect(say('what does a jar of carrots cost')).toMatch(/^\$1\.20 a quart.*shop asks \$3\.00/)
    expect(say('what does a jar of corn cost')).toMatch(/^Kelvit doesn’t know/)
  })
  test('where a jar is from, what spoils, what fits until ten, what odd jars do', () => {
    expect(say('what happened to jar ABCD-1')).toMatch(/^Sweet corn, canned 1 Sep 2025\. Batch ABCD, run 1 Sep 2025 in The tall one\. That load was processed as tested\. It’s on the shelf\./)
    expect(say('what spoils if we skip tonight')).toMatch(/^14 quarts of snap beans \(can by 15 Aug 2026\): no later evening/)
    expect(of('what spoils if we skip monday')?.say).toMatch(/^Nothing is planned then/)
    expect(say('how many jars until ten tonight')).toMatch(/^\d+ quarts of snap beans, in .* from now with 2 people/)
    expect(say('how many jars until 5:10 pm tonight')).toMatch(/^No load of snap beans can be done/)
    expect(say('what can we do with nine odd jars')).toMatch(/^The tall one takes 7 and 2 in 2 loads/)
  }) // prettier-ignore
  test('a food that the words share is asked about, with choices', () => {
    expect(say('how many jars of beans are left')).toMatch(/Snap beans, Lima beans or Dried beans/)
  })
  test('a mixed jar goes by the name that the house gave it', () => {
    const [corn] = ownRows.jars
    const rows = { ...ownRows, jars: [{ ...corn!, foodId: 'mixed:Garden soup' }] }
    expect(of('how many jars of garden soup are left', rows)?.say ?? '').toMatch(/^1 pint/)
  })
  test('without rows it is not answered, and nothing else is put in its place', () => {
    for (const q of ['how much corn is left', 'who took the last jar of corn', 'what spoils if we skip tonight']) expect(ask(q, kitchen()).answer?.id).not.toBe('left') // prettier-ignore
  })
})

describe('where nobody says how high the kitchen is', () => {
  const anywhere = (q: string): string =>
    ask(q, kitchen({ canners: [], anywhere: true })).answer?.say ?? ''
  test('every altitude’s pressure is told, and the time once', () => {
    expect(anywhere('how long for quarts of green beans')).toMatch(/25 minutes in quarts, at 10 psi \(15 psi above 1,000 ft\) with a weight, 11 psi \(12 psi above 2,000 ft, 13 psi above 4,000 ft, 14 psi above 6,000 ft\) on a dial\./)
    expect(anywhere('when do I start the timer')).not.toMatch(/ at 0 ft/)
    expect(anywhere('what pressure at 4,500 feet')).toMatch(/^At 4,500 ft/)
  }) // prettier-ignore
})

describe('jars of an amount, and the amount for jars', () => {
  const say = (q: string): string => ask(q, kitchen()).answer?.say ?? ''
  test('both ways, in words', () => {
    expect(say('how many quarts from a bushel and a half of green beans')).toMatch(/^About 2\d quarts/)
    expect(say('how many ears for 7 quarts of corn')).toMatch(/^For 7 quarts of sweet corn, plan on \d+ lb, about \d+ ears/)
    expect(say('how many ears fill the tall one')).toBe(say('how many ears for 7 quarts of corn'))
    expect(ask('how much salt for 7 quarts of green beans', kitchen()).answer?.id).toBe('salt')
  }) // prettier-ignore
})
