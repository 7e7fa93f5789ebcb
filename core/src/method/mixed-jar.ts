import { minutes, type Feet, type Minutes, type Psi } from '../quantity/units'
import { REFUSED_SOURCE } from './data/refused'
import { saidName } from './foods'
import { readIngredient, type Ingredient, type RefusedCode } from './ingredient'
import { jarName, jarSizeOf } from './jar-size'
import { lookUpProcess } from './lookup'
import { refusedOf } from './foods'
import type { GaugeKind, Process, ProcessAnswer } from './types'

export interface MixedJarQuery {
  /** Every ingredient by its usual name, solids and liquid. */
  readonly ingredients: readonly string[]
  /** Share of the jar that is solid, percent; undefined when nobody said. */
  readonly solidsPercent?: number | undefined
  /** A jar word as the lookup takes it. */
  readonly jar: string
  readonly gauge: GaugeKind
  readonly altitudeFt: Feet
  /** Whether dried beans and peas are soaked and boiled; undefined when nobody said. */
  readonly rehydrated?: boolean | undefined
}

/** What was made of one ingredient. */
export interface IngredientVerdict {
  readonly name: string
  readonly allowed: boolean
  readonly reason: string
}

export type MixedJarRefusal =
  RefusedCode | 'jar-too-large' | 'not-combined' | 'too-many-solids' | 'altitude-above-table'

export type MixedJarAnswer =
  | {
      readonly outcome: 'process'
      readonly minutes: Minutes
      readonly psi: Psi
      /** The row that gave it: a food's own, or that of a mixture. */
      readonly row: string
      /** Why this time, as a sentence. */
      readonly sentence: string
      readonly ingredients: readonly IngredientVerdict[]
      readonly process: Process
    }
  | {
      readonly outcome: 'refused'
      readonly reason: MixedJarRefusal
      readonly sentence: string
      readonly instead: readonly string[]
      readonly ingredients: readonly IngredientVerdict[]
      readonly source: string
    }
  | {
      readonly outcome: 'asks'
      readonly about: 'ingredients' | 'which' | 'legume' | 'thickness' | 'solids' | 'liquid'
      readonly question: string
      readonly ingredients: readonly IngredientVerdict[]
    }

type Solid = Extract<Ingredient, { kind: 'solid' }>

const SEAFOOD_MINUTES = 100
/** Tested by themselves, too thick to be part of something else. */
const IN_SAUCE = new Set([
  'tomato-sauce-thin',
  'tomato-sauce-thick',
  'tomatoes-crushed',
  'beans-baked',
])
/** What the rows of mixtures are tested for. */
const SUCCOTASH = new Set(['corn', 'beans-lima', 'tomatoes'])
const MIXED_VEGETABLES = new Set([
  'carrots',
  'corn',
  'beans-snap',
  'beans-lima',
  'tomatoes',
  'summer-squash',
])
const TOMATO_WITH = new Set(['okra', 'summer-squash'])

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

interface Jar {
  readonly query: MixedJarQuery
  readonly read: readonly Ingredient[]
  readonly verdicts: readonly IngredientVerdict[]
}

const solidsOf = ({ read }: Jar): Solid[] => {
  const solids = read.filter((i) => i.kind === 'solid')
  // Two names of one food are one solid.
  return solids.filter(
    (s, n) => solids.findIndex((x) => x.form.id === s.form.id && x.food.id === s.food.id) === n,
  )
}

/** The row of a form in this jar, kitchen and gauge; hot pack where both are tested. */
const ownRow = (
  formId: string,
  packs: readonly { pack: 'raw' | 'hot' }[],
  query: MixedJarQuery,
): ProcessAnswer =>
  lookUpProcess({
    form: formId,
    pack: packs.some((p) => p.pack === 'hot') ? 'hot' : 'raw',
    jar: query.jar,
    gauge: query.gauge,
    altitudeFt: query.altitudeFt,
  })
const rowOf = (s: Solid, query: MixedJarQuery): ProcessAnswer =>
  ownRow(s.form.id, s.form.packs, query)

