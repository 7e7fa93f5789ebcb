// Every word on the list of a jar, what it is taken for, and what is said of it; the rows of mixtures.
import { describe, expect, test } from 'vitest'
import { feet, lookUpProcess, minutes, mixedJar, mixedLoad, psi, type MixedJarQuery, type Process } from '../src' // prettier-ignore
import { findFood, normalise, searchFoods } from '../src/method/find'
import { readIngredient } from '../src/method/ingredient'
import { fullJarRow } from '../src/method/mixed-jar-rows'

const kindOf = (name: string, said = true): string => {
  const i = readIngredient(name, said ? true : undefined)
  switch (i.kind) {
    case 'refused':
      return `refused ${i.code}`
    case 'asked':
      return `asked ${i.about}`
    case 'liquid':
      return i.liquid
    case 'solid':
      return `${i.food.id} ${i.form.id}`
    default:
      return i.kind
  }
}
const each = (words: string): string[] => words.split(', ')

describe('what a word is taken for', () => {
  test.each(
    each(
      'cream style corn, cream-style corn, puree, purée, pureed pumpkin, puréed squash, purées, mashed potatoes, refried beans, thick stock, thickened, thickener, gravy, roux, cornstarch, corn starch, flour, starch, cornmeal, barley, rice, pasta, macaroni, spaghetti, noodle, noodles, bread, cracker, crackers, dumpling, dumplings, oat, oats, oatmeal, quinoa, couscous, bulgur, tapioca, gelatin, gelatine, clear gel, tomato paste, peanut butter, pumpkin butter, hummus, very thick tomato sauce',
    ),
  )('%s: thick', (name) => expect(kindOf(name)).toBe('refused thick'))
  test.each(each('milk, cream, creamed onions, cheese, butter, yoghurt, yogurt, egg, eggs, ghee'))(
    '%s: dairy or egg',
    (name) => expect(kindOf(name)).toBe('refused dairy'),
  )
  test.each(each('olive oil, pesto, lard, shortening'))('%s: fat', (name) =>
    expect(kindOf(name)).toBe('refused oil'),
  )
  test.each(
    each(
      'xyzzy, water chestnuts, rose water, sparkling water, water of roses, vegetable broth powder, root vegetable broth, tomato juice cocktail, my tomato juice, stock cubes, his beef broth, baked beans salad, half baked beans, tomato sauce mix, spicy tomato sauce, hand crushed tomatoes, ground beef patties, legume, legumes, pulse, pulses, oyster mushrooms, lobster mushroom, crab apples, scallop squash, carro, rock salmon mousse',
    ),
  )('%s: unknown, and told as that, also where a part of the words is a food', (name) =>
    expect(kindOf(name)).toBe('asked unknown'),
  )
  test.each(each('onions, red onion, celery, garlic cloves, leeks, spaghetti squash'))(
    '%s: known, with no tested process',
    (name) => expect(kindOf(name)).toBe('refused no-tested-process'),
  )
  test.each(
    each(
      'black bean dip, bean paste, split pea mash, chickpea spread, green bean casserole, fish paste',
    ),
  )('%s: thick, whatever it is made of', (name) => expect(kindOf(name)).toBe('refused thick'))
  test.each(each('kidney beans with ham, crushed tomatoes and basil, fresh snap'))(
    '%s: each thing by its name',
    (name) => expect(kindOf(name)).toBe('asked which'),
  )
  test.each([
    ['water, boiling water, hot water, fresh water', 'water'],
    ['vegetable broth, vegetable stock', 'vegetable-broth'],
    ['tomato juice, thin tomato juice', 'tomato-juice'],
    ['stock, broth, beef broth, chicken stock, bone broth, venison stock', 'meat-stock'],
    ['fish, clam, clams, shrimps, fish stock, oyster, tuna', 'seafood'],
    ['salt, dried thyme, a little ground cumin, bay leaves', 'seasoning'],
    ['baked bean, baked beans, bean in tomato, beans in molasses', 'beans-dried beans-baked'],
    ['tomato sauce, thin tomato sauce', 'tomatoes tomato-sauce-thin'],
    ['thick tomato sauce', 'tomatoes tomato-sauce-thick'],
    ['crushed tomatoes', 'tomatoes tomatoes-crushed'],
    ['ground beef, minced lamb', 'meat meat-ground'],
    ['snap bean, green beans, wax beans, string bean, italian bean, french beans, runner beans', 'beans-snap beans-snap'], // prettier-ignore
    ['green pea, english peas, garden pea, shell peas, sweet peas, fresh pea', 'peas-green peas-green'], // prettier-ignore
    ['fresh lima, fresh limas, fresh butter beans', 'beans-lima beans-lima'],
    ['fresh cowpeas, fresh cow pea, fresh field peas, fresh black-eyed pea, fresh black eyed peas', 'peas-southern peas-southern'], // prettier-ignore
    ['dried green peas, chickpea, chick peas, lentil, lentils, lima, cowpea, mung beans, white beans, butter beans', 'beans-dried beans-dried'], // prettier-ignore
    ['pea soup, peas soup, split pea soup, lentil soup, bean soup, beans soup, chowder, corn chowder, bisque', 'asked thickness'], // prettier-ignore
    ['stew, beef stew, chili, chilli, vegetable soup, succotash, mixed vegetables, pepper, pot', 'asked which'], // prettier-ignore
    ['summer squash, zucchini', 'summer-squash mixed-vegetables'],
    ['fine   carrots, Carrot, diced carrots, baby carrots, carrot slices', 'carrots carrots'],
    ['lean ground beef', 'meat meat-ground'],
  ])('%s: %s', (names, kind) => {
    for (const name of each(names))
      expect([name, kindOf(name.replace('fine   ', '  '))]).toEqual([name, kind])
  })
  test.each(each('bean, beans, pea, peas, lentil, lima, limas, cowpea, chickpea, butter beans'))(
    '%s: nobody said whether fresh or dried',
    (name) => expect(kindOf(name, false)).toBe('asked legume'),
  )
  test('questions and reasons name the word without its blanks', () => {
    const kidney = readIngredient('  kidney beans ', undefined)
    expect(kidney.kind === 'asked' && kidney.question).toMatch(/^Are the kidney beans soaked/)
    const lima = readIngredient(' lima beans ', undefined)
    expect(lima.kind === 'asked' && lima.question).toMatch(/^Are the lima beans fresh/)
    const pot = readIngredient(' pot ', true)
    expect(pot.kind === 'asked' && pot.question).toMatch(/^Which one is “pot”: Sweet potatoes, /)
    expect(readIngredient('onions', true)).toMatchObject({ reason: expect.stringMatching(/no tested process/) }) // prettier-ignore
    expect(readIngredient('carots', true)).toMatchObject({ question: 'We don’t know “carots”. Do you mean Carrots?' }) // prettier-ignore
    expect(readIngredient('cabbage', true)).toMatchObject({
      reason: expect.stringMatching(/\w{4}/),
    })
  })
})

