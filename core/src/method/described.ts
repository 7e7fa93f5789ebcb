import { CHANGING_WORDS, DISH_WORDS, PLAIN_WORDS, spokenFoods } from './data/names'
import { normalise, type Found } from './find'
import { exactFood, findSpoken, sharedName } from './spoken'
import { foodOf } from './foods'
import type { Food, FoodForm } from './data/types'

/** A food with what was said of it, or why the words are not taken for one. */
export type Described =
  | {
      readonly kind: 'food'
      readonly food: Food
      /** Variety, kind or cut, in the words that were said; null where there were none. */
      readonly variety: string | null
    }
  | { readonly kind: 'changed'; readonly food: Food; readonly word: string }
  | Exclude<Found, { kind: 'food' }>

const split = (list: string): readonly string[] => list.split(',').map(normalise).filter(Boolean)
/** Words that say nothing of a food. */
const LITTLE = new Set(['my', 'our', 'the', 'some', 'of', 'a', 'an', 'in', 'from', 'and', 'more', 'those', 'these']) // prettier-ignore
const PLAIN = new Set(split(PLAIN_WORDS))
const CHANGING = new Set(split(CHANGING_WORDS))
const DISHES = new Set(split(DISH_WORDS))
/** Dried, these are dried beans or peas, which have a process of their own. */
const DRY = /^(dry|dried)$/
const LEGUMES = new Set(['beans-lima', 'peas-green', 'peas-southern', 'beans-dried'])
const LONGEST = 5

/** Whether what came is out of its husk, pod or shell already: the printed yields are of produce as picked. */
export const isStripped = (said: string): boolean =>
  /\b(kernels?|shelled|hulled|husked|shucked)\b/i.test(said)

interface Own {
  readonly food: Food
  /** Kinds and words of this food alone. */
  readonly allowed: ReadonlySet<string>
  readonly heads: ReadonlySet<string>
}
const owns: readonly Own[] = Object.entries(spokenFoods).flatMap(([id, said]) => {
  const food = foodOf(id)
  return food
    ? [
        {
          food,
          allowed: new Set([...split(said.kinds), ...split(said.words)]),
          heads: new Set(split(said.heads)),
        },
      ]
    : []
})
const kinds: ReadonlyMap<string, Food> = new Map(
  owns.flatMap(({ food }) => split(spokenFoods[food.id]?.kinds ?? '').map((k) => [k, food])),
)

/** What a name says beyond the food, where the food is many: "kale" of greens, "chuck" of meat. */
function kindNamed(food: Food, joined: string, text: string): string | null {
  const plain = spokenFoods[food.id]?.plain
  return plain === undefined || split(plain).includes(joined) ? null : text.trim()
}

interface Span {
  readonly from: number
  readonly to: number
}
const spansOf = (n: number): Span[] =>
  Array.from({ length: Math.min(LONGEST, n) }, (_, i) => Math.min(LONGEST, n) - i).flatMap(
    (length) => Array.from({ length: n - length + 1 }, (_, from) => ({ from, to: from + length })),
  )

/** Whether words outside a food's name are all of an allow-list, and one of them the food's own. */
function allowed(
  words: readonly string[],
  own: ReadonlySet<string>,
): { ok: boolean; own: boolean } {
  let at = 0
  let named = false
  while (at < words.length) {
    const length = [3, 2, 1].find((n) => {
      const phrase = words.slice(at, at + n).join(' ')
      return at + n <= words.length && (own.has(phrase) || PLAIN.has(phrase) || LITTLE.has(phrase))
    })
    if (length === undefined) return { ok: false, own: named }
    named ||= own.has(words.slice(at, at + length).join(' '))
    at += length
  }
  return { ok: true, own: named }
}

/**
 * The food that words with adjectives mean: its name, kinds that people call by a name of
 * their own, and describing words from an allow-list of that food, which are kept. Words that
 * change the method are never dropped; a refused food stays refused under any adjective.
 */
