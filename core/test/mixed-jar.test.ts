import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { feet, foods, mixedJar, type MixedJarQuery } from '../src'

/** A jar at 2,640 ft on a dial, half solid, in quarts unless said otherwise. */
const ask = (list: string, more: Partial<MixedJarQuery> = {}) =>
  mixedJar({
    ingredients: list.split(','),
    solidsPercent: 50,
    jar: 'quart',
    gauge: 'dial',
    altitudeFt: feet(2640),
    ...more,
  })

describe('one food in water or broth is its own row, never the soup’s', () => {
  // From the published table, by hand.
  test.each([
    ['pumpkin, water', 'quart', 90],
    ['pumpkin, water', 'pint', 55],
    ['spinach, broth', 'quart', 90],
    ['sweet potatoes, water', 'quart', 90],
    ['corn, water', 'quart', 85],
    ['corn, water, salt', 'pint', 55],
    ['carrots, water, carrot', 'quart', 30],
    ['mushrooms, water', 'pint', 45],
    ['chicken, broth', 'quart', 90],
    ['beef broth', 'quart', 25],
    ['bone broth, salt', 'pint', 20],
    ['tomato sauce', 'quart', 15],
    ['tomato juice', 'quart', 15],
    ['tomatoes, tomato juice', 'quart', 25],
    ['green peas, water', 'quart', 40],
    ['okra', 'pint', 25],
  ])('%s in %s: %i minutes', (list, jar, minutes) =>
    expect(ask(list, { jar })).toMatchObject({
      outcome: 'process',
      minutes,
      psi: list.includes('omato') ? 12 : 12,
    }),
  )
  test('a quart of mushrooms or peppers stays refused, with what to use instead', () => {
    for (const list of ['mushrooms, water', 'bell peppers, water', 'mushrooms, carrots, water'])
      expect(ask(list)).toMatchObject({
        outcome: 'refused',
        reason: 'jar-too-large',
        instead: [expect.stringMatching(/pint/)],
      })
  })
  test('a vegetable alone in tomato juice has no row; beans in it do', () => {
    expect(ask('carrots, tomato juice')).toMatchObject({
      outcome: 'refused',
      reason: 'not-combined',
    })
    expect(ask('navy beans, tomato juice', { rehydrated: true })).toMatchObject({
      minutes: 75,
      row: 'beans-baked',
    })
    expect(ask('baked beans', { rehydrated: true, jar: 'pint' })).toMatchObject({ minutes: 65 })
  })
})

describe('broth is what it is made of', () => {
  test.each([
    ['tomatoes, chicken broth', 'quart', 25],
    ['tomatoes, chicken broth', 'pint', 20],
    ['tomatoes, water', 'quart', 10],
    ['tomato juice, beef broth', 'quart', 25],
    ['tomato juice, vegetable broth', 'quart', 'refused'],
    ['carrots, beef broth', 'quart', 30],
    ['tomatoes, fish stock, carrots, water', 'quart', 100],
    ['chicken, carrots, potatoes, chicken stock', 'quart', 90],
    ['chicken, carrots, potatoes, chicken stock', 'pint', 75],
  ] as const)('%s in %s: %s', (list, jar, minutes) => {
    const got = ask(list, { jar })
    expect(got.outcome === 'process' ? got.minutes : got.outcome).toBe(minutes)
    if (got.outcome !== 'process') return
    expect(got.process.minutes).toBe(minutes)
    // With meat in it, at no pressure that it offers is the time shorter.
    if (/chicken|beef/.test(list))
      expect(got.process.options.map((o) => o.minutes)).toEqual([minutes])
  })
})

