import { ODD_JARS, stillWanted, type FoodWant } from '../../book/wants'
import { quartsOf } from '../../method/jar-size'
import { lossOf, weightsOf, type Portion, type SeasonLot, type SeasonModel } from './model'

/** What one jar more than is wanted is worth, to give away; a load is worth three of them. */
const GIFT = 2
/** So many quarts beyond what is wanted, and the next is worth a third of the first. */
const GIFTS_QUARTS = 4

/** What jars of no load cost, lot by lot and food by food. */
export class Worth {
  private readonly food: Int32Array
  private readonly lotsOf: readonly (readonly number[])[]
  private readonly quarts: Float64Array
  private readonly loss: Float64Array
  /** Jars of each lot that may be left over. */
  private readonly odd: Int32Array
  private readonly oddShare: number
  /** By food, quarts that its lots have. */
  private readonly offered: Float64Array
  private readonly wants: readonly (FoodWant | undefined)[]
  private readonly sums: Float64Array
  private readonly open: Float64Array

  constructor(readonly model: SeasonModel) {
    const names = [...new Set(model.lots.map((l) => l.foodId))]
    this.food = Int32Array.from(model.lots, (l) => names.indexOf(l.foodId))
    this.lotsOf = names.map((_, f) =>
      model.lots.flatMap((_l, i) => (this.food[i] === f ? [i] : [])),
    )
    this.quarts = Float64Array.from(model.lots, (l) => quartsOf(l.jar))
    this.loss = Float64Array.from(model.lots, (l) => lossOf(model, l))
    this.oddShare = weightsOf(model).odd
    this.odd = Int32Array.from(model.lots, (l) => oddJars(model, l))
    this.offered = new Float64Array(names.length)
    model.lots.forEach((l, i) =>
      this.add(this.offered, this.food[i] ?? 0, l.jars * quartsOf(l.jar)),
    )
    this.wants = names.map((foodId) => model.wants?.find((w) => w.foodId === foodId))
    this.sums = new Float64Array(names.length)
    this.open = new Float64Array(names.length)
  }

  /** What all jars of no load cost. @param open by lot. */
  cost(open: ArrayLike<number>): number {
    this.sums.fill(0)
    this.open.fill(0)
    for (let lot = 0; lot < this.food.length; lot++) {
      const jars = open[lot] ?? 0
      if (jars <= 0) continue
      const food = this.food[lot] ?? 0
      this.add(this.sums, food, this.lotLoss(lot, jars))
      this.add(this.open, food, jars * (this.quarts[lot] ?? 1))
    }
    let cost = 0
    for (let food = 0; food < this.sums.length; food++)
      if ((this.open[food] ?? 0) > 0)
        cost += (this.sums[food] ?? 0) * this.shareOf(food, this.open[food] ?? 0)
    return cost
  }

  /**
   * What a jar of a lot in a load saves on average.
   * @param jars so many of it. @param open by lot, as it stands before.
   */
  perJar(lot: number, jars: number, open: ArrayLike<number>): number {
    const food = this.food[lot] ?? 0
    const here = open[lot] ?? 0
    const own = this.lotLoss(lot, here) - this.lotLoss(lot, here - jars)
    if (!this.wants[food]) return own / jars
    let sum = 0
    let quarts = 0
    for (const l of this.lotsOf[food] ?? []) {
      const n = open[l] ?? 0
      if (n <= 0) continue
      sum += this.lotLoss(l, n)
      quarts += n * (this.quarts[l] ?? 1)
    }
    const after = quarts - jars * (this.quarts[lot] ?? 1)
    const left = after > 1e-9 ? (sum - own) * this.shareOf(food, after) : 0
    return (sum * this.shareOf(food, quarts) - left) / jars
  }

