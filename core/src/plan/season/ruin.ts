import type { Board, BoardLoad } from './board'
import { boardWith, LEAST_BLUR, placeLots, type Placing } from './construct'
import type { DayEnds } from './day-ends'
import { mendDays } from './mend'
import type { PlanLoad, SeasonModel, SeasonPlan } from './model'
import { below, shuffled } from '../search/random'

/** Where a search stands: its best plan so far and what it costs. */
export interface Standing {
  readonly plan: SeasonPlan
  readonly cost: number
}

const LONGEST_STRETCH = 7
const MOST_LOTS = 5
/** Loads among which the emptiest is taken. */
const DRAWN = 6

/** What one step takes apart, and the days it then leaves alone. */
interface Ruin {
  readonly loads: readonly BoardLoad[]
  /** Single lots that come out of loads which stay. */
  readonly out?: readonly { readonly load: BoardLoad; readonly lot: number }[]
  readonly shut?: ReadonlySet<number>
}

/** The loads that may be moved, on some days. */
function loose(board: Board, from = 0, to = board.byDay.length - 1): BoardLoad[] {
  const found: BoardLoad[] = []
  for (let d = Math.max(0, from); d <= Math.min(to, board.byDay.length - 1); d++)
    for (const load of board.byDay[d] ?? []) if (!load.pinned) found.push(load)
  return found
}

/** A day with a load that may be moved. */
function someDay(board: Board, random: () => number): number {
  const days: number[] = []
  board.byDay.forEach((loads, d) => {
    if (loads.some((l) => !l.pinned)) days.push(d)
  })
  return days[below(random, days.length)] ?? 0
}

/** Takes a few days that follow each other apart. */
function stretch(board: Board, random: () => number): Ruin {
  const from = someDay(board, random)
  return { loads: loose(board, from, from + 1 + below(random, LONGEST_STRETCH)) }
}

/** Clears one day and keeps it clear: its loads go to others, or the step is undone. */
function closeDay(board: Board, random: () => number): Ruin {
  const day = someDay(board, random)
  const loads = loose(board, day - 2, day + 2).filter((l) => l.day === day || random() < 0.3)
  return { loads, shut: new Set([day]) }
}

/** Takes apart all loads of a lot and of some others that could share with it. */
function kin(board: Board, random: () => number): Ruin {
  const { lots } = board.model
  const first = below(random, lots.length)
  const lot = lots[first]
  if (!lot) return { loads: [] }
  const near = lots.flatMap((other, i) =>
    i !== first &&
    other.jar === lot.jar &&
    other.mouth === lot.mouth &&
    other.arrived <= lot.due &&
    other.due >= lot.arrived
      ? [i]
      : [],
  )
  const chosen = new Set([first, ...shuffled(random, near).slice(0, 1 + below(random, MOST_LOTS))])
  const from = Math.min(...[...chosen].map((i) => lots[i]?.arrived ?? 0))
  const to = Math.max(...[...chosen].map((i) => lots[i]?.due ?? 0))
  return {
    loads: loose(board, from, to).filter((l) => l.portions.some((p) => chosen.has(p.lot))),
  }
}

/** Takes apart a load that wastes room, the worst of a few, and some of its neighbours. */
function halfEmpty(board: Board, random: () => number): Ruin {
  let worst: BoardLoad | undefined
  for (let n = 0; n < DRAWN; n++) {
    const loads = board.byDay[someDay(board, random)]?.filter((l) => !l.pinned) ?? []
    const load = loads[below(random, loads.length)]
    if (load && load.jars / load.capacity < (worst ? worst.jars / worst.capacity : Infinity))
      worst = load
  }
  if (!worst) return { loads: [] }
  const near = loose(board, worst.day - 6, worst.day + 6).filter((l) => l !== worst)
  return { loads: [worst, ...shuffled(random, near).slice(0, 1 + below(random, 4))] }
}

/** Takes one lot out of all of its loads, or of some, and leaves their other jars where they are. */
function singleLot(board: Board, random: () => number): Ruin {
  const lot = below(random, board.model.lots.length)
  const { arrived = 0, due = -1 } = board.model.lots[lot] ?? {}
  const mine = loose(board, arrived, due).filter((l) => l.portions.some((p) => p.lot === lot))
  const taken = mine.length > 1 && random() < 0.5 ? shuffled(random, mine).slice(0, 1) : mine
  const whole = taken.filter((l) => l.portions.length === 1)
  const out = taken.filter((l) => l.portions.length > 1).map((load) => ({ load, lot }))
  return { loads: whole, out }
}

/** Takes two or three loads that lie near each other apart. */
function fewLoads(board: Board, random: () => number): Ruin {
  const day = someDay(board, random)
  return { loads: shuffled(random, loose(board, day - 3, day + 3)).slice(0, 2 + below(random, 2)) }
}

const RUINS = [stretch, closeDay, kin, halfEmpty, singleLot, fewLoads, fewLoads]

/**
 * Search by ruin and rebuild: takes a part of the plan apart and puts it together again
 * where it costs least, and keeps what is better (and, while it is warm, now and then what
 * is a little worse). The days of every step that is kept end in time by their sheets: what
 * makes one late goes elsewhere, or the step is undone. The same seed gives the same plan.
 */