describe('a soup', () => {
  test('two solids to half the jar take the soup row, at this kitchen’s pressure', () => {
    expect(ask('carrots, snap beans, broth')).toMatchObject({
      outcome: 'process',
      minutes: 75,
      psi: 12,
      row: 'soup',
    })
    expect(ask('carrots, snap beans, broth', { jar: 'pint', gauge: 'weighted' })).toMatchObject({
      minutes: 60,
      psi: 15,
    })
  })
  test('or the longest own time of any solid, and says so', () => {
    const got = ask('carrots, pumpkin, broth')
    expect(got).toMatchObject({ minutes: 90, process: { minutes: 90 } })
    expect(got.outcome === 'process' && got.sentence).toMatch(/winter squash alone takes 90/)
    expect(ask('carrots, corn, water')).toMatchObject({ minutes: 85 })
    expect(ask('carrots, beef, broth', { jar: 'pint' })).toMatchObject({ minutes: 75 })
    expect(ask('kidney beans, carrots, broth', { rehydrated: true })).toMatchObject({ minutes: 90 })
  })
  test('with seafood 100 minutes in both sizes', () => {
    for (const jar of ['pint', 'quart'])
      expect(ask('carrots, clams, broth', { jar })).toMatchObject({ minutes: 100 })
    expect(ask('clams, water')).toMatchObject({ outcome: 'refused' })
  })
  test('over half solid it is no soup; a mixture that is tested full is', () => {
    expect(ask('carrots, beets, water', { solidsPercent: 60 })).toMatchObject({
      outcome: 'refused',
      reason: 'too-many-solids',
    })
    expect(ask('carrots, snap beans, water', { solidsPercent: 90 })).toMatchObject({
      minutes: 90,
      row: 'mixed-vegetables',
    })
    expect(ask('corn, fresh lima beans, water', { solidsPercent: 90 })).toMatchObject({
      minutes: 85,
      row: 'succotash',
    })
    expect(ask('carrots, zucchini, water', { solidsPercent: 90 })).toMatchObject({
      minutes: 90,
      row: 'mixed-vegetables',
    })
    expect(ask('carrots, spinach, water', { solidsPercent: 90 })).toMatchObject({
      outcome: 'refused',
    })
  })
  test('what is to be asked of the extension service is not combined', () => {
    for (const list of [
      'turnips, turnip greens, water',
      'parsnips, carrots, broth',
      'fresh black-eyed peas, carrots, broth',
    ])
      expect(ask(list)).toMatchObject({ outcome: 'refused', reason: 'not-combined' })
    expect(ask('turnips with their greens')).toMatchObject({ outcome: 'asks' })
  })
  test.each([
    'cream',
    'milk',
    'flour',
    'barley',
    'egg noodles',
    'rice',
    'cabbage',
    'zucchini',
    'mashed potato',
    'puréed pumpkin',
    'pumpkin puree',
    'onions',
    'sourdough bread',
    'cream-style corn',
    'olive oil',
    'refried beans',
    'tomato sauce',
    'sugar snap peas',
    'wild mushrooms',
    'half and half cheese',
  ])('%s is out of a soup, with a reason and no minutes', (name) => {
    const got = ask(`carrots, ${name}, broth`)
    expect(got.outcome).toBe('refused')
    expect(got).not.toHaveProperty('minutes')
    expect(got.outcome === 'refused' && got.sentence).toMatch(/\w+ \w+/)
  })
  test.each([
    'paprika',
    'smoked paprika',
    'cumin',
    'bay leaves',
    'black pepper',
    'peppercorns',
    'dried herbs',
    'garlic powder',
    'Thyme',
  ])('%s is a seasoning, not a food without a process', (spice) =>
    expect(ask(`carrots, snap beans, broth, ${spice}`)).toMatchObject({
      outcome: 'process',
      minutes: 75,
    }),
  )
  test('peppers are not pepper', () => {
    expect(ask('carrots, snap beans, broth, pepper')).toMatchObject({
      outcome: 'asks',
      about: 'which',
    })
    expect(ask('carrots, snap beans, broth, peppers')).toMatchObject({
      outcome: 'refused',
      reason: 'jar-too-large',
    })
  })
})

