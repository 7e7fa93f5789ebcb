import { pullList, tooManyToEat, type TooMany } from '../pantry/rotation'
import type { Book, BookJar, BookNeed } from './book'
import { jarsAWeek, jarsInWeek } from './needs'
import { addDays } from '../time/dates'

/** Whether a jar stands on the shelf and may be put before people: tested, and not held. */
export const mayBeEaten = (jar: Pick<BookJar, 'state' | 'recipeId' | 'hold'>): boolean =>
  jar.state === 'on-shelf' && jar.recipeId === null && jar.hold === null

/** Jars that stand on the shelf, with whether they may not be put before anyone: untested, or held. */
export const onShelf = <J extends BookJar>(
  jars: readonly J[],
): readonly (J & { readonly untested: boolean })[] =>
  jars.filter((j) => j.state === 'on-shelf').map((j) => ({ ...j, untested: !mayBeEaten(j) }))

/** Jars of a food that the house eats in a week by its needs; undefined where it never said. */
const mealsBy =
  (needs: readonly BookNeed[]) =>
  (foodId: string): number | undefined => {
    const need = needs.find((n) => n.foodId === foodId)
    return need && jarsAWeek(need)
  }

/** Jars of a food that are eaten in the weeks from today: none in months in which it is eaten fresh. */
const mealsIn =
  ({ needs, today }: Pick<Book, 'needs' | 'today'>, mealsPerWeek: number) =>
  (foodId: string, weeks: number): number => {
    const need = needs.find((n) => n.foodId === foodId)
    if (!need) return mealsPerWeek * weeks
    return Array.from({ length: weeks }, (_, i) => jarsInWeek(need, addDays(today, 7 * i))).reduce(
      (a, b) => a + b,
      0,
    )
  }

export interface Pull<J> {
  readonly jars: readonly (J & { readonly untested: boolean })[]
  /** What cannot all be eaten before its best is over. */
  readonly tooMany: readonly TooMany[]
}

/** This week's pull list, and what there is too much of. */
export function pullOf<J extends BookJar>(
  book: Pick<Book, 'needs' | 'today'> & { readonly jars: readonly J[] },
  mealsPerWeek: number,
): Pull<J> {
  const shelf = onShelf(book.jars)
  const mealsOf = mealsBy(book.needs)
  return {
    jars: pullList(shelf, book.today, mealsPerWeek, mealsOf),
    tooMany: tooManyToEat(shelf, book.today, mealsIn(book, mealsPerWeek)),
  }
}
