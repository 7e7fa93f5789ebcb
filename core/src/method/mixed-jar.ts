import { saidName } from './foods'
import { readIngredient, type Ingredient } from './ingredient'
import { jarName, jarSizeOf } from './jar-size'
import { refusedOf } from './foods'
import {
  ask,
  ownRow,
  refuse,
  refuseAs,
  rowOf,
  solidsOf,
  type IngredientVerdict,
  type Jar,
  type MixedJarAnswer,
  type MixedJarQuery,
  type Solid,
} from './mixed-jar-answer'
import { atLeast, byOwnRow, fullJarRow } from './mixed-jar-rows'

const SEAFOOD_MINUTES = 100
/** Tested by themselves, too thick to be part of something else. */
const IN_SAUCE = new Set([
  'tomato-sauce-thin',
  'tomato-sauce-thick',
  'tomatoes-crushed',
  'beans-baked',
])
/**
 * Whether a jar of several things may be canned, and how. One food in water or broth
 * is that food's own row, never the soup's. A soup is two or more solids, at most half
 * of the jar, in a thin liquid; every solid must have a tested process for that jar;
 * the time is the soup's row or the longest own time of any solid, whichever is longer.
 * What is not known is asked, not guessed.
 * @returns psi gauge and minutes, a refusal, or the question that decides.
 * @throws RangeError for an altitude that is no plausible number.
 */
export function mixedJar(query: MixedJarQuery): MixedJarAnswer {
  const read = query.ingredients
    .filter((name) => name.trim() !== '')
    .map((name) => readIngredient(name, query.rehydrated))
  const size = jarSizeOf(query.jar)
  if (!size) return tooLarge(query)
  const jar: Jar = { query, read, verdicts: read.map((i) => verdictOf(i, query)) }
  return refusedOne(jar) ?? askedOne(jar) ?? decide(jar)
}

function verdictOf(i: Ingredient, query: MixedJarQuery): IngredientVerdict {
  const { name } = i
  switch (i.kind) {
    case 'refused':
      return { name, allowed: false, reason: i.reason }
    case 'asked':
      return { name, allowed: false, reason: i.question }
    case 'liquid':
      return { name, allowed: true, reason: 'Liquid.', layer: { kind: 'liquid' } }
    case 'seasoning':
      return { name, allowed: true, reason: 'Seasoning: dry, and in small amounts.' }
    case 'seafood':
      return { name, allowed: true, reason: 'Seafood: the whole jar then takes 100 minutes.' }
    case 'solid': {
      const own = rowOf(i, query)
      if (own.outcome === 'refused') return { name, allowed: false, reason: own.sentence }
      return {
        name,
        allowed: true,
        reason:
          i.food.id === 'summer-squash'
            ? 'Tested only in mixed vegetables or with tomatoes.'
            : `By itself ${own.minutes} minutes in ${jarName(own.jar)}.`,
        layer: { kind: 'solid', foodId: i.food.id, minutes: own.minutes },
      }
    }
  }
}

function tooLarge({ ingredients }: MixedJarQuery): MixedJarAnswer {
  const listed = refusedOf('half-gallon')
  return refuse(
    {
      verdicts: ingredients.map((name) => ({
        name,
        allowed: false,
        reason: 'There’s no tested time for this jar.',
      })),
    },
    'jar-too-large',
    listed?.reason ?? 'This jar is not in the tables.',
    listed?.instead ?? ['use quarts or pints'],
  )
}

function refusedOne(jar: Jar): MixedJarAnswer | undefined {
  const bad = jar.read.find((i) => i.kind === 'refused')
  if (bad)
    return refuse(jar, bad.code, `${bad.name.trim()}: ${bad.reason}`, [
      'leave it out and add it when serving',
      'freeze',
    ])
  for (const s of solidsOf(jar)) {
    const own = rowOf(s, jar.query)
    if (own.outcome === 'refused') return refuseAs(jar, own)
  }
  return undefined
}

function askedOne(jar: Jar): MixedJarAnswer | undefined {
  if (jar.read.length === 0)
    return ask(jar, 'ingredients', 'What goes into the jar? Name every solid, and the liquid.')
  const open = jar.read.find((i) => i.kind === 'asked')
  if (open) return ask(jar, open.about, open.question)
  if (
    jar.read.some((i) => i.kind === 'solid' || i.kind === 'seafood') &&
    jar.query.solidsPercent === 0
  )
    return ask(
      jar,
      'solids',
      'How much of the jar is solid? There are solids on the list, so it is not 0%.',
    )
  return undefined
}

