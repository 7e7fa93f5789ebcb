import type { Board, BoardLoad } from './board'
import { placeLots } from './construct'
import type { DayEnds } from './day-ends'

/**
 * Sees to it that days end in time by their sheets: the smallest load of a late day goes
 * elsewhere, with that day shut; what finds no other place is left out. A day whose loads are
 * all pinned stays as the keeper made it.
 * @param days looked at, anew after each change.
 * @param enough gives up when it says so; asked after each load.
 * @returns whether all of them end in time now, as far as may be.
 */
export function mendDays(
  board: Board,
  ends: DayEnds,
  days: () => readonly number[],
  enough: (moved: number) => boolean,
): boolean {
  const shut = new Set<number>()
  const pinned = new Set<number>()
  for (let moved = 0; ; moved++) {
    const late = days().find((d) => !pinned.has(d) && !ends.inTime(board, d))
    if (late === undefined) return true
    const smallest = smallestOf(board.byDay[late] ?? [])
    if (!smallest) {
      pinned.add(late)
      continue
    }
    shut.add(late)
    const lots = smallest.portions.map((p) => p.lot)
    board.remove(smallest)
    placeLots(board, lots, { shut })
    if (enough(moved + 1)) return false
  }
}

/** The load with the fewest jars that may be moved. */
const smallestOf = (loads: readonly BoardLoad[]): BoardLoad | undefined =>
  loads
    .filter((l) => !l.pinned)
    .reduce<BoardLoad | undefined>((a, b) => (a && a.jars <= b.jars ? a : b), undefined)
