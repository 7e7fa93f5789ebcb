// What cooks say at the scale, in their own words and order, and what must never come of it.
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { foods, readWeighIn } from '../src'
import { normalise } from '../src/method/find'
import { refusedFoods } from '../src/method/data/refused'
import { spokenFoods, spokenRefusals } from '../src/method/data/names'

/** Line, food, pounds, variety or cut, price a pound. */
type Line = readonly [
  line: string,
  food: string,
  lb: number,
  variety?: string | null,
  perLb?: number,
]
const LINES: readonly Line[] = [
  ['a bushel and a half of green beans', 'beans-snap', 45],
  ['one and a half bushels green beans', 'beans-snap', 45],
  ['a bushel and a quarter of beets', 'beets', 65],
  ['mushrooms 5 lb', 'mushrooms', 5],
  ['tomatoes, 2 bushels', 'tomatoes', 106],
  ['tomatoes: two bushels', 'tomatoes', 106],
  ['tomatoes, Amish Paste, 20 lb', 'tomatoes', 20, 'Amish Paste'],
  ['20 lb tomatoes at 99 cents a pound', 'tomatoes', 20, null, 0.99],
  ['20 lb tomatoes @ 99¢/lb', 'tomatoes', 20, null, 0.99],
  ['20 lb tomatoes for $15', 'tomatoes', 20, null, 0.75],
  ['20 lb tomatoes for 15 dollars', 'tomatoes', 20, null, 0.75],
  ['thirty pounds of green beans at a dollar twenty a pound', 'beans-snap', 30, null, 1.2],
  ['10 lb okra at two fifty a pound', 'okra', 10, null, 2.5],
  ['10 lb okra at a buck a pound', 'okra', 10, null, 1],
  ['12 ears of corn @ 50 cents each', 'corn', 7.8, null, 0.5 / 0.65],
  ['two dozen ears at 4 dollars a dozen', 'corn', 15.6, null, 4 / 12 / 0.65],
  ['three 5-lb bags potatoes @ 4.50', 'potatoes-white', 15, null, 0.9],
  ['3 x 5 lb bags of potatoes', 'potatoes-white', 15],
  ['a 50 lb sack of russet potatoes', 'potatoes-white', 50, 'russet'],
  ['two 10 kg boxes of carrots', 'carrots', 44.0925],
  ['new potatoes 10 lb', 'potatoes-white', 10, 'new'],
  ['10 lb red potatoes', 'potatoes-white', 10, 'red'],
  ['25 pounds yukon gold potatoes', 'potatoes-white', 25, 'yukon gold'],
  ['Kennebecs 40 lb', 'potatoes-white', 40, 'Kennebecs'],
  ['10 lb baby carrots', 'carrots', 10],
  ['ten pounds of diced carrots', 'carrots', 10, 'diced'],
  ['10 pounds corn on the cob', 'corn', 10],
  ['6 dozen ears of white corn', 'corn', 46.8, 'white'],
  ['sixty ears of Silver Queen', 'corn', 39, 'Silver Queen'],
  ['2 dozen ears', 'corn', 15.6],
  ['a dozen and a half ears sweet corn', 'corn', 11.7],
  ['a hundred and twenty ears of corn', 'corn', 78],
  ['5 lb button mushrooms', 'mushrooms', 5],
  ['4 lb baby bellas', 'mushrooms', 4, 'baby bellas'],
  ['half a bushel of beets', 'beets', 26],
  ['two and a half pecks of okra', 'okra', 16.25],
  ['a quarter bushel of snap beans', 'beans-snap', 7.5],
  ['three quarters of a bushel of beets', 'beets', 39],
  ['a couple of pounds of okra', 'okra', 2],
  ['3 lbs 8 oz okra', 'okra', 3.5],
  ['25# potatoes', 'potatoes-white', 25],
  ['black eyed peas 4 lb', 'peas-southern', 4, 'black eyed peas'],
  ['purple hulls, half a bushel', 'peas-southern', 12.5, 'purple hulls'],
  ['crowder peas, half bushel', 'peas-southern', 12.5, 'crowder peas'],
  ['english peas 12 lb', 'peas-green', 12],
  ['7 lb wax beans', 'beans-snap', 7],
  ['pole beans 14 lb', 'beans-snap', 14],
  ['a peck of half runners', 'beans-snap', 7.5],
  ['30 lb blue lake beans', 'beans-snap', 30, 'blue lake'],
  ['half bushel speckled butter beans', 'beans-lima', 16, null],
  ['3 lb navy beans, dry', 'beans-dried', 3],
  ['2 lb dried black-eyed peas', 'beans-dried', 2],
  ['2 lb pintos', 'beans-dried', 2, 'pintos'],
  ['roma tomatoes 1 bushel', 'tomatoes', 53, 'roma'],
  ['hubbard squash 30 lb', 'squash-winter', 30, 'hubbard squash'],
  ['20 lb candy roasters', 'squash-winter', 20, 'candy roasters'],
  ['collards 10 lb', 'greens', 10, 'collards'],
  ['chuck roast 12 lb', 'meat', 12, 'chuck roast'],
  ['10 lb chicken thighs', 'poultry', 10, 'chicken thighs'],
  ['deer meat, 22 lb', 'meat', 22, 'deer meat'],
  ['3 lb jalapeño peppers', 'peppers', 3, 'jalapeño'],
  ['yams 40 lb', 'potatoes-sweet', 40],
] // prettier-ignore

