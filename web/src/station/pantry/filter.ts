import type { Jar } from '@kelvit/contract'
import { ageOf } from '@kelvit/core'

/** What of the pantry is looked at; empty words leave nothing out. */
export interface ShelfFilter {
  readonly food: string
  readonly place: string
  readonly age: string
  readonly state: string
}

/** Jars that stand on no shelf, as a place. */
export const NOWHERE = 'none'

const AGES: Readonly<Record<string, (jar: Jar, today: string) => boolean>> = {
  best: (j, today) => ageOf(j, today) === 'best',
  'past-best': (j, today) => ageOf(j, today) !== 'best',
  review: (j, today) => ageOf(j, today) === 'review',
}
const STATES: Readonly<Record<string, (jar: Jar) => boolean>> = {
  sound: (j) => !j.hold && !j.recipeId,
  'use-soon': (j) => j.useSoon,
  held: (j) => j.hold !== null,
  untested: (j) => j.recipeId !== null,
}

export const filterJars = <J extends Jar>(
  jars: readonly J[],
  f: ShelfFilter,
  today: string,
): readonly J[] =>
  jars.filter(
    (j) =>
      (f.food === '' || j.foodId === f.food) &&
      (f.place === '' || (j.shelfId ?? NOWHERE) === f.place) &&
      (AGES[f.age]?.(j, today) ?? true) &&
      (STATES[f.state]?.(j) ?? true),
  )
