import { countedLots, type FinishedLot, type LotYield } from './history'
import { LOT_SD, ownYield } from './own-yield'
import type { JarSize } from '../words'
import { quartsOf } from '../method/jar-size'
import { formOf } from '../method/foods'
import type { Food, FoodForm } from '../method/data/types'
import type { Pounds } from '../quantity/units'

/** Spread of a published average that comes without a range. */
const AVERAGE_SD = 0.2
/** A lot counts this much less for every year of its age. */
const YEARLY_WEIGHT = 0.8
/** Two-sided 80% of a normal distribution. */
const Z80 = 1.2816
/** A published range is read as a 90% interval: 2 × 1.645. */
const RANGE_WIDTH = 3.29

/** Normal belief about ln(pounds per quart). */
export interface YieldBelief {
  readonly mean: number
  readonly sd: number
  /** How lots differ here, sd of ln(lb per quart); the usual spread where it is left out. */
  readonly lotSd?: number
}

/**
 * The published yield as a prior on x = ln(lb per quart): mean from the
 * published average, sd from the published jar range of one container.
 */
export function publishedYield(form: FoodForm): YieldBelief {
  const { yield: y } = form
  const perQuart = y.per === 'pint' ? 2 : 1
  const mean = Math.log(y.lbPer * perQuart)
  const ranged = y.containerLb !== undefined && y.low !== undefined && y.high !== undefined
  if (!ranged || !y.low || !y.high || y.rangeEstimated) return { mean, sd: AVERAGE_SD }
  return { mean, sd: Math.log(y.high / y.low) / RANGE_WIDTH }
}

/** Minutes of hands-on work for a quart of a form, an estimate: by the pounds that are peeled, cut and simmered down to fill it. Soaking and simmering themselves need no hands. */
export const handsPerQuart = (food: Food, form: FoodForm): number => {
  const [usual = form] = food.forms
  const quart = (f: FoodForm): number => poundsPerQuart(publishedYield(f))
  return (food.prepMinPerQuart * quart(form)) / quart(usual)
}

/** The same for a form by its id; 0 for one that is not in the tables. */
export function handsPerQuartOf(formId: string): number {
  const found = formOf(formId)
  return found ? handsPerQuart(found.food, found.form) : 0
}

/** Minutes of hands-on work for everything in a load: washed, peeled, cut; filling comes after. */
export const prepMinutes = (
  portions: readonly { readonly formId: string; readonly jar: JarSize; readonly jars: number }[],
): number =>
  portions.reduce((sum, p) => sum + p.jars * quartsOf(p.jar) * handsPerQuartOf(p.formId), 0)

/**
 * Prior and own lots together, precision-weighted; lots that make no sense are passed over.
 * The spread of the household's own lots is learned, a lot far from all others weighs little,
 * and a steady drift is followed.
 * @param lots in the order in which they were finished.
 */
export function learnYield(prior: YieldBelief, lots: readonly FinishedLot[]): YieldBelief {
  const own = ownYield(
    lots
      .filter((l) => l.lb > 0 && l.quarts > 0 && l.yearsOld >= 0)
      .map((l) => ({ x: Math.log(l.lb / l.quarts), weight: YEARLY_WEIGHT ** l.yearsOld })),
  )
  if (!own) return prior
  const precision = 1 / prior.sd ** 2
  const mine = own.weight / own.lotSd ** 2
  const all = precision + mine
  return {
    mean: (prior.mean * precision + own.level * mine) / all + own.step,
    sd: Math.sqrt(1 / all + own.trendVariance),
    lotSd: own.lotSd,
  }
}

/** What is believed of a form here: the published yield and the household's own lots, those it left out not counted. */
export const beliefOf = (form: FoodForm, yields: readonly LotYield[], today: string): YieldBelief =>
  learnYield(publishedYield(form), countedLots(yields, form.id, today))

/** Spread to expect of the next lot: what is not known plus how lots differ. */
export const predictiveSd = (belief: YieldBelief): number =>
  Math.sqrt(belief.sd ** 2 + (belief.lotSd ?? LOT_SD) ** 2)

/** Median pounds that fill one quart. */
export const poundsPerQuart = (belief: YieldBelief): number => Math.exp(belief.mean)

/** Jars of one size from a harvest: an 80% interval around the median, whole jars and exact. */
export interface JarEstimate {
  readonly jar: JarSize
  readonly low: number
  readonly likely: number
  readonly high: number
  readonly exact: { readonly low: number; readonly likely: number; readonly high: number }
}

/** How many jars `lb` pounds make. Other sizes scale by nominal volume. */
export function estimateJars(lb: Pounds, belief: YieldBelief, jar: JarSize): JarEstimate {
  const likely = lb / poundsPerQuart(belief) / quartsOf(jar)
  const spread = Math.exp(Z80 * predictiveSd(belief))
  const exact = { low: likely / spread, likely, high: likely * spread }
  return {
    jar,
    low: Math.round(exact.low),
    likely: Math.round(exact.likely),
    high: Math.round(exact.high),
    exact,
  }
}
