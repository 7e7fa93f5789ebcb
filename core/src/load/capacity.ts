import type { JarSize, Mouth } from '../words'
import { quartsOf } from '../method/jar-size'
import type { CannerFacts, Capacity } from './types'

/** Jars of one size and mouth that fit by the manual's figure; 0 when it gives none. */
export function capacityFor(capacity: Capacity, size: JarSize, mouth: Mouth): number {
  const entry = capacity[size]
  if (entry === undefined) return 0
  if (typeof entry === 'number') return entry
  return entry[mouth] ?? 0
}

/** Fewest jars of a size that a load may have, from the canner's minimum in quarts and pints. */
export const minimumFor = (minimum: CannerFacts['minimum'], size: JarSize): number =>
  quartsOf(size) > 0.5 ? minimum.quart : minimum.pint

/** One way to divide a harvest's jars into loads of one canner. */
export interface Split {
  readonly kind: 'fill' | 'even'
  /** Jars in each load, largest first. */
  readonly loads: readonly number[]
  /** Jars that are eaten, frozen or kept for another load. */
  readonly left: number
}

/**
 * The ways to divide `jars` into loads, at most two for one lot: fill the
 * canner and keep the odd jars back, or spread all of them evenly. No load is
 * under the minimum. Empty when not even one load is possible.
 * @throws RangeError when counts are not whole or the capacity is under the minimum.
 */
export function splitJars(jars: number, capacity: number, minimum: number): readonly Split[] {
  if (![jars, capacity, minimum].every((n) => Number.isInteger(n) && n >= 0))
    throw new RangeError('jars, capacity and minimum are whole numbers from 0')
  if (capacity < Math.max(1, minimum))
    throw new RangeError('the canner takes fewer jars than its minimum load')
  if (jars < minimum || jars === 0) return []
  const full = Math.floor(jars / capacity)
  const odd = jars - full * capacity
  const keep = odd > 0 && odd < minimum
  const fill: Split = {
    kind: 'fill',
    loads: [...Array<number>(full).fill(capacity), ...(odd > 0 && !keep ? [odd] : [])],
    left: keep ? odd : 0,
  }
  const k = Math.ceil(jars / capacity)
  const even: Split = {
    kind: 'even',
    loads: Array.from({ length: k }, (_, i) => Math.floor(jars / k) + (i < jars % k ? 1 : 0)),
    left: 0,
  }
  const evenFits = even.loads.every((n) => n >= minimum)
  const same = evenFits && even.loads.join() === fill.loads.join()
  const whole: Split = { kind: 'fill', loads: fill.loads.slice(0, full), left: odd }
  const ways = [fill, ...(evenFits && !same ? [even] : [])]
  return odd > 0 && !keep && full > 0 ? [...ways, whole] : ways
}