const ask = (list: string, more: Partial<MixedJarQuery> = {}) =>
  mixedJar({
    ...{ ingredients: list.split(','), solidsPercent: 50, jar: 'quart', gauge: 'dial' },
    ...{ altitudeFt: feet(2640), rehydrated: true },
    ...more,
  })
const refusal = (list: string, more: Partial<MixedJarQuery> = {}) => {
  const got = ask(list, more)
  if (got.outcome !== 'refused') throw new Error(`${list} is not refused`)
  return got
}

describe('what is said of each ingredient', () => {
  test('in their order, allowed or not, with why', () => {
    const got = ask('carrots, zucchini, clams, salt, broth, cream, bell peppers, pea soup, ')
    expect(got.ingredients.map((v) => [v.name.trim(), v.allowed])).toEqual([
      ...[
        ['carrots', true],
        ['zucchini', true],
        ['clams', true],
        ['salt', true],
      ],
      ...[
        ['broth', true],
        ['cream', false],
        ['bell peppers', false],
        ['pea soup', false],
      ],
    ])
    const why = new Map(got.ingredients.map((v) => [v.name.trim(), v.reason]))
    expect(why.get('carrots')).toBe('By itself 30 minutes in quarts.')
    expect(why.get('zucchini')).toMatch(/only in mixed vegetables or with tomatoes/)
    expect(why.get('clams')).toMatch(/100 minutes/)
    expect(why.get('salt')).toMatch(/small amounts/)
    expect(why.get('broth')).toBe('Liquid.')
    expect(why.get('cream')).toMatch(/spores/)
    expect(why.get('bell peppers')).toMatch(/no tested time for quarts/)
    expect(why.get('pea soup')).toMatch(/thick\?/)
  })
  test('a jar that is too large has a time for none of them', () => {
    const got = refusal('carrots, water', { jar: 'halfGallon' })
    expect(got.ingredients).toMatchObject([
      { name: 'carrots', allowed: false, reason: 'There’s no tested time for this jar.' },
      { name: ' water', allowed: false, reason: 'There’s no tested time for this jar.' },
    ])
    expect(got.instead.length).toBeGreaterThan(0)
    expect(got.sentence).toMatch(/\w{4}/)
  })
})

