import { quartsOf } from '../../method/jar-size'
import type { JarSize } from '../../words'
import type { SeasonModel, SeasonPlan } from './model'
import { openOf } from './worth'

/** What a season does with one food. */
export interface FoodInSeason {
  readonly foodId: string
  /** The size that most of its jars have; counts are in it, by volume. */
  readonly jar: JarSize
  /** Jars still wanted; null where the household has not said how much it eats. */
  readonly wanted: number | null
  readonly planned: number
  /** Jars that find no place though they are wanted. */
  readonly lost: number
  /** Jars to eat, freeze or give: more than is wanted, or too few for a load. */
  readonly spare: number
  /** Nobody eats it. */
  readonly nobody: boolean
}

/** What a plan puts on the shelf, food by food, and what it leaves; the most planned first. */
export function seasonByFood(model: SeasonModel, plan: SeasonPlan): readonly FoodInSeason[] {
  const { open, lost, spare } = openOf(model, plan)
  const placed = model.lots.map((l, i) => l.jars - (open[i] ?? 0))
  const foods = [...new Set(model.lots.map((l) => l.foodId))].map((foodId): FoodInSeason => {
    const lots = model.lots.flatMap((l, i) => (l.foodId === foodId ? [i] : []))
    const jar = usualJar(lots.map((i) => model.lots[i]))
    const count = (of: readonly number[]): number =>
      lots.reduce((n, i) => {
        const lot = model.lots[i]
        return lot ? n + ((of[i] ?? 0) * quartsOf(lot.jar)) / quartsOf(jar) : n
      }, 0)
    const want = model.wants?.find((w) => w.foodId === foodId)
    return {
      foodId,
      jar,
      wanted: want ? Math.ceil(want.quarts / quartsOf(jar) - 1e-9) : null,
      planned: Math.round(count(placed)),
      lost: Math.round(count(lost)),
      spare: Math.round(count(spare)),
      nobody: want?.nobody ?? false,
    }
  })
  return foods.sort((a, b) => b.planned - a.planned || b.spare - a.spare)
}

function usualJar(
  lots: readonly ({ readonly jar: JarSize; readonly jars: number } | undefined)[],
): JarSize {
  const by = new Map<JarSize, number>()
  for (const l of lots) if (l) by.set(l.jar, (by.get(l.jar) ?? 0) + l.jars)
  return [...by].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'quart'
}