  /** Of the open jars of each lot, those that are still wanted; the others are to eat, freeze or give. */
  lost(open: ArrayLike<number>): readonly number[] {
    const byUrgency = this.model.lots
      .map((_, i) => i)
      .sort((a, b) => (this.model.lots[a]?.due ?? 0) - (this.model.lots[b]?.due ?? 0))
    const lots = byUrgency.flatMap((i) => {
      const lot = this.model.lots[i]
      return lot ? [{ ...lot, open: open[i] ?? 0, odd: this.odd[i] ?? 0 }] : []
    })
    const wanted = stillWanted(lots, this.model.wants ?? [])
    const lost = this.model.lots.map(() => 0)
    byUrgency.forEach((i, at) => (lost[i] = wanted[at] ?? 0))
    return lost
  }

  /** What the bound of a season pays for jars of a lot in loads: nothing here, where `caps` say it. */
  linear(lot: number): number {
    return this.capped(this.food[lot] ?? 0) || (this.odd[lot] ?? 0) > 0 ? 0 : (this.loss[lot] ?? 0)
  }

  /**
   * What jars of these lots in loads can save at most, together: each what it is worth, all of
   * them no more than they cost where none of them is in a load.
   */
  caps(
    jars: readonly number[],
  ): readonly { readonly lots: readonly number[]; readonly most: number }[] {
    const of = new Map<string, number[]>()
    this.model.lots.forEach((_, lot) => {
      const food = this.food[lot] ?? 0
      if (this.linear(lot) > 0 || (jars[lot] ?? 0) === 0) return
      const key = this.capped(food) ? `food ${food}` : `lot ${lot}`
      of.set(key, [...(of.get(key) ?? []), lot])
    })
    return [...of.values()].map((lots) => {
      const open = this.model.lots.map((_, lot) => (lots.includes(lot) ? (jars[lot] ?? 0) : 0))
      return { lots, most: this.cost(open) }
    })
  }

  /** What one jar of a lot is worth at most. */
  most(lot: number): number {
    return this.loss[lot] ?? 0
  }

  private capped(food: number): boolean {
    const want = this.wants[food]
    return want !== undefined && (this.offered[food] ?? 0) > want.quarts
  }

  private lotLoss(lot: number, jars: number): number {
    const odd = Math.min(jars, this.odd[lot] ?? 0)
    return (this.loss[lot] ?? 0) * (jars - odd + odd * this.oddShare)
  }

  private get gift(): number {
    return GIFT / Math.max(1, weightsOf(this.model).lost)
  }

  /** The average worth of what is in no load, of a wanted jar's. */
  private shareOf(food: number, open: number): number {
    const want = this.wants[food]
    if (!want) return 1
    const offered = this.offered[food] ?? 0
    return (valueOf(want, offered, this.gift) - valueOf(want, offered - open, this.gift)) / open
  }

  private add(to: Float64Array, at: number, n: number): void {
    to[at] = (to[at] ?? 0) + n
  }
}

/** What so many quarts of a food are worth together, in wanted quarts. */
function valueOf(want: FoodWant, quarts: number, gift: number): number {
  const more = quarts - want.quarts
  if (more <= 0) return quarts
  return (
    want.quarts + (want.nobody ? 0 : gift * GIFTS_QUARTS * (1 - Math.exp(-more / GIFTS_QUARTS)))
  )
}

/** Jars of a lot that may be left over; none where all is put up. */
const oddJars = (model: SeasonModel, lot: SeasonLot): number =>
  lot.putUpAll || weightsOf(model).odd >= 1 ? 0 : ODD_JARS

/** Jars of each lot that a plan has in no load: in all, still wanted, and to eat, freeze or give. */
export interface OpenOfPlan {
  readonly open: readonly number[]
  readonly lost: readonly number[]
  readonly spare: readonly number[]
}

/** What a plan leaves open, lot by lot. */
export function openOf(
  model: SeasonModel,
  plan: { readonly loads: readonly { readonly portions: readonly Portion[] }[] },
  worth = new Worth(model),
): OpenOfPlan {
  const open = model.lots.map((l) => l.jars)
  for (const load of plan.loads)
    for (const p of load.portions) open[p.lot] = (open[p.lot] ?? 0) - p.jars
  const there = open.map((n) => Math.max(0, n))
  const lost = worth.lost(there)
  return { open: there, lost, spare: there.map((n, i) => n - (lost[i] ?? 0)) }
}
