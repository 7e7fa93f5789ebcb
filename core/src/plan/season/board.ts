import { factsOf, type Facts, type Fit } from './facts'
import { Habits } from './habits'
import { DayTally, type LoadTimes } from './length'
import { MOST_OVER_MIN, weightsOf, type PlanLoad, type SeasonModel, type SeasonPlan } from './model'
import { lengthCost, WEIGHTS, type KeeperWeights } from './weights'
import { Stocks } from './stocks'
import { Worth } from './worth'

/** A load being put together. */
export interface BoardLoad {
  readonly id: string | undefined
  readonly day: number
  readonly canner: number
  readonly group: number
  readonly capacity: number
  readonly least: number
  readonly pinned: boolean
  portions: { lot: number; jars: number }[]
  jars: number
  prepMin: number
  /** Boiled or simmered before it is filled: the longest of its jars. */
  cookMin: number
  minutes: number
  /** Shortest own time among its jars: how far it may be stretched. */
  shortest: number
  times: LoadTimes
}

/** A place for some jars of a lot: in a load that is there, or in a new one. */
export interface Place {
  readonly lot: number
  readonly day: number
  readonly canner: number
  readonly load: BoardLoad | null
  readonly jars: number
  /** Change of cost by putting them there, without what they would cost as lost. */
  readonly delta: number
}

interface Saved {
  readonly days: Map<number, readonly BoardLoad[]>
  readonly open: Int32Array
  readonly stocks: readonly Float64Array[]
}

const copyLoad = (l: BoardLoad): BoardLoad => ({
  ...l,
  portions: l.portions.map((p) => ({ ...p })),
})

/**
 * A plan that is changed in place: what every constructive and improving way of
 * planning works on. Whatever stands on it can be done, within time, capacity,
 * minimum loads and supplies.
 */
export class Board {
  readonly byDay: BoardLoad[][]
  /** Lots by how long they can wait, shortest first. */
  readonly urgent: readonly number[]
  /** Jars of each lot that are in no load. */
  readonly open: Int32Array
  private readonly facts: Facts
  private readonly stocks: Stocks
  private readonly lengths: Float64Array
  private readonly costs: Float64Array
  private readonly tally: DayTally
  private readonly weights: KeeperWeights
  private readonly habits: Habits
  private readonly worth: Worth
  private saved: Saved | undefined

  constructor(readonly model: SeasonModel) {
    this.byDay = model.days.map(() => [])
    this.open = Int32Array.from(model.lots, (l) => l.jars)
    this.facts = factsOf(model)
    this.weights = weightsOf(model)
    this.urgent = this.facts.urgent
    this.stocks = new Stocks(model)
    this.tally = new DayTally(model.canners.length)
    this.lengths = new Float64Array(model.days.length)
    this.costs = new Float64Array(model.days.length)
    this.worth = new Worth(model)
    this.habits = new Habits(this.facts, this.weights, this.byDay, this.lengths)
    for (let d = 0; d < model.days.length; d++) this.renew(d)
  }

  /** Adds a load as it is, if it can be done; a pinned one also where it makes the day too long. */
  addWhole(load: PlanLoad): boolean {
    let made: BoardLoad | null = null
    for (const p of load.portions) {
      const { pinned = false } = load
      const place = this.placeAt(p.lot, load.day, load.canner, made, p.jars, 1, pinned)
      if (place?.jars === p.jars) made = this.put(place, load)
      else {
        if (made) this.remove(made)
        return false
      }
    }
    if (made && made.jars < made.least) this.remove(made)
    return made !== null && made.jars >= made.least
  }

  plan(): SeasonPlan {
    return {
      loads: this.byDay.flat().map((l) => ({
        ...(l.id ? { id: l.id } : {}),
        day: l.day,
        canner: l.canner,
        portions: l.portions.map((p) => ({ ...p })),
        ...(l.pinned ? { pinned: true } : {}),
      })),
    }
  }

  /** What the plan costs as it stands, as `costOf` would say. */
  cost(): number {
    let sum = 0
    for (const c of this.costs) sum += c
    sum += this.habits.inARow()
    return sum + this.worth.cost(this.open)
  }

  /** Minutes between the estimated end of a day and the latest it may have. */
  slack(day: number): number {
    const open = this.model.days[day]?.minutes ?? 0
    return open + this.model.lateMinutes - (this.lengths[day] ?? 0)
  }

  /** Pieces of each supply line that may still be drawn, by day. */
  supplyLeft(): readonly (readonly number[])[] {
    return this.model.supplies.map((_, line) =>
      this.model.days.map((_day, d) => this.stocks.left(line, d)),
    )
  }

  fit(lot: number, canner: number): Fit | null {
    return this.facts.fits[lot]?.[canner] ?? null
  }

