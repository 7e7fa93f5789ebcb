import { Board, type BoardLoad, type Place } from './board'
import type { PlanLoad, SeasonModel, SeasonPlan } from './model'

/** A board with the loads that stay. */
export function boardWith(model: SeasonModel, kept: readonly PlanLoad[] = []): Board {
  const board = new Board(model)
  for (const load of kept) board.addWhole(load)
  return board
}

/** Whole loads of one lot from one day on, as soon as may be; gives the jars that found no place. */
function canLotNow(board: Board, lot: number, from: number, to: number): void {
  const { model } = board
  for (let day = Math.max(0, from); day <= to && (board.open[lot] ?? 0) > 0; day++)
    for (;;) {
      const open = board.open[lot] ?? 0
      const places = model.canners.flatMap((_, c) => board.placeAt(lot, day, c, null, open) ?? [])
      // The canner that takes most of it; of equals the one that ends the day first.
      const best = places.sort((a, b) => b.jars - a.jars || a.delta - b.delta)[0]
      if (!best) break
      board.put(best)
    }
}

/**
 * First come, first canned: what people do by hand. Every lot by itself, in the
 * order the lots came, on the first evening there is room; odd jars make a load
 * of their own if they may.
 */
export function firstCome(model: SeasonModel, kept: readonly PlanLoad[] = []): SeasonPlan {
  const board = boardWith(model, kept)
  const order = model.lots
    .map((l, i) => ({ i, l }))
    .sort((a, b) => a.l.arrived - b.l.arrived || a.l.due - b.l.due || a.i - b.i)
  for (const { i, l } of order) canLotNow(board, i, l.arrived, l.due)
  return board.plan()
}

/**
 * Earliest can-by first: day by day, the lot with the earliest can-by first, its
 * loads topped up from the next lots that may share one. Nothing waits that could
 * be canned today.
 */
export function earliestCanBy(model: SeasonModel, kept: readonly PlanLoad[] = []): SeasonPlan {
  const board = boardWith(model, kept)
  const order = model.lots
    .map((l, i) => ({ i, due: l.due }))
    .sort((a, b) => a.due - b.due || a.i - b.i)
    .map((x) => x.i)
  for (let day = 0; day < model.days.length; day++) {
    for (const lot of order) {
      topUp(board, lot, day)
      canLotNow(board, lot, day, Math.min(day, model.lots[lot]?.due ?? -1))
    }
  }
  return board.plan()
}

function topUp(board: Board, lot: number, day: number): void {
  for (const load of board.byDay[day] ?? []) {
    const open = board.open[lot] ?? 0
    if (open === 0) return
    const place = board.placeAt(lot, day, load.canner, load, open)
    if (place) board.put(place)
  }
}

/** The least a blur multiplies by. */
export const LEAST_BLUR = 0.85

/** How the best place is looked for. */
export interface Placing {
  /** Multiplies what a place seems to cost, for variety; 1 when left out. */
  readonly blur?: () => number
  /** The share of what is open that one place gets at most; all of it when left out. */
  readonly part?: () => number
  /** Days on which nothing new is put. */
  readonly shut?: ReadonlySet<number>
  /** A load that nothing is put into. */
  readonly not?: BoardLoad
  /** Whether a day still ends in time by its sheet; asked where it is nearly full. */
  readonly fits?: (board: Board, day: number) => boolean
  /** Places that were tried and made a day too long. */
  readonly refused?: Set<string>
}