describe('what to do instead', () => {
  test.each([
    ['carrots,  cream , broth', {}, /^cream: Dairy/, ['leave it out and add it when serving', 'freeze']],
    ['turnips, carrots, broth', {}, /^Turnips: ask your extension service about its process/, ['can it by itself after asking', 'leave it out', 'freeze']],
    ['carrots, tomato sauce , broth', {}, /^tomato sauce: a sauce/, ['use tomato juice or broth', 'can it by itself, and mix when serving']],
    ['clams, water', {}, /^Seafood by itself/, ['ask your extension service for its own tested process', 'freeze']],
    ['vegetable broth, salt', {}, /^Vegetable broth/, ['can meat or poultry stock', 'freeze']],
    ['carrots, tomato juice', {}, /^Carrots alone in tomato juice/, ['use water or broth', 'add a second vegetable: then it is a soup']],
    ['carrots, beets, water', { solidsPercent: 51 }, /half of the jar/, ['fill half of the jar with solids, then liquid', 'can each food by itself']],
  ] as const)('%s %j', (list, more, sentence, instead) => {
    const got = refusal(list, more)
    expect(got.sentence).toMatch(sentence)
    expect(got.instead).toEqual(instead)
  }) // prettier-ignore
  test('summer squash by itself and in a soup: its own words, and what to do', () => {
    const alone = refusal('zucchini, water')
    expect([alone.reason, alone.instead.length > 0]).toEqual(['no-tested-process', true])
    expect(alone.sentence).toMatch(/\w{4}/)
    const soup = refusal('zucchini, carrots, water', { solidsPercent: 50 })
    expect([soup.reason, soup.instead]).toEqual(['no-tested-process', alone.instead])
    const withBeets = refusal('zucchini, beets, water', { solidsPercent: 90 })
    expect(withBeets.reason).toBe('no-tested-process')
    expect(refusal('zucchini, carrots, clams, water', { solidsPercent: 90 }).instead).toEqual(alone.instead) // prettier-ignore
  })
})

