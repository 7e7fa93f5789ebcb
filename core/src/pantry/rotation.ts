/** What rotation needs to know of a jar on the shelf. */
export interface ShelfJar {
  readonly id: string
  readonly foodId: string
  readonly cannedOn: string
  readonly bestBy: string
  /** Eat first: liquid lost, a gift, a doubt that was cleared. */
  readonly useSoon: boolean
  /** From a recipe without a tested process: never put before anyone to eat. */
  readonly untested?: boolean
}

/** Oldest first, but a jar to use soon before its elders; ids break ties so that devices agree. */
export function oldestFirst<J extends ShelfJar>(jars: readonly J[]): readonly J[] {
  return [...jars].sort(
    (a, b) =>
      Number(b.useSoon) - Number(a.useSoon) ||
      a.bestBy.localeCompare(b.bestBy) ||
      a.cannedOn.localeCompare(b.cannedOn) ||
      a.id.localeCompare(b.id),
  )
}

/** The next jar of a food to eat, undefined when there is none. */
export const nextJar = <J extends ShelfJar>(jars: readonly J[], foodId: string): J | undefined =>
  oldestFirst(jars.filter((j) => j.foodId === foodId && !j.untested))[0]

/** Share of a jar's best time that is left on a day, 0 to 1. */
export function freshness(cannedOn: string, bestBy: string, today: string): number {
  const start = Date.parse(cannedOn)
  const end = Date.parse(bestBy)
  const share = (end - Date.parse(today)) / (end - start)
  return Math.min(1, Math.max(0, share))
}

/** What to do with a jar that is past a date; age alone says nothing about safety. */
export type JarAge = 'best' | 'past-best' | 'review'

export const ageOf = (jar: { bestBy: string; reviewBy: string }, today: string): JarAge =>
  today > jar.reviewBy ? 'review' : today > jar.bestBy ? 'past-best' : 'best'

/**
 * The jars to pull this week: those to use soon, past their best, or reaching
 * it within the week, oldest first, one food in turn, at most `meals`.
 */
export function pullList<J extends ShelfJar>(
  jars: readonly J[],
  weekEnd: string,
  meals: number,
): readonly J[] {
  const due = oldestFirst(jars.filter((j) => !j.untested && (j.useSoon || j.bestBy <= weekEnd)))
  const byFood = new Map<string, J[]>()
  for (const jar of due) byFood.set(jar.foodId, [...(byFood.get(jar.foodId) ?? []), jar])
  const picked: J[] = []
  for (let round = 0; picked.length < meals && [...byFood.values()].some((l) => l[round]); round++)
    for (const list of byFood.values()) {
      const jar = list[round]
      if (jar && picked.length < meals) picked.push(jar)
    }
  return picked
}
