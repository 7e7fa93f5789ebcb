import type { DayLoad } from '../../src'

interface Task {
  readonly load: number
  readonly name: 'prepare' | 'fill' | 'climb' | 'unload'
}
/** Times of one load: preparation, filling, heat on, unloading. */
type Times = [prepare: number, fill: number, heat: number, unload: number]

const TASKS = ['prepare', 'fill', 'climb', 'unload'] as const

const afterHeat = ({ stages: s }: DayLoad) => ({
  climb: s.heat + s.vent,
  out: s.heat + s.vent + s.climb + s.process + s.cool + s.rest,
})

const startOf = (t: Task, times: readonly Times[], loads: readonly DayLoad[]): number => {
  const [prepare, fill, heat, unload] = times[t.load]!
  return { prepare, fill, climb: heat + afterHeat(loads[t.load]!).climb, unload }[t.name]
}
const minutesOf = (t: Task, loads: readonly DayLoad[]): number => loads[t.load]!.stages[t.name]

function* orders(loads: readonly DayLoad[], done: number[]): Generator<Task[]> {
  if (done.every((n) => n === TASKS.length)) yield []
  for (let load = 0; load < loads.length; load++) {
    const name = TASKS[done[load]!]
    if (!name) continue
    const next = done.map((n, i) => (i === load ? n + 1 : n))
    for (const rest of orders(loads, next)) yield [{ load, name }, ...rest]
  }
}

/**
 * The earliest finish there can be, minutes after opening, by trying every order
 * of all hand work with every way of giving it to people. For two or three loads
 * whose preparation is one piece. Infinity when nothing can be done.
 */
export function bruteFinish(loads: readonly DayLoad[], people: number): number {
  let best = Infinity
  for (const order of orders(
    loads,
    loads.map(() => 0),
  ))
    for (let given = 0; given < people ** order.length; given++) {
      const who = order.map((_, i) => Math.floor(given / people ** i) % people)
      // The first task may as well be the first person's.
      if (who[0] !== 0) continue
      best = Math.min(best, finishFor(loads, order, who, best))
    }
  return best
}

function finishFor(
  loads: readonly DayLoad[],
  order: readonly Task[],
  who: readonly number[],
  best: number,
): number {
  const times: Times[] = loads.map(() => [0, 0, 0, 0])
  const finish = (): number => Math.max(...loads.map((l, i) => times[i]![3] + l.stages.unload))
  let moved = true
  for (let round = 0; moved; round++) {
    // Times only grow: what is no earlier already will not become so.
    if (round > 60 || finish() >= best) return Infinity
    moved = false
    const atLeast = (load: number, k: 0 | 1 | 2 | 3, minute: number): void => {
      if (minute > times[load]![k] + 1e-9) {
        times[load]![k] = minute
        moved = true
      }
    }
    loads.forEach((load, i) => {
      const { prepare, fill } = load.stages
      const { out } = afterHeat(load)
      const t = times[i]!
      atLeast(i, 1, t[0] + prepare)
      atLeast(i, 2, t[1] + fill)
      atLeast(i, 1, t[2] - fill - 15)
      atLeast(i, 3, t[2] + out)
      atLeast(i, 2, t[3] - out - 45)
    })
    order.forEach((task, j) => {
      const before = order.slice(0, j).findLastIndex((_, i) => who[i] === who[j])
      if (before >= 0) {
        const free = startOf(order[before]!, times, loads) + minutesOf(order[before]!, loads)
        const k = TASKS.indexOf(task.name) as 0 | 1 | 2 | 3
        atLeast(
          task.load,
          k,
          task.name === 'climb' ? free - afterHeat(loads[task.load]!).climb : free,
        )
      }
    })
    // Canners: filled first, run first.
    const filled = order.filter((t) => t.name === 'fill').map((t) => t.load)
    filled.forEach((load, j) => {
      for (const earlier of filled.slice(0, j))
        if (loads[earlier]!.cannerId === loads[load]!.cannerId)
          atLeast(load, 2, times[earlier]![3] + loads[earlier]!.stages.unload)
    })
  }
  return finish()
}
