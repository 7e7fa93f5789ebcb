import { ambiguousWords, spokenFoods, spokenRefusals } from './data/names'
import { findFood, normalise, tableNames, type Found } from './find'

type Known = Extract<Found, { kind: 'food' | 'refused' }>

const byId = new Map(
  tableNames.map(([, f]) => [f.kind === 'food' ? f.food.id : f.refused.id, f] as const),
)
const said = (lists: readonly (readonly [id: string, names: string])[]) =>
  lists.flatMap(([id, names]) => {
    const found = byId.get(id)
    return found ? names.split(',').map((n) => [normalise(n), found] as const) : []
  })
/** Whole names; the tables' own come last but for a refused food's, so that they win. */
const exact: ReadonlyMap<string, Known> = new Map([
  ...said(Object.entries(spokenFoods).map(([id, s]) => [id, s.names] as const)),
  ...[...tableNames].reverse(),
  ...said(Object.entries(spokenRefusals)),
])

/** The food of exactly this name, among all that people use; undefined where it is no whole name. */
export const exactFood = (text: string): Known | undefined => exact.get(normalise(text))

/** A word that several foods share, with the names to choose from. */
export function sharedName(text: string): Extract<Found, { kind: 'ambiguous' }> | undefined {
  const wanted = normalise(text)
  return Object.hasOwn(ambiguousWords, wanted)
    ? { kind: 'ambiguous', names: ambiguousWords[wanted] ?? [] }
    : undefined
}

/** The food that people mean by any name in use; else what `findFood` makes of it. */
export const findSpoken = (text: string): Found =>
  exactFood(text) ?? sharedName(text) ?? findFood(text)
