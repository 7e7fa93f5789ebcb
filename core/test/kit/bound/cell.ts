import type { PlanLoad, Portion } from '../../../src/plan/season/model'

/** Loads of one kind on one day and canner: one pressure, jar and time. */
export interface Cell {
  readonly day: number
  readonly canner: number
  readonly minutes: number
  readonly capacity: number
  readonly least: number
  readonly loads: number
  readonly first: number
  readonly lots: readonly { readonly lot: number; readonly column: number }[]
}

/** The loads a solution means. */
export function readLoads(cells: readonly Cell[], values: readonly number[]): readonly PlanLoad[] {
  return cells.flatMap((cell) => {
    const queue = cell.lots
      .map((l): Portion => ({ lot: l.lot, jars: Math.round(values[l.column] ?? 0) }))
      .filter((p) => p.jars > 0)
      .sort((a, b) => b.jars - a.jars)
    return splitCell(cell, queue, Math.round(values[cell.loads] ?? 0))
  })
}

/** Divides a cell's jars into its loads: full ones first, the last not under the minimum. */
function splitCell(cell: Cell, queue: readonly Portion[], loads: number): PlanLoad[] {
  const jars = queue.reduce((n, p) => n + p.jars, 0)
  const rest = queue.map((p) => ({ ...p }))
  const made: PlanLoad[] = []
  let left = jars
  for (let k = 0; k < loads && left > 0; k++) {
    const later = Math.min(left, (loads - k - 1) * cell.least)
    const size = Math.min(cell.capacity, left - later)
    const portions: { lot: number; jars: number }[] = []
    for (let need = size; need > 0;) {
      const next = rest.find((p) => p.jars > 0)
      if (!next) break
      const n = Math.min(need, next.jars)
      portions.push({ lot: next.lot, jars: n })
      ;(next as { jars: number }).jars -= n
      need -= n
    }
    left -= size
    made.push({ day: cell.day, canner: cell.canner, portions })
  }
  return made
}