  /**
   * A place for up to `wanted` jars on a day, in a load or a new one of a
   * canner; undefined when there is none.
   * @param least fewest jars of a new load when it is not the canner's own minimum.
   * @param stays a load that people have put there: it may make the day too long.
   */
  placeAt(
    lot: number,
    day: number,
    canner: number,
    load: BoardLoad | null,
    wanted: number,
    least?: number,
    stays = false,
  ): Place | undefined {
    const from = this.model.lots[lot]
    const fit = this.facts.fits[lot]?.[canner]
    const open = this.model.days[day]?.minutes ?? 0
    if (!from || !fit || open <= 0 || day < from.arrived || day > from.due) return undefined
    if (day < (this.model.canners[canner]?.from ?? 0)) return undefined
    let jars = Math.min(wanted, this.open[lot] ?? 0, load ? roomIn(load, fit, stays) : fit.capacity)
    for (const line of this.facts.linesOf[lot] ?? [])
      jars = Math.min(jars, this.stocks.left(line, day))
    const few = load ? 1 : (least ?? fit.least)
    if (jars < few) return undefined
    const minutes = Math.max(load?.minutes ?? 0, fit.minutes)
    const lengthWith = (n: number): number =>
      this.lengthOf(
        day,
        this.timesOf(
          canner,
          (load?.jars ?? 0) + n,
          (load?.prepMin ?? 0) + n * from.prepMinPerJar,
          minutes,
          Math.max(load?.cookMin ?? 0, from.cookMin ?? 0),
        ),
        load,
      )
    const latest = open + this.model.lateMinutes + 1e-6
    let length = lengthWith(jars)
    if (length > latest && !stays) {
      jars = mostWithin(few, jars - 1, (n) => lengthWith(n) <= latest)
      if (jars < few) return undefined
      length = lengthWith(jars)
    }
    const before = this.lengths[day] ?? 0
    const w = this.weights
    const longer = lengthCost(w, length, open) - lengthCost(w, before, open)
    const over = jars * (minutes - fit.minutes) + (load ? load.jars * (minutes - load.minutes) : 0)
    const fresh = load ? 0 : WEIGHTS.load + (before === 0 ? w.day + this.habits.beside(day) : 0)
    const faded = jars * this.fadeOf(lot, day) * WEIGHTS.quality
    const more = load?.portions.some((p) => p.lot === lot) ? 0 : w.portion
    const delta =
      fresh + more + faded + longer + over * WEIGHTS.over + this.habits.more(lot, day, jars)
    return { lot, day, canner, load, jars, delta }
  }

  /** Puts jars where a place says; gives the load they are in. */
  put(place: Place, like?: Pick<PlanLoad, 'id' | 'pinned'>): BoardLoad {
    const { lot, day, canner, jars } = place
    const fit = this.facts.fits[lot]?.[canner]
    const from = this.model.lots[lot]
    if (!fit || !from) throw new RangeError('this place is not of this model')
    this.save(day)
    const load = place.load ?? this.newLoad(day, canner, fit, like)
    const had = load.portions.find((p) => p.lot === lot)
    if (had) had.jars += jars
    else load.portions.push({ lot, jars })
    load.jars += jars
    load.prepMin += jars * from.prepMinPerJar
    load.cookMin = Math.max(load.cookMin, from.cookMin ?? 0)
    load.minutes = Math.max(load.minutes, fit.minutes)
    load.shortest = Math.min(load.shortest, fit.minutes)
    this.draw(lot, day, jars)
    this.retime(load)
    return load
  }

  private newLoad(
    day: number,
    canner: number,
    fit: Fit,
    like?: Pick<PlanLoad, 'id' | 'pinned'>,
  ): BoardLoad {
    const load: BoardLoad = {
      id: like?.id,
      day,
      canner,
      group: fit.group,
      capacity: fit.capacity,
      least: fit.least,
      pinned: like?.pinned ?? false,
      portions: [],
      jars: 0,
      prepMin: 0,
      cookMin: 0,
      minutes: 0,
      shortest: Infinity,
      times: { canner, hands: 0, run: 0 },
    }
    this.byDay[day]?.push(load)
    return load
  }

  /** Takes a load off; its jars are open again. */
  remove(load: BoardLoad): void {
    this.save(load.day)
    const day = this.byDay[load.day] ?? []
    const at = day.indexOf(load)
    if (at < 0) return
    day.splice(at, 1)
    for (const p of load.portions) this.draw(p.lot, load.day, -p.jars)
    this.renew(load.day)
  }

