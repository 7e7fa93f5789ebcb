import type { Facts } from './facts'
import type { Portion } from './model'
import { foodsBeyond, type KeeperWeights } from './weights'

/**
 * What the days of a board cost for the habits of those who follow the plan: canning on days
 * in a row, many foods on one day, and jars elsewhere than people have them.
 */
export class Habits {
  constructor(
    private readonly facts: Facts,
    private readonly weights: KeeperWeights,
    private readonly byDay: readonly (readonly { readonly portions: readonly Portion[] }[])[],
    /** Minutes of each day as it stands. */
    private readonly lengths: Float64Array,
  ) {}

  /** What all days in a row cost. */
  inARow(): number {
    const { inARow } = this.weights
    if (inARow === 0) return 0
    let rows = 0
    let run = 0
    for (const length of this.lengths) {
      run = length > 0 ? run + 1 : 0
      rows += Math.max(0, run - 1)
    }
    return rows * inARow
  }

  /** What canning on a day more costs for the days in a row that it lengthens or joins. */
  beside(day: number): number {
    const { inARow } = this.weights
    if (inARow === 0) return 0
    const [before, after] = [this.runFrom(day - 1, -1), this.runFrom(day + 1, 1)]
    return (rowsOf(before + 1 + after) - rowsOf(before) - rowsOf(after)) * inARow
  }

  /** Canning days that follow each other from a day on, in one direction. */
  private runFrom(day: number, step: 1 | -1): number {
    let run = 0
    for (let d = day; (this.lengths[d] ?? 0) > 0; d += step) run += 1
    return run
  }

  /** What a day costs for its foods, and for jars that are elsewhere in the plan people have. */
  ofDay(day: number): number {
    const { food, moved } = this.weights
    const foods = food > 0 ? foodsBeyond(this.foodsOn(day).size) * food : 0
    return foods + (this.facts.before ? this.movedTo(day) * moved : 0)
  }

  /** What some jars of a lot on a day cost more. */
  more(lot: number, day: number, jars: number): number {
    const { food, moved } = this.weights
    let cost = 0
    if (food > 0) {
      const foods = this.foodsOn(day)
      const before = foodsBeyond(foods.size)
      foods.add(this.facts.food[lot] ?? -1)
      cost += (foodsBeyond(foods.size) - before) * food
    }
    const days = this.facts.before?.[lot]
    if (days) {
      const had = days[day] ?? 0
      const here = this.jarsOn(lot, day)
      cost += (Math.max(0, here + jars - had) - Math.max(0, here - had)) * moved
    }
    return cost
  }

  private foodsOn(day: number): Set<number> {
    const foods = new Set<number>()
    for (const load of this.byDay[day] ?? [])
      for (const p of load.portions) foods.add(this.facts.food[p.lot] ?? -1)
    return foods
  }

  private jarsOn(lot: number, day: number): number {
    let jars = 0
    for (const load of this.byDay[day] ?? [])
      for (const p of load.portions) if (p.lot === lot) jars += p.jars
    return jars
  }

  private movedTo(day: number): number {
    const here = new Map<number, number>()
    for (const load of this.byDay[day] ?? [])
      for (const p of load.portions) here.set(p.lot, (here.get(p.lot) ?? 0) + p.jars)
    let moved = 0
    for (const [lot, jars] of here) {
      const days = this.facts.before?.[lot]
      if (days) moved += Math.max(0, jars - (days[day] ?? 0))
    }
    return moved
  }
}

/** What so many days in a row count: the second one, the third two, and so on. */
const rowsOf = (days: number): number => (days * (days - 1)) / 2
