import type { Absence, DayPerson } from './types'

/** Something that takes one pair of hands from one moment to another, minutes. */
export interface HandTask {
  readonly from: number
  readonly to: number
}

const EPS = 1e-6
/** Trials after which no way is looked for any more. */
const MOST_TRIALS = 20_000

/** Somebody while work is given out: from when they are free, until when they stay. */
interface Hand {
  readonly index: number
  readonly until: number
  readonly gaps: readonly Absence[]
  free: number
}

/**
 * Who does which task: each by one person who is there all the while and has nothing else
 * to do. Exact up to a number of trials.
 * @param people with their times in the same minutes as the tasks.
 * @returns a person's index for each task; undefined when there is no way, or none was found.
 */
export function assignHands(
  tasks: readonly HandTask[],
  people: readonly (Pick<DayPerson, 'from' | 'until'> & { readonly gaps?: readonly Absence[] })[],
): readonly number[] | undefined {
  const order = tasks
    .map((task, index) => ({ task, index }))
    .sort((a, b) => a.task.from - b.task.from)
  // Whoever goes home first is asked first, so that those who stay are left for later work.
  const hands = people
    .map((p, index): Hand => ({ index, until: p.until, gaps: p.gaps ?? [], free: p.from }))
    .sort((a, b) => a.until - b.until)
  const given = tasks.map(() => -1)
  let trials = 0
  const place = (k: number): boolean => {
    const next = order[k]
    if (!next) return true
    let last: number | undefined
    for (const hand of hands) {
      const before = hand.free
      if (before > next.task.from + EPS || hand.until < next.task.to - EPS) continue
      if (hand.gaps.some((g) => g.from < next.task.to - EPS && g.until > next.task.from + EPS))
        continue
      // Two who leave together and are both free are one and the same.
      if (hand.until === last) continue
      last = hand.until
      if (++trials > MOST_TRIALS) return false
      hand.free = next.task.to
      given[next.index] = hand.index
      if (place(k + 1)) return true
      hand.free = before
    }
    return false
  }
  return place(0) ? given : undefined
}
