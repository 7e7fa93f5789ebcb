import { ends, finishOf, lowerBound } from './bounds'
import type { Link } from './network'
import type { DayProblem, HandSpan } from './problem'

/** Partial orders kept at each step. */
const WIDTH = 24

interface Partial {
  readonly times: Float64Array
  readonly added: readonly Link[]
  /** How many hand tasks of each load are placed. */
  readonly placed: readonly number[]
  /** The last task of each person. */
  readonly last: readonly (HandSpan | undefined)[]
  /** The last load on each canner. */
  readonly running: ReadonlyMap<string, number>
  readonly bound: number
}

/**
 * A good schedule quickly: hand tasks are given out one by one, each to whoever
 * is free first, and only the most hopeful beginnings are followed.
 */
export function beamSearch(
  problem: DayProblem,
): { times: Float64Array; finish: number } | undefined {
  const first = problem.network.earliest()
  if (!first) return undefined
  const steps = problem.byLoad.reduce((n, hands) => n + hands.length, 0)
  let beam: Partial[] = [
    {
      times: first,
      added: [],
      placed: problem.byLoad.map(() => 0),
      last: problem.hours.map(() => undefined),
      running: new Map(),
      bound: 0,
    },
  ]
  for (let step = 0; step < steps; step++) {
    const next = beam.flatMap((p) =>
      problem.byLoad.flatMap((_, load) => placeNext(problem, p, load)),
    )
    beam = next.sort((a, b) => a.bound - b.bound || sum(a.times) - sum(b.times)).slice(0, WIDTH)
  }
  const best = beam.sort((a, b) => finishOf(problem, a.times) - finishOf(problem, b.times))[0]
  return best && { times: best.times, finish: finishOf(problem, best.times) }
}

const sum = (times: Float64Array): number => times.reduce((a, b) => a + b, 0)

/** The next hand task of a load, by whoever can begin it first. */
function placeNext(problem: DayProblem, partial: Partial, load: number): Partial[] {
  const index = partial.placed[load] ?? 0
  const task = problem.byLoad[load]?.[index]
  if (!task) return []
  let best: Partial | undefined
  for (let person = 0; person < problem.hours.length; person++) {
    const made = giveTo(problem, partial, load, task, person)
    if (made && (!best || startOf(task, made) < startOf(task, best))) best = made
  }
  return best ? [best] : []
}

const startOf = (task: HandSpan, p: Partial): number => p.times[task.start.node] ?? 0

function giveTo(
  problem: DayProblem,
  partial: Partial,
  load: number,
  task: HandSpan,
  person: number,
): Partial | undefined {
  const hours = problem.hours[person]
  if (!hours) return undefined
  const fresh: Link[] = [
    { from: 0, to: task.start.node, gap: hours.from - task.start.plus },
    { from: task.end.node, to: 0, gap: task.end.plus - hours.until },
  ]
  const before = partial.last[person]
  if (before) fresh.push(after(before, task))
  const canner = problem.onStove[load]
  let { running } = partial
  if (canner && partial.placed[load] === 0) {
    const there = running.get(canner.canner)
    const earlier = there === undefined ? undefined : problem.onStove[there]
    if (earlier) fresh.push(after(earlier.span, canner.span))
    running = new Map(running).set(canner.canner, load)
  }
  const added = [...partial.added, ...fresh]
  const times = problem.network.with(partial.times, added, fresh.length)
  if (!times || ends(task, times) > hours.until + 1e-6) return undefined
  return {
    times,
    added,
    placed: partial.placed.map((n, i) => (i === load ? n + 1 : n)),
    last: partial.last.map((t, i) => (i === person ? task : t)),
    running,
    bound: lowerBound(problem, times),
  }
}

/** One span waits for the end of another. */
export const after = (
  first: { readonly end: { readonly node: number; readonly plus: number } },
  then: { readonly start: { readonly node: number; readonly plus: number } },
): Link => ({ from: first.end.node, to: then.start.node, gap: first.end.plus - then.start.plus })
