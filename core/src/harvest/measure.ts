import { distance } from 'fastest-levenshtein'
import type { Food } from '../method/data/types'
import { readAmount } from '../quantity/amount'
import { saidName } from '../method/foods'
import { kitchenNumber } from '../quantity/format'
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
  /** A measure of any size: its weight is asked for. */
  | { readonly kind: 'asked'; readonly name: string }

const UNITS: readonly (readonly [RegExp, Measure])[] = [
  [/^(lbs?|pounds?|#)$/, { kind: 'weight', lbEach: pounds(1), name: 'lb' }],
  [/^(oz|ounces?)$/, { kind: 'weight', lbEach: pounds(1 / 16), name: 'oz' }],
  [/^(kg|kgs|kilos?|kilograms?)$/, { kind: 'weight', lbEach: kgToPounds(1), name: 'kg' }],
  [/^(g|grams?|gr)$/, { kind: 'weight', lbEach: kgToPounds(0.001), name: 'g' }],
  [/^(half[- ]bushels?|half[- ]bu|hbu)$/, { kind: 'bushels', bushels: 0.5, name: 'half bushel' }],
  [/^(bu|bus|bushels?)$/, { kind: 'bushels', bushels: 1, name: 'bu' }],
  [/^(pk|pks|pecks?)$/, { kind: 'bushels', bushels: 0.25, name: 'peck' }],
  [/^(crates?)$/, { kind: 'published', container: 'crate', name: 'crate' }],
  // A farm's sack has a published weight; a shop's bag is any size and is asked about.
  [/^(sacks?)$/, { kind: 'published', container: 'bag', name: 'sack' }],
  [/^(bags?)$/, { kind: 'asked', name: 'bag' }],
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

/** One of what was counted: "boxes" → "box", "berry boxes" → "berry box". */
export const oneOf = (words: string): string =>
  words
    .replace(/ies$/i, 'y')
    .replace(/(ch|sh|ss|x|zz|to)es$/i, '$1')
    .replace(/([^su])s$/i, '$1')
/** More than one of them: "box" → "boxes". */
export const manyOf = (one: string): string =>
  one.replace(/[^aeiou]y$/i, (end) => `${end.charAt(0)}ie`).replace(/(ch|sh|ss|x|zz|to)$/i, '$1e') +
  's'
const plainEnd = (s: string): string => oneOf(clean(s))

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

const SIZED =
  /^(\d+(?:[.,]\d+)?|[a-z]+)[\s-]*(lbs?|pounds?|#|kgs?|kilos?|oz|ounces?)\.?[\s-]+(bags?|sacks?|box(?:es)?|crates?|baskets?|buckets?|flats?|cartons?|cases?|tubs?|packs?|packages?|nets?|bundles?)\b\s*(?:of\s+)?(.*)$/is

/** "5-lb bags of potatoes": containers that say themselves what one holds. */
export function sizedAhead(text: string): MeasureRead | undefined {
  const said = SIZED.exec(text.replace(/^[x×]\s*/i, ''))
  const [, size = '', unit = '', container = '', rest = ''] = said ?? []
  const amount = said && readAmount(`${size} `)
  const weight = measureNamed(unit, [])
  if (!amount || weight?.kind !== 'weight') return undefined
  const lbEach = pounds(amount.value * weight.lbEach)
  const name = `${kitchenNumber(amount.value)}-${weight.name} ${oneOf(container.toLowerCase())}`
  return { measure: { kind: 'weight', lbEach, name }, rest }
}

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
    case 'asked':
      return { why: `How heavy is one ${measure.name} of ${saidName(food)}?` }
    case 'bushels': {
      const lb = containerLb(food, 'bushel')
      return lb === undefined
        ? {
            why: `There is no published bushel weight for ${saidName(food)}. Weigh it once, or add a measure of your own.`,
          }
        : pounds(lb * measure.bushels)
    }
    case 'published': {
      const lb = containerLb(food, measure.container)
      return lb === undefined
        ? {
            why: `There is no published weight for a ${measure.name} of ${saidName(food)}. Weigh one once, or add a measure of your own.`,
          }
        : pounds(lb)
    }
    case 'household': {
      const own =
        measure.containers.find((c) => c.foodId === food.id) ??
        measure.containers.find((c) => !c.foodId)
      return own
        ? pounds(own.lb)
        : {
            why: `You weighed a ${measure.name} of another crop. How heavy is one ${measure.name} of ${saidName(food)}?`,
          }
    }
    case 'pieces':
      return food.piece && (measure.name === 'piece' || measure.name === food.piece.name)
        ? pounds(food.piece.lb)
        : {
            why: `Kelvit doesn’t know what one ${measure.name} of ${saidName(food)} weighs. Weigh them instead.`,
          }
  }
}

const containerLb = (food: Food, container: string): number | undefined =>
  food.forms.find((f) => f.yield.container === container)?.yield.containerLb