/** The cheapest place per jar for what is open of a lot; undefined when losing them is cheaper or none is left. */
function bestPlace(board: Board, lot: number, how: Placing = {}): Place | undefined {
  const from = board.model.lots[lot]
  const open = board.open[lot] ?? 0
  if (!from || open <= 0) return undefined
  const wanted = Math.ceil(open * (how.part?.() ?? 1))
  // The first jar is worth the most.
  const most = board.worthOf(lot)
  let best: Place | undefined
  let bestScore = 0
  const consider = (place: Place | undefined): void => {
    if (!place || how.refused?.has(keyOf(place))) return
    const score = (place.delta / place.jars) * (how.blur?.() ?? 1) - board.worthOf(lot, place.jars)
    if (score < bestScore) {
      best = place
      bestScore = score
    }
  }
  for (let day = Math.max(0, from.arrived); day <= from.due; day++) {
    if (how.shut?.has(day) || (board.model.days[day]?.minutes ?? 0) <= 0) continue
    // Waiting alone costs more by now than the best place found.
    if (board.waitCost(lot, day) * LEAST_BLUR - most >= bestScore) break
    for (const load of board.byDay[day] ?? [])
      if (
        load !== how.not &&
        load.jars < load.capacity &&
        load.group === board.fit(lot, load.canner)?.group
      )
        consider(board.placeAt(lot, day, load.canner, load, wanted))
    for (let c = 0; c < board.model.canners.length; c++)
      consider(board.placeAt(lot, day, c, null, wanted))
  }
  return best
}

/** A place as far as trying it again would come to the same. */
const keyOf = ({ lot, day, canner, load, jars }: Place): string =>
  `${lot} ${day} ${canner} ${load ? load.jars : 'new'} ${jars}`

/** Puts what is open of the lots where it costs least, in the order given. */
export function placeLots(board: Board, order: readonly number[], how: Placing = {}): void {
  const careful: Placing = how.fits ? { ...how, refused: new Set() } : how
  for (const lot of order) {
    for (let place = bestPlace(board, lot, careful); place; place = bestPlace(board, lot, careful))
      put(board, place, careful)
    if ((board.open[lot] ?? 0) > 0) borrow(board, lot, careful)
  }
}

/** Puts jars at a place; where that makes the day too long, fewer of them or none. */
function put(board: Board, place: Place, how: Placing): void {
  const { lot, day, canner, load: into } = place
  if (stays(board, place, how)) return
  const fewer = board.placeAt(lot, day, canner, into, Math.floor(place.jars * FEWER))
  if (fewer && !how.refused?.has(keyOf(fewer))) stays(board, fewer, how)
}

/** Puts jars at a place, if its day still ends in time then. */
function stays(board: Board, place: Place, { fits, refused }: Placing): boolean {
  const key = keyOf(place)
  const load = board.put(place)
  if (!fits || fits(board, place.day)) return true
  refused?.add(key)
  board.take(load, place.lot, place.jars)
  return false
}

/** Of what made a day too long. */
const FEWER = 0.6

/**
 * Odd jars under a canner's minimum that found no room: a load of the same lot
 * gives some of its own so that they make a load together.
 */
function borrow(board: Board, lot: number, how: Placing): void {
  // All of what is missing, at the place that is best: neither varied nor in parts.
  const { blur: _, part: __, ...plain } = how
  const open = board.open[lot] ?? 0
  const { arrived = 0, due = -1 } = board.model.lots[lot] ?? {}
  for (const load of board.byDay.slice(Math.max(0, arrived), due + 1).flat()) {
    const own = load.portions.find((p) => p.lot === lot)
    const missing = (board.fit(lot, load.canner)?.least ?? 0) - open
    if (load.pinned || !own || missing <= 0 || own.jars < missing) continue
    if (load.jars - missing < load.least) continue
    board.take(load, lot, missing)
    const place = bestPlace(board, lot, { ...plain, not: load })
    if (place?.jars === open + missing && stays(board, place, how)) return
    const back = board.placeAt(lot, load.day, load.canner, load, missing)
    if (back) board.put(back)
  }
}

/** A good plan at once: every lot where it costs least, those that cannot wait first. */
export function construct(
  model: SeasonModel,
  kept: readonly PlanLoad[] = [],
  fits?: Placing['fits'],
): SeasonPlan {
  const board = boardWith(model, kept)
  placeLots(board, board.urgent, fits ? { fits } : {})
  return board.plan()
}
