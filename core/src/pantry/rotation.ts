import { daysBetween } from '../time/dates'

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

/** How many weekly lists are still to come before a day, this week's not counted. */
const listsAfterThis = (today: string, day: string): number =>
  Math.max(0, Math.floor(daysBetween(today, day) / 7))

/**
 * How many of these jars, soonest best-by first, are to be eaten this week so that none
 * passes its best at `most` a week: none while there is still time for all of them in
 * the weeks after, then an even share of the weeks that are left.
 */
function dueThisWeek(bestBys: readonly string[], today: string, most: number): number {
  let due = 0
  bestBys.forEach((day, i) => {
    const later = listsAfterThis(today, day)
    const upTo = i + 1
    if (upTo > most * later) due = Math.max(due, Math.ceil(upTo / (later + 1)))
  })
  return Math.min(due, most)
}

const daysOf = (jars: readonly ShelfJar[]): string[] => jars.map((j) => j.bestBy).sort()

/**
 * The jars to pull this week: those to use soon, those past their best, and of the others
 * as many as it takes that none passes its best; oldest first, one food in turn.
 * @param today plain date, ISO; the week is the seven days from it.
 * @param meals most jars a week, of all foods together.
 * @param mealsOf jars a week of one food, where the household says so; may be a part of one.
 */
export function pullList<J extends ShelfJar>(
  jars: readonly J[],
  today: string,
  meals: number,
  mealsOf: (foodId: string) => number | undefined = () => undefined,
): readonly J[] {
  const sound = jars.filter((j) => !j.untested)
  const byFood = new Map<string, J[]>()
  for (const jar of oldestFirst(sound))
    byFood.set(jar.foodId, [...(byFood.get(jar.foodId) ?? []), jar])
  // A jar every third week is still a whole jar in its week.
  const most = (food: string): number => Math.min(meals, Math.ceil(mealsOf(food) ?? meals))
  const wanted = new Map(
    [...byFood].map(([food, list]) => {
      const soon = list.filter((j) => j.useSoon).length
      const rest = daysOf(list.filter((j) => !j.useSoon))
      return [food, Math.min(most(food), soon + dueThisWeek(rest, today, most(food)))]
    }),
  )
  // Foods that each have time may together have too little: then more comes, the oldest first.
  let missing =
    dueThisWeek(daysOf(sound), today, meals) - [...wanted.values()].reduce((a, b) => a + b, 0)
  for (const jar of oldestFirst(sound.filter((j) => !j.useSoon))) {
    if (missing <= 0) break
    const list = byFood.get(jar.foodId) ?? []
    const n = wanted.get(jar.foodId) ?? 0
    if (list.indexOf(jar) < n || n >= Math.min(most(jar.foodId), list.length)) continue
    wanted.set(jar.foodId, n + 1)
    missing--
  }
  return inTurn(byFood, wanted, meals)
}

/** One jar of each food in turn, up to what is wanted of each and to `most` in all. */
function inTurn<J extends ShelfJar>(
  byFood: ReadonlyMap<string, readonly J[]>,
  wanted: ReadonlyMap<string, number>,
  most: number,
): readonly J[] {
  const picked: J[] = []
  for (let round = 0; picked.length < most; round++) {
    const before = picked.length
    for (const [food, list] of byFood) {
      const jar = round < (wanted.get(food) ?? 0) ? list[round] : undefined
      if (jar && picked.length < most) picked.push(jar)
    }
    if (picked.length === before) break
  }
  return picked
}
