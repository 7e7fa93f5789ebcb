import { distance } from 'fastest-levenshtein'
import { refusedFoods } from './data/refused'
import { foods, shortName } from './foods'
import type { Food, RefusedFood } from './data/types'

export type Found =
  | { readonly kind: 'food'; readonly food: Food }
  | { readonly kind: 'refused'; readonly refused: RefusedFood }
  | { readonly kind: 'ambiguous'; readonly names: readonly string[] }
  | { readonly kind: 'unknown'; readonly nearest: readonly string[] }

/** Names people say that are neither the table's name nor one of its synonyms. */
const SPOKEN: Readonly<Record<string, readonly string[]>> = {
  'beans-lima': ['lima beans', 'fresh lima beans', 'lima'],
  'beans-dried': [
    'dried beans',
    'dry peas',
    'kidney beans',
    'navy beans',
    'pinto beans',
    'black beans',
    'great northern beans',
    'garbanzo beans',
    'chickpeas',
    'lentils',
    'split peas',
    'baked beans',
  ],
  mushrooms: ['mushroom', 'cultivated mushrooms'],
  'peas-green': ['green peas'],
  peppers: ['pepper', 'sweet pepper', 'hot pepper', 'bell pepper'],
  'potatoes-white': ['white potato', 'potatoes'],
  'squash-winter': ['winter squash', 'pumpkins', 'acorn squash', 'butternut squash'],
  greens: ['greens', 'green'],
  'turnips-parsnips': ['turnip', 'parsnip'],
  'peanuts-green': ['peanut'],
  poultry: ['turkey', 'poultry'],
  meat: ['lamb', 'meat'],
  stock: ['chicken stock', 'meat stock', 'beef broth', 'chicken broth', 'bone broth'],
  tomatoes: ['tomato sauce', 'tomato juice', 'crushed tomatoes'],
  'summer-squash': ['summer squash', 'squash summer'],
  eggplant: ['eggplants'],
  'wild-mushrooms': ['wild mushroom'],
  dairy: ['milk', 'cream', 'egg'],
  'lettuce-cucumber': ['salad greens', 'cucumbers', 'radishes'],
}

/** Lower case, no punctuation, each word singular: "Snap beans" → "snap bean". */
export function normalise(text: string): string {
  return text
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .replace(/[^a-z0-9]+/g, ' ')
    .trim()
    .split(' ')
    .map((w) =>
      /(sh|ch|x|ss|to)es$/.test(w) ? w.slice(0, -2) : /[^su]s$/.test(w) ? w.slice(0, -1) : w,
    )
    .join(' ')
}

interface Entry {
  readonly key: string
  /** What to show for a match: the food's short name, or for a refused food the word itself. */
  readonly name: string
  readonly found: Extract<Found, { kind: 'food' | 'refused' }>
}

const namesOf = (x: Food | RefusedFood): readonly string[] => [
  x.name,
  ...x.synonyms,
  ...(SPOKEN[x.id] ?? []),
]

const entries: readonly Entry[] = [
  ...foods.map((food) => ({ food, found: { kind: 'food', food } as const })),
  ...refusedFoods.map((food) => ({ food, found: { kind: 'refused', refused: food } as const })),
].flatMap(({ food, found }) =>
  namesOf(food).map((said) => ({
    key: normalise(said),
    name: found.kind === 'refused' ? said : shortName(food),
    found,
  })),
)

const idOf = (e: Entry): string => (e.found.kind === 'food' ? e.found.food.id : e.found.refused.id)

/** The names of the tables, each with its food, in the order of the tables. */
export const tableNames: readonly (readonly [key: string, found: Entry['found']])[] = entries.map(
  (e) => [e.key, e.found],
)

/** Whether the words of `part` begin words of `key`, in any order, all of them. */
const wordsBegin = (part: string, key: string): boolean => {
  const words = key.split(' ')
  return part.split(' ').every((p) => words.some((w) => w.startsWith(p)))
}

/**
 * The food somebody means: an exact name or synonym, else an unambiguous
 * beginning of one. Never a guess; near misses come back as suggestions.
 */
export function findFood(text: string): Found {
  const wanted = normalise(text)
  if (wanted === '') return { kind: 'unknown', nearest: [] }
  const exact = entries.find((e) => e.key === wanted)
  if (exact) return exact.found
  const matches = entries.filter((e) => wordsBegin(wanted, e.key))
  const ids = new Set(matches.map(idOf))
  const [first] = matches
  if (first && ids.size === 1 && wanted.length >= 3) return first.found
  if (ids.size > 1) return { kind: 'ambiguous', names: [...new Set(matches.map((m) => m.name))] }
  return { kind: 'unknown', nearest: nearestNames(wanted) }
}

/**
 * The food of a whole name or synonym: a part of a name never stands for another food. What
 * only begins a name is ambiguous, or unknown with what it may mean.
 */
export function findWhole(text: string): Found {
  const wanted = normalise(text)
  const exact = entries.find((e) => e.key === wanted)
  if (exact) return exact.found
  const found = findFood(text)
  const begins = found.kind === 'food' || found.kind === 'refused'
  return begins ? { kind: 'unknown', nearest: [nameOf(found)] } : found
}

const nameOf = (found: Extract<Found, { kind: 'food' | 'refused' }>): string =>
  found.kind === 'food' ? shortName(found.food) : found.refused.name

/** Letters that may be wrong, as a share of the word: more is another word, not a slip. */
const MOST_SLIPS = 0.34

function nearestNames(wanted: string): string[] {
  const ranked = entries
    .map((e) => ({
      name: e.name,
      d: distance(wanted, e.key) / Math.max(wanted.length, e.key.length),
    }))
    .filter((r) => r.d <= MOST_SLIPS)
    .sort((a, b) => a.d - b.d || a.name.localeCompare(b.name))
  return [...new Set(ranked.map((r) => r.name))].slice(0, 3)
}

/** Foods and refused foods whose names contain what was typed, best first, for a finder. */
export function searchFoods(text: string): readonly Entry['found'][] {
  const wanted = normalise(text)
  if (wanted === '') return []
  const seen = new Set<string>()
  return entries
    .filter((e) => wordsBegin(wanted, e.key))
    .sort((a, b) => Number(b.key.startsWith(wanted)) - Number(a.key.startsWith(wanted)))
    .filter((e) => !seen.has(idOf(e)) && seen.add(idOf(e)))
    .map((e) => e.found)
}
