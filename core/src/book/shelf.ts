import { pullList } from '../pantry/rotation'
import type { Book, BookJar, BookNeed } from './book'
import { jarsAWeek } from './needs'

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

export interface Pull<J> {
  readonly jars: readonly (J & { readonly untested: boolean })[]
}

/** This week's pull list. */
export function pullOf<J extends BookJar>(
  book: Pick<Book, 'needs' | 'today'> & { readonly jars: readonly J[] },
  mealsPerWeek: number,
): Pull<J> {
  const shelf = onShelf(book.jars)
  const mealsOf = mealsBy(book.needs)
  return {
    jars: pullList(shelf, book.today, mealsPerWeek, mealsOf),
  }
}
