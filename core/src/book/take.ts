import { whyNotFate, type JarToDecide } from '../pantry/fate'
import { oldestFirst } from '../pantry/rotation'
import type { JarSize, JarState, TakeWhy } from '../words'
import type { BookJar } from './book'
import { mayBeEaten } from './shelf'

/** A jar as taking reads it; instants are epoch ms. */
export type JarToTake = BookJar & Omit<JarToDecide, 'hold'>

/** What somebody takes: so many jars of a food and size, these before others. */
export interface TakeWish {
  readonly foodId: string
  readonly jar: JarSize
  /** Whole jars, at least 1. */
  readonly count: number
  readonly why: TakeWhy
  /** Jars that somebody holds in hand or has chosen, by id. */
  readonly preferred: readonly string[]
  /** The household's plain date on which it happens, ISO. */
  readonly onDate: string
}

export interface Taken<J> {
  readonly jars: readonly J[]
  /** A jar that was chosen was gone, and another stands for it. */
  readonly substituted: boolean
  /** How many there were too few. */
  readonly short: number
}

/** The state that a reason leaves a jar in; a jar that is moved stays on its shelf. */
export const stateAfter = (why: TakeWhy): JarState => (why === 'moved' ? 'on-shelf' : why)

/** Thrown away or put elsewhere is the jar that was meant, and no other in its place. */
const isOfOneJar = (why: TakeWhy): boolean => why === 'discarded' || why === 'moved'

/**
 * Why a jar is not offered for a reason, as a sentence; undefined when it is. A held or
 * untested jar may be thrown away or moved, and is neither eaten nor given.
 * @param at when it happens, epoch ms.
 */
export function whyNotTake(jar: JarToTake, why: TakeWhy, at: number): string | undefined {
  if (jar.state !== 'on-shelf') return `This jar was already ${jar.state.replaceAll('-', ' ')}.`
  if (why === 'moved') return undefined
  if (!isOfOneJar(why) && jar.recipeId !== null)
    return 'This jar was canned without a tested process. Don’t eat from it or give it away.'
  if (why === 'given' && jar.process === 'unknown')
    return 'Nobody knows how this jar was processed. Don’t give it away.'
  return whyNotFate(jar, stateAfter(why), at)
}

/**
 * Which jars a wish gets: those that were chosen as long as they stand there, then the next
 * oldest sound ones of the food and size. The same on the device that has no signal and on
 * the server that decides.
 * @param at when it happens, epoch ms.
 */
export function takeJars<J extends JarToTake>(
  jars: readonly J[],
  wish: TakeWish,
  at: number,
): Taken<J> {
  const fit = jars.filter(
    (j) =>
      j.foodId === wish.foodId &&
      j.jar === wish.jar &&
      j.cannedOn <= wish.onDate &&
      whyNotTake(j, wish.why, at) === undefined,
  )
  const wanted = [...new Set(wish.preferred)].slice(0, wish.count)
  const chosen = wanted.flatMap((id) => fit.find((j) => j.id === id) ?? [])
  const others = isOfOneJar(wish.why)
    ? []
    : oldestFirst(fit.filter((j) => mayBeEaten(j) && !chosen.includes(j))).slice(
        0,
        wish.count - chosen.length,
      )
  const taken = [...chosen, ...others]
  return {
    jars: taken,
    substituted: chosen.length < wanted.length && others.length > 0,
    short: wish.count - taken.length,
  }
}
