import type { CanningDays } from '../../words'

/**
 * What a plan is judged by, in this order of weight: a jar lost past its
 * can-by, a jar whose quality is all gone by waiting, a load, a canning day, a
 * minute past closing. `over` is a jar kept one minute longer under pressure
 * than its own process asks.
 */
export const WEIGHTS = {
  lost: 25,
  quality: 8,
  load: 6,
  day: 4,
  late: 0.05,
  over: 0.02,
} as const

/**
 * What else a plan weighs for the people who follow it; a household leans these. All of it
 * is nothing where a model says nothing, but a canning day, which is never for nothing.
 */
export interface KeeperWeights {
  /** A jar lost past its can-by: so much that no comfort of the others buys one. */
  readonly lost: number
  /** A day on which there is canning at all. */
  readonly day: number
  /** Jars of one lot in one load: two of this beside one of that are more to prepare and label. */
  readonly portion: number
  /** Each food beyond two on a day. */
  readonly food: number
  /** The square of each hour beyond six of a day: the ninth hour is dearer than the seventh. */
  readonly long: number
  /** A canning day right after another; the third in a row counts twice, the fourth three times. */
  readonly inARow: number
  /** A day that runs past closing at all, however little: closing is closing, but for jars that would be lost. */
  readonly closing: number
  /** A jar that is on another day than in the plan people have. */
  readonly moved: number
  /** The share of its worth that each of the last few jars of a lot has: what is left over is eaten, frozen or given. */
  readonly odd: number
}

/** Nothing but what the figures of the bench are compared by. */
export const PLAIN_WEIGHTS: KeeperWeights = {
  lost: WEIGHTS.lost,
  day: WEIGHTS.day,
  portion: 0,
  food: 0,
  long: 0,
  inARow: 0,
  closing: 0,
  moved: 0,
  odd: 1,
}

/** A jar's loss where people's comfort is weighed too. */
const LOST = 100
/** Three jars of this share are not worth a load and a day of their own, but room in one that runs anyway. */
const ODD = 0.015

/** "Fewer, longer days", something between, "short evenings". */
export const LEANING_WEIGHTS: Readonly<Record<CanningDays, KeeperWeights>> = {
  fewer: {
    ...{ lost: LOST, day: 8, portion: 0.5, food: 0.5 },
    ...{ long: 0.4, inARow: 0.5, closing: 10, moved: 0.5, odd: ODD },
  },
  even: {
    ...{ lost: LOST, day: 4, portion: 0.5, food: 1 },
    ...{ long: 2.5, inARow: 1, closing: 15, moved: 0.5, odd: ODD },
  },
  short: {
    ...{ lost: LOST, day: 2, portion: 0.5, food: 1.5 },
    ...{ long: 4, inARow: 1, closing: 20, moved: 0.5, odd: ODD },
  },
}

/** Foods that a day has for nothing. */
const FOODS_AT_EASE = 2
/** Minutes after which a canning day is long. */
const LONG_AFTER_MIN = 360

/** Foods of a day beyond those that it has for nothing. */
export const foodsBeyond = (foods: number): number => Math.max(0, foods - FOODS_AT_EASE)

/** Squared hours of a day beyond six. @param length minutes. */
const longHours = (length: number): number => (Math.max(0, length - LONG_AFTER_MIN) / 60) ** 2

/** Minutes of a day past closing; rounding of an estimate is none. */
export const minutesLate = (length: number, open: number): number =>
  length - open > 1e-6 ? length - open : 0

/** What a day's length costs: minutes past closing, that it runs past closing, its long hours. */
export const lengthCost = (w: KeeperWeights, length: number, open: number): number => {
  const late = minutesLate(length, open)
  return late * WEIGHTS.late + (late > 0 ? w.closing : 0) + longHours(length) * w.long
}