  /** Takes some jars of a lot out of a load. */
  take(load: BoardLoad, lot: number, jars: number): void {
    const had = load.portions.find((p) => p.lot === lot)
    const from = this.model.lots[lot]
    if (!had || !from || had.jars < jars) return
    if (load.jars === jars) return this.remove(load)
    this.save(load.day)
    had.jars -= jars
    load.portions = load.portions.filter((p) => p.jars > 0)
    load.jars -= jars
    load.prepMin -= jars * from.prepMinPerJar
    const own = load.portions.map((p) => this.facts.fits[p.lot]?.[load.canner]?.minutes ?? 0)
    load.minutes = Math.max(...own)
    load.cookMin = Math.max(0, ...load.portions.map((p) => this.model.lots[p.lot]?.cookMin ?? 0))
    load.shortest = Math.min(...own)
    this.draw(lot, load.day, -jars)
    this.retime(load)
  }

  /** From here on changes can be taken back as one. */
  mark(): void {
    this.saved = { days: new Map(), open: this.open.slice(), stocks: this.stocks.copy() }
  }

  /** Days that were changed since the mark. */
  changed(): readonly number[] {
    return [...(this.saved?.days.keys() ?? [])]
  }

  /** Takes back everything since the mark. */
  rollback(): void {
    const { saved } = this
    if (!saved) return
    this.saved = undefined
    for (const [day, loads] of saved.days) {
      this.byDay[day] = [...loads]
      this.renew(day)
    }
    this.open.set(saved.open)
    this.stocks.restore(saved.stocks)
  }

  private save(day: number): void {
    if (this.saved && !this.saved.days.has(day))
      this.saved.days.set(day, (this.byDay[day] ?? []).map(copyLoad))
  }

  private timesOf(
    canner: number,
    jars: number,
    prepMin: number,
    minutes: number,
    cook: number,
  ): LoadTimes {
    const stages = this.model.canners[canner]?.stageMinutes
    const fill = (stages?.fillMinFixed ?? 0) + (stages?.fillMinPerJar ?? 0) * jars
    return { canner, hands: prepMin + fill, run: (this.facts.baseRun[canner] ?? 0) + minutes, cook }
  }

  private retime(load: BoardLoad): void {
    load.times = this.timesOf(load.canner, load.jars, load.prepMin, load.minutes, load.cookMin)
    this.renew(load.day)
  }

  /** Cost of one jar of a lot waiting until a day. */
  waitCost(lot: number, day: number): number {
    return this.fadeOf(lot, day) * WEIGHTS.quality
  }

  /** What each of some jars of a lot in a load is worth. */
  worthOf(lot: number, jars = 1): number {
    return this.worth.perJar(lot, jars, this.open)
  }

  private fadeOf(lot: number, day: number): number {
    return this.facts.fade[lot]?.[day - Math.max(0, this.model.lots[lot]?.arrived ?? 0)] ?? 0
  }

  /** Length and cost of a day as it stands. */
  private renew(day: number): void {
    const length = this.lengthOf(day)
    this.lengths[day] = length
    const loads = this.byDay[day] ?? []
    const w = this.weights
    let cost = lengthCost(w, length, this.model.days[day]?.minutes ?? 0)
    if (loads.length > 0 && !this.facts.fixed[day]?.length) cost += w.day
    cost += this.habits.ofDay(day)
    for (const load of loads) {
      cost += WEIGHTS.load + load.portions.length * w.portion
      for (const p of load.portions) {
        const own = this.facts.fits[p.lot]?.[load.canner]?.minutes ?? 0
        cost += p.jars * this.fadeOf(p.lot, day) * WEIGHTS.quality
        cost += p.jars * (load.minutes - own) * WEIGHTS.over
      }
    }
    this.costs[day] = cost
  }

  /** Length of a day, with one more load or with one replaced. */
  private lengthOf(day: number, times?: LoadTimes, instead?: BoardLoad | null): number {
    const { tally } = this
    tally.clear()
    for (const stays of this.facts.fixed[day] ?? []) tally.add(stays)
    for (const load of this.byDay[day] ?? []) if (load !== instead) tally.add(load.times)
    if (times) tally.add(times)
    return tally.length(this.model.days[day]?.people ?? 1, this.model.burners)
  }

  private draw(lot: number, day: number, jars: number): void {
    this.open[lot] = (this.open[lot] ?? 0) - jars
    for (const line of this.facts.linesOf[lot] ?? []) this.stocks.draw(line, day, jars)
  }
}

/** The largest whole number from `low` to `high` that fits, by halving; under `low` when none does. */
function mostWithin(low: number, high: number, fits: (n: number) => boolean): number {
  let [from, to] = [low - 1, high]
  while (from < to) {
    const mid = Math.ceil((from + to) / 2)
    if (fits(mid)) from = mid
    else to = mid - 1
  }
  return from
}

/** @param stays it is being put up as people have pinned it, with all its lots. */
function roomIn(load: BoardLoad, fit: Fit, stays: boolean): number {
  if (load.group !== fit.group) return 0
  if (load.pinned) return stays ? load.capacity - load.jars : 0
  const spread = Math.max(load.minutes, fit.minutes) - Math.min(load.shortest, fit.minutes)
  return spread > MOST_OVER_MIN ? 0 : load.capacity - load.jars
}