test.each(LINES.map((l) => [l[0], l] as const))('%s', (_, [line, food, lb, variety, perLb]) => {
  const got = readWeighIn(line)
  expect(got).toMatchObject({ ok: true, food: { id: food } })
  if (!got.ok) return
  expect(got.pounds).toBeCloseTo(lb, 3)
  if (variety != null) expect(got.variety).toBe(variety)
  if (perLb !== undefined) expect(got.pricePerLb).toBeCloseTo(perLb, 6)
})
test('there are sixty of them at least', () => expect(LINES.length).toBeGreaterThanOrEqual(60))

test('words choose the form where the food has several', () => {
  const form = (line: string) => {
    const got = readWeighIn(line)
    return got.ok ? got.formId : got.code
  }
  expect(form('10 lb ground beef')).toBe('meat-ground')
  expect(form('10 lb stew meat')).toBe('meat-cubes')
  expect(form('60 ears corn, cream style')).toBe('corn-cream')
  expect(form('10 lb chicken legs')).toBe('poultry-bone-in')
  expect(form('10 lb green beans')).toBe('beans-snap')
  expect(form('2 bu red tomatoes')).toBe('tomatoes-raw-no-liquid')
  expect(form('20 lb crushed tomatoes')).toBe('tomatoes-crushed')
})

