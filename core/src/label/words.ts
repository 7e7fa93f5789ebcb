import { shortFood } from '../method/food-name'
import type { JarOf } from '../method/mixed-name'
import { sayDate } from '../time'
import type { JarProcess } from '../words'
import type { LabelWords } from './layout'

/** A jar as a label reads it. */
export interface LabelledJar {
  readonly foodId: string
  readonly code: string
  readonly cannedOn: string
  readonly bestBy: string
  readonly process: JarProcess
  readonly recipeId: string | null
  readonly note: string
  /** What is in it, where it holds several things. */
  readonly jarOf?: JarOf | null
}

/** What is wanted on labels besides what the jar says of itself. */
export interface LabelWishes {
  /** One code for all jars of a batch instead of one for each jar. */
  readonly byBatch?: boolean
  readonly initials?: string
  readonly price?: string
}

/** What a jar's label says, on paper and in the preview; no best time where there is none. */
export function labelWords(jar: LabelledJar, wishes: LabelWishes): LabelWords {
  return {
    food: jar.foodId === 'untested' ? jar.note || 'Untested' : shortFood(jar.foodId),
    contents: jar.jarOf?.ingredients.map((i) => i.trim()).join(', ') ?? '',
    code: wishes.byBatch ? jar.code.replace(/-\d+$/, '') : jar.code,
    // With its year: a label outlives it.
    canned: sayDate(jar.cannedOn),
    bestBy: jar.process === 'unknown' || jar.recipeId !== null ? '' : sayDate(jar.bestBy),
    initials: wishes.initials ?? '',
    price: wishes.price ?? '',
  }
}
