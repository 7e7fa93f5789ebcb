import type { Feet } from '../quantity/units'
import { addMonths } from '../time/dates'
import { KEEPING } from './keeping'

/** Months after canning; the household's policy, which a food may override. */
export interface KeepingPolicy {
  readonly bestMonths: number
  readonly reviewMonths: number
}

export const DEFAULT_POLICY: KeepingPolicy = {
  bestMonths: KEEPING.bestMonths,
  reviewMonths: KEEPING.reviewMonths,
}

/** The household's policy, and the foods that it keeps otherwise. */
export interface HouseholdPolicy extends KeepingPolicy {
  readonly foodMonths: Readonly<Record<string, KeepingPolicy>>
}

/** How long a food keeps in this household. */
export const policyFor = (policy: HouseholdPolicy, foodId: string): KeepingPolicy =>
  policy.foodMonths[foodId] ?? policy

export interface ShelfDates {
  /** Best quality until this plain date, ISO. */
  readonly bestBy: string
  /** Check it by this plain date, ISO; says nothing about safety. */
  readonly reviewBy: string
}

/**
 * best-by and review-by of jars canned on a plain date. A policy never reviews
 * before the best is over.
 * @param cannedOn ISO date in the household's zone.
 * @throws RangeError for a date or months that cannot be.
 */
export function shelfDates(cannedOn: string, policy: KeepingPolicy): ShelfDates {
  if (!(
    policy.bestMonths >= 1 &&
    policy.reviewMonths >= policy.bestMonths &&
    policy.reviewMonths <= 120
  ))
    throw new RangeError('best-by is at least 1 month, review-by not before it and at most 120')
  return {
    bestBy: addMonths(cannedOn, policy.bestMonths),
    reviewBy: addMonths(cannedOn, policy.reviewMonths),
  }
}

/** Minutes to boil low-acid home-canned vegetables before tasting, whole minutes, rounded up. */
export function boilBeforeTasting(altitudeFt: Feet): number {
  const { minutes, plusPer1000Ft } = KEEPING.boilBeforeTasting
  return minutes + Math.ceil((Math.max(0, altitudeFt) / 1000) * plusPer1000Ft)
}