describe('asked, and never guessed', () => {
  test('an ambiguous crop, with choices that keep the amount and the price', () => {
    const got = readWeighIn('20 lb beans @ 1.50/lb')
    expect(got).toMatchObject({ ok: false, code: 'which-food' })
    expect(!got.ok && got.fixes.map((f) => f.line)).toEqual([
      '20 lb snap beans @ 1.50/lb',
      '20 lb lima beans @ 1.50/lb',
      '20 lb dried beans @ 1.50/lb',
    ])
    expect(readWeighIn('two crates of beans')).toMatchObject({ fixes: [{ line: 'two crates of snap beans' }, {}, {}] })
  }) // prettier-ignore
  test('a box is asked about in the singular, and known after it was taught', () => {
    const line = '4 boxes of tomatoes'
    expect(readWeighIn(line)).toMatchObject({ sentence: 'How heavy is one box of tomatoes?', asks: { name: 'box' } })
    const told = { containers: [{ name: 'box', lb: 20, foodId: 'tomatoes' }] }
    expect(readWeighIn(line, told)).toMatchObject({ ok: true, pounds: 80, understood: '4 boxes tomatoes' })
    expect(readWeighIn(`${line} @ 15`, told)).toMatchObject({ pricePerLb: 0.75 })
  }) // prettier-ignore
  test('a shop’s bag is not a sack', () => {
    expect(readWeighIn('2 bags potatoes')).toMatchObject({
      code: 'weight',
      sentence: 'How heavy is one bag of potatoes?',
      asks: { name: 'bag' },
    })
    const got = readWeighIn('2 bags potatoes @ 4/lb')
    expect(!got.ok && got.fixes.map((f) => f.line)).toContain('2 5-lb bags potatoes @ 4/lb')
    expect(readWeighIn('2 5-lb bags potatoes @ 4/lb')).toMatchObject({ ok: true, pounds: 10 })
  })
  test('a bare price of a weight, with the lines it may mean', () => {
    const got = readWeighIn('20 lb tomatoes @ 2')
    expect(got).toMatchObject({ ok: false, code: 'price' })
    expect(!got.ok && got.fixes.map((f) => f.line)).toEqual(['20 lb tomatoes @ 2/lb', '20 lb tomatoes @ 2 for all']) // prettier-ignore
  })
  test.each([
    ['10 lb pickled beets', 'changed-food'],
    ['beets, pickled, 10 lb', 'changed-food'],
    ['5 lb frozen corn', 'changed-food'],
    ['10 lb breaded okra', 'changed-food'],
    ['10 lb stuffed peppers', 'changed-food'],
    ['10 lb sun dried tomatoes', 'changed-food'],
    ['20 lb green tomatoes', 'changed-food'],
    ['10 lb mashed potatoes', 'refused-food'],
    ['20 lb spaghetti squash', 'refused-food'],
    ['5 lb wild mushrooms', 'refused-food'],
    ['5 lb fresh picked morels', 'refused-food'],
    ['12 lb baby zucchini', 'refused-food'],
    ['10 lb garden fresh crookneck squash', 'refused-food'],
    ['4 heads red cabbage', 'refused-food'],
    ['3 lb purple broccoli', 'refused-food'],
    ['3 lb sugar snap peas', 'refused-food'],
    ['2 lb butter', 'refused-food'],
    ['5 lb baby corn', 'food'],
    ['15 lb ham', 'food'],
    ['5 lb popcorn', 'food'],
  ])('%s: %s', (line, code) => expect(readWeighIn(line)).toMatchObject({ ok: false, code }))
})

describe('the line backwards', () => {
  test.each([
    ['7 quarts sweet corn', 7, 'quart', 'corn'],
    ['14 pints of green beans', 14, 'pint', 'beans-snap'],
    ['sixteen half-pints mushrooms', 16, 'halfPint', 'mushrooms'],
    ['20 jars carrots', 20, 'quart', 'carrots'],
  ])('%s', (line, jars, jar, food) =>
    expect(readWeighIn(line)).toMatchObject({ ok: false, code: 'jars', wanted: { jars, jar, food: { id: food } } }),
  ) // prettier-ignore
})

const list = (names: string): string[] => names.split(',').map((n) => n.trim()).filter(Boolean) // prettier-ignore
const refusedNames = [
  ...refusedFoods.filter((r) => r.id !== 'half-gallon').flatMap((r) => r.synonyms),
  ...Object.entries(spokenRefusals).filter(([id]) => id !== 'half-gallon').flatMap(([, n]) => list(n)),
] // prettier-ignore
const allWords = [...new Set(Object.values(spokenFoods).flatMap((s) => [...list(s.words), ...list(s.kinds)]))] // prettier-ignore

