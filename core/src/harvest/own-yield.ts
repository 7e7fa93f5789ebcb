import { median } from '../quantity/median'

/** Usual spread of lots around a household's own mean, and the least it is thought to be: sd of ln(lb per quart). */
export const LOT_SD = 0.1

/** One finished lot: ln(lb per quart), and how much it counts for its age, 0 to 1. */
interface Point {
  readonly x: number
  readonly weight: number
}

/** What a household's own lots say of a yield. */
export interface OwnYield {
  /** Lots that count, by their weights. */
  readonly weight: number
  /** Where the yield stands by now, ln(lb per quart). */
  readonly level: number
  /** What one lot more adds, where the yield drifts; else 0. */
  readonly step: number
  /** Not knowing the drift well, variance. */
  readonly trendVariance: number
  /** How lots differ, sd; never under the usual. */
  readonly lotSd: number
}

/** A lot further off than so many spreads weighs little; the spread is never thought wider for this. */
const FAR_SPREADS = 2.5
const WIDEST = 0.2
const NEVER_FAR = 0.4
/** The usual spread counts like so many lots. */
const PRIOR_LOTS = 1
/** With few lots their spread is itself a guess: it is widened by so much over the lots there are. */
const FEW_LOTS = 3
/** Lots that a drift needs, and how far it must stand out of the spread, squared. */
const DRIFT_LOTS = 4.5
const DRIFT_SEEN = 2
const DRIFT_SURE = 3

/**
 * Level, spread and drift of a household's own lots. Robust: a slip of ten, or kilograms for
 * pounds, leaves it where the others are. Tuned by simulation (see core/test/yield.test.ts).
 * @param points in the order in which the lots were finished.
 * @returns undefined where there are none.
 */
export function ownYield(points: readonly Point[]): OwnYield | undefined {
  if (points.length === 0) return undefined
  const middle = median(points.map((p) => p.x))
  const spread = 1.4826 * median(points.map((p) => Math.abs(p.x - middle)))
  const scale = points.length < 3 ? LOT_SD : Math.min(WIDEST, Math.max(LOT_SD, spread))
  const far = Math.max(FAR_SPREADS * scale, NEVER_FAR)
  const weights = points.map(({ x, weight }) => {
    const off = Math.abs(x - middle)
    return off <= far ? weight : weight * 0.2 * (far / off) ** 6
  })
  /** The sum over lots of what a lot gives, each by its weight. */
  const sum = (of: (x: number, i: number) => number): number =>
    points.reduce((n, p, i) => n + (weights[i] ?? 0) * of(p.x, i), 0)
  const weight = sum(() => 1)
  const mean = sum((x) => x) / weight
  const squares = sum((x) => (x - mean) ** 2)
  const free = PRIOR_LOTS + Math.max(0, weight - 1)
  let variance = (PRIOR_LOTS * LOT_SD ** 2 + squares) / free
  let [level, step, trendVariance] = [mean, 0, 0]
  if (weight >= DRIFT_LOTS) {
    // A steady change from lot to lot, as far as it stands out of the spread.
    const at = sum((_, i) => i) / weight
    const xx = sum((_, i) => (i - at) ** 2)
    const slope = sum((x, i) => (i - at) * (x - mean)) / xx
    const left = (PRIOR_LOTS * LOT_SD ** 2 + Math.max(0, squares - slope ** 2 * xx)) / (free - 1)
    const seen = (slope ** 2 * xx) / left - DRIFT_SEEN
    const sure = Math.max(0, seen) / (Math.max(0, seen) + DRIFT_SURE)
    step = slope * sure
    level += step * (points.length - 1 - at)
    trendVariance = sure * (left / xx) * (points.length - at) ** 2
    variance += sure * (left - variance)
  }
  const sd = Math.sqrt(variance)
  const lotSd = sd <= LOT_SD ? LOT_SD : sd * Math.sqrt(1 + FEW_LOTS / free)
  return { weight, level, step, trendVariance, lotSd }
}
