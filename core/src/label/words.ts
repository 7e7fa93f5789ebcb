import { shortFood } from '../method/food-name'
import type { JarOf } from '../method/mixed-name'
import { jarName } from '../method/jar-size'
import { sayDate, sayMonth } from '../time'
import type { JarProcess, JarSize } from '../words'
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
  readonly jar?: JarSize
  /** What its produce cost, in the household's currency; null where nobody knows. */
  readonly costEach?: number | null
  /** Who ran its load. */
  readonly ranBy?: string
}

/** What is wanted on labels besides what the jar says of itself. */
export interface LabelWishes {
  /** One code for all jars of a batch instead of one for each jar. */
  readonly byBatch?: boolean
  readonly initials?: string
  readonly price?: string
  /** The size of the jar. */
  readonly size?: boolean
  /** Month and year instead of the day. */
  readonly month?: boolean
  /** What the produce in it cost, where no price is typed. */
  readonly cost?: boolean
  /** The initials of who ran the load, where none are typed. */
  readonly ranBy?: boolean
}

/**
 * What a jar's label says, on paper and in the preview; no best time where there is none.
 * @param currency the household's, for what its produce cost.
 */
export function labelWords(jar: LabelledJar, wishes: LabelWishes, currency = 'USD'): LabelWords {
  const say = wishes.month ? sayMonth : sayDate
  const size = wishes.size && jar.jar ? jarName(jar.jar, 1) : ''
  return {
    food: jar.foodId === 'untested' ? jar.note || 'Untested' : shortFood(jar.foodId),
    contents: jar.jarOf?.ingredients.map((i) => i.trim()).join(', ') ?? '',
    code: wishes.byBatch ? jar.code.replace(/-\d+$/, '') : jar.code,
    // With its year: a label outlives it.
    canned: say(jar.cannedOn),
    bestBy: jar.process === 'unknown' || jar.recipeId !== null ? '' : say(jar.bestBy),
    initials: wishes.initials || (wishes.ranBy ? initialsOf(jar.ranBy ?? '') : ''),
    size,
    price: wishes.price || (wishes.cost ? costWords(jar, currency) : ''),
  }
}

/** "M.O." of "Marsh Orrin", "W." of "Wren". */
export const initialsOf = (name: string): string =>
  name
    .split(/\s+/u)
    .flatMap((word) => /\p{L}/u.exec(word) ?? [])
    .map((letter) => `${letter.toLocaleUpperCase('en')}.`)
    .join('')
    .slice(0, 12)

const costWords = ({ costEach }: LabelledJar, currency: string): string =>
  costEach === null || costEach === undefined
    ? ''
    : new Intl.NumberFormat('en-US', { style: 'currency', currency }).format(costEach)