describe('which row', () => {
  test.each([
    [['tomatoes', 'okra'], 'tomatoes-okra'],
    [['tomatoes', 'summer-squash'], 'tomatoes-okra'],
    [['tomatoes', 'okra', 'summer-squash'], undefined],
    [['tomatoes', 'carrots'], 'mixed-vegetables'],
    [['carrots', 'okra'], undefined],
    [['okra', 'summer-squash'], undefined],
    [['corn', 'beans-lima'], 'succotash'],
    [['corn', 'beans-lima', 'tomatoes'], 'succotash'],
    [['corn', 'tomatoes'], 'mixed-vegetables'],
    [['beans-lima', 'tomatoes'], 'mixed-vegetables'],
    [['corn', 'beans-lima', 'carrots'], 'mixed-vegetables'],
    [['corn', 'beans-lima', 'beets'], undefined],
    [['carrots', 'summer-squash'], 'mixed-vegetables'],
    [['carrots', 'beets'], undefined],
  ])('%j: %s', (ids, row) => expect(fullJarRow(ids)).toBe(row))
  test('says by which it goes, by its name, and where a food of its own takes longer', () => {
    const said = (list: string, more: Partial<MixedJarQuery> = {}) => {
      const got = ask(list, more)
      return got.outcome === 'process' ? [got.row, got.minutes, got.sentence] : got
    }
    expect(said('carrots, snap beans, broth')).toEqual(['soup', 75, 'By the row for soup.'])
    expect(said('carrots, snap beans, water', { solidsPercent: 90 })).toEqual([
      ...['mixed-vegetables', 90, 'By the row for mixed vegetables.'],
    ])
    expect(said('carrots, clams, broth')).toEqual([
      ...['soup', 100, 'With seafood every jar takes 100 minutes.'],
    ])
    expect(said('okra, tomatoes, water', { solidsPercent: 90, jar: 'pint' })).toMatchObject({
      0: 'tomatoes-okra',
      2: expect.stringMatching(/tomatoes with okra or zucchini, three parts/),
    })
    expect(said('carrots, corn, water')).toEqual([
      ...['soup', 85, 'The row for soup says 75 minutes, but sweet corn alone takes 85. Use the longer time.'], // prettier-ignore
    ])
    // Of two that take as long the first is named.
    expect(said('pumpkin, beef, broth')).toMatchObject({
      2: expect.stringMatching(/winter squash/),
    })
    expect(said('beef, pumpkin, broth')).toMatchObject({ 2: expect.stringMatching(/but meat/) })
  })
  test('tomatoes by their liquid, beans in juice as baked, each by its own row', () => {
    const row = (list: string) => {
      const got = ask(list)
      return got.outcome === 'process' ? got.row : got.outcome
    }
    expect(row('tomatoes, water')).toBe('tomatoes-in-water')
    expect(row('tomatoes, broth')).toBe('tomatoes-in-water')
    expect(row('tomatoes, tomato juice')).toBe('tomatoes-in-juice')
    expect(row('tomatoes, tomato juice, water')).toBe('tomatoes-in-juice')
    expect(row('thick tomato sauce')).toBe('tomato-sauce-thick')
    expect(row('crushed tomatoes, tomato juice')).toBe('tomatoes-crushed')
    expect(row('navy beans, tomato juice')).toBe('beans-baked')
    expect(row('navy beans, water')).toBe('beans-dried')
    expect(row('tomato juice')).toBe('tomato-juice')
    expect(row('tomato juice, water')).toBe('tomato-juice')
    expect(row('chicken stock, water')).toBe('stock')
    expect(row('water, vegetable broth')).toBe('refused')
    const own = ask('tomatoes, water')
    expect(own.outcome === 'process' && own.sentence).toMatch(/own process \(\w[^A-Z]*\)/)
  })
  test('a kitchen above the tables has no row for a mixture either', () => {
    expect(ask('carrots, snap beans, broth', { altitudeFt: feet(8500) }).outcome).toBe('refused')
    expect(ask('carrots, snap beans, water', { altitudeFt: feet(8500), solidsPercent: 90 }).outcome).toBe('refused') // prettier-ignore
  })
})

describe('finding a food', () => {
  test.each([
    ['carrot', 'carrots'],
    ['wint', 'squash-winter'],
    ['beets', 'beets'],
    ['lima', 'beans-lima'],
    ['hot pepper', 'peppers'],
    ['white potato', 'potatoes-white'],
    ['greens', 'greens'],
    ['parsnip', 'turnips-parsnips'],
    ['peanut', 'peanuts-green'],
    ['turkey', 'poultry'],
    ['lamb', 'meat'],
  ])('%s is %s', (said, id) => expect(findFood(said)).toMatchObject({ kind: 'food', food: { id } }))
  test.each([
    ['summer squash', 'summer-squash'],
    ['squash summer', 'summer-squash'],
    ['eggplants', 'eggplant'],
    ['wild mushroom', 'wild-mushrooms'],
    ['milk', 'dairy'],
    ['salad greens', 'lettuce-cucumber'],
    ['radishes', 'lettuce-cucumber'],
  ])('%s is refused as %s', (said, id) =>
    expect(findFood(said)).toMatchObject({ kind: 'refused', refused: { id } }),
  )
  test.each([
    ['pot', ['Sweet potatoes', 'Potatoes']],
    ['peas', ['Green peas', 'Field peas']],
    ['cor', ['Sweet corn']],
  ])('%s could be several', (said, names) => {
    const found = findFood(said)
    expect(found.kind).toBe('ambiguous')
    expect(found.kind === 'ambiguous' && found.names.slice(0, names.length)).toEqual(names)
  })
  test.each([
    ['carot', ['Carrots']],
    ['zuchini', ['zucchini']],
    ['tomatoe', ['Tomatoes']],
    ['spinich', ['Greens']],
    ['gasket', []],
    ['bete', []],
    ['qq', []],
    ['', []],
  ])('“%s” is no food; the nearest by its letters are %j', (said, nearest) =>
    expect(findFood(said)).toEqual({ kind: 'unknown', nearest }),
  )
  test('at most three near names, the nearest first', () => {
    const found = findFood('snop beans')
    expect(found.kind).toBe('unknown')
    if (found.kind !== 'unknown') return
    expect(found.nearest.length).toBeLessThanOrEqual(3)
    expect(found.nearest[0]).toBe('Snap beans')
  })
  test('a finder has what begins so first, each food once', () => {
    const ids = searchFoods('squash').map((f) => (f.kind === 'food' ? f.food.id : f.refused.id))
    expect(ids.slice(0, 2)).toEqual(['summer-squash', 'squash-winter'])
    expect(new Set(ids).size).toBe(ids.length)
    expect(searchFoods('to').map((f) => f.kind === 'food' && f.food.id)).toEqual(['tomatoes'])
    expect(searchFoods('  ')).toEqual([])
  })
  test.each([
    ['Dishes', 'dish'],
    ['boxes', 'box'],
    ['Potatoes', 'potato'],
    ['peaches', 'peach'],
    ['grass', 'grass'],
    ['virus', 'virus'],
    ['shoes', 'shoe'],
    ['Crème  fraîche!!', 'creme fraiche'],
    ['essay', 'essay'],
    ['chess sets', 'chess set'],
  ])('“%s” is read as “%s”', (said, read) => expect(normalise(said)).toBe(read))
})

