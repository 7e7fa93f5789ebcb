import { daysBetween } from '../time/dates'
import { foodOf } from '../method/foods'

/** What is expected within so many days is grown by now, if small; an estimate. */
export const GROWN_WITHIN_DAYS = 14

interface FrostLot {
  readonly foodId: string
  readonly arrivedOn: string
}

/**
 * What a frost tonight does to the tender lots that are expected: those that are grown by
 * now come in, those that are not are lost with their plants. Hardy ones stay out.
 */
export function frostTakes<L extends FrostLot>(
  expected: readonly L[],
  today: string,
): { readonly bring: readonly L[]; readonly lost: readonly L[] } {
  const tender = expected.filter((l) => foodOf(l.foodId)?.frostTender)
  const grown = (l: L): boolean => daysBetween(today, l.arrivedOn) <= GROWN_WITHIN_DAYS
  return { bring: tender.filter(grown), lost: tender.filter((l) => !grown(l)) }
}
