import type { Certainty } from '../words'
import type { JarSize } from '../words'
import { quartsOf } from '../method/jar-size'
import type { Food, FoodForm } from '../method/data/types'
import { pounds, type Pounds } from '../quantity/units'
import { predictiveSd, type YieldBelief } from './estimate'

/** How sure to be of a wanted number of jars, with the normal quantile of each. */
const QUANTILES: Readonly<Record<Certainty, number>> = {
  0.5: 0,
  0.8: 0.8416,
  0.9: 1.2816,
  0.95: 1.6449,
}

/** How many times as much as is likely enough is enough that surely. */
export const surely = (belief: YieldBelief, certainty: Certainty): number =>
  Math.exp(QUANTILES[certainty] * predictiveSd(belief))

/** What it takes to be that sure of a number of jars. */
export interface Wanted {
  readonly lb: Pounds
  /** By the published container of the form, null when there is none. */
  readonly containers: { readonly name: string; readonly count: number } | null
  /** Feet of row by the published row yield, an estimate; null for what does not grow in rows. */
  readonly rowFt: number | null
}

/** Pounds that a row is likely to bear; null for a food with no such figure. */
export const poundsOfRow = (food: Food, rowFt: number): Pounds | null =>
  food.lbPer100FtRow ? pounds((rowFt / 100) * food.lbPer100FtRow) : null

/**
 * Pounds, containers and row feet for a wanted number of jars at a certainty:
 * the inverse of the jar estimate.
 */
export function wantedFor(
  jars: number,
  jar: JarSize,
  belief: YieldBelief,
  certainty: Certainty,
  food: Food,
  form: FoodForm,
): Wanted {
  const perQuart = Math.exp(belief.mean) * surely(belief, certainty)
  const lb = Math.max(0, jars) * quartsOf(jar) * perQuart
  const { container, containerLb } = form.yield
  return {
    lb: pounds(lb),
    containers: container && containerLb ? { name: container, count: lb / containerLb } : null,
    rowFt: food.lbPer100FtRow ? (lb / food.lbPer100FtRow) * 100 : null,
  }
}