describe('several foods in one load', () => {
  const process = (form: string, more: object = {}): Process => {
    const found = lookUpProcess({
      ...{ form, pack: 'hot', jar: 'quart', gauge: 'dial', altitudeFt: feet(2640) },
      ...more,
    } as Parameters<typeof lookUpProcess>[0])
    if (found.outcome !== 'process') throw new Error(form)
    return found
  }
  test('the household’s addition stays with each, also at another of its options', () => {
    const rules = { extraMinutes: 5, cushionPsi: 0, tomatoOption: 'low' } as const
    const tomatoes = process('tomatoes-crushed', { rules })
    const low = tomatoes.options.find((o) => o.id === 'low')!
    const standard = tomatoes.options.find((o) => o.id === 'standard')!
    expect(tomatoes).toMatchObject({ option: 'low', psi: low.psi, minutes: low.minutes + 5 })
    // Alone at its own option, with beans at the one that beans have too.
    expect(mixedLoad([tomatoes])).toMatchObject({ psi: low.psi, minutes: low.minutes + 5, options: ['low'] }) // prettier-ignore
    const beans = process('beans-snap', { rules })
    for (const both of [[tomatoes, beans], [beans, tomatoes]]) {
      const load = mixedLoad(both)
      expect(load).toMatchObject({ outcome: 'process', psi: beans.psi, minutes: beans.minutes })
      expect(load.outcome === 'process' && load.over).toEqual([
        { formId: 'tomatoes-crushed', byMinutes: beans.minutes - standard.minutes - 5 },
      ])
    } // prettier-ignore
  })
  test('of options at one pressure the food’s own is taken, of pressures the first food’s own', () => {
    const at = (id: string, p: number, m: number) => ({ id, psi: psi(p), minutes: minutes(m) })
    const food = (formId: string, option: string, ...options: object[]): Process =>
      ({ ...process('beans-snap'), formId, option, options, minutes: minutes(20), testedMinutes: minutes(20) }) as Process // prettier-ignore
    const a = food('a', 'standard', at('low', 6, 30), at('standard', 11, 20), at('fifteen', 15, 10))
    const b = food('b', 'fifteen', at('low', 6, 40), at('standard', 11, 25), at('fifteen', 11, 15))
    expect(mixedLoad([a, b])).toMatchObject({ psi: 11, minutes: 20, options: ['standard', 'fifteen'] }) // prettier-ignore
    expect(mixedLoad([b, a])).toMatchObject({ psi: 11, options: ['fifteen', 'standard'] })
    const c = food('c', 'low', at('low', 6, 40))
    expect(mixedLoad([a, c])).toMatchObject({ psi: 6, minutes: 40, options: ['low', 'low'] })
    const d = food('d', 'x', at('x', 13, 40))
    expect(mixedLoad([a, d])).toMatchObject({
      ...{ outcome: 'refused', reason: 'pressures-differ' },
      instead: ['run them as separate loads'],
    })
    expect(() => mixedLoad([])).toThrow(RangeError)
  })
})