describe('laws of describing words', () => {
  test('no name is two foods’', () => {
    const owner = new Map<string, string>()
    const both = Object.entries(spokenFoods).flatMap(([id, s]) =>
      [...list(s.names), ...list(s.kinds)].map(normalise).flatMap((name) => {
        const first = owner.get(name) ?? id
        owner.set(name, first)
        return first === id ? [] : [`${name}: ${first}, ${id}`]
      }),
    )
    expect(both).toEqual([])
    const refused = new Set(refusedNames.map(normalise))
    expect([...owner.keys()].filter((n) => refused.has(n))).toEqual([])
  })
  test('every name of every food is read as that food, whatever the order', () => {
    const wrong = Object.entries(spokenFoods).flatMap(([id, s]) =>
      [...list(s.names), ...list(s.kinds)].flatMap((name) =>
        [`3 lb ${name}`, `${name} 3 lb`].flatMap((line) => {
          const got = readWeighIn(line)
          return got.ok && got.food.id === id && got.pounds === 3 ? [] : [`${line}: ${got.ok ? got.food.id : got.sentence}`] // prettier-ignore
        }),
      ),
    )
    expect(wrong).toEqual([])
  })
  test('a refused food is refused under any word of any food, before or behind it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...refusedNames),
        fc.array(fc.constantFrom(...allWords), { minLength: 1, maxLength: 2 }),
        fc.boolean(),
        (name, words, before) => {
          const said = before ? `${words.join(' ')} ${name}` : `${name} ${words.join(' ')}`
          const got = readWeighIn(`7 lb ${said}`)
          if (!got.ok) return
          // A whole name of a food may hold a refused one: "butter beans".
          const names = [...foods.flatMap((f) => [f.name, ...f.synonyms]), ...Object.values(spokenFoods).flatMap((s) => [...list(s.names), ...list(s.kinds), ...list(s.words)])].map(normalise) // prettier-ignore
          const inside = names.some((n) => n.includes(normalise(name)) && normalise(said).includes(n)) // prettier-ignore
          expect([said, inside]).toEqual([said, true])
        },
      ),
      { numRuns: 3000 },
    )
  })
  test('no describing word changes the amount', () => {
    const of = Object.entries(spokenFoods).flatMap(([id, s]) => list(s.words).flatMap((w) => list(s.heads).map((h) => ({ id, said: `${w} ${h}` })))) // prettier-ignore
    fc.assert(
      fc.property(fc.constantFrom(...of), fc.integer({ min: 1, max: 60 }), ({ id, said }, lb) => {
        for (const line of [`${lb} lb ${said}`, `${said} ${lb} lb`, `${said}, ${lb} lb`]) {
          const got = readWeighIn(line)
          if (!got.ok) continue
          expect([line, got.pounds]).toEqual([line, lb])
          expect([line, got.food.id]).toEqual([line, id])
        }
      }),
      { numRuns: 2000 },
    )
  })
  test('a half behind the unit is never lost: said in words or signs it weighs the same', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 19 }), (n) => {
        const words = 'one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(' ') // prettier-ignore
        const of = (line: string) => {
          const got = readWeighIn(line)
          return got.ok ? got.pounds : got.sentence
        }
        const lb = 30 * (n + 0.5)
        for (const line of [`${n} bushels and a half of green beans`, `${words[n - 1]} bushels and a half of green beans`, `${words[n - 1]} and a half bushels green beans`, `green beans, ${n}½ bushels`, `${n} and 1/2 bu green beans`]) expect([line, of(line)]).toEqual([line, lb]) // prettier-ignore
      }),
    )
  })
  test('what came out of its husk or pod is known from its words; as picked is not', () => {
    const stripped = (line: string) => {
      const got = readWeighIn(line)
      return got.ok ? got.stripped : got.sentence
    }
    expect(['10 lb corn kernels', '5 lb shelled green peas', '60 ears husked corn'].map(stripped)).toEqual([true, true, true]) // prettier-ignore
    expect(['60 ears sweet corn', '5 lb peas in the pod', '1 bu beets'].map(stripped)).toEqual([false, 'Kelvit doesn’t know “peas in the pod”.', false]) // prettier-ignore
  })
  test('the last of two foods’ words names the food', () => {
    const foodOf = (line: string) => {
      const got = readWeighIn(line)
      return got.ok ? got.food.id : got.sentence
    }
    expect(['7 lb stew beef', 'stew beef, 7 lb', '7 lb stewing beef', '7 lb beef stew'].map(foodOf)).toEqual(['meat', 'meat', 'meat', 'soup']) // prettier-ignore
  })
})
