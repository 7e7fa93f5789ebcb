import { begins, ends, finishOf, inOrder, lowerBound } from './bounds'
import { easeOf, insertLoads } from './insert'
import type { Link } from './network'
import { assignHands } from './people'
import type { DayProblem, Resource, Span } from './problem'

/** The earliest schedule found, and how good it is known to be. */
export interface Found {
  /** Time of every node, minutes from opening. */
  readonly times: Float64Array
  readonly finish: number
  readonly bound: number
  readonly proven: boolean
}

interface Node {
  readonly times: Float64Array
  readonly added: readonly Link[]
  readonly bound: number
}

const EPS = 1e-6

/**
 * The schedule that finishes earliest, by branch and bound: every conflict on a
 * resource is settled by saying which of two goes first, both ways. Exact unless
 * it runs out of steps.
 * @param latest no finish after this is wanted.
 * @param steps most branchings; when they are used up the best so far is given.
 * @param quick looks for a good schedule first; left out where that came to nothing.
 */
export function earliestFinish(
  problem: DayProblem,
  latest: number,
  steps: number,
  quick = true,
): Found | undefined {
  const first = problem.network.earliest()
  if (!first) return undefined
  const root: Node = { times: first, added: [], bound: lowerBound(problem, first) }
  if (root.bound > latest + EPS) return undefined
  let best = quick ? quickly(problem, root.bound, latest) : undefined
  let left = steps
  // Whether every schedule that was passed over could have been done by somebody.
  let complete = true
  const stack: Node[] = [root]
  const worth = (bound: number): boolean => bound < (best?.finish ?? latest + 2 * EPS) - EPS
  while (stack.length > 0 && left > 0) {
    const node = stack.pop()
    if (!node || !worth(node.bound)) continue
    left--
    const conflict = firstConflict(problem, node.times)
    if (conflict) {
      const next = settle(problem, node, conflict).filter((n) => worth(n.bound))
      // The most hopeful is looked at first, so it goes on the stack last.
      stack.push(...next.sort((a, b) => b.bound - a.bound))
    } else if (isDone(problem, node.times))
      best = { times: node.times, finish: finishOf(problem, node.times) }
    // Enough hands at every moment, yet no one person for each task: it proves nothing.
    else complete = false
  }
  if (!best) return undefined
  const proven = complete && stack.every((n) => !worth(n.bound))
  return { ...best, proven, bound: proven ? best.finish : root.bound }
}

/**
 * Whether everything can be done by a time: the first schedule that is early enough will do.
 * @param steps branchings at most when the quick way finds none.
 */
export function endsBy(problem: DayProblem, latest: number, steps: number): boolean {
  const first = problem.network.earliest()
  if (!first || lowerBound(problem, first) > latest + EPS) return false
  return (
    quickly(problem, latest, latest) !== undefined ||
    (steps > 0 && earliestFinish(problem, latest, steps, false) !== undefined)
  )
}

/** A good schedule to begin with, when it keeps to everything and is not too late. */
function quickly(
  problem: DayProblem,
  bound: number,
  latest: number,
): { times: Float64Array; finish: number } | undefined {
  const found = insertLoads(problem, bound)
  if (!found || found.finish > latest + EPS || firstConflict(problem, found.times)) return undefined
  if (!isDone(problem, found.times)) return undefined
  return found
}

/** Whether every piece of hand work has somebody who does it from its beginning to its end. */
const isDone = (problem: DayProblem, times: Float64Array): boolean =>
  assignHands(
    problem.hands.map((h) => ({ from: begins(h, times), to: ends(h, times) })),
    problem.present,
  ) !== undefined

/**
 * A schedule that ends as early and has more ease, where one is found: the first canner lit
 * earlier, less idle gear. Else the same.
 */
export function easier(problem: DayProblem, found: Found): Found {
  if (problem.loads.length === 0) return found
  const other = insertLoads(problem, found.finish, true)
  if (!other || other.finish > found.finish + EPS) return found
  if (easeOf(problem, other.times) >= easeOf(problem, found.times) - EPS) return found
  if (firstConflict(problem, other.times) || !isDone(problem, other.times)) return found
  return { ...found, times: other.times }
}

/** Spans of one resource that want more of it at some moment than there is. */
function firstConflict(problem: DayProblem, times: Float64Array): readonly Span[] | undefined {
  for (const resource of problem.resources) {
    const found = conflictOn(resource, times)
    if (found) return found
  }
  return undefined
}

function conflictOn(resource: Resource, times: Float64Array): readonly Span[] | undefined {
  const spans = inOrder(resource.spans, times)
  for (const [i, span] of spans.entries()) {
    const at = begins(span, times)
    const together: Span[] = []
    let takes = 0
    for (let j = i; j >= 0 && takes <= resource.units; j--) {
      const other = spans[j] as Span
      if (ends(other, times) <= at + EPS) continue
      together.push(other)
      takes += other.takes
    }
    if (takes > resource.units) return together
  }
  return undefined
}

/** Every way to settle a conflict: one span of it waits for the end of another. */
function settle(problem: DayProblem, node: Node, conflict: readonly Span[]): Node[] {
  const next: Node[] = []
  for (const a of conflict)
    for (const b of conflict) {
      if (a === b) continue
      const added = [...node.added, after(a, b)]
      const times = problem.network.with(node.times, added)
      if (times) next.push({ times, added, bound: lowerBound(problem, times) })
    }
  return next
}

/** One span waits for the end of another. */
const after = (first: Span, then: Span): Link => ({
  from: first.end.node,
  to: then.start.node,
  gap: first.end.plus - then.start.plus,
})