function decide(jar: Jar): MixedJarAnswer {
  const solids = solidsOf(jar)
  const seafood = jar.read.some((i) => i.kind === 'seafood')
  const [only] = solids
  if (!only) return seafood ? aloneSeafood(jar) : onlyLiquid(jar)
  if (solids.length === 1 && !seafood) return oneFood(jar, only)
  const apart = solids.find((s) => s.form.confirmWithExtension)
  if (apart)
    return refuse(
      jar,
      'not-combined',
      `${capital(saidName(apart.food))}: ask your extension service about its process. Don’t combine it with other foods.`,
      ['can it by itself after asking', 'leave it out', 'freeze'],
    )
  const sauce = solids.find((s) => IN_SAUCE.has(s.form.id))
  if (sauce)
    return refuse(
      jar,
      'thick',
      `${sauce.name.trim()}: a sauce is thicker than a soup’s liquid may be.`,
      ['use tomato juice or broth', 'can it by itself, and mix when serving'],
    )
  return severalFoods(jar, solids, seafood)
}

const aloneSeafood = (jar: Jar): MixedJarAnswer =>
  refuse(jar, 'no-tested-process', 'Seafood by itself has no process in these tables.', [
    'ask your extension service for its own tested process',
    'freeze',
  ])

function onlyLiquid(jar: Jar): MixedJarAnswer {
  const liquids = jar.read.flatMap((i) => (i.kind === 'liquid' ? [i.liquid] : []))
  const row = liquids.includes('tomato-juice') ? 'tomato-juice' : 'stock'
  if (liquids.length === 0 || liquids.every((l) => l === 'water'))
    return ask(jar, 'ingredients', 'What goes into the jar besides? Name every solid.')
  if (liquids.includes('vegetable-broth'))
    return refuse(jar, 'no-tested-process', 'Vegetable broth by itself has no tested process.', [
      'can meat or poultry stock',
      'freeze',
    ])
  return byOwnRow(jar, row, ownRow(row, [{ pack: 'hot' }], jar.query), 'By its own row.')
}

/** One food and its liquid: its own row, whatever else would be shorter. */
function oneFood(jar: Jar, solid: Solid): MixedJarAnswer {
  const juice = jar.read.some((i) => i.kind === 'liquid' && i.liquid === 'tomato-juice')
  const water = jar.read.some((i) => i.kind === 'liquid' && i.liquid !== 'tomato-juice')
  const name = saidName(solid.food)
  if (solid.food.id === 'summer-squash')
    return refuse(
      jar,
      'no-tested-process',
      refusedOf('summer-squash')?.reason ?? '',
      refusedOf('summer-squash')?.instead ?? [],
    )
  const plain = solid.form.id === solid.food.forms[0]?.id
  const formId =
    plain && solid.food.id === 'tomatoes'
      ? juice
        ? 'tomatoes-in-juice'
        : water
          ? 'tomatoes-in-water'
          : solid.form.id
      : plain && solid.food.id === 'beans-dried' && juice
        ? 'beans-baked'
        : solid.form.id
  if (juice && formId === solid.form.id && solid.food.id !== 'tomatoes')
    return refuse(
      jar,
      'not-combined',
      `${capital(name)} alone in tomato juice has no tested process.`,
      ['use water or broth', 'add a second vegetable: then it is a soup'],
    )
  const form = solid.food.forms.find((f) => f.id === formId) ?? solid.form
  return byOwnRow(
    jar,
    formId,
    ownRow(formId, form.packs, jar.query),
    `One food and its liquid is that food’s own process (${form.name.toLowerCase()}), never the soup’s.`,
  )
}

function severalFoods(jar: Jar, solids: readonly Solid[], seafood: boolean): MixedJarAnswer {
  const ids = solids.map((s) => s.food.id)
  const { solidsPercent } = jar.query
  const full = seafood ? undefined : fullJarRow(ids)
  const squash = ids.includes('summer-squash')
  // Refused alone and in a soup; tested in two mixtures that fill the jar.
  if (squash && (!full || (solidsPercent ?? 100) <= 50))
    return refuse(
      jar,
      'no-tested-process',
      'Summer squash is tested only in a full jar of mixed vegetables or with tomatoes.',
      refusedOf('summer-squash')?.instead ?? ['freeze'],
    )
  if (solidsPercent === undefined)
    return ask(jar, 'solids', 'How much of the jar is solid? Half at most; the rest is liquid.')
  if (solidsPercent > 50)
    return full
      ? atLeast(jar, full, solids)
      : refuse(
          jar,
          'too-many-solids',
          'Solids fill at most half of the jar; the rest is a thin liquid.',
          ['fill half of the jar with solids, then liquid', 'can each food by itself'],
        )
  if (!jar.read.some((i) => i.kind === 'liquid'))
    return ask(jar, 'liquid', 'What liquid covers them: water, broth or tomato juice?')
  return atLeast(jar, 'soup', solids, seafood ? SEAFOOD_MINUTES : 0)
}

const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1)
