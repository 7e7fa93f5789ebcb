/** Days in which there was none of a food; `until` is the day it was there again, null where it was not. */
export interface Without {
  readonly from: string
  readonly until: string | null
}

interface Standing {
  readonly cannedOn: string
  readonly goneOn: string | null
}

/**
 * How many jars of a food stood at the end of a year, or today if that comes first, and when
 * there was none of it although there had been some.
 * @param jars every jar that stood there at some time of it; days ISO.
 */
export function stockOf(
  jars: readonly Standing[],
  year: number,
  today: string,
): { readonly left: number; readonly without: readonly Without[] } {
  const [from, end] = [`${year}-01-01`, `${year}-12-31` < today ? `${year}-12-31` : today]
  const steps = new Map<string, number>()
  const step = (day: string, by: number): void => void steps.set(day, (steps.get(day) ?? 0) + by)
  for (const j of jars) {
    if (j.cannedOn > end) continue
    step(j.cannedOn, 1)
    if (j.goneOn !== null && j.goneOn <= end) step(j.goneOn, -1)
  }
  let left = 0
  let none: string | null = null
  const without: Without[] = []
  for (const [day, by] of [...steps].sort(([a], [b]) => (a < b ? -1 : 1))) {
    const before = left
    left += by
    if (before > 0 && left === 0) none = day
    if (before === 0 && left > 0 && none !== null) {
      // What was there again on New Year's Day was not missed in this year.
      if (day > from) without.push({ from: none < from ? from : none, until: day })
      none = null
    }
  }
  if (none !== null) without.push({ from: none < from ? from : none, until: null })
  return { left, without }
}
