import type { DayProblem, Resource, Span } from './problem'

export const begins = (s: Span, times: Float64Array): number =>
  (times[s.start.node] ?? 0) + s.start.plus
export const ends = (s: Span, times: Float64Array): number => (times[s.end.node] ?? 0) + s.end.plus

/** When the last jar of the day is out. */
export function finishOf(problem: DayProblem, times: Float64Array): number {
  let last = 0
  for (const e of problem.ends) last = Math.max(last, (times[e.node] ?? 0) + e.minutes)
  return last
}

/**
 * No schedule from here on ends before this: the longest chain as it stands, the
 * runs of each canner one after the other, and for every set of hand work what
 * the people need for it between its earliest beginning and the shortest tail.
 */
export function lowerBound(problem: DayProblem, times: Float64Array): number {
  let bound = finishOf(problem, times)
  for (const resource of problem.resources)
    if (resource.canner) bound = Math.max(bound, chainBound(resource, times))
  let head = Infinity
  let work = 0
  const people = Math.max(1, problem.people)
  for (const span of problem.hands) {
    head = Math.min(head, begins(span, times))
    work += span.minutes
    bound = Math.max(bound, head + work / people + span.tail)
  }
  return bound
}

/** Spans that go one after the other: all their lengths, each from its earliest beginning on. */
function chainBound(resource: Resource, times: Float64Array): number {
  const order = inOrder(resource.spans, times)
  let free = 0
  for (const s of order) free = Math.max(free, begins(s, times)) + ends(s, times) - begins(s, times)
  return free
}

/** Spans by their beginning. */
export function inOrder(spans: readonly Span[], times: Float64Array): Span[] {
  const sorted: Span[] = []
  for (const span of spans) {
    const at = begins(span, times)
    let i = sorted.length
    while (i > 0 && begins(sorted[i - 1] as Span, times) > at) i--
    sorted.splice(i, 0, span)
  }
  return sorted
}