function verdictOf(i: Ingredient, query: MixedJarQuery): IngredientVerdict {
  const { name } = i
  switch (i.kind) {
    case 'refused':
      return { name, allowed: false, reason: i.reason }
    case 'asked':
      return { name, allowed: false, reason: i.question }
    case 'liquid':
      return { name, allowed: true, reason: 'Liquid.' }
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
      }
    }
  }
}

const refuse = (
  { verdicts }: Pick<Jar, 'verdicts'>,
  reason: MixedJarRefusal,
  sentence: string,
  instead: readonly string[],
): MixedJarAnswer => ({
  outcome: 'refused',
  reason,
  sentence,
  instead,
  ingredients: verdicts,
  source: REFUSED_SOURCE,
})
const ask = (
  { verdicts }: Jar,
  about: Extract<MixedJarAnswer, { outcome: 'asks' }>['about'],
  question: string,
): MixedJarAnswer => ({ outcome: 'asks', about, question, ingredients: verdicts })

function tooLarge({ ingredients }: MixedJarQuery): MixedJarAnswer {
  const listed = refusedOf('half-gallon')
  return refuse(
    {
      verdicts: ingredients.map((name) => ({
        name,
        allowed: false,
        reason: 'No time for such a jar.',
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
    if (own.outcome === 'refused')
      return refuse(
        jar,
        own.reason === 'altitude-above-table' ? 'altitude-above-table' : 'jar-too-large',
        own.sentence,
        own.instead,
      )
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
      `${capital(saidName(apart.food))}: its own process is one to ask your extension service about; it is not combined with other foods.`,
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
  return withRow(jar, row, ownRow(row, [{ pack: 'hot' }], jar.query), 'By its own row.')
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
  return withRow(
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

/** The row of a mixture that is tested for a full jar of these foods. */
function fullJarRow(ids: readonly string[]): string | undefined {
  if (ids.length === 2 && ids.includes('tomatoes') && ids.some((f) => TOMATO_WITH.has(f)))
    return 'tomatoes-okra'
  if (ids.includes('corn') && ids.includes('beans-lima') && ids.every((f) => SUCCOTASH.has(f)))
    return 'succotash'
  return ids.every((f) => MIXED_VEGETABLES.has(f)) ? 'mixed-vegetables' : undefined
}

/** A mixture's row, or the longest own time of a solid in it if that is longer. */
function atLeast(jar: Jar, row: string, solids: readonly Solid[], least = 0): MixedJarAnswer {
  const base = ownRow(row, [{ pack: 'hot' }], jar.query)
  if (base.outcome === 'refused') return withRow(jar, row, base, '')
  const own = solids
    .filter((s) => s.food.id !== 'summer-squash')
    .flatMap((s) => {
      const p = rowOf(s, jar.query)
      return p.outcome === 'process' ? [{ s, minutes: p.minutes }] : []
    })
  const longest = own.reduce((a, b) => (b.minutes > a.minutes ? b : a), {
    s: solids[0],
    minutes: 0,
  })
  const time = Math.max(base.minutes, least, longest.minutes)
  const sentence =
    time === base.minutes
      ? `By the row for ${MIXTURE_NAMES[row] ?? row}.`
      : time === least
        ? 'With seafood every jar takes 100 minutes.'
        : `The row for ${MIXTURE_NAMES[row] ?? row} says ${base.minutes} minutes, but ${longest.s ? saidName(longest.s.food) : 'one of them'} by itself takes ${longest.minutes}: the longer time holds.`
  return withRow(jar, row, { ...base, minutes: minutes(time) }, sentence)
}

const MIXTURE_NAMES: Readonly<Record<string, string>> = {
  soup: 'soup',
  succotash: 'succotash',
  'mixed-vegetables': 'mixed vegetables',
  'tomatoes-okra': 'tomatoes with okra or zucchini, three parts tomatoes to one',
}

function withRow(jar: Jar, row: string, process: ProcessAnswer, sentence: string): MixedJarAnswer {
  if (process.outcome === 'refused')
    return refuse(
      jar,
      process.reason === 'altitude-above-table' ? 'altitude-above-table' : 'jar-too-large',
      process.sentence,
      process.instead,
    )
  return {
    outcome: 'process',
    minutes: process.minutes,
    psi: process.psi,
    row,
    sentence,
    ingredients: jar.verdicts,
    process,
  }
}

const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1)