export function describedFood(text: string): Described {
  const tokens = text.match(/[\p{L}\p{M}\p{N}]+/gu) ?? []
  const words = tokens.map(normalise)
  const joined = words.join(' ')
  const exact = exactFood(joined)
  if (exact)
    return exact.kind === 'food'
      ? { ...exact, variety: kindNamed(exact.food, joined, text) }
      : exact
  const kind = kinds.get(joined)
  if (kind) return { kind: 'food', food: kind, variety: text.trim() }
  const spans = spansOf(words.length)
  const at = (s: Span): string => words.slice(s.from, s.to).join(' ')
  // Read longest first: a shorter name inside a longer one is not said for itself.
  const named: { readonly span: Span; readonly found: Found }[] = []
  for (const span of spans) {
    const found = exactFood(at(span))
    if (found && !named.some((n) => n.span.from <= span.from && span.to <= n.span.to))
      named.push({ span, found })
  }
  const refused = named.find((n) => n.found.kind === 'refused')
  if (refused) return refused.found as Exclude<Found, { kind: 'food' }>
  const dry = words.findIndex((w) => DRY.test(w))
  if (dry >= 0) {
    const rest = describedFood(outside(tokens, { from: dry, to: dry + 1 }).join(' '))
    const dried = foodOf('beans-dried')
    if (rest.kind === 'food' && LEGUMES.has(rest.food.id) && dried)
      return { kind: 'food', food: dried, variety: outside(tokens, { from: dry, to: dry + 1 }).join(' ') } // prettier-ignore
  }
  const several = byAllowList({ tokens, words, spans, named })
  if (several) return several
  const [changed] = named
  const word = tokens.find((w) => CHANGING.has(normalise(w)) || DISHES.has(normalise(w)))
  if (changed?.found.kind === 'food' && word !== undefined)
    return { kind: 'changed', food: changed.found.food, word }
  const found = findSpoken(text)
  return found.kind === 'food' ? { ...found, variety: null } : found
}

interface Read {
  readonly tokens: readonly string[]
  readonly words: readonly string[]
  readonly spans: readonly Span[]
  readonly named: readonly { readonly span: Span; readonly found: Found }[]
}
const outside = <T>(words: readonly T[], s: Span): T[] => [
  ...words.slice(0, s.from),
  ...words.slice(s.to),
]

/** The food whose name or head is among the words, where all the others are of its allow-list. */
function byAllowList({ tokens, words, spans, named }: Read): Described | undefined {
  const at = (s: Span): string => words.slice(s.from, s.to).join(' ')
  const variety = (span: Span, food: Food): string | null => {
    const kept = outside(tokens, span).filter((w) => !LITTLE.has(normalise(w)))
    const name = tokens.slice(span.from, span.to).join(' ')
    return [...kept, kindNamed(food, at(span), name)].filter(Boolean).join(' ') || null
  }
  const candidates: { food: Food; variety: string | null }[] = []
  // Of words alike long the last names the food: "stew beef" is beef, "beef stew" a soup.
  const fromBehind = [...spans].sort((a, b) => b.to - b.from - (a.to - a.from) || b.from - a.from)
  for (const span of fromBehind) {
    const others = outside(words, span)
    const found = named.find((n) => n.span === span)?.found
    for (const own of owns) {
      const byName = found?.kind === 'food' && found.food.id === own.food.id
      if (!byName && !own.heads.has(at(span))) continue
      const fits = allowed(others, own.allowed)
      if (fits.ok && (byName || fits.own) && !candidates.some((c) => c.food === own.food))
        candidates.push({ food: own.food, variety: variety(span, own.food) })
    }
    const [only] = candidates
    if (only && candidates.length === 1) return { kind: 'food', ...only }
    if (candidates.length > 1) break
    const several = sharedName(at(span))
    if (several && allowed(others, PLAIN).ok) return several
  }
  return undefined
}

/** The word in what was said of a food that changes how it is canned; undefined where none does. */
export function changingWord(food: Food, said: string): string | undefined {
  const own = owns.find((o) => o.food === food || o.food.id === food.id)
  return (said.match(/[\p{L}\p{M}\p{N}]+/gu) ?? []).find((w) => {
    const word = normalise(w)
    return CHANGING.has(word) && !own?.allowed.has(word)
  })
}

/** Words that name a form where they are not words of its name. */
const FORM_WORDS: readonly (readonly [RegExp, RegExp])[] = [
  [/\bcream(ed)?\b/, /cream/],
  [/\b(ground|hamburger|burger|mince|minced|chopped)\b/, /ground/],
  [/\bbone in|with bone\b|\b(legs?|wings?|drumsticks?|leg quarters?)\b/, /bone-in/],
  [/\bbaked\b/, /baked/],
  [/\bcrushed\b/, /crushed/],
  [/\bjuice\b/, /juice$/],
  [/\bthick\b.*\bsauce|\bsauce\b.*\bthick/, /sauce-thick/],
  [/\bsauce\b/, /sauce/],
]

/** The form of a food that words name, by its own words; else the food's plain form. */
export function formSaid(food: Food, text: string): FoodForm {
  const said = normalise(text)
  const words = new Set(said.split(' '))
  const named = FORM_WORDS.find(([w, id]) => w.test(said) && food.forms.some((f) => id.test(f.id)))
  const form = named && food.forms.find((f) => named[1].test(f.id))
  if (form) return form
  // The food's own name says nothing of its forms: "tomatoes" are not "in tomato juice".
  const own = new Set(normalise([food.name, ...food.synonyms].join(' ')).split(' '))
  const hits = (f: FoodForm): number =>
    normalise(f.name)
      .split(' ')
      .filter((w) => w.length > 3 && words.has(w) && !own.has(w)).length
  return food.forms.reduce((best, f) => (hits(f) > hits(best) ? f : best))
}