export class Search {
  best: Standing
  private board: Board
  private here: number

  constructor(
    private readonly model: SeasonModel,
    private readonly kept: readonly PlanLoad[],
    start: Standing,
    private readonly random: () => number,
    private readonly ends: DayEnds,
  ) {
    this.best = start
    this.board = this.boardOf(start)
    this.here = start.cost
  }

  /** Goes back to the best plan. */
  home(): void {
    this.board = this.boardOf(this.best)
    this.here = this.best.cost
  }

  /**
   * @param from cost by which a step may be worse at the beginning, and
   * @param to at the end: as likely as a coin that falls so once in e times.
   */
  run(steps: number, from: number, to: number): void {
    const { board, random } = this
    const cool = from > 0 && to > 0 ? (to / from) ** (1 / Math.max(1, steps)) : 1
    for (let step = 0, heat = from; step < steps; step++, heat *= cool) {
      board.mark()
      if (!rebuild(board, random, this.careful ? this.fits : undefined)) continue
      const limit = this.here - heat * Math.log(1 - random() || 1e-12)
      const cost = board.cost()
      if (cost < limit && this.endInTime(limit)) this.here = board.cost()
      else board.rollback()
      if (this.here < this.best.cost - 1e-6) this.best = { plan: board.plan(), cost: this.here }
    }
  }

  /**
   * Lays days out while they are being filled, not only when a step is done. It takes its
   * time, and is for crowded seasons: hardly a step of those could be mended afterwards.
   */
  careful = false

  /** Every day that was changed ends in time, or is mended for less than a cost; false when not. */
  private endInTime(limit: number): boolean {
    const { board } = this
    return mendDays(
      board,
      this.ends,
      () => board.changed(),
      (moved) => moved > MOST_MENDED || board.cost() >= limit,
    )
  }

  private readonly odds = new Map<string, { yes: number; all: number }>()

  /**
   * Whether a day that was filled may stay so. Days with as many loads and as little to spare
   * by the estimate have mostly the same answer: where it was hardly ever yes, only now and
   * then one is laid out.
   */
  private readonly fits = (board: Board, day: number): boolean => {
    const slack = board.slack(day)
    if (slack >= SURE_MIN) return true
    const key = `${board.byDay[day]?.length ?? 0} ${Math.floor(slack / ALIKE_MIN)}`
    const odds = this.odds.get(key) ?? { yes: 0, all: 0 }
    this.odds.set(key, odds)
    odds.all++
    const hardly = odds.all > ENOUGH && odds.yes < HARDLY_EVER * odds.all
    if (hardly && odds.all % NOW_AND_THEN > 0) return false
    const inTime = this.ends.inTime(board, day)
    if (inTime) odds.yes += hardly ? NOW_AND_THEN : 1
    return inTime
  }

  private boardOf(at: Standing): Board {
    return boardWith(this.model, [...this.kept, ...at.plan.loads.filter((l) => !l.pinned)])
  }
}

/** So far from its latest end by the estimate, a day is not laid out while it is being filled. */
const SURE_MIN = 35
/** Days whose estimates are this near are alike, minutes. */
const ALIKE_MIN = 10
const ENOUGH = 20
const HARDLY_EVER = 0.35
const NOW_AND_THEN = 12

/** Loads that one step may put elsewhere because their day is late. */
const MOST_MENDED = 5

/** Takes a part apart and puts it together again; false when there was nothing to take. */
function rebuild(board: Board, random: () => number, fits: Placing['fits']): boolean {
  const ruin = (RUINS[below(random, RUINS.length)] ?? stretch)(board, random)
  const out = ruin.out ?? []
  if (ruin.loads.length === 0 && out.length === 0) return false
  for (const load of ruin.loads) board.remove(load)
  for (const { load, lot } of out) takeOut(board, load, lot)
  const blur = random() < 0.5 ? undefined : () => LEAST_BLUR + 0.3 * random()
  placeLots(board, orderOf(board, random), {
    ...(fits ? { fits } : {}),
    ...(blur ? { blur } : {}),
    ...(ruin.shut ? { shut: ruin.shut } : {}),
    ...(random() < 0.15 ? { part: () => 0.3 + 0.7 * random() } : {}),
  })
  return true
}

/** Takes a lot out of a load; what would be too few without it comes out whole. */
function takeOut(board: Board, load: BoardLoad, lot: number): void {
  const jars = load.portions.find((p) => p.lot === lot)?.jars ?? 0
  if (load.jars - jars < load.least) board.remove(load)
  else board.take(load, lot, jars)
}

/** The lots with open jars: by urgency, by size, or as it falls. */
function orderOf(board: Board, random: () => number): readonly number[] {
  const open = (i: number): boolean => (board.open[i] ?? 0) > 0
  const urgent = board.urgent.filter(open)
  const how = random()
  if (how < 0.4) return urgent
  if (how < 0.6) return [...urgent].sort((a, b) => (board.open[b] ?? 0) - (board.open[a] ?? 0))
  return shuffled(random, urgent)
}
