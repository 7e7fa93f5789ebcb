import { begins, ends } from './bounds'
import { assignHands } from './people'
import type { DayProblem } from './problem'

/**
 * The same day with each load's preparation as near to its filling as hands allow: what is
 * husked at eight for a jar that is filled at three has wilted. Nothing else moves, and
 * nobody is asked for more.
 * @param times of every node, minutes from opening, that keep to everything.
 * @returns times that keep to everything as well.
 */
export function gatherPreparation(problem: DayProblem, times: Float64Array): Float64Array {
  const { loads, nodes } = problem
  const fillOf = (i: number): number => times[nodes[i]?.fill ?? 0] ?? 0
  const order = loads.map((_, i) => i).sort((a, b) => fillOf(b) - fillOf(a))
  let now = times
  // What one load leaves, another may take: until nothing moves any more.
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const before = now
    for (const i of order) now = gatherLoad(problem, now, i)
    if (now === before) break
  }
  return now
}

const MOST_ROUNDS = 5

/** One load's pieces of preparation, from the last to the first, each as late as it goes. */
function gatherLoad(problem: DayProblem, times: Float64Array, i: number): Float64Array {
  const [load, at] = [problem.loads[i], problem.nodes[i]]
  if (!load || !at || load.running) return times
  const minutes = load.stages.prepare / at.prepare.length
  let now = times
  for (const [k, node] of [...at.prepare.entries()].reverse()) {
    const next = at.prepare[k + 1]
    const end = next === undefined ? (now[at.fill] ?? 0) - load.stages.cook : (now[next] ?? 0)
    const latest = end - minutes
    const before = now[node] ?? 0
    for (const start of startsBefore(latest, before, minutes, problem, now)) {
      const tried = now.slice()
      tried[node] = start
      const tasks = problem.hands.map((h) => ({ from: begins(h, tried), to: ends(h, tried) }))
      if (!assignHands(tasks, problem.present)) continue
      now = tried
      break
    }
  }
  return now
}

/** Beginnings worth trying, the latest first: so that it ends where other work begins or somebody goes. */
function startsBefore(
  latest: number,
  before: number,
  minutes: number,
  { hands, present }: DayProblem,
  times: Float64Array,
): readonly number[] {
  const edges = [...hands.map((h) => begins(h, times)), ...present.map((p) => p.until)]
  return [latest, ...edges.map((t) => t - minutes)]
    .filter((t) => t > before + 1e-6 && t <= latest + 1e-6)
    .sort((a, b) => b - a)
}
