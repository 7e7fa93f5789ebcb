import { poundsPerQuart, type YieldBelief } from './estimate'

/** A quart that took more than so many times what is usual here, or less than its part, is asked about. */
const HARDLY_BELIEVED = 1.8

/**
 * What to ask of a finished lot that is far from what is usual; undefined where it is not.
 * @param lb pounds it weighed.
 * @param quarts that came of it, all sizes by their volume.
 */
export function yieldQuestion(belief: YieldBelief, lb: number, quarts: number): string | undefined {
  if (!(lb > 0 && quarts > 0)) return undefined
  const times = lb / quarts / poundsPerQuart(belief)
  if (times <= HARDLY_BELIEVED && times >= 1 / HARDLY_BELIEVED) return undefined
  return `${Math.round(lb * 10) / 10} lb in ${Math.round(quarts * 10) / 10} quarts is far from what’s usual here. Was the weight in kilograms, or is it a typo? Correct the lot if it is. Until then it counts very little.`
}
