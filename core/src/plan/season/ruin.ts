import type { Board, BoardLoad } from './board'
import { boardWith, LEAST_BLUR, placeLots } from './construct'
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

const RUINS = [stretch, closeDay, kin, halfEmpty]

/**
 * Search by ruin and rebuild: takes a part of the plan apart and puts it together
 * again where it costs least, and keeps what is better (and, while it is warm,
 * now and then what is a little worse). The same seed gives the same plan.
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
  ) {
    this.best = start
    this.board = this.boardOf(start)
    this.here = start.cost
  }

  /** Goes on from another plan if it is better. */
  jump(to: Standing): void {
    if (to.cost >= this.best.cost - 1e-6) return
    this.best = to
    this.home()
  }

  /** Goes back to the best plan. */
  private home(): void {
    this.board = this.boardOf(this.best)
    this.here = this.best.cost
  }

  /** @param warmth share of the cost by which one step may be worse. */
  run(steps: number, warmth: number): void {
    const { board, random } = this
    const heat = warmth * this.best.cost
    for (let step = 0; step < steps; step++) {
      board.mark()
      if (!rebuild(board, random)) continue
      const cost = board.cost()
      if (cost < this.here + heat * random() ** 4) this.here = cost
      else board.rollback()
      if (this.here < this.best.cost - 1e-6) this.best = { plan: board.plan(), cost: this.here }
    }
  }

  private boardOf(at: Standing): Board {
    return boardWith(this.model, [...this.kept, ...at.plan.loads.filter((l) => !l.pinned)])
  }
}

/** Takes a part apart and puts it together again; false when there was nothing to take. */
function rebuild(board: Board, random: () => number): boolean {
  const ruin = (RUINS[below(random, RUINS.length)] ?? stretch)(board, random)
  if (ruin.loads.length === 0) return false
  for (const load of ruin.loads) board.remove(load)
  const blur = random() < 0.5 ? undefined : () => LEAST_BLUR + 0.3 * random()
  placeLots(board, orderOf(board, random), {
    ...(blur ? { blur } : {}),
    ...(ruin.shut ? { shut: ruin.shut } : {}),
  })
  return true
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