describe('what is not known is asked', () => {
  test.each([
    ['', {}, 'ingredients'],
    ['water', {}, 'ingredients'],
    ['salt', {}, 'ingredients'],
    ['carrots, snap beans', {}, 'liquid'],
    ['carrots, snap beans, broth', { solidsPercent: undefined }, 'solids'],
    ['carrots, snap beans, broth', { solidsPercent: 0 }, 'solids'],
    ['spinach', { solidsPercent: 0 }, 'solids'],
    ['pea soup', {}, 'thickness'],
    ['split pea soup', { rehydrated: true }, 'thickness'],
    ['vegetable soup', {}, 'which'],
    ['soup', {}, 'which'],
    ['kidney beans, carrots, broth', {}, 'legume'],
    ['beans, carrots, broth', {}, 'legume'],
    ['lima beans, carrots, broth', { rehydrated: false }, 'legume'],
    ['butter beans, water', {}, 'legume'],
  ] as const)('%s %j: about %s', (list, more, about) =>
    expect(ask(list, more)).toMatchObject({
      outcome: 'asks',
      about,
      question: expect.stringMatching(/\?/),
    }),
  )
  test.each([
    'kidney',
    'navy beans',
    'pinto beans',
    'black beans',
    'split peas',
    'dried lima beans',
    'chickpeas',
    'lentils',
    'dry beans',
  ])('%s: asked, refused when not rehydrated, allowed when they are', (name) => {
    expect(ask(`${name}, water`)).toMatchObject({ outcome: 'asks', about: 'legume' })
    expect(ask(`${name}, water`, { rehydrated: false })).toMatchObject({
      outcome: 'refused',
      reason: 'not-rehydrated',
    })
    expect(ask(`${name}, water`, { rehydrated: true })).toMatchObject({ minutes: 90 })
  })
})

test('half gallons and high kitchens are refused', () => {
  expect(ask('carrots, water', { jar: 'halfGallon' })).toMatchObject({
    outcome: 'refused',
    reason: 'jar-too-large',
  })
  expect(ask('carrots, water', { altitudeFt: feet(8500) })).toMatchObject({
    outcome: 'refused',
    reason: 'altitude-above-table',
  })
  expect(ask('carrots, water', { altitudeFt: feet(8500), gauge: 'weighted' })).toMatchObject({
    minutes: 30,
    psi: 15,
  })
})

test('laws: whatever is mixed, never less time than any solid by itself, nor than half of the solids alone', () => {
  const name = fc.constantFrom(
    ...foods.filter((f) => f.id !== 'soup').flatMap((f) => [f.name, ...f.synonyms]),
    'water',
    'broth',
    'tomato juice',
    'paprika',
    'clams',
    'kidney beans',
  )
  const base = { jar: 'quart', gauge: 'dial', altitudeFt: feet(0), rehydrated: true } as const
  fc.assert(
    fc.property(
      fc.uniqueArray(name, { minLength: 1, maxLength: 5 }),
      fc.integer({ min: 1, max: 100 }),
      fc.constantFrom('pint', 'quart'),
      (ingredients, solidsPercent, jar) => {
        const all = mixedJar({ ...base, ingredients, solidsPercent, jar })
        if (all.outcome !== 'process') return
        for (const one of ingredients) {
          const alone = mixedJar({ ...base, ingredients: [one, 'water'], solidsPercent, jar })
          if (
            alone.outcome === 'process' &&
            !['water', 'broth', 'tomato juice'].includes(one) &&
            all.row !== 'beans-baked' &&
            !all.row.startsWith('tomato')
          )
            expect(all.minutes).toBeGreaterThanOrEqual(alone.minutes)
          // Refused by itself for this jar: not allowed in it either.
          if (alone.outcome === 'refused' && one !== 'clams')
            expect(one).toMatch(/zucchini|squash/i)
        }
      },
    ),
    { seed: 7, numRuns: 3000 },
  )
})
