import { distance } from 'fastest-levenshtein'
import type { Food } from '../method/data/types'
import { kgToPounds, pounds, type Pounds } from '../quantity/units'

/** A household's own container: "our blue crate = 19 lb", of one food or of any. */
export interface HouseholdContainer {
  readonly name: string
  readonly lb: number
  readonly foodId?: string | null
}

/** A unit as it was read from a line; the crop may be needed to weigh it. */
export type Measure =
  | { readonly kind: 'weight'; readonly lbEach: Pounds; readonly name: string }
  | { readonly kind: 'bushels'; readonly bushels: number; readonly name: string }
  | { readonly kind: 'published'; readonly container: string; readonly name: string }
  | {
      readonly kind: 'household'
      /** All of that name: a bucket of beans weighs other than one of tomatoes. */
      readonly containers: readonly HouseholdContainer[]
      readonly name: string
    }
  | { readonly kind: 'pieces'; readonly name: string }

const UNITS: readonly (readonly [RegExp, Measure])[] = [
  [/^(lbs?|pounds?|#)$/, { kind: 'weight', lbEach: pounds(1), name: 'lb' }],
  [/^(oz|ounces?)$/, { kind: 'weight', lbEach: pounds(1 / 16), name: 'oz' }],
  [/^(kg|kgs|kilos?|kilograms?)$/, { kind: 'weight', lbEach: kgToPounds(1), name: 'kg' }],
  [/^(g|grams?|gr)$/, { kind: 'weight', lbEach: kgToPounds(0.001), name: 'g' }],
  [/^(half[- ]bushels?|half[- ]bu|hbu)$/, { kind: 'bushels', bushels: 0.5, name: 'half bushel' }],
  [/^(bu|bus|bushels?)$/, { kind: 'bushels', bushels: 1, name: 'bu' }],
  [/^(pk|pks|pecks?)$/, { kind: 'bushels', bushels: 0.25, name: 'peck' }],
  [/^(crates?)$/, { kind: 'published', container: 'crate', name: 'crate' }],
  [/^(bags?|sacks?)$/, { kind: 'published', container: 'bag', name: 'bag' }],
  [/^(ears?)$/, { kind: 'pieces', name: 'ear' }],
  [/^(heads?)$/, { kind: 'pieces', name: 'head' }],
  [/^(roots?)$/, { kind: 'pieces', name: 'root' }],
  [/^(pieces?|pcs?|count|each|ct)$/, { kind: 'pieces', name: 'piece' }],
]

/** Unit names to offer where none was said. */
export const UNIT_NAMES: readonly string[] = [
  'lb',
  'oz',
  'kg',
  'g',
  'bu',
  'half bushel',
  'peck',
  'ears',
]

const clean = (s: string): string => s.toLowerCase().replace(/\./g, '').replace(/\s+/g, ' ').trim()
const plainEnd = (s: string): string => clean(s).replace(/s$/, '')

/** A unit's name that a word nearly is: "bushls" → "bushels". */
export function nearestUnit(
  word: string,
  containers: readonly HouseholdContainer[],
): string | undefined {
  const wanted = clean(word)
  if (wanted.length < 4) return undefined
  return [...containers.map((c) => c.name), ...SPELLED].find(
    (name) => distance(wanted, clean(name)) <= (wanted.length > 6 ? 2 : 1),
  )
}
const SPELLED = ['pounds', 'ounces', 'bushel', 'bushels', 'peck', 'pecks', 'crate', 'crates', 'dozen', 'grams', 'kilos', 'ears', 'heads'] // prettier-ignore

export interface MeasureRead {
  readonly measure: Measure
  readonly rest: string
}

/** The unit at the head of the text, the household's own containers first, longest name wins. */
export function readMeasure(
  text: string,
  containers: readonly HouseholdContainer[],
): MeasureRead | undefined {
  const words = text.trim().split(/\s+/)
  for (let n = Math.min(4, words.length); n >= 1; n--) {
    const head = words.slice(0, n).join(' ')
    const measure = measureNamed(head, containers)
    if (measure)
      return {
        measure,
        rest: words
          .slice(n)
          .join(' ')
          .replace(/^of\s+/i, ''),
      }
  }
  return undefined
}

export function measureNamed(
  name: string,
  containers: readonly HouseholdContainer[],
): Measure | undefined {
  const own = containers.filter((c) => plainEnd(c.name) === plainEnd(name))
  if (own[0]) return { kind: 'household', containers: own, name: own[0].name }
  const wanted = clean(name)
  return UNITS.find(([pattern]) => pattern.test(wanted))?.[1]
}

/** One piece of a crop, by what it is counted in. */
export const pieceOf = (food: Food): Measure => ({
  kind: 'pieces',
  name: food.piece?.name ?? 'piece',
})

/** Pounds of one unit of this crop, or a sentence that says why it cannot be known. */
export function poundsEach(measure: Measure, food: Food): Pounds | { readonly why: string } {
  switch (measure.kind) {
    case 'weight':
      return measure.lbEach
    case 'bushels': {
      const lb = containerLb(food, 'bushel')
      return lb === undefined
        ? {
            why: `There is no published bushel weight for ${food.name.toLowerCase()}; weigh it, or name a container of your own.`,
          }
        : pounds(lb * measure.bushels)
    }
    case 'published': {
      const lb = containerLb(food, measure.container)
      return lb === undefined
        ? {
            why: `There is no published ${measure.container} weight for ${food.name.toLowerCase()}; weigh it, or name a ${measure.container} of your own.`,
          }
        : pounds(lb)
    }
    case 'household': {
      const own =
        measure.containers.find((c) => c.foodId === food.id) ??
        measure.containers.find((c) => !c.foodId)
      return own
        ? pounds(own.lb)
        : { why: `“${measure.name}” is measured for another crop; how heavy is one of this?` }
    }
    case 'pieces':
      return food.piece && (measure.name === 'piece' || measure.name === food.piece.name)
        ? pounds(food.piece.lb)
        : {
            why: `There is no weight for one ${measure.name} of ${food.name.toLowerCase()}; weigh them instead.`,
          }
  }
}

const containerLb = (food: Food, container: string): number | undefined =>
  food.forms.find((f) => f.yield.container === container)?.yield.containerLb
